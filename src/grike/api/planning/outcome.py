"""What came of a planning run: the state in which it ends, and what is put in."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from grike.core.library import Library
from grike.core.series import SeriesPlan
from grike.exchange.jobs import Answer, stopped_plan
from grike.exchange.plans import plan_from, plan_to

WENT_AWAY = "The planner ended unexpectedly. Nothing was changed; plan again."
NOTHING_YET = "Stopped before any class was filled. Nothing was changed."


@dataclass(frozen=True, slots=True)
class Outcome:
    """The end of a run. ``plan`` is put into the series; ``result`` is told and kept.

    ``whole``: the result with its plan, for one that is kept beside its series.
    """

    state: str
    result: dict[str, Any]
    plan: SeriesPlan | None = None
    whole: dict[str, Any] = field(default_factory=dict)
    suffix: str = ""


def why_not(result: Mapping[str, Any]) -> list[str]:
    """Return why a run came to no plan, and what could be done, a sentence each."""
    return [*result.get("why", []), *result.get("ways", [])]


def outcome(
    request: SeriesPlan, answer: Answer | None, library: Library, *, beside: bool, was_empty: bool
) -> Outcome:
    """Return what an answer comes to; ``beside``: it is kept and never put into the series.

    ``was_empty``: the series had no classes when the run began.

    Raises InvalidInput where the library no longer holds what the plan needs.
    """
    if answer is None:
        return Outcome("failed", {"message": WENT_AWAY})
    if answer["status"] == "fault":
        return Outcome("failed", {"message": f"This cannot be planned. {answer['message']}"})
    if answer["status"] == "stopped":
        return _stopped(request, answer, library, beside=beside, was_empty=was_empty)
    if answer["plan"] is None:
        return Outcome("none", answer)
    if beside:
        return Outcome("done", answer)
    short = {key: value for key, value in answer.items() if key != "plan"}
    return Outcome("done", short, plan_from(answer["plan"], library), answer)


def _stopped(
    request: SeriesPlan, answer: Answer, library: Library, *, beside: bool, was_empty: bool
) -> Outcome:
    """Return what a planner leaves that had to be ended: the weeks that it had filled.

    Some of them are put in where nothing stood before; among classes of an older plan they might
    break rules.
    """
    slots = len(request.shape.slots())
    plan = stopped_plan(request, answer, library)
    whole_series = len(plan.classes) == slots
    if beside or not answer["classes"] or not (was_empty or whole_series):
        words = NOTHING_YET if not answer["classes"] else "Stopped. Nothing was changed."
        return Outcome("stopped", {"message": words})
    done = len(plan.classes)
    rest = "" if done == slots else " Plan the rest when you are ready."
    words = f"Stopped: {done} of {slots} classes were filled and are in the series.{rest}"
    whole = {"message": words, "plan": plan_to(plan), "certificate": None}
    return Outcome("stopped", {"message": words}, plan, whole, ", stopped early")
