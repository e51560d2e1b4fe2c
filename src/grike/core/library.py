"""The movements that a house has, by id."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from difflib import get_close_matches

from grike.core.errors import GrikeError, NotFound
from grike.core.forms import FORM, JOIN, formed, joined
from grike.core.movement import Movement, Role


class Library:
    """Movements by id, in a fixed order.

    An id such as ``squat~narrow`` asks for a form of a movement, ``squat+upright-row`` for two
    movements in one repetition; both are put together when they are asked for.
    """

    def __init__(self, movements: Iterable[Movement], version: str = "") -> None:
        self._by_id = {movement.id: movement for movement in movements}
        self._derived: dict[str, Movement] = {}
        self.version = version

    def __iter__(self) -> Iterator[Movement]:
        return iter(self._by_id.values())

    def __len__(self) -> int:
        return len(self._by_id)

    def __contains__(self, movement_id: object) -> bool:
        if movement_id in self._by_id:
            return True
        if not isinstance(movement_id, str):
            return False
        try:
            self._made(movement_id)
        except GrikeError:
            return False
        return True

    def __getitem__(self, movement_id: str) -> Movement:
        found = self._by_id.get(movement_id) or self._derived.get(movement_id)
        return found if found is not None else self._made(movement_id)

    def _made(self, movement_id: str) -> Movement:
        """Return a form of a movement, or movements joined in one rep, and keep it."""
        parts = movement_id.split(JOIN)
        if len(parts) > 1:
            made = joined(movement_id, [self._single(part) for part in parts])
        else:
            made = self._single(movement_id)
        # Two who ask at once get the same object: movements are compared as objects.
        return self._derived.setdefault(movement_id, made)

    def _single(self, movement_id: str) -> Movement:
        base, mark, form = movement_id.partition(FORM)
        if base not in self._by_id:
            raise NotFound(f"There is no movement '{movement_id}'.", fix=self._did_you_mean(base))
        return formed(self._by_id[base], form) if mark else self._by_id[base]

    def _did_you_mean(self, movement_id: str) -> str:
        near = get_close_matches(movement_id, self._by_id, n=3, cutoff=0.6)
        if not near:
            return "Use an id from the movement library."
        return f"Did you mean {', '.join(near)}?"

    def of_role(self, role: Role) -> list[Movement]:
        """Return the movements of one role that are offered, in library order."""
        return [movement for movement in self if movement.role is role and not movement.retired]
