"""What a rule is: one statement, written once, with its check and its constraint side.

The *check* judges any plan from its facts and never needs the planner. The *constraint side* gives
the planner linear rows over its choices; it shares nothing with the check but the rule's numbers.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from enum import IntEnum, StrEnum
from fractions import Fraction
from typing import TYPE_CHECKING

from grike.core.errors import InvalidInput
from grike.core.rows.row import TIMES, Unit
from grike.core.sheet import Mode, RuleSetting, RuleSheet

if TYPE_CHECKING:
    from grike.core.judging.facts import Facts
    from grike.core.rows.scope import Scope
from grike.core.judging.figures import plain
from grike.core.judging.finding import About, Finding
from grike.core.movement import Movement
from grike.core.rows.row import Row


class Stage(StrEnum):
    """A stage of the planner that holds a rule."""

    POOL = "pool"
    SKELETON = "skeleton"
    SELECTION = "selection"
    ORDERING = "ordering"
    ASSEMBLY = "assembly"


class Mend(StrEnum):
    """A kind of edit that may take a finding away.

    Swaps are of the movement that a finding names, or ANYWHERE in its class; UNLIKE ones prefer
    what differs most, EASIER ones bring in nothing that asks much.
    """

    SWAP = "swap"
    SWAP_ANYWHERE = "swap-anywhere"
    SWAP_UNLIKE = "swap-unlike"
    SWAP_EASIER = "swap-easier"
    ORDER = "order"
    FORMAT = "format"
    FOCUS = "focus"
    LENGTH = "length"
    TIME = "time"
    BREATHER = "breather"
    STATIONS = "stations"
    SIDES = "sides"
    FRAME = "frame"
    FRAME_SWAP = "frame-swap"
    CARRY = "carry"
    COME_BACK = "come-back"
    ASK_MORE = "ask-more"
    ANOTHER_DAY = "another-day"
    LAST_ROUND = "last-round"
    FINISH = "finish"
    WARM_UP = "warm-up"
    REST = "rest"


class Yields(IntEnum):
    """When a must gives way where not all can hold together; what comes first gives way first.

    What keeps people safe, what was promised, and how a class is laid out never does.
    """

    NEVER = 0
    COMPOSITION = 1
    VARIETY = 2
    RETURNS = 3
    BALANCE = 4
    STEPS = 5

    @property
    def words(self) -> str:
        """Return when a must gives way, in a sentence."""
        return _YIELDS[self]


_YIELDS = {
    Yields.NEVER: "Never gives way.",
    Yields.COMPOSITION: "Gives way first, with what a class is made of.",
    Yields.VARIETY: "Gives way second, with variety from day to day.",
    Yields.RETURNS: "Gives way third: how soon a movement comes back.",
    Yields.BALANCE: "Gives way fourth, with balance and focus.",
    Yields.STEPS: "Gives way last: the steps from week to week.",
}


class Topic(StrEnum):
    """What a director asks about when they look for a rule."""

    WEEK = "the week"
    DAY = "the day"
    CLASS = "the class"
    BODY = "the body"
    ROOM = "the room"


#: What rules are about by the letter of their id, where they do not say it themselves.
_TOPICS = {"W": Topic.WEEK, "D": Topic.DAY, "G": Topic.WEEK}


class Reach(StrEnum):
    """How much of a series a check has to see; what it found elsewhere stays true.

    DESIGN: one class, whatever came before it; not its clock, which grows with what is new.
    """

    DESIGN = "design"
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


@dataclass(frozen=True, slots=True, eq=False)
class Rule:
    """One line of the catalogue. ``numbers`` explains and limits each editable figure.

    ``stages``: where the planner holds it, () where it mends it. ``mends``: edits that help, in the
    order in which they are tried; ``gives``: how much a movement gives of what a finding is about,
    so that a swap can be looked for, None where no swap changes it. ``unit``: what one step of its
    rows is. ``way_out``: what a director may give up where it collides with others; ``yields``:
    when it gives way by itself then.
    """

    id: str
    title: str
    statement: str
    reason: str
    source: str
    default: RuleSetting
    check: Callable[[Facts, RuleSetting], Iterable[Finding]]
    rows: Callable[[Scope, RuleSetting], Iterable[Row]] | None = None
    stages: tuple[Stage, ...] = (Stage.SELECTION,)
    reach: Reach = Reach.SERIES
    numbers: dict[str, Number] = field(default_factory=dict)
    mends: tuple[Mend, ...] = ()
    gives: Callable[[Movement, About], float] | None = None
    unit: Unit = TIMES
    way_out: str = ""
    yields: Yields = Yields.NEVER
    about: Topic | None = None

    @property
    def topic(self) -> Topic:
        """Return what a director asks about to whom this rule is of use."""
        return self.about or _TOPICS.get(self.id[0], Topic.CLASS)

    def line(self, sheet: RuleSheet) -> RuleSetting:
        """Return the line of this rule in a sheet."""
        return sheet[self.id]

    def on(self, sheet: RuleSheet) -> bool:
        """Return whether a sheet asks for this rule at all."""
        return sheet[self.id].mode is not Mode.OFF

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
