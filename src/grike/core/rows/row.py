"""A linear statement over what the planner chooses."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple, TypeAlias

from grike.core.sheet import Mode, RuleSetting

#: Sets are counted in twelfths where whole numbers are needed: halves, thirds and quarters fit.
TWELFTHS = 12


Key: TypeAlias = Hashable


class ChoiceKey(NamedTuple):
    """The name of a movement in a bay, which is numbered as its slot."""

    movement_id: str
    bay: int


@dataclass(frozen=True, slots=True)
class Unit:
    """What one step of a rule's rows is, for people: ``step`` of something that is counted."""

    one: str
    many: str
    step: Fraction = Fraction(1)

    def words(self, steps: int) -> str:
        """Return an amount in words: "2.5 sets", "once"."""
        amount = steps * self.step
        if not self.one:
            return "once" if steps == 1 else f"{steps} times"
        number = f"{float(amount):.1f}".removesuffix(".0")
        return f"{number} {self.one if amount == 1 else self.many}"


TIMES = Unit("", "")
SETS = Unit("set", "sets", Fraction(1, TWELFTHS))
MOVEMENTS = Unit("movement", "movements")
SECONDS = Unit("second", "seconds")
TENS_OF_SECONDS = Unit("second", "seconds", Fraction(10))
#: Training volume is counted in seconds, reps or sets as the series has it.
VOLUME = Unit("point of training volume", "points of training volume")
LANDINGS = Unit("ground contact", "ground contacts", Fraction(10))


@dataclass(frozen=True, slots=True)
class Row:
    """A linear statement over the planner's choices: ``low <= sum(terms) <= high``.

    ``weight`` None: must hold. Otherwise each ``scale`` by which it is missed, rounded up, costs
    ``weight``; a ``scale`` is one step of the rule's unit. ``aux``: choices that the row brings
    along, with their bounds.
    """

    rule: str
    where: str
    terms: tuple[tuple[Key, int], ...]
    low: int | None = None
    high: int | None = None
    weight: int | None = None
    scale: int = 1
    aux: tuple[tuple[Key, int, int], ...] = ()

    @property
    def bays(self) -> frozenset[int]:
        """The bays from which it chooses; other terms than choices are left out."""
        return frozenset(key.bay for key, _ in self.terms if isinstance(key, ChoiceKey))


def row_weight(line: RuleSetting) -> int | None:
    """Return the weight for a row of a rule: None where the rule is a must."""
    return None if line.mode is Mode.MUST else line.weight
