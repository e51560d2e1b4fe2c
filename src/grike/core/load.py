"""Load on people: energy, effort, session load, pulse and strength estimates.

Everything here is an estimate with its assumptions; nothing of it diagnoses or prescribes.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import fmean, stdev

from grike.core.clock import ClassClock
from grike.core.cues import CueKind
from grike.core.design import ClassDesign
from grike.core.errors import InvalidInput
from grike.core.family import CONDITIONING_FAMILIES
from grike.core.formats.format import MET_AT_EASE, MET_STRETCHING, MET_TO_MUSIC, MetRange
from grike.core.library import Library
from grike.core.purpose import Purpose

#: Millilitres of oxygen a kilogram and minute that are one MET.
OXYGEN_PER_MET = 3.5
#: People for whom the energy of a class is told, in kilograms.
WEIGHTS = (60.0, 90.0)
MET_CONDITIONING = MET_TO_MUSIC
#: Effort (0 to 10) of a class by what it is mostly made of. Source: common practice, no source.
EFFORT_RESISTANCE, EFFORT_ENDURANCE, EFFORT_STRETCH = 6.5, 8.0, 3.0


@dataclass(frozen=True, slots=True)
class Energy:
    """Kilocalories of one class, from the lighter person at ease to the heavier one at full go."""

    low: float
    high: float
    assumptions: str


def kilocalories(met: float, kilograms: float, minutes: float) -> float:
    """Return MET × 3.5 × kg / 200 a minute: the metabolic equation, 5 kcal a litre of oxygen."""
    return met * OXYGEN_PER_MET * kilograms / 200 * minutes


def class_energy(design: ClassDesign, clock: ClassClock, library: Library) -> Energy:
    """Return the energy of a class as a range, second by second on the real clock."""
    low = high = 0.0
    for cue in clock.real:
        least, most = _met(design, cue.block, cue.kind, cue.movement_id, library=library)
        low += kilocalories(least, WEIGHTS[0], cue.seconds / 60)
        high += kilocalories(most, WEIGHTS[1], cue.seconds / 60)
    return Energy(
        low,
        high,
        f"From {WEIGHTS[0]:.0f} kg working moderately to {WEIGHTS[1]:.0f} kg working hard, by the "
        "intensity of each format, published or estimated from its like; people differ by a third.",
    )


def _met(
    design: ClassDesign, number: int, kind: CueKind, movement_id: str | None, *, library: Library
) -> MetRange:
    block = design.blocks[number]
    if kind in (CueKind.TALK, CueKind.BREATHER):
        return MET_AT_EASE
    if block.purpose is not Purpose.WORK:
        return MET_STRETCHING
    conditioning = movement_id is not None and library[movement_id].family in CONDITIONING_FAMILIES
    if conditioning and kind is CueKind.WORK:
        return MET_CONDITIONING
    # The published value of a format is for its bouts and rests together.
    return block.format.met


def planned_effort(design: ClassDesign, clock: ClassClock, library: Library) -> float:
    """Return the effort (0 to 10) that a class is expected to ask for, by its work."""
    hard = work = 0
    for cue in clock.real:
        if cue.kind is CueKind.WORK and design.blocks[cue.block].purpose is Purpose.WORK:
            work += cue.seconds
            assert cue.movement_id is not None
            hard += cue.seconds * (library[cue.movement_id].family in CONDITIONING_FAMILIES)
    if not work:
        return EFFORT_STRETCH
    return EFFORT_RESISTANCE + (EFFORT_ENDURANCE - EFFORT_RESISTANCE) * hard / work


def session_load(effort: float, minutes: float) -> float:
    """Return effort (0 to 10) × minutes. Source: Foster et al., J Strength Cond Res 2001."""
    if not 0 <= effort <= 10:
        raise InvalidInput(f"An effort of {effort:g} is out of range.", fix="Give 0 to 10.")
    return effort * minutes


def monotony(days: Sequence[float]) -> float | None:
    """Return the mean daily load over its standard deviation (n - 1), rest days as 0.

    None where every day is the same, which has no spread. Source: Foster et al. 2001.
    """
    if len(days) < 2:
        return None
    spread = stdev(days)
    return fmean(days) / spread if spread else None


def strain(days: Sequence[float]) -> float | None:
    """Return the week's load × monotony. Source: Foster et al. 2001."""
    value = monotony(days)
    return None if value is None else sum(days) * value


def acute_to_chronic(days: Sequence[float], acute: int = 7, chronic: int = 28) -> float | None:
    """Return the mean load of the last days over that of the last weeks, which they are part of.

    Informative only, and contested (Gabbett 2016; Impellizzeri 2020). None before the longer
    window is full, or where it holds no load.
    """
    if len(days) < chronic:
        return None
    longer = fmean(days[-chronic:])
    return fmean(days[-acute:]) / longer if longer else None


def highest_pulse(age: float) -> float:
    """Return 208 - 0.7 × age, in beats a minute; people differ by some 10 beats either way.

    Source: Tanaka et al., J Am Coll Cardiol 2001;37:153-6, its spread from memory.
    """
    return 208 - 0.7 * age


def pulse_of_reserve(share: float, age: float, resting: float) -> float:
    """Return the pulse at a share (0 to 1) of the reserve between resting and highest pulse."""
    return resting + share * (highest_pulse(age) - resting)


#: So many beats either way the highest pulse of people of one age differs (one standard deviation).
#: Source: Tanaka et al. 2001, from memory.
PULSE_SPREAD = 10
#: What people can say at that intensity. Source: Persinger et al., Med Sci Sports Exerc 2004;36:
#: 1632-6, and Garber et al., ACSM 2011, from memory.
TALK_TEST: dict[str, str] = {
    "easy": "sings",
    "moderate": "talks in sentences, and cannot sing",
    "vigorous": "says a few words between breaths",
    "hardest": "cannot talk",
}
#: Shares of highest and of reserve pulse. Source: Garber et al., ACSM 2011, from memory.
ZONES: dict[str, tuple[tuple[float, float], tuple[float, float]]] = {
    "moderate": ((0.64, 0.76), (0.40, 0.59)),
    "vigorous": ((0.77, 0.95), (0.60, 0.89)),
}


def zone_of(pulse: float, age: float, resting: float) -> str:
    """Return the zone of a pulse by its share of the reserve: a key of ``TALK_TEST``.

    Between two published zones the lower one holds on. Raises InvalidInput where there is no
    reserve.
    """
    reserve = highest_pulse(age) - resting
    if reserve <= 0:
        raise InvalidInput(
            f"A resting pulse of {resting:g} leaves no reserve at {age:g} years.",
            fix="Measure it lying, before getting up.",
        )
    share = (pulse - resting) / reserve
    lows = [(name, reserves[0]) for name, (_, reserves) in ZONES.items()]
    found = [name for name, low in lows if share >= low]
    top = ZONES[lows[-1][0]][1][1]
    return "hardest" if share > top else found[-1] if found else "easy"


def epley(weight: float, reps: int) -> float:
    """Return the estimated one-repetition maximum, w (1 + r / 30); for one rep the weight."""
    return weight if reps == 1 else weight * (1 + reps / 30)


def brzycki(weight: float, reps: int) -> float:
    """Return the estimated one-repetition maximum, 36 w / (37 - r); published for up to 10 reps."""
    if not 1 <= reps < 37:
        raise InvalidInput(f"{reps} reps are out of range.", fix="Give 1 to 10 reps.")
    return 36 * weight / (37 - reps)
