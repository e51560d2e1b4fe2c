"""What later classes count on: that what is planned anew teaches the group what they need (D8)."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator
from typing import NamedTuple

from grike.core.planner.run import Run
from grike.core.rows.row import row_weight
from grike.core.rows.scope import Scope
from grike.core.rules import Row
from grike.core.rules.d8_new_movements import D8
from grike.core.series import Slot
from grike.core.sheet import Mode

#: What it is worth that a class which is mended teaches what a later one lacks.
TEACH = 300


class Need(NamedTuple):
    """What a later class counts on: so many of some movements (ids), taught before it."""

    slot: Slot
    movements: frozenset[str]
    least: int
    weight: int | None


def _lacks(run: Run, after: int, most: int) -> Iterator[tuple[Slot, frozenset[str]]]:
    """Yield the classes after a slot that the run holds and that know too little, with what."""
    known = set(run.problem.plan.known)
    first = min(slot.week for slot in run.problem.slots)
    for index, facts in sorted(run.facts.items()):
        own = {m.id: m for _, _, m in facts.work_movements}
        if index > after and facts.slot.week > first:
            new = frozenset(i for i, m in own.items() if i not in known and not m.foundation)
            if len(new) > most:
                yield facts.slot, new
        known |= own.keys()


def later_needs(run: Run, here: Collection[Slot], *, mending: bool = False) -> list[Need]:
    """Return what later classes count on that is taught in some slots, which are planned now.

    That is what the classes which stood there, or in other slots to be planned, have taught.
    Before a class for which others can still teach, only what was taught here is asked for here.
    ``mending``: what nobody taught so far is asked for as well.
    """
    line = D8.line(run.problem.plan.sheet)
    if line.mode is Mode.OFF or not here:
        return []
    most, own = line.whole("most"), {slot.index for slot in here}
    open_ = {slot.index for slot in run.problem.open_slots()} | own
    stood = [p for p in run.problem.plan.classes if p.slot.index in open_]
    to_come = open_ - own - run.facts.keys()
    out = []
    for slot, new in _lacks(run, min(own), most):
        by_slot = {p.slot.index: new.intersection(p.design.movement_ids()) for p in stood}
        lost, least = any(by_slot.values()), len(new) - most
        if any(index < slot.index for index in to_come):
            least = min(least, len(frozenset().union(*(by_slot.get(i, ()) for i in own))))
        if least and (lost or mending):
            out.append(Need(slot, new, least, row_weight(line) if lost else TEACH))
    return out


def teaching_rows(scope: Scope, needs: Iterable[Need]) -> Iterator[Row]:
    """Yield that what later classes need is taught by those before them in scope."""
    for need in needs:
        terms = tuple(
            (choice.key, 1)
            for bay in scope.bays
            if bay.slot.index < need.slot.index
            for choice in bay.choices
            if choice.movement.id in need.movements
        )
        yield Row(D8.id, need.slot.label, terms, low=need.least, weight=need.weight)
