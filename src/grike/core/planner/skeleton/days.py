"""Rows of a skeleton about days: what rests, what changes from class to class, what failed."""

from __future__ import annotations

from collections.abc import Callable
from itertools import combinations, pairwise
from typing import Any

from grike.core.focus import Focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.library import Library
from grike.core.planner.asking import asked_in
from grike.core.planner.onward import LEANT, Onward, all_onward, serves
from grike.core.planner.skeleton.choices import Choices
from grike.core.planner.variants import Variant
from grike.core.progression import MOST_TIMES, Asked
from grike.core.rules.d1_recovery import D1, HEART, too_close
from grike.core.rules.d7_carrying import asked_of
from grike.core.rules.p7_anchors import P7, begins_anew
from grike.core.rules.rule import Rule
from grike.core.rules.w7_steps import W7, is_lighter
from grike.core.rules.w8_strength_days import W8, is_strength, strength_counts
from grike.core.sheet import Mode

#: After so many patterns that could not be filled, lifts need not come back.
ANCHOR_PATIENCE = 3


def recovery(choices: Choices) -> None:
    """D1: what is at the heart of two near classes must not be the same."""
    if not choices.on(D1):
        return
    line = D1.line(choices.sheet)
    for one, other in combinations(choices.task.problem.slots, 2):
        if not too_close(one, other, line):
            continue
        for f, first in choices.foci(one.index):
            for g, second in choices.foci(other.index):
                if HEART[f] & HEART[g]:
                    choices.model.add_bool_or([first.negated(), second.negated()])


def variety(choices: Choices, rule: Rule, features: Callable[[int], dict[object, Any]]) -> None:
    """Hold that a feature of a class, as a rule has it, is not that of the class before."""
    if not choices.on(rule):
        return
    line = rule.line(choices.sheet)
    order = choices.task.problem.slots
    for before, after in pairwise(order):
        ours = features(after.index)
        for feature, literal in features(before.index).items():
            if feature not in ours:
                continue
            if line.mode is Mode.MUST:
                choices.model.add(literal + ours[feature] <= 1)
            else:
                same = choices.model.new_bool_var("")
                choices.model.add(literal + ours[feature] <= 1 + same)
                choices.penalties.append((same, 1000 * line.weight))


def anchored(choices: Choices) -> None:
    """P7: a class has the focus, a kit and the shape in which its weekday's lifts come back.

    Where such weeks could not be filled it is let be: what comes back then is left to the filling.
    """
    if not choices.on(P7) or choices.task.problem.eased:
        return
    _worth_repeating(choices)
    if len(choices.task.refused) >= ANCHOR_PATIENCE:
        return
    for index, before in choices.before.items():
        anchors = choices.anchors(index)
        if not anchors.wanted:
            continue
        able = [
            choices.theme[index, number]
            for number, theme in enumerate(choices.themes)
            if len(anchors.ids & {m.id for m in theme.movements}) >= anchors.wanted
        ]
        same = (
            choices.focus.get((index, before.design.focus), 0),
            sum(able),
            sum(choices.variant[index, number] for number in _repeating(choices, index, before)),
        )
        line = P7.line(choices.sheet)
        for kept in same:
            other = choices.model.new_bool_var("")
            choices.model.add(kept + other >= 1)
            choices.penalties.append((other, 1000 * line.weight))


def leant_on(choices: Choices) -> None:
    """D7b: a class has a kit and a format in which later ones can ask for more of what it has.

    That is what the next week carries on from the class that stood in its slot.
    """
    problem = choices.task.problem
    needs = all_onward(problem.plan, choices.task.kept, choices.slots, problem.library)
    for index, needed in needs.items():
        unfit = [
            choices.theme[index, number]
            for number, theme in enumerate(choices.themes)
            if not needed.keys() <= {movement.id for movement in theme.movements}
        ]
        unfit += [
            choices.variant[index, number]
            for number, variant in enumerate(choices.variants)
            if not _can_lean(variant, needed, problem.library)
        ]
        for literal in unfit:
            if problem.eased:
                choices.penalties.append((literal, 1000 * LEANT))
            else:
                choices.model.add(literal == 0)


def _can_lean(variant: Variant[Any], needed: Onward, library: Library) -> bool:
    """Return whether a variant asks for no more than what later classes go beyond."""
    for name, later in needed.items():
        movement = library[name]
        own = variant.own_for(movement)
        if not serves(asked_in(own, own.item_for(movement), library), later):
            return False
    return True


def _worth_repeating(choices: Choices) -> None:
    """Where lifts begin that are to come back, a format is better in which they can."""
    line, slots = P7.line(choices.sheet), choices.task.problem.slots
    first, last = slots[0].week, slots[-1].week
    for slot in choices.slots:
        if slot.index in choices.before or slot.week == last:
            continue
        if begins_anew(slot.week, first, line):
            never = [n for n, variant in enumerate(choices.variants) if not variant.carries]
            none = sum(choices.variant[slot.index, n] for n in never)
            choices.penalties.append((none, 1000 * line.weight))


def _repeating(choices: Choices, index: int, before: ClassFacts) -> list[int]:
    """Return the variants (by number) in which enough of what was there can ask for more.

    In a format in which it has fewer sets it cannot; in a lighter week it only has to come back.
    """
    anchors = choices.anchors(index)
    slot = next(slot for slot in choices.slots if slot.index == index)
    lighter = is_lighter(slot.week, W7.line(choices.sheet))
    then = {m: asked_of(before, m.id) for _, _, m in before.work_movements if m.id in anchors.ids}
    out: list[int] = []
    for number, variant in enumerate(choices.variants):
        if variant.kind != before.design.look():
            continue
        own = [(variant.own_for(m), was) for m, was in then.items() if was is not None]
        able = [v for v, was in own if v.hardens and _goes_on(v, was)]
        if lighter or len(able) >= anchors.wanted:
            out.append(number)
    return out


def _goes_on(variant: Variant[Any], was: Asked) -> bool:
    """Return whether a variant is of the same format, with no fewer sets, and no leap of them."""
    same = variant.format.kind == was.format
    return same and was.rounds <= variant.sets < MOST_TIMES * was.rounds


def mix(choices: Choices) -> None:
    """W8: a week has as many strength classes as its band allows."""
    if not choices.on(W8):
        return
    line = W8.line(choices.sheet)
    for week in sorted({slot.week for slot in choices.slots}):
        members = [slot for slot in choices.task.problem.slots if slot.week == week]
        counts = strength_counts(len(members), line)
        strong: Any = 0
        for slot in members:
            kept, cell = choices.task.kept.get(slot.index), choices.task.fixed_cells.get(slot.index)
            if kept is not None:
                strong += int(is_strength(kept))
            elif cell is not None:
                strong += int(cell.variant.strength)
            else:
                own = (choices.variant[slot.index, n] for n, _ in enumerate(choices.variants))
                pairs = zip(own, choices.variants, strict=True)
                strong += sum(literal for literal, variant in pairs if variant.strength)
        off = 0 if line.mode is Mode.MUST else choices.model.new_int_var(0, len(members), "")
        if line.mode is not Mode.MUST:
            choices.penalties.append((off, 1000 * line.weight))
        if len(members) > 1:
            choices.model.add(strong + off >= min(counts))
            choices.model.add(strong - off <= max(counts))


def refusals(choices: Choices) -> None:
    """A pattern of cells that failed is not tried again; after two, nor are its focuses."""
    tried: list[tuple[Focus, ...]] = []
    for pattern in choices.task.refused:
        literals: list[Any] = []
        foci = tuple(cell.focus for cell in pattern.values())
        often = foci in tried
        tried.append(foci)
        for index, cell in pattern.items():
            if (index, cell.focus) not in choices.focus:
                continue
            if often:
                literals.append(choices.focus[index, cell.focus])
                continue
            number = next(n for n, t in enumerate(choices.themes) if t.kit == cell.theme.kit)
            kind = choices.formats(index)[cell.variant.kind]
            literals += [choices.focus[index, cell.focus], choices.theme[index, number], kind]
        if literals:
            choices.model.add(sum(literals) <= len(literals) - 1)
    _alone(choices)


def _alone(choices: Choices) -> None:
    """A class that nothing could fill by itself is not tried again, whatever stands beside it."""
    for cell in choices.task.hopeless:
        i = cell.slot.index
        if (i, cell.focus) not in choices.focus:
            continue
        theme = next(n for n, t in enumerate(choices.themes) if t.kit == cell.theme.kit)
        variant = choices.variants.index(cell.variant)
        own = (choices.focus[i, cell.focus], choices.theme[i, theme], choices.variant[i, variant])
        choices.model.add_bool_or([literal.negated() for literal in own])
