"""People of a house: who they are, what they may do, and what they sign in with."""

from __future__ import annotations

from dataclasses import dataclass

from grike.store import spare_codes
from grike.store.connection import Connection, Row

#: From the one who may do most; each may do what those after it may.
ROLES = ("owner", "director", "instructor", "viewer")
_COLUMNS = "person.id, person.name, person.sign_in_name, person.role, person.left_at, totp_on"
#: Whoever has something to sign in with.
_JOINED = """(password_hash <> '' OR EXISTS (
        SELECT 1 FROM outside_account WHERE outside_account.person_id = person.id)) AS joined"""
ADD = "INSERT INTO person (name, sign_in_name, role, password_hash) VALUES (%s, %s, %s, %s)"
ALL = f"SELECT {_COLUMNS}, {_JOINED} FROM person ORDER BY id"
GET = f"SELECT {_COLUMNS}, {_JOINED} FROM person WHERE id = %s"
BY_NAME = f"""
    SELECT {_COLUMNS}, password_hash, totp_secret, totp_step,
           {_JOINED}
    FROM person WHERE sign_in_name = %s"""
TAKEN = "SELECT id FROM person WHERE sign_in_name = %s AND id <> %s"
SET_HASH = "UPDATE person SET password_hash = %s WHERE id = %s"
SET_NAMES = "UPDATE person SET name = %s, sign_in_name = %s WHERE id = %s"
SET_ROLE = "UPDATE person SET role = %s WHERE id = %s"
LEAVE = "UPDATE person SET left_at = UTC_TIMESTAMP(3), password_hash = '' WHERE id = %s"
COME_BACK = "UPDATE person SET left_at = NULL WHERE id = %s"
OWNERS = "SELECT id FROM person WHERE role = 'owner' AND left_at IS NULL FOR UPDATE"
SET_SECRET = "UPDATE person SET totp_secret = %s, totp_on = %s, totp_step = %s WHERE id = %s"
SECRET = "SELECT totp_secret, totp_on, totp_step FROM person WHERE id = %s"
SECRETS = "SELECT id, totp_secret FROM person WHERE totp_secret IS NOT NULL ORDER BY id"
KEEP_SECRET = "UPDATE person SET totp_secret = %s WHERE id = %s AND totp_secret = %s"
#: A step further ahead than a device may go wrong was used up by a clock of ours that did.
STEPS_AHEAD = 2
USE_STEP = f"""
    UPDATE person SET totp_step = %s
    WHERE id = %s AND (totp_step < %s OR totp_step > %s + {STEPS_AHEAD})"""


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody of the house. ``csrf`` is set for one who is signed in.

    ``joined``: has a password; ``left``: may not sign in any more, and is kept for the history.
    """

    id: int
    name: str
    sign_in_name: str
    role: str
    csrf: str = ""
    joined: bool = True
    left: bool = False
    two_factor: bool = False

    @property
    def owns(self) -> bool:
        """Whether this is an owner, who lets people in and out."""
        return self.role == "owner"

    @property
    def directs(self) -> bool:
        """Whether this is somebody who may change plans."""
        return self.role in ("owner", "director")

    @property
    def teaches(self) -> bool:
        """Whether this is somebody who may be put down to teach, and write down what was done."""
        return self.role != "viewer" and not self.left


@dataclass(frozen=True, slots=True)
class Credentials:
    """What somebody has to show: the hash of the password, and the second factor if it is on."""

    person: Person
    password_hash: str
    totp_secret: str | None
    totp_step: int


def person_of(row: Row, csrf: str = "") -> Person:
    """Return a person of a row of this table."""
    return Person(
        row["id"],
        row["name"],
        row["sign_in_name"],
        row["role"],
        csrf,
        joined=bool(row.get("joined", True)),
        left=row["left_at"] is not None,
        two_factor=bool(row["totp_on"]),
    )


def add(connection: Connection, name: str, sign_in_name: str, role: str, password_hash: str) -> int:
    """Add a person; return the id. Without a hash nobody can sign in as this person yet."""
    return connection.insert(ADD, (name, sign_in_name, role, password_hash))


def every(connection: Connection) -> list[Person]:
    """Return all people by name, those who left too."""
    rows = sorted(connection.rows(ALL), key=lambda r: r["name"].casefold())
    return [person_of(row) for row in rows]


def get(connection: Connection, person_id: int) -> Person | None:
    """Return a person, or None."""
    row = connection.row(GET, (person_id,))
    return person_of(row) if row else None


def named(connection: Connection, sign_in_name: str) -> Person | None:
    """Return who signs in by a name, or None."""
    found = credentials(connection, sign_in_name)
    return found.person if found else None


def teacher_name(connection: Connection, person_id: int) -> str | None:
    """Return the name of somebody who may teach, or None."""
    found = get(connection, person_id)
    return found.name if found and found.teaches else None


def name_of(connection: Connection, person_id: int) -> str | None:
    """Return the name of a person, or None."""
    found = get(connection, person_id)
    return found.name if found else None


def credentials(connection: Connection, sign_in_name: str) -> Credentials | None:
    """Return what somebody who may sign in by a name has to show, or None."""
    row = connection.row(BY_NAME, (sign_in_name,))
    if row is None:
        return None
    secret = row["totp_secret"] if row["totp_on"] else None
    return Credentials(person_of(row), row["password_hash"], secret, row["totp_step"])


def is_taken(connection: Connection, sign_in_name: str, but_for: int = 0) -> bool:
    """Return whether somebody, or somebody else, signs in by a name."""
    return connection.row(TAKEN, (sign_in_name, but_for)) is not None


def set_hash(connection: Connection, person_id: int, password_hash: str) -> None:
    """Store a new hash of a person's password."""
    connection.run(SET_HASH, (password_hash, person_id))


def rename(connection: Connection, person_id: int, name: str, sign_in_name: str) -> None:
    """Store other names of a person."""
    connection.run(SET_NAMES, (name, sign_in_name, person_id))


def set_role(connection: Connection, person_id: int, role: str) -> None:
    """Store what a person may do."""
    connection.run(SET_ROLE, (role, person_id))


def leave(connection: Connection, person_id: int) -> None:
    """Take a person's way in; all that was done stays under the name."""
    connection.run(LEAVE, (person_id,))


def come_back(connection: Connection, person_id: int) -> None:
    """Let a person who left be let in again."""
    connection.run(COME_BACK, (person_id,))


def owners(connection: Connection) -> list[int]:
    """Return the ids of the owners, held until the end of the transaction."""
    return [row["id"] for row in connection.rows(OWNERS)]


def secrets_of_codes(connection: Connection) -> list[tuple[int, str]]:
    """Return the secrets of all second factors as they are kept, with whose they are."""
    return [(row["id"], row["totp_secret"]) for row in connection.rows(SECRETS)]


def keep_secret(connection: Connection, person_id: int, kept: str, *, instead_of: str) -> None:
    """Keep the secret of a second factor otherwise, unless it is another one by now."""
    connection.run(KEEP_SECRET, (kept, person_id, instead_of))


def second_factor(connection: Connection, person_id: int) -> tuple[str | None, bool]:
    """Return the secret of a person's second factor, and whether it is in use."""
    row = connection.row(SECRET, (person_id,)) or {}
    return row.get("totp_secret"), bool(row.get("totp_on"))


def set_second_factor(
    connection: Connection, person_id: int, secret: str | None, *, on: bool, step: int = 0
) -> None:
    """Store the secret of a person's second factor, in use or still to be confirmed.

    Spare codes of the one before are worth nothing then.
    """
    connection.run(SET_SECRET, (secret, on, step, person_id))
    spare_codes.forget_all(connection, person_id)


def use_step(connection: Connection, person_id: int, step: int) -> bool:
    """Use the code of a time step up; return whether it was not used yet, however many try."""
    return connection.run(USE_STEP, (step, person_id, step, step)) > 0
