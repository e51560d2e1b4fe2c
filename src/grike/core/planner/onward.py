"""What later classes carry on from one that is planned anew, and what they can ask more of."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import replace
from typing import NamedTuple, TypeAlias

from grike.core.bouts import Bout
from grike.core.design import ClassDesign
from grike.core.expansion import steps
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.pool import pool
from grike.core.library import Library
from grike.core.progression import Asked, asked, progressed
from grike.core.purpose import Purpose
from grike.core.rows.row import row_weight
from grike.core.rows.scope import Choice, Scope
from grike.core.rules import Row
from grike.core.rules.d7_carrying import D7B, asked_of
from grike.core.rules.w7_steps import W7, is_lighter
from grike.core.series import PlannedClass, SeriesPlan, Slot
from grike.core.sheet import Mode, RuleSheet

#: What it costs to let go of what a later class carries on, where musts give way.
LEANT = 60


class Later(NamedTuple):
    """What a later class asks of a movement; ``again``: no more than before, on purpose."""

    asked: Asked
    again: bool

    def follows(self, then: Asked | None) -> bool:
        """Return whether it asks for more than ``then``, or for as much where it means to."""
        if then is None:
            return False
        return progressed(then, self.asked) or (self.again and not progressed(self.asked, then))


#: What is carried on from a class: the later asks, by movement id.
Onward: TypeAlias = Mapping[str, tuple[Later, ...]]


def onward(
    plan: SeriesPlan, facts: Mapping[int, ClassFacts], now: PlannedClass, library: Library
) -> Onward:
    """Return the movements of a class that the next weeks, as far as they stand, carry on from it.

    ``facts`` of the classes that stay. Of a lighter week it does not matter how much it asks for,
    nor where a class asks for no more than this one did; what the room or the people no longer
    allow is let go.
    """
    line = W7.line(plan.sheet)
    # A lighter week carries on as well; the next full one is the last that looks back so far,
    # even where it is planned anew itself.
    weeks = {f.slot.week for f in facts.values()} | {p.slot.week for p in plan.classes}
    full = [week for week in weeks if week > now.slot.week and not is_lighter(week, line)]
    until = min(full, default=now.slot.week)
    able = {movement.id for movement in pool(plan.shape.on(now.slot), library)}
    own = able.intersection(now.design.movement_ids())
    out: dict[str, tuple[Later, ...]] = {}
    for member in facts.values():
        if not now.slot.week < member.slot.week <= until:
            continue
        for _, _, item in member.design.items(Purpose.WORK):
            if not item.carried or item.movement_id not in own:
                continue
            there = out.setdefault(item.movement_id, ())
            found = asked_of(member, item.movement_id)
            if found is None or is_lighter(member.slot.week, line):
                continue
            asks = Later(found, item.again)
            if asks.follows(_asked_in(now.design, item.movement_id, library)):
                out[item.movement_id] = (*there, asks)
    return out


def _asked_in(design: ClassDesign, movement_id: str, library: Library) -> Asked | None:
    bouts = (step for step in steps(design, library) if isinstance(step, Bout))
    return asked(design, (bout for bout in bouts if bout.movement.id == movement_id))


def all_onward(
    plan: SeriesPlan, facts: Mapping[int, ClassFacts], slots: Iterable[Slot], library: Library
) -> dict[int, Onward]:
    """Return what is carried on from the classes that stand in some slots, by slot index."""
    own = {slot.index for slot in slots}
    if not D7B.on(plan.sheet):
        return {}
    return {
        planned.slot.index: needed
        for planned in plan.classes
        if planned.slot.index in own and (needed := onward(plan, facts, planned, library))
    }


def onward_rows(
    sheet: RuleSheet,
    scope: Scope,
    needs: Mapping[int, Onward],
    asks: Callable[[Choice], Asked | None],
    *,
    strict: bool = True,
    firm: bool = True,
) -> Iterator[Row]:
    """Yield that a class still has what is carried on from it, so that it can ask for more (D7b).

    ``needs`` by slot index; ``asks``: what a class asks of a choice. Unless it is ``strict``, what
    can be asked for in no other way than too much has to be there all the same. Where musts give
    way they are not ``firm``.
    """
    line = D7B.line(sheet)
    weight = row_weight(line if firm else replace(line, mode=Mode.AIM, weight=LEANT))
    for bay in scope.bays:
        needed = needs.get(bay.slot.index, {})
        if needed:
            own = [c for c in bay.choices if c.movement.id in needed]
            fine = {c.key for c in own if serves(asks(c), needed[c.movement.id])}
            terms = tuple((c.key, 1) for c in own if c.key in fine or not strict)
            low = len(needed if strict else terms)
            yield Row(D7B.id, bay.slot.label, terms, low=low, weight=weight)


def serves(then: Asked | None, later: Iterable[Later]) -> bool:
    """Return whether all that come later ask for more than ``then``."""
    return all(own.follows(then) for own in later)
