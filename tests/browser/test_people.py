"""People in the browser: invited, joined, let out; one's own account; what was done."""

from __future__ import annotations

import os
import re
import subprocess
import sys
import time

import pyotp
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from grike.core.site import Site
from grike.store import people, sites
from scripts import processes, serve
from scripts.paths import DIST, ROOT
from tests.api.outside_provider import CLIENT, SECRET, OutsideProvider
from tests.browser.base import PASSWORD, WithBrowser, a_hash

GOOD = "kelp forest under brass lamp"


class Outside(WithBrowser):
    """An application of its own, which knows a service that keeps accounts."""

    provider: OutsideProvider

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.provider = OutsideProvider()
        cls.addClassCleanup(cls.provider.close)
        port = processes.free_port(8460)
        cls.base = f"http://127.0.0.1:{port}"
        env = {
            **os.environ,
            "PYTHONPATH": str(ROOT / "src"),
            "GRIKE_DIST": str(DIST),
            "GRIKE_DATABASE_URL": cls.database.url,
            "GRIKE_ADDRESS": cls.base,
            "GRIKE_OIDC_ISSUER": cls.provider.issuer,
            "GRIKE_OIDC_CLIENT": CLIENT,
            "GRIKE_OIDC_SECRET": SECRET,
            "GRIKE_OIDC_NAME": "the club's account",
        }
        command = [sys.executable, "-m", "grike.api.serve", "--port", str(port)]
        child = subprocess.Popen(command, env=env)
        cls.addClassCleanup(child.wait)
        cls.addClassCleanup(child.terminate)
        end = time.monotonic() + 60
        while not serve.answers(port) and time.monotonic() < end:
            time.sleep(0.1)

    def test_by_an_account_elsewhere(self) -> None:
        """Nobody's is told so; linked on one's page it lets one in, by one press."""
        self.provider.visitor = ("d-7", {})
        self.go("/", "input[name=name]")
        self.assertEqual(self.axe(), [])
        self.press("Sign in with the club's account")
        self.see_text("Nobody here signs in with that account.")
        self.see("input[name=name]").send_keys("dora")
        self.see("input[name=password]").send_keys(PASSWORD)
        self.press("Sign in")
        self.see("header")
        self.go("/account", "[aria-label='An account elsewhere']")
        self.assertEqual(self.axe(), [])
        self.press("Link the club's account")
        self.see_text("You can sign in with the club's account")
        self.driver.delete_all_cookies()
        self.go("/", "input[name=name]")
        self.press("Sign in with the club's account")
        self.wait.until(lambda _: self.all("header") and "Dora Director" in self.see("header").text)
        self.go("/account", "[aria-label='An account elsewhere']")
        self.press("Unlink it")
        self.button("Link the club's account")


class People(WithBrowser):
    def setUp(self) -> None:
        super().setUp()
        with self.database.transaction() as connection:
            people.add(connection, "Olga Owner", "olga", "owner", a_hash())
        self.sign_in("olga")

    def row(self, name: str) -> str:
        return f"li[aria-label='{name}']"

    def sign_in_by_form(self, name: str, password: str) -> None:
        self.driver.delete_all_cookies()
        self.go("/", "input[name=name]")
        self.see("input[name=name]").send_keys(name)
        self.see("input[name=password]").send_keys(password)
        self.press("Sign in")

    def test_somebody_is_invited_and_joins(self) -> None:
        """A link is made and shown once; it leads in, under a name of one's own; it works once."""
        self.go("/house", "h1")
        self.press("People")
        self.press("Invite somebody")
        self.type_in("Name", "Nell Newcomer")
        Select(self.see("[aria-label=Role]")).select_by_visible_text("Director")
        self.assertEqual(self.axe(), [])
        self.press("Make the link")
        link = str(self.see("[aria-label='Link for Nell Newcomer']").get_attribute("value"))
        self.assertIn("/join#", link)
        self.press("Done")
        self.wait.until(lambda _: "has not come yet" in self.see(self.row("Nell Newcomer")).text)
        self.assertEqual(self.axe(), [])
        self.driver.delete_all_cookies()
        self.driver.get("about:blank")
        self.driver.get(link)
        self.see_text("Come in")
        self.assertEqual(self.axe(), [])
        self.type_in("Password", "password1234")
        self.press("Join")
        self.see_text("It would be guessed.")
        self.type_in("Password", GOOD)
        self.type_in("Your name", "Nell Newling")
        self.press("Join")
        self.wait.until(lambda _: "Nell Newling, director" in self.see("header").text)
        self.driver.get("about:blank")
        self.driver.get(link)
        self.see_text("This link is worth nothing any more.")

    def test_where_somebody_works(self) -> None:
        """Everywhere, until a site is picked; everywhere again with one press."""
        with self.database.transaction() as connection:
            quay = sites.add(connection, Site("Quay"))
        self.go("/house/people", "[aria-label='Sites of Ivo Instructor']")
        ivo = self.see("[aria-label='Sites of Ivo Instructor']")
        everywhere, there = ivo.find_elements(By.TAG_NAME, "button")
        self.assertEqual(everywhere.get_attribute("aria-pressed"), "true")
        there.click()
        self.wait.until(lambda _: there.get_attribute("aria-pressed") == "true")
        with self.database.transaction() as connection:
            self.assertEqual(list(sites.of_people(connection).values()), [[quay]])
        self.assertEqual(self.axe(), [])
        everywhere.click()
        self.wait.until(lambda _: there.get_attribute("aria-pressed") == "false")

    def test_a_role_is_changed_and_somebody_leaves(self) -> None:
        """Ivo becomes a viewer, then leaves; the only owner cannot, and is told why."""
        self.go("/house/people", self.row("Ivo Instructor"))
        Select(self.see("[aria-label='Role of Ivo Instructor']")).select_by_visible_text("Viewer")
        self.wait.until(lambda _: self.role("ivo") == "viewer")
        row = self.see(self.row("Ivo Instructor"))
        row.find_elements(By.TAG_NAME, "button")[-1].click()
        self.press("Yes, Ivo Instructor leaves")
        self.see_text("Have left")
        self.see(self.row("Olga Owner")).find_elements(By.TAG_NAME, "button")[-1].click()
        self.press("Yes, Olga Owner leaves")
        self.see_text("Olga Owner is the only owner.")
        self.assertEqual(self.axe(), [])
        self.go("/house/acts", "table")
        self.see_text("Ivo Instructor, viewer")
        self.assertEqual(self.axe(), [])
        self.see("[aria-label='Words to find']").send_keys("let go")
        self.wait.until(lambda _: len(self.all("tbody tr")) == 1)

    def role(self, name: str) -> str:
        with self.database.transaction() as connection:
            found = people.named(connection, name)
        return found.role if found else ""

    def test_one_s_own_account(self) -> None:
        """Name, password, codes of a device; the next sign-in asks for a code."""
        self.press("Olga Owner, owner")
        self.type_in("Your name", "Olga Oakum")
        self.press("Change the names")
        self.see_text("Olga Oakum, owner")
        self.type_in("As it is", "wrong")
        self.type_in("As it is to be", GOOD)
        self.press("Change the password")
        self.see_text("This is not your password.")
        self.assertEqual(self.axe(), [])
        self.type_in("As it is", PASSWORD)
        self.press("Change the password")
        self.see_text("You were signed in nowhere else.")
        self.type_in("Your password, to be sure", GOOD)
        self.press("Begin with codes")
        self.see("img[src^='data:image/svg']")
        self.assertEqual(self.axe(), [])
        # As a person without a camera reads it; in the database it is sealed.
        secret = self.see("main code").text.replace(" ", "")
        with self.database.transaction() as connection:
            ((_, kept),) = people.secrets_of_codes(connection)
        self.assertNotIn(secret, kept)
        self.type_in("The code that it shows", pyotp.TOTP(secret).now())
        self.press("Ask for codes from now on")
        self.see_text("Codes are asked from now on.")
        self.see_text("Your spare codes, for when the device is lost")
        self.assertEqual(self.axe(), [])
        shown = re.findall(r"\b[a-z2-9]{4}(?:-[a-z2-9]{4}){3}\b", self.see("main").text)
        self.assertEqual(len(shown), 10)
        self.press("I have kept them")
        self.see_text("10 spare codes are left")
        with self.database.transaction() as connection:
            # The code of this half minute is used up; the test does not wait for the next.
            connection.run("UPDATE person SET totp_step = 0")
        self.sign_in_by_form("olga", GOOD)
        self.see("input[name=code]").send_keys(pyotp.TOTP(secret).now(), Keys.ENTER)
        self.wait.until(lambda _: "Olga Oakum, owner" in self.see("header").text)
        # The device is lost.
        self.sign_in_by_form("olga", GOOD)
        self.see("input[name=code]").send_keys(shown[3], Keys.ENTER)
        self.see_text("A spare code was used to sign in to your account. Spare codes left: 9.")
        self.go("/account", "[aria-label='Codes of a device']")
        self.see_text("9 spare codes are left")
        self.type_in("Your password, for new spare codes", GOOD)
        self.press("Make new spare codes")
        self.see_text("They are shown only now")
        self.assertNotIn(shown[4], self.see("main").text)

    def test_who_only_looks_is_told_so(self) -> None:
        """A viewer has no button to change a plan; people and acts are not hers either."""
        with self.database.transaction() as connection:
            people.add(connection, "Vera Viewer", "vera", "viewer", a_hash())
        series_id = self.a_series()
        self.driver.delete_all_cookies()
        self.sign_in("vera")
        self.go(f"/series/{series_id}", "[data-slot]")
        self.assertNotIn("Plan again", self.see("main").text)
        self.go("/house/people", "main")
        self.see_text("Only an owner of the house lets people in and out.")
