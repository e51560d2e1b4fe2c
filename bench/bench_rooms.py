"""Narrow rooms at each level they are meant for: is there a plan, and what does it cost?

``GRIKE_WEEKS`` weeks (12 by default) of six days; ``GRIKE_ONLY`` names rooms by their beginning.
Prints a Markdown table, and fails where a plan breaks a must or there is none.
"""

from __future__ import annotations

import datetime as dt
import os
import sys
import time
from dataclasses import dataclass

from bench.baselines import judged
from grike.core.cautions import Caution
from grike.core.kit import Kit, Room
from grike.core.planner import Problem, Settings, plan
from grike.core.rules import default_sheet
from grike.core.series import SeriesPlan, SeriesShape
from grike.core.wishes import Wishes
from grike.exchange.library import shipped_library

MONDAY = dt.date(2026, 11, 30)
PEOPLE = 16
HALL = (Kit.MAT, Kit.WALL)


@dataclass(frozen=True, slots=True)
class Narrow:
    """A room by its kit, the levels it is meant for, and what the group is spared."""

    name: str
    kit: tuple[Kit, ...]
    levels: tuple[int, ...] = (1, 2, 3)
    cautions: tuple[Caution, ...] = ()
    days: tuple[int, ...] = (0, 1, 2, 3, 4, 5)


ROOMS = (
    Narrow("mats only", HALL),
    Narrow("chairs only, on the chair", (Kit.CHAIR,), (1, 2), (Caution.CHAIR,)),
    Narrow(
        "chairs, light weights and bands, on the chair",
        (Kit.CHAIR, Kit.LONG_BAND, Kit.MINI_BAND, Kit.DUMBBELL_LIGHT, Kit.TOWEL, Kit.MEDICINE_BALL),
        (1, 2),
        (Caution.CHAIR,),
        (0, 2, 4),
    ),
    Narrow("chairs and bands", (*HALL, Kit.CHAIR, Kit.LONG_BAND, Kit.MINI_BAND), (1, 2)),
    Narrow(
        "no floor",
        (Kit.WALL, Kit.CHAIR, Kit.LONG_BAND, Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM, Kit.TOWEL),
        cautions=(Caution.NO_FLOOR,),
        days=(0, 2, 4),
    ),
    Narrow("long bands", (*HALL, Kit.LONG_BAND, Kit.ANCHOR)),
    Narrow("mini-bands", (*HALL, Kit.MINI_BAND)),
    Narrow("dumbbells light and medium", (*HALL, Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM)),
    Narrow("kettlebells", (*HALL, Kit.KETTLEBELL)),
    Narrow("steps", (*HALL, Kit.STEP)),
    Narrow("medicine balls", (*HALL, Kit.MEDICINE_BALL)),
    Narrow("stability balls", (*HALL, Kit.STABILITY_BALL)),
    Narrow("sliders", (*HALL, Kit.SLIDERS)),
    Narrow("towels", (*HALL, Kit.TOWEL)),
    Narrow(
        "mixed",
        (*HALL, Kit.CHAIR, Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM, Kit.LONG_BAND, Kit.TOWEL),
    ),
)


def main() -> int:
    """Print the table; return 1 where a plan is missing or breaks a must."""
    weeks, only = int(os.environ.get("GRIKE_WEEKS", "12")), os.environ.get("GRIKE_ONLY", "")
    library, failed = shipped_library(), 0
    print(f"{weeks} weeks\n")
    print("| room | level | days | status | cost | seconds | broken musts | by rule |")
    print("|---|---|---|---|---|---|---|---|")
    for narrow in ROOMS:
        for level in narrow.levels if narrow.name.startswith(only) else ():
            room = Room(narrow.name, dict.fromkeys(narrow.kit, PEOPLE), PEOPLE)
            shape = SeriesShape(
                narrow.name, MONDAY, weeks, narrow.days, 45, level, PEOPLE, room,
                wishes=Wishes(cautions=narrow.cautions),
            )  # fmt: skip
            problem = Problem(SeriesPlan(shape, default_sheet()), library)
            begun = time.perf_counter()
            result = plan(problem, None, 1, Settings())
            seconds = time.perf_counter() - begun
            musts = judged(result.plan, problem)[0] if result.plan is not None else None
            failed += musts != 0
            rules = ", ".join(f"{rule} {cost}" for rule, cost in result.by_rule.items())
            print(
                f"| {narrow.name} | {level} | {len(narrow.days)} | {result.status.value} "
                f"| {result.cost if result.plan else ''} | {seconds:.1f} "
                f"| {'no plan' if musts is None else musts} "
                f"| {rules or ' '.join(result.words)[:160]} |",
                flush=True,
            )
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main())
