"""Last touches: harder forms, less getting up and down, and nothing worse by it."""

from __future__ import annotations

import unittest
from dataclasses import replace
from functools import lru_cache
from unittest.mock import patch

from grike.core import planner
from grike.core.anatomy import Muscle
from grike.core.editing import stands
from grike.core.finish import bursts
from grike.core.formats import CountedCircuit, OnTheMinute
from grike.core.item import Item, Level
from grike.core.kit import Kit
from grike.core.movement import Role, Sides
from grike.core.pattern import Pattern, Tier
from grike.core.planner import NeverStop, Problem, plan, polish
from grike.core.planner.assembly import unrest
from grike.core.planner.improve import Judged, judge
from grike.core.planner.polish import (
    harder_bursts,
    harder_forms,
    in_its_place,
    is_past,
    polished,
)
from grike.core.planner.pool import pool_report
from grike.core.planner.run import Run
from grike.core.purpose import Purpose
from grike.core.rules import Facts, broken_musts
from grike.core.series import SeriesPlan
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes
from tests.builders import FULL, QUICK, a_class, a_movement, a_plan, circuit, work
from tests.core.test_planner import LIBRARY, made


@lru_cache
def untouched() -> SeriesPlan:
    """Return a series at level 3 with shapes as it was before the last touches."""
    sheet = next(own for own in presets() if own.id == "blend").sheet()
    asked = a_plan(weeks=2, room=FULL, weekdays=(0, 2, 4), level=3, class_shapes=shipped_shapes())
    with patch.object(planner, "_touched", lambda _, best: best):
        return made(plan(Problem(replace(asked, sheet=sheet), LIBRARY), None, 6, QUICK))


class Asked(NeverStop):
    def requested(self) -> bool:
        return True


def a_run(own: SeriesPlan, *free: int, stop: NeverStop | None = None) -> tuple[Run, Judged]:
    slots = frozenset(free or (member.slot.index for member in own.classes))
    problem = Problem(own, LIBRARY, free=slots)
    run = Run(problem, QUICK, stop or NeverStop(), 1, pool_report(problem))
    return run, judge(problem, QUICK, own, None)


def past(judged: Judged) -> int:
    """Return how many movements of a plan the group is past."""
    level = judged.plan.shape.level
    return sum(is_past(m, level) for own in judged.facts.classes for _, _, m in own.work_movements)


def restless(judged: Judged) -> list[int]:
    return [unrest(member) for member in judged.facts.classes]


class Touches(unittest.TestCase):
    def test_nothing_is_worse(self) -> None:
        """No must more is broken, no cost rises, no remark comes, no class is more restless."""
        run, before = a_run(untouched())
        after = polished(run, before)
        self.assertLessEqual(after.cost, before.cost)
        self.assertLessEqual(len(broken_musts(after.found)), len(broken_musts(before.found)))
        remarks = [sum(f.remark for f in own.found) for own in (before, after)]
        self.assertLessEqual(remarks[1], remarks[0])
        self.assertLess(past(after), past(before))
        pairs = zip(restless(after), restless(before), strict=True)
        self.assertTrue(all(now <= then for now, then in pairs))
        self.assertLess(sum(restless(after)), sum(restless(before)))
        anew = judge(run.problem, QUICK, after.plan, None)
        self.assertEqual((anew.cost, anew.found), (after.cost, after.found))

    def test_only_what_is_planned_is_touched(self) -> None:
        """Classes that stay are as they were, and so are all where the planner is stopped."""
        own = untouched()
        for free in range(len(own.classes)):
            after = polished(*a_run(own, free)).plan
            for planned, was in zip(after.classes, own.classes, strict=True):
                if planned.slot.index != free:
                    self.assertEqual(planned, was)
        self.assertEqual(polished(*a_run(own, stop=Asked())).plan, own)

    def test_a_locked_block_stays(self) -> None:
        """Whatever could be done there."""
        own = untouched()
        for planned in own.classes:
            blocks = tuple(replace(block, locked=True) for block in planned.design.blocks)
            own = own.with_class(replace(planned, design=replace(planned.design, blocks=blocks)))
        self.assertEqual(polished(*a_run(own)).plan, own)

    def test_the_planner_does_it(self) -> None:
        """What the planner gives takes no further touch."""
        sheet = untouched().sheet
        asked = a_plan(weeks=2, room=FULL, weekdays=(0,), level=3, class_shapes=shipped_shapes())
        own = made(plan(Problem(replace(asked, sheet=sheet), LIBRARY), None, 1, QUICK))
        self.assertEqual(polished(*a_run(own)).plan, own)


class Forms(unittest.TestCase):
    def test_what_a_group_is_past(self) -> None:
        """A beginners' form without a load; not for beginners, not what is for the pulse."""
        easy = a_movement("easy", level=1, pattern=Pattern.ANTI_EXTENSION)
        self.assertEqual([is_past(easy, level) for level in (1, 2, 3)], [False, True, True])
        loads = a_movement("loads", level=1, loadable=(Kit.DUMBBELL_LIGHT,))
        holds = a_movement("holds", level=1, kit=(Kit.KETTLEBELL,))
        pulse = a_movement("pulse", level=1, pattern=Pattern.LOCOMOTION)
        hard = a_movement("hard", level=2)
        self.assertFalse(any(is_past(m, 3) for m in (loads, holds, pulse, hard)))

    def test_what_could_stand_for_one(self) -> None:
        """Its own harder option first; all for the same muscle, in the same pattern and way."""
        free = [m for m in LIBRARY.of_role(Role.WORK) if m.level <= 2]
        easy = LIBRARY["knee-push-up"]
        found = harder_forms(free, easy, {}, 2)
        self.assertEqual(found[0].id, "push-up")
        self.assertIn(LIBRARY["lowering-push-up"], found)
        for movement in found:
            self.assertEqual(movement.level, 2)
            self.assertEqual(movement.targets[0], easy.targets[0])
            self.assertEqual(movement.pattern, easy.pattern)
        # What was used before comes after what was not, but for its own harder option.
        used = {movement.id: 9 for movement in found[:2]}
        again = harder_forms(free, easy, used, 2)
        self.assertEqual((again[0], again[-1]), (found[0], found[1]))

    def test_what_could_stand_for_one_in_another_pattern(self) -> None:
        """After all of its own pattern; never something smaller."""
        easy = a_movement("easy", level=1, pattern=Pattern.SIDE)
        turn = replace(a_movement("a-turn", level=2), pattern=Pattern.ROTATION)
        lean = replace(a_movement("lean", level=2), pattern=Pattern.SIDE)
        small = replace(turn, id="a-small-one", tier=Tier.SMALL)
        elsewhere = replace(turn, id="elsewhere", targets=(Muscle.CALVES,))
        one_side = replace(turn, id="one-side", sides=Sides.ONE)
        found = harder_forms([small, one_side, elsewhere, turn, lean], easy, {"lean": 9}, 2)
        self.assertEqual([movement.id for movement in found], ["lean", "a-turn"])

    def test_a_burst_is_one(self) -> None:
        """The hardest first, for beginners what is brisk; nothing that is no harder than it is."""
        free = LIBRARY.of_role(Role.WORK)
        march, jog = LIBRARY["march-on-the-spot"], LIBRARY["jog-on-the-spot"]
        hard = harder_bursts(free, march, {}, level=2)
        self.assertIn(jog, hard)
        energy = [min(8, round(movement.met or 0)) for movement in hard]
        self.assertEqual(energy, sorted(energy, reverse=True))
        self.assertGreater(min(energy), round(march.met or 0))
        self.assertEqual(harder_bursts(free, jog, {}, level=3), [])
        self.assertFalse(bursts(march))
        self.assertFalse(bursts(LIBRARY["flutter-kick"]))
        self.assertTrue(bursts(LIBRARY["seated-jog"]))
        brisk = harder_bursts(free, march, {jog.id: 1}, level=1)
        self.assertEqual(brisk[-1], jog)
        self.assertEqual(harder_bursts(free, LIBRARY["step-jack"], {}, level=1), [])

    def test_the_dose_stays_or_it_is_left(self) -> None:
        """Reps are of the movement that comes, or it does not come; what is carried on stays."""
        forearm = LIBRARY["forearm-plank"]
        design = a_class(work(circuit(), "knee-plank", "squat"))
        block = next(n for n, b in enumerate(design.blocks) if b.purpose is Purpose.WORK)
        again = in_its_place(design, block, 0, forearm)
        assert again is not None
        self.assertEqual(again.blocks[block].items[0].movement_id, "forearm-plank")
        self.assertEqual(again.blocks[block].items[1], design.blocks[block].items[1])
        high = forearm.dose.reps[1]
        for item, able in (
            (Item("knee-plank", reps=high), True),
            (Item("knee-plank", reps=high + 1), False),
            (Item("knee-plank", carried=True), False),
            (Item("knee-plank", level=Level.HARDER), False),
        ):
            blocks = list(design.blocks)
            blocks[block] = replace(blocks[block], items=(item,))
            own = replace(design, blocks=tuple(blocks))
            self.assertEqual(in_its_place(own, block, 0, forearm) is not None, able, item)

    def test_what_a_block_counts_to_is_kept_inside_its_own(self) -> None:
        """Twelve of an all-fours press are ten of a half pike push-up; eight stay eight."""
        harder = LIBRARY["half-pike-push-up"]
        for counted, own in ((12, 10), (8, None), (4, 6)):
            design = a_class(work(CountedCircuit(counted, 2, 10, 40), "all-fours-press", "squat"))
            block = next(n for n, b in enumerate(design.blocks) if b.purpose is Purpose.WORK)
            again = in_its_place(design, block, 0, harder)
            assert again is not None
            self.assertEqual(again.blocks[block].items[0].reps, own)


class Unrest(unittest.TestCase):
    def of(self, *ids: str) -> int:
        """Return the unrest of two rounds of some movements."""
        own = a_plan(a_class(work(circuit(rounds=2), *ids)), weekdays=(0,))
        return unrest(Facts(own, LIBRARY).classes[0])

    def test_counted_by_hand(self) -> None:
        """Down, up and down again in two rounds, and two planks side by side in each."""
        self.assertEqual(self.of("squat", "forearm-plank", "knee-plank"), 3 + 2)
        # On the floor from the first, up, down, up; planks side by side; it gets up again.
        self.assertEqual(self.of("forearm-plank", "knee-plank", "squat"), 1 + 3 + 2 + 1)
        # Nobody goes down, and the last of a round is of another kind than the first.
        self.assertEqual(self.of("squat", "single-arm-row"), 0)

    def test_of_like_parts_the_one_on_the_feet_comes_first(self) -> None:
        """Standing after the floor means getting up once more; parts that differ stay."""
        floor, feet = (
            work(circuit(), "forearm-plank", "crunch"),
            work(circuit(), "squat", "reverse-lunge"),
        )
        for like in (True, False):
            second = replace(feet, format=circuit(rounds=3 if like else 2))
            own = a_plan(a_class(floor, second), weeks=1, weekdays=(0,))
            after = polished(*a_run(own)).plan.classes[0].design
            first = next(LIBRARY[item.movement_id] for _, _, item in after.items(Purpose.WORK))
            self.assertEqual(first.upright, like)


class Formats(unittest.TestCase):
    def test_what_its_format_cannot_hold_is_not_tried(self) -> None:
        """Fifteen of each side take longer than their minute; as many of both at once did not."""
        own = a_class(work(OnTheMinute(4, reps=15), "dead-bug", "squat"))
        planned = a_plan(own, weeks=1, weekdays=(0,))
        run, judged = a_run(planned)
        (first, *_) = judged.facts.classes[0].work_movements
        longer = LIBRARY["staggered-bridge"]
        design = in_its_place(own, first[0], first[1], longer)
        assert design is not None
        self.assertFalse(stands(design, LIBRARY))
        with patch.object(polish, "harder_forms", lambda *_: [longer]):
            after = polished(run, judged).plan.classes[0].design
        self.assertNotIn(longer.id, after.movement_ids())
