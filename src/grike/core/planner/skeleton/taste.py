"""What decides between equal skeletons: variety in a week, other formats than the week before."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from grike.core.focus import Focus
from grike.core.planner.skeleton.choices import Choices
from grike.core.rules.p10_load import WEIGHTS
from grike.core.series import Slot

#: So many patterns that could not be filled, and formats that only some movements fit are left be;
#: before that, a third of a week's classes may be in them.
PATIENCE = 2
#: What it weighs that a weekday looks as it did the week before: more than the gap of a solve.
A_WEEK_APART = 40
#: From which level on lifts are done with a load, and what it weighs that a class has none.
LOADED_FROM, BARE = 2, 60
#: What it is worth that a format which was asked for by name comes at all.
ASKED = 40


def tie_breaks(choices: Choices) -> None:
    """Prefer different focuses and kits within a week, other formats than the week before."""
    weeks: dict[int, list[Slot]] = {}
    for slot in choices.slots:
        weeks.setdefault(slot.week, []).append(slot)
    for members in weeks.values():
        for keys, weight in (
            ([[choices.focus.get((s.index, f)) for s in members] for f in Focus], 5),
            ([[choices.theme[s.index, t] for s in members] for t in range(len(choices.themes))], 7),
        ):
            for group in keys:
                present = [literal for literal in group if literal is not None]
                if len(present) > 1:
                    over = choices.model.new_int_var(0, len(present), "")
                    choices.model.add(over >= sum(present) - 1)
                    choices.penalties.append((over, weight))
    spice = 10 if len(choices.task.refused) < PATIENCE else 400
    for members in weeks.values():
        rare = sum(_spices(choices, slot.index) for slot in members)
        free = len(members) // 3 if len(choices.task.refused) < PATIENCE else 0
        over = choices.model.new_int_var(0, len(members), "")
        choices.model.add(over >= rare - free)
        choices.penalties.append((over, spice))
        _something_to_lift(choices, members)
    _asked_formats(choices)
    for one, other in _a_week_apart(choices):
        if other.index in choices.before or other.weekday in choices.shape.kept_days:
            continue
        theirs = choices.formats(other.index)
        for kind, literal in choices.formats(one.index).items():
            same = choices.model.new_bool_var("")
            choices.model.add(literal + theirs.get(kind, 0) <= 1 + same)
            choices.penalties.append((same, A_WEEK_APART))


def _something_to_lift(choices: Choices, members: Sequence[Slot]) -> None:
    """Prefer weights, or bands to pull, for all but a third of a week's classes in shapes.

    A class with a part for lifts is not among that third. P10 asks a load of a class whose kit
    holds loads; that such a kit is chosen is asked here.
    """
    light = [n for n, theme in enumerate(choices.themes) if theme.kit.isdisjoint(WEIGHTS)]
    shaped = choices.shape.level >= LOADED_FROM and choices.shape.class_shapes
    if not shaped or len(light) == len(choices.themes):
        return
    bare = sum(choices.theme[slot.index, n] for slot in members for n in light)
    over = choices.model.new_int_var(0, len(members), "")
    choices.model.add(over >= bare - len(members) // 3)
    choices.penalties.append((over, BARE))
    lifting = [n for n, variant in enumerate(choices.variants) if variant.lifts]
    for slot in members if lifting else ():
        lifts = sum(choices.variant[slot.index, n] for n in lifting)
        without = choices.model.new_bool_var("")
        choices.model.add(lifts + sum(choices.theme[slot.index, n] for n in light) <= 1 + without)
        choices.penalties.append((without, BARE))


def _asked_formats(choices: Choices) -> None:
    """Prefer what was asked for by name and has not come yet, while weeks can be filled."""
    if len(choices.task.refused) >= PATIENCE:
        return
    blocks = [b for facts in choices.task.kept.values() for b in facts.design.blocks]
    come = {block.format.kind for block in blocks}
    for kind in sorted(choices.shape.formats - come):
        there = [
            choices.variant[slot.index, n]
            for slot in choices.slots
            for n, variant in enumerate(choices.variants)
            if kind in variant.kinds
        ]
        missing = choices.model.new_bool_var("")
        choices.model.add_bool_or([*there, missing])
        choices.penalties.append((missing, ASKED))


def _spices(choices: Choices, index: int) -> Any:
    """Return whether a class is in a format that only some movements fit."""
    return sum(choices.variant[index, n] for n, v in enumerate(choices.variants) if not v.staple)


def _a_week_apart(choices: Choices) -> Iterator[tuple[Slot, Slot]]:
    """Yield the class of a weekday and that of the week after, where the later one is open."""
    by_place = {(slot.week, slot.weekday): slot for slot in choices.task.problem.slots}
    for after in choices.slots:
        slot = by_place.get((after.week - 1, after.weekday))
        if slot is not None:
            yield slot, after
