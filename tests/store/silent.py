"""A line to the database that can fall silent: what is sent goes nowhere, and nothing is closed."""

from __future__ import annotations

import contextlib
import selectors
import socket
import threading


class SilentLine:
    """Listens on loopback and hands on to a port, both ways, until it is ``silent``."""

    def __init__(self, port: int) -> None:
        self._to = port
        self.silent = threading.Event()
        self._over = threading.Event()
        self._door = socket.create_server(("127.0.0.1", 0))
        self.port: int = self._door.getsockname()[1]
        self._ends: list[socket.socket] = [self._door]
        threading.Thread(target=self._let_in, daemon=True).start()

    def close(self) -> None:
        """Close every line."""
        self._over.set()
        for end in self._ends:
            end.close()

    def _let_in(self) -> None:
        with contextlib.suppress(OSError):
            while True:
                near, _ = self._door.accept()
                self._ends.append(near)
                threading.Thread(target=self._hand_on, args=(near,), daemon=True).start()

    def _hand_on(self, near: socket.socket) -> None:
        far = socket.create_connection(("127.0.0.1", self._to))
        self._ends.append(far)
        other = {near: far, far: near}
        with contextlib.suppress(OSError, ValueError), selectors.DefaultSelector() as ready:
            for end in other:
                ready.register(end, selectors.EVENT_READ)
            while not self._over.is_set():
                if self.silent.is_set():
                    self._over.wait(0.02)
                    continue
                for key, _ in ready.select(0.05):
                    end = near if key.fd == near.fileno() else far
                    if self.silent.is_set():
                        break
                    data = end.recv(65536)
                    other[end].sendall(data)
                    if not data:
                        near.close()
                        far.close()
                        return
