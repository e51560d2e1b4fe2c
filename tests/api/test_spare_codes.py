"""Spare codes: in without the device that makes codes, each once, and nobody else."""

from __future__ import annotations

import re
import time
from concurrent.futures import ThreadPoolExecutor

import pyotp

from grike.api.sign_in import spare
from grike.store import spare_codes
from tests.api.base import PASSWORD
from tests.api.test_people import House

LEFT = "/api/me/two-factor/spare-codes"


class Spare(House):
    def with_codes(self) -> list[str]:
        """Turn codes of a device on; return the spare codes that came with it."""
        begun = self.post("/api/me/two-factor", {"password": PASSWORD}).json()
        self.secret = begun["secret"]
        code = pyotp.TOTP(self.secret).now()
        return list(self.post("/api/me/two-factor/confirm", {"code": code}).json()["codes"])

    def left(self) -> int:
        return int(self.client.get(LEFT).json()["left"])

    def kept(self) -> list[tuple[bytes, bytes]]:
        with self.database.transaction() as connection:
            return list(spare_codes.of_person(connection, self.olga))

    def test_each_is_good_once(self) -> None:
        """However it is typed; not a second time; the device's own codes go on."""
        codes = self.with_codes()
        self.assertEqual((len(set(codes)), self.left()), (spare.COUNT, spare.COUNT))
        for code in codes:
            self.assertRegex(code, rf"^([{spare.ALPHABET}]{{4}}-){{3}}[{spare.ALPHABET}]{{4}}$")
        for typed in (codes[0], codes[1].upper(), codes[2].replace("-", " ")):
            self.assertEqual(self.attempt("olga", code=typed).status_code, 200, typed)
            again = self.attempt("olga", code=typed)
            self.assertEqual((again.status_code, again.json()["code"]), (401, "not-signed-in"))
        self.assertEqual(self.left(), spare.COUNT - 3)
        following = pyotp.TOTP(self.secret).at(time.time() + 30)
        self.assertEqual(self.attempt("olga", code=following).status_code, 200)

    def test_one_code_side_by_side(self) -> None:
        """Of tries at once with the same code one comes in."""
        code = self.with_codes()[0]
        with ThreadPoolExecutor(4) as pool:
            answers = list(pool.map(lambda _: self.attempt("olga", code=code), range(4)))
        self.assertEqual([a.status_code for a in answers].count(200), 1)
        self.assertEqual(self.left(), spare.COUNT - 1)

    def test_it_is_no_way_around_the_password_and_nobody_elses(self) -> None:
        """With a wrong password, or another's name, a code opens nothing and stays good."""
        code = self.with_codes()[0]
        self.assertEqual(self.attempt("olga", "wrong", code).status_code, 401)
        self.assertEqual(self.left(), spare.COUNT)
        refused = self.client.get("/api/house/audit").text.count("sign-in refused")
        for guess in ("000000", "aaaa-bbbb-cccc-dddd"):
            self.assertEqual(self.attempt("olga", code=guess).status_code, 401)
        after = self.client.get("/api/house/audit").text.count("sign-in refused")
        self.assertEqual(after, refused + 2)
        with self.database.transaction() as connection:
            self.assertFalse(spare.use(connection, self.vera, code))
            self.assertTrue(spare.use(connection, self.olga, code))

    def test_new_ones_make_the_old_void(self) -> None:
        """They are made with the password, only where codes are asked, and told of."""
        refused = self.post(LEFT, {"password": PASSWORD})
        self.assertEqual(refused.status_code, 409)
        old = self.with_codes()
        wrong = self.post(LEFT, {"password": "not it"})
        self.assertEqual(wrong.status_code, 422)
        new = self.post(LEFT, {"password": PASSWORD}).json()["codes"]
        self.assertFalse(set(old) & set(new))
        self.assertEqual(self.attempt("olga", code=old[0]).status_code, 401)
        self.assertEqual(self.attempt("olga", code=new[0]).status_code, 200)

    def test_they_end_with_the_codes(self) -> None:
        """Codes that are not asked any more leave no spare ones, nor does a new device."""
        old = self.with_codes()
        self.post("/api/me/two-factor/off", {"password": PASSWORD})
        self.assertEqual((self.left(), self.kept()), (0, []))
        self.with_codes()
        self.assertEqual(self.attempt("olga", code=old[0]).status_code, 401)

    def test_neither_database_nor_audit_has_them(self) -> None:
        """What is kept is salted and hashed; the use is told and noted, the code is not."""
        code = self.with_codes()[0]
        plain = re.sub("-", "", code).encode()
        for digest, salt in self.kept():
            self.assertNotIn(plain, digest + salt)
        self.assertEqual(self.attempt("olga", code=code).status_code, 200)
        audit = self.client.get("/api/house/audit")
        self.assertIn("sign in with a spare code", audit.text)
        self.assertNotIn(code, audit.text)
        notices = self.client.get("/api/me/notices").json()
        told = [one["what"] for one in notices if "spare code was used" in one["what"]]
        self.assertEqual(len(told), 1)
        self.assertIn("left: 9", told[0])
