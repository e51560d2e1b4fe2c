"""The skeleton: focus, format variant and kit of every class, before any movement is chosen.

This file is long because one model is built in one class, constraint by constraint.

Week by week it also hands each class a budget of sets per region, so that the weekly shares can be
met at all; without that link the skeleton itself forces cost, however long the search runs.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from itertools import combinations, pairwise
from typing import Any

from ortools.sat.python import cp_model

from grike.core.anatomy import Muscle, Region, region_of
from grike.core.focus import FOCUS_MUSCLES, Focus
from grike.core.item import Level
from grike.core.planner.cells import Theme
from grike.core.planner.grounds import Grounds, training_guess
from grike.core.planner.linear import Limits, Outcome, solver_for
from grike.core.planner.problem import Problem
from grike.core.planner.supply import Supply
from grike.core.planner.variants import NO_LIMIT, Variant
from grike.core.rules.days import too_close
from grike.core.rules.facts import ClassFacts
from grike.core.rules.spread import is_strength, strength_counts
from grike.core.rules.steps import factor_band, is_lighter
from grike.core.series import Slot
from grike.core.sheet import Mode
from grike.core.volume import DEMAND

_M = Muscle
#: So many movements for a muscle count of one kit, and so many are enough for a week.
ENOUGH_MOVEMENTS, ENOUGH_IN_A_WEEK = 2, 4
#: So many patterns that could not be filled, and formats that only some movements fit are left be;
#: before that, a third of a week's classes may be in them.
PATIENCE = 2
#: Later weeks keep this far inside what formats can give at all: the edge leaves no choice.
EDGE = 0.05
#: What it is worth that a format which was asked for by name comes at all.
ASKED = 40
#: Counted classes take this much more or less than guessed, as quick or slow movements go in.
PLAY = 0.05
#: How much more a class asks for in the harder options, and what it is worth to do without.
HARDER, HARDER_PENALTY = float(DEMAND[Level.HARDER]), 60
#: Tie-breaks need not be the best of all; aims weigh more than this.
GAP = 30
#: Sets are never shared out evenly, so that a week needs this many times the least that would do.
SETS_TO_SPARE = 1.75
#: What a focus all but surely makes a main focus: two classes that share one need a clear day.
HEART: dict[Focus, frozenset[Muscle]] = {
    Focus.LOWER: frozenset({_M.GLUTES, _M.QUADRICEPS, _M.HAMSTRINGS}),
    Focus.UPPER: frozenset({_M.CHEST, _M.LATS, _M.FRONT_DELTOID}),
    Focus.CORE: frozenset({_M.ABDOMINALS, _M.OBLIQUES}),
    Focus.WHOLE: frozenset(),
    Focus.LEGS_BACK: frozenset({_M.GLUTES, _M.QUADRICEPS, _M.LATS}),
    Focus.CHEST_SHOULDERS: frozenset({_M.CHEST, _M.FRONT_DELTOID}),
    Focus.GLUTES_ABS: frozenset({_M.GLUTES, _M.ABDOMINALS}),
    Focus.CONDITIONING: frozenset(),
}


@dataclass(frozen=True, slots=True)
class Cell:
    """The skeleton of one class."""

    slot: Slot
    focus: Focus
    variant: Variant[Any]
    theme: Theme


@dataclass(frozen=True, slots=True)
class SkeletonTask:
    """What stays and what is already refused: week patterns that no movements could fill.

    ``horizon``: for how many weeks cells are chosen; None: for all. ``harder``: classes may take
    the harder options of their movements, for steps that the slot cannot hold otherwise. ``left``
    is filled with what is left for each slot, and saves it the next try with the same ``kept``.
    """

    problem: Problem
    kept: Mapping[int, ClassFacts]
    grounds: Grounds
    refused: tuple[Mapping[int, Cell], ...] = ()
    skip: frozenset[str] = frozenset()
    fixed_cells: Mapping[int, Cell] = field(default_factory=dict)
    week_training: Mapping[int, Fraction] = field(default_factory=dict)
    calibration: float = 1.0
    harder: bool = False
    horizon: int | None = None
    left: dict[int, list[Mapping[Focus, int]]] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Skeleton:
    """The cells by slot index, or the outcome that kept them from being found."""

    outcome: Outcome
    cells: Mapping[int, Cell] = field(default_factory=dict)


class _Builder:
    """Builds and solves the model of one task."""

    def __init__(self, task: SkeletonTask) -> None:
        problem = task.problem
        self.task, self.shape, self.sheet = task, problem.plan.shape, problem.plan.sheet
        self.model = cp_model.CpModel()
        still_open = [s for s in problem.open_slots() if s.index not in task.fixed_cells]
        near = sorted({slot.week for slot in still_open})[: task.horizon]
        self.slots = [slot for slot in still_open if slot.week in near]
        #: Classes of later weeks: only their volume is looked at, so that the steps can go on.
        self.later = frozenset(slot.index for slot in still_open if slot.week not in near)
        grounds = task.grounds
        self.themes, self.variants = grounds.themes, grounds.variants
        self.focus: dict[tuple[int, Focus], Any] = {}
        self.theme: dict[tuple[int, int], Any] = {}
        self.variant: dict[tuple[int, int], Any] = {}
        self.harder: dict[int, Any] = {}
        #: Training volume of a class, and what its harder options add to it.
        self.training: dict[int, Any] = {}
        self.penalties: list[tuple[Any, int]] = []
        # Whole units rather than hundredths: small coefficients are solved much faster.
        # Timed work is what it is; what is counted takes what its movements take.
        self.guesses = [
            round(guess * (task.calibration if variant.counted else 1.0) / 100)
            for guess, variant in zip(grounds.guesses, grounds.variants, strict=True)
        ]

    def _on(self, rule: str) -> bool:
        return self.sheet[rule].mode is not Mode.OFF and rule not in self.task.skip

    def build(self) -> None:
        for slot in self.slots:
            self._class(slot)
        self._recovery()
        self._variety("D2")
        self._variety("D3")
        self._mix()
        self._supply()
        self._volume()
        self._finish()
        self._regions()
        self._refusals()
        self._tie_breaks()

    def _one_of(self, literals: Sequence[Any]) -> None:
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
        self._one_of([self.focus[i, f] for f in foci])
        self._one_of([self.theme[i, t] for t in range(len(self.themes))])
        self._one_of([self.variant[i, v] for v in range(len(self.variants))])
        for focus in foci:
            for number in range(len(self.themes)):
                most = NO_LIMIT if left is None else left[number][focus]
                able = self.task.grounds.able.get((focus, number), ())
                fitting = [self.variant[i, v] for v, needs in able if needs <= most]
                if len(fitting) < len(self.variants):
                    neither = (self.focus[i, focus].negated(), self.theme[i, number].negated())
                    self.model.add_bool_or([*neither, *fitting])

    def _left(self, slot: Slot) -> list[Mapping[Focus, int]] | None:
        """Return what is left for a class of the first open week by theme; None for later ones."""
        if self.task.horizon is None or slot.week != self.slots[0].week:
            return None
        if slot.index not in self.task.left:
            known = self.task.problem.plan.known
            supply = Supply(slot, self.task.kept, known, self.sheet)
            self.task.left[slot.index] = [supply.slots(theme) for theme in self.themes]
        return self.task.left[slot.index]

    def _pinned(self, slot: Slot) -> None:
        """G4: a pinned day has its focus, whatever its menu says, its format and its kit."""
        pin = self.shape.wishes.pin_of(slot.week, slot.weekday) if self._on("G4") else None
        if pin is None:
            return
        i = slot.index
        if pin.focus is not None:
            for focus in Focus:
                self.focus.pop((i, focus), None)
            self.focus[i, pin.focus] = self.model.new_bool_var("")
        if pin.format is not None:
            self._one_of(
                [self.variant[i, n] for n, v in enumerate(self.variants) if v.kind == pin.format]
            )
        if pin.kit is not None:
            kit = frozenset(pin.kit)
            self._one_of([self.theme[i, n] for n, t in enumerate(self.themes) if t.kit == kit])

    def _finish(self) -> None:
        """G5: the last class asks at least as much as any other of its week."""
        last = self.task.problem.slots[-1] if self._on("G5") else None
        if last is None or last not in self.slots:
            return
        for slot in self.slots:
            if slot.week == last.week and slot != last:
                self.model.add(self._class_training(last.index) >= self._class_training(slot.index))

    def _recovery(self) -> None:
        """D1: what is at the heart of two near classes must not be the same."""
        if not self._on("D1"):
            return
        line = self.sheet["D1"]
        for one, other in combinations(self.task.problem.slots, 2):
            if not too_close(one, other, line):
                continue
            for f, first in self._foci(one.index):
                for g, second in self._foci(other.index):
                    if HEART[f] & HEART[g]:
                        self.model.add_bool_or([first.negated(), second.negated()])

    def _foci(self, index: int) -> list[tuple[Focus, Any]]:
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

    def _features(self, index: int, rule: str) -> dict[object, Any]:
        """Return the literals of a class's format kinds (D2) or kits (D3)."""
        cell, kept = self.task.fixed_cells.get(index), self.task.kept.get(index)
        if cell is not None:
            own: object = cell.variant.kind if rule == "D2" else cell.theme.kit
            return {own: self.model.new_constant(1)}
        if kept is not None:
            design = kept.design
            return {
                design.main_format() if rule == "D2" else design.kit: self.model.new_constant(1)
            }
        if (index, 0) not in self.theme:
            return {}
        out: dict[object, Any] = {}
        if rule == "D3":
            return {t.kit: self.theme[index, n] for n, t in enumerate(self.themes)}
        for number, variant in enumerate(self.variants):
            out[variant.kind] = out.get(variant.kind, 0) + self.variant[index, number]
        return out

    def _variety(self, rule: str) -> None:
        """D2 and D3: a feature of a class is not that of the class before."""
        if not self._on(rule):
            return
        line = self.sheet[rule]
        order = self.task.problem.slots
        for before, after in pairwise(order):
            ours = self._features(after.index, rule)
            for feature, literal in self._features(before.index, rule).items():
                if feature not in ours:
                    continue
                if line.mode is Mode.MUST:
                    self.model.add(literal + ours[feature] <= 1)
                else:
                    same = self.model.new_bool_var("")
                    self.model.add(literal + ours[feature] <= 1 + same)
                    self.penalties.append((same, 1000 * line.weight))

    def _mix(self) -> None:
        """W8: a week has as many strength classes as its band allows."""
        if not self._on("W8"):
            return
        line = self.sheet["W8"]
        for week in sorted({slot.week for slot in self.slots}):
            members = [slot for slot in self.task.problem.slots if slot.week == week]
            counts = strength_counts(len(members), line)
            strong: Any = 0
            for slot in members:
                kept, cell = self.task.kept.get(slot.index), self.task.fixed_cells.get(slot.index)
                if kept is not None:
                    strong += int(is_strength(kept))
                elif cell is not None:
                    strong += int(cell.variant.strength)
                else:
                    own = (self.variant[slot.index, n] for n, _ in enumerate(self.variants))
                    pairs = zip(own, self.variants, strict=True)
                    strong += sum(literal for literal, variant in pairs if variant.strength)
            off = 0 if line.mode is Mode.MUST else self.model.new_int_var(0, len(members), "")
            if line.mode is not Mode.MUST:
                self.penalties.append((off, 1000 * line.weight))
            if len(members) > 1:
                self.model.add(strong + off >= min(counts))
                self.model.add(strong - off <= max(counts))

    def _supply(self) -> None:
        """W1: kits and formats of a week hold enough movements and sets for every muscle group."""
        if not self._on("W1"):
            return
        least = self.sheet["W1"].numbers["least"]
        wanted = round(self.task.grounds.sets_needed(least) * SETS_TO_SPARE)
        counts = [Counter(m for x in theme.movements for m in x.targets) for theme in self.themes]
        for week in sorted({slot.week for slot in self.slots}):
            members = [slot for slot in self.slots if slot.week == week]
            if len(members) == sum(1 for s in self.task.problem.slots if s.week == week):
                sets = sum(self._class_sets(slot.index) for slot in members)
                short = self.model.new_int_var(0, wanted, "")
                self.model.add(sets + short >= wanted)
                self.penalties.append((short, 300))
            for muscle in Muscle:
                worth = [min(ENOUGH_MOVEMENTS, count[muscle]) for count in counts]
                if len(members) < 2 or all(value == worth[0] for value in worth):
                    continue
                there = sum(
                    self.theme[slot.index, t] * value
                    for slot in members
                    for t, value in enumerate(worth)
                )
                short = self.model.new_int_var(0, ENOUGH_IN_A_WEEK, "")
                self.model.add(there + short >= ENOUGH_IN_A_WEEK)
                self.penalties.append((short, 300))

    def _class_sets(self, index: int) -> Any:
        """Return the sets of an open class as an expression."""
        return sum(self.variant[index, n] * v.all_sets for n, v in enumerate(self.variants))

    def _class_training(self, index: int) -> Any:
        """Return the training volume of an open class as an expression."""
        if index not in self.training:
            plain = sum(self.variant[index, n] * guess for n, guess in enumerate(self.guesses))
            self.training[index] = plain + self._added(index) if self.task.harder else plain
        return self.training[index]

    def _added(self, index: int) -> Any:
        """Return what harder options would add to a class, or 0, as its literal has it."""
        parts = [round(guess * (HARDER - 1)) for guess in self.guesses]
        harder = self.harder[index] = self.model.new_bool_var("")
        more = self.model.new_int_var(0, max(parts, default=0), "")
        would = sum(self.variant[index, n] * part for n, part in enumerate(parts))
        self.model.add(more == would).only_enforce_if(harder)
        self.model.add(more == 0).only_enforce_if(harder.negated())
        self.penalties.append((harder, HARDER_PENALTY))
        return more

    def _week_training(self, week: int) -> tuple[Any, int]:
        """Return (training volume of a week, number of its classes)."""
        total: Any = 0
        members = [s for s in self.task.problem.slots if s.week == week]
        for slot in members:
            cell, kept = self.task.fixed_cells.get(slot.index), self.task.kept.get(slot.index)
            if slot.index in self._done:
                continue
            if kept is not None:
                total += int(kept.volume.training.get(self.sheet.yardstick, Fraction(0)))
            elif cell is not None:
                yardstick, every = self.sheet.yardstick, self.task.grounds.every
                total += training_guess(cell.variant, yardstick, every) // 100
            elif slot.index in self.later:
                continue
            else:
                # Not in place: that would change the expression that is kept.
                total = total + self._class_training(slot.index)
        later = sum(1 for slot in members if slot.index in self.later)
        if later:
            total += self.model.new_int_var(*self._span(later), "")
        if week in self.task.week_training:
            total = int(self.task.week_training[week])
        return total, len(members)

    def _span(self, classes: int) -> tuple[int, int]:
        """Return the least and most volume of some classes in a mix that W8 allows.

        The formats that only some movements fit are left out: they cannot carry every week.
        """
        usual = [n for n, v in enumerate(self.variants) if v.staple]
        numbers = usual or list(range(len(self.variants)))
        strong = [self.guesses[n] for n in numbers if self.variants[n].strength]
        light = [self.guesses[n] for n in numbers if not self.variants[n].strength]
        if not strong or not light or not self._on("W8"):
            strong = light = strong + light
        counts = strength_counts(classes, self.sheet["W8"])
        least = min(n * min(strong) + (classes - n) * min(light) for n in counts)
        most = max(n * max(strong) + (classes - n) * max(light) for n in counts)
        top = HARDER if self.task.harder else 1
        return round(least * (1 + EDGE)), round(most * top * (1 - EDGE))

    @property
    def _done(self) -> frozenset[int]:
        """Slots of weeks whose real volume is already known."""
        known = self.task.week_training
        return frozenset(s.index for s in self.task.problem.slots if s.week in known)

    def _volume(self) -> None:
        """W7: every week on its step, one point inside the tolerance to leave room for counting."""
        if not self._on("W7"):
            return
        line = self.sheet["W7"]
        full: tuple[Any, int] | None = None
        for week in sorted({slot.week for slot in self.task.problem.slots}):
            total, count = self._week_training(week)
            if full is not None:
                low, _, high = factor_band(week, line)
                inside = min(Fraction(1, 100), (high - low) / 6)
                low, high = low + inside, high - inside
                same = count == full[1]
                mine, theirs = (total, full[0]) if same else (total * full[1], full[0] * count)
                play = self._play(week) * (1 if same else full[1])
                self._between(mine, theirs, low, high, play)
            if not is_lighter(week, line):
                full = (total, count)

    def _play(self, week: int) -> Any:
        """Return by how much the choice of movements can still move the volume of a week."""
        return sum(
            self.variant[slot.index, n] * round(guess * PLAY)
            for slot in self.slots
            if slot.week == week
            for n, guess in enumerate(self.guesses)
            if self.variants[n].counted
        )

    def _between(self, mine: Any, theirs: Any, low: Fraction, high: Fraction, play: Any) -> None:
        for factor, sign in ((low, 1), (high, -1)):
            able = mine + sign * play
            difference = sign * (able * factor.denominator - theirs * factor.numerator)
            if isinstance(difference, int):
                if difference < 0 and len(self.slots) and self.task.week_training == {}:
                    self.model.add_bool_or([])
            else:
                self.model.add(difference >= 0)

    def _regions(self) -> None:
        """W2 with C1: sets per region for each class, so that the week's shares can be met."""
        if not self._on("W2") or not self._on("C1"):
            return
        line, share = self.sheet["W2"], self.sheet["C1"].numbers
        for week in sorted({slot.week for slot in self.slots}):
            members = [s for s in self.slots if s.week == week]
            if len(members) < sum(1 for s in self.task.problem.slots if s.week == week):
                continue
            sums: dict[Region, Any] = dict.fromkeys(Region, 0)
            total: Any = 0
            for slot in members:
                sets = self._class_sets(slot.index)
                own = self._budget(slot, sets, int(share["share"]), int(share["whole"]))
                for region in Region:
                    sums[region] += own[region]
                everywhere = (slot.index, Focus.CONDITIONING) not in self.focus
                total += sets if everywhere else sum(own.values())
            for region in Region:
                target, slack = line.numbers[region.value], line.numbers["within"] * 3 / 4
                low, high = target - slack, target + slack
                scale = 100 * low.denominator
                self.model.add(sums[region] * scale >= total * low.numerator)
                self.model.add(sums[region] * 100 * high.denominator <= total * high.numerator)

    def _budget(self, slot: Slot, sets: Any, share: int, whole: int) -> dict[Region, Any]:
        own = {r: self.model.new_int_var(0, 200, "") for r in Region}
        in_regions = sum(own.values())
        free = self.focus.get((slot.index, Focus.CONDITIONING))
        if free is None:
            self.model.add(in_regions == sets)
        else:
            # What conditioning leaves over is what counts for the regions.
            self.model.add(100 * in_regions <= (100 - share) * sets).only_enforce_if(free)
            self.model.add(in_regions == sets).only_enforce_if(free.negated())
        for focus, literal in self._foci(slot.index):
            if focus is Focus.CONDITIONING:
                continue
            if focus is Focus.WHOLE:
                for region in Region:
                    self.model.add(100 * own[region] >= whole * sets).only_enforce_if(literal)
                continue
            own_regions = {region_of(muscle) for muscle in FOCUS_MUSCLES[focus]}
            # In a fixed order: the order of a set differs from process to process.
            regions = [region for region in Region if region in own_regions]
            inside = sum(own[region] for region in regions)
            self.model.add(100 * inside >= share * sets).only_enforce_if(literal)
            for region in regions if len(regions) > 1 else ():
                self.model.add(100 * own[region] >= 25 * sets).only_enforce_if(literal)
        return own

    def _refusals(self) -> None:
        """A pattern of cells that failed is not tried again; after two, nor are its focuses."""
        tried: list[tuple[Focus, ...]] = []
        for pattern in self.task.refused:
            literals: list[Any] = []
            foci = tuple(cell.focus for cell in pattern.values())
            often = foci in tried
            tried.append(foci)
            for index, cell in pattern.items():
                if (index, cell.focus) not in self.focus:
                    continue
                if often:
                    literals.append(self.focus[index, cell.focus])
                    continue
                number = next(n for n, t in enumerate(self.themes) if t.kit == cell.theme.kit)
                kind = self._features(index, "D2")[cell.variant.kind]
                literals += [self.focus[index, cell.focus], self.theme[index, number], kind]
            if literals:
                self.model.add(sum(literals) <= len(literals) - 1)

    def _tie_breaks(self) -> None:
        """Prefer different focuses and kits within a week, other formats than the week before."""
        weeks: dict[int, list[Slot]] = {}
        for slot in self.slots:
            weeks.setdefault(slot.week, []).append(slot)
        for members in weeks.values():
            for keys, weight in (
                ([[self.focus.get((s.index, f)) for s in members] for f in Focus], 5),
                ([[self.theme[s.index, t] for s in members] for t in range(len(self.themes))], 7),
            ):
                for group in keys:
                    present = [literal for literal in group if literal is not None]
                    if len(present) > 1:
                        over = self.model.new_int_var(0, len(present), "")
                        self.model.add(over >= sum(present) - 1)
                        self.penalties.append((over, weight))
        spice = 10 if len(self.task.refused) < PATIENCE else 400
        for members in weeks.values():
            rare = sum(self._spices(slot.index) for slot in members)
            free = len(members) // 3 if len(self.task.refused) < PATIENCE else 0
            over = self.model.new_int_var(0, len(members), "")
            self.model.add(over >= rare - free)
            self.penalties.append((over, spice))
        self._asked_formats()
        for one, other in self._a_week_apart():
            theirs = self._features(other.index, "D2")
            for kind, literal in self._features(one.index, "D2").items():
                same = self.model.new_bool_var("")
                self.model.add(literal + theirs.get(kind, 0) <= 1 + same)
                self.penalties.append((same, 2))

    def _asked_formats(self) -> None:
        """Prefer what was asked for by name and has not come yet, while weeks can be filled."""
        if len(self.task.refused) >= PATIENCE:
            return
        blocks = [b for facts in self.task.kept.values() for b in facts.design.blocks]
        come = {block.format.kind for block in blocks}
        for kind in sorted(self.shape.formats - come):
            there = [
                self.variant[slot.index, n]
                for slot in self.slots
                for n, variant in enumerate(self.variants)
                if kind in variant.kinds
            ]
            missing = self.model.new_bool_var("")
            self.model.add_bool_or([*there, missing])
            self.penalties.append((missing, ASKED))

    def _spices(self, index: int) -> Any:
        """Return whether a class is in a format that only some movements fit."""
        return sum(self.variant[index, n] for n, v in enumerate(self.variants) if not v.staple)

    def _a_week_apart(self) -> Iterator[tuple[Slot, Slot]]:
        by_place = {(slot.week, slot.weekday): slot for slot in self.slots}
        for (week, weekday), slot in by_place.items():
            after = by_place.get((week + 1, weekday))
            if after is not None:
                yield slot, after

    def solve(self, limits: Limits) -> Skeleton:
        self.model.minimize(sum((p * w for p, w in self.penalties), start=0))
        solver = solver_for(limits)
        # Presolve pays only where all weeks are chosen at once.
        whole = self.task.horizon is None
        solver.parameters.cp_model_presolve = whole
        solver.parameters.linearization_level = 2 if whole else 1
        solver.parameters.cp_model_probing_level = 0
        solver.parameters.absolute_gap_limit = GAP
        status = solver.solve(self.model)
        if status == cp_model.INFEASIBLE:
            return Skeleton(Outcome.IMPOSSIBLE)
        if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return Skeleton(Outcome.UNDECIDED)
        cells = dict(self.task.fixed_cells)
        for slot in self.slots:
            i = slot.index
            focus = next(
                f for f in Focus if (i, f) in self.focus and solver.value(self.focus[i, f])
            )
            theme = next(n for n in range(len(self.themes)) if solver.value(self.theme[i, n]))
            variant = next(n for n in range(len(self.variants)) if solver.value(self.variant[i, n]))
            chosen = self.variants[variant]
            if i in self.harder and solver.value(self.harder[i]):
                chosen = chosen.at_level(Level.HARDER)
            cells[i] = Cell(slot, focus, chosen, self.themes[theme])
        return Skeleton(Outcome.FOUND, cells)


def skeleton(task: SkeletonTask, limits: Limits) -> Skeleton:
    """Return the cells of all open classes, or the outcome that kept them from being found."""
    builder = _Builder(task)
    builder.build()
    return builder.solve(limits)
