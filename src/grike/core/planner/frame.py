"""The frame of a class: warm-up and cool-down that match the work and fill the slot."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from grike.core.anatomy import Muscle
from grike.core.cautions import Caution
from grike.core.clock import class_clock
from grike.core.design import Block, ClassDesign
from grike.core.family import Family
from grike.core.formats import Breather, Flow, Talk
from grike.core.item import Item
from grike.core.judging.pool import frame_pool
from grike.core.library import Library
from grike.core.movement import Movement, Pace, Role
from grike.core.pace import Pace as ClassPace
from grike.core.planner.variants import CLOSE_SECONDS, WELCOME_SECONDS
from grike.core.purpose import Purpose
from grike.core.rules.c10_frame import most_worked
from grike.core.series import SeriesShape
from grike.core.volume import class_volume

#: A class ends so many seconds before its slot does, so that a swap, or a movement that an edit
#: before it makes new to the group, does not run it over. The check remarks on more than 90 s.
SPARE_SECONDS, SLACK_SECONDS = 45, 70
WARM_UP_SECONDS = (30, 25, 20)
HOLD_SECONDS = (20, 15)
MOST_HOLD_SECONDS, MOST_WARM_UP_SECONDS = 30, 40
#: Older people hold a stretch for 30 to 60 s. Source: Garber et al., ACSM 2011, from memory.
SEATED_HOLD_SECONDS, MOST_SEATED_HOLD_SECONDS = (30, 30), 45
WELCOME = "Welcome, kit and cautions, plan of the day"
CLOSE = "Well done, next class, clear away"


@dataclass(frozen=True, slots=True)
class Frame:
    """A frame with its doses; ``warm_up`` and ``cool_down`` are in the order they are done."""

    warm_up: tuple[Movement, ...]
    cool_down: tuple[Movement, ...]
    warm_up_seconds: int
    hold_seconds: int
    welcome_seconds: int = WELCOME_SECONDS
    close_seconds: int = CLOSE_SECONDS


def cover(
    candidates: Sequence[Movement],
    groups: Sequence[Muscle],
    reaches: Callable[[Movement], Sequence[Muscle]],
    turn: int,
) -> list[Movement]:
    """Return few movements that reach all groups; ``turn`` varies equals from class to class."""
    chosen: list[Movement] = []
    open_groups = list(groups)
    order = list(candidates)
    if order:
        shift = turn % len(order)
        order = order[shift:] + order[:shift]
    while open_groups:
        best = max(
            (m for m in order if m not in chosen),
            key=lambda m: sum(1 for g in open_groups if g in reaches(m)),
            default=None,
        )
        hits = [g for g in open_groups if best is not None and g in reaches(best)]
        if best is None or not hits:
            break
        chosen.append(best)
        open_groups = [g for g in open_groups if g not in hits]
    return chosen


def _by_position(movements: Sequence[Movement], *, floor_first: bool) -> tuple[Movement, ...]:
    def rank(movement: Movement) -> tuple[bool, bool, str]:
        settle = movement.family is Family.BREATH
        return (settle, movement.upright == floor_first, movement.position.value)

    return tuple(sorted(movements, key=rank))


class Framer:
    """Puts a frame around the work blocks of one class."""

    def __init__(
        self,
        design: ClassDesign,
        library: Library,
        shape: SeriesShape,
        *,
        known: frozenset[str],
        pace: ClassPace,
        turn: int,
    ) -> None:
        self.design, self.library, self.known, self.pace = design, library, known, pace
        self.turn = turn
        self.prepare, self.stretch = (
            frame_pool(shape, library, role) for role in (Role.WARM_UP, Role.COOL_DOWN)
        )
        seated = Caution.CHAIR in shape.wishes.cautions
        self.holds = SEATED_HOLD_SECONDS if seated else HOLD_SECONDS
        self.most_hold = MOST_SEATED_HOLD_SECONDS if seated else MOST_HOLD_SECONDS
        self.rest = 0
        self.parts: dict[tuple[tuple[str, ...], int], int] = {}
        self.groups = most_worked(class_volume(design, library), len(Muscle))

    def framed(self, groups: int) -> ClassDesign:
        """Return the class with the frame that comes closest to its slot without going over.

        ``groups``: how many of the most-worked groups must be prepared and stretched.
        """
        must = self.groups[:groups]
        warm = cover(self.prepare, must, lambda m: m.prepares, self.turn)
        cool = cover(self.stretch, must, lambda m: m.stretches, self.turn)
        frame = Frame(tuple(warm), tuple(cool), WARM_UP_SECONDS[0], self.holds[0])
        self.rest = self._real_left(frame) + self._frame_seconds(frame)
        frames = [frame]
        for seconds in WARM_UP_SECONDS[1:]:
            if self._left(frames[-1]) >= SPARE_SECONDS:
                break
            frames.append(replace(frame, warm_up_seconds=seconds, hold_seconds=self.holds[1]))
        frames = self._filled(frames[-1])
        # Changes where frame and work meet are not in the estimate: the clock has the last word.
        while len(frames) > 1 and self._real_left(frames[-1]) < SPARE_SECONDS:
            frames.pop()
        return self._built(frames[-1])

    def _filled(self, frame: Frame) -> list[Frame]:
        """Return ever fuller frames, the most useful addition first, while the slot holds them."""
        frames = [frame]
        for grown in self._growths():
            while self._left(frames[-1]) > SLACK_SECONDS:
                bigger = grown(frames[-1])
                if bigger is None or self._left(bigger) < SPARE_SECONDS:
                    break
                frames.append(bigger)
        return frames

    def _growths(self) -> list[Callable[[Frame], Frame | None]]:
        return [
            lambda f: self._more_warm_up(f, 5),
            lambda f: self._more_cool_down(f, 5),
            lambda f: self._longer_hold(f, self.most_hold),
            lambda f: self._more_warm_up(f, 7),
            lambda f: self._more_cool_down(f, 9),
            lambda f: self._longer_warm_up(f, MOST_WARM_UP_SECONDS),
            lambda f: self._more_cool_down(f, 14),
            lambda f: self._more_warm_up(f, 9),
            lambda f: self._longer_welcome(f),
            lambda f: self._longer_close(f),
        ]

    def _more_warm_up(self, frame: Frame, most: int) -> Frame | None:
        if len(frame.warm_up) >= most:
            return None
        reached = {g for m in frame.warm_up for g in m.prepares}
        extra = self._next(self.prepare, frame.warm_up, reached, lambda m: m.prepares)
        return replace(frame, warm_up=(*frame.warm_up, extra)) if extra else None

    def _more_cool_down(self, frame: Frame, most: int) -> Frame | None:
        if len(frame.cool_down) >= most:
            return None
        reached = {g for m in frame.cool_down for g in m.stretches}
        extra = self._next(self.stretch, frame.cool_down, reached, lambda m: m.stretches)
        return replace(frame, cool_down=(*frame.cool_down, extra)) if extra else None

    def _next(
        self,
        candidates: Sequence[Movement],
        taken: Sequence[Movement],
        reached: set[Muscle],
        reaches: Callable[[Movement], Sequence[Muscle]],
    ) -> Movement | None:
        """Return the movement that serves the most-worked groups that are not reached yet."""
        worth = {g: len(self.groups) - n for n, g in enumerate(self.groups) if g not in reached}
        shift = self.turn % max(1, len(candidates))
        rest = [m for m in (*candidates[shift:], *candidates[:shift]) if m not in taken]
        return max(rest, key=lambda m: sum(worth.get(g, 0) for g in reaches(m)), default=None)

    def _longer_hold(self, frame: Frame, most: int) -> Frame | None:
        if frame.hold_seconds >= most:
            return None
        return replace(frame, hold_seconds=frame.hold_seconds + 5)

    def _longer_warm_up(self, frame: Frame, most: int) -> Frame | None:
        if frame.warm_up_seconds >= most:
            return None
        return replace(frame, warm_up_seconds=frame.warm_up_seconds + 5)

    @staticmethod
    def _longer_welcome(frame: Frame) -> Frame | None:
        if frame.welcome_seconds >= 120:
            return None
        return replace(frame, welcome_seconds=frame.welcome_seconds + 10)

    @staticmethod
    def _longer_close(frame: Frame) -> Frame | None:
        if frame.close_seconds >= 90:
            return None
        return replace(frame, close_seconds=frame.close_seconds + 10)

    def _real_left(self, frame: Frame) -> int:
        """Return the seconds of the slot that are left on the real clock of the whole class."""
        clock = class_clock(self._built(frame), self.library, known=self.known, pace=self.pace)
        return self.design.slot_seconds - clock.real_seconds

    def _frame_seconds(self, frame: Frame) -> int:
        """Return the length of the frame alone, in which only what grew is worked out anew."""
        warm = replace(frame, cool_down=())
        cool = replace(frame, warm_up=())
        talks = frame.welcome_seconds + frame.close_seconds
        return (
            talks
            + self._part_seconds((frame.warm_up, frame.warm_up_seconds), warm)
            + self._part_seconds((frame.cool_down, frame.hold_seconds), cool)
        )

    def _part_seconds(self, key: tuple[tuple[Movement, ...], int], part: Frame) -> int:
        """Return the seconds of warm-up or cool-down without the talks around it."""
        movements, seconds = key
        name = (tuple(movement.id for movement in movements), seconds)
        if name not in self.parts:
            alone = self._built(part, work=False)
            clock = class_clock(alone, self.library, known=self.known, pace=self.pace)
            talks = part.welcome_seconds + part.close_seconds
            self.parts[name] = clock.real_seconds - talks
        return self.parts[name]

    def _left(self, frame: Frame) -> int:
        return self.rest - self._frame_seconds(frame)

    def _built(self, frame: Frame, *, work: bool = True) -> ClassDesign:
        warm = _by_position(frame.warm_up, floor_first=False)
        last = self._last_work()
        cool = _by_position(frame.cool_down, floor_first=last is not None and not last.upright)
        blocks = [Block(Purpose.WELCOME, Talk(frame.welcome_seconds, WELCOME))]
        if warm:
            items = tuple(Item(m.id) for m in warm)
            blocks.append(Block(Purpose.WARM_UP, Flow(frame.warm_up_seconds), items))
        blocks += self.design.blocks if work else ()
        if cool:
            items = tuple(Item(m.id, seconds=_hold(m, frame)) for m in cool)
            blocks.append(Block(Purpose.COOL_DOWN, Flow(frame.hold_seconds), items))
        blocks.append(Block(Purpose.CLOSE, Talk(frame.close_seconds, CLOSE)))
        return replace(self.design, blocks=tuple(blocks))

    def _last_work(self) -> Movement | None:
        ids = self.design.movement_ids()
        return self.library[ids[-1]] if ids else None


def _hold(movement: Movement, frame: Frame) -> int | None:
    """Return the seconds of a stretch where they differ from the flow: nobody breathes for 15 s."""
    if movement.pace is not Pace.STILL or movement.family is Family.BREATH:
        return max(frame.hold_seconds, 30)
    return None


def breather() -> Block:
    """Return the pause between two work blocks."""
    return Block(Purpose.BREATHER, Breather(45, "Water, lay out what comes next"))
