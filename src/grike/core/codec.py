"""Designs to and from plain dictionaries, for files, the store and the API.

``*_from`` functions expect the shape that the JSON schemas describe and raise InvalidInput with
the place of the first value that cannot be used.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from grike.core.codec_formats import format_from, format_to
from grike.core.design import Block, ClassDesign, Role
from grike.core.errors import GrikeError, InvalidInput
from grike.core.focus import Focus
from grike.core.forms import FORM, ONE_SIDE
from grike.core.item import Handling, Item, Pass
from grike.core.kit import Kit
from grike.core.library import Library
from grike.core.movement import FLIGHT, Movement, Sides
from grike.core.plain import Plain, at, from_plain, member, to_plain
from grike.core.purpose import Purpose

#: What is kept up in a rest takes no more than this (MET): walking briskly, a side step. Common
#: practice, no source.
REST_MET = 5.0


def item_to(item: Item) -> Plain:
    """Return an item; what is at its default is left out."""
    out: Plain = to_plain(item)
    return {"movement": out.pop("movement_id"), **out}


def item_from(data: Mapping[str, Any]) -> Item:
    """Return the item that a dictionary describes."""
    values = dict(data)
    if "movement" not in values:
        raise InvalidInput("The movement is missing.", fix="Give its id.", place="movement")
    values["movement_id"] = values.pop("movement")
    return from_plain(Item, values, "the movement")


def design_to(design: ClassDesign) -> Plain:
    """Return a design as a dictionary."""
    blocks: list[Plain] = []
    for block in design.blocks:
        entry: Plain = {"purpose": block.purpose.value, "format": format_to(block.format)}
        if block.items:
            entry["items"] = [item_to(item) for item in block.items]
        if block.stations:
            entry["stations"] = True
        if block.locked:
            entry["locked"] = True
        if block.passes:
            entry["passes"] = [to_plain(entry) for entry in block.passes]
        if block.beats_a_minute is not None:
            entry["beats_a_minute"] = block.beats_a_minute
        if block.shows_ahead:
            entry["shows_ahead"] = True
        if block.role is not None:
            entry["role"] = block.role.value
        if block.active_rest is not None:
            entry["active_rest"] = block.active_rest
        blocks.append(entry)
    return {
        "name": design.name,
        "focus": design.focus.value,
        "slot_seconds": design.slot_seconds,
        "kit": sorted(kit.value for kit in design.kit),
        "blocks": blocks,
        **({"shape": design.shape} if design.shape else {}),
        **({"note": design.note} if design.note else {}),
    }


def _block_from(data: Mapping[str, Any]) -> Block:
    with at("format"):
        fmt = format_from(data["format"])
    items: list[Item] = []
    for place, entry in enumerate(data.get("items", ())):
        with at(f"items[{place}]"):
            items.append(item_from(entry))
    passes: list[Pass] = []
    for place, entry in enumerate(data.get("passes", ())):
        with at(f"passes[{place}]"):
            passes.append(from_plain(Pass, entry, "the pass"))
    return Block(
        member(Purpose, data["purpose"], "purpose"),
        fmt,
        tuple(items),
        bool(data.get("stations", False)),
        tuple(passes),
        data.get("beats_a_minute"),
        bool(data.get("locked", False)),
        bool(data.get("shows_ahead", False)),
        None if data.get("role") is None else member(Role, data["role"], "role"),
        data.get("active_rest"),
    )


def design_from(data: Mapping[str, Any]) -> ClassDesign:
    """Return the design that a dictionary describes. Movement ids are not looked up here."""
    blocks: list[Block] = []
    for number, entry in enumerate(data["blocks"]):
        with at(f"blocks[{number}]"):
            blocks.append(_block_from(entry))
    return ClassDesign(
        name=data["name"],
        focus=member(Focus, data["focus"], "focus"),
        slot_seconds=data["slot_seconds"],
        blocks=tuple(blocks),
        kit=frozenset(member(Kit, kit, "kit") for kit in data.get("kit", ())),
        shape=str(data.get("shape", "")),
        note=str(data.get("note", "")),
    )


def stored_design_from(data: Mapping[str, Any]) -> ClassDesign:
    """Return a design that was taken in before seconds and reps of one item were refused.

    It is read as it always was: the reps count, and the seconds beside them never did.
    """
    blocks = [
        {
            **block,
            **{
                name: [_counted(entry) for entry in block[name]] for name in _DOSED if name in block
            },
        }
        for block in data["blocks"]
    ]
    return design_from({**data, "blocks": blocks})


#: What in a block has a dose: its items, and its passes.
_DOSED = ("items", "passes")


def _counted(entry: Mapping[str, Any]) -> Plain:
    counted = entry.get("reps") is not None or entry.get("reps_range") is not None
    kept = {key: value for key, value in entry.items() if not (counted and key == "seconds")}
    if "passes" in kept:
        kept["passes"] = [_counted(own) for own in kept["passes"]]
    return kept


def check_against_library(design: ClassDesign, library: Library) -> None:
    """Raise InvalidInput with the place of an unknown movement or of sides that do not match."""
    for number, block in enumerate(design.blocks):
        if block.active_rest is not None:
            with at(f"blocks[{number}].active_rest"):
                _check_active_rest(_known(library, block.active_rest))
        for place, item in enumerate(block.items):
            with at(f"blocks[{number}].items[{place}]"):
                _check_item(item, library)


def _known(library: Library, movement_id: str) -> Movement:
    try:
        return library[movement_id]
    except GrikeError as error:
        raise InvalidInput(error.what, error.why, error.fix) from None


def _check_active_rest(movement: Movement) -> None:
    """Raise InvalidInput for what is no rest: kit in the hand, a landing, a side at a time."""
    if (
        movement.fetched_kit
        or movement.impact >= FLIGHT
        or movement.one_sided
        or (movement.met or 0) > REST_MET
    ):
        raise InvalidInput(
            f"{movement.name} is no rest.",
            "In a rest people keep moving easily: without kit, without a jump, on both sides.",
            "Use a march, a side step or easy walking.",
        )


def _check_item(item: Item, library: Library) -> None:
    _check_sides(item.movement_id, item.handling, library)
    for number, entry in enumerate(item.passes):
        # What a pass changes to may go both ways; only what it says of sides itself is held to it.
        own = entry.handling or Handling.TWO_BOUTS
        with at(f"passes[{number}]"):
            _check_sides(entry.movement or item.movement_id, own, library)


def _check_sides(movement_id: str, handling: Handling, library: Library) -> None:
    with at("movement"):
        movement = _known(library, movement_id)
    if handling is not Handling.TWO_BOUTS and movement.sides is not Sides.ONE:
        raise InvalidInput(
            f"{movement.name} is {movement.sides.value}, so it cannot be handled "
            f"'{handling.value}'.",
            fix=f"Write {movement.id}{FORM}{ONE_SIDE} to do one side at a time."
            if movement.one_sided_too
            else "Leave the handling out.",
            place="handling",
        )
