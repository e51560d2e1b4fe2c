"""The arithmetic that checks share: by how much a band is missed, and what that costs."""

from __future__ import annotations

from fractions import Fraction

from grike.core.sheet import Mode, RuleSetting


def missed(amount: Fraction, scale: Fraction | int = 1) -> int:
    """Return how many whole ``scale`` an amount misses its band by, rounded up; never below 0."""
    return 0 if amount <= 0 else -int(-(amount / scale) // 1)


def aimed(line: RuleSetting, amount: int) -> int:
    """Return what an amount costs under an aim; a must costs nothing, it is broken."""
    return line.weight * amount if line.mode is Mode.AIM else 0


def sets_words(value: Fraction | float) -> str:
    """Return an amount of sets for people: 1 set, 1.5 sets."""
    text = plain(Fraction(value))
    return f"{text} set{'' if text == '1' else 's'}"


def plain(value: Fraction) -> str:
    """Return a number for people, with at most one decimal."""
    text = f"{float(value):.1f}"
    return text[:-2] if text.endswith(".0") else text
