"""Day-to-day rules: recovery, variety from one class to the next, and gaps between repeats."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import takewhile

from grike.core.anatomy import FACTS, Muscle
from grike.core.focus import Focus
from grike.core.format import FORMAT_NAMES
from grike.core.kit import KIT_NAMES
from grike.core.rules.base import (
    About,
    Finding,
    Key,
    Place,
    Row,
    Rule,
    Whole,
    aimed,
    row_weight,
    setting,
)
from grike.core.rules.class_facts import MAIN_SHARE, ClassFacts
from grike.core.rules.facts import Facts
from grike.core.rules.scope import Bay, FixedClass, Scope
from grike.core.series import Slot
from grike.core.sheet import Mode, RuleSetting

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


def _check_format(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for before, after in facts.pairs():
        mine, theirs = after.design.main_format(), before.design.main_format()
        if mine == theirs and mine:
            yield Finding(
                "D2",
                line.mode,
                Place(after.slot.week, after.slot.index),
                f"{FORMAT_NAMES[mine]} again, as in the class before.",
                "Choose another format for one of the two.",
                cost=line.weight if line.mode is Mode.AIM else 0,
            )


def _check_kit(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for before, after in facts.pairs():
        if before.design.kit == after.design.kit:
            names = ", ".join(KIT_NAMES[kit] for kit in sorted(after.design.kit)) or "body weight"
            yield Finding(
                "D3",
                line.mode,
                Place(after.slot.week, after.slot.index),
                f"The same kit as in the class before: {names}.",
                "Choose other kit for one of the two.",
                cost=line.weight if line.mode is Mode.AIM else 0,
            )


@dataclass(frozen=True, slots=True)
class _Use:
    order: int
    slot: Slot


def _check_d4(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    gap, per_week = line.whole("gap"), line.whole("per_week")
    last: dict[str, _Use] = {}
    counts: dict[tuple[int, str], int] = {}
    order = {slot.index: number for number, slot in enumerate(facts.shape.slots())}
    for member in facts.classes:
        slot = member.slot
        number = order.get(slot.index, slot.index)
        use = _Use(number, slot)
        for block, place, movement in member.work_movements:
            if member.design.blocks[block].items[place].carried:
                last[movement.id] = use
                continue
            before = last.get(movement.id)
            between = number - before.order - 1 if before else gap
            if before and before.slot.index != slot.index and between < gap:
                yield _repeat(
                    line,
                    Place(slot.week, slot.index, block, place),
                    About("gap", movement.id, -1),
                    f"{movement.name} comes back after {between} "
                    f"{'class' if between == 1 else 'classes'} ({before.slot.label}); "
                    f"{gap} are wanted between.",
                )
            key = (slot.week, movement.id)
            if before is None or before.slot.index != slot.index:
                counts[key] = counts.get(key, 0) + 1
                if counts[key] > per_week:
                    yield _repeat(
                        line,
                        Place(slot.week, slot.index, block, place),
                        About("use", movement.id, -1),
                        f"{movement.name} is used {counts[key]} times in the week.",
                    )
            last[movement.id] = use


def _repeat(line: RuleSetting, place: Place, about: About, what: str) -> Finding:
    return Finding(
        "D4",
        line.mode,
        place,
        what,
        "Swap it for one of the alternatives.",
        cost=line.weight if line.mode is Mode.AIM else 0,
        about=about,
    )


def _rows_d4(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """What is carried on in a class that stays counts for what comes after it, not before."""
    gap, per_week = line.whole("gap"), line.whole("per_week")
    classes = list(scope.by_slot())
    uses: dict[str, list[tuple[Slot, Key | None]]] = {}
    held: dict[str, set[int]] = {}
    for slot, bays, fixed in classes:
        for movement_id in sorted(fixed.movement_ids) if fixed else ():
            uses.setdefault(movement_id, []).append((slot, None))
            if fixed and movement_id in fixed.carried:
                held.setdefault(movement_id, set()).add(slot.index)
        for bay in bays:
            for choice in bay.choices:
                if not choice.carried:
                    uses.setdefault(choice.movement.id, []).append((slot, choice.key))
    for movement_id, places in uses.items():
        groups: dict[str, list[tuple[Slot, Key | None]]] = {}
        for slot, key in places:
            if slot.index in held.get(movement_id, ()):
                groups.setdefault(f"gap {slot.index}", []).append((slot, key))
                continue
            for start in range(max(0, slot.index - gap), slot.index + 1):
                groups.setdefault(f"gap {start}", []).append((slot, key))
            groups.setdefault(f"week {slot.week + 1}", []).append((slot, key))
        for name, members in groups.items():
            keys = [key for _, key in members if key is not None]
            taken = len(members) - len(keys)
            allowed = per_week if name.startswith("week") else 1
            if keys and len(keys) > max(0, allowed - taken):
                week = members[0][0].week + 1
                yield Row(
                    "D4",
                    f"week {week}, {movement_id}",
                    tuple((key, 1) for key in keys),
                    high=max(0, allowed - taken),
                    weight=row_weight(line),
                )


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
)
D2 = Rule(
    "D2",
    "Formats differ from day to day",
    "The format differs from the class before.",
    "A week of one format feels the same every day.",
    "practice",
    setting(Mode.AIM, 12),
    _check_format,
    held_by="skeleton",
)
D3 = Rule(
    "D3",
    "Kit differs from day to day",
    "The kit differs from the class before.",
    "New kit makes a known movement new, and spares the same joints and grip.",
    "practice",
    setting(Mode.AIM, 12),
    _check_kit,
    held_by="skeleton",
)
D4 = Rule(
    "D4",
    "A movement does not come back too soon",
    "At least {gap} classes lie between two uses of a movement, and a week uses it at most "
    "{per_week} times, unless it is carried.",
    "What turns up two days running is noticed, and loads the same tissue again.",
    "practice",
    setting(Mode.MUST, 12, gap=3, per_week=1),
    _check_d4,
    _rows_d4,
    numbers={
        "gap": Whole("classes between two uses", 0, 20),
        "per_week": Whole("most uses a week", 1, 7),
    },
)
