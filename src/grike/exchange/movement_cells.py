"""Cells of the table of movements: how each kind of value is written as text and read again."""

from __future__ import annotations

import re
from collections.abc import Callable
from enum import Enum
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.movement import Joint
from grike.core.pattern import Tier

Entry = dict[str, Any]
#: How an option differs from the movement that offers it.
LEVERS = ("lever", "base", "range", "load", "tempo", "legs", "impact", "balance")
MOST_ID, MOST_NAME, MOST_TEXT, MOST_PARTS = 80, 120, 600, 22
SLUG = re.compile(r"[a-z0-9]+(-[a-z0-9]+)*")
#: Figures as people write them; other scripts' figures and very long ones are not taken for such.
WHOLE = re.compile(r"-?[0-9]{1,6}")
RANGE = re.compile(r"([0-9]{1,6})\s*-\s*([0-9]{1,6})")


class Wrong(Exception):
    """A text that cannot be read, with the sentence about it."""


def a_text(least: int = 0, most: int = MOST_TEXT) -> Callable[[str], str]:
    """Return what reads a text of ``least`` to ``most`` characters."""

    def read(text: str) -> str:
        if len(text) < least:
            raise Wrong("This must not be empty.")
        if len(text) > most:
            raise Wrong(f"This has {len(text)} characters; at most {most} are kept.")
        return text

    return read


def a_slug(text: str) -> str:
    """Read a short name for files."""
    if not SLUG.fullmatch(text):
        raise Wrong(
            f"'{text[:40]}' cannot be a short name: use small letters a to z, figures and hyphens, "
            "such as goblet-squat."
        )
    return a_text(1, MOST_ID)(text)


def one_of(kind: type[Enum]) -> Callable[[str], str]:
    """Return what reads a member of an enumeration."""
    known = [str(member.value) for member in kind]

    def read(text: str) -> str:
        if text not in known:
            raise Wrong(f"'{text}' is not known. Use one of: {', '.join(known)}.")
        return text

    return read


def parts_of(text: str) -> list[str]:
    """Read the parts of a list."""
    return [part.strip() for part in text.split(";") if part.strip()]


def list_of(
    kind: type[Enum] | None = None, least: int = 0, most: int = MOST_PARTS
) -> Callable[[str], list[str]]:
    """Return what reads a list, of an enumeration or of any texts."""
    member = one_of(kind) if kind is not None else a_text(1)

    def read(text: str) -> list[str]:
        values = [member(part) for part in parts_of(text)]
        if len(values) < least:
            raise Wrong(f"Give at least {least}, separated by semicolons.")
        if len(values) > most:
            raise Wrong(f"Give at most {most}; these are {len(values)}.")
        twice = next((value for value in values if values.count(value) > 1), None)
        if twice is not None:
            raise Wrong(f"'{twice}' stands here twice.")
        return values

    return read


def a_whole(low: int, high: int) -> Callable[[str], int]:
    """Return what reads a whole number."""

    def read(text: str) -> int:
        if not WHOLE.fullmatch(text) or not low <= int(text) <= high:
            raise Wrong(f"'{text}' is not a whole number from {low} to {high}.")
        return int(text)

    return read


def a_decimal(low: float, high: float, *, optional: bool = False) -> Callable[[str], float | None]:
    """Return what reads a number; ``optional``: or nothing."""

    def read(text: str) -> float | None:
        if optional and not text:
            return None
        try:
            value = float(text)
        except ValueError:
            value = low - 1
        if not low <= value <= high:
            raise Wrong(f"'{text}' is not a number from {low:g} to {high:g}.")
        return value

    return read


def a_range(most: int) -> Callable[[str], list[int]]:
    """Return what reads two whole numbers such as "8-12"."""

    def read(text: str) -> list[int]:
        found = RANGE.fullmatch(text)
        if found is None:
            raise Wrong(f"'{text[:40]}' is not a range such as 8-15.")
        low, high = map(int, found.groups())
        if not 1 <= low <= high <= most:
            raise Wrong(f"'{text}': from 1 to {most}, and the lower end comes first.")
        return [low, high]

    return read


def a_truth(text: str) -> bool:
    """Read yes or no."""
    if text not in ("yes", "no"):
        raise Wrong(f"'{text}' is neither yes nor no.")
    return text == "yes"


def pairs(read_value: Callable[[str], Any], mark: str) -> Callable[[str], dict[str, Any]]:
    """Return what reads joints with a value each."""
    joint = one_of(Joint)

    def read(text: str) -> dict[str, Any]:
        out: dict[str, Any] = {}
        for part in parts_of(text):
            name, found, value = part.partition(mark)
            if not found:
                raise Wrong(f"'{part}' is not of the form joint{mark}value.")
            out[joint(name.strip())] = read_value(value.strip())
        return out

    return read


def written_option(key: str) -> Callable[[Entry], str]:
    """Return what writes an option of an entry."""

    def write(entry: Entry) -> str:
        option = entry.get(key)
        if option is None:
            return ""
        how = f"-> {option['movement']}" if "movement" in option else option["how"]
        return f"{how} ({option['by']})"

    return write


def needed_option(text: str) -> Entry | None:
    """Read an option, which must be there."""
    if not text:
        raise Wrong("Every movement has one: in words, or a movement of the library.")
    return an_option(text)


def an_option(text: str) -> Entry | None:
    """Read an option, or nothing."""
    if not text:
        return None
    how, found, by = text.rstrip().removesuffix(")").rpartition(" (")
    if not found or by not in LEVERS:
        raise Wrong(f"'{text}' must end with what changes in brackets: {', '.join(LEVERS)}.")
    if how.startswith("->"):
        return {"movement": a_text(1, MOST_ID)(how[2:].strip()), "by": by}
    return {"how": a_text(1)(how.strip()), "by": by}


def written_stand_in(key: str) -> Callable[[Entry], str]:
    """Return what writes a stand-in of an entry."""

    def write(entry: Entry) -> str:
        value = entry.get(key)
        if value is None:
            return ""
        twin = f" -> {value['movement']}" if value.get("movement") else ""
        return f"{value['how']}{twin}"

    return write


def a_stand_in(text: str) -> Entry | None:
    """Read a stand-in, or nothing."""
    if not text:
        return None
    how, found, movement = text.partition("->")
    words = {"how": a_text(1)(how.strip())}
    return {**words, **({"movement": a_text(1, MOST_ID)(movement.strip())} if found else {})}


#: The parts of a form in a cell, between bars.
_FORM_PARTS = "id | name | how | seconds a rep | reps | seconds | level"


def some_forms(text: str) -> list[Entry]:
    """Read the forms of a movement, separated by semicolons, their parts by bars."""
    return [_a_form(part) for part in parts_of(text)]


def _a_form(text: str) -> Entry:
    parts = [part.strip() for part in text.split("|")]
    if len(parts) not in (7, 9):
        raise Wrong(f"'{text[:40]}' is not of the form {_FORM_PARTS}.")
    name, how = a_text(1, MOST_NAME)(parts[1]), a_text(1)(parts[2])
    form: Entry = {
        "id": a_slug(parts[0]),
        "name": name,
        "how": how,
        "seconds_per_rep": a_decimal(0.2, 30)(parts[3]),
        "reps": a_range(200)(parts[4]),
        "seconds": a_range(600)(parts[5]),
        "level": a_whole(1, 3)(parts[6]),
    }
    if len(parts) == 9:
        form["targets"], form["assists"] = _muscles(parts[7]), _muscles(parts[8])
    return form


def _muscles(text: str) -> list[str]:
    return [one_of(Muscle)(part.strip()) for part in text.split(",") if part.strip()]


def written_forms(entry: Entry) -> str:
    """Write the forms of an entry."""
    return "; ".join(" | ".join(_form_parts(form)) for form in entry.get("forms") or ())


def _form_parts(form: Entry) -> list[str]:
    ranges = ["-".join(map(str, form[key])) for key in ("reps", "seconds")]
    parts = [form["id"], form["name"], form["how"], str(form["seconds_per_rep"]), *ranges]
    muscles = [", ".join(form.get(key) or ()) for key in ("targets", "assists")]
    return [*parts, str(form["level"]), *(muscles if any(muscles) else ())]


def tiers_by_level(text: str) -> dict[str, str]:
    """Read tiers by level of the group: "1 main; 3 small"."""
    out: dict[str, str] = {}
    for part in parts_of(text):
        level, _, tier = part.partition(" ")
        out[str(a_whole(1, 3)(level))] = one_of(Tier)(tier.strip())
    return out


def written_tiers(entry: Entry) -> str:
    """Write tiers by level of an entry."""
    return "; ".join(f"{level} {tier}" for level, tier in (entry.get("tiers") or {}).items())


def joined(key: str) -> Callable[[Entry], str]:
    """Return what writes a list of an entry."""
    return lambda entry: "; ".join(entry.get(key) or ())


def plain(key: str) -> Callable[[Entry], str]:
    """Return what writes one value of an entry."""
    return lambda entry: "" if entry.get(key) is None else str(entry[key])


def yes(key: str) -> Callable[[Entry], str]:
    """Return what writes a truth of an entry."""
    return lambda entry: "yes" if entry.get(key) else "no"


def yes_or_nothing(key: str) -> Callable[[Entry], str]:
    """Return what writes a truth of an entry that older entries do not have."""
    return lambda entry: "yes" if entry.get(key) else ""


def between(key: str) -> Callable[[Entry], str]:
    """Return what writes a range of an entry."""
    return lambda entry: "-".join(str(value) for value in entry[key])


def by_joint(key: str, mark: str) -> Callable[[Entry], str]:
    """Return what writes values by joint of an entry."""
    return lambda entry: "; ".join(f"{j}{mark}{v}" for j, v in (entry.get(key) or {}).items())
