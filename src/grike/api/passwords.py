"""Passwords: hashed with argon2id, and refused where they would be guessed.

Length and the check against common ones follow OWASP ASVS 4.0.3, 2.1 (from memory); what is easily
guessed is estimated by zxcvbn, which carries lists of common passwords, names and words.
"""

from __future__ import annotations

import secrets
import threading
from collections.abc import Sequence

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError

from grike.core.errors import InvalidInput

LEAST, MOST = 12, 128
#: Of the estimate's five grades the two upper ones: ten thousand million guesses and more would
#: not be enough, or only to somebody who has the hashes.
LEAST_GRADE = 3
#: The estimate takes longer the longer a password is; the first part of it decides.
JUDGED = 72

_hasher = PasswordHasher()
# A hash is costly on purpose, in time and in memory: many at once would starve everybody else, who
# hold connections meanwhile.
_one_of_few = threading.BoundedSemaphore(2)
# Verified when the name is unknown, so that the answer takes the same time.
NOBODY = _hasher.hash(secrets.token_urlsafe(16))


def hash_password(password: str) -> str:
    """Return the argon2id hash of a password."""
    return _hasher.hash(password)


def verify(stored: str, password: str) -> bool:
    """Return whether a password is the one of a hash; takes as long where there is no hash."""
    with _one_of_few:
        try:
            return _hasher.verify(stored or NOBODY, password) and bool(stored)
        except (VerificationError, InvalidHashError):
            return False


def is_outdated(stored: str) -> bool:
    """Return whether a hash was made with weaker settings than are used now."""
    return _hasher.check_needs_rehash(stored)


def require_good(password: str, about: Sequence[str]) -> None:
    """Raise InvalidInput for a password that is too short, too long or easily guessed.

    ``about``: names and words of the person, which somebody would try first.
    """
    if not LEAST <= len(password) <= MOST:
        raise _refused(f"It has {len(password)} signs; {LEAST} to {MOST} are asked.")
    # Its lists take a moment to load, and nobody else needs them.
    from zxcvbn import zxcvbn

    judged = zxcvbn(password[:JUDGED], user_inputs=["grike", *about, *" ".join(about).split()])
    if judged["score"] < LEAST_GRADE:
        raise _refused("It would be guessed. Take some words that do not belong together.")


def _refused(words: str) -> InvalidInput:
    return InvalidInput("The password cannot be used.", words, fields={"password": words})
