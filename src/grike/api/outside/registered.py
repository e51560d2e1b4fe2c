"""How a house is known to the service that keeps its people's accounts."""

from __future__ import annotations

from dataclasses import dataclass
from urllib.parse import urlsplit

LOOPBACK = ("127.0.0.1", "localhost", "::1")


@dataclass(frozen=True, slots=True)
class Registered:
    """How a house is known to the service. ``back``: where it sends people back to."""

    issuer: str
    client_id: str
    client_secret: str
    name: str
    back: str


def safe(url: str) -> bool:
    """Return whether nobody on the way can read or change what is asked there."""
    parts = urlsplit(url)
    return parts.scheme == "https" or (parts.scheme == "http" and parts.hostname in LOOPBACK)
