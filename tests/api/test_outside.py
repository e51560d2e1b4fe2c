"""Signing in with an account elsewhere: a stand-in for the service, right and lying.

What has to be refused is taken from OpenID Connect Core 1.0, 3.1.3.7 (from memory).
"""

from __future__ import annotations

import time
from typing import Any

from fastapi.testclient import TestClient
from joserfc.jwk import OctKey, RSAKey

from grike.api.app import create_app
from grike.api.outside.registered import Registered
from grike.api.people.routes import new_link
from grike.api.serve import config_from
from grike.api.state import Config
from grike.store import outside, people
from grike.store.person_links import RESET
from tests.api.base import WithApplication, _hash
from tests.api.outside_provider import CLIENT, SECRET, OutsideProvider

BACK = "/api/sign-in/outside/back"


class Outside(WithApplication):
    provider: OutsideProvider

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.provider = OutsideProvider()
        own = Registered(
            cls.provider.issuer, CLIENT, SECRET, "the club's account", f"http://testserver{BACK}"
        )
        cls.app = create_app(Config(cls.database.url, outside=own))
        cls.client = TestClient(cls.app, raise_server_exceptions=False, follow_redirects=False)
        cls.client.__enter__()
        cls.addClassCleanup(cls.client.__exit__, None, None, None)

    def setUp(self) -> None:
        super().setUp()
        self.provider.spoil, self.provider.algorithm = {}, "RS256"
        self.provider.signs_with = self.provider.key
        with self.database.transaction() as connection:
            self.wil = people.add(connection, "Wil Marsh", "wil@hall.example", "instructor", "")

    def out(self) -> str:
        """Go out; return the address of the service that one is sent to."""
        answer = self.client.get("/api/sign-in/outside")
        self.assertEqual(answer.status_code, 303, answer.text)
        return str(answer.headers["location"])

    def back(self, brought: dict[str, str]) -> str:
        """Come back; return where one is sent then."""
        answer = self.client.get(BACK, params=brought)
        self.assertEqual(answer.status_code, 303, answer.text)
        return str(answer.headers["location"])

    def around(self, subject: str, **claims: Any) -> str:
        return self.back(self.provider.allow(self.out(), subject, **claims))

    def me(self) -> str | None:
        answer = self.client.get("/api/me")
        return str(answer.json()["sign_in_name"]) if answer.status_code == 200 else None

    def test_an_invited_person_comes_in_by_a_sure_address(self) -> None:
        """Once; from then on by the account, whatever address it has."""
        sure = {"email": "Wil@Hall.example", "email_verified": True}
        self.assertEqual(self.around("w-1", **sure), "/")
        self.assertEqual(self.me(), "wil@hall.example")
        self.client.cookies.clear()
        self.assertEqual(self.around("w-1", email="new@hall.example"), "/")
        self.assertEqual(self.me(), "wil@hall.example")
        # Somebody else has the address now: it stands for nobody who is in already.
        self.client.cookies.clear()
        self.assertEqual(self.around("w-2", **sure), "/?outside=nobody")
        self.assertIsNone(self.me())

    def test_an_address_that_is_not_sure_is_nobodys(self) -> None:
        """Nor is an unknown one, and nobody is made by it."""
        for claims in (
            {"email": "wil@hall.example"},
            {"email": "wil@hall.example", "email_verified": "true"},
            {"email": "else@hall.example", "email_verified": True},
        ):
            self.assertEqual(self.around("w-1", **claims), "/?outside=nobody")
        self.assertIsNone(self.me())

    def test_it_is_linked_by_who_is_signed_in(self) -> None:
        """Dora links hers, and it lets her in; nobody else can link the same; unlinked."""
        self.sign_in()
        url = self.post("/api/me/outside").json()["url"]
        self.assertEqual(self.back(self.provider.allow(url, "d-1")), "/account")
        self.client.cookies.clear()
        self.assertEqual(self.around("d-1"), "/")
        self.assertEqual(self.me(), "dora")
        self.client.cookies.clear()
        self.sign_in("ivo")
        url = self.post("/api/me/outside").json()["url"]
        self.assertEqual(self.back(self.provider.allow(url, "d-1")), "/?outside=taken")
        self.client.cookies.clear()
        self.sign_in()
        self.assertTrue(self.client.get("/api/me/outside").json()["linked"])
        gone = self.client.delete("/api/me/outside", headers=self.csrf)
        self.assertEqual(gone.status_code, 204)
        self.client.cookies.clear()
        self.assertEqual(self.around("d-1"), "/?outside=nobody")

    def test_linking_is_no_second_sign_in(self) -> None:
        """Who links is signed in already; the list of sign-ins has one line, before and after."""
        self.sign_in()
        url = self.post("/api/me/outside").json()["url"]
        self.back(self.provider.allow(url, "d-1"))
        self.assertEqual(len(self.client.get("/api/me/sign-ins").json()), 1)

    def test_the_only_way_in_is_not_taken(self) -> None:
        """Who has no password keeps the account; a link to a new password ends it."""
        sure = {"email": "wil@hall.example", "email_verified": True}
        self.around("w-1", **sure)
        csrf = {"X-CSRF-Token": self.client.get("/api/me").json()["csrf"]}
        refused = self.client.delete("/api/me/outside", headers=csrf)
        self.assertEqual((refused.status_code, refused.json()["code"]), (409, "conflict"))
        self.assertTrue(self.client.get("/api/me/outside").json()["linked"])
        with self.database.transaction() as connection:
            path = new_link(connection, self.wil, RESET, None).path
        body = {"token": path.split("#")[1], "password": "kelp forest under brass lamp"}
        self.assertEqual(self.client.post("/api/join", json=body).status_code, 200)
        self.assertFalse(self.client.get("/api/me/outside").json()["linked"])

    def test_who_is_let_go_has_no_account_left(self) -> None:
        """It would stand for them again as soon as they were let in."""
        self.around("w-1", email="wil@hall.example", email_verified=True)
        with self.database.transaction() as connection:
            people.add(connection, "Olga Owner", "olga", "owner", _hash)
        self.client.cookies.clear()
        self.sign_in("olga")
        gone = self.post(f"/api/house/people/{self.wil}/leave")
        self.assertEqual(gone.status_code, 204, gone.text)
        with self.database.transaction() as connection:
            self.assertIsNone(outside.who(connection, self.provider.issuer, "w-1"))

    def test_who_left_does_not_come_in(self) -> None:
        """By an account no more than by a password."""
        sure = {"email": "wil@hall.example", "email_verified": True}
        self.around("w-1", **sure)
        with self.database.transaction() as connection:
            people.leave(connection, self.wil)
        self.client.cookies.clear()
        self.assertEqual(self.around("w-1", **sure), "/?outside=nobody")

    def test_what_is_not_for_this_try_is_refused(self) -> None:
        """Another nonce, house, service or time, a key that is not its own, a shared key."""
        now = int(time.time())
        for spoil in (
            {"nonce": "another"},
            {"nonce": None},
            {"aud": "another-house"},
            {"aud": [CLIENT, "x"], "azp": "x"},
            {"iss": "https://elsewhere.example"},
            {"exp": now - 120},
            {"exp": None},
            {"sub": None},
        ):
            self.provider.spoil = spoil
            self.assertEqual(self.around("d-1"), "/?outside=refused", spoil)
        self.provider.spoil = {}
        self.provider.signs_with = RSAKey.generate_key(2048, {"kid": "one"}, auto_kid=False)
        self.assertEqual(self.around("d-1"), "/?outside=refused")
        self.provider.algorithm = "HS256"
        self.provider.signs_with = OctKey.import_key(SECRET, {"kid": "one"})
        self.assertEqual(self.around("d-1"), "/?outside=refused")
        self.assertIsNone(self.me())

    def test_a_try_counts_once_and_in_its_own_browser(self) -> None:
        """A second time, with another state, in another browser, too late, without a code."""
        sure = {"email": "wil@hall.example", "email_verified": True}
        brought = self.provider.allow(self.out(), "w-1", **sure)
        self.assertEqual(self.back(brought), "/")
        self.assertEqual(self.back(brought), "/?outside=refused")
        brought = self.provider.allow(self.out(), "w-1")
        self.assertEqual(self.back({**brought, "state": "other"}), "/?outside=refused")
        self.assertEqual(self.back(brought), "/?outside=refused")
        brought = self.provider.allow(self.out(), "w-1")
        self.client.cookies.clear()
        self.assertEqual(self.back(brought), "/?outside=refused")
        brought = self.provider.allow(self.out(), "w-1")
        with self.database.transaction() as connection:
            connection.run("UPDATE outside_try SET expires_at = UTC_TIMESTAMP(3)")
        self.assertEqual(self.back(brought), "/?outside=refused")
        self.assertEqual(self.back({"error": "access_denied"}), "/?outside=refused")
        with self.database.transaction() as connection:
            outside.purge(connection)
            self.assertEqual(connection.rows("SELECT state FROM outside_try"), [])

    def test_a_new_key_of_the_service_is_asked_for(self) -> None:
        """It signs with another key since it was asked: that is looked up, and believed."""
        self.around("d-1")
        old = self.provider.key
        self.addCleanup(setattr, self.provider, "key", old)
        self.provider.key = RSAKey.generate_key(2048, {"kid": "two"}, auto_kid=False)
        self.provider.signs_with = self.provider.key
        self.assertEqual(self.around("d-1"), "/?outside=nobody")

    def test_ways_are_told(self) -> None:
        """With a service its name; the cookie of a try is not for scripts."""
        self.assertEqual(
            self.client.get("/api/sign-in/ways").json(), {"outside": "the club's account"}
        )
        cookie = self.client.get("/api/sign-in/outside").headers["set-cookie"]
        for word in ("HttpOnly", "SameSite=lax", "Path=/api/sign-in/outside"):
            self.assertIn(word, cookie)


class Without(WithApplication):
    def test_no_such_way(self) -> None:
        """Where no service is named there is no such way, and that is said."""
        self.assertEqual(self.client.get("/api/sign-in/ways").json(), {"outside": None})
        self.assertEqual(self.client.get("/api/sign-in/outside").status_code, 404)
        self.sign_in()
        self.assertEqual(self.client.get("/api/me/outside").json(), {"name": None, "linked": False})

    def test_a_service_that_is_away(self) -> None:
        """It is said, on the page of signing in; name and password still work."""
        away = Registered("http://127.0.0.1:1", CLIENT, SECRET, "x", f"http://testserver{BACK}")
        app = create_app(Config(self.database.url, outside=away))
        with TestClient(app, follow_redirects=False) as client:
            answer = client.get("/api/sign-in/outside")
        self.assertEqual(answer.headers["location"], "/?outside=away")

    def test_settings(self) -> None:
        """All of them or none, and by https; each fault in words."""
        settings = {
            "GRIKE_DATABASE_URL": "mysql://a:b@127.0.0.1:1/c",
            "GRIKE_OIDC_ISSUER": "https://id.example",
            "GRIKE_OIDC_CLIENT": "a",
            "GRIKE_OIDC_SECRET": "b",
            "GRIKE_ADDRESS": "https://hall.example/",
        }
        own = config_from(settings).outside
        assert own is not None
        self.assertEqual(own.back, f"https://hall.example{BACK}")
        with self.assertRaisesRegex(ValueError, "GRIKE_OIDC_SECRET is not"):
            config_from({**settings, "GRIKE_OIDC_SECRET": ""})
        with self.assertRaisesRegex(ValueError, "https://"):
            config_from({**settings, "GRIKE_OIDC_ISSUER": "http://id.example"})
