"""What a rule is: one statement, written once, with its check and its constraint side.

The *check* judges any plan from its facts and never needs the planner. The *constraint side* gives
the planner linear rows over its choices; it shares nothing with the check but the rule's numbers.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable
from dataclasses import dataclass, field
from enum import StrEnum
from fractions import Fraction
from typing import TYPE_CHECKING, NamedTuple, TypeAlias

from grike.core.errors import InvalidInput
from grike.core.sheet import Mode, RuleSetting

if TYPE_CHECKING:
    from grike.core.rules.facts import Facts
    from grike.core.rules.scope import Scope

#: Sets are counted in twelfths where whole numbers are needed: halves, thirds and quarters fit.
TWELFTHS = 12

Key: TypeAlias = Hashable


@dataclass(frozen=True, slots=True)
class Place:
    """Where a finding is. None: the whole series, week or class."""

    week: int | None = None
    slot: int | None = None
    block: int | None = None
    item: int | None = None


class About(NamedTuple):
    """What a finding is about: the kind of thing, its id, and the direction that mends it."""

    kind: str
    id: str
    sign: int = 1


@dataclass(frozen=True, slots=True)
class Finding:
    """A rule that is not kept: where, by how much, why it matters, and what would mend it.

    ``cost`` is 0 for findings of must rules and for remarks. ``about`` says of what there is too
    little (+1) or too much (-1), for whoever looks for a fix.
    """

    rule: str
    mode: Mode
    place: Place
    what: str
    fix: str
    cost: int = 0
    remark: bool = False
    about: About | None = None

    @property
    def key(self) -> tuple[object, ...]:
        """What makes it the same finding, whatever its numbers are by now."""
        about = (self.about.kind, self.about.id) if self.about is not None else ()
        return (self.rule, self.remark, self.place, about)


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


class Reach(StrEnum):
    """How much of a series a check has to see; what it found elsewhere stays true."""

    CLASS = "class"
    WEEK = "week"
    SERIES = "series"


@dataclass(frozen=True, slots=True)
class Number:
    """One editable figure of a rule: what it is, and the least and the most it may be."""

    label: str
    least: int
    most: int
    whole: bool = False

    def fault(self, value: Fraction) -> str:
        """Return what is wrong with a value in a sentence; "" where it may be used."""
        if value == self.nearest(value):
            return ""
        return f"'{self.label}' is {self.limits()}, not {plain(value)}."

    def limits(self) -> str:
        """Return the limits for people."""
        kind = "a whole number" if self.whole else "a number"
        return f"{kind} from {self.least} to {self.most}"

    def nearest(self, value: Fraction) -> Fraction:
        """Return what lies nearest to a value within the limits."""
        inside = min(max(value, Fraction(self.least)), Fraction(self.most))
        return Fraction(round(inside)) if self.whole else inside


def Whole(label: str, least: int, most: int) -> Number:  # noqa: N802  reads as a kind of Number
    """Return a figure that is a whole number."""
    return Number(label, least, most, whole=True)


@dataclass(frozen=True, slots=True)
class Rule:
    """One line of the catalogue. ``numbers`` explains and limits each editable figure."""

    id: str
    title: str
    statement: str
    reason: str
    source: str
    default: RuleSetting
    check: Callable[[Facts, RuleSetting], Iterable[Finding]]
    rows: Callable[[Scope, RuleSetting], Iterable[Row]] | None = None
    held_by: str = "selection"
    reach: Reach = Reach.SERIES
    numbers: dict[str, Number] = field(default_factory=dict)

    def require_possible(self, line: RuleSetting) -> None:
        """Raise InvalidInput with the limits for a figure of a line that lies outside them."""
        for name, number in self.numbers.items():
            fault = number.fault(line.numbers[name])
            if fault:
                raise InvalidInput(
                    f"{self.title}: {fault}", fix="Give a number in between.", place=name
                )
        least, most = line.numbers.get("least"), line.numbers.get("most")
        if least is not None and most is not None and least > most:
            raise InvalidInput(
                f"{self.title}: at least {plain(least)} and at most {plain(most)} cannot both be.",
                fix="Raise the most or lower the least.",
                place="least",
            )


def setting(mode: Mode, weight: int = 1, **numbers: int | str) -> RuleSetting:
    """Return a rule setting whose numbers are exact."""
    return RuleSetting(mode, weight, {name: Fraction(value) for name, value in numbers.items()})


def missed(amount: Fraction, scale: Fraction | int = 1) -> int:
    """Return how many whole ``scale`` an amount misses its band by, rounded up; never below 0."""
    return 0 if amount <= 0 else -int(-(amount / scale) // 1)


def row_weight(line: RuleSetting) -> int | None:
    """Return the weight for a row of a rule: None where the rule is a must."""
    return None if line.mode is Mode.MUST else line.weight


def aimed(line: RuleSetting, amount: int) -> int:
    """Return what an amount costs under an aim; a must costs nothing, it is broken."""
    return line.weight * amount if line.mode is Mode.AIM else 0


def plain(value: Fraction) -> str:
    """Return a number for people, with at most one decimal."""
    text = f"{float(value):.1f}"
    return text[:-2] if text.endswith(".0") else text
