"""Rules on the order within a class: changes, neighbours, fast bouts, demanding work first."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from grike.core.movement import Family, Movement, Pace
from grike.core.rules.base import About, Finding, Number, Reach, Rule, Whole, aimed, missed, setting
from grike.core.rules.class_facts import ClassFacts, Station
from grike.core.rules.facts import Facts, here
from grike.core.sheet import Mode, RuleSetting

#: Families whose movements of one target work a muscle by itself.
ISOLATION_FAMILIES = frozenset(
    {
        Family.HIP_ABDUCTION,
        Family.HIP_ADDUCTION,
        Family.HIP_EXTENSION,
        Family.KNEE_FLEXION,
        Family.CALF_SHIN,
        Family.SHOULDER_RAISE,
        Family.SHRUG,
        Family.ELBOW_FLEXION,
        Family.ELBOW_EXTENSION,
    }
)


def changes(movements: list[Movement]) -> tuple[int, int]:
    """Return (changes of kit, ups and downs) over a list of movements done once in order."""
    kit = ups = 0
    before: Movement | None = None
    for movement in movements:
        held = before.fetched_kit if before else movement.fetched_kit
        kit += bool(movement.fetched_kit - held)
        ups += before is not None and before.upright != movement.upright
        before = movement
    return kit, ups


def _check_c8(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        kit, ups = changes([movement for _, _, movement in member.work_movements])
        for count, number, name in (
            (kit, "kit_changes", "changes of kit"),
            (ups, "ups_and_downs", "changes between standing and floor"),
        ):
            over = missed(count - line.numbers[number])
            if over:
                yield Finding(
                    "C8",
                    line.mode,
                    here(member),
                    f"{count} {name} in one pass; {line.whole(number)} are wanted at most.",
                    "Reorder the movements so that like stands beside like.",
                    cost=aimed(line, over),
                    about=About("change", number),
                )


def _check_c7(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        stations = member.stations
        alike = [after for before, after in pairwise(stations) if _alike(before, after)]
        allowed = int(line.numbers["most"] * max(0, len(stations) - 1) / 100)
        if len(alike) > allowed:
            first = alike[0]
            yield Finding(
                "C7",
                line.mode,
                here(member, first.block, first.place),
                f"{len(alike)} of {len(stations) - 1} neighbours have the same main muscle, first "
                f"at {first.movements[0].name}; {allowed} are wanted at most.",
                "Reorder the movements so that front follows back, and knees follow hips.",
                cost=aimed(line, len(alike) - allowed),
            )


def _alike(before: Station, after: Station) -> bool:
    """Neighbours are alike where the main target, the first named, is the same."""
    return before.movements[-1].targets[:1] == after.movements[0].targets[:1]


def fast_runs(member: ClassFacts) -> Iterator[list[Station]]:
    """Yield the runs of fast stations; a breather ends a run."""
    run: list[Station] = []
    for station in member.stations:
        fast = all(movement.pace is Pace.FAST for movement in station.movements)
        if run and (station.rested or not fast):
            yield run
            run = []
        if fast:
            run.append(station)
    if run:
        yield run


def _check_c13(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    most = line.whole("run")
    for member in facts.classes:
        for run in fast_runs(member):
            if len(run) > most:
                yield Finding(
                    "C13",
                    line.mode,
                    here(member, run[most].block, run[most].place),
                    f"{len(run)} fast movements in a row, from {run[0].movements[0].name}; "
                    f"{most} are wanted at most.",
                    "Put a slow and controlled one between them.",
                    cost=aimed(line, len(run) - most),
                )


def demanding(movement: Movement) -> bool:
    """Return whether a movement is demanding combined work."""
    return movement.family is Family.COMBINED


def isolating(movement: Movement) -> bool:
    """Return whether a movement works one muscle by itself."""
    return movement.family in ISOLATION_FAMILIES and len(movement.targets) == 1


def _check_c14(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        isolated: Movement | None = None
        late: list[tuple[int, int, Movement]] = []
        for block, place, movement in member.work_movements:
            if isolating(movement):
                isolated = isolated or movement
            elif demanding(movement) and isolated is not None:
                late.append((block, place, movement))
        if isolated is not None and late:
            block, place, movement = late[0]
            yield Finding(
                "C14",
                line.mode,
                here(member, block, place),
                f"{movement.name} comes after {isolated.name}, which tires one muscle first.",
                "Move the combined lift to the front.",
                cost=aimed(line, len(late)),
            )


C8 = Rule(
    "C8",
    "Few changes of kit and position",
    "One pass has at most {kit_changes} changes of kit and {ups_and_downs} changes between "
    "standing and floor.",
    "Every change costs seconds and breath, and getting up and down is hard on some.",
    "practice",
    setting(Mode.AIM, 1, kit_changes=4, ups_and_downs=4),
    _check_c8,
    held_by="ordering",
    numbers={
        "kit_changes": Whole("changes of kit", 0, 40),
        "ups_and_downs": Whole("changes standing to floor", 0, 40),
    },
    reach=Reach.CLASS,
)
C7 = Rule(
    "C7",
    "Neighbours differ in their main muscle",
    "At most {most} % of neighbouring movements have the same main target.",
    "A neighbour that works something else lets the muscle rest and the next bout be good.",
    "practice",
    setting(Mode.AIM, 1, most=50),
    _check_c7,
    held_by="ordering",
    numbers={"most": Number("neighbours that may be alike (%)", 0, 100)},
    reach=Reach.CLASS,
)
C13 = Rule(
    "C13",
    "Fast bouts do not pile up",
    "At most {run} fast movements in a row; a breather ends the run.",
    "Fast then controlled lets the breath come down without standing still.",
    "practice",
    setting(Mode.AIM, 1, run=3),
    _check_c13,
    held_by="ordering",
    numbers={"run": Whole("fast movements in a row", 1, 20)},
    reach=Reach.CLASS,
)
C14 = Rule(
    "C14",
    "Demanding work comes before isolation",
    "Combined lifts come before movements that work one muscle by itself.",
    "Technique under fatigue is where combined lifts go wrong.",
    "acsm2009",
    setting(Mode.AIM, 2),
    _check_c14,
    held_by="ordering",
    reach=Reach.CLASS,
)
