"""Shapes of one's own, in the real interface: copied, changed, tried, used, made of a class."""

from __future__ import annotations

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.store import series, shapes
from tests.browser.base import WithBrowser


class OwnShapes(WithBrowser):
    def fill(self, name: str, text: str) -> None:
        field = self.see(f"input[aria-label='{name}']")
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys(text, Keys.TAB)

    def name_it(self, text: str) -> None:
        path = "//label[contains(., 'Name')]/following::input[1]"
        field = self.wait.until(lambda d: d.find_element(By.XPATH, path))
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys(text)

    def test_copied_changed_and_asked_for_on_a_day(self) -> None:
        """A copy gets a part more and says how it fits; it is kept, changed, and is Monday's."""
        self.sign_in()
        self.go("/shapes", "[aria-label='Lift, then core']")
        self.see("a[aria-label='Copy Lift, then core']").click()
        self.see_text("Fits")
        self.name_it("House style")
        self.press("Add a part")
        self.fill("Theme of part 3", "one more round")
        Select(self.see("[aria-label='Format of part 3']")).select_by_visible_text("Last burst")
        self.fill("Movements of part 3", "1")
        self.see_text("one more round")
        self.assertEqual(self.axe(), [])
        self.driver.refresh()
        self.see("[aria-label='Theme of part 3'][value='one more round']")
        self.press("Keep this shape")
        self.see("a[aria-label='Change House style']").click()
        self.fill("Longest class", "20")
        self.press("Keep this shape")
        self.see_text("A shape is for classes of 20 to 90 minutes, not 30 to 20.")
        self.fill("Longest class", "75")
        self.press("Keep this shape")
        self.see("a[aria-label='Change House style']")
        with self.database.transaction() as connection:
            (own,) = shapes.every(connection)
        self.assertEqual((own.version, own.shape.minutes), (2, (30, 75)))
        self.assertEqual([len(own.shape.parts), own.shape.parts[2].sizes], [3, (1,)])

        self.go("/series/new", "[aria-label=Days]")
        self.name_it("Ours on Mondays")
        path = "//summary[contains(., 'Shapes of classes (')]"
        self.wait.until(lambda d: d.find_elements(By.XPATH, path))[0].click()
        self.press("All that fit 45 minutes")
        Select(self.see("[aria-label='A shape for Monday']")).select_by_visible_text("House style")
        monday = self.see("[role=group][aria-label='Shapes of Monday']")
        monday.find_element(By.XPATH, ".//button[.='keeps its shape']").click()
        self.assertEqual(self.axe(), [])
        self.press("Plan 24 classes")
        self.see_text("Stop")
        with self.database.transaction() as connection:
            plan = series.get(connection, series.lines(connection)[0].id).plan
        self.assertEqual(plan.shape.shape_days, {0: frozenset({"house-style"})})
        self.assertEqual(plan.shape.kept_days, {0})
        self.press("Stop")

    def test_made_of_a_class_and_removed(self) -> None:
        """A class is looked over as a shape, kept, and taken away again after a question."""
        series_id = self.a_series()
        self.sign_in()
        self.go(f"/series/{series_id}/classes/0", "[data-cue]")
        self.press("Make a shape of this class")
        self.see_text("Fits 45 minutes")
        self.press("Keep this shape")
        self.see_text("ours")
        with self.database.transaction() as connection:
            (own,) = shapes.every(connection)
        self.assertIn("week 1 Monday", own.shape.name)
        self.see(f"a[href='/shapes/{own.shape.id}']").click()
        self.press("Remove this shape")
        self.press("Remove it")
        self.see_text("Shapes of classes")
        self.wait.until(lambda _: not self._kept())

    def _kept(self) -> int:
        with self.database.transaction() as connection:
            return len(shapes.every(connection))

    def test_an_instructor_looks_on(self) -> None:
        """An instructor sees the shapes and no way to change them."""
        self.sign_in("ivo")
        self.go("/shapes", "[aria-label='Lift, then core']")
        self.assertEqual(self.driver.find_elements(By.CSS_SELECTOR, "a[href^='/shapes/new']"), [])
