"""Last touches, once a plan stands: what no rule asks for and whoever teaches would change at once.

An easy form of what the group is past gives way to a harder one, a burst is one, and in a class
people get up and down less. A touch stays where the plan keeps every must that it kept and costs no
more.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import replace
from itertools import combinations

from grike.core.design import Block, ClassDesign
from grike.core.editing import handling_for, item_at, stands, with_block, with_item, work_blocks
from grike.core.finish import bursts
from grike.core.formats import LastBurst
from grike.core.item import Handling, Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.pool import pool_for
from grike.core.movement import Movement
from grike.core.pattern import Pattern, Tier
from grike.core.planner.assembly import reframed, unrest
from grike.core.planner.improve import Judged, judge
from grike.core.planner.run import Run
from grike.core.planner.taste import HARD_MET
from grike.core.purpose import Purpose
from grike.core.rules.p5_order import together
from grike.core.series import PlannedClass
from grike.core.swaps import places_of

#: Of so many movements that could stand for an easy form each is tried.
HARDER_TRIES = 6
#: And of so many that could stand for a burst which is none.
BURST_TRIES = 16
#: As hard as a burst need be for beginners, in times the energy of rest: estimated from those of
#: their level that leave nobody behind.
BRISK_MET = 5
#: The level that is for beginners: a group of another one is past its forms without a load.
FOR_BEGINNERS = 1
#: What a movement gives a class by its tier: one that goes is not followed by one that gives less.
WORTH = {Tier.MAIN: 2, Tier.SUPPORTING: 1, Tier.SMALL: 0}


def polished(run: Run, best: Judged) -> Judged:
    """Return a plan with the last touches that it takes, class by class."""
    free = {slot.index for slot in run.problem.open_slots()}
    for member in best.facts.classes:
        slot = member.slot.index
        if slot not in free or run.stop.requested():
            continue
        for movement_id in dict.fromkeys(m.id for _, _, m in member.work_movements):
            # A touch before may have changed the frame, and with it the number of the block.
            for spot in places_of(best.facts.class_at(slot).design, movement_id)[:1]:
                instead = instead_of(run, best, slot, spot)
                best = _with_another(run, best, slot, spot, instead=instead)
        best = _with_less_unrest(run, best, slot)
    return best


def _with_another(
    run: Run, best: Judged, slot: int, spot: tuple[int, int], *, instead: Sequence[Movement]
) -> Judged:
    """Return the plan with the first of some movements at a place that makes nothing worse.

    Before a burst people may get down once more: it is the last that they do.
    """
    member = best.facts.class_at(slot)
    most = unrest(member) + isinstance(member.design.blocks[spot[0]].format, LastBurst)
    for movement in instead:
        design = in_its_place(member.design, *spot, movement)
        if design is None or not stands(design, run.problem.library):
            continue
        tried = _tried(run, best, slot, design)
        if tried and unrest(tried.facts.class_at(slot)) <= most:
            return tried
    return best


def instead_of(run: Run, best: Judged, slot: int, spot: tuple[int, int]) -> list[Movement]:
    """Return what would be better at a place of a class than what stands there, the best first."""
    level, member = run.problem.plan.shape.level, best.facts.class_at(slot)
    now = run.problem.library[item_at(member.design, *spot).movement_id]
    present = set(member.design.movement_ids())
    shape = run.problem.plan.shape.on(member.slot)
    there = pool_for(shape, run.problem.library, member.design.kit)
    free = [other for other in there if other.id not in present]
    uses = Counter(i for own in best.facts.classes for i in own.design.movement_ids())
    if isinstance(member.design.blocks[spot[0]].format, LastBurst):
        return harder_bursts(free, now, uses, level)[:BURST_TRIES]
    return harder_forms(free, now, uses, level)[:HARDER_TRIES] if is_past(now, level) else []


def harder_bursts(
    free: Iterable[Movement], now: Movement, uses: Mapping[str, int], level: int
) -> list[Movement]:
    """Return what is harder than a burst that is none, the hardest first.

    Of what is as hard as it need be, what was used less comes first.
    """
    enough = HARD_MET if level > FOR_BEGINNERS else BRISK_MET

    def hard(movement: Movement) -> int:
        return min(enough, round(movement.met or 0))

    fitting = [movement for movement in free if bursts(movement) and hard(movement) > hard(now)]
    return sorted(fitting, key=lambda own: (-hard(own), uses.get(own.id, 0), own.id))


def _with_less_unrest(run: Run, best: Judged, slot: int) -> Judged:
    """Return the plan with movements of a class exchanged for as long as that makes it calmer."""
    calmer: Judged | None = best
    while calmer is not None:
        best = calmer
        member = best.facts.class_at(slot)
        tries = (_tried(run, best, slot, design) for design in _calmer(run, member))
        calmer = next((tried for tried in tries if tried is not None), None)
    return best


def is_past(movement: Movement, level: int) -> bool:
    """Return whether a group of a level is past a movement: a form for beginners without a load.

    What is for the pulse is as hard as it is fast.
    """
    if not movement.level <= FOR_BEGINNERS < level:
        return False
    loaded = movement.loadable or movement.fetched_kit
    return not loaded and movement.pattern is not Pattern.LOCOMOTION


def harder_forms(
    free: Iterable[Movement], easy: Movement, uses: Mapping[str, int], level: int
) -> list[Movement]:
    """Return what could stand for an easy form and is no form for beginners, the likest first.

    It works the same first, in the same pattern before another one in which it is no smaller.
    """
    own = easy.harder.movement_id if easy.harder else None

    def near(movement: Movement) -> tuple[bool, bool, int, str]:
        other = movement.pattern is not easy.pattern
        return (movement.id != own, other, uses.get(movement.id, 0), movement.id)

    return sorted(
        (m for m in free if m.level > FOR_BEGINNERS and _stands_for(m, easy, level)), key=near
    )


def _stands_for(movement: Movement, easy: Movement, level: int) -> bool:
    mine, theirs = ((m.targets[0], m.one_sided, m.pace) for m in (movement, easy))
    worth = WORTH[movement.tier_for(level)] >= WORTH[easy.tier_for(level)]
    return mine == theirs and (movement.pattern is easy.pattern or worth)


def in_its_place(
    design: ClassDesign, block: int, place: int, movement: Movement
) -> ClassDesign | None:
    """Return a class with another movement at a place, in the dose that stands there.

    What its block counts to is kept inside the movement's own. None where the place has something
    of its own (what is carried on, another option), or the dose is not one of the movement.
    """
    item, counts = item_at(design, block, place), getattr(design.blocks[block].format, "reps", None)
    dose = movement.dose
    plain = replace(item, seconds=None, reps=None, passes=(), handling=Handling.TWO_BOUTS)
    own = plain != Item(item.movement_id) or any(entry.movement for entry in item.passes)
    reps, held = item.reps, item.seconds is not None
    if own or (reps is not None and reps != dose.nearest_reps(reps)):
        return None
    if isinstance(counts, int) and reps is None and not held:
        kept = dose.nearest_reps(counts)
        reps = None if kept == counts else kept
    handling = handling_for(design, block, movement)
    instead = replace(item, movement_id=movement.id, reps=reps, handling=handling)
    return with_item(design, block, place, instead)


def _calmer(run: Run, member: ClassFacts) -> Iterator[ClassDesign]:
    """Yield a class with blocks in another order that has less unrest then."""
    now = unrest(member)
    for design in _otherwise(run, member.design):
        if not stands(design, run.problem.library):
            continue
        planned = replace(member.planned, design=design)
        again = ClassFacts(planned, run.problem.library, member.known, member.pace)
        if unrest(again) < now:
            yield design


def _otherwise(run: Run, design: ClassDesign) -> Iterator[ClassDesign]:
    """Yield a class with a block in another order, then with two blocks alike exchanged."""
    numbers = work_blocks(design)
    for number in numbers:
        block = design.blocks[number]
        for items in _orders(run, block):
            yield with_block(design, number, replace(block, items=items))
    for one, other in combinations(numbers, 2):
        first, second = design.blocks[one], design.blocks[other]
        if (first.format, first.role) == (second.format, second.role):
            again = with_block(design, one, replace(first, items=second.items))
            yield with_block(again, other, replace(second, items=first.items))


def _orders(run: Run, block: Block) -> Iterator[tuple[Item, ...]]:
    """Yield the items of a block with what begins on the feet first, and with two exchanged.

    What belongs together, as a pair does, comes first together.
    """
    size, count = together(block.format), len(block.items)
    groups = [block.items[at : at + size] for at in range(0, count, size)]
    groups.sort(key=lambda group: not run.problem.library[group[0].movement_id].upright)
    yield tuple(item for group in groups for item in group)
    for one, other in combinations(range(count), 2):
        items = list(block.items)
        items[one], items[other] = items[other], items[one]
        yield tuple(items)


def _tried(run: Run, best: Judged, slot: int, design: ClassDesign) -> Judged | None:
    """Return the plan with a class otherwise; None where it breaks more musts or costs more.

    Where the work begins with something else, its warm-up may have to lead there; where less has to
    be shown, warm-up and cool-down take the time.
    """
    member = best.facts.class_at(slot)
    planned = replace(member.planned, design=design)
    tried = _judged(run, best, planned)
    other_start = _first_of_work(design) != _first_of_work(member.design)
    if other_start or (_worth(tried) <= _worth(best) and tried.remarks > best.remarks):
        framed = reframed(run.problem, run.settings, planned, member.known, seed=run.seed)
        tried = min(tried, _judged(run, best, framed), key=lambda own: (_worth(own), own.remarks))
    return tried if _worth(tried) <= _worth(best) and tried.remarks <= best.remarks else None


def _judged(run: Run, best: Judged, planned: PlannedClass) -> Judged:
    return judge(run.problem, run.settings, best.plan.with_class(planned), best.facts)


def _worth(judged: Judged) -> tuple[tuple[int, int], int]:
    """Return (musts broken, cost), what counts first before what counts then."""
    return judged.broken, judged.cost


def _first_of_work(design: ClassDesign) -> str:
    return next(item.movement_id for _, _, item in design.items(Purpose.WORK))
