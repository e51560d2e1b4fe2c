"""A class written by hand, taught by its clock, recorded; and the pace that comes of it."""

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


class Teaching(WithClass):
    def body(self) -> str:
        return self.driver.find_element(By.TAG_NAME, "body").text

    def following(self) -> list[str]:
        return [line.text.split("\n")[1] for line in self.all("ol li")]

    def test_by_keyboard_and_after_a_reload(self) -> None:
        """Begin, go on and back with the keys; a reload goes on at the same cue."""
        self.go(f"{self.bench}/teach", "h1")
        self.see_text("Begin")
        page = self.driver.find_element(By.TAG_NAME, "body")
        page.send_keys(Keys.SPACE)
        self.see("[aria-label='What comes next']")
        # Until the names have come, ids stand in their place.
        self.wait.until(lambda _: self.following()[0][0].isupper())
        following = self.following()
        page.send_keys(Keys.ARROW_RIGHT)
        self.see_text("early")
        self.wait.until(lambda _: following[0] not in self.see("ol").text)
        self.driver.refresh()
        self.wait.until(lambda _: self.all("ol li") and following[0] not in self.see("ol").text)
        self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ARROW_LEFT)
        self.wait.until(lambda _: following[0] in self.see("ol").text)
        self.assertEqual(self.axe(), [])

    def test_a_taught_class_is_recorded(self) -> None:
        """Ended early, its record is kept with the session and stands on the class."""
        self.a_session()
        self.go(f"{self.bench}/teach", "h1")
        self.press("Begin")
        for _ in range(12):
            self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ARROW_RIGHT)
        self.press("End the class")
        self.fill("form[aria-label=Record] input", "44")
        self.driver.find_elements(By.CSS_SELECTOR, "form[aria-label=Record] input")[1].send_keys(
            "12"
        )
        self.press("Keep the record")
        self.see_text("Effort goes from 0")
        effort = self.driver.find_elements(By.CSS_SELECTOR, "form[aria-label=Record] input")[1]
        effort.send_keys(Keys.CONTROL, "a")
        effort.send_keys("6")
        self.press("Keep the record")
        self.see_text("Begin")
        self.go(self.bench, "[data-cue]")
        self.see_text("44 min, effort 6")

    def test_without_a_session_nothing_is_lost(self) -> None:
        """The way to a session is told, and what was timed stays."""
        self.go(f"{self.bench}/teach", "h1")
        self.press("Begin")
        self.press("End the class")
        self.see_text("Nobody is down to teach this class")

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
