"""People let in and out, their accounts, the second factor, and the audit of it all."""

from __future__ import annotations

import re
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from typing import Any
from unittest import mock

import pyotp
from fastapi.testclient import TestClient
from httpx2 import Response

from grike.api import auditing, passwords
from grike.api.security import COOKIE
from grike.api.serve import config_from
from grike.api.sign_in import signing
from grike.api.state import Config
from grike.core.errors import InvalidInput
from grike.store import calendar_links, people
from tests.api.base import PASSWORD, WithApplication, _hash

GOOD = "kelp forest under brass lamp"


class House(WithApplication):
    """Olga owns the house; Dora directs, Ivo instructs, Vera looks."""

    def setUp(self) -> None:
        super().setUp()
        with self.database.transaction() as connection:
            self.olga = people.add(connection, "Olga Owner", "olga", "owner", _hash)
            self.vera = people.add(connection, "Vera Viewer", "vera", "viewer", _hash)
        self.sign_in("olga")

    def attempt(self, name: str, password: str = PASSWORD, code: str = "") -> Response:
        """Try to sign in from a browser that has never been here."""
        body = {"name": name, "password": password, "code": code}
        answer: Response = self.browser().post("/api/sign-in", json=body)
        return answer

    def browser(self, agent: str = "") -> TestClient:
        """Return one that nobody has used."""
        return TestClient(
            self.app, raise_server_exceptions=False, headers={"User-Agent": agent or "a browser"}
        )

    def invited(self, **changes: Any) -> str:
        """Invite somebody; return the token of the link."""
        body = {"name": "Nell New", "sign_in_name": "nell", "role": "instructor"} | changes
        answer = self.post("/api/house/people", body)
        self.assertEqual(answer.status_code, 201, answer.text)
        return str(answer.json()["path"].split("#")[1])

    def members(self) -> dict[str, dict[str, Any]]:
        found = self.client.get("/api/house/people").json()
        return {one["sign_in_name"]: one for one in found}

    def join(self, token: str, password: str = GOOD, **more: str) -> Response:
        answer: Response = self.client.post(
            "/api/join", json={"token": token, "password": password} | more
        )
        return answer

    def put(self, path: str, body: Any) -> Response:
        answer: Response = self.client.put(path, json=body, headers=self.csrf)
        return answer

    def csrf_of(self, answer: Response) -> None:
        self.csrf = {"X-CSRF-Token": answer.json()["csrf"]}


class LetIn(House):
    def test_somebody_joins_by_a_link(self) -> None:
        """Invited, looked at, joined under a name of one's own; the link is used up by that."""
        token = self.invited()
        self.assertEqual(self.attempt("nell", "x").status_code, 401)
        self.assertEqual(self.members()["nell"]["waiting"], True)
        look = self.client.post("/api/join/look", json={"token": token}).json()
        self.assertEqual(look, {"kind": "invite", "name": "Nell New", "sign_in_name": "nell"})
        weak = self.join(token, "password1234")
        self.assertEqual(weak.status_code, 422)
        self.assertIn("password", weak.json()["fields"])
        joined = self.join(token, name="Nell Newly", sign_in_name="Nelly")
        self.assertEqual((joined.status_code, joined.json()["name"]), (200, "Nell Newly"))
        self.assertEqual(self.client.get("/api/me").json()["sign_in_name"], "nelly")
        self.assertEqual(self.join(token).status_code, 404)
        self.assertEqual(self.attempt("nelly", GOOD).status_code, 200)

    def test_names_are_somebodys_once(self) -> None:
        """A sign-in name that is taken, empty or has spaces is refused at its field."""
        for sign_in_name in ("dora", "DORA", " ", "two words", "x"):
            body = {"name": "Other", "sign_in_name": sign_in_name, "role": "viewer"}
            answer = self.post("/api/house/people", body)
            self.assertEqual(answer.status_code, 422, sign_in_name)
            self.assertIn("sign_in_name", answer.json()["fields"])

    def test_a_forgotten_password(self) -> None:
        """An owner makes a link; with the new password all is ended that went by the old."""
        ivo = self.members()["ivo"]["id"]
        other = self.browser()
        other.post("/api/sign-in", json={"name": "ivo", "password": PASSWORD})
        token = self.post(f"/api/house/people/{ivo}/link").json()["path"].split("#")[1]
        self.assertEqual(other.get("/api/me").status_code, 200)
        self.assertEqual(self.join(token).status_code, 200)
        self.assertEqual(other.get("/api/me").status_code, 401)
        self.assertEqual(self.attempt("ivo").status_code, 401)
        self.assertEqual(self.attempt("ivo", GOOD).status_code, 200)

    def test_somebody_leaves_and_comes_back(self) -> None:
        """Out at once and everywhere; not to be put down to teach; back by a new link."""
        ivo = self.members()["ivo"]["id"]
        other, calendar = self.browser(), "kept-by-ivo-for-his-telephone"
        other.post("/api/sign-in", json={"name": "ivo", "password": PASSWORD})
        series_id = self.a_series()
        with self.database.transaction() as connection:
            calendar_links.add(connection, calendar, series_id, ivo)
        self.assertEqual(other.get(f"/api/calendars/{calendar}.ics").status_code, 200)
        self.assertEqual(self.post(f"/api/house/people/{ivo}/leave").status_code, 204)
        self.assertEqual(other.get("/api/me").status_code, 401)
        self.assertEqual(other.get(f"/api/calendars/{calendar}.ics").status_code, 404)
        self.assertEqual(self.attempt("ivo").status_code, 401)
        names = [one["name"] for one in self.client.get("/api/people").json()]
        self.assertEqual(names, ["Dora Director", "Olga Owner"])
        self.assertEqual(self.post(f"/api/house/people/{ivo}/link").status_code, 409)
        back = self.post(f"/api/house/people/{ivo}/return").json()
        self.assertEqual(self.join(back["path"].split("#")[1]).status_code, 200)

    def test_a_house_keeps_an_owner(self) -> None:
        """The only one can neither leave nor become less; with a second both go."""
        own = f"/api/house/people/{self.olga}"
        for answer in (self.put(f"{own}/role", {"role": "director"}), self.post(f"{own}/leave")):
            self.assertEqual(answer.status_code, 409)
            self.assertIn("only owner", answer.json()["title"])
        dora = self.members()["dora"]["id"]
        changed = self.put(f"/api/house/people/{dora}/role", {"role": "owner"})
        self.assertEqual(changed.status_code, 204)
        self.assertEqual(self.put(f"{own}/role", {"role": "viewer"}).status_code, 204)
        self.assertEqual(self.client.get("/api/house/people").status_code, 403)

    def test_only_owners_see_people_and_acts(self) -> None:
        """A director plans and an owner lets people in: neither the list nor the audit is hers."""
        self.sign_in("dora")
        for path in ("/api/house/people", "/api/house/audit", "/api/house/audit/table"):
            self.assertEqual(self.client.get(path).status_code, 403, path)

    def test_a_viewer_writes_nothing_but_her_own_account(self) -> None:
        """She reads a board, changes her name, and records no class."""
        series_id = self.a_series()
        self.sign_in("vera")
        self.assertEqual(self.client.get(f"/api/series/{series_id}").status_code, 200)
        record = self.put("/api/sessions/1/record", {})
        self.assertEqual((record.status_code, record.json()["code"]), (403, "not-allowed"))
        names = {"name": "Vera Veer", "sign_in_name": "vera"}
        self.assertEqual(self.put("/api/me/names", names).status_code, 204)
        self.assertEqual(self.client.get("/api/me").json()["name"], "Vera Veer")

    def test_an_owner_directs(self) -> None:
        """What a director may, an owner may."""
        series_id = self.a_series()
        body = {"version": self.board(series_id)["version"], "locked": True}
        answer = self.post(f"/api/series/{series_id}/classes/0/lock", body)
        self.assertEqual(answer.status_code, 200)


class Account(House):
    def test_a_password_is_changed(self) -> None:
        """The old one is asked; all other sign-ins end; the new one is the one that counts."""
        self.attempt("olga")
        body = {"old": "wrong", "password": GOOD}
        wrong = self.post("/api/me/password", body)
        self.assertEqual((wrong.status_code, list(wrong.json()["fields"])), (422, ["old"]))
        short = self.post("/api/me/password", {"old": PASSWORD, "password": "short"})
        self.assertEqual((short.status_code, list(short.json()["fields"])), (422, ["password"]))
        ended = self.post("/api/me/password", {"old": PASSWORD, "password": GOOD})
        self.assertEqual(ended.json(), {"count": 1})
        self.assertEqual(self.client.get("/api/me").status_code, 200)
        self.assertEqual(self.attempt("olga").status_code, 401)
        self.assertEqual(self.attempt("olga", GOOD).status_code, 200)

    def test_ones_password_cannot_be_guessed_at_the_desk(self) -> None:
        """Whoever finds an open desk has eight tries."""
        body = {"old": "wrong", "password": GOOD}
        answers = [self.post("/api/me/password", body).status_code for _ in range(9)]
        self.assertEqual(answers, [422] * 8 + [429])

    def test_sign_ins_are_listed_and_ended(self) -> None:
        """Each with its device; one is ended, then all but this."""
        phone = self.browser("A phone")
        phone.post("/api/sign-in", json={"name": "olga", "password": PASSWORD})
        self.attempt("olga")
        found = self.client.get("/api/me/sign-ins").json()
        self.assertEqual(len(found), 3)
        self.assertEqual([one["here"] for one in found].count(True), 1)
        (own,) = [one for one in found if one["agent"] == "A phone"]
        path = f"/api/me/sign-ins/{own['id']}"
        for status in (204, 404):
            answer = self.client.delete(path, headers=self.csrf)
            self.assertEqual(answer.status_code, status)
        self.assertEqual(phone.get("/api/me").status_code, 401)
        self.assertEqual(self.post("/api/me/sign-ins/end-others").json(), {"count": 1})
        self.assertEqual(self.client.get("/api/me").status_code, 200)

    def test_a_second_factor(self) -> None:
        """Begun with the password, confirmed with a code, asked at sign-in, each code once."""
        begun = self.post("/api/me/two-factor", {"password": PASSWORD}).json()
        self.assertIn("otpauth://totp/Grike:olga", begun["address"])
        self.assertTrue(begun["picture"].startswith("data:image/svg+xml"))
        codes = pyotp.TOTP(begun["secret"])
        self.assertEqual(self.attempt("olga").status_code, 200)
        wrong = self.post("/api/me/two-factor/confirm", {"code": "000000"})
        self.assertEqual(wrong.status_code, 422)
        now = time.time()
        confirmed = self.post("/api/me/two-factor/confirm", {"code": codes.at(now)})
        self.assertEqual(confirmed.status_code, 200)
        self.assertEqual(self.client.get("/api/me").json()["two_factor"], True)
        asked = self.attempt("olga")
        self.assertEqual((asked.status_code, asked.json()["code"]), (401, "code-needed"))
        self.assertEqual(self.attempt("olga", "wrong").json()["code"], "not-signed-in")
        used = self.attempt("olga", code=codes.at(now))
        self.assertEqual((used.status_code, used.json()["code"]), (401, "not-signed-in"))
        following = codes.at(now + 30)
        self.assertEqual(self.attempt("olga", code=following).json()["two_factor"], True)
        self.assertEqual(self.attempt("olga", code=following).status_code, 401)
        off = self.post("/api/me/two-factor/off", {"password": PASSWORD})
        self.assertEqual(off.status_code, 204)
        self.assertEqual(self.attempt("olga").status_code, 200)

    def test_owners_who_must_have_a_second_factor(self) -> None:
        """Where the house asks it, an owner without one does only what directors do."""
        config = config_from({"GRIKE_DATABASE_URL": "mysql://x", "GRIKE_OWNERS_CODES": "1"})
        self.assertTrue(config.owners_codes)
        self.assertFalse(Config("mysql://x").owners_codes)
        strict = replace(self.app.state.grike.config, owners_codes=True)
        with mock.patch.object(self.app.state.grike, "config", strict):
            refused = self.client.get("/api/house/people")
            self.assertEqual((refused.status_code, refused.json()["code"]), (403, "not-allowed"))
            self.assertIn("second factor", refused.json()["title"])
            self.assertEqual(self.client.get("/api/series").status_code, 200)
            begun = self.post("/api/me/two-factor", {"password": PASSWORD}).json()
            code = pyotp.TOTP(begun["secret"]).now()
            confirmed = self.post("/api/me/two-factor/confirm", {"code": code})
            self.assertEqual(confirmed.status_code, 200)
            self.assertEqual(self.client.get("/api/house/people").status_code, 200)

    def test_codes_of_the_standard(self) -> None:
        """The last six digits of the values of RFC 6238, appendix B (SHA-1, from memory)."""
        secret = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ"
        for seconds, code in ((59, "287082"), (1111111109, "081804"), (2000000000, "279037")):
            self.assertEqual(signing.step_of(secret, code, 0, seconds), seconds // 30)
            self.assertIsNone(signing.step_of(secret, code, seconds // 30, seconds))
            self.assertIsNone(signing.step_of(secret, code, 0, seconds + 90))


class Guessing(House):
    def test_a_limit_holds_for_tries_side_by_side(self) -> None:
        """Of forty wrong guesses at once eight are looked at, and no more.

        They all count in one row: on a slow disk some are told to come back.
        """
        with ThreadPoolExecutor(20) as pool:
            answers = list(pool.map(lambda n: self.attempt("dora", f"guess {n}"), range(40)))
        statuses = [answer.status_code for answer in answers]
        self.assertLessEqual(set(statuses), {401, 429, 503})
        self.assertLessEqual(statuses.count(401), signing.MOST_BY_PAIR)
        looked_at = statuses.count(401) + statuses.count(503)
        self.assertGreaterEqual(looked_at, signing.MOST_BY_PAIR)
        self.assertGreater(statuses.count(429), 0)

    def test_nobody_is_shut_out_by_others_guesses(self) -> None:
        """Where Dora has signed in before, she comes in while her name is being guessed."""
        self.sign_in("dora")
        self.assertEqual(self.post("/api/sign-out").status_code, 204)
        for number in range(signing.MOST_BY_PAIR + 4):
            last = self.attempt("dora", f"guess {number}")
        self.assertEqual(last.status_code, 429)
        self.assertEqual(self.attempt("dora").status_code, 429)
        self.sign_in("dora")

    def test_forwarded_addresses_are_nobodys_word(self) -> None:
        """Whoever says to come from elsewhere at each try is counted as one all the same."""
        for number in range(9):
            headers = {"X-Forwarded-For": f"10.0.0.{number}"}
            body = {"name": "dora", "password": "wrong"}
            last = self.browser().post("/api/sign-in", json=body, headers=headers)
        self.assertEqual(last.status_code, 429)


class Passwords(unittest.TestCase):
    def test_what_is_refused(self) -> None:
        """Short, endless, common, about the person, a row of keys: each in words."""
        for password in (
            "kelp brass",
            "x" * 129,
            "password1234",
            "qwertyuiop12",
            "Dora Director1",
            "grikegrike12",
            "aaaaaaaaaaaa",
        ):
            with self.subTest(password), self.assertRaises(InvalidInput) as caught:
                passwords.require_good(password, ("Dora Director", "dora"))
            self.assertIn("password", caught.exception.fields)
        passwords.require_good(GOOD, ("Dora Director", "dora"))
        passwords.require_good("ünter-blauem-Glas-47", ("Dora Director", "dora"))

    def test_a_hash_that_is_none_is_nobodys(self) -> None:
        """Somebody who has not joined has no password, not even an empty one."""
        self.assertFalse(passwords.verify("", ""))
        self.assertTrue(passwords.verify(passwords.hash_password(GOOD), GOOD))


class Audit(House):
    def lines(self, **query: Any) -> list[dict[str, Any]]:
        answer = self.client.get("/api/house/audit", params=query)
        self.assertEqual(answer.status_code, 200, answer.text)
        return list(answer.json())

    def test_what_was_done_is_there_and_nothing_else(self) -> None:
        """Writes and sign-ins have a line, refused ones too; trials and stale writes have none."""
        series_id = self.a_series()
        version = self.board(series_id)["version"]
        path = f"/api/series/{series_id}/classes/0/lock"
        self.post(path, {"version": version, "locked": True})
        self.post(path, {"version": 0, "locked": True})
        move = {"version": version + 1, "move": {"kind": "exchange", "day": 2, "other": 4}}
        self.post(f"/api/series/{series_id}/moves/trial", move)
        self.attempt("dora", "wrong")
        self.attempt("hunter2-in-the-wrong-field")
        told = [(line["name"], line["act"], line["about"]) for line in self.lines()]
        self.assertEqual(
            told,
            [
                ("", "sign-in refused", "a name that is nobody's"),
                ("", "sign-in refused", "dora"),
                ("Olga Owner", "lock", f"series {series_id}, slot 0"),
                ("Olga Owner", "sign in", "olga"),
            ],
        )
        self.assertEqual(self.lines()[0]["address"], "testclient")

    def test_operations_that_change_nothing_are_told_by_their_names(self) -> None:
        """An address may end in any word: what only tries is named so, and all else has a line."""
        operations = {
            entry["operationId"]: path
            for path, methods in self.app.openapi()["paths"].items()
            for method, entry in methods.items()
            if method != "get"
        }
        self.assertLessEqual(auditing.READS, operations.keys())
        for operation, path in operations.items():
            tries = operation.startswith(auditing.TRIES)
            self.assertEqual(tries, path.endswith(("/trial", "/draft")), path)

    def test_it_is_searched_and_taken_along(self) -> None:
        """By words, page by page; as a table in which no cell is a formula."""
        self.invited(name="=HYPERLINK(1)", sign_in_name="=cmd")
        for number in range(3):
            self.invited(sign_in_name=f"nell{number}")
        self.assertEqual(len(self.lines(words="invite")), 4)
        self.assertEqual(self.lines(words="inv%te"), [])
        first = self.lines()
        rest = self.lines(before=first[1]["id"])
        self.assertEqual([line["id"] for line in rest], [line["id"] for line in first[2:]])
        token = self.invited(sign_in_name="=sum")
        self.join(token, name="=1+1", sign_in_name="=sum")
        self.client.cookies.clear()
        self.sign_in("olga")
        table = self.client.get("/api/house/audit/table", params={"words": "joined"})
        self.assertIn("text/csv", table.headers["content-type"])
        self.assertRegex(table.text, r"\d+Z,'=1\+1,joined,'=sum,testclient")
        self.assertFalse(re.search(r"(^|,)[=+@]", table.text))


class Sessions(House):
    def test_an_idle_session_ends(self) -> None:
        """After two hours without anything done the cookie is worth nothing."""
        self.assertIn(COOKIE, self.client.cookies)
        with self.database.transaction() as connection:
            connection.run("UPDATE sign_in SET seen_at = seen_at - INTERVAL 121 MINUTE")
        self.assertEqual(self.client.get("/api/me").status_code, 401)


if __name__ == "__main__":
    unittest.main()
