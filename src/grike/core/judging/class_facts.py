"""The facts of one class that the checks look at: clock, volume, sides and stations."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from fractions import Fraction
from functools import cached_property
from typing import Any, NamedTuple

from grike.core.anatomy import Muscle
from grike.core.bouts import Bout, Step
from grike.core.clock import ClassClock, class_clock
from grike.core.exact import exact_sum
from grike.core.expansion import steps
from grike.core.focus import Focus
from grike.core.judging.finding import Finding
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.options import Done, as_done
from grike.core.pace import Pace
from grike.core.purpose import Purpose
from grike.core.series import PlannedClass
from grike.core.sides import SideLedger, side_ledger
from grike.core.volume import Volume, sets_by_movement, volume_of_bouts

#: A group with at least this share of a class's sets is a main focus of it.
MAIN_SHARE = Fraction(15, 100)


class Station(NamedTuple):
    """What is worked at one place in the order of a class, its sets and sides taken together.

    ``movements`` holds more than one where a circuit without rests is layered on one pattern.
    ``rested``: a breather comes before it.
    """

    block: int
    place: int
    movements: tuple[Movement, ...]
    rested: bool

    @property
    def layered(self) -> bool:
        """Return whether the station is a layered circuit."""
        return len(self.movements) > 1


#: What is worked out of the design and the library alone.
ONLY_OF_DESIGN = frozenset(
    {
        "steps",
        "bouts",
        "work_bouts",
        "volume",
        "movement_sets",
        "ledger",
        "main_groups",
        "stations",
        "done",
        "work_movements",
    }
)


class ClassFacts:
    """One planned class with its clock, volume and sides."""

    def __init__(
        self, planned: PlannedClass, library: Library, known: frozenset[str], pace: Pace
    ) -> None:
        self.planned, self.library = planned, library
        self.slot, self.design = planned.slot, planned.design
        self.known, self.pace = known, pace
        #: What rules that look at one class found, after what they looked at besides; and whether
        #: they look at its design alone.
        self.found: dict[str, tuple[tuple[object, ...], tuple[Finding, ...], bool]] = {}
        #: What others have worked out of the class, by name; a changed class is another object.
        self.kept: dict[Hashable, Any] = {}

    def take_over(self, other: ClassFacts) -> None:
        """Take what does not depend on pace or on what the group knows from the same class."""
        self.__dict__.update(
            {name: value for name, value in other.__dict__.items() if name in ONLY_OF_DESIGN}
        )
        self.found.update({rule: held for rule, held in other.found.items() if held[2]})

    @cached_property
    def clock(self) -> ClassClock:
        """Both clocks of the class."""
        return class_clock(self.design, self.library, known=self.known, pace=self.pace)

    @cached_property
    def steps(self) -> tuple[Step, ...]:
        """All bouts and gaps on the nominal clock."""
        return tuple(steps(self.design, self.library))

    @cached_property
    def bouts(self) -> tuple[Bout, ...]:
        """All bouts; worked out without the clock, which volumes do not need."""
        return tuple(step for step in self.steps if isinstance(step, Bout))

    @cached_property
    def work_bouts(self) -> tuple[Bout, ...]:
        """The bouts of the work blocks."""
        blocks = self.design.blocks
        return tuple(b for b in self.bouts if blocks[b.block].purpose is Purpose.WORK)

    @cached_property
    def volume(self) -> Volume:
        """The volume of the work blocks."""
        return volume_of_bouts(self.work_bouts)

    @cached_property
    def movement_sets(self) -> Mapping[Movement, Fraction]:
        """The sets of each movement of the work blocks, each bout counted once."""
        return sets_by_movement(self.work_bouts)

    @cached_property
    def ledger(self) -> SideLedger:
        """Left and right over the whole class."""
        return side_ledger(self.bouts)

    @cached_property
    def main_groups(self) -> frozenset[Muscle]:
        """The groups that are main focus; a whole-body class has none."""
        if self.design.focus is Focus.WHOLE:
            return frozenset()
        shares = {muscle: amount.sets for muscle, amount in self.volume.muscles.items()}
        total = exact_sum(shares.values())
        return frozenset(m for m, sets in shares.items() if total and sets >= MAIN_SHARE * total)

    @cached_property
    def stations(self) -> tuple[Station, ...]:
        """The stations of the work blocks in the order in which they are worked."""
        out: list[Station] = []
        rested = False
        layer = -1
        layers = self._layers()
        for number, step in enumerate(self.steps):
            if not isinstance(step, Bout):
                rested = rested or step.kind == "breather"
                if self._layered(step.block) and step.seconds:
                    layer = -1
                continue
            purpose = self.design.blocks[step.block].purpose
            if purpose is not Purpose.WORK:
                rested = rested or purpose is Purpose.BREATHER
                continue
            last = out[-1] if out else None
            same_block = last is not None and last.block == step.block and not rested
            if last is not None and same_block and number in layers and layer >= 0:
                if step.movement not in last.movements:
                    out[-1] = last._replace(movements=(*last.movements, step.movement))
                continue
            if last is not None and same_block and last.movements == (step.movement,):
                continue
            layer = len(out)
            out.append(Station(step.block, step.place, (step.movement,), rested and bool(out)))
            rested = False
        return tuple(out)

    def _layers(self) -> frozenset[int]:
        """Return the steps that lie in a circuit without rests whose movements are all of a family.

        Only these are layered on one pattern; other circuits without rests are bout after bout.
        """
        out: list[int] = []
        circuit: list[tuple[int, Bout]] = []
        for number, step in enumerate(self.steps):
            if isinstance(step, Bout):
                if circuit and circuit[-1][1].block != step.block:
                    out += _of_one_family(circuit)
                    circuit = []
                circuit += [(number, step)] if self._layered(step.block) else []
            elif step.seconds:
                out += _of_one_family(circuit)
                circuit = []
        return frozenset([*out, *_of_one_family(circuit)])

    def _layered(self, block: int) -> bool:
        return self.design.blocks[block].format.layered

    def is_new(self, movement: Movement) -> bool:
        """Return whether the group meets a movement for the first time."""
        return movement.id not in self.known and not movement.foundation

    @cached_property
    def done(self) -> tuple[Done, ...]:
        """What is really done at each place, the options taken for what they are."""
        return tuple(as_done(self.design, self.library))

    @property
    def used(self) -> tuple[Done, ...]:
        """Every movement that is named in the class, whatever its option, where it stands."""
        library = self.library
        own = [
            Done(block, place, library[movement_id], "")
            for block, place, item in self.design.every_item()
            for movement_id in item.movement_ids
        ]
        resting = [done for done in self.done if done.place is None]
        return (*own, *resting)

    @cached_property
    def work_movements(self) -> tuple[tuple[int, int, Movement], ...]:
        """(block, place, movement) of the work blocks in class order."""
        return tuple(
            (block, place, self.library[movement_id])
            for block, place, item in self.design.items(Purpose.WORK)
            for movement_id in item.movement_ids
        )


def _of_one_family(circuit: Sequence[tuple[int, Bout]]) -> list[int]:
    """Return the numbers of the steps of a circuit where all of its movements are of one family."""
    families = {bout.movement.family for _, bout in circuit}
    return [number for number, _ in circuit] if len(families) == 1 else []
