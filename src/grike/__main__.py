"""Run the command line: ``python -m grike``."""

from __future__ import annotations

import sys

from grike.cli import main

sys.exit(main())
