"""Series and classes as the pages show them: facts to response models, and no arithmetic."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction

from grike.api.board.models import (
    Board,
    BoardClass,
    Certificate,
    KeptPlan,
    StepModel,
    WeekLoadModel,
)
from grike.api.shared import BodyVolume, ChangeBrief, FindingModel, MuscleSets, RoomModel
from grike.api.state import HeldSeries
from grike.core.advice.class_load import week_load
from grike.core.anatomy import Muscle
from grike.core.codec import room_to
from grike.core.formats import FORMATS
from grike.core.judging.class_facts import ClassFacts
from grike.core.kit import KIT_NAMES, Kit
from grike.core.rules import BY_ID, Facts, Finding, cost_by_rule
from grike.core.rules.w1_muscles import W1, least_sets, most_sets
from grike.core.rules.w7_steps import W7, per_class_volumes, volume_steps
from grike.core.sheet import Mode, RuleSheet
from grike.core.volume import Amount, Volume, add_volumes
from grike.exchange.classes import number, volume_report
from grike.store.changes import Change, History
from grike.store.runs import Run
from grike.store.series import StoredSeries


def body_volume(volume: Volume, sheet: RuleSheet, *, classes: int = 0) -> BodyVolume:
    """Return a volume for the body column; with the band of rule W1 for a week of ``classes``."""
    line = W1.line(sheet)
    most = float(most_sets(line, volume.total.sets)) if classes else None
    report = volume_report(volume)
    muscles: list[MuscleSets] = []
    for muscle in Muscle:
        amount = volume.muscles.get(muscle, Amount())
        muscles.append(
            MuscleSets(
                muscle=muscle,
                sets=number(amount.sets),
                seconds=number(amount.seconds),
                reps=number(amount.reps),
                least=float(least_sets(line, muscle, classes)) if classes else None,
                most=most,
            )
        )
    return BodyVolume(
        sets=number(volume.total.sets),
        seconds=number(volume.total.seconds),
        training=number(volume.training.get(sheet.yardstick, Fraction(0))),
        muscles=muscles,
        regions=report["regions"],
        pairs=report["pairs"],
    )


def kit_name(kit: Iterable[Kit]) -> str:
    """Return the kit of a class for people."""
    kinds = sorted(kit)
    dumbbells = [k for k in kinds if k.startswith("dumbbell")]
    names = ["dumbbells"] if dumbbells else []
    names += [KIT_NAMES[k] for k in kinds if k not in dumbbells]
    text = " and ".join(names) or "body weight"
    return text[0].upper() + text[1:]


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


def class_volume(member: ClassFacts, sheet: RuleSheet) -> BodyVolume:
    """Return the volume of a class, worked out once for as long as the class stays."""
    name = ("volume", sheet.yardstick)
    if name not in member.kept:
        member.kept[name] = body_volume(member.volume, sheet)
    volume: BodyVolume = member.kept[name]
    return volume


def _board_class(facts: Facts, member: ClassFacts, count: int) -> BoardClass:
    """Return a class for the board; ``count``: its findings."""
    look = facts.shape.look_name(member.design)
    name = ("board", facts.sheet.yardstick, look, count)
    if name not in member.kept:
        member.kept[name] = _new_board_class(member, facts.sheet, look=look, count=count)
    made: BoardClass = member.kept[name]
    return made


def _new_board_class(member: ClassFacts, sheet: RuleSheet, *, look: str, count: int) -> BoardClass:
    slot, design = member.slot, member.design
    kind = design.main_format()
    return BoardClass(
        slot=slot.index,
        week=slot.week,
        weekday=slot.weekday,
        date=slot.date,
        name=design.name,
        focus=design.focus,
        format=kind,
        look=look,
        format_letters=FORMATS[kind].letters if kind else "",
        format_place=list(FORMATS).index(kind) if kind else 0,
        kit=sorted(design.kit),
        kit_name=kit_name(design.kit),
        seconds=member.clock.real_seconds,
        slot_seconds=design.slot_seconds,
        sets=number(member.volume.total.sets),
        movements=design.movement_ids(),
        locked=member.planned.locked,
        main_groups=[muscle for muscle in Muscle if muscle in member.main_groups],
        findings=count,
        volume=class_volume(member, sheet),
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
    """What a board shows besides its series: history, runs, and session loads by slot."""

    history: HistoryModels
    run: int | None
    kept: KeptPlan | None
    recorded: Mapping[int, float]

    @property
    def key(self) -> tuple[object, ...]:
        """What tells one from another."""
        models = (self.history.undo, self.history.redo, self.kept)
        texts = tuple(model and model.model_dump_json() for model in models)
        return (*texts, self.run, tuple(self.recorded.items()))


def _certificate(stored: StoredSeries) -> Certificate | None:
    if stored.certificate is None:
        return None
    keys = ("status", "cost", "bound", "by_rule", "notes")
    gave_way = stored.certificate.get("gave_way", [])
    return Certificate(**{key: stored.certificate[key] for key in keys}, gave_way=gave_way)


def board(held: HeldSeries, around: Around) -> Board:
    """Return a whole series for the board."""
    stored, facts, found = held.stored, held.facts, held.found
    shape, sheet = stored.plan.shape, stored.plan.sheet
    on = [rule for rule, line in sheet.lines.items() if line.mode is not Mode.OFF]
    broken = {f.rule for f in found if not f.remark}
    whole = add_volumes(facts.week_volumes.values())
    counts = Counter(finding.place.slot for finding in found)
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
        classes=[_board_class(facts, m, counts[m.slot.index]) for m in facts.classes],
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
