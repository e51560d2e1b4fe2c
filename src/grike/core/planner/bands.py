"""A week filled with its aims in their bands: all of them, or all but the finer ones."""

from __future__ import annotations

from dataclasses import replace

from grike.core.planner.laying import assembled_week, trouble
from grike.core.planner.linear import Outcome
from grike.core.planner.run import Run, WeekAnswer, WeekTask
from grike.core.planner.seeds import Branch, branched
from grike.core.planner.selection import within_bands
from grike.core.rows.row import Row
from grike.core.rules.d3_kit import D3
from grike.core.rules.p6_purpose import P6
from grike.core.rules.p7_anchors import P7
from grike.core.rules.p8_mains_rise import P8
from grike.core.rules.p10_load import P10
from grike.core.rules.p15_kit import P15
from grike.core.rules.p17_shoulders_back import P17
from grike.core.rules.p22_one_pattern import P22

#: What is not held in its band at an attempt: nothing at first, then how a class is made up, at
#: last what comes back, which its price decides then. A week that misses one of these costs little,
#: one whose balance is given up costs much.
FINER = frozenset(rule.id for rule in (D3, P6, P8, P10, P15, P17, P22))
SPARED: tuple[tuple[frozenset[str], ...], ...] = (
    (frozenset(),),
    (frozenset(), FINER),
    (FINER,),
    (FINER | {P7.id},),
)
#: What is an aim only once the weeks stand, and mended then: from the first filling on, kinds of
#: lifts that are spread took others from coming back, and weeks could not be filled by it.
LATER = frozenset({P22.id})
#: So often other movements are taken for a week whose classes cannot be laid out as they must be.
ORDER_TRIES = 3


def without(task: WeekTask, rules: frozenset[str]) -> WeekTask:
    """Return a task without what some rules (ids) have as an aim, and without aims beyond reach.

    A lift cannot come back in a class whose shape has no place for it, whatever is chosen.
    """
    kept = (r for r in task.rows if r.weight is None or (r.rule not in rules and _in_reach(r)))
    return replace(task, rows=tuple(kept))


def _in_reach(row: Row) -> bool:
    """Return whether any choice could keep a row, looked at by itself."""
    if row.aux:
        return True
    most = sum(value for _, value in row.terms if value > 0)
    least = sum(value for _, value in row.terms if value < 0)
    return (row.low is None or row.low <= most) and (row.high is None or row.high >= least)


def in_bands(run: Run, task: WeekTask, seconds: float) -> WeekAnswer | None:
    """Return a filling with all aims in their bands whose classes stand as they are laid out.

    A week is laid out at once and judged by all rules of class and week, since order, clock and the
    bouts of a time cap only show then; one that breaks a must is refused.
    Other movements are taken then. What only costs is mended once all weeks are filled: to fill a
    week thrice for the cheapest took twice as long, and plans were no cheaper at the end.
    """
    for turn in range(ORDER_TRIES):
        seed = branched(run.seed, Branch.ORDER, turn)
        limits = replace(run.limits(seconds), seed=seed)
        solved = within_bands(task.scope, task.rows, run.taste(seed), limits)
        if solved.outcome is not Outcome.FOUND:
            break
        answer = WeekAnswer(task, solved, assembled_week(run, task, solved))
        if trouble(run, answer)[0] == 0:
            return answer
        if run.stop.requested():
            break
    return None
