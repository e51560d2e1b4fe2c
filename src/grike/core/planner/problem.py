"""What the planner is asked: a series with its sheet and locks, a library, and settings."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Protocol

from grike.core.composition import Doses
from grike.core.library import Library
from grike.core.pace import USUAL_PACES, Paces
from grike.core.rules.p13_long_bouts import doses_of
from grike.core.series import PlannedClass, SeriesPlan, Slot


class Stop(Protocol):
    """Tells a running plan that it should end and keep what it has."""

    def requested(self) -> bool:
        """Return whether to stop."""
        ...


class NeverStop:
    """Runs to the end."""

    def requested(self) -> bool:
        """Return False, always."""
        return False


@dataclass(frozen=True, slots=True)
class Progress:
    """How far a plan is: its stage in plain words, weeks done, cost so far and bound.

    ``filled``: the classes that were filled, or became others, since the last report.
    """

    stage: str
    done: int
    total: int
    cost: int | None = None
    bound: int = 0
    filled: tuple[PlannedClass, ...] = ()


def unheard(_: Progress) -> None:
    """Report to nobody."""


@dataclass(frozen=True, slots=True)
class Settings:
    """Limits in the solver's deterministic seconds, so that load does not change a plan.

    ``exchanges`` are tried where the order of a class still troubles a rule, at about 2 ms each.
    ``wall_seconds`` is a safety net for one solve; a plan that was cut by it says so.
    """

    skeleton_time: float = 2.0
    week_time: float = 0.2
    soft_time: float = 0.8
    retries: int = 5
    restarts: int = 3
    improve_rounds: int = 24
    exchanges: int = 150
    wall_seconds: float = 20.0
    paces: Paces = USUAL_PACES
    on_progress: Callable[[Progress], None] = unheard


@dataclass(frozen=True, slots=True)
class Problem:
    """A series to be filled. Classes in ``plan`` that are locked, or not in ``free``, stay.

    ``free`` None: every slot without a locked class is planned. A kept slot needs a class.
    ``eased``: some musts are asked as aims, so nothing is left out beforehand for their sake.
    """

    plan: SeriesPlan
    library: Library
    free: frozenset[int] | None = None
    eased: bool = False
    slots: tuple[Slot, ...] = field(init=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "slots", self.plan.shape.slots())

    @property
    def doses(self) -> Doses:
        """Return which bouts of a movement the rules on doses allow."""
        return doses_of(self.plan.sheet, self.plan.shape.level)

    def kept(self) -> dict[int, PlannedClass]:
        """Return the classes that stay as they are, by slot index."""
        return {
            planned.slot.index: planned
            for planned in self.plan.classes
            if planned.held or (self.free is not None and planned.slot.index not in self.free)
        }

    def open_slots(self) -> list[Slot]:
        """Return the slots that are to be filled."""
        kept = self.kept()
        return [
            slot
            for slot in self.slots
            if slot.index not in kept and (self.free is None or slot.index in self.free)
        ]
