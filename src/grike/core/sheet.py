"""The rule sheet of a series: for each rule must, aim or off, its weight and its numbers."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum
from fractions import Fraction

from grike.core.errors import InvalidInput
from grike.core.volume import Yardstick


class Mode(StrEnum):
    """How binding a rule is."""

    MUST = "must"
    AIM = "aim"
    OFF = "off"


@dataclass(frozen=True, slots=True)
class RuleSetting:
    """One line of the sheet. ``numbers`` are the editable figures of the rule, by name."""

    mode: Mode
    weight: int = 1
    numbers: Mapping[str, Fraction] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if not 0 <= self.weight <= 1000:
            raise InvalidInput(f"A weight of {self.weight} is out of range.", fix="Give 0 to 1000.")
        for name, value in self.numbers.items():
            if value < 0:
                raise InvalidInput(f"{name} cannot be negative.", fix="Give 0 or more.", place=name)

    def whole(self, name: str) -> int:
        """Return a number of the rule as an integer."""
        return int(self.numbers[name])


@dataclass(frozen=True, slots=True)
class RuleSheet:
    """All lines by rule id, and the yardstick of weekly volume.

    ``owned`` gives a family or a muscle group, by its id, to one weekday (0 is Monday).
    """

    lines: Mapping[str, RuleSetting]
    yardstick: Yardstick = Yardstick.SECONDS
    owned: Mapping[str, int] = field(default_factory=dict)

    def __getitem__(self, rule_id: str) -> RuleSetting:
        return self.lines[rule_id]

    def with_line(
        self,
        rule_id: str,
        *,
        mode: Mode | None = None,
        weight: int | None = None,
        numbers: Mapping[str, Fraction | int] | None = None,
    ) -> RuleSheet:
        """Return a sheet with one line changed. Raises InvalidInput for a number it has not."""
        line = self.lines[rule_id]
        given = {name: Fraction(value) for name, value in (numbers or {}).items()}
        unknown = sorted(set(given) - set(line.numbers))
        if unknown:
            raise InvalidInput(
                f"Rule {rule_id} has no number '{unknown[0]}'.",
                fix=f"It has: {', '.join(sorted(line.numbers)) or 'none'}.",
                place=rule_id,
            )
        changed = RuleSetting(
            mode or line.mode,
            line.weight if weight is None else weight,
            dict(line.numbers) | given,
        )
        return replace(self, lines=dict(self.lines) | {rule_id: changed})
