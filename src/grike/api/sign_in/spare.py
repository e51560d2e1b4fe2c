"""Spare codes: for a sign-in without the device that makes codes, each good for one."""

from __future__ import annotations

import hashlib
import hmac
import secrets

from grike.store import spare_codes
from grike.store.connection import Connection

#: Letters and digits that are not taken for each other when they are read off paper.
ALPHABET = "23456789abcdefghjkmnpqrstuvwxyz"
#: 79 bits: nobody tries them all, not even whoever has the digests and as long as they like.
LETTERS, IN_A_GROUP = 16, 4
COUNT = 10


def made_anew(connection: Connection, person_id: int) -> list[str]:
    """Return new codes of a person, which are told this once; those before are worth nothing."""
    codes = ["".join(secrets.choice(ALPHABET) for _ in range(LETTERS)) for _ in range(COUNT)]
    salts = [secrets.token_bytes(16) for _ in codes]
    kept = [(_digest(c, salt), salt) for c, salt in zip(codes, salts, strict=True)]
    spare_codes.keep(connection, person_id, kept)
    return ["-".join(_groups(code)) for code in codes]


def is_spare(code: str) -> bool:
    """Return whether what was typed is as long as a spare code, with or without its dashes."""
    return len(_plain(code)) == LETTERS


def use(connection: Connection, person_id: int, code: str) -> bool:
    """Use a code up; return whether it was good."""
    plain = _plain(code)
    good = [
        digest
        for digest, salt in spare_codes.of_person(connection, person_id)
        if hmac.compare_digest(digest, _digest(plain, salt))
    ]
    return any(spare_codes.use(connection, person_id, digest) for digest in good)


def left(connection: Connection, person_id: int) -> int:
    """Return how many codes a person has not used."""
    return sum(1 for _ in spare_codes.of_person(connection, person_id))


def _plain(code: str) -> str:
    return "".join(letter for letter in code.lower() if letter.isalnum())


def _groups(code: str) -> list[str]:
    return [code[at : at + IN_A_GROUP] for at in range(0, LETTERS, IN_A_GROUP)]


def _digest(code: str, salt: bytes) -> bytes:
    return hashlib.sha256(salt + code.encode()).digest()
