"""Consequences as a page shows them."""

from __future__ import annotations

from collections.abc import Sequence

from grike.api.board.views import finding_model, volume_of_week, week_steps
from grike.api.moves.models import ConsequencesModel, DayAfter, FoundOften, WeekAfter
from grike.api.shared import BodyVolume
from grike.core.advice.consequences import Consequences
from grike.core.judging.class_facts import ClassFacts
from grike.core.rules import Facts, Finding

#: So many of the findings of a rule are told one by one.
MOST_TOLD = 2
ORDER = ("must", "aim", "remark")


def consequences_model(found: Consequences, label: str) -> ConsequencesModel:
    """Return what a change does."""
    ours, theirs = _by_day(found.before), _by_day(found.after)
    return ConsequencesModel(
        label=label,
        gone=_told(found.gone),
        new=_told(found.new),
        cost_before=found.costs[0],
        cost_after=found.costs[1],
        musts_before=found.musts[0],
        musts_after=found.musts[1],
        days=[_day(ours.get(day), theirs.get(day)) for day in found.days],
        weeks=[
            WeekAfter(
                week=week, before=_volume(found.before, week), after=_volume(found.after, week)
            )
            for week in found.weeks
        ],
        steps=week_steps(found.after),
    )


def _by_day(facts: Facts) -> dict[int, ClassFacts]:
    return {member.slot.day: member for member in facts.classes}


def _told(found: Sequence[Finding]) -> list[FoundOften]:
    """Return findings rule by rule: musts first, then aims by what they cost, then remarks."""
    rules: dict[tuple[str, bool], list[Finding]] = {}
    for finding in found:
        rules.setdefault((finding.rule, finding.remark), []).append(finding)
    out = [_often(own) for own in rules.values()]
    return sorted(out, key=lambda own: (ORDER.index(own.mode), -own.cost, own.rule))


def _often(found: Sequence[Finding]) -> FoundOften:
    first = finding_model(found[0], 0)
    return FoundOften(
        rule=first.rule,
        title=first.title,
        mode=first.mode,
        count=len(found),
        cost=sum(finding.cost for finding in found),
        what=[finding.what for finding in found[:MOST_TOLD]],
    )


def _day(before: ClassFacts | None, after: ClassFacts | None) -> DayAfter:
    there = after or before
    assert there is not None, "a day that differs has a class before or after"
    return DayAfter(
        day=there.slot.day,
        date=there.slot.date,
        name=after.design.name if after else None,
        seconds=after.clock.real_seconds if after else 0,
        slot_seconds=after.design.slot_seconds if after else 0,
        kit_before=sorted(before.design.kit) if before else [],
        kit_after=sorted(after.design.kit) if after else [],
    )


def _volume(facts: Facts, week: int) -> BodyVolume | None:
    volume = facts.week_volumes.get(week)
    return volume_of_week(facts, week, volume) if volume is not None else None
