"""Two plans or two rule sheets side by side: what each costs by rule, and what differs."""

from __future__ import annotations

from dataclasses import dataclass

from grike.core.design import ClassDesign
from grike.core.rules import BY_ID, Facts, broken_musts, cost_by_rule, findings
from grike.core.sheet import RuleSheet


@dataclass(frozen=True, slots=True)
class Side:
    """What one plan comes to. ``training``: training volume per class, in the sheet's yardstick."""

    classes: int
    cost: int
    by_rule: dict[str, int]
    musts: int
    movements: int
    minutes: float
    training: float


@dataclass(frozen=True, slots=True)
class Moved:
    """One day of both plans, None without a class; ``shared``: movements that are in both."""

    week: int
    weekday: int
    one: ClassDesign | None
    other: ClassDesign | None
    shared: int

    @property
    def same(self) -> bool:
        """Whether nothing differs."""
        return self.one == self.other


@dataclass(frozen=True, slots=True)
class RuleChange:
    """A line of the rule sheet that differs: its setting on each side in words."""

    rule: str
    one: str
    other: str


@dataclass(frozen=True, slots=True)
class Comparison:
    """Both sides, the days on which they differ, and the rules that differ."""

    one: Side
    other: Side
    days: tuple[Moved, ...]
    rules: tuple[RuleChange, ...]


def _side(facts: Facts) -> Side:
    found = findings(facts)
    by_rule = cost_by_rule(found)
    count = len(facts.classes)
    training = sum(
        float(member.volume.training.get(facts.sheet.yardstick, 0)) for member in facts.classes
    )
    return Side(
        count,
        sum(by_rule.values()),
        by_rule,
        len(broken_musts(found)),
        len({i for member in facts.classes for i in member.design.movement_ids()}),
        round(sum(member.clock.real_seconds for member in facts.classes) / 60, 1),
        round(training / count, 1) if count else 0.0,
    )


def _words(sheet: RuleSheet, other: RuleSheet, rule: str) -> str:
    """Return a line in words: its mode, and whatever the other sheet has otherwise."""
    line, held = sheet[rule], other[rule]
    numbers = [
        f"{BY_ID[rule].numbers[name].label}: {float(value):g}"
        for name, value in line.numbers.items()
        if value != held.numbers[name]
    ]
    weight = [f"weight {line.weight}"] if line.weight != held.weight else []
    return ", ".join([line.mode.value, *numbers, *weight])


def compare(one: Facts, other: Facts) -> Comparison:
    """Return two plans side by side; days are matched by week and weekday."""
    days: dict[tuple[int, int], list[ClassDesign | None]] = {}
    for number, facts in enumerate((one, other)):
        for member in facts.classes:
            key = (member.slot.week, member.slot.weekday)
            days.setdefault(key, [None, None])[number] = member.design
    moved: list[Moved] = []
    for (week, weekday), (first, second) in sorted(days.items()):
        ids = [set(design.movement_ids()) if design else set() for design in (first, second)]
        moved.append(Moved(week, weekday, first, second, len(ids[0] & ids[1])))
    rules = [
        RuleChange(rule, _words(one.sheet, other.sheet, rule), _words(other.sheet, one.sheet, rule))
        for rule in BY_ID
        if one.sheet[rule] != other.sheet[rule]
    ]
    return Comparison(_side(one), _side(other), tuple(moved), tuple(rules))
