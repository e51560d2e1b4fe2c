"""Documents against the published standard, and careless documents: refused in words or read."""

from __future__ import annotations

import copy
import json
import unittest
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from grike.core.clock import class_clock
from grike.core.errors import GrikeError, InvalidInput, NotFound
from grike.core.formats import FORMATS as KINDS
from grike.core.plain import hints_of
from grike.exchange.classes import class_from, class_to
from grike.exchange.documents import conforming, schema
from grike.exchange.library import library_document, shipped_library
from grike.exchange.plans import plan_from, plan_to, request_from

FORMATS = Path(__file__).parents[2] / "docs" / "formats"
LIBRARY = shipped_library()
#: What a format needs besides its defaults.
NEEDED: dict[str, dict[str, Any]] = {
    "timed-circuit": {"work_seconds": 40, "rest_seconds": 20},
    "counted-circuit": {"reps": 10},
    "straight-sets": {"sets": 3, "rest_seconds": 30, "between_seconds": 45, "reps": 10},
    "superset": {"sets": 3, "rest_seconds": 40, "between_seconds": 60, "reps": 10},
    "no-rest-circuit": {"work_seconds": 30},
    "on-the-minute": {"minutes": 8, "reps": 10},
    "time-cap": {"minutes": 10},
    "last-burst": {"work_seconds": 45},
    "talk": {"seconds": 30},
    "breather": {"seconds": 30},
}
PURPOSES = {"talk": "welcome", "breather": "breather", "flow": "warm-up"}
#: How many movements the example of a kind holds, where it is not two.
COUNTS = {"talk": 0, "breather": 0, "last-burst": 1, "three-pace": 3}


def example(name: str) -> dict[str, Any]:
    loaded: dict[str, Any] = json.loads((FORMATS / f"example-{name}.json").read_text())
    return loaded


def places(data: Any, path: tuple[str | int, ...] = ()) -> Iterator[tuple[str | int, ...]]:
    """Yield the path of everything inside a document."""
    entries: Any = ()
    if isinstance(data, dict):
        entries = data.items()
    elif isinstance(data, list):
        entries = enumerate(data)
    for key, value in entries:
        yield (*path, key)
        yield from places(value, (*path, key))


def with_change(data: Any, path: tuple[str | int, ...], value: Any, *, drop: bool) -> Any:
    """Return a copy with one value replaced or taken out."""
    out = copy.deepcopy(data)
    inside = out
    for key in path[:-1]:
        inside = inside[key]
    if drop:
        del inside[path[-1]]
    else:
        inside[path[-1]] = value
    return out


class Standard(unittest.TestCase):
    """Source: JSON Schema, draft 2020-12, by the meta-schema that the package jsonschema ships."""

    def test_every_schema_is_one(self) -> None:
        """Each fits the meta-schema, and none lets unknown keys pass at the top."""
        for name in ("class", "request", "plan", "movements"):
            Draft202012Validator.check_schema(schema(name))
            with self.assertRaises(InvalidInput):
                conforming({"no-such-key": 1}, name)

    def test_examples_and_library_conform(self) -> None:
        """The examples of docs/formats/ and the shipped library fit, and survive a round trip."""
        conforming(library_document(), "movements")
        design, known = class_from(conforming(example("class"), "class"), LIBRARY)
        again = conforming(class_to(design, known), "class")
        self.assertEqual(class_from(again, LIBRARY), (design, known))
        plan = plan_from(conforming(example("plan"), "plan"), LIBRARY)
        self.assertEqual(plan_from(conforming(plan_to(plan), "plan"), LIBRARY), plan)
        request_from(conforming(example("request"), "request"))


class EveryFormat(unittest.TestCase):
    def document(self, kind: str, **more: Any) -> dict[str, Any]:
        names = ("squat", "march-on-the-spot", "wall-sit")[: COUNTS.get(kind, 2)]
        block = {
            "purpose": PURPOSES.get(kind, "work"),
            "format": {"kind": kind, **NEEDED.get(kind, {}), **more},
            "items": [{"movement": name} for name in names],
        }
        return {"name": "One", "focus": "whole-body", "slot_seconds": 2700, "blocks": [block]}

    def test_each_kind_is_read_timed_and_written(self) -> None:
        """Seventeen kinds with little but their name: schema, reader, clock and writer agree."""
        self.assertEqual(len(KINDS), 17)
        for kind in KINDS:
            with self.subTest(kind):
                design, _ = class_from(conforming(self.document(kind), "class"), LIBRARY)
                clock = class_clock(design, LIBRARY)
                self.assertGreater(clock.nominal_seconds, 0)
                self.assertGreaterEqual(clock.real_seconds, clock.nominal_seconds)
                self.assertEqual(class_from(class_to(design), LIBRARY)[0], design)
                self.assertTrue(design.blocks[0].format.summary())

    def test_each_parameter_has_its_own_refusal(self) -> None:
        """A word in place of each parameter, and a key that there is not, are refused by place."""
        for kind, cls in KINDS.items():
            for name in [field.name for field, _ in hints_of(cls)] + ["tempo_of_the_moon"]:
                with self.subTest(f"{kind}.{name}"), self.assertRaises(InvalidInput) as caught:
                    document = self.document(kind, **{name: {"a": "word"}})
                    class_from(conforming(document, "class"), LIBRARY)
                self.assertIn("blocks[0].format", caught.exception.place)


class Careless(unittest.TestCase):
    """Whatever is changed in a document, it is read or refused by an error of ours."""

    @staticmethod
    def read(kind: str, data: Any) -> None:
        document = conforming(data, kind)
        if kind == "class":
            design, _ = class_from(document, LIBRARY)
            class_clock(design, LIBRARY)
        elif kind == "plan":
            plan_from(document, LIBRARY)
        else:
            request_from(document)

    @given(st.data())
    @settings(max_examples=120, deadline=None)
    def test_one_change_anywhere(self, data: st.DataObject) -> None:
        """Dropped, or replaced by another kind of value: never an unforeseen exception."""
        kind = data.draw(st.sampled_from(["class", "request", "plan"]))
        document = example(kind)
        path = data.draw(st.sampled_from(list(places(document))))
        value = data.draw(
            st.sampled_from([None, True, -1, 0, 10**9, 0.5, "", "x", [], {}, ["x"], {"x": 1}])
        )
        changed = with_change(document, path, value, drop=data.draw(st.booleans()))
        try:
            self.read(kind, changed)
        except (InvalidInput, NotFound) as error:
            self.assertTrue(error.what)
            self.assertLess(len(error.line()), 600)

    @given(
        st.recursive(
            st.none() | st.integers() | st.text(),
            lambda s: st.lists(s) | st.dictionaries(st.text(), s),
        )
    )
    @settings(max_examples=100, deadline=None)
    def test_something_else_altogether(self, data: Any) -> None:
        """Any JSON that is no document is refused with a place."""
        for kind in ("class", "request", "plan", "movements"):
            with self.assertRaises(GrikeError) as caught:
                conforming(data, kind)
            self.assertTrue(caught.exception.place)


if __name__ == "__main__":
    unittest.main()
