"""One class as a JSON document, and its clock and volume as reports."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction
from typing import Any

from grike.core.clock import ClassClock, class_clock
from grike.core.codec import check_against_library, design_from, design_to
from grike.core.cues import Cue
from grike.core.design import ClassDesign
from grike.core.errors import InvalidInput
from grike.core.library import Library
from grike.core.load import class_energy, planned_effort, session_load
from grike.core.sides import SideTotals, side_ledger
from grike.core.volume import Amount, Volume, class_volume


def class_from(data: Mapping[str, Any], library: Library) -> tuple[ClassDesign, frozenset[str]]:
    """Return the design in a document, and the ids of movements that the group knows."""
    design = design_from(data)
    if not design.blocks:
        raise InvalidInput("A class has at least one block.", fix="Add one.", place="blocks")
    check_against_library(design, library)
    return design, frozenset(data.get("known", ()))


def class_to(design: ClassDesign, known: frozenset[str] = frozenset()) -> dict[str, Any]:
    """Return the document of a design."""
    return design_to(design) | ({"known": sorted(known)} if known else {})


def require_equal_sides(design: ClassDesign, library: Library) -> None:
    """Raise InvalidInput with the difference where left and right are not equal at the end."""
    ledger = side_ledger(class_clock(design, library).bouts)
    for movement_id, (left, right) in ledger.by_movement.items():
        if left != right:
            raise InvalidInput(
                f"{library[movement_id].name}: left {_side_text(left)}, right {_side_text(right)}.",
                "Both sides must do the same over the class.",
                "Handle it as two bouts, or give it an even number of rounds.",
                place=f"movement {movement_id}",
            )


def _side_text(side: SideTotals) -> str:
    return f"{side.seconds} s" + (f" and {side.reps} reps" if side.reps else "")


def _cue(cue: Cue) -> dict[str, Any]:
    entry: dict[str, Any] = {
        "kind": cue.kind.value,
        "start": cue.start,
        "end": cue.end,
        "block": cue.block,
    }
    if cue.movement_id is not None:
        entry["movement"] = cue.movement_id
    if cue.side is not None:
        entry["side"] = cue.side.value
    if cue.round is not None:
        entry["round"] = cue.round
    if cue.label:
        entry["label"] = cue.label
    if cue.extra:
        entry["extra"] = cue.extra
    return entry


def clock_report(clock: ClassClock, slot_seconds: int) -> dict[str, Any]:
    """Return both clocks as a report: cues and totals in seconds."""
    return {
        "nominal_seconds": clock.nominal_seconds,
        "real_seconds": clock.real_seconds,
        "extra_seconds": clock.extra_seconds,
        "slot_seconds": slot_seconds,
        "over_seconds": clock.real_seconds - slot_seconds,
        "nominal": [_cue(cue) for cue in clock.nominal],
        "real": [_cue(cue) for cue in clock.real],
    }


def number(value: Fraction | int) -> float | int:
    """Return a fraction as a JSON number, whole where it is whole."""
    if value.denominator == 1:
        return value.numerator
    return round(value.numerator / value.denominator, 4)


def _amount(amount: Amount) -> dict[str, float | int]:
    return {
        "sets": number(amount.sets),
        "seconds": number(amount.seconds),
        "reps": number(amount.reps),
    }


def volume_report(volume: Volume) -> dict[str, Any]:
    """Return a volume as a report: sets, seconds and reps, shares and pairs in sets."""
    return {
        "total": _amount(volume.total),
        "muscles": {m.value: _amount(a) for m, a in sorted(volume.muscles.items())},
        "regions": {r.value: number(s) for r, s in sorted(volume.regions.items())},
        "planes": {p.value: number(s) for p, s in sorted(volume.planes.items())},
        "pairs": {
            "push": number(volume.push),
            "pull": number(volume.pull),
            "front": number(volume.front),
            "back": number(volume.back),
            "knee": number(volume.knee),
            "hip": number(volume.hip),
        },
        "training": {y.value: number(v) for y, v in volume.training.items()},
    }


def class_volume_report(design: ClassDesign, library: Library) -> dict[str, Any]:
    """Return the volume of one class as a report, with its side ledger."""
    ledger = side_ledger(class_clock(design, library).bouts)
    sides = {
        name: {"seconds": side.seconds, "reps": side.reps, "sets": number(side.sets)}
        for name, side in (("left", ledger.left), ("right", ledger.right))
    }
    return volume_report(class_volume(design, library)) | {
        "sides": sides,
        "load": _load_report(design, library),
    }


def _load_report(design: ClassDesign, library: Library) -> dict[str, Any]:
    """Return energy in kilocalories, planned effort (0 to 10) and session load of one class."""
    clock = class_clock(design, library)
    energy = class_energy(design, clock, library)
    effort = planned_effort(design, clock, library)
    return {
        "energy_kcal": [round(energy.low), round(energy.high)],
        "assumptions": energy.assumptions,
        "effort": round(effort, 1),
        "session_load": round(session_load(effort, clock.real_seconds / 60)),
    }
