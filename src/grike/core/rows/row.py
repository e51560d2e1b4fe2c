"""A linear statement over what the planner chooses."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from typing import TYPE_CHECKING, TypeAlias

from grike.core.sheet import Mode, RuleSetting

if TYPE_CHECKING:
    pass


#: Sets are counted in twelfths where whole numbers are needed: halves, thirds and quarters fit.
TWELFTHS = 12


Key: TypeAlias = Hashable


@dataclass(frozen=True, slots=True)
class Row:
    """A linear statement over the planner's choices: ``low <= sum(terms) <= high``.

    ``weight`` None: must hold. Otherwise each ``scale`` by which it is missed, rounded up, costs
    ``weight``. ``aux`` names choices that the row brings along, with their bounds.
    """

    rule: str
    where: str
    terms: tuple[tuple[Key, int], ...]
    low: int | None = None
    high: int | None = None
    weight: int | None = None
    scale: int = 1
    aux: tuple[tuple[Key, int, int], ...] = ()


def row_weight(line: RuleSetting) -> int | None:
    """Return the weight for a row of a rule: None where the rule is a must."""
    return None if line.mode is Mode.MUST else line.weight
