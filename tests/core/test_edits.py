"""Single edits once a plan stands: it costs less, and no class is worse to teach."""

from __future__ import annotations

import unittest
from collections.abc import Callable, Iterator
from dataclasses import replace
from functools import lru_cache
from unittest.mock import patch

from grike.core import planner
from grike.core.editing import kit_used, swapped, with_block, with_item, work_blocks
from grike.core.fixes import SOURCES, Edit, applied, fixes
from grike.core.formats import StraightSets
from grike.core.item import Item
from grike.core.planner import NeverStop, Problem, plan
from grike.core.planner.edits import edited
from grike.core.planner.improve import Judged
from grike.core.planner.polish import is_past
from grike.core.purpose import Purpose
from grike.core.rules import Facts, Finding, broken_musts, findings
from grike.core.rules.d7_carrying import D7B
from grike.core.rules.p7_anchors import P7
from grike.core.rules.rule import Mend
from grike.core.series import PlannedClass, SeriesPlan
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes
from tests.builders import FULL, QUICK, a_plan
from tests.core.test_planner import LIBRARY, made
from tests.core.test_polish import Asked, a_run, past, restless


@lru_cache
def unedited() -> SeriesPlan:
    """Return a series with shapes as it was before single edits, in which no lift comes back."""
    sheet = next(own for own in presets() if own.id == "blend").sheet()
    asked = a_plan(weeks=2, room=FULL, weekdays=(0, 2, 4), level=2, class_shapes=shipped_shapes())
    with patch.object(planner, "_touched", lambda _, best: best):
        own = made(plan(Problem(replace(asked, sheet=sheet), LIBRARY), None, 5, QUICK))
    return own.with_class(let_go(own.classes[3])).with_class(let_go(own.classes[4]))


def let_go(planned: PlannedClass) -> PlannedClass:
    """Return a class in which nothing is carried on: each movement in the dose of its block."""
    design = planned.design
    for number, place, item in planned.design.items(Purpose.WORK):
        if item.carried:
            plain = Item(item.movement_id, item.handling)
            design = with_item(design, number, place, plain)
    return replace(planned, design=design)


def laid_out(own: SeriesPlan) -> list[list[object]]:
    """Return the formats, roles and sizes of the work of each class."""
    return [
        [(b.format, b.role, len(b.items)) for b in one.design.blocks if b.purpose is Purpose.WORK]
        for one in own.classes
    ]


def offering(*edits: Edit) -> dict[Mend, object]:
    """Return sources of edits of which each has these and no others."""

    def some(_: Facts, __: Finding) -> Iterator[Edit]:
        yield from edits

    return dict.fromkeys(SOURCES, some)


class Edits(unittest.TestCase):
    def test_it_costs_less_and_nothing_is_worse(self) -> None:
        """Musts, remarks, unrest and easy forms are no more; the classes stay laid out."""
        run, before = a_run(unedited())
        after = edited(run, before)
        self.assertLess(after.cost, before.cost)
        self.assertLessEqual(len(broken_musts(after.found)), len(broken_musts(before.found)))
        remarks = [sum(f.remark for f in own.found) for own in (before, after)]
        self.assertLessEqual(remarks[1], remarks[0])
        pairs = zip(restless(after), restless(before), strict=True)
        self.assertTrue(all(now <= then for now, then in pairs))
        self.assertLessEqual(past(after), past(before))
        self.assertEqual(laid_out(after.plan), laid_out(before.plan))
        anew = findings(Facts(after.plan, LIBRARY))
        self.assertEqual((sum(f.cost for f in anew), anew), (after.cost, after.found))

    def test_kit_that_nobody_takes_is_not_laid_out(self) -> None:
        """Of a class whose movements were exchanged."""
        run, before = a_run(unedited())
        for own, was in zip(edited(run, before).plan.classes, unedited().classes, strict=True):
            if sorted(own.design.movement_ids()) != sorted(was.design.movement_ids()):
                gone = kit_used(was.design, LIBRARY) - kit_used(own.design, LIBRARY)
                self.assertFalse(own.design.kit & gone)

    def test_only_what_is_planned_is_edited(self) -> None:
        """Classes that stay are as they were, and so are all where the planner is stopped."""
        own = unedited()
        for free in range(0, len(own.classes), 4):
            after = edited(*a_run(own, free)).plan
            for planned, was in zip(after.classes, own.classes, strict=True):
                if planned.slot.index != free:
                    self.assertTrue(planned == was, planned.slot.label)
        self.assertIs(edited(*a_run(own, stop=Asked())).plan, own)

    def test_every_plan_gets_them(self) -> None:
        """And the last touches after them."""
        order: list[str] = []

        def noted(name: str) -> Callable[[object, Judged], Judged]:
            def same(_: object, best: Judged) -> Judged:
                order.append(name)
                return best

            return same

        asked = a_plan(weeks=1, room=FULL, weekdays=(0,))
        with (
            patch.object(planner, "edited", noted("edits")),
            patch.object(planner, "polished", noted("touches")),
        ):
            plan(Problem(asked, LIBRARY), NeverStop(), 1, QUICK)
        self.assertEqual(order, ["edits", "touches"])


class Refused(unittest.TestCase):
    """What would cost less, and is not for the better."""

    def setUp(self) -> None:
        self.run_, self.before = a_run(unedited())

    def taken(self, *edits: Edit) -> bool:
        """Return whether some edit is taken where none else is offered, and nothing costs then."""
        with (
            patch.dict(SOURCES, offering(*edits)),
            patch("grike.core.planner.edits.findings_of", lambda *_: ()),
            patch("grike.core.planner.edits.findings", lambda _: ()),
        ):
            return edited(self.run_, self.before).plan is not self.before.plan

    def swaps(self, test: object) -> list[Edit]:
        """Return swaps of movements of the first class for which a test holds."""
        own = self.before.plan.classes[0]
        there = set(own.design.movement_ids())
        out: list[Edit] = []
        for number in work_blocks(own.design):
            for place, item in enumerate(own.design.blocks[number].items):
                now = LIBRARY[item.movement_id]
                for movement in LIBRARY:
                    if movement.id not in there and test(now, movement):  # type: ignore[operator]
                        design = swapped(own.design, number, place, movement.id, library=LIBRARY)
                        out.append(Edit("a swap", {own.slot.index: design}))
        return out

    def test_a_form_that_the_group_is_past(self) -> None:
        """Though it works the same."""
        easy = self.swaps(
            lambda now, m: is_past(m, 2) and m.pattern is now.pattern and m.role is now.role
        )
        self.assertFalse(self.taken(*easy))
        with patch("grike.core.planner.edits.is_past", lambda *_: False):
            self.assertTrue(self.taken(*easy))

    def test_another_shape(self) -> None:
        """Another format, one movement less, or a movement that goes to another part."""
        own = self.before.plan.classes[0]
        number, other = work_blocks(own.design)[:2]
        block = own.design.blocks[number]
        there = own.design.blocks[other].items[0]
        one = with_item(own.design, number, 0, there)
        for design in (
            with_block(own.design, number, replace(block, format=StraightSets(9, 30, 30, reps=10))),
            with_block(own.design, number, replace(block, items=block.items[1:])),
            with_item(one, other, 0, block.items[0]),
        ):
            edit = Edit("another shape", {own.slot.index: design})
            self.assertFalse(self.taken(edit))
            with (
                patch("grike.core.planner.edits._same_shape", lambda *_: True),
                patch("grike.core.planner.edits._as_good", lambda *_: True),
            ):
                self.assertTrue(self.taken(edit), design.blocks[number].format)


class ComingBack(unittest.TestCase):
    def test_lifts_that_were_let_go_come_back(self) -> None:
        """Two at once where two are lacking, each asking for more, and the finding is gone."""
        facts = Facts(unedited(), LIBRARY)
        lost = [finding for finding in findings(facts) if finding.rule == P7.id]
        self.assertEqual([finding.place.slot for finding in lost], [3, 4])
        for finding in lost:
            offered = fixes(facts, finding)
            self.assertTrue(offered)
            for fix in offered:
                after = findings(Facts(applied(facts, fix.edit), LIBRARY))
                here = {f.rule for f in after if f.place.slot == finding.place.slot}
                self.assertFalse({P7.id, D7B.id} & here, fix.text)
                self.assertEqual(fix.text.count("again as on"), 1)


if __name__ == "__main__":
    unittest.main()
