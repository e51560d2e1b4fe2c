"""A whole house goes out as a document and comes in again, in another database, the same."""

from __future__ import annotations

import copy
import datetime as dt
from dataclasses import replace
from typing import Any

from grike.api.house.whole import house_in, house_to
from grike.core.bouts import Side
from grike.core.cautions import Caution
from grike.core.done import Complaint, Otherwise
from grike.core.errors import Conflict, GrikeError, InvalidInput
from grike.core.group import Group
from grike.core.kit import Kit, Room
from grike.core.movement import Joint
from grike.core.record import Mark, SessionRecord
from grike.core.site import Site
from grike.core.wishes import Member
from grike.exchange.documents import conforming
from grike.exchange.library import library_document
from grike.exchange.shapes import shipped_shapes
from grike.store import changes, groups, library, people, rooms, series, sessions, shapes, sites
from grike.store import templates as kept
from tests.api.base import WithApplication

NOW = dt.datetime(2026, 11, 28, 9, tzinfo=dt.UTC)
RECORD = SessionRecord(
    43.5,
    6.0,
    14,
    "Two came late; “tired” — ça va",
    (Mark("rest_factor", 33.25, 30, ""),),
    (
        Otherwise(2, 0, 1, Side.LEFT, "squat", "", 10),
        Otherwise(2, 1, 1, Side.BOTH, "dead-bug"),
        Otherwise(2, 1, 4, Side.BOTH, "dead-bug", extra=40),
    ),
    (Complaint(Joint.KNEE, "squat"),),
)
EVERYTHING = ("people_group", "movement", "class_template", "class_shape")


class House(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        with self.database.transaction() as connection:
            for table in EVERYTHING:
                connection.run(f"DELETE FROM {table}")
            library.load(connection, library_document()["movements"])
        self.filled()

    def tearDown(self) -> None:
        with self.database.transaction() as connection:
            for table in EVERYTHING:
                connection.run(f"DELETE FROM {table}")
            library.load(connection, library_document()["movements"])

    def filled(self) -> None:
        """A series with tags, a season of it, what was taught of a class that changed since."""
        self.first = self.a_series()
        with self.database.transaction() as connection:
            ivo = people.named(connection, "ivo")
            assert ivo is not None
            loft = rooms.put(connection, Room("Løft „oben“", {Kit.MAT: 8}, 12))
            quay = sites.add(connection, Site("Quay", "2 Long Quay", "First aid: at the door."))
            sites.put_room(connection, loft, quay)
            sites.works_at(connection, ivo.id, [quay])
            group = Group("Monday, 7 o'clock", 12, 1, (Caution.KNEES,), times={0: dt.time(7)})
            member = Member("Ada", (Caution.CHAIR,))
            groups.add(connection, replace(group, members=(member,)))
            shapes.add(connection, replace(shipped_shapes()[0], id="ours", name="Ours"))
            stored = series.get(connection, self.first)
            first = stored.plan.classes[0]
            kept.add(connection, "Kept", first.design)
            at = dt.datetime.combine(first.slot.date, dt.time(18, 30))
            taught = sessions.add(
                connection, stored.designs[0], self.first, first.slot.day, at, None, ivo.id
            )
            sessions.put_record(connection, taught, RECORD, ivo.id)
            changed = replace(first, design=replace(first.design, name="Another"))
            changes.save(connection, stored, [changed], "Rename", None)
            series.shelve(connection, self.first, ["winter", "crew"], archived=True)
            self.second = series.add(connection, stored.plan, None, self.first)
            entry = library.get(connection, "squat").entry | {"care": "Slowly; mind the step."}
            library.save_all(connection, [entry])
            plank = library.get(connection, "side-plank")
            library.retire(connection, "side-plank", plank.version, True)
            gone = people.add(connection, "Gone Away", "gone", "viewer", "")
            people.leave(connection, gone)

    def emptied(self, connection: Any) -> None:
        """Make the database that of a house of its first owner only."""
        for table in ("session", "series_change", "series_class", "series", "design"):
            connection.run(f"DELETE FROM {table}")
        for table in (*EVERYTHING, "sign_in", "audit", "room", "site", "person"):
            connection.run(f"DELETE FROM {table}")
        library.load(connection, library_document()["movements"])

    def test_out_and_in_again(self) -> None:
        """What comes of it in an empty database goes out as the same document."""
        with self.database.transaction() as connection:
            document = conforming(house_to(connection, NOW), "house")
            self.emptied(connection)
            counts = house_in(connection, copy.deepcopy(document))
            self.assertEqual((counts.series, counts.sessions), (2, 1))
            again = house_to(connection, NOW)
        self.assertEqual(again, document)
        learned = [own["learned_from"] for own in document["series"]]
        self.assertEqual(learned.count(None), 1)
        names = {own["id"] for own in document["movements"]}
        self.assertEqual(names, {"squat", "side-plank"})
        text = str(document)
        self.assertNotIn("argon2", text)

    def test_only_into_an_empty_house(self) -> None:
        """A house with series is left as it is."""
        with self.database.transaction() as connection:
            document = house_to(connection, NOW)
        with self.assertRaises(Conflict), self.database.transaction() as connection:
            house_in(connection, document)

    def test_a_fault_is_told_with_its_place_and_nothing_comes_in(self) -> None:
        """A class on a day that is none, a movement that nobody knows, a record that cannot be."""
        with self.database.transaction() as connection:
            document = house_to(connection, NOW)
        place = next(n for n, own in enumerate(document["series"]) if own["sessions"])
        faults: tuple[tuple[tuple[Any, ...], str, Any], ...] = (
            (("sessions", 0), "weekday", 6),
            (("document", "series"), "minutes", 5),
            (("document", "classes", 0), "week", 9),
            (("sessions", 0, "record"), "effort", 11),
        )
        for path, key, value in faults:
            spoiled = copy.deepcopy(document)
            own = spoiled["series"][place]
            own["sessions"][0].pop("class", None)
            for step in path:
                own = own[step]
            own[key] = value
            words = f"series[{place}].{path[0]}"
            with (
                self.assertRaises(GrikeError) as caught,
                self.database.transaction() as connection,
            ):
                self.emptied(connection)
                house_in(connection, spoiled)
            self.assertIn(words, caught.exception.place)
        with self.database.transaction() as connection:
            self.assertEqual(house_to(connection, NOW), document)

    def test_for_owners(self) -> None:
        """A director is told no; an owner gets it."""
        self.sign_in()
        self.assertEqual(self.client.get("/api/house/document").status_code, 403)
        with self.database.transaction() as connection:
            connection.run("UPDATE person SET role = 'owner' WHERE sign_in_name = 'dora'")
        answer = self.client.get("/api/house/document")
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(len(conforming(answer.json(), "house")["series"]), 2)

    def test_not_a_house(self) -> None:
        """Another document is refused with its place."""
        with self.assertRaisesRegex(InvalidInput, "house"):
            conforming({"grike": "series"}, "house")
