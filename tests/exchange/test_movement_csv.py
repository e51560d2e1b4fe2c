"""Movements as CSV: there and back, and faults by line and column."""

from __future__ import annotations

import csv
import io
import unittest

from grike.core.errors import InvalidInput
from grike.exchange.library import library_document
from grike.exchange.movement_csv import (
    COLUMNS,
    NAMES,
    NEEDED,
    from_csv,
    from_fields,
    to_csv,
    to_fields,
)

ENTRIES = library_document()["movements"]


def edited(line: int, **cells: str) -> str:
    """Return the first movements as CSV with cells of one line (2 is the first) changed."""
    rows = [to_fields(entry) for entry in ENTRIES[:4]]
    rows[line - 2] |= cells
    out = io.StringIO()
    writer = csv.DictWriter(out, NAMES)
    writer.writeheader()
    writer.writerows(rows)
    return out.getvalue()


class RoundTrip(unittest.TestCase):
    def test_the_whole_library(self) -> None:
        """Every movement that ships comes back as the very same entry."""
        self.assertEqual(from_csv(to_csv(ENTRIES)), ENTRIES)

    def test_as_a_spreadsheet_saves_it(self) -> None:
        """With a byte order mark, cells parted by semicolons, and other ends of lines."""
        rows = list(csv.DictReader(io.StringIO(to_csv(ENTRIES[:20]))))
        out = io.StringIO()
        writer = csv.DictWriter(out, NAMES, delimiter=";", lineterminator="\r\n")
        writer.writeheader()
        writer.writerows(rows)
        self.assertEqual(from_csv("\ufeff" + out.getvalue()), ENTRIES[:20])

    def test_columns_are_explained(self) -> None:
        """Each field of an entry is a column with its meaning."""
        for entry in ENTRIES:
            self.assertLessEqual(set(NEEDED), set(entry), entry["id"])
            self.assertLessEqual(set(entry), set(NAMES), entry["id"])
        self.assertTrue(all(column.meaning for column in COLUMNS))

    def test_a_table_from_before_is_read(self) -> None:
        """Without the columns that came later a movement has what is usual for its family."""
        rows = list(csv.DictReader(io.StringIO(to_csv(ENTRIES[:3]))))
        out = io.StringIO()
        writer = csv.DictWriter(out, NEEDED, extrasaction="ignore")
        writer.writeheader()
        writer.writerows(rows)
        read = from_csv(out.getvalue())
        self.assertEqual([entry["id"] for entry in read], [e["id"] for e in ENTRIES[:3]])
        self.assertNotIn("pattern", read[0])


class Faults(unittest.TestCase):
    def faults(self, text: str) -> dict[str, str]:
        with self.assertRaises(InvalidInput) as caught:
            from_csv(text)
        return caught.exception.fields or {caught.exception.place: caught.exception.what}

    def test_each_kind_of_cell(self) -> None:
        """A cell that cannot be read is named by line and column, with what would be right."""
        for name, value, words in (
            ("name", "", "must not be empty"),
            ("family", "squats", "Use one of: squat"),
            ("targets", "quadriceps; thigh", "'thigh' is not known"),
            ("level", "4", "whole number from 1 to 3"),
            ("level", "two", "whole number from 1 to 3"),
            ("seconds_per_rep", "soon", "number from 0.2 to 30"),
            ("reps", "12", "range such as 8-15"),
            ("reps", "15-8", "lower end comes first"),
            ("foundation", "true", "neither yes nor no"),
            ("joints", "knee:1", "of the form"),
            ("joints", "elbow 1", "'elbow' is not known"),
            ("easier", "Slower", "must end with what changes"),
            ("cues", "Only one", "at least 2"),
        ):
            with self.subTest(f"{name} {value}"):
                found = self.faults(edited(3, **{name: value}))
                self.assertIn(words, found[f"line 3, {name}"])

    def test_all_faults_are_told_at_once(self) -> None:
        """Two bad cells in one line and the place of each."""
        found = self.faults(edited(4, level="9", pace="brisk"))
        self.assertEqual(set(found), {"line 4, level", "line 4, pace"})

    def test_tables_of_another_shape(self) -> None:
        """Columns that lack or are unknown, cells that lack, and text that is no CSV."""
        self.assertIn("lacks the column 'name'", self.faults("id\nsquat\n")["line 1"])
        extra = to_csv(ENTRIES[:1]).replace("id,name", "id,colour,name", 1)
        self.assertIn("'colour'", self.faults(extra)["line 1"])
        short = to_csv(ENTRIES[:1]) + "squat,Squat\n"
        self.assertIn("cells", self.faults(short)["line 3"])
        (open_quote,) = self.faults(to_csv(ENTRIES[:1]) + '"squat').values()
        self.assertIn("not CSV", open_quote)

    def test_a_form_names_its_fields(self) -> None:
        """The same faults without a line for the fields of a form."""
        with self.assertRaises(InvalidInput) as caught:
            from_fields(to_fields(ENTRIES[0]) | {"level": "0", "kit": "rope"})
        self.assertEqual(set(caught.exception.fields), {"level", "kit"})
        self.assertEqual(from_fields(to_fields(ENTRIES[0])), ENTRIES[0])
