"""Errors to problem details (RFC 9457), in one place."""

from __future__ import annotations

import logging
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException

from grike.core.errors import (
    Conflict,
    GrikeError,
    InvalidInput,
    NoPlan,
    NotAllowed,
    NotFound,
    NotSignedIn,
    TooManyAttempts,
    Unavailable,
)

STATUS: dict[type[GrikeError], int] = {
    InvalidInput: 422,
    NotFound: 404,
    Conflict: 409,
    NoPlan: 409,
    NotSignedIn: 401,
    NotAllowed: 403,
    TooManyAttempts: 429,
    Unavailable: 503,
}
log = logging.getLogger("grike")


def problem(
    status: int,
    code: str,
    what: str,
    why: str = "",
    fix: str = "",
    fields: dict[str, str] | None = None,
) -> JSONResponse:
    """Return a problem-details response."""
    body: dict[str, Any] = {"type": f"urn:grike:{code}", "title": what, "status": status}
    body["code"] = code
    if why or fix:
        body["detail"] = " ".join(part for part in (why, fix) if part)
    if fields:
        body["fields"] = fields
    return JSONResponse(body, status_code=status, media_type="application/problem+json")


def _grike_error(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, GrikeError)
    fields = error.fields if isinstance(error, InvalidInput) else None
    status = STATUS.get(type(error), 500)
    return problem(status, error.code, error.what, error.why, error.fix, fields)


def _bad_request(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    fields = {
        ".".join(str(part) for part in entry["loc"][1:]) or "body": str(entry["msg"])
        for entry in error.errors()
    }
    return problem(
        422, "invalid-input", "Some values cannot be used.", fix="See each field.", fields=fields
    )


def _http_error(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    code = "not-found" if error.status_code == 404 else "http"
    return problem(error.status_code, code, str(error.detail))


def _unforeseen(request: Request, error: Exception) -> JSONResponse:
    log.error("%s %s failed", request.method, request.url.path, exc_info=error)
    return problem(
        500,
        "internal",
        "Something went wrong on our side.",
        "Nothing of this request was saved.",
        "Try again; if it comes back, tell whoever runs Grike here.",
    )


def install(app: FastAPI) -> None:
    """Make every error a problem-details response."""
    app.add_exception_handler(GrikeError, _grike_error)
    app.add_exception_handler(RequestValidationError, _bad_request)
    app.add_exception_handler(HTTPException, _http_error)
    app.add_exception_handler(Exception, _unforeseen)
