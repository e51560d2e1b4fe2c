"""A planned series as tables: its plan, a row for each movement of a class, and its volume.

As CSV; ``workbook`` writes the same rows. No cell is ever a formula.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Iterator, Sequence

from grike.core.anatomy import FACTS, Muscle
from grike.core.dose import dose_text
from grike.core.focus import FOCUS_NAMES
from grike.core.judging.class_facts import ClassFacts
from grike.core.kit import kit_words
from grike.core.rules import Facts
from grike.core.series import DAY_NAMES

Cell = str | int | float
#: With these a table program begins a formula; a text that does is put in as a text.
FORMULA_SIGNS = ("=", "+", "-", "@", "\t", "\r")
PLAN_HEAD = (
    "Week",
    "Date",
    "Weekday",
    "Class",
    "Focus",
    "Part",
    "Format",
    "Movement",
    "Dose",
    "Carried on",
    "Kit of the class",
    "Minutes",
)


def plan_rows(facts: Facts) -> Iterator[tuple[Cell, ...]]:
    """Yield a row for each movement of each class, in order, warm-up and cool-down too."""
    for member in facts.classes:
        yield from _class_rows(member)


def _class_rows(member: ClassFacts) -> Iterator[tuple[Cell, ...]]:
    design, slot = member.design, member.slot
    kit = kit_words(sorted(design.kit))
    minutes = round(member.clock.real_seconds / 60, 1)
    for number, block in enumerate(design.blocks):
        part = block.role.value if block.role is not None else block.purpose.value
        for place, item in enumerate(block.items):
            own = [b for b in member.bouts if (b.block, b.place) == (number, place)]
            yield (
                slot.week + 1,
                slot.date.isoformat(),
                DAY_NAMES[slot.weekday],
                design.name,
                FOCUS_NAMES[design.focus],
                part,
                block.format.summary(),
                member.library[item.movement_id].name,
                dose_text(own),
                "yes" if item.carried else "",
                kit,
                minutes,
            )


def volume_rows(facts: Facts) -> Iterator[tuple[Cell, ...]]:
    """Yield the head, and then a row for each muscle group: its sets in each week and in all."""
    weeks = sorted(facts.week_volumes)
    yield ("Muscle", *(f"Week {week + 1}" for week in weeks), "All weeks")
    for muscle in Muscle:
        sets = [float(facts.week_volumes[week].muscle_sets((muscle,))) for week in weeks]
        yield (FACTS[muscle].name, *(round(own, 2) for own in sets), round(sum(sets), 2))


def as_text(cell: Cell) -> Cell:
    """Return a cell that no table program takes for a formula: a text gets a sign before it."""
    risky = isinstance(cell, str) and cell.startswith(FORMULA_SIGNS)
    return f"'{cell}" if risky else cell


def to_csv(rows: Iterable[Sequence[Cell]]) -> str:
    """Return rows as CSV (RFC 4180)."""
    out = io.StringIO()
    writer = csv.writer(out)
    for row in rows:
        writer.writerow([as_text(cell) for cell in row])
    return out.getvalue()
