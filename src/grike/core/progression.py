"""Progress: whether a movement that comes back asks for more than it did before."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from fractions import Fraction

from grike.core.bouts import Bout, Side
from grike.core.design import ClassDesign
from grike.core.item import Item, Level
from grike.core.kit import LOADABLE
from grike.core.movement import Movement
from grike.core.volume import Alike, demand_of


class Lever(StrEnum):
    """A way to ask more of a movement that is carried on."""

    DOSE = "dose"
    OPTION = "option"
    LOAD = "load"


LEVER_NAMES: dict[Lever, str] = {
    Lever.DOSE: "more reps or seconds",
    Lever.OPTION: "the harder option",
    Lever.LOAD: "more load",
}
#: The least that people notice. Common practice, no source.
REPS_MORE, SECONDS_MORE = 2, 5
#: So many times the work of the week before is a leap: two rounds may become three, not four.
#: Common practice, no source.
MOST_TIMES = 2
#: The rank of a movement that is done neither easier nor harder.
HARD_AS_IT_IS = 1
_RANK = {Level.EASIER: 0, Level.MAIN: 1, Level.HARDER: 2}


@dataclass(frozen=True, slots=True)
class Asked:
    """What one class asks of one movement, per side where it has sides.

    ``rounds`` is the number of bouts, ``reps`` and ``seconds`` the largest of one bout, ``load``
    and ``level`` the highest; ``demand_seconds`` all seconds times their demand.
    """

    format: str
    rounds: int
    reps: int
    seconds: int
    rest: int
    load: int
    level: int
    demand_seconds: Fraction

    @property
    def words(self) -> str:
        """Return sets and dose as people write them: "3 × 10", "2 × 40 s"."""
        return f"{self.rounds} × {self.reps or f'{self.seconds} s'}"


def asked(design: ClassDesign, bouts: Iterable[Bout]) -> Asked | None:
    """Return what the bouts of one movement ask for; None where there are none."""
    own = [bout for bout in bouts if bout.side is not Side.RIGHT]
    if not own:
        return None
    fmt = design.blocks[own[0].block].format
    total = Fraction(0)
    for bout in own:
        kind = Alike(bout.item, bout.movement, bout.side, bout.seconds, bout.reps)
        seconds = Fraction(bout.seconds, 2 if bout.side is Side.SPLIT else 1)
        total += seconds * demand_of(kind)
    return Asked(
        fmt.kind,
        len(own),
        max(bout.reps or 0 for bout in own),
        max(bout.seconds for bout in own),
        fmt.pause,
        max(bout.item.load_step for bout in own),
        max(_RANK[bout.item.level] for bout in own),
        total,
    )


def progressed(before: Asked, after: Asked) -> bool:
    """Return whether ``after`` asks for more: one lever up and none of the others down.

    Levers are reps, seconds, rounds, load, a harder option and less rest. With more load, or the
    harder option, the reps may start again from below. Where the format changed, more seconds a
    side times demand count.
    """
    if before.format != after.format or bool(before.reps) != bool(after.reps):
        return after.demand_seconds > before.demand_seconds
    heavier = after.load > before.load or after.level > before.level
    # Seconds of counted bouts follow from the reps.
    dose = () if heavier else ("reps",) if after.reps else ("seconds",)
    names = (*dose, "rounds", "load", "level")
    steps = [getattr(after, name) - getattr(before, name) for name in names]
    steps.append(before.rest - after.rest)
    return any(step > 0 for step in steps) and all(step >= 0 for step in steps)


def leaps(before: Asked, after: Asked) -> bool:
    """Return whether ``after`` asks for twice as much work, or more: more than a step."""
    return after.demand_seconds >= MOST_TIMES * before.demand_seconds


def pulled(
    movement: Movement, base: Item, then: Asked, *, more: Item | None, order: Sequence[Lever]
) -> Iterator[Item]:
    """Yield items that ask ever more of a movement than ``base``, by the order of the levers.

    ``then``: what was asked of it before; ``more``: the base with more reps or seconds, None where
    there is no room for them. Last come two levers at once, for where it is done less often.
    """
    out: dict[Lever, Item] = {Lever.DOSE: more} if more else {}
    if movement.harder is not None and base.level is not Level.HARDER:
        out[Lever.OPTION] = replace(base, level=Level.HARDER)
    if LOADABLE & set(movement.kit):
        out[Lever.LOAD] = replace(base, load_step=then.load + 1)
    yield from (out[lever] for lever in order if lever in out)
    if more:
        reps, seconds = more.reps, more.seconds
        others = [lever for lever in order if lever in out and lever is not Lever.DOSE]
        yield from (replace(out[lever], reps=reps, seconds=seconds) for lever in others)


def added(before: Asked, after: Asked) -> tuple[str, ...]:
    """Return in words what ``after`` asks for that ``before`` did not."""
    dose = after.reps - before.reps if after.reps else after.seconds - before.seconds
    if before.format != after.format or bool(before.reps) != bool(after.reps):
        otherwise = f"by {'reps' if after.reps else 'time'} now"
        how = otherwise if before.format == after.format else "in another format"
        return (f"more, {how}",) if progressed(before, after) else ()
    rises = (
        (dose, f"{dose} {'reps' if after.reps else 's'} more"),
        (after.rounds - before.rounds, "more rounds"),
        (before.rest - after.rest, "less rest"),
        (after.load - before.load, "more load"),
        (after.level - before.level, "the harder option"),
    )
    return tuple(words for rise, words in rises if rise > 0)
