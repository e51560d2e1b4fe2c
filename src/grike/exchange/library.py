"""The movement library as a file."""

from __future__ import annotations

import json
import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from functools import lru_cache
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.errors import InvalidInput
from grike.core.family import Family
from grike.core.kit import KIT_NAMES, Kit
from grike.core.library import Library
from grike.core.movement import (
    Dose,
    Form,
    Joint,
    Movement,
    Option,
    Pace,
    Plane,
    Position,
    Role,
    Sides,
    StandIn,
)
from grike.core.pattern import Demand, Pattern, Support, Tier, usual_pattern, usual_tier
from grike.exchange.documents import DATA, conforming, parse
from grike.exchange.suggestions import did_you_mean

#: Entries that were held against the schema already, as text: nearly all of a library are as they
#: were a moment ago, and a second look at each costs more than planning a week.
_SOUND: set[str] = set()
MOST_SOUND = 20_000

Entries = Mapping[str, Mapping[str, Any]]
#: Stands about in every hall, so that no option says it.
_ABOUT = {Kit.MAT, Kit.WALL, Kit.CHAIR, Kit.TOWEL}


def _option(data: Mapping[str, str] | None, kit: Sequence[str], entries: Entries) -> Option | None:
    if data is None:
        return None
    target = data.get("movement")
    how = data.get("how") or entry_of(str(target), entries)["name"]
    return Option(how + _more_kit(target, kit, entries), data["by"], target)


def _stand_in(data: Mapping[str, str] | None, entries: Entries) -> StandIn | None:
    if data is None:
        return None
    target = data.get("movement")
    if target is not None:
        entry_of(target, entries)
    return StandIn(data["how"], target)


def entry_of(movement_id: str, entries: Entries) -> Mapping[str, Any]:
    """Return an entry by id. Raises InvalidInput that names what was probably meant."""
    if movement_id in entries:
        return entries[movement_id]
    raise InvalidInput(
        f"There is no movement '{movement_id}'.",
        fix=did_you_mean(movement_id, entries) or "Name one of the library.",
    )


def _more_kit(target: str | None, kit: Sequence[str], entries: Entries) -> str:
    """Return what an option needs besides the kit of its movement, for the end of its words."""
    needed = entries[target]["kit"] if target is not None else ()
    more = [Kit(name) for name in needed if name not in kit and Kit(name) not in _ABOUT]
    words = " and ".join(KIT_NAMES[name].removesuffix(" (pairs)") for name in more)
    return f", with {words}" if words else ""


def _muscles(names: list[str]) -> tuple[Muscle, ...]:
    return tuple(Muscle(name) for name in names)


def _form(data: Mapping[str, Any]) -> Form:
    return Form(
        id=data["id"],
        name=data["name"],
        how=data["how"],
        seconds_per_rep=data["seconds_per_rep"],
        dose=Dose(tuple(data["reps"]), tuple(data["seconds"])),
        level=data["level"],
        targets=_muscles(data.get("targets", [])),
        assists=_muscles(data.get("assists", [])),
    )


def movement_from(data: Mapping[str, Any], entries: Entries) -> Movement:
    """Return one movement; ``entries`` are all of the library by id."""
    movement = Movement(
        id=data["id"],
        name=data["name"],
        family=Family(data["family"]),
        role=Role(data["role"]),
        targets=_muscles(data["targets"]),
        assists=_muscles(data["assists"]),
        sides=Sides(data["sides"]),
        plane=Plane(data["plane"]),
        position=Position(data["position"]),
        pace=Pace(data["pace"]),
        level=data["level"],
        seconds_per_rep=data["seconds_per_rep"],
        dose=Dose(tuple(data["reps"]), tuple(data["seconds"])),
        impact=data["impact"],
        contacts_per_rep=data["contacts_per_rep"],
        joints={Joint(name): load for name, load in data["joints"].items()},
        kit=tuple(Kit(name) for name in data["kit"]),
        easier=_option(data["easier"], data["kit"], entries),
        harder=_option(data["harder"], data["kit"], entries),
        low_impact=_option(data.get("low_impact"), data["kit"], entries),
        stand_in=_stand_in(data.get("stand_in"), entries),
        seated=_stand_in(data.get("seated"), entries),
        relief={Joint(name): text for name, text in data.get("relief", {}).items()},
        other_names=tuple(data.get("other_names", ())),
        prepares=_muscles(data.get("prepares", [])),
        prepares_joints=tuple(data.get("prepares_joints", ())),
        stretches=_muscles(data.get("stretches", [])),
        show_from=data.get("show_from", "side"),
        placing=data.get("placing", ""),
        cues=tuple(data["cues"]),
        faults=tuple(data["faults"]),
        care=data["care"],
    )
    return _with_traits(movement, data)


def _with_traits(movement: Movement, data: Mapping[str, Any]) -> Movement:
    """Return it with what came later; what an entry does not say is as usual for its family."""
    usual = usual_pattern(movement.family)
    pattern = Pattern(data["pattern"]) if "pattern" in data else usual
    return replace(
        movement,
        foundation=data["foundation"],
        retired=data.get("retired", False),
        met=data.get("met"),
        met_from=data.get("met_from", ""),
        pattern=pattern,
        tier=Tier(data["tier"]) if "tier" in data else usual_tier(pattern),
        tiers={int(level): Tier(tier) for level, tier in data.get("tiers", {}).items()},
        loadable=tuple(Kit(name) for name in data.get("loadable", ())),
        high_reps=data.get("high_reps", False),
        beats=data.get("beats"),
        one_sided_too=data.get("one_sided_too", False),
        raises_pulse=data.get("raises_pulse", False),
        rehearses=tuple(Pattern(name) for name in data.get("rehearses", ())),
        skill=data.get("skill", 0),
        demands=frozenset(Demand(name) for name in data.get("demands", ())),
        floor_metres=data.get("floor_metres", 0),
        support=tuple(Support(name) for name in data.get("support", ())),
        forms=tuple(_form(form) for form in data.get("forms", ())),
    )


def library_from(document: Any) -> Library:
    """Return the library that a document describes. Raises InvalidInput for any fault in it.

    A fault is told with the movement's name: of three hundred, a number helps nobody.
    """
    listed = document.get("movements") if isinstance(document, dict) else None
    entries = listed if isinstance(listed, list) else []
    texts = [json.dumps(entry, sort_keys=True) for entry in entries]
    fresh = [place for place, text in enumerate(texts) if text not in _SOUND]
    try:
        if entries:
            conforming({**document, "movements": [entries[place] for place in fresh]}, "movements")
        else:
            conforming(document, "movements")
    except InvalidInput as error:
        raise _named(error, entries, fresh) from None
    if len(_SOUND) > MOST_SOUND:
        _SOUND.clear()
    _SOUND.update(texts)
    return library_of(document["movements"], document["version"])


def _named(error: InvalidInput, entries: Sequence[Any], fresh: Sequence[int]) -> InvalidInput:
    """Return it with the movement's name and its place among all entries."""
    found = re.match(r"movements\[(\d+)\](.*)", error.place)
    if found is None:
        return error
    place = fresh[int(found[1])]
    entry = entries[place]
    name = entry.get("name") or entry.get("id") if isinstance(entry, dict) else None
    where = f"movements[{place}]{found[2]}"
    return InvalidInput(f"{name or 'A movement'}: {error.what}", error.why, error.fix, place=where)


def require_sound(
    entries: Iterable[Mapping[str, Any]], changed: Iterable[Mapping[str, Any]]
) -> None:
    """Raise InvalidInput unless a library is still sound with some entries changed or added.

    This is the one judgement of a movement: what passes here, planning can use. Faults of a field
    are told by field; a fault of the whole has the movement's name.
    """
    put = list(changed)
    ids = [entry.get("id") for entry in put]
    twice = next((name for name in ids if ids.count(name) > 1), None)
    if twice is not None:
        raise InvalidInput(f"'{twice}' stands in the table twice.", fix="Keep one of the two.")
    for entry in put:
        try:
            conforming({"version": "draft", "movements": [entry]}, "movements")
        except InvalidInput as error:
            field = error.place.removeprefix("movements[0]").removeprefix(".").partition("[")[0]
            raise InvalidInput(
                f"{entry.get('name', 'A movement')}: {error.what}",
                fix="Mend what is marked; nothing was changed.",
                place=error.place,
                fields={field: error.what} if field else None,
            ) from None
    whole = {entry["id"]: entry for entry in entries} | {entry["id"]: entry for entry in put}
    library_of(list(whole.values()), "draft")


def library_of(entries: Sequence[Mapping[str, Any]], version: str) -> Library:
    """Return the library of entries whose shape is known to be right.

    Raises InvalidInput for ids or names that stand twice, options that are not there, and chains
    that come back to where they began.
    """
    by_id: dict[str, Mapping[str, Any]] = {}
    taken: set[str] = set()
    for number, entry in enumerate(entries):
        name = entry["name"].casefold()
        if entry["id"] in by_id or name in taken:
            raise InvalidInput(
                f"'{entry['name']}' stands in the library twice.",
                fix="Give each movement an id and a name of its own.",
                place=f"movements[{number}]",
            )
        by_id[entry["id"]] = entry
        taken.add(name)
    library = Library([_placed(entry, by_id) for entry in entries], version)
    _require_chains_end(library)
    return library


def _placed(entry: Mapping[str, Any], entries: Entries) -> Movement:
    """Return one movement; what is wrong with it is told with its name."""
    try:
        return movement_from(entry, entries)
    except InvalidInput as error:
        raise InvalidInput(
            f"{entry['name']}: {error.what}", error.why, error.fix, place=entry["id"]
        ) from None


def _require_chains_end(library: Library) -> None:
    for start in library:
        here, seen = start, {start.id}
        while here.harder is not None and here.harder.movement_id is not None:
            here = library[here.harder.movement_id]
            if here.id in seen:
                raise InvalidInput(
                    f"The harder options of {start.name} come back to {here.name}.",
                    "A chain of options has two ends.",
                    "Choose another harder option.",
                    place=start.id,
                )
            seen.add(here.id)


def library_document() -> dict[str, Any]:
    """Return the document of the library that ships with Grike, put together from its families."""
    parts = [
        parse((DATA / "movements" / f"{family.value}.json").read_text("utf-8"), "movements")
        for family in Family
    ]
    return {
        "version": parts[0]["version"],
        "movements": [entry for part in parts for entry in part["movements"]],
    }


@lru_cache
def shipped_library() -> Library:
    """Return the library that ships with Grike."""
    return library_from(library_document())
