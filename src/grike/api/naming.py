"""Names of people, as they are given."""

from __future__ import annotations

from grike.api.security import folded
from grike.core.errors import InvalidInput
from grike.store import people
from grike.store.connection import Connection

LEAST_SIGN_IN = 2


def require_names(
    connection: Connection, name: str, sign_in_name: str, *, but_for: int = 0
) -> tuple[str, str]:
    """Return a name and a sign-in name as they are stored.

    Raises InvalidInput where one is empty or somebody else signs in by it.
    """
    shown, folded_name = " ".join(name.split()), folded(sign_in_name)
    fields: dict[str, str] = {}
    if not shown:
        fields["name"] = "Somebody has to have a name."
    if len(folded_name) < LEAST_SIGN_IN or any(sign.isspace() for sign in folded_name):
        fields["sign_in_name"] = "At least two signs, and no spaces in it."
    elif people.is_taken(connection, folded_name, but_for):
        fields["sign_in_name"] = "Somebody signs in by this name. Choose another."
    if fields:
        raise InvalidInput("The names cannot be used.", *list(fields.values())[:1], fields=fields)
    return shown, folded_name
