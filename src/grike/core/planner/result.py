"""What the planner answers: a status, a plan with its cost and bound, or the rules that collide."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Any

from grike.core.series import SeriesPlan


class Status(StrEnum):
    """How good the plan is known to be. IMPOSSIBLE is proven; UNDECIDED is not."""

    BEST = "best"
    WITHIN = "within"
    UNKNOWN = "unknown"
    STOPPED = "stopped"
    IMPOSSIBLE = "impossible"
    UNDECIDED = "undecided"


@dataclass(frozen=True, slots=True)
class PlanResult:
    """``cost`` is the sum of ``by_rule``; ``bound`` holds for every plan of the request."""

    status: Status
    plan: SeriesPlan | None
    cost: int = 0
    bound: int = 0
    by_rule: Mapping[str, int] = field(default_factory=dict)
    notes: tuple[str, ...] = ()
    collisions: tuple[str, ...] = ()
    seed: int = 0
    library_version: str = ""

    @property
    def colliding(self) -> frozenset[str]:
        """The ids of the rules that collide, as the first sentence of ``collisions`` names them."""
        return frozenset(re.findall(r"\(([A-Z]\d+b?)\)", " ".join(self.collisions[:1])))

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
        }


def status_of(cost: int, bound: int, stopped: bool) -> Status:
    """Return the status of a complete plan; a cost that meets its bound is proven best."""
    if cost <= bound:
        return Status.BEST
    if stopped:
        return Status.STOPPED
    return Status.WITHIN if bound > 0 else Status.UNKNOWN
