"""Rows of a skeleton about main lifts: where they come back, and where they begin."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Movement
from grike.core.planner.levers import asking_more
from grike.core.planner.skeleton.choices import Choices
from grike.core.planner.skeleton.task import SkeletonTask
from grike.core.planner.variants import Variant
from grike.core.progression import Asked
from grike.core.rules.d7_carrying import asked_of
from grike.core.rules.p7_anchors import P7, begins_anew
from grike.core.rules.w7_steps import W7, is_lighter

#: After so many patterns that could not be filled, lifts need not come back.
ANCHOR_PATIENCE = 3
#: Thousandths of what the rule asks for a lift that cannot come back. What a skeleton settles is
#: hardly ever mended later: at its price, and at three times as much, plans of two requests from
#: eight seeds cost four tenths more.
LOST = 1500


def anchored(choices: Choices) -> None:
    """P7: a class has the focus, and a kit and a shape, in which its weekday's lifts come back.

    Each that cannot costs what the rule asks for it. Where such weeks could not be filled it is let
    be: what comes back then is left to the filling.
    """
    if not choices.on(P7) or choices.task.problem.eased:
        return
    _worth_repeating(choices)
    if len(choices.task.refused) >= ANCHOR_PATIENCE:
        return
    weight = LOST * P7.line(choices.sheet).weight
    for index, before in choices.before.items():
        wanted = choices.anchors(index).wanted
        if not wanted:
            continue
        lost = choices.model.new_int_var(0, wanted, "")
        choices.penalties.append((lost, weight))
        same = choices.focus.get((index, before.design.focus), 0)
        choices.model.add(lost + wanted * same >= wanted)
        able = dict(going_on(choices, index, before))
        for number, theme in enumerate(choices.themes):
            ids = {movement.id for movement in theme.movements}
            back = sum(
                min(wanted, len(own & ids)) * choices.variant[index, variant]
                for variant, own in able.items()
            )
            choices.model.add(lost + back >= wanted * choices.theme[index, number])


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


def going_on(
    choices: Choices, index: int, before: ClassFacts
) -> Iterator[tuple[int, frozenset[str]]]:
    """Yield the variants (by number) of the same look, with the lifts that can go on in each."""
    ids, task = choices.anchors(index).ids, choices.task
    slot = next(slot for slot in choices.slots if slot.index == index)
    lighter = is_lighter(slot.week, W7.line(choices.sheet))
    mains = {m.id: m for _, _, m in before.work_movements if m.id in ids}.values()
    then = {m.id: None if lighter else asked_of(before, m.id) for m in mains}
    plain, doses = task.grounds.plain_on(slot), task.problem.doses

    def goes_on(variant: Variant[Any], lift: Movement) -> bool:
        harder = lift.id not in plain
        return variant.takes(lift, doses) and _asks_more(
            task, variant.own_for(lift), lift, then=then[lift.id], harder=harder
        )

    for number, variant in enumerate(choices.variants):
        if variant.kind == before.design.look():
            yield number, frozenset(lift.id for lift in mains if goes_on(variant, lift))


def _asks_more(
    task: SkeletonTask, variant: Variant[Any], lift: Movement, *, then: Asked | None, harder: bool
) -> bool:
    """Return whether a lift can ask for more than ``then`` in a variant; worked out once."""
    key = (variant, lift.id, then, harder)
    if key not in task.returns:
        order, library = task.problem.plan.shape.wishes.levers, task.problem.library
        more = asking_more(variant, lift, then, order, harder=harder, library=library)
        task.returns[key] = more is not None
    return task.returns[key]
