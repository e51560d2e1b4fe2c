"""Moves of classes: each against what a director would write down, and tried as made."""

from __future__ import annotations

import random
import unittest
from dataclasses import replace

from grike.core.advice.consequences import consequences
from grike.core.errors import Conflict, GrikeError, InvalidInput, NotFound
from grike.core.item import Item
from grike.core.kit import Kit
from grike.core.movement import Role
from grike.core.moves import (
    CopyClass,
    CopyWeek,
    Exchange,
    Move,
    TakeOff,
    changed_days,
    label_of,
    moved,
    reshaped,
)
from grike.core.rules import Facts, broken_musts, cost_by_rule, findings
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode
from grike.core.swaps import ExchangeMovements, Spot, SwapEverywhere
from grike.exchange.library import shipped_library
from tests.builders import a_class, a_library, a_movement, a_plan, circuit, locked, work

HAND = a_library("squat", "row", "press", a_movement("stretch", role=Role.COOL_DOWN))
SQUATS = a_class(work(circuit(), "squat"))
ROWS = a_class(work(circuit(), "row", "press"))


def on_days(plan: SeriesPlan) -> dict[int, list[str]]:
    """Return the movements of each day."""
    return {own.slot.day: own.design.movement_ids() for own in plan.classes}


class ByHand(unittest.TestCase):
    """Mondays, Wednesdays and Fridays of two weeks: days 0, 2, 4 and 7, 9, 11."""

    def setUp(self) -> None:
        self.plan = a_plan(SQUATS, ROWS, weeks=2)

    def after(self, move: Move) -> dict[int, list[str]]:
        return on_days(moved(self.plan, HAND, move))

    def test_two_classes_change_places(self) -> None:
        """Monday's class is Wednesday's, and the other way about; twice is never."""
        move = Exchange(0, 2)
        self.assertEqual(self.after(move), {0: ["row", "press"], 2: ["squat"]})
        self.assertEqual(moved(moved(self.plan, HAND, move), HAND, move), self.plan)
        self.assertEqual(
            label_of(self.plan, HAND, move), "Exchange week 1 Monday and week 1 Wednesday"
        )

    def test_a_class_moves_to_an_empty_day(self) -> None:
        """Whichever of the two is named first, the class goes to where there is none."""
        for move in (Exchange(0, 11), Exchange(11, 0)):
            self.assertEqual(self.after(move), {2: ["row", "press"], 11: ["squat"]})
            words = label_of(self.plan, HAND, move)
            self.assertEqual(words, "Move week 1 Monday to week 2 Friday")

    def test_copies_and_taking_off(self) -> None:
        """A copy leaves its source; a week is copied by weekday; a day off stays open."""
        self.assertEqual(self.after(CopyClass(0, 2)), {0: ["squat"], 2: ["squat"]})
        twice = {0: ["squat"], 2: ["row", "press"]}
        again = {day + 7: ids for day, ids in twice.items()}
        self.assertEqual(self.after(CopyWeek(0, 1)), twice | again)
        self.assertEqual(self.after(TakeOff((0, 2))), {})

    def test_a_movement_gives_way_everywhere(self) -> None:
        """In all weeks, or in those that are named; its dose goes back to that of the block."""
        plan = moved(a_plan(SQUATS, weeks=2), HAND, CopyWeek(0, 1))
        whole = moved(plan, HAND, SwapEverywhere("squat", "press"))
        self.assertEqual(on_days(whole), {0: ["press"], 7: ["press"]})
        second = moved(plan, HAND, SwapEverywhere("squat", "press", frozenset({1})))
        self.assertEqual(on_days(second), {0: ["squat"], 7: ["press"]})
        heavy = a_plan(a_class(work(circuit(), Item("squat", seconds=25))))
        after = moved(heavy, HAND, SwapEverywhere("squat", "press"))
        self.assertIsNone(after.classes[0].design.blocks[0].items[0].seconds)

    def test_two_movements_change_places(self) -> None:
        """Within a class and between two; twice is never. Kit goes along; doses stay behind."""
        between = ExchangeMovements(Spot(0, 0, 0), Spot(2, 0, 1))
        self.assertEqual(self.after(between), {0: ["press"], 2: ["row", "squat"]})
        self.assertEqual(moved(moved(self.plan, HAND, between), HAND, between), self.plan)
        self.assertEqual(label_of(self.plan, HAND, between), "Squat and Press change places")
        within = ExchangeMovements(Spot(2, 0, 0), Spot(2, 0, 1))
        self.assertEqual(self.after(within), {0: ["squat"], 2: ["press", "row"]})
        heavy = a_library("squat", a_movement("swing", kit=frozenset({Kit.KETTLEBELL})))
        plan = a_plan(SQUATS, a_class(work(circuit(), "swing"), kit=frozenset({Kit.KETTLEBELL})))
        after = moved(plan, heavy, ExchangeMovements(Spot(0, 0, 0), Spot(2, 0, 0)))
        kits = [own.design.kit for own in after.classes]
        self.assertEqual(kits, [frozenset({Kit.KETTLEBELL}), frozenset()])

    def test_what_cannot_be_moved(self) -> None:
        """Locked classes, days without a class, closed days, movements that do not fit."""
        shut = locked(self.plan, 0)
        cases: list[tuple[SeriesPlan, Move, type[GrikeError]]] = [
            (shut, Exchange(0, 2), Conflict),
            (shut, TakeOff((0,)), Conflict),
            (shut, SwapEverywhere("squat", "press"), Conflict),
            (self.plan, Exchange(4, 7), NotFound),
            (self.plan, CopyClass(4, 0), NotFound),
            (self.plan, Exchange(0, 1), NotFound),
            (self.plan, TakeOff((9,)), NotFound),
            (self.plan, CopyWeek(1, 0), NotFound),
            (self.plan, SwapEverywhere("squat", "stretch"), InvalidInput),
            (self.plan, SwapEverywhere("row", "press"), Conflict),
            (self.plan, SwapEverywhere("squat", "nothing"), NotFound),
            (self.plan, SwapEverywhere("squat", "press", frozenset({1})), Conflict),
            (self.plan, CopyClass(0, 0), Conflict),
            (shut, ExchangeMovements(Spot(2, 0, 0), Spot(0, 0, 0)), Conflict),
            (self.plan, ExchangeMovements(Spot(0, 0, 0), Spot(4, 0, 0)), NotFound),
            (self.plan, ExchangeMovements(Spot(0, 0, 0), Spot(2, 0, 7)), InvalidInput),
            (self.plan, ExchangeMovements(Spot(0, 0, 0), Spot(0, 0, 0)), Conflict),
            (
                a_plan(SQUATS, a_class(work(circuit(), "squat", "row"))),
                ExchangeMovements(Spot(0, 0, 0), Spot(2, 0, 1)),
                Conflict,
            ),
        ]
        for plan, move, error in cases:
            with self.subTest(move), self.assertRaises(error):
                moved(plan, HAND, move)

    def test_a_locked_copy_is_free(self) -> None:
        """What is locked in a class is not locked where it is copied to."""
        block = replace(SQUATS.blocks[0], locked=True)
        plan = a_plan(replace(SQUATS, blocks=(block,)))
        after = moved(plan, HAND, CopyClass(0, 2))
        self.assertEqual([own.held for own in after.classes], [True, False])

    def test_another_set_up_keeps_days(self) -> None:
        """Fewer days leave classes out; other minutes are asked of classes that filled the slot."""
        fewer = replace(self.plan.shape, weekdays=(2, 4), minutes=30)
        after = reshaped(self.plan, fewer, self.plan.sheet)
        self.assertEqual(on_days(after), {2: ["row", "press"]})
        self.assertEqual(after.classes[0].slot.index, 0)
        self.assertEqual(after.classes[0].design.slot_seconds, 1800)
        self.assertEqual(changed_days(self.plan, after), [0, 2])
        self.assertEqual(reshaped(self.plan, self.plan.shape, self.plan.sheet), self.plan)


class Tried(unittest.TestCase):
    """What a move is said to do is what the checks find once it is made."""

    def test_random_moves(self) -> None:
        """Costs, musts and findings of forty moves, against facts that know nothing of before."""
        library, rng = shipped_library(), random.Random(14)
        movements = [m.id for m in library.of_role(Role.WORK) if m.level == 1 and not m.kit]
        designs = [a_class(work(circuit(), *rng.sample(movements, 6))) for _ in range(6)]
        plan = a_plan(*designs, weeks=3)
        for _ in range(40):
            facts = Facts(plan, library)
            found = findings(facts)
            days = rng.sample([0, 2, 4, 7, 9, 11, 14, 16, 18], 2)
            ids = rng.choice(plan.classes).design.movement_ids()
            moves: list[Move] = [
                Exchange(*days),
                CopyClass(*days),
                TakeOff((days[0],)),
                CopyWeek(days[0] // 7, days[1] // 7),
                SwapEverywhere(rng.choice(ids), rng.choice(movements)),
                ExchangeMovements(
                    Spot(days[0], 0, rng.randrange(6)), Spot(days[1], 0, rng.randrange(6))
                ),
            ]
            move = rng.choice(moves)
            try:
                after = moved(plan, library, move)
            except GrikeError:
                continue
            told = consequences(facts, found, after)
            then = findings(Facts(after, library))
            with self.subTest(move):
                self.assertEqual(told.costs[1], sum(cost_by_rule(then).values()))
                self.assertEqual(told.musts, (len(broken_musts(found)), len(broken_musts(then))))
                words = [(f.rule, f.what) for f in then]
                for finding in told.new:
                    self.assertIn((finding.rule, finding.what), words)
                self.assertEqual(list(told.days), changed_days(plan, after))
            plan = after if len(after.classes) > 3 else plan

    def test_another_sheet_is_a_consequence(self) -> None:
        """A rule that is switched off takes its findings along, and nothing else."""
        facts = Facts(a_plan(SQUATS, weeks=1), HAND)
        found = findings(facts)
        rule = next(f.rule for f in found if f.cost)
        sheet = facts.sheet.with_line(rule, mode=Mode.OFF)
        told = consequences(facts, found, reshaped(facts.plan, facts.shape, sheet))
        self.assertEqual({f.rule for f in told.gone}, {rule})
        self.assertEqual((told.new, told.days), ((), ()))
        self.assertEqual(told.costs[0] - told.costs[1], cost_by_rule(found)[rule])
