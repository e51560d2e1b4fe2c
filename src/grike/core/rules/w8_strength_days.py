"""W8: the week has strength classes, and not only those."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding, Place
from grike.core.movement import Pace
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import alike, bout_amount
from grike.core.work import pace_of

#: More reps than this in a set is work for endurance (ACSM 2009, from memory).
STRENGTH_REPS = 15


def is_strength(member: ClassFacts) -> bool:
    """Return whether at least half of a class's sets are counted to 15 reps a side or fewer.

    Holds have no reps and say nothing either way.
    """
    strong = everything = Fraction(0)
    for bout, times in alike(member.work_bouts).items():
        if pace_of(bout.item, bout.movement) is Pace.STILL:
            continue
        sets = times * bout_amount(bout).sets
        everything += sets
        strong += sets * (bout.reps is not None and bout.reps <= STRENGTH_REPS)
    return everything > 0 and 2 * strong >= everything


def _check_w8(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    low, high = line.whole("least"), line.whole("most")
    for week, members in facts.weeks.items():
        if len(members) < 2:
            continue
        strong = sum(1 for member in members if is_strength(member))
        share = Fraction(100 * strong, len(members))
        if low <= share <= high:
            continue
        # A band that no whole number of classes can meet asks for the nearest number.
        off = min(abs(strong - n) for n in strength_counts(len(members), line))
        if off:
            lacking = "strength" if share < low else "endurance"
            yield Finding(
                "W8",
                line.mode,
                Place(week),
                f"{strong} of {len(members)} classes are for strength; {low} to {high} % are "
                "wanted.",
                f"Change a class of week {week + 1} to a format for {lacking}.",
                cost=aimed(line, off),
                about=About("kind", lacking),
            )


def strength_counts(classes: int, line: RuleSetting) -> list[int]:
    """Return how many strength classes a week may have: those in the band, or the nearest."""
    low, high = line.numbers["least"], line.numbers["most"]
    inside = [n for n in range(classes + 1) if low * classes <= 100 * n <= high * classes]
    middle = (low + high) * classes / 200
    return inside or [min(range(classes + 1), key=lambda n: abs(n - middle))]


W8 = Rule(
    "W8",
    "Strength and endurance share the week",
    "{least} to {most} % of the week's classes are for strength: most of their sets are counted "
    "to fifteen reps or fewer.",
    "Heavier, shorter sets and long, light ones train different things.",
    "assumption",
    setting(Mode.AIM, 12, least=20, most=80),
    _check_w8,
    stages=(Stage.SKELETON,),
    numbers={
        "least": Number("least share of strength classes (%)", 0, 100),
        "most": Number("most (%)", 0, 100),
    },
    reach=Reach.WEEK,
    mends=(Mend.FORMAT,),
    way_out="let the mix of strength and other classes vary",
    yields=Yields.VARIETY,
)
