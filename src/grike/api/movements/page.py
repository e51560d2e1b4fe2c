"""The movement library as one page, which is the same for everybody."""

from __future__ import annotations

from fastapi import Response
from pydantic import TypeAdapter

from grike.api.movements.models import MovementModel
from grike.api.movements.views import movement_model
from grike.api.pages import Asked
from grike.api.state import State
from grike.core.library import Library
from grike.store import library as stored_library
from grike.store.connection import Connection


def library_page(state: State, asked: Asked) -> Response:
    """Return the library as it is now, which is the same page for everybody."""
    with state.database.transaction() as connection:
        library = state.library(connection)
        page = state.page(("movements", library.version), lambda: _page(connection, library))
    return page.answer(library.version, asked)


def _page(connection: Connection, library: Library) -> bytes:
    versions = {s.entry["id"]: s.version for s in stored_library.every(connection)}
    models = [movement_model(movement, versions[movement.id]) for movement in library]
    return TypeAdapter(list[MovementModel]).dump_json(models)
