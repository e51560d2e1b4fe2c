"""What a week's training volume must be so that it is a step from, and to, its neighbours."""

from __future__ import annotations

from collections.abc import Iterable
from fractions import Fraction

from grike.core.judging.class_facts import ClassFacts
from grike.core.planner.problem import Problem
from grike.core.rows.scope import WeekSteps
from grike.core.rules.w7_steps import W7, factor_band, is_lighter
from grike.core.sheet import Mode, RuleSetting


def volume_bounds(
    problem: Problem, around: Iterable[ClassFacts], week: int, opening: int
) -> WeekSteps:
    """Return what ``opening`` classes must add to the training volume of a week, in hundredths.

    The full week before it gives a step; weeks after it that are there already must still be a
    step from this one. The bounds are rounded inwards, since the model's volumes are whole.
    """
    line = W7.line(problem.plan.sheet)
    if line.mode is Mode.OFF:
        return WeekSteps()
    yardstick = problem.plan.sheet.yardstick
    held: dict[int, list[Fraction]] = {}
    for facts in around:
        volume = facts.volume.training.get(yardstick, Fraction(0))
        held.setdefault(facts.slot.week, []).append(volume)
    there = held.pop(week, [])
    per_class = {w: sum(volumes, Fraction(0)) / len(volumes) for w, volumes in held.items()}
    bands = _bands(per_class, week, line)
    if not bands:
        return WeekSteps()
    scale = 100 * (len(there) + opening)
    least = int(scale * max(low for low, _ in bands)) + 1
    most = int(scale * min(high for _, high in bands))
    own = int(100 * sum(there))
    return WeekSteps({week: (least - own, most - own)})


def _bands(
    per_class: dict[int, Fraction], week: int, line: RuleSetting
) -> list[tuple[Fraction, Fraction]]:
    """Return the (low, high) that each neighbouring step asks of the week, per class."""
    out: list[tuple[Fraction, Fraction]] = []
    before = [w for w in sorted(per_class) if w < week and not is_lighter(w, line)]
    if before:
        low, _, high = factor_band(week, line)
        out.append((per_class[before[-1]] * low, per_class[before[-1]] * high))
    if is_lighter(week, line):
        return out
    for later in sorted(w for w in per_class if w > week):
        low, _, high = factor_band(later, line)
        out.append((per_class[later] / high, per_class[later] / low))
        if not is_lighter(later, line):
            break
    return out
