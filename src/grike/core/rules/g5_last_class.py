"""G5: the last class is the crown of the series."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding
from grike.core.rows.row import VOLUME, Row, row_weight
from grike.core.rows.scope import Scope, merge
from grike.core.rules.rule import Mend, Rule, Stage, setting
from grike.core.sheet import Mode, RuleSetting


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
    mine = [(c.key, c.training) for bay in own for c in bay.choices]
    for bay in scope.bays:
        if bay not in own and bay.slot.week == own[0].slot.week:
            theirs = [(c.key, -c.training) for c in bay.choices]
            terms = merge((mine, 1), (theirs, 1))
            yield Row("G5", bay.slot.label, terms, low=0, weight=row_weight(line), scale=100)
    for fixed in scope.fixed_of_week(own[0].slot.week):
        low = int(100 * fixed.volume.training.get(scope.group.yardstick, Fraction(0)))
        yield Row("G5", fixed.slot.label, tuple(mine), low=low, weight=row_weight(line), scale=100)


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
)
