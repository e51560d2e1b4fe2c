"""What the planner answers: a status, a plan with its cost and bound, or the rules that collide."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Any

from grike.core.planner.giving_way import GaveWay
from grike.core.series import DAY_NAMES, SeriesPlan


class Status(StrEnum):
    """How good the plan is known to be. IMPOSSIBLE is proven; UNDECIDED is not.

    NEAREST: not all musts could be made to hold together, and some gave way.
    """

    BEST = "best"
    WITHIN = "within"
    UNKNOWN = "unknown"
    STOPPED = "stopped"
    NEAREST = "nearest"
    IMPOSSIBLE = "impossible"
    UNDECIDED = "undecided"


@dataclass(frozen=True, slots=True)
class Collision:
    """One of the things that could not be made to hold together.

    ``rule``: its id, "" for what a class is made of. ``days``: the weekdays, from 0, without which
    it would not collide, where it has such. ``gives``: by how much it alone would have to give way,
    in its own unit; "" where that is not known. ``way_out``: what a director may give up.
    """

    rule: str
    words: str
    days: tuple[int, ...] = ()
    gives: str = ""
    way_out: str = ""

    @property
    def name(self) -> str:
        """The rule for people, with its days."""
        on = " and ".join(DAY_NAMES[day] for day in self.days)
        rule = f" ({self.rule})" if self.rule else ""
        return f"{self.words}{rule}{f' on {on}' if on else ''}"

    def ways(self) -> Iterator[str]:
        """Yield what could be done about it, a sentence each."""
        if self.way_out:
            yield f"{self.way_out[0].upper()}{self.way_out[1:]}."
        if self.gives:
            yield f"{self.words[0].upper()}{self.words[1:]} ({self.rule}) alone gives {self.gives}."


@dataclass(frozen=True, slots=True)
class WhyNot:
    """Why there is no plan: where, in words, and what collides there.

    ``reason``: the sentence where something is missing from the start, so that nothing collides.
    ``sure``: of each it was settled that without it there is no collision.
    """

    where: str = ""
    collisions: tuple[Collision, ...] = ()
    reason: str = ""
    sure: bool = True

    @property
    def sentence(self) -> str:
        """The reason in one sentence."""
        if self.reason:
            return self.reason
        names = " and ".join(collision.name for collision in self.collisions)
        doubt = "" if self.sure else " Whether it takes all of them was not settled in time."
        return f"{self.where} could not be made to hold together: {names}.{doubt}"

    @property
    def ways(self) -> tuple[str, ...]:
        """What could be done, a sentence each."""
        return tuple(way for collision in self.collisions for way in collision.ways())


@dataclass(frozen=True, slots=True)
class PlanResult:
    """``cost`` is the sum of ``by_rule``; ``bound`` holds for every plan of the request.

    ``gave_way``: the musts that it could not keep; ``why_not`` says what collided then, ``helps``
    what kit would help most.
    """

    status: Status
    plan: SeriesPlan | None
    cost: int = 0
    bound: int = 0
    by_rule: Mapping[str, int] = field(default_factory=dict)
    notes: tuple[str, ...] = ()
    why_not: WhyNot | None = None
    seed: int = 0
    library_version: str = ""
    gave_way: tuple[GaveWay, ...] = ()
    helps: tuple[str, ...] = ()

    @property
    def words(self) -> tuple[str, ...]:
        """Why there is no plan, and what could be done, a sentence each."""
        if self.why_not is None:
            return ()
        return (self.why_not.sentence, *(f"Way out: {way}" for way in self.why_not.ways))

    @property
    def colliding(self) -> frozenset[str]:
        """The ids of the rules that collide."""
        found = self.why_not.collisions if self.why_not else ()
        return frozenset(collision.rule for collision in found if collision.rule)

    def certificate(self) -> dict[str, Any]:
        """Return the certificate that goes with the plan."""
        return {
            "status": self.status.value,
            "cost": self.cost,
            "bound": self.bound,
            "by_rule": dict(self.by_rule),
            "notes": list(self.notes),
            "seed": self.seed,
            "library_version": self.library_version,
            "gave_way": [*(own.words for own in self.gave_way), *self.helps],
        }


def status_of(cost: int, bound: int, stopped: bool) -> Status:
    """Return the status of a complete plan; a cost that meets its bound is proven best."""
    if cost <= bound:
        return Status.BEST
    if stopped:
        return Status.STOPPED
    return Status.WITHIN if bound > 0 else Status.UNKNOWN
