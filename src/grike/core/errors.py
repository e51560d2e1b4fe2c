"""The one tree of errors. Each says what went wrong, why, and how to mend it.

GrikeError
├── InvalidInput      a value or document that cannot be used; carries the place
├── NotFound          something that was asked for by id is not there
├── Conflict          a stale write, or an act that the present state does not allow
│   └── NotYours      an undo that would take somebody else's change back
├── NoPlan            the rules collide; carries the colliding rules in plain words
├── NotSignedIn       no valid session
│   └── CodeNeeded    name and password are right; a code is asked besides
├── NotAllowed        signed in, but the role may not do this
├── TooManyAttempts   tries, or what one asks for at once, are limited
└── Unavailable       the database or the planner cannot be reached just now
    └── Busy          the same rows are being written by somebody else
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import ClassVar


class GrikeError(Exception):
    """Base of all errors that a user may see: ``what``, ``why`` and ``fix`` are plain sentences."""

    code: ClassVar[str] = "error"

    def __init__(self, what: str, why: str = "", fix: str = "", *, place: str = "") -> None:
        self.what, self.why, self.fix, self.place = what, why, fix, place
        super().__init__(self.line())

    def line(self) -> str:
        """Return the error as one line for a terminal or a log."""
        where = f"{self.place}: " if self.place else ""
        return where + " ".join(part for part in (self.what, self.why, self.fix) if part)


class InvalidInput(GrikeError):
    """A value or document that cannot be used. ``fields`` maps a field to its own sentence."""

    code = "invalid-input"

    def __init__(
        self,
        what: str,
        why: str = "",
        fix: str = "",
        *,
        place: str = "",
        fields: Mapping[str, str] | None = None,
    ) -> None:
        super().__init__(what, why, fix, place=place)
        self.fields = dict(fields or {})


class NotFound(GrikeError):
    """Something that was asked for by id is not there."""

    code = "not-found"


class Conflict(GrikeError):
    """A stale write, or an act that the present state does not allow."""

    code = "conflict"


class NotYours(Conflict):
    """An undo that would take somebody else's change back; it wants to be sure."""

    code = "not-yours"


class NoPlan(GrikeError):
    """No plan exists. ``collisions`` names the rules that collide, one sentence each."""

    code = "no-plan"

    def __init__(self, what: str, collisions: Sequence[str], fix: str = "") -> None:
        super().__init__(what, " ".join(collisions), fix)
        self.collisions = tuple(collisions)


class NotSignedIn(GrikeError):
    """No valid session."""

    code = "not-signed-in"


class CodeNeeded(NotSignedIn):
    """Name and password are right; the code of the second factor is asked besides."""

    code = "code-needed"


class NotAllowed(GrikeError):
    """Signed in, but the role may not do this."""

    code = "not-allowed"


class TooManyAttempts(GrikeError):
    """Tries are limited, and what one asks for at once."""

    code = "too-many-attempts"


class Unavailable(GrikeError):
    """The database or the planner cannot be reached just now."""

    code = "unavailable"


class Busy(Unavailable):
    """The same rows are being written by somebody else."""

    code = "busy"
