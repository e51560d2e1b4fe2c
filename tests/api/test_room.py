"""A display in the room: it follows the phone, is read by anybody with the code, and ends."""

from __future__ import annotations

from typing import Any

from tests.api.base import WithApplication

VIEW: dict[str, Any] = {
    "name": "Whole body",
    "title": "Work",
    "kind": "work",
    "movement": "Squat",
    "dose": "12 reps",
    "left": 28.5,
    "waits": True,
    "paused": False,
    "then": "round 2",
    "round": ["Squat", "Single-arm row"],
    "place": 0,
    "stations": [],
}


class Room(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.code = str(self.post("/api/room-screens").json()["code"])

    def say(self, code: str, **changes: Any) -> int:
        path = f"/api/room-screens/{code}"
        return int(self.client.put(path, json=VIEW | changes, headers=self.csrf).status_code)

    def shown(self, code: str) -> Any:
        return self.client.get(f"/api/room/{code}")

    def test_it_follows_the_phone_and_asks_for_no_name(self) -> None:
        """Nothing at first, then what was said last; without a sign-in, in capitals too."""
        self.assertIsNone(self.shown(self.code).json()["view"])
        self.assertEqual(self.say(self.code), 200)
        self.assertEqual(self.say(self.code, movement="Dead bug"), 200)
        self.client.cookies.clear()
        shown = self.shown(self.code.upper()).json()
        self.assertEqual(shown["view"], VIEW | {"movement": "Dead bug"})
        self.assertTrue(0 <= shown["age"] < 30)
        self.assertEqual(self.say(self.code), 401)

    def test_it_ends_with_the_class(self) -> None:
        """Closed by hand, in the place of another, or silent for long: nothing is shown then."""
        other = str(self.post("/api/room-screens").json()["code"])
        self.assertEqual(self.shown(self.code).status_code, 404)
        self.assertEqual((self.say(self.code), self.say(other)), (404, 200))
        with self.database.transaction() as connection:
            connection.run("UPDATE room_screen SET sent_at = sent_at - INTERVAL 16 MINUTE")
        self.assertEqual(self.shown(other).status_code, 404)
        self.say(other)
        self.assertEqual(self.shown(other).status_code, 200)
        self.client.delete("/api/room-screens", headers=self.csrf)
        self.assertEqual(self.shown(other).status_code, 404)

    def test_nobody_says_anything_on_anothers_display(self) -> None:
        """Ivo knows the code that hangs on the wall, and that is all it gives him."""
        self.say(self.code)
        self.sign_in("ivo")
        self.assertEqual(self.say(self.code, movement="Nonsense"), 404)
        self.assertEqual(self.shown(self.code).json()["view"]["movement"], "Squat")

    def test_codes_are_not_guessed(self) -> None:
        """After thirty wrong codes from an address the next are not looked at; right ones are."""
        self.say(self.code)
        told = [self.shown(f"zzzz{n:02d}").status_code for n in range(35)]
        self.assertEqual(told[:30], [404] * 30)
        self.assertEqual(set(told[31:]), {429})
        self.assertEqual(self.shown(self.code).status_code, 200)

    def test_what_is_said_again_and_again_is_not_in_the_audit(self) -> None:
        """That a display was opened is; what it shows is not."""
        for _ in range(3):
            self.say(self.code)
        with self.database.transaction() as connection:
            acts = [row["act"] for row in connection.rows("SELECT act FROM audit")]
        self.assertIn("open room screen", acts)
        self.assertNotIn("show in room", acts)
