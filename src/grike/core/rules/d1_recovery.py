"""D1: a muscle group rests between two classes that have it as their main focus."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from itertools import takewhile

from grike.core.anatomy import FACTS, Muscle
from grike.core.focus import Focus
from grike.core.judging.class_facts import MAIN_SHARE, ClassFacts
from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding, Place
from grike.core.judging.gives import of_muscle
from grike.core.rows.row import Key, Row, row_weight
from grike.core.rows.scope import Bay, FixedClass, Scope
from grike.core.rules.rule import Mend, Rule, Stage, Topic, Whole, setting
from grike.core.series import Slot
from grike.core.sheet import Mode, RuleSetting

_M = Muscle
#: What a focus all but surely makes a main focus: two classes that share one need a clear day.
HEART: dict[Focus, frozenset[Muscle]] = {
    Focus.LOWER: frozenset({_M.GLUTES, _M.QUADRICEPS, _M.HAMSTRINGS}),
    Focus.UPPER: frozenset({_M.CHEST, _M.LATS, _M.FRONT_DELTOID}),
    Focus.CORE: frozenset({_M.ABDOMINALS, _M.OBLIQUES}),
    Focus.WHOLE: frozenset(),
    Focus.LEGS_BACK: frozenset({_M.GLUTES, _M.QUADRICEPS, _M.LATS}),
    Focus.CHEST_SHOULDERS: frozenset({_M.CHEST, _M.FRONT_DELTOID}),
    Focus.GLUTES_ABS: frozenset({_M.GLUTES, _M.ABDOMINALS}),
    Focus.CONDITIONING: frozenset(),
}
HOURS_A_DAY = 24


def too_close(one: Slot, other: Slot, line: RuleSetting) -> bool:
    """Return whether less than the asked hours lie between two days: one clear day for 48 h."""
    return abs((other.date - one.date).days) * HOURS_A_DAY < line.whole("hours")


def _near(before: Sequence[ClassFacts], slot: Slot, line: RuleSetting) -> list[ClassFacts]:
    """Return the classes that lie too close before a slot, in order of date."""
    near = takewhile(lambda member: too_close(member.slot, slot, line), reversed(before))
    return list(near)[::-1]


def _check_d1(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for index, after in enumerate(facts.classes):
        for before in _near(facts.classes[:index], after.slot, line):
            both = before.main_groups & after.main_groups
            shared = sorted(both, key=list(Muscle).index)
            for muscle in shared:
                name = FACTS[muscle].name
                yield Finding(
                    "D1",
                    line.mode,
                    Place(after.slot.week, after.slot.index),
                    f"{name}: main focus on {before.slot.label} and again on {after.slot.label}, "
                    f"less than {line.whole('hours')} hours later.",
                    f"Swap a movement for the {name.lower()} in one of the two classes.",
                    cost=aimed(line, 1),
                    about=About("muscle", muscle.value, -1),
                )


def _rows_d1(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """``main`` is forced to 1 where a group reaches its share; two near classes share none."""
    classes = [entry for entry in scope.by_slot() if _focus(entry[1], entry[2]) is not Focus.WHOLE]
    marked: set[tuple[Muscle, int]] = set()
    for place, (slot, bays, fixed) in enumerate(classes):
        for other_slot, other_bays, other_fixed in classes[place + 1 :]:
            if not too_close(slot, other_slot, line):
                break
            if fixed and other_fixed:
                continue
            where = f"{slot.label} and {other_slot.label}"
            for muscle in Muscle:
                terms: list[tuple[Key, int]] = []
                taken = 0
                for own_slot, own_bays, own_fixed in (
                    (slot, bays, fixed),
                    (other_slot, other_bays, other_fixed),
                ):
                    if own_fixed is not None:
                        taken += muscle in own_fixed.main_groups
                        continue
                    terms.append((("main", muscle, own_slot.index), 1))
                    if (muscle, own_slot.index) not in marked:
                        marked.add((muscle, own_slot.index))
                        yield _main_row(own_slot, own_bays, muscle)
                name = f"{FACTS[muscle].name.lower()}, {where}"
                yield Row("D1", name, tuple(terms), high=1 - taken, weight=row_weight(line))


def _focus(bays: list[Bay], fixed: FixedClass | None) -> Focus:
    return bays[0].focus if fixed is None else fixed.focus


def _main_row(slot: Slot, bays: Iterable[Bay], muscle: Muscle) -> Row:
    """``100 S - 15 T - big * main <= -1``: the share reaches 15 % only where main is 1."""
    percent = int(MAIN_SHARE * 100)
    terms: list[tuple[Key, int]] = []
    big = 1
    for bay in bays:
        largest = 0
        for choice in bay.choices:
            value = 100 * choice.muscle(muscle) - percent * choice.all_muscles()
            terms.append((choice.key, value))
            largest = max(largest, value // choice.slots)
        big += largest * bay.slots
    key: Key = ("main", muscle, slot.index)
    where = f"{slot.label}, {FACTS[muscle].name.lower()}"
    return Row("D1", where, (*terms, (key, -big)), high=-1, aux=((key, 0, 1),))


D1 = Rule(
    "D1",
    "Focus groups rest 48 hours",
    "A muscle group that is main focus of a class has {hours} hours before it is main focus again.",
    "A hard-worked group needs a clear day to recover before it is worked hard again.",
    "acsm2011",
    setting(Mode.MUST, 12, hours=48),
    _check_d1,
    _rows_d1,
    numbers={"hours": Whole("hours between", 0, 168)},
    stages=(Stage.SKELETON, Stage.SELECTION),
    mends=(
        Mend.SWAP,
        Mend.ANOTHER_DAY,
    ),
    gives=of_muscle,
    way_out="leave a clear day between two classes, or open the focus menu of one of them",
    about=Topic.BODY,
)
