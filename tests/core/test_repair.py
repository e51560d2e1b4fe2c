"""Repair with least change, re-fill of a part of a class, and the reasons for what stands where."""

from __future__ import annotations

import unittest
from collections import Counter
from dataclasses import replace
from typing import Any
from unittest.mock import patch

from grike.core.advice.why import why_class, why_movement, why_not
from grike.core.editing import swapped, with_block, work_blocks
from grike.core.errors import Conflict, NotFound
from grike.core.kit import Kit, Room
from grike.core.movement import Role
from grike.core.planner import Problem, plan
from grike.core.planner import repair as repairing
from grike.core.planner.refill import refill
from grike.core.planner.repair import Repaired, repair
from grike.core.purpose import Purpose
from grike.core.rules import Facts, broken_musts, findings
from grike.core.series import SeriesPlan
from grike.core.wishes import Wishes
from tests.builders import locked
from tests.core.test_planner import LIBRARY, made, two_weeks


def base() -> SeriesPlan:
    return made(two_weeks())


def musts(plan: SeriesPlan) -> list[str]:
    return [f.what for f in broken_musts(findings(Facts(plan, LIBRARY)))]


def edited(plan: SeriesPlan, slot: int, movement: str) -> SeriesPlan:
    design = plan.classes[slot].design
    changed = swapped(design, work_blocks(design)[0], 0, movement, library=LIBRARY)
    return plan.with_class(replace(plan.classes[slot], design=changed))


class Repairing(unittest.TestCase):
    def mended(self, plan: SeriesPlan) -> Repaired:
        self.assertTrue(musts(plan))
        result = repair(Problem(plan, LIBRARY), None, 3)
        self.assertEqual(musts(result.plan), [])
        self.assertEqual(result.musts_left, 0)
        return result

    def test_what_is_whole_stays_as_it_is(self) -> None:
        """A plan that keeps every must comes back untouched."""
        result = repair(Problem(base(), LIBRARY), None, 3)
        self.assertEqual((result.plan, result.slots, result.movements_changed), (base(), (), 0))

    def test_a_movement_that_came_back_too_soon(self) -> None:
        """One careless swap is mended with at most a few movements, in one or two classes."""
        again = base().classes[1].design.movement_ids()[0]
        result = self.mended(edited(base(), 2, again))
        self.assertLessEqual(len(result.slots), 2)
        self.assertLessEqual(result.movements_changed, 4)

    def test_a_day_copied_onto_the_next(self) -> None:
        """The same class on two days running: the second is filled anew, the first may stay."""
        plan = base()
        copied = plan.with_class(replace(plan.classes[1], design=plan.classes[0].design))
        self.mended(copied)

    def test_weeks_that_leave_each_other_no_way_out(self) -> None:
        """Where no week can be mended by itself, all that are broken are planned anew at once."""
        request = SeriesPlan(base().shape, base().sheet)
        whole = made(plan(Problem(request, LIBRARY), None, 5))
        copied = whole.with_class(replace(whole.classes[1], design=whole.classes[0].design))
        anew = repairing._weeks_anew
        tried: list[set[int]] = []

        def only_together(problem: Problem, weeks: set[int], *rest: Any, **more: Any) -> Any:
            tried.append(set(weeks))
            return anew(problem, weeks, *rest, **more) if len(weeks) > 1 else None

        with patch.object(repairing, "_weeks_anew", only_together):
            self.assertEqual(self.mended(copied).replanned, (0, 1))
        self.assertEqual(tried, [{0}, {1}, {0, 1}])

    def test_kit_that_was_taken_away(self) -> None:
        """Without a kit every class that used it is mended, all others stay."""
        plan = base()
        fetched = Counter(
            kit for p in plan.classes for i in p.design.movement_ids() for kit in LIBRARY[i].kit
        )
        taken = min((k for k in fetched if k is not Kit.MAT), key=lambda k: (fetched[k], k))
        kit: dict[Kit, int] = {k: n for k, n in plan.shape.room.kit.items() if k is not taken}
        room = Room("Hall", kit, 20)
        touched = {
            p.slot.index
            for p in plan.classes
            if any(
                taken in LIBRARY[item.movement_id].kit
                for block in p.design.blocks
                for item in block.items
            )
        }
        self.assertTrue(touched)
        result = self.mended(replace(plan, shape=replace(plan.shape, room=room)))
        self.assertLessEqual(touched, set(result.slots))
        self.assertLess(len(result.slots), len(plan.classes))

    def test_a_movement_that_is_no_longer_wanted(self) -> None:
        """A director leaves a movement out: it goes, and only what depends on it changes."""
        plan = base()
        never = plan.classes[3].design.movement_ids()[1]
        wishes = replace(plan.shape, wishes=Wishes(never=(never,)))
        result = self.mended(replace(plan, shape=wishes))
        self.assertNotIn(never, {i for p in result.plan.classes for i in p.design.movement_ids()})
        self.assertLessEqual(result.movements_changed, 4)

    def test_locked_classes_stay(self) -> None:
        """Where the class at fault is locked, its neighbour gives way."""
        again = base().classes[1].design.movement_ids()[0]
        plan = locked(edited(base(), 2, again), 2)
        result = repair(Problem(plan, LIBRARY), None, 3)
        self.assertEqual(result.plan.classes[2], plan.classes[2])
        left = broken_musts(findings(Facts(result.plan, LIBRARY)))
        self.assertEqual({f.place.slot for f in left} - {2}, set())
        self.assertNotIn("D4", {f.rule for f in left})

    def test_what_cannot_be_mended_is_counted(self) -> None:
        """Everything locked: nothing changes, and the broken musts are told."""
        again = base().classes[1].design.movement_ids()[0]
        plan = locked(edited(base(), 2, again), *range(8))
        result = repair(Problem(plan, LIBRARY), None, 3)
        self.assertEqual((result.plan, result.musts_left > 0), (plan, True))

    def test_the_same_repair_twice(self) -> None:
        """Deterministic, like planning."""
        plan = edited(base(), 2, base().classes[1].design.movement_ids()[0])
        self.assertEqual(self.mended(plan), self.mended(plan))


class PartsOfAClass(unittest.TestCase):
    def with_two_blocks(self) -> int:
        return next(p.slot.index for p in base().classes if len(work_blocks(p.design)) > 1)

    def test_one_block_changes_and_nothing_else(self) -> None:
        """Only the movements of the block that was asked for are others."""
        slot = self.with_two_blocks()
        now = base().classes[slot].design
        first, *others = work_blocks(now)
        again = refill(Problem(base(), LIBRARY), slot, 5, blocks=frozenset({first})).design
        for number in others:
            self.assertEqual(again.blocks[number], now.blocks[number])
        self.assertNotEqual(again.blocks[first].items, now.blocks[first].items)
        changed = base().with_class(replace(base().classes[slot], design=again))
        self.assertEqual(musts(changed), [])

    def test_a_locked_block_stays(self) -> None:
        """Re-filling the whole class leaves a locked block as it is, and planning the class."""
        slot = self.with_two_blocks()
        now = base().classes[slot].design
        first = work_blocks(now)[0]
        design = with_block(now, first, replace(now.blocks[first], locked=True))
        plan = base().with_class(replace(base().classes[slot], design=design))
        again = refill(Problem(plan, LIBRARY), slot, 5).design
        self.assertEqual(again.blocks[first], design.blocks[first])
        self.assertNotEqual(again.movement_ids(), now.movement_ids())
        self.assertIn(slot, Problem(plan, LIBRARY).kept())

    def test_all_blocks_locked(self) -> None:
        """Then there is nothing to fill, and it is said."""
        plan = base()
        design = plan.classes[0].design
        for number in work_blocks(design):
            design = with_block(design, number, replace(design.blocks[number], locked=True))
        held = plan.with_class(replace(plan.classes[0], design=design))
        with self.assertRaises(Conflict):
            refill(Problem(held, LIBRARY), 0, 5)


class Reasons(unittest.TestCase):
    def setUp(self) -> None:
        self.facts = Facts(base(), LIBRARY)

    def test_why_a_movement(self) -> None:
        """What it gives, what would be missing without it, and the best in its place."""
        lost = 0
        for slot in range(8):
            design = self.facts.classes[slot].design
            block, place, _ = next(iter(design.items(Purpose.WORK)))
            why = why_movement(self.facts, slot, block, place)
            self.assertTrue(any("sets" in line for line in why.gives))
            lost += len(why.without)
            if why.best_instead is not None:
                self.assertNotIn(why.best_instead.movement.id, design.movement_ids())
        self.assertGreater(lost, 0)

    def test_what_would_be_lost_is_really_lost(self) -> None:
        """Each reason names a finding that is there once the movement is taken out."""
        member = self.facts.classes[0]
        block, place, _ = next(iter(member.design.items(Purpose.WORK)))
        why = why_movement(self.facts, 0, block, place)
        inside = member.design.blocks[block]
        left = (*inside.items[:place], *inside.items[place + 1 :])
        without = with_block(member.design, block, replace(inside, items=left))
        after = findings(
            Facts(self.facts.plan.with_class(replace(member.planned, design=without)), LIBRARY)
        )
        self.assertLessEqual({r.text for r in why.without}, {f.what for f in after})

    def test_why_not_a_movement(self) -> None:
        """Level, kit, role, focus and what is there already, each by its sentence."""
        member = self.facts.classes[0]
        there = member.design.movement_ids()[0]
        self.assertIn("C3", {r.rule for r in why_not(self.facts, 0, there).never})
        hard = next(m.id for m in LIBRARY if m.level == 3 and m.role is Role.WORK)
        self.assertTrue(any("advanced" in r.text for r in why_not(self.facts, 0, hard).never))
        warm = next(m.id for m in LIBRARY if m.role is Role.WARM_UP)
        answer = why_not(self.facts, 0, warm)
        self.assertIsNone(answer.place)
        self.assertIn("not for work", answer.never[0].text)
        with self.assertRaises(NotFound):
            why_not(self.facts, 0, "moon-walk")

    def test_why_not_tells_the_best_place_and_its_price(self) -> None:
        """A movement of the class before: at its best place D4 is what speaks against it."""
        other = self.facts.classes[1].design.movement_ids()[0]
        answer = why_not(self.facts, 2, other)
        self.assertIsNotNone(answer.place)
        self.assertGreater(answer.musts_broken, 0)
        self.assertIn("D4", {reason.rule for reason in answer.there})
        self.assertTrue(answer.instead_of)

    def test_why_a_class_is_what_it_is(self) -> None:
        """Every other focus has its sentence, and the neighbours speak for format and kit."""
        for slot in range(8):
            reasons = why_class(self.facts, slot)
            self.assertGreaterEqual(len(reasons), 3)
            self.assertTrue(all(reason.text.endswith(".") for reason in reasons))
        rules = {reason.rule for slot in range(8) for reason in why_class(self.facts, slot)}
        self.assertLessEqual({"D1", "D2", "D3"}, rules)


if __name__ == "__main__":
    unittest.main()
