"""What the planner is choosing, as the constraint sides of the rules see it.

A *bay* is the room for movements in one class: its like blocks taken together. A choice is the pair
(movement, bay); everything a rule needs of a choice is an integer, since the skeleton has already
fixed format, sets and seconds. Classes that stay as they are enter as constants.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction

from grike.core.anatomy import Muscle, Region
from grike.core.composition import PRIME_MOVERS, movers_share
from grike.core.family import CONDITIONING_FAMILIES, Family
from grike.core.focus import FOCUS_MUSCLES, Focus, on_focus
from grike.core.kit import Kit
from grike.core.movement import Movement
from grike.core.rows.row import TWELFTHS, ChoiceKey, Key
from grike.core.series import Slot
from grike.core.volume import Volume, Yardstick, muscle_shares, region_shares


@dataclass(frozen=True, slots=True)
class Parts:
    """What one set of a movement gives to each muscle, region and focus, in twelfths of a set."""

    muscles: Mapping[Muscle, int]
    regions: Mapping[Region, int]
    foci: Mapping[Focus, int]
    movers: Mapping[Focus, int]
    together: int


#: By targets, assists, and whether it is conditioning, which is no work of a region.
_PARTS: dict[tuple[tuple[Muscle, ...], tuple[Muscle, ...], bool], Parts] = {}


def parts_of(movement: Movement) -> Parts:
    """Return what one set of a movement gives; worked out once for all that give the same."""
    key = (movement.targets, movement.assists, movement.family in CONDITIONING_FAMILIES)
    if key not in _PARTS:
        targets = movement.targets
        hits = {f: sum(1 for m in targets if m in own) for f, own in FOCUS_MUSCLES.items()}
        _PARTS[key] = Parts(
            {m: int(TWELFTHS * share) for m, share in muscle_shares(movement).items()},
            {r: int(TWELFTHS * share) for r, share in region_shares(movement).items()},
            {focus: TWELFTHS * count // len(targets) for focus, count in hits.items()},
            {focus: int(TWELFTHS * movers_share(movement, focus)) for focus in PRIME_MOVERS},
            TWELFTHS * len(targets) + TWELFTHS * len(movement.assists) // 2,
        )
    return _PARTS[key]


@dataclass(frozen=True, slots=True)
class Choice:
    """A movement in a bay: twelfths of sets, and hundredths of training volume.

    ``seconds``: its work where movements differ in it, 0 where all of the bay are alike;
    ``work_seconds``: its work in any case.

    ``aside``: it stands in a part that need not be on the focus.
    ``carried``: it comes back from the week before on purpose, so its gap does not count (D4).
    """

    movement: Movement
    bay: int
    slots: int
    sets: int
    training: int
    seconds: int
    contacts: int = 0
    carried: bool = False
    work_seconds: int = 0
    aside: bool = False
    parts: Parts = field(init=False, repr=False, compare=False)
    #: The name of the choice in the model.
    key: Key = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "parts", parts_of(self.movement))
        object.__setattr__(self, "key", ChoiceKey(self.movement.id, self.bay))

    def all_muscles(self) -> int:
        """Return twelfths of sets, summed over all muscle groups."""
        return self.parts.together * self.sets // TWELFTHS

    def muscle(self, muscle: Muscle) -> int:
        """Return twelfths of sets for one muscle group."""
        return self.parts.muscles.get(muscle, 0) * self.sets // TWELFTHS

    def region(self, region: Region) -> int:
        """Return twelfths of sets for a region, to which a bout counts once.

        Conditioning counts for no region.
        """
        if self.movement.family in CONDITIONING_FAMILIES:
            return 0
        return self.parts.regions.get(region, 0) * self.sets // TWELFTHS

    def on_focus(self, focus: Focus) -> int:
        """Return twelfths of sets that lie on the focus."""
        if focus is Focus.CONDITIONING:
            return self.sets * int(on_focus(self.movement, focus))
        return self.parts.foci[focus] * self.sets // TWELFTHS

    def on_movers(self, focus: Focus) -> int:
        """Return twelfths of sets for the prime movers of the focus."""
        return self.parts.movers[focus] * self.sets // TWELFTHS


@dataclass(frozen=True, slots=True)
class Bay:
    """Room for movements in one class.

    ``max_seconds``: counted work seconds that its slot holds, ``most_work``: those that need no
    further breather; None where neither depends on the movements. ``least_seconds``: so much
    counted work that the slot is filled. ``parts``: (name, least and most slots, keys of the
    choices that count), where a format needs a mix of movements. ``paired``: the choices of each
    part that is done in pairs; ``parted``: those of each part that goes round by itself.
    ``fewest_sets``: twelfths of sets that it has at the least, whatever is chosen. ``quick``: (the
    choices, slots of a block) of each part in which people change movements too fast to get up.
    ``cupboard``: of its kit, what no movement is done with is not laid out.
    """

    index: int
    slot: Slot
    focus: Focus
    slots: int
    max_seconds: int | None
    choices: tuple[Choice, ...]
    kit_choices_at_least: int = 0
    most_work: int | None = None
    parts: tuple[tuple[str, int, int, frozenset[Key]], ...] = ()
    least_seconds: int = 0
    kit: frozenset[Kit] = frozenset()
    paired: tuple[frozenset[Key], ...] = ()
    parted: tuple[frozenset[Key], ...] = ()
    fewest_sets: int = 0
    quick: tuple[tuple[frozenset[Key], int], ...] = ()
    cupboard: bool = False

    def by_part(self) -> Iterator[tuple[tuple[Choice, ...], bool]]:
        """Yield the choices of each part that goes round by itself, and whether in pairs."""
        for keys in self.parted:
            yield (
                tuple(choice for choice in self.choices if choice.key in keys),
                keys in self.paired,
            )


@dataclass(frozen=True, slots=True)
class FixedClass:
    """A class that stays as it is; those ``carried`` come from the week before on purpose.

    ``contacts``: its ground contacts; ``main_sets``: twelfths of sets of its main lifts.
    """

    slot: Slot
    focus: Focus
    volume: Volume
    movement_ids: frozenset[str]
    main_groups: frozenset[Muscle]
    families: tuple[Family, ...] = ()
    jumps: bool = False
    items: int = 0
    carried: frozenset[str] = frozenset()
    contacts: int = 0
    main_sets: int = 0
    work_seconds: int = 0
    kit: frozenset[Kit] = frozenset()


@dataclass(frozen=True, slots=True)
class WeekSteps:
    """What weekly volume must be, in hundredths, for the weeks in scope: (low, high) by week."""

    bounds: Mapping[int, tuple[int, int]] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Anchors:
    """Main lifts of a week before that may come back (ids), and how many of them are wanted."""

    wanted: int
    ids: frozenset[str]


@dataclass(frozen=True, slots=True)
class WeekAmounts:
    """The least and the most of a week: sets of main lifts, and seconds of work if asked for."""

    main_sets: tuple[Fraction, Fraction]
    work_seconds: tuple[Fraction, Fraction] | None


@dataclass(frozen=True, slots=True)
class Group:
    """What is known of the people and the series: level, movements met, what days own, its ends.

    ``pool``: all that the group may do, ``spared``: what the class of a slot may not of it (ids).
    ``wanted``: movements that are still to come, ``wanted_now`` of them in the weeks in scope.
    ``anchors``: what comes back in the class of a slot. ``amounts``: what a week is asked to hold.
    """

    level: int = 2
    known: frozenset[str] = frozenset()
    owned: Mapping[str, int] = field(default_factory=dict)
    first_week: int = 0
    last_slot: int = -1
    yardstick: Yardstick = Yardstick.SECONDS
    wanted: frozenset[str] = frozenset()
    wanted_now: int = 0
    pool: tuple[Movement, ...] = ()
    spared: Mapping[int, frozenset[str]] = field(default_factory=dict)
    anchors: Mapping[int, Anchors] = field(default_factory=dict)
    amounts: Mapping[int, WeekAmounts] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Scope:
    """The bays to be filled, the classes around them, and the bounds that stages before gave."""

    bays: Sequence[Bay]
    fixed: Sequence[FixedClass]
    steps: WeekSteps = WeekSteps()
    floors: Mapping[str, int] = field(default_factory=dict)
    day_floors: Mapping[str, int] = field(default_factory=dict)
    group: Group = field(default_factory=Group)

    def pool_of(self, bay: Bay) -> list[Movement]:
        """Return what the people of a class may do with its kit."""
        spared = self.group.spared.get(bay.index, frozenset())
        return [m for m in self.group.pool if m.fetched_kit <= bay.kit and m.id not in spared]

    def weeks(self) -> list[int]:
        """Return the weeks that hold at least one bay."""
        return sorted({bay.slot.week for bay in self.bays})

    def bays_of_week(self, week: int) -> list[Bay]:
        """Return the bays of one week."""
        return [bay for bay in self.bays if bay.slot.week == week]

    def classes_of_week(self, week: int) -> int:
        """Return the number of classes of one week, open ones and those that stay."""
        return sum(slot.week == week for slot, _, _ in self.by_slot())

    def fixed_of_week(self, week: int) -> list[FixedClass]:
        """Return the classes of one week that stay as they are."""
        return [fixed for fixed in self.fixed if fixed.slot.week == week]

    def week_terms(self, week: int, amount: Callable[[Choice], int]) -> list[tuple[Key, int]]:
        """Return the terms of a sum over all choices of one week."""
        return [
            (choice.key, value)
            for bay in self.bays_of_week(week)
            for choice in bay.choices
            if (value := amount(choice))
        ]

    def by_slot(self) -> Iterator[tuple[Slot, list[Bay], FixedClass | None]]:
        """Yield every class in scope, in order, with its bays or its fixed form."""
        bays: dict[int, list[Bay]] = {}
        for bay in self.bays:
            bays.setdefault(bay.slot.index, []).append(bay)
        fixed = {f.slot.index: f for f in self.fixed if f.slot.index not in bays}
        for index in sorted({*bays, *fixed}):
            own = bays.get(index, [])
            slot = own[0].slot if own else fixed[index].slot
            yield slot, own, fixed.get(index)


def twelfths(sets: Fraction) -> int:
    """Return sets in twelfths, rounded up."""
    return -int(-(sets * TWELFTHS) // 1)


def merge(*parts: tuple[Iterable[tuple[Key, int]], int]) -> tuple[tuple[Key, int], ...]:
    """Return the sum of scaled term lists with each key once."""
    out: dict[Key, int] = {}
    for terms, factor in parts:
        for key, value in terms:
            out[key] = out.get(key, 0) + value * factor
    return tuple((key, value) for key, value in out.items() if value)


def amount_of_group(muscles: frozenset[Muscle]) -> Callable[[Choice], int]:
    """Return the function that gives a choice's twelfths of sets for a group of muscles."""
    return lambda choice: sum(choice.muscle(muscle) for muscle in muscles)


def fixed_sets(scope: Scope, week: int, muscles: Iterable[Muscle]) -> int:
    """Return the sets, in twelfths, that the classes of a week that stay give to some muscles."""
    wanted = tuple(muscles)
    total = sum(
        (fixed.volume.muscle_sets(wanted) for fixed in scope.fixed_of_week(week)), Fraction(0)
    )
    return int(total * TWELFTHS)
