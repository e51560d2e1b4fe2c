"""Secrets of codes are sealed: in the database nothing makes a code without the key."""

from __future__ import annotations

import time
import unittest
from contextlib import ExitStack

import pyotp
from cryptography.fernet import Fernet
from fastapi.testclient import TestClient
from httpx2 import Response

from grike.api.app import create_app
from grike.api.sealing import MARK, Seal
from grike.api.serve import config_from
from grike.api.state import Config
from grike.store import people
from tests.api.base import PASSWORD, WithApplication

KEY, OTHER = Fernet.generate_key().decode(), Fernet.generate_key().decode()


class Sealing(unittest.TestCase):
    def test_there_and_back(self) -> None:
        """With its key it is what it was; with another, changed, or without one it is nothing."""
        kept = Seal(KEY).closed("JBSWY3DP")
        self.assertNotIn("JBSWY3DP", kept)
        self.assertEqual(Seal(KEY).opened(kept), "JBSWY3DP")
        for seal, text in ((Seal(OTHER), kept), (Seal(""), kept), (Seal(KEY), kept[:-4] + "AAA=")):
            self.assertIsNone(seal.opened(text))

    def test_what_was_kept_before(self) -> None:
        """Without a key nothing is sealed, and what was not is read with one."""
        self.assertEqual(Seal("").closed("JBSWY3DP"), "JBSWY3DP")
        self.assertEqual(Seal(KEY).opened("JBSWY3DP"), "JBSWY3DP")

    def test_what_is_no_key_is_said(self) -> None:
        """The application does not start with it, and says what a key is."""
        for text in ("short", "ü" * 44, KEY[:-1]):
            settings = {"GRIKE_DATABASE_URL": "mysql://x", "GRIKE_CODES_KEY": text}
            with self.assertRaisesRegex(ValueError, "GRIKE_CODES_KEY is no key"):
                config_from(settings)


class WithCodes(WithApplication):
    """Ivo has codes; the application is started with one key or another."""

    def started(self, key: str) -> TestClient:
        stack = ExitStack()
        self.addCleanup(stack.close)
        app = create_app(Config(self.database.url, codes_key=key))
        return stack.enter_context(TestClient(app, raise_server_exceptions=False))

    def entered(self, client: TestClient, code: str = "") -> Response:
        body = {"name": "ivo", "password": PASSWORD, "code": code}
        answer: Response = client.post("/api/sign-in", json=body)
        return answer

    def kept(self) -> str:
        with self.database.transaction() as connection:
            ((_, kept),) = people.secrets_of_codes(connection)
        return kept

    def with_codes(self, client: TestClient) -> str:
        """Turn codes on; return the secret that the device has."""
        headers = {"X-CSRF-Token": self.entered(client).json()["csrf"]}
        begun = client.post("/api/me/two-factor", json={"password": PASSWORD}, headers=headers)
        secret = str(begun.json()["secret"])
        body = {"code": pyotp.TOTP(secret).now()}
        done = client.post("/api/me/two-factor/confirm", json=body, headers=headers)
        self.assertEqual(done.status_code, 200, done.text)
        return secret

    def test_sealed_and_checked(self) -> None:
        """The database has no secret, and the device's next code opens the account."""
        client = self.started(KEY)
        secret = self.with_codes(client)
        self.assertTrue(self.kept().startswith(MARK))
        self.assertNotIn(secret, self.kept())
        self.assertEqual(self.entered(client).json()["code"], "code-needed")
        code = pyotp.TOTP(secret).at(time.time() + 30)
        self.assertEqual(self.entered(client, code).status_code, 200)

    def test_with_another_key(self) -> None:
        """It says what is wrong and what helps, to whoever knows the password and nobody else."""
        secret = self.with_codes(self.started(KEY))
        elsewhere = self.started(OTHER)
        answer = self.entered(elsewhere, pyotp.TOTP(secret).at(time.time() + 30))
        self.assertEqual(answer.status_code, 401)
        self.assertIn("cannot be checked here", answer.json()["title"])
        wrong = elsewhere.post("/api/sign-in", json={"name": "ivo", "password": "x", "code": "1"})
        self.assertNotIn("cannot be checked", wrong.text)

    def test_what_was_kept_without_a_key_is_sealed_at_the_start(self) -> None:
        """Codes that were there before go on as they were."""
        secret = self.with_codes(self.started(""))
        self.assertEqual(self.kept(), secret)
        client = self.started(KEY)
        client.get("/api/ready")
        self.assertTrue(self.kept().startswith(MARK))
        code = pyotp.TOTP(secret).at(time.time() + 30)
        self.assertEqual(self.entered(client, code).status_code, 200)
