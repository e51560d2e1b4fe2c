"""The house in the browser: groups and rooms are kept once and taken over, not typed anew."""

from __future__ import annotations

from selenium.webdriver.common.by import By
from selenium.webdriver.support.ui import Select

from grike.core.kit import Kit, Room
from grike.store import groups, rooms, series
from tests.browser.base import WithBrowser


class House(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.go("/house", "[aria-label=Rooms]")

    def test_a_group_is_kept_and_taken_over(self) -> None:
        """Name, people, a caution, a day and its time; a set-up then has them with one choice."""
        self.press("A new group")
        self.type_in("Name of the group", "Monday regulars")
        self.type_in("How many", "13")
        self.see("[role=group][aria-label='Cautions of the group'] button").click()
        self.see("[aria-label='Tuesday, begins at']").send_keys("0630PM")
        self.assertEqual(self.axe(), [])
        self.press("Keep the group")
        self.see_text("Tuesday 18:30")
        with self.database.transaction() as connection:
            (stored,) = groups.every(connection)
        self.assertEqual((stored.group.heads, len(stored.group.cautions)), (13, 1))
        self.go("/series/new", "[aria-label='Take over a group']")
        choice = Select(self.see("[aria-label='Take over a group']"))
        choice.select_by_visible_text("Monday regulars")
        self.see_text("1 wish")
        path = "//label[contains(., 'People')]/following::input[1]"
        people = self.driver.find_element(By.XPATH, path)
        self.wait.until(lambda _: people.get_attribute("value") == "13")
        days = [own.text for own in self.all("[aria-label=Days] [aria-pressed=true]")]
        self.assertEqual(len(days), 1)
        time = self.see("[aria-label='Tuesday, begins at']")
        self.assertEqual(time.get_attribute("value"), "18:30")
        self.go("/house", "[aria-label='Forget Monday regulars']")
        self.press("Forget Monday regulars")
        self.see_text("No group is kept yet")

    def test_a_second_site(self) -> None:
        """A site with what to do in an emergency; its room lacks something; both are said."""
        number = self.a_series()
        with self.database.transaction() as connection:
            room = series.get(connection, number).plan.shape.room
            rooms.put(connection, room)
            rooms.put(connection, Room("Attic", {Kit.MAT: 8}, 3))
        self.go("/house", "[aria-label='Change Attic']")
        self.press("A new site")
        self.type_in("Name of the site", "Quay")
        self.type_in("In an emergency", "First aid: left of the door.")
        self.assertEqual(self.axe(), [])
        self.press("Keep the site")
        Select(self.see("[aria-label='Site of Attic']")).select_by_visible_text("Quay")
        self.go(f"/series/{number}/classes/0", "summary")
        xpath = "//summary[contains(., 'Put somebody down')]"
        self.driver.find_element(By.XPATH, xpath).click()
        Select(self.see("[aria-label=Room]")).select_by_visible_text("Attic, Quay")
        self.see_text("It holds 3 people")
        Select(self.see("[aria-label=Instructor]")).select_by_index(1)
        self.assertEqual(self.axe(), [])
        self.press("Put them down")
        self.see_text("Attic, Quay")
        self.go(f"/series/{number}/classes/0/teach", "h1")
        self.see_text("First aid: left of the door.")

    def test_a_room_is_changed(self) -> None:
        """Its kit stands in the list, and is changed for series to come."""
        with self.database.transaction() as connection:
            rooms.put(connection, Room("Attic", {Kit.MAT: 8}, 12))
        self.go("/house", "[aria-label='Change Attic']")
        self.see_text("8 mat")
        self.press("Change Attic")
        self.kit("mat", 11)
        self.assertEqual(self.axe(), [])
        self.press("Keep the room")
        self.see_text("11 mat")
