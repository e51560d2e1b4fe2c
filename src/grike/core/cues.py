"""Cues: what the class clock says of every second."""

from __future__ import annotations

from enum import StrEnum
from typing import NamedTuple

from grike.core.bouts import Side


class CueKind(StrEnum):
    """What happens during a cue."""

    TALK = "talk"
    WORK = "work"
    REST = "rest"
    SWITCH = "switch"
    CHANGE = "change"
    SHOW = "show"
    BREATHER = "breather"


#: The kinds of cue that are a bout, or a part of one.
WORKED = frozenset({CueKind.WORK, CueKind.BREATHER})


class Cue(NamedTuple):
    """Seconds ``start`` to ``end`` of the class. ``extra``: seconds the nominal clock lacks."""

    kind: CueKind
    start: int
    end: int
    block: int
    place: int | None = None
    movement_id: str | None = None
    side: Side | None = None
    round: int | None = None
    label: str = ""
    extra: int = 0

    @property
    def seconds(self) -> int:
        """Return how long the cue lasts."""
        return self.end - self.start
