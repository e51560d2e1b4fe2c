"""Rows of a skeleton about training volume: every week on its step, the last class the hardest."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

from grike.core.item import Level
from grike.core.planner.grounds import training_guess
from grike.core.planner.skeleton.choices import Choices
from grike.core.rules.g5_last_class import G5
from grike.core.rules.w7_steps import W7, factor_band, is_lighter
from grike.core.rules.w8_strength_days import W8, strength_counts
from grike.core.volume import DEMAND

#: Later weeks keep this far inside what formats can give at all: the edge leaves no choice.
EDGE = 0.05
#: Counted classes take this much more or less than guessed, as quick or slow movements go in.
PLAY = 0.05
#: How much more a class asks for in the harder options, and what it is worth to do without.
HARDER, HARDER_PENALTY = float(DEMAND[Level.HARDER]), 60


class VolumeRows:
    """The training volume of open classes as expressions, and what is asked of it.

    ``harder``: by slot, the literal of a class that takes the harder options of its movements.
    """

    def __init__(self, choices: Choices) -> None:
        self.choices, self.task, self.sheet = choices, choices.task, choices.sheet
        self.model, self.variant, self.variants = choices.model, choices.variant, choices.variants
        self.harder: dict[int, Any] = {}
        self._training: dict[int, Any] = {}
        # Whole units rather than hundredths: small coefficients are solved much faster.
        # Timed work is what it is; what is counted takes what its movements take.
        grounds, calibration = choices.task.grounds, choices.task.calibration
        self._guesses = [
            round(guess * (calibration if variant.counted else 1.0) / 100)
            for guess, variant in zip(grounds.guesses, grounds.variants, strict=True)
        ]

    def finish(self) -> None:
        """G5: the last class asks at least as much as any other of its week."""
        last = self.task.problem.slots[-1] if self.choices.on(G5) else None
        if last is None or last not in self.choices.slots:
            return
        for slot in self.choices.slots:
            if slot.week == last.week and slot != last:
                self.model.add(self._class_training(last.index) >= self._class_training(slot.index))

    def _class_training(self, index: int) -> Any:
        """Return the training volume of an open class as an expression."""
        if index not in self._training:
            plain = sum(self.variant[index, n] * guess for n, guess in enumerate(self._guesses))
            self._training[index] = plain + self._added(index) if self.task.harder else plain
        return self._training[index]

    def _added(self, index: int) -> Any:
        """Return what harder options would add to a class, or 0, as its literal has it."""
        parts = [round(guess * (HARDER - 1)) for guess in self._guesses]
        harder = self.harder[index] = self.model.new_bool_var("")
        more = self.model.new_int_var(0, max(parts, default=0), "")
        would = sum(self.variant[index, n] * part for n, part in enumerate(parts))
        self.model.add(more == would).only_enforce_if(harder)
        self.model.add(more == 0).only_enforce_if(harder.negated())
        self.choices.penalties.append((harder, HARDER_PENALTY))
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
            elif slot.index in self.choices.later:
                continue
            else:
                # Not in place: that would change the expression that is kept.
                total = total + self._class_training(slot.index)
        later = sum(1 for slot in members if slot.index in self.choices.later)
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
        strong = [self._guesses[n] for n in numbers if self.variants[n].strength]
        light = [self._guesses[n] for n in numbers if not self.variants[n].strength]
        if not strong or not light or not self.choices.on(W8):
            strong = light = strong + light
        counts = strength_counts(classes, W8.line(self.sheet))
        least = min(n * min(strong) + (classes - n) * min(light) for n in counts)
        most = max(n * max(strong) + (classes - n) * max(light) for n in counts)
        top = HARDER if self.task.harder else 1
        return round(least * (1 + EDGE)), round(most * top * (1 - EDGE))

    @property
    def _done(self) -> frozenset[int]:
        """Slots of weeks whose real volume is already known."""
        known = self.task.week_training
        return frozenset(s.index for s in self.task.problem.slots if s.week in known)

    def steps(self) -> None:
        """W7: every week on its step, one point inside the tolerance to leave room for counting.

        Between weeks that stay there is nothing to leave room for.
        """
        if not self.choices.on(W7):
            return
        line = W7.line(self.sheet)
        full: tuple[Any, int] | None = None
        for week in sorted({slot.week for slot in self.task.problem.slots}):
            total, count = self._week_training(week)
            if full is not None:
                low, _, high = factor_band(week, line)
                stays = isinstance(total, int) and isinstance(full[0], int)
                inside = Fraction(0) if stays else min(Fraction(1, 100), (high - low) / 6)
                low, high = low + inside, high - inside
                same = count == full[1]
                mine, theirs = (total, full[0]) if same else (total * full[1], full[0] * count)
                # The volumes of classes that stay are rounded down, each by less than one.
                play = (2 * count if stays else self._play(week)) * (1 if same else full[1])
                self._between(mine, theirs, low, high, play=play)
            if not is_lighter(week, line):
                full = (total, count)

    def _play(self, week: int) -> Any:
        """Return by how much the choice of movements can still move the volume of a week."""
        return sum(
            self.variant[slot.index, n] * round(guess * PLAY)
            for slot in self.choices.slots
            if slot.week == week
            for n, guess in enumerate(self._guesses)
            if self.variants[n].counted
        )

    def _between(self, mine: Any, theirs: Any, low: Fraction, high: Fraction, *, play: Any) -> None:
        for factor, sign in ((low, 1), (high, -1)):
            able = mine + sign * play
            difference = sign * (able * factor.denominator - theirs * factor.numerator)
            if isinstance(difference, int):
                if difference < 0 and self.choices.slots and self.task.week_training == {}:
                    self.model.add_bool_or([])
            else:
                self.model.add(difference >= 0)
