"""The movement library and class templates in the database."""

from __future__ import annotations

from grike.core.errors import Conflict, InvalidInput, NotFound
from grike.core.formats import Ladder
from grike.exchange.library import library_document
from grike.store import library, templates
from tests.builders import a_class, circuit, work
from tests.store.base import WithDatabase

SHIPPED = library_document()["movements"]


class Movements(WithDatabase):
    def setUp(self) -> None:
        super().setUp()
        self.as_shipped()
        self.addCleanup(self.as_shipped)

    def as_shipped(self) -> None:
        with self.database.transaction() as connection:
            connection.run("DELETE FROM movement")
            library.load(connection, SHIPPED)

    def test_loading_again_keeps_edits(self) -> None:
        """A second start puts in what is missing and leaves what was edited."""
        with self.database.transaction() as connection:
            edited = SHIPPED[0] | {"care": "Our own words"}
            library.change(connection, edited, 1)
            connection.run("DELETE FROM movement WHERE id = %s", (SHIPPED[1]["id"],))
            library.load(connection, SHIPPED)
            self.assertEqual(len(library.entries(connection)), len(SHIPPED))
            self.assertEqual(library.get(connection, edited["id"]).entry["care"], "Our own words")

    def test_shipped_corrections_reach_what_nobody_edited(self) -> None:
        """A new version's words are taken in, except where somebody here wrote their own."""
        corrected = [entry | {"care": "As corrected"} for entry in SHIPPED[:3]]
        with self.database.transaction() as connection:
            library.change(connection, SHIPPED[0] | {"care": "Our own words"}, 1)
            library.retire(connection, SHIPPED[1]["id"], 1, True)
            before = library.state(connection)
            library.load(connection, corrected)
            cares = [library.get(connection, e["id"]).entry.get("care") for e in corrected]
            self.assertEqual(cares[0], "Our own words")
            self.assertEqual(cares[1], SHIPPED[1].get("care"))
            self.assertEqual(cares[2], "As corrected")
            self.assertNotEqual(library.state(connection), before)
            again = library.state(connection)
            library.load(connection, corrected)
            self.assertEqual(library.state(connection), again)

    def test_every_change_moves_the_state(self) -> None:
        """Editing, retiring and adding are each seen by whoever holds the library in memory."""
        with self.database.transaction() as connection:
            seen = {library.state(connection)}
            library.change(connection, SHIPPED[0], 1)
            seen.add(library.state(connection))
            library.retire(connection, SHIPPED[0]["id"], 2, True)
            seen.add(library.state(connection))
            library.add(connection, SHIPPED[0] | {"id": "new", "name": "New"})
            seen.add(library.state(connection))
        self.assertEqual(len(seen), 4)

    def test_stale_versions_are_conflicts(self) -> None:
        """An edit or a retirement against an old version changes nothing."""
        first = SHIPPED[0]
        with self.database.transaction() as connection:
            library.change(connection, first | {"care": "First"}, 1)
            with self.assertRaises(Conflict):
                library.change(connection, first | {"care": "Second"}, 1)
            with self.assertRaises(Conflict):
                library.retire(connection, first["id"], 1, True)
            stored = library.get(connection, first["id"])
        self.assertEqual((stored.entry["care"], stored.retired), ("First", False))

    def test_retired_entries_say_so(self) -> None:
        """The flag travels with the entry; an unknown movement is not found."""
        with self.database.transaction() as connection:
            library.retire(connection, SHIPPED[0]["id"], 1, True)
            retired = [e["id"] for e in library.entries(connection) if e.get("retired")]
            self.assertEqual(retired, [SHIPPED[0]["id"]])
            with self.assertRaises(NotFound):
                library.get(connection, "nothing")

    def test_a_table_is_saved_as_a_whole(self) -> None:
        """New entries go to the end, known ones are changed in their place."""
        with self.database.transaction() as connection:
            changed = SHIPPED[2] | {"care": "By table"}
            library.save_all(connection, [changed, SHIPPED[0] | {"id": "last", "name": "Last"}])
            entries = library.entries(connection)
        self.assertEqual(entries[2]["care"], "By table")
        self.assertEqual(entries[-1]["id"], "last")


class Templates(WithDatabase):
    def test_there_and_back(self) -> None:
        """A design with a format of any kind comes back as it was, by name."""
        design = a_class(work(circuit(2), "squat"), work(Ladder(), "glute-bridge"))
        with self.database.transaction() as connection:
            second = templates.add(connection, "Second", design)
            first = templates.add(connection, "First", design)
            found = templates.every(connection)
            self.assertEqual([t.name for t in found], ["First", "Second"])
            self.assertEqual(templates.get(connection, first).design, design)
            templates.remove(connection, second)
            for missing in (second, 0):
                with self.assertRaises(NotFound):
                    templates.get(connection, missing)
                with self.assertRaises(NotFound):
                    templates.remove(connection, missing)

    def test_names_are_taken_once(self) -> None:
        """A second template of a name is refused at its field."""
        with self.database.transaction() as connection:
            templates.add(connection, "One", a_class())
            with self.assertRaises(InvalidInput) as caught:
                templates.add(connection, "One", a_class())
        self.assertEqual(set(caught.exception.fields), {"name"})
