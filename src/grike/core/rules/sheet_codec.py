"""Rule sheets to and from plain dictionaries, for files, the store and the API."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from fractions import Fraction
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.errors import InvalidInput
from grike.core.family import Family
from grike.core.limits import within
from grike.core.plain import Plain, at, member
from grike.core.rules import BY_ID, default_sheet
from grike.core.rules.d6_owned_days import D6
from grike.core.sheet import Mode, RuleSheet
from grike.core.volume import Yardstick

#: What a line of a rule sheet may hold; ``owned`` is for D6 only.
LINE_KEYS = frozenset({"mode", "weight", "numbers", "owned"})
#: No figure of any rule comes near it.
MOST_NUMBER = 100_000


def sheet_to(sheet: RuleSheet) -> Plain:
    """Return a rule sheet as a dictionary by rule id; the line of D6 holds what days own."""
    out: Plain = {
        rule_id: {
            "mode": line.mode.value,
            "weight": line.weight,
            "numbers": {name: float(value) for name, value in line.numbers.items()},
        }
        for rule_id, line in sheet.lines.items()
    }
    if sheet.owned:
        out[D6.id]["owned"] = dict(sheet.owned)
    return out


def sheet_from(data: Mapping[str, Any], yardstick: str = "seconds") -> RuleSheet:
    """Return the default sheet with the lines of a dictionary put in."""
    sheet = RuleSheet(default_sheet().lines, member(Yardstick, yardstick, "yardstick"))
    for rule_id, entry in data.items():
        if rule_id not in sheet.lines:
            raise InvalidInput(
                f"There is no rule '{rule_id}'.",
                fix=f"Use one of: {', '.join(sheet.lines)}.",
                place=rule_id,
            )
        with at(rule_id):
            sheet = _with_line(sheet, rule_id, entry)
    return replace(sheet, owned=_owned_from(data.get(D6.id, {}).get("owned", {})))


def stored_sheet_from(data: Mapping[str, Any], yardstick: str) -> RuleSheet:
    """Return a sheet that was taken in before; figures that newer limits exclude are brought in.

    What is stored must open whatever limits have come since.
    """
    kept: Plain = {}
    for rule_id, entry in data.items():
        known = BY_ID[rule_id].numbers if rule_id in BY_ID else {}
        if rule_id in BY_ID:
            numbers = {
                name: float(known[name].nearest(Fraction(str(value))))
                for name, value in entry.get("numbers", {}).items()
                if name in known
            }
            kept[rule_id] = {**entry, "numbers": numbers}
    return sheet_from(kept, yardstick)


def _with_line(sheet: RuleSheet, rule_id: str, entry: Mapping[str, Any]) -> RuleSheet:
    unknown = sorted(set(entry) - LINE_KEYS)
    if unknown:
        raise InvalidInput(
            f"'{unknown[0]}' is nothing that a rule has.",
            fix=f"A rule has: {', '.join(sorted(LINE_KEYS))}.",
            place=unknown[0],
        )
    mode = member(Mode, entry["mode"], "mode") if "mode" in entry else None
    numbers = {name: number_from(value, name) for name, value in entry.get("numbers", {}).items()}
    changed = sheet.with_line(rule_id, mode=mode, weight=entry.get("weight"), numbers=numbers)
    BY_ID[rule_id].require_possible(changed[rule_id])
    return changed


def number_from(value: object, place: str) -> Fraction:
    """Return the exact number that a document holds. Raises InvalidInput for what is none.

    Its size is looked at before anything is worked out with it: a few characters can stand for a
    number of millions of digits.
    """
    number = value if isinstance(value, int | float) and not isinstance(value, bool) else None
    if number is None or not abs(number) <= MOST_NUMBER:
        raise InvalidInput(
            f"{str(value)[:40]!r} is not a number that can be used.",
            fix=f"Write a number of at most {MOST_NUMBER}.",
            place=place,
        )
    return Fraction(str(number))


def _owned_from(data: Mapping[str, Any]) -> dict[str, int]:
    names = {family.value for family in Family} | {muscle.value for muscle in Muscle}
    for name, weekday in data.items():
        if name not in names:
            raise InvalidInput(
                f"'{name}' is neither a family nor a muscle group.",
                fix="Use the id of a family, such as bridge, or of a group, such as glutes.",
                place="D6.owned",
            )
        within("weekday", weekday, 0, 6, unit="(0 is Monday)")
    return {str(name): int(weekday) for name, weekday in data.items()}
