"""Class rules: kept, broken, and the boundary of each."""

from __future__ import annotations

import unittest

from grike.core.anatomy import Muscle
from grike.core.design import ClassDesign
from grike.core.focus import Focus
from grike.core.formats import StraightSets
from grike.core.item import Handling, Item, Level, Pass
from grike.core.kit import Kit, Room
from grike.core.movement import Position, Role, Sides, StandIn
from grike.core.purpose import Purpose
from grike.core.rules import Finding
from grike.core.wishes import Wishes
from tests.builders import (
    a_class,
    a_library,
    a_movement,
    a_plan,
    check,
    circuit,
    flow,
    work,
)

LIBRARY = a_library(
    a_movement("q", targets=(Muscle.QUADRICEPS,)),
    a_movement("c", targets=(Muscle.CHEST,)),
    a_movement("a", targets=(Muscle.ABDOMINALS,)),
    a_movement("one", sides=Sides.ONE),
    a_movement("floor", position=Position.SUPINE),
    a_movement("bells", kit=(Kit.KETTLEBELL,), stand_in=StandIn("A filled bag")),
    a_movement("band", kit=(Kit.MINI_BAND,)),
    a_movement("ready", role=Role.WARM_UP, targets=(), prepares=(Muscle.QUADRICEPS,)),
    a_movement("ease", role=Role.COOL_DOWN, targets=(), stretches=(Muscle.QUADRICEPS,)),
)


def found(rule: str, design: ClassDesign, **shape: object) -> list[Finding]:
    return check(rule, a_plan(design, **shape), LIBRARY)  # type: ignore[arg-type]


class OnFocus(unittest.TestCase):
    def share(self, on: int, off: int) -> list[Finding]:
        return found(
            "C1", a_class(work(circuit(on), "q"), work(circuit(off), "c"), focus=Focus.LOWER)
        )

    def test_sixty_percent(self) -> None:
        """6 of 10 sets on the focus are enough, 5 of 9 are not."""
        self.assertEqual(self.share(6, 4), [])
        self.assertEqual(len(self.share(5, 4)), 1)

    def test_whole_body_gives_each_region_a_fifth(self) -> None:
        """3, 1 and 1 of 5 are the boundary; a region without sets is found."""
        even = a_class(work(circuit(3), "q"), work(circuit(1), "c"), work(circuit(1), "a"))
        self.assertEqual(found("C1", even), [])
        lacking = a_class(work(circuit(3), "q"), work(circuit(1), "c"))
        self.assertIn("core body has 0 %", found("C1", lacking)[0].what)


class FitsTheSlot(unittest.TestCase):
    def at(self, slot: int) -> list[Finding]:
        # 10 s of showing and 30 rounds of 40 s with 20 s rests, last rest dropped: 1190 s.
        return found("C2", a_class(work(circuit(20), "q"), slot_seconds=slot))

    def test_to_the_second(self) -> None:
        """1190 s fit 1190 s; one second less is an error."""
        self.assertEqual(self.at(1190), [])
        over = self.at(1189)
        self.assertIn("0:01 over", over[0].what)
        self.assertFalse(over[0].remark)

    def test_ninety_seconds_under_is_where_a_remark_begins(self) -> None:
        """90 s under say nothing, 91 s are a remark."""
        self.assertEqual(self.at(1280), [])
        self.assertTrue(self.at(1281)[0].remark)


class OnceAClass(unittest.TestCase):
    def test_rounds_are_not_repeats(self) -> None:
        """Three rounds are one use; a second block with the same movement is not."""
        self.assertEqual(found("C3", a_class(work(circuit(3), "q"))), [])
        twice = found("C3", a_class(work(circuit(3), "q"), work(circuit(1), "q")))
        self.assertEqual((twice[0].place.block, twice[0].place.item), (1, 0))

    def test_a_rehearsal_in_the_warm_up_is_allowed(self) -> None:
        """The warm-up may hold what the work brings."""
        self.assertEqual(found("C3", a_class(flow(Purpose.WARM_UP, "q"), work(circuit(), "q"))), [])


class BothSides(unittest.TestCase):
    def test_two_bouts_are_equal(self) -> None:
        """Left and right by themselves are always equal."""
        self.assertEqual(found("C4", a_class(work(circuit(3), "one"))), [])

    def test_by_round_needs_an_even_number(self) -> None:
        """Two rounds are equal; three leave the left 40 s ahead."""
        item = Item("one", handling=Handling.BY_ROUND)
        self.assertEqual(found("C4", a_class(work(circuit(2), item))), [])
        self.assertIn(
            "left side does 40 s more", found("C4", a_class(work(circuit(3), item)))[0].what
        )

    def test_blocks_may_balance_each_other(self) -> None:
        """What one block leaves open another may close: the class is judged as a whole."""
        item = Item("one", handling=Handling.BY_ROUND)
        design = a_class(
            work(circuit(1), item), work(circuit(2), Item("one", handling=Handling.BY_ROUND))
        )
        self.assertEqual(len(found("C4", design)), 1)

    def test_reps_are_named_where_they_differ(self) -> None:
        """In counted sets the difference is given in reps."""
        item = Item("one", handling=Handling.BY_ROUND)
        design = a_class(work(StraightSets(3, 30, 30, reps=10), item))
        self.assertIn("10 reps more", found("C4", design)[0].what)


class Changes(unittest.TestCase):
    def test_ups_and_downs_are_counted(self) -> None:
        """Four changes are allowed, five cost one."""

        def with_changes(number: int) -> list[Finding]:
            order = [("q", "floor")[n % 2] for n in range(number + 1)]
            return found("C8", a_class(*(work(circuit(1), name) for name in order)))

        self.assertEqual(with_changes(4), [])
        self.assertEqual([f.cost for f in with_changes(5)], [1])

    def test_kit_already_in_hand_is_no_change(self) -> None:
        """Kettlebell twice is one fetch; five fetches are one too many."""
        self.assertEqual(found("C8", a_class(work(circuit(1), "bells", "bells"))), [])
        order = ["q", "bells", "band"] * 3
        self.assertEqual(len(found("C8", a_class(work(circuit(1), *order)))), 1)


class KitGoesRound(unittest.TestCase):
    room = Room("Small", {Kit.KETTLEBELL: 6}, 12)

    def test_all_at_once(self) -> None:
        """Six bells for six, or for twelve who take turns; for thirteen the stand-in is named."""
        design = a_class(work(circuit(), "bells"))
        for heads in (6, 12):
            self.assertEqual(found("C9", design, room=self.room, heads=heads), [])
        short = found("C9", design, room=self.room, heads=13)
        self.assertIn("kettlebells for 13 people, 7 short", short[0].what)
        self.assertEqual(short[0].fix, "Use the stand-in: a filled bag.")

    def test_stations_share(self) -> None:
        """At two stations twelve people need six kettlebells, and thirteen need seven."""
        design = a_class(work(circuit(), "bells", "q", stations=True))
        self.assertEqual(found("C9", design, room=self.room, heads=12), [])
        self.assertEqual(len(found("C9", design, room=self.room, heads=13)), 1)

    def test_stations_with_the_same_kit_add_up(self) -> None:
        """Of four stations two have bells: 3 + 3 + 3 + 3 people need six, 4 + 3 + 3 + 3 seven."""
        four = a_class(work(circuit(), "bells", "q", "bells", "c", stations=True))
        self.assertEqual(found("C9", four, room=self.room, heads=12), [])
        (short,) = found("C9", four, room=self.room, heads=13)
        self.assertIn("kettlebells for 7 people, 1 short", short.what)
        every = a_class(work(circuit(), "bells", "bells", stations=True))
        (all_of_them,) = found("C9", every, room=self.room, heads=7)
        self.assertIn("for 7 people, 1 short", all_of_them.what)

    def test_people_move_on(self) -> None:
        """Bells at the last two of four: those who begin first, one more, come to them as well."""
        late = a_class(work(circuit(), "q", "c", "bells", "bells", stations=True))
        (short,) = found("C9", late, room=self.room, heads=13)
        self.assertIn("for 7 people, 1 short", short.what)

    def test_levels_share_a_station(self) -> None:
        """One place done at three levels is one station: twelve people at two places are six."""
        levels = Item("bells", passes=tuple(Pass(level=level) for level in Level))
        two = a_class(work(circuit(), levels, "q", stations=True))
        self.assertEqual(found("C9", two, room=self.room, heads=12), [])
        self.assertEqual(len(found("C9", two, room=self.room, heads=13)), 1)


class FrameMatchesTheWork(unittest.TestCase):
    def test_prepared_and_stretched(self) -> None:
        """The most-worked group is prepared and stretched: kept. Chest work is neither."""
        framed = (flow(Purpose.WARM_UP, "ready"), flow(Purpose.COOL_DOWN, "ease"))
        self.assertEqual(found("C10", a_class(framed[0], work(circuit(), "q"), framed[1])), [])
        other = found("C10", a_class(flow(Purpose.WARM_UP, "ready"), work(circuit(), "q")))
        self.assertEqual([f.what for f in other], ["The cool-down does not stretch: quadriceps."])
        self.assertFalse(other[0].remark)

    def test_what_nothing_reaches_is_remarked(self) -> None:
        """Nothing in this library readies the chest; the one warm-up for the thigh is unwanted."""
        framed = (flow(Purpose.WARM_UP, "ready"), flow(Purpose.COOL_DOWN, "ease"))
        beyond = found("C10", a_class(framed[0], work(circuit(), "c"), framed[1]))
        self.assertEqual(
            [(f.what.partition(".")[0], f.remark, f.cost) for f in beyond],
            [
                ("The warm-up does not prepare: chest", True, 0),
                ("The cool-down does not stretch: chest", True, 0),
            ],
        )
        never = Wishes(never=("ready",))
        bare = found("C10", a_class(work(circuit(), "q")), wishes=never)
        self.assertEqual([f.remark for f in bare], [True, False])

    def test_without_a_frame(self) -> None:
        """A class without warm-up and cool-down lacks both."""
        self.assertEqual(len(found("C10", a_class(work(circuit(), "q")))), 2)
