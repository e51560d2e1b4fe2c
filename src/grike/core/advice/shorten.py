"""Shorten a class that runs late, by a stated order: what goes is chosen, not forgotten."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass, replace
from typing import TypedDict, Unpack

from grike.core.bouts import Bout
from grike.core.clock import class_clock
from grike.core.design import Block, ClassDesign
from grike.core.editing import with_block
from grike.core.errors import InvalidInput
from grike.core.expansion import steps
from grike.core.focus import Focus, on_focus
from grike.core.formats import Breather, Flow
from grike.core.library import Library
from grike.core.pace import DEFAULT_PACE, Pace
from grike.core.purpose import Purpose
from grike.core.rules.c1_focus import focus_share
from grike.core.sides import side_ledger
from grike.core.volume import sets_by_movement

LEAST_BREATHER, LEAST_REST, LEAST_HOLD = 20, 10, 15
#: A focus holds at least this share of the work, where no rule sheet says otherwise.
FOCUS_SHARE = 0.6


@dataclass(frozen=True, slots=True)
class Shortened:
    """A shorter class: what was cut, in order, and whether the time was reached."""

    design: ClassDesign
    cuts: tuple[str, ...]
    seconds: int
    reached: bool


Cut = tuple[str, ClassDesign]


def _open(design: ClassDesign, done: int, purpose: Purpose) -> Iterator[tuple[int, Block]]:
    """Yield the blocks of a purpose that are still to come, the last first."""
    for number in reversed(range(done, len(design.blocks))):
        if design.blocks[number].purpose is purpose:
            yield number, design.blocks[number]


def _breathers(design: ClassDesign, done: int, _: Library) -> Iterator[Cut]:
    for number, block in _open(design, done, Purpose.BREATHER):
        if isinstance(block.format, Breather) and block.format.seconds > LEAST_BREATHER:
            fmt = replace(block.format, seconds=LEAST_BREATHER)
            changed = replace(block, format=fmt)
            yield f"Breather {LEAST_BREATHER} s", with_block(design, number, changed)


def _rests(design: ClassDesign, done: int, _: Library) -> Iterator[Cut]:
    for number, block in _open(design, done, Purpose.WORK):
        for rest in block.format.rest_dials():
            to = max(LEAST_REST, rest.now - rest.step)
            if to < rest.now:
                changed = replace(block, format=rest.to(to))
                words = f"{rest.words.capitalize()} {to} s in block {number + 1}"
                yield words, with_block(design, number, changed)


def _warm_up(design: ClassDesign, done: int, _: Library) -> Iterator[Cut]:
    for number, block in _open(design, done, Purpose.WARM_UP):
        if isinstance(block.format, Flow) and block.format.seconds > LEAST_HOLD:
            seconds = max(LEAST_HOLD, block.format.seconds - 5)
            changed = replace(block, format=replace(block.format, seconds=seconds))
            yield f"Warm-up {seconds} s each", with_block(design, number, changed)


def _burst(design: ClassDesign, done: int, _: Library) -> Iterator[Cut]:
    for number, block in _open(design, done, Purpose.WORK):
        if block.format.ending:
            yield f"No {block.format.name.lower()}", with_block(design, number, None)


def _rounds(design: ClassDesign, done: int, _: Library) -> Iterator[Cut]:
    for number, block in _open(design, done, Purpose.WORK):
        for count in block.format.round_dials():
            to = count.now - count.size(len(block.items))
            if to > 0:
                with suppress(InvalidInput):
                    changed = replace(block, format=count.to(to))
                    words = f"{to} {count.words} in block {number + 1}"
                    yield words, with_block(design, number, changed)


def _movements(design: ClassDesign, done: int, library: Library) -> Iterator[Cut]:
    """Yield one movement left out, what is off the focus first, the last of the class first."""
    places = [
        (number, place)
        for number, block in _open(design, done, Purpose.WORK)
        for place in reversed(range(len(block.items)))
        if len(block.items) > 1
    ]

    def off(entry: tuple[int, int]) -> float:
        item = design.blocks[entry[0]].items[entry[1]]
        return float(on_focus(library[item.movement_id], design.focus))

    for number, place in sorted(places, key=off):
        block = design.blocks[number]
        items = (*block.items[:place], *block.items[place + 1 :])
        name = library[block.items[place].movement_id].name
        try:
            changed = replace(block, items=items)
        except InvalidInput:
            continue
        yield f"Without {name}", with_block(design, number, changed)
    yield from _blocks(design, done)


def _blocks(design: ClassDesign, done: int) -> Iterator[Cut]:
    """Yield a whole block of work left out with the breather before it, the last first."""
    open_blocks = list(_open(design, done, Purpose.WORK))
    for number, block in open_blocks if len(open_blocks) > 1 else ():
        shorter = with_block(design, number, None)
        before = number - 1
        if before >= done and design.blocks[before].purpose is Purpose.BREATHER:
            shorter = with_block(shorter, before, None)
        yield f"Without block {number + 1}, {block.format.summary().lower()}", shorter


LEVERS: dict[str, Callable[[ClassDesign, int, Library], Iterator[Cut]]] = {
    "breathers": _breathers,
    "rests": _rests,
    "warm-up": _warm_up,
    "burst": _burst,
    "rounds": _rounds,
    "movements": _movements,
}
#: The usual order: what hurts least first. The cool-down is never cut.
ORDER = tuple(LEVERS)


class How(TypedDict, total=False):
    """How a class is cut.

    ``done``: so many blocks are behind and stay; ``order``: of the levers; ``known``: ids of the
    movements that the group has met; ``pace``: of the real clock; ``focus_share``: what C1 asks.
    """

    done: int
    order: Sequence[str]
    known: Collection[str]
    pace: Pace
    focus_share: float


def shorten(design: ClassDesign, library: Library, seconds: int, **how: Unpack[How]) -> Shortened:
    """Return the class cut down to ``seconds`` on the real clock, lever after lever.

    Every cut keeps both sides equal where they were, the focus share where it was reached, and the
    cool-down. Where all levers together are not enough, the shortest class is returned and
    ``reached`` is False. Raises InvalidInput for an unknown lever.
    """
    length = _length(design, library, how.get("known", frozenset()), how.get("pace", DEFAULT_PACE))
    shorter = Shortened(design, (), length, length <= seconds)
    for step in shorter_and_shorter(design, library, seconds, **how):
        shorter = step
    return shorter


def shorter_and_shorter(
    design: ClassDesign, library: Library, seconds: int, **how: Unpack[How]
) -> Iterator[Shortened]:
    """Yield the class after each cut, until it lasts ``seconds`` or nothing more goes; see shorten.

    Raises InvalidInput for an unknown lever.
    """
    order, done = how.get("order", ORDER), how.get("done", 0)
    known, pace = how.get("known", frozenset()), how.get("pace", DEFAULT_PACE)
    focus_share = how.get("focus_share", FOCUS_SHARE)
    for lever in order:
        if lever not in LEVERS:
            raise InvalidInput(f"'{lever}' cannot be cut.", fix=f"Use: {', '.join(LEVERS)}.")
    length = _length(design, library, known, pace)
    cuts: list[str] = []
    for lever in order:
        while length > seconds:
            options = LEVERS[lever](design, done, library)
            cut = _next(
                options, design, library, known, pace=pace, length=length, focus_share=focus_share
            )
            if cut is None:
                break
            words, design, length = cut
            # The same lever pulled again says it once, with its last value.
            if cuts and _same_lever(cuts[-1], words):
                cuts.pop()
            cuts.append(words)
            yield Shortened(design, tuple(cuts), length, length <= seconds)


def _same_lever(one: str, other: str) -> bool:
    """Return whether two cuts differ in their numbers of seconds or rounds only."""
    letters = str.maketrans("", "", "0123456789")
    block = (one.rsplit(" ", 1)[-1], other.rsplit(" ", 1)[-1])
    same = one.translate(letters) == other.translate(letters)
    return same and ("block" not in one or block[0] == block[1])


def _length(design: ClassDesign, library: Library, known: Collection[str], pace: Pace) -> int:
    return class_clock(design, library, known=known, pace=pace).real_seconds


def _next(
    options: Iterator[Cut],
    before: ClassDesign,
    library: Library,
    known: Collection[str],
    *,
    pace: Pace,
    length: int,
    focus_share: float,
) -> tuple[str, ClassDesign, int] | None:
    """Return the first cut that keeps what must be kept and saves time."""
    for words, design in options:
        if _keeps(before, design, library, focus_share):
            shorter = _length(design, library, known, pace)
            if shorter < length:
                return words, design, shorter
    return None


def _bouts(design: ClassDesign, library: Library) -> list[Bout]:
    return [step for step in steps(design, library) if isinstance(step, Bout)]


def _keeps(before: ClassDesign, after: ClassDesign, library: Library, focus_share: float) -> bool:
    try:
        bouts = _bouts(after, library)
    except InvalidInput:
        return False
    even = side_ledger(bouts).equal or not side_ledger(_bouts(before, library)).equal
    enough = min(focus_share, _share(before, _bouts(before, library)))
    return even and _share(after, bouts) >= enough


def _share(design: ClassDesign, bouts: Sequence[Bout]) -> float:
    """Return the share of the work that rule C1 looks at; a whole-body class is always on it."""
    if design.focus is Focus.WHOLE:
        return 1.0
    work = [b for b in bouts if design.blocks[b.block].purpose is Purpose.WORK]
    return float(focus_share(design.focus, sets_by_movement(work), work))


def origins(before: ClassDesign, after: ClassDesign) -> list[tuple[int, tuple[int, ...]]]:
    """Return for each block of a shortened class where it was: its number, and those of its items.

    Cuts leave blocks and items out or change their format; none is moved, none is new.
    """
    out: list[tuple[int, tuple[int, ...]]] = []
    number = -1
    for block in after.blocks:
        number = next(
            at for at in range(number + 1, len(before.blocks)) if _from(before.blocks[at], block)
        )
        old = before.blocks[number].items
        places = tuple(
            next(place for place, own in enumerate(old) if own is item) for item in block.items
        )
        out.append((number, places))
    return out


def _from(old: Block, new: Block) -> bool:
    """Return whether a block is what a cut left of another."""
    if new.items:
        return all(any(item is own for own in old.items) for item in new.items)
    return not old.items and old.purpose is new.purpose and type(old.format) is type(new.format)
