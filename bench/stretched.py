"""A series of twelve weeks with six days, made by going through a planned one again and again.

Much comes back too soon in it: a board with as many findings as a series can well have.
"""

from __future__ import annotations

from dataclasses import replace

from grike.core.series import PlannedClass, SeriesPlan

WEEKS, WEEKDAYS = 12, (0, 1, 2, 3, 4, 5)


def stretched(plan: SeriesPlan) -> SeriesPlan:
    """Return the classes of a planned series in turn on each day of the longer one."""
    shape = replace(plan.shape, weeks=WEEKS, weekdays=WEEKDAYS, closed=frozenset(), menus={})
    designs = [member.design for member in plan.classes]
    classes = tuple(
        PlannedClass(slot, designs[slot.index % len(designs)]) for slot in shape.slots()
    )
    return replace(plan, shape=shape, classes=classes)
