"""Pairs made for a reason.

Source: Robbins and others, Sports Med 2010, from memory (opposed movements let each other rest);
the rest is common practice, no source.
"""

from __future__ import annotations

import unittest
from collections.abc import Sequence
from itertools import permutations

from hypothesis import given, settings
from hypothesis import strategies as st

from grike.core.anatomy import Muscle
from grike.core.focus import Focus
from grike.core.movement import Movement, Role
from grike.core.pairs import in_pairs, pair_cost, pairs_of, reason
from grike.core.pattern import Pattern, Tier
from grike.core.planner import Problem, plan
from grike.core.series import SeriesPlan
from tests.builders import FULL, QUICK, a_movement, a_plan
from tests.core.test_planner import LIBRARY, made

PRESS = a_movement("press", pattern=Pattern.HORIZONTAL_PRESS, targets=(Muscle.CHEST,))
ROW = a_movement("row", pattern=Pattern.HORIZONTAL_PULL, targets=(Muscle.MID_BACK,))
SQUAT = a_movement("squat", pattern=Pattern.SQUAT, targets=(Muscle.QUADRICEPS,))
HINGE = a_movement("hinge", pattern=Pattern.HINGE, targets=(Muscle.HAMSTRINGS,))
PLANK = a_movement("plank", pattern=Pattern.ANTI_EXTENSION, targets=(Muscle.ABDOMINALS,))
BACK = a_movement("back", pattern=Pattern.BACK_EXTENSION, targets=(Muscle.LOW_BACK,))
FLY = a_movement("fly", pattern=Pattern.FLY, targets=(Muscle.CHEST,))
CALF = a_movement(
    "calf", pattern=Pattern.CALF_SHIN, targets=(Muscle.CALVES,), tier=Tier.SMALL
)  # fmt: skip
WORK = LIBRARY.of_role(Role.WORK)


class Reasons(unittest.TestCase):
    def test_worked_by_hand(self) -> None:
        """What each pair is for, either way round; two for the chest are no pair."""
        for one, other, words in (
            (PRESS, ROW, "push with pull"),
            (SQUAT, HINGE, "knee with hip"),
            (PLANK, BACK, "front with back"),
            (PRESS, SQUAT, "upper with lower"),
            (SQUAT, PLANK, "the trunk while the limbs rest"),
            (PRESS, FLY, ""),
            (CALF, PLANK, ""),
        ):
            self.assertEqual(reason(one, other), words)
            self.assertEqual(reason(other, one), words)

    def test_the_best_partner_is_taken(self) -> None:
        """Of press, fly, row, squat the press gets the row; nothing is lost or added."""
        paired = [m.id for m in in_pairs([PRESS, FLY, ROW, SQUAT])]
        self.assertEqual(paired, ["press", "row", "fly", "squat"])

    @given(st.lists(st.sampled_from(WORK), min_size=2, max_size=6, unique_by=lambda m: m.id))
    @settings(deadline=None, max_examples=40)
    def test_no_other_pairs_are_better(self, movements: list[Movement]) -> None:
        """Among all orders of the same movements none costs less, and nothing is lost."""
        even = movements[: len(movements) // 2 * 2]
        paired = in_pairs(even)
        self.assertEqual(sorted(m.id for m in paired), sorted(m.id for m in even))
        self.assertIs(paired[0], even[0])
        best = min(total(order) for order in permutations(even))
        self.assertEqual(total(paired), best)


def total(order: Sequence[Movement]) -> int:
    """Return what the pairs of an order cost together."""
    return sum(pair_cost(*pair) for pair in zip(order[::2], order[1::2], strict=True))


def shares(whole: SeriesPlan) -> list[bool]:
    """Return for each pair of a plan whether it has a reason."""
    out: list[bool] = []
    for member in whole.classes:
        for block in member.design.blocks:
            out += [bool(reason(*pair)) for pair in pairs_of(block, LIBRARY)]
    return out


class Planned(unittest.TestCase):
    def test_most_pairs_of_a_plan_have_a_reason(self) -> None:
        """Two weeks for the whole body, many of them in pairs: three of four and more have one."""
        request = a_plan(
            weeks=2,
            room=FULL,
            formats=frozenset({"superset", "timed-circuit"}),
            menus=dict.fromkeys((0, 2, 4), frozenset({Focus.WHOLE})),
        )
        found = shares(made(plan(Problem(request, LIBRARY), None, 2, QUICK)))
        self.assertGreater(len(found), 5)
        self.assertGreaterEqual(sum(found) / len(found), 0.75)


if __name__ == "__main__":
    unittest.main()
