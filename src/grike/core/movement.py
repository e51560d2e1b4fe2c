"""A movement: the smallest thing that is programmed, with all that is known about it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from grike.core.anatomy import HIP_DOMINANT, KNEE_DOMINANT, Muscle
from grike.core.errors import InvalidInput
from grike.core.family import Family
from grike.core.kit import ALWAYS_AT_HAND, Kit
from grike.core.pattern import Demand, Pattern, Support, Tier


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


#: Positions in which the weight of the body rests on a knee or on both.
ON_A_KNEE = frozenset({Position.KNEELING, Position.HALF_KNEELING, Position.ALL_FOURS})
#: The impact of what leaves the ground.
FLIGHT = 2


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

    def nearest_reps(self, reps: int) -> int:
        """Return the reps of the range that are nearest to a number of them."""
        low, high = self.reps
        return min(max(reps, low), high)


@dataclass(frozen=True, slots=True)
class Form:
    """A form of a movement: another tempo, range, foot position or direction.

    In one class two forms of a movement are two different items. Muscles that are left out are
    those of the movement.
    """

    id: str
    name: str
    how: str
    seconds_per_rep: float
    dose: Dose
    level: int
    targets: tuple[Muscle, ...] = ()
    assists: tuple[Muscle, ...] = ()


@dataclass(frozen=True, slots=True, eq=False)
class Movement:
    """One movement with its muscles, demands, options and teaching notes.

    Targets count as one set, assisting muscles as half a set. ``seconds_per_rep`` counts one side.
    ``tiers``: the tier for groups of a level where it differs from ``tier``. ``loadable``: the kit
    that may add load. ``high_reps``: may be done for far more than its usual reps. ``beats``: beats
    of music a rep. ``one_sided_too``: may be done one side at a time. ``rehearses``: the patterns
    that it prepares a group for. ``skill``: 0 (seen once, done) to 2 (wants teaching over weeks).
    ``floor_metres``: the length of floor that it travels. ``met_from``: the code of the published
    table of intensities, or what the value is estimated from.
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
    pattern: Pattern = Pattern.STRETCH
    tier: Tier = Tier.SUPPORTING
    tiers: Mapping[int, Tier] = field(default_factory=dict)
    loadable: tuple[Kit, ...] = ()
    high_reps: bool = False
    beats: int | None = None
    one_sided_too: bool = False
    raises_pulse: bool = False
    rehearses: tuple[Pattern, ...] = ()
    skill: int = 0
    demands: frozenset[Demand] = frozenset()
    floor_metres: int = 0
    support: tuple[Support, ...] = ()
    forms: tuple[Form, ...] = ()
    met: float | None = None
    met_from: str = ""
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
        object.__setattr__(self, "demands", self.demands | frozenset(self._implied()))
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

    def _implied(self) -> Iterator[Demand]:
        """Yield what position, impact and pace ask anyway: cautions hold for every entry."""
        if self.position in ON_A_KNEE:
            yield Demand.KNEELING
        if self.impact >= FLIGHT:
            yield from (Demand.BELLY, Demand.QUICK)
        if self.role is Role.WORK and self.pace is Pace.STILL:
            yield Demand.HOLD

    @property
    def upright(self) -> bool:
        """Return whether people are on their feet or a seat rather than on the floor."""
        return self.position in UPRIGHT

    def serves(self, role: Role) -> tuple[Muscle, ...]:
        """Return the muscles that it prepares in a warm-up, or stretches in a cool-down."""
        return self.prepares if role is Role.WARM_UP else self.stretches

    def tier_for(self, level: int) -> Tier:
        """Return the tier for a group of a level: a wall push-up is a main lift for beginners."""
        return self.tiers.get(level, self.tier)

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
