"""Requests and planned series as JSON documents, and findings as a report."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any

from grike.core.codec import check_against_library, design_from, design_to
from grike.core.errors import InvalidInput
from grike.core.judging.finding import Finding
from grike.core.library import Library
from grike.core.plain import at
from grike.core.rules.sheet_codec import sheet_from, sheet_to
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.series_codec import shape_from, shape_to


def request_from(data: Mapping[str, Any]) -> SeriesPlan:
    """Return the empty plan that a request asks to be filled."""
    with at("series"):
        shape = shape_from(data["series"])
    with at("rules"):
        sheet = sheet_from(data.get("rules", {}), data.get("yardstick", "seconds"))
    return SeriesPlan(shape, sheet, (), frozenset(data.get("known", ())))


def plan_from(data: Mapping[str, Any], library: Library) -> SeriesPlan:
    """Return the plan in a document. Raises InvalidInput with the place of the first fault."""
    empty = request_from(data)
    slots = {(slot.week, slot.weekday): slot for slot in empty.shape.slots()}
    classes: dict[int, PlannedClass] = {}
    for number, entry in enumerate(data["classes"]):
        place = f"classes[{number}]"
        slot = slots.get((entry["week"] - 1, entry["weekday"]))
        if slot is None or slot.index in classes:
            raise InvalidInput(
                f"Week {entry['week']}, weekday {entry['weekday']} "
                f"{'is no day of the series' if slot is None else 'stands twice'}.",
                fix="Give each class a day of the series that is its own.",
                place=place,
            )
        if entry.get("date", slot.date.isoformat()) != slot.date.isoformat():
            raise InvalidInput(
                f"{slot.label} is {slot.date.isoformat()}, not {entry['date']}.",
                fix="Give the date of the day, or leave it out.",
                place=f"{place}.date",
            )
        with at(f"{place}.class"):
            design = design_from(entry["class"])
            check_against_library(design, library)
        classes[slot.index] = PlannedClass(slot, design, bool(entry.get("locked", False)))
    _require_true(data.get("certificate"))
    ordered = tuple(classes[index] for index in sorted(classes))
    return SeriesPlan(empty.shape, empty.sheet, ordered, empty.known)


def _require_true(certificate: Mapping[str, Any] | None) -> None:
    """Raise InvalidInput for a certificate that says more than can be."""
    if certificate is not None and certificate["bound"] > certificate["cost"]:
        raise InvalidInput(
            f"The certificate says that every plan costs at least {certificate['bound']}, and "
            f"that this one costs {certificate['cost']}.",
            fix="Leave the certificate out, or plan again.",
            place="certificate.bound",
        )


def plan_to(plan: SeriesPlan, certificate: Mapping[str, Any] | None = None) -> dict[str, Any]:
    """Return the document of a plan."""
    document: dict[str, Any] = {
        "series": shape_to(plan.shape),
        "rules": sheet_to(plan.sheet),
        "yardstick": plan.sheet.yardstick.value,
        "classes": [
            {
                "week": planned.slot.week + 1,
                "weekday": planned.slot.weekday,
                "date": planned.slot.date.isoformat(),
                **({"locked": True} if planned.locked else {}),
                "class": design_to(planned.design),
            }
            for planned in plan.classes
        ],
    }
    if plan.known:
        document["known"] = sorted(plan.known)
    if certificate is not None:
        document["certificate"] = dict(certificate)
    return document


def findings_report(found: Iterable[Finding]) -> list[dict[str, Any]]:
    """Return findings as a report; weeks count from 1."""
    out: list[dict[str, Any]] = []
    for finding in found:
        place = finding.place
        where = {
            "week": None if place.week is None else place.week + 1,
            "class": place.slot,
            "block": place.block,
            "item": place.item,
        }
        out.append(
            {
                "rule": finding.rule,
                "mode": "remark" if finding.remark else finding.mode.value,
                "where": {key: value for key, value in where.items() if value is not None},
                "what": finding.what,
                "fix": finding.fix,
                "cost": finding.cost,
            }
        )
    return out
