"""Write docs/movements.md: how many movements there are by pattern, kit and level."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable

from grike.core.kit import KIT_NAMES, Kit
from grike.core.movement import Movement, Role
from grike.core.pattern import Pattern, Tier, pattern_name
from grike.exchange.library import shipped_library
from scripts.paths import ROOT

OUT = ROOT / "docs" / "movements.md"
LEVELS = (1, 2, 3)
#: Fewer than this in a row that a focus needs wants a reason.
FEWEST = 3
HEAD = """# The movements

Written from the library by `./grike check --fix`; do not edit by hand.

Each cell says how many movements of a pattern a group of level 1, 2 and 3 may do with one kind of
kit besides mats and a wall: a group does what its level and the levels below hold. In brackets how
many of them are main lifts for that level.

Every movement says what it targets and assists, its level, tier and pattern, its options, what it
loads and demands, and where its intensity comes from: a code of the 2011 Compendium of Physical
Activities (from memory), or what it is estimated from.
"""
#: Why a row has next to nothing. The planner does without, and says so.
REASONS: dict[Pattern, str] = {
    Pattern.KNEE_EXTENSION: "squats and lunges work the same muscle; no focus asks for it",
    Pattern.CARRY: "needs something heavy to carry; no focus asks for it",
    Pattern.GRIP: "a filler; what is held in other movements works the grip",
    Pattern.FLY: "a press stands for it",
    Pattern.BALANCE: "no focus asks for it; single-leg work trains it",
    Pattern.CALF_SHIN: "a filler, one in a class at most",
    Pattern.COMBINED: "any two movements can be joined in one repetition",
    Pattern.VERTICAL_PULL: "without something to pull down or hang from there are floor pulls only",
    Pattern.VERTICAL_PRESS: "without a weight or band only press-ups with the hips high",
    Pattern.HORIZONTAL_PULL: "without a weight or band only pulls lying or with a towel",
    Pattern.ELBOW_FLEXION: "without a weight, band or towel nothing pulls on the biceps alone",
    Pattern.HINGE: "without a weight there are few hinges; bridges stand for them",
    Pattern.KNEE_FLEXION: "on the floor nothing else bends the knee against the body's weight",
    Pattern.HIP_EXTENSION: "bridges and hinges stand for it",
    Pattern.RAISE: "without a weight or band only lying raises and arm circles",
    Pattern.BACK_EXTENSION: "hinges work the same muscles",
    Pattern.ANTI_ROTATION: "planks with an arm or leg lifted stand for it",
    Pattern.SIDE: "turns and side planks stand for it",
    Pattern.BRIDGE: "hinges stand for it, standing",
    Pattern.HIP_SIDE: "side steps stand for it",
    Pattern.SINGLE_LEG: "for beginners squats and bridges stand for it",
    Pattern.SQUAT: "lunges and step-ups work the same muscles",
    Pattern.TRUNK_FLEXION: "planks stand for it",
    Pattern.ANTI_EXTENSION: "planks at the wall stand for it",
    Pattern.ROTATION: "knee to elbow stands for it",
    Pattern.HORIZONTAL_PRESS: "press-ups at wall and chair stand for it",
    Pattern.ELBOW_EXTENSION: "narrow press-ups stand for it",
    Pattern.LOCOMOTION: "marching and stepping stand for it",
}


def _work() -> list[Movement]:
    return shipped_library().of_role(Role.WORK)


def _cell(movements: Iterable[Movement], level: int) -> tuple[int, int]:
    own = [m for m in movements if m.level <= level]
    return len(own), sum(m.tier_for(level) is Tier.MAIN for m in own)


def _fits(movement: Movement, kit: Kit | None) -> bool:
    return movement.fetched_kit - {Kit.ANCHOR} <= ({kit} if kit is not None else frozenset())


def counts() -> dict[tuple[Pattern, Kit | None], list[tuple[int, int]]]:
    """Return movements and main lifts by level, for each pattern and kit; None is no kit."""
    kits = [None, *(kit for kit in Kit if kit not in (Kit.MAT, Kit.WALL, Kit.ANCHOR))]
    out: dict[tuple[Pattern, Kit | None], list[tuple[int, int]]] = {}
    for pattern in Pattern:
        own = [movement for movement in _work() if movement.pattern is pattern]
        for kit in kits if own else ():
            fitting = [movement for movement in own if _fits(movement, kit)]
            out[pattern, kit] = [_cell(fitting, level) for level in LEVELS]
    return out


def text() -> str:
    """Return the page."""
    table = counts()
    kits = list(dict.fromkeys(kit for _, kit in table))
    lines = [HEAD, *_totals(), "", "## Pattern by kit and level", ""]
    for kit in kits:
        name = KIT_NAMES[kit].capitalize() if kit is not None else "Mats and a wall only"
        lines += [
            f"### {name}",
            "",
            "| pattern | level 1 | level 2 | level 3 |",
            "|---|---|---|---|",
        ]
        for pattern in dict.fromkeys(pattern for pattern, _ in table):
            cells = [f"{n} ({main})" if main else str(n) for n, main in table[pattern, kit]]
            few = any(n < FEWEST for n, _ in table[pattern, kit])
            note = f": {REASONS[pattern]}" if few else ""
            lines.append(f"| {pattern_name(pattern)}{note} | {' | '.join(cells)} |")
        lines.append("")
    return "\n".join(lines).rstrip() + "\n"


def _totals() -> list[str]:
    work, every = _work(), list(shipped_library())
    tiers = Counter(movement.tier for movement in work)
    words = ", ".join(f"{tiers[tier]} {tier.value}" for tier in Tier)
    forms = sum(len(movement.forms) for movement in every)
    linked = sum(
        bool(m.easier and m.easier.movement_id and m.harder and m.harder.movement_id) for m in work
    )
    return [
        f"{len(every)} movements, {len(work)} for work ({words}), and {forms} forms. "
        f"{linked} of the work movements have a movement of the library on both sides of their "
        "chain."
    ]


def write() -> None:
    """Write the page."""
    OUT.write_text(text(), encoding="utf-8")
