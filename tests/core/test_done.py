"""What was really done of a class: worked by hand, and held against the volume of the rest."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction

from grike.core.bouts import Bout, Side
from grike.core.done import Complaint, Otherwise, done_bouts, otherwise_in_words
from grike.core.errors import InvalidInput
from grike.core.expansion import steps
from grike.core.formats import StraightSets
from grike.core.movement import Joint
from grike.core.record import SessionRecord
from grike.core.volume import volume_of_bouts
from grike.exchange.library import shipped_library
from tests.builders import a_class, work

LIBRARY = shipped_library()


def bouts() -> list[Bout]:
    """Return squats and side planks in three rounds of ten, the planks on each side."""
    fmt = StraightSets(3, 30, 60, reps=10)
    design = a_class(work(fmt, "squat", "staggered-bridge"))
    return [step for step in steps(design, LIBRARY) if isinstance(step, Bout)]


def left_out(bout: Bout, **more: object) -> Otherwise:
    return Otherwise(bout.block, bout.place, bout.round, bout.side, bout.movement.id, **more)  # type: ignore[arg-type]


class Done(unittest.TestCase):
    def test_a_round_that_was_dropped(self) -> None:
        """Of three rounds of squats two were done: two sets of ten, twenty repetitions."""
        every = bouts()
        third = [b for b in every if b.movement.id == "squat" and b.round == 3]
        done = done_bouts(every, [left_out(b) for b in third], LIBRARY)
        squats = [b for b in done if b.movement.id == "squat"]
        self.assertEqual([b.round for b in squats], [1, 2])
        self.assertEqual(volume_of_bouts(squats).total.reps, Fraction(20))

    def test_one_side_longer_and_another_movement(self) -> None:
        """Ten seconds more on the left stay on the left; what was swapped counts as what it was."""
        every = bouts()
        left = next(b for b in every if b.side is Side.LEFT)
        squat = next(b for b in every if b.movement.id == "squat")
        told = [left_out(left, more=10), left_out(squat, instead="wall-sit")]
        done = done_bouts(every, told, LIBRARY)
        self.assertEqual(len(done), len(every))
        longer = next(b for b in done if b[:2] == left[:2] and b[4:6] == left[4:6])
        self.assertEqual(longer.seconds, left.seconds + 10)
        self.assertEqual(sum(b.movement.id == "wall-sit" for b in done), 1)

    def test_a_round_more(self) -> None:
        """A fourth round of squats: four sets of ten, and it is told."""
        every = bouts()
        third = next(b for b in every if b.movement.id == "squat" and b.round == 3)
        fourth = left_out(third._replace(round=4), extra=third.seconds)
        squats = [b for b in done_bouts(every, [fourth], LIBRARY) if b.movement.id == "squat"]
        self.assertEqual([b.round for b in squats], [1, 2, 3, 4])
        self.assertEqual(volume_of_bouts(squats).total.reps, Fraction(40))
        self.assertEqual(otherwise_in_words([fourth], [], LIBRARY), ["Squat once more"])
        nowhere = fourth._replace(place=9)
        self.assertEqual(done_bouts(every, [nowhere], LIBRARY), every)

    def test_a_round_more_of_what_was_done_instead(self) -> None:
        """A wall sit in place of the last squats, and one round more: that was of wall sits too."""
        every = bouts()
        third = next(b for b in every if b.movement.id == "squat" and b.round == 3)
        swapped = left_out(third, instead="wall-sit")
        fourth = swapped._replace(movement_id="wall-sit", instead="", round=4, extra=third.seconds)
        done = done_bouts(every, [swapped, fourth], LIBRARY)
        own = {b.round: b.movement.id for b in done if b[:2] == third[:2]}
        self.assertEqual(own, {1: "squat", 2: "squat", 3: "wall-sit", 4: "wall-sit"})
        gone = fourth._replace(movement_id="no-such-movement")
        self.assertEqual(done_bouts(every, [gone], LIBRARY)[-1].movement.id, "squat")

    def test_what_was_done_and_what_was_not_are_the_whole(self) -> None:
        """Whatever was left out: its volume and that of the rest come to the plan's."""
        every, rng = bouts(), random.Random(5)
        for _ in range(40):
            out = rng.sample(every, rng.randint(0, len(every)))
            done = done_bouts(every, [left_out(b) for b in out], LIBRARY)
            whole, rest, gone = map(volume_of_bouts, (every, done, out))
            self.assertEqual(whole.total.sets, rest.total.sets + gone.total.sets)
            self.assertEqual(whole.total.seconds, rest.total.seconds + gone.total.seconds)

    def test_half_of_a_bout_that_changes_sides(self) -> None:
        """A bout of a minute with the sides in turn, its right half left out, was half of one."""
        split = bouts()[0]._replace(side=Side.SPLIT, seconds=60, reps=None)
        half = Otherwise(split.block, split.place, split.round, Side.RIGHT, "squat")
        other = half._replace(side=Side.LEFT)
        self.assertEqual([b.seconds for b in done_bouts([split], [half], LIBRARY)], [30])
        self.assertEqual(done_bouts([split], [half, other], LIBRARY), [])

    def test_a_class_that_was_changed_since(self) -> None:
        """What names a bout or a movement that is not there any more changes nothing."""
        every = bouts()
        gone = left_out(every[0])._replace(block=9)
        unknown = left_out(every[0], instead="no-such-movement")
        self.assertEqual(done_bouts(every, [gone, unknown], LIBRARY), every)

    def test_in_words(self) -> None:
        """One sentence a movement and kind of difference."""
        every = bouts()
        squats = [b for b in every if b.movement.id == "squat"]
        told = [
            *(left_out(b) for b in squats[1:]),
            left_out(squats[0], instead="wall-sit"),
            left_out(next(b for b in every if b.side is Side.LEFT), more=10),
        ]
        words = otherwise_in_words(told, [Complaint(Joint.LOW_BACK, "squat")], LIBRARY)
        bridge = LIBRARY["staggered-bridge"].name
        self.assertCountEqual(
            words,
            [
                "Squat left out 2 times",
                f"{LIBRARY['wall-sit'].name} instead of Squat",
                f"{bridge} 10 s longer",
                "Sore low back at Squat",
            ],
        )

    def test_what_cannot_have_been(self) -> None:
        """A bout twice, before the class, or longer than any: refused in words."""
        one = left_out(bouts()[0])
        for told in ([one, one], [one._replace(block=-1)], [one._replace(more=9999)]):
            with self.assertRaises(InvalidInput):
                SessionRecord(45, otherwise=tuple(told))
