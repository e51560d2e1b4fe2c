"""Settings of an installation: lines of NAME=value in var/settings.env, and the environment."""

from __future__ import annotations

import os
from pathlib import Path

from grike.api.serve import SETTINGS
from scripts.paths import VAR, Trouble

FILE = VAR / "settings.env"
#: What the start command says itself to the application.
OURS = frozenset({"GRIKE_DIST", "GRIKE_DATABASE_URL", "GRIKE_CLUSTER_KEYS"})
#: What may stand in the file; what each is for is said in docs/operations.md.
NAMES = (frozenset(SETTINGS) - OURS) | {"GRIKE_BACKUPS_KEPT"}


def settings(file: Path | None = None) -> dict[str, str]:
    """Return the settings; the environment goes before the file. Raises Trouble for odd lines."""
    found = dict(_lines(file or FILE))
    return found | {name: os.environ[name] for name in NAMES if name in os.environ}


def _lines(file: Path) -> list[tuple[str, str]]:
    if not file.exists():
        return []
    out: list[tuple[str, str]] = []
    for number, line in enumerate(file.read_text(encoding="utf-8").splitlines(), 1):
        text = line.strip()
        if not text or text.startswith("#"):
            continue
        name, sign, value = text.partition("=")
        if not sign or name.strip() not in NAMES:
            known = ", ".join(sorted(NAMES))
            raise Trouble(
                f"{file.name}, line {number}: {text!r} is no setting. There are: {known}."
            )
        out.append((name.strip(), value.strip().strip('"')))
    return out
