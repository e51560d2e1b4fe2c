"""A class of twenty minutes is taught at ten times the speed; its record holds to the second."""

from __future__ import annotations

import itertools
import time
from typing import Any

from selenium.webdriver.common.keys import Keys

from grike.core.bouts import Bout
from grike.core.design import Block, ClassDesign
from grike.core.done import done_bouts
from grike.core.expansion import steps
from grike.core.focus import Focus
from grike.core.formats import Flow, StraightSets, TimedCircuit
from grike.core.item import Item
from grike.core.purpose import Purpose
from grike.core.series import PlannedClass
from grike.exchange.library import shipped_library
from grike.store import changes, series
from tests.browser.test_floor import OnThePhone
from tests.builders import items, long

SPEED = 10
LIBRARY = shipped_library()
#: Two minutes of warm-up, lifts that are counted, a circuit with a one-sided movement, an end.
DESIGN = ClassDesign(
    "Twenty minutes",
    Focus.WHOLE,
    20 * 60,
    (
        Block(Purpose.WARM_UP, Flow(30), items("march-with-arm-swing", "arm-swing-across")),
        Block(Purpose.WORK, StraightSets(4, 30, 60, reps=10), items("squat", "push-up")),
        Block(Purpose.WORK, TimedCircuit(40, 20, 3, 60), (Item("staggered-bridge"), Item("squat"))),
        Block(Purpose.COOL_DOWN, Flow(30), items("standing-thigh-stretch")),
    ),
)


class TenTimes(OnThePhone):
    speed = SPEED

    def setUp(self) -> None:
        super().setUp()
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            put = [PlannedClass(stored.plan.classes[0].slot, DESIGN)]
            changes.save(connection, stored, put, "Twenty minutes", self.person)

    @long
    def test_the_record_is_what_was_pressed(self) -> None:
        """Every wait is answered after a known time; pause, longer, left out; cut off and reloaded.

        What took how long stands in the record as it was pressed, to the second of the class.
        """
        self.begin()
        pressed: dict[int, float] = {}
        lost, ready = 0.0, itertools.cycle((0.7, 1.2, 0.9))
        acts = {"longer": False, "out": False, "pause": False, "reload": False}
        while (run := self.kept())["index"] < len(run["cues"]):
            cue = run["cues"][run["index"]]
            if cue["measure"]:
                index, began = run["index"], run["cueBegan"]
                # The group is ready sooner or later than was expected.
                time.sleep((cue["end"] - cue["start"]) * next(ready) / SPEED)
                self.key(Keys.ARROW_RIGHT)
                while self.kept()["index"] == index:
                    time.sleep(0.01)
                pressed[index] = (self.kept()["cueBegan"] - began) / 1000
            elif cue["kind"] == "work" and cue["purpose"] == "work" and not acts["longer"]:
                self.differs("10 s longer")
                self.press("Close")
                acts["longer"] = True
            elif acts["longer"] and not acts["pause"]:
                self.press("Pause")
                self.wait.until(lambda _: self.kept()["paused"] is not None)
                still = self.kept()
                time.sleep(2)
                self.press("Go on")
                self.wait.until(lambda _: self.kept()["paused"] is None)
                lost += (self.kept()["cueBegan"] - still["cueBegan"]) / 1000
                acts["pause"] = True
            elif acts["pause"] and not acts["reload"]:
                self.network(offline=True)
                self.driver.refresh()
                self.see("[aria-label='What comes next']")
                self.network(offline=False)
                acts["reload"] = True
            elif acts["reload"] and not acts["out"] and cue["kind"] == "work" and cue["rounds"] > 1:
                self.press("Pause")
                self.wait.until(lambda _: self.kept()["paused"] is not None)
                still = self.kept()
                self.differs("Leave it out")
                self.press("Go on")
                self.wait.until(lambda _: self.kept()["paused"] is None)
                # What was done of the bout that ended is nobody's seconds, and the class's.
                lost += (self.kept()["cueBegan"] - still["cueBegan"]) / 1000
                acts["out"] = True
            time.sleep(0.05)
        self.assertTrue(all(acts.values()), acts)
        self.holds(self.kept(), pressed, lost)

    def holds(self, run: dict[str, Any], pressed: dict[int, float], lost: float) -> None:
        """Hold the record against what was pressed: marks, minutes, bouts."""
        timed = sum(
            cue["end"] - cue["start"] for n, cue in enumerate(run["cues"]) if n not in pressed
        )
        took = timed + sum(pressed.values()) + lost
        self.assertAlmostEqual((run["cueBegan"] - run["began"]) / 1000, took, delta=1)
        self.assertEqual(len(run["marks"]), len(pressed))
        for mark, own in zip(run["marks"], pressed.values(), strict=True):
            self.assertAlmostEqual(mark["took"], own, delta=0.1)
        self.press("Keep the record")
        self.see("[data-cue]")
        record = self.record()
        self.assertAlmostEqual(60 * record.minutes, took, delta=6)
        planned = [one for one in steps(DESIGN, LIBRARY) if isinstance(one, Bout)]
        done = done_bouts(planned, record.otherwise, LIBRARY)
        ran = [cue for cue in run["cues"] if cue["kind"] == "work"]
        self.assertEqual(
            [(b.block, b.place, b.round) for b in done],
            [(cue["block"], cue["place"], cue["round"]) for cue in ran],
        )
        counted = [cue["measure"] is not None for cue in ran]
        for bout, cue, waits in zip(done, ran, counted, strict=True):
            if not waits:
                self.assertEqual(bout.seconds, cue["end"] - cue["start"], cue["movement"])
