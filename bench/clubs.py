"""Requests as plausible clubs would make them, drawn at random from a seed.

What a hall holds, how many come and how often is invented; kit is short now and then, as it is.
"""

from __future__ import annotations

import datetime as dt
import random
from fractions import Fraction

from grike.core.cautions import Caution
from grike.core.kit import Kit, Room
from grike.core.rules.d4_returns import D4
from grike.core.rules.w7_steps import W7
from grike.core.series import SeriesPlan, SeriesShape
from grike.core.sheet import RuleSheet
from grike.core.wishes import Wishes
from grike.exchange.presets import Preset, presets
from grike.exchange.shapes import shipped_shapes

MONDAY = dt.date(2026, 11, 30)
#: What halls hold together.
HALLS: tuple[tuple[Kit, ...], ...] = (
    (),
    (Kit.LONG_BAND,),
    (Kit.CHAIR, Kit.LONG_BAND),
    (Kit.MINI_BAND, Kit.TOWEL),
    (Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM),
    (Kit.DUMBBELL_LIGHT, Kit.STEP, Kit.LONG_BAND),
    (Kit.KETTLEBELL, Kit.MINI_BAND),
    (Kit.STEP, Kit.MEDICINE_BALL),
    (Kit.STABILITY_BALL, Kit.SLIDERS, Kit.DUMBBELL_LIGHT),
    (Kit.CHAIR, Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM, Kit.LONG_BAND, Kit.MINI_BAND),
    tuple(kit for kit in Kit if kit not in (Kit.PULL_UP_BAR, Kit.MAT, Kit.WALL)),
)
#: How many pieces there are beside the people, of a hundred.
PIECES = (0.5, 0.6, 0.8, 0.9, 1.0, 1.0, 1.0, 1.2)
CAUTIONS = (Caution.KNEES, Caution.NO_WRISTS, Caution.NO_JUMPS, Caution.LOW_BACK, Caution.NO_FLOOR)


def club(seed: int) -> SeriesPlan:
    """Return the request with a number: it is the same each time."""
    draw = random.Random(seed)
    heads = draw.choice((6, 8, 10, 12, 15, 16, 18, 20, 22, 25, 30))
    kit = {piece: max(1, round(heads * draw.choice(PIECES))) for piece in draw.choice(HALLS)} | {
        Kit.MAT: heads,
        Kit.WALL: heads,
    }
    days = draw.choice((1, 2, 2, 3, 3, 3, 4, 4, 5, 6))
    level = draw.choice((1, 1, 2, 2, 2, 3))
    cautions = tuple(draw.sample(CAUTIONS, draw.choice((0, 0, 0, 1, 1, 2))))
    preset, sheet = _way(draw)
    shape = SeriesShape(
        f"Club {seed}",
        MONDAY,
        draw.choice((2, 3, 4, 4, 6, 6, 8, 8, 12)),
        tuple(sorted(draw.sample(range(6), days))),
        draw.choice((30, 40, 45, 45, 50, 55, 60, 75)),
        level,
        heads,
        Room("Hall", kit, max(heads, 30)),
        wishes=Wishes(cautions=cautions),
        class_shapes=shipped_shapes() if preset.shaped else (),
    )
    return SeriesPlan(shape, sheet)


def _way(draw: random.Random) -> tuple[Preset, RuleSheet]:
    """Return the usual way of working, any other, or the usual one with another gap or rise."""
    kind = draw.choice(("usual", "usual", "preset", "gap", "rise"))
    preset = draw.choice(presets()) if kind == "preset" else presets()[0]
    sheet = preset.sheet()
    if kind == "gap":
        sheet = sheet.with_line(D4.id, numbers={"gap": draw.choice((1, 2, 4, 5, 6))})
    if kind == "rise":
        sheet = sheet.with_line(W7.id, numbers={"rise": Fraction(draw.choice((0, 2, 3, 8)))})
    return preset, sheet
