"""What goes over the wire to whoever teaches: each cue with all that is said of it."""

from __future__ import annotations

from grike.api.classes.models import CueModel
from grike.api.model import Model, OneOf
from grike.api.sessions.models import MeasureModel
from grike.core.purpose import Purpose


class FloorCue(CueModel):
    """A cue that needs nothing else to be taught by.

    ``rounds``: how many its block has; ``measure``: what timing it tells, where it waits
    for the group instead of ending by its seconds. ``reps``: how many, where they are counted in
    one go; ``beat``: seconds from one rep, or beat of the music, to the next. ``station``: where
    whoever began at the first one is, from 0, of ``stations``; all others go round before them.
    """

    rounds: int
    purpose: OneOf[Purpose]
    measure: MeasureModel | None
    reps: int | None
    beat: float | None
    station: int | None
    stations: int


class FloorModel(Model):
    """A class as it is taught, by the real clock."""

    cues: list[FloorCue]


class ShorterModel(Model):
    """The class with so much cut, in words, in the order in which it goes."""

    cuts: list[str]
    cues: list[FloorCue]
