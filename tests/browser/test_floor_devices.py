"""On the floor by tap and by device: reps counted, load changed, a pulse, a beeper in the hall."""

from __future__ import annotations

from selenium.webdriver.common.keys import Keys

from grike.core.bouts import Bout
from grike.core.expansion import steps
from grike.core.kit import LOADABLE
from grike.exchange.library import shipped_library
from tests.browser.base import two_weeks
from tests.browser.test_floor import OnThePhone


def counted_slot() -> int:
    """Return the first class with counted reps of a movement that is done with a weight."""
    made = two_weeks().plan
    assert made is not None
    library = shipped_library()
    for planned in made.classes:
        for step in steps(planned.design, library):
            if isinstance(step, Bout) and step.reps and LOADABLE & set(step.movement.kit):
                return planned.slot.index
    raise AssertionError("no class of the plan counts reps with a weight")


class Devices(OnThePhone):
    def setUp(self) -> None:
        self.slot = counted_slot()
        super().setUp()

    def on_to_counted(self) -> int:
        """Go on until a counted bout of the work runs; return how many reps it has."""
        library = shipped_library()
        while (
            not (cue := self.cue())["reps"]
            or cue["purpose"] != "work"
            or not LOADABLE & set(library[cue["movement"]].kit)
        ):
            self.key(Keys.ARROW_RIGHT)
        return int(cue["reps"])

    def test_taps_and_loads_are_in_the_record(self) -> None:
        """Three taps and on: three reps. Then heavier; and all taps go on by themselves."""
        self.begin()
        reps = self.on_to_counted()
        first = self.cue()
        for count in range(3):
            self.press("Tap to count" if not count else f"{count} of {reps}")
        self.press("Ready")
        self.on_to_counted()
        self.differs("Heavier")
        reps, index = self.on_to_counted(), self.kept()["index"]
        for count in range(reps):
            self.press("Tap to count" if not count else f"{count} of {reps}")
        self.wait.until(lambda _: self.kept()["index"] > index)
        self.differs("End the class")
        self.press("Keep the record")
        self.see("[data-cue]")
        told = [one for one in self.record().otherwise if not one.left_out]
        place = (first["block"], first["place"], first["round"])
        self.assertEqual([one.reps for one in told if one[:3] == place], [3])
        self.assertTrue(all(one.load == 1 and not one.reps for one in told if one[:3] != place))
        self.assertTrue([one for one in told if one.load])

    def test_a_strap_tells_its_zone_and_its_mean_is_kept(self) -> None:
        """The stand-in sends what a strap sends; whoever wears it says age and resting pulse."""
        self.go(self.page, "h1")
        self.see("summary").click()
        self.type_in("Age", "40")
        self.type_in("Resting pulse", "60")
        self.see_text("Highest by age about 180, give or take 10")
        self.press("Simulated strap")
        self.press("Begin")
        self.see("[aria-label='What comes next']")
        self.see("[aria-label='Pulse now']")
        # 105 from 60 to 180 is 37 %: easy, and moderate for whoever's highest is ten lower.
        self.see_text("easy or moderate: sings")
        self.assertEqual(self.axe(), [])
        self.wait.until(lambda _: "Pulse now" in self.driver.page_source)
        self.differs("End the class")
        mean = self.see("form[aria-label=Record]").text
        self.assertIn("Mean pulse", mean)
        self.press("Keep the record")
        self.see("[data-cue]")
        self.assertIn(self.record().pulse, range(100, 112))

    def test_the_beeper_of_the_hall_sounds_with_each_cue(self) -> None:
        """The stand-in shows a long tone where a cue begins."""
        self.go(self.page, "h1")
        self.press("Simulated hall beeper")
        self.driver.execute_script(
            "window.heard = []; addEventListener('grike-hall-beeper', (e) => heard.push(e.detail))"
        )
        self.press("Begin")
        self.see("[aria-label='What comes next']")
        self.key(Keys.ARROW_RIGHT)
        self.wait.until(lambda d: d.execute_script("return heard.filter(Boolean).length >= 2"))
