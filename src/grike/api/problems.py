"""Errors to problem details (RFC 9457), in one place."""

from __future__ import annotations

import logging
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from grike.core.errors import (
    Busy,
    CodeNeeded,
    Conflict,
    GrikeError,
    InvalidInput,
    NoPlan,
    NotAllowed,
    NotFound,
    NotSignedIn,
    NotYours,
    TooManyAttempts,
    Unavailable,
)

STATUS: dict[type[GrikeError], int] = {
    InvalidInput: 422,
    NotFound: 404,
    Conflict: 409,
    NotYours: 409,
    NoPlan: 409,
    NotSignedIn: 401,
    CodeNeeded: 401,
    NotAllowed: 403,
    TooManyAttempts: 429,
    Unavailable: 503,
    Busy: 503,
}
MOST_FIELDS = 50
log = logging.getLogger("grike")


class Problem(BaseModel):
    """Problem details (RFC 9457): what, why and how to mend it, and a sentence a field."""

    type: str
    title: str
    status: int
    code: str
    detail: str = ""
    fields: dict[str, str] = {}


#: What any route may answer besides its own.
RESPONSES: dict[int | str, dict[str, Any]] = {
    status: {"model": Problem, "description": words}
    for status, words in {
        400: "The request cannot be read",
        401: "Nobody is signed in",
        403: "The role may not do this",
        404: "It is not there",
        408: "The request did not come whole in time",
        409: "The present state does not allow it, or it was changed meanwhile",
        413: "The request is too large",
        415: "The request is of another kind",
        422: "Some values cannot be used",
        429: "Too many tries, or too much asked for at once",
        503: "The database cannot be reached, or others are saving",
    }.items()
}


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


def told(request: Request) -> str:
    """Return what was asked and by whom, for the log."""
    person = getattr(request.state, "person", None)
    who = f"{person.sign_in_name} ({person.role})" if person is not None else "nobody"
    return f"{request.method} {request.url.path[:200]!r} by {who}"


def _grike_error(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, GrikeError)
    if isinstance(error, Unavailable):
        log.warning("%s: %s (%s)", told(request), error.line(), error.__cause__ or "no cause")
    fields = _fields_of(error) if isinstance(error, InvalidInput) else None
    status = STATUS.get(type(error), 500)
    return problem(status, error.code, error.what, error.why, error.fix, fields)


def _fields_of(error: InvalidInput) -> dict[str, str]:
    """Return what is wrong by field; an error that knows its place is told at it."""
    return error.fields or ({error.place: error.what} if error.place else {})


def _bad_request(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    fields = {
        ".".join(str(part)[:80] for part in entry["loc"][1:]) or "body": str(entry["msg"])
        for entry in error.errors()[:MOST_FIELDS]
    }
    return problem(
        422, "invalid-input", "Some values cannot be used.", fix="See each field.", fields=fields
    )


def _http_error(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    code = "not-found" if error.status_code == 404 else "http"
    return problem(error.status_code, code, str(error.detail))


def _unforeseen(request: Request, error: Exception) -> JSONResponse:
    log.error("%s failed", told(request), exc_info=error)
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
