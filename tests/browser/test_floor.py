"""A class on the floor, phone in hand: taught, changed on the way, without a network, recorded."""

from __future__ import annotations

import datetime as dt
import json
from dataclasses import replace
from typing import Any

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.core.clock import class_clock
from grike.core.record import SessionRecord
from grike.core.station_plan import stations_of
from grike.exchange.library import shipped_library
from grike.store import changes, people, series, sessions
from tests.browser.base import two_weeks
from tests.browser.test_teaching import WithClass

#: A telephone in the hand, and how much of its height is read from three metres.
WIDTH, HEIGHT, SHARE = 390, 844, 0.05
#: The clock of the page runs so many times as fast from its first moment on; faster, timers too.
CLOCK = """(() => {
  const [speed, wall, timeout, interval] = [%s, Date.now.bind(Date), setTimeout, setInterval];
  const kept = Number(localStorage.getItem('test-began')) || wall();
  localStorage.setItem('test-began', String(kept));
  Date.now = () => kept + speed * (wall() - kept);
  const sooner = Math.max(1, speed);
  window.setTimeout = (act, after, ...more) => timeout(act, (after ?? 0) / sooner, ...more);
  window.setInterval = (act, after, ...more) => interval(act, (after ?? 0) / sooner, ...more);
})()"""


class OnThePhone(WithClass):
    #: The class that is taught.
    slot = 0
    #: Slower than a clock is: on a busy machine no bout runs out while a test looks at it.
    speed = 0.05

    def setUp(self) -> None:
        super().setUp()
        source = {"source": CLOCK % self.speed}
        made = self.driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", source)
        self.addCleanup(
            self.driver.execute_cdp_cmd, "Page.removeScriptToEvaluateOnNewDocument", made
        )
        self.screen(WIDTH, HEIGHT)
        self.addCleanup(self.driver.execute_cdp_cmd, "Emulation.clearDeviceMetricsOverride", {})
        self.addCleanup(self.network, offline=False)
        self.page = f"/series/{self.series_id}/classes/{self.slot}/teach"

    def screen(self, width: int, height: int) -> None:
        size = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": width < 500}
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", size)

    def network(self, *, offline: bool) -> None:
        self.driver.execute_cdp_cmd("Network.enable", {})
        limits = {"latency": 0, "downloadThroughput": -1, "uploadThroughput": -1}
        self.driver.execute_cdp_cmd(
            "Network.emulateNetworkConditions", {"offline": offline, **limits}
        )

    def begin(self) -> None:
        self.go(self.page, "h1")
        self.press("Begin")
        self.see("[aria-label='What comes next']")

    def key(self, key: str) -> None:
        self.driver.find_element(By.TAG_NAME, "body").send_keys(key)

    def on_to_work(self) -> str:
        """Go on until a bout of the work runs; return its movement."""
        while not (cue := self.cue())["movement"] or (cue["purpose"], cue["kind"]) != ("work",) * 2:
            self.key(Keys.ARROW_RIGHT)
        return str(cue["movement"])

    def others(self, movement_id: str) -> list[str]:
        """Return what could be done instead of a movement: its like, with what is laid out."""
        library, own = shipped_library(), shipped_library()[movement_id]
        plan = two_weeks().plan
        assert plan is not None
        kit = plan.classes[self.slot].design.kit | set(own.kit)
        alike = (m for m in library if m.pattern is own.pattern and kit.issuperset(m.kit))
        return [movement.id for movement in alike if movement.id != movement_id]

    def cue(self) -> dict[str, Any]:
        run = self.kept()
        return dict(run["cues"][run["index"]])

    def ahead(self) -> dict[str, Any]:
        """Return the bout that runs or comes next."""
        run = self.kept()
        return next(cue for cue in run["cues"][run["index"] :] if cue["kind"] == "work")

    def kept(self) -> dict[str, Any]:
        name = f"grike-floor-{self.series_id}-{self.slot}"
        text = self.driver.execute_script("return localStorage.getItem(arguments[0])", name)
        return dict(json.loads(text))

    def bouts_to_come(self) -> int:
        """Return how many bouts are still to come, with the one that has only begun."""
        run = self.kept()
        return sum(cue["kind"] == "work" for cue in run["cues"][run["index"] :])

    def change(self, shows: str = "[aria-label='What comes next']", **values: Any) -> None:
        """Have the class of this machine as it would be later, and open the page again."""
        name = f"grike-floor-{self.series_id}-{self.slot}"
        text = json.dumps(self.kept() | values)
        self.driver.execute_script("localStorage.setItem(arguments[0], arguments[1])", name, text)
        self.go(self.page, shows)

    def record(self) -> Any:
        with self.database.transaction() as connection:
            own = sessions.of_series(connection, self.series_id)
            return own[0].record if own else None

    def differs(self, text: str) -> None:
        self.press("Differs")
        self.press(text)


class Teaching(OnThePhone):
    def test_by_keys_and_after_a_reload(self) -> None:
        """Keys go on and back, also after a button was pressed; a reload is where it was."""
        self.begin()
        first = self.kept()["index"]
        self.key(Keys.ARROW_RIGHT)
        self.wait.until(lambda _: self.kept()["index"] == first + 1)
        self.press("Next" if self.button_or_none("Next") else "Ready")
        self.wait.until(lambda _: self.kept()["index"] == first + 2)
        self.driver.switch_to.active_element.send_keys(Keys.ARROW_RIGHT)
        self.wait.until(lambda _: self.kept()["index"] == first + 3)
        self.driver.refresh()
        self.see("[aria-label='What comes next']")
        self.assertEqual(self.kept()["index"], first + 3)
        self.key(Keys.ARROW_LEFT)
        self.wait.until(lambda _: self.kept()["index"] == first + 2)
        self.assertEqual(self.axe(), [])

    def button_or_none(self, text: str) -> bool:
        return any(own.text == text for own in self.all("button"))

    def test_is_read_from_three_metres(self) -> None:
        """On a phone and a desk: what, which side, how long; nothing has to be scrolled for."""
        self.begin()
        self.on_to_work()
        for width, height in ((WIDTH, HEIGHT), (1280, 800)):
            self.screen(width, height)
            sizes = self.driver.execute_script(
                "return [...document.querySelectorAll('[role=status][aria-live=off] p')]"
                ".map((own) => parseFloat(getComputedStyle(own).fontSize))"
            )
            large = sorted(sizes, reverse=True)[:3]
            self.assertGreater(large[0], 2 * SHARE * height)
            self.assertGreaterEqual(large[2], SHARE * height)
            coming = self.driver.execute_script(
                "return getComputedStyle(document.querySelector('ol li')).fontSize"
            )
            self.assertGreaterEqual(float(coming.removesuffix("px")), SHARE * height)
            wide = self.driver.execute_script("return document.documentElement.scrollWidth")
            self.assertLessEqual(wide, width)

    def test_pause_and_an_end_by_mistake(self) -> None:
        """Paused, the clock stands; ended by mistake, one goes back into it, after a reload too."""
        self.begin()
        self.press("Pause")
        self.see_text("Paused")
        index = self.kept()["index"]
        self.key(Keys.ARROW_RIGHT)
        self.assertEqual(self.kept()["index"], index)
        self.press("Go on")
        self.differs("End the class")
        self.see_text("The class took")
        self.driver.refresh()
        self.press("Go back into it")
        self.see("[aria-label='What comes next']")
        self.assertEqual(self.kept()["index"], index)

    def test_what_differs_is_in_the_record(self) -> None:
        """A movement left out, one swapped, one side longer, a sore knee; all of it is recorded."""
        self.a_session()
        self.begin()
        first = self.on_to_work()
        self.differs("Leave it out")
        self.wait.until(lambda _: self.kept()["otherwise"])
        while not self.others(self.on_to_work()):
            self.key(Keys.ARROW_RIGHT)
        self.press("Differs")
        Select(self.see("select[aria-label='Do instead']")).select_by_index(1)
        self.wait.until(lambda _: any(one["instead"] for one in self.kept()["otherwise"]))
        self.differs("Knee")
        self.wait.until(lambda _: self.kept()["complaints"])
        self.differs("Wrist")
        self.differs("Take the last one back")
        self.wait.until(lambda _: len(self.kept()["complaints"]) == 1)
        told, later = self.kept()["otherwise"], self.bouts_to_come()
        self.differs("End the class")
        self.see_text("Sore knee")
        self.see_text(f"Ended early: {later} of ")
        self.see("[aria-label='Effort'] button:nth-child(8)").click()
        self.press("Keep the record")
        self.wait.until(lambda _: self.record() is not None)
        record = self.record()
        gone = [one for one in told if not one["instead"]]
        known = {(one["block"], one["place"], one["round"], one["side"]) for one in gone}
        out = {(*one[:3], one.side.value) for one in record.otherwise if one.left_out}
        self.assertEqual((record.effort, len(out - known)), (7, later))
        self.assertEqual([one.joint.value for one in record.complaints], ["knee"])
        self.assertIn(first, {one.movement_id for one in record.otherwise if one.left_out})
        self.see_text("left out")

    def test_one_more_round_is_in_the_record(self) -> None:
        """It runs after the last one, and the class that ran out has it in its record."""
        self.begin()
        self.on_to_work()
        before = len(self.kept()["cues"])
        self.differs("One more round")
        self.wait.until(lambda _: len(self.kept()["cues"]) > before)
        self.see_text(f"Round 1 of {self.cue()['rounds']}")
        self.change("form[aria-label=Record]", index=len(self.kept()["cues"]))
        self.see_text("once more")
        self.press("Keep the record")
        self.see("[data-cue]")
        self.assertTrue(all(one.extra > 0 for one in self.record().otherwise))
        self.see_text("once more")

    def test_late_and_cut_by_the_stated_order(self) -> None:
        """Five minutes late: what would go is told before it goes, and then it ends on time."""
        self.begin()
        self.on_to_work()
        now = self.kept()
        ahead = sum(cue["end"] - cue["start"] for cue in now["cues"][now["index"] :])
        late = now["cueBegan"] - 1000 * (now["planned"] + 300 - ahead)
        self.change(began=late)
        self.see_text("late")
        self.press("Differs")
        self.see_text("To go: ")
        self.press("Cut it so")
        self.wait.until(lambda _: len(self.kept()["cues"]) < len(now["cues"]) or self.ends(now))
        self.assertGreaterEqual(self.ends(now), 300 - 60)

    def ends(self, before: dict[str, Any]) -> float:
        """Return how many seconds earlier the class ends than it would have."""

        def left(run: dict[str, Any]) -> float:
            return float(sum(cue["end"] - cue["start"] for cue in run["cues"][before["index"] :]))

        return left(before) - left(self.kept())


class WithoutNetwork(OnThePhone):
    def test_a_class_is_taught_and_its_record_sent_later(self) -> None:
        """Cut off in the middle and reloaded, it goes on; the record waits, and comes once."""
        self.a_session()
        self.begin()
        self.wait_for_worker()
        self.on_to_work()
        self.network(offline=True)
        index = self.kept()["index"]
        self.driver.refresh()
        self.see("[aria-label='What comes next']")
        self.assertGreaterEqual(self.kept()["index"], index)
        self.differs("Leave it out")
        self.differs("End the class")
        self.see("[aria-label='Effort'] button:nth-child(7)").click()
        self.press("Keep the record")
        self.see_text("A record waits on this machine")
        self.see_text("My classes")
        self.assertIsNone(self.record())
        self.network(offline=False)
        self.driver.execute_script("window.dispatchEvent(new Event('online'))")
        self.wait.until(lambda _: self.record() is not None)
        self.see_text("The record that waited was sent")
        record = self.record()
        self.assertEqual(record.effort, 6)
        self.assertTrue(record.otherwise)
        outbox = self.driver.execute_script("return localStorage.getItem('grike-outbox')")
        self.assertEqual(json.loads(outbox), [])

    def test_a_record_that_came_meanwhile_is_not_written_over(self) -> None:
        """Recorded at the desk while the phone was cut off: it says so, and one chooses."""
        self.a_session()
        self.begin()
        self.wait_for_worker()
        self.network(offline=True)
        self.differs("End the class")
        self.see("[aria-label='Effort'] button:nth-child(7)").click()
        self.press("Keep the record")
        self.see_text("A record waits on this machine")
        with self.database.transaction() as connection:
            (own,) = sessions.of_series(connection, self.series_id)
            ivo = next(one.id for one in people.every(connection) if one.sign_in_name == "ivo")
            sessions.put_record(connection, own.id, SessionRecord(52, 9), ivo)
        self.network(offline=False)
        self.driver.execute_script("window.dispatchEvent(new Event('online'))")
        self.see_text("recorded meanwhile by Ivo Instructor: 52 min, effort 9")
        self.assertEqual(self.record().effort, 9)
        self.press("Keep mine in its place")
        self.see_text("The record that waited was sent")
        self.assertEqual(self.record().effort, 6)

    def wait_for_worker(self) -> None:
        """Wait until the page is served from the phone, and what it asked for is kept there."""
        self.driver.set_script_timeout(30)
        self.driver.execute_async_script(
            "navigator.serviceWorker.ready.then(() => setTimeout(arguments[0], 2500))"
        )

    def test_whoever_was_not_put_down_records_as_well(self) -> None:
        """Whoever stepped in for another keeps a record of their own; the other's stays open."""
        with self.database.transaction() as connection:
            ivo = next(one.id for one in people.every(connection) if one.sign_in_name == "ivo")
            design = series.get(connection, self.series_id).designs[0]
            at = dt.datetime(2026, 11, 30, 18)
            others = sessions.add(connection, design, self.series_id, 0, at, None, ivo)
        self.begin()
        self.differs("End the class")
        self.press("Keep the record")
        self.see("[data-cue]")
        with self.database.transaction() as connection:
            every = {
                one.instructor_id: one for one in sessions.of_series(connection, self.series_id)
            }
        self.assertEqual(set(every), {ivo, self.person})
        self.assertEqual((every[ivo].id, every[ivo].record), (others, None))
        own = every[self.person]
        self.assertIsNotNone(own.record)
        self.assertEqual(own.design_id, design)


class InTheRoom(OnThePhone):
    def on_a_display(self) -> tuple[str, str]:
        """Show the class that runs on a display that is signed in nowhere; return phone, display.

        The display is the window that is looked at afterwards.
        """
        self.press("Differs")
        self.press("Show in the room")
        self.see_text("On the display open")
        code = self.driver.execute_script("return localStorage.getItem('grike-room')")
        self.press("Close")
        phone = self.driver.current_window_handle
        cookies = self.driver.get_cookies()
        self.driver.switch_to.new_window("window")
        self.addCleanup(self.driver.switch_to.window, phone)
        display = self.driver.current_window_handle
        self.driver.delete_all_cookies()
        self.screen(1280, 800)
        self.go("/room", "input")
        self.see("input").send_keys(code)
        self.press("Show it")
        for cookie in cookies:
            self.driver.add_cookie(cookie)
        return phone, display

    def test_a_display_follows_the_class_and_ends_with_it(self) -> None:
        """Opened by its code without a sign-in; a key on the phone is there in two seconds."""
        self.begin()
        self.on_to_work()
        phone, display = self.on_a_display()
        self.see("[aria-current=step]")
        self.assertEqual(self.axe(), [])
        before = self.see("main").text
        self.driver.switch_to.window(phone)
        self.press("Pause")
        self.driver.switch_to.window(display)
        self.see_text("Paused")
        self.assertNotEqual(self.see("main").text, before)
        self.driver.switch_to.window(phone)
        self.press("Go on")
        self.differs("End the class")
        self.press("Keep the record")
        self.see("[data-cue]")
        self.driver.switch_to.window(display)
        self.see_text("No class is shown under this code")
        self.driver.close()

    def test_stations_are_a_picture(self) -> None:
        """At stations people see where they go, not one movement for all; so does who teaches."""
        stations = self.with_stations()
        self.begin()
        while self.cue()["station"] != 1 or self.cue()["kind"] != "work":
            self.key(Keys.ARROW_RIGHT)
        self.see_text(f"Turn 2 of {stations}")
        picture = "[aria-label='Stations, in the order you go round']"
        own = self.all(f"{picture} button")
        self.assertEqual(len(own), stations)
        own[-1].click()
        self.assertEqual(own[-1].get_attribute("aria-pressed"), "true")
        self.assertEqual(self.axe(), [])
        while self.cue()["kind"] == "work" or self.ahead()["station"] == 1:
            self.key(Keys.ARROW_RIGHT)
        self.see_text("Move on")
        self.on_a_display()
        self.see_text("Move on")
        self.see_text(f"Turn 3 of {stations}")
        shown = [one.text for one in self.all(f"{picture} li")]
        self.assertEqual(len(shown), stations)
        size = (
            "return parseFloat(getComputedStyle(document.querySelector('ol p + div p')).fontSize)"
        )
        self.assertGreaterEqual(self.driver.execute_script(size), SHARE * 800)
        self.assertEqual(self.axe(), [])
        self.driver.close()

    def with_stations(self) -> int:
        """Share the kit of the first large part of the class at stations; return how many."""
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            first, *others = stored.plan.classes
            blocks = [*first.design.blocks]
            at = max(
                range(len(blocks)),
                key=lambda n: (blocks[n].purpose == "work") * len(blocks[n].items),
            )
            blocks[at] = replace(blocks[at], stations=True)
            design = replace(first.design, blocks=tuple(blocks))
            planned = (replace(first, design=design), *others)
            changes.save(connection, stored, planned, "Stations", self.person, stored.certificate)
        clock = class_clock(design, shipped_library())
        return len(stations_of(design, at, clock.bouts, 1))
