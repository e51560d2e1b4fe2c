"""What the phone does with a class on the floor agrees with the core: bouts, cuts and time."""

from __future__ import annotations

import json
import random
import unittest
from collections import Counter
from typing import Any

from grike.api.classes.views import blocks_of
from grike.api.floor.cues import floor_cues, steps_of
from grike.core.advice.shorten import origins, shorter_and_shorter
from grike.core.bouts import Bout, Side
from grike.core.clock import class_clock
from grike.core.done import Otherwise, done_bouts
from grike.core.formats import Superset
from grike.core.formats.parameters import CircuitOrder
from grike.core.judging.class_facts import ClassFacts
from grike.core.planner import Problem, plan
from grike.core.rules import Facts
from grike.exchange.library import shipped_library
from tests.builders import FULL, a_class, a_plan, circuit, work
from tests.web.node import SAME, Call, called

RUN, OTHERWISE = "features/teach/run", "features/teach/otherwise"
AGAIN, STATIONS = "features/teach/again", "features/teach/stations"
LIBRARY = shipped_library()
#: How a bout may differ, in the order of the record.
HOW = ("instead", "more", "reps", "load", "extra")
JOINTS = ("knee", "wrist", "shoulder", "low-back", "neck")
#: How many are taught at random, and how much happens in each; seconds are thousands of the clock.
CLASSES, ACTS = 24, 12


def plain(models: list[Any]) -> list[dict[str, Any]]:
    return [json.loads(model.model_dump_json()) for model in models]


class OnTheFloor(unittest.TestCase):
    facts: Facts
    member: ClassFacts
    cues: list[dict[str, Any]]
    #: For so many blocks that stay as they are, the cues of each step.
    shorter: dict[int, list[list[dict[str, Any]]]]

    @classmethod
    def setUpClass(cls) -> None:
        made = plan(Problem(a_plan(room=FULL), LIBRARY), None, 1).plan
        assert made is not None
        cls.facts = Facts(made, LIBRARY)
        cls.member = cls.facts.classes[0]
        member = cls.member
        cls.cues = plain(floor_cues(cls.facts, member, member.design, member.clock))
        cls.shorter = {}
        for done in range(len(member.design.blocks)):
            cls.shorter[done] = [
                plain(floor_cues(cls.facts, member, step.design, class_clock(step.design, LIBRARY)))
                for step in steps_of(cls.facts, member, done, ())
            ]

    def at(self, run: dict[str, Any]) -> int:
        return int(run["cueBegan"]) + 1000

    def an_act(self, rng: random.Random, run: dict[str, Any]) -> Call:
        """Return what somebody who teaches might do next."""
        now = self.at(run)
        cue = run["cues"][run["index"]] if run["index"] < len(run["cues"]) else None
        steps = self.shorter.get(cue["block"], []) if cue else []
        choices: list[tuple[str, tuple[Any, ...]]] = [
            ("next", (now, now + rng.randrange(40_000))),
            ("back", (now,)),
            ("leaveOut", (now,)),
            ("lastRound", (now,)),
            ("longer", (10,)),
            ("instead", (rng.choice(["squat", "glute-bridge", "dead-bug"]),)),
            ("counted", (rng.randint(1, 20),)),
            ("loaded", (rng.choice([-1, 1]),)),
            ("sore", (rng.choice(JOINTS),)),
        ]
        weights = [8, 1, 1, 1, 1, 1, 2, 1, 1]
        if steps:
            choices.append(("cut", (rng.choice(steps),)))
            weights.append(1)
        if rng.random() < 0.1:
            return Call(AGAIN, "onceMore", (run,))
        name, given = rng.choices(choices, weights)[0]
        return Call(RUN, name, (run, *given))

    def taught(self, seed: int) -> list[dict[str, Any]]:
        """Return classes in which something happened, all of them one act at a time."""
        rng = random.Random(seed)
        runs = called([Call(RUN, "begin", (self.cues, 0)) for _ in range(CLASSES)])
        # Every other one has come to where reps are counted: few acts get there from the welcome.
        counted = next((n for n, cue in enumerate(self.cues) if cue["reps"]), 0)
        began = {"index": counted, "cueBegan": 1000 * self.cues[counted]["start"]}
        runs = [run | began if number % 2 else run for number, run in enumerate(runs)]
        for _ in range(ACTS):
            runs = called([self.an_act(rng, run) for run in runs])
        return list(runs)

    def key(self, one: Any) -> tuple[Any, ...]:
        return (one["block"], one["place"], one["round"], one["side"])

    def test_every_bout_is_done_or_left_out(self) -> None:
        """Whatever is tapped: what the record says and what the clock ran are the planned class."""
        planned = {self.key(cue) for cue in self.cues if cue["kind"] == "work"}
        kinds: Counter[str] = Counter()
        for run in self.taught(3):
            bouts = [self.key(cue) for cue in run["cues"] if cue["kind"] == "work"]
            ran = set(bouts)
            self.assertEqual(len(bouts), len(ran))
            told = {self.key(one): one for one in run["otherwise"]}
            how = {key: [kind for kind in HOW if one[kind]] for key, one in told.items()}
            out = {key for key, kinds_ in how.items() if not kinds_}
            self.assertEqual(len(told), len(run["otherwise"]))
            extra = {key for key, one in told.items() if one["extra"]}
            self.assertEqual(ran | out, planned | extra)
            self.assertFalse(planned & extra)
            self.assertFalse(ran & out)
            kinds.update(kind for kinds_ in how.values() for kind in kinds_ or ["out"])
            done = done_bouts(
                [b for b in self.member.clock.bouts if isinstance(b, Bout)],
                [
                    Otherwise(
                        one["block"],
                        one["place"],
                        one["round"],
                        Side(one["side"]),
                        one["movement"],
                        *(one[kind] for kind in HOW),
                    )
                    for one in run["otherwise"]
                ],
                LIBRARY,
            )
            halves = {(*b[:2], b.round) for b in done}
            self.assertEqual(halves, {key[:3] for key in ran})
            for cue in run["cues"]:
                if cue["kind"] == "work":
                    reps = told.get(self.key(cue), {}).get("reps")
                    if reps:
                        own = [b for b in done if (*b[:2], b.round, b.side) == self.key(cue)]
                        self.assertEqual([b.reps for b in own], [reps])
                    own = [b for b in done if (*b[:2], b.round) == self.key(cue)[:3]]
                    self.assertIn(cue["movement"], {b.movement.id for b in own})
        self.assertGreater(min(kinds[kind] for kind in ("out", *HOW)), 0)

    def test_what_an_early_end_cut_off_is_left_out(self) -> None:
        """What was behind is done, what was to come is left out; going back has it again."""
        planned = {self.key(cue) for cue in self.cues if cue["kind"] == "work"}
        runs = [run for run in self.taught(5) if run["index"] < len(run["cues"])]
        runs += called([Call(RUN, "counted", (self.at_reps(run), 3)) for run in runs])
        for share in (499, 500):
            ended = called(
                [Call(RUN, "end", (run, self.half_done(run, share / 500))) for run in runs]
            )
            records = called([Call(OTHERWISE, "asDone", (one,)) for one in ended])
            again = called([Call(RUN, "reopen", (one, 10_000_000)) for one in ended])
            for run, record, back in zip(runs, records, again, strict=True):
                told = record["otherwise"]
                out = {self.key(one) for one in told if not any(one[kind] for kind in HOW)}
                until = run["index"] + (share == 500 or self.counted(run))
                done = [cue for cue in run["cues"][:until] if cue["kind"] == "work"]
                extra = {self.key(one) for one in told if one["extra"]}
                self.assertEqual(planned - out | extra, {self.key(cue) for cue in done})
                self.assertEqual(back["otherwise"], run["otherwise"])
                self.assertEqual(back["cues"], run["cues"])
                self.assertFalse(out & extra)
        self.assertTrue(any(self.counted(run) for run in runs))

    def at_reps(self, run: dict[str, Any]) -> dict[str, Any]:
        """Return the class further on, where reps are counted, if it comes to such a bout."""
        ahead = range(run["index"], len(run["cues"]))
        at = next((i for i in ahead if run["cues"][i]["reps"]), run["index"])
        return run | {"index": at}

    def half_done(self, run: dict[str, Any], share: float) -> float:
        """Return when so much of half of the running cue is behind."""
        cue = run["cues"][run["index"]]
        return float(run["cueBegan"] + share * 500 * (cue["end"] - cue["start"]))

    def counted(self, run: dict[str, Any]) -> bool:
        """Return whether reps of the running bout were counted."""
        now = self.key(run["cues"][run["index"]])
        return any(one["reps"] > 0 and self.key(one) == now for one in run["otherwise"])

    def test_a_round_more_is_all_that_is_done_in_turn(self) -> None:
        """Whatever takes turns with a movement comes once more with it, and nothing else does."""
        several = 0
        for member in self.facts.classes:
            cues = plain(floor_cues(self.facts, member, member.design, member.clock))
            work = [at for at, cue in enumerate(cues) if cue["kind"] == "work"]
            run = called([Call(RUN, "begin", (cues, 0))])[0]
            more = called([Call(AGAIN, "onceMore", (run | {"index": at},)) for at in work])
            for at, after in zip(work, more, strict=True):
                where: dict[int, list[int]] = {}
                for number in work:
                    if cues[number]["block"] == cues[at]["block"]:
                        where.setdefault(cues[number]["place"], []).append(number)
                ours = where[cues[at]["place"]]
                last = max(cues[number]["round"] for number in ours)
                turns = {p for p, own in where.items() if own[0] <= ours[-1] and ours[0] <= own[-1]}
                added = after["otherwise"]
                # Of one round nothing tells what takes turns: all of it is done again.
                self.assertEqual({o["place"] for o in added}, turns if last > 1 else set(where))
                self.assertEqual({one["round"] for one in added}, {last + 1})
                several += len(turns) > 1
        self.assertGreater(several, 0)

    def test_the_phone_has_the_stations_of_the_core(self) -> None:
        """Whoever goes round sees what the desk says: in rounds, all sets in a row, in pairs."""
        several = 0
        for fmt in (
            circuit(2),
            circuit(3, order=CircuitOrder.STATIONS),
            Superset(3, 20, 40, work_seconds=30),
        ):
            ids = ("squat", "staggered-bridge", "dead-bug", "push-up")
            made = a_plan(a_class(work(fmt, *ids, stations=True)), heads=14)
            facts = Facts(made, LIBRARY)
            member = facts.classes[0]
            (block,) = blocks_of(facts, member, member.clock)
            cues = plain(floor_cues(facts, member, member.design, member.clock))
            at_work = [cue for cue in cues if cue["kind"] == "work"]
            run = called([Call(RUN, "begin", (cues, 0))])[0]
            places = called([Call(STATIONS, "stationBouts", (run, cue)) for cue in at_work])
            views = called([Call(STATIONS, "stationViews", (own, SAME, SAME)) for own in places])
            told = [
                (", ".join(one.movements), one.side.value if one.side is not None else "")
                for one in block.stations
            ]
            for view in views:
                self.assertEqual([(one["name"], one["side"]) for one in view], told)
            self.assertEqual({cue["station"] for cue in at_work}, set(range(len(told))))
            several += any(side for _, side in told)
        self.assertGreater(several, 0)

    def test_a_class_that_ran_out_is_recorded_as_it_was(self) -> None:
        """Only an end by hand cuts anything off."""
        run = called([Call(RUN, "begin", (self.cues, 0))])[0]
        over = called([Call(OTHERWISE, "asDone", (run | {"index": len(self.cues)},))])[0]
        self.assertEqual(over["otherwise"], [])

    def test_a_cut_saves_what_it_says(self) -> None:
        """The class ends as many seconds earlier as was told before it was cut."""
        runs = [run for run in self.taught(4) if run["index"] < len(run["cues"])]
        given = []
        for run in runs:
            block = run["cues"][run["index"]]["block"]
            given += [(run, step) for step in self.shorter.get(block, [])[:3]]
        saved = called([Call(RUN, "saves", pair) for pair in given])
        after = called([Call(RUN, "cut", pair) for pair in given])
        late = [
            called([Call(RUN, "late", (run, run["cueBegan"])) for run in every])
            for every in ([run for run, _ in given], after)
        ]
        self.assertGreater(sum(by > 0 for by in saved), 10)
        for by, was, is_ in zip(saved, *late, strict=True):
            self.assertAlmostEqual(was - is_, by, places=3)

    def test_a_shorter_class_knows_where_it_came_from(self) -> None:
        """Each block and item of a shortened class stands where the whole class has it."""
        design = self.member.design
        for step in shorter_and_shorter(design, LIBRARY, 0):
            for block, (number, places) in zip(
                step.design.blocks, origins(design, step.design), strict=True
            ):
                self.assertIs(block.purpose, design.blocks[number].purpose)
                for item, place in zip(block.items, places, strict=True):
                    self.assertIs(item, design.blocks[number].items[place])

    def test_pauses_make_it_late_and_ending_can_be_undone(self) -> None:
        """Half a minute of standing still is half a minute late; ended by mistake, it goes on."""
        run = called([Call(RUN, "begin", (self.cues, 0))])[0]
        paused = called([Call(RUN, "pause", (run, 5_000))])[0]
        later = called(
            [
                Call(RUN, "left", (paused, 35_000)),
                Call(RUN, "late", (paused, 35_000)),
                Call(RUN, "tick", (paused, 900_000)),
                Call(RUN, "pause", (paused, 35_000)),
            ]
        )
        first = self.cues[0]["end"] - self.cues[0]["start"]
        self.assertEqual(later[:2], [first - 5, 30])
        self.assertEqual(later[2]["index"], 0)
        on = later[3]
        self.assertEqual(called([Call(RUN, "left", (on, 35_000))])[0], first - 5)
        ended = called([Call(RUN, "end", (on, 40_000))])[0]
        self.assertEqual(
            called([Call(RUN, "isOver", (ended,)), Call(RUN, "took", (ended,))]), [True, 40]
        )
        back = called([Call(RUN, "reopen", (ended, 60_000))])[0]
        self.assertEqual(
            called([Call(RUN, "isOver", (back,)), Call(RUN, "left", (back, 60_000))]),
            [False, first - 10],
        )
