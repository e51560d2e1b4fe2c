"""Exact sums of fractions, quickly."""

from __future__ import annotations

from collections.abc import Iterable
from fractions import Fraction
from math import lcm


def exact_sum(parts: Iterable[Fraction]) -> Fraction:
    """Return the sum of fractions; those of one denominator are added as whole numbers.

    A sum of a week has some hundred parts and a handful of denominators, so it is several times
    faster than adding fraction to fraction.
    """
    tops: dict[int, int] = {}
    for part in parts:
        below = part.denominator
        tops[below] = tops.get(below, 0) + part.numerator
    if len(tops) == 1:
        ((below, top),) = tops.items()
        return Fraction(top, below)
    common = lcm(*tops)
    return Fraction(sum(top * (common // below) for below, top in tops.items()), common)
