"""A movement: the smallest thing that is programmed, with all that is known about it."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from grike.core.anatomy import HIP_DOMINANT, KNEE_DOMINANT, Muscle
from grike.core.errors import InvalidInput, NotFound
from grike.core.kit import ALWAYS_AT_HAND, Kit


class Family(StrEnum):
    """The family of movements to which one belongs."""

    SQUAT = "squat"
    LUNGE = "lunge"
    STEP_UP = "step-up"
    HIP_HINGE = "hip-hinge"
    BRIDGE = "bridge"
    HIP_ABDUCTION = "hip-abduction"
    HIP_ADDUCTION = "hip-adduction"
    HIP_EXTENSION = "hip-extension"
    KNEE_FLEXION = "knee-flexion"
    CALF_SHIN = "calf-shin"
    HORIZONTAL_PUSH = "horizontal-push"
    VERTICAL_PUSH = "vertical-push"
    SHOULDER_RAISE = "shoulder-raise"
    HORIZONTAL_PULL = "horizontal-pull"
    VERTICAL_PULL = "vertical-pull"
    SHRUG = "upright-row-shrug"
    ELBOW_FLEXION = "elbow-flexion"
    ELBOW_EXTENSION = "elbow-extension"
    TRUNK_FLEXION = "trunk-flexion"
    ANTI_EXTENSION = "anti-extension"
    TRUNK_ROTATION = "trunk-rotation"
    ANTI_ROTATION = "anti-rotation"
    SIDE_FLEXION = "side-flexion"
    BACK_EXTENSION = "back-extension"
    CARRY = "carry"
    COMBINED = "combined-lift"
    CRAWL = "crawl-climber"
    RUN = "run-on-the-spot"
    JUMP = "jump-hop"
    STEP_PATTERN = "step-pattern"
    PUNCH = "punch-strike"
    MOBILITY = "mobility"
    STRETCH = "static-stretch"
    BREATH = "breath-settle"


CONDITIONING_FAMILIES = frozenset(
    {Family.CRAWL, Family.RUN, Family.JUMP, Family.STEP_PATTERN, Family.PUNCH}
)
#: Families of work, in the order of the library.
WORK_FAMILIES = tuple(
    f for f in Family if f not in (Family.MOBILITY, Family.STRETCH, Family.BREATH)
)


def family_name(family: Family) -> str:
    """Return a family for people: "Hip hinge"."""
    return family.value.replace("-", " ").capitalize()


class Sides(StrEnum):
    """Whether a movement works both sides at once, in turn, or one side a bout."""

    BOTH = "two-sided"
    ALTERNATING = "alternating"
    ONE = "one-sided"


class Plane(StrEnum):
    """The plane in which a movement mainly goes."""

    SAGITTAL = "sagittal"
    FRONTAL = "frontal"
    TRANSVERSE = "transverse"


class Position(StrEnum):
    """The position of the body in which a movement is done."""

    STANDING = "standing"
    HALF_KNEELING = "half-kneeling"
    KNEELING = "kneeling"
    SEATED_FLOOR = "seated-floor"
    SEATED_CHAIR = "seated-chair"
    ALL_FOURS = "all-fours"
    HIGH_PLANK = "high-plank"
    FOREARM_PLANK = "forearm-plank"
    CRAB = "crab"
    BEAR = "bear-hover"
    HANDS_RAISED = "hands-raised"
    SIDE_LYING = "side-lying"
    PRONE = "prone"
    SUPINE = "supine"
    HANGING = "hanging"


#: Positions in which people are on their feet or on a seat; all others are down on the floor.
UPRIGHT = frozenset(
    {Position.STANDING, Position.SEATED_CHAIR, Position.HANDS_RAISED, Position.HANGING}
)


class Pace(StrEnum):
    """How quickly a movement goes."""

    FAST = "fast"
    CONTROLLED = "controlled"
    STILL = "still"


class Role(StrEnum):
    """What a movement is for in a class."""

    WARM_UP = "warm-up"
    WORK = "work"
    COOL_DOWN = "cool-down"


class View(StrEnum):
    """From where a movement is shown, so that people see what matters."""

    FRONT = "front"
    SIDE = "side"
    BACK = "back"


class Joint(StrEnum):
    """A joint whose load is rated from 0 (none) to 2 (high)."""

    KNEE = "knee"
    WRIST = "wrist"
    SHOULDER = "shoulder"
    LOW_BACK = "low-back"
    NECK = "neck"


@dataclass(frozen=True, slots=True)
class Option:
    """Another way to do a movement: a movement of the library, or a way that is told in words."""

    how: str
    by: str
    movement_id: str | None = None


@dataclass(frozen=True, slots=True)
class StandIn:
    """What to do without the kit, or on a chair: in words, or another movement as well."""

    how: str
    movement_id: str | None = None


@dataclass(frozen=True, slots=True)
class Dose:
    """The usual range, reps per side for counted bouts and seconds for timed ones."""

    reps: tuple[int, int]
    seconds: tuple[int, int]


@dataclass(frozen=True, slots=True, eq=False)
class Movement:
    """One movement with its muscles, demands, options and teaching notes.

    Targets count as one set, assisting muscles as half a set. ``seconds_per_rep`` counts one side.
    A retired movement is no longer offered, and stays for the plans that use it.
    Two movements are the same when they are the same object; their ids tell them apart.
    """

    id: str
    name: str
    family: Family
    role: Role
    targets: tuple[Muscle, ...]
    assists: tuple[Muscle, ...]
    sides: Sides
    plane: Plane
    position: Position
    pace: Pace
    level: int
    seconds_per_rep: float
    dose: Dose
    impact: int = 0
    contacts_per_rep: int = 0
    joints: Mapping[Joint, int] = field(default_factory=dict)
    kit: tuple[Kit, ...] = ()
    easier: Option | None = None
    harder: Option | None = None
    low_impact: Option | None = None
    stand_in: StandIn | None = None
    seated: StandIn | None = None
    relief: Mapping[Joint, str] = field(default_factory=dict)
    met: float | None = None
    foundation: bool = False
    other_names: tuple[str, ...] = ()
    prepares: tuple[Muscle, ...] = ()
    prepares_joints: tuple[str, ...] = ()
    stretches: tuple[Muscle, ...] = ()
    show_from: str = "side"
    placing: str = ""
    cues: tuple[str, ...] = ()
    faults: tuple[str, ...] = ()
    care: str = ""
    retired: bool = False
    #: The kit that has to be fetched; what always lies ready is left out. Asked for very often.
    fetched_kit: frozenset[Kit] = field(init=False, repr=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "fetched_kit", frozenset(self.kit) - ALWAYS_AT_HAND)
        if self.seconds_per_rep <= 0:
            raise InvalidInput(f"{self.name}: seconds per rep must be more than 0.", place=self.id)
        if self.role is Role.WORK and not 1 <= len(self.targets) <= 4:
            raise InvalidInput(f"{self.name}: one to four target muscles.", place=self.id)
        for low, high in (self.dose.reps, self.dose.seconds):
            if low > high:
                raise InvalidInput(
                    f"{self.name}: the dose {low} to {high} is upside down.", place=self.id
                )
        both = set(self.targets) & set(self.assists)
        if both:
            raise InvalidInput(
                f"{self.name}: {', '.join(sorted(both))} is both target and assist.",
                place=self.id,
            )

    @property
    def upright(self) -> bool:
        """Return whether people are on their feet or a seat rather than on the floor."""
        return self.position in UPRIGHT

    def serves(self, role: Role) -> tuple[Muscle, ...]:
        """Return the muscles that it prepares in a warm-up, or stretches in a cool-down."""
        return self.prepares if role is Role.WARM_UP else self.stretches

    @property
    def knee_dominant(self) -> bool:
        """Return whether the quadriceps are a target."""
        return not KNEE_DOMINANT.isdisjoint(self.targets)

    @property
    def hip_dominant(self) -> bool:
        """Return whether glutes or hamstrings are a target."""
        return not HIP_DOMINANT.isdisjoint(self.targets)

    @property
    def one_sided(self) -> bool:
        """Return whether one bout works one side only."""
        return self.sides is Sides.ONE


class Library:
    """Movements by id, in a fixed order."""

    def __init__(self, movements: Iterable[Movement], version: str = "") -> None:
        self._by_id = {movement.id: movement for movement in movements}
        self.version = version

    def __iter__(self) -> Iterator[Movement]:
        return iter(self._by_id.values())

    def __len__(self) -> int:
        return len(self._by_id)

    def __contains__(self, movement_id: object) -> bool:
        return movement_id in self._by_id

    def __getitem__(self, movement_id: str) -> Movement:
        try:
            return self._by_id[movement_id]
        except KeyError:
            raise NotFound(
                f"There is no movement '{movement_id}'.",
                fix="Use an id from the movement library.",
            ) from None

    def of_role(self, role: Role) -> list[Movement]:
        """Return the movements of one role that are offered, in library order."""
        return [movement for movement in self if movement.role is role and not movement.retired]
