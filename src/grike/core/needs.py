"""What has to happen before a bout: another side, position or kit, another station, a showing."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import NamedTuple

from grike.core.bouts import Bout, Side, Step
from grike.core.cues import CueKind
from grike.core.design import ClassDesign
from grike.core.item import Handling
from grike.core.movement import Movement
from grike.core.pace import Pace, transition_seconds
from grike.core.purpose import Purpose
from grike.core.rehearsal import rehearsed

#: What the change to the next movement of a circuit without rests is called.
NEXT_STATION = "Next station"


class Need(NamedTuple):
    """One thing that takes ``seconds`` before a bout, with words for it; ``of``: what it is for."""

    kind: CueKind
    seconds: int
    label: str
    of: Bout


class Needs:
    """Asked bout after bout in the order of a class; remembers what was shown.

    ``known`` holds the ids of movements that the group has met.
    """

    def __init__(
        self, design: ClassDesign, planned: Sequence[Step], known: Collection[str], pace: Pace
    ) -> None:
        self._blocks, self._known, self._pace = design.blocks, known, pace
        self._shown = set(design.movement_ids(Purpose.WARM_UP))
        # Who knows a lift has been shown it again by its light form; who does not has not.
        self._shown |= {m.id for m in self._rehearsed(planned) if m.foundation or m.id in known}
        self._rounds: dict[tuple[int, int], list[Bout]] = {}
        for step in planned:
            if isinstance(step, Bout) and design.blocks[step.block].shows_ahead:
                self._rounds.setdefault((step.block, step.round), []).append(step)

    def _rehearsed(self, planned: Sequence[Step]) -> tuple[Movement, ...]:
        """Return the lifts of which the warm-up has a light form."""
        of: dict[Purpose, list[Movement]] = {Purpose.WARM_UP: [], Purpose.WORK: []}
        for step in planned:
            purpose = self._blocks[step.block].purpose
            if isinstance(step, Bout) and purpose in of:
                of[purpose].append(step.movement)
        return rehearsed(of[Purpose.WARM_UP], of[Purpose.WORK])

    def before(self, bout: Bout, last: Bout | None, *, rested: bool) -> list[Need]:
        """Return what a bout needs after the ``last`` one, and hold its movement for shown.

        ``rested``: there is a gap between the two, in which people get to where they go next.
        """
        out: list[Need] = []
        same = last is not None and last.movement.id == bout.movement.id
        chained = bout.item.handling is Handling.CHAIN
        turns = last is not None and chained and last.side is Side.LEFT
        if last is not None and (same or turns) and last.side is not bout.side:
            out.append(Need(CueKind.SWITCH, self._pace.other_side_seconds, "Other side", bout))
        layer = last is not None and not rested and self._is_layer(last, bout)
        change = transition_seconds(last.movement if last else None, bout.movement, self._pace)
        moved = last is not None and not same and not rested and not layer
        if moved and self._has_stations(last, bout) and change < self._pace.station_seconds:
            out.append(Need(CueKind.CHANGE, self._pace.station_seconds, NEXT_STATION, bout))
        else:
            out.append(Need(CueKind.CHANGE, change, "", bout))
        if self._blocks[bout.block].purpose is Purpose.WORK:
            out += self._showings(bout, layer=layer)
        self._shown.add(bout.movement.id)
        return out

    def _is_layer(self, last: Bout, bout: Bout) -> bool:
        """Return whether people keep moving and are shown the next layer while they do."""
        layered = last.block == bout.block and self._blocks[bout.block].format.layered
        a, b = last.movement, bout.movement
        kin = a.family is b.family or (a.pattern is not None and a.pattern is b.pattern)
        return layered and kin and a.position is b.position and a.fetched_kit == b.fetched_kit

    def _has_stations(self, last: Bout | None, bout: Bout) -> bool:
        """Return whether a block goes from one movement to another; to music it flows."""
        block = self._blocks[bout.block]
        work = block.purpose is Purpose.WORK and not block.format.flows
        return work and last is not None and last.block == bout.block

    def _showings(self, bout: Bout, *, layer: bool) -> list[Need]:
        """Return the showings before a bout; where a round is shown ahead, those of all of it."""
        ahead = self._rounds.pop((bout.block, bout.round), [])
        out: list[Need] = []
        for each in [*ahead, bout]:
            movement = each.movement
            if movement.id in self._shown:
                continue
            new = movement.id not in self._known and not movement.foundation
            pace = self._pace
            seconds = pace.show_new_seconds if new else pace.show_first_today_seconds
            if not layer:
                out.append(Need(CueKind.SHOW, seconds, "New" if new else "", each))
            self._shown.add(movement.id)
        return out
