"""A series taken out: workbook, CSV and calendar, each read by what did not write it."""

from __future__ import annotations

import csv
import datetime as dt
import io
import xml.etree.ElementTree as ET
import zipfile
from dataclasses import replace

from grike.exchange.tables import as_text
from grike.store import changes, series
from tests.api.base import WithApplication

CELLS = "{http://schemas.openxmlformats.org/spreadsheetml/2006/main}"


def unfolded(text: str) -> list[str]:
    """Return the content lines of a calendar: RFC 5545, 3.1, a line that begins with a space."""
    lines: list[str] = []
    for line in text.split("\r\n"):
        if line.startswith((" ", "\t")) and lines:
            lines[-1] += line[1:]
        elif line:
            lines.append(line)
    return lines


def events(text: str) -> list[dict[str, str]]:
    """Return the properties of each event by name, without their parameters."""
    out: list[dict[str, str]] = []
    for line in unfolded(text):
        if line == "BEGIN:VEVENT":
            out.append({})
        elif out and ":" in line:
            name, value = line.split(":", 1)
            out[-1].setdefault(name.split(";")[0], value)
    return out


class Exports(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.path = f"/api/series/{self.series_id}"

    def rename(self, name: str) -> None:
        """Give the first class another name."""
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            first = stored.plan.classes[0]
            renamed = replace(first, design=replace(first.design, name=name))
            changes.save(connection, stored, [renamed], "Rename", None)

    def table(self) -> list[list[str]]:
        return list(csv.reader(io.StringIO(self.client.get(f"{self.path}/plan.csv").text)))

    def test_every_movement_has_a_row(self) -> None:
        """CSV and workbook hold the movements of the classes, in order; volumes are the board's."""
        board = self.board(self.series_id)
        movements = {m["id"]: m["name"] for m in self.client.get("/api/movements").json()}
        wanted = [movements.get(i, i) for entry in board["classes"] for i in entry["movements"]]
        head, *rows = self.table()
        named = [row[7] for row in rows if row[5] not in ("warm-up", "cool-down")]
        self.assertEqual((head[7], named), ("Movement", wanted))
        book = self.client.get(f"{self.path}/plan.xlsx").content
        self.assertEqual([row[7] for row in self.cells(book, 1)[1:]], [row[7] for row in rows])
        volume = {row[0]: float(row[1]) for row in self.cells(book, 2)[1:]}
        shown = {m["muscle"]: m["sets"] for m in board["week_volumes"]["0"]["muscles"]}
        self.assertAlmostEqual(volume["Glutes"], shown["glutes"], places=2)

    def cells(self, book: bytes, number: int) -> list[list[str]]:
        """Return the values of a sheet from the parts of the file (ECMA-376), with zip and XML."""
        with zipfile.ZipFile(io.BytesIO(book)) as parts:
            sheet = ET.fromstring(parts.read(f"xl/worksheets/sheet{number}.xml"))
        self.assertEqual(list(sheet.iter(f"{CELLS}f")), [])

        def value(cell: ET.Element) -> str:
            return "".join(cell.itertext())

        return [[value(cell) for cell in row] for row in sheet.iter(f"{CELLS}row")]

    def test_no_cell_is_a_formula(self) -> None:
        """A class that is called like a formula stays a text in both."""
        for name in ("=1+1", "+1", "-1", "@sum", "\tx"):
            self.assertEqual(as_text(name), f"'{name}")
        self.assertEqual((as_text("1-1"), as_text(-1)), ("1-1", -1))
        self.rename('=HYPERLINK("x")')
        self.assertEqual(self.table()[1][3], '\'=HYPERLINK("x")')
        book = self.client.get(f"{self.path}/plan.xlsx").content
        self.assertEqual(self.cells(book, 1)[1][3], '=HYPERLINK("x")')

    def test_the_calendar(self) -> None:
        """An event a class, for the day until somebody is down for it, then by the clock."""
        self.rename("Squats, hinges; and\\or rows: " + "é" * 60)
        begins = {"starts_at": "2026-11-30T18:30:00"}
        answer = self.post(f"{self.path}/classes/0/sessions", begins)
        self.assertEqual(answer.status_code, 201, answer.text)
        text = self.client.get(f"{self.path}/calendar.ics").text
        self.assertTrue(all(len(line.encode()) <= 75 for line in text.split("\r\n")))
        first, second, _ = events(text)
        self.assertEqual((first["DTSTART"], first["DTEND"]), ("20261130T183000", "20261130T191500"))
        self.assertEqual((second["DTSTART"], second["DTEND"]), ("20261202", "20261203"))
        self.assertEqual(first["SUMMARY"], "Squats\\, hinges\\; and\\\\or rows: " + "é" * 60)
        self.assertEqual(first["UID"], f"series-{self.series_id}-day-0@grike")
        self.assertEqual(len({event["UID"] for event in events(text)}), 3)

    def test_times_of_the_set_up(self) -> None:
        """Set up with half past six on Wednesdays: the calendar and who teaches go by that."""
        setup = self.client.get(f"{self.path}/setup").json()
        times = {"times": {"2": "18:30"}}
        answer = self.client.put(f"{self.path}/setup", json=setup | times, headers=self.csrf)
        self.assertEqual(answer.status_code, 200, answer.text)
        begins = [
            self.client.get(f"{self.path}/classes/{slot}").json()["begins"] for slot in (0, 1)
        ]
        self.assertEqual(begins, [None, "2026-12-02T18:30:00"])
        first, second, _ = events(self.client.get(f"{self.path}/calendar.ics").text)
        self.assertEqual((first["DTSTART"], second["DTSTART"]), ("20261130", "20261202T183000"))
        version = self.client.get(f"{self.path}/setup").json()["version"]
        wrong = setup | {"version": version, "times": {"1": "18:30"}}
        answer = self.client.put(f"{self.path}/setup", json=wrong, headers=self.csrf)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("Only a day of the series", answer.json()["fields"]["times"])

    def test_a_link_is_secret_until_it_is_revoked(self) -> None:
        """Without signing in it gives the calendar as it is now; revoked, or invented, nothing."""
        made = self.post(f"{self.path}/calendar-links").json()
        path = made["path"]
        with self.database.transaction() as connection:
            (kept,) = connection.rows("SELECT token_hash FROM calendar_link")
        self.assertNotIn(kept["token_hash"], path)
        links = self.client.get(f"{self.path}/calendar-links").json()
        self.assertEqual([link["id"] for link in links], [made["id"]])
        ago = dt.datetime.now(dt.UTC) - dt.datetime.fromisoformat(links[0]["made_at"])
        self.assertLess(abs(ago.total_seconds()), 600)
        self.client.cookies.clear()
        self.assertEqual(len(events(self.client.get(path).text)), 3)
        self.assertEqual(self.client.get("/api/calendars/guess.ics").status_code, 404)
        self.sign_in("ivo")
        own = f"{self.path}/calendar-links/{made['id']}"
        self.assertEqual(self.client.delete(own, headers=self.csrf).status_code, 404)
        self.sign_in()
        self.assertEqual(self.client.delete(own, headers=self.csrf).status_code, 204)
        self.client.cookies.clear()
        self.assertEqual(self.client.get(path).status_code, 404)
