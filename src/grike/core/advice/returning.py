"""The way of each movement that comes back through the weeks: what it was each time, what rose."""

from __future__ import annotations

from dataclasses import dataclass

from grike.core.movement import Movement
from grike.core.progression import added
from grike.core.rules import Facts
from grike.core.rules.d7_carrying import steps_of
from grike.core.series import Slot


@dataclass(frozen=True, slots=True)
class Time:
    """One class in which a movement stands: sets and dose, and what was added since the last."""

    slot: Slot
    dose: str
    added: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Returning:
    """A movement that is carried from class to class, with the classes in their order."""

    movement: Movement
    times: tuple[Time, ...]


def returning(facts: Facts) -> tuple[Returning, ...]:
    """Return what is carried on, by weekday and class of its first time."""
    chains: dict[tuple[str, int], list[Time]] = {}
    ends: dict[tuple[str, int], tuple[str, int]] = {}
    for member in facts.classes:
        for item, step in steps_of(facts, member):
            name, before = step.movement_id, step.before.slot
            last = (name, before.index)
            first = ends.pop(last, last)
            times = chains.setdefault(first, [Time(before, step.then.words)])
            what = added(step.then, step.now)
            again = ("again, as it was not reached",) if item.again else what
            times.append(Time(member.slot, step.now.words, again))
            ends[name, member.slot.index] = first
    found = (Returning(facts.library[name], tuple(times)) for (name, _), times in chains.items())
    return tuple(sorted(found, key=_in_order))


def _in_order(one: Returning) -> tuple[int, int, str]:
    first = one.times[0].slot
    return (first.weekday, first.week, one.movement.name)
