"""Pages that are made once and told often: packed once, and not sent to who has them already."""

from __future__ import annotations

import gzip
import hashlib
import os
import secrets
from collections.abc import Hashable
from dataclasses import dataclass
from typing import Annotated

from fastapi import Depends, Request
from starlette.responses import Response

#: Tags of another start of the application, or of another build, are never taken for these. All
#: processes of one start have the same.
BOOT = os.environ.get("GRIKE_BOOT") or secrets.token_hex(4)
#: What is smaller is not worth packing. The highest level costs three times as much and saves a
#: twentieth.
LEAST_PACKED, LEVEL = 800, 4


@dataclass(frozen=True, slots=True)
class Asked:
    """What a browser has already (its If-None-Match), and whether it takes packed answers."""

    tags: str = ""
    packed: bool = False


def asked(request: Request) -> Asked:
    """Return how a page is asked for."""
    packed = "gzip" in request.headers.get("Accept-Encoding", "")
    return Asked(request.headers.get("If-None-Match", ""), packed)


AskedFor = Annotated[Asked, Depends(asked)]


def mark(key: Hashable) -> str:
    """Return what tells a page from others of its version, the same in every process."""
    return hashlib.sha256(repr(key).encode()).hexdigest()[:16]


class Page:
    """JSON as it is sent, with its packed form."""

    def __init__(self, body: bytes) -> None:
        self._body = body
        self._packed = gzip.compress(body, LEVEL) if len(body) >= LEAST_PACKED else b""

    def answer(self, version: str, asked: Asked) -> Response:
        """Return it with a tag, or only that it is unchanged where the browser has that tag."""
        tag = f'W/"{BOOT}-{version}"'
        headers = {"ETag": tag, "Cache-Control": "private, no-cache", "Vary": "Accept-Encoding"}
        if tag in asked.tags:
            return Response(status_code=304, headers=headers)
        if asked.packed and self._packed:
            headers["Content-Encoding"] = "gzip"
            return Response(self._packed, media_type="application/json", headers=headers)
        return Response(self._body, media_type="application/json", headers=headers)
