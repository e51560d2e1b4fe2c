"""Shapes of classes: which movement goes where, how long parts are, and plans made of them.

Source of the shapes: common practice, no source.
"""

from __future__ import annotations

import json
import unittest
from dataclasses import replace
from functools import lru_cache
from itertools import pairwise
from pathlib import Path
from typing import Any

from jsonschema import Draft202012Validator

from grike.core.advice.why import why_class
from grike.core.anatomy import Muscle
from grike.core.class_shape import ClassShape, ShapePart, Takes
from grike.core.class_shape_codec import class_shape_from, class_shape_to
from grike.core.clock import class_clock
from grike.core.codec import design_from, design_to
from grike.core.design import Role
from grike.core.errors import InvalidInput
from grike.core.family import Family
from grike.core.focus import Focus
from grike.core.formats import LastBurst, StraightSets, TimedCircuit
from grike.core.item import Handling
from grike.core.movement import Pace
from grike.core.pattern import Pattern, Tier
from grike.core.planner import Problem, plan
from grike.core.planner.readiness import set_up_problems
from grike.core.planner.refill import refill
from grike.core.planner.standing import variant_of
from grike.core.planner.variants import Variant, part_variant, variants_of
from grike.core.planner.variants.fit import fit_of
from grike.core.planner.variants.shaped import ShapedVariant
from grike.core.planner.variants.shaping import with_parts
from grike.core.purpose import Purpose
from grike.core.rules import Facts, broken_musts, default_sheet, findings
from grike.core.series import SeriesPlan
from grike.core.series_codec import shape_from, shape_to
from grike.core.sheet import Mode
from grike.core.volume import Yardstick
from grike.exchange.shapes import chosen_shapes, shipped_shapes
from tests.builders import (
    FULL,
    QUICK,
    a_class,
    a_library,
    a_movement,
    a_plan,
    a_shape,
    check,
    only,
    work,
)
from tests.core.test_planner import LIBRARY, made

ROOT = Path(__file__).parents[2]
STEADY = frozenset({Takes.STEADY})
LIFT = ShapePart(
    Role.LIFT, "the large lifts", StraightSets(3, 60, 60, reps=10), (2, 3),
    STEADY | {Takes.MAINS}, (2, 3),
)  # fmt: skip
CORE = ShapePart(Role.CORE, "the trunk", TimedCircuit(40, 20, 2, 60), (2,), STEADY | {Takes.TRUNK})
FINISH = ShapePart(
    Role.FINISH, "one fast minute", LastBurst(work_seconds=60), (1,), frozenset({Takes.PULSE})
)
SHAPE = ClassShape("trial", "Lift, core, finish", "A trial.", (LIFT, CORE, FINISH))
SQUAT = a_movement("squat", tier=Tier.MAIN, pattern=Pattern.SQUAT)
PRESS = a_movement("press", tier=Tier.MAIN, pattern=Pattern.VERTICAL_PRESS)
PLANK = a_movement(
    "plank", tier=Tier.SUPPORTING, pattern=Pattern.ANTI_EXTENSION, targets=(Muscle.ABDOMINALS,)
)
CRUNCH = replace(PLANK, id="crunch", pattern=Pattern.TRUNK_FLEXION)
SKIP = a_movement(
    "skip", tier=Tier.SUPPORTING, pattern=Pattern.LOCOMOTION, pace=Pace.FAST, family=Family.RUN
)
CURL = a_movement("curl", tier=Tier.SUPPORTING, pattern=Pattern.ELBOW_FLEXION)
FEW = a_library(SQUAT, PRESS, PLANK, CRUNCH, SKIP, CURL)


def the_variant() -> ShapedVariant:
    fitted = [part_variant(*setting) for setting in _settings()]
    return with_parts(SHAPE, [own for own in fitted if own is not None], 2)


def _settings() -> list[tuple[StraightSets | TimedCircuit | LastBurst, int, int]]:
    return [
        (StraightSets(2, 60, 60, reps=10), 1, 2),
        (TimedCircuit(40, 20, 2, 60), 1, 2),
        (LastBurst(work_seconds=60), 1, 1),
    ]


class Parts(unittest.TestCase):
    def test_a_movement_goes_where_most_is_asked_of_what_it_is(self) -> None:
        """Lifts lift, the trunk is the core, what is fast ends it; a curl has no place here."""
        places = {m.id: SHAPE.part_of(m, 2) for m in FEW}
        self.assertEqual(
            places, {"squat": 0, "press": 0, "plank": 1, "crunch": 1, "skip": 2, "curl": None}
        )

    def test_an_edited_movement_goes_where_it_belongs_now(self) -> None:
        """What a variant found of a movement is not said of another that has its id."""
        variant = the_variant()
        self.assertIsNone(variant.part_of(CURL))
        self.assertEqual(variant.part_of(replace(CURL, tier=Tier.MAIN)), SHAPE.part_of(SQUAT, 2))
        self.assertIsNone(variant.part_of(CURL))

    def test_what_stands_aside(self) -> None:
        """On a lower-body day lifts are for the legs; the core part may be what it is."""
        variant = the_variant()
        chest = replace(PRESS, targets=(Muscle.CHEST,))
        self.assertTrue(variant.on(Focus.LOWER, SQUAT))
        self.assertFalse(variant.on(Focus.LOWER, chest))
        self.assertTrue(variant.on(Focus.LOWER, PLANK))

    def test_a_class_worked_by_hand(self) -> None:
        """Two lifts of two sets, two rounds of two, a burst: nine sets, and the roles in order."""
        variant = the_variant()
        blocks = [variant.block_for(g, {}) for g in variant.in_blocks(list(FEW)[:5])]
        self.assertEqual([b.role for b in blocks], [Role.LIFT, Role.CORE, Role.FINISH])
        self.assertEqual([len(b.items) for b in blocks], [2, 2, 1])
        self.assertEqual((variant.slots, variant.all_sets), (5, 9))
        design = a_class(*blocks)
        bouts = class_clock(design, FEW).bouts
        for movement in list(FEW)[:5]:
            own = sum(bout.seconds for bout in bouts if bout.movement.id == movement.id)
            self.assertEqual(variant.seconds_of(movement), own, movement.id)
        # Ten reps of two seconds, four times; four bouts of 40 s; a minute.
        self.assertEqual(sum(bout.seconds for bout in bouts), 4 * 20 + 4 * 40 + 60)

    def test_it_is_read_back_from_its_class(self) -> None:
        """The variant of a class that has a shape has the sizes of its parts."""
        variant = the_variant()
        blocks = [variant.block_for(g, {}) for g in variant.in_blocks(list(FEW)[:5])]
        design = replace(a_class(*blocks), shape=SHAPE.id)
        self.assertEqual(variant_of(design, FEW, shape=SHAPE), variant)
        left = replace(design, blocks=design.blocks[:1])
        self.assertNotIsInstance(variant_of(left, FEW, shape=SHAPE), ShapedVariant)

    def test_three_are_read_back_as_three_where_a_part_has_them(self) -> None:
        """In rounds a part of three may be two and one on both sides; of four, three are fewer."""
        three = work(TimedCircuit(40, 20, 2, 60), "plank", "crunch", "skip")
        for sizes, size in (((3,), 3), ((3, 4), 3), ((4,), 4)):
            shape = ClassShape("trial", "Core", "A trial.", (replace(CORE, sizes=sizes),))
            variant = variant_of(a_class(three), FEW, shape=shape)
            assert isinstance(variant, ShapedVariant)
            self.assertEqual([own.block_slots for own in variant.fitted], [size])

    def test_c1_counts_named_parts_only_where_they_are_on_the_focus(self) -> None:
        """Four sets of lifts for the legs; four sets of planks count unless in a core part."""
        lifts = work(StraightSets(4, 60, 60, reps=10), "squat")
        trunk = work(TimedCircuit(40, 20, 4), "plank")
        sheet = only("C1", Mode.MUST, share=60)
        for block, found in ((trunk, 1), (replace(trunk, role=Role.CORE), 0)):
            planned = a_plan(a_class(lifts, block, focus=Focus.LOWER), sheet=sheet)
            self.assertEqual(len(check("C1", planned, FEW)), found)


class Data(unittest.TestCase):
    def test_what_ships(self) -> None:
        """Eighteen shapes and more, by the schema, with different names, and back as they were."""
        schema = ROOT / "src" / "grike" / "data" / "schemas" / "shape.schema.json"
        validator = Draft202012Validator(json.loads(schema.read_text(encoding="utf-8")))
        self.assertGreaterEqual(len(shipped_shapes()), 18)
        self.assertEqual(len({s.name for s in shipped_shapes()}), len(shipped_shapes()))
        for shape in shipped_shapes():
            data = class_shape_to(shape)
            self.assertEqual(list(validator.iter_errors(data)), [])
            self.assertEqual(class_shape_from(data), shape)

    def test_each_fits_a_class(self) -> None:
        """For each shape there are minutes and a level for which it fits, as it says."""
        for shape in shipped_shapes():
            low, high = shape.minutes
            fits = [
                (minutes, fit)
                for minutes in range(low, high + 1, 5)
                for level in shape.levels
                if (fit := fit_of(shape, minutes, level)) is not None
            ]
            self.assertTrue(fits, shape.id)
            for minutes, fit in fits:
                self.assertEqual(len(fit.parts), len(shape.parts))
                self.assertIn(
                    f"{minutes} minutes with {fit.movements} movements", fit.words(minutes)
                )
                self.assertLess(sum(part.seconds for part in fit.parts), 60 * minutes)

    def test_the_page_and_the_planner_agree_on_what_fits(self) -> None:
        """A shape is said to fit just where the planner would use it, and in a size that it has."""
        for minutes in range(20, 95, 5):
            for level in (1, 2, 3):
                for shape in shipped_shapes():
                    fit = fit_of(shape, minutes, level)
                    request = a_plan(minutes=minutes, level=level, class_shapes=(shape,))
                    slots = {variant.slots for variant in variants_of(request)}
                    self.assertEqual(fit is not None, bool(slots), (shape.id, minutes, level))

    def test_what_cannot_be_planned_is_said_at_its_field(self) -> None:
        """Shapes that are too long for the class, and shapes where movements are carried on."""
        (lunch,) = chosen_shapes(["lunch"])
        carried = default_sheet().with_line("D7", mode=Mode.AIM)
        for request, words in (
            (a_plan(minutes=75, class_shapes=(lunch,)), "None of the shapes chosen fits 75"),
            (a_plan(sheet=carried, class_shapes=shipped_shapes()), "do not carry"),
        ):
            with self.assertRaises(InvalidInput) as caught:
                set_up_problems(request, LIBRARY)
            self.assertIn(words, caught.exception.fields["shapes"])
            set_up_problems(
                replace(request, shape=replace(request.shape, class_shapes=())), LIBRARY
            )

    def test_the_readme_counts_them(self) -> None:
        """How many shapes there are stands in the README as it is."""
        readme = (ROOT / "README.md").read_text(encoding="utf-8")
        self.assertIn(f"one of {len(shipped_shapes())} *shapes*", readme)

    def test_refusals(self) -> None:
        """No parts, sizes of nothing, a burst done more often, a shape that is not there."""
        for wrong in (
            lambda: replace(SHAPE, parts=()),
            lambda: replace(LIFT, sizes=()),
            lambda: replace(FINISH, times=(2,)),
            lambda: replace(CORE, theme=" "),
            lambda: chosen_shapes(["pyramid"]),
        ):
            with self.assertRaises(InvalidInput):
                wrong()
        with self.assertRaises(InvalidInput) as caught:
            a_shape(class_shapes=(SHAPE, SHAPE))
        self.assertIn("each once", caught.exception.what)

    def test_documents_keep_shapes(self) -> None:
        """A series and a class come back from their documents with their shapes."""
        series = a_shape(class_shapes=shipped_shapes()[:3])
        self.assertEqual(shape_from(shape_to(series)), series)
        design = replace(a_class(work(TimedCircuit(40, 20), "squat")), shape="trial")
        self.assertEqual(design_from(design_to(design)), design)


@lru_cache
def planned() -> SeriesPlan:
    """Return two weeks of three classes in shapes."""
    request = a_plan(weeks=2, room=FULL, class_shapes=shipped_shapes())
    return made(plan(Problem(replace(request, sheet=default_sheet()), LIBRARY), None, 4, QUICK))


class Planned(unittest.TestCase):
    def test_every_class_is_made_of_named_parts(self) -> None:
        """Roles as the shape has them, in its order, and each movement in the part it goes to."""
        for member in planned().classes:
            shape = planned().shape.class_shape(member.design.shape)
            assert shape is not None
            roles = [part.role for part in shape.parts for _ in range(part.blocks)]
            own = [b for b in member.design.blocks if b.purpose is Purpose.WORK]
            self.assertEqual([b.role for b in own], roles)
            numbers = [n for n, part in enumerate(shape.parts) for _ in range(part.blocks)]
            for block, number in zip(own, numbers, strict=True):
                for item in block.items:
                    self.assertEqual(shape.part_of(LIBRARY[item.movement_id], 2), number)

    def test_it_keeps_the_musts_and_changes_from_day_to_day(self) -> None:
        """No must is broken, and no two classes in a row have the same shape."""
        self.assertEqual(broken_musts(findings(Facts(planned(), LIBRARY))), [])
        looks = [member.design.look() for member in planned().classes]
        self.assertTrue(all(a != b for a, b in pairwise(looks)), looks)

    def test_the_planner_counts_what_the_class_holds(self) -> None:
        """Seconds and sets of each movement in its variant are those of the class as laid out."""
        level, compared = planned().shape.level, 0
        for member in Facts(planned(), LIBRARY).classes:
            shape = planned().shape.class_shape(member.design.shape)
            variant: Variant[Any] = variant_of(member.design, LIBRARY, shape=shape, for_level=level)
            trained = member.volume.training[Yardstick.SECONDS]
            own = [LIBRARY[i] for i in member.design.movement_ids()]
            halves = any(i.handling is Handling.SPLIT for _, _, i in member.design.every_item())
            if not halves:
                compared += 1
                self.assertEqual(sum(map(variant.seconds_of, own)), trained, shape)
        self.assertTrue(compared)

    def test_other_movements_in_the_same_shape(self) -> None:
        """A re-fill keeps the shape and its roles; most classes can do with other movements."""
        changed = 0
        for slot in range(4):
            before = planned().classes[slot].design
            after = refill(Problem(planned(), LIBRARY), slot, 5).design
            self.assertEqual(after.shape, before.shape)
            self.assertEqual([b.role for b in after.blocks], [b.role for b in before.blocks])
            changed += after.movement_ids() != before.movement_ids()
        self.assertGreaterEqual(changed, 3)

    def test_why_says_what_it_is_made_of(self) -> None:
        """The shape by its name and sentence; neighbours by their shapes, not their formats."""
        facts = Facts(planned(), LIBRARY)
        for slot in (0, 1):
            told = " ".join(reason.text for reason in why_class(facts, slot))
            shape = planned().shape.class_shape(planned().classes[slot].design.shape)
            assert shape is not None
            self.assertIn(f"Its shape is {shape.name.lower()}. {shape.sentence}", told)
            after = planned().shape.class_shape(planned().classes[slot + 1].design.shape)
            assert after is not None
            self.assertIn(f"{after.name} would be the shape of", told)

    def test_shapes_suit_level_and_length(self) -> None:
        """Beginners get no shape that is not for them, and a short class no long one."""
        for minutes, level in ((45, 1), (30, 2)):
            request = a_plan(minutes=minutes, level=level, class_shapes=shipped_shapes())
            offered = {v.shape_id for v in variants_of(request)}
            for name in offered:
                (shape,) = chosen_shapes([name])
                self.assertIn(level, shape.levels)
                self.assertLessEqual(shape.minutes[0], minutes)


if __name__ == "__main__":
    unittest.main()
