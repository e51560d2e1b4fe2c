"""Sites of a house: places with rooms."""

from __future__ import annotations

from dataclasses import dataclass

from grike.core.errors import InvalidInput
from grike.core.series import MOST_NAME

#: Characters of an address, and of what to do in an emergency.
MOST_ADDRESS, MOST_WORDS = 200, 500


@dataclass(frozen=True, slots=True)
class Site:
    """A place with rooms. Raises InvalidInput with a sentence per field.

    ``in_emergency``: where the first aid box and the defibrillator are, whom to call, which door.
    """

    name: str
    address: str = ""
    in_emergency: str = ""

    def __post_init__(self) -> None:
        problems: dict[str, str] = {}
        if not 1 <= len(self.name.strip()) <= MOST_NAME:
            problems["name"] = f"A site has a name of 1 to {MOST_NAME} characters."
        if len(self.address) > MOST_ADDRESS:
            problems["address"] = f"An address has at most {MOST_ADDRESS} characters."
        if len(self.in_emergency) > MOST_WORDS:
            problems["in_emergency"] = f"Say it in at most {MOST_WORDS} characters."
        if problems:
            first = next(iter(problems.items()))
            raise InvalidInput(first[1], place=first[0], fields=problems)
