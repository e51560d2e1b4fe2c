"""Series and classes as the pages show them: facts to response models, and no arithmetic."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from fractions import Fraction

from grike.api.board.class_view import NOBODY, Taught, board_class, body_volume
from grike.api.board.models import (
    Board,
    BoardClass,
    Certificate,
    KeptPlan,
    StepModel,
    WeekLoadModel,
)
from grike.api.shared import BodyVolume, ChangeBrief, FindingModel, RoomModel
from grike.api.state import HeldSeries
from grike.core.advice.class_load import week_load
from grike.core.judging.class_facts import ClassFacts
from grike.core.rules import BY_ID, Facts, Finding, cost_by_rule
from grike.core.rules.w7_steps import W7, per_class_volumes, volume_steps
from grike.core.series_codec import room_to
from grike.core.sheet import Mode
from grike.core.volume import Volume, add_volumes
from grike.exchange.classes import number
from grike.store.changes import Change, History
from grike.store.runs import Run
from grike.store.series import StoredSeries


def finding_model(finding: Finding, number: int) -> FindingModel:
    """Return a finding for a page."""
    rule, place = BY_ID[finding.rule], finding.place
    return FindingModel.model_validate(
        {
            "number": number,
            "rule": finding.rule,
            "title": rule.title,
            "mode": "remark" if finding.remark else finding.mode.value,
            "week": place.week,
            "slot": place.slot,
            "block": place.block,
            "item": place.item,
            "what": finding.what,
            "fix": finding.fix,
            "reason": rule.reason,
            "mendable": bool(rule.mends),
            "cost": finding.cost,
        }
    )


def volume_of_week(facts: Facts, week: int, volume: Volume) -> BodyVolume:
    """Return what a week gives the body, with the bands of its muscles."""
    sheet, classes = facts.sheet, len(facts.weeks[week])
    return facts.kept_of_week(
        ("volume", week, classes),
        (volume, sheet),
        lambda: body_volume(volume, sheet, classes=classes),
    )


def _week_load(members: Iterable[ClassFacts], recorded: Mapping[int, float]) -> WeekLoadModel:
    load = week_load(members, recorded)
    return WeekLoadModel(
        total=round(load.total),
        monotony=None if load.monotony is None else round(load.monotony, 2),
        strain=None if load.strain is None else round(load.strain),
    )


def week_steps(facts: Facts) -> list[StepModel]:
    """Return the volume steps of a series, week by week."""
    volumes = per_class_volumes(facts)

    def shown(value: Fraction | None) -> float | None:
        return None if value is None else number(value)

    return [
        StepModel(
            week=step.week,
            lighter=step.lighter,
            volume=shown(volumes.get(step.week)),
            target=shown(step.target),
            low=shown(step.low),
            high=shown(step.high),
        )
        for step in volume_steps(volumes, facts.shape.weeks, W7.line(facts.sheet))
    ]


@dataclass(frozen=True, slots=True)
class HistoryModels:
    """What somebody can undo and redo next."""

    undo: ChangeBrief | None
    redo: ChangeBrief | None


def history_model(history: History, person_id: int) -> HistoryModels:
    """Return the history as somebody sees it: another's change says whose it is."""

    def brief(change: Change | None) -> ChangeBrief | None:
        if change is None:
            return None
        own = change.person_id in (None, person_id)
        return ChangeBrief(id=change.id, label=change.label, by="" if own else change.by or "")

    return HistoryModels(brief(history.undo), brief(history.redo))


def kept_model(run: Run | None) -> KeptPlan | None:
    """Return the plan that is kept beside a series."""
    if run is None:
        return None
    return KeptPlan(run=run.id, words=str((run.result or {}).get("message", "")))


@dataclass(frozen=True, slots=True)
class Around:
    """What a board shows besides its series: history, runs, and by slot the loads of
    sessions and who taught them."""

    history: HistoryModels
    run: int | None
    kept: KeptPlan | None
    recorded: Mapping[int, float]
    taught: Mapping[int, Taught] = field(default_factory=dict)

    @property
    def key(self) -> tuple[object, ...]:
        """What tells one from another."""
        models = (self.history.undo, self.history.redo, self.kept)
        texts = tuple(model and model.model_dump_json() for model in models)
        return (*texts, self.run, tuple(self.recorded.items()), tuple(self.taught.items()))


def _certificate(stored: StoredSeries) -> Certificate | None:
    if stored.certificate is None:
        return None
    keys = ("status", "cost", "bound", "by_rule", "notes")
    gave_way = stored.certificate.get("gave_way", [])
    return Certificate(**{key: stored.certificate[key] for key in keys}, gave_way=gave_way)


def _classes(held: HeldSeries, around: Around) -> list[BoardClass]:
    facts, counts = held.facts, Counter(finding.place.slot for finding in held.found)
    return [
        board_class(facts, m, counts[m.slot.index], around.taught.get(m.slot.index, NOBODY))
        for m in facts.classes
    ]


def board(held: HeldSeries, around: Around) -> Board:
    """Return a whole series for the board."""
    stored, facts, found = held.stored, held.facts, held.found
    shape, sheet = stored.plan.shape, stored.plan.sheet
    on = [rule for rule, line in sheet.lines.items() if line.mode is not Mode.OFF]
    broken = {f.rule for f in found if not f.remark}
    whole = add_volumes(facts.week_volumes.values())
    return Board(
        id=stored.id,
        version=stored.version,
        name=shape.name,
        start=shape.start,
        weeks=shape.weeks,
        weekdays=sorted(shape.weekdays),
        minutes=shape.minutes,
        level=shape.level,
        heads=shape.heads,
        room=RoomModel(**room_to(shape.room)),
        slots=[slot.week * 7 + slot.weekday for slot in shape.slots()],
        classes=_classes(held, around),
        week_volumes={
            week: volume_of_week(facts, week, volume) for week, volume in facts.week_volumes.items()
        },
        week_loads={
            week: _week_load(members, around.recorded) for week, members in facts.weeks.items()
        },
        volume=body_volume(whole, sheet),
        steps=week_steps(facts),
        yardstick=sheet.yardstick,
        findings=[finding_model(finding, number) for number, finding in enumerate(found)],
        cost=sum(cost_by_rule(found).values()),
        rules_kept=len([rule for rule in on if rule not in broken]),
        rules_on=len(on),
        certificate=_certificate(stored),
        undo=around.history.undo,
        redo=around.history.redo,
        run=around.run,
        kept=around.kept,
    )
