"""Rules for one group and one series: cautions, wishes, pinned days, how it begins and ends."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from grike.core.focus import FOCUS_NAMES
from grike.core.format import FORMAT_NAMES
from grike.core.kit import KIT_NAMES
from grike.core.rules.base import (
    About,
    Finding,
    Number,
    Place,
    Reach,
    Row,
    Rule,
    aimed,
    missed,
    plain,
    row_weight,
    setting,
)
from grike.core.rules.class_facts import ClassFacts
from grike.core.rules.facts import Facts, here
from grike.core.rules.scope import Scope, merge
from grike.core.sheet import Mode, RuleSetting
from grike.core.wishes import CAUTION_NAMES, Pin


def _check_g1(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    wishes = facts.shape.wishes
    for member in facts.classes if wishes.cautions else ():
        for done in member.done:
            for caution in wishes.cautions:
                if done.goes_against(caution):
                    yield Finding(
                        "G1",
                        line.mode,
                        here(member, done.block, done.place),
                        f"{done.words} goes against a caution of this group: "
                        f"{CAUTION_NAMES[caution]}.",
                        "Swap it for a movement that spares them.",
                        cost=aimed(line, 1),
                        about=About("caution", caution.value, -1),
                    )


def _check_g2(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    never = frozenset(facts.shape.wishes.never)
    for member in facts.classes if never else ():
        for block, place, movement in member.work_movements:
            if movement.id in never:
                yield Finding(
                    "G2",
                    line.mode,
                    here(member, block, place),
                    f"{movement.name} was to be left out of this series.",
                    "Swap it for one of the alternatives.",
                    cost=aimed(line, 1),
                )


def _check_g3(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    wanted = facts.shape.wishes.wanted
    if not wanted or len(facts.classes) < len(facts.shape.slots()):
        return
    there = {movement.id for member in facts.classes for _, _, movement in member.work_movements}
    for movement_id in wanted:
        if movement_id not in there and movement_id in facts.library:
            name = facts.library[movement_id].name
            yield Finding(
                "G3",
                line.mode,
                Place(),
                f"{name} is wanted and does not come in this series.",
                f"Swap {name.lower()} in where it fits.",
                cost=aimed(line, 1),
                about=About("wanted", movement_id),
            )


def _rows_g3(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    group = scope.group
    for week in scope.weeks():
        terms = scope.week_terms(week, lambda c: int(c.movement.id in group.wanted))
        there = {c.movement.id for bay in scope.bays_of_week(week) for c in bay.choices}
        low = min(group.wanted_now, len(there & group.wanted))
        if low:
            where = f"week {week + 1}"
            yield Row("G3", where, tuple(terms), low=low, weight=row_weight(line))


def _off_pin(member: ClassFacts, pin: Pin) -> str:
    """Return how a class is not what its day is pinned to; "" where it is."""
    design = member.design
    if pin.focus is not None and design.focus is not pin.focus:
        return f"This day is pinned to {FOCUS_NAMES[pin.focus].lower()}."
    if pin.format is not None and design.main_format() != pin.format:
        return f"This day is pinned to the format {FORMAT_NAMES[pin.format].lower()}."
    if pin.kit is not None and design.kit != frozenset(pin.kit):
        names = ", ".join(KIT_NAMES[kit] for kit in pin.kit) or "body weight"
        return f"This day is pinned to this kit: {names}."
    return ""


def _check_g4(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        pin = facts.shape.wishes.pin_of(member.slot.week, member.slot.weekday)
        what = _off_pin(member, pin) if pin is not None else ""
        if what:
            yield Finding(
                "G4",
                line.mode,
                here(member),
                what,
                "Plan this class again, or take the pin out.",
                cost=aimed(line, 1),
                about=About("format", pin.format) if pin and pin.format else None,
            )


def _training(facts: Facts, member: ClassFacts) -> Fraction:
    return member.volume.training.get(facts.sheet.yardstick, Fraction(0))


def _check_g5(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    slots = facts.shape.slots()
    last = next((m for m in facts.classes if slots and m.slot.index == slots[-1].index), None)
    if last is None:
        return
    others = [m for m in facts.weeks[last.slot.week] if m is not last]
    most = max((_training(facts, member) for member in others), default=Fraction(0))
    short = missed(most - _training(facts, last))
    if short:
        yield Finding(
            "G5",
            line.mode,
            here(last),
            f"The last class of the series asks {plain(_training(facts, last))}, another of its "
            f"week {plain(most)}.",
            "Lengthen its work or its rounds.",
            cost=aimed(line, short),
            about=About("volume", "class", 1),
        )


def _rows_g5(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    own = [bay for bay in scope.bays if bay.slot.index == scope.group.last_slot]
    if not own:
        return
    mine = [(c.key, c.training) for bay in own for c in bay.choices]
    for bay in scope.bays:
        if bay not in own and bay.slot.week == own[0].slot.week:
            theirs = [(c.key, -c.training) for c in bay.choices]
            terms = merge((mine, 1), (theirs, 1))
            yield Row("G5", bay.slot.label, terms, low=0, weight=row_weight(line), scale=100)
    for fixed in scope.fixed_of_week(own[0].slot.week):
        low = int(100 * fixed.volume.training.get(scope.group.yardstick, Fraction(0)))
        yield Row("G5", fixed.slot.label, tuple(mine), low=low, weight=row_weight(line), scale=100)


def _check_g6(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    week = facts.first_week
    movements = [m for member in facts.weeks.get(week, ()) for _, _, m in member.work_movements]
    known = sum(1 for movement in movements if movement.foundation)
    short = missed(line.numbers["share"] * len(movements) / 100 - known)
    if short:
        yield Finding(
            "G6",
            line.mode,
            Place(week),
            f"{known} of the {len(movements)} movements of the first week are foundation; "
            f"{plain(line.numbers['share'])} % are wanted.",
            "Swap a movement for one of the foundation.",
            cost=aimed(line, short),
            about=About("foundation", "week"),
        )


def _rows_g6(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    share = int(line.numbers["share"])
    for week in scope.weeks():
        if week != scope.group.first_week:
            continue
        terms = scope.week_terms(week, lambda c: 100 * c.movement.foundation - share)
        yield Row("G6", f"week {week + 1}", tuple(terms), low=0, weight=row_weight(line), scale=100)


G1 = Rule(
    "G1",
    "The group's cautions are kept",
    "No movement of a class, warm-up and cool-down included, goes against a caution of the group.",
    "What a group must be spared does not depend on what would balance the week.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g1,
    held_by="pool",
    reach=Reach.CLASS,
)
G2 = Rule(
    "G2",
    "What is never wanted stays out",
    "A movement that the director left out of the series is not used in it.",
    "There is always a reason, and it need not be told.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g2,
    held_by="pool",
    reach=Reach.CLASS,
)
G3 = Rule(
    "G3",
    "What is wanted comes",
    "A movement that the director wants is used at least once in the series.",
    "A series may be built towards a movement.",
    "practice",
    setting(Mode.AIM, 24),
    _check_g3,
    _rows_g3,
)
G4 = Rule(
    "G4",
    "Pinned days are what they are pinned to",
    "The class of a pinned day has the focus, the format or the kit that it is pinned to.",
    "Some days are promised to the people who come.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g4,
    held_by="skeleton",
    reach=Reach.CLASS,
)
G5 = Rule(
    "G5",
    "The series ends on its hardest class",
    "The last class holds at least as much training volume as any other of its week.",
    "A planned finish gives people something to look forward to.",
    "practice",
    setting(Mode.OFF, 1),
    _check_g5,
    _rows_g5,
)
G6 = Rule(
    "G6",
    "The first week teaches",
    "At least {share} % of the movements of the first week are foundation movements.",
    "What everything else is built on is shown first, and slowly.",
    "practice",
    setting(Mode.OFF, 2, share=60),
    _check_g6,
    _rows_g6,
    numbers={"share": Number("foundation movements (%)", 0, 100)},
)
