"""What a block of a class is for."""

from __future__ import annotations

from enum import StrEnum


class Purpose(StrEnum):
    """What a block is for. Only WORK counts for volume."""

    WELCOME = "welcome"
    WARM_UP = "warm-up"
    WORK = "work"
    BREATHER = "breather"
    COOL_DOWN = "cool-down"
    CLOSE = "close"
