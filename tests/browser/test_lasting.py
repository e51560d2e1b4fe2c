"""What people typed lasts: through changes, outages, ended sessions, leaving and reload."""

from __future__ import annotations

import time
import unittest
from dataclasses import replace

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from grike.core.editing import with_block, work_blocks
from grike.store import changes, people, runs, series
from tests.browser.base import PASSWORD
from tests.browser.test_teaching import WithClass

NAME = "input[aria-label='Name of the class']"


class Draft(WithClass):
    def setUp(self) -> None:
        super().setUp()
        self.open()
        self.see(NAME).send_keys(" of mine")
        self.see_text("Not put in yet")
        self.see("[aria-label='What the edit does']")

    def put_in(self) -> None:
        """Put the edit in, and wait until the bar of it is gone."""
        self.press("Put it in")
        self.wait.until(lambda _: not self.all("[aria-label='Your edit']"))

    def open(self) -> None:
        self.go(self.bench, NAME)

    def typed(self) -> str:
        return str(self.see(NAME).get_attribute("value"))

    def another_edits(self) -> None:
        """Somebody else takes the first work movement out of the class."""
        with self.database.transaction() as connection:
            other = people.add(connection, "Ada Other", "ada", "director", "hash")
            stored = series.get(connection, self.series_id)
            planned = stored.plan.classes[0]
            number = work_blocks(planned.design)[0]
            block = planned.design.blocks[number]
            shorter = replace(block, items=block.items[1:])
            design = with_block(planned.design, number, shorter)
            new = replace(planned, design=design)
            changes.save(connection, stored, [new], "Take one out", other)

    def stored_name(self) -> str:
        with self.database.transaction() as connection:
            return series.get(connection, self.series_id).plan.classes[0].design.name

    def test_a_reload_and_leaving_keep_it(self) -> None:
        """The draft is there again after a reload, and after a walk over the board."""
        self.driver.refresh()
        self.assertTrue(self.typed().endswith("of mine"))
        self.go(f"/series/{self.series_id}", "table [data-slot]")
        self.assertFalse(self.stored_name().endswith("of mine"))
        self.open()
        self.assertTrue(self.typed().endswith("of mine"))
        self.press("Leave the class as it was")
        self.wait.until(lambda _: not self.typed().endswith("of mine"))
        self.press("Bring my edit back")
        self.wait.until(lambda _: self.typed().endswith("of mine"))
        self.press("Leave the class as it was")
        self.wait.until(lambda _: not self.typed().endswith("of mine"))
        self.driver.refresh()
        self.assertFalse(self.typed().endswith("of mine"))

    def test_anothers_change_is_shown_and_mine_can_go_on_top(self) -> None:
        """Who and what is told, both are held side by side, and the director chooses."""
        self.another_edits()
        self.press("Put it in")
        self.see_text("This class was changed while you were editing it.")
        self.see_text("Take one out, by Ada Other")
        self.assertTrue(self.typed().endswith("of mine"))
        self.press("Compare the two")
        self.see_text("Only in the class as it is now")
        self.assertEqual(self.axe(), [])
        self.press("Go on, mine goes on top")
        self.put_in()
        self.assertTrue(self.stored_name().endswith("of mine"))

    def test_anothers_change_can_be_taken(self) -> None:
        """Left, the editor starts from what is there now."""
        self.another_edits()
        self.press("Put it in")
        self.press("Leave mine, start from theirs")
        self.wait.until(lambda _: not self.typed().endswith("of mine"))
        self.assertEqual(self.all("[aria-label='Your edit']"), [])

    def test_an_ended_session_signs_in_over_the_page(self) -> None:
        """The page stays, sign-in lies over it, and then the write goes through."""
        button = self.button("Put it in")
        self.driver.delete_all_cookies()
        # What looks after the page by itself may notice the end of the session before the press.
        self.driver.execute_script("arguments[0].click()", button)
        self.see_text("Your session has ended")
        self.assertEqual(self.axe(), [])
        self.see("dialog input[name=name]").send_keys("dora")
        self.see("dialog input[name=password]").send_keys(PASSWORD, Keys.ENTER)
        self.wait.until(lambda _: not self.all("dialog"))
        self.assertTrue(self.typed().endswith("of mine"))
        self.put_in()
        self.assertTrue(self.stored_name().endswith("of mine"))

    def test_an_outage_is_told_soon_and_loses_nothing(self) -> None:
        """Without a network: a word within two seconds, the button comes back, the draft stays."""
        self.network(offline=True)
        began = time.monotonic()
        self.press("Put it in")
        self.see_text("Grike cannot be reached just now")
        self.assertLess(time.monotonic() - began, 4)
        self.network(offline=False)
        self.wait.until(lambda d: "cannot be reached" not in d.find_element(By.ID, "root").text)
        self.assertTrue(self.typed().endswith("of mine"))
        self.put_in()
        self.assertTrue(self.stored_name().endswith("of mine"))

    def network(self, *, offline: bool) -> None:
        limits = {"latency": 0, "downloadThroughput": -1, "uploadThroughput": -1}
        self.driver.execute_cdp_cmd("Network.enable", {})
        self.driver.execute_cdp_cmd(
            "Network.emulateNetworkConditions", {"offline": offline, **limits}
        )

    def tearDown(self) -> None:
        self.network(offline=False)

    def test_a_half_typed_row_stays_in_its_row(self) -> None:
        """Text that is no movement yet does not jump to the row that takes the place."""
        rows = [row.text.split("\n")[0] for row in self.all("[data-row^='1.']")]
        self.press(rows[1])
        self.fill("[aria-label='Name of movement 2 of part 2']", "half a na")
        self.press(rows[0])
        self.press("Take movement 1 of part 2 out")
        first = "[aria-label='Name of movement 1 of part 2']"
        self.wait.until(lambda _: self.see(first).get_attribute("value") == "half a na")
        self.see_text("no movement 'half a na'")


class Beside(WithClass):
    def test_a_plan_that_came_too_late_is_compared_and_put_in(self) -> None:
        """The board tells of it; it is held against the series, put in, and can be undone."""
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            from grike.exchange.plans import plan_to

            run = runs.add(connection, runs.Note(self.series_id))
            result = {"message": "The series was changed meanwhile.", "plan": plan_to(stored.plan)}
            runs.end(connection, run, "beside", result)
            runs.add_event(connection, run, {"kind": "end", "state": "beside"})
        self.go(f"/series/{self.series_id}", "table [data-slot]")
        self.see_text("The series was changed meanwhile.")
        self.assertEqual(self.axe(), [])
        self.press("Compare the two")
        self.see_text("Every class is the same.")
        self.go(f"/series/{self.series_id}", "table [data-slot]")
        self.press("Put it in over what is there")
        self.button("Undo: Put in the plan that was kept")
        self.assertNotIn("changed meanwhile", self.driver.find_element(By.ID, "root").text)

    def test_while_it_is_planned_the_board_can_be_read(self) -> None:
        """A series with classes stays on its board, with a way to the run."""
        with self.database.transaction() as connection:
            run = runs.add(connection, runs.Note(self.series_id))
            runs.begin(connection, run)
        self.go(f"/series/{self.series_id}", "table [data-slot]")
        self.see_text("This series is being planned.")
        self.button("Follow it, or stop it")


class Bin(WithClass):
    def test_a_series_is_deleted_and_brought_back(self) -> None:
        """It asks; it is gone; it comes back with its classes."""
        self.go("/", "h2 a")
        self.press("Delete ")
        self.see_text("It goes into the bin")
        self.assertEqual(self.axe(), [])
        self.press("Keep it")
        self.wait.until(lambda _: not self.all("dialog"))
        self.press("Delete ")
        self.press("Delete it")
        self.see_text("No series yet")
        path = "//summary[contains(., 'can be brought back')]"
        self.wait.until(lambda d: d.find_elements(By.XPATH, path))
        self.driver.find_element(By.XPATH, path).click()
        self.press("Bring ")
        self.see("h2 a").click()
        self.see("table [data-slot]")

    def test_a_class_that_was_undone_away_has_its_way_back(self) -> None:
        """One undo too many on the page of a class: redo is on that page."""
        self.go(self.bench, "[data-cue]")
        self.press("Undo: Plan the series")
        self.see_text("There is no class on this day any more")
        self.press("Redo: Plan the series")
        self.see("[data-cue]")

    def test_anothers_change_is_asked_about(self) -> None:
        """Undo names whose change it is, and does it only when told to."""
        with self.database.transaction() as connection:
            connection.run(
                "UPDATE series_change SET person_id = "
                "(SELECT id FROM person WHERE sign_in_name = 'ivo')"
            )
        self.go(f"/series/{self.series_id}", "table [data-slot]")
        self.press("Undo: Plan the series (by Ivo Instructor)")
        self.see_text("Undo what Ivo Instructor did?")
        self.assertEqual(self.axe(), [])
        self.press("Undo it all the same")
        # One undo too many: the plan is off the board, and the way back is on the same page.
        self.press("Redo: Plan the series")
        self.press("Redo it all the same")
        self.see("table [data-slot]")


if __name__ == "__main__":
    unittest.main()
