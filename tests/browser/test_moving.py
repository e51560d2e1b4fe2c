"""Working on the board: classes dragged, carried by keyboard, copied; two directors at once."""

from __future__ import annotations

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.store import changes, people, presence, series
from grike.store.presence import OpenPage
from tests.browser.base import WithBrowser


class Moving(WithBrowser):
    """Two weeks of Mondays, Wednesdays and Fridays: days 0, 2, 4, 7, 9 and 11."""

    def setUp(self) -> None:
        super().setUp()
        self.series = self.a_series()
        self.sign_in()
        self.see("h2 a")
        self.go(f"/series/{self.series}", "[data-slot]")
        self.there = self.on_days()

    def on_days(self) -> dict[int, str]:
        """Return the name and first movement of the class of each day, as stored."""
        with self.database.transaction() as connection:
            plan = series.get(connection, self.series).plan
        return {own.slot.day: own.design.movement_ids()[0] for own in plan.classes}

    def until_moved(self, **days: str) -> None:
        wanted = {int(day[1:]): movement for day, movement in days.items()}
        self.wait.until(
            lambda _: {d: m for d, m in self.on_days().items() if d in wanted} == wanted
        )

    def told(self) -> str:
        """Return what a move is said to do, once it is worked out."""
        return self.see("[data-consequences]").text

    def test_a_class_is_dragged(self) -> None:
        """What it does shows while it is held over a day; dropped there, the two have changed."""
        source = self.see("[data-day='0'] [data-slot]")
        target = self.see("[data-day='11']")
        held = ActionChains(self.driver).click_and_hold(source).move_by_offset(12, 4)
        held.move_to_element(target).move_by_offset(2, 2).perform()
        self.assertIn("Comes", self.told())
        self.assertEqual(self.on_days(), self.there)
        ActionChains(self.driver).release().perform()
        self.until_moved(d0=self.there[11], d11=self.there[0])
        self.press("Undo: Exchange")
        self.until_moved(d0=self.there[0], d11=self.there[11])

    def test_a_class_is_carried_by_keyboard(self) -> None:
        """Space picks it up, an arrow takes it a day on, escape leaves it; space puts it down."""
        said = "[id^='DndLiveRegion']"
        for last in (Keys.ESCAPE, Keys.SPACE):
            block = self.see("[data-day='0'] [data-slot]")
            self.driver.execute_script("arguments[0].focus()", block)
            block.send_keys(Keys.SPACE)
            self.wait.until(lambda _: "Week 1 Monday" in self.text_of(said))
            ActionChains(self.driver).send_keys(Keys.ARROW_RIGHT).perform()
            self.wait.until(lambda _: "Over Week 1 Wednesday" in self.text_of(said))
            self.assertEqual(self.on_days(), self.there)
            ActionChains(self.driver).send_keys(last).perform()
        self.until_moved(d0=self.there[2], d2=self.there[0])

    def text_of(self, selector: str) -> str:
        found = self.driver.find_elements(By.CSS_SELECTOR, selector)
        return str(found[0].get_attribute("textContent")) if found else ""

    def test_movements_change_places(self) -> None:
        """In one week large: dragged, carried by keyboard, or pressed one after the other."""
        self.go(f"/series/{self.series}?zoom=week&week=1", "[data-spot]")
        one, other = self.see("[data-spot^='0.']"), self.see("[data-spot^='2.']")
        names = [one.text, other.text]
        held = ActionChains(self.driver).click_and_hold(one).move_by_offset(12, 4)
        held.move_to_element(other).move_by_offset(2, 2).perform()
        self.assertIn("change places", self.see("aside").text)
        self.told()
        self.assertEqual(self.on_days(), self.there)
        ActionChains(self.driver).release().perform()
        self.until_moved(d0=self.there[2], d2=self.there[0])
        self.press(f"Undo: {names[0]}")
        self.until_moved(d0=self.there[0], d2=self.there[2])
        self.wait.until(lambda _: self.see("[data-spot^='0.']").text == names[0])
        self.see("[data-spot^='0.']").send_keys(Keys.SPACE)
        self.wait.until(lambda _: names[0] in self.text_of("[id^='DndLiveRegion']"))
        ActionChains(self.driver).send_keys(Keys.ARROW_RIGHT).perform()
        self.told()
        ActionChains(self.driver).send_keys(Keys.ESCAPE).perform()
        self.see("[data-spot^='0.']").click()
        self.see("[data-spot^='2.']").click()
        self.told()
        self.assertEqual(self.axe(), [])
        self.press("Change places")
        self.until_moved(d0=self.there[2], d2=self.there[0])

    def test_without_dragging(self) -> None:
        """From the button of a class: copied to a day that has the focus; a week copied."""
        self.see("[data-day='0'] button").click()
        self.press("Copy to another day")
        target = self.see("[aria-label='Put it on Week 2 Monday']")
        self.driver.execute_script("arguments[0].focus()", target)
        self.assertIn("Must D4", self.told())
        self.assertEqual(self.axe(), [])
        self.press("Copy it there")
        self.until_moved(d0=self.there[0], d7=self.there[0])
        self.see("[data-day='0'] button").click()
        Select(self.see("[aria-label='Copy the whole of week 1']")).select_by_visible_text("week 2")
        self.told()
        self.press("Do it")
        self.until_moved(d9=self.there[2], d11=self.there[4])

    def test_several_at_once(self) -> None:
        """Shift and a click picks more: two are locked, and cannot be taken off then."""
        self.see("[data-day='0'] button").click()
        ActionChains(self.driver).key_down(Keys.SHIFT).click(
            self.see("[data-day='2'] [data-slot]")
        ).key_up(Keys.SHIFT).perform()
        self.see_text("2 classes")
        self.press("Lock")
        self.see("[data-day='2'] [aria-label='locked']")
        self.press("Take off")
        self.see_text("is locked")
        self.press("Unlock")
        self.wait.until(lambda _: not self.all("[aria-label='locked']"))
        self.press("Take off")
        self.told()
        self.press("Do it")
        self.wait.until(lambda _: set(self.on_days()) == {4, 7, 9, 11})

    def test_a_frame_picks_what_it_touches(self) -> None:
        """Drawn from a gap, or with shift from a class, which is not dragged; nothing opens."""
        draw = ActionChains(self.driver).move_to_element(self.see("[data-day='0']"))
        draw.move_by_offset(0, -self.see("[data-day='0']").size["height"] // 2 - 3)
        draw.click_and_hold().move_by_offset(10, 10).move_to_element(self.see("[data-day='2']"))
        draw.release().perform()
        self.see_text("2 classes")
        draw = ActionChains(self.driver).key_down(Keys.SHIFT)
        draw.move_to_element(self.see("[data-day='9'] [data-slot]")).click_and_hold()
        draw.move_by_offset(10, 10).move_to_element(self.see("[data-day='11'] [data-slot]"))
        draw.release().key_up(Keys.SHIFT).perform()
        self.see_text("4 classes")
        self.assertIn(f"/series/{self.series}", self.driver.current_url)
        self.assertEqual(len(self.driver.window_handles), 1)
        self.press("Lock")
        self.wait.until(lambda _: len(self.all("[aria-label='locked']")) == 4)
        self.assertEqual(self.on_days(), self.there)

    def test_fingers_pick_several(self) -> None:
        """Without shift: every press picks one more; a whole week, and a day of every week."""
        self.see("[data-day='0'] button").click()
        self.press("Pick several")
        self.see("[data-day='4'] button").click()
        self.see_text("2 classes")
        self.press("All of week 1")
        self.see_text("3 classes")
        self.press("Every Monday")
        self.see_text("4 classes")
        self.assertEqual(self.axe(), [])
        self.press("Leave it")
        self.see("[data-day='4'] button").click()
        self.see("[data-day='0'] button").click()
        self.see_text("Week 1 Monday")

    def test_a_movement_is_followed_and_swapped_everywhere(self) -> None:
        """The repeats lens shows where it stands; another takes its place in all of them."""
        first = self.there[0]
        self.go(f"/series/{self.series}?lens=repeats&sought=movement:{first}", "[data-slot]")
        self.see_text("for the first time")
        choice = Select(self.see("[aria-label='In its place, everywhere']"))
        choice.select_by_index(1)
        self.told()
        self.press("Swap it everywhere")
        self.wait.until(lambda _: first not in self.on_days().values())

    def test_every_lens_and_zoom_reads(self) -> None:
        """Each lens colours the same grid, and axe finds nothing; the address keeps it."""
        for lens in ("mains", "load", "findings"):
            self.go(f"/series/{self.series}?lens={lens}&zoom=parts&week=2", "[data-slot]")
            self.assertEqual(self.axe(), [], lens)
            pressed = [own.text for own in self.all("[aria-label='Lens'] [aria-pressed='true']")]
            self.assertEqual([text.lower() for text in pressed], [lens])
        self.go(f"/series/{self.series}?zoom=week&week=2", "[aria-label='One week'] section")
        self.assertEqual(len(self.all("[aria-label='One week'] section")), 3)
        self.assertEqual(self.axe(), [])

    def test_anothers_change_comes_by_itself(self) -> None:
        """Bea is seen to be there; what she moves is on this page at once, with her name."""
        with self.database.transaction() as connection:
            bea = people.add(connection, "Bea Beside", "bea", "director", "hash")
            page = OpenPage("beas-page", self.series, bea, "week 2 Monday")
            presence.see(connection, [page])
        self.see_text("Also here: Bea Beside (week 2 Monday)")
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series)
            gone = stored.plan.classes[1:]
            changes.rearrange(
                connection,
                stored,
                type(stored.plan)(stored.plan.shape, stored.plan.sheet, gone),
                "Take Monday off",
                bea,
            )
        self.see_text("Changed by Bea Beside: Take Monday off")
        self.wait.until(lambda _: not self.all("[data-day='0'] [data-slot]"))

    def test_pages_that_are_left_let_their_stream_go(self) -> None:
        """A browser holds six streams of a server, so the seventh page would wait for a minute."""
        for _ in range(8):
            self.go(f"/series/{self.series}", "[data-slot]")
        self.wait.until(lambda _: self.streams() == 1)

    def streams(self) -> int:
        with self.database.transaction() as connection:
            return len(connection.rows("SELECT id FROM presence"))

    def test_sheets_of_a_week_and_the_export_page(self) -> None:
        """Three sheets of week 2 on a page each; a link for a calendar is made and revoked."""
        self.go(f"/series/{self.series}/sheets?week=2", "article")
        self.wait.until(lambda _: len(self.all("article")) == 3)
        self.see_text("week 2, Friday")
        self.go(f"/series/{self.series}/export", "a[href$='plan.xlsx']")
        self.press("Make a link")
        self.see_text("This link is shown once")
        self.assertIn("/api/calendars/", self.see("code").text)
        self.assertEqual(self.axe(), [])
        self.press("Revoke")
        self.wait.until(lambda _: not self.all("code"))

    def test_the_history_goes_back(self) -> None:
        """A move stands in the history, which goes back before it, and onward again."""
        self.see("[data-day='0'] button").click()
        self.press("Take off")
        self.told()
        self.press("Do it")
        self.wait.until(lambda _: 0 not in self.on_days())
        self.go(f"/series/{self.series}/history", "ol li")
        self.see_text("Take week 1 Monday off (as it is now)")
        self.assertEqual(self.axe(), [])
        self.all("ol li")[1].find_element(By.TAG_NAME, "button").click()
        self.wait.until(lambda _: 0 in self.on_days())
        self.see_text("(undone)")
        self.press("Redo up to here")
        self.wait.until(lambda _: 0 not in self.on_days())


class AnotherSetUp(WithBrowser):
    def test_its_effect_is_told_before_it_is_saved(self) -> None:
        """Five minutes less: every class over its slot is told, and saved only then."""
        number = self.a_series()
        self.sign_in()
        self.see("h2 a")
        self.go(f"/series/{number}/setup", "form")
        self.see_text("Change something")
        self.type_in("Minutes", "40")
        told = self.see("[data-consequences]").text
        self.assertIn("Must C2, 6 times", told)
        self.assertEqual(self.axe(), [])
        self.press("Save it, and leave the classes as they are")
        self.see("table [data-slot]")
        with self.database.transaction() as connection:
            plan = series.get(connection, number).plan
        self.assertEqual((plan.shape.minutes, len(plan.classes)), (40, 6))
