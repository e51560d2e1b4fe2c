"""What people must be spared: what a caution keeps out, what comes instead, when to ask a doctor.

Common practice, no source; it takes no medical decision. Qualified people and local rules come
first.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

from grike.core.kit import Kit
from grike.core.movement import FLIGHT, Joint, Movement, Position
from grike.core.pattern import Demand

#: At this intensity talking is hard: vigorous effort begins at 6 MET, and hard effort above 7.
_HARD_MET = 7.0


class Caution(StrEnum):
    """What the people of a group, or one of them, must be spared."""

    NO_JUMPS = "no-jumps"
    NO_FLOOR = "no-floor"
    NO_WRISTS = "no-wrist-load"
    KNEES = "easy-on-knees"
    LOW_BACK = "easy-on-low-back"
    SHOULDERS = "easy-on-shoulders"
    NECK = "easy-on-neck"
    PREGNANCY = "pregnancy"
    AFTER_BIRTH = "after-birth"
    HEART = "heart-or-blood-pressure"
    BALANCE = "balance"
    PELVIC_FLOOR = "pelvic-floor"
    RETURN = "return-from-injury"
    CHAIR = "chair-only"


@dataclass(frozen=True, slots=True)
class CautionFacts:
    """A caution in words, and which movements it keeps out.

    ``jumps``: whether it spares people jumps, so that no option that adds impact is offered.
    """

    name: str
    keeps_out: str
    instead: str
    ask: str
    breaks: Callable[[Movement], bool]
    jumps: bool = False


def _jumps(movement: Movement) -> bool:
    return movement.impact >= FLIGHT


def _asks(*demands: Demand) -> Callable[[Movement], bool]:
    wanted = frozenset(demands)
    return lambda movement: not wanted.isdisjoint(movement.demands)


def _loads(joint: Joint, least: int) -> Callable[[Movement], bool]:
    return lambda movement: movement.joints.get(joint, 0) >= least


def _heavy(movement: Movement) -> bool:
    return Kit.DUMBBELL_HEAVY in movement.kit


def _lies(*positions: Position) -> Callable[[Movement], bool]:
    return lambda movement: movement.position in positions


def _hard(movement: Movement) -> bool:
    return movement.met is not None and movement.met >= _HARD_MET


def _strains_a_joint(movement: Movement) -> bool:
    return any(load >= 2 for load in movement.joints.values())


def _any(*tests: Callable[[Movement], bool]) -> Callable[[Movement], bool]:
    return lambda movement: any(test(movement) for test in tests)


CAUTIONS: dict[Caution, CautionFacts] = {
    Caution.NO_JUMPS: CautionFacts(
        "no jumps",
        "Keeps out everything in which both feet leave the ground.",
        "Steps, marches and quick feet come instead.",
        "Pain in bone or joint that lasts after a jump is one for a doctor.",
        _jumps,
        jumps=True,
    ),
    Caution.NO_FLOOR: CautionFacts(
        "nobody down on the floor",
        "Keeps out everything that kneels, lies or sits on the floor.",
        "Standing movements come instead, with a chair or a wall.",
        "Whoever cannot get up from the floor any more, or lately, has that looked at.",
        lambda movement: not movement.upright,
    ),
    Caution.NO_WRISTS: CautionFacts(
        "no load on the wrists",
        "Keeps out every movement that loads a wrist, however little.",
        "Forearms, fists, bands and weights come instead.",
        "Numb or tingling fingers, or pain at night, are for a doctor.",
        _loads(Joint.WRIST, 1),
    ),
    Caution.KNEES: CautionFacts(
        "no high load on the knees",
        "Keeps out deep, loaded and jumping knees, and weight on a knee.",
        "Hinges, bridges, shallow squats and side-lying work come instead.",
        "A knee that swells, locks or gives way is for a doctor first.",
        _any(_loads(Joint.KNEE, 2), _asks(Demand.KNEELING)),
    ),
    Caution.LOW_BACK: CautionFacts(
        "no high load on the lower back",
        "Keeps out heavy and quick hinges, sit-ups and leg lowers.",
        "Bridges, planks, supported rows and light hinges come instead.",
        "Pain below the knee, numbness, or trouble with bladder or bowel: a doctor, at once.",
        _loads(Joint.LOW_BACK, 2),
    ),
    Caution.SHOULDERS: CautionFacts(
        "easy on the shoulders",
        "Keeps out work above the head, dips, and high load on the shoulders.",
        "Rows, pull-aparts and presses below shoulder height come instead.",
        "A shoulder that wakes people at night or has lost its strength is for a doctor.",
        _any(_loads(Joint.SHOULDER, 2), _asks(Demand.OVERHEAD)),
    ),
    Caution.NECK: CautionFacts(
        "easy on the neck",
        "Keeps out every movement that loads the neck.",
        "Planks, and trunk work with the head down on the mat, come instead.",
        "Pain or weakness down an arm, or a headache after a blow, is for a doctor.",
        _loads(Joint.NECK, 1),
    ),
    Caution.PREGNANCY: CautionFacts(
        "pregnancy",
        "Keeps out lying on the back or the belly, jumps, pressure in the belly, long holds, "
        "head-down work, and standing on one leg.",
        "Standing, seated and side-lying work with a chair near comes instead.",
        "With the midwife's or doctor's word; bleeding, pain, dizziness or contractions: stop.",
        _any(
            _lies(Position.SUPINE, Position.PRONE),
            _jumps,
            _asks(Demand.BELLY, Demand.HOLD, Demand.HEAD_DOWN, Demand.BALANCE, Demand.QUICK),
        ),
        jumps=True,
    ),
    Caution.AFTER_BIRTH: CautionFacts(
        "after birth",
        "Keeps out jumps, pressure in the belly, quick changes and heavy weights.",
        "Bridges, hinges, rows and slow trunk work come instead.",
        "After the check-up, and with the word of whoever did it; leaking or heaviness: stop.",
        _any(_jumps, _heavy, _asks(Demand.BELLY, Demand.QUICK)),
        jumps=True,
    ),
    Caution.HEART: CautionFacts(
        "heart or blood pressure",
        "Keeps out long holds, head-down work, heavy weights and very hard bouts.",
        "Moving, breathing work at an effort at which people can talk comes instead.",
        "Only with a doctor's word on how hard; pills may keep the pulse low: go by effort.",
        _any(_heavy, _hard, _asks(Demand.HOLD, Demand.HEAD_DOWN)),
        jumps=True,
    ),
    Caution.BALANCE: CautionFacts(
        "unsure on the feet",
        "Keeps out standing on one leg or on a narrow base, and quick turns.",
        "Both feet on the ground, a chair, or seated work comes instead.",
        "Whoever fell in the last year, or is giddy, sees a doctor first.",
        _any(_asks(Demand.BALANCE, Demand.QUICK), _jumps),
        jumps=True,
    ),
    Caution.PELVIC_FLOOR: CautionFacts(
        "pelvic floor",
        "Keeps out jumps, pressure in the belly and heavy weights.",
        "Bridges, hinges and breathing with the effort come instead.",
        "Leaking, heaviness or pain is for a doctor or a specialised physiotherapist.",
        _any(_jumps, _heavy, _asks(Demand.BELLY)),
        jumps=True,
    ),
    Caution.RETURN: CautionFacts(
        "return from injury",
        "Keeps out high load on any joint, jumps, quick changes and heavy weights.",
        "Slow movements in a range that does not hurt come instead.",
        "Starts when whoever treated the injury says so; pain, swelling or giving way: stop.",
        _any(_strains_a_joint, _jumps, _heavy, _asks(Demand.QUICK)),
        jumps=True,
    ),
    Caution.CHAIR: CautionFacts(
        "everything on a chair",
        "Keeps out everything that is not done sitting on a chair.",
        "Seated work for the whole body comes instead.",
        "Whoever cannot sit without support needs a therapist beside them.",
        _lies(*(position for position in Position if position is not Position.SEATED_CHAIR)),
    ),
}
#: The joint that a caution spares: its relief may answer it, where no other movement does.
JOINT_OF: dict[Caution, Joint] = {
    Caution.NO_WRISTS: Joint.WRIST,
    Caution.KNEES: Joint.KNEE,
    Caution.LOW_BACK: Joint.LOW_BACK,
    Caution.SHOULDERS: Joint.SHOULDER,
    Caution.NECK: Joint.NECK,
}
CAUTION_NAMES: dict[Caution, str] = {caution: facts.name for caution, facts in CAUTIONS.items()}


def breaks(movement: Movement, caution: Caution) -> bool:
    """Return whether the main option of a movement goes against a caution."""
    return CAUTIONS[caution].breaks(movement)
