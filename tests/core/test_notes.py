"""What is to be known of a plan beside its cost."""

from __future__ import annotations

import unittest
from dataclasses import replace

from grike.core.planner.notes import one_kind
from grike.core.planner.variants import variants_of
from grike.core.rules import default_sheet
from grike.core.rules.w8_strength_days import W8
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode
from grike.exchange.shapes import chosen_shapes
from tests.builders import a_plan


def asked(*shapes: str, weekdays: tuple[int, ...] = (0, 2), level: int = 2) -> SeriesPlan:
    own = a_plan(weeks=2, weekdays=weekdays, level=level, class_shapes=chosen_shapes(shapes))
    return replace(own, sheet=default_sheet().with_line(W8.id, mode=Mode.AIM))


class OneKind(unittest.TestCase):
    def test_it_is_told_where_no_choice_keeps_w8(self) -> None:
        """Stations are timed, heavy lifts counted to ten; each alone leaves a week one kind."""
        for shape, first in (("stations", "No shape"), ("heavy-first", "Every shape")):
            (told,) = one_kind(asked(shape))
            self.assertTrue(told.startswith(f"{first} that may be used in 45 minutes"), told)
            self.assertIn("W8", told)

    def test_nothing_is_told_where_there_is_a_choice_or_nobody_asks(self) -> None:
        """Both kinds, one class a week, or the rule off."""
        alone = asked("stations")
        off = replace(alone, sheet=alone.sheet.with_line(W8.id, mode=Mode.OFF))
        for own in (asked("stations", "heavy-first"), asked("stations", weekdays=(0,)), off):
            self.assertEqual(list(one_kind(own)), [])
        self.assertEqual({v.strength for v in variants_of(alone)}, {False})

    def test_a_band_that_takes_all(self) -> None:
        """No class for strength at all may be just what is asked for."""
        own = asked("stations")
        sheet = own.sheet.with_line(W8.id, numbers={"least": 0, "most": 50})
        self.assertEqual(list(one_kind(replace(own, sheet=sheet))), [])
