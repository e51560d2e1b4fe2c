"""Findings as a director reads them: in words, in their place, in a stable order, and complete."""

from __future__ import annotations

import random
import re
import unittest
from contextlib import ExitStack
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from unittest.mock import PropertyMock, patch

from grike.core.judging.class_facts import ClassFacts
from grike.core.rules import CATALOGUE, Facts, Finding, broken_musts, cost_by_rule, findings
from grike.core.rules.rule import Reach
from grike.core.sheet import Mode
from tests.core.test_fixes import SPECIAL, any_edit, base
from tests.core.test_planner import LIBRARY

IDS = {rule.id for rule in CATALOGUE}


@lru_cache
def broken_series() -> tuple[tuple[Facts, tuple[Finding, ...]], ...]:
    """Return series that careless edits and purpose have broken, with what the rules find."""
    rng = random.Random(11)
    out: list[tuple[Facts, tuple[Finding, ...]]] = []
    for _ in range(40):
        plan = base()
        for _ in range(3):
            plan = any_edit(plan, rng)
        facts = Facts(plan, LIBRARY)
        out.append((facts, findings(facts)))
    for broken in SPECIAL.values():
        plan, library = broken(base())
        facts = Facts(plan, library)
        out.append((facts, findings(facts)))
    return tuple(out)


class Words(unittest.TestCase):
    def test_what_and_fix_are_whole_sentences(self) -> None:
        """Both begin with a capital or a figure and end with a full stop; no ids, no raw values."""
        seen: set[str] = set()
        for _, found in broken_series():
            for finding in found:
                seen.add(finding.rule)
                for text in (finding.what, finding.fix):
                    self.assertRegex(text, r"^[A-Z0-9“‘'].*[.?]$", finding)
                    self.assertNotRegex(text, r"\{|\}|Fraction|None|frozenset|<|  ", finding)
        self.assertGreater(len(seen), 25)

    def test_muscles_and_kit_are_called_by_their_names(self) -> None:
        """Nobody is shown an identifier such as deep-core; a movement may be called so."""
        raw = re.compile(r"\b(deep-core|side-glutes|mid-back|dumbbell-light|mini-band|low-back)\b")
        called = [movement.name for movement in LIBRARY if raw.search(movement.name)]
        for _, found in broken_series():
            for finding in found:
                told = finding.what
                for name in called:
                    told = told.replace(name, "")
                self.assertIsNone(raw.search(told), finding.what)


class Places(unittest.TestCase):
    def test_each_place_is_there(self) -> None:
        """Week, class, block and item that a finding names exist in the series."""
        for facts, found in broken_series():
            by_slot = {member.slot.index: member for member in facts.classes}
            for finding in found:
                place = finding.place
                if place.week is not None:
                    self.assertIn(place.week, facts.weeks)
                if place.slot is not None:
                    blocks = by_slot[place.slot].design.blocks
                    if place.block is not None:
                        self.assertLess(place.block, len(blocks))
                        if place.item is not None:
                            self.assertLess(place.item, len(blocks[place.block].items))

    def test_keys_tell_findings_apart(self) -> None:
        """No two findings of a series share their key, so that a fix can name its own."""
        for _, found in broken_series():
            keys = [finding.key for finding in found]
            self.assertEqual(len(keys), len(set(keys)))


class Sums(unittest.TestCase):
    def test_the_breakdown_is_complete(self) -> None:
        """The cost of a series is the sum over its rules, and a must has none."""
        for _, found in broken_series():
            self.assertEqual(sum(cost_by_rule(found).values()), sum(f.cost for f in found))
            self.assertTrue(all(f.cost == 0 for f in broken_musts(found)))
            self.assertLessEqual({f.rule for f in found}, IDS)

    def test_weights_scale_the_cost_of_an_aim(self) -> None:
        """Twice the weight, twice the cost, the same findings."""
        facts, found = broken_series()[0]
        for rule in {f.rule for f in found if f.mode is Mode.AIM and f.cost}:
            line = facts.sheet[rule]
            heavier = facts.sheet.with_line(rule, weight=2 * line.weight)
            again = findings(Facts(replace(facts.plan, sheet=heavier), LIBRARY))
            costs = [sum(f.cost for f in fs if f.rule == rule) for fs in (found, again)]
            self.assertEqual(costs[1], 2 * costs[0], rule)

    def test_a_rule_that_is_switched_off_is_silent_and_changes_no_other(self) -> None:
        """Each rule by itself: off, its findings go, and all others stay as they were."""
        facts, found = broken_series()[1]
        for rule in {f.rule for f in found}:
            off = facts.sheet.with_line(rule, mode=Mode.OFF)
            again = findings(Facts(replace(facts.plan, sheet=off), LIBRARY))
            self.assertEqual({f.key for f in again}, {f.key for f in found if f.rule != rule}, rule)

    def test_an_aim_as_a_must_breaks_instead_of_costing(self) -> None:
        """The same findings, now as musts and without a cost."""
        facts, found = broken_series()[2]
        for rule in {f.rule for f in found if f.mode is Mode.AIM and not f.remark}:
            must = facts.sheet.with_line(rule, mode=Mode.MUST)
            again = [
                f
                for f in findings(Facts(replace(facts.plan, sheet=must), LIBRARY))
                if f.rule == rule and not f.remark
            ]
            self.assertEqual({f.key for f in again}, {f.key for f in found if f.rule == rule})
            self.assertTrue(all(f.mode is Mode.MUST and f.cost == 0 for f in again))


class AfterAnEdit(unittest.TestCase):
    def test_what_was_kept_is_what_would_be_found_anew(self) -> None:
        """Along a chain of edits, of which some are only tried, all is as by fresh facts."""
        rng = random.Random(3)
        facts = Facts(base(), LIBRARY)
        findings(facts)
        for _ in range(12):
            for _ in range(3):
                tried = Facts(any_edit(facts.plan, rng), LIBRARY, before=facts)
                fresh = Facts(tried.plan, LIBRARY)
                self.assertEqual(findings(tried), findings(fresh))
                clocks = [[member.clock.real for member in each.classes] for each in (tried, fresh)]
                self.assertEqual(*clocks)
            facts = tried

    def test_what_looks_at_the_design_alone_does_so(self) -> None:
        """What is kept of a class whatever comes before it, asks neither its past nor its clock."""
        for facts, _ in broken_series():
            with ExitStack() as stack:
                for name in ("known", "pace", "clock", "is_new"):
                    never = PropertyMock(side_effect=AssertionError(name))
                    stack.enter_context(patch.object(ClassFacts, name, never, create=True))
                for rule in (rule for rule in CATALOGUE if rule.reach is Reach.DESIGN):
                    list(rule.check(facts, replace(rule.line(facts.sheet), mode=Mode.AIM)))

    def test_numbers_are_exact(self) -> None:
        """Sums over a week are exact fractions, so no finding hangs on a rounding."""
        facts = Facts(base(), LIBRARY)
        for volume in facts.week_volumes.values():
            for amount in volume.muscles.values():
                self.assertIsInstance(amount.sets, Fraction)
                self.assertEqual((Fraction(amount.sets) * 12).denominator, 1)


if __name__ == "__main__":
    unittest.main()
