"""What a kit holds for the variants of one kind and dose, and so which focuses it can be for."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from grike.core.composition import Doses
from grike.core.family import CONDITIONING_FAMILIES
from grike.core.focus import Focus
from grike.core.movement import Movement
from grike.core.planner.cells import Theme, largest_class, least_of_theme
from grike.core.planner.shares import conditioning_share
from grike.core.planner.variants import Variant
from grike.core.planner.variants.shaped import ShapedVariant

#: A part of a class needs this much more movements than it has slots, so that a choice is left.
ROOM_TO_CHOOSE = 1.25


@dataclass(frozen=True, slots=True)
class Kind:
    """What the variants of one kind and dose make of movements, by id.

    ``takes``: those that they take at all, and ``suits`` whatever the dose; ``on``: those that may
    stand in a class of a focus; ``plays``: what each is to a part, by the name of the part;
    ``pulse``: in which part of a shape each that is conditioning goes, and how many slots it takes.
    """

    takes: frozenset[str]
    suits: frozenset[str]
    on: Mapping[Focus, frozenset[str]]
    plays: Mapping[str, Mapping[str, int]]
    pulse: Mapping[str, tuple[int, int]]

    @classmethod
    def of(cls, variant: Variant[Any], every: Sequence[Movement], doses: Doses) -> Kind:
        """Return what a variant, and all of its kind and dose, make of movements."""
        return cls(
            frozenset(m.id for m in every if variant.takes(m, doses)),
            frozenset(m.id for m in every if variant.suits(m)),
            {f: frozenset(m.id for m in every if variant.on(f, m)) for f in Focus},
            {part.name: {m.id: int(part.plays(m)) for m in every} for part in variant.parts()},
            _pulse(variant, every) if isinstance(variant, ShapedVariant) else {},
        )


def _pulse(variant: ShapedVariant, every: Sequence[Movement]) -> dict[str, tuple[int, int]]:
    """Return in which part each movement that is conditioning goes, and how many slots it takes."""
    able = (m for m in every if m.family in CONDITIONING_FAMILIES and variant.suits(m))
    return {m.id: (variant.part_of(m) or 0, variant.slots_for(m)) for m in able}


class KitSupply:
    """What a kit holds for the variants of one kind and dose: the movements that suit them."""

    def __init__(
        self,
        kind: Kind,
        theme: Theme,
        *,
        share: float,
        whole: float,
        times: int,
        seen: dict[tuple[str, ...], dict[Focus, int]],
    ) -> None:
        ids = tuple(movement.id for movement in theme.movements)
        if ids not in seen:
            seen[ids] = {f: largest_class(f, theme, share, whole, times=times) for f in Focus}
        self.largest = seen[ids]
        own = kind.suits.intersection(m.id for m in theme.own) if theme.kit else frozenset()
        self.on_kit = bool(theme.kit)
        self.with_kit = {f: len(own & kind.on[f]) for f in Focus}
        self.parts = {
            focus: self._counts(kind, kind.on[focus].intersection(ids)) for focus in Focus
        }
        self.share = share
        self.pulse: dict[int, int] = {}
        for part, slots in (kind.pulse[own] for own in ids if own in kind.pulse):
            self.pulse[part] = self.pulse.get(part, 0) + slots

    @staticmethod
    def _counts(kind: Kind, there: Collection[str]) -> dict[str, int]:
        return {name: sum(plays[own] for own in there) for name, plays in kind.plays.items()}

    def foci(self, variant: Variant[Any]) -> list[Focus]:
        """Return the focuses for which there is enough."""
        able = [f for f in Focus if variant.slots <= self.largest[f] and variant.fits_focus(f)]
        parts = variant.parts()
        least = least_of_theme(variant.slots) if self.on_kit and variant.shape_id else 0
        return [
            focus
            for focus in able
            if all(self.parts[focus][p.name] >= ROOM_TO_CHOOSE * p.least for p in parts)
            and (not least or self.with_kit[focus] >= ROOM_TO_CHOOSE * least)
            and (focus is not Focus.CONDITIONING or self._raises_the_pulse(variant))
        ]

    def _raises_the_pulse(self, variant: Variant[Any]) -> bool:
        """Return whether a class can be conditioning: of a shape, not every part takes that."""
        if not isinstance(variant, ShapedVariant):
            return True
        return conditioning_share(variant, self.pulse) >= self.share
