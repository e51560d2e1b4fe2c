"""Processes of ours: remembered, told from strangers, stopped; ports; installing; the command."""

from __future__ import annotations

import json
import os
import signal
import socket
import stat
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from scripts import database, install, processes, serve
from scripts.paths import ROOT, VENV, Trouble

SLEEPER = "import time; print('up', flush=True); time.sleep(60)"
DEAF = (
    "import signal, time; signal.signal(signal.SIGTERM, signal.SIG_IGN); "
    "print('up', flush=True); time.sleep(60)"
)


class InAFolder(unittest.TestCase):
    """A var folder that goes away after the test."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        patched = mock.patch.object(processes, "VAR", self.folder)
        patched.start()
        self.addCleanup(patched.stop)

    def child(self, code: str = SLEEPER) -> subprocess.Popen[str]:
        """Start a process and wait until it runs its code."""
        child = subprocess.Popen([sys.executable, "-c", code], stdout=subprocess.PIPE, text=True)
        self.addCleanup(child.wait)
        self.addCleanup(child.kill)
        assert child.stdout is not None
        self.assertEqual(child.stdout.readline(), "up\n")
        self.addCleanup(child.stdout.close)
        return child


LEADER = """
import subprocess, sys, time
child = subprocess.Popen([sys.executable, "-c", "import time; time.sleep(60)"])
print("up", flush=True)
print(child.pid, flush=True)
time.sleep(60)
"""


class LeftBehind(InAFolder):
    def test_the_rest_of_a_killed_process_is_ended(self) -> None:
        """Workers of a master that was killed go with it; while it lives nobody is touched."""
        leader = subprocess.Popen(
            [sys.executable, "-c", LEADER],
            stdout=subprocess.PIPE,
            text=True,
            start_new_session=True,
        )
        self.addCleanup(leader.wait)
        self.addCleanup(leader.kill)
        assert leader.stdout is not None
        self.addCleanup(leader.stdout.close)
        self.assertEqual(leader.stdout.readline(), "up\n")
        child = int(leader.stdout.readline())
        processes.remember("leader", leader.pid)
        self.assertEqual(processes.sweep("leader"), 0)
        leader.kill()
        leader.wait()
        self.assertEqual(processes.sweep("leader"), 1)
        self.assertIsNone(processes._started(child))
        self.assertEqual((processes.sweep("leader"), processes.sweep("nobody")), (0, 0))


class AtOnce(InAFolder):
    def test_databases_are_made_at_once(self) -> None:
        """Three made side by side, over and over: each is whole, none takes another's files."""
        from concurrent.futures import ThreadPoolExecutor

        def make(number: int) -> str:
            home = self.folder / f"d{number}"
            name = f"at-once-{number}"
            try:
                server = database.start(home, name=name, first=9800 + 10 * number)
                return "whole" if database._sql(server.socket, "SELECT 1") else "no answer"
            finally:
                processes.stop(name, 20)

        for turn in range(10 if os.environ.get("GRIKE_ALL") else 1):
            with ThreadPoolExecutor(3) as pool:
                made = list(pool.map(make, range(3 * turn, 3 * turn + 3)))
            self.assertEqual(made, ["whole"] * 3)


class AnotherBuild(InAFolder):
    def test_an_application_of_another_build_is_replaced(self) -> None:
        """What runs from these sources stays; what runs from older ones is stopped."""
        child = self.child()
        server = database.Server(1, "socket", "password")
        processes.remember("application", child.pid, port=1, build=serve._build())
        with mock.patch.object(serve, "answers", return_value=True):
            self.assertEqual(serve.start(server), 1)
        self.assertIsNone(child.poll())
        processes.remember("application", child.pid, port=1, build="older")
        with (
            mock.patch.object(serve, "answers", side_effect=lambda port: port != 1),
            mock.patch.object(serve, "VAR", self.folder),
            mock.patch.object(subprocess, "Popen") as begun,
        ):
            begun.return_value.pid, begun.return_value.poll.return_value = os.getpid(), None
            self.assertNotEqual(serve.start(server), 1)
        child.wait(10)


class Ours(InAFolder):
    def test_a_running_process_is_found_again(self) -> None:
        """What was noted comes back, with all that was noted besides."""
        child = self.child()
        processes.remember("thing", child.pid, port=4711)
        found = processes.running("thing")
        assert found is not None
        self.assertEqual((found["pid"], found["port"]), (child.pid, 4711))

    def test_a_process_that_ended_is_gone(self) -> None:
        """Killed from outside, it is not running, and stopping says so."""
        child = self.child()
        processes.remember("thing", child.pid)
        child.send_signal(signal.SIGKILL)
        child.wait()
        self.assertIsNone(processes.running("thing"))
        self.assertFalse(processes.stop("thing"))

    def test_a_stranger_with_the_same_id_is_left_alone(self) -> None:
        """The start time does not fit: it is neither called ours nor stopped."""
        child = self.child()
        processes.remember("thing", child.pid)
        path = self.folder / "run" / "thing.json"
        note = json.loads(path.read_text()) | {"started": "1"}
        path.write_text(json.dumps(note))
        self.assertIsNone(processes.running("thing"))
        self.assertFalse(processes.stop("thing"))
        self.assertIsNone(child.poll())

    def test_half_a_note_is_no_note(self) -> None:
        """A note that an interruption cut off counts as none."""
        (self.folder / "run").mkdir()
        (self.folder / "run" / "thing.json").write_text('{"pid": 1')
        self.assertIsNone(processes.running("thing"))

    def test_stopping_is_kind_first_then_firm(self) -> None:
        """One that hears ends at once; one that does not is killed; both are forgotten."""
        for code, ended_by in ((SLEEPER, -signal.SIGTERM), (DEAF, -signal.SIGKILL)):
            child = self.child(code)
            processes.remember("thing", child.pid)
            self.assertTrue(processes.stop("thing", seconds=0.5))
            self.assertEqual(child.wait(), ended_by)
            self.assertFalse((self.folder / "run" / "thing.json").exists())

    def test_a_taken_port_is_passed_over(self) -> None:
        """The next free one is given, and it is free."""
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            first = int(taken.getsockname()[1])
            port = processes.free_port(first)
            self.assertGreater(port, first)
            with socket.socket() as probe:
                probe.bind(("127.0.0.1", port))


class Installing(InAFolder):
    def setUp(self) -> None:
        super().setUp()
        stamps = mock.patch.object(install, "STAMPS", self.folder / "stamps")
        stamps.start()
        self.addCleanup(stamps.stop)

    def test_a_step_is_done_once_for_the_same_input(self) -> None:
        """A stamp counts for the content it was made for, and for no other."""
        lock = self.folder / "lock.txt"
        lock.write_text("one==1")
        value = install.fingerprint([lock])
        self.assertFalse(install.stamped("step", value))
        install.stamp("step", value)
        self.assertTrue(install.stamped("step", value))
        lock.write_text("one==2")
        self.assertFalse(install.stamped("step", install.fingerprint([lock])))

    def test_the_fingerprint_is_of_names_and_contents(self) -> None:
        """The order of the files does not matter; a new name does."""
        a, b = self.folder / "a", self.folder / "b"
        a.write_text("x")
        b.write_text("y")
        self.assertEqual(install.fingerprint([a, b]), install.fingerprint([b, a]))
        other = self.folder / "c"
        other.write_text("y")
        self.assertNotEqual(install.fingerprint([a, b]), install.fingerprint([a, other]))

    def test_a_failed_command_shows_its_end(self) -> None:
        """The trouble names the command and what it said."""
        code = "import sys; print('no room on the disk'); sys.exit(3)"
        with self.assertRaisesRegex(Trouble, "no room on the disk"):
            install.run([sys.executable, "-c", code])

    def test_an_ordinary_user_is_told_what_to_install(self) -> None:
        """Without the rights to install, the line to type is given; nothing is tried."""
        with (
            mock.patch.object(os, "geteuid", return_value=1000),
            mock.patch.object(install, "run") as ran,
            self.assertRaisesRegex(Trouble, "sudo apt-get install no-such-package"),
        ):
            install.debian({"no-such-program-of-ours": "no-such-package"})
        ran.assert_not_called()

    def test_what_is_there_is_not_installed(self) -> None:
        """A program on the path needs nothing."""
        with mock.patch.object(install, "run") as ran:
            install.debian({"sh": "dash"})
        ran.assert_not_called()

    def test_what_would_start_a_server_is_unpacked(self) -> None:
        """Downloaded and unpacked beside us, never installed; a second time it is there."""
        ran: list[list[str]] = []

        def run(command: list[str], *, cwd: Path | None = None) -> None:
            ran.append(command)
            if command[:2] == ["apt-get", "download"] and cwd is not None:
                (cwd / "web_1.deb").write_text("")
            if command[0] == "dpkg":
                own = Path(command[3]) / "usr" / "sbin"
                own.mkdir(parents=True)
                (own / "web").write_text("")

        with (
            tempfile.TemporaryDirectory() as folder,
            mock.patch.object(install, "ROOT", Path(folder)),
            mock.patch.object(install, "run", side_effect=run),
            mock.patch.object(install, "which", return_value=None),
        ):
            first = install.unpacked("web", "web")
            self.assertTrue(Path(first).exists())
            self.assertFalse([command for command in ran if "install" in command])
            many = len(ran)
            self.assertEqual(install.unpacked("web", "web"), first)
            self.assertEqual(len(ran), many)

    def test_our_tools_come_first(self) -> None:
        """Child processes look into our own environment before the system's."""
        first = install.environment()["PATH"].split(os.pathsep)[0]
        self.assertEqual(Path(first), VENV / "bin")


class OurDatabase(InAFolder):
    def test_the_password_is_made_once_and_only_ours_to_read(self) -> None:
        """A second start reads the first one's; nobody else may."""
        first = database._secret(self.folder)
        self.assertEqual(database._secret(self.folder), first)
        self.assertGreater(len(first), 24)
        mode = stat.S_IMODE((self.folder / "password").stat().st_mode)
        self.assertEqual(mode, 0o600)

    def test_a_deep_folder_gets_a_short_socket(self) -> None:
        """The kernel allows 107 bytes for a socket's path."""
        self.assertEqual(database._socket(self.folder), str(self.folder / "m.sock"))
        deep = self.folder / ("x" * 120)
        self.assertLess(len(database._socket(deep)), 100)
        self.assertEqual(database._socket(deep), database._socket(deep))

    def test_it_listens_on_loopback_only(self) -> None:
        """The options bind it to 127.0.0.1, in our folder, with no system configuration."""
        with mock.patch.object(database, "_program", side_effect=lambda name: name):
            options = database._options(self.folder, 3999, "s")
        self.assertIn("--bind-address=127.0.0.1", options)
        self.assertEqual(options[1], "--no-defaults")
        self.assertIn(f"--datadir={self.folder / 'data'}", options)


class TheCommand(unittest.TestCase):
    def grike(self, *arguments: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run(
            [str(ROOT / "grike"), *arguments],
            capture_output=True,
            text=True,
            stdin=subprocess.DEVNULL,
            check=False,
        )

    def test_help_and_unknown_words(self) -> None:
        """Help goes to standard output with 0; an unknown word gets it on standard error with 2."""
        done = self.grike("help")
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        self.assertIn("./grike demo", done.stdout)
        wrong = self.grike("dance")
        self.assertEqual((wrong.returncode, wrong.stdout), (2, ""))
        self.assertIn("./grike demo", wrong.stderr)

    def test_reset_asks_and_does_nothing_unasked(self) -> None:
        """Without a person to ask and without --yes nothing is thrown away."""
        done = self.grike("reset")
        self.assertEqual(done.returncode, 2)
        self.assertIn("say --yes", done.stderr)

    def test_reset_with_another_answer(self) -> None:
        """Any answer but yes keeps everything."""
        with (
            mock.patch.object(sys, "stdin", mock.Mock(isatty=lambda: True)),
            mock.patch("builtins.input", return_value="y"),
            mock.patch.object(serve, "stop") as stopped,
        ):
            self.assertEqual(serve.reset(sure=False), 1)
        stopped.assert_not_called()

    def test_a_class_by_the_command(self) -> None:
        """The exchange commands answer from anywhere, without database or browser."""
        done = self.grike("clock", str(ROOT / "docs" / "formats" / "example-class.json"))
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        self.assertGreater(json.loads(done.stdout)["real_seconds"], 600)


if __name__ == "__main__":
    unittest.main()
