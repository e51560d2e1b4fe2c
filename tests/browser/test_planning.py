"""Planning in the interface beyond the first plan: parts, repair, what-ifs, reasons, wishes."""

from __future__ import annotations

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import Select

from grike.store import series
from tests.browser.base import WORK_ROW, WithBrowser
from tests.builders import FULL, a_plan


class Planning(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.board = f"/series/{self.series_id}"

    def movements(self) -> dict[int, list[str]]:
        with self.database.transaction() as connection:
            plan = series.get(connection, self.series_id).plan
        return {p.slot.index: p.design.movement_ids() for p in plan.classes}

    def summary(self, words: str) -> WebElement:
        path = f"//summary[contains(., '{words}')]"
        found: list[WebElement] = self.wait.until(lambda d: d.find_elements(By.XPATH, path))
        return found[0]

    def test_one_week_is_planned_anew(self) -> None:
        """Week 1 changes, week 2 stays, and undo brings week 1 back."""
        before = self.movements()
        self.go(self.board, "[data-slot]")
        Select(self.see("select[aria-label='What to plan']")).select_by_value("week")
        self.press("Plan again")
        self.wait.until(lambda _: self.movements() != before)
        after = self.movements()
        self.assertEqual([after[n] for n in (3, 4, 5)], [before[n] for n in (3, 4, 5)])
        self.press("Undo: Plan week 1 anew")
        self.wait.until(lambda _: self.movements() == before)

    def test_a_day_is_closed_and_the_rest_repaired(self) -> None:
        """The class of the closed day goes; planning page, then the board with a class less."""
        self.go(f"{self.board}/days", "h1")
        field = self.see("input[type=date]")
        self.driver.execute_script(
            "const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;"
            "set.call(arguments[0], '2026-12-02');"
            "arguments[0].dispatchEvent(new Event('input', {bubbles: true}));",
            field,
        )
        self.press("Add")
        self.press("Change and repair")
        self.see("table [data-slot]")
        self.assertEqual(len(self.movements()), 5)
        self.see_text("No class")

    def test_what_ifs_are_planned_compared_and_adopted(self) -> None:
        """Two at once; one held against the series day by day; one made a series of its own."""
        self.go(f"{self.board}/what-ifs", "fieldset")
        boxes = self.all("fieldset input[type=checkbox]")
        boxes[0].click()
        boxes[2].click()
        self.press("Plan 2")
        self.wait.until(
            lambda _: len(self.all("section")) == 0 and self.all("button[aria-pressed]")
        )
        self.wait.until(
            lambda d: d.find_element(By.TAG_NAME, "body").text.count("Make it a series") == 2
        )
        self.press("Compare")
        self.see("section[aria-label=Comparison] td")
        self.see_text("Day by day")
        self.assertEqual(self.axe(), [])
        self.press("Make it a series")
        self.press("Open it")
        self.see("table [data-slot]")
        self.see_text("No rise from week to week")

    def test_several_series_are_planned_at_once(self) -> None:
        """What is not planned yet is ticked; both get their classes, the planned one stays."""
        before = self.movements()
        with self.database.transaction() as connection:
            for name in ("North hall", "South hall"):
                series.add(connection, a_plan(room=FULL, name=name), self.person)
        self.go("/", "h2 a")
        self.press("Plan several at once")
        ticked = {
            box.get_attribute("aria-label"): box.is_selected() for box in self.all("h2 input")
        }
        self.assertEqual(
            ticked,
            {"Plan South hall": True, "Plan North hall": True, "Plan A series": False},
        )
        self.assertEqual(self.axe(), [])
        self.press("Plan 2 series")
        self.wait.until(lambda d: "Not planned yet" not in d.find_element(By.TAG_NAME, "body").text)
        with self.database.transaction() as connection:
            lines = {line.name: line.classes for line in series.lines(connection)}
        self.assertEqual(lines, {"North hall": 3, "South hall": 3, "A series": 6})
        self.assertEqual(self.movements(), before)

    def test_movements_are_carried_on_and_classes_come_as_they_are_filled(self) -> None:
        """Set up with load first; the weeks fill on the page; the class tells of it."""
        self.go("/series/new", "[aria-label=Days]")
        name = self.all("form input")[0]
        name.send_keys("Carried")
        self.press("Balance only")
        self.summary("What comes back").click()
        # What is folded is drawn once it is opened.
        path = "//label[contains(., 'come back the next week')]/input"
        self.wait.until(lambda d: d.find_element(By.XPATH, path)).click()
        self.press("Earlier: more load")
        self.press("Earlier: more load")
        self.see_text("1. more load")
        self.see_text("What comes back (30 % of all movements)")
        self.assertEqual(self.axe(), [])
        self.press("Plan 24 classes")
        self.see_text("is being filled")
        self.see_text("Mon ·")
        self.wait.until(lambda _: len(self.all("[data-filled='1']")) == 4)
        self.press("Stop and keep what there is")
        self.see_text("classes were filled and are in the series")
        self.press("Go to the board")
        self.see("table [data-slot]")
        with self.database.transaction() as connection:
            stored = series.get(connection, series.lines(connection)[0].id)
        self.assertEqual(stored.plan.shape.wishes.levers[0], "load")
        carrying = next(
            planned.slot.index
            for planned in stored.plan.classes
            for block in planned.design.blocks
            if any(item.carried for item in block.items)
        )
        self.go(f"/series/{stored.id}/classes/{carrying}", "[data-cue]")
        self.see_text("From week 1")

    def test_why_this_and_why_not_that(self) -> None:
        """The class tells its reasons, a movement its worth, an expected one why it is not in."""
        self.go(f"{self.board}/classes/0", "[data-cue]")
        self.summary("Why this class").click()
        self.see_text("The focus is")
        there = self.see("button[data-movement]").find_element(By.XPATH, ".").text.split("\n")[0]
        self.see("[aria-label='Why not this movement']").send_keys(there)
        self.see_text("not for work")
        self.see(WORK_ROW).click()
        self.summary("Why this?").click()
        self.see_text("It gives:")
        self.see_text("ithout it")
        self.assertEqual(self.axe(), [])

    def test_a_block_is_locked_and_another_filled(self) -> None:
        """A locked block refuses; unlocked, it is filled with other movements by itself."""
        self.go(f"{self.board}/classes/0", "[data-cue]")
        self.see("[data-purpose=work] [data-row]").click()
        self.press("Lock this part")
        self.button("Unlock this part")
        other = self.driver.find_element(By.XPATH, "//aside//button[contains(., 'Other mov')]")
        self.assertFalse(other.is_enabled())
        self.press("Unlock this part")
        self.wait.until(lambda _: other.is_enabled())
        before = self.movements()[0]
        other.click()
        self.wait.until(lambda _: self.movements()[0] != before)

    def test_wishes_of_a_group(self) -> None:
        """Spared jumps, a wanted movement by its name, a promised day; all can be taken back."""
        self.go("/series/new", "[aria-label=Days]")
        self.summary("This group and this series").click()
        self.press("no jumps")
        wanted = self.see("[aria-label='Wanted: add a movement']")
        self.wait.until(lambda _: self.all("#wish-wanted option"))
        wanted.send_keys("Squat")
        self.see("[aria-label='Take Squat out of wanted']")
        Select(self.see("[aria-label='Promised day']")).select_by_visible_text("Tuesday")
        promise = Select(self.see("[aria-label='Promised focus, format or kit']"))
        promise.select_by_visible_text("Core")
        self.press("Promise it")
        self.see_text("week 1 Tuesday: Core")
        self.see_text("3 wishes")
        self.press("Spare the people of one class")
        Select(self.see("[aria-label='Day of the class']")).select_by_visible_text("Thursday")
        own = self.see("[aria-label='Cautions of this class']")
        own.find_element(By.XPATH, ".//button[.='easy on the neck']").click()
        self.see_text("4 wishes")
        self.see("[aria-label='Take the cautions of Thursday out']")
        self.assertEqual(self.axe(), [])
        self.press("Take the promise of week 1 Tuesday back")
        self.see("[aria-label='Take Squat out of wanted']").send_keys(Keys.ENTER)
        self.press("Take the cautions of Thursday out")
        self.see_text("1 wish)")
