"""The movement library and the mending of findings, in the real interface."""

from __future__ import annotations

import tempfile
from dataclasses import replace
from pathlib import Path

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.core.editing import swapped, work_blocks
from grike.exchange.library import library_document, shipped_library
from grike.exchange.movement_csv import to_csv
from grike.store import changes, series
from grike.store import library as stored_library
from tests.browser.base import WithBrowser

SHIPPED = library_document()["movements"]


class Movements(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.addCleanup(self.as_shipped)
        self.sign_in()

    def as_shipped(self) -> None:
        with self.database.transaction() as connection:
            connection.run("DELETE FROM movement")
            stored_library.load(connection, SHIPPED)

    def open(self, movement: str) -> None:
        self.go(f"/movements/{movement}", "[aria-label='Movement'] ol")

    def field(self, label: str) -> None:
        """Focus a field of the form by its label, its text selected."""
        path = f"//form//label[normalize-space(.)='{label}']/following::input[1]"
        box = self.driver.find_element(By.XPATH, path)
        box.send_keys(Keys.CONTROL, "a")
        self.box = box

    def test_finding_and_following_a_chain(self) -> None:
        """By name, by muscle and kit; then along the chain to a harder neighbour."""
        self.press("Movements")
        self.see("[role=search]")
        self.see("input[type=search]").send_keys("reverse lunge")
        self.see_text(f"of {len(SHIPPED)}")
        self.see_text("Dumbbell reverse lunge")
        self.press("Show all")
        Select(self.see("select[aria-label=Muscle]")).select_by_visible_text("Hamstrings")
        Select(self.see("select[aria-label=Kit]")).select_by_visible_text("kettlebells")
        self.press("Kettlebell deadlift")
        self.see_text("Chest and hips rise together")
        self.see("[aria-label^='Chain'] [aria-current=step]")
        self.driver.find_element(By.XPATH, "//ol//button[contains(., 'Suitcase')]").click()
        self.see_text("Shoulders level")
        self.assertTrue(self.driver.current_url.endswith("/movements/suitcase-deadlift"))

    def test_finding_with_a_letter_wrong(self) -> None:
        """A misspelt name and a pattern find it; the list says by which words."""
        self.press("Movements")
        box = self.see("input[type=search]")
        box.send_keys("montain climber")
        self.see_text("mountain climber")
        box.send_keys(Keys.CONTROL, "a")
        box.send_keys("horizontal press")
        self.see_text("Band chest press")

    def test_a_movement_of_ones_own_in_four_fields(self) -> None:
        """Like another, a name, and one figure: the rest is taken from the other."""
        self.press("Movements")
        self.press("New movement")
        like = self.see("input[list=likeness]")
        like.send_keys("Goblet squat")
        self.wait.until(
            lambda d: d.find_elements(
                By.CSS_SELECTOR, "[aria-label='target muscles'] [aria-pressed=true]"
            )
        )
        self.field("name")
        self.box.send_keys("Tower squat")
        self.press("Save")
        self.see_text("Edit")
        self.wait.until(lambda d: d.current_url.endswith("/movements/tower-squat"))
        self.see("[aria-label^='Chain'] [aria-current=step]")

    def test_where_it_is_used(self) -> None:
        """The classes that hold a movement are linked from it."""
        series_id = self.a_series()
        with self.database.transaction() as connection:
            used = series.get(connection, series_id).plan.classes[0].design.movement_ids()[0]
        self.open(used)
        link = self.see(f"a[href='/series/{series_id}/classes/0']")
        self.assertIn("A series, week 1 Monday", link.text)
        link.click()
        self.see("[data-cue]")

    def test_editing_with_a_fault_on_the_way(self) -> None:
        """A level of 9 is refused at its field and nothing is lost; 2 is saved; it is retired."""
        self.open("squat")
        self.press("Edit")
        self.see("form[aria-label='Edit movement']")
        self.field("who takes the easier option")
        self.box.send_keys("Ask the people first")
        self.field("level, 1 to 3")
        self.box.send_keys("9")
        self.press("Save")
        self.see_text("'9' is not a whole number from 1 to 3.")
        self.field("level, 1 to 3")
        self.box.send_keys("2")
        self.press("Save")
        self.see_text("Ask the people first.")
        self.press("Retire")
        self.button("Offer again")

    def test_a_table_by_file(self) -> None:
        """A bad table is told by line and column, a good one is counted."""
        good = SHIPPED[0] | {"id": "new-one", "name": "New one"}
        self.open("squat")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "table.csv"
            path.write_text(to_csv([good | {"level": 7}]), encoding="utf-8")
            chooser = self.driver.find_element(By.CSS_SELECTOR, "input[type=file]")
            chooser.send_keys(str(path))
            self.see_text("line 2, level: '7' is not a whole number")
            path.write_text(to_csv([good]), encoding="utf-8")
            chooser.send_keys(str(path))
            self.see_text("1 added, 0 changed.")

    def test_axe_finds_nothing(self) -> None:
        """The library, with a movement and with its form, in both modes."""
        self.open("squat")
        for _ in range(2):
            self.assertEqual(self.axe(), [])
            self.driver.find_element(By.CSS_SELECTOR, "header button[aria-label^=Use]").click()
        self.press("Edit")
        self.see("form[aria-label='Edit movement']")
        self.assertEqual(self.axe(), [])


class Mending(WithBrowser):
    def test_a_finding_is_mended_and_undone(self) -> None:
        """A swap breaks a rule; Mend shows ways; one press takes it away; undo brings it back."""
        series_id = self.a_series()
        self.sign_in()
        with self.database.transaction() as connection:
            stored = series.get(connection, series_id)
            planned = stored.plan.classes[0]
            block = work_blocks(planned.design)[0]
            twice = planned.design.blocks[block].items[1].movement_id
            design = swapped(planned.design, block, 0, twice, library=shipped_library())
            changes.save(connection, stored, [replace(planned, design=design)], "Swap", None)
        self.go(f"/series/{series_id}/classes/0", "[data-cue]")
        self.see_text("stands in the class twice")
        # The swap may miss an aim besides, and each finding has its own ways out.
        name = shipped_library()[twice].name
        self.press(f"Mend: {name} stands in the class twice")
        self.see_text("Swap ")
        self.assertEqual(self.axe(), [])
        self.press("Do it: ")
        self.wait.until(
            lambda d: "stands in the class twice" not in d.find_element(By.TAG_NAME, "body").text
        )
        self.press("Undo")
        self.see_text("stands in the class twice")
