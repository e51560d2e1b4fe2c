"""C2: a class fits its slot on the real clock."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.rows.row import SECONDS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, Whole, setting
from grike.core.sheet import Mode, RuleSetting


def _check_c2(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        over = member.clock.real_seconds - member.design.slot_seconds
        if over > 0:
            yield Finding(
                "C2",
                line.mode,
                here(member),
                f"The class runs {clock_text(over)} over its slot.",
                "Take out a movement or a round, or shorten the rests.",
                cost=aimed(line, over),
                about=About("time", "class", -1),
            )
        elif -over > line.numbers["under_seconds"]:
            yield Finding(
                "C2",
                line.mode,
                here(member),
                f"The class ends {clock_text(-over)} before its slot does.",
                "Lengthen the cool-down or add a movement.",
                remark=True,
                about=About("time", "class"),
            )


def clock_text(seconds: int) -> str:
    """Return seconds as m:ss."""
    return f"{seconds // 60}:{seconds % 60:02d}"


def _rows_c2(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        if bay.max_seconds is None:
            continue
        terms = tuple((choice.key, choice.seconds) for choice in bay.choices)
        yield Row("C2", bay.slot.label, terms, high=bay.max_seconds, weight=row_weight(line))


C2 = Rule(
    "C2",
    "The clock fits the slot",
    "The real clock never runs over the slot; more than {under_seconds} s under is a remark.",
    "What runs over is paid for with the stretch at the end.",
    "practice",
    setting(Mode.MUST, 1, under_seconds=90),
    _check_c2,
    _rows_c2,
    numbers={"under_seconds": Whole("seconds under before it is said", 0, 600)},
    reach=Reach.CLASS,
    mends=(Mend.TIME,),
    unit=SECONDS,
    way_out="a longer class",
)
