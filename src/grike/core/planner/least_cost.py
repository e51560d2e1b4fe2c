"""What every plan of a request costs at least, as the rules state it: the bound of a certificate.

It counts only what no class that the checks accept could mend, whatever its format, dose and kit.
What the planner's own formats and kits leave is more, and is no proof; ``PoolReport.expected`` has
that.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator
from fractions import Fraction

from grike.core.anatomy import Muscle
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.figures import missed
from grike.core.judging.pool import ways_out_missing
from grike.core.movement import Movement
from grike.core.options import Done, ways_of_doing
from grike.core.planner.problem import Problem
from grike.core.rows.row import TWELFTHS
from grike.core.rules.c9_kit import C9
from grike.core.rules.c12_ways_out import C12
from grike.core.rules.g1_cautions import G1
from grike.core.rules.g2_never import G2
from grike.core.rules.g9_level import G9
from grike.core.rules.rule import Rule
from grike.core.rules.w1_muscles import W1, least_sets
from grike.core.sheet import Mode
from grike.core.volume import muscle_shares


def least_cost(problem: Problem, kept: Collection[ClassFacts] = ()) -> int:
    """Return what every plan costs at least; ``kept``: the classes that stay as they are.

    A muscle group that no movement may work gets in a week what the classes that stay give it.
    """
    line = W1.line(problem.plan.sheet)
    if line.mode is not Mode.AIM:
        return 0
    worked = {m for movement in _usable(problem) for m in muscle_shares(movement)}
    weeks = {slot.week for slot in problem.slots}
    cost = 0
    for muscle in (m for m in Muscle if m not in worked):
        for week in weeks:
            classes = sum(slot.week == week for slot in problem.slots)
            own = (f.volume.muscle_sets((muscle,)) for f in kept if f.slot.week == week)
            short = least_sets(line, muscle, classes) - sum(own, Fraction(0))
            cost += line.weight * missed(short, Fraction(1, TWELFTHS))
    return cost


def _usable(problem: Problem) -> Iterator[Movement]:
    """Yield the movements that some class could hold without breaking a must.

    Cautions, level and kit are those of what is really done, so one way to do it is enough; kit may
    be shared at stations, so one piece is enough. Cautions of single classes are left out.
    """
    shape, library = problem.plan.shape, problem.library

    def must(rule: Rule) -> bool:
        return rule.line(problem.plan.sheet).mode is Mode.MUST

    def can_be(done: Done) -> bool:
        return not (
            (must(G1) and any(done.goes_against(caution) for caution in shape.wishes.cautions))
            or (must(G9) and done.movement.level > shape.level)
            or (must(C9) and any(not shape.room.kit.get(kit) for kit in done.movement.kit))
        )

    for movement in library:
        left_out = must(G2) and movement.id in shape.wishes.never
        no_way = must(C12) and bool(ways_out_missing(movement))
        if not left_out and not no_way and any(map(can_be, ways_of_doing(movement, library))):
            yield movement
