"""The proxy of docs/operations.md: Debian's nginx before a real start of the application."""

from __future__ import annotations

import http.client
import json
import os
import re
import ssl
import subprocess
import sys
import tempfile
import time
import unittest
from pathlib import Path
from typing import Any

from grike.store import people, series
from scripts.install import debian, unpacked
from scripts.paths import ROOT
from scripts.processes import free_port
from tests.api.base import PASSWORD, _hash
from tests.builders import a_plan
from tests.store.base import WithDatabase

PAGE = ROOT / "docs" / "operations.md"
LINES = re.compile(r"```nginx\n(.*?)```", re.S)
AROUND = """
error_log {folder}/error.log; pid {folder}/nginx.pid; daemon off; master_process off;
events {{ worker_connections 64; }}
http {{
    access_log off;
    client_body_temp_path {folder}/body; proxy_temp_path {folder}/proxy;
    fastcgi_temp_path {folder}/fast; uwsgi_temp_path {folder}/uwsgi; scgi_temp_path {folder}/scgi;
    {servers}
}}
"""
READY_SECONDS = 60
#: Another address of this machine than that from which the proxy asks.
CLIENT = "127.0.0.2"


class BehindNginx(WithDatabase):
    folder: Path
    port: int
    https: int
    plain_port: int
    trusted: ssl.SSLContext

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        folder = tempfile.TemporaryDirectory(prefix="grike-proxy-")
        cls.addClassCleanup(folder.cleanup)
        cls.folder = Path(folder.name)
        cls.port = free_port(8520)
        cls.start(
            [sys.executable, "-m", "grike.api.serve", "--port", str(cls.port)],
            GRIKE_DATABASE_URL=cls.database.url,
            GRIKE_HTTPS="1",
            GRIKE_PROXIES="127.0.0.1",
        )
        cls.until(lambda: cls.plain("GET", "/api/ready", cls.port)[0] == 200)
        cls.https, cls.plain_port = free_port(8550), free_port(8580)
        debian({"openssl": "openssl"})
        pem, key = cls.folder / "grike.pem", cls.folder / "grike.key"
        made = ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2"]
        made += ["-subj", "/CN=grike.example", "-addext", "subjectAltName=DNS:grike.example"]
        subprocess.run([*made, "-keyout", key, "-out", pem], check=True, capture_output=True)
        found = LINES.search(PAGE.read_text(encoding="utf-8"))
        assert found is not None
        servers = found[1]
        for what, own in {
            "listen 443": f"listen 127.0.0.1:{cls.https}",
            "listen 80": f"listen 127.0.0.1:{cls.plain_port}",
            "127.0.0.1:8407": f"127.0.0.1:{cls.port}",
            "/etc/ssl/grike.pem": str(pem),
            "/etc/ssl/grike.key": str(key),
        }.items():
            assert what in servers, what
            servers = servers.replace(what, own)
        (cls.folder / "nginx.conf").write_text(AROUND.format(folder=folder.name, servers=servers))
        cls.start(
            [unpacked("nginx", "nginx"), "-p", folder.name, "-c", f"{folder.name}/nginx.conf"]
        )
        cls.trusted = ssl.create_default_context(cafile=str(pem))
        cls.until(lambda: cls.ask("GET", "/api/health")[0] == 200)

    @classmethod
    def start(cls, command: list[str], **env: str) -> None:
        path = f"{ROOT / 'src'}:{ROOT}"
        log = (cls.folder / f"{Path(command[0]).name}.log").open("ab")
        cls.addClassCleanup(log.close)
        child = subprocess.Popen(
            command, env={**os.environ, "PYTHONPATH": path, **env}, stdout=log, stderr=log
        )
        cls.addClassCleanup(child.wait)
        cls.addClassCleanup(child.terminate)

    @classmethod
    def until(cls, there: Any) -> None:
        end = time.monotonic() + READY_SECONDS
        while time.monotonic() < end:
            try:
                if there():
                    return
            except OSError:
                time.sleep(0.1)
        told = [log.read_text(errors="replace")[-1500:] for log in cls.folder.glob("*.log")]
        raise AssertionError("\n".join(told))

    @classmethod
    def plain(cls, method: str, path: str, port: int, **headers: str) -> tuple[int, Any]:
        line = http.client.HTTPConnection("127.0.0.1", port, timeout=20)
        try:
            line.request(method, path, headers=headers)
            answer = line.getresponse()
            answer.read()
            return answer.status, answer.headers
        finally:
            line.close()

    @classmethod
    def secure(cls) -> http.client.HTTPConnection:
        """Return a line by TLS to the name of the certificate, which is checked."""
        line = http.client.HTTPConnection(
            "127.0.0.1", cls.https, timeout=20, source_address=(CLIENT, 0)
        )
        line.connect()
        line.sock = cls.trusted.wrap_socket(line.sock, server_hostname="grike.example")
        return line

    @classmethod
    def ask(
        cls, method: str, path: str, body: Any = None, **headers: str
    ) -> tuple[int, Any, bytes]:
        line = cls.secure()
        try:
            data = None if body is None else json.dumps(body)
            own = {"Host": "grike.example", "Content-Type": "application/json", **headers}
            line.request(method, path, data, own)
            answer = line.getresponse()
            return answer.status, answer.headers, answer.read()
        finally:
            line.close()

    def setUp(self) -> None:
        super().setUp()
        with self.database.transaction() as connection:
            self.dora = people.add(connection, "Dora Director", "dora", "director", _hash)

    def sign_in(self, **headers: str) -> tuple[str, str]:
        body = {"name": "dora", "password": PASSWORD}
        status, told, text = self.ask("POST", "/api/sign-in", body, **headers)
        self.assertEqual(status, 200, text)
        (cookie,) = (one for one in told.get_all("Set-Cookie") if "grike_session" in one)
        for word in ("Secure", "HttpOnly", "SameSite=strict"):
            self.assertIn(word.casefold(), cookie.casefold())
        return cookie.split(";")[0], json.loads(text)["csrf"]

    def test_https_only(self) -> None:
        """Plain HTTP is sent to https; there the year's promise and our other headers come."""
        status, headers = self.plain("GET", "/series/2?a=1", self.plain_port, Host="grike.example")
        there = "https://grike.example/series/2?a=1"
        self.assertEqual((status, headers["Location"]), (308, there))
        _, headers, _ = self.ask("GET", "/api/health")
        self.assertIn("max-age=31536000", headers["Strict-Transport-Security"])
        self.assertIn("default-src 'self'", headers["Content-Security-Policy"])
        self.assertNotIn("1.", headers["Server"])

    def test_where_one_comes_from_is_what_the_proxy_saw(self) -> None:
        """What a client says of its address is not believed, through the proxy or past it."""
        cookie, _ = self.sign_in(**{"X-Forwarded-For": "203.0.113.9"})
        status, _, text = self.ask("GET", "/api/me/sign-ins", Cookie=cookie)
        self.assertEqual((status, [own["address"] for own in json.loads(text)]), (200, [CLIENT]))

    def test_a_stream_is_not_held_back(self) -> None:
        """The first news of a series comes at once, while the stream goes on."""
        with self.database.transaction() as connection:
            series_id = series.add(connection, a_plan(), self.dora)
        cookie, _ = self.sign_in()
        line = self.secure()
        try:
            own = {"Host": "grike.example", "Cookie": cookie}
            line.request("GET", f"/api/series/{series_id}/news?place=board&page=p1", headers=own)
            answer = line.getresponse()
            self.assertEqual(answer.status, 200)
            self.assertIn("text/event-stream", answer.headers["Content-Type"])
            first = answer.read1(2048)
            self.assertTrue(first)
        finally:
            line.close()

    def test_what_is_too_large_is_refused(self) -> None:
        """By Grike's own words below five megabytes, by the proxy beyond."""
        cookie, csrf = self.sign_in()
        headers = {"Cookie": cookie, "X-CSRF-Token": csrf}
        path = "/api/series"
        status, _, text = self.ask("POST", path, {"name": "x" * 2_000_000}, **headers)
        self.assertEqual((status, json.loads(text)["code"]), (413, "body"))
        status, told, _ = self.ask("POST", path, {"name": "x" * 6_000_000}, **headers)
        self.assertEqual((status, told["Server"]), (413, "nginx"))


if __name__ == "__main__":
    unittest.main()
