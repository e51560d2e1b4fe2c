"""D4: a movement does not come back too soon."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from grike.core.judging.facts import Facts
from grike.core.judging.finding import About, Finding, Place
from grike.core.judging.gives import of_itself
from grike.core.rows.row import Key, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Rule, Whole, Yields, setting
from grike.core.series import Slot
from grike.core.sheet import Mode, RuleSetting


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


class _May(NamedTuple):
    """A use that there is, where ``key`` is None, or may come to be. ``held``: carried on."""

    slot: Slot
    key: Key | None
    held: bool = False


def _rows_d4(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """What is carried on counts for what comes after it, not before: for classes that stay.

    Of what is still to be chosen, a movement that may be carried comes once a week anyway.
    """
    uses: dict[str, list[_May]] = {}
    stays_until: dict[str, int] = {}
    for slot, _, fixed in scope.by_slot():
        stays_until.update(dict.fromkeys(fixed.movement_ids if fixed else (), slot.index))
    for slot, bays, fixed in scope.by_slot():
        for movement_id in sorted(fixed.movement_ids) if fixed else ():
            held = fixed is not None and movement_id in fixed.carried
            uses.setdefault(movement_id, []).append(_May(slot, None, held))
        for bay in bays:
            for choice in bay.choices:
                name, held = choice.movement.id, choice.carried
                if not held or stays_until.get(name, -1) > slot.index:
                    uses.setdefault(name, []).append(_May(slot, choice.key, held))
    for movement_id, places in uses.items():
        yield from _a_week(movement_id, places, line)
        if line.mode is Mode.MUST:
            yield from _apart(movement_id, places, line)
        else:
            yield from _too_soon(movement_id, places, line)


def _at_most(movement_id: str, members: Sequence[_May], most: int, line: RuleSetting) -> Row | None:
    """Return the row that some uses are so many at most; None where they are anyway."""
    keys = [use.key for use in members if use.key is not None]
    left = max(0, most - (len(members) - len(keys)))
    if len(keys) <= left:
        return None
    where = f"week {members[0].slot.week + 1}, {movement_id}"
    return Row("D4", where, tuple((k, 1) for k in keys), high=left, weight=row_weight(line))


def _a_week(movement_id: str, places: Iterable[_May], line: RuleSetting) -> Iterator[Row]:
    weeks: dict[int, list[_May]] = {}
    for use in places:
        if not use.held:
            weeks.setdefault(use.slot.week, []).append(use)
    rows = (_at_most(movement_id, own, line.whole("per_week"), line) for own in weeks.values())
    yield from filter(None, rows)


def _apart(movement_id: str, places: Iterable[_May], line: RuleSetting) -> Iterator[Row]:
    """Yield the rows of a must: of classes so near that two uses are too many, one has it."""
    gap = line.whole("gap")
    windows: dict[int, list[_May]] = {}
    for use in places:
        first = use.slot.index if use.held else max(0, use.slot.index - gap)
        for start in range(first, use.slot.index + 1):
            windows.setdefault(start, []).append(use)
    rows = (_at_most(movement_id, near, 1, line) for near in windows.values())
    yield from filter(None, rows)


def _too_soon(movement_id: str, places: Sequence[_May], line: RuleSetting) -> Iterator[Row]:
    """Yield the rows of an aim: each use costs once that has any other too near before it."""
    gap = line.whole("gap")
    for number, after in enumerate(places):
        near = [b for b in places[:number] if 0 < after.slot.index - b.slot.index <= gap]
        stays = after.held or (after.key is None and any(b.key is None for b in near))
        if stays or not near:
            continue
        again: Key = ("again", movement_id, after.slot.index)
        where = f"{after.slot.label}, {movement_id}"
        yield Row("D4", where, ((again, 1),), None, 0, row_weight(line), aux=((again, 0, 1),))
        for before in near:
            keys = [use.key for use in (before, after) if use.key is not None]
            terms = (*((key, 1) for key in keys), (again, -1))
            yield Row("D4", where, terms, high=len(keys) - 1)


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
    mends=(
        Mend.SWAP,
        Mend.ANOTHER_DAY,
    ),
    gives=of_itself,
    way_out="let a movement come back sooner, or bring more kit into the room",
    yields=Yields.RETURNS,
)
