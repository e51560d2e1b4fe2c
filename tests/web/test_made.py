"""Forms and joined movements are the same on a page as in the core."""

from __future__ import annotations

import json
import random
import unittest
from typing import Any

from grike.api.movements.views import movement_model
from grike.core.errors import GrikeError
from grike.core.movement import Role
from grike.exchange.library import shipped_library
from tests.web.node import Call, called

LIBRARY = shipped_library()
MADE = "shared/http/made"
ENTRIES = {
    movement.id: json.loads(movement_model(movement, 1).model_dump_json()) for movement in LIBRARY
}
#: What a page shows of a movement in a class.
SHOWN = ("sides", "id", "name", "level", "kit", "cues", "faults", "relief", "easier", "harder")


def parts_of(name: str) -> dict[str, Any]:
    """Return the entries of which a movement is made."""
    return {key: ENTRIES[key] for part in name.split("+") if (key := part.split("~")[0]) in ENTRIES}


class Made(unittest.TestCase):
    def test_pages_and_core_make_the_same(self) -> None:
        """All forms, and 150 random pairs of work movements, where the core joins them."""
        rng = random.Random(3)
        work = LIBRARY.of_role(Role.WORK)
        ids = [f"{m.id}~{form.id}" for m in LIBRARY for form in m.forms]
        ids += [f"{m.id}~one-side" for m in LIBRARY if m.one_sided_too]
        ids += ["+".join(m.id for m in rng.sample(work, 2)) for _ in range(600)]
        ids = [name for name in ids if name in LIBRARY][:260]
        self.assertGreater(sum("+" in name for name in ids), 100)
        found = called([Call(MADE, "shown", (name, parts_of(name))) for name in ids])
        for name, page in zip(ids, found, strict=True):
            core = json.loads(movement_model(LIBRARY[name], 1).model_dump_json())
            self.assertEqual({key: page[key] for key in SHOWN}, {key: core[key] for key in SHOWN})

    def test_what_is_typed_is_understood(self) -> None:
        """Every name and form leads to its id, and so does "A with B" for random pairs of them."""
        rng = random.Random(4)
        names = [(m.name, m.id) for m in LIBRARY]
        names += [(form.name, f"{m.id}~{form.id}") for m in LIBRARY for form in m.forms]
        pairs = [(rng.choice(names), rng.choice(names)) for _ in range(60)]
        names = rng.sample(names, 60)
        names += [(f"{a[0]} with {b[0].lower()}", f"{a[1]}+{b[1]}") for a, b in pairs]
        every = list(ENTRIES.values())
        found = called([Call(MADE, "idOfEach", ([name for name, _ in names], every))])
        self.assertEqual(found, [[movement_id for _, movement_id in names]])

    def test_what_the_core_refuses_is_nothing(self) -> None:
        """An unknown form or part has no entry to show."""
        for name in ("squat~upside-down", "squat+nothing", "nothing"):
            with self.assertRaises(GrikeError):
                LIBRARY[name]
        found: list[Any] = called([Call(MADE, "shown", (n, parts_of(n))) for n in ("nothing",)])
        self.assertEqual(found, [None])


if __name__ == "__main__":
    unittest.main()
