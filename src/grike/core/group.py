"""A group that comes again: who they are, what they must be spared, when they come."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass, field

from grike.core.cautions import Caution
from grike.core.errors import InvalidInput
from grike.core.series import DAY_NAMES, LEVEL_NAMES, MOST_NAME
from grike.core.wishes import Member, Wishes


@dataclass(frozen=True, slots=True)
class Group:
    """People who take a series together, kept so that nobody types them anew.

    ``times``: when the class of a weekday (from 0 for Monday) begins, by the clock on the wall.
    Raises InvalidInput with a sentence per field.
    """

    name: str
    heads: int
    level: int
    cautions: tuple[Caution, ...] = ()
    members: tuple[Member, ...] = ()
    times: Mapping[int, dt.time] = field(default_factory=dict)

    def __post_init__(self) -> None:
        problems: dict[str, str] = {}
        if not 1 <= len(self.name.strip()) <= MOST_NAME:
            problems["name"] = f"A group has a name of 1 to {MOST_NAME} characters."
        if not 1 <= self.heads <= 200:
            problems["heads"] = f"A class has 1 to 200 people, not {self.heads}."
        if self.level not in LEVEL_NAMES:
            problems["level"] = "The level is 1 (beginners), 2 (intermediate) or 3 (advanced)."
        if set(self.times) - set(range(len(DAY_NAMES))):
            problems["times"] = "A week has seven days, from 0 for Monday."
        if problems:
            first = next(iter(problems.items()))
            raise InvalidInput(first[1], place=first[0], fields=problems)
        # Whatever is wrong with cautions and members is told in the words of a series.
        Wishes(cautions=self.cautions, members=self.members)
