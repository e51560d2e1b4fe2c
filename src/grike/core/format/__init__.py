"""Class formats: how the movements of a block run. Each has limits and a summary in plain words."""

from __future__ import annotations

from typing import TypeAlias

from grike.core.format.circuits import CountedCircuit, NoRestCircuit, ShortIntervals, TimedCircuit
from grike.core.format.limits import BetweenRounds, CircuitOrder, FinalRest, either, within
from grike.core.format.pulse import AddOn, StrengthPulse, ThreePace
from grike.core.format.quiet import Breather, Check, Flow, Talk
from grike.core.format.sets import (
    Direction,
    Ladder,
    LastBurst,
    OnTheMinute,
    RepList,
    StraightSets,
    Superset,
    TimeCap,
)

Format: TypeAlias = (
    TimedCircuit
    | NoRestCircuit
    | CountedCircuit
    | StraightSets
    | Superset
    | ShortIntervals
    | Ladder
    | RepList
    | ThreePace
    | StrengthPulse
    | AddOn
    | OnTheMinute
    | TimeCap
    | LastBurst
    | Flow
    | Talk
    | Breather
)
#: The formats in the order in which they are offered, with their names.
FORMAT_NAMES: dict[str, str] = {
    "timed-circuit": "Timed circuit",
    "no-rest-circuit": "No-rest circuit",
    "counted-circuit": "Counted circuit",
    "straight-sets": "Straight sets",
    "superset": "Superset",
    "intervals-20-10": "20/10 intervals",
    "ladder": "Ladder",
    "rep-list": "Rep list",
    "three-pace": "Three-pace rounds",
    "strength-pulse": "Strength and pulse",
    "add-on": "Add-on combination",
    "on-the-minute": "On the minute",
    "time-cap": "Rounds in a time cap",
    "last-burst": "Last burst",
    "flow": "Flow",
    "talk": "Talk",
    "breather": "Breather",
}
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

__all__ = [
    "FORMATS",
    "FORMAT_NAMES",
    "AddOn",
    "BetweenRounds",
    "Breather",
    "Check",
    "CircuitOrder",
    "CountedCircuit",
    "Direction",
    "FinalRest",
    "Flow",
    "Format",
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
    "either",
    "within",
]
