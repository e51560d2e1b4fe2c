"""P17: shoulders and the low back are not loaded bout after bout either."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.composition import HIP, patterns_of
from grike.core.focus import Focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.kit import LOADABLE
from grike.core.movement import Joint, Movement
from grike.core.rows.row import Row, row_weight
from grike.core.rows.scope import Choice, Scope
from grike.core.rules.c5_c6_joints import runs, spared
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

JOINTS = {Joint.SHOULDER: "shoulders", Joint.LOW_BACK: "low back"}
#: The load of a joint from which two must not stand side by side.
HEAVY = 2
#: So many loaded hinges too many cost as much as a run that is too long: about two sets. Estimated
#: from sets of eight to twelve; no source counts them.
HINGES_A_STEP = 20


def _side_by_side(member: ClassFacts, joint: Joint) -> Iterator[tuple[int, int, str]]:
    """Yield (block, place, words) where two movements in a row load a joint heavily."""
    for before, after in zip(member.stations, member.stations[1:], strict=False):
        heavy = [
            next((m for m in each.movements if m.joints.get(joint, 0) >= HEAVY), None)
            for each in (before, after)
        ]
        if heavy[0] is not None and heavy[1] is not None and not after.rested:
            words = f"{heavy[1].name} follows {heavy[0].name}, and both are hard on the"
            yield after.block, after.place, f"{words} {JOINTS[joint]}."


def hinged(movement: Movement) -> bool:
    """Return whether a movement lifts a weight from the hip."""
    return not patterns_of(movement).isdisjoint(HIP) and not LOADABLE.isdisjoint(movement.kit)


def hinge_reps(member: ClassFacts) -> int:
    """Return how many loaded hinges a class asks for; timed bouts by their own seconds a rep."""
    bouts = (bout for bout in member.work_bouts if hinged(bout.movement))
    return sum(
        b.reps if b.reps is not None else int(b.seconds / b.movement.seconds_per_rep) for b in bouts
    )


def _hinges_of(choice: Choice) -> int:
    """Return how many loaded hinges a choice asks for."""
    if not hinged(choice.movement):
        return 0
    return int(choice.work_seconds / choice.movement.seconds_per_rep)


def _may_rest(focus: Focus, joint: Joint) -> bool:
    """Return whether a class of a focus has movements in which a joint rests."""
    return joint is not Joint.SHOULDER or focus not in (Focus.UPPER, Focus.CHEST_SHOULDERS)


def _faults(member: ClassFacts, joint: Joint, most: int) -> Iterator[tuple[int, int, str]]:
    """Yield (block, place, what is wrong) where a joint gets no rest."""
    yield from _side_by_side(member, joint)
    for run in runs(member, joint) if _may_rest(member.design.focus, joint) else ():
        if len(run) > most:
            words = f"{len(run)} movements in a row load the {JOINTS[joint]}; {most} are the most."
            yield run[most].block, run[most].place, words


def _check_p17(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    most, cost = line.whole("reps"), aimed(line, 1)
    for member in facts.classes:
        for joint in JOINTS:
            about, fix = About("joint", joint.value, -1), "Move one that spares it between them."
            for block, place, what in _faults(member, joint, line.whole("run")):
                where = here(member, block, place)
                yield Finding("P17", line.mode, where, what, fix, cost=cost, about=about)
        reps = hinge_reps(member)
        if reps > most:
            what = f"The class asks for about {reps} loaded hinges; {most} are the most."
            fix, about = "Swap a deadlift for a bridge.", About("joint", Joint.LOW_BACK.value, -1)
            steps = -((most - reps) // HINGES_A_STEP)
            yield Finding(
                "P17", line.mode, here(member), what, fix, cost=aimed(line, steps), about=about
            )


def _rows_p17(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """Loaded hinges are few, and of each part some movements spare a joint.

    So an order without long runs exists.
    """
    for bay in scope.bays:
        hinges = tuple((c.key, n) for c in bay.choices if (n := _hinges_of(c)))
        where, weight = f"{bay.slot.label}, hinges", row_weight(line)
        yield Row("P17", where, hinges, high=line.whole("reps"), weight=weight, scale=HINGES_A_STEP)
        for joint in JOINTS:
            for choices, paired in bay.by_part() if _may_rest(bay.focus, joint) else ():
                terms, where = spared(choices, joint, line, paired), f"{bay.slot.label}, {joint}"
                yield Row("P17", where, terms, high=0, weight=row_weight(line))


def _of_joint(movement: Movement, about: About) -> float:
    return float(movement.joints.get(Joint(about.id), 0) > 0)


P17 = Rule(
    "P17",
    "Shoulders and low back rest in between",
    "At most {run} movements in a row load the low back, or, where the class is not for them, the "
    "shoulders; two heavy ones never follow each other; a class asks for {reps} loaded hinges at "
    "most.",
    "A tired back rounds, and a tired shoulder shrugs.",
    "practice",
    setting(Mode.OFF, 3, run=3, reps=60),
    _check_p17,
    _rows_p17,
    stages=(Stage.SELECTION, Stage.ORDERING),
    numbers={
        "run": Whole("movements in a row", 1, 10),
        "reps": Whole("loaded hinges in a class", 10, 300),
    },
    reach=Reach.DESIGN,
    mends=(Mend.ORDER, Mend.SWAP_ANYWHERE, Mend.BREATHER),
    gives=_of_joint,
    about=Topic.BODY,
    yields=Yields.COMPOSITION,
)
