"""Dataclasses to and from plain data, and schemas that follow from them."""

from __future__ import annotations

import unittest
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Any

from grike.core.errors import InvalidInput
from grike.core.plain import at, from_plain, member, to_plain


class Colour(StrEnum):
    RED = "red"
    BLUE = "blue"


@dataclass(frozen=True, slots=True)
class Inner:
    size: int
    name: str = "plain"


@dataclass(frozen=True, slots=True)
class Outer:
    colour: Colour
    inner: Inner
    many: tuple[Inner, ...] = ()
    pair: tuple[int, int] | None = None
    share: float = 0.5
    yes: bool = False
    extra: tuple[str, ...] = field(default=())


FULL = Outer(Colour.BLUE, Inner(1, "x"), (Inner(2), Inner(3, "y")), (4, 5), 0.25, True, ("a",))


class ThereAndBack(unittest.TestCase):
    def test_every_kind_of_field(self) -> None:
        """Enums, numbers, truths, texts, lists and objects inside come back as they were."""
        self.assertEqual(from_plain(Outer, to_plain(FULL), "outer"), FULL)
        small = Outer(Colour.RED, Inner(1))
        self.assertEqual(to_plain(small), {"colour": "red", "inner": {"size": 1}})
        self.assertEqual(from_plain(Outer, to_plain(small), "outer"), small)

    def test_defaults_may_be_kept(self) -> None:
        """With defaults kept only what is None is left out."""
        kept = to_plain(Outer(Colour.RED, Inner(1)), keep_defaults=True)
        self.assertEqual(kept["inner"], {"size": 1, "name": "plain"})
        self.assertEqual((kept["share"], kept["yes"], kept["many"]), (0.5, False, []))
        self.assertNotIn("pair", kept)

    def test_whole_numbers_pass_for_decimals(self) -> None:
        """A 1 for a share is 1.0; a truth is no number."""
        data = {"colour": "red", "inner": {"size": 1}, "share": 1}
        self.assertEqual(from_plain(Outer, data, "outer").share, 1.0)


class Refusals(unittest.TestCase):
    def refused(self, place: str, words: str, **changes: Any) -> None:
        data = {"colour": "red", "inner": {"size": 1}} | changes
        with self.assertRaises(InvalidInput) as caught:
            from_plain(Outer, data, "outer")
        self.assertEqual(caught.exception.place, place)
        self.assertIn(words, caught.exception.line())

    def test_each_fault_has_its_place(self) -> None:
        """Unknown, missing, of the wrong kind: the place goes down to the cell."""
        self.refused("speed", "is not a parameter of outer", speed=1)
        self.refused("colour", "Use one of: red, blue", colour="green")
        self.refused("inner.size", "is missing", inner={})
        self.refused("inner.size", "not a whole number", inner={"size": "1"})
        self.refused("inner.size", "not a whole number", inner={"size": True})
        self.refused("many[1].name", "not a text", many=[{"size": 1}, {"size": 1, "name": 3}])
        self.refused("pair", "Give 2", pair=[1])
        self.refused("many", "not a list", many="ab")
        self.refused("yes", "not yes or no", yes=1)
        self.refused("inner", "must be an object", inner=3)

    def test_places_are_put_in_front(self) -> None:
        """A place outside and one inside make one path; indices join without a dot."""
        for inside, path in (("x", "a.x"), ("[0]", "a[0]"), ("", "a")):
            with self.assertRaises(InvalidInput) as caught, at("a"):
                raise InvalidInput("No.", place=inside)
            self.assertEqual(caught.exception.place, path)
        with self.assertRaises(InvalidInput):
            member(Colour, "green", "colour")


class Schemas(unittest.TestCase):
    def test_schemas_are_those_of_the_code(self) -> None:
        """The files hold what the dataclasses say, so that no format is missing from them."""
        from scripts import schemas

        self.assertTrue(schemas.current())
        kinds = schemas.definitions()["format"]["properties"]["kind"]["enum"]
        self.assertEqual(len(kinds), 17)
