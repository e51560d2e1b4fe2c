"""Rest between two sets of a lift with a load (P24), counted by hand."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from grike.core.formats import Format, StraightSets, Superset
from grike.core.kit import Kit
from grike.core.library import Library
from grike.core.movement import Sides
from grike.core.pattern import Pattern, Tier
from grike.core.rules import Facts
from grike.core.rules.p24_rest import rests
from grike.core.sheet import Mode
from grike.exchange.shapes import shipped_shapes
from tests.builders import a_class, a_movement, a_plan, check, only, work

LIFT = {"tier": Tier.MAIN, "pattern": Pattern.SQUAT}
LIBRARY = Library(
    [
        a_movement("loaded", kit=(Kit.KETTLEBELL,), **LIFT),
        a_movement("other", kit=(Kit.KETTLEBELL,), **LIFT),
        a_movement("banded", kit=(Kit.LONG_BAND,), **LIFT),
        a_movement("bare", **LIFT),
        a_movement("small", kit=(Kit.KETTLEBELL,), tier=Tier.SUPPORTING, pattern=Pattern.RAISE),
        a_movement("sided", kit=(Kit.KETTLEBELL,), sides=Sides.ONE, **LIFT),
    ],
    "lifts",
)


def since(fmt: Format, *ids: str) -> list[int]:
    """Return the seconds before each set of a lift with a load that follows one of the same."""
    facts = Facts(a_plan(a_class(work(fmt, *ids)), weekdays=(0,)), LIBRARY)
    return [seconds for _, seconds in rests(facts.classes[0], 2)]


def found(fmt: Format, *ids: str) -> list[str]:
    own = a_plan(a_class(work(fmt, *ids)), weekdays=(0,), sheet=only("P24", mode=Mode.AIM))
    return [finding.what for finding in check("P24", own, LIBRARY)]


class Rests(unittest.TestCase):
    def test_sets_in_a_row(self) -> None:
        """Three sets of a lift have two rests; what has no load, or is no main lift, has none."""
        fmt = StraightSets(3, 40, 60, reps=10)
        self.assertEqual(since(fmt, "loaded"), [40, 40])
        self.assertEqual(since(fmt, "loaded", "banded"), [40] * 4)
        self.assertEqual(since(fmt, "bare", "small"), [])

    def test_the_other_side_is_a_rest(self) -> None:
        """Ten reps at 2 s on the right are 20 s more for the left."""
        times = since(StraightSets(2, 40, 60, reps=10), "sided")
        self.assertEqual(len(times), 2)
        self.assertTrue(all(seconds >= 40 + 20 for seconds in times), times)

    def test_another_movement_in_between(self) -> None:
        """Lifts in turn wait for nothing: each rests while the other is worked."""
        fmt = Superset(3, 10, 60, 5, reps=10)
        self.assertEqual(since(fmt, "loaded", "other"), [])

    @given(st.integers(2, 6), st.integers(0, 120))
    def test_found_where_it_is_short(self, sets: int, rest: int) -> None:
        """Once a block, and only below the least."""
        told = found(StraightSets(sets, rest, 60, reps=10), "loaded", "other")
        self.assertEqual(len(told), rest < 40)
        self.assertTrue(all(f"after {rest} s" in what for what in told))

    def test_the_shapes_that_ship_keep_it(self) -> None:
        """Whatever size of them is planned, sets in a row have their rest."""
        formats = [
            fmt
            for shape in shipped_shapes()
            for part in shape.parts
            for fmt, _ in part.settings()
            if isinstance(fmt, StraightSets)
        ]
        self.assertGreater(len(formats), 10)
        for fmt in formats:
            self.assertEqual(found(fmt, "loaded", "other"), [], fmt)
