"""C1: a class keeps to its focus."""

from __future__ import annotations

from collections.abc import Container, Iterable, Iterator, Mapping
from fractions import Fraction

from grike.core.anatomy import Region
from grike.core.bouts import Bout
from grike.core.composition import PRIME_MOVERS, movers_share
from grike.core.exact import exact_sum
from grike.core.focus import FOCUS_NAMES, Focus, on_focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding
from grike.core.judging.gives import of_region
from grike.core.movement import Movement
from grike.core.rows.row import SETS, TWELFTHS, Row, row_weight
from grike.core.rows.scope import Choice, Scope
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import FULL_SET_SECONDS, Volume


def _check_c1(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        total = member.volume.total.sets
        if not total:
            continue
        if member.design.focus is Focus.WHOLE:
            yield from _whole_body(member, member.volume, line)
            continue
        yield from _off_its_movers(member, line)
        on, whole = on_focus_of(
            member.design.focus,
            member.movement_sets,
            member.work_bouts,
            aside=member.design.aside_ids(),
        )
        share, least = 100 * on / whole, line.numbers["share"]
        timed = member.design.focus is Focus.CONDITIONING
        if share < least:
            short = (least * whole / 100 - on) / (FULL_SET_SECONDS if timed else 1)
            yield Finding(
                "C1",
                line.mode,
                here(member),
                f"{plain(share)} % of the {'work seconds' if timed else 'sets'} are on "
                f"{FOCUS_NAMES[member.design.focus].lower()}; "
                f"{plain(least)} % are the least.",
                "Swap a movement off the focus for one on it.",
                cost=aimed(line, missed(short, Fraction(1, TWELFTHS))),
                about=About("focus", member.design.focus.value),
            )


def _off_its_movers(member: ClassFacts, line: RuleSetting) -> Iterator[Finding]:
    """A calf raise is on the lower body, and does not carry a class for it."""
    focus = member.design.focus
    if focus not in PRIME_MOVERS:
        return
    aside = member.design.aside_ids()
    parts = [(m, sets, sets * movers_share(m, focus)) for m, sets in member.movement_sets.items()]
    on = exact_sum(own for _, _, own in parts)
    total = exact_sum(own if m.id in aside else sets for m, sets, own in parts)
    least = line.numbers["movers"]
    if total and 100 * on < least * total:
        yield Finding(
            "C1",
            line.mode,
            here(member),
            f"{plain(100 * on / total)} % of the sets are for the muscles that carry a class for "
            f"the {FOCUS_NAMES[focus].lower()}; {plain(least)} % are the least.",
            "Swap a smaller movement for one of these muscles.",
            cost=aimed(line, missed(least * total / 100 - on, Fraction(1, TWELFTHS))),
            about=About("movers", focus.value),
        )


def focus_share(focus: Focus, sets: Mapping[Movement, Fraction], bouts: Iterable[Bout]) -> Fraction:
    """Return the share of a class that is on a focus, from 0 to 1; without any work it is 0."""
    on, whole = on_focus_of(focus, sets, bouts)
    return on / whole if whole else Fraction(0)


def on_focus_of(
    focus: Focus,
    sets: Mapping[Movement, Fraction],
    bouts: Iterable[Bout],
    *,
    aside: Container[str] = (),
) -> tuple[Fraction, Fraction]:
    """Return (what is on a focus, all of it) in sets; for conditioning, in work seconds.

    ``sets`` and ``bouts`` are those of the work of a class. Of movements ``aside`` (ids), which
    stand in a part that need not be on the focus, only what is on it counts.
    """
    amounts: dict[Movement, Fraction] = dict(sets)
    if focus is Focus.CONDITIONING:
        amounts = dict.fromkeys(amounts, Fraction(0))
        for bout in bouts:
            amounts[bout.movement] += bout.seconds
    parts = [(m, n, n * on_focus(m, focus)) for m, n in amounts.items()]
    on = exact_sum(own for _, _, own in parts)
    return on, exact_sum(own if m.id in aside else n for m, n, own in parts)


def _whole_body(member: ClassFacts, volume: Volume, line: RuleSetting) -> Iterator[Finding]:
    for region in Region:
        own, least = volume.regions.get(region, Fraction(0)), line.numbers["whole"]
        share = 100 * own / volume.total.sets
        if share < least:
            short = least * volume.total.sets / 100 - own
            yield Finding(
                "C1",
                line.mode,
                here(member),
                f"A whole-body class, but the {region.value} body has {plain(share)} % of the "
                f"sets; {plain(least)} % are the least.",
                f"Swap a movement for one of the {region.value} body.",
                cost=aimed(line, missed(short, Fraction(1, TWELFTHS))),
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
            terms = tuple(
                (
                    c.key,
                    scale * _on(c, focus, region) - least.numerator * _all(c, focus, region),
                )
                for bay in bays
                for c in bay.choices
            )
            name = f"{region.value} body" if region else FOCUS_NAMES[focus].lower()
            where, weight = f"{slot.label}, {name}", row_weight(line)
            if focus is Focus.CONDITIONING:
                # Seconds, thrice, so that a step is a twelfth of a set: 20 s are 60, a twelfth 5.
                terms, scale = tuple((key, 3 * value) for key, value in terms), 5 * scale
            yield Row("C1", where, terms, low=0, weight=weight, scale=scale)
        if focus in PRIME_MOVERS:
            least = line.numbers["movers"]
            scale = 100 * least.denominator
            terms = tuple(
                (
                    c.key,
                    scale * c.on_movers(focus)
                    - least.numerator * (c.on_movers(focus) if c.aside else c.sets),
                )
                for bay in bays
                for c in bay.choices
            )
            where = f"{slot.label}, what carries it"
            yield Row("C1", where, terms, low=0, weight=row_weight(line), scale=scale)


def _on(choice: Choice, focus: Focus, region: Region | None) -> int:
    if focus is Focus.CONDITIONING:
        return choice.work_seconds if choice.on_focus(focus) else 0
    return choice.region(region) if region else choice.on_focus(focus)


def _all(choice: Choice, focus: Focus, region: Region | None) -> int:
    if choice.aside and region is None:
        return _on(choice, focus, None)
    return choice.work_seconds if focus is Focus.CONDITIONING else choice.sets


def _of_focus(movement: Movement, about: About) -> float:
    if about.kind == "region":
        return of_region(movement, about)
    if about.kind == "movers":
        return float(movers_share(movement, Focus(about.id)))
    return float(on_focus(movement, Focus(about.id)))


C1 = Rule(
    "C1",
    "The class is about its focus",
    "At least {share} % of the sets are on the focus, and {movers} % for the muscles that carry "
    "it; a whole-body class gives each region at least {whole} %. What stands in a part for the "
    "pulse, the trunk, a combination or the finish counts only where it is on the focus.",
    "People come for what the board says.",
    "practice",
    setting(Mode.MUST, 1, share=60, movers=0, whole=20),
    _check_c1,
    _rows_c1,
    numbers={
        "share": Number("sets on the focus (%)", 0, 100),
        "movers": Number("sets for the muscles that carry it (%)", 0, 100),
        "whole": Number("each region, whole body (%)", 0, 33),
    },
    reach=Reach.DESIGN,
    stages=(Stage.SKELETON, Stage.SELECTION),
    mends=(Mend.SWAP,),
    gives=_of_focus,
    unit=SETS,
    way_out="a smaller share for the focus, or another focus menu",
    yields=Yields.BALANCE,
)
