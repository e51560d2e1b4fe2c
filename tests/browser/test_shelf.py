"""Forty series, the way to anything, weeks given away, and one's own classes."""

from __future__ import annotations

import json
import tempfile
from pathlib import Path

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.exchange.plans import plan_to
from grike.store import series
from tests.browser.base import WithBrowser

CARDS = "main h2 a"


class Shelf(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.see(CARDS)

    def cards(self, many: int) -> None:
        self.wait.until(lambda _: len(self.all(CARDS)) == many)

    def test_tags_search_and_the_archive(self) -> None:
        """A tag by keyboard, found by a word of it, put away and fetched back."""
        self.press("Tags")
        self.driver.switch_to.active_element.send_keys("winter, hall", Keys.ENTER)
        self.see_text("winter, hall")
        search = self.see("[aria-label='Series with these words']")
        search.send_keys("summer")
        self.cards(0)
        search.send_keys(Keys.CONTROL, "a")
        search.send_keys("wint")
        self.cards(1)
        self.assertEqual(self.axe(), [])
        self.press("Into the archive")
        self.cards(0)
        self.press("Archive (1)")
        self.cards(1)
        self.press("Out of the archive")
        self.cards(0)
        self.press("Back from the archive")
        self.cards(1)

    def test_a_season_is_begun_again(self) -> None:
        """The same classes from another date, in three presses."""
        self.press("Begin it again")
        name = self.see("[aria-label='Name of the new season']")
        name.send_keys(Keys.CONTROL, "a")
        name.send_keys("Spring in the hall")
        self.see("main form input[type=checkbox]").click()
        self.press("Begin the season")
        self.see("table [data-slot]")
        self.see_text("Spring in the hall")

    def test_a_series_from_a_file(self) -> None:
        """Seen first, then made; what is no series is told."""
        with self.database.transaction() as connection:
            document = plan_to(series.get(connection, self.series_id).plan)
        document["series"]["name"] = "From elsewhere"
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "series.json"
            chooser = self.driver.find_element(By.CSS_SELECTOR, "[aria-label='Series document']")
            path.write_text("no series")
            chooser.send_keys(str(path))
            self.see_text("This file is not a series.")
            self.press("Leave it")
            path.write_text(json.dumps(document))
            chooser.send_keys(str(path))
            self.see_text("It becomes a new series")
            self.assertEqual(self.axe(), [])
            self.press("Make the series")
            self.see("table [data-slot]")
            self.see_text("From elsewhere")

    def test_the_way_to_anything(self) -> None:
        """Ctrl+K finds a page, a series and a movement by keyboard; "?" shows the keys."""
        body = self.driver.find_element(By.TAG_NAME, "body")
        body.send_keys(Keys.CONTROL, "k")
        # Enter comes before the answer, and goes where the answer leads.
        self.see("dialog [role=combobox]").send_keys("glute br", Keys.ENTER)
        self.wait.until(lambda d: "/movements/" in d.current_url)
        self.go(f"/series/{self.series_id}", "table [data-slot]")
        self.driver.find_element(By.TAG_NAME, "body").send_keys("/")
        self.see("dialog [role=combobox]").send_keys("glute br")
        self.see_text("movement; in ")
        self.assertEqual(self.axe(), [])
        self.driver.switch_to.active_element.send_keys(Keys.CONTROL, "a")
        self.driver.switch_to.active_element.send_keys("history", Keys.ENTER)
        self.wait.until(lambda d: d.current_url.endswith("/history"))
        self.driver.find_element(By.TAG_NAME, "body").send_keys("?")
        self.see_text("Show these keys")
        self.driver.switch_to.active_element.send_keys(Keys.ESCAPE)
        self.wait.until(lambda _: not self.all("dialog"))

    def test_a_week_is_given_and_is_somebodys(self) -> None:
        """One press gives the week; its teacher sees the next class first; it can be taken back."""
        self.go(f"/series/{self.series_id}?week=1", "[aria-label='Who teaches week 1']")
        self.wait.until(lambda _: "Ivo" in self.see("[aria-label='Who teaches week 1']").text)
        Select(self.see("[aria-label='Who teaches week 1']")).select_by_visible_text(
            "Ivo Instructor"
        )
        self.press("Give the week")
        self.see_text("Week 1: 3 classes to Ivo Instructor")
        self.press("As it was")
        self.wait.until(lambda _: not self.all("[role=status] button"))
        self.press("Give the week")
        self.see_text("Week 1: 3 classes to Ivo Instructor")
        with self.database.transaction() as connection:
            # The classes of the tests lie in the past of some days and in the future of others.
            connection.run("UPDATE session SET starts_at = starts_at + INTERVAL 3000 DAY", ())
        self.driver.delete_all_cookies()
        self.sign_in("ivo")
        self.go("/mine", "[aria-label^='Teach ']")
        self.see_text("Next: ")
        self.assertEqual(len(self.all("[aria-label^='Teach ']")), 3)
        self.assertEqual(self.axe(), [])
        self.see("[aria-label^='Teach ']").click()
        self.wait.until(lambda d: d.current_url.endswith("/teach"))
