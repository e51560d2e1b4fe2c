"""A whole house as an open JSON document, and a house made of one."""

from __future__ import annotations

import datetime as dt
import json
from pathlib import Path

from grike.api.house.whole import Counts, house_in, house_to
from grike.core.errors import GrikeError
from grike.exchange.documents import read
from grike.store.connection import Database
from scripts import database
from scripts.paths import Trouble

USAGE = "./grike house out FILE writes a document; ./grike house in FILE makes a house of one."


def house(arguments: list[str]) -> int:
    """Write a document of the house, or make a house of one."""
    if len(arguments) != 2 or arguments[0] not in ("out", "in"):
        raise Trouble(USAGE)
    stored = Database(database.start().url())
    try:
        if arguments[0] == "out":
            print(_out(stored, Path(arguments[1])))
        else:
            print(_in(stored, arguments[1]))
    except GrikeError as error:
        raise Trouble(error.line()) from None
    finally:
        stored.close()
    return 0


def _out(stored: Database, file: Path) -> str:
    if file.exists():
        raise Trouble(f"{file} is there already. Choose another name; nothing is written over.")
    with stored.transaction() as connection:
        document = house_to(connection, dt.datetime.now(dt.UTC))
    part = file.with_name(f"{file.name}.part")
    part.write_text(json.dumps(document, ensure_ascii=False, indent=1), encoding="utf-8")
    part.replace(file)
    many = len(document["series"])
    return f"{file}: {many} series, {len(document['people'])} people. Nobody can sign in with it."


def _in(stored: Database, file: str) -> str:
    document = read(file, "house")
    with stored.transaction() as connection:
        counts: Counts = house_in(connection, document)
    return (
        f"{counts.series} series with {counts.classes} classes, {counts.people} people, "
        f"{counts.sessions} teachings came in. People come in by links: ./grike owner NAME, "
        "and the page People."
    )
