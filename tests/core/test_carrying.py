"""Carried movements: how many, by which lever they progress, and that the plan keeps its rules."""

from __future__ import annotations

import unittest
from dataclasses import replace
from functools import lru_cache
from typing import Any

from grike.core.editing import swapped, work_blocks
from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.formats import NoRestCircuit, StraightSets, StrengthPulse
from grike.core.item import Item, Level
from grike.core.kit import LOADABLE, Kit
from grike.core.movement import Dose, Movement, Pace
from grike.core.planner import PlanResult, Problem, plan
from grike.core.planner.asking import asked_in
from grike.core.planner.carrying import levers
from grike.core.planner.cells import Theme
from grike.core.planner.linear import Limits
from grike.core.planner.refill import refill
from grike.core.planner.repair import repair
from grike.core.planner.selection import Carry, all_rows, build, scope_of
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import Variant
from grike.core.planner.variants.no_rest_circuit import NoRestVariant
from grike.core.planner.variants.straight_sets import StraightVariant
from grike.core.planner.variants.strength_pulse import StrengthPulseVariant
from grike.core.planner.variants.timed_circuit import CircuitVariant
from grike.core.progression import Asked, Lever, asked, progressed
from grike.core.purpose import Purpose
from grike.core.rows.row import Row
from grike.core.rows.scope import Group, WeekSteps
from grike.core.rules import Facts, broken_musts, default_sheet, findings
from grike.core.rules.d7_carrying import asked_of, carried_words, leaps_in
from grike.core.rules.w7_steps import is_lighter
from grike.core.series import PlannedClass
from grike.core.sheet import Mode
from grike.core.wishes import Wishes
from tests.builders import FULL, a_class, a_library, a_movement, a_plan, circuit, work
from tests.core.test_planner import LIBRARY, made


@lru_cache
def carried_series() -> PlanResult:
    """Return five weeks of three classes, the fourth lighter, a third carried."""
    request = a_plan(room=FULL, weeks=5)
    sheet = request.sheet.with_line("D7", mode=Mode.AIM)
    return plan(Problem(replace(request, sheet=sheet), LIBRARY), None, 1)


class Levers(unittest.TestCase):
    def asked_of(self, variant: Variant[Any], movement: Movement, item: Item) -> Asked:
        design = a_class(work(variant.format, item))
        facts = Facts(a_plan(design), a_library(movement))
        found = asked(design, facts.classes[0].work_bouts)
        assert found is not None
        return found

    def names(
        self, variant: Variant[Any], movement: Movement, order: tuple[Lever, ...] = tuple(Lever)
    ) -> list[str]:
        base = next(iter(levers(variant, movement, None)))
        then = self.asked_of(variant, movement, base)
        out: list[str] = []
        for item in levers(variant, movement, then, order):
            changed = [
                name
                for name in ("reps", "seconds", "level", "load_step")
                if getattr(item, name) != getattr(base, name)
            ]
            out.append("+".join(changed))
            if changed:
                self.assertTrue(progressed(then, self.asked_of(variant, movement, item)), changed)
        return out

    def test_counted_reps_first(self) -> None:
        """Reps, then the harder option, then load, each alone, then two with more reps."""
        bell = a_movement("m", kit=(Kit.KETTLEBELL,), dose=Dose((5, 20), (20, 60)))
        found = self.names(StraightVariant(StraightSets(3, 30, 45, reps=10), 1, 6), bell)
        self.assertEqual(found, ["", "reps", "level", "load_step", "reps+level", "reps+load_step"])

    def test_the_series_sets_the_order(self) -> None:
        """With load named first a kettlebell grows heavier before its reps rise."""
        bell = a_movement("m", kit=(Kit.KETTLEBELL,), dose=Dose((5, 20), (20, 60)))
        order = (Lever.LOAD, Lever.OPTION, Lever.DOSE)
        found = self.names(StraightVariant(StraightSets(3, 30, 45, reps=10), 1, 6), bell, order)
        self.assertEqual(found, ["", "load_step", "level", "reps", "reps+load_step", "reps+level"])
        with self.assertRaisesRegex(InvalidInput, "each named once"):
            Wishes(levers=(Lever.LOAD, Lever.LOAD, Lever.DOSE))

    def test_what_was_added_is_told(self) -> None:
        """The class says from which day a movement is carried and by what it rose."""
        movement = a_movement("m")
        first = a_class(work(circuit(3, 40, 20), Item("m")))
        more = Item("m", seconds=45, level=Level.HARDER, carried=True)
        plan_ = a_plan(first, a_class(work(circuit(3, 40, 20), more)), weeks=2, weekdays=(0,))
        facts = Facts(plan_, a_library(movement))
        words = carried_words(facts, facts.classes[1], "m")
        self.assertEqual(
            words, "carried on from week 1 Monday (3 × 40 s): 5 s more, the harder option"
        )
        self.assertEqual(carried_words(facts, facts.classes[0], "m"), "carried on")

    def test_what_is_counted_otherwise_is_told(self) -> None:
        """Three times ten, and a minute of the same a week later: no other format, but a time."""
        movement, sets = a_movement("m"), StraightSets(3, 60, 60, reps=10)
        timed = Item("m", seconds=60, carried=True)
        weeks = (a_class(work(sets, Item("m"))), a_class(work(sets, timed)))
        facts = Facts(a_plan(*weeks, weeks=2, weekdays=(0,)), a_library(movement))
        words = carried_words(facts, facts.classes[1], "m")
        self.assertEqual(words, "carried on from week 1 Monday (3 × 10): more, by time now")

    def test_timed_seconds_first(self) -> None:
        """In a circuit five seconds more; without kit there is no load to add."""
        found = self.names(CircuitVariant(circuit(3, 40, 20), 1, 6), a_movement("m"))
        self.assertEqual(found, ["", "seconds", "level", "seconds+level"])

    def test_bouts_that_are_all_alike(self) -> None:
        """Short circuits give each the same seconds, so that only the harder option is left."""
        found = self.names(NoRestVariant(NoRestCircuit(40, 3), 1, 3), a_movement("m"))
        self.assertEqual(found, ["", "level"])

    def test_in_turn_with_the_pulse(self) -> None:
        """Of strength and pulse each is asked what a class of both asks of it."""
        library = a_library("squat", a_movement("hop", pace=Pace.FAST))
        variant = StrengthPulseVariant(StrengthPulse(40, 20, 3, round_rest_seconds=60), 1, 6)
        design = a_class(work(variant.format, Item("squat"), Item("hop")))
        facts = Facts(a_plan(design), library).classes[0]
        for name, seconds in (("squat", 40), ("hop", 20)):
            own = asked_in(variant, Item(name), library)
            self.assertEqual((own, own and own.seconds), (asked_of(facts, name), seconds))

    def test_no_more_reps_than_the_dose_allows(self) -> None:
        """At the top of its range the harder option is next."""
        top = a_movement("m", dose=Dose((5, 11), (20, 60)))
        found = self.names(StraightVariant(StraightSets(3, 30, 45, reps=10), 1, 6), top)
        self.assertEqual(found, ["", "level"])

    def test_without_any_lever(self) -> None:
        """No harder option, no kit, no room in the dose: only as it was, which is no progress."""
        stuck = a_movement("m", harder=None, dose=Dose((5, 10), (20, 60)))
        found = self.names(StraightVariant(StraightSets(3, 30, 45, reps=10), 1, 6), stuck)
        self.assertEqual(found, [""])

    def test_what_can_be_loaded(self) -> None:
        """Weights can, bands and mats cannot."""
        self.assertIn(Kit.DUMBBELL_LIGHT, LOADABLE)
        self.assertFalse({Kit.MAT, Kit.MINI_BAND, Kit.LONG_BAND, Kit.STEP} & LOADABLE)


class Planned(unittest.TestCase):
    def setUp(self) -> None:
        self.plan = made(carried_series())
        self.facts = Facts(self.plan, LIBRARY)

    def test_the_share_is_carried_and_progresses(self) -> None:
        """About a third comes back each week, as D7 asks; every must holds, and so does D7b."""
        found = findings(self.facts)
        self.assertEqual([f.what for f in broken_musts(found)], [])
        self.assertEqual([f.what for f in found if f.rule == "D7b"], [])
        self.assertEqual([f.what for f in found if f.rule == "D7"], [])
        self.assertEqual(carried_series().cost, sum(f.cost for f in found))

    def test_what_is_carried_was_there_before(self) -> None:
        """Each carried movement stands in the last full week, and none twice in its own week."""
        line = self.plan.sheet["W7"]
        for week, members in self.facts.weeks.items():
            carried = [
                item.movement_id
                for member in members
                for block in member.design.blocks
                for item in block.items
                if item.carried
            ]
            self.assertEqual(len(carried), len(set(carried)))
            if week == 0:
                self.assertEqual(carried, [])
                continue
            full = max(w for w in range(week) if not is_lighter(w, line))
            there = {i for m in self.facts.weeks[full] for i in m.design.movement_ids()}
            self.assertLessEqual(set(carried), there)
            self.assertTrue(carried)

    def test_a_step_is_no_leap(self) -> None:
        """Two rounds become three; four are twice the work, and nothing planned asks for that."""
        first = a_class(work(StraightSets(2, 30, 45, reps=10), Item("m")))
        for sets, leap in ((3, []), (4, ["m"])):
            then = a_class(work(StraightSets(sets, 30, 45, reps=10), Item("m", carried=True)))
            own = Facts(a_plan(first, then, weeks=2, weekdays=(0,)), a_library(a_movement("m")))
            self.assertEqual(leaps_in(own, own.classes[1]), leap)
        for member in self.facts.classes:
            self.assertEqual(leaps_in(self.facts, member), [], member.slot.label)

    def test_a_refill_keeps_what_is_carried_on(self) -> None:
        """Other movements come, yet the week still carries its share and its steps."""
        problem = Problem(self.plan, LIBRARY)
        slot = next(m.slot.index for m in self.facts.weeks[1])
        before = next(p for p in self.plan.classes if p.slot.index == slot)
        after = refill(problem, slot, 1)
        self.assertNotEqual(after.design.movement_ids(), before.design.movement_ids())
        found = findings(Facts(self.plan.with_class(after), LIBRARY))
        self.assertEqual([f.what for f in found if f.rule in ("D7", "D7b")], [])
        self.assertEqual([f.what for f in broken_musts(found)], [])

    def test_rows_and_check_agree_on_the_share(self) -> None:
        """By hand: one of three carried is a third, inside 20 to 40 %; none is one short."""
        variant = CircuitVariant(circuit(3), 1, 3)
        names = ("a", "b", "c")
        library = a_library(*names)
        sheet = default_sheet().with_line("D7", mode=Mode.AIM)
        plan_ = a_plan(a_class(work(circuit(3), *names)), sheet=sheet, weeks=2, weekdays=(0,))
        problem = Problem(plan_, library)
        slot = problem.slots[1]
        theme = Theme(frozenset(), tuple(library))
        cell = Cell(slot, Focus.WHOLE, variant, theme)
        mine = {"a": Carry(library["a"], Item("a", seconds=45, carried=True), 13_500, 0, 135)}
        for carried, wanted in ((mine, 0), ({}, 2)):
            scope = scope_of(
                [cell],
                [],
                sheet,
                2700,
                steps=WeekSteps(),
                floors={},
                day_floors={},
                group=Group(),
                carried={slot.index: carried},
            )
            rows = [row for row in all_rows(scope, sheet) if row.rule == "D7"]
            keep = [Row("slots", "", tuple((c.key, 1) for c in scope.bays[0].choices), low=3)]
            solved = build([*rows, *keep]).solve(Limits(5.0, 60.0, 1))
            self.assertEqual(solved.cost, wanted)

    def test_levers_are_really_pulled(self) -> None:
        """Over the series more than one lever is used; most carried movements ask for more."""
        used: set[str] = set()
        for planned in self.plan.classes:
            for block in planned.design.blocks:
                for item in (i for i in block.items if i.carried):
                    used |= {"reps"} if item.reps else set()
                    used |= {"seconds"} if item.seconds else set()
                    used |= {"level"} if item.level is Level.HARDER else set()
                    used |= {"load"} if item.load_step else set()
        self.assertTrue(used)

    def test_the_same_twice(self) -> None:
        """Carrying leaves planning deterministic."""
        request = a_plan(room=FULL, weeks=2)
        sheet = request.sheet.with_line("D7", mode=Mode.AIM)
        problem = Problem(replace(request, sheet=sheet), LIBRARY)
        self.assertEqual(plan(problem, None, 3).plan, plan(problem, None, 3).plan)


class Repaired(unittest.TestCase):
    def test_what_is_carried_stays_carried(self) -> None:
        """A careless swap in a week that carries: repaired, the marks of what stayed are there."""
        before = carried_series().plan
        assert before is not None
        members = [p for p in before.classes if any(_carried_of(p)) and p.slot.week == 2]
        planned = members[0]
        other = next(p for p in before.classes if p.slot.week == 2 and p is not planned)
        again = next(i for i in other.design.movement_ids() if i not in _carried_of(other))
        number = work_blocks(planned.design)[0]
        items = planned.design.blocks[number].items
        place = next(n for n, item in enumerate(items) if not item.carried)
        design = swapped(planned.design, number, place, again, library=LIBRARY)
        broken = before.with_class(replace(planned, design=design))
        done = repair(Problem(broken, LIBRARY), None, 3)
        self.assertTrue(done.slots)
        for old in broken.classes:
            new = next(p for p in done.plan.classes if p.slot.index == old.slot.index)
            kept = _carried_of(old) & set(new.design.movement_ids())
            self.assertEqual(kept - _carried_of(new), set(), old.slot.label)
        self.assertTrue(any(_carried_of(p) for p in done.plan.classes))


def _carried_of(planned: PlannedClass) -> set[str]:
    return {i.movement_id for _, _, i in planned.design.items(Purpose.WORK) if i.carried}


if __name__ == "__main__":
    unittest.main()
