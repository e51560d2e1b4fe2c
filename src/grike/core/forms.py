"""Movements put together from others: a form of one, and two or three joined in one repetition."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace
from typing import TypeVar

from grike.core.errors import InvalidInput, NotFound
from grike.core.family import Family
from grike.core.movement import Dose, Joint, Movement, Option, Pace, Role, Sides, StandIn
from grike.core.pattern import Pattern, Tier

#: Between a movement and the form of it, and between movements that are joined.
FORM, JOIN = "~", "+"
#: The form of every movement that may be done one side at a time.
ONE_SIDE = "one-side"
MOST_JOINED = 3
_TIERS = (Tier.SMALL, Tier.SUPPORTING, Tier.MAIN)
_MOST_TARGETS, _MOST_CUES = 4, 4

T = TypeVar("T")


def made_of(movement_id: str) -> tuple[str, ...]:
    """Return an id, and those of the movements that it is a form of or joined from."""
    parts = movement_id.split(JOIN)
    return (movement_id, *parts, *(part.partition(FORM)[0] for part in parts))


def formed(base: Movement, form_id: str) -> Movement:
    """Return a form of a movement as a movement of its own. Raises NotFound."""
    if form_id == ONE_SIDE and base.one_sided_too:
        return replace(
            base,
            id=f"{base.id}{FORM}{ONE_SIDE}",
            name=f"{base.name}, one side",
            other_names=(),
            sides=Sides.ONE,
            one_sided_too=False,
            beats=None,
            forms=(),
        )
    form = next((form for form in base.forms if form.id == form_id), None)
    if form is None:
        known = ", ".join(form.id for form in base.forms)
        raise NotFound(
            f"{base.name} has no form '{form_id}'.",
            fix=f"Use one of: {known}." if known else "Leave the form out.",
        )
    targets = form.targets or base.targets
    assists = form.assists or tuple(m for m in base.assists if m not in targets)
    return replace(
        base,
        id=f"{base.id}{FORM}{form.id}",
        name=form.name,
        other_names=(),
        seconds_per_rep=form.seconds_per_rep,
        dose=form.dose,
        level=form.level,
        targets=targets,
        assists=assists,
        cues=(form.how, *base.cues)[:_MOST_CUES],
        forms=(),
    )


def joined(movement_id: str, parts: Sequence[Movement]) -> Movement:
    """Return two or three movements joined in one repetition.

    A repetition takes as long as both together; what is held still is held meanwhile. Joints, kit
    and level are those of the more demanding one, the sides those of the one that has them.
    Raises InvalidInput where they cannot be joined.
    """
    _require_joinable(parts)
    first, *others = parts
    name = " with ".join([first.name, *(part.name.lower() for part in others)])
    every = _once(muscle for part in parts for muscle in part.targets)
    helping = _once(muscle for part in parts for muscle in (*part.targets, *part.assists))
    targets = every[:_MOST_TARGETS]
    made = replace(
        first,
        id=movement_id,
        name=name,
        other_names=(),
        family=Family.COMBINED,
        pattern=Pattern.COMBINED,
        tier=max((part.tier for part in parts), key=_TIERS.index),
        tiers={},
        targets=targets,
        assists=tuple(muscle for muscle in helping if muscle not in targets),
        sides=next((part.sides for part in parts if part.sides is not Sides.BOTH), Sides.BOTH),
        plane=next((part.plane for part in parts if part.plane != first.plane), first.plane),
        level=max(part.level for part in parts),
        foundation=all(part.foundation for part in parts),
        high_reps=False,
        beats=None,
        one_sided_too=False,
        forms=(),
    )
    return _with_words(_with_demands(made, parts), parts)


def _with_demands(made: Movement, parts: Sequence[Movement]) -> Movement:
    """Return it with the time and what it asks of the body, from what asks more."""
    movers = [part for part in parts if part.pace is not Pace.STILL] or [made]
    loads = {joint: max(part.joints.get(joint, 0) for part in parts) for joint in Joint}
    return replace(
        made,
        pace=Pace.FAST if any(part.pace is Pace.FAST for part in parts) else movers[0].pace,
        seconds_per_rep=round(sum(part.seconds_per_rep for part in movers), 2),
        dose=Dose(_least(p.dose.reps for p in movers), _least(p.dose.seconds for p in parts)),
        impact=max(part.impact for part in parts),
        contacts_per_rep=sum(part.contacts_per_rep for part in parts),
        joints={joint: load for joint, load in loads.items() if load},
        kit=_once(kit for part in parts for kit in part.kit),
        loadable=_once(kit for part in parts for kit in part.loadable),
        demands=frozenset().union(*(part.demands for part in parts)),
        skill=max(part.skill for part in parts),
        floor_metres=max(part.floor_metres for part in parts),
        raises_pulse=any(part.raises_pulse for part in parts),
        support=_once(kind for part in parts for kind in part.support),
        met=max((part.met for part in parts if part.met is not None), default=None),
        met_from=f"estimated from {' and '.join(part.name.lower() for part in parts)}",
    )


def _with_words(made: Movement, parts: Sequence[Movement]) -> Movement:
    """Return it with its options and teaching notes, some of each."""
    stand_ins = _once(part.stand_in.how for part in parts if part.stand_in is not None)
    return replace(
        made,
        easier=Option(parts[0].name, "load", parts[0].id),
        harder=Option("Lower for three counts each time", "tempo"),
        low_impact=next((part.low_impact for part in parts if part.low_impact), None),
        stand_in=StandIn("; ".join(stand_ins)) if stand_ins else None,
        seated=None,
        relief={joint: text for part in reversed(parts) for joint, text in part.relief.items()},
        cues=_once(cue for part in parts for cue in part.cues[:2])[:_MOST_CUES],
        faults=_once(part.faults[0] for part in parts if part.faults),
        care="; ".join(_once(part.care for part in parts if part.care)),
    )


def _require_joinable(parts: Sequence[Movement]) -> None:
    names = " and ".join(part.name for part in parts)
    if len(parts) > MOST_JOINED:
        raise InvalidInput(f"{names}: at most {MOST_JOINED} movements make one repetition.")
    if len({part.id for part in parts}) < len(parts):
        raise InvalidInput(f"{names}: a movement is not joined with itself.")
    if any(part.role is not Role.WORK for part in parts):
        raise InvalidInput(f"{names} cannot be joined: only work movements can.")
    if len({part.position for part in parts}) > 1:
        raise InvalidInput(
            f"{names} cannot be joined in one repetition.",
            f"One is done {parts[0].position.value}, the other {parts[1].position.value}.",
            "Join movements that are done in the same position.",
        )


def _once(values: Iterable[T]) -> tuple[T, ...]:
    return tuple(dict.fromkeys(values))


def _least(ranges: Iterable[tuple[int, int]]) -> tuple[int, int]:
    every = list(ranges)
    return min(low for low, _ in every), min(high for _, high in every)
