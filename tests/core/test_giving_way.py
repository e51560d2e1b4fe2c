"""There is always a plan: what gives way, what never does, and kit that is shared.

Source of the cases: common practice, no source; the two clubs are invented.
"""

from __future__ import annotations

import unittest
from collections.abc import Iterator
from dataclasses import replace
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from bench.clubs import club
from grike.core import planner
from grike.core.cautions import Caution
from grike.core.editing import with_block
from grike.core.judging.finding import Finding, Place
from grike.core.judging.more_kit import more_kit
from grike.core.judging.pool import pool
from grike.core.kit import Kit, Room
from grike.core.movement import Movement, StandIn
from grike.core.planner import PlanResult, Problem, Settings, Status, plan
from grike.core.planner.giving_way import GaveWay, eased, easings, may_yield
from grike.core.planner.improve import Judged, as_asked, musts_mended
from grike.core.planner.pool import pool_report
from grike.core.planner.problem import NeverStop
from grike.core.planner.run import Run
from grike.core.purpose import Purpose
from grike.core.rules import BY_ID, CATALOGUE, Facts, broken_musts, default_sheet, findings
from grike.core.rules.rule import Yields
from grike.core.series import SeriesPlan, SeriesShape
from grike.core.sharing import may_share, taken_in_turns, usable_kit, without_kit
from grike.core.sheet import Mode
from grike.core.wishes import Wishes
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes
from tests.builders import (
    FULL,
    QUICK,
    a_class,
    a_library,
    a_movement,
    a_plan,
    a_shape,
    check,
    circuit,
    long,
    only,
    work,
)
from tests.core.test_class_shapes import planned
from tests.core.test_planner import LIBRARY, made

#: What never gives way, whatever else does: what keeps people safe, and what was promised.
FIRM = {
    "C4",
    "C5",
    "C6",
    "C9",
    "C10",
    "C11",
    "C12",
    "D1",
    "D7b",
    "G1",
    "G2",
    "G4",
    "G7",
    "W6",
    "P11",
}


def hall(kit: dict[Kit, int], heads: int, *cautions: Caution) -> SeriesShape:
    """Return the shape of a series in a hall with some kit."""
    return a_shape(heads=heads, room=Room("Hall", kit, heads), wishes=Wishes(cautions=cautions))


def banded(movement_id: str = "row", kit: Kit = Kit.LONG_BAND) -> Movement:
    """Return a movement with a kit and what is done without it."""
    return a_movement(movement_id, kit=(kit,), stand_in=StandIn("Pull a towel apart"))


class Sharing(unittest.TestCase):
    def test_who_has_what_worked_by_hand(self) -> None:
        """Twenty bands for 22: two do it without at a time; nine for twenty are too few."""
        shape = hall({Kit.LONG_BAND: 20, Kit.MINI_BAND: 9}, 22)
        design = a_class(work(circuit(), "row"))
        shared = taken_in_turns(design, a_library(banded()), shape)
        self.assertEqual(
            [one.words for one in shared],
            ["Long bands: 20 for 22. 2 people do it without, and all change over each round."],
        )
        self.assertEqual(without_kit(banded(), shape), "Pull a towel apart")
        self.assertEqual(usable_kit(Kit, shape), {Kit.LONG_BAND})

    def test_what_holds_people_up_is_not_shared(self) -> None:
        """Mats never; chairs only where nobody needs one to sit on or to hold."""
        kit = {Kit.MAT: 12, Kit.CHAIR: 12}
        self.assertFalse(may_share(Kit.MAT, hall(kit, 16)))
        self.assertTrue(may_share(Kit.CHAIR, hall(kit, 16)))
        for caution in (Caution.CHAIR, Caution.BALANCE, Caution.PREGNANCY):
            self.assertFalse(may_share(Kit.CHAIR, hall(kit, 16, caution)), caution)

    def test_nobody_stands_about(self) -> None:
        """Without a stand-in a short kit is a queue, and so it is with less than half."""
        plain = replace(banded(), stand_in=None)
        for pieces, movement, found in ((6, banded(), 0), (6, plain, 1), (5, banded(), 1)):
            shape = {"heads": 12, "room": Room("Hall", {Kit.LONG_BAND: pieces}, 12)}
            sheet = only("C9", Mode.MUST)
            planned = a_plan(a_class(work(circuit(), "row")), sheet=sheet, **shape)
            self.assertEqual(len(check("C9", planned, a_library(movement))), found, pieces)

    @given(st.integers(0, 10_000), st.integers(1, 40))
    @settings(deadline=None, max_examples=20)
    def test_what_is_planned_with_is_what_the_check_lets_through(
        self, seed: int, heads: int
    ) -> None:
        """Every movement of the pool of any hall keeps C9 wherever it is used."""
        request = club(seed)
        shape = replace(request.shape, heads=heads)
        allowed = {movement.id for movement in pool(shape, LIBRARY)}
        sheet = only("C9", Mode.MUST)
        names = [*sorted(allowed)[::7], "band-pull-apart", "goblet-squat", "step-up"]
        for name in names:
            design = a_class(work(circuit(), name))
            whole = SeriesPlan(shape, sheet, a_plan(design).classes)
            broken = broken_musts(check("C9", whole, LIBRARY))
            self.assertFalse(broken and name in allowed, name)


class MoreKitHelps(unittest.TestCase):
    def test_what_it_says_is_what_the_pool_gains(self) -> None:
        """With so many pieces more in the room, the pool has so many movements more."""
        shape = hall({Kit.MAT: 16, Kit.LONG_BAND: 3}, 16)
        for advice in more_kit(shape, LIBRARY):
            had = shape.room.kit.get(advice.kit, 0)
            kit = {**shape.room.kit, advice.kit: had + advice.pieces}
            bought = replace(shape, room=replace(shape.room, kit=kit))
            self.assertEqual(advice.now, len(pool(shape, LIBRARY)))
            self.assertEqual(advice.now + advice.opens, len(pool(bought, LIBRARY)))
            self.assertIn(f"{advice.pieces} more", advice.words)
        self.assertTrue(more_kit(shape, LIBRARY))

    def test_a_full_hall_needs_nothing(self) -> None:
        """Where all kit goes round there is no advice."""
        self.assertEqual(more_kit(a_shape(heads=12), LIBRARY), ())


class GivingWay(unittest.TestCase):
    def test_what_never_gives_way(self) -> None:
        """Safety and promises are firm; variety goes before balance, and balance before steps."""
        firm = {rule.id for rule in CATALOGUE if rule.yields is Yields.NEVER}
        self.assertLessEqual(FIRM, firm)
        order = [BY_ID[name].yields for name in ("D2", "D4", "W4", "W7")]
        self.assertEqual(order, sorted(order))
        self.assertEqual(may_yield(default_sheet())[-1].id, "W7")

    def test_eased_musts_are_aims_the_weightier_the_later(self) -> None:
        """D8 weighs less than D4, D4 less than W4, W4 less than W7; D1 stays a must."""
        easier = eased(Problem(a_plan(), LIBRARY))
        assert easier is not None
        sheet = easier.plan.sheet
        weights = [sheet[name].weight for name in ("D8", "D4", "W4", "W7")]
        self.assertEqual(weights, sorted(set(weights)))
        self.assertIs(sheet["D1"].mode, Mode.MUST)
        self.assertIs(sheet["D4"].mode, Mode.AIM)

    def test_what_a_class_is_made_of_goes_first(self) -> None:
        """Then the shapes, and all other musts only after both."""
        blend = presets()[0]
        shape = replace(a_shape(), class_shapes=shipped_shapes())
        first, second, third, last = easings(Problem(SeriesPlan(shape, blend.sheet()), LIBRARY))
        composed = {rule.id for rule in CATALOGUE if rule.yields is Yields.COMPOSITION}
        for easing in (first, second):
            sheet = easing.problem.plan.sheet
            musts = {r.id for r in CATALOGUE if r.line(sheet).mode is Mode.MUST}
            asked = {r.id for r in CATALOGUE if r.line(blend.sheet()).mode is Mode.MUST}
            self.assertEqual(asked - musts, {"P1", "P2", "P3", "P19"})
            self.assertTrue(musts.isdisjoint(composed))
        every = (first, second, third, last)
        shapes = [bool(own.problem.plan.shape.class_shapes) for own in every]
        self.assertEqual(shapes, [True, False, True, False])
        self.assertEqual([own.all_at_once for own in every], [False, False, True, True])
        balanced = easings(Problem(SeriesPlan(shape, default_sheet()), LIBRARY))
        self.assertEqual([own.all_at_once for own in balanced], [True, True])

    def test_words(self) -> None:
        """How often, in which weeks, and the way out."""
        once = GaveWay("D4", "A movement does not come back too soon", 1, (2,), "more kit")
        self.assertEqual(
            once.words,
            "A movement does not come back too soon (D4) gave way once (week 2). "
            "Way out: more kit.",
        )

    def test_what_never_gives_way_weighs_most(self) -> None:
        """One class over its slot (C2) is worse than two blocks in a poor order (P3)."""
        plan_ = a_plan()
        facts, place = Facts(plan_, LIBRARY), Place(0, 0)
        firm, may = (Finding(rule, Mode.MUST, place, "What.", "How.") for rule in ("C2", "P3"))
        worse = Judged(plan_, facts, (firm,))
        self.assertLess(Judged(plan_, facts, (may, may)).broken, worse.broken)

    def test_short_bands_and_few_chairs(self) -> None:
        """22 beginners, 12 chairs, 20 bands, 22 mats, knees spared: a plan with every must."""
        kit = {Kit.CHAIR: 12, Kit.LONG_BAND: 20, Kit.MAT: 22}
        shape = replace(hall(kit, 22, Caution.KNEES), weeks=4, minutes=50, level=1)
        result = plan(Problem(SeriesPlan(shape, default_sheet()), LIBRARY), None, 1)
        self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])
        shared = {
            one.kit
            for planned in made(result).classes
            for one in taken_in_turns(planned.design, LIBRARY, shape)
        }
        self.assertIn(Kit.LONG_BAND, shared)

    def test_where_not_all_can_hold(self) -> None:
        """45 movements that stay away for eight classes: the nearest plan, with what gave way."""
        own = club(2)
        request = replace(own, sheet=own.sheet.with_line("D4", numbers={"gap": 8}))
        result = plan(Problem(request, LIBRARY), None, 1, Settings(retries=1, restarts=0))
        self.assertIs(result.status, Status.NEAREST)
        self.assertEqual(result.plan and result.plan.sheet, request.sheet)
        broken = {f.rule for f in broken_musts(findings(Facts(made(result), LIBRARY)))}
        self.assertEqual({own.rule for own in result.gave_way}, broken)
        self.assertTrue(all(BY_ID[rule].yields for rule in broken))
        self.assertTrue(result.certificate()["gave_way"])
        self.assertEqual(result.bound, 0)

    @long
    def test_a_hundred_clubs(self) -> None:
        """Of a hundred plausible requests 99 get a plan, and nothing firm is broken in any."""
        without = 0
        for seed in range(1_000, 1_100):
            result = plan(Problem(club(seed), LIBRARY), None, 1)
            without += result.plan is None
            if result.plan is not None:
                broken = {f.rule for f in broken_musts(findings(Facts(result.plan, LIBRARY)))}
                self.assertEqual([rule for rule in broken if not BY_ID[rule].yields], [], seed)
        self.assertLessEqual(without, 1)


class OnceMore(unittest.TestCase):
    def test_where_little_gave_way(self) -> None:
        """Three musts at the most, and not for who wants no beginning anew: then all are asked."""
        problem = Problem(a_plan(room=FULL, weeks=1, weekdays=(0,)), LIBRARY)
        for times, restarts, begun in ((1, 1, True), (3, 1, True), (4, 1, False), (0, 1, False)):
            for own in (restarts, 0):
                settings = replace(QUICK, restarts=own)
                run = Run(problem, settings, NeverStop(), 1, pool_report(problem))
                gave = (GaveWay("P1", "", times, (1,), ""),) if times else ()
                nearest = PlanResult(Status.NEAREST, problem.plan, gave_way=gave)
                again = planner._once_more(run, nearest, 1)
                self.assertEqual(again is not None, begun and own > 0, times)
                if again is not None:
                    self.assertEqual(len(again.filled().classes), 1)
                    self.assertIn("begun anew", again.again)


class Mended(unittest.TestCase):
    def test_a_class_that_breaks_a_must_is_made_anew(self) -> None:
        """A movement that comes back on the next day breaks a must: its class alone is mended.

        Not every such class can be, and then what is broken stays or is less.
        """
        plan_ = planned()
        problem = Problem(plan_, LIBRARY)
        run = Run(problem, QUICK, NeverStop(), 1, pool_report(problem))
        for changed in self.repeated(plan_):
            best = as_asked(run, changed)
            broken = broken_musts(best.found)
            if {finding.rule for finding in broken} != {"D4"}:
                continue
            mended = musts_mended(run, best, 1)
            self.assertLessEqual(len(broken_musts(mended.found)), len(broken))
            same = [m == n for m, n in zip(mended.plan.classes, plan_.classes, strict=True)]
            if mended.valid and same.count(False) == 1:
                return
        self.fail("no class is mended alone")

    def repeated(self, plan_: SeriesPlan) -> Iterator[SeriesPlan]:
        """Yield the plan with a movement of the class before in another class as well."""
        for first, second in pairwise(plan_.classes):
            for number, place, _ in second.design.items(Purpose.WORK):
                block = second.design.blocks[number]
                for _, _, again in first.design.items(Purpose.WORK):
                    items = (*block.items[:place], again, *block.items[place + 1 :])
                    design = with_block(second.design, number, replace(block, items=items))
                    yield plan_.with_class(replace(second, design=design))
