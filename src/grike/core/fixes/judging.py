"""Edits held against all rules: what each would do, and that none breaks a must."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from grike.core.errors import GrikeError
from grike.core.fixes.base import Edit
from grike.core.rules import (
    CATALOGUE,
    Facts,
    Finding,
    broken_musts,
    cost_by_rule,
    findings,
    findings_of,
)
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode


@dataclass(frozen=True, slots=True)
class Fix:
    """An edit that breaks no must. ``cost_change``: what it does to the cost of all aims.

    ``also`` holds what would be found besides.
    """

    edit: Edit
    cost_change: int
    also: tuple[str, ...]

    @property
    def text(self) -> str:
        """The edit in plain words."""
        return self.edit.text


def facts_after(facts: Facts, edit: Edit) -> Facts | None:
    """Return the facts with an edit put in; None where it cannot be."""
    try:
        return Facts(applied(facts, edit), facts.library, facts.paces, before=facts)
    except GrikeError:
        return None


def judged(facts: Facts, before: Sequence[Finding], edit: Edit, then: Facts) -> Fix | None:
    """Return an edit with what it does; None where it breaks a must that was kept.

    ``before``: all findings of the series as it is; ``then``: its facts with the edit. Most edits
    fail, so the musts are asked before the aims.
    """
    known = {found.key for found in before}
    try:
        for rule in CATALOGUE:
            must = facts.sheet[rule.id].mode is Mode.MUST
            if must and any(f.key not in known for f in broken_musts(findings_of(rule, then))):
                return None
        after = findings(then)
    except GrikeError:
        return None
    change = sum(cost_by_rule(after).values()) - sum(cost_by_rule(before).values())
    also = tuple(found.what for found in after if found.key not in known)
    return Fix(edit, change, also)


def applied(facts: Facts, edit: Edit) -> SeriesPlan:
    """Return the plan with an edit put in."""
    plan = facts.plan
    if edit.wishes is not None:
        plan = replace(plan, shape=replace(plan.shape, wishes=edit.wishes))
    for planned in plan.classes:
        if planned.slot.index in edit.designs:
            plan = plan.with_class(replace(planned, design=edit.designs[planned.slot.index]))
    return plan
