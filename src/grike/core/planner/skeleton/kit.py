"""Rows of a skeleton about kit: classes near each other need other movements with it."""

from __future__ import annotations

from typing import Any

from grike.core.planner.cells import least_of_theme
from grike.core.planner.skeleton.choices import Choices
from grike.core.rules.d4_returns import D4
from grike.core.sheet import Mode

#: Of the movements with a kit so many suit the format and the focus of a class.
USABLE = 0.75


def goes_round(choices: Choices) -> None:
    """D4: classes on a kit that lie within the gap share none of its movements.

    Without it a week on three days with a kit of five movements is tried over and over.
    """
    line = D4.line(choices.sheet)
    if line.mode is not Mode.MUST or D4 in choices.task.skip or choices.task.problem.eased:
        return
    gap = line.whole("gap")
    least = [least_of_theme(variant.slots) for variant in choices.variants]
    most = max(least, default=0)
    for number, theme in enumerate(choices.themes):
        there = int(len(theme.own) * USABLE)
        if not theme.kit or there >= (gap + 1) * most:
            continue
        needs: dict[int, Any] = {}
        for slot in choices.slots:
            needs[slot.index] = choices.model.new_int_var(0, most, "")
            asked = sum(choices.variant[slot.index, v] * n for v, n in enumerate(least))
            here = choices.theme[slot.index, number]
            choices.model.add(needs[slot.index] >= asked).only_enforce_if(here)
        for place, slot in enumerate(choices.slots):
            window = [s for s in choices.slots[place:] if s.index - slot.index <= gap]
            if len(window) > 1:
                choices.model.add(sum(needs[s.index] for s in window) <= there)
