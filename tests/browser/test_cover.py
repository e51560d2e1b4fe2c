"""A substitute teaches a class by a link, without a sign-in and without a network."""

from __future__ import annotations

from tests.browser.test_floor import OnThePhone

#: Whether the answer to a link is among what is kept for the floor.
KEPT = """const [done] = arguments, opened = indexedDB.open('keyval-store');
opened.onerror = () => done(false);
opened.onsuccess = () => {
  const names = opened.result.objectStoreNames;
  if (!names.contains('keyval')) { opened.result.close(); return done(false); }
  const asked = opened.result.transaction('keyval').objectStore('keyval').get('grike-on-phone');
  asked.onsuccess = () => {
    opened.result.close();
    done((asked.result?.state.queries ?? []).some((own) => own.queryKey[0] === 'cover'));
  };
};"""


class Substitute(OnThePhone):
    def setUp(self) -> None:
        super().setUp()
        self.screen(1280, 800)
        self.go(self.bench, "[data-cue]")
        self.press("Make a link")
        link = self.see("[aria-label='Link for the substitute']")
        self.link = str(link.get_attribute("value"))
        self.driver.delete_all_cookies()

    def open(self) -> None:
        self.driver.get(self.link)
        self.see_text("You take over")

    def kept_on_machine(self) -> None:
        """Wait until what the link opened is in the store of this machine."""
        self.see_text("works without network")
        self.driver.set_script_timeout(30)
        self.wait.until(lambda d: d.execute_async_script(KEPT))

    def teach(self) -> None:
        self.press("Teach it")
        self.press("Begin")
        self.see("[aria-label='What comes next']")

    def test_the_whole_evening(self) -> None:
        """Sheet and class, the network cut and the page reloaded; the record comes, with a name."""
        self.screen(390, 844)
        self.open()
        self.see_text("works without network")
        self.assertEqual(self.axe(), [])
        self.driver.set_script_timeout(30)
        self.driver.execute_async_script(
            "navigator.serviceWorker.ready.then(() => setTimeout(arguments[0], 2500))"
        )
        self.network(offline=True)
        self.teach()
        self.driver.refresh()
        self.see("[aria-label='What comes next']")
        self.on_to_work()
        self.press("Differs")
        self.assertNotIn("Show in the room", self.see("body").text)
        self.press("End the class")
        self.type_in("Your name", "Jo Passing")
        self.see("[aria-label='Effort'] button:nth-child(6)").click()
        self.press("Keep the record")
        self.see_text("Your record waits on this machine")
        self.assertIsNone(self.record())
        self.network(offline=False)
        self.driver.execute_script("window.dispatchEvent(new Event('online'))")
        self.see_text("Your record was sent")
        record = self.record()
        self.assertEqual((record.effort, record.note), (5, "Taught by Jo Passing."))

    def test_nothing_else_is_behind_it(self) -> None:
        """The board is behind the sign-in still."""
        self.open()
        self.driver.get(f"{self.base}/series/{self.series_id}")
        self.see("input[name=password]")

    def test_one_that_has_expired_or_was_revoked(self) -> None:
        """It says so, also where its class was opened before, and shows nothing of it."""
        self.open()
        self.kept_on_machine()
        with self.database.transaction() as connection:
            connection.run("UPDATE cover_link SET expires_at = UTC_TIMESTAMP(3)")
        self.driver.refresh()
        self.see_text("This link has expired.")
        self.assertFalse(self.all("article"))
        with self.database.transaction() as connection:
            connection.run("DELETE FROM cover_link")
        self.driver.get(f"{self.link}/teach")
        self.see_text("This link leads nowhere.")
