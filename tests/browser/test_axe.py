"""axe finds nothing on any view, in both colour modes (WCAG 2.2 AA rules of the package)."""

from __future__ import annotations

import time

from tests.browser.base import WORK_ROW, WithBrowser

#: So many pixels a page is wider than its window.
SIDEWAYS = "return document.documentElement.scrollWidth - innerWidth"
#: Words below twelve pixels.
TINY = """return [...document.querySelectorAll('main *')].filter(e => e.getClientRects().length
    && [...e.childNodes].some(n => n.nodeType === 3 && n.textContent.trim())
    && parseFloat(getComputedStyle(e).fontSize) < 12).map(e => e.textContent.slice(0, 40))"""


class Accessible(WithBrowser):
    def in_both_modes(self, view: str) -> None:
        for mode in ("light", "dark"):
            self.driver.execute_script(f"localStorage.setItem('grike-color-mode', '{mode}')")
            self.driver.refresh()
            self.see("main")
            time.sleep(0.8)
            with self.subTest(view=view, mode=mode):
                self.assertEqual(self.axe(), [])

    def test_sign_in(self) -> None:
        """The sign-in page."""
        self.go("/", "input[name=name]")
        self.in_both_modes("sign-in")

    def test_views_of_a_series(self) -> None:
        """List, board, class with and without a chosen movement, run sheet, set-up."""
        series_id = self.a_series()
        self.sign_in()
        self.see("h2 a")
        self.in_both_modes("list")
        for name, path, selector in (
            ("board", f"/series/{series_id}", "[data-slot]"),
            ("class", f"/series/{series_id}/classes/0", "[data-cue]"),
            ("run sheet", f"/series/{series_id}/classes/0/sheet", "article"),
            ("set-up", "/series/new", "[aria-label=Days]"),
        ):
            self.go(path, selector)
            self.in_both_modes(name)

    def test_narrow(self) -> None:
        """At three widths, 320 being a page at four times its size: whole, clean, nothing tiny."""
        series_id = self.a_series()
        self.sign_in()
        self.see("h2 a")
        one = f"/series/{series_id}"
        for width in (768, 390, 320):
            metrics = {"width": width, "height": 844, "deviceScaleFactor": 1, "mobile": False}
            self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)
            for path, selector in (
                ("/", "h2 a"),
                ("/series/new", "[aria-label=Days]"),
                (one, "[data-slot]"),
                (f"{one}?zoom=week&week=1", "[aria-label='One week']"),
                (f"{one}/classes/0", "[data-cue]"),
                (f"{one}/classes/0/teach", "h1"),
                (f"{one}/history", "ol"),
                (f"{one}/setup", "[aria-label=Days]"),
                ("/movements", "[aria-label='Movements by family'] button"),
                ("/house", "h1"),
                ("/shapes", "h1"),
            ):
                self.go(path, selector)
                with self.subTest(path=path, width=width):
                    self.assertEqual(self.axe(), [])
                    self.assertEqual(self.driver.execute_script(SIDEWAYS), 0)
                    self.assertEqual(self.driver.execute_script(TINY), [])

    def test_a_chosen_movement(self) -> None:
        """The panel with options and alternatives."""
        series_id = self.a_series()
        self.sign_in()
        self.see("h2 a")
        self.go(f"/series/{series_id}/classes/0", "[data-cue]")
        self.see(WORK_ROW).click()
        self.see("[aria-label^='Swap in']")
        self.assertEqual(self.axe(), [])

    def test_planning_that_found_nothing(self) -> None:
        """The page of a run that ended without a plan."""
        series_id = self.a_series()
        with self.database.transaction() as connection:
            from grike.store import runs

            run = runs.add(connection, runs.Note(series_id))
            runs.begin(connection, run)
            words = {"why": ["In week 1 these collide."], "ways": ["More kit."]}
            runs.end(connection, run, "none", words)
            runs.add_event(connection, run, {"kind": "end", "state": "none", **words})
        self.sign_in()
        self.see("h2 a")
        self.go(f"/series/{series_id}/runs/{run}", "[role=alert]")
        self.in_both_modes("no plan")
