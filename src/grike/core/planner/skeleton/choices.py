"""The choices of a skeleton: focus, kit and format variant of every class that is open."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any

from grike.core.design import ClassDesign
from grike.core.focus import Focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.planner import cp_sat
from grike.core.planner.cells import least_of_theme
from grike.core.planner.skeleton.task import Cell, SkeletonTask
from grike.core.planner.supply import Supply
from grike.core.planner.variants import NO_LIMIT
from grike.core.planner.variants.shaped import ShapedVariant
from grike.core.rows.scope import Anchors
from grike.core.rules.g4_pins import G4
from grike.core.rules.p7_anchors import P7, anchors_of, class_before
from grike.core.rules.rule import Rule
from grike.core.series import Slot


class Choices:
    """The model of one task with its literals, one focus, kit and variant for every class.

    ``penalties``: (expression, weight), of which the sum is made as small as can be.
    """

    def __init__(self, task: SkeletonTask) -> None:
        problem = task.problem
        self.task, self.shape, self.sheet = task, problem.plan.shape, problem.plan.sheet
        self.model = cp_sat.CpModel()
        still_open = [s for s in problem.open_slots() if s.index not in task.fixed_cells]
        near = sorted({slot.week for slot in still_open})[: task.horizon]
        self.slots = [slot for slot in still_open if slot.week in near]
        #: Classes of later weeks: only their volume is looked at, so that the steps can go on.
        self.later = frozenset(slot.index for slot in still_open if slot.week not in near)
        self.themes, self.variants = task.grounds.themes, task.grounds.variants
        self.focus: dict[tuple[int, Focus], Any] = {}
        self.theme: dict[tuple[int, int], Any] = {}
        self.variant: dict[tuple[int, int], Any] = {}
        self._supplies: dict[int, Supply] = {}
        #: The class whose main lifts come back in a slot; where musts give way, none is looked at.
        back = self.on(P7) and not problem.eased
        self.before: dict[int, ClassFacts] = self._classes_before() if back else {}
        self.penalties: list[tuple[Any, int]] = []
        for slot in self.slots:
            self._class(slot)

    def _classes_before(self) -> dict[int, ClassFacts]:
        members = [facts for _, facts in sorted(self.task.kept.items())]
        first = min((slot.week for slot in self.task.problem.slots), default=0)
        found = ((s.index, class_before(members, s, self.sheet, first)) for s in self.slots)
        return {index: before for index, before in found if before is not None}

    def anchors(self, index: int) -> Anchors:
        """Return what comes back in a class."""
        if index not in self.before:
            return Anchors(0, frozenset())
        return anchors_of(self.before[index], self.shape.level, P7.line(self.sheet))

    def on(self, rule: Rule) -> bool:
        """Return whether a rule is looked at."""
        return rule.on(self.sheet) and rule not in self.task.skip

    def one_of(self, literals: Sequence[Any]) -> None:
        """Ask for exactly one of some literals; of none, nothing can be chosen."""
        if literals:
            self.model.add_exactly_one(literals)
        else:
            self.model.add_bool_or([])

    def _class(self, slot: Slot) -> None:
        """One focus, one kit, one variant that this focus and kit can fill."""
        i, new = slot.index, self.model.new_bool_var
        for focus in Focus:
            if focus in self.shape.menu(slot.weekday):
                self.focus[i, focus] = new(f"f{i}{focus}")
        for number, _ in enumerate(self.themes):
            self.theme[i, number] = new(f"k{i}_{number}")
        for number, _ in enumerate(self.variants):
            self.variant[i, number] = new(f"v{i}_{number}")
        self._pinned(slot)
        foci = [f for f in Focus if (i, f) in self.focus]
        left = self._left(slot)
        self.one_of([self.focus[i, f] for f in foci])
        self.one_of([self.theme[i, t] for t in range(len(self.themes))])
        self.one_of([self.variant[i, v] for v in range(len(self.variants))])
        for focus in foci:
            for number in range(len(self.themes)):
                most = NO_LIMIT if left is None else left[number][focus]
                able = self.task.grounds.able.get((focus, number), ())
                fitting = [
                    self.variant[i, v]
                    for v, needs in able
                    if needs <= most and self._in_parts(slot, number, v, focus)
                ]
                if len(fitting) < len(self.variants):
                    neither = (self.focus[i, focus].negated(), self.theme[i, number].negated())
                    self.model.add_bool_or([*neither, *fitting])

    def _left(self, slot: Slot) -> list[Mapping[Focus, int]] | None:
        """Return what is left for a class of the first open week by theme; None for later ones."""
        far = self.task.horizon is None or self.task.problem.eased
        if far or slot.week != self.slots[0].week:
            return None
        if slot.index not in self.task.left:
            supply = self._supply(slot)
            self.task.left[slot.index] = [supply.slots(theme) for theme in self.themes]
        return self.task.left[slot.index]

    def _in_parts(self, slot: Slot, theme: int, number: int, focus: Focus) -> bool:
        """Return whether enough is left for each part of a shape, where that is known."""
        variant = self.variants[number]
        if not isinstance(variant, ShapedVariant) or slot.index not in self.task.left:
            return True
        held = self.task.parts.setdefault(slot.index, {})
        key = (theme, variant.shape_id)
        if key not in held:
            places = self.task.grounds.places(variant)
            held[key] = self._supply(slot).in_parts(self.themes[theme], places)
        least = least_of_theme(variant.slots) if self.themes[theme].kit else 0
        return variant.filled_by(held[key], focus, with_kit=least)

    def _supply(self, slot: Slot) -> Supply:
        if slot.index not in self._supplies:
            known = self.task.problem.plan.known
            barred = self.task.grounds.spared.get(slot.index, frozenset())
            back = self.anchors(slot.index).ids
            self._supplies[slot.index] = Supply(
                slot, self.task.kept, known, self.sheet, barred=barred, back=back
            )
        return self._supplies[slot.index]

    def _pinned(self, slot: Slot) -> None:
        """G4: a pinned day has its focus, whatever its menu says, its format and its kit."""
        pin = self.shape.wishes.pin_of(slot.week, slot.weekday) if self.on(G4) else None
        if pin is None:
            return
        i = slot.index
        if pin.focus is not None:
            for focus in Focus:
                self.focus.pop((i, focus), None)
            self.focus[i, pin.focus] = self.model.new_bool_var("")
        if pin.format is not None:
            self.one_of(
                [self.variant[i, n] for n, v in enumerate(self.variants) if v.kind == pin.format]
            )
        if pin.kit is not None:
            kit = frozenset(pin.kit)
            self.one_of([self.theme[i, n] for n, t in enumerate(self.themes) if t.kit == kit])

    def foci(self, index: int) -> list[tuple[Focus, Any]]:
        """Return the focus literals of a class, constants for one that stays."""
        fixed = self._fixed_focus(index)
        if fixed is not None:
            return [(fixed, self.model.new_constant(1))]
        return [(f, self.focus[index, f]) for f in Focus if (index, f) in self.focus]

    def _fixed_focus(self, index: int) -> Focus | None:
        if index in self.task.fixed_cells:
            return self.task.fixed_cells[index].focus
        kept = self.task.kept.get(index)
        return kept.design.focus if kept else None

    def formats(self, index: int) -> dict[object, Any]:
        """Return the literals of the kinds of format that a class may have."""
        known = self._known(index, lambda cell: cell.variant.kind, ClassDesign.look)
        if known is not None or (index, 0) not in self.theme:
            return known or {}
        out: dict[object, Any] = {}
        for number, variant in enumerate(self.variants):
            out[variant.kind] = out.get(variant.kind, 0) + self.variant[index, number]
        return out

    def kits(self, index: int) -> dict[object, Any]:
        """Return the literals of the kits that a class may have."""
        known = self._known(index, lambda cell: cell.theme.kit, lambda design: design.kit)
        if known is not None or (index, 0) not in self.theme:
            return known or {}
        return {t.kit: self.theme[index, n] for n, t in enumerate(self.themes)}

    def _known(
        self,
        index: int,
        of_cell: Callable[[Cell], object],
        of_design: Callable[[ClassDesign], object],
    ) -> dict[object, Any] | None:
        """Return the feature of a class that is chosen already or stays; None for an open one."""
        cell, kept = self.task.fixed_cells.get(index), self.task.kept.get(index)
        if cell is not None:
            return {of_cell(cell): self.model.new_constant(1)}
        if kept is not None:
            return {of_design(kept.design): self.model.new_constant(1)}
        return None

    def sets_of(self, index: int) -> Any:
        """Return the sets of an open class as an expression."""
        return sum(self.variant[index, n] * v.all_sets for n, v in enumerate(self.variants))
