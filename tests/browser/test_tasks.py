"""Ordinary evenings: tasks done in the real interface, their steps held against docs/tasks.md."""

from __future__ import annotations

import datetime as dt
import json
import re
import tempfile
from functools import lru_cache
from pathlib import Path
from typing import Any

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.core.kit import Kit
from grike.core.moves import TakeOff, moved
from grike.exchange.library import library_document, shipped_library
from grike.exchange.plans import plan_to
from grike.store import changes, people, series, sessions
from grike.store import library as stored_library
from tests.browser.base import WORK_ROW, WithBrowser
from tests.browser.test_desk import FIVE_PARTS

DOCUMENT = Path(__file__).parents[2] / "docs" / "tasks.md"
BOARD = "table [data-slot]"


@lru_cache
def steps_by_task() -> dict[str, int]:
    """Return the table of docs/tasks.md: steps by the name of the task."""
    rows = re.findall(r"^\| (.+?) \| .+? \| (\d+) \|$", DOCUMENT.read_text(), re.MULTILINE)
    return {name: int(steps) for name, steps in rows}


#: The first answer of a list of links takes three seconds to come.
SLOW_LISTS = """const real = window.fetch; let first = true;
window.fetch = async (...asked) => {
  const answer = await real(...asked), { url, method } = asked[0];
  if (first && method === 'GET' && String(url).endsWith('/calendar-links')) {
    first = false;
    await new Promise((after) => setTimeout(after, 3000));
  }
  return answer;
};"""


class Counted(WithBrowser):
    """A step is one press, one key, one choice in a list, or one field filled in."""

    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.steps = 0

    def press(self, text: str) -> None:
        self.steps += 1
        super().press(text)

    def click(self, selector: str) -> None:
        self.steps += 1
        self.see(selector).click()

    def choose(self, selector: str, words: str) -> None:
        self.steps += 1
        self.wait.until(lambda _: words in self.see(selector).text)
        Select(self.see(selector)).select_by_visible_text(words)

    def fill(self, selector: str, text: str) -> None:
        self.steps += 1
        field = self.see(selector)
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys(text)

    def type_in(self, label: str, text: str) -> None:
        self.steps += 1
        super().type_in(label, text)

    def kit(self, name: str, count: int) -> None:
        self.steps += 1
        super().kit(name, count)

    def key(self, *keys: str) -> None:
        self.steps += 1
        self.driver.switch_to.active_element.send_keys(*keys)

    def open_fold(self, words: str) -> None:
        self.steps += 1
        path = f"//summary[contains(., '{words}')]"
        self.wait.until(lambda d: d.find_elements(By.XPATH, path))[0].click()

    def on_board(self) -> None:
        self.go(f"/series/{self.series_id}", BOARD)

    def done(self, task: str) -> None:
        self.assertEqual(self.steps, steps_by_task()[task], task)


class Directors(Counted):
    def test_a_first_plan(self) -> None:
        """A name, a week, the mats: planned."""
        self.press("Set up a series")
        self.see("[aria-label=Days]")
        self.type_in("Name", "Attic")
        self.type_in("Weeks", "1")
        self.kit("mat", 8)
        self.press("Plan 4 classes")
        self.see(BOARD)
        with self.database.transaction() as connection:
            plan = series.get(connection, series.lines(connection)[0].id).plan
        self.assertEqual(plan.shape.room.kit[Kit.MAT], 8)
        self.done("a first plan for a room with eight mats")

    def test_why(self) -> None:
        """The class is opened, and asked."""
        self.on_board()
        self.click(BOARD)
        self.open_fold("Why this class")
        self.see_text("The focus is")
        self.done("why is this class as it is")

    def test_everywhere(self) -> None:
        """Followed, another put in its place, never again, done."""
        self.on_board()
        with self.database.transaction() as connection:
            plan = series.get(connection, self.series_id).plan
        movement = shipped_library()[plan.classes[0].design.movement_ids()[0]]
        self.press("Repeats")
        self.steps += 2
        followed = "[aria-label='What to follow through the series']"
        self.wait.until(lambda _: movement.name in self.see(followed).text)
        Select(self.see(followed)).select_by_value(f"movement:{movement.id}")
        Select(self.see("[aria-label='In its place, everywhere']")).select_by_index(1)
        self.click("aside input[type=checkbox]")
        self.see("[data-consequences*='never again']")
        self.press("Swap it everywhere")
        self.button("Undo: ")
        self.done("a movement swapped in the whole series, and banned")

    def test_days(self) -> None:
        """From the button of a class: to another day; and once more as a copy."""
        self.on_board()
        self.click("[data-day='0'] button")
        self.press("Move or exchange")
        self.click("[aria-label='Put it on Week 1 Wednesday']")
        self.button("Undo: Exchange")
        self.click("[data-day='0'] button")
        self.press("Copy to another day")
        self.click("[aria-label='Put it on Week 2 Monday']")
        self.button("Undo: Copy")
        self.done("two days exchanged, a class copied")

    def test_shorter(self) -> None:
        """Minutes typed, what goes is read, cut."""
        self.go(f"/series/{self.series_id}/classes/0", WORK_ROW)
        self.fill("#minutes-less", "5")
        self.press("Cut to ")
        self.button("Undo: ")
        self.done("a class five minutes shorter")

    def test_sheets(self) -> None:
        """A page a class of the week, to the printer."""
        self.on_board()
        self.press("Run sheets")
        self.wait.until(lambda _: len(self.all("article")) == 3)
        self.driver.execute_script("window.print = () => { window.printed = true }")
        self.press("Print 3")
        self.assertTrue(self.driver.execute_script("return window.printed"))
        self.done("the run sheets of a week printed")

    def test_a_week_given(self) -> None:
        """One choice, one press; and one to take it back."""
        self.on_board()
        self.choose("[aria-label='Who teaches week 1']", "Ivo Instructor")
        self.press("Give the week")
        self.see_text("3 classes to Ivo Instructor")
        self.press("As it was")
        self.wait.until(lambda _: not self.all("aside [role=status] button"))
        self.done("a week given to another instructor, and taken back")

    def test_own_movement(self) -> None:
        """Like another, with a name of its own."""
        self.addCleanup(self.as_shipped)
        self.press("Movements")
        self.press("New movement")
        self.fill("input[list=likeness]", "Goblet squat")
        self.see("[aria-label='target muscles'] [aria-pressed=true]")
        path = "//form//label[normalize-space(.)='name']/following::input[1]"
        self.steps += 1
        field = self.driver.find_element(By.XPATH, path)
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys("Pier squat")
        self.press("Save")
        self.wait.until(lambda d: d.current_url.endswith("/movements/pier-squat"))
        self.done("a movement of one's own")

    def as_shipped(self) -> None:
        with self.database.transaction() as connection:
            connection.run("DELETE FROM movement")
            stored_library.load(connection, library_document()["movements"])

    def test_what_ifs(self) -> None:
        """Two ticked and planned, one held against the series, adopted."""
        self.on_board()
        self.press("What if")
        self.click("fieldset input[type=checkbox]")
        self.steps += 1
        self.all("fieldset input[type=checkbox]")[2].click()
        self.press("Plan 2")
        self.wait.until(
            lambda d: d.find_element(By.TAG_NAME, "body").text.count("Make it a series") == 2
        )
        self.press("Compare")
        self.see("section[aria-label=Comparison] td")
        self.press("Make it a series")
        self.button("Open it")
        self.done("two what-ifs against each other, one adopted")

    def test_out_and_back(self) -> None:
        """A link, a workbook; and the series as somebody changed it elsewhere."""
        with self.database.transaction() as connection:
            document = plan_to(series.get(connection, self.series_id).plan)
        del document["classes"][0]
        self.on_board()
        self.press("Export")
        self.see("a[href$='plan.xlsx']")
        self.press("Make a link")
        self.see_text("This link is shown once")
        self.click("a[href$='plan.xlsx']")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "series.json"
            path.write_text(json.dumps(document))
            self.steps += 1
            self.see("[aria-label='Series document to put in its place']").send_keys(str(path))
            self.see("[data-consequences]")
        self.press("Put it in its place")
        self.see_text("It is in its place.")
        self.done("a link for a calendar, a spreadsheet, and the series back from a file")

    def test_a_link_that_is_made_before_the_list_is_there(self) -> None:
        """It is shown all the same: a list that was asked for before it is asked for again."""
        add, remove = ("addScriptToEvaluateOnNewDocument", "removeScriptToEvaluateOnNewDocument")
        script = self.driver.execute_cdp_cmd(f"Page.{add}", {"source": SLOW_LISTS})
        self.addCleanup(self.driver.execute_cdp_cmd, f"Page.{remove}", script)
        self.on_board()
        self.press("Export")
        self.press("Make a link")
        self.see_text("This link is shown once")
        self.see("[aria-label='Links for a calendar'] li")

    def test_history(self) -> None:
        """Ten changes, back before the first of them, onward to the last."""
        with self.database.transaction() as connection:
            for number in range(10):
                stored = series.get(connection, self.series_id)
                own = stored.plan.classes[number % 6]
                name = f"Change {number + 1}"
                changes.save(connection, stored, [own], name, self.person)
        self.on_board()
        self.press("History")
        self.see("ol li")
        self.steps += 1
        self.all("ol li")[10].find_element(By.TAG_NAME, "button").click()
        undone = """return [...document.querySelectorAll('ol li')].filter(
            (own) => own.textContent.includes('(undone)')).length"""
        self.wait.until(lambda d: d.execute_script(undone) == 10)
        self.press("Redo up to here")
        self.wait.until(lambda d: d.execute_script(undone) == 0)
        self.done("ten changes undone at once, and done again")

    def test_used(self) -> None:
        """Typed, chosen: the movement with every class that holds it."""
        with self.database.transaction() as connection:
            plan = series.get(connection, self.series_id).plan
        movement = shipped_library()[plan.classes[0].design.movement_ids()[0]]
        self.on_board()
        self.steps += 1
        self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.CONTROL, "k")
        self.fill("dialog [role=combobox]", movement.name)
        self.see_text(" classes of ")
        self.key(Keys.ENTER)
        self.see(f"a[href='/series/{self.series_id}/classes/0']")
        self.done("where a movement is used, over all series")

    def test_beside(self) -> None:
        """Another's change comes by itself, with the name."""
        self.on_board()
        with self.database.transaction() as connection:
            bea = people.add(connection, "Bea Beside", "bea", "director", "hash")
            stored = series.get(connection, self.series_id)
            after = moved(stored.plan, shipped_library(), TakeOff((0,)))
            changes.rearrange(connection, stored, after, "Take Monday off", bea)
        self.see_text("Changed by Bea Beside: Take Monday off")
        self.done("what another director changed")

    def test_another_rule(self) -> None:
        """The set-up, one figure, its effect; saved."""
        self.on_board()
        self.press("Set-up")
        self.see_text("Change something")
        self.type_in("Volume rises", "9")
        self.see("[data-consequences]")
        self.press("Save it, and leave the classes as they are")
        self.see(BOARD)
        self.done("a rule changed after planning, its effect seen first")

    def test_from_nothing(self) -> None:
        """Twenty keys and lines: five parts."""
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            after = moved(stored.plan, shipped_library(), TakeOff((0,)))
            changes.rearrange(connection, stored, after, "Take it off", self.person)
        self.on_board()
        self.steps += 1
        self.see("[aria-label^='Write the class of']").send_keys(Keys.ENTER)
        self.see_text("There is nothing in this class yet.")
        for kind, lines in FIVE_PARTS:
            parts = len(self.all("[data-purpose]"))
            self.choose("[aria-label='Kind of part']", kind)
            self.steps += 1
            self.button("Add a part").send_keys(Keys.ENTER)
            self.many("[data-purpose]", parts + 1)
            for line in lines:
                rows = len(self.all("[data-movement]"))
                self.key(line, Keys.ENTER)
                self.many("[data-movement]", rows + 1)
        self.see("[aria-label='What the edit does']")
        self.key(Keys.CONTROL, Keys.ENTER)
        self.wait.until(lambda _: not self.all("[aria-label='Your edit']"))
        self.done("a class of five parts with seven movements, from nothing, by keyboard")

    def many(self, selector: str, number: int) -> None:
        self.wait.until(lambda _: len(self.all(selector)) == number)

    def test_a_member(self) -> None:
        """The set-up, the group, a name and what to spare; what the plan does about it; saved."""
        self.on_board()
        self.press("Set-up")
        self.open_fold("This group and this series")
        self.fill("[aria-label='Initials of a member']", "KO")
        member = self.see("[role=group][aria-label=Members]")
        self.steps += 2
        member.find_element(By.CSS_SELECTOR, "[aria-pressed]").click()
        member.find_element(By.XPATH, ".//button[.='Add']").click()
        self.see("[data-consequences]")
        self.press("Save it, and leave the classes as they are")
        self.see(BOARD)
        self.done("a member's caution, with its effect on the plan")

    def test_to_a_page(self) -> None:
        """Ctrl+K and a word; "?" tells the keys."""
        self.on_board()
        self.steps += 1
        self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.CONTROL, "k")
        self.fill("dialog [role=combobox]", "shapes")
        self.key(Keys.ENTER)
        self.wait.until(lambda d: d.current_url.endswith("/shapes"))
        self.steps += 1
        self.driver.find_element(By.TAG_NAME, "body").send_keys("?")
        self.see_text("Show these keys")
        self.done("to a page, and all keys shown")

    def test_mended(self) -> None:
        """A week copied over the other breaks a rule often: all of it mended in two presses."""
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            first = [own for own in stored.plan.classes if own.slot.week == 0]
            plan = stored.plan
            for own in plan.classes:
                if own.slot.week == 1:
                    source = next(one for one in first if one.slot.weekday == own.slot.weekday)
                    plan = plan.with_class(type(own)(own.slot, source.design))
            changes.rearrange(connection, stored, plan, "Copy the week", self.person)
        self.go(f"/series/{self.series_id}?week=all", BOARD)
        self.click("[aria-label^='Mend all of']")
        self.see("aside [data-consequences]")
        self.press("Do ")
        self.button("Undo: Mend")
        self.done("everything of one rule mended")

    def test_compared(self) -> None:
        """Two are picked, and stand side by side."""
        self.on_board()
        self.click("[data-day='0'] button")
        self.steps += 1
        self.driver.execute_script(
            "arguments[0].dispatchEvent(new MouseEvent('click', {bubbles: true, shiftKey: true}))",
            self.see("[data-day='2'] button"),
        )
        self.press("Compare the two")
        self.see("[aria-label='Sets by muscle'] td")
        self.done("two classes held against each other")


class Instructors(Counted):
    def test_on_a_phone(self) -> None:
        """At 390 by 844: my classes, teach; nothing lies over anything or sticks out."""
        self.addCleanup(self.driver.execute_cdp_cmd, "Emulation.clearDeviceMetricsOverride", {})
        metrics = {"width": 390, "height": 844, "deviceScaleFactor": 1, "mobile": True}
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)
        with self.database.transaction() as connection:
            design = series.get(connection, self.series_id).designs[0]
            at = dt.datetime(2100, 1, 4, 18)
            ivo = next(one.id for one in people.every(connection) if one.sign_in_name == "ivo")
            sessions.add(connection, design, self.series_id, 0, at, None, ivo)
        self.driver.delete_all_cookies()
        self.sign_in("ivo")
        self.press("My classes")
        self.see("[aria-label^='Teach ']")
        wide = "return document.documentElement.scrollWidth"
        self.assertLessEqual(self.driver.execute_script(wide), 390)
        self.click("[aria-label^='Teach ']")
        self.wait.until(lambda d: d.current_url.endswith("/teach"))
        self.see_text("Begin")
        self.done("tonight's class on a phone")

    def test_the_record_of_a_class(self) -> None:
        """As planned, and with three things that differed; it goes by what was taught."""
        for task, differs in (
            ("the record of an ordinary class", ()),
            (
                "the record of a class with three differences",
                ("Last round now", "Knee", "Leave it out"),
            ),
        ):
            self.go(f"/series/{self.series_id}/classes/0/teach", "h1")
            super().press("Begin")
            self.see("[aria-label='What comes next']")
            while not self.at_work():
                self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ARROW_RIGHT)
            self.steps = 0
            for what in differs:
                self.press("Differs")
                self.press(what)
            self.to_the_end()
            self.see_text("left out" if differs else "All as planned.")
            self.click("[aria-label='Effort'] button:nth-child(7)")
            self.fill("form[aria-label=Record] div:nth-of-type(3) input", "12")
            self.press("Keep the record")
            self.see("[data-cue]")
            self.done(task)
        with self.database.transaction() as connection:
            *_, last = sessions.of_series(connection, self.series_id)
        assert last.record is not None
        self.assertEqual((last.record.effort, last.record.heads), (6, 12))
        self.assertTrue(last.record.otherwise and last.record.complaints)

    def kept(self) -> dict[str, Any]:
        """Return the class on the floor, as the machine keeps it."""
        text = self.driver.execute_script(
            "return localStorage.getItem('grike-floor-' + arguments[0] + '-0')", self.series_id
        )
        return dict(json.loads(text))

    def to_the_end(self) -> None:
        """Let the class run out."""
        while (run := self.kept())["index"] < len(run["cues"]):
            self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ARROW_RIGHT)

    def at_work(self) -> bool:
        """Return whether a bout of the work runs, in the first of several rounds."""
        run = self.kept()
        cue = run["cues"][run["index"]]
        return bool((cue["kind"], cue["purpose"]) == ("work", "work") and cue["rounds"] > 1)
