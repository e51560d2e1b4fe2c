"""A disk that fills up: writes are refused in words, none is lost, and with room it goes on.

The disk is a small file system in memory, so only somebody who may mount one can run this.
"""

from __future__ import annotations

import os
import subprocess
import time
import unittest
from pathlib import Path
from typing import Any, ClassVar

import httpx2

from tests.builders import long
from tests.kill.base import Mistreated

#: A database of our own takes some 140 MB with its logs.
SIZE_MB = 260
TURNS, WRITES, PATIENCE_SECONDS = 4, 10, 90
#: What an answer may take: the application waits three seconds for the database.
LONGEST_SECONDS = 12.0


class DiskFull(Mistreated):
    name: ClassVar[str] = "full"
    port: ClassVar[int] = 9700
    binary_log: ClassVar[bool] = True

    @classmethod
    def prepare(cls, folder: Path) -> None:
        """Mount a small disk where the database will be."""
        if os.geteuid():
            raise unittest.SkipTest("only root may mount the small disk that this fills")
        options = ["-t", "tmpfs", "-o", f"size={SIZE_MB}m", "tmpfs", str(folder)]
        subprocess.run(["mount", *options], check=True, capture_output=True)
        cls.addClassCleanup(subprocess.run, ["umount", "--lazy", str(folder)], check=False)

    def fill(self) -> None:
        """Take all room there is."""
        with (self.folder / "ballast").open("ab", buffering=0) as file:
            try:
                while True:
                    file.write(b"x" * 4096)
            except OSError:
                return

    @long
    def test_nothing_is_lost_on_a_full_disk(self) -> None:
        """Four times: write while it fills, be refused with a reason, make room, write again."""
        for turn in range(TURNS):
            client, last = self.up(), dict[str, Any]()
            self.fill()
            for number in range(WRITES):
                self.tried(client, last, 100 * turn + number)
            (self.folder / "ballast").unlink()
            self.until_it_writes(client, last, 100 * turn + 90)
            self.all_there(last, turn)
            if turn % 2:
                # With the disk full it is killed as well, and comes up once there is room.
                self.fill()
                self.tried(client, last, 100 * turn + 91)
                self.kill("database")
                (self.folder / "ballast").unlink()
                client.close()
                self.up().close()
                self.all_there(last, turn)
            client.close()
        self.assertGreater(self.refused, TURNS)
        self.assertGreater(self.acknowledged, TURNS)

    def tried(self, client: httpx2.Client, last: dict[str, Any], number: int) -> None:
        """Write once; what is refused is refused with a reason and soon."""
        began = time.monotonic()
        try:
            done = self.write(client, number)
        except (KeyError, TypeError):
            # Even the reading before it was refused.
            self.refused += 1
            done = None
        self.assertLess(time.monotonic() - began, LONGEST_SECONDS)
        if done is not None:
            last[done[0]] = done[1]

    def until_it_writes(self, client: httpx2.Client, last: dict[str, Any], number: int) -> None:
        """Wait until a write is acknowledged again, with nothing done by hand but making room."""
        end, before = time.monotonic() + PATIENCE_SECONDS, self.acknowledged
        while self.acknowledged == before:
            self.assertLess(time.monotonic(), end, "it writes no more, though there is room")
            self.tried(client, last, number)
            time.sleep(0.2)
