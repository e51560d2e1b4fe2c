"""The catalogue of formats, in the order in which they are offered."""

from __future__ import annotations

from grike.core.formats.add_on import AddOn
from grike.core.formats.breather import Breather, Check
from grike.core.formats.counted_circuit import CountedCircuit
from grike.core.formats.flow import Flow
from grike.core.formats.format import Dial, Format, Holds
from grike.core.formats.ladder import Direction, Ladder
from grike.core.formats.last_burst import LastBurst
from grike.core.formats.no_rest_circuit import NoRestCircuit
from grike.core.formats.on_the_minute import OnTheMinute
from grike.core.formats.parameters import BetweenRounds, CircuitOrder, FinalRest
from grike.core.formats.rep_list import RepList
from grike.core.formats.short_intervals import ShortIntervals
from grike.core.formats.straight_sets import StraightSets
from grike.core.formats.strength_pulse import StrengthPulse
from grike.core.formats.superset import Superset
from grike.core.formats.talk import Talk
from grike.core.formats.three_pace import ThreePace
from grike.core.formats.time_cap import TimeCap
from grike.core.formats.timed_circuit import TimedCircuit

#: By kind, the word by which documents name a format.
FORMATS: dict[str, type[Format]] = {
    cls.kind: cls
    for cls in (
        TimedCircuit,
        NoRestCircuit,
        CountedCircuit,
        StraightSets,
        Superset,
        ShortIntervals,
        Ladder,
        RepList,
        ThreePace,
        StrengthPulse,
        AddOn,
        OnTheMinute,
        TimeCap,
        LastBurst,
        Flow,
        Talk,
        Breather,
    )
}


def name_of(kind: str) -> str:
    """Return the name of a format for people; a kind that is not known stands for itself."""
    return FORMATS[kind].name if kind in FORMATS else kind


__all__ = [
    "FORMATS",
    "AddOn",
    "BetweenRounds",
    "Breather",
    "Check",
    "CircuitOrder",
    "CountedCircuit",
    "Dial",
    "Direction",
    "FinalRest",
    "Flow",
    "Format",
    "Holds",
    "Ladder",
    "LastBurst",
    "NoRestCircuit",
    "OnTheMinute",
    "RepList",
    "ShortIntervals",
    "StraightSets",
    "StrengthPulse",
    "Superset",
    "Talk",
    "ThreePace",
    "TimeCap",
    "TimedCircuit",
    "name_of",
]
