"""Costly answers are worked out in turns: one person's many do not keep others waiting."""

from __future__ import annotations

import threading
import time
from concurrent.futures import ThreadPoolExecutor
from unittest import mock

from grike.api import turns
from tests.api.base import WithApplication


class InTurns(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.path = f"/api/series/{self.series_id}/classes/0/choices"
        self.at_once = self.most = 0
        self.lock, self.go = threading.Lock(), threading.Event()

    def work(self, *_: object, **__: object) -> list[object]:
        """Stand in for what is costly: count who is in it, and wait to be let go."""
        with self.lock:
            self.at_once += 1
            self.most = max(self.most, self.at_once)
        self.go.wait(20)
        with self.lock:
            self.at_once -= 1
        return []

    def test_three_of_one_person_at_once(self) -> None:
        """Of eight three are worked out; the rest wait, a board comes meanwhile, and all end."""
        held = mock.patch("grike.api.classes.choices.second_choices", side_effect=self.work)
        with held, ThreadPoolExecutor(8) as pool:
            asked = [pool.submit(self.client.get, self.path) for _ in range(8)]
            self.until_busy()
            board = self.client.get(f"/api/series/{self.series_id}")
            self.assertEqual(board.status_code, 200)
            self.go.set()
            states = {own.result().status_code for own in asked}
        self.assertEqual((states, self.most), ({200}, turns.AT_ONCE))

    def test_who_waits_too_long_is_told(self) -> None:
        """In words, with 429; afterwards it is that person's turn again."""
        usual, self.app.state.turns = self.app.state.turns, turns.Turns(1, 0.2)
        self.addCleanup(setattr, self.app.state, "turns", usual)
        with mock.patch("grike.api.classes.choices.second_choices", side_effect=self.work):
            with ThreadPoolExecutor(1) as pool:
                first = pool.submit(self.client.get, self.path)
                self.until_busy(1)
                second = self.client.get(self.path)
                self.go.set()
                self.assertEqual(first.result().status_code, 200)
            self.assertEqual(second.status_code, 429)
            self.assertIn("Wait for them", second.json()["detail"])
            self.assertEqual(self.client.get(self.path).status_code, 200)

    def until_busy(self, many: int = turns.AT_ONCE) -> None:
        until = time.monotonic() + 20
        while self.at_once < many and time.monotonic() < until:
            time.sleep(0.01)
        time.sleep(0.3)
