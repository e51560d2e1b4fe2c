"""What must be true once the format of docs/adding-a-format.md is in; run in a copy that has it."""

from __future__ import annotations

import json
import unittest

from grike.api.library.routes import catalogue, formats
from grike.core.advice.shorten import shorten
from grike.core.clock import class_clock
from grike.core.codec import design_from, design_to
from grike.core.editing import handling_for
from grike.core.errors import InvalidInput
from grike.core.formats import FORMATS, name_of
from grike.core.item import Handling, Item
from grike.core.load import class_energy
from grike.core.planner import Problem, Settings, plan
from grike.core.planner.variants import main_kinds, variants
from grike.core.rules import Facts, broken_musts, findings
from grike.core.volume import class_volume
from scripts import schemas
from tests.builders import a_class, a_plan, work
from tests.core.test_planner import LIBRARY

KIND = "falling-bouts"
#: Two movements in 40, 30 and 20 s with 15 s between: 180 s of work and five rests.
DESIGN = a_class(work(FORMATS[KIND].usual(), "squat", Item("split-squat", Handling.SPLIT)))


class Added(unittest.TestCase):
    def test_clock_volume_and_load(self) -> None:
        """By hand: 2 × 90 s of work, 5 × 15 s of rest; 30 s for both sides are less than a set."""
        clock = class_clock(DESIGN, LIBRARY)
        self.assertEqual(clock.nominal_seconds, 180 + 75)
        volume = class_volume(DESIGN, LIBRARY)
        self.assertEqual(12 * volume.total.sets, (12 + 12 + 12) + (12 + 9 + 6))
        self.assertGreater(class_energy(DESIGN, clock, LIBRARY).low, 0)

    def test_documents_and_schema(self) -> None:
        """Its document is read, written, described, and refused beyond the limits."""
        document = json.loads(json.dumps(design_to(DESIGN)))
        self.assertEqual(design_from(document), DESIGN)
        self.assertTrue(
            all(KIND in text for path, text in schemas.texts().items() if "class" in path.name)
        )
        document["blocks"][0]["format"]["bouts"] = [40]
        with self.assertRaises(InvalidInput):
            design_from(document)

    def test_pages(self) -> None:
        """The editor has its form, the board its letters, the set-up offers it."""
        form = next(form for form in formats(None) if form.kind == KIND)  # type: ignore[arg-type]
        self.assertEqual((form.name, form.letters), ("Falling bouts", "FB"))
        self.assertEqual([p.kind for p in form.parameters], ["list", "number"])
        shown = catalogue(None)  # type: ignore[arg-type]
        self.assertIn((KIND, "Falling bouts"), [(f.id, f.name) for f in shown.formats])
        self.assertIn(KIND, shown.planned_formats)

    def test_advice(self) -> None:
        """A swap shares the bout between sides; a shorter class gives up rest first."""
        self.assertIs(handling_for(DESIGN, 0, LIBRARY["split-squat"]), Handling.SPLIT)
        cut = shorten(
            DESIGN, LIBRARY, class_clock(DESIGN, LIBRARY).real_seconds - 20, order=("rests",)
        )
        self.assertEqual(cut.cuts, ("Rest 10 s in block 1",))

    def test_variants_and_the_clock(self) -> None:
        """Seconds and sets of a variant are those of the class that is made of it."""
        every = variants(2700, kinds=frozenset({KIND}))
        self.assertTrue(every)
        for variant in every:
            group = [
                LIBRARY[name] for name in ("squat", "split-squat", "single-leg-bridge", "push-up")
            ]
            design = a_class(variant.block_for(group, {}))
            volume = class_volume(design, LIBRARY)
            self.assertEqual(12 * volume.total.sets, sum(map(variant.sets_of, group)))
            self.assertEqual(volume.total.seconds, sum(map(variant.seconds_of, group)))

    def test_plans(self) -> None:
        """A series that asks for it gets classes of it, with every must kept."""
        self.assertIn(KIND, main_kinds())
        request = a_plan(weekdays=(0, 3), formats=frozenset({KIND}))
        found = plan(Problem(request, LIBRARY), None, 1, Settings(retries=1, restarts=0))
        assert found.plan is not None, found.words
        self.assertEqual({c.design.main_format() for c in found.plan.classes}, {KIND})
        self.assertEqual(broken_musts(findings(Facts(found.plan, LIBRARY))), [])
        self.assertTrue(all(name_of(KIND).lower() in c.design.name for c in found.plan.classes))


if __name__ == "__main__":
    unittest.main()
