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
from grike.core.movement import Movement, Pace, Position, Role
from grike.core.pace import Pace as ClassPace
from grike.core.planner.cooling import cooled, cover, off_chairs
from grike.core.planner.variants import CLOSE_SECONDS, WELCOME_SECONDS
from grike.core.purpose import Purpose
from grike.core.rehearsal import cool_down_seconds, warm_up_seconds
from grike.core.rules.c10_frame import most_worked
from grike.core.series import SeriesShape
from grike.core.volume import class_volume
from grike.core.warm_ups import WarmUps

#: A class ends so many seconds before its slot does, so that a swap, or a movement that an edit
#: before it makes new to the group, does not run it over. The check remarks on more than 90 s.
SPARE_SECONDS, SLACK_SECONDS = 45, 70
WARM_UP_SECONDS = (30, 25, 20)
HOLD_SECONDS = (20, 15)
MOST_HOLD_SECONDS, MOST_WARM_UP_SECONDS = 30, 40
#: To put kit back and to ask. Estimated from what is left over: of 260 planned classes 29 stretched
#: for longer than is usual where a minute and a half was the most, and 13 do so now.
MOST_CLOSE_SECONDS = 180
#: Where every group is reached, what reaches more of so many most-worked ones comes first.
MOST_WORKED = 6
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
        self.stretch = frame_pool(shape, library, Role.COOL_DOWN)
        work = [library[movement_id] for movement_id in design.movement_ids()]
        seated = sum(movement.position is Position.SEATED_CHAIR for movement in work)
        self.on_chairs = 2 * seated > len(work)
        self.warm_ups = WarmUps(frame_pool(shape, library, Role.WARM_UP), work, turn)
        self.most_warm_up = warm_up_seconds(design.slot_seconds)[1]
        self.most_cool_down = cool_down_seconds(design.slot_seconds)[1]
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
        if not self.on_chairs:
            able = self.warm_ups.able
            self.warm_ups.able = tuple(off_chairs(able, must, lambda m: m.prepares))
            self.stretch = off_chairs(self.stretch, must, lambda m: m.stretches)
        warm = self.warm_ups.first(must)
        cool = cover(self.stretch, must, lambda m: m.stretches, self.turn)
        frame = Frame(warm, tuple(cool), WARM_UP_SECONDS[0], self.holds[0])
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
        for grown, bounded in self._growths():
            while self._left(frames[-1]) > SLACK_SECONDS:
                bigger = grown(frames[-1])
                if bigger is None or self._left(bigger) < SPARE_SECONDS:
                    break
                if bounded and not self._in_bounds(bigger):
                    break
                frames.append(bigger)
        return frames

    def _growths(self) -> list[tuple[Callable[[Frame], Frame | None], bool]]:
        """Return what may grow in turn, and whether only to the length that is usual.

        To clear away without haste comes before more stretching than is usual.
        """
        return [
            (lambda f: self._more_warm_up(f, 5), True),
            (lambda f: self._more_cool_down(f, 5), True),
            (lambda f: self._longer_hold(f, self.most_hold), True),
            (lambda f: self._more_warm_up(f, 7), True),
            (lambda f: self._more_cool_down(f, 9), True),
            (lambda f: self._longer_warm_up(f, MOST_WARM_UP_SECONDS), True),
            (self._longer_welcome, False),
            (lambda f: self._longer_close(f, 90), False),
            (lambda f: self._longer_close(f, MOST_CLOSE_SECONDS), True),
            (lambda f: self._more_cool_down(f, 14), False),
            (lambda f: self._more_warm_up(f, 9), False),
            (lambda f: self._longer_warm_up(f, MOST_WARM_UP_SECONDS), False),
        ]

    def _in_bounds(self, frame: Frame) -> bool:
        """Return whether warm-up and cool-down take no longer than is usual."""
        warm, cool = self._parts_seconds(frame)
        return warm <= self.most_warm_up and cool <= self.most_cool_down

    def _more_warm_up(self, frame: Frame, most: int) -> Frame | None:
        if len(frame.warm_up) >= most:
            return None
        reached = {g for m in frame.warm_up for g in m.prepares}
        able = [m for m in self.warm_ups.able if m.upright == self.warm_ups.upright]
        extra = self._next(able, frame.warm_up, reached, lambda m: m.prepares)
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
        top = self.groups[:MOST_WORKED]

        def useful(movement: Movement) -> tuple[int, int]:
            own = reaches(movement)
            return sum(worth.get(g, 0) for g in own), sum(g in top for g in own)

        return max(rest, key=useful, default=None)

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
    def _longer_close(frame: Frame, most: int) -> Frame | None:
        if frame.close_seconds >= most:
            return None
        return replace(frame, close_seconds=frame.close_seconds + 10)

    def _real_left(self, frame: Frame) -> int:
        """Return the seconds of the slot that are left on the real clock of the whole class."""
        clock = class_clock(self._built(frame), self.library, known=self.known, pace=self.pace)
        return self.design.slot_seconds - clock.real_seconds

    def _frame_seconds(self, frame: Frame) -> int:
        """Return the length of the frame alone, in which only what grew is worked out anew."""
        return frame.welcome_seconds + frame.close_seconds + sum(self._parts_seconds(frame))

    def _parts_seconds(self, frame: Frame) -> tuple[int, int]:
        """Return the seconds of warm-up and of cool-down."""
        warm, cool = replace(frame, cool_down=()), replace(frame, warm_up=())
        return (
            self._part_seconds((frame.warm_up, frame.warm_up_seconds), warm),
            self._part_seconds((frame.cool_down, frame.hold_seconds), cool),
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
        warm = self.warm_ups.in_order(frame.warm_up)
        last = self._last_work()
        floor_first = last is not None and not last.upright
        cool = cooled(frame.cool_down, self.groups, floor_first=floor_first)
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
