"""The rules on what a class is put together from: pairs, loads, formats, bouts, warm-up, arc.

Their numbers are common practice, no source, but where a source is named.
"""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import combinations
from typing import Any

from grike.core.advice.alternatives import alternatives
from grike.core.advice.why import why_movement
from grike.core.anatomy import Muscle, Region
from grike.core.bouts import Gap
from grike.core.class_shape import ClassShape, ShapePart
from grike.core.design import Block, ClassDesign, Role
from grike.core.expansion import steps
from grike.core.family import Family
from grike.core.focus import Focus
from grike.core.formats import (
    AddOn,
    CountedCircuit,
    Format,
    Ladder,
    LastBurst,
    RepList,
    ShortIntervals,
    StraightSets,
    Superset,
    TimedCircuit,
)
from grike.core.item import Item, Pass, Phase
from grike.core.kit import Kit
from grike.core.last_round import END_SECONDS, with_last_round
from grike.core.library import Library
from grike.core.movement import Joint, Movement, Option, Pace, Position, StandIn
from grike.core.movement import Role as Use
from grike.core.pairs import kinds_of
from grike.core.pattern import Pattern, Tier
from grike.core.planner.bands import without
from grike.core.planner.linear import Limits
from grike.core.planner.run import WeekTask
from grike.core.planner.selection import at_least_cost
from grike.core.planner.shares import MARGIN, alike, shares
from grike.core.planner.taste import Taste
from grike.core.planner.variants import variant_for
from grike.core.planner.variants.shaping import with_parts
from grike.core.purpose import Purpose
from grike.core.rehearsal import cool_down_seconds, rehearses, warm_up_seconds
from grike.core.rows.row import Row
from grike.core.rows.scope import Bay, Choice, Scope
from grike.core.rules import Facts, Finding
from grike.core.rules.p12_formats import P12
from grike.core.rules.p15_kit import kinds
from grike.core.rules.p18_calendar import most_finishes
from grike.core.sheet import Mode
from grike.core.warm_ups import WarmUps
from tests.builders import (
    FULL,
    a_class,
    a_library,
    a_movement,
    a_plan,
    check,
    circuit,
    flow,
    only,
    work,
)

M = Muscle
FLOOR = Position.SUPINE


def lift(name: str, pattern: Pattern, *targets: Muscle, **more: Any) -> Movement:
    """Return a main lift."""
    more = {"tier": Tier.MAIN, **more}
    return a_movement(name, pattern=pattern, targets=targets or (M.QUADRICEPS,), **more)


def small(name: str, pattern: Pattern, *targets: Muscle, **more: Any) -> Movement:
    """Return a movement that supports a lift."""
    return a_movement(name, pattern=pattern, targets=targets, tier=Tier.SUPPORTING, **more)


BARE = StandIn("without it")
PUSH = lift("push", Pattern.HORIZONTAL_PRESS, M.CHEST)
PULL = lift("pull", Pattern.HORIZONTAL_PULL, M.MID_BACK)
SQUAT = lift("squat", Pattern.SQUAT)
HINGE = lift("hinge", Pattern.HINGE, M.HAMSTRINGS)
CRUNCH = small("crunch", Pattern.TRUNK_FLEXION, M.ABDOMINALS, position=FLOOR)
LOADED = lift("loaded", Pattern.SQUAT, kit=(Kit.DUMBBELL_MEDIUM,), stand_in=BARE)
CURL = small("curl", Pattern.ELBOW_FLEXION, M.BICEPS, kit=(Kit.DUMBBELL_LIGHT,), stand_in=BARE)
FAST = a_movement("fast", pace=Pace.FAST, family=Family.RUN)
LIBRARY = a_library(PUSH, PULL, SQUAT, HINGE, CRUNCH, LOADED, CURL, FAST)


def block(fmt: Format, *ids: str | Item, role: Role | None = None) -> Block:
    """Return a work block with its role."""
    own = work(fmt, *ids)
    return Block(own.purpose, own.format, own.items, role=role)


def found(
    rule: str, *designs: ClassDesign, library: Library = LIBRARY, level: int = 2, **numbers: Any
) -> list[Finding]:
    """Return what a rule, as an aim, finds in a plan of some classes."""
    sheet = only(rule, mode=Mode.AIM, **numbers)
    return check(rule, a_plan(*designs, sheet=sheet, level=level, room=FULL), library)


class Pairs(unittest.TestCase):
    def paired(self, *ids: str) -> list[str]:
        """Return what is found of a class in pairs."""
        return [f.what for f in found("P6", a_class(block(Superset(2, 20, 30, reps=8), *ids)))]

    def test_push_with_pull_and_knee_with_hip(self) -> None:
        """What opposes each other makes pairs."""
        self.assertEqual(self.paired("push", "pull", "squat", "hinge"), [])

    def test_one_up_and_one_down(self) -> None:
        """Nobody lies down between two sets of a push."""
        self.assertEqual(
            self.paired("push", "crunch"), ["Push and Crunch are one up and one down."]
        )

    def test_the_same_first(self) -> None:
        """Two squats are no pair, loaded or not."""
        self.assertEqual(
            self.paired("squat", "loaded"), ["Squat and Loaded work the same muscle first."]
        )

    def test_no_two_of_a_kind(self) -> None:
        """What has a kind in common is no pair, so that at most half of a block is one kind."""
        self.assertTrue(set(kinds_of(SQUAT)) & set(kinds_of(LOADED)))
        self.assertFalse(set(kinds_of(PUSH)) & set(kinds_of(PULL)))

    def test_neither_a_region_nor_a_contrast(self) -> None:
        """Two in three for the legs and one for the arms are no theme; half and half are."""
        legs = [a_movement(f"l{n}") for n in range(3)]
        arms = [a_movement(f"a{n}", targets=(M.BICEPS,)) for n in range(3)]
        library = a_library(*legs, *arms)
        mixed = a_class(block(circuit(2), "l0", "l1", "l2", "a0"))
        self.assertEqual(found("P6", mixed, library=library, share=75), [])
        self.assertEqual(len(found("P6", mixed, library=library, share=80)), 1)
        halves = a_class(block(circuit(2), "l0", "l1", "a0", "a1"))
        self.assertEqual(found("P6", halves, library=library, share=80), [])
        pulse = a_class(block(circuit(2), "l0", "l1", "l2", "a0", role=Role.PULSE))
        self.assertEqual(found("P6", pulse, library=library, share=80), [])


class Loads(unittest.TestCase):
    def test_half_of_the_lifts_are_loaded(self) -> None:
        """Where the kit holds a loaded lift, and only from level 2 on."""
        bare = a_class(block(StraightSets(3, 30, 30, reps=8), "squat"), kit=(Kit.DUMBBELL_MEDIUM,))
        (finding,) = found("P10", bare, enough=1)
        self.assertIn("0 % of the sets of main lifts", finding.what)
        self.assertEqual(finding.cost, 18)
        self.assertEqual(found("P10", bare, enough=1, level=1), [])
        self.assertEqual(found("P10", bare, enough=2), [])
        own = a_class(
            block(StraightSets(3, 30, 30, reps=8), "squat", "loaded"), kit=(Kit.DUMBBELL_MEDIUM,)
        )
        self.assertEqual(found("P10", own, enough=1), [])

    def test_kit_that_lies_about(self) -> None:
        """Dumbbells of two weights lie together; a step that nobody uses is found."""
        self.assertEqual(len(kinds(frozenset({Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM}))), 1)
        both = (Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM)
        own = block(circuit(3), "loaded", "curl")
        self.assertEqual(found("P15", a_class(own, kit=both)), [])
        (finding,) = found("P15", a_class(own, kit=(*both, Kit.STEP)))
        self.assertIn("Steps are laid out for 0 movements", finding.what)

    def test_fetched_again_and_again(self) -> None:
        """Four changes from one kit to another in a class of 45 minutes are one for each ten."""
        ids = ["loaded", "banded"] * 4
        banded = a_movement("banded", kit=(Kit.LONG_BAND,))
        kit = (Kit.DUMBBELL_MEDIUM, Kit.LONG_BAND)
        design = a_class(*(block(circuit(1), name) for name in ids), kit=kit)
        (finding,) = found("P15", design, library=a_library(LOADED, banded), share=0, movements=1)
        self.assertEqual((finding.what[:25], finding.cost), ("Kit is fetched 7 times; 4", 6))

    def test_hinges(self) -> None:
        """Sixty loaded hinges are the most, each twenty more cost; without a load none counts."""
        bell = lift("bell", Pattern.HINGE, M.HAMSTRINGS, kit=(Kit.KETTLEBELL,))
        library = a_library(bell, HINGE)
        steps = (("bell", 4, 0), ("bell", 5, 1), ("bell", 7, 3), ("hinge", 5, 0))
        for name, sets, cost in steps:
            design = a_class(block(StraightSets(sets, 30, 30, reps=15), name))
            own = found("P17", design, library=library)
            self.assertEqual(sum(finding.cost for finding in own), 3 * cost, (name, sets))

    def test_a_class_costs_what_is_its_own(self) -> None:
        """After one with 45 loaded hinges too many, two heavy movements in a row cost as ever."""
        bell = lift("bell", Pattern.HINGE, M.HAMSTRINGS, kit=(Kit.KETTLEBELL,))
        hard = [a_movement(f"h{n}", joints={Joint.LOW_BACK: 2}) for n in range(2)]
        many = a_class(block(StraightSets(7, 30, 30, reps=15), "bell"))
        heavy = a_class(block(circuit(1), "h0", "h1"))
        plan = a_plan(many, heavy, sheet=only("P17", Mode.AIM))
        costs = [finding.cost for finding in check("P17", plan, a_library(bell, *hard))]
        self.assertEqual(costs, [9, 3])

    def test_two_heavy_ones(self) -> None:
        """Two movements that are hard on the low back do not follow each other."""
        hard = [a_movement(f"h{n}", joints={Joint.LOW_BACK: 2}) for n in range(2)]
        library = a_library(*hard, "easy")
        side = a_class(block(circuit(1), "h0", "h1", "easy"))
        apart = a_class(block(circuit(1), "h0", "easy", "h1"))
        self.assertEqual([len(found("P17", d, library=library)) for d in (side, apart)], [1, 0])

    def test_shoulders_of_a_class_for_them(self) -> None:
        """Four in a row load the shoulders, as they must where the class is for the upper body."""
        loaded = [a_movement(f"s{n}", joints={Joint.SHOULDER: 1}) for n in range(4)]
        library, row = a_library(*loaded), block(circuit(1), "s0", "s1", "s2", "s3")
        self.assertEqual(len(found("P17", a_class(row, focus=Focus.WHOLE), library=library)), 1)
        self.assertEqual(found("P17", a_class(row, focus=Focus.UPPER), library=library), [])


class Formats(unittest.TestCase):
    def faults(self, *blocks: Block, level: int = 2) -> int:
        """Return how much P12 finds."""
        return len(found("P12", a_class(*blocks), level=level))

    def test_what_suits_a_format(self) -> None:
        """No weights in lists, two movements in short intervals, one position in a ladder."""
        rungs = Ladder((10, 8, 6), rest_seconds=20)
        for fmt, ids, faults in (
            (RepList(30), ("squat", "push"), 0),
            (RepList(30), ("squat", "loaded"), 1),
            (ShortIntervals(), ("squat", "push"), 0),
            (ShortIntervals(), ("squat", "push", "pull", "hinge"), 1),
            (ShortIntervals(), ("squat", "crunch"), 1),
            (rungs, ("squat", "push"), 0),
            (rungs, ("squat", "crunch"), 1),
            (AddOn(32, 128, 3, 2), ("squat", "push"), 1),
        ):
            with self.subTest(fmt=fmt.kind, ids=ids):
                self.assertEqual(self.faults(block(fmt, *ids)), faults)

    def test_over_the_whole_class(self) -> None:
        """Lists of 330 reps, lists for beginners, and three blocks of short intervals."""
        three = [block(RepList(50), "squat", "push") for _ in range(3)]
        self.assertEqual(self.faults(*three), 0)
        self.assertEqual(self.faults(*three, block(RepList(30), "pull")), 1)
        self.assertEqual(self.faults(three[0], level=1), 1)
        self.assertEqual(self.faults(*[block(ShortIntervals(), "squat", "push")] * 3), 1)

    def test_a_long_list(self) -> None:
        """Four movements of a minute, four rounds: with a last round of its own it may be long."""
        long = a_class(block(circuit(4), "squat", "push", "pull", "hinge"))
        self.assertEqual(len(found("P12", long)), 1)
        self.assertEqual(found("P12", with_last_round(long, LIBRARY, over=840, longest=False)), [])

    def test_the_longest_bout(self) -> None:
        """A minute of squats, 45 s of curls with a weight, two minutes of easy running."""
        for name, seconds, faults in (
            ("squat", 60, 0),
            ("squat", 65, 1),
            ("curl", 45, 0),
            ("curl", 50, 1),
            ("fast", 120, 0),
        ):
            with self.subTest(name=name, seconds=seconds):
                design = a_class(block(circuit(1, seconds), name, "push"))
                own = [f for f in found("P13", design) if name.capitalize() in f.what]
                self.assertEqual(len(own), faults)
        pulses = Item("squat", seconds=70, phases=(Phase("", 60), Phase("pulses", 10)))
        self.assertEqual(found("P13", a_class(block(circuit(1, 40), pulses))), [])

    def test_how_much_is_work(self) -> None:
        """Of sets of 20 s with a minute between a fifth is work; of circuits two in three."""
        idle = a_class(block(StraightSets(4, 60, 60, reps=10), "squat", "push", role=Role.LIFT))
        what = [f.what for f in found("P14", idle)]
        self.assertTrue(any("of this part is work; 30 to 45 %" in text for text in what), what)
        busy = block(TimedCircuit(40, 20, 3), "squat", "push", "pull", role=Role.CIRCUIT)
        self.assertEqual(found("P14", a_class(busy)), [])


def warm(name: str, *rehearses: Pattern, pulse: bool = False, **more: Any) -> Movement:
    """Return a movement of a warm-up."""
    values = {"role": Use.WARM_UP, "targets": (), "prepares": (M.QUADRICEPS,)}
    return a_movement(name, **{**values, **more}, rehearses=rehearses, raises_pulse=pulse)


class WarmUp(unittest.TestCase):
    """Raise, activate, mobilise, prepare: Jeffreys 2007, from memory."""

    library = a_library(
        warm("march", pulse=True),
        warm("air-squat", Pattern.SQUAT),
        warm("air-push", Pattern.HORIZONTAL_PRESS),
        warm("roll", position=FLOOR),
        a_movement("stretch", role=Use.COOL_DOWN, targets=(), stretches=(M.QUADRICEPS,)),
        SQUAT,
        PUSH,
        HINGE,
    )
    work = block(StraightSets(3, 30, 30, reps=8), "squat", "push")

    def faults(self, *ids: str, seconds: int = 60) -> list[str]:
        """Return what is found of a class with a warm-up."""
        cool = flow(Purpose.COOL_DOWN, *["stretch"] * 3, seconds=50)
        design = a_class(flow(Purpose.WARM_UP, *ids, seconds=seconds), self.work, cool)
        return [f.what for f in found("P16", design, library=self.library)]

    def test_pulse_then_the_first_lifts(self) -> None:
        """In that order, and ending as the work begins."""
        self.assertEqual(self.faults("march", "air-push", "air-squat"), [])
        self.assertIn("does not raise the pulse", self.faults("air-push", "air-squat", "march")[0])
        self.assertIn("does not rehearse Push", self.faults("march", "march", "air-squat")[0])
        self.assertIn("ends on the floor", self.faults("march", "air-push", "air-squat", "roll")[0])

    def test_how_long(self) -> None:
        """Longer and shorter than is usual, by the length of the class."""
        self.assertIn("takes 1:30", self.faults("march", "air-push", "air-squat", seconds=30)[0])
        self.assertEqual(warm_up_seconds(2700), (150, 360))
        self.assertEqual(warm_up_seconds(1800), (120, 240))
        self.assertEqual(cool_down_seconds(2700), (120, 300))
        self.assertEqual(cool_down_seconds(1200), (120, 180))

    def test_one_is_chosen_and_put_in_order(self) -> None:
        """What is down on the floor comes before what is done as the work begins."""
        able = [m for m in self.library if m.role is Use.WARM_UP]
        ups = WarmUps(able, [SQUAT, PUSH, HINGE], 0)
        chosen = ups.first([M.QUADRICEPS])
        self.assertEqual({m.id for m in chosen}, {"march", "air-squat", "air-push"})
        order = [m.id for m in ups.in_order([*chosen, self.library["roll"]])]
        self.assertEqual(order, ["march", "roll", "air-push", "air-squat"])

    def test_nobody_gets_down_before_work_on_the_feet(self) -> None:
        """One on the floor for three groups gives way to two on the feet; it is no light squat."""
        groups = (M.QUADRICEPS, M.GLUTES, M.CHEST)
        role = {"role": Use.WARM_UP, "rehearses": (Pattern.SQUAT,)}
        down = a_movement("down", position=Position.SUPINE, prepares=groups, **role)
        legs = a_movement("legs", role=Use.WARM_UP, prepares=groups[:2], raises_pulse=True)
        arms = a_movement("arms", role=Use.WARM_UP, prepares=groups[2:])
        chosen = WarmUps([down, legs, arms], [SQUAT], 0).first(groups)
        self.assertEqual({movement.id for movement in chosen}, {"legs", "arms"})
        self.assertFalse(rehearses(down, SQUAT))
        lying = replace(SQUAT, position=Position.SUPINE)
        self.assertTrue(rehearses(down, lying))
        self.assertIn(down, WarmUps([down, legs, arms], [lying], 0).first(groups))


class Calendar(unittest.TestCase):
    plain = a_class(block(circuit(2), "squat", "push"))
    burst = a_class(block(circuit(2), "squat", "push"), block(LastBurst(work_seconds=60), "fast"))

    def faults(self, *designs: ClassDesign, **numbers: Any) -> list[str]:
        """Return what is found of classes on three days a week."""
        return [f.what for f in found("P18", *designs, **numbers)]

    def test_finishes(self) -> None:
        """One in three and the last ends with a burst, and not more than every other one."""
        plain, burst = self.plain, self.burst
        self.assertEqual(self.faults(plain, plain, burst), [])
        self.assertEqual(
            self.faults(plain, burst, plain), ["The last class of the series has no finish."]
        )
        self.assertEqual(
            self.faults(plain, plain, plain), ["0 of 3 classes end with a finish; 1 are wanted."]
        )
        self.assertEqual(
            self.faults(burst, burst, burst), ["3 of 3 classes end with a finish; 2 are the most."]
        )
        self.assertEqual([most_finishes(n) for n in (1, 2, 3, 4)], [1, 1, 2, 2])

    def test_once_a_week(self) -> None:
        """Two ladders in a week are one too many."""
        rungs = a_class(block(Ladder((10, 8, 6), rest_seconds=20), "squat", "push"))
        what = self.faults(rungs, self.plain, rungs)
        self.assertEqual(what, ["Ladder for the second time in a week."])
        self.assertEqual(self.faults(rungs, self.plain, rungs, in_a_week=2), [])

    def test_the_week_before(self) -> None:
        """A weekday looks as it did a week before, or not."""
        sheet = only("P18", mode=Mode.AIM)
        pairs = a_class(block(Superset(2, 20, 30, reps=8), "squat", "push"))
        for second, faults in ((self.plain, 2), (pairs, 1)):
            plan = a_plan(self.plain, second, weekdays=(0,), weeks=2, sheet=sheet)
            self.assertEqual(len(check("P18", plan, LIBRARY)), faults)


class Arc(unittest.TestCase):
    def test_what_comes_first(self) -> None:
        """Lifts, then the trunk, then the burst."""
        lifts = block(StraightSets(3, 30, 30, reps=8), "squat", role=Role.LIFT)
        core = block(circuit(1), "crunch", role=Role.CORE)
        end = block(LastBurst(work_seconds=60), "fast", role=Role.FINISH)
        self.assertEqual(found("P20", a_class(lifts, core, end)), [])
        (late,) = found("P20", a_class(core, lifts, end))
        self.assertIn("Lifts come after core", late.what)
        (early,) = found("P20", a_class(lifts, end, core))
        self.assertIn("The finish comes before other work", early.what)

    def test_up_and_down(self) -> None:
        """Standing and floor in turn for six rounds; standing, then the floor, is one change."""
        turn = found("P20", a_class(block(circuit(6), "squat", "crunch")))
        self.assertEqual(len(turn), 1)
        apart = a_class(block(circuit(6), "squat"), block(circuit(6), "crunch"))
        self.assertEqual(found("P20", apart), [])

    def test_something_changes(self) -> None:
        """A last round that ends in pulses does not make the class longer, nor more of it."""
        same = a_class(block(circuit(3), "squat", "push"))
        self.assertEqual([len(found("P21", same, level=n)) for n in (1, 2)], [0, 1])
        other = with_last_round(same, LIBRARY)
        self.assertEqual(found("P21", other), [])
        items = other.blocks[0].items
        self.assertEqual(items[0].passes[:2], (Pass(), Pass()))
        self.assertEqual(items[0].passes[2].finish, Phase("small pulses", END_SECONDS))
        lifts = a_class(block(StraightSets(3, 30, 30, reps=8), "squat"))
        self.assertEqual(with_last_round(lifts, LIBRARY), lifts)

    def test_the_last_pass_on_half_the_rests(self) -> None:
        """Three passes of two by reps: 30 s between in the first two, 15 s in the last."""
        fmt = CountedCircuit(10, 3, rest_seconds=30, round_rest_seconds=60)
        other = with_last_round(a_class(block(fmt, "squat", "push")), LIBRARY)
        rests = [s.seconds for s in steps(other, LIBRARY) if isinstance(s, Gap) and s.seconds]
        self.assertEqual(rests, [30, 60, 30, 60, 15])
        self.assertEqual(found("P21", other), [])


class Liked(unittest.TestCase):
    def test_standing_before_sitting_and_hard_before_calm(self) -> None:
        """Of two alike the one on a chair, or on a wall, weighs more; of finishes the easier."""
        slot = a_plan().shape.slots()[0]
        fast = {"pace": Pace.FAST, "targets": (Muscle.CALVES,)}
        alike = [
            a_movement("up"),
            a_movement("sat", position=Position.SEATED_CHAIR),
            a_movement("hard", met=9.0, **fast),
            a_movement("calm", met=4.0, **fast),
            a_movement("leant", kit=(Kit.WALL,), harder=Option("stand", "base", movement_id="up")),
        ]
        for seed in range(20):
            choices = [Choice(m, 0, 1, 12, 100, 0, aside=True) for m in alike]
            bay = Bay(0, slot, Focus.WHOLE, 2, None, tuple(choices))
            liked = Taste({}, seed).weights(Scope([bay], []))
            up, sat, hard, calm, leant = (liked[choice.key] for choice in choices)
            self.assertLess(up, min(sat, leant))
            self.assertLess(hard, calm)


class OnOneLevel(unittest.TestCase):
    def test_blocks_stay_standing_or_on_the_floor(self) -> None:
        """Two blocks of two: an even number is done on the floor, by rows as by the check."""
        ids = ("squat", "push", "hinge", "crunch")
        sheet = only("P12", mode=Mode.AIM)
        slot = a_plan(sheet=sheet).shape.slots()[0]
        choices = tuple(Choice(LIBRARY[i], 0, 1, 12, 100, 0) for i in ids)
        quick = ((frozenset(choice.key for choice in choices), 2),)
        bay = Bay(0, slot, Focus.WHOLE, 4, None, choices, quick=quick)
        rows = P12.rows
        assert rows is not None
        for chosen in combinations(ids, 2):
            given_ = [
                Row("given", "", ((c.key, 1),), low=n, high=n)
                for c in choices
                for n in [int(c.movement.id in chosen)]
            ]
            own = list(rows(Scope([bay], []), P12.line(sheet)))
            cost = at_least_cost([*given_, *own], Limits(1, 10, 1)).cost
            faults = found("P12", a_class(block(ShortIntervals(), *chosen)))
            self.assertEqual(bool(cost), bool(faults), chosen)


class Rising(unittest.TestCase):
    def test_main_lifts_follow_the_steps(self) -> None:
        """Three sets, then three: 5 % up within 15 % is 2.7 to 3.6; two are too few."""
        sheet = only("P8", mode=Mode.AIM)
        lifts = [a_class(block(StraightSets(n, 30, 30, reps=8), "squat")) for n in (3, 3, 2)]
        steady = a_plan(lifts[0], lifts[1], weekdays=(0,), weeks=2, sheet=sheet)
        self.assertEqual(check("P8", steady, LIBRARY), [])
        fewer = a_plan(lifts[0], lifts[2], weekdays=(0,), weeks=2, sheet=sheet)
        what = [f.what for f in check("P8", fewer, LIBRARY)]
        self.assertEqual(what[0], "Main lifts have 2 sets; 2.7 to 3.6 are the step.")
        self.assertIn("People work for", what[1])


class Filling(unittest.TestCase):
    """What a week is asked for, and what a shape leaves of it."""

    def test_an_aim_that_nothing_could_keep(self) -> None:
        """Two lifts are wanted and one is there: the aim is left out, a must is not."""
        rows = (
            Row("P7", "", (("a", 1),), low=2, weight=6),
            Row("P7", "", (("a", 1), ("b", 1)), low=2, weight=6),
            Row("W1", "", (("a", 1),), low=2),
            Row("P6", "", (("a", 1),), high=0, weight=3),
        )
        task = WeekTask(0, {}, Scope((), ()), rows)
        self.assertEqual(without(task, frozenset()).rows, rows[1:])
        self.assertEqual(without(task, frozenset({"P6", "W1"})).rows, rows[1:3])

    def test_what_a_shape_gives(self) -> None:
        """Four of six for the legs, two for the arms: a part of two slots takes what is there."""
        legs = [lift(f"l{n}", Pattern.SQUAT) for n in range(4)]
        pulls = [lift(f"p{n}", Pattern.HORIZONTAL_PULL, M.MID_BACK) for n in range(2)]
        part = ShapePart(Role.LIFT, "lifts", StraightSets(3, 30, 30, reps=8), (2,))
        shape = ClassShape("two", "Two", "Two lifts.", (part,))
        fitted = variant_for(part.format, 1, 2)
        assert fitted is not None
        variant = with_parts(shape, [fitted], 2)
        kinds = alike(variant, Focus.CONDITIONING, [*legs, *pulls])
        self.assertEqual(sorted(kinds.values()), [2, 4])
        found_shares = shares(variant, Focus.CONDITIONING, kinds)
        assert found_shares is not None
        low, high = found_shares[Region.LOWER]
        self.assertAlmostEqual(low, 6 * MARGIN)
        self.assertAlmostEqual(high, 6 * (1 - MARGIN))
        alone = alike(variant, Focus.CONDITIONING, legs[:1])
        self.assertIsNone(shares(variant, Focus.CONDITIONING, alone))


class ThereFor(unittest.TestCase):
    """What a movement is there for, as the page tells it."""

    def test_part_pair_and_the_week_before(self) -> None:
        """A row in a pair, in place of the other row of the same day a week ago."""
        row = lift("row", Pattern.HORIZONTAL_PULL, M.MID_BACK)
        library = Library([*LIBRARY, row], "with a row")
        first = a_class(block(Superset(2, 20, 30, reps=8), "push", "row", role=Role.PAIRS))
        second = a_class(block(Superset(2, 20, 30, reps=8), "push", "pull", role=Role.PAIRS))
        facts = Facts(a_plan(first, second, weekdays=(0,), weeks=2, room=FULL), library)
        told = why_movement(facts, 1, 0, 1).there_for
        self.assertEqual(
            told,
            (
                "It is a main lift (horizontal pull) in the pairs part",
                "It makes a pair with Push: push with pull",
                "It stands for Row of week 1 Monday",
            ),
        )

    def test_an_alternative_of_another_pattern(self) -> None:
        """A squat in place of a row says so; another row does not."""
        row = lift("row", Pattern.HORIZONTAL_PULL, M.MID_BACK, M.LATS)
        library = Library([*LIBRARY, row], "with a row")
        facts = Facts(a_plan(a_class(block(circuit(2), "pull", "push")), room=FULL), library)
        said = {own.movement.id: own.effects for own in alternatives(facts, 0, 0, 0)}
        self.assertIn("squat in place of horizontal pull", said["squat"])
        self.assertFalse(any("in place of" in words for words in said["row"]))


if __name__ == "__main__":
    unittest.main()
