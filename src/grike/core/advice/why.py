"""Why this, and why not that: reasons for a movement or for what a class is, by the rule checks.

Nothing is solved here. What is taken out or put in is judged by the same checks as any plan, so a
reason is always a finding that would come, with its rule.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction

from grike.core.advice.alternatives import Alternative, alternatives
from grike.core.advice.place import there_for
from grike.core.anatomy import FACTS
from grike.core.cautions import CAUTION_NAMES
from grike.core.editing import item_at, swapped, with_block, work_blocks
from grike.core.errors import InvalidInput
from grike.core.focus import FOCUS_NAMES, Focus, on_focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.figures import sets_words
from grike.core.judging.pool import suits_level, ways_out_missing
from grike.core.kit import KIT_NAMES
from grike.core.movement import Movement, Role
from grike.core.pairs import pairs_of, reason
from grike.core.rules import Facts, Finding, broken_musts, cost_by_rule, findings, found_with
from grike.core.rules.c1_focus import C1
from grike.core.rules.c3_once import C3
from grike.core.rules.c9_kit import C9
from grike.core.rules.c12_ways_out import C12
from grike.core.rules.d1_recovery import D1, HEART, too_close
from grike.core.rules.d2_formats import D2
from grike.core.rules.d3_kit import D3
from grike.core.rules.g1_cautions import G1
from grike.core.rules.g2_never import G2
from grike.core.series import LEVEL_NAMES
from grike.core.sharing import has_kit
from grike.core.sheet import Mode
from grike.core.volume import bout_amount, muscle_shares


@dataclass(frozen=True, slots=True)
class Reason:
    """One reason in a sentence, with the rule it comes from ("" where no rule says it)."""

    rule: str
    text: str


@dataclass(frozen=True, slots=True)
class WhyMovement:
    """What a movement is there for and gives, what would be found without it, the best else."""

    there_for: tuple[str, ...]
    gives: tuple[str, ...]
    without: tuple[Reason, ...]
    best_instead: Alternative | None


@dataclass(frozen=True, slots=True)
class WhyNot:
    """Why a movement does not stand in a class. ``place``: (block, item) where it would cost least.

    ``never``: reasons that hold wherever it is put; ``there``: what would be found at that place.
    """

    never: tuple[Reason, ...]
    place: tuple[int, int] | None
    instead_of: str
    cost_change: int
    musts_broken: int
    there: tuple[Reason, ...]


def _new(facts: Facts, changed: ClassFacts, before: Sequence[Finding]) -> tuple[list[Finding], int]:
    new, after = found_with(facts, changed.planned, before)
    return new, sum(cost_by_rule(after).values()) - sum(cost_by_rule(before).values())


def _put(facts: Facts, member: ClassFacts, design: object) -> ClassFacts:
    planned = replace(member.planned, design=design)  # type: ignore[arg-type]
    return ClassFacts(planned, facts.library, member.known, member.pace)


def _reasons(found: Sequence[Finding]) -> tuple[Reason, ...]:
    ordered = sorted(found, key=lambda f: (f.remark, f.mode is not Mode.MUST, -f.cost))
    return tuple(dict.fromkeys(Reason(f.rule, f.what) for f in ordered))


def why_movement(facts: Facts, slot: int, block: int, place: int) -> WhyMovement:
    """Return why a movement stands where it does. Raises InvalidInput where none stands."""
    member = facts.class_at(slot)
    movement = facts.library[item_at(member.design, block, place).movement_id]
    inside = member.design.blocks[block]
    left = (*inside.items[:place], *inside.items[place + 1 :])
    before = findings(facts)
    try:
        without = with_block(member.design, block, replace(inside, items=left) if left else None)
        lost, _ = _new(facts, _put(facts, member, without), before)
    except InvalidInput:
        lost = []
    best = next(iter(alternatives(facts, slot, block, place, most=1)), None)
    bouts = [b for b in member.work_bouts if (b.block, b.place) == (block, place)]
    sets = sum((bout_amount(bout).sets for bout in bouts), Fraction(0))
    gives = [
        f"{FACTS[muscle].name}: {sets_words(share * sets)}"
        for muscle, share in sorted(muscle_shares(movement).items(), key=lambda e: -e[1])
    ]
    if movement.role is Role.WORK:
        share = on_focus(movement, member.design.focus)
        gives.append(f"{round(100 * float(share))} % of it lies on the focus of the class")
    told = tuple(there_for(facts, member, block, place))
    return WhyMovement(told, tuple(gives), _reasons(lost), best)


def _never(facts: Facts, member: ClassFacts, movement: Movement) -> Iterator[Reason]:
    """Yield what keeps a movement out of a class wherever it is put."""
    shape, name = facts.shape.on(member.slot), movement.name
    if movement.retired:
        yield Reason("", f"{name} is retired from the library.")
    if movement.role is not Role.WORK:
        yield Reason("", f"{name} is for {movement.role.value}, not for work.")
    if movement.level > shape.level:
        needed, group = LEVEL_NAMES.get(movement.level, ""), LEVEL_NAMES[shape.level]
        yield Reason("", f"{name} is for {needed}, and the group is {group}.")
    if not suits_level(movement, shape):
        yield Reason("", f"{name} is done sitting on a chair, and the group is on its feet.")
    lacks = ways_out_missing(movement) if movement.role is Role.WORK else ""
    if lacks:
        yield Reason(C12.id, f"{name} does not offer {lacks}.")
    short_of = {} if has_kit(movement, shape) else shape.room.missing(movement.kit, shape.heads)
    for kit, short in short_of.items():
        yield Reason(
            C9.id, f"{KIT_NAMES[kit].capitalize()} for {shape.heads} people: {short} short."
        )
    missing = movement.fetched_kit - member.design.kit
    if missing:
        names = ", ".join(KIT_NAMES[kit] for kit in sorted(missing))
        yield Reason("", f"The class is built on other kit; {name.lower()} needs {names}.")
    if movement.id in shape.wishes.never:
        yield Reason(G2.id, f"{name} was left out of this series.")
    for caution in shape.wishes.broken_by(movement):
        yield Reason(G1.id, f"{name} goes against a caution: {CAUTION_NAMES[caution]}.")
    if movement.id in member.design.movement_ids():
        yield Reason(C3.id, f"{name} is in this class already.")
    if movement.role is Role.WORK and not on_focus(movement, member.design.focus):
        focus = FOCUS_NAMES[member.design.focus].lower()
        yield Reason(C1.id, f"Nothing of it lies on the focus of the class, {focus}.")


def why_not(facts: Facts, slot: int, movement_id: str) -> WhyNot:
    """Return why a movement does not stand in a class, tried in every place of its work.

    Raises NotFound for an unknown movement.
    """
    member, movement = facts.class_at(slot), facts.library[movement_id]
    never = tuple(_never(facts, member, movement))
    before = findings(facts)
    best: tuple[tuple[int, int], tuple[int, int], list[Finding]] | None = None
    for block in work_blocks(member.design) if movement.role is Role.WORK else ():
        for place, _ in enumerate(member.design.blocks[block].items):
            design = swapped(member.design, block, place, movement_id, library=facts.library)
            found, cost = _new(facts, _put(facts, member, design), before)
            mark = (len(broken_musts(found)), cost)
            if best is None or mark < best[0]:
                best = (mark, (block, place), found)
    if best is None:
        return WhyNot(never, None, "", 0, 0, ())
    (musts, cost), at, found = best
    instead = facts.library[item_at(member.design, *at).movement_id].name
    return WhyNot(never, at, instead, cost, musts, _reasons(found))


def why_class(facts: Facts, slot: int) -> tuple[Reason, ...]:
    """Return why a class has its focus, its format and its kit: what each other choice would break.

    Only the rules between days are asked; what the movements would do is not tried.
    """
    return (*_why_shape(facts, slot), *_why_focus(facts, slot), *_why_neighbours(facts, slot))


def _why_shape(facts: Facts, slot: int) -> Iterator[Reason]:
    """Yield what the class is made of: its shape, and what its pairs are for."""
    design = facts.class_at(slot).design
    shape = facts.shape.class_shape(design.shape)
    if shape is not None:
        yield Reason("", f"Its shape is {shape.name.lower()}. {shape.sentence}")
    for block in design.blocks:
        for one, other in pairs_of(block, facts.library):
            if words := reason(one, other):
                yield Reason("", f"{one.name} with {other.name.lower()}: {words}.")


def _why_focus(facts: Facts, slot: int) -> Iterator[Reason]:
    member = facts.class_at(slot)
    line = D1.line(facts.sheet)
    menu = facts.shape.menu(member.slot.weekday)
    free: list[str] = []
    yield Reason("", f"The focus is {FOCUS_NAMES[member.design.focus].lower()}.")
    for focus in Focus:
        if focus is member.design.focus:
            continue
        name = FOCUS_NAMES[focus]
        if focus not in menu:
            yield Reason("", f"{name}: not on the menu of this day.")
            continue
        near = [
            other
            for other in facts.classes
            if other is not member
            and line.mode is not Mode.OFF
            and too_close(other.slot, member.slot, line)
            and (HEART[focus] & (HEART[other.design.focus] | other.main_groups))
        ]
        if near:
            muscles = HEART[focus] & (HEART[near[0].design.focus] | near[0].main_groups)
            names = ", ".join(FACTS[m].name.lower() for m in sorted(muscles))
            yield Reason(
                D1.id,
                f"{name}: {names} would be worked hard again too soon ({near[0].slot.label}).",
            )
        else:
            free.append(name.lower())
    if free:
        names = ", ".join(free)
        yield Reason("", f"The days around it would also allow: {names}.")


def _why_neighbours(facts: Facts, slot: int) -> Iterator[Reason]:
    place = next(n for n, m in enumerate(facts.classes) if m.slot.index == slot)
    member = facts.classes[place]
    around = [*facts.classes[max(0, place - 1) : place], *facts.classes[place + 1 : place + 2]]
    for other in around:
        look, kit = other.design.look(), other.design.kit
        if D2.on(facts.sheet) and look and look != member.design.look():
            name = facts.shape.look_name(other.design)
            what = "shape" if other.design.shape else "format"
            yield Reason(D2.id, f"{name} would be the {what} of {other.slot.label} once more.")
        if D3.on(facts.sheet) and kit != member.design.kit:
            names = ", ".join(KIT_NAMES[k] for k in sorted(kit)) or "body weight"
            yield Reason(
                D3.id, f"{names.capitalize()} would be the kit of {other.slot.label} again."
            )
