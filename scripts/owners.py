"""The first way in: a one-time link for an owner, made on the machine itself."""

from __future__ import annotations

from grike.api.people.routes import new_link
from grike.api.security import folded
from grike.store import people
from grike.store.connection import Connection, Database
from grike.store.person_links import INVITE, RESET
from scripts import database, processes
from scripts.database import Server
from scripts.paths import Trouble
from scripts.serve import FIRST_PORT
from scripts.settings import settings

FIRST_NAME, FIRST_SIGN_IN = "First owner", "owner"


def first_link(server: Server) -> str:
    """Return the path of a link for the first owner, or "" where somebody has joined already."""
    stored = Database(server.url())
    try:
        with stored.transaction() as connection:
            everybody = people.every(connection)
            if any(person.joined for person in everybody):
                return ""
            there = next((one.id for one in everybody if one.owns), None)
            if there is None:
                there = people.add(connection, FIRST_NAME, FIRST_SIGN_IN, "owner", "")
            return new_link(connection, there, INVITE, None).path
    finally:
        stored.close()


def owner(arguments: list[str]) -> int:
    """Make somebody an owner, or let a new one in, and print the link."""
    if len(arguments) != 1 or not folded(arguments[0]) or " " in folded(arguments[0]):
        raise Trouble("./grike owner NAME takes the name to sign in by, without spaces.")
    server = database.start()
    stored = Database(server.url())
    try:
        with stored.transaction() as connection:
            path, words = _made(connection, arguments[0])
    finally:
        stored.close()
    there = processes.running("application") or {"port": FIRST_PORT}
    address = settings().get("GRIKE_ADDRESS", f"http://127.0.0.1:{there['port']}").rstrip("/")
    print(f"{words} The link works once:\n\n  {address}{path}\n")
    return 0


def _made(connection: Connection, name: str) -> tuple[str, str]:
    """Return the path of a link for somebody who is an owner now, and words about it."""
    person = people.named(connection, folded(name))
    if person is None:
        person_id = people.add(connection, name, folded(name), "owner", "")
        return new_link(connection, person_id, INVITE, None).path, f"{name} is an owner."
    people.set_role(connection, person.id, "owner")
    if person.left:
        people.come_back(connection, person.id)
    kind = RESET if person.joined and not person.left else INVITE
    return new_link(connection, person.id, kind, None).path, f"{person.name} is an owner now."
