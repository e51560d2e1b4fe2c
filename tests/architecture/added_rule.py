"""What must be true once the rule of docs/adding-a-rule.md is in; run in a copy that has it."""

from __future__ import annotations

import unittest
from dataclasses import replace
from fractions import Fraction

from grike.api.board.views import finding_model
from grike.api.library.routes import catalogue
from grike.core.errors import InvalidInput
from grike.core.fixes import applied, fixes
from grike.core.movement import Pace, Role
from grike.core.planner import Problem, Settings, plan
from grike.core.planner.linear import Outcome
from grike.core.rules import BY_ID, Facts, default_sheet, findings
from grike.core.rules.sheet_codec import sheet_from
from grike.core.sheet import Mode
from scripts import rule_docs, schemas
from tests.builders import a_class, a_plan, circuit, only, work
from tests.core.test_planner import LIBRARY
from tests.core.test_rows import by_check, by_rows, fillings

RULE = BY_ID["C99"]
HOLDS = [m.id for m in LIBRARY if m.pace is Pace.STILL and not m.one_sided and m.level < 3]
OTHERS = [m.id for m in LIBRARY if m.pace is Pace.CONTROLLED and not m.one_sided]
WORK = frozenset(m.id for m in LIBRARY if m.role is Role.WORK)


def held(count: int) -> Facts:
    """Return one class with so many holds among six movements, judged by the rule as a must."""
    names = [*(h for h in HOLDS if h in WORK)][:count]
    names += [o for o in OTHERS if o in WORK][: 6 - count]
    sheet = only("C99", mode=Mode.MUST)
    return Facts(a_plan(a_class(work(circuit(), *names)), sheet=sheet), LIBRARY)


class Added(unittest.TestCase):
    def test_sheet_and_words(self) -> None:
        """It is on the sheet with its limits, in the catalogue of the pages, docs and schemas."""
        self.assertEqual(default_sheet()["C99"].numbers, {"most": 3})
        self.assertEqual(
            sheet_from({"C99": {"numbers": {"most": 5}}}, "sets")["C99"].whole("most"), 5
        )
        with self.assertRaises(InvalidInput) as caught:
            sheet_from({"C99": {"numbers": {"most": 13}}}, "sets")
        self.assertIn("from 0 to 12", str(caught.exception))
        person = None
        line = next(line for line in catalogue(person).rules if line.id == "C99")  # type: ignore[arg-type]
        self.assertEqual(line.statement, RULE.statement.format(most=3))
        self.assertEqual([(n.least, n.most, n.whole) for n in line.numbers], [(0, 12, True)])
        self.assertIn("C99", rule_docs.text())
        told = [text for text in schemas.texts().values() if '"C99"' in text]
        self.assertTrue(all('"holds a class"' in text for text in told))
        self.assertEqual(len(told), 2)

    def test_check_and_fix(self) -> None:
        """Three holds are kept, four are found, in words with their place, and a swap mends it."""
        self.assertNotIn("C99", {found.rule for found in findings(held(3))})
        facts = held(4)
        found = next(found for found in findings(facts) if found.rule == "C99")
        shown = finding_model(found, 0)
        self.assertEqual((shown.title, shown.slot, shown.mendable), ("Few holds", 0, True))
        offered = fixes(facts, found)
        self.assertTrue(offered)
        then = Facts(applied(facts, offered[0].edit), LIBRARY)
        self.assertNotIn("C99", {found.rule for found in findings(then)})

    def test_rows_and_check(self) -> None:
        """On random weeks the rows cost what the check costs."""
        seen = 0
        for filled in fillings((), 7):
            for most in (0, 1, 3):
                line = replace(RULE.default, numbers={"most": Fraction(most)}, weight=1)
                rows, cost = by_rows(RULE, line, filled), by_check(RULE, line, filled)
                self.assertIs(rows.outcome, Outcome.FOUND)
                self.assertEqual(rows.cost, cost)
                seen += cost
        self.assertGreater(seen, 0)

    def test_plans(self) -> None:
        """The planner holds it; where it cannot be held, it is named with its price and way out."""
        sheet = default_sheet().with_line("C99", mode=Mode.MUST, numbers={"most": 0})
        settings = Settings(retries=1, restarts=0)
        found = plan(Problem(a_plan(sheet=sheet, weekdays=(0, 3)), LIBRARY), None, 1, settings)
        assert found.plan is not None
        ids = [name for planned in found.plan.classes for name in planned.design.movement_ids()]
        self.assertFalse([name for name in ids if LIBRARY[name].pace is Pace.STILL])
        alone = only("C99", mode=Mode.MUST, most=0)
        formats = frozenset({"three-pace"})
        paces = a_plan(sheet=alone, weekdays=(0, 3), minutes=30, formats=formats)
        result = plan(Problem(paces, LIBRARY), None, 1, settings)
        self.assertIsNone(result.plan)
        assert result.why_not is not None
        own = next(c for c in result.why_not.collisions if c.rule == "C99")
        self.assertRegex(own.gives, r"\d+ movements?")
        self.assertEqual(own.way_out, RULE.way_out)


if __name__ == "__main__":
    unittest.main()
