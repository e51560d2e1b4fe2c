"""Whether a set-up can be planned at all, said field by field before anything runs."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Any

from grike.core.cautions import CAUTION_NAMES
from grike.core.errors import InvalidInput
from grike.core.focus import FOCUS_NAMES, Focus
from grike.core.formats import name_of
from grike.core.judging.pool import pool
from grike.core.library import Library
from grike.core.planner.cells import largest_class, themes
from grike.core.planner.variants import Variant, main_kinds, variants_of
from grike.core.rules.c1_focus import C1
from grike.core.rules.d7_carrying import D7
from grike.core.series import DAY_NAMES, SeriesPlan
from grike.core.sharing import usable_kit
from grike.core.sheet import Mode


def set_up_problems(plan: SeriesPlan, library: Library) -> None:
    """Raise InvalidInput with a sentence per field where a set-up cannot be planned."""
    shape = plan.shape
    options = variants_of(plan)
    fields = _look_problems(plan, options)
    movements = pool(shape, library)
    smallest = min((v.slots for v in options), default=6)
    if len(movements) < smallest:
        fields["room"] = (
            f"For {shape.heads} people the kit of {shape.room.name} allows {len(movements)} "
            f"movements at this level; {smallest} are needed. Add kit, or give fewer people."
        )
    elif options:
        menus = _menu_problems(plan, library, smallest)
        if menus:
            fields["menus"] = " ".join(menus)
    wishes = [*_wish_problems(plan, library), *_spared_too_much(plan, library, smallest)]
    if wishes:
        fields["wishes"] = " ".join(wishes)
    if fields:
        raise InvalidInput(next(iter(fields.values())), place=next(iter(fields)), fields=fields)


def _look_problems(plan: SeriesPlan, options: Sequence[Variant[Any]]) -> dict[str, str]:
    """Return which shapes or formats that were chosen fit no class."""
    shape = plan.shape
    if shape.class_shapes and D7.on(plan.sheet):
        return {
            "shapes": "Classes in shapes do not carry movements on (D7). Choose no shapes, or take "
            "that rule off."
        }
    if options:
        return _day_shape_problems(plan, {own.shape_id for own in options})
    if shape.class_shapes:
        return {
            "shapes": f"None of the shapes chosen fits {shape.minutes} minutes at this level. "
            "Choose others, or none."
        }
    if shape.formats:
        names = ", ".join(name_of(kind).lower() for kind in sorted(shape.formats))
        words = f"None of the formats chosen fits {shape.minutes} minutes: {names}. Choose more."
        return {"formats": words}
    return {"minutes": f"No format fits {shape.minutes} minutes with its frame."}


def _spared_too_much(plan: SeriesPlan, library: Library, smallest: int) -> list[str]:
    """Return in sentences which classes have cautions that leave too few movements for a class."""
    out: dict[str, None] = {}
    for slot in plan.shape.slots():
        own = plan.shape.on(slot)
        count = len(pool(own, library)) if own is not plan.shape else smallest
        if count < smallest:
            names = ", ".join(CAUTION_NAMES[each] for each in own.wishes.cautions)
            day = DAY_NAMES[slot.weekday]
            said = (
                f"With the cautions of the class on {day} ({names}) only {count} movements are "
                f"left; {smallest} are needed. Take one out, or plan that class as a series."
            )
            out[said] = None
    return list(out)


def _wish_problems(plan: SeriesPlan, library: Library) -> list[str]:
    shape = plan.shape
    able = {movement.id for movement in pool(shape, library)}
    out: list[str] = []
    for movement_id in (*shape.wishes.wanted, *shape.wishes.never):
        if movement_id not in library:
            out.append(f"There is no movement '{movement_id}'.")
        elif movement_id in shape.wishes.wanted and movement_id not in able:
            name = library[movement_id].name
            out.append(f"{name} is wanted, but level, kit or cautions do not allow it.")
    for pin in shape.wishes.pins:
        day = f"Week {pin.week} {DAY_NAMES[pin.weekday]}"
        if pin.format is not None and pin.format not in main_kinds():
            name = name_of(pin.format).lower()
            out.append(
                f"{day} is pinned to the format {name}, which is not planned by itself; put such a "
                "class in by hand and lock it."
            )
        if pin.kit is not None and frozenset(pin.kit) - usable_kit(pin.kit, shape):
            out.append(f"{day} is pinned to kit of which the room has too little.")
    return out


def _day_shape_problems(plan: SeriesPlan, fitting: Collection[str]) -> dict[str, str]:
    """Return which weekday asks only for shapes that do not fit its classes."""
    for day, asked in sorted(plan.shape.shape_days.items()):
        if asked.isdisjoint(fitting):
            names = ", ".join(own.name for own in plan.shape.class_shapes if own.id in asked)
            return {
                "shape_days": f"{DAY_NAMES[day]} asks for {names}, and {plan.shape.minutes} "
                "minutes at this level fit none of it. Choose another for that day."
            }
    return {}


def _menu_problems(plan: SeriesPlan, library: Library, smallest: int) -> list[str]:
    line = C1.line(plan.sheet)
    share = 0.0 if line.mode is Mode.OFF else float(line.numbers["share"]) / 100
    kits = themes(plan.shape, library)
    able = {
        focus: max(largest_class(focus, theme, share, times=1) for theme in kits) >= smallest
        for focus in Focus
    }
    out: list[str] = []
    for weekday in sorted(plan.shape.weekdays):
        menu = plan.shape.menu(weekday)
        if not any(able[focus] for focus in menu):
            names = ", ".join(FOCUS_NAMES[focus].lower() for focus in sorted(menu))
            out.append(
                f"{DAY_NAMES[weekday]} may only be {names}, and with this kit there are not "
                "enough movements for that."
            )
    return out
