"""Weeks of few classes: what the rules of balance ask of three, one class cannot hold.

Common practice, no source: whole-body balance is looked for over a week of two or three classes.
"""

from __future__ import annotations

from fractions import Fraction

from grike.core.sheet import RuleSetting


def part_of_a_week(line: RuleSetting, classes: int) -> Fraction:
    """Return which part of a whole week so many classes are, by the figure of a rule: at most 1."""
    return min(Fraction(1), Fraction(max(classes, 1), line.whole("classes")))
