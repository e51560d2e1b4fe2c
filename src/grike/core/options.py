"""What is really done where a class asks for the easier or the harder option of a movement."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from grike.core.cautions import CAUTIONS, Caution, breaks
from grike.core.design import ClassDesign
from grike.core.item import Level
from grike.core.library import Library
from grike.core.movement import Movement, Option

#: How an option differs that asks for more impact than the movement itself.
IMPACT = "impact"


class Done(NamedTuple):
    """What stands at a place: the movement that people do, and its name with the option.

    ``option`` is one that is told in words, so that ``movement`` is not all that is known of it.
    ``place`` None: it is kept up in the rests of the block.
    """

    block: int
    place: int | None
    movement: Movement
    words: str
    option: Option | None = None

    def goes_against(self, caution: Caution) -> bool:
        """Return whether a caution is broken, as far as anything is known of what is done."""
        jumps = self.option is not None and self.option.by == IMPACT
        return breaks(self.movement, caution) or (jumps and CAUTIONS[caution].jumps)


def as_done(design: ClassDesign, library: Library) -> Iterator[Done]:
    """Yield what is done at each place of a class, once for each level that it is done at."""
    for number, block in enumerate(design.blocks):
        if block.active_rest is not None:
            easy = library[block.active_rest]
            yield Done(number, None, easy, f"{easy.name}, in the rests")
        for place, item in enumerate(block.items):
            passes = (*block.passes, *item.passes)
            own = {item.level, *(entry.level for entry in passes if entry.level is not None)}
            for movement_id in item.movement_ids:
                for level in sorted(own):
                    yield _at_level(number, place, library[movement_id], level, library=library)


def ways_of_doing(movement: Movement, library: Library) -> Iterator[Done]:
    """Yield what is done of a movement at each level at which a class may ask for it.

    An option that names a movement which the library does not hold cannot be asked for.
    """
    for level in Level:
        option = {Level.EASIER: movement.easier, Level.HARDER: movement.harder}.get(level)
        if option is None or option.movement_id is None or option.movement_id in library:
            yield _at_level(0, 0, movement, level, library=library)


def _at_level(
    block: int, place: int, movement: Movement, level: Level, *, library: Library
) -> Done:
    option = {Level.EASIER: movement.easier, Level.HARDER: movement.harder}.get(level)
    if option is None:
        return Done(block, place, movement, movement.name)
    if option.movement_id is None:
        words = f"{movement.name}, {level.value} ({option.how})"
        return Done(block, place, movement, words, option if level is Level.HARDER else None)
    done = library[option.movement_id]
    return Done(block, place, done, f"{movement.name}, {level.value} ({done.name})")
