"""The files with which every part of a cluster shows itself to the others."""

from __future__ import annotations

AUTHORITY, CERTIFICATE, KEY = "ca.pem", "node.pem", "node.key"
