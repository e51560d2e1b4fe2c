"""Rules on how the week is spread: planes, endurance and strength, families and who owns them."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from fractions import Fraction

from grike.core.anatomy import FACTS, Muscle
from grike.core.movement import Family, Movement, Pace, Plane
from grike.core.rules.base import (
    TWELFTHS,
    About,
    Finding,
    Key,
    Number,
    Place,
    Reach,
    Row,
    Rule,
    Whole,
    aimed,
    missed,
    plain,
    row_weight,
    setting,
)
from grike.core.rules.class_facts import ClassFacts
from grike.core.rules.facts import Facts, here
from grike.core.rules.scope import Scope
from grike.core.sheet import Mode, RuleSetting
from grike.core.work import pace_of

PLANES = (Plane.FRONTAL, Plane.TRANSVERSE)
#: More reps than this in a set is work for endurance (ACSM 2009, from memory).
STRENGTH_REPS = 15


def _check_w5(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    least = line.numbers["least"]
    for week, volume in facts.week_volumes.items():
        total = volume.total.sets
        for plane in PLANES:
            sets = volume.planes.get(plane, Fraction(0))
            under = missed(least * total / 100 - sets, Fraction(1, TWELFTHS))
            if under:
                yield Finding(
                    "W5",
                    line.mode,
                    Place(week),
                    f"{plain(100 * sets / total)} % of the sets go in the {plane.value} plane; "
                    f"at least {plain(least)} % are wanted.",
                    f"Swap a movement in week {week + 1} for one that goes "
                    f"{'sideways' if plane is Plane.FRONTAL else 'round'}.",
                    cost=aimed(line, under),
                    about=About("plane", plane.value),
                )


def _rows_w5(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    least = line.numbers["least"]
    scale = 100 * least.denominator
    for week in scope.weeks():
        fixed = scope.fixed_of_week(week)
        known = sum((f.volume.total.sets for f in fixed), Fraction(0))
        for plane in PLANES:
            there = sum((f.volume.planes.get(plane, Fraction(0)) for f in fixed), Fraction(0))
            terms = tuple(
                (c.key, (scale * (c.movement.plane is plane) - least.numerator) * c.sets)
                for bay in scope.bays_of_week(week)
                for c in bay.choices
            )
            low = int((least.numerator * known - scale * there) * TWELFTHS)
            where = f"week {week + 1}, {plane.value} plane"
            yield Row("W5", where, terms, low=low, weight=row_weight(line), scale=scale)


def is_strength(member: ClassFacts) -> bool:
    """Return whether at least half of a class's sets are counted to 15 reps a side or fewer.

    Holds have no reps and say nothing either way.
    """
    strong = everything = 0
    for bout in member.work_bouts:
        if pace_of(bout.item, bout.movement) is Pace.STILL:
            continue
        everything += 1
        strong += bout.reps is not None and bout.reps <= STRENGTH_REPS
    return everything > 0 and 2 * strong >= everything


def _check_w8(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    low, high = line.whole("least"), line.whole("most")
    for week, members in facts.weeks.items():
        if len(members) < 2:
            continue
        strong = sum(1 for member in members if is_strength(member))
        share = Fraction(100 * strong, len(members))
        if low <= share <= high:
            continue
        # A band that no whole number of classes can meet asks for the nearest number.
        off = min(abs(strong - n) for n in strength_counts(len(members), line))
        if off:
            lacking = "strength" if share < low else "endurance"
            yield Finding(
                "W8",
                line.mode,
                Place(week),
                f"{strong} of {len(members)} classes are for strength; {low} to {high} % are "
                "wanted.",
                f"Change a class of week {week + 1} to a format for {lacking}.",
                cost=aimed(line, off),
                about=About("kind", lacking),
            )


def strength_counts(classes: int, line: RuleSetting) -> list[int]:
    """Return how many strength classes a week may have: those in the band, or the nearest."""
    low, high = line.numbers["least"], line.numbers["most"]
    inside = [n for n in range(classes + 1) if low * classes <= 100 * n <= high * classes]
    middle = (low + high) * classes / 200
    return inside or [min(range(classes + 1), key=lambda n: abs(n - middle))]


def _check_d5(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for week, members in facts.weeks.items():
        cap = max(line.whole("most"), len(members))
        uses = Counter(m.family for c in members for _, _, m in c.work_movements)
        for family, count in uses.items():
            if count > cap:
                yield Finding(
                    "D5",
                    line.mode,
                    Place(week),
                    f"{family_name(family)} is used {count} times in the week; {cap} times are "
                    "wanted at most.",
                    f"Swap one of them for another family in week {week + 1}.",
                    cost=aimed(line, count - cap),
                    about=About("family", family.value, -1),
                )


def family_name(family: Family) -> str:
    """Return a family for people."""
    return family.value.replace("-", " ").capitalize()


def _rows_d5(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for week in scope.weeks():
        bays, fixed = scope.bays_of_week(week), scope.fixed_of_week(week)
        cap = max(line.whole("most"), len(bays) + len(fixed))
        there = Counter(family for f in fixed for family in f.families)
        terms: dict[Family, list[tuple[Key, int]]] = {}
        for bay in bays:
            for choice in bay.choices:
                terms.setdefault(choice.movement.family, []).append((choice.key, 1))
        for family, own in terms.items():
            where = f"week {week + 1}, {family.value}"
            high = cap - there[family]
            yield Row("D5", where, tuple(own), high=high, weight=row_weight(line))


def owner_problem(movement: Movement, weekday: int, owned: dict[str, int]) -> str:
    """Return the owned family or group that a movement takes from another day; "" if none."""
    keys = [movement.family.value, *(muscle.value for muscle in movement.targets)]
    return next((key for key in keys if owned.get(key, weekday) != weekday), "")


def _owned_name(key: str) -> str:
    if key in {muscle.value for muscle in Muscle}:
        return FACTS[Muscle(key)].name
    return family_name(Family(key))


def _check_d6(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    owned = dict(facts.sheet.owned)
    if not owned:
        return
    for member in facts.classes:
        for block, place, movement in member.work_movements:
            key = owner_problem(movement, member.slot.weekday, owned)
            if key:
                yield Finding(
                    "D6",
                    line.mode,
                    here(member, block, place),
                    f"{movement.name}: {_owned_name(key).lower()} is kept for another day of the "
                    "week.",
                    "Swap it for another family, or give the family free.",
                    cost=aimed(line, 1),
                )


def _rows_d6(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    if not scope.group.owned:
        return
    owned = dict(scope.group.owned)
    for bay in scope.bays:
        terms = tuple(
            (c.key, 1) for c in bay.choices if owner_problem(c.movement, bay.slot.weekday, owned)
        )
        if terms:
            yield Row("D6", bay.slot.label, terms, high=0, weight=row_weight(line))


W5 = Rule(
    "W5",
    "The week moves sideways and round as well",
    "At least {least} % of the week's sets in the frontal and in the transverse plane each.",
    "Life and sport do not only go forwards.",
    "practice",
    setting(Mode.AIM, 1, least=15),
    _check_w5,
    _rows_w5,
    numbers={"least": Number("least share of each plane (%)", 0, 33)},
    reach=Reach.WEEK,
)
W8 = Rule(
    "W8",
    "Strength and endurance share the week",
    "{least} to {most} % of the week's classes are for strength: most of their sets are counted "
    "to fifteen reps or fewer.",
    "Heavier, shorter sets and long, light ones train different things.",
    "acsm2009",
    setting(Mode.AIM, 12, least=20, most=80),
    _check_w8,
    held_by="skeleton",
    numbers={
        "least": Number("least share of strength classes (%)", 0, 100),
        "most": Number("most (%)", 0, 100),
    },
    reach=Reach.WEEK,
)
D5 = Rule(
    "D5",
    "No family takes over the week",
    "A family is used at most {most} times a week, or once a class if that is more.",
    "Five kinds of squat are still squats.",
    "practice",
    setting(Mode.AIM, 2, most=3),
    _check_d5,
    _rows_d5,
    numbers={"most": Whole("uses a week", 1, 21)},
    reach=Reach.WEEK,
)
D6 = Rule(
    "D6",
    "What one class owns, no other uses",
    "A family or muscle group that is given to one day of the week is left out on the others.",
    "A class given over to bridges is only special while no other day has them.",
    "practice",
    setting(Mode.MUST, 12),
    _check_d6,
    _rows_d6,
    reach=Reach.CLASS,
)
