"""What a request says is judged, and what a certificate claims is true, whoever attacks it."""

from __future__ import annotations

import os
import random
import unittest
from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.cautions import Caution
from grike.core.design import ClassDesign
from grike.core.errors import GrikeError
from grike.core.focus import Focus
from grike.core.item import Item, Level
from grike.core.kit import Kit, Room
from grike.core.library import Library
from grike.core.movement import Movement, Option, Role
from grike.core.planner import PlanResult, Problem, Settings, Status, plan
from grike.core.planner.least_cost import least_cost
from grike.core.purpose import Purpose
from grike.core.rows.row import TWELFTHS, Row
from grike.core.rules import CATALOGUE, Facts, broken_musts, cost_by_rule, findings
from grike.core.rules.c9_kit import C9
from grike.core.rules.c12_ways_out import C12
from grike.core.rules.g1_cautions import G1
from grike.core.rules.g2_never import G2
from grike.core.rules.g9_level import G9
from grike.core.rules.w1_muscles import W1
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.sheet import Mode
from grike.core.volume import muscle_shares
from grike.core.wishes import Pin, Wishes
from tests.builders import (
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
from tests.core.test_outside import solve_with_highs
from tests.core.test_planner import LIBRARY

WORK = LIBRARY.of_role(Role.WORK)
#: So many random requests are attacked, each by so many steps of local search.
REQUESTS, STEPS = 40, 45
#: Requests whose bound is held against HiGHS; ./grike test --all takes as many as ever.
RELAXED = 300 if os.environ.get("GRIKE_ALL") else 100


class Asked(unittest.TestCase):
    """Rules on what a request says: kept, broken, and the boundary."""

    def test_never_holds_in_the_warm_up(self) -> None:
        """What was left out is found in warm-up and cool-down as in the work."""
        design = a_class(flow(Purpose.WARM_UP, "a"), work(circuit(1), "b"))
        week = a_plan(design, sheet=only("G2"))
        asked = replace(week, shape=replace(week.shape, wishes=Wishes(never=("a",))))
        (found,) = check("G2", asked, a_library("a", "b"))
        self.assertEqual((found.place.block, found.place.item), (0, 0))

    def test_every_day_has_its_class(self) -> None:
        """A day without a class is found, and a class without work; a closed day is none."""
        full = a_class(work(circuit(1), "a"))
        idle = a_class(flow(Purpose.WARM_UP, "a"))
        sheet = only("G7")
        self.assertEqual(check("G7", a_plan(full, full, full, sheet=sheet), a_library("a")), [])
        found = check("G7", a_plan(full, None, idle, sheet=sheet), a_library("a"))
        self.assertEqual([(f.place.week, f.place.slot) for f in found], [(0, None), (0, 2)])
        self.assertIn("no class on Wednesday.", found[0].what)
        (found_week,) = check("G7", a_plan(full, sheet=sheet), a_library("a"))
        self.assertIn("no class on Wednesday and Friday.", found_week.what)
        self.assertEqual(check("G7", a_plan(sheet=sheet), a_library("a")), [])
        dates = a_shape().slots()
        closed = a_plan(full, full, sheet=sheet, closed=frozenset({dates[1].date}))
        self.assertEqual(check("G7", closed, a_library("a")), [])

    def test_menus(self) -> None:
        """A focus that is not on the menu is found, unless the day is pinned to it."""
        menus = {0: frozenset({Focus.LOWER, Focus.UPPER})}
        sheet = only("G8")
        for focus, wishes, count in (
            (Focus.LOWER, Wishes(), 0),
            (Focus.CORE, Wishes(), 1),
            (Focus.CORE, Wishes(pins=(Pin(1, 0, focus=Focus.CORE),)), 0),
        ):
            design = a_class(work(circuit(1), "a"), focus=focus)
            week = a_plan(design, sheet=sheet, menus=menus, wishes=wishes)
            self.assertEqual(len(check("G8", week, a_library("a"))), count, (focus, wishes))

    def test_formats(self) -> None:
        """Formats that were not chosen are found; with none chosen, all may come."""
        design = a_class(work(circuit(1), "a"))
        for formats, count in ((frozenset(), 0), ({"timed-circuit"}, 0), ({"superset"}, 1)):
            week = a_plan(design, sheet=only("G8"), formats=frozenset(formats))
            self.assertEqual(len(check("G8", week, a_library("a"))), count, formats)

    def test_the_level_of_the_group(self) -> None:
        """A movement of the level is kept, one above is found, also as a harder option."""
        hard = a_movement("hard", level=2)
        climbs = a_movement("climbs", harder=Option("the hard one", "load", "hard"))
        library = a_library(hard, climbs)
        for level, item, count in (
            (2, Item("hard"), 0),
            (1, Item("hard"), 1),
            (1, Item("climbs"), 0),
            (1, Item("climbs", level=Level.HARDER), 1),
        ):
            week = a_plan(a_class(work(circuit(1), item)), sheet=only("G9"), level=level)
            self.assertEqual(len(check("G9", week, library)), count, (level, item))


class Strange(unittest.TestCase):
    def test_a_stretch_among_the_work_is_judged(self) -> None:
        """Whatever stands in a work block, each rule has an answer: it is off every focus."""
        stretch = LIBRARY.of_role(Role.COOL_DOWN)[0]
        self.assertEqual(stretch.targets, ())
        for focus in Focus:
            design = a_class(work(circuit(3), stretch.id, WORK[0].id, WORK[1].id), focus=focus)
            found = findings(Facts(a_plan(design), LIBRARY))
            self.assertTrue(found, focus)
        alone = a_class(work(circuit(3), stretch.id), focus=Focus.LOWER)
        self.assertTrue(check("C1", a_plan(alone), LIBRARY))


#: What people hold or stand on; a band is fastened to the other one.
KITS = [kit for kit in Kit if kit is not Kit.ANCHOR]


def complete(movements: Sequence[Movement]) -> Iterator[Movement]:
    """Yield movements with all that their options name, as a library holds them."""
    waiting = {movement.id for movement in movements}
    seen: set[str] = set()
    while waiting:
        movement = LIBRARY[min(waiting)]
        seen.add(movement.id)
        yield movement
        options = (movement.easier, movement.harder)
        waiting |= {o.movement_id for o in options if o is not None and o.movement_id}
        waiting -= seen


def a_request(rng: random.Random) -> tuple[SeriesPlan, Library]:
    """Return a small request with a narrow library and kit, and any rules as musts, aims or off."""
    some = rng.sample(WORK, rng.randrange(2, 24))
    some = list(complete(some))
    room = Room("Room", {kit: rng.choice((0, 1, 12)) for kit in Kit}, 30)
    cautions = tuple(rng.sample(list(Caution), rng.randrange(0, 2)))
    never = tuple(m.id for m in rng.sample(some, rng.randrange(0, 2)))
    request = a_plan(
        weekdays=(0, 2)[: rng.randrange(1, 3)],
        weeks=rng.randrange(1, 3),
        level=rng.randrange(1, 4),
        room=room,
        wishes=Wishes(cautions=cautions, never=never),
    )
    sheet = request.sheet
    for rule in CATALOGUE:
        mode = rng.choice((Mode.OFF,) * 5 + (Mode.AIM,) * 3 + (Mode.MUST,))
        sheet = sheet.with_line(rule.id, mode=mode)
    sheet = sheet.with_line("W1", mode=Mode.AIM, numbers={"least": rng.randrange(1, 9)})
    return replace(request, sheet=sheet), Library(some, "some")


def any_class(movements: Sequence[Movement], rng: random.Random) -> ClassDesign:
    """Return a class that no planner would lay out: anything of the library, in any dose."""
    ids = [m.id for m in rng.sample(movements, rng.randrange(1, min(9, len(movements) + 1)))]
    shared = rng.random() < 0.5
    items = [Item(name, level=rng.choice(list(Level))) for name in ids]
    block = work(circuit(rng.randrange(1, 8), rng.choice((20, 40, 60))), *items, stations=shared)
    return a_class(block, focus=rng.choice(list(Focus)), kit=rng.sample(KITS, 1))


def placed(request: SeriesPlan, designs: Sequence[ClassDesign]) -> SeriesPlan:
    """Return a request with a class in each of its slots."""
    slots = request.shape.slots()
    classes = (PlannedClass(slot, own) for slot, own in zip(slots, designs, strict=True))
    return replace(request, classes=tuple(classes))


class Bounds(unittest.TestCase):
    def test_no_plan_costs_less_than_the_bound(self) -> None:
        """Local search over classes of any kind never gets below what is called the least."""
        rng = random.Random(11)
        valid = above_nothing = 0
        for _ in range(REQUESTS):
            request, library = a_request(rng)
            bound = least_cost(Problem(request, library))
            movements = [*library]
            designs = [any_class(movements, rng) for _ in request.shape.slots()]
            best: int | None = None
            for _ in range(STEPS):
                tried = list(designs)
                tried[rng.randrange(len(tried))] = any_class(movements, rng)
                found = findings(Facts(placed(request, tried), library))
                cost = sum(cost_by_rule(found).values())
                if not broken_musts(found):
                    valid += 1
                    above_nothing += bound > 0
                    self.assertGreaterEqual(cost, bound)
                if best is None or cost <= best:
                    best, designs = cost, tried
        self.assertGreater(valid, 20)
        self.assertGreater(above_nothing, 10)

    def test_what_is_done_in_another_way_counts(self) -> None:
        """A squat that is too hard works its muscles where its easier option is what people do."""
        hard = a_movement("hard", level=3, easier=Option("the plain one", "range", "plain"))
        plain = a_movement("plain", targets=(Muscle.CALVES,))
        sheet = only("W1", mode=Mode.AIM, least=3, most_percent=100)
        sheet = sheet.with_line("G9", mode=Mode.MUST)
        request = a_plan(sheet=sheet, weekdays=(0,), level=1)
        library = a_library(hard, plain)
        eased = a_class(work(circuit(4), Item("hard", level=Level.EASIER), "plain"))
        found = findings(Facts(placed(request, [eased]), library))
        self.assertEqual(broken_musts(found), [])
        cost = sum(cost_by_rule(found).values())
        self.assertEqual(cost, least_cost(Problem(request, library)))

    def test_it_is_reached_where_nothing_else_is_asked(self) -> None:
        """With one movement, a class of it costs what the muscles cost that it cannot work."""
        request = a_plan(sheet=only("W1", mode=Mode.AIM, least=3, classes=1), weekdays=(0,))
        library = a_library("squat")
        bound = least_cost(Problem(request, library))
        weight = request.sheet["W1"].weight
        # Of 13.5 floors the squat gives one, that of the quadriceps.
        self.assertEqual(bound, 25 * 3 * 12 * weight // 2)
        made = placed(request, [a_class(work(circuit(4), "squat"))])
        most = replace(made, sheet=made.sheet.with_line("W1", numbers={"most_percent": 100}))
        found = findings(Facts(most, library))
        self.assertEqual(sum(cost_by_rule(found).values()), bound)

    def test_what_stays_counts(self) -> None:
        """A locked class that works a muscle gives it what nothing else could."""
        request = a_plan(
            a_class(work(circuit(3), "row")), sheet=only("W1", mode=Mode.AIM), weekdays=(0, 2)
        )
        row = a_movement("row", targets=(Muscle.LATS,), retired=False)
        library = a_library(row)
        bare = replace(request, shape=replace(request.shape, wishes=Wishes(never=("row",))))
        bare = replace(bare, sheet=bare.sheet.with_line("G2", mode=Mode.MUST))
        facts = Facts(bare, library).classes
        lone, helped = (least_cost(Problem(bare, library), kept) for kept in ((), facts))
        # The lats are a part of the back: half of the floor of four is theirs, and two classes of
        # three owe two thirds of that.
        self.assertEqual(lone - helped, 2 * 12 * 2 // 3 * bare.sheet["W1"].weight)


def may_be_done(movement: Movement, request: SeriesPlan, library: Library) -> bool:
    """Return whether the checks let some way of doing a movement through, for one person.

    Kit may be shared at as many stations as there are people, so one piece is enough.
    """
    alone = replace(request, shape=replace(request.shape, heads=1))
    slot = alone.shape.slots()[0]
    for level in Level:
        try:
            design = a_class(work(circuit(1), Item(movement.id, level=level)))
            facts = Facts(replace(alone, classes=(PlannedClass(slot, design),)), library)
            told = [
                finding
                for rule in (G1, G2, G9, C9, C12)
                for finding in rule.check(facts, rule.line(facts.sheet))
                if rule.line(facts.sheet).mode is Mode.MUST and not finding.remark
            ]
        except GrikeError:
            continue
        if not told:
            return True
    return False


def relaxed(request: SeriesPlan, library: Library) -> list[Row]:
    """Return what is left of a request if only W1 costs, and any dose of anything may be done."""
    line = W1.line(request.sheet)
    able = [movement for movement in library if may_be_done(movement, request, library)]
    rows: list[Row] = []
    for week in {slot.week for slot in request.shape.slots()}:
        for muscle in Muscle:
            terms = tuple(
                ((movement.id, week, doubled), int(TWELFTHS * share * 2**doubled))
                for movement in able
                for doubled in range(6)
                if (share := muscle_shares(movement).get(muscle, 0))
            )
            low = int(TWELFTHS * line.numbers["least"])
            rows.append(Row("W1", f"{week} {muscle}", terms, low=low, weight=line.weight))
    return rows


class AgainstHighs(unittest.TestCase):
    def test_the_relaxed_problem_costs_no_less_than_the_bound(self) -> None:
        """Source: HiGHS. Of many requests, with what the checks themselves let through."""
        rng = random.Random(5)
        above_nothing = 0
        for _ in range(RELAXED):
            request, library = a_request(rng)
            bound = least_cost(Problem(request, library))
            self.assertLessEqual(bound, round(solve_with_highs(relaxed(request, library))))
            above_nothing += bound > 0
        self.assertGreater(above_nothing, RELAXED // 3)


class Certificates(unittest.TestCase):
    def planned(self, kit: Sequence[Kit], rules: dict[str, Mode], **shape: Any) -> PlanResult:
        room = Room("Hall", dict.fromkeys((Kit.MAT, Kit.WALL, *kit), 20), 40)
        request = a_plan(level=1, heads=16, room=room, weeks=1, **shape)
        for rule, mode in rules.items():
            request = replace(request, sheet=request.sheet.with_line(rule, mode=mode))
        return plan(Problem(request, LIBRARY), None, 11, Settings())

    def test_best_is_said_of_what_is_proven_only(self) -> None:
        """The one kit that is planned repeats each day; a class by hand need not repeat it."""
        kit = (Kit.STEP, Kit.KETTLEBELL, Kit.MEDICINE_BALL)
        result = self.planned(kit, {"W1": Mode.OFF}, weekdays=(0, 1, 3, 4))
        self.assertIsNotNone(result.plan)
        self.assertEqual(result.bound, 0)
        self.assertEqual(result.status is Status.BEST, result.cost == 0)

    def test_impossible_is_said_of_what_is_proven_only(self) -> None:
        """Five movements are too few for what is planned, and enough for a class by hand."""
        five = [m for m in WORK if not m.fetched_kit and m.level == 1 and not m.one_sided][:5]
        frame = [m for m in LIBRARY if m.role is not Role.WORK]
        library = Library([*five, *frame], "five")
        request = a_plan(weeks=1, weekdays=(2,), minutes=30, level=1)
        result = plan(Problem(request, library), None, 1)
        self.assertIs(result.status, Status.UNDECIDED)
        self.assertIn("class by hand", " ".join(result.words))
        by_hand = a_class(work(circuit(3, rest=40), *(m.id for m in five)), slot_seconds=1800)
        made = placed(replace(request, sheet=only("G7")), [by_hand])
        self.assertEqual(findings(Facts(made, library)), ())
