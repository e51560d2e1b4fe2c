"""D4: a movement does not come back too soon."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from grike.core.judging.facts import Facts
from grike.core.judging.finding import About, Finding, Place
from grike.core.rows.row import Key, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Rule, Whole, setting
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
    way_out="let a movement come back sooner, or bring more kit into the room",
)
