"""Main lifts that come back on their weekday and ask for more. Common practice, no source."""

from __future__ import annotations

import unittest
from dataclasses import replace
from functools import lru_cache

from grike.core.advice.returning import returning
from grike.core.design import ClassDesign
from grike.core.formats import StraightSets
from grike.core.item import Item
from grike.core.judging.finding import Finding
from grike.core.movement import Option
from grike.core.pattern import Pattern, Tier
from grike.core.planner import Problem, Settings, plan
from grike.core.planner.giving_way import eased
from grike.core.planner.grounds import Grounds
from grike.core.planner.skeleton import SkeletonTask
from grike.core.planner.skeleton.choices import Choices
from grike.core.rules import BY_ID, Facts, broken_musts, findings
from grike.core.rules.d7_carrying import D7B, work_items
from grike.core.rules.p7_anchors import P7, anchors_of, class_before
from grike.core.sheet import Mode
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes
from tests.builders import FULL, a_class, a_library, a_movement, a_plan, check, only, work
from tests.core.test_planner import LIBRARY, made

#: The whole search for a plan, but nothing made better afterwards.
UNPOLISHED = Settings(restarts=0, improve_rounds=0)
MAINS = ("squat", "row", "press", "hinge")
MAIN = {"pattern": Pattern.SQUAT, "tier": Tier.MAIN}
HAND = a_library(
    *(a_movement(name, harder=Option("Slower", by="tempo"), **MAIN) for name in MAINS), "curl"
)


def lifts(*names: str, carried: tuple[str, ...] = (), reps: int = 8) -> ClassDesign:
    """Return a class of straight sets."""
    items = (Item(name, reps=reps, carried=name in carried) for name in (*names, "curl"))
    return a_class(work(StraightSets(3, 60, 60, reps=reps), *items))


def found(*designs: ClassDesign | None, **shape: object) -> list[Finding]:
    """Return what P7 finds in a series of Mondays."""
    sheet = only("P7", Mode.AIM)
    request = a_plan(*designs, sheet=sheet, weeks=len(designs), weekdays=(0,), **shape)
    return check("P7", request, HAND)


class Checked(unittest.TestCase):
    def test_two_of_three_come_back(self) -> None:
        """Those carried count; what only stands there again does not, nor does a small one."""
        first = lifts("squat", "row", "press")
        self.assertEqual(found(first, lifts("squat", "row", carried=("squat", "row"))), [])
        (one,) = found(first, lifts("squat", "row", carried=("squat", "curl")))
        self.assertEqual(one.cost, P7.default.weight)
        self.assertEqual(one.what, "1 of the main lifts of week 1 Monday comes back; 2 are wanted.")
        self.assertEqual(one.place.slot, 1)

    def test_one_is_enough_where_there_was_one(self) -> None:
        """No more can come back than stood there."""
        self.assertEqual(found(lifts("squat"), lifts("squat", carried=("squat",))), [])
        self.assertEqual(len(found(lifts("squat"), lifts("row"))), 1)

    def test_after_four_weeks_others_begin(self) -> None:
        """The fifth week is asked for nothing; so is one whose weekday had no class before."""
        kept = lifts("squat", "row", carried=("squat", "row"))
        weeks = [lifts("squat", "row"), kept, kept, kept, lifts("press", "hinge")]
        self.assertEqual(found(*weeks), [])
        self.assertEqual(len(found(*weeks[:3], lifts("press", "hinge"))), 1)
        self.assertEqual(found(None, lifts("squat"), lifts("row"))[0].place.slot, 2)

    def test_a_lighter_week_is_looked_past(self) -> None:
        """After a lighter week the lifts are those of the last full one."""
        sheet = only("P7", Mode.AIM).with_line("W7", numbers={"lighter_every": 2})
        designs = [lifts("squat", "row"), lifts("press"), lifts("squat", "row")]
        facts = Facts(a_plan(*designs, sheet=sheet, weeks=3, weekdays=(0,)), HAND)
        third = class_before(facts.classes, facts.classes[2].slot, sheet, 0)
        assert third is not None
        self.assertEqual(third.slot.week, 0)
        self.assertEqual(anchors_of(third, 2, P7.line(sheet)).ids, {"squat", "row"})


class Told(unittest.TestCase):
    def test_the_way_of_a_lift(self) -> None:
        """Sets and dose of each week, and what was added; another beginning is another line."""
        both = ("squat", "row")
        designs = (
            lifts(*both),
            lifts(*both, carried=both, reps=10),
            lifts(*both, carried=("squat",), reps=12),
            lifts("row", carried=("row",), reps=14),
        )
        facts = Facts(a_plan(*designs, weeks=4, weekdays=(0,)), HAND)
        told = [
            (one.movement.id, [(t.slot.week, t.dose, *t.added) for t in one.times])
            for one in returning(facts)
        ]
        first, more = (0, "3 × 8"), (1, "3 × 10", "2 reps more")
        self.assertEqual(
            told,
            [
                ("row", [first, more]),
                ("squat", [first, more, (2, "3 × 12", "2 reps more")]),
                ("row", [(2, "3 × 12"), (3, "3 × 14", "2 reps more")]),
            ],
        )


@lru_cache
def in_shapes() -> Facts:
    """Return three weeks in shapes by main lifts, made once."""
    sheet = next(own for own in presets() if own.id == "blend").sheet()
    request = a_plan(weeks=3, weekdays=(0, 2, 4), room=FULL, class_shapes=shipped_shapes())
    asked = replace(request, sheet=sheet)
    return Facts(made(plan(Problem(asked, LIBRARY), None, 2, UNPOLISHED)), LIBRARY)


class Planned(unittest.TestCase):
    def test_most_come_back_and_ask_for_more(self) -> None:
        """Nine in ten of the lifts that are wanted come back, and each of them asks for more."""
        facts = in_shapes()
        self.assertEqual(broken_musts(findings(facts)), [])
        line = P7.line(facts.sheet)
        wanted = back = 0
        for member in facts.classes:
            before = class_before(facts.classes, member.slot, facts.sheet, 0)
            anchors = anchors_of(before, facts.shape.level, line) if before else None
            held = {item.movement_id for _, _, item in work_items(member) if item.carried}
            if anchors is None:
                self.assertEqual(held, set(), member.slot.label)
                continue
            self.assertLessEqual(held, anchors.ids, member.slot.label)
            wanted, back = wanted + anchors.wanted, back + min(anchors.wanted, len(held))
        self.assertGreaterEqual(wanted, 10)
        self.assertGreaterEqual(back, 0.9 * wanted, f"{back} of {wanted}")
        self.assertEqual(list(D7B.check(facts, replace(D7B.default, mode=Mode.AIM))), [])

    def test_each_is_told_once(self) -> None:
        """Every movement that is carried stands once in a way, on its weekday, with what rose."""
        facts = in_shapes()
        told = [(one.movement.id, t) for one in returning(facts) for t in one.times[1:]]
        held = {
            (item.movement_id, member.slot.index)
            for member in facts.classes
            for _, _, item in work_items(member)
            if item.carried
        }
        self.assertEqual(sorted((name, t.slot.index) for name, t in told), sorted(held))
        for one in returning(facts):
            self.assertEqual(len({t.slot.weekday for t in one.times}), 1)
            self.assertTrue(all(t.added for t in one.times[1:]), one.movement.name)

    def test_it_costs_by_its_weight(self) -> None:
        """What does not come back is what the sheet says that it costs."""
        facts = in_shapes()
        own = [f for f in findings(facts) if f.rule == "P7"]
        missing = sum(int(f.what.split("; ")[1].split()[0]) - int(f.what.split()[0]) for f in own)
        self.assertEqual(sum(f.cost for f in own), P7.line(facts.sheet).weight * missing)

    def test_nobody_waits_for_a_lift_where_musts_give_way(self) -> None:
        """The days of the second week look back at the first; not where a plan is hard to find."""
        plan_ = in_shapes().plan
        first = tuple(replace(p, locked=True) for p in plan_.classes if p.slot.week == 0)
        kept = {m.slot.index: m for m in in_shapes().classes if m.slot.week == 0}
        problem = Problem(replace(plan_, classes=first), LIBRARY)
        easier = eased(problem)
        assert easier is not None
        for asked, looked in ((problem, {3, 4, 5}), (easier, set())):
            task = SkeletonTask(asked, kept, Grounds(asked), horizon=1)
            self.assertEqual(set(Choices(task).before), looked)

    def test_only_where_it_is_asked(self) -> None:
        """The usual sheet asks for none, so that always fresh stays fresh."""
        self.assertIs(BY_ID["P7"].default.mode, Mode.OFF)
        for own in presets():
            on = P7.on(own.sheet())
            self.assertIs(on, own.id not in ("always-fresh", "balance-only"), own.id)


if __name__ == "__main__":
    unittest.main()
