"""From what was done: the least that makes the next weeks follow, with reasons, to take or leave.

Each proposal is an edit of classes to come that breaks no must; each stands for itself.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable

from grike.core.advice.following.anchors import anchors
from grike.core.advice.following.base import (
    DAYS_AHEAD,
    DAYS_BACK,
    MOST_KEY,
    Because,
    Past,
    Proposal,
    Unmet,
)
from grike.core.advice.following.complaints import complaints
from grike.core.advice.following.missed import missed
from grike.core.advice.following.sides import sides
from grike.core.done_weeks import Taught
from grike.core.rules import Facts, findings


def following(
    facts: Facts,
    taught: Iterable[Taught],
    open_days: Collection[int],
    answered: Collection[str] = (),
) -> tuple[Proposal | Unmet, ...]:
    """Return what is proposed for the days that may still change, and what nothing answers.

    ``open_days``: days as of ``Slot.day``; locked classes stay in any case. ``answered``: keys of
    proposals that were taken or left. The last two weeks of records count.
    """
    records = sorted(taught, key=lambda one: one.day)
    last = max((one.day for one in records), default=0)
    coming = tuple(
        member
        for member in facts.classes
        if member.slot.day in open_days
        and last < member.slot.day <= last + DAYS_AHEAD
        and not member.planned.held
    )
    latest = tuple(one for one in records if one.day > last - DAYS_BACK)
    if not coming or not latest:
        return ()
    past = Past(facts, findings(facts), latest, coming, frozenset(answered))
    return (*complaints(past), *anchors(past), *sides(past), *missed(past))


__all__ = ["MOST_KEY", "Because", "Proposal", "Unmet", "following"]
