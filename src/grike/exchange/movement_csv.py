"""Movements as rows of text: CSV in and out, and the fields of an edit form.

Lists are separated by "; ". Every fault is told by line and column, and nothing is half taken in.
Each column says in one place how it is read and written. Columns that came later may be missing,
or empty: then a movement has what is usual for its family.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from enum import Enum
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.errors import InvalidInput
from grike.core.family import Family
from grike.core.kit import Kit
from grike.core.movement import Pace, Plane, Position, Role, Sides, View
from grike.core.pattern import Demand, Pattern, Support, Tier
from grike.exchange.movement_cells import (
    MOST_NAME,
    Entry,
    Wrong,
    a_decimal,
    a_range,
    a_slug,
    a_stand_in,
    a_text,
    a_truth,
    a_whole,
    an_option,
    between,
    by_joint,
    joined,
    list_of,
    needed_option,
    one_of,
    pairs,
    plain,
    some_forms,
    tiers_by_level,
    written_forms,
    written_option,
    written_stand_in,
    written_tiers,
    yes,
    yes_or_nothing,
)

MOST_FAULTS_TOLD = 50


@dataclass(frozen=True, slots=True)
class Column:
    """One column: its name, what it holds, and both directions."""

    name: str
    meaning: str
    write: Callable[[Entry], str]
    read: Callable[[str], Any]
    #: May be missing or empty; the entry then says nothing of it.
    later: bool = False
    #: What may be chosen; empty where any text is read. ``many``: more than one of them.
    choices: tuple[str, ...] = ()
    many: bool = False


def _menu(name: str, meaning: str, kind: type[Enum], *, later: bool = False) -> Column:
    choices = tuple(str(member.value) for member in kind)
    return Column(name, meaning, plain(name), one_of(kind), later, choices)


def _several(name: str, meaning: str, kind: type[Enum], *, later: bool = False) -> Column:
    choices = tuple(str(member.value) for member in kind)
    return Column(name, meaning, joined(name), list_of(kind), later, choices, many=True)


def _later(
    name: str, meaning: str, write: Callable[[Entry], str], read: Callable[[str], Any]
) -> Column:
    return Column(name, meaning, write, read, later=True)


COLUMNS: tuple[Column, ...] = (
    Column("id", "short name for files", plain("id"), a_slug),
    Column("name", "name", plain("name"), a_text(1, MOST_NAME)),
    Column("other_names", "other names", joined("other_names"), list_of()),
    _menu("family", "family", Family),
    _menu("role", "warm-up, work or cool-down", Role),
    _several("targets", "target muscles", Muscle),
    _several("assists", "assisting muscles", Muscle),
    _menu("sides", "use of the sides", Sides),
    _menu("plane", "plane", Plane),
    _menu("position", "position", Position),
    _menu("pace", "pace", Pace),
    Column("impact", "impact, 0 to 2", plain("impact"), a_whole(0, 2)),
    Column("contacts_per_rep", "ground contacts a rep", plain("contacts_per_rep"), a_whole(0, 4)),
    Column("level", "level, 1 to 3", plain("level"), a_whole(1, 3)),
    Column("seconds_per_rep", "seconds a rep", plain("seconds_per_rep"), a_decimal(0.2, 30)),
    Column("reps", "usual reps a side", between("reps"), a_range(200)),
    Column("seconds", "usual seconds", between("seconds"), a_range(600)),
    Column("joints", "load on joints, 1 or 2", by_joint("joints", " "), pairs(a_whole(0, 2), " ")),
    _several("kit", "kit", Kit),
    Column("foundation", "any regular knows it", yes("foundation"), a_truth),
    Column("met", "intensity in MET", plain("met"), a_decimal(1, 20, optional=True)),
    _menu("show_from", "show it from", View),
    Column("placing", "where band or step goes", plain("placing"), a_text()),
    Column("easier", "easier option", written_option("easier"), needed_option),
    Column("harder", "harder option", written_option("harder"), needed_option),
    Column("low_impact", "low-impact option", written_option("low_impact"), an_option),
    Column("seated", "seated twin", written_stand_in("seated"), a_stand_in),
    Column("stand_in", "without the kit", written_stand_in("stand_in"), a_stand_in),
    Column("relief", "relief by joint", by_joint("relief", ": "), pairs(a_text(1), ":")),
    Column("cues", "cues", joined("cues"), list_of(least=2, most=4)),
    Column("faults", "faults to look for", joined("faults"), list_of(least=1, most=4)),
    Column("care", "who takes the easier option", plain("care"), a_text()),
    _several("prepares", "muscles prepared", Muscle),
    Column("prepares_joints", "joints prepared", joined("prepares_joints"), list_of()),
    _several("stretches", "muscles stretched", Muscle),
    _menu("pattern", "pattern", Pattern, later=True),
    _menu("tier", "main, supporting or small", Tier, later=True),
    _later("tiers", "tier by level, if another", written_tiers, tiers_by_level),
    _several("loadable", "what may add load", Kit, later=True),
    _later("high_reps", "may be done for many more", yes_or_nothing("high_reps"), a_truth),
    _later("beats", "beats a rep, to music", plain("beats"), a_whole(1, 32)),
    _later(
        "one_sided_too", "may be done one side at a time", yes_or_nothing("one_sided_too"), a_truth
    ),
    _later("raises_pulse", "raises the pulse", yes_or_nothing("raises_pulse"), a_truth),
    _several("rehearses", "patterns it rehearses", Pattern, later=True),
    _later("skill", "skill, 0 to 2", plain("skill"), a_whole(0, 2)),
    _several("demands", "what it asks besides strength", Demand, later=True),
    _later("floor_metres", "metres of floor", plain("floor_metres"), a_whole(0, 50)),
    _several("support", "what the support may do", Support, later=True),
    _later("met_from", "where the MET is from", plain("met_from"), a_text(0, MOST_NAME)),
    _later("forms", "forms", written_forms, some_forms),
)
NAMES = tuple(column.name for column in COLUMNS)
NEEDED = tuple(column.name for column in COLUMNS if not column.later)


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
        text = fields.get(column.name, "").strip()
        if column.later and not text:
            continue
        try:
            entry[column.name] = column.read(text)
        except Wrong as wrong:
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
    text = text.removeprefix("\ufeff")
    head = text.split("\n", 1)[0]
    # Spreadsheets of some countries part cells by semicolons; names of columns have neither.
    apart = ";" if head.count(";") > head.count(",") else ","
    reader = csv.DictReader(io.StringIO(text, newline=""), strict=True, delimiter=apart)
    try:
        rows = [(reader.line_num, row) for row in reader]
    except csv.Error as error:
        raise InvalidInput(
            f"Line {reader.line_num} is not CSV: {error}.",
            fix="Save the table as comma-separated text.",
            place=f"line {reader.line_num}",
        ) from None
    missing = [name for name in NEEDED if name not in (reader.fieldnames or ())]
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
            faults[f"line {line}"] = f"This line does not have {len(row)} cells."
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
