"""Where a movement is used: by itself, as a form, joined with another, and nowhere else."""

from __future__ import annotations

import unittest

from grike.core.series import PlannedClass
from grike.store import changes, series, uses
from tests.builders import a_class, a_plan, circuit, work
from tests.store.base import WithDatabase


class Uses(WithDatabase):
    def test_a_movement_is_found_in_what_is_made_of_it(self) -> None:
        """Squat in a form and joined on either side; a goblet squat is no squat."""
        plan = a_plan(weekdays=(0, 1, 2, 3), weeks=1)
        slots = plan.shape.slots()
        names = ("squat~pulses", "squat+upright-row", "upright-row+squat", "goblet-squat")
        designs = [
            PlannedClass(slot, a_class(work(circuit(), name)))
            for slot, name in zip(slots, names, strict=True)
        ]
        with self.database.transaction() as connection:
            series_id = series.add(connection, plan, None)
            changes.save(connection, series.get(connection, series_id), designs, "Write", None)
            days = [slot.day for slot in slots]
            found = {name: [u.day for u in uses.uses_of(connection, name)] for name in TABLE}
            self.assertEqual(
                found, {name: [days[n] for n in where] for name, where in TABLE.items()}
            )
            self.assertTrue(uses.was_used(connection, "upright-row"))
            self.assertFalse(uses.was_used(connection, "row"))


#: Which of the classes hold a movement.
TABLE = {"squat": (0, 1, 2), "upright-row": (1, 2), "goblet-squat": (3,), "push-up": ()}

if __name__ == "__main__":
    unittest.main()
