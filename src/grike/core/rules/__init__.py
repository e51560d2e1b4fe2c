"""The ordered catalogue of programming rules, and what is done with it.

``findings`` judges a plan; ``default_sheet`` is the sheet that a new series starts with.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from grike.core.judging.facts import Facts, same_look
from grike.core.judging.finding import Finding, Place
from grike.core.rows.row import Row
from grike.core.rows.scope import Scope
from grike.core.rules.c1_focus import C1
from grike.core.rules.c2_time import C2
from grike.core.rules.c3_once import C3
from grike.core.rules.c4_sides import C4
from grike.core.rules.c5_c6_joints import C5, C5B, C6, C6B
from grike.core.rules.c7_turns import C7
from grike.core.rules.c8_changes import C8
from grike.core.rules.c9_kit import C9
from grike.core.rules.c10_frame import C10
from grike.core.rules.c11_breathers import C11
from grike.core.rules.c12_ways_out import C12
from grike.core.rules.c13_fast_runs import C13
from grike.core.rules.c14_demanding_first import C14
from grike.core.rules.d1_recovery import D1
from grike.core.rules.d2_formats import D2
from grike.core.rules.d3_kit import D3
from grike.core.rules.d4_returns import D4
from grike.core.rules.d5_families import D5
from grike.core.rules.d6_owned_days import D6
from grike.core.rules.d7_carrying import D7, D7B
from grike.core.rules.d8_new_movements import D8
from grike.core.rules.g1_cautions import G1
from grike.core.rules.g2_never import G2
from grike.core.rules.g3_wanted import G3
from grike.core.rules.g4_pins import G4
from grike.core.rules.g5_last_class import G5
from grike.core.rules.g6_level import G6
from grike.core.rules.g7_every_day import G7
from grike.core.rules.g8_menus import G8
from grike.core.rules.g9_level import G9
from grike.core.rules.p1_patterns import P1
from grike.core.rules.p2_mains import P2
from grike.core.rules.p3_small import P3
from grike.core.rules.p5_order import P5
from grike.core.rules.p6_purpose import P6
from grike.core.rules.p7_anchors import P7
from grike.core.rules.p8_mains_rise import P8
from grike.core.rules.p10_load import P10
from grike.core.rules.p11_dose import P11
from grike.core.rules.p12_formats import P12
from grike.core.rules.p13_long_bouts import P13
from grike.core.rules.p14_work_share import P14
from grike.core.rules.p15_kit import P15
from grike.core.rules.p16_warm_up import P16
from grike.core.rules.p17_shoulders_back import P17
from grike.core.rules.p18_calendar import P18
from grike.core.rules.p19_cousins import P19
from grike.core.rules.p20_arc import P20
from grike.core.rules.p21_changes import P21
from grike.core.rules.p22_one_pattern import P22
from grike.core.rules.p23_both_halves import P23
from grike.core.rules.p24_rest import P24
from grike.core.rules.rule import Reach, Rule
from grike.core.rules.w1_muscles import W1
from grike.core.rules.w1b_major_groups import W1B
from grike.core.rules.w2_regions import W2
from grike.core.rules.w3_pairs import W3
from grike.core.rules.w4_major_days import W4
from grike.core.rules.w5_planes import W5
from grike.core.rules.w6_landings import W6
from grike.core.rules.w7_steps import W7
from grike.core.rules.w8_strength_days import W8
from grike.core.series import PlannedClass
from grike.core.sheet import Mode, RuleSheet

CATALOGUE: tuple[Rule, ...] = (
    W1,
    W1B,
    W2,
    W3,
    W4,
    W5,
    W6,
    W7,
    W8,
    D1,
    D2,
    D3,
    D4,
    D5,
    D6,
    D7,
    D7B,
    D8,
    C1,
    C2,
    C3,
    C4,
    C5,
    C5B,
    C6,
    C6B,
    C7,
    C8,
    C9,
    C10,
    C11,
    C12,
    C13,
    C14,
    P1,
    P2,
    P3,
    P5,
    P6,
    P7,
    P8,
    P10,
    P11,
    P12,
    P13,
    P14,
    P15,
    P16,
    P17,
    P18,
    P19,
    P20,
    P21,
    P22,
    P23,
    P24,
    G1,
    G2,
    G3,
    G4,
    G5,
    G6,
    G7,
    G8,
    G9,
)
BY_ID: dict[str, Rule] = {rule.id: rule for rule in CATALOGUE}


def default_sheet() -> RuleSheet:
    """Return the sheet with every rule at its default."""
    return RuleSheet({rule.id: rule.default for rule in CATALOGUE})


def findings(facts: Facts) -> tuple[Finding, ...]:
    """Return everything a plan does not keep, in catalogue order.

    Rules that look at one class or one week are asked again only where something changed.
    """
    return tuple(found for rule in CATALOGUE for found in findings_of(rule, facts))


def findings_of(rule: Rule, facts: Facts) -> Iterable[Finding]:
    """Return what a plan does not keep of one rule; nothing where the sheet has it off."""
    line = facts.sheet[rule.id]
    if line.mode is Mode.OFF:
        return ()
    if rule.reach in (Reach.DESIGN, Reach.CLASS):
        return _by_class(rule, facts)
    if rule.reach is Reach.WEEK:
        return _by_week(rule, facts)
    return rule.check(facts, line)


def _by_class(rule: Rule, facts: Facts) -> Iterator[Finding]:
    line, shape = facts.sheet[rule.id], facts.shape
    seen = facts.look(rule.id, (line, shape, facts.sheet.owned, facts.first_week))
    for member in facts.classes:
        held = member.found.get(rule.id)
        if held is None or (held[0] is not seen and not same_look(held[0], seen)):
            found = tuple(rule.check(facts.part((member,), {}), line))
            held = member.found[rule.id] = (seen, found, rule.reach is Reach.DESIGN)
        yield from held[1]


def _by_week(rule: Rule, facts: Facts) -> Iterator[Finding]:
    line = facts.sheet[rule.id]
    for week, members in facts.weeks.items():
        seen = (line, facts.shape, *members)
        held = facts.found.get((rule.id, week))
        if held is None or not same_look(held[0], seen):
            volumes = {week: facts.week_volumes[week]}
            found = tuple(rule.check(facts.part(members, volumes), line))
            held = facts.found[rule.id, week] = (seen, found)
        yield from held[1]  # type: ignore[misc]


def found_with(
    facts: Facts, changed: PlannedClass, before: Iterable[Finding]
) -> tuple[list[Finding], tuple[Finding, ...]]:
    """Return what would be new with a class changed, and all that would be found then.

    ``before``: the findings of the plan as it is; one whose numbers differ is the same finding.
    """
    plan = facts.plan.with_class(changed)
    after = findings(Facts(plan, facts.library, facts.paces, before=facts))
    known = {finding.key for finding in before}
    return [finding for finding in after if finding.key not in known], after


def cost_by_rule(found: Iterable[Finding]) -> dict[str, int]:
    """Return the cost of the findings by rule; rules that cost nothing are left out."""
    out: dict[str, int] = {}
    for finding in found:
        if finding.cost:
            out[finding.rule] = out.get(finding.rule, 0) + finding.cost
    return out


def broken_musts(found: Iterable[Finding]) -> list[Finding]:
    """Return the findings of must rules, remarks left out."""
    return [f for f in found if f.mode is Mode.MUST and not f.remark]


def breaches(found: Iterable[Finding]) -> tuple[int, int]:
    """Return how many musts are broken that never give way, then how many that may.

    Of two plans the one with less of it is better, in that order.
    """
    broken = broken_musts(found)
    firm = sum(not BY_ID[finding.rule].yields for finding in broken)
    return firm, len(broken) - firm


def selection_rows(scope: Scope, sheet: RuleSheet) -> Iterator[Row]:
    """Yield the rows of all rules that are held while movements are chosen."""
    for rule in CATALOGUE:
        line = sheet[rule.id]
        if rule.rows is not None and line.mode is not Mode.OFF:
            yield from rule.rows(scope, line)


__all__ = [
    "BY_ID",
    "CATALOGUE",
    "Facts",
    "Finding",
    "Place",
    "Row",
    "Rule",
    "breaches",
    "broken_musts",
    "cost_by_rule",
    "default_sheet",
    "findings",
    "findings_of",
    "found_with",
    "selection_rows",
]
