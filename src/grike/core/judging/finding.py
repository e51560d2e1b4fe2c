"""What a rule found: where it is, what it is about, and what would mend it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

from grike.core.sheet import Mode


@dataclass(frozen=True, slots=True)
class Place:
    """Where a finding is. None: the whole series, week or class."""

    week: int | None = None
    slot: int | None = None
    block: int | None = None
    item: int | None = None


class About(NamedTuple):
    """What a finding is about: the kind of thing, its id, and the direction that mends it."""

    kind: str
    id: str
    sign: int = 1


@dataclass(frozen=True, slots=True)
class Finding:
    """A rule that is not kept: where, by how much, why it matters, and what would mend it.

    ``cost`` is 0 for findings of must rules and for remarks. ``about`` says of what there is too
    little (+1) or too much (-1), for whoever looks for a fix.
    """

    rule: str
    mode: Mode
    place: Place
    what: str
    fix: str
    cost: int = 0
    remark: bool = False
    about: About | None = None

    @property
    def key(self) -> tuple[object, ...]:
        """What makes it the same finding, whatever its numbers are by now."""
        about = (self.about.kind, self.about.id) if self.about is not None else ()
        return (self.rule, self.remark, self.place, about)
