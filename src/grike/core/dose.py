"""How much of a movement a block asks for, in the words of a run sheet."""

from __future__ import annotations

from collections.abc import Iterable

from grike.core.bouts import Bout, Side
from grike.core.item import Item, Manner, Unit
from grike.core.movement import Pace


def dose_text(bouts: Iterable[Bout]) -> str:
    """Return the dose of one item from its bouts: "3 × 10 each side", "10-8-6", "40, 50 s"."""
    rounds: dict[int, list[Bout]] = {}
    for bout in bouts:
        rounds.setdefault(bout.round, []).append(bout)
    if not rounds:
        return ""
    firsts = [own[0] for own in rounds.values()]
    return _amounts(firsts) + _sides(list(rounds.values()))


def _amounts(bouts: list[Bout]) -> str:
    first = bouts[0]
    words = [_amount(bout) for bout in bouts]
    if len(set(words)) == 1:
        return words[0] if len(words) == 1 else f"{len(words)} × {words[0]}"
    if all(bout.reps is not None for bout in bouts):
        return "-".join(word.removesuffix(" reps") for word in words)
    if all(bout.reps is None for bout in bouts) and first.item.travel is None:
        return ", ".join(str(bout.seconds) for bout in bouts) + " s"
    return ", ".join(words)


def _amount(bout: Bout) -> str:
    item = bout.item
    if item.travel is not None and item.travel.unit is Unit.LENGTHS:
        return f"{item.reps} lengths of {item.travel.metres} m"
    if bout.reps is None:
        return f"{bout.seconds} s"
    if item.travel is not None:
        return f"{bout.reps} steps"
    if item.reps_range is not None:
        said = f"{item.reps_range[0]} to {item.reps_range[1]}"
    else:
        said = f"{bout.reps}"
    return {
        Manner.COUNTED: said,
        Manner.FATIGUE: f"{said} to fatigue",
        Manner.OWN_PACE: f"{said} at own pace",
    }[item.manner]


def _sides(rounds: list[list[Bout]]) -> str:
    seen = [{bout.side for bout in own} for own in rounds]
    if Side.SPLIT in seen[0]:
        return ", half each side"
    if {Side.LEFT, Side.RIGHT} <= seen[0]:
        return " each side"
    alone = set().union(*seen)
    if {Side.LEFT, Side.RIGHT} <= alone:
        return ", sides by round"
    if Side.BOTH in alone:
        return ""
    return f", {next(iter(alone)).value} side"


def phases_text(bout: Bout) -> str:
    """Return the phases of a bout, its pattern and its last words: "30 s one arm, 30 s both".

    Of a bout that only ends in another way the end is said: "last 10 s pulses".
    """
    phases = bout.item.phases
    if len(phases) == 2 and not phases[0].label and phases[1].seconds is not None:
        return f"last {phases[1].seconds} s {phases[1].label}"
    parts = [
        f"{phase.seconds} s {phase.label}"
        if phase.seconds is not None
        else f"{phase.reps} {phase.label}"
        for phase in bout.item.phases
    ]
    if bout.item.pattern:
        parts.append(", ".join(f"{part.label} {part.seconds:g} s" for part in bout.item.pattern))
    return ", ".join(part.strip() for part in parts)


def changes_text(item: Item, bouts: Iterable[Bout]) -> str:
    """Return how an item is done, and what its rounds change of it: "round 2: harder".

    What is the same in all rounds is said once, and dose and rests are said by ``dose_text``.
    """
    rounds: dict[int, Bout] = {}
    for bout in bouts:
        rounds.setdefault(bout.round, bout)
    said = {number: _manner(bout, item) for number, bout in rounds.items()}
    if len(set(said.values())) < 2:
        return next(iter(said.values()), "")
    return "; ".join(f"round {number}: {words}" for number, words in said.items() if words)


def _manner(bout: Bout, base: Item) -> str:
    item = bout.item
    one_side = bout.side in (Side.LEFT, Side.RIGHT) and item.handling is not base.handling
    words = [
        bout.movement.name if item.movement_id != base.movement_id else "",
        item.level.value if item.level is not base.level else "",
        f"{bout.side.value} side" if one_side else "",
        "held" if item.pace is Pace.STILL and bout.movement.pace is not Pace.STILL else "",
        f"load step {item.load_step}" if item.load_step != base.load_step else "",
        phases_text(bout),
    ]
    return ", ".join(filter(None, words))
