"""C9: there is kit for everybody."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.kit import KIT_NAMES, Kit
from grike.core.movement import Movement
from grike.core.options import Done
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, setting
from grike.core.sharing import may_share
from grike.core.sheet import Mode, RuleSetting
from grike.core.station_plan import StationPlace, most_at_once, stations_of


def _check_c9(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    room, heads = facts.shape.room, facts.shape.heads
    for member in facts.classes:
        for number, block in enumerate(member.design.blocks):
            every = [entry for entry in member.done if entry.block == number]
            plan = stations_of(member.design, number, member.bouts, heads)
            users = _at_stations(every, plan, heads) if plan else _users(every, heads)
            for place, words, kit, people in users:
                short = people - room.kit.get(kit, 0)
                if short <= 0:
                    continue
                stand_in = facts.library[block.items[place].movement_id].stand_in
                if stand_in and not block.stations and may_share(kit, facts.shape.on(member.slot)):
                    continue
                yield Finding(
                    "C9",
                    line.mode,
                    here(member, number, place),
                    f"{words}: {KIT_NAMES[kit]} for {people} people, {short} short.",
                    f"Use the stand-in: {_lowered(stand_in.how)}."
                    if stand_in
                    else "Swap the movement.",
                    cost=aimed(line, short),
                    about=About("kit", kit.value, -1),
                )


def _users(every: Sequence[Done], heads: int) -> Iterator[tuple[int, str, Kit, int]]:
    """Yield (place, words, kit, people that need it at one time) of a block; all do the same."""
    for done in every:
        for kit in done.movement.kit:
            yield done.place or 0, done.words, kit, heads


def _at_stations(
    every: Sequence[Done], plan: Sequence[StationPlace], heads: int
) -> Iterator[tuple[int, str, Kit, int]]:
    """Yield (place, words, kit, people that need it at one time) of a block with stations.

    All of its movements are done at one time, so that those who need the same kit add up; it is
    told at the first of them. A place counts once, however many levels it is done at, and what is
    kept up in the rests is done by all.
    """
    users: dict[Kit, list[Done]] = {}
    for done in every:
        for kit in done.movement.kit:
            users.setdefault(kit, []).append(done)
    for kit, own in users.items():
        words = " and ".join(dict.fromkeys(done.words for done in own))
        places = {done.place for done in own if done.place is not None}
        in_rests = any(done.place is None for done in own)
        yield own[0].place or 0, words, kit, heads if in_rests else most_at_once(plan, places)


def _lowered(text: str) -> str:
    return text[:1].lower() + text[1:].rstrip(".")


def _of_kit(movement: Movement, about: About) -> float:
    return float(about.id in movement.kit)


C9 = Rule(
    "C9",
    "The kit goes round",
    "The kit that is in use at one time is in the room: for everybody, or for half of the people "
    "where those without can do a stand-in and all change over each round.",
    "Twenty people and twelve pairs of dumbbells is a queue, not a class.",
    "practice",
    setting(Mode.MUST, 1),
    _check_c9,
    stages=(Stage.POOL,),
    reach=Reach.DESIGN,
    mends=(
        Mend.STATIONS,
        Mend.SWAP,
    ),
    gives=_of_kit,
    about=Topic.ROOM,
)
