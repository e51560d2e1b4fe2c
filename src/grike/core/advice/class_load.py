"""What one class, or a week of classes, loads: joints, landings, energy, effort."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from grike.core.judging.class_facts import ClassFacts
from grike.core.load import (
    Energy,
    class_energy,
    monotony,
    planned_effort,
    session_load,
    strain,
)
from grike.core.movement import Joint
from grike.core.rules.c5_c6_joints import runs
from grike.core.rules.w6_landings import contacts
from grike.core.rules.w8_strength_days import is_strength

EFFORT = "planned effort"


@dataclass(frozen=True, slots=True)
class ClassLoad:
    """Loads of one class.

    ``joint_seconds``: work seconds that load each joint, times its load (1 or 2). ``knee_run`` and
    ``wrist_run``: most movements in a row that load it. ``effort`` is planned, 0 to 10.
    """

    joint_seconds: dict[Joint, int]
    knee_run: int
    wrist_run: int
    contacts: int
    strength: bool
    energy: Energy
    effort: float
    session_load: float


def class_load(member: ClassFacts) -> ClassLoad:
    """Return the loads of a class from its facts."""
    seconds = dict.fromkeys(Joint, 0)
    for bout in member.work_bouts:
        for joint, load in bout.movement.joints.items():
            seconds[joint] += load * bout.seconds
    effort = effort_of(member)
    return ClassLoad(
        seconds,
        max((len(run) for run in runs(member, Joint.KNEE)), default=0),
        max((len(run) for run in runs(member, Joint.WRIST)), default=0),
        contacts(member.work_bouts),
        is_strength(member),
        class_energy(member.design, member.clock, member.library),
        effort,
        planned_load(member),
    )


def effort_of(member: ClassFacts) -> float:
    """Return the planned effort of a class, 0 to 10; worked out once for as long as it stays."""
    if EFFORT not in member.kept:
        member.kept[EFFORT] = planned_effort(member.design, member.clock, member.library)
    effort: float = member.kept[EFFORT]
    return effort


def planned_load(member: ClassFacts) -> float:
    """Return the planned session load of a class: effort times minutes."""
    return session_load(effort_of(member), member.clock.real_seconds / 60)


@dataclass(frozen=True, slots=True)
class WeekLoad:
    """Session loads of a week with its rest days; monotony and strain where they have a meaning."""

    total: float
    monotony: float | None
    strain: float | None


def week_load(
    members: Iterable[ClassFacts], recorded: Mapping[int, float] | None = None
) -> WeekLoad:
    """Return the load of a week: of its classes as planned, or as recorded by slot index."""
    days = [0.0] * 7
    known = recorded or {}
    for member in members:
        slot = member.slot
        own = known.get(slot.index)
        days[slot.weekday] += planned_load(member) if own is None else own
    return WeekLoad(sum(days), monotony(days), strain(days))
