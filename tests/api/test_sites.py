"""Two sites of a house: rooms and people of each, classes in another room, two things at once."""

from __future__ import annotations

from typing import Any

from grike.api.passwords import hash_password
from grike.core.kit import Kit, Room
from grike.store import people, rooms
from tests.api.base import PASSWORD, WithApplication

SITE = {"name": "Quay", "address": "2 Long Quay", "in_emergency": "First aid: left of the door."}


class Sites(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.series = self.a_series()
        with self.database.transaction() as connection:
            people.add(connection, "Olla Owner", "olla", "owner", hash_password(PASSWORD))
            self.hall = rooms.put(connection, Room("Full hall", dict.fromkeys(Kit, 30), 30))
            self.loft = rooms.put(connection, Room("Loft", {Kit.MAT: 30}, 4))
            ivo = people.named(connection, "ivo")
            assert ivo is not None
            self.ivo = ivo.id
        self.sign_in("olla")
        self.site = self.made(SITE)
        self.other = self.made({"name": "Boathouse"})

    def made(self, body: dict[str, Any]) -> int:
        answer = self.post("/api/sites", body)
        self.assertEqual(answer.status_code, 201, answer.text)
        return int(answer.json()["id"])

    def put(self, path: str, body: Any, status: int = 204) -> None:
        answer = self.client.put(path, json=body, headers=self.csrf)
        self.assertEqual(answer.status_code, status, answer.text)

    def get(self, path: str) -> Any:
        answer = self.client.get(path)
        self.assertEqual(answer.status_code, 200, answer.text)
        return answer.json()

    def taught(self, slot: int, at: str, room: int | None, status: int = 201) -> None:
        body = {"starts_at": at, "instructor": self.ivo, "room": room}
        answer = self.post(f"/api/series/{self.series}/classes/{slot}/sessions", body)
        self.assertEqual(answer.status_code, status, answer.text)

    def test_kept_changed_forgotten(self) -> None:
        """Who was slower is told; two of one name are refused; rooms and people stay."""
        path = f"/api/sites/{self.site}"
        changed = {**SITE, "address": "3 Long Quay", "version": 1}
        self.put(path, changed, 200)
        self.put(path, changed, 409)
        self.put(f"/api/sites/{self.other}", {"name": " QUAY ", "version": 1}, 409)
        self.put(path, {**changed, "name": " ", "version": 2}, 422)
        self.assertEqual(
            [(own["name"], own["address"]) for own in self.get("/api/sites")],
            [("Boathouse", ""), ("Quay", "3 Long Quay")],
        )
        self.put(f"/api/rooms/{self.loft}/site", {"site": self.site})
        self.put(f"/api/rooms/{self.loft}/site", {"site": 999}, 404)
        self.put("/api/rooms/999/site", {"site": self.site}, 404)
        self.put(f"/api/house/people/{self.ivo}/sites", {"sites": [self.other, self.site]})
        self.put(f"/api/house/people/{self.ivo}/sites", {"sites": [999]}, 404)
        (ivo,) = [own for own in self.get("/api/people") if own["id"] == self.ivo]
        self.assertEqual(sorted(ivo["sites"]), sorted([self.site, self.other]))
        self.assertEqual(self.client.delete(path, headers=self.csrf).status_code, 204)
        self.assertEqual(self.client.delete(path, headers=self.csrf).status_code, 404)
        (loft,) = [own for own in self.get("/api/rooms") if own["name"] == "Loft"]
        self.assertIsNone(loft["site"])
        (ivo,) = [own for own in self.get("/api/house/people") if own["id"] == self.ivo]
        self.assertEqual(ivo["sites"], [self.other])

    def test_a_class_in_another_room(self) -> None:
        """What it lacks is said before; where to run in an emergency, and the way, after."""
        self.put(f"/api/rooms/{self.loft}/site", {"site": self.site})
        self.put(f"/api/rooms/{self.hall}/site", {"site": self.other})
        path = f"/api/series/{self.series}/classes/0"
        usual, loft = self.get(f"{path}/rooms")
        self.assertEqual((usual["name"], usual["usual"], usual["lacks"]), ("Full hall", True, []))
        self.assertEqual((loft["site"], loft["lacks"][0][:7]), ("Quay", "It hold"))
        self.taught(0, "2026-11-30T18:00:00", None)
        self.taught(0, "2026-11-30T18:50:00", self.loft)
        self.taught(0, "2026-11-30T18:00:00", 999, 422)
        detail = self.get(path)
        self.assertEqual(
            [(own["room"], own["site"]) for own in detail["sessions"]],
            [("Full hall", "Boathouse"), ("Loft", "Quay")],
        )
        self.assertEqual([own["site"] for own in detail["places"]], ["Boathouse", "Quay"])
        self.assertEqual(detail["places"][1]["in_emergency"], SITE["in_emergency"])
        for own in detail["sessions"]:
            (clash,) = own["clashes"]
            self.assertIn("Ivo Instructor has 5 minutes", clash)
        self.sign_in("ivo")
        mine = self.get("/api/my-classes?since=2026-11-30T12:00:00")
        self.assertEqual([own["site"] for own in mine], ["Boathouse", "Quay"])
        self.assertEqual([len(own["clashes"]) for own in mine], [1, 1])

    def test_the_calendar_has_each_teaching_where_it_is(self) -> None:
        """One class at two sites on one day: two events with names of their own."""
        self.put(f"/api/rooms/{self.loft}/site", {"site": self.site})
        self.taught(0, "2026-11-30T07:00:00", None)
        self.taught(0, "2026-11-30T18:00:00", self.loft)
        text = self.client.get(f"/api/series/{self.series}/calendar.ics").text
        text = text.replace("\r\n ", "")
        self.assertIn("LOCATION:Loft\\, Quay\\, 2 Long Quay", text)
        self.assertIn("LOCATION:Full hall\r\n", text)
        names = [line for line in text.splitlines() if line.startswith("UID:")]
        self.assertEqual(len(names), len(set(names)))
        self.assertIn(f"UID:series-{self.series}-day-0-2@grike", names)

    def test_how_it_went_at_each_site(self) -> None:
        """One class at two sites, 40 and 50 minutes: each site has its own."""
        self.put(f"/api/rooms/{self.loft}/site", {"site": self.site})
        self.put(f"/api/rooms/{self.hall}/site", {"site": self.other})
        for at, room, minutes in (("07", self.hall, 40), ("18", self.loft, 50)):
            self.taught(0, f"2026-11-30T{at}:00:00", room)
            (session,) = [
                own
                for own in self.get(f"/api/series/{self.series}/classes/0")["sessions"]
                if own["starts_at"][11:13] == at
            ]
            self.put(f"/api/sessions/{session['id']}/record", {"minutes": minutes}, 200)
        found = self.get(f"/api/series/{self.series}/done-by")
        over = {own["of"]: own["over"] for own in found["places"]}
        self.assertEqual(over["Quay"] - over["Boathouse"], 10)
        self.assertEqual({own["where"] for own in found["often"][0]["times"]}, set(over))
