"""What a series is planned on: its kits, its format variants, and which of them go together."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from fractions import Fraction
from functools import cached_property
from statistics import median
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.cautions import Caution
from grike.core.focus import Focus
from grike.core.item import Level
from grike.core.judging.pool import plain_only, pool, pool_for, spared
from grike.core.movement import Movement, Position
from grike.core.planner.cells import Theme, themes
from grike.core.planner.kit_supply import Kind, KitSupply
from grike.core.planner.problem import Problem
from grike.core.planner.profile import Profile, profile
from grike.core.planner.shares import Alike, Shares, alike, shares
from grike.core.planner.supply import InPart, Places
from grike.core.planner.variants import DoseKey, Variant, variants_of
from grike.core.planner.variants.shaped import ShapedVariant
from grike.core.rows.row import TWELFTHS
from grike.core.rows.scope import parts_of
from grike.core.rules.c1_focus import C1
from grike.core.rules.w1_muscles import FLOOR_SHARES
from grike.core.rules.w3_pairs import W3
from grike.core.series import Slot
from grike.core.sheet import Mode
from grike.core.volume import DEMAND, Yardstick

#: So much of a class in a shape is on its focus (%).
SHAPED_SHARE = Fraction(85)


class Grounds:
    """What the skeleton builds on; each part is worked out when it is first asked for."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self._places: dict[str, Places] = {}

    @cached_property
    def themes(self) -> tuple[Theme, ...]:
        """The kits on which a class may be built."""
        return themes(self.problem.plan.shape, self.problem.library)

    @cached_property
    def every(self) -> tuple[Movement, ...]:
        """All movements that level, room and number of people allow."""
        return tuple(pool(self.problem.plan.shape, self.problem.library))

    @cached_property
    def plain(self) -> frozenset[str]:
        """The ids of movements whose harder option the group must not be given."""
        return plain_only(self.problem.plan.shape, self.problem.library)

    @cached_property
    def spared(self) -> dict[int, frozenset[str]]:
        """What classes with cautions of their own may not do: ids by slot."""
        plan = self.problem.plan
        return spared(plan.shape, self.problem.library, plan.shape.slots())

    def plain_on(self, slot: Slot) -> frozenset[str]:
        """Return the ids of movements whose harder option a class must not be given."""
        shape = self.problem.plan.shape
        own = shape.on(slot)
        return self.plain if own is shape else plain_only(own, self.problem.library)

    def theme_on(self, slot: Slot, theme: Theme) -> Theme:
        """Return a kit with the movements that the people of a class may do with it."""
        own = self.problem.plan.shape.on(slot)
        if own is self.problem.plan.shape:
            return theme
        able = pool_for(own, self.problem.library, theme.kit)
        if Caution.CHAIR not in own.wishes.cautions and not self._seats:
            able = [m for m in able if m.position is not Position.SEATED_CHAIR]
        return replace(theme, movements=tuple(able))

    @cached_property
    def _seats(self) -> bool:
        """Whether classes are built on chairs too."""
        every = (movement for theme in self.themes for movement in theme.movements)
        return any(movement.position is Position.SEATED_CHAIR for movement in every)

    @cached_property
    def variants(self) -> tuple[Variant[Any], ...]:
        """The format variants that the series may use."""
        return variants_of(self.problem.plan)

    @cached_property
    def guesses(self) -> tuple[int, ...]:
        """Hundredths of training volume that each variant is expected to give."""
        yardstick = self.problem.plan.sheet.yardstick
        return tuple(training_guess(v, yardstick, self.every) for v in self.variants)

    def sets_needed(self, least: Fraction) -> float:
        """Return the fewest sets in which every muscle group could get its part of ``least``."""
        each = [parts_of(movement).together / TWELFTHS for movement in self.every]
        floors = sum((FLOOR_SHARES.get(muscle, Fraction(1)) for muscle in Muscle), Fraction(0))
        return float(least * floors) * len(each) / sum(each) if each else 0.0

    @cached_property
    def fits(self) -> frozenset[tuple[Focus, int, int]]:
        """The (focus, theme, variant), the last two by number, that can be filled twice over."""
        line = C1.line(self.problem.plan.sheet)
        asks = line.mode is not Mode.OFF
        share = float(line.numbers["share"]) / 100 if asks and not self._may_miss_focus else 0.0
        whole = float(line.numbers["whole"]) / 100 if asks and not self.problem.eased else 0.0
        out: set[tuple[Focus, int, int]] = set()
        kinds: dict[DoseKey, Kind] = {}
        for variant in self.variants:
            if variant.dose_key not in kinds:
                kinds[variant.dose_key] = Kind.of(variant, self.every, self.problem.doses)
        for t, theme in enumerate(self.themes):
            supplies: dict[DoseKey, KitSupply] = {}
            seen: dict[tuple[str, ...], dict[Focus, int]] = {}
            for v, variant in enumerate(self.variants):
                key = variant.dose_key
                if key not in supplies:
                    able = tuple(m for m in theme.movements if m.id in kinds[key].takes)
                    supplies[key] = KitSupply(
                        kinds[key],
                        Theme(theme.kit, able),
                        share=share,
                        whole=whole,
                        times=1 if self.problem.eased else 2,
                        seen=seen,
                    )
                out.update((focus, t, v) for focus in supplies[key].foci(variant))
        return frozenset(out)

    @property
    def _may_miss_focus(self) -> bool:
        """Whether a class may be called what it is not: only where no day can be for all of it."""
        shape = self.problem.plan.shape
        menus = (shape.menu(weekday) for weekday in shape.weekdays)
        return self.problem.eased and any(Focus.WHOLE not in menu for menu in menus)

    def places(self, variant: ShapedVariant) -> Places:
        """Return where the movements that a shape takes go in it."""
        if variant.shape_id not in self._places:
            doses = self.problem.doses
            self._places[variant.shape_id] = {
                movement.id: InPart(
                    tuple((part, focus) for focus in Focus if variant.on(focus, movement)),
                    variant.slots_for(movement),
                    len(variant.fitted),
                )
                for movement in self.every
                if (part := variant.part_of(movement)) is not None
                and variant.takes(movement, doses)
            }
        return self._places[variant.shape_id]

    @cached_property
    def profiles(self) -> dict[Focus, Profile]:
        """How far out of balance a class of each focus must be at the least; see ``profile``."""
        shape, sheet = self.problem.plan.shape, self.problem.plan.sheet
        line = C1.line(sheet)
        numbers = dict.fromkeys(line.numbers, Fraction(0)) if not C1.on(sheet) else line.numbers
        if shape.class_shapes:
            # In a shape little is off the focus besides the parts that stand aside.
            numbers = {**numbers, "share": max(numbers["share"], SHAPED_SHARE)}
        most = W3.line(sheet).numbers["most"]
        out: dict[Focus, Profile] = {}
        for focus in Focus:
            found = profile(focus, self.every, shape.level, numbers=numbers, most=most)
            if found is not None and focus is not Focus.CONDITIONING:
                out[focus] = found
        return out

    @cached_property
    def shares(self) -> dict[tuple[Focus, int], Shares]:
        """What a class of a focus in a shape (by number) gives each region."""
        kinds: dict[tuple[Focus, str], Mapping[Alike, int]] = {}
        out: dict[tuple[Focus, int], Shares] = {}
        for focus, number in sorted({(f, n) for (f, _), own in self.able.items() for n, _ in own}):
            variant = self.variants[number]
            if not isinstance(variant, ShapedVariant) or focus is Focus.CONDITIONING:
                continue
            key = (focus, variant.shape_id)
            if key not in kinds:
                kinds[key] = alike(variant, focus, self.every)
            found = shares(variant, focus, kinds[key])
            if found is not None:
                out[focus, number] = found
        return out

    @cached_property
    def able(self) -> dict[tuple[Focus, int], list[tuple[int, int]]]:
        """What fits by (focus, theme): each variant by number, with how many movements it takes."""
        out: dict[tuple[Focus, int], list[tuple[int, int]]] = {}
        for focus, theme, number in sorted(self.fits):
            needs = movements_in(self.variants[number])
            out.setdefault((focus, theme), []).append((number, needs))
        return out


def movements_in(variant: Variant[Any]) -> int:
    """Return how many movements a class takes at the least, about: some fill two slots."""
    return variant.slots * 3 // 4 if variant.doubles else variant.slots


def training_guess(
    variant: Variant[Any], yardstick: Yardstick, movements: tuple[Movement, ...]
) -> int:
    """Return hundredths of training volume that a variant is expected to give."""
    if variant.level is not Level.MAIN:
        plain = training_guess(variant.at_level(Level.MAIN), yardstick, movements)
        return round(plain * DEMAND[variant.level])
    if yardstick is Yardstick.SETS:
        return 100 * variant.all_sets
    if isinstance(variant, ShapedVariant):
        return sum(
            training_guess(
                own, yardstick, tuple(m for m in movements if variant.part_of(m) == number)
            )
            for number, own in enumerate(variant.fitted)
        )
    able = [movement for movement in movements if variant.suits(movement)]
    if yardstick is Yardstick.SECONDS:
        if not variant.counted or not able:
            return 100 * variant.work_seconds()
        return round(100 * variant.slots * median(variant.seconds_of(m) for m in able))
    rate = median(1 / movement.seconds_per_rep for movement in able) if able else 0.5
    return round(100 * variant.work_seconds() * rate)
