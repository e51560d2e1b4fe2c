"""Who stands where at stations, by hand and against people who are followed one by one."""

from __future__ import annotations

import random
import unittest
from collections import Counter

from grike.core.bouts import Side
from grike.core.clock import class_clock
from grike.core.design import Block
from grike.core.formats import Superset
from grike.core.formats.parameters import CircuitOrder
from grike.core.item import Handling, Item
from grike.core.movement import Sides
from grike.core.station_plan import StationPlace, most_at_once, stations_of
from tests.builders import a_class, a_library, a_movement, circuit, work

LIBRARY = a_library(*(a_movement(name) for name in "abcdef"), a_movement("one", sides=Sides.ONE))


def plan(block: Block, heads: int) -> tuple[StationPlace, ...]:
    design = a_class(block)
    return stations_of(design, 0, class_clock(design, LIBRARY).bouts, heads)


class Stations(unittest.TestCase):
    def test_heads_spread_evenly(self) -> None:
        """Fourteen people at four stations: 4, 4, 3 and 3."""
        four = plan(work(circuit(2), *"abcd", stations=True), 14)
        people = [((0,), 4), ((1,), 4), ((2,), 3), ((3,), 3)]
        self.assertEqual([(own.places, own.people) for own in four], people)
        self.assertEqual({own.side for own in four}, {None})

    def test_all_at_once_has_none(self) -> None:
        """Where everybody does the same, nobody moves on."""
        self.assertEqual(plan(work(circuit(2), *"abcd"), 14), ())

    def test_a_side_is_a_station_of_its_own(self) -> None:
        """Round by round every bout is a station; with all sets in a row both sides are one."""
        items = ("a", Item("one", Handling.TWO_BOUTS), "b")
        by_round = plan(work(circuit(2), *items, stations=True), 8)
        sides = [((0,), None), ((1,), Side.LEFT), ((1,), Side.RIGHT), ((2,), None)]
        self.assertEqual([own[:2] for own in by_round], sides)
        stay = circuit(2, order=CircuitOrder.STATIONS)
        in_a_row = plan(work(stay, *items, stations=True), 8)
        self.assertEqual([own[:2] for own in in_a_row], [((place,), None) for place in range(3)])

    def test_a_pair_is_a_station(self) -> None:
        """Three sets of two in turn, then of the next two: people stay for all of a pair."""
        sets = Superset(3, 20, 40, work_seconds=30)
        pairs = plan(work(sets, *"abcd", stations=True), 9)
        self.assertEqual([(own.places, own.people) for own in pairs], [((0, 1), 5), ((2, 3), 4)])

    def test_people_followed_one_by_one(self) -> None:
        """Everybody comes to every station once a round, and no more stand there than was said."""
        rng = random.Random(5)
        for _ in range(60):
            names = rng.choices([*"abcdef", "one"], k=rng.randint(1, 7))
            heads = rng.randint(1, 30)
            own = plan(work(circuit(2), *names, stations=True), heads)
            begins = [at for at, station in enumerate(own) for _ in range(station.people)]
            self.assertEqual(len(begins), heads)
            places = set(rng.sample(range(len(names)), rng.randint(0, len(names))))
            been: Counter[tuple[int, int]] = Counter()
            most = 0
            for turn in range(len(own)):
                at = [(begin + turn) % len(own) for begin in begins]
                been.update(enumerate(at))
                most = max(most, sum(own[station].places[0] in places for station in at))
            self.assertEqual(set(been.values()), {1})
            self.assertEqual(len(been), heads * len(own))
            self.assertEqual(most_at_once(own, places), most)
