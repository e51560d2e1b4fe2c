"""A planned series is broken on purpose, in one way at a time, and the rule of that way says so."""

from __future__ import annotations

import unittest
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache, partial
from itertools import pairwise

from grike.core.anatomy import MAJOR_GROUPS, Muscle
from grike.core.cautions import Caution, breaks
from grike.core.design import ClassDesign
from grike.core.editing import swapped, with_block, with_item, work_blocks
from grike.core.focus import Focus, on_focus
from grike.core.item import Handling
from grike.core.kit import Kit, Room
from grike.core.library import Library
from grike.core.movement import Movement, Role
from grike.core.planner import Problem, plan
from grike.core.purpose import Purpose
from grike.core.rules import Facts, findings
from grike.core.rules.w6_landings import jumps
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.sheet import Mode
from grike.core.volume import class_volume
from grike.core.wishes import Pin, Wishes
from tests.builders import FULL, a_plan
from tests.core.test_planner import LIBRARY

WORK = LIBRARY.of_role(Role.WORK)
FEWEST = 150


@dataclass(frozen=True, slots=True)
class Broken:
    """A plan that was broken: the rule that must say so, how it was done, and the library."""

    rule: str
    how: str
    plan: SeriesPlan
    library: Library = LIBRARY


@lru_cache
def base() -> SeriesPlan:
    """Return a plan of two weeks that keeps what it must."""
    request = a_plan(room=FULL, weeks=2, weekdays=(0, 2, 4))
    made = plan(Problem(request, LIBRARY), None, 1).plan
    assert made is not None
    return made


def put(design: ClassDesign, planned: PlannedClass) -> SeriesPlan:
    return base().with_class(replace(planned, design=design))


def asked(**wishes: object) -> SeriesPlan:
    own = Wishes(**wishes)  # type: ignore[arg-type]
    return replace(base(), shape=replace(base().shape, wishes=own))


def shaped(**changes: object) -> SeriesPlan:
    return replace(base(), shape=replace(base().shape, **changes))  # type: ignore[arg-type]


def of_movements(planned: PlannedClass) -> Iterator[Broken]:
    """Yield breaks by one movement of a class."""
    design, label = planned.design, planned.slot.label
    block = work_blocks(design)[0]
    first, second = (item.movement_id for item in design.blocks[block].items[:2])
    yield Broken(
        "C3", f"twice on {label}", put(swapped(design, block, 1, first, library=LIBRARY), planned)
    )
    for purpose in (Purpose.WORK, Purpose.WARM_UP, Purpose.COOL_DOWN):
        name = design.movement_ids(purpose)[0]
        yield Broken("G2", f"never, {purpose} on {label}", asked(never=(name,)))
    for caution in Caution:
        bad = next(m for m in WORK if breaks(m, caution) and m.level <= 2)
        against = swapped(design, block, 0, bad.id, library=LIBRARY)
        wished = asked(cautions=(caution,))
        changed = wished.with_class(replace(planned, design=against))
        yield Broken("G1", f"{caution} on {label}", changed)
    hard = next(m for m in WORK if m.level == 3)
    above = put(swapped(design, block, 0, hard.id, library=LIBRARY), planned)
    yield Broken("G9", f"too hard on {label}", above)
    bare = [m if m.id != first else _without_easier(m) for m in LIBRARY]
    yield Broken("C12", f"no easier way on {label}", base(), Library(bare, "bare"))
    yield from _one_side(planned, block)
    gone = Room("Hall", dict.fromkeys(Kit, 1), 30)
    held = LIBRARY[first].kit or LIBRARY[second].kit
    if held:
        yield Broken("C9", f"too little kit on {label}", shaped(room=gone))


def _without_easier(movement: Movement) -> Movement:
    return replace(movement, easier=None)


def _one_side(planned: PlannedClass, block: int) -> Iterator[Broken]:
    design = planned.design
    for place, item in enumerate(design.blocks[block].items):
        if LIBRARY[item.movement_id].one_sided:
            left = with_item(design, block, place, replace(item, handling=Handling.LEFT))
            yield Broken("C4", f"left only on {planned.slot.label}", put(left, planned))
            return


def of_classes(planned: PlannedClass) -> Iterator[Broken]:
    """Yield breaks of a whole class."""
    design, label = planned.design, planned.slot.label
    others = tuple(p for p in base().classes if p != planned)
    yield Broken("G7", f"no class on {label}", replace(base(), classes=others))
    idle = replace(design, blocks=tuple(b for b in design.blocks if b.purpose is not Purpose.WORK))
    yield Broken("G7", f"no work on {label}", put(idle, planned))
    for purpose in (Purpose.WARM_UP, Purpose.COOL_DOWN):
        bare = replace(design, blocks=tuple(b for b in design.blocks if b.purpose is not purpose))
        yield Broken("C10", f"no {purpose} on {label}", put(bare, planned))
    long = replace(design, blocks=(*design.blocks, *design.blocks))
    yield Broken("C2", f"twice as long on {label}", put(long, planned))
    yield Broken(
        "C2", f"in a short slot on {label}", put(replace(design, slot_seconds=900), planned)
    )
    far = min((Focus.CORE, Focus.CHEST_SHOULDERS, Focus.LOWER), key=partial(share_on, design))
    yield Broken("C1", f"off its focus on {label}", put(replace(design, focus=far), planned))
    menu = {planned.slot.weekday: frozenset(set(Focus) - {design.focus})}
    yield Broken("G8", f"off the menu on {label}", shaped(menus=menu))
    kinds = frozenset(p.design.main_format() for p in base().classes) - {design.main_format()}
    yield Broken("G8", f"another format on {label}", shaped(formats=kinds))
    week, day = planned.slot.week + 1, planned.slot.weekday
    focus = next(f for f in Focus if f is not design.focus)
    other = next(k for k in ("superset", "ladder") if k != design.main_format())
    for pin in (
        Pin(week, day, focus=focus),
        Pin(week, day, format=other),
        Pin(week, day, kit=(Kit.TOWEL, Kit.WALL)),
    ):
        yield Broken("G4", f"pinned {pin}", asked(pins=(pin,)))


def share_on(design: ClassDesign, focus: Focus) -> Fraction:
    """Return how much of a class is on a focus, movement by movement."""
    own = [LIBRARY[name] for name in design.movement_ids()]
    return sum((on_focus(movement, focus) for movement in own), Fraction(0)) / len(own)


def of_neighbours() -> Iterator[Broken]:
    """Yield breaks between a class and those around it."""
    classes = base().classes
    for before, after in pairwise(classes):
        copied = put(before.design, after)
        how = f"{before.slot.label} once more"
        yield from (Broken(rule, how, copied) for rule in ("D2", "D3", "D4"))
        lower = replace(before.design, focus=Focus.LOWER)
        pair = put(lower, before).with_class(replace(after, design=lower))
        daily = replace(pair, sheet=pair.sheet.with_line("D1", numbers={"hours": 168}))
        if Facts(pair, LIBRARY).classes[before.slot.index].main_groups:
            yield Broken("D1", f"{how}, as a focus", daily)
        name = before.design.movement_ids()[0]
        block = work_blocks(after.design)[0]
        soon = put(swapped(after.design, block, 0, name, library=LIBRARY), after)
        yield Broken("D4", f"{name} on the next day", soon)


def of_weeks() -> Iterator[Broken]:
    """Yield breaks of what a week or a series asks."""
    for planned in base().classes:
        half = planned.design
        for number in reversed(work_blocks(half)[1:]):
            half = with_block(half, number, None)
        # A last burst alone is too little for a week to fall below its step.
        left, whole = (class_volume(d, LIBRARY).total.seconds for d in (half, planned.design))
        if 3 * left <= 2 * whole and planned.slot.week == 1:
            yield Broken("W7", f"half of {planned.slot.label}", put(half, planned))
    there = {i for p in base().classes for i in p.design.movement_ids()}
    for movement in [m for m in WORK if m.id not in there and m.level <= 2][:12]:
        yield Broken("G3", f"{movement.id} wanted", asked(wanted=(movement.id,)))
    for muscle in list(Muscle)[:6]:
        strict = base().sheet.with_line("W1", mode=Mode.MUST, numbers={"least": 60})
        yield Broken("W1", f"sixty sets for {muscle}", replace(base(), sheet=strict))
    for rule, numbers in (
        ("W1b", {"least": 90}),
        ("W2", {"lower": 5, "upper": 5, "core": 90, "within": 1}),
        ("W8", {"least": 100, "most": 100}),
        ("W8", {"least": 0, "most": 0}),
    ):
        tight = base().sheet.with_line(rule, mode=Mode.MUST, numbers=numbers)
        yield Broken(rule, f"{rule} {numbers}", replace(base(), sheet=tight))
    jump = next(m for m in WORK if jumps(m) and m.level <= 2)
    none = base().sheet.with_line("W6", numbers={"intermediate": 0})
    for planned in base().classes:
        block = work_blocks(planned.design)[0]
        landed = put(swapped(planned.design, block, 0, jump.id, library=LIBRARY), planned)
        yield Broken("W6", f"a jump on {planned.slot.label}", replace(landed, sheet=none))
        worked = class_volume(planned.design, LIBRARY)
        if any(worked.muscle_sets(muscles) < 2 for muscles in MAJOR_GROUPS.values()):
            same = landed
            for other in (p for p in base().classes if p.slot.week == planned.slot.week):
                same = same.with_class(replace(other, design=planned.design))
            yield Broken("W4", f"all week as on {planned.slot.label}", same)


class EveryBreak(unittest.TestCase):
    def test_each_is_named_by_its_rule(self) -> None:
        """What a plan is broken by is found by the rule that stands for it, and was not before."""
        kept = {finding.key for finding in findings(Facts(base(), LIBRARY))}
        every = [
            *(broken for p in base().classes for broken in (*of_movements(p), *of_classes(p))),
            *of_neighbours(),
            *of_weeks(),
        ]
        unseen = []
        for broken in every:
            found = findings(Facts(broken.plan, broken.library))
            if not any(f.rule == broken.rule and f.key not in kept for f in found):
                unseen.append(f"{broken.rule}: {broken.how}")
        self.assertEqual(unseen, [])
        self.assertGreaterEqual(len(every), FEWEST)
        self.assertGreaterEqual(len(Counter(broken.rule for broken in every)), 20)
