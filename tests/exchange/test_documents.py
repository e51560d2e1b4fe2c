"""JSON documents: what is read, and how faults are told."""

from __future__ import annotations

import json
import tempfile
import unittest
from pathlib import Path
from typing import Any

from grike.core.errors import InvalidInput
from grike.core.planner import Problem, plan
from grike.core.rules import Facts, findings
from grike.exchange.classes import class_from, class_to, require_equal_sides
from grike.exchange.documents import conforming, parse, read, schema
from grike.exchange.library import library_document, library_from, shipped_library
from grike.exchange.plans import findings_report, plan_from, plan_to, request_from

ROOT = Path(__file__).parents[2]
FORMATS = ROOT / "docs" / "formats"


def example(name: str) -> dict[str, Any]:
    loaded: dict[str, Any] = json.loads((FORMATS / f"example-{name}.json").read_text())
    return loaded


class Faults(unittest.TestCase):
    """Every fault is one clear line with its place."""

    def refused(self, kind: str, data: Any) -> str:
        with self.assertRaises(InvalidInput) as caught:
            document = parse(data, kind) if isinstance(data, str) else conforming(data, kind)
            if kind == "class":
                class_from(document, shipped_library())
            if kind == "plan":
                plan_from(document, shipped_library())
            if kind == "request":
                request_from(document)
        return caught.exception.line()

    def test_broken_json(self) -> None:
        """Line and column are named."""
        self.assertTrue(
            self.refused("class", '{"name": "x",\n oops}').startswith("line 2, column 2:")
        )

    def test_a_key_that_stands_twice(self) -> None:
        """JSON would keep the last one silently; here it is an error."""
        self.assertIn("'name' stands twice", self.refused("class", '{"name": "x", "name": "y"}'))

    def test_unknown_keys(self) -> None:
        """An unknown key is named with its place."""
        line = self.refused("class", example("class") | {"colour": "red"})
        self.assertIn("'colour' was unexpected", line)

    def test_unknown_movement(self) -> None:
        """The place of an unknown movement is given to the item."""
        data = example("class")
        data["blocks"][2]["items"][1]["movement"] = "sqat"
        self.assertIn(
            "blocks[2].items[1].movement: There is no movement 'sqat'", self.refused("class", data)
        )

    def test_negative_seconds(self) -> None:
        """Negative seconds break the schema at their place."""
        data = example("class")
        data["blocks"][2]["format"]["rest_seconds"] = -5
        line = self.refused("class", data)
        self.assertIn("blocks[2].format.rest_seconds: Rest seconds is -5 s. Give 0 to 300 s.", line)

    def test_sides_that_do_not_match(self) -> None:
        """A handling of sides on a two-sided movement is refused."""
        data = example("class")
        data["blocks"][2]["items"][0]["handling"] = "by-round"
        self.assertIn("blocks[2].items[0].handling", self.refused("class", data))

    def test_sides_that_end_unequal(self) -> None:
        """By round over three rounds: the difference is said."""
        data = example("class")
        data["blocks"][2]["format"]["rounds"] = 3
        data["blocks"][2]["items"][2]["handling"] = "by-round"
        design, _ = class_from(data, shipped_library())
        with self.assertRaises(InvalidInput) as caught:
            require_equal_sides(design, shipped_library())
        self.assertIn("left 80 s, right 40 s", caught.exception.line())

    def test_parameters_of_another_format(self) -> None:
        """A parameter that the format has not is named."""
        data = example("class")
        data["blocks"][2]["format"]["reps"] = 10
        self.assertIn("'reps' was unexpected", self.refused("class", data))

    def test_rules_and_numbers_of_a_request(self) -> None:
        """Unknown rules and numbers are refused."""
        data = example("request")
        data["rules"] = {"Z9": {"mode": "off"}}
        self.assertIn("'Z9' was unexpected", self.refused("request", data))
        data["rules"] = {"D4": {"numbers": {"gapp": 2}}}
        self.assertIn("'gapp' was unexpected", self.refused("request", data))

    def test_days_that_are_no_dates(self) -> None:
        """The 30th of February has the right form and is no date."""
        data = example("request")
        data["series"]["start"] = "2026-02-30"
        self.assertIn("series.start: '2026-02-30' is not a date", self.refused("request", data))

    def test_classes_on_days_that_the_series_has_not(self) -> None:
        """A class on a Sunday of a weekday series is refused by its number."""
        data = example("request") | {
            "classes": [{"week": 1, "weekday": 6, "class": example_class()}]
        }
        self.assertIn("classes[0]: Week 1, weekday 6 is no day", self.refused("plan", data))
        twice = [{"week": 1, "weekday": 0, "class": example_class()}] * 2
        self.assertIn("stands twice", self.refused("plan", data | {"classes": twice}))

    def test_dates_and_certificates_that_are_not_true(self) -> None:
        """A date that is not the day's, and a bound above the cost, are told and not believed."""
        data = example("plan")
        data["classes"][0]["date"] = "2020-02-03"
        self.assertIn("not 2020-02-03", self.refused("plan", data))
        data = example("plan")
        data["certificate"] |= {"cost": 1, "bound": 2}
        self.assertIn("every plan costs at least 2", self.refused("plan", data))

    def test_files_that_cannot_be_read(self) -> None:
        """A missing file and one that is not text are told apart."""
        with self.assertRaises(InvalidInput) as caught:
            read("/nowhere/class.json", "class")
        self.assertIn("cannot be read", caught.exception.line())
        with tempfile.NamedTemporaryFile() as file:
            file.write(b"\xff\xfe\x00")
            file.flush()
            with self.assertRaises(InvalidInput) as caught:
                read(file.name, "class")
        self.assertIn("not UTF-8", caught.exception.line())


def example_class() -> dict[str, Any]:
    data = example("class")
    return {key: value for key, value in data.items() if key not in ("$schema", "known")}


class RoundTrips(unittest.TestCase):
    def test_a_class(self) -> None:
        """Out and in again: the same design and the same known movements."""
        design, known = class_from(parse(json.dumps(example("class")), "class"), shipped_library())
        again = class_from(conforming(class_to(design, known), "class"), shipped_library())
        self.assertEqual(again, (design, known))

    def test_a_plan(self) -> None:
        """A planned week goes out with its certificate and comes in with the same findings."""
        data = example("request")
        data["series"]["weeks"] = 1
        result = plan(
            Problem(request_from(conforming(data, "request")), shipped_library()), None, 7
        )
        assert result.plan is not None
        document = conforming(plan_to(result.plan, result.certificate()), "plan")
        again = plan_from(document, shipped_library())
        self.assertEqual(again.classes, result.plan.classes)
        found = findings(Facts(again, shipped_library()))
        self.assertEqual(len(findings_report(found)), len(found))

    def test_chosen_formats(self) -> None:
        """Formats of a request are read, go out with the plan, and unknown ones are refused."""
        data = example("request")
        data["series"]["formats"] = ["superset", "ladder"]
        request = request_from(conforming(data, "request"))
        self.assertEqual(request.shape.formats, {"ladder", "superset"})
        out = conforming(plan_to(request, None), "plan")
        self.assertEqual(out["series"]["formats"], ["ladder", "superset"])
        data["series"]["formats"] = ["talk"]
        with self.assertRaises(InvalidInput):
            conforming(data, "request")

    def test_the_library(self) -> None:
        """The shipped library fits its schema, and a second movement of a name does not."""
        document = library_document()
        self.assertGreater(len(library_from(document)), 100)
        twice = dict(document, movements=[*document["movements"], document["movements"][0]])
        with self.assertRaises(InvalidInput) as caught:
            library_from(twice)
        self.assertIn("stands in the library twice", caught.exception.line())

    def test_one_bad_entry_among_known_ones(self) -> None:
        """What was looked at before is not looked at again; the place is that among all of them."""
        document = library_document()
        library_from(document)
        entries = list(document["movements"])
        entries[7] = entries[7] | {"level": 9}
        for _ in range(2):
            with self.assertRaises(InvalidInput) as caught:
                library_from(document | {"movements": entries})
            self.assertEqual(caught.exception.place, "movements[7].level")
            self.assertIn(entries[7]["name"], caught.exception.what)
        with self.assertRaises(InvalidInput):
            library_from({"version": "none", "movements": "none"})

    def test_schemas_are_where_the_docs_show_them(self) -> None:
        """docs/formats/ shows the very schemas that documents are held against."""
        for kind in ("class", "request", "plan", "movements"):
            shown = json.loads((FORMATS / f"{kind}.schema.json").read_text())
            self.assertEqual(shown, schema(kind))


class Suggestions(unittest.TestCase):
    """What is refused is refused with what was probably meant."""

    def refused(self, **changes: Any) -> InvalidInput:
        document = example("class")
        item = changes.pop("item", None)
        if item is not None:
            document["blocks"][2]["items"][1] = item
        with self.assertRaises(InvalidInput) as caught:
            class_from(conforming(document | changes, "class"), shipped_library())
        return caught.exception

    def test_what_was_probably_meant_is_said(self) -> None:
        """A focus, a movement, a form and a split of what has no sides by itself."""
        self.assertIn("Did you mean lower?", self.refused(focus="lowre").fix)
        self.assertIn("goblet-squat", self.refused(item={"movement": "gobelt-squat"}).fix)
        self.assertIn("pulses", self.refused(item={"movement": "squat~pulse"}).fix)
        split = {"movement": "curl", "handling": "split"}
        self.assertIn("curl~one-side", self.refused(item=split).fix)

    def test_the_advice_works(self) -> None:
        """A split of one side at a time is taken."""
        document = example("class")
        document["blocks"][2]["items"][1] = {"movement": "curl~one-side", "handling": "split"}
        design, _ = class_from(conforming(document, "class"), shipped_library())
        require_equal_sides(design, shipped_library())

    def test_a_long_list_ends_after_a_whole_value(self) -> None:
        """Of many kinds of kit none is cut in the middle, and how many more there are is said."""
        what = self.refused(kit=["trampoline"]).what
        self.assertRegex(what, r"is not one of ('[a-z-]+', )*'[a-z-]+' and \d+ others\.$")

    def test_an_empty_class_is_refused(self) -> None:
        """A class without a block is none."""
        self.assertIn("at least one block", self.refused(blocks=[]).what)
