"""The figures are Prometheus' text format, read by its own reader, and for their token only."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
from dataclasses import replace

from prometheus_client.parser import text_string_to_metric_families as read

from grike.api.metrics import FOLDER
from tests.api.base import WithApplication

TOKEN = "sedge-and-sallow"
BEARER = {"Authorization": f"Bearer {TOKEN}"}
#: What a process of several does with its counts.
COUNTING = """
from grike.api.metrics import REQUESTS
REQUESTS.labels("get_board", "200").inc(3)
"""
ADDED = """
from grike.api.metrics import REQUESTS, _written
from prometheus_client import CollectorRegistry, generate_latest, multiprocess
REQUESTS.labels("get_board", "200").inc(4)
registry = CollectorRegistry()
multiprocess.MultiProcessCollector(registry)
print(generate_latest(registry).decode())
"""


class Figures(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        state = self.app.state.grike
        self.addCleanup(setattr, state, "config", state.config)
        state.config = replace(state.config, metrics_token=TOKEN)
        self.sign_in()

    def figures(self) -> dict[tuple[str, ...], float]:
        """Return each sample by its name and the values of its labels."""
        answer = self.client.get("/api/metrics", headers=BEARER)
        self.assertEqual(answer.status_code, 200, answer.text)
        samples = [sample for family in read(answer.text) for sample in family.samples]
        return {(own.name, *sorted(own.labels.values())): own.value for own in samples}

    def test_what_was_asked_is_counted(self) -> None:
        """By operation and status: a board, one that is not there, a page; no address, no name."""
        series_id = self.a_series()
        before = self.figures()
        self.client.get(f"/api/series/{series_id}")
        self.client.get("/api/series/99999")
        self.client.get("/api/no-such-thing/maren")
        after = self.figures()
        for labels in (("200", "get_board"), ("404", "get_board"), ("404", "page")):
            key = ("grike_requests_total", *labels)
            self.assertEqual(after[key] - before.get(key, 0), 1, labels)
        counted = ("grike_request_seconds_count", "get_board")
        self.assertEqual(after[counted] - before.get(counted, 0), 2)
        self.assertEqual(after[("grike_database_up",)], 1)
        self.assertEqual(after[("grike_series",)], 1)
        self.assertFalse([key for key in after if "maren" in str(key) or "99999" in str(key)])

    def test_for_the_token_only(self) -> None:
        """Signed in or not, without it nothing; without one set the address is none at all."""
        self.assertEqual(self.client.get("/api/metrics").status_code, 401)
        wrong = {"Authorization": "Bearer sedge"}
        self.assertEqual(self.client.get("/api/metrics", headers=wrong).status_code, 401)
        state = self.app.state.grike
        state.config = replace(state.config, metrics_token="")
        empty = {"Authorization": "Bearer "}
        self.assertEqual(self.client.get("/api/metrics", headers=empty).status_code, 404)

    def test_processes_are_added_up(self) -> None:
        """Three counted in one process that has ended and four in another are seven."""
        with tempfile.TemporaryDirectory() as folder:
            env = {**os.environ, FOLDER: folder}
            told = [
                subprocess.run(
                    [sys.executable, "-c", code],
                    env=env,
                    capture_output=True,
                    check=True,
                    text=True,
                ).stdout
                for code in (COUNTING, ADDED)
            ]
        samples = [sample for family in read(told[1]) for sample in family.samples]
        counted = [own.value for own in samples if own.name == "grike_requests_total"]
        self.assertEqual(counted, [7])
