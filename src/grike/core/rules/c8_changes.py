"""C8: few changes of kit and position."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed
from grike.core.judging.finding import About, Finding
from grike.core.movement import Movement
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def changes(movements: list[Movement]) -> tuple[int, int]:
    """Return (changes of kit, ups and downs) over a list of movements done once in order."""
    kit = ups = 0
    before: Movement | None = None
    for movement in movements:
        held = before.fetched_kit if before else movement.fetched_kit
        kit += bool(movement.fetched_kit - held)
        ups += before is not None and before.upright != movement.upright
        before = movement
    return kit, ups


def _check_c8(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        kit, ups = changes([movement for _, _, movement in member.work_movements])
        for count, number, name in (
            (kit, "kit_changes", "changes of kit"),
            (ups, "ups_and_downs", "changes between standing and floor"),
        ):
            over = missed(count - line.numbers[number])
            if over:
                yield Finding(
                    "C8",
                    line.mode,
                    here(member),
                    f"{count} {name} in one pass; {line.whole(number)} are wanted at most.",
                    "Reorder the movements so that like stands beside like.",
                    cost=aimed(line, over),
                    about=About("change", number),
                )


C8 = Rule(
    "C8",
    "Few changes of kit and position",
    "One pass has at most {kit_changes} changes of kit and {ups_and_downs} changes between "
    "standing and floor.",
    "Every change costs seconds and breath, and getting up and down is hard on some.",
    "practice",
    setting(Mode.AIM, 1, kit_changes=4, ups_and_downs=4),
    _check_c8,
    stages=(Stage.ORDERING,),
    numbers={
        "kit_changes": Whole("changes of kit", 0, 40),
        "ups_and_downs": Whole("changes standing to floor", 0, 40),
    },
    reach=Reach.DESIGN,
    mends=(
        Mend.ORDER,
        Mend.SWAP,
    ),
    yields=Yields.VARIETY,
)
