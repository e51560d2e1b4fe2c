"""What a series is planned on: what fits, what is left, how far is looked, and the guard."""

from __future__ import annotations

import unittest
from collections import Counter
from collections.abc import Mapping
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from unittest import mock

from grike.core.advice.alternatives import alternatives
from grike.core.design import Block, ClassDesign
from grike.core.editing import handling_for, stands, swapped, work_blocks
from grike.core.expansion import steps
from grike.core.family import Family
from grike.core.focus import Focus
from grike.core.formats import (
    LastBurst,
    NoRestCircuit,
    OnTheMinute,
    ShortIntervals,
    StraightSets,
    StrengthPulse,
    Superset,
    ThreePace,
    TimeCap,
)
from grike.core.item import Handling, Item, Level
from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Dose, Movement, Pace, Sides
from grike.core.planner import PlanResult, Problem, Settings, plan
from grike.core.planner.alone import hopeless
from grike.core.planner.cells import Theme, largest_class, region_supply
from grike.core.planner.grounds import Grounds, training_guess
from grike.core.planner.laying import asked_otherwise, trouble
from grike.core.planner.linear import Limits, Outcome, Solved
from grike.core.planner.pool import pool_report
from grike.core.planner.problem import NeverStop
from grike.core.planner.refill import refill
from grike.core.planner.rolling import _week
from grike.core.planner.run import Failure, Run, WeekAnswer, WeekTask
from grike.core.planner.selection import training_of
from grike.core.planner.shares import conditioning_share
from grike.core.planner.skeleton import Cell, SkeletonTask, skeleton
from grike.core.planner.standing import variant_of
from grike.core.planner.supply import Supply
from grike.core.planner.variants import variants, variants_of, with_burst
from grike.core.planner.variants.last_burst import BurstVariant
from grike.core.planner.variants.shaped import ShapedVariant
from grike.core.planner.variants.time_cap import TimeCapVariant
from grike.core.planner.variants.timed_circuit import CircuitVariant
from grike.core.planner.weeks import week_task
from grike.core.purpose import Purpose
from grike.core.rows.row import Row
from grike.core.rows.scope import Scope, WeekSteps
from grike.core.rules import Facts, broken_musts, default_sheet, findings
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.sheet import Mode
from grike.core.volume import Yardstick
from grike.exchange.shapes import shipped_shapes
from tests.builders import FULL, a_class, a_library, a_movement, a_plan, circuit, only, work
from tests.core.test_planner import LIBRARY, made
from tests.core.test_planner_faults import AfterSomeCalls

LIMITS = Limits(5.0, 60.0, 1)
#: More often than a week is tried.
FOR_EVER = 99
SPICE = ("ladder", "rep-list", "add-on", "on-the-minute", "strength-pulse", "no-rest-circuit")


@lru_cache
def in_other_formats() -> PlanResult:
    """Return two weeks of three classes for which only the rarer formats were chosen."""
    request = a_plan(room=FULL, weeks=2, formats=frozenset((*SPICE, "intervals-20-10")))
    sheet = request.sheet.with_line("W8", mode=Mode.OFF)
    return plan(Problem(replace(request, sheet=sheet), LIBRARY), None, 2)


class OtherFormats(unittest.TestCase):
    """Plans from formats that ask something of their movements."""

    def test_every_must_holds_and_only_those_formats_come(self) -> None:
        """The checks find no must; nothing but what was chosen is planned."""
        facts = Facts(made(in_other_formats()), LIBRARY)
        self.assertEqual([f.what for f in broken_musts(findings(facts))], [])
        kinds = {member.design.main_format() for member in facts.classes}
        self.assertLessEqual(kinds, {*SPICE, "intervals-20-10"})
        self.assertGreater(len(kinds), 2)

    def test_each_class_is_read_back_as_the_variant_it_stands_in(self) -> None:
        """Blocks, slots and format of a planned class give its variant again."""
        for planned in made(in_other_formats()).classes:
            variant = variant_of(planned.design, LIBRARY)
            first = planned.design.blocks[work_blocks(planned.design)[0]]
            self.assertEqual(variant.format, first.format)
            self.assertEqual(variant.blocks, len(work_blocks(planned.design)))

    def test_re_fills_keep_the_format_and_every_must(self) -> None:
        """Each class with other movements: same blocks, no must broken that was kept before."""
        series = made(in_other_formats())
        for planned in series.classes:
            again = refill(Problem(series, LIBRARY), planned.slot.index, 5)
            self.assertEqual(again.design.main_format(), planned.design.main_format())
            changed = series.with_class(again)
            broken = broken_musts(findings(Facts(changed, LIBRARY)))
            self.assertEqual([f.what for f in broken], [])
            self.assertNotEqual(again.design.movement_ids(), planned.design.movement_ids())

    def test_alternatives_can_stand_where_they_are_offered(self) -> None:
        """Whatever the format, what is offered can be put in and taught."""
        facts = Facts(made(in_other_formats()), LIBRARY)
        for member in facts.classes[:4]:
            block = work_blocks(member.design)[0]
            for entry in alternatives(facts, member.slot.index, block, 0, most=3):
                changed = swapped(member.design, block, 0, entry.movement.id, library=LIBRARY)
                self.assertTrue(steps(changed, LIBRARY))


class Standing(unittest.TestCase):
    """Whether a class can be laid out, and how a movement shares its sides."""

    LIBRARY = a_library(
        a_movement("fast", pace=Pace.FAST),
        a_movement("calm", sides=Sides.ONE),
        a_movement("held", pace=Pace.STILL),
        a_movement("long", seconds_per_rep=7.0, sides=Sides.ONE),
    )

    def test_three_paces_need_all_three(self) -> None:
        """Without the held one a round cannot be taught."""
        design = a_class(work(ThreePace(), "fast", "calm", "held"))
        self.assertTrue(stands(design, self.LIBRARY))
        self.assertFalse(stands(swapped(design, 0, 2, "long", library=self.LIBRARY), self.LIBRARY))

    def test_a_minute_must_hold_both_sides(self) -> None:
        """Ten reps of 2 s a side fill 40 s; of 7 s a side they run over."""
        design = a_class(work(OnTheMinute(4, 10), "calm", "fast"))
        self.assertTrue(stands(design, self.LIBRARY))
        self.assertFalse(stands(swapped(design, 0, 0, "long", library=self.LIBRARY), self.LIBRARY))

    def test_where_sides_share_a_bout(self) -> None:
        """Split where a bout is for both sides, two bouts where each side has its own."""
        one = self.LIBRARY["calm"]
        for fmt, expected in (
            (NoRestCircuit(30), Handling.SPLIT),
            (StrengthPulse(), Handling.SPLIT),
            (ThreePace(), Handling.SPLIT),
            (Superset(3, 40, 60, work_seconds=40), Handling.SPLIT),
            (Superset(3, 40, 60, reps=10), Handling.TWO_BOUTS),
            (StraightSets(3, 30, 45, reps=10), Handling.TWO_BOUTS),
            (ShortIntervals(), Handling.TWO_BOUTS),
        ):
            names = ("fast", "calm", "held") if isinstance(fmt, ThreePace) else ("fast", "calm")
            design = a_class(work(fmt, *names))
            self.assertIs(handling_for(design, 0, one), expected, fmt)
            self.assertIs(handling_for(design, 0, self.LIBRARY["fast"]), Handling.TWO_BOUTS)


class Fits(unittest.TestCase):
    def kinds(self, movements: list[Movement], focus: Focus) -> Counter[str]:
        """Return how many variants of each kind fit a focus on body weight."""
        ways = {"seated": LIBRARY["squat"].seated, "stand_in": LIBRARY["squat"].seated}
        full = [replace(m, **ways) for m in movements]  # type: ignore[arg-type]
        grounds = Grounds(Problem(a_plan(), a_library(*full)))
        return Counter(grounds.variants[v].kind for f, t, v in grounds.fits if (f, t) == (focus, 0))

    def test_formats_need_movements_that_suit_them(self) -> None:
        """Forty slow squats fill sets and circuits, no list of fifty, nothing to music or pulse."""
        slow = [a_movement(f"m{n}", seconds_per_rep=3.5) for n in range(40)]
        found = self.kinds(slow, Focus.LOWER)
        self.assertTrue(found["straight-sets"] and found["timed-circuit"] and found["superset"])
        for kind in ("rep-list", "add-on", "strength-pulse", "intervals-20-10"):
            self.assertEqual(found[kind], 0, kind)

    def test_the_pulse_half_must_be_there(self) -> None:
        """Strength and pulse needs enough of both: five for four places are, four are not."""
        calm = [a_movement(f"m{n}") for n in range(40)]
        fast = [a_movement(f"f{n}", pace=Pace.FAST) for n in range(5)]
        self.assertGreater(self.kinds([*calm, *fast], Focus.LOWER)["strength-pulse"], 0)
        self.assertEqual(self.kinds([*calm, *fast[:4]], Focus.LOWER)["strength-pulse"], 0)

    def test_conditioning_needs_a_shape_that_takes_it(self) -> None:
        """Steady pairs and a burst: only the burst is for the pulse, and it is short.

        By hand: 45 s of its own, the pairs not; all of the pairs besides would be the whole.
        """
        shape = replace(a_plan(room=FULL).shape, class_shapes=shipped_shapes())
        sheet = default_sheet().with_line("C1", numbers={"share": 70})
        grounds = Grounds(Problem(SeriesPlan(shape, sheet), LIBRARY))
        fit = {grounds.variants[v].kind for f, _, v in grounds.fits if f is Focus.CONDITIONING}
        self.assertIn("stations", fit)
        self.assertNotIn("counted-pairs", fit)
        shaped = (v for v in grounds.variants if isinstance(v, ShapedVariant))
        pairs = next(v for v in shaped if v.shape_id == "counted-pairs")
        rest = pairs.work_seconds() - 45
        self.assertAlmostEqual(conditioning_share(pairs, {1: 1}), 45 / (45 + rest))
        self.assertEqual(conditioning_share(pairs, {0: pairs.fitted[0].slots}), 1)
        self.assertEqual(conditioning_share(pairs, {}), 0)

    def test_a_whole_body_class_needs_every_region(self) -> None:
        """Twelve squats and no push: no whole-body class; running counts for no region."""
        legs = [a_movement(f"m{n}") for n in range(12)]
        theme = Theme(frozenset(), tuple(legs))
        self.assertEqual(largest_class(Focus.WHOLE, theme, 0.6, 0.2), 0)
        self.assertEqual(largest_class(Focus.WHOLE, theme, 0.6), 6)
        run = a_movement("run", family=Family.RUN)
        self.assertEqual(sum(region_supply([run]).values()), 0)

    def test_sets_needed(self) -> None:
        """10 groups of 4 sets and 7 of 2; a movement of one target gives one a set: 54."""
        problem = Problem(a_plan(), a_library(*(a_movement(f"m{n}") for n in range(3))))
        grounds = Grounds(problem)
        grounds.every = tuple(a_movement(f"m{n}") for n in range(3))
        self.assertEqual(grounds.sets_needed(default_sheet()["W1"].numbers["least"]), 54)


class Left(unittest.TestCase):
    """What is left for a class, worked by hand: 20 squats, of which the first 6 were used."""

    MOVEMENTS = tuple(a_movement(f"m{n}", foundation=n >= 10) for n in range(20))

    def supply(self, week: int, **modes: Mode) -> dict[Focus, int]:
        """Return what the third class finds, in week 1, or with its first two in week 1 in 2."""
        library = a_library(*self.MOVEMENTS)
        weekdays = (0, 2, 4) if week == 0 else (0, 2)
        plan_ = a_plan(weekdays=weekdays, weeks=2)
        slots = plan_.shape.slots()
        designs = [a_class(work(circuit(), *(f"m{n + k}" for k in range(3)))) for n in (0, 3)]
        kept = {
            n: ClassFacts(PlannedClass(slots[n], d), library, frozenset(), Settings().paces.of(n))
            for n, d in enumerate(designs)
        }
        sheet = default_sheet()
        for rule, mode in modes.items():
            sheet = sheet.with_line(rule, mode=mode)
        found = Supply(slots[2], kept, frozenset(), sheet)
        return found.slots(Theme(frozenset(), self.MOVEMENTS))

    def test_what_was_used_is_gone_and_the_focus_needs_its_share(self) -> None:
        """14 are left; all are on the lower body, so that 14 stand; none is on the upper."""
        found = self.supply(0)
        self.assertEqual((found[Focus.LOWER], found[Focus.UPPER]), (14, 0))

    def test_without_a_gap_everything_is_there(self) -> None:
        """D4 off: all twenty."""
        self.assertEqual(self.supply(0, D4=Mode.OFF)[Focus.LOWER], 20)

    def test_later_weeks_learn_little(self) -> None:
        """Week 2: ten are foundation, and of the four that are new only as many as D8 allows."""
        most = default_sheet()["D8"].whole("most")
        self.assertEqual(self.supply(1)[Focus.LOWER], 10 + min(most, 4))
        self.assertEqual(self.supply(1, D8=Mode.OFF)[Focus.LOWER], 14)

    def test_where_nothing_is_asked_of_the_focus(self) -> None:
        """C1 off: what is left can be about anything."""
        found = self.supply(0, C1=Mode.OFF)
        self.assertEqual((found[Focus.UPPER], found[Focus.WHOLE]), (14, 14))


class Looking(unittest.TestCase):
    def test_two_weeks_ahead(self) -> None:
        """With a horizon of two weeks only these get cells."""
        problem = Problem(a_plan(weeks=6, room=FULL), LIBRARY)
        task = SkeletonTask(problem, {}, Grounds(problem), horizon=2)
        found = skeleton(task, LIMITS)
        self.assertIs(found.outcome, Outcome.FOUND)
        self.assertEqual({cell.slot.week for cell in found.cells.values()}, {0, 1})

    def test_steps_of_later_weeks_still_count(self) -> None:
        """A rise that no format can follow for ten weeks is found before the first is filled."""
        request = a_plan(weeks=10, room=FULL)
        steep = only("W7", mode=Mode.MUST, rise=30, cap=40)
        problem = Problem(replace(request, sheet=steep), LIBRARY)
        for horizon in (2, None):
            task = SkeletonTask(problem, {}, Grounds(problem), horizon=horizon)
            self.assertIs(skeleton(task, LIMITS).outcome, Outcome.IMPOSSIBLE, horizon)

    def test_harder_options_make_up_what_the_slot_cannot_hold(self) -> None:
        """A step by a fifth more than the longest formats give is made by harder options."""
        request = a_plan(weeks=2, room=FULL, formats=frozenset({"timed-circuit"}))
        most = max(v.work_seconds() for v in Grounds(Problem(request, LIBRARY)).variants)
        sheet = only("W7", mode=Mode.MUST, rise=15, cap=20, within=1, lighter_every=9)
        problem = Problem(replace(request, sheet=sheet), LIBRARY)
        # The first week is full already: three classes of the longest format.
        task = SkeletonTask(problem, {}, Grounds(problem), week_training={0: Fraction(3 * most)})
        self.assertIs(skeleton(task, LIMITS).outcome, Outcome.IMPOSSIBLE)
        found = skeleton(replace(task, harder=True), LIMITS)
        second = [c.variant for c in found.cells.values() if c.slot.week == 1]
        self.assertIn(Level.HARDER, {variant.level for variant in second})
        got = sum(training_guess(v, sheet.yardstick, ()) for v in second) / 100
        self.assertTrue(1.13 <= got / (3 * most) <= 1.17, got)

    def test_there_and_back(self) -> None:
        """What is done harder says so, whatever stands in it, and done plainly is itself again."""
        plain = a_plan(room=FULL)
        inside = replace(plain, shape=replace(plain.shape, class_shapes=shipped_shapes()))
        every = [*variants(45 * 60), *variants_of(inside)]
        self.assertTrue({type(own) for own in every} > {BurstVariant, ShapedVariant})
        for own in every:
            harder = own.at_level(Level.HARDER, frozenset({"squat"}))
            self.assertIs(harder.level, Level.HARDER)
            self.assertEqual(harder.at_level(Level.MAIN), own)

    def test_harder_classes_say_so_in_their_items(self) -> None:
        """Every movement that has a harder option is put in it, and counts for a fifth more."""
        plain, harder = a_movement("plain", harder=None), a_movement("more")
        variant = CircuitVariant(circuit(3), 1, 2).at_level(Level.HARDER)
        block = variant.block_for([plain, harder], {})
        self.assertEqual([item.level for item in block.items], [Level.MAIN, Level.HARDER])
        given = variant.block_for([harder], {"more": Item("more")})
        self.assertIs(given.items[0].level, Level.MAIN)
        worth = [training_of(variant, m, Yardstick.SECONDS) for m in (plain, harder)]
        self.assertEqual(worth, [12_000, 14_400])
        design = a_class(block)
        self.assertIs(variant_of(design, a_library(plain, harder)).level, Level.MAIN)
        both = a_class(variant.block_for([harder, a_movement("other")], {}))
        self.assertIs(variant_of(both, a_library(harder, "other")).level, Level.HARDER)


class ReadBack(unittest.TestCase):
    """The variant is read back from a class that was made of it."""

    def test_rounds_in_a_cap(self) -> None:
        """Blocks whose caps were set to other minutes are still one format of so many rounds."""
        variant = TimeCapVariant(TimeCap(10, 10), 2, 4, 3)
        quick = [a_movement(f"q{n}", seconds_per_rep=1.5) for n in range(4)]
        slow = [a_movement(f"s{n}", seconds_per_rep=3.0) for n in range(4)]
        blocks = [variant.block_for(group, {}) for group in (quick, slow)]
        self.assertNotEqual(blocks[0].format, blocks[1].format)
        found = variant_of(a_class(*blocks), a_library(*quick, *slow))
        self.assertEqual((found.kind, found.sets, found.slots), ("time-cap", 3, 8))

    def test_a_burst_at_the_end(self) -> None:
        """What comes before it is found as it was; the burst goes to the fast movement."""
        variant = with_burst(CircuitVariant(circuit(3), 1, 4))
        fast = a_movement("fast", pace=Pace.FAST)
        calm = [a_movement(f"c{n}") for n in range(4)]
        groups = variant.in_blocks([*calm, fast])
        design = a_class(*(variant.block_for(group, {}) for group in groups))
        found = variant_of(design, a_library(*calm, fast))
        self.assertEqual(found, variant)
        self.assertEqual(found.kinds, ("timed-circuit", "last-burst"))


class Alone(unittest.TestCase):
    """A class that nothing could fill is found out, and not tried again beside any other."""

    def test_the_one_that_is_to_blame(self) -> None:
        """A conditioning class of steady pairs among three that can be: only it is hopeless."""
        shape = replace(a_plan(room=FULL, weeks=1).shape, class_shapes=shipped_shapes())
        sheet = default_sheet().with_line("C1", numbers={"share": 70})
        problem = Problem(SeriesPlan(shape, sheet), LIBRARY)
        run = Run(problem, Settings(), NeverStop(), 1, pool_report(problem))
        task = SkeletonTask(problem, {}, run.pool.grounds, horizon=1)
        cells = dict(skeleton(task, LIMITS).cells)
        pairs = next(v for v in run.pool.grounds.variants if v.shape_id == "counted-pairs")
        bad = replace(cells[1], focus=Focus.CONDITIONING, variant=pairs)
        self.assertEqual(list(hopeless(run, week_task(run, 0, cells))), [])
        found = list(hopeless(run, week_task(run, 0, {**cells, 1: bad})))
        self.assertEqual([cell.slot.index for cell in found], [1])

    def test_it_is_not_tried_again(self) -> None:
        """Each first choice that is called hopeless is another one in the next pattern."""
        problem = Problem(a_plan(room=FULL, weeks=1), LIBRARY)
        grounds = pool_report(problem).grounds
        cells = skeleton(SkeletonTask(problem, {}, grounds, horizon=1), LIMITS).cells
        refused = tuple(cells.values())
        again = skeleton(
            SkeletonTask(problem, {}, grounds, hopeless=refused, horizon=1), LIMITS
        ).cells
        self.assertEqual(len(again), len(cells))
        for index, cell in again.items():
            was = cells[index]
            self.assertNotEqual(
                (cell.focus, cell.theme.kit, cell.variant), (was.focus, was.theme.kit, was.variant)
            )


class GoingBack(unittest.TestCase):
    """A week that cannot be filled frees the one before it, and then a series begins anew."""

    def stages(self, fails: int, restarts: int = 0) -> tuple[list[str], bool]:
        """Return the stages of three weeks of which the last fails so often, and if it ends."""
        told: list[str] = []
        left = [fails]
        filled: dict[int, WeekAnswer | Failure] = {}

        def week(run: Run, number: int, cells: Mapping[int, Cell]) -> WeekAnswer | Failure:
            if number == 2 and left[0]:
                left[0] -= 1
                return Failure("movements", number)
            # Where the last week never comes, it is no matter that the others come as they were.
            if fails < FOR_EVER or number not in filled:
                filled[number] = _week(run, number, cells)
            return filled[number]

        settings = Settings(restarts=restarts, on_progress=lambda p: told.append(p.stage))
        problem = Problem(a_plan(room=FULL, weeks=3), LIBRARY)
        with mock.patch("grike.core.planner.rolling._week", week):
            result = plan(problem, None, 1, settings)
        if result.plan is not None:
            found = findings(Facts(result.plan, LIBRARY))
            self.assertEqual(broken_musts(found), [])
        return [stage for stage in told if stage.startswith("Week")], result.plan is not None

    def test_once(self) -> None:
        """Week 2 is planned twice, and the series is complete and keeps every must."""
        stages, planned = self.stages(1)
        again = "Week 2, again, since week 3 could not be filled"
        self.assertEqual(stages[:5], ["Week 1", "Week 2", "Week 3", again, "Week 3"])
        self.assertTrue(planned)

    def test_not_for_ever(self) -> None:
        """After three times it is given up, and so from three seeds where musts give way."""
        stages, planned = self.stages(FOR_EVER)
        self.assertEqual(sum(stage.startswith("Week 2") for stage in stages), 4 + 3 * 4)
        self.assertTrue(any("what may give way" in stage for stage in stages))
        self.assertFalse(planned)

    def test_then_it_is_begun_anew_and_said(self) -> None:
        """After the fourth failure the whole series begins again from another seed."""
        stages, planned = self.stages(4, restarts=1)
        anew = [stage for stage in stages if stage.endswith("a later week could not be filled")]
        self.assertEqual(
            [stage.partition(",")[0] for stage in anew], ["Week 1", "Week 2", "Week 3"]
        )
        self.assertTrue(planned)

    def test_another_way_is_said(self) -> None:
        """A class a week cannot give every muscle nine sets, so that two other seeds are tried."""
        told: list[str] = []
        settings = Settings(improve_rounds=0, on_progress=lambda p: told.append(p.stage))
        request = a_plan(room=FULL, weeks=2, weekdays=(2,), minutes=30)
        sheet = request.sheet.with_line("W1", numbers={"least": 9})
        result = plan(Problem(replace(request, sheet=sheet), LIBRARY), None, 1, settings)
        self.assertGreater(result.cost, 0)
        self.assertEqual(told.count("Week 1, tried another way, since some aims are missed"), 2)


class Guard(unittest.TestCase):
    """Classes that break a must once they are laid out are not taken."""

    def broken(self, design: ClassDesign, steps: WeekSteps | None = None) -> bool:
        library = a_library(*(a_movement(f"m{n}", dose=Dose((5, 20), (20, 60))) for n in range(6)))
        request = a_plan(weekdays=(0,), weeks=1)
        sheet = request.sheet
        for rule in sheet.lines.keys() - {"W7", "C1", "C2", "C4", "C11"}:
            sheet = sheet.with_line(rule, mode=Mode.OFF)
        problem = Problem(replace(request, sheet=sheet), library)
        run = Run(problem, Settings(), AfterSomeCalls(10), 1, pool_report(problem))
        task = WeekTask(0, {}, Scope([], [], steps or WeekSteps()), ())
        planned = (PlannedClass(problem.slots[0], design),)
        return trouble(run, WeekAnswer(task, Solved(Outcome.FOUND), planned))[0] > 0

    def test_off_its_step(self) -> None:
        """Six bouts of 40 s are 240 s of training: inside 230 to 250, above 200 to 239."""
        design = a_class(work(circuit(1), *(f"m{n}" for n in range(6))), focus=Focus.LOWER)
        self.assertFalse(self.broken(design, WeekSteps({0: (23_000, 25_000)})))
        self.assertTrue(self.broken(design, WeekSteps({0: (20_000, 23_900)})))

    def test_off_its_focus(self) -> None:
        """A class of squats is for the lower body and not for the core."""
        squats = a_class(work(circuit(1), *(f"m{n}" for n in range(6))), focus=Focus.LOWER)
        self.assertFalse(self.broken(squats))
        self.assertTrue(self.broken(replace(squats, focus=Focus.CORE)))

    def test_asked_for_as_much_less(self) -> None:
        """100 chosen, 120 laid out: asked for 70 to 90, the same surplus gives 90 to 110."""
        a, b = ("movement", "a", 0), ("movement", "b", 0)
        step = Row("W7", "week 2", ((a, 100), (b, 50)), low=90, high=110)
        other = Row("W1", "week 2", ((a, 1),), low=1)
        moved = asked_otherwise([step, other], {a}, 120)
        self.assertEqual([(row.low, row.high) for row in moved], [(70, 90), (1, None)])

    def test_over_the_slot_and_without_a_breather(self) -> None:
        """What fits passes; over the slot, or 14 minutes without a breather, does not."""
        names = [f"m{n}" for n in range(6)]
        self.assertFalse(self.broken(a_class(work(circuit(1), *names), focus=Focus.LOWER)))
        self.assertTrue(self.broken(a_class(work(circuit(9), *names))))
        self.assertTrue(self.broken(a_class(work(NoRestCircuit(70, 2), *names))))
        burst = Block(Purpose.WORK, LastBurst(work_seconds=60), work(circuit(), "m5").items)
        self.assertFalse(
            self.broken(a_class(work(circuit(1), *names[:5]), burst, focus=Focus.LOWER))
        )
