"""What every format says of itself. A format is one file and a line in the catalogue."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import ClassVar, NamedTuple, TypeAlias

from grike.core.bouts import Step
from grike.core.formats.layout import Layout
from grike.core.purpose import Purpose

#: MET of people who work moderately and of people who work hard, bouts and rests together.
MetRange: TypeAlias = tuple[float, float]
#: Source: 2011 Compendium, Ainsworth et al., from memory: circuit moderate 4.3, with minimal rest
#: 8.0; multi-set resistance 3.5, squats 5.0; calisthenics moderate 3.8; low-impact aerobics 5.0,
#: high-impact 7.3; stretching 2.3. Standing at ease is 1.3. Three paces, ladders, minutes and time
#: caps are not in it: theirs is estimated from the circuit or the calisthenics that they are like.
MET_CIRCUIT: MetRange = (4.3, 8.0)
MET_CALISTHENICS: MetRange = (3.8, 8.0)
MET_RESISTANCE: MetRange = (3.5, 5.0)
MET_TO_MUSIC: MetRange = (5.0, 7.3)
MET_STRETCHING: MetRange = (2.3, 3.8)
MET_AT_EASE: MetRange = (1.3, 1.3)


class Holds(NamedTuple):
    """How many movements a block may hold: ``least`` to ``most``, a ``multiple``."""

    least: int
    most: int
    multiple: int = 1


class Dial(NamedTuple):
    """One number of a format that can be turned by ``step``; ``to`` is the format at another.

    ``to`` raises InvalidInput beyond the limits of the format. ``by_movement``: a step is one for
    each movement of the block, so that all of them stay in step.
    """

    words: str
    now: int
    step: int
    to: Callable[[int], Format]
    by_movement: bool = False

    def size(self, movements: int) -> int:
        """Return one step for a block of so many movements."""
        return self.step * movements if self.by_movement else self.step


class Format:
    """How the movements of a block run. Subclasses are frozen dataclasses of its parameters.

    ``letters`` stand for it where there is little room. ``layered``: a run of bouts on one pattern
    counts as one bout where the load on a joint is judged. ``ending``: it ends the work of a class
    in another format. ``flows``: one movement goes over into the next, as to music, and costs no
    time. ``trains``: what W8 would find it to be for.
    """

    __slots__ = ()
    kind: ClassVar[str]
    name: ClassVar[str]
    letters: ClassVar[str]
    met: ClassVar[MetRange]
    holds: ClassVar[Holds] = Holds(1, 60)
    purposes: ClassVar[tuple[Purpose, ...]] = (Purpose.WARM_UP, Purpose.WORK)
    layered: ClassVar[bool] = False
    ending: ClassVar[bool] = False
    flows: ClassVar[bool] = False
    trains: ClassVar[str] = "endurance"

    @property
    def times(self) -> int:
        """Return how often each movement is worked, 1 where that depends on the movements."""
        return 1

    @property
    def pause(self) -> int:
        """Return the seconds of rest after a bout, 0 where there is none of a fixed length."""
        return 0

    @property
    def in_pairs(self) -> bool:
        """Return whether each two movements in turn are a pair, done in turn before the next."""
        return False

    @property
    def shares_bouts(self) -> bool:
        """Return whether a movement takes one bout however many sides it has."""
        return False

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        raise NotImplementedError

    @classmethod
    def settings(cls) -> Iterator[Format]:
        """Yield settings into which any list of movements may be put, the likeliest first."""
        yield from ()

    def summary(self) -> str:
        """Return the format in plain words."""
        raise NotImplementedError

    def rest_dials(self) -> tuple[Dial, ...]:
        """Return the rests that can be made shorter, the longest first."""
        return ()

    def round_dials(self) -> tuple[Dial, ...]:
        """Return what can be done fewer times."""
        return ()

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return ()

    def lay_out(self, at: Layout) -> list[Step]:
        """Return the bouts and gaps of a block in order.

        Raises InvalidInput where parameters and movements do not go together.
        """
        raise NotImplementedError


def dial(words: str, now: int | None, step: int, to: Callable[[int], Format]) -> tuple[Dial, ...]:
    """Return a number as a dial, or nothing where the format leaves it out."""
    return () if now is None else (Dial(words, now, step, to),)
