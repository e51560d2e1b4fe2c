"""P12: formats that suit some movements only keep to these."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping

from grike.core.design import Block
from grike.core.formats import (
    AddOn,
    CountedCircuit,
    Ladder,
    NoRestCircuit,
    RepList,
    ShortIntervals,
    StrengthPulse,
    TimedCircuit,
)
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.kit import LOADABLE
from grike.core.movement import Movement
from grike.core.pattern import Pattern
from grike.core.rows.row import Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting, RuleSheet

#: Blocks of short intervals in a class, and movements in each, at the most.
INTERVAL_BLOCKS, INTERVAL_MOVEMENTS = 2, 2
#: What people change too fast in to get up or down from one movement to the next.
ON_ONE_LEVEL = (ShortIntervals, Ladder)
#: More blocks than a part has.
MOST_BLOCKS = 12
#: Lists that go round.
_LISTS = (TimedCircuit, NoRestCircuit, CountedCircuit, StrengthPulse)
#: From this level on people do movements by the dozen.
LEVEL_FOR_LISTS = 2


def _list_of_reps(movements: list[Movement]) -> str:
    loaded = [m.name for m in movements if not LOADABLE.isdisjoint(m.kit)]
    return f"{loaded[0]} is done by the dozen with a weight" if loaded else ""


def _combination(movements: list[Movement]) -> str:
    for movement in movements:
        if movement.fetched_kit:
            return f"Kit is fetched for {movement.name} in a combination"
        if movement.beats is None:
            return f"{movement.name} does not go to music"
    return ""


def _up_and_down(movements: list[Movement], when: str) -> str:
    changes = len({movement.upright for movement in movements}) > 1
    return f"{when} people go down and come up" if changes else ""


def _intervals(movements: list[Movement]) -> str:
    if len(movements) > INTERVAL_MOVEMENTS:
        return f"{len(movements)} movements share a block of short intervals"
    return _up_and_down(movements, "From bout to bout of short intervals")


def _ladder(movements: list[Movement]) -> str:
    for movement in movements:
        if movement.pattern is Pattern.LOCOMOTION:
            return f"{movement.name} is counted down a ladder"
    return _up_and_down(movements, "On each rung of the ladder")


_CHECKS: Mapping[type, Callable[[list[Movement]], str]] = {
    RepList: _list_of_reps,
    AddOn: _combination,
    ShortIntervals: _intervals,
    Ladder: _ladder,
}


def long_seconds(sheet: RuleSheet) -> int | None:
    """Return for how long one list may go round unchanged; None where nobody asks."""
    return 60 * P12.line(sheet).whole("minutes") if P12.on(sheet) else None


def _by_block(member: ClassFacts) -> Iterator[tuple[int, Block, list[Movement]]]:
    for number in sorted({block for block, _, _ in member.work_movements}):
        own = [m for block, _, m in member.work_movements if block == number]
        yield number, member.design.blocks[number], own


def _over_all(member: ClassFacts, level: int, most_reps: int) -> Iterator[str]:
    """Yield what is wrong with the blocks of a kind taken together."""
    kinds = [type(block.format) for _, block, _ in _by_block(member)]
    if kinds.count(ShortIntervals) > INTERVAL_BLOCKS:
        yield f"{kinds.count(ShortIntervals)} blocks are short intervals"
    lists = {n for n, block, _ in _by_block(member) if isinstance(block.format, RepList)}
    if lists and level < LEVEL_FOR_LISTS:
        yield "A rep list is not for beginners"
    reps = sum(bout.reps or 0 for bout in member.work_bouts if bout.block in lists)
    if reps > most_reps:
        yield f"{reps} reps stand in lists; {most_reps} are the most"


def _unchanged(member: ClassFacts, most_seconds: int) -> Iterator[tuple[int, str]]:
    """Yield (block, what is wrong) where a list goes on for long with nothing that changes."""
    for number, block, _ in _by_block(member):
        changes = bool(block.passes) or any(item.passes for item in block.items)
        if changes or not isinstance(block.format, _LISTS):
            continue
        seconds = sum(step.seconds for step in member.steps if step.block == number)
        rounds = {bout.round for bout in member.work_bouts if bout.block == number}
        if seconds > most_seconds and len(rounds) > 1:
            yield number, f"One list goes round for {-(-seconds // 60)} minutes unchanged"


def _check_p12(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    level = facts.shape.level
    for member in facts.classes:
        faults: list[tuple[int | None, str]] = []
        for number, block, own in _by_block(member):
            check = _CHECKS.get(type(block.format))
            fault = check(own) if check else ""
            faults += [(number, fault)] if fault else []
        faults += [(None, fault) for fault in _over_all(member, level, line.whole("reps"))]
        faults += list(_unchanged(member, 60 * line.whole("minutes")))
        for place, fault in faults:
            yield Finding(
                "P12",
                line.mode,
                here(member, place),
                f"{fault}.",
                "Swap it, or choose another format for this block.",
                cost=aimed(line, 1),
            )


def _rows_p12(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """What is done on the floor fills whole blocks, where nobody has the time to get up."""
    for bay in scope.bays:
        for number, (keys, slots) in enumerate(bay.quick):
            blocks = ("blocks on the floor", bay.index, number)
            own = [c for c in bay.choices if c.key in keys and not c.movement.upright]
            terms = (*((c.key, c.slots) for c in own), (blocks, -slots))
            where, aux = f"{bay.slot.label}, standing or on the floor", ((blocks, 0, MOST_BLOCKS),)
            yield Row("P12", where, terms, 0, 0, row_weight(line), aux=aux)


P12 = Rule(
    "P12",
    "Formats get what suits them",
    "A rep list is for level 2 and more, without weights, {reps} reps a class at most; a "
    "combination goes to music and fetches nothing; 20/10 are two blocks at most, of two movements "
    "each; in a ladder nobody marches; in neither people get down and come up in turn; no list "
    "goes round unchanged for more than {minutes} minutes.",
    "Each of these is loved in its place and loathed in another.",
    "practice",
    setting(Mode.OFF, 6, reps=300, minutes=14),
    _check_p12,
    _rows_p12,
    stages=(Stage.POOL, Stage.SKELETON, Stage.SELECTION, Stage.ORDERING),
    numbers={
        "reps": Whole("reps in lists of a class", 50, 1000),
        "minutes": Whole("minutes of one list unchanged", 4, 60),
    },
    reach=Reach.DESIGN,
    mends=(Mend.LAST_ROUND, Mend.FORMAT, Mend.SWAP_ANYWHERE),
    about=Topic.CLASS,
    yields=Yields.COMPOSITION,
)
