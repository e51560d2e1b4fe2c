"""What a week carries on from the week before, and the lever by which each of it progresses.

Levers are tried in the order of the series: more reps or seconds, then the harder option, then
load, unless it says otherwise. Rounds and rest belong to the format of the class and come first
where they happen to rise. In a lighter week what is carried only has to come back.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from typing import Any

from grike.core.bouts import Bout
from grike.core.design import Block, ClassDesign, Purpose
from grike.core.errors import InvalidInput
from grike.core.expansion import steps
from grike.core.focus import Focus, on_focus
from grike.core.format import TimedCircuit
from grike.core.item import Item, Level
from grike.core.kit import Kit
from grike.core.movement import Library, Movement, Pace
from grike.core.planner.run import Run
from grike.core.planner.selection import Carry
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import Variant
from grike.core.progression import Asked, Lever, asked, progressed
from grike.core.rules.carry import asked_of
from grike.core.rules.facts import ClassFacts
from grike.core.rules.steps import is_lighter
from grike.core.sheet import Mode
from grike.core.volume import volume_of_bouts

REPS_MORE, SECONDS_MORE = 2, 5
LOADABLE = frozenset(
    {Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM, Kit.DUMBBELL_HEAVY, Kit.KETTLEBELL, Kit.MEDICINE_BALL}
)
#: What is carried lies on the focus by this much, so that the rest of the class stays free.
LEAST_ON_FOCUS = 0.6
#: Movements to a slot in a circuit, where left and right of one take two.
MOVEMENTS_TO_A_SLOT = 0.8


def carries(run: Run, cells: Sequence[Cell], part: float) -> dict[int, dict[str, Carry]]:
    """Return what each cell of one week carries on, by slot index and movement id.

    ``part`` of the share that D7 asks for. Empty in the first week and where the rule is off.
    """
    line = run.problem.plan.sheet["D7"]
    if line.mode is Mode.OFF or not cells:
        return {}
    week = cells[0].slot.week
    before = _last_full_week(run, week)
    share = part * float(line.numbers["share"]) / 100
    out: dict[int, dict[str, Carry]] = {}
    taken: set[str] = set()
    for cell in cells:
        size = cell.variant.slots
        if cell.variant.doubles:
            size = round(size * MOVEMENTS_TO_A_SLOT)
        own: dict[str, Carry] = {}
        room = cell.variant.slots // 2
        for carry in _possible(run, cell, before, week):
            name = carry.movement.id
            needs = cell.variant.slots_for(carry.movement)
            if len(own) >= round(share * size) or name in taken or needs > room:
                continue
            own[name] = carry
            taken.add(name)
            room -= needs
        out[cell.slot.index] = own
    return out


def _last_full_week(run: Run, week: int) -> list[ClassFacts]:
    """Return the classes of the last full week before a week, in order."""
    line = run.problem.plan.sheet["W7"]
    weeks = {f.slot.week for f in run.facts.values() if f.slot.week < week}
    full = [w for w in weeks if not is_lighter(w, line)]
    return [f for _, f in sorted(run.facts.items()) if full and f.slot.week == max(full)]


def _possible(run: Run, cell: Cell, before: Sequence[ClassFacts], week: int) -> Iterator[Carry]:
    """Yield what a cell could carry, the same weekday first, then what fits the focus best."""
    library = run.problem.library
    allowed = {movement.id for movement in cell.theme.movements}
    lighter = is_lighter(week, run.problem.plan.sheet["W7"])
    ranked: list[tuple[bool, float, str, ClassFacts]] = []
    for member in before:
        for _, _, movement in member.work_movements:
            fits = movement.id in allowed and cell.variant.suits(movement)
            share = 1.0 if cell.focus is Focus.WHOLE else float(on_focus(movement, cell.focus))
            if fits and share >= LEAST_ON_FOCUS:
                other_day = member.slot.weekday != cell.slot.weekday
                ranked.append((other_day, -share, movement.id, member))
    for _, _, movement_id, member in sorted(ranked, key=lambda entry: entry[:3]):
        then = asked_of(member, movement_id)
        if then is not None:
            found = _carried(run, cell, library[movement_id], None if lighter else then)
            if found is not None:
                yield found


def _carried(run: Run, cell: Cell, movement: Movement, then: Asked | None) -> Carry | None:
    """Return the movement with the first lever that asks more than ``then``; None without one."""
    yardstick = run.problem.plan.sheet.yardstick
    order = run.problem.plan.shape.wishes.levers
    for item in levers(cell.variant, movement, then, order):
        bouts = _bouts(cell.variant, replace(item, carried=True), run.problem.library)
        now = asked(_design(cell.variant, item), bouts)
        if now is not None and (then is None or progressed(then, now)):
            training = volume_of_bouts(bouts).training.get(yardstick, 0)
            seconds = 0 if cell.variant.uniform else sum(bout.seconds for bout in bouts)
            return Carry(movement, replace(item, carried=True), int(100 * training), seconds)
    return None


def levers(
    variant: Variant[Any],
    movement: Movement,
    then: Asked | None,
    order: Sequence[Lever] = tuple(Lever),
) -> Iterator[Item]:
    """Yield items that ask ever more of a movement in a variant, by the order of the levers.

    Last come two levers at once, for where a format of shorter bouts would ask for less.
    """
    if not variant.carries:
        return
    base = variant.item_for(movement)
    yield base
    if then is None:
        return
    more = _more_of(variant, movement, base, then)
    pulled: dict[Lever, Item] = {Lever.DOSE: more} if more else {}
    if movement.harder is not None:
        pulled[Lever.OPTION] = replace(base, level=Level.HARDER)
    if LOADABLE & set(movement.kit):
        pulled[Lever.LOAD] = replace(base, load_step=then.load + 1)
    yield from (pulled[lever] for lever in order if lever in pulled)
    if more:
        reps, seconds = more.reps, more.seconds
        others = [lever for lever in order if lever in pulled and lever is not Lever.DOSE]
        yield from (replace(pulled[lever], reps=reps, seconds=seconds) for lever in others)


def _more_of(variant: Variant[Any], movement: Movement, base: Item, then: Asked) -> Item | None:
    """Return an item of more reps or seconds; None where dose or format have no room for it."""
    fmt = variant.format
    if variant.counted and movement.pace is not Pace.STILL:
        reps = max(base.reps or variant.usual_reps, then.reps) + REPS_MORE
        return replace(base, reps=reps) if reps <= movement.dose.reps[1] else None
    if isinstance(fmt, TimedCircuit) and fmt.work_seconds + SECONDS_MORE <= 60:
        return replace(base, seconds=fmt.work_seconds + SECONDS_MORE)
    return None


def _design(variant: Variant[Any], item: Item) -> ClassDesign:
    block = Block(Purpose.WORK, variant.format, (item,))
    return ClassDesign("carried", Focus.WHOLE, 7200, (block,))


def _bouts(variant: Variant[Any], item: Item, library: Library) -> list[Bout]:
    try:
        return [s for s in steps(_design(variant, item), library) if isinstance(s, Bout)]
    except InvalidInput:
        return []


def items_of(carried: Mapping[str, Carry]) -> dict[str, Item]:
    """Return the items of what a class carries, by movement id."""
    return {name: carry.item for name, carry in carried.items()}
