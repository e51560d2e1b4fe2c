"""Who is put down to teach a class, the pace that is learned, and what goes when time is short."""

from __future__ import annotations

import datetime as dt

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.store import series, sessions
from tests.browser.base import WithBrowser


class WithClass(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.bench = f"/series/{self.series_id}/classes/0"

    def a_session(self) -> None:
        with self.database.transaction() as connection:
            design = series.get(connection, self.series_id).designs[0]
            at = dt.datetime(2026, 11, 30, 18)
            sessions.add(connection, design, self.series_id, 0, at, None, self.person)

    def fill(self, selector: str, text: str) -> None:
        field = self.see(selector)
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys(text)


class Sessions(WithClass):
    def test_somebody_is_put_down_and_taken_out(self) -> None:
        """A session is added for an instructor and taken out again."""
        self.go(self.bench, "[data-cue]")
        self.see_text("Nobody is down to teach")
        summary = "//summary[contains(., 'Put somebody down')]"
        self.driver.find_element(By.XPATH, summary).click()
        chooser = "select[aria-label=Instructor]"
        self.wait.until(lambda _: "Ivo Instructor" in self.see(chooser).text)
        Select(self.see(chooser)).select_by_visible_text("Ivo Instructor")
        self.press("Put them down")
        self.see_text("18:00, Ivo Instructor")
        self.press("Take out")
        self.see_text("Nobody is down to teach")

    def test_the_pace_is_shown_with_its_spread(self) -> None:
        """Every kind has its line; without records it says so."""
        self.go(f"/series/{self.series_id}/pace", "tbody tr")
        self.assertEqual(len(self.all("tbody tr")), 13)
        self.see_text("none yet")
        self.assertEqual(self.axe(), [])


class LessTime(WithClass):
    def test_what_goes_first_can_be_chosen_and_is_kept(self) -> None:
        """Moved up, the lever goes first, also after a reload."""
        self.go(self.bench, "[data-cue]")
        self.see_text("What goes first: breathers")
        self.driver.find_element(By.XPATH, "//summary[contains(., 'What goes first')]").click()
        self.press("Earlier: Shorter rests")
        self.see_text("What goes first: shorter rests")
        self.driver.refresh()
        self.see_text("What goes first: shorter rests")
        self.see("#minutes-less").send_keys("3")
        self.see_text("Sides, focus and cool-down stay.")
