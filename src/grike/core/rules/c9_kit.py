"""C9: there is kit for everybody."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.kit import KIT_NAMES
from grike.core.movement import Movement
from grike.core.rules.rule import Mend, Reach, Rule, Stage, setting
from grike.core.sheet import Mode, RuleSetting


def _check_c9(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    room, heads = facts.shape.room, facts.shape.heads
    for member in facts.classes:
        for number, block in enumerate(member.design.blocks):
            people = -(-heads // len(block.items)) if block.stations and block.items else heads
            for done in (entry for entry in member.done if entry.block == number):
                movement = done.movement
                for kit, short in room.missing(movement.kit, people).items():
                    yield Finding(
                        "C9",
                        line.mode,
                        here(member, number, done.place),
                        f"{done.words}: {KIT_NAMES[kit]} for {people} people, {short} short.",
                        f"Use the stand-in: {_lowered(movement.stand_in.how)}."
                        if movement.stand_in
                        else "Swap the movement.",
                        cost=aimed(line, short),
                        about=About("kit", kit.value, -1),
                    )


def _lowered(text: str) -> str:
    return text[:1].lower() + text[1:].rstrip(".")


def _of_kit(movement: Movement, about: About) -> float:
    return float(about.id in movement.kit)


C9 = Rule(
    "C9",
    "The kit goes round",
    "The kit that is in use at one time is in the room, for everybody.",
    "Twenty people and twelve pairs of dumbbells is a queue, not a class.",
    "practice",
    setting(Mode.MUST, 1),
    _check_c9,
    stages=(Stage.POOL,),
    reach=Reach.CLASS,
    mends=(
        Mend.STATIONS,
        Mend.SWAP,
    ),
    gives=_of_kit,
)
