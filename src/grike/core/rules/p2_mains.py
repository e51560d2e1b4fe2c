"""P2: a class is built on main lifts."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.composition import TIMES_OVER, is_main, mains_wanted
from grike.core.focus import Focus, on_focus
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.judging.pool import count_in_pool
from grike.core.movement import Movement
from grike.core.pattern import Tier
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _is_main_on(movement: Movement, about: tuple[Focus, int]) -> bool:
    focus, level = about
    return is_main(movement, focus, level) and bool(on_focus(movement, focus))


def mains_asked(focus: Focus, able: int, *, movements: int, times: int) -> int:
    """Return how many mains are asked of a class; ``able``: its kit holds so many on the focus."""
    if focus is Focus.CONDITIONING:
        return 0
    return min(mains_wanted(movements), able // times)


def _check_p2(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    level = facts.shape.level
    for member in facts.classes:
        movements = [movement for _, _, movement in member.work_movements]
        if not movements:
            continue
        focus = member.design.focus
        shape, library, kit = facts.shape.on(member.slot), facts.library, member.design.kit
        able = count_in_pool(shape, library, kit, test=_is_main_on, about=(focus, level))
        wanted = mains_asked(focus, able, movements=len(movements), times=line.whole("times"))
        there = sum(is_main(movement, focus, level) for movement in movements)
        if there < wanted:
            yield Finding(
                "P2",
                line.mode,
                here(member),
                f"{there} of {len(movements)} movements are main lifts; {wanted} are the least.",
                "Swap a smaller movement for a squat, hinge, press or row.",
                cost=aimed(line, wanted - there),
                about=About("main", str(level)),
            )


def _rows_p2(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    level = scope.group.level
    for bay in scope.bays:
        pool = scope.pool_of(bay)
        able = sum(_is_main_on(movement, (bay.focus, level)) for movement in pool)
        times = line.whole("times")
        wanted = mains_asked(bay.focus, able, movements=bay.slots, times=times)
        terms = tuple((c.key, 1) for c in bay.choices if is_main(c.movement, bay.focus, level))
        if wanted:
            yield Row("P2", bay.slot.label, terms, low=wanted, weight=row_weight(line))


def _of_tier(movement: Movement, about: About) -> float:
    return float(movement.tier_for(int(about.id)) is Tier.MAIN)


P2 = Rule(
    "P2",
    "A class is built on main lifts",
    "At least 2 main lifts among 6 or 7 movements, 3 among 8 to 11, 4 among 12 and more; fewer "
    "where the kit of the class holds fewer than {times} for each on its focus.",
    "Main lifts are what a class is remembered for and what people get stronger in.",
    "acsm2009",
    setting(Mode.OFF, 12, times=TIMES_OVER),
    _check_p2,
    _rows_p2,
    stages=(Stage.SKELETON, Stage.SELECTION),
    numbers={"times": Whole("movements to choose each from", 1, 20)},
    reach=Reach.DESIGN,
    mends=(Mend.SWAP_ANYWHERE,),
    gives=_of_tier,
    unit=MOVEMENTS,
    way_out="classes with fewer main lifts",
    yields=Yields.COMPOSITION,
)
