"""People are told what happened to their accounts, wherever they did not do it themselves."""

from __future__ import annotations

import datetime as dt

import pyotp
from fastapi.testclient import TestClient

from tests.api.base import PASSWORD
from tests.api.test_people import GOOD, House


class Told(House):
    """Ivo has been signed in at his desk before anything happens."""

    def setUp(self) -> None:
        super().setUp()
        self.ivo = self.members()["ivo"]["id"]
        self.desk = self.browser()
        self.desk_csrf = self.entered(self.desk)
        self.read(self.desk, self.desk_csrf)

    def entered(self, browser: TestClient, password: str = PASSWORD) -> dict[str, str]:
        answer = browser.post("/api/sign-in", json={"name": "ivo", "password": password})
        self.assertEqual(answer.status_code, 200, answer.text)
        return {"X-CSRF-Token": answer.json()["csrf"]}

    def read(self, browser: TestClient, csrf: dict[str, str]) -> None:
        """Read everything, as far as this browser may."""
        found = browser.get("/api/me/notices").json()
        if found:
            body = {"last": found[0]["id"]}
            answer = browser.post("/api/me/notices/read", json=body, headers=csrf)
            self.assertEqual(answer.status_code, 204)

    def told(self, browser: TestClient) -> list[str]:
        """Return what stands on every page of a browser."""
        found = browser.get("/api/me/notices").json()
        return [one["what"] for one in found if one["new"]]

    def test_a_new_device_is_told_on_the_old_one(self) -> None:
        """Not where it is new; and who is in by a stolen password cannot put it out of sight."""
        self.assertEqual(self.told(self.desk), [])
        stolen = self.browser()
        csrf = self.entered(stolen)
        self.assertEqual(len(self.told(stolen)), 1, "that there is the desk")
        self.read(stolen, csrf)
        self.assertEqual(self.told(stolen), [])
        (what,) = self.told(self.desk)
        self.assertIn("device that was not known", what)
        self.read(self.desk, self.desk_csrf)
        self.assertEqual(self.told(self.desk), [])

    def test_a_known_device_is_not(self) -> None:
        """The desk itself signs in again: nothing to tell."""
        before = len(self.desk.get("/api/me/notices").json())
        self.entered(self.desk)
        self.assertEqual(len(self.desk.get("/api/me/notices").json()), before)

    def test_what_an_owner_did(self) -> None:
        """Another role, and a link for a password, each with the owner's name and the moment."""
        self.put(f"/api/house/people/{self.ivo}/role", {"role": "director"})
        self.put(f"/api/house/people/{self.ivo}/role", {"role": "director"})
        self.post(f"/api/house/people/{self.ivo}/link")
        found = [one for one in self.desk.get("/api/me/notices").json() if one["new"]]
        self.assertEqual({one["by"] for one in found}, {"Olga Owner"})
        self.assertEqual(
            [one["what"] for one in found],
            [
                "A link to set a new password was made.",
                "Your role is director now, and was instructor.",
            ],
        )
        at = dt.datetime.fromisoformat(found[0]["at"])
        self.assertLess(abs(dt.datetime.now(dt.UTC) - at), dt.timedelta(minutes=1))
        vera = self.browser()
        vera.post("/api/sign-in", json={"name": "vera", "password": PASSWORD})
        self.assertNotIn("Olga Owner", {one["by"] for one in vera.get("/api/me/notices").json()})

    def test_a_password_changed_elsewhere_is_told_at_the_next_sign_in(self) -> None:
        """The desk was signed out by it; whoever comes back there reads why."""
        other = self.browser()
        csrf = self.entered(other)
        body = {"old": PASSWORD, "password": GOOD}
        self.assertEqual(other.post("/api/me/password", json=body, headers=csrf).status_code, 200)
        self.assertNotIn("Your password was changed.", self.told(other))
        self.assertEqual(self.desk.get("/api/me/notices").status_code, 401)
        self.entered(self.desk, GOOD)
        self.assertIn("Your password was changed.", self.told(self.desk))

    def test_codes_on_and_off(self) -> None:
        """Each is told elsewhere, in its order; the name to sign in by too, and not the other."""
        other = self.browser()
        csrf = self.entered(other)
        self.read(self.desk, self.desk_csrf)
        secret = other.post("/api/me/two-factor", json={"password": PASSWORD}, headers=csrf)
        code = pyotp.TOTP(secret.json()["secret"]).now()
        on = other.post("/api/me/two-factor/confirm", json={"code": code}, headers=csrf)
        off = other.post("/api/me/two-factor/off", json={"password": PASSWORD}, headers=csrf)
        self.assertEqual((on.status_code, off.status_code), (200, 204))
        for names in (("Ivo I.", "ivo"), ("Ivo I.", "ivo.i")):
            body = dict(zip(("name", "sign_in_name"), names, strict=True))
            self.assertEqual(other.put("/api/me/names", json=body, headers=csrf).status_code, 204)
        self.assertEqual(
            self.told(self.desk),
            [
                "The name to sign in by is now ivo.i.",
                "Codes of a device are not asked for any more.",
                "Codes of a device are asked for from now on.",
            ],
        )

    def test_a_password_by_a_link(self) -> None:
        """It says so where he signs in next, with what it ended."""
        token = self.post(f"/api/house/people/{self.ivo}/link").json()["path"].split("#")[1]
        self.assertEqual(self.join(token).status_code, 200)
        self.entered(self.desk, GOOD)
        self.assertIn("A new password was set by a link.", self.told(self.desk))
