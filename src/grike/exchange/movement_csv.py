"""Movements as rows of text: CSV in and out, and the fields of an edit form.

Lists are separated by "; ". Every fault is told by line and column, and nothing is half taken in.
This file is long because each of 35 columns says in one place how it is read and written.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from enum import Enum
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.errors import InvalidInput
from grike.core.kit import Kit
from grike.core.movement import Family, Joint, Pace, Plane, Position, Role, Sides, View

Entry = dict[str, Any]
#: How an option differs from the movement that offers it.
LEVERS = ("lever", "base", "range", "load", "tempo", "legs", "impact", "balance")
MOST_FAULTS_TOLD = 50
MOST_ID, MOST_NAME, MOST_TEXT, MOST_PARTS = 80, 120, 600, 22
SLUG = re.compile(r"[a-z0-9]+(-[a-z0-9]+)*")
#: Figures as people write them; other scripts' figures and very long ones are not taken for such.
WHOLE = re.compile(r"-?[0-9]{1,6}")
RANGE = re.compile(r"([0-9]{1,6})\s*-\s*([0-9]{1,6})")


class _Wrong(Exception):
    """A text that cannot be read, with the sentence about it."""


@dataclass(frozen=True, slots=True)
class Column:
    """One column: its name, what it holds, and both directions."""

    name: str
    meaning: str
    write: Callable[[Entry], str]
    read: Callable[[str], Any]


def _text(least: int = 0, most: int = MOST_TEXT) -> Callable[[str], str]:
    def read(text: str) -> str:
        if len(text) < least:
            raise _Wrong("This must not be empty.")
        if len(text) > most:
            raise _Wrong(f"This has {len(text)} characters; at most {most} are kept.")
        return text

    return read


def _slug(text: str) -> str:
    if not SLUG.fullmatch(text):
        raise _Wrong(
            f"'{text[:40]}' cannot be a short name: use small letters a to z, figures and hyphens, "
            "such as goblet-squat."
        )
    return _text(1, MOST_ID)(text)


def _one_of(kind: type[Enum]) -> Callable[[str], str]:
    known = [str(member.value) for member in kind]

    def read(text: str) -> str:
        if text not in known:
            raise _Wrong(f"'{text}' is not known. Use one of: {', '.join(known)}.")
        return text

    return read


def _parts(text: str) -> list[str]:
    return [part.strip() for part in text.split(";") if part.strip()]


def _list_of(
    kind: type[Enum] | None = None, least: int = 0, most: int = MOST_PARTS
) -> Callable[[str], list[str]]:
    member = _one_of(kind) if kind is not None else _text(1)

    def read(text: str) -> list[str]:
        values = [member(part) for part in _parts(text)]
        if len(values) < least:
            raise _Wrong(f"Give at least {least}, separated by semicolons.")
        if len(values) > most:
            raise _Wrong(f"Give at most {most}; these are {len(values)}.")
        twice = next((value for value in values if values.count(value) > 1), None)
        if twice is not None:
            raise _Wrong(f"'{twice}' stands here twice.")
        return values

    return read


def _whole(low: int, high: int) -> Callable[[str], int]:
    def read(text: str) -> int:
        if not WHOLE.fullmatch(text) or not low <= int(text) <= high:
            raise _Wrong(f"'{text}' is not a whole number from {low} to {high}.")
        return int(text)

    return read


def _decimal(low: float, high: float, *, optional: bool = False) -> Callable[[str], float | None]:
    def read(text: str) -> float | None:
        if optional and not text:
            return None
        try:
            value = float(text)
        except ValueError:
            value = low - 1
        if not low <= value <= high:
            raise _Wrong(f"'{text}' is not a number from {low:g} to {high:g}.")
        return value

    return read


def _range(most: int) -> Callable[[str], list[int]]:
    def read(text: str) -> list[int]:
        found = RANGE.fullmatch(text)
        if found is None:
            raise _Wrong(f"'{text[:40]}' is not a range such as 8-15.")
        low, high = map(int, found.groups())
        if not 1 <= low <= high <= most:
            raise _Wrong(f"'{text}': from 1 to {most}, and the lower end comes first.")
        return [low, high]

    return read


def _truth(text: str) -> bool:
    if text not in ("yes", "no"):
        raise _Wrong(f"'{text}' is neither yes nor no.")
    return text == "yes"


def _pairs(read_value: Callable[[str], Any], mark: str) -> Callable[[str], dict[str, Any]]:
    joint = _one_of(Joint)

    def read(text: str) -> dict[str, Any]:
        out: dict[str, Any] = {}
        for part in _parts(text):
            name, found, value = part.partition(mark)
            if not found:
                raise _Wrong(f"'{part}' is not of the form joint{mark}value.")
            out[joint(name.strip())] = read_value(value.strip())
        return out

    return read


def _write_option(key: str) -> Callable[[Entry], str]:
    def write(entry: Entry) -> str:
        option = entry.get(key)
        if option is None:
            return ""
        how = f"-> {option['movement']}" if "movement" in option else option["how"]
        return f"{how} ({option['by']})"

    return write


def _needed_option(text: str) -> Entry | None:
    if not text:
        raise _Wrong("Every movement has one: in words, or a movement of the library.")
    return _option(text)


def _option(text: str) -> Entry | None:
    if not text:
        return None
    how, found, by = text.rstrip().removesuffix(")").rpartition(" (")
    if not found or by not in LEVERS:
        raise _Wrong(f"'{text}' must end with what changes in brackets: {', '.join(LEVERS)}.")
    if how.startswith("->"):
        return {"movement": _text(1, MOST_ID)(how[2:].strip()), "by": by}
    return {"how": _text(1)(how.strip()), "by": by}


def _write_stand_in(key: str) -> Callable[[Entry], str]:
    def write(entry: Entry) -> str:
        value = entry.get(key)
        if value is None:
            return ""
        twin = f" -> {value['movement']}" if value.get("movement") else ""
        return f"{value['how']}{twin}"

    return write


def _stand_in(text: str) -> Entry | None:
    if not text:
        return None
    how, found, movement = text.partition("->")
    words = {"how": _text(1)(how.strip())}
    return {**words, **({"movement": _text(1, MOST_ID)(movement.strip())} if found else {})}


def _joined(key: str) -> Callable[[Entry], str]:
    return lambda entry: "; ".join(entry.get(key) or ())


def _plain(key: str) -> Callable[[Entry], str]:
    return lambda entry: "" if entry.get(key) is None else str(entry[key])


def _yes(key: str) -> Callable[[Entry], str]:
    return lambda entry: "yes" if entry.get(key) else "no"


def _between(key: str) -> Callable[[Entry], str]:
    return lambda entry: "-".join(str(value) for value in entry[key])


def _by_joint(key: str, mark: str) -> Callable[[Entry], str]:
    return lambda entry: "; ".join(f"{j}{mark}{v}" for j, v in (entry.get(key) or {}).items())


COLUMNS: tuple[Column, ...] = (
    Column("id", "short name for files", _plain("id"), _slug),
    Column("name", "name", _plain("name"), _text(1, MOST_NAME)),
    Column("other_names", "other names", _joined("other_names"), _list_of()),
    Column("family", "family", _plain("family"), _one_of(Family)),
    Column("role", "warm-up, work or cool-down", _plain("role"), _one_of(Role)),
    Column("targets", "target muscles", _joined("targets"), _list_of(Muscle)),
    Column("assists", "assisting muscles", _joined("assists"), _list_of(Muscle)),
    Column("sides", "use of the sides", _plain("sides"), _one_of(Sides)),
    Column("plane", "plane", _plain("plane"), _one_of(Plane)),
    Column("position", "position", _plain("position"), _one_of(Position)),
    Column("pace", "pace", _plain("pace"), _one_of(Pace)),
    Column("impact", "impact, 0 to 2", _plain("impact"), _whole(0, 2)),
    Column("contacts_per_rep", "ground contacts a rep", _plain("contacts_per_rep"), _whole(0, 4)),
    Column("level", "level, 1 to 3", _plain("level"), _whole(1, 3)),
    Column("seconds_per_rep", "seconds a rep", _plain("seconds_per_rep"), _decimal(0.2, 30)),
    Column("reps", "usual reps a side", _between("reps"), _range(200)),
    Column("seconds", "usual seconds", _between("seconds"), _range(600)),
    Column("joints", "load on joints, 1 or 2", _by_joint("joints", " "), _pairs(_whole(0, 2), " ")),
    Column("kit", "kit", _joined("kit"), _list_of(Kit)),
    Column("foundation", "any regular knows it", _yes("foundation"), _truth),
    Column("met", "intensity in MET", _plain("met"), _decimal(1, 20, optional=True)),
    Column("show_from", "show it from", _plain("show_from"), _one_of(View)),
    Column("placing", "where band or step goes", _plain("placing"), _text()),
    Column("easier", "easier option", _write_option("easier"), _needed_option),
    Column("harder", "harder option", _write_option("harder"), _needed_option),
    Column("low_impact", "low-impact option", _write_option("low_impact"), _option),
    Column("seated", "seated twin", _write_stand_in("seated"), _stand_in),
    Column("stand_in", "without the kit", _write_stand_in("stand_in"), _stand_in),
    Column("relief", "relief by joint", _by_joint("relief", ": "), _pairs(_text(1), ":")),
    Column("cues", "cues", _joined("cues"), _list_of(least=2, most=4)),
    Column("faults", "faults to look for", _joined("faults"), _list_of(least=1, most=4)),
    Column("care", "who takes the easier option", _plain("care"), _text()),
    Column("prepares", "muscles prepared", _joined("prepares"), _list_of(Muscle)),
    Column("prepares_joints", "joints prepared", _joined("prepares_joints"), _list_of()),
    Column("stretches", "muscles stretched", _joined("stretches"), _list_of(Muscle)),
)
NAMES = tuple(column.name for column in COLUMNS)


def to_fields(entry: Entry) -> dict[str, str]:
    """Return an entry of the library as texts by column."""
    return {column.name: column.write(entry) for column in COLUMNS}


def from_fields(fields: Mapping[str, str], where: str = "") -> Entry:
    """Return the entry that some texts describe.

    Raises InvalidInput with a sentence for every column that cannot be read.
    """
    entry: Entry = {}
    faults: dict[str, str] = {}
    for column in COLUMNS:
        try:
            entry[column.name] = column.read(fields.get(column.name, "").strip())
        except _Wrong as wrong:
            faults[f"{where}{column.name}"] = str(wrong)
    if faults:
        first = next(iter(faults.items()))
        raise InvalidInput(
            f"{len(faults)} fields cannot be read." if len(faults) > 1 else first[1],
            fix="Mend what is marked; nothing was changed.",
            place=first[0],
            fields=faults,
        )
    return entry


def to_csv(entries: Iterable[Entry]) -> str:
    """Return entries as CSV with a line of column names."""
    out = io.StringIO()
    writer = csv.DictWriter(out, NAMES, lineterminator="\n")
    writer.writeheader()
    writer.writerows(to_fields(entry) for entry in entries)
    return out.getvalue()


def from_csv(text: str) -> list[Entry]:
    """Return the entries of a CSV document.

    Raises InvalidInput that tells every fault by line and column, and takes in nothing then.
    """
    reader = csv.DictReader(io.StringIO(text, newline=""), strict=True)
    try:
        rows = [(reader.line_num, row) for row in reader]
    except csv.Error as error:
        raise InvalidInput(
            f"Line {reader.line_num} is not CSV: {error}.",
            fix="Save the table as comma-separated text.",
            place=f"line {reader.line_num}",
        ) from None
    missing = [name for name in NAMES if name not in (reader.fieldnames or ())]
    unknown = [name for name in reader.fieldnames or () if name not in NAMES]
    if missing or unknown:
        what = f"lacks the column '{missing[0]}'" if missing else f"has a column '{unknown[0]}'"
        raise InvalidInput(
            f"The table {what}.", fix=f"Its columns are: {', '.join(NAMES)}.", place="line 1"
        )
    return _entries(rows)


def _entries(rows: list[tuple[int, dict[str, Any]]]) -> list[Entry]:
    out: list[Entry] = []
    faults: dict[str, str] = {}
    for line, row in rows:
        if None in row or None in row.values():
            faults[f"line {line}"] = f"This line does not have {len(NAMES)} cells."
            continue
        try:
            out.append(from_fields(row, f"line {line}, "))
        except InvalidInput as error:
            faults.update(error.fields)
    if faults:
        told = dict(list(faults.items())[:MOST_FAULTS_TOLD])
        first = next(iter(told.items()))
        raise InvalidInput(
            f"{len(faults)} cells cannot be read. {first[0]}: {first[1]}",
            fix="Mend them and bring the whole table again; nothing was taken in.",
            place=first[0],
            fields=told,
        )
    return out
