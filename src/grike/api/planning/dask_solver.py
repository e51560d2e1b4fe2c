"""Jobs on a Dask cluster: the same pure function on as many machines as the operator adds."""

from __future__ import annotations

import logging
import time
from contextlib import suppress
from pathlib import Path
from typing import Any

from distributed import Client, Event, Queue, get_client
from distributed.security import Security

from grike.api.planning.cluster_keys import AUTHORITY, CERTIFICATE, KEY
from grike.api.planning.solvers import GRACE_SECONDS, POLL_SECONDS, Bounds, Kept, Stopped
from grike.exchange.jobs import Answer, Job, Tell, answered

log = logging.getLogger("grike")
#: How often a job begins again on another worker when its worker dies.
RETRIES = 2


class EventStop:
    """A stop that is asked for through an event of the cluster."""

    def __init__(self, event: Any) -> None:
        self._event = event

    def requested(self) -> bool:
        """Return whether to stop."""
        return bool(self._event.is_set())


def solve_on_worker(name: str, job: Job) -> Answer:
    """Solve a job on a worker; progress and stop go through the scheduler by the job's name."""
    client = get_client()
    news = Queue(f"progress-{name}", client=client)
    stop = EventStop(Event(f"stop-{name}", client=client))
    return answered(job, stop, lambda body: news.put(body))


def _tls(keys: Path) -> Security:
    files = [str(keys / name) for name in (AUTHORITY, CERTIFICATE, KEY)]
    for file in files:
        # Told here by its name: later it would be an error of OpenSSL's without one.
        Path(file).stat()
    authority, certificate, key = files
    return Security(
        require_encryption=True,
        tls_ca_file=authority,
        tls_client_cert=certificate,
        tls_client_key=key,
    )


class DaskSolver:
    """Sends jobs to a scheduler, which is reached with the keys of its cluster.

    ``address``: tls://host:port; ``keys``: the folder that ``./grike cluster keys`` made. Raises
    OSError if none answers, or one that has other keys, or if there are no keys.
    """

    def __init__(
        self, address: str, keys: Path, places: int = 16, bounds: Bounds | None = None
    ) -> None:
        self.places, self._bounds = places, bounds or Bounds()
        self._client = Client(address, timeout=10, set_as_default=False, security=_tls(keys))

    def solve(self, name: str, job: Job, tell: Tell, stopped: Stopped) -> Answer | None:
        """Submit, hand progress on, and wait; a worker that dies has its job begun again."""
        news = Queue(f"progress-{name}", client=self._client)
        event = Event(f"stop-{name}", client=self._client)
        future = self._client.submit(
            solve_on_worker, name, job, key=name, pure=False, retries=RETRIES
        )
        tell({"kind": "begun", "pid": 0})
        end, asked = time.monotonic() + self._bounds.seconds, False
        kept = Kept()
        try:
            while not future.done():
                if stopped() and not asked:
                    event.set()
                    asked, end = True, min(end, time.monotonic() + GRACE_SECONDS)
                with suppress(TimeoutError):
                    tell(kept.progress(news.get(timeout=POLL_SECONDS)))
                if time.monotonic() > end:
                    future.cancel(force=True)
                    if asked:
                        return kept.answer()
                    log.warning("%s took longer than %s s", name, self._bounds.seconds)
                    return None
            while news.qsize():
                tell(kept.progress(news.get(timeout=1)))
            return dict(future.result(timeout=30))
        except Exception:
            log.exception("the cluster could not solve %s", name)
            return None
        finally:
            future.release()
            news.close()

    def close(self) -> None:
        """Leave the cluster."""
        self._client.close()
