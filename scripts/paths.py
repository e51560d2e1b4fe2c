"""Where things lie. Everything that is made at run time is under var/."""

from __future__ import annotations

import os
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("GRIKE_VAR", ROOT / "var"))
VENV = ROOT / "var" / "venv"
REQUIREMENTS = ROOT / "requirements"
WEB = ROOT / "web"
DIST = WEB / "dist"
STAMPS = ROOT / "var" / "stamps"


class Trouble(Exception):
    """Something that a person has to see to; the message says what and how."""
