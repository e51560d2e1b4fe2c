"""Class rules: the focus holds, the clock fits, both sides are equal, kit goes round.

This file is long because each of six rules has check, constraint and sheet line side by side.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from fractions import Fraction

from grike.core.anatomy import FACTS, Muscle, Region
from grike.core.bouts import Bout
from grike.core.design import Purpose
from grike.core.exact import exact_sum
from grike.core.focus import FOCUS_NAMES, Focus, on_focus
from grike.core.kit import KIT_NAMES
from grike.core.movement import Movement, Role
from grike.core.rules.base import (
    About,
    Finding,
    Key,
    Number,
    Reach,
    Row,
    Rule,
    Whole,
    aimed,
    missed,
    plain,
    row_weight,
    setting,
)
from grike.core.rules.class_facts import ClassFacts
from grike.core.rules.facts import Facts, here
from grike.core.rules.pool import frame_pool
from grike.core.rules.scope import Choice, Scope
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import Volume

#: What C10 looks at: the part of the class, what its movements are for, and what they do.
FRAME_PARTS = (
    (Purpose.WARM_UP, Role.WARM_UP, "prepare"),
    (Purpose.COOL_DOWN, Role.COOL_DOWN, "stretch"),
)


def _check_c1(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        total = member.volume.total.sets
        if not total:
            continue
        if member.design.focus is Focus.WHOLE:
            yield from _whole_body(member, member.volume, line)
            continue
        share = 100 * focus_share(member.design.focus, member.movement_sets, member.work_bouts)
        unit = "work seconds" if member.design.focus is Focus.CONDITIONING else "sets"
        if share < line.numbers["share"]:
            yield Finding(
                "C1",
                line.mode,
                here(member),
                f"{plain(share)} % of the {unit} are on "
                f"{FOCUS_NAMES[member.design.focus].lower()}; "
                f"{plain(line.numbers['share'])} % are the least.",
                "Swap a movement off the focus for one on it.",
                cost=aimed(line, missed(line.numbers["share"] - share)),
                about=About("focus", member.design.focus.value),
            )


def focus_share(focus: Focus, sets: Mapping[Movement, Fraction], bouts: Iterable[Bout]) -> Fraction:
    """Return the share of sets on a focus, from 0 to 1; for conditioning, of work seconds.

    ``sets`` and ``bouts`` are those of the work of a class; without any the share is 0.
    """
    amounts: dict[Movement, Fraction] = dict(sets)
    if focus is Focus.CONDITIONING:
        amounts = dict.fromkeys(amounts, Fraction(0))
        for bout in bouts:
            amounts[bout.movement] += bout.seconds
    on = exact_sum(n * on_focus(movement, focus) for movement, n in amounts.items())
    whole = exact_sum(amounts.values())
    return on / whole if whole else Fraction(0)


def _whole_body(member: ClassFacts, volume: Volume, line: RuleSetting) -> Iterator[Finding]:
    for region in Region:
        share = 100 * volume.regions.get(region, Fraction(0)) / volume.total.sets
        if share < line.numbers["whole"]:
            yield Finding(
                "C1",
                line.mode,
                here(member),
                f"A whole-body class, but the {region.value} body has {plain(share)} % of the "
                f"sets; {plain(line.numbers['whole'])} % are the least.",
                f"Swap a movement for one of the {region.value} body.",
                cost=aimed(line, missed(line.numbers["whole"] - share)),
                about=About("region", region.value),
            )


def _rows_c1(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for slot, bays, fixed in scope.by_slot():
        if fixed is not None:
            continue
        focus = bays[0].focus
        regions = list(Region) if focus is Focus.WHOLE else [None]
        for region in regions:
            least = line.numbers["whole" if region else "share"]
            scale = 100 * least.denominator
            terms = [
                (c.key, scale * _on(c, focus, region) - least.numerator * _all(c, focus))
                for bay in bays
                for c in bay.choices
            ]
            name = f"{region.value} body" if region else FOCUS_NAMES[focus].lower()
            yield Row("C1", f"{slot.label}, {name}", tuple(terms), low=0, weight=row_weight(line))


def _on(choice: Choice, focus: Focus, region: Region | None) -> int:
    if focus is Focus.CONDITIONING:
        return choice.size if choice.on_focus(focus) else 0
    return choice.region(region) if region else choice.on_focus(focus)


def _all(choice: Choice, focus: Focus) -> int:
    return choice.size if focus is Focus.CONDITIONING else choice.sets


def _check_c2(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        over = member.clock.real_seconds - member.design.slot_seconds
        if over > 0:
            yield Finding(
                "C2",
                line.mode,
                here(member),
                f"The class runs {clock_text(over)} over its slot.",
                "Take out a movement or a round, or shorten the rests.",
                cost=aimed(line, over),
                about=About("time", "class", -1),
            )
        elif -over > line.numbers["under_seconds"]:
            yield Finding(
                "C2",
                line.mode,
                here(member),
                f"The class ends {clock_text(-over)} before its slot does.",
                "Lengthen the cool-down or add a movement.",
                remark=True,
                about=About("time", "class"),
            )


def clock_text(seconds: int) -> str:
    """Return seconds as m:ss."""
    return f"{seconds // 60}:{seconds % 60:02d}"


def _rows_c2(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        if bay.max_seconds is None:
            continue
        terms = tuple((choice.key, choice.seconds) for choice in bay.choices)
        yield Row("C2", bay.slot.label, terms, high=bay.max_seconds, weight=row_weight(line))


def _check_c3(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        seen: set[str] = set()
        for block, place, movement in member.work_movements:
            if movement.id in seen:
                yield Finding(
                    "C3",
                    line.mode,
                    here(member, block, place),
                    f"{movement.name} stands in the class twice.",
                    "Swap one of the two for an alternative.",
                    cost=aimed(line, 1),
                )
            seen.add(movement.id)


def _rows_c3(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for slot, bays, fixed in scope.by_slot():
        if fixed is not None or len(bays) < 2:
            continue
        places: dict[str, list[Key]] = {}
        for bay in bays:
            for choice in bay.choices:
                places.setdefault(choice.movement.id, []).append(choice.key)
        for movement_id, keys in places.items():
            if len(keys) > 1:
                terms = tuple((key, 1) for key in keys)
                where = f"{slot.label}, {movement_id}"
                yield Row("C3", where, terms, high=1, weight=row_weight(line))


def _check_c4(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        ledger = member.ledger
        for movement_id, (left, right) in ledger.by_movement.items():
            if left == right:
                continue
            name = facts.library[movement_id].name
            seconds, reps = left.seconds - right.seconds, left.reps - right.reps
            side = "left" if (seconds, reps) > (0, 0) else "right"
            amount = f"{abs(reps)} reps" if reps else f"{abs(seconds)} s"
            yield Finding(
                "C4",
                line.mode,
                here(member),
                f"{name}: the {side} side does {amount} more.",
                "Give both sides the same: left then right, or an even number of rounds.",
                cost=aimed(line, max(abs(seconds), abs(reps))),
                about=About("movement", movement_id),
            )


def _check_c9(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    room, heads = facts.shape.room, facts.shape.heads
    for member in facts.classes:
        for number, block in enumerate(member.design.blocks):
            people = -(-heads // len(block.items)) if block.stations and block.items else heads
            for done in (entry for entry in member.done if entry.block == number):
                movement = done.movement
                for kit, short in room.missing(movement.kit, people).items():
                    yield Finding(
                        "C9",
                        line.mode,
                        here(member, number, done.place),
                        f"{done.words}: {KIT_NAMES[kit]} for {people} people, {short} short.",
                        f"Use the stand-in: {_lowered(movement.stand_in.how)}."
                        if movement.stand_in
                        else "Swap the movement.",
                        cost=aimed(line, short),
                        about=About("kit", kit.value, -1),
                    )


def _lowered(text: str) -> str:
    return text[:1].lower() + text[1:].rstrip(".")


def most_worked(volume: Volume, count: int) -> list[Muscle]:
    """Return the groups with most sets, ties from head to foot."""
    order = list(Muscle)
    worked = [muscle for muscle, amount in volume.muscles.items() if amount.sets > 0]
    # As decimals, which sort several times faster; twelfths of sets stay apart and in order.
    sets = {muscle: float(volume.muscles[muscle].sets) for muscle in worked}
    return sorted(worked, key=lambda m: (-sets[m], order.index(m)))[:count]


def _check_c10(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    """Where nothing that the group may do reaches a muscle, that it is left out is remarked."""
    for member in facts.classes:
        groups = most_worked(member.volume, line.whole("groups"))
        for part, role, verb in FRAME_PARTS:
            items = [item for _, _, item in member.design.items(part)]
            served = {m for item in items for m in facts.library[item.movement_id].serves(role)}
            lacking = [muscle for muscle in groups if muscle not in served]
            if not lacking:
                continue
            allowed = frame_pool(facts.shape, facts.library, role)
            able = {muscle for movement in allowed for muscle in movement.serves(role)}
            for beyond in (False, True):
                left = [muscle for muscle in lacking if (muscle not in able) is beyond]
                if not left:
                    continue
                names = ", ".join(FACTS[muscle].name.lower() for muscle in left)
                why = " With this kit, level and these cautions nothing does." if beyond else ""
                yield Finding(
                    "C10",
                    line.mode,
                    here(member),
                    f"The {part} does not {verb}: {names}.{why}",
                    f"Bring a {part} movement for it into the library."
                    if beyond
                    else f"Add a {part} movement for {FACTS[left[0]].name.lower()}.",
                    cost=0 if beyond else aimed(line, len(left)),
                    remark=beyond,
                    about=About(part, ",".join(muscle.value for muscle in left)),
                )


C1 = Rule(
    "C1",
    "The class is about its focus",
    "At least {share} % of the sets are on the focus; a whole-body class gives each region at "
    "least {whole} %.",
    "People come for what the board says.",
    "practice",
    setting(Mode.MUST, 1, share=60, whole=20),
    _check_c1,
    _rows_c1,
    numbers={
        "share": Number("sets on the focus (%)", 0, 100),
        "whole": Number("each region, whole body (%)", 0, 33),
    },
    reach=Reach.CLASS,
)
C2 = Rule(
    "C2",
    "The clock fits the slot",
    "The real clock never runs over the slot; more than {under_seconds} s under is a remark.",
    "What runs over is paid for with the stretch at the end.",
    "practice",
    setting(Mode.MUST, 1, under_seconds=90),
    _check_c2,
    _rows_c2,
    numbers={"under_seconds": Whole("seconds under before it is said", 0, 600)},
    reach=Reach.CLASS,
)
C3 = Rule(
    "C3",
    "No movement twice in a class",
    "A movement stands in a class once, rounds and sets apart.",
    "A repeat in another block is usually an oversight.",
    "practice",
    setting(Mode.MUST, 12),
    _check_c3,
    _rows_c3,
    reach=Reach.CLASS,
)
C4 = Rule(
    "C4",
    "Both sides do the same",
    "Left and right get equal seconds, reps and sets over the whole class.",
    "The second side is done from memory and comes out differently.",
    "practice",
    setting(Mode.MUST, 1),
    _check_c4,
    held_by="assembly",
    reach=Reach.CLASS,
)
C9 = Rule(
    "C9",
    "The kit goes round",
    "The kit that is in use at one time is in the room, for everybody.",
    "Twenty people and twelve pairs of dumbbells is a queue, not a class.",
    "practice",
    setting(Mode.MUST, 1),
    _check_c9,
    held_by="cells",
    reach=Reach.CLASS,
)
C10 = Rule(
    "C10",
    "Warm-up and cool-down match the work",
    "The warm-up prepares and the cool-down stretches the {groups} most-worked groups.",
    "Joints and muscles of the day first; what was worked is stretched.",
    "acsm2011",
    setting(Mode.MUST, 1, groups=4),
    _check_c10,
    held_by="assembly",
    numbers={"groups": Whole("how many of the most-worked groups", 0, 12)},
    reach=Reach.CLASS,
)
