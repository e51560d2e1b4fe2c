"""P22: no one kind of work takes a class over."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from functools import partial
from typing import NamedTuple

from grike.core.focus import Focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.judging.pool import count_in_pool
from grike.core.kinds import Group, Kinds, kind_words, kinds_of
from grike.core.movement import Movement
from grike.core.rows.row import MOVEMENTS, Key, Row, row_weight
from grike.core.rows.scope import Bay, Scope
from grike.core.rules.rule import Mend, Reach, Rule, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: A class for chest and shoulders is half of presses, forward and overhead.
_OF_PRESSES = 2
#: Beside the lifts one in so many may be of one kind, and one besides; of two both.
_OF_SUPPORT = {Group.ONE_JOINT: 5, Group.TRUNK: 3}


class _Kind(NamedTuple):
    """A kind of work in a class of a focus, for a group of a level."""

    group: Group
    kind: str
    focus: Focus
    level: int

    def counts(self, movement: Movement) -> bool:
        """Return whether a movement is among those that are compared."""
        own = kinds_of(movement, self.focus, self.level)
        return own is not None and own.group is self.group

    def holds(self, movement: Movement) -> bool:
        """Return whether it is one of the kind."""
        own = kinds_of(movement, self.focus, self.level)
        return own is not None and own.group is self.group and self.kind in own.kinds

    @property
    def words(self) -> str:
        """The kind for people, several of it."""
        return kind_words(self.group, self.kind)


def _is_other(movement: Movement, own: _Kind) -> bool:
    return own.counts(movement) and not own.holds(movement)


def _one_in(own: _Kind, line: RuleSetting) -> tuple[int, int]:
    """Return that one in so many may be of the kind, and one besides, and what is added first."""
    if own.group in _OF_SUPPORT:
        one_in = _OF_SUPPORT[own.group]
        return one_in, one_in - 2
    return (_OF_PRESSES if own.focus is Focus.CHEST_SHOULDERS else line.whole("one_in")), 0


def _check_p22(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        shape, focus = facts.shape.on(member.slot), member.design.focus
        there = {kinds_of(m, focus, shape.level) for _, _, m in member.work_movements}
        for group, kind in _each(there):
            own, kit = _Kind(group, kind, focus, shape.level), member.design.kit
            others = count_in_pool(shape, facts.library, kit, test=_is_other, about=own)
            if others >= line.whole("others"):
                yield from _too_many(member, own, line)


def _each(there: Iterable[Kinds | None]) -> list[tuple[Group, str]]:
    """Return each kind that there is, in order."""
    return sorted({(own.group, kind) for own in there if own is not None for kind in own.kinds})


def _too_many(member: ClassFacts, kind: _Kind, line: RuleSetting) -> Iterator[Finding]:
    """Yield what is wrong where a class has too many movements of a kind."""
    there = {entry[2].id: entry for entry in member.work_movements if kind.counts(entry[2])}
    own = [entry for entry in there.values() if kind.holds(entry[2])]
    one_in, first = _one_in(kind, line)
    most = (len(there) + first) // one_in + 1
    if len(own) <= most:
        return
    block, place, movement = own[-1]
    yield Finding(
        "P22",
        line.mode,
        here(member, block, place),
        f"{len(own)} of {len(there)} {kind.group.value} are {kind.words}, "
        f"{movement.name} among them; {most} {'is' if most == 1 else 'are'} the most.",
        "Swap one for a movement of another kind.",
        cost=aimed(line, len(own) - most),
        about=About("kind", "/".join(map(str, kind)), -1),
    )


def _rows_p22(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        of = partial(kinds_of, focus=bay.focus, level=scope.group.level)
        there = [(choice.key, of(choice.movement)) for choice in bay.choices]
        in_pool = Counter(filter(None, map(of, scope.pool_of(bay))))
        for group, kind in _each(own for _, own in there):
            others = sum(
                many
                for own, many in in_pool.items()
                if own.group is group and kind not in own.kinds
            )
            if others >= line.whole("others"):
                own = _Kind(group, kind, bay.focus, scope.group.level)
                yield _row(bay, own, there, line)


def _row(bay: Bay, own: _Kind, there: Sequence[tuple[Key, Kinds | None]], line: RuleSetting) -> Row:
    """Return that what is of a kind, but for one, comes so often among its group at the most."""
    one_in, first = _one_in(own, line)
    terms = tuple(
        (key, one_in - 1 if own.kind in kinds.kinds else -1)
        for key, kinds in there
        if kinds is not None and kinds.group is own.group
    )
    where = f"{bay.slot.label}, {own.words}"
    return Row("P22", where, terms, high=one_in + first, weight=row_weight(line), scale=one_in)


def _of_kind(movement: Movement, about: About) -> float:
    group, kind, focus, level = about.id.split("/")
    return float(_Kind(Group(group), kind, Focus(focus), int(level)).holds(movement))


P22 = Rule(
    "P22",
    "No one kind of work takes a class over",
    "Of the main lifts of a class no more than one in {one_in}, and one besides, are of one kind "
    "(squat, lunge or step-up, hinge, bridge, press forward, press overhead, row, pull from "
    "above); for chest and shoulders one in two. Of what works one joint beside them no more than "
    "two of six are for one muscle, and one more of every five more; of the trunk no more than one "
    "in three, and one besides, are of one kind (crunches, planks, turns, holds against a turn, "
    "the side, back extensions), and of two both. Asked where the kit of the class holds {others} "
    "of other kinds.",
    "Four lunges among seven lifts tire the thighs, and three curls in a list of four the arms, "
    "and the rest of the body waits.",
    "practice",
    setting(Mode.OFF, 6, one_in=4, others=8),
    _check_p22,
    _rows_p22,
    numbers={
        "one_in": Whole("one in so many main lifts may be of one kind", 2, 8),
        "others": Whole("asked from so many of other kinds in the kit", 1, 50),
    },
    reach=Reach.DESIGN,
    mends=(Mend.SWAP, Mend.SWAP_ANYWHERE),
    gives=_of_kind,
    unit=MOVEMENTS,
    way_out="more movements of one kind in a class",
    yields=Yields.COMPOSITION,
)
