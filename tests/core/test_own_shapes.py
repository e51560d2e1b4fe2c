"""Shapes of one's own: made of a class, refused in words, and asked for on single weekdays."""

from __future__ import annotations

import unittest
from dataclasses import replace

from grike.core.class_shape import ClassShape, ShapePart, Takes
from grike.core.class_shape_codec import class_shape_from, class_shape_to
from grike.core.design import Role
from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.formats import LastBurst, StraightSets, Superset, Talk, TimedCircuit
from grike.core.planner import Problem, plan
from grike.core.planner.giving_way import easings
from grike.core.planner.readiness import set_up_problems
from grike.core.planner.shape_of_class import shape_of
from grike.core.planner.variants.catalogue import (
    CLOSE_SECONDS,
    MOST_OVER,
    WELCOME_SECONDS,
    sizes_of,
)
from grike.core.planner.variants.fit import fit_of, why_not
from grike.core.rehearsal import cool_down_seconds, warm_up_seconds
from grike.core.rules import Facts, default_sheet, findings
from grike.core.series_codec import shape_from, shape_to
from grike.core.sheet import Mode
from grike.exchange.shapes import chosen_shapes, shipped_shapes
from tests.builders import FULL, QUICK, a_class, a_plan, a_shape, check, only, work
from tests.core.test_claims import placed
from tests.core.test_class_shapes import FEW, LIFT, SHAPE, planned
from tests.core.test_planner import LIBRARY, made


def made_of(design_plan: int) -> ClassShape:
    member = planned().classes[design_plan]
    return shape_of(member.design, LIBRARY, 2, shape_id="own", name="Own")


class OfAClass(unittest.TestCase):
    def test_worked_by_hand(self) -> None:
        """Two blocks alike are one part of two blocks; what has no role gets its format's."""
        lifts = work(StraightSets(3, 60, 60, reps=10), "squat", "press")
        trunk = work(TimedCircuit(40, 20, 2), "plank", "crunch")
        burst = replace(work(LastBurst(work_seconds=60), "skip"), role=Role.FINISH)
        design = a_class(lifts, trunk, trunk, burst, focus=Focus.WHOLE)
        shape = shape_of(design, FEW, 2, shape_id="own", name="Own")
        self.assertEqual(
            [(p.role, p.sizes, p.times, p.blocks) for p in shape.parts],
            [
                (Role.LIFT, (1, 2, 3), (2, 3, 4), 1),
                (Role.CIRCUIT, (2, 4), (1, 2, 3), 2),
                (Role.FINISH, (1,), (), 1),
            ],
        )
        self.assertIn(Takes.MAINS, shape.parts[0].takes)
        self.assertIn(Takes.TRUNK, shape.parts[1].takes)
        self.assertIn(Takes.PULSE, shape.parts[2].takes)
        self.assertEqual((shape.focuses, shape.levels), ({Focus.WHOLE}, (2, 3)))
        minutes = design.slot_seconds // 60
        self.assertTrue(shape.minutes[0] <= minutes <= shape.minutes[1])

    def test_planned_classes_come_back(self) -> None:
        """Of every planned class a shape is made that fits it and takes what stood in its parts."""
        for number, member in enumerate(planned().classes):
            shape = made_of(number)
            self.assertEqual(class_shape_from(class_shape_to(shape)), shape)
            self.assertIsNotNone(fit_of(shape, planned().shape.minutes, 2), shape)
            blocks = [b for b in member.design.blocks if b.role is not None]
            parts = [part for part in shape.parts for _ in range(part.blocks)]
            for block, part in zip(blocks, parts, strict=True):
                self.assertEqual((block.role, block.format), (part.role, part.format))
                for item in block.items:
                    self.assertTrue(part.wants(LIBRARY[item.movement_id], 2))

    def test_no_work_no_shape(self) -> None:
        """A class without work has no parts."""
        with self.assertRaises(InvalidInput) as caught:
            shape_of(a_class(), FEW, 2, shape_id="own", name="Own")
        self.assertIn("0 parts", caught.exception.what)


class Refused(unittest.TestCase):
    def test_what_no_class_could_have(self) -> None:
        """Sizes that the format does not hold, nobody it is for, minutes the wrong way round."""
        pairs = ShapePart(Role.PAIRS, "pairs", Superset(3, 40, 60, work_seconds=40), (6,))
        for wrong, words in (
            (lambda: replace(pairs, format=LastBurst(60), sizes=(2,)), "does not hold 2"),
            (lambda: replace(pairs, format=Talk(60), sizes=(1,)), "talk"),
            (lambda: replace(SHAPE, levels=()), "at least one of the levels"),
            (lambda: replace(SHAPE, minutes=(60, 45)), "not 60 to 45"),
            (lambda: replace(SHAPE, name="x" * 121), "at most 120"),
        ):
            with self.assertRaises(InvalidInput) as caught:
                wrong()
            self.assertIn(words, caught.exception.what.lower() + caught.exception.what)

    def test_why_it_does_not_fit(self) -> None:
        """The level, the minutes it is for, what its parts take: each in a sentence."""
        (heavy,) = chosen_shapes(["heavy-first"])
        self.assertIn("beginners", why_not(heavy, 60, 1))
        self.assertIn("34 to 76 minutes", why_not(heavy, 20, 2))
        short = replace(heavy, minutes=(20, 90))
        self.assertIn("at the least", why_not(short, 20, 2))
        one = replace(heavy, parts=(replace(LIFT, sizes=(2,), times=(2,)),))
        self.assertIn("at the most", why_not(replace(one, minutes=(20, 90)), 90, 2))
        never = replace(LIFT, format=StraightSets(3, 60, 60, work_seconds=40))
        self.assertIn("Part 1", why_not(replace(one, parts=(never,)), 45, 2))

    def test_each_fits_nearly_all_that_it_says(self) -> None:
        """A shipped shape fits its shortest and its longest class, and nearly all in between."""
        for shape in shipped_shapes():
            low, high = shape.minutes
            level = shape.levels[-1]
            gaps = [m for m in range(low, high + 1) if fit_of(shape, m, level) is None]
            self.assertNotIn(low, gaps, shape.id)
            self.assertNotIn(high, gaps, shape.id)
            self.assertLess(5 * len(gaps), high - low + 1, (shape.id, gaps))

    def test_what_it_leaves_is_no_more_than_the_frame_takes(self) -> None:
        """Of lengths of all shapes fewer than one in twenty leave two minutes more than that."""
        lengths, over = 0, []
        for shape in shipped_shapes():
            for minutes in range(shape.minutes[0], shape.minutes[1] + 1, 4):
                lengths += 1
                beside = self.beside(shape, minutes)
                if beside and min(beside) > self.frame(minutes) + MOST_OVER:
                    over.append((shape.id, minutes, min(beside) - self.frame(minutes)))
        self.assertLess(20 * len(over), lengths, over)

    def test_parts_hold_more_where_nothing_fills_a_class(self) -> None:
        """Six lifts at the most fill up to an hour; in 75 minutes there are up to eight."""
        lift = replace(LIFT, sizes=(4, 5, 6), times=(2, 3, 4))
        shape = replace(chosen_shapes(["lift-then-core"])[0], parts=(lift,), minutes=(20, 90))
        for minutes, most in ((35, 6), (45, 6), (55, 6), (75, 8), (80, 8)):
            own = sizes_of(shape, minutes, level=2)
            self.assertEqual(max(size.block_slots for size in own), most, minutes)
            self.assertEqual({size.shape for size in own}, {shape})
        self.assertEqual(replace(lift, sizes=(6,)).wider().sizes, (6,))
        self.assertEqual(replace(lift, sizes=(20, 24)).wider().sizes, (20, 24))

    def beside(self, shape: ClassShape, minutes: int) -> list[int]:
        """Return the seconds beside the work of each size of a shape, but for what is said."""
        talk = WELCOME_SECONDS + CLOSE_SECONDS
        own = sizes_of(shape, minutes, level=shape.levels[-1])
        return [60 * minutes - talk - size.main_seconds() for size in own]

    def frame(self, minutes: int) -> int:
        """Return the most that warm-up and cool-down usually take."""
        return warm_up_seconds(60 * minutes)[1] + cool_down_seconds(60 * minutes)[1]

    def test_every_length_has_some(self) -> None:
        """From 20 to 90 minutes there are three shapes and more for each level."""
        for minutes in range(20, 95, 5):
            for level in (1, 2, 3):
                fits = sum(fit_of(shape, minutes, level) is not None for shape in shipped_shapes())
                self.assertGreaterEqual(fits, 3, (minutes, level))


class OnDays(unittest.TestCase):
    asked = ("lift-then-core", "legs-arms-trunk")

    def test_a_day_has_the_shapes_that_it_asks_for(self) -> None:
        """Monday of one shape only, Wednesday keeps its own, Friday of any: so they are planned."""
        request = a_plan(
            weeks=3,
            room=FULL,
            weekdays=(0, 2, 4),
            class_shapes=shipped_shapes(),
            shape_days={0: frozenset(self.asked)},
            kept_days=frozenset({2}),
        )
        request = replace(request, sheet=default_sheet().with_line("P18", mode=Mode.AIM))
        found = made(plan(Problem(request, LIBRARY), None, 3, QUICK))
        looks = {(m.slot.week, m.slot.weekday): m.design.shape for m in found.classes}
        self.assertLessEqual({looks[w, 0] for w in range(3)}, set(self.asked))
        self.assertEqual(len({looks[w, 2] for w in range(3)}), 1)
        said = [f for f in findings(Facts(found, LIBRARY)) if f.rule == "G8"]
        self.assertEqual(said, [])

    def test_the_checks_say_where_it_is_not_so(self) -> None:
        """Another shape on such a day breaks G8, another than a week before P18 on a kept day."""
        shapes = shipped_shapes()
        designs = [
            replace(a_class(work(TimedCircuit(40, 20), "squat")), shape=own.id)
            for own in shapes[:2]
        ]
        request = a_plan(weeks=2, weekdays=(0,), class_shapes=shapes, sheet=only("P18", Mode.AIM))
        named = placed(request, designs)
        kept = replace(named, shape=replace(named.shape, kept_days=frozenset({0})))
        texts = [f.what for f in check("P18", kept, FEW)]
        self.assertTrue(any("keeps its shape" in text for text in texts), texts)
        self.assertFalse(any("keeps its shape" in f.what for f in check("P18", named, FEW)))
        same = placed(kept, [designs[0], designs[0]])
        self.assertFalse(any("a week before" in f.what for f in check("P18", same, FEW)))
        asks = replace(named.shape, shape_days={0: frozenset({shapes[0].id})})
        found = check("G8", replace(named, shape=asks, sheet=only("G8")), FEW)
        self.assertEqual(len(found), 1)
        self.assertIn(shapes[0].name, found[0].what)

    def test_a_promised_shape_never_gives_way(self) -> None:
        """Where nothing holds together, classes leave their shapes only if no day asks for one."""
        sheet = default_sheet().with_line("P1", mode=Mode.MUST)
        request = replace(a_plan(class_shapes=shipped_shapes()), sheet=sheet)
        free = [easing.how for easing in easings(Problem(request, LIBRARY))]
        days = replace(request.shape, shape_days={0: frozenset(self.asked)})
        held = [e.how for e in easings(Problem(replace(request, shape=days), LIBRARY))]
        left = [how for how in free if how not in held]
        self.assertEqual(len(left), 2)
        self.assertTrue(all(how.endswith("classes leave their shapes") for how in left))

    def test_documents_and_refusals(self) -> None:
        """They come back as they were; a day that is none and a shape not used are refused."""
        days = {0: frozenset(self.asked)}
        series = a_shape(class_shapes=shipped_shapes(), shape_days=days, kept_days=frozenset({0}))
        self.assertEqual(shape_from(shape_to(series)), series)
        for wrong in ({6: frozenset(self.asked)}, {0: frozenset({"pyramid"})}):
            with self.assertRaises(InvalidInput) as caught:
                a_shape(class_shapes=shipped_shapes(), shape_days=wrong)
            self.assertIn("shape_days", caught.exception.fields)
        long = a_plan(
            minutes=75, class_shapes=shipped_shapes(), shape_days={0: frozenset({"lunch"})}
        )
        with self.assertRaises(InvalidInput) as caught:
            set_up_problems(long, LIBRARY)
        self.assertIn("Monday asks for Short and whole", caught.exception.fields["shape_days"])


if __name__ == "__main__":
    unittest.main()
