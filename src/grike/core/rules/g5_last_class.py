"""G5: the last class is the crown of the series."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding
from grike.core.rows.row import VOLUME, Key, Row, row_weight
from grike.core.rows.scope import Scope, merge
from grike.core.rules.rule import Mend, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: More points of training volume than any class holds.
MOST_SHORT = 10**6


def _training(facts: Facts, member: ClassFacts) -> Fraction:
    return member.volume.training.get(facts.sheet.yardstick, Fraction(0))


def _check_g5(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    slots = facts.shape.slots()
    last = next((m for m in facts.classes if slots and m.slot.index == slots[-1].index), None)
    if last is None:
        return
    others = [m for m in facts.weeks[last.slot.week] if m is not last]
    most = max((_training(facts, member) for member in others), default=Fraction(0))
    short = missed(most - _training(facts, last))
    if short:
        yield Finding(
            "G5",
            line.mode,
            here(last),
            f"The last class of the series asks {plain(_training(facts, last))}, another of its "
            f"week {plain(most)}.",
            "Lengthen its work or its rounds.",
            cost=aimed(line, short),
            about=About("volume", "class", 1),
        )


def _rows_g5(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    own = [bay for bay in scope.bays if bay.slot.index == scope.group.last_slot]
    if not own:
        return
    week = own[0].slot.week
    # By how much the last class falls short of the hardest other one, in whole points.
    short: Key = ("short", scope.group.last_slot)
    aux = ((short, 0, MOST_SHORT),)
    label, weight = own[0].slot.label, row_weight(line)
    yield Row("G5", label, ((short, 1),), high=0, weight=weight, aux=aux)
    mine = [*((c.key, c.training) for bay in own for c in bay.choices), (short, 100)]
    for slot in dict.fromkeys(bay.slot for bay in scope.bays_of_week(week) if bay not in own):
        bays = (bay for bay in scope.bays if bay.slot == slot)
        theirs = [(c.key, -c.training) for bay in bays for c in bay.choices]
        yield Row("G5", slot.label, merge((mine, 1), (theirs, 1)), low=0)
    for fixed in scope.fixed_of_week(week):
        low = int(100 * fixed.volume.training.get(scope.group.yardstick, Fraction(0)))
        yield Row("G5", fixed.slot.label, tuple(mine), low=low)


G5 = Rule(
    "G5",
    "The series ends on its hardest class",
    "The last class holds at least as much training volume as any other of its week.",
    "A planned finish gives people something to look forward to.",
    "practice",
    setting(Mode.OFF, 1),
    _check_g5,
    _rows_g5,
    stages=(Stage.SKELETON, Stage.SELECTION),
    mends=(Mend.LENGTH,),
    unit=VOLUME,
    yields=Yields.VARIETY,
)
