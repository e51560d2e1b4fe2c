"""How heavy the pages are for somebody who opens them for the first time."""

from __future__ import annotations

import gzip
import re

from scripts.paths import DIST

MOST_KILOBYTES = 150.0
SCRIPT = re.compile(r'(?:src|href)="/(assets/[^"]+\.js)"')


def first_load_kilobytes() -> float:
    """Return the compressed size of all scripts that the first page names, in kB of 1,000 bytes."""
    page = (DIST / "index.html").read_text(encoding="utf-8")
    files = [DIST / name for name in SCRIPT.findall(page)]
    return sum(len(gzip.compress(file.read_bytes(), 9)) for file in files) / 1000
