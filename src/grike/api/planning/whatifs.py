"""What-ifs beside a series, and two plans side by side."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from fastapi import APIRouter, Request

from grike.api.board.class_view import kit_name
from grike.api.planning.models import (
    ComparisonModel,
    DayModel,
    PutIn,
    RuleChangeModel,
    SideModel,
    WhatIf,
    WhatIfModel,
    WhatIfs,
)
from grike.api.planning.outcome import why_not
from grike.api.planning.runner import Runner
from grike.api.security import Director, SignedIn, StateOf
from grike.api.series.set_up import empty_plan
from grike.api.shared import Changed, Created
from grike.api.state import State
from grike.api.turns import COSTLY
from grike.core.advice.compare import Side, compare
from grike.core.class_shape_codec import class_shape_to
from grike.core.design import ClassDesign
from grike.core.errors import Conflict, InvalidInput, NotFound
from grike.core.focus import FOCUS_NAMES
from grike.core.plain import at
from grike.core.planner.readiness import set_up_problems
from grike.core.rules import BY_ID, Facts
from grike.core.rules.sheet_codec import sheet_from, sheet_to
from grike.core.series import SeriesPlan, SeriesShape
from grike.core.series_codec import shape_from, shape_to
from grike.core.wishes import Wishes
from grike.exchange.plans import plan_from
from grike.exchange.shapes import chosen_shapes
from grike.store import changes, runs, series, shapes
from grike.store.connection import Connection
from grike.store.shapes import OwnShape

router = APIRouter(prefix="/api", tags=["what-ifs"])


def _changed(plan: SeriesPlan, change: WhatIf, own: Sequence[OwnShape]) -> SeriesPlan:
    """Return the set-up of a series with a what-if put in; pins of other shapes fall away."""
    if change.setup is not None:
        whole = empty_plan(change.setup, own, plan.shape.class_shapes)
        return replace(whole, known=plan.known)
    shape = shape_to(plan.shape)
    given = change.model_dump(exclude_none=True, exclude={"label", "rules", "shapes"})
    if change.shapes is not None:
        others = (*(kept.shape for kept in own), *plan.shape.class_shapes)
        found = chosen_shapes(change.shapes, others)
        given["shapes"] = [class_shape_to(shape) for shape in found]
    if given.keys() & {"weekdays", "weeks"}:
        wishes = replace(plan.shape.wishes, pins=())
        shape = shape_to(replace(plan.shape, wishes=wishes))
        if plan.shape.wishes == Wishes():
            shape.pop("wishes", None)
    rules: dict[str, Any] = sheet_to(plan.sheet)
    for rule, change_of in (change.rules or {}).items():
        line = change_of.model_dump(exclude_unset=True)
        now = dict(rules.get(rule, {}))
        numbers = {**now.get("numbers", {}), **line.get("numbers", {})}
        rules[rule] = {**now, **line, "numbers": numbers}
    sheet = sheet_from(rules, plan.sheet.yardstick.value)
    return SeriesPlan(shape_from(_fitting({**shape, **given})), sheet, (), plan.known)


def _fitting(data: dict[str, Any]) -> dict[str, Any]:
    """Return a set-up without what its weekdays and shapes no longer allow for single days."""
    days, ids = set(data["weekdays"]), {own["id"] for own in data.get("shapes", ())}
    asked = data.get("shape_days", {})
    left = {d: [own for own in asked[d] if own in ids] for d in asked if int(d) in days}
    kept = [day for day in data.get("kept_days", ()) if day in days]
    times = {day: at for day, at in data.get("times", {}).items() if int(day) in days}
    return {**data, "shape_days": left, "kept_days": kept, "times": times}


@router.post("/series/{series_id}/what-ifs", status_code=202)
def begin_what_ifs(
    series_id: int, body: WhatIfs, person: Director, state: StateOf, request: Request
) -> list[Created]:
    """Plan several changes of the set-up at once; the series itself stays as it is."""
    runner: Runner = request.app.state.runner
    with state.database.transaction() as connection:
        plan = series.get(connection, series_id).plan
        own = shapes.every(connection)
        library = state.library(connection)
    wanted: list[tuple[str, SeriesPlan]] = []
    for number, change in enumerate(body.changes):
        with at(f"changes[{number}]"):
            changed = _changed(plan, change, own)
            set_up_problems(changed, library)
            wanted.append((change.label, changed))
    return [
        Created(id=runner.what_if(series_id, changed, body.seed, person.id, label))
        for label, changed in wanted
    ]


@router.get("/series/{series_id}/what-ifs")
def list_what_ifs(series_id: int, _: SignedIn, state: StateOf) -> list[WhatIfModel]:
    """Return what was planned beside a series, the oldest first."""
    with state.database.transaction() as connection:
        series.version_of(connection, series_id)
        return [_what_if(run) for run in runs.what_ifs(connection, series_id)]


def _what_if(run: runs.Run) -> WhatIfModel:
    model = WhatIfModel(run=run.id, label=run.label, state=run.state)
    result = run.result or {}
    model.status = result.get("status")
    model.words = [*why_not(result), *result.get("notes", [])]
    if result.get("message"):
        model.words.append(result["message"])
    if result.get("plan"):
        certificate = result["certificate"]
        model.cost = certificate["cost"]
        model.bound, model.by_rule = certificate["bound"], certificate["by_rule"]
        model.words = [*certificate.get("gave_way", []), *result.get("notes", [])]
    return model


@router.delete("/runs/{run_id}", status_code=204)
def forget_run(run_id: int, _: Director, state: StateOf) -> None:
    """Forget a what-if that has ended."""
    with state.database.transaction() as connection:
        run = runs.get(connection, run_id)
        kept = run.kind == "what-if" or run.state == "beside"
        if not kept or not runs.remove(connection, run_id):
            raise Conflict("Only a what-if that has ended can be forgotten.", fix="Stop it first.")


@router.post("/runs/{run_id}/adopt", status_code=201)
def adopt(run_id: int, person: Director, state: StateOf) -> Created:
    """Make a what-if a series of its own, with its plan."""
    with state.database.transaction() as connection:
        run = runs.get(connection, run_id)
        plan = _plan_of(run, state, connection)
        shape = replace(plan.shape, name=f"{plan.shape.name}: {run.label}"[:120])
        empty = replace(plan, shape=shape, classes=())
        series_id = series.add(connection, empty, person.id)
        stored = series.get(connection, series_id)
        certificate = (run.result or {})["certificate"]
        changes.save(connection, stored, plan.classes, "Plan the series", person.id, certificate)
    return Created(id=series_id)


@router.post("/runs/{run_id}/take-over")
def adopt_in_place(run_id: int, body: PutIn, person: Director, state: StateOf) -> Changed:
    """Put a what-if in the place of its series, set-up and classes, as one change."""
    with state.database.transaction() as connection:
        run = runs.get(connection, run_id)
        plan = _plan_of(run, state, connection)
    with state.database.transaction() as connection:
        changes.require_current(connection, run.series_id, body.version)
        stored = series.get(connection, run.series_id)
        label = f"Adopt the what-if: {run.label}"
        changes.reshape(connection, stored, plan, label, person.id)
    return Changed(label=label)


def _plan_of(run: runs.Run, state: State, connection: Connection) -> SeriesPlan:
    document = (run.result or {}).get("plan")
    if document is None:
        raise Conflict("This what-if has no plan.", fix="Wait until it is planned, or try another.")
    return plan_from(document, state.library(connection))


@router.get("/compare", dependencies=COSTLY)
def get_comparison(one: str, other: str, _: SignedIn, state: StateOf) -> ComparisonModel:
    """Return two plans side by side; each is "series-3" or, for a what-if, "run-12"."""
    with state.database.transaction() as connection:
        (name, first), (other_name, second) = (
            _named(text, state, connection) for text in (one, other)
        )
    # Held against each other outside of the transaction: that takes a while.
    found = compare(first, second)
    return ComparisonModel(
        one=_side(name, found.one),
        other=_side(other_name, found.other),
        days=[
            DayModel(
                week=day.week,
                weekday=day.weekday,
                one=_class_words(first.shape, day.one),
                other=_class_words(second.shape, day.other),
                shared=day.shared,
                same=day.same,
            )
            for day in found.days
        ],
        rules=[
            RuleChangeModel(
                rule=rule.rule, title=BY_ID[rule.rule].title, one=rule.one, other=rule.other
            )
            for rule in found.rules
        ],
    )


def _named(text: str, state: State, connection: Connection) -> tuple[str, Facts]:
    kind, _, number = text.partition("-")
    if kind not in ("series", "run") or not number.isdecimal() or len(number) > 9:
        raise InvalidInput(f"'{text}' names no plan.", fix="Write series-3 or run-12.")
    if kind == "series":
        held = state.series(connection, int(number))
        return held.stored.plan.shape.name, held.facts
    run = runs.get(connection, int(number))
    if run.kind != "what-if" and run.state != "beside":
        raise NotFound("There is no such what-if.", fix="Choose one of the list.")
    plan = _plan_of(run, state, connection)
    paces = state.paces(connection, run.series_id, plan.shape)
    name = run.label or "The plan that was kept"
    return name, Facts(plan, state.library(connection), paces)


def _side(name: str, side: Side) -> SideModel:
    return SideModel(
        name=name,
        classes=side.classes,
        cost=side.cost,
        by_rule=side.by_rule,
        musts=side.musts,
        movements=side.movements,
        minutes=side.minutes,
        training=side.training,
    )


def _class_words(shape: SeriesShape, design: ClassDesign | None) -> str:
    if design is None:
        return ""
    look = (shape.look_name(design) or "no work").lower()
    return f"{FOCUS_NAMES[design.focus]}, {look}, {kit_name(design.kit).lower()}"
