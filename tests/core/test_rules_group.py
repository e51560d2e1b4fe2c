"""Cautions, wishes, pinned days, a first week that teaches, a planned finish: kept and broken."""

from __future__ import annotations

import unittest
from collections.abc import Iterable
from dataclasses import replace
from typing import Any

from grike.core.cautions import Caution, breaks
from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.kit import Kit
from grike.core.movement import Joint, Movement, Position
from grike.core.pattern import Demand
from grike.core.planner import PlanResult, Problem, Settings, plan
from grike.core.planner.readiness import set_up_problems
from grike.core.purpose import Purpose
from grike.core.rules import Facts, broken_musts, findings
from grike.core.series import SeriesPlan
from grike.core.series_codec import shape_from, shape_to
from grike.core.sheet import Mode
from grike.core.wishes import Pin, Wishes
from tests.builders import (
    FULL,
    a_class,
    a_library,
    a_movement,
    a_plan,
    a_shape,
    check,
    circuit,
    flow,
    only,
    work,
)
from tests.core.test_planner import LIBRARY, empty, made

JUMP = a_movement("jump", impact=2, contacts_per_rep=1)
HOP = a_movement("step", impact=1)


def wishing(plan_: SeriesPlan, **wishes: Any) -> SeriesPlan:
    return replace(plan_, shape=replace(plan_.shape, wishes=Wishes(**wishes)))


class Cautions(unittest.TestCase):
    def test_what_breaks_each(self) -> None:
        """Each caution with one movement that keeps it and one just beyond."""
        cases: tuple[tuple[Caution, Movement, Movement], ...] = (
            (Caution.NO_JUMPS, HOP, JUMP),
            (Caution.NO_FLOOR, a_movement(), a_movement(position=Position.KNEELING)),
            (Caution.NO_WRISTS, a_movement(), a_movement(joints={Joint.WRIST: 1})),
            (Caution.KNEES, a_movement(joints={Joint.KNEE: 1}), a_movement(joints={Joint.KNEE: 2})),
            (Caution.CHAIR, a_movement(position=Position.SEATED_CHAIR), a_movement()),
        )
        joints = {Caution.LOW_BACK: Joint.LOW_BACK, Caution.SHOULDERS: Joint.SHOULDER}
        for caution, joint in joints.items():
            light, high = a_movement(joints={joint: 1}), a_movement(joints={joint: 2})
            cases = (*cases, (caution, light, high))
        demands = {
            Caution.PREGNANCY: Demand.BELLY,
            Caution.AFTER_BIRTH: Demand.QUICK,
            Caution.HEART: Demand.HOLD,
            Caution.BALANCE: Demand.BALANCE,
            Caution.PELVIC_FLOOR: Demand.BELLY,
            Caution.RETURN: Demand.QUICK,
        }
        for caution, demand in demands.items():
            cases = (*cases, (caution, a_movement(), a_movement(demands=frozenset({demand}))))
        cases = (*cases, (Caution.NECK, a_movement(), a_movement(joints={Joint.NECK: 1})))
        self.assertEqual({case[0] for case in cases}, set(Caution))
        for caution, kept, broken in cases:
            self.assertFalse(breaks(kept, caution), caution)
            self.assertTrue(breaks(broken, caution), caution)

    def test_the_warm_up_counts_as_well(self) -> None:
        """A jump in the warm-up is found, and nothing where the group has no caution."""
        design = a_class(flow(Purpose.WARM_UP, "jump"), work(circuit(1), "calm"))
        library = a_library(JUMP, "calm")
        week = a_plan(design, sheet=only("G1"))
        self.assertEqual(check("G1", week, library), [])
        (found,) = check("G1", wishing(week, cautions=(Caution.NO_JUMPS,)), library)
        self.assertEqual((found.place.block, found.place.item), (0, 0))
        self.assertIn("no jumps", found.what)


class Wanted(unittest.TestCase):
    def test_never(self) -> None:
        """A movement that is left out is found wherever it stands."""
        week = a_plan(a_class(work(circuit(1), "a", "b")), sheet=only("G2"))
        self.assertEqual(check("G2", wishing(week, never=("c",)), a_library("a", "b", "c")), [])
        (found,) = check("G2", wishing(week, never=("b",)), a_library("a", "b", "c"))
        self.assertEqual(found.place.item, 1)

    def test_wanted(self) -> None:
        """Asked of a full series only; each that does not come costs its weight."""
        library = a_library("a", "b", "c")
        design = a_class(work(circuit(1), "a"))
        week = a_plan(design, weekdays=(0,), sheet=only("G3"))
        self.assertEqual(check("G3", wishing(week, wanted=("a",)), library), [])
        found = check("G3", wishing(week, wanted=("b", "c")), library)
        self.assertEqual([f.cost for f in found], [24, 24])
        half = a_plan(design, weekdays=(0, 2), sheet=only("G3"))
        self.assertEqual(check("G3", wishing(half, wanted=("b",)), library), [])

    def test_contradictions_are_refused(self) -> None:
        """Wanted and never wanted, and a day that is pinned twice."""
        with self.assertRaises(InvalidInput):
            Wishes(wanted=("a",), never=("a",))
        with self.assertRaises(InvalidInput):
            Wishes(pins=(Pin(1, 0), Pin(1, 0, Focus.CORE)))
        with self.assertRaises(InvalidInput):
            Pin(1, 0, format="tombola")
        with self.assertRaises(InvalidInput) as caught:
            a_shape((0,), 1, wishes=Wishes(pins=(Pin(2, 0),)))
        self.assertIn("wishes", caught.exception.fields)

    def test_they_survive_a_document(self) -> None:
        """Written and read, wishes are what they were."""
        pin = Pin(1, 2, Focus.CORE, "superset", (Kit.MINI_BAND,))
        wishes = Wishes(("a",), ("b",), (Caution.KNEES,), (pin, Pin(1, 4, kit=())))
        shape = a_shape(wishes=wishes)
        self.assertEqual(shape_from(shape_to(shape)), shape)
        self.assertNotIn("wishes", shape_to(a_shape()))


class Pinned(unittest.TestCase):
    def found(self, pin: Pin) -> list[str]:
        library = a_library("a", "b")
        week = a_plan(a_class(work(circuit(1), "a", "b"), focus=Focus.LOWER), sheet=only("G4"))
        return [f.what for f in check("G4", wishing(week, pins=(pin,)), library)]

    def test_focus_format_and_kit(self) -> None:
        """Each is kept by the class as it is, and found where it differs; other days are free."""
        self.assertEqual(self.found(Pin(1, 0, Focus.LOWER, "timed-circuit", ())), [])
        self.assertIn("core", self.found(Pin(1, 0, Focus.CORE))[0])
        self.assertIn("ladder", self.found(Pin(1, 0, format="ladder"))[0])
        self.assertIn("kettlebells", self.found(Pin(1, 0, kit=(Kit.KETTLEBELL,)))[0])
        self.assertEqual(self.found(Pin(1, 2, Focus.CORE)), [])


class BeginningAndEnd(unittest.TestCase):
    def test_the_last_class_asks_most(self) -> None:
        """Equal is enough; 120 s less of 360 costs 120. 3 rounds of three at 40 s are 360 s."""
        library = a_library("a", "b", "c")

        def week(*rounds: int) -> list[int]:
            designs = [a_class(work(circuit(n), "a", "b", "c")) for n in rounds]
            found = check("G5", a_plan(*designs, sheet=only("G5", mode=Mode.AIM)), library)
            return [f.cost for f in found]

        self.assertEqual(week(3, 3, 3), [])
        self.assertEqual(week(2, 2, 3), [])
        self.assertEqual(week(3, 2, 2), [120])

    def test_the_first_week_teaches(self) -> None:
        """Three of five are 60 %; two are one too few; later weeks are free."""
        library = a_library(
            "a", "b", "c", *(a_movement(f"s{n}", foundation=False) for n in range(5))
        )

        def first(*ids: str) -> list[int]:
            designs = [a_class(work(circuit(1), *ids)), a_class(work(circuit(1), "s3", "s4"))]
            two = a_plan(*designs, weekdays=(0,), weeks=2, sheet=only("G6", mode=Mode.AIM))
            return [f.cost for f in check("G6", two, library)]

        self.assertEqual(first("a", "b", "c", "s0", "s1"), [])
        self.assertEqual(first("a", "b", "s0", "s1", "s2"), [2])


class PlannedByThem(unittest.TestCase):
    """The planner keeps what the group needs and the director wishes."""

    def planned(self, request: SeriesPlan, seed: int = 2) -> PlanResult:
        set_up_problems(request, LIBRARY)
        result = plan(Problem(request, LIBRARY), None, seed)
        self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])
        return result

    def movements(self, result: PlanResult) -> Iterable[Movement]:
        for planned in made(result).classes:
            for block in planned.design.blocks:
                yield from (LIBRARY[item.movement_id] for item in block.items)

    def test_cautions(self) -> None:
        """No jumps, no wrists and easy on the knees, in warm-up and cool-down as well."""
        cautions = (Caution.NO_JUMPS, Caution.NO_WRISTS, Caution.KNEES)
        result = self.planned(wishing(empty(weeks=1), cautions=cautions))
        for movement in self.movements(result):
            self.assertFalse(any(breaks(movement, caution) for caution in cautions), movement.id)

    def test_wanted_and_never(self) -> None:
        """What is wanted comes, what is not stays out, and nothing else gives."""
        free = plan(Problem(empty(weeks=1), LIBRARY), None, 2)
        used = [i for p in made(free).classes for i in p.design.movement_ids()]
        pool = [m.id for m in LIBRARY if m.targets and m.foundation and not m.kit and m.level == 1]
        wanted = tuple(i for i in pool if i not in used)[:3]
        result = self.planned(wishing(empty(weeks=1), wanted=wanted, never=tuple(used[:4])))
        there = {i for p in made(result).classes for i in p.design.movement_ids()}
        self.assertLessEqual(set(wanted), there)
        self.assertFalse(there & set(used[:4]))

    def test_pins(self) -> None:
        """A day that is promised a focus, a format and a kit gets all three."""
        pin = Pin(1, 3, Focus.CORE, "superset", (Kit.MINI_BAND,))
        result = self.planned(wishing(empty(weeks=1), pins=(pin,)))
        thursday = next(p.design for p in made(result).classes if p.slot.weekday == 3)
        self.assertEqual(
            (thursday.focus, thursday.main_format(), thursday.kit),
            (Focus.CORE, "superset", frozenset({Kit.MINI_BAND})),
        )

    def test_beginning_and_end(self) -> None:
        """Both switched on as musts: the plan keeps them."""
        sheet = empty().sheet.with_line("G5", mode=Mode.MUST).with_line("G6", mode=Mode.MUST)
        self.planned(replace(empty(weeks=2), sheet=sheet))

    def test_on_chairs_only(self) -> None:
        """Everything on a chair: planned where the pool can, or refused with the reason."""
        request = wishing(empty(weeks=1, room=FULL), cautions=(Caution.CHAIR,))
        try:
            set_up_problems(request, LIBRARY)
        except InvalidInput as error:
            self.assertIn("movements", error.line())
            return
        result = plan(Problem(request, LIBRARY), None, 2, Settings(retries=1, restarts=0))
        if result.plan is None:
            self.assertTrue(result.words)
            return
        self.assertEqual({m.position for m in self.movements(result)}, {Position.SEATED_CHAIR})

    def test_wishes_that_cannot_be(self) -> None:
        """Unknown movements, a level too high, an ending as a format, kit that lacks."""
        hard = next(m.id for m in LIBRARY if m.level == 3 and m.targets)
        request = wishing(
            empty(level=1),
            wanted=(hard, "moon-walk"),
            pins=(Pin(1, 0, format="last-burst"), Pin(1, 1, kit=(Kit.PULL_UP_BAR,))),
        )
        with self.assertRaises(InvalidInput) as caught:
            set_up_problems(request, LIBRARY)
        said = caught.exception.fields["wishes"]
        for words in ("is wanted, but level", "no movement 'moon-walk'", "not planned by itself"):
            self.assertIn(words, said)
        self.assertIn("too little", said)


if __name__ == "__main__":
    unittest.main()
