"""Spare codes for whoever has lost the device that makes codes: only their digests are kept."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from grike.store.connection import Connection

OF_PERSON = "SELECT digest, salt FROM spare_code WHERE person_id = %s ORDER BY digest"
ADD = "INSERT INTO spare_code (person_id, digest, salt) VALUES (%s, %s, %s)"
USE = "DELETE FROM spare_code WHERE person_id = %s AND digest = %s"


def of_person(connection: Connection, person_id: int) -> Iterator[tuple[bytes, bytes]]:
    """Yield (digest, salt) of the codes that a person has not used."""
    for row in connection.rows(OF_PERSON, (person_id,)):
        yield row["digest"], row["salt"]


def keep(connection: Connection, person_id: int, codes: Iterable[tuple[bytes, bytes]]) -> None:
    """Keep (digest, salt) of new codes, in place of those before."""
    forget_all(connection, person_id)
    connection.many(ADD, [(person_id, digest, salt) for digest, salt in codes])


def use(connection: Connection, person_id: int, digest: bytes) -> bool:
    """Use a code up; return whether it was not used yet, however many try."""
    return connection.run(USE, (person_id, digest)) > 0


def forget_all(connection: Connection, person_id: int) -> None:
    """Forget the codes of a person."""
    connection.many(USE, [(person_id, digest) for digest, _ in of_person(connection, person_id)])
