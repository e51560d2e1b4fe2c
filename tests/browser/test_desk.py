"""The desk of a class: edited in place with its consequences, and written from nothing by keys."""

from __future__ import annotations

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.core.moves import TakeOff, moved
from grike.exchange.library import shipped_library
from grike.store import changes, series
from tests.browser.base import WORK_ROW
from tests.browser.test_teaching import WithClass

PART, ROW = "[data-purpose]", "[data-movement]"
EDIT, DOES = "[aria-label='Your edit']", "[aria-label='What the edit does']"


#: A class as it is typed: five parts with seven movements.
FIVE_PARTS: tuple[tuple[str, tuple[str, ...]], ...] = (
    ("Welcome", ()),
    ("Warm-up", ("March with arm", "Shoulder roll 20 s")),
    ("Lift", ("Goblet squat 12", "Push-up")),
    ("Core", ("Crunch", "High plank 30 s")),
    ("Cool-down", ("Standing thigh stretch",)),
)


class Desk(WithClass):
    def setUp(self) -> None:
        super().setUp()
        self.go(self.bench, WORK_ROW)

    def rows(self) -> list[str]:
        return [str(row.get_attribute("data-movement")) for row in self.all("[data-movement]")]

    def pick_work(self) -> str:
        """Pick the first work movement; return how its fields are called."""
        row = self.see(WORK_ROW)
        row.click()
        block, place = (int(part) + 1 for part in str(row.get_attribute("data-row")).split("."))
        return f"movement {place} of part {block}"

    def put_in(self) -> None:
        self.press("Put it in")
        self.wait.until(lambda _: not self.all(EDIT))

    def length(self) -> str:
        return self.see("main [role=status]").text

    def test_a_dose_shows_what_it_does_before_it_is_put_in(self) -> None:
        """Seconds typed: clock, tape and rules follow; put in with one press, undone with one."""
        item, before = self.pick_work(), self.length()
        self.fill(f"[aria-label='seconds of {item}']", "75")
        self.see(DOES)
        self.wait.until(lambda _: self.length() != before)
        changed = self.length()
        self.assertEqual(self.axe(), [])
        self.put_in()
        self.assertEqual(self.length(), changed)
        self.driver.refresh()
        self.see(WORK_ROW)
        self.wait.until(lambda _: self.length() == changed)
        self.press("Undo: Write")
        self.wait.until(lambda _: self.length() == before)

    def test_rows_are_walked_carried_and_taken_out_by_keys(self) -> None:
        """Arrows walk, Alt carries along, Delete takes out; each step can be taken back."""
        self.pick_work()
        before = self.rows()
        at = before.index(str(self.see(WORK_ROW).get_attribute("data-movement")))
        self.see(WORK_ROW).send_keys(Keys.ALT, Keys.ARROW_DOWN)
        swapped = [*before[:at], before[at + 1], before[at], *before[at + 2 :]]
        self.wait.until(lambda _: self.rows() == swapped)
        focused = self.driver.switch_to.active_element
        self.assertEqual(focused.get_attribute("data-movement"), before[at])
        focused.send_keys(Keys.DELETE)
        self.wait.until(lambda _: self.rows() == [*swapped[: at + 1], *swapped[at + 2 :]])
        self.press("Step back")
        self.wait.until(lambda _: self.rows() == swapped)
        self.press("Step back")
        self.wait.until(lambda _: self.rows() == before)
        self.wait.until(lambda _: not self.all(EDIT))
        self.press("Onward")
        self.wait.until(lambda _: self.rows() == swapped)

    def test_the_tape_is_read_by_keyboard(self) -> None:
        """Arrows walk from cue to cue, each in words; Enter picks the movement that it is of."""
        strip = self.see("[role=slider]")
        first = strip.get_attribute("aria-valuetext")
        strip.send_keys(*[Keys.ARROW_RIGHT] * 2)
        self.wait.until(lambda _: strip.get_attribute("aria-valuenow") == "2")
        said = str(strip.get_attribute("aria-valuetext"))
        self.assertNotEqual(said, first)
        self.see_text(said)
        strip.send_keys(Keys.ENTER)
        self.see("aside [aria-label^='Name of movement']")
        strip.send_keys(Keys.ARROW_LEFT)
        self.wait.until(lambda _: strip.get_attribute("aria-valuenow") == "1")

    def test_an_alternative_goes_into_the_edit(self) -> None:
        """With an edit open, alternatives are those of the edit and are taken into it."""
        item, before = self.pick_work(), self.rows()
        self.fill(f"[aria-label='reps of {item}']", "9")
        self.see(DOES)
        self.press("Swap in")
        self.wait.until(lambda _: self.rows() != before)
        self.see(EDIT)
        self.put_in()
        self.assertNotEqual(self.rows(), before)

    def test_nothing_that_keys_reach_is_beneath_the_bar(self) -> None:
        """With an edit open, whatever is tabbed to is shown whole (WCAG 2.2, 2.4.11)."""
        item = self.pick_work()
        self.fill(f"[aria-label='reps of {item}']", "9")
        self.see(DOES)
        self.see("[aria-label^='Swap in']")
        covered = self.driver.execute_script(
            """const bar = document.querySelector(arguments[0]).getBoundingClientRect();
            scrollTo(0, 0);
            return [...document.querySelectorAll("main a, main button, main input, main select")]
              .filter((own) => !own.closest(arguments[0]) && own.getClientRects().length)
              .filter((own) => { own.focus();
                return document.activeElement === own
                  && own.getBoundingClientRect().bottom > bar.top + 1; })
              .map((own) => own.ariaLabel ?? own.textContent)""",
            EDIT,
        )
        self.assertEqual(covered, [])

    def test_another_format_and_what_a_round_changes(self) -> None:
        """A part becomes a ladder; a round harder, a march in the rests: on page and sheet."""
        item = self.pick_work()
        self.press(f"Change {item} from round to round")
        level = Select(self.see(f"[aria-label='Level of round 2 of {item}']"))
        level.select_by_visible_text("harder")
        # The first round goes, and the second keeps what was chosen for it.
        self.press(f"Take round 1 of {item} out")
        level = Select(self.see(f"[aria-label='Level of round 1 of {item}']"))
        self.assertEqual(level.first_selected_option.text, "harder")
        self.press("Change another round")
        Select(self.see(f"[aria-label='Level of round 2 of {item}']")).select_by_visible_text(
            "as it is"
        )
        self.see("[data-purpose=work] [data-row]").click()
        part = item.split(" of ")[1]
        Select(self.see(f"[aria-label='What {part} is for']")).select_by_visible_text("Lift")
        self.fill(f"[aria-label='Kept up in the rests of {part}']", "March on the spot")
        self.put_in()
        self.see_text("in the rests: march on the spot, easily")
        self.see_text("round 1: harder")
        self.assertEqual(self.axe(), [])
        self.go(f"{self.bench}/sheet", "table")
        self.see_text("round 1: harder")

    def test_what_cannot_be_is_told_with_its_place(self) -> None:
        """An unknown movement: the bar says where, the list stays, and nothing is stored."""
        item = self.pick_work()
        self.fill(f"[aria-label='Name of {item}']", "Moon walk")
        self.see_text("It cannot run like this")
        self.see_text(f"({item.split(' of ')[1]}, {item.split(' of ')[0]})")
        self.press("Put it in")
        self.see_text("no movement 'Moon walk'")
        self.press("Leave the class as it was")
        self.wait.until(lambda _: not self.all(EDIT))
        self.assertNotIn("Moon walk", self.driver.find_element(By.TAG_NAME, "body").text)


class FromNothing(WithClass):
    def until(self, selector: str, many: int) -> None:
        self.wait.until(lambda _: len(self.all(selector)) == many)

    def test_five_parts_by_keyboard(self) -> None:
        """An empty day: the class is begun, named and written without the mouse, and put in."""
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            after = moved(stored.plan, shipped_library(), TakeOff((0,)))
            changes.rearrange(connection, stored, after, "Take it off", self.person)
        self.go(f"/series/{self.series_id}", "table [data-slot]")
        self.see("[aria-label^='Write the class of']").send_keys(Keys.ENTER)
        self.see_text("There is nothing in this class yet.")
        for kind, lines in FIVE_PARTS:
            parts = len(self.all(PART))
            # A letter or two chooses in the list, as in any list of the browser.
            self.see("[aria-label='Kind of part']").send_keys(kind[:4])
            self.button("Add a part").send_keys(Keys.ENTER)
            self.until(PART, parts + 1)
            for line in lines:
                rows = len(self.all(ROW))
                self.driver.switch_to.active_element.send_keys(line, Keys.ENTER)
                self.until(ROW, rows + 1)
        self.see(DOES)
        self.driver.switch_to.active_element.send_keys(Keys.CONTROL, Keys.ENTER)
        self.wait.until(lambda _: not self.all(EDIT))
        with self.database.transaction() as connection:
            design = series.get(connection, self.series_id).plan.classes[0].design
        self.assertEqual([len(block.items) for block in design.blocks], [0, 2, 2, 2, 1])
        self.assertEqual([item.reps for item in design.blocks[2].items], [12, None])
        self.assertEqual(design.blocks[3].items[1].seconds, 30)

    def test_a_class_is_pasted(self) -> None:
        """Lines from elsewhere: each guess is shown, one is changed, and they join the edit."""
        self.go(self.bench, "[data-purpose=work] [data-row]")
        rows = len(self.all(ROW))
        self.press("Paste a class")
        text = "Abs 3 x 10\nCrunchs 15\nHigh plank 30 s\nZzyzx qwv\n"
        self.see("[aria-label='Lines of a class']").send_keys(text)
        self.press("Read it")
        guess = Select(self.see("[aria-label^='What “Crunchs']"))
        self.assertEqual(guess.first_selected_option.text, "Crunch")
        self.assertEqual(self.axe(), [])
        self.press("Add 2 movements")
        self.until(ROW, rows + 2)
        self.see(DOES)

    def test_a_name_that_is_several_is_asked_about(self) -> None:
        """What could be meant is offered; a press takes it."""
        self.go(self.bench, "[data-purpose=work] [data-row]")
        self.see("[data-purpose=work] [data-row]").click()
        line = self.see("[aria-label^='Add a movement to']")
        rows = len(self.all(ROW))
        line.send_keys("squat jump", Keys.ENTER)
        if len(self.all(ROW)) == rows:
            self.see("aside form button[type=button]").click()
        self.until(ROW, rows + 1)


class Compared(WithClass):
    def test_two_classes_side_by_side(self) -> None:
        """Two are picked on the board and held against each other; another is chosen there."""
        self.go(f"/series/{self.series_id}", "[aria-label^='Move, copy or lock']")
        first, second = self.all("[aria-label^='Move, copy or lock']")[:2]
        first.click()
        # The second joins with shift.
        self.driver.execute_script(
            "arguments[0].dispatchEvent(new MouseEvent('click', {bubbles: true, shiftKey: true}))",
            second,
        )
        self.press("Compare the two")
        self.see("[aria-label='Sets by muscle'] td")
        self.assertEqual(self.axe(), [])
        before = self.driver.current_url
        Select(self.see("[aria-label='The other class']")).select_by_index(2)
        self.wait.until(lambda d: d.current_url != before)
        self.see("[aria-label='Sets by muscle'] td")
