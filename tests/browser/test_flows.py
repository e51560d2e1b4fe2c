"""What a director and an instructor do, in the real interface."""

from __future__ import annotations

import base64
import re
import time
import unittest
from contextlib import suppress

from selenium.common.exceptions import StaleElementReferenceException
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.core.anatomy import Muscle
from grike.core.rules import Facts
from grike.exchange.library import shipped_library
from grike.store import series
from tests.browser.base import PASSWORD, WORK_ROW, WithBrowser
from tests.planners import kill_planners


class SignIn(WithBrowser):
    def test_in_and_out(self) -> None:
        """A wrong password is told; the right one opens the list; sign-out closes it."""
        self.by_form("wrong", "[role=alert]")
        self.see_text("Name and password do not match.")
        self.by_form(PASSWORD, "header")
        self.see_text("No series yet")
        self.press("Sign out")
        self.see("input[name=password]")

    def test_an_instructor_reads(self) -> None:
        """An instructor sees board and class, and no button that would change them."""
        series_id = self.a_series()
        self.sign_in("ivo")
        self.press("A series")
        self.see("[data-slot]")
        self.assertEqual(self.driver.find_elements(By.XPATH, "//button[contains(., 'Plan')]"), [])
        self.go(f"/series/{series_id}/classes/0", "[data-cue]")
        self.assertEqual(
            self.driver.find_elements(By.XPATH, "//button[contains(., 'Re-fill')]"), []
        )


class SetUp(WithBrowser):
    def test_from_set_up_to_board(self) -> None:
        """Name it, shorten it, plan it: the board comes with a class in every slot."""
        self.sign_in()
        self.press("Set up a series")
        self.see("[aria-label=Days]")
        self.type_in("Name", "Spring in the hall")
        self.press("Balance only")
        self.type_in("Weeks", "2")
        self.press("Thursday")
        self.driver.refresh()
        self.see_text("Plan 6 classes")
        self.press("Plan 6 classes")
        self.see("table [data-slot]")
        self.assertEqual(len(self.all("[data-slot]")), 6)
        self.see_text("rules kept")

    def test_impossible_figures_are_told_at_their_field(self) -> None:
        """25 hours and no weeks: each field says its own sentence, and nothing typed is lost."""
        self.sign_in()
        self.go("/series/new", "[aria-label=Days]")
        self.type_in("Name", "Too much")
        self.type_in("Minutes", "1500")
        self.type_in("Weeks", "0")
        self.driver.execute_script("document.querySelector('form').noValidate = true")
        self.press("Plan 0 classes")
        self.see_text("A class of 1500 minutes cannot be planned")
        self.see_text("A series has 1 to 52 weeks, not 0.")
        self.assertEqual(self.all("form input")[0].get_attribute("value"), "Too much")

    def test_a_day_has_its_focus_and_keeps_a_family(self) -> None:
        """Conditioning on Thursday and bridges only on Monday: the planned week does both."""
        self.sign_in()
        self.go("/series/new", "[aria-label=Days]")
        self.type_in("Name", "Wishes")
        self.type_in("Weeks", "1")
        path = "//summary[contains(., 'What each day is about')]"
        self.wait.until(lambda d: d.find_elements(By.XPATH, path))[0].click()
        thursday = self.see("[role=group][aria-label=Thursday]")
        thursday.find_element(By.XPATH, ".//button[.='Conditioning']").click()
        Select(self.see("select[aria-label='Kept for Monday']")).select_by_visible_text("Bridge")
        self.see("[aria-label='No longer keep bridge for Monday']")
        self.assertEqual(self.axe(), [])
        self.press("Plan 4 classes")
        self.see("table [data-slot]")
        with self.database.transaction() as connection:
            plan = series.get(connection, series.lines(connection)[0].id).plan
        focus = {planned.slot.weekday: planned.design.focus.value for planned in plan.classes}
        self.assertEqual(focus[3], "conditioning")
        library = shipped_library()
        days = {
            planned.slot.weekday
            for planned in plan.classes
            for movement_id in planned.design.movement_ids()
            if library[movement_id].family.value == "bridge"
        }
        self.assertLessEqual(days, {0})

    def test_formats_are_chosen_and_only_they_are_planned(self) -> None:
        """Ladders and minutes alone: the week has nothing else; three paces alone cannot be."""
        self.sign_in()
        self.go("/series/new", "[aria-label=Days]")
        self.type_in("Name", "Few formats")
        self.type_in("Weeks", "1")
        self.see_text("Formats (those of the shapes)")
        self.press("Balance only")
        path = "//summary[contains(., 'Formats (all that suit the level)')]"
        self.wait.until(lambda d: d.find_elements(By.XPATH, path))[0].click()
        formats = self.see("[role=group][aria-label=Formats]")
        for name in ("Three-pace rounds",):
            formats.find_element(By.XPATH, f".//button[.='{name}']").click()
        self.see_text("Formats (1 chosen)")
        self.press("Plan 4 classes")
        self.see_text("None of the formats chosen fits 45 minutes: three-pace rounds.")
        self.press("All of them")
        for name in ("Ladder", "On the minute", "Timed circuit"):
            formats.find_element(By.XPATH, f".//button[.='{name}']").click()
        self.assertEqual(self.axe(), [])
        self.press("Plan 4 classes")
        self.see("table [data-slot]")
        with self.database.transaction() as connection:
            plan = series.get(connection, series.lines(connection)[0].id).plan
        self.assertEqual(plan.shape.formats, {"ladder", "on-the-minute", "timed-circuit"})
        kinds = {planned.design.main_format() for planned in plan.classes}
        self.assertLessEqual(kinds, plan.shape.formats)

    def test_a_class_gets_a_shape(self) -> None:
        """Shapes are seen as strips and chosen for a series; its classes have their named parts."""
        self.sign_in()
        self.go("/shapes", "[aria-label='Lift, then core']")
        self.press("30 minutes")
        self.see_text("Fits 30 minutes with")
        self.assertEqual(self.axe(), [])
        self.go("/series/new", "[aria-label=Days]")
        self.type_in("Name", "With parts")
        self.type_in("Weeks", "1")
        path = "//summary[contains(., 'Shapes of classes (')]"
        self.wait.until(lambda d: d.find_elements(By.XPATH, path))[0].click()
        self.press("All that fit 45 minutes")
        self.see_text("chosen that fit 45 minutes")
        self.press("Lift, then core")
        self.assertEqual(self.axe(), [])
        self.press("Plan 4 classes")
        self.see("table [data-slot]")
        with self.database.transaction() as connection:
            plan = series.get(connection, series.lines(connection)[0].id).plan
        used = {planned.design.shape for planned in plan.classes}
        self.assertNotIn("lift-then-core", used)
        self.assertLessEqual(used, {shape.id for shape in plan.shape.class_shapes})
        first = plan.classes[0].design
        self.see("table [data-slot]").click()
        self.see_text(first.name)
        roles = [block.role.value.capitalize() for block in first.blocks if block.role]
        self.assertTrue(roles)
        for role in roles:
            self.see_text(role)

    def test_colliding_rules_are_told_with_a_way_out(self) -> None:
        """A rise above the cap: the rule is named, and the set-up can be changed."""
        self.sign_in()
        self.go("/series/new", "[aria-label=Days]")
        self.type_in("Name", "Too steep")
        self.type_in("Volume rises", "40")
        self.press("Plan 24 classes")
        self.see_text("No plan can keep every must rule")
        self.see_text("lies above its cap (W7)")
        self.press("Change the set-up")
        self.see_text("Change the set-up")
        self.type_in("Volume rises", "5")
        self.type_in("Weeks", "1")
        self.press("Plan 4 classes")
        self.see("table [data-slot]")


class Board(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.series = self.a_series()
        self.sign_in()
        self.see("h2 a")
        self.go(f"/series/{self.series}", "[data-slot]")

    def test_the_body_column_shows_the_cores_figures(self) -> None:
        """Each figure of week 1 and of the whole series is what the core works out."""
        with self.database.transaction() as connection:
            facts = Facts(series.get(connection, self.series).plan, shipped_library())
        self.wait.until(lambda _: len(self.shown_sets()) == 22)
        for muscle, sets in self.shown_sets().items():
            self.assertAlmostEqual(
                sets, float(facts.week_volumes[0].muscle_sets((Muscle(muscle),))), 1
            )
        self.press("Whole series")
        self.see_text("sets, whole series")
        total = sum(float(v.muscle_sets((Muscle.CHEST,))) for v in facts.week_volumes.values())
        self.assertAlmostEqual(self.shown_sets()["chest"], total, 1)

    def test_lenses_relabel_the_same_grid(self) -> None:
        """Kit, format and findings each put their own line first."""
        first = self.see("[data-slot='0']")
        self.press("Findings")
        self.wait.until(lambda _: "All rules kept" in first.text)
        self.press("Volume")
        self.wait.until(lambda _: "sets" in first.text)

    def test_a_class_opens_by_keyboard(self) -> None:
        """Tab to a block, press Enter: the class is there."""
        block = self.see("[data-slot='1']")
        self.driver.execute_script("arguments[0].focus()", block)
        block.send_keys(Keys.ENTER)
        self.see("[data-cue]")
        self.assertIn("/classes/1", self.driver.current_url)


class Class(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.series = self.a_series()
        self.sign_in()
        self.see("h2 a")
        self.go(f"/series/{self.series}/classes/0", "[data-cue]")

    def work_row(self) -> str:
        return str(self.see(WORK_ROW).get_attribute("data-movement"))

    def work_rows(self) -> list[str]:
        script = (
            "return [...document.querySelectorAll('[data-movement]')].map(e => e.dataset.movement)"
        )
        return list(self.driver.execute_script(script))

    def choose_work(self) -> None:
        self.see(WORK_ROW).click()

    def movement_becomes(self, movement: str) -> None:
        self.wait.until(lambda _: self.work_row() == movement)

    def test_swap_undo_reload_redo(self) -> None:
        """A swap shows at once; undo survives a reload; redo brings it back."""
        before = self.work_row()
        self.choose_work()
        self.button("Swap in").click()
        self.wait.until(lambda _: self.work_row() != before)
        # What stood beside the class before the swap is not worked out once more.
        self.button("Swap in")
        asked = """return performance.getEntriesByType("resource")
            .filter((own) => own.name.includes("/alternatives?")).length"""
        self.assertEqual(self.driver.execute_script(asked), 2)
        after = self.work_row()
        self.driver.refresh()
        self.see("[data-cue]")
        self.movement_becomes(after)
        self.press("Undo: Swap in")
        self.movement_becomes(before)
        self.driver.refresh()
        self.see("[data-cue]")
        self.press("Redo: Swap in")
        self.movement_becomes(after)

    def test_undo_by_keyboard(self) -> None:
        """Ctrl+Z takes the last change back, Ctrl+Shift+Z does it again."""
        before = self.work_row()
        self.choose_work()
        self.button("Swap in").send_keys(Keys.ENTER)
        self.wait.until(lambda _: self.work_row() != before)
        self.button("Undo: Swap in")
        body = self.driver.find_element(By.TAG_NAME, "body")
        body.send_keys(Keys.CONTROL, "z")
        self.movement_becomes(before)
        self.button("Redo: Swap in")
        body.send_keys(Keys.CONTROL, Keys.SHIFT, "z")
        self.wait.until(lambda _: self.work_row() != before)

    def test_lock_and_refill(self) -> None:
        """A locked class cannot be re-filled; unlocked it gets other movements."""
        before = self.work_rows()
        self.press("Lock")
        self.button("Unlock")
        locked = self.driver.find_element(By.XPATH, "//button[contains(., 'Re-fill')]")
        self.wait.until(lambda _: not locked.is_enabled())
        self.press("Unlock")
        self.press("Re-fill")
        self.wait.until(lambda _: self.work_rows() != before)
        self.button("Undo: Re-fill")

    def test_the_tape_is_to_scale(self) -> None:
        """Each cue of the real clock is drawn as wide as it is long."""
        script = """return [...document.querySelectorAll('[data-cue]')].map(
            e => [e.getBoundingClientRect().left, e.getBoundingClientRect().width])"""
        boxes = self.driver.execute_script(script)
        with self.database.transaction() as connection:
            facts = Facts(series.get(connection, self.series).plan, shipped_library())
        cues = facts.classes[0].clock.real
        self.assertEqual(len(boxes), len(cues))
        scale = boxes[-1][0] + boxes[-1][1] - boxes[0][0]
        for (_, width), cue in zip(boxes, cues, strict=True):
            self.assertAlmostEqual(width / scale, cue.seconds / cues[-1].end, 2)

    def test_a_stale_page_is_told_and_goes_on(self) -> None:
        """Another director changed the series: the write is refused in words, then it works."""
        # The news of it would come to the page before the press does, on a quick day.
        self.driver.execute_script("window.dispatchEvent(new Event('pagehide'))")
        with self.database.transaction() as connection:
            connection.run("UPDATE series SET version = version + 1 WHERE id = %s", (self.series,))
            connection.run(
                "UPDATE series_class SET changed = "
                "(SELECT version FROM series WHERE id = %s) WHERE series_id = %s",
                (self.series, self.series),
            )
        self.press("Lock")
        self.see_text("The class was changed in the meantime.")

        def locked_at_last(_: object) -> bool:
            # The page as it is now may still be on its way, and what is pressed before is refused.
            with suppress(StaleElementReferenceException):
                for button in self.driver.find_elements(By.XPATH, "//button[.='Lock']"):
                    button.click()
            return bool(self.driver.find_elements(By.XPATH, "//button[.='Unlock']"))

        self.wait.until(locked_at_last)

    def test_the_run_sheet_is_one_page(self) -> None:
        """Every work movement stands on the sheet, and its print is one page of A4."""
        name = shipped_library()[self.work_row()].name
        self.press("Run sheet")
        self.see("article")
        self.see_text(name)
        options = {"paperWidth": 8.27, "paperHeight": 11.69, "preferCSSPageSize": True}
        printed = self.driver.execute_cdp_cmd("Page.printToPDF", options)
        pages = len(re.findall(rb"/Type\s*/Page[^s]", base64.b64decode(printed["data"])))
        self.assertEqual(pages, 1)


class BadLuck(WithBrowser):
    def test_a_killed_planner_is_told_on_the_page(self) -> None:
        """kill -9 on all that plan: the page says so, and planning again works."""
        series_id = self.a_series()
        with self.database.transaction() as connection:
            connection.run("DELETE FROM series_class WHERE series_id = %s", (series_id,))
        self.sign_in()
        self.see("h2 a")
        self.go(f"/series/{series_id}", "table")
        self.press("Plan")
        kill_planners(self.planner())
        self.see_text("Planning ended early")
        self.see_text("Nothing was changed")
        self.press("Go to the board")
        self.press("Plan")
        self.see("table [data-slot]")

    def planner(self) -> int:
        for _ in range(200):
            with self.database.transaction() as connection:
                row = connection.row("SELECT body FROM run_event ORDER BY run_id DESC LIMIT 1")
            if row and '"pid"' in row["body"]:
                return int(re.findall(r'"pid": (\d+)', row["body"])[0])
            time.sleep(0.05)
        raise AssertionError("the planner never began")


class Words(WithBrowser):
    def blocked(self, *paths: str) -> None:
        self.driver.execute_cdp_cmd("Network.enable", {})
        self.driver.execute_cdp_cmd("Network.setBlockedURLs", {"urls": list(paths)})

    def test_no_page_shows_codes_while_its_words_are_away(self) -> None:
        """Board, set-up, movements and records say that words are missing, and go on when asked."""
        series_id = self.a_series()
        self.sign_in()
        self.addCleanup(self.blocked)
        for page, shows in (
            (f"/series/{series_id}", "[data-slot]"),
            (f"/series/{series_id}/setup", "[aria-label=Days]"),
            (f"/series/{series_id}/done", "main h1"),
            ("/movements", "[aria-label=Movement]"),
        ):
            with self.subTest(page=page):
                self.driver.get(f"{self.base}/api/health")
                self.driver.execute_script("indexedDB.deleteDatabase('keyval-store')")
                self.blocked("*/api/catalogue*")
                self.go(page, "[role=alert]")
                self.assertEqual(self.all(shows), [])
                self.blocked()
                self.press("Try again")
                self.see(shows)


if __name__ == "__main__":
    unittest.main()
