"""Consequences as a page shows them."""

from __future__ import annotations

from collections.abc import Sequence

from grike.api.board.views import finding_model, volume_of_week, week_steps
from grike.api.moves.models import ConsequencesModel, DayAfter, WeekAfter
from grike.api.shared import BodyVolume, FindingModel
from grike.core.advice.consequences import Consequences
from grike.core.judging.class_facts import ClassFacts
from grike.core.rules import Facts, Finding
from grike.core.sheet import Mode

#: So many of the findings that come, and of those that go, are told one by one.
MOST_TOLD = 12


def consequences_model(found: Consequences, label: str) -> ConsequencesModel:
    """Return what a change does."""
    ours, theirs = _by_day(found.before), _by_day(found.after)
    return ConsequencesModel(
        label=label,
        gone=_told(found.gone),
        new=_told(found.new),
        gone_all=len(found.gone),
        new_all=len(found.new),
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


def _told(found: Sequence[Finding]) -> list[FindingModel]:
    """Return the weightiest findings: musts, then aims by their cost, then remarks."""

    def weight(finding: Finding) -> tuple[bool, bool, int]:
        return (finding.remark, finding.mode is not Mode.MUST, -finding.cost)

    first = sorted(found, key=weight)[:MOST_TOLD]
    return [finding_model(finding, number) for number, finding in enumerate(first)]


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
