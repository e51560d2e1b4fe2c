"""C1: a class keeps to its focus."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from fractions import Fraction

from grike.core.anatomy import Region
from grike.core.bouts import Bout
from grike.core.exact import exact_sum
from grike.core.focus import FOCUS_NAMES, Focus, on_focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding
from grike.core.movement import Movement
from grike.core.rows.row import SETS, Row, row_weight
from grike.core.rows.scope import Choice, Scope
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, setting
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import Volume


def _check_c1(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        total = member.volume.total.sets
        if not total:
            continue
        if member.design.focus is Focus.WHOLE:
            yield from _whole_body(member, member.volume, line)
            continue
        share = 100 * focus_share(member.design.focus, member.movement_sets, member.work_bouts)
        unit = "work seconds" if member.design.focus is Focus.CONDITIONING else "sets"
        if share < line.numbers["share"]:
            yield Finding(
                "C1",
                line.mode,
                here(member),
                f"{plain(share)} % of the {unit} are on "
                f"{FOCUS_NAMES[member.design.focus].lower()}; "
                f"{plain(line.numbers['share'])} % are the least.",
                "Swap a movement off the focus for one on it.",
                cost=aimed(line, missed(line.numbers["share"] - share)),
                about=About("focus", member.design.focus.value),
            )


def focus_share(focus: Focus, sets: Mapping[Movement, Fraction], bouts: Iterable[Bout]) -> Fraction:
    """Return the share of sets on a focus, from 0 to 1; for conditioning, of work seconds.

    ``sets`` and ``bouts`` are those of the work of a class; without any the share is 0.
    """
    amounts: dict[Movement, Fraction] = dict(sets)
    if focus is Focus.CONDITIONING:
        amounts = dict.fromkeys(amounts, Fraction(0))
        for bout in bouts:
            amounts[bout.movement] += bout.seconds
    on = exact_sum(n * on_focus(movement, focus) for movement, n in amounts.items())
    whole = exact_sum(amounts.values())
    return on / whole if whole else Fraction(0)


def _whole_body(member: ClassFacts, volume: Volume, line: RuleSetting) -> Iterator[Finding]:
    for region in Region:
        share = 100 * volume.regions.get(region, Fraction(0)) / volume.total.sets
        if share < line.numbers["whole"]:
            yield Finding(
                "C1",
                line.mode,
                here(member),
                f"A whole-body class, but the {region.value} body has {plain(share)} % of the "
                f"sets; {plain(line.numbers['whole'])} % are the least.",
                f"Swap a movement for one of the {region.value} body.",
                cost=aimed(line, missed(line.numbers["whole"] - share)),
                about=About("region", region.value),
            )


def _rows_c1(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for slot, bays, fixed in scope.by_slot():
        if fixed is not None:
            continue
        focus = bays[0].focus
        regions = list(Region) if focus is Focus.WHOLE else [None]
        for region in regions:
            least = line.numbers["whole" if region else "share"]
            scale = 100 * least.denominator
            terms = [
                (c.key, scale * _on(c, focus, region) - least.numerator * _all(c, focus))
                for bay in bays
                for c in bay.choices
            ]
            name = f"{region.value} body" if region else FOCUS_NAMES[focus].lower()
            yield Row("C1", f"{slot.label}, {name}", tuple(terms), low=0, weight=row_weight(line))


def _on(choice: Choice, focus: Focus, region: Region | None) -> int:
    if focus is Focus.CONDITIONING:
        return choice.size if choice.on_focus(focus) else 0
    return choice.region(region) if region else choice.on_focus(focus)


def _all(choice: Choice, focus: Focus) -> int:
    return choice.size if focus is Focus.CONDITIONING else choice.sets


C1 = Rule(
    "C1",
    "The class is about its focus",
    "At least {share} % of the sets are on the focus; a whole-body class gives each region at "
    "least {whole} %.",
    "People come for what the board says.",
    "practice",
    setting(Mode.MUST, 1, share=60, whole=20),
    _check_c1,
    _rows_c1,
    numbers={
        "share": Number("sets on the focus (%)", 0, 100),
        "whole": Number("each region, whole body (%)", 0, 33),
    },
    reach=Reach.CLASS,
    stages=(Stage.SKELETON, Stage.SELECTION),
    mends=(Mend.SWAP,),
    unit=SETS,
    way_out="a smaller share for the focus, or another focus menu",
)
