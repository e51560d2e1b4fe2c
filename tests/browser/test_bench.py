"""The class bench beyond a swap: less time, templates, a class from a file; and ways of working."""

from __future__ import annotations

import json
import tempfile
from pathlib import Path

from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import Select

from tests.browser.base import WithBrowser

LADDER = {
    "name": "Ladder by hand",
    "focus": "lower",
    "slot_seconds": 2700,
    "blocks": [
        {
            "purpose": "work",
            "format": {"kind": "ladder"},
            "items": [{"movement": "squat"}, {"movement": "glute-bridge"}],
        },
        {
            "purpose": "work",
            "format": {"kind": "last-burst", "work_seconds": 60},
            "items": [{"movement": "march-on-the-spot"}],
        },
    ],
}


class Bench(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.go(f"/series/{self.series_id}/classes/0", "[data-cue]")

    def test_less_time_is_shown_then_cut(self) -> None:
        """Five minutes less: what goes is said, one press cuts it, undo brings it back."""
        self.see("#minutes-less").send_keys("5")
        self.see_text("Sides, focus and cool-down stay.")
        cut = self.button("Cut to ")
        length = cut.text.removeprefix("Cut to ")
        cut.click()
        self.see_text(f"Real {length}")
        self.press("Undo")
        self.wait.until(lambda d: f"Real {length}" not in d.find_element(By.TAG_NAME, "body").text)

    def test_another_way_to_make_the_class_is_taken(self) -> None:
        """The class beside others; one is taken, and undone on the page of the class."""
        length = self.see("[role=status]").text
        self.driver.find_element(By.LINK_TEXT, "Choices").click()
        self.see_text("and others that could stand in its place")
        self.see("[aria-label='Take choice 1']")
        self.assertEqual(self.axe(), [])
        self.see("button[aria-label='Take choice 1']").click()
        self.see("[data-cue]")
        self.press("Undo")
        self.wait.until(lambda _: self.see("[role=status]").text == length)

    def test_a_class_is_kept_and_used_elsewhere(self) -> None:
        """Kept under a name, chosen on another day, put there, and undone."""
        heading = self.see("h1").text
        self.see("[aria-label='Name of the template']").send_keys("Good Monday")
        self.press("Keep this class")
        self.go(f"/series/{self.series_id}/classes/1", "[data-cue]")
        self.assertNotEqual(self.see("h1").text, heading)
        self.wait.until(lambda _: "Good Monday" in self.see("select[aria-label=Template]").text)
        names = [o.text for o in Select(self.see("select[aria-label=Template]")).options]
        Select(self.see("select[aria-label=Template]")).select_by_visible_text(names[1])
        self.press("Use it here")
        self.wait.until(lambda _: self.see("h1").text == heading)

    def test_a_ladder_comes_from_a_file(self) -> None:
        """A format that the planner does not use runs on the tape; a broken file is told."""
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "class.json"
            chooser = self.driver.find_element(By.CSS_SELECTOR, "[aria-label='Class document']")
            path.write_text("no class")
            chooser.send_keys(str(path))
            self.see_text("This file is not a class document.")
            path.write_text(json.dumps(LADDER))
            chooser.send_keys(str(path))
            self.see_text("Ladder, 10-8-6-4-2")
        self.see_text("10-8-6-4-2")
        self.see_text("Last burst, 60 s")

    def test_loads_are_shown_and_axe_finds_nothing(self) -> None:
        """Energy, effort, runs and landings stand beside the class."""
        for words in ("kcal", "session load", "Landings", "In a row"):
            self.see_text(words)
        self.assertEqual(self.axe(), [])


class WaysOfWorking(WithBrowser):
    def field(self, label: str) -> WebElement:
        path = f"//*[not(self::option)][normalize-space(.)='{label}']/following::input[1]"
        return self.driver.find_element(By.XPATH, path)

    def test_a_preset_fills_the_set_up(self) -> None:
        """Chair and band leaves what was counted, takes its own if asked, and gives mine back."""
        self.sign_in()
        self.see("header")
        self.go("/series/new", "[aria-label=Days]")
        self.press("Chair and band")
        self.see_text("Everything standing or on a chair")
        self.assertEqual(self.field("Minutes").get_attribute("value"), "45")
        self.assertEqual(self.field("mats").get_attribute("value"), "20")
        self.press("Take its usual 40 minutes, level 1 and kit as well")
        self.assertEqual(self.field("Minutes").get_attribute("value"), "40")
        self.assertIn(self.field("mats").get_attribute("value"), ("0", ""))
        self.press("Back to the minutes, level and kit that you counted")
        self.assertEqual(self.field("Minutes").get_attribute("value"), "45")
        self.assertEqual(self.field("mats").get_attribute("value"), "20")
        self.press("Take its usual")
        self.field("Volume rises a week by (%)").send_keys("7")
        self.see_text("Your own rules, see below.")
        self.press("Blend")
        self.see_text("The usual start")
        self.assertEqual(self.field("mats").get_attribute("value"), "20")
        self.assertEqual(self.axe(), [])
