"""Whether a set-up can be planned at all, said field by field before anything runs."""

from __future__ import annotations

from grike.core.errors import InvalidInput
from grike.core.focus import FOCUS_NAMES, Focus
from grike.core.movement import Library
from grike.core.planner.cells import largest_class, pool, themes
from grike.core.planner.variants import stretch_of, variants
from grike.core.series import DAY_NAMES, SeriesPlan
from grike.core.sheet import Mode


def set_up_problems(plan: SeriesPlan, library: Library) -> None:
    """Raise InvalidInput with a sentence per field where a set-up cannot be planned."""
    shape = plan.shape
    fields: dict[str, str] = {}
    options = variants(shape.minutes * 60, stretch_of(plan.sheet))
    if not options:
        fields["minutes"] = f"No format fits {shape.minutes} minutes with warm-up and cool-down."
    movements = pool(shape, library)
    smallest = min((v.slots for v in options), default=6)
    if len(movements) < 2 * smallest:
        fields["room"] = (
            f"For {shape.heads} people the kit of {shape.room.name} allows {len(movements)} "
            f"movements at this level; {2 * smallest} are needed. Add kit, or give fewer people."
        )
    elif options:
        menus = _menu_problems(plan, library, smallest)
        if menus:
            fields["menus"] = " ".join(menus)
    if fields:
        raise InvalidInput(next(iter(fields.values())), place=next(iter(fields)), fields=fields)


def _menu_problems(plan: SeriesPlan, library: Library, smallest: int) -> list[str]:
    line = plan.sheet["C1"]
    share = 0.0 if line.mode is Mode.OFF else float(line.numbers["share"]) / 100
    kits = themes(plan.shape, library)
    able = {
        focus: max(largest_class(focus, theme, share) for theme in kits) >= smallest
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
