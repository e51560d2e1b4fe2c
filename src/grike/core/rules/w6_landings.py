"""The week rule on jumps: no jump days in a row, and ground contacts under the cap of the level."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from itertools import pairwise

from grike.core.bouts import Bout
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding, Place
from grike.core.movement import Movement
from grike.core.rows.row import LANDINGS, Key, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Rule, Topic, Whole, setting
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import alike, bout_amount

#: A week's cap is this many times that of a class.
WEEK_TO_CLASS = 2


CONTACTS = "ground contacts"


def jumps(movement: Movement) -> bool:
    """Return whether the main option of a movement leaves the ground."""
    return movement.impact >= 2


def cap_of(level: int, line: RuleSetting) -> int:
    """Return the most ground contacts of a class at a level."""
    return line.whole({1: "beginners", 2: "intermediate"}.get(level, "advanced"))


def contacts(bouts: tuple[Bout, ...]) -> int:
    """Return the ground contacts of some bouts, judged by the main option."""
    if not any(jumps(bout.movement) for bout in bouts):
        return 0
    total = Fraction(0)
    for kind, count in alike(bouts).items():
        if jumps(kind.movement):
            total += count * bout_amount(kind).reps * kind.movement.contacts_per_rep
    return int(total)


def contacts_of(member: ClassFacts) -> int:
    """Return the ground contacts of a class, worked out once for as long as it stays."""
    if CONTACTS not in member.kept:
        member.kept[CONTACTS] = contacts(member.work_bouts)
    landed: int = member.kept[CONTACTS]
    return landed


def _jump_day(member: ClassFacts) -> bool:
    return any(jumps(movement) for _, _, movement in member.work_movements)


def _check_w6(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    cap = cap_of(facts.shape.level, line)
    for before, after in pairwise(facts.classes):
        days = (after.slot.date - before.slot.date).days
        if days <= 1 and _jump_day(before) and _jump_day(after):
            yield Finding(
                "W6",
                line.mode,
                here(after),
                f"Jumps on {before.slot.label} and on {after.slot.label}, without a day between.",
                "Swap the jumps of one of the two classes for their low-impact options.",
                cost=aimed(line, 1),
                about=About("jump", "day", -1),
            )
    for week, members in facts.weeks.items():
        total = 0
        for member in members:
            landed = contacts_of(member)
            total += landed
            if landed > cap:
                yield _too_many(line, here(member), landed, cap, name="the class")
        if total > WEEK_TO_CLASS * cap:
            yield _too_many(line, Place(week), total, WEEK_TO_CLASS * cap, name=f"week {week + 1}")


def _too_many(line: RuleSetting, place: Place, count: int, cap: int, *, name: str) -> Finding:
    return Finding(
        "W6",
        line.mode,
        place,
        f"{count} ground contacts in {name}; {cap} are the most at this level.",
        "Shorten the jumps, or swap one for its low-impact option.",
        cost=aimed(line, -(-(count - cap) // 10)),
        about=About("jump", "contacts", -1),
    )


def _rows_w6(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    cap = cap_of(scope.group.level, line)
    jump_days: list[tuple[int, Key | None, bool]] = []
    dates = []
    for slot, bays, fixed in scope.by_slot():
        dates.append(slot)
        if fixed is not None:
            jump_days.append((slot.index, None, fixed.jumps))
            continue
        own = [c for bay in bays for c in bay.choices if jumps(c.movement)]
        if not own:
            jump_days.append((slot.index, None, False))
            continue
        day: Key = ("jump", slot.index)
        landed = tuple((c.key, c.contacts) for c in own)
        weight = row_weight(line)
        yield Row("W6", f"{slot.label}, contacts", landed, high=cap, weight=weight, scale=10)
        big = sum(bay.slots for bay in bays)
        ones = tuple((c.key, 1) for c in own)
        yield Row("W6", slot.label, (*ones, (day, -big)), high=0, aux=((day, 0, 1),))
        jump_days.append((slot.index, day, False))
    for week in scope.weeks():
        landed = tuple(scope.week_terms(week, lambda choice: choice.contacts))
        left = WEEK_TO_CLASS * cap - sum(fixed.contacts for fixed in scope.fixed_of_week(week))
        if landed:
            where = f"week {week + 1}, contacts"
            yield Row("W6", where, landed, high=left, weight=row_weight(line), scale=10)
    for (one, other), (first, second) in zip(pairwise(jump_days), pairwise(dates), strict=True):
        if (second.date - first.date).days > 1:
            continue
        keys = tuple((entry[1], 1) for entry in (one, other) if entry[1] is not None)
        taken = one[2] + other[2]
        if keys and len(keys) + taken > 1:
            where = f"{first.label} and {second.label}"
            yield Row("W6", where, keys, high=1 - taken, weight=row_weight(line))


def _of_jumps(movement: Movement, _: About) -> float:
    return float(jumps(movement))


W6 = Rule(
    "W6",
    "Jumps have a day between them, and a cap",
    "No jumps on days in a row; a class has at most {beginners} ground contacts for beginners, "
    "{intermediate} for intermediate and {advanced} for advanced groups, a week twice as many.",
    "Landings load tendons and joints for longer than muscles feel them.",
    "nsca4",
    setting(Mode.MUST, 1, beginners=100, intermediate=120, advanced=140),
    _check_w6,
    _rows_w6,
    numbers={
        "beginners": Whole("contacts a class, beginners", 0, 400),
        "intermediate": Whole("contacts a class, intermediate", 0, 400),
        "advanced": Whole("contacts a class, advanced", 0, 400),
    },
    mends=(
        Mend.SWAP,
        Mend.ANOTHER_DAY,
        Mend.LENGTH,
    ),
    gives=_of_jumps,
    unit=LANDINGS,
    way_out="more ground contacts a week, or fewer formats that jump",
    about=Topic.BODY,
)
