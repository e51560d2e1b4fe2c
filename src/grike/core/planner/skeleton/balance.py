"""Rows of a skeleton about balance: movements and sets for every muscle, shares of the regions.

Each class is handed a budget of sets per region; without that link the skeleton itself forces
cost, however long the search for movements runs.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from fractions import Fraction
from typing import Any

from grike.core.anatomy import MAJOR_GROUPS, Muscle, Region, region_of
from grike.core.focus import FOCUS_MUSCLES, Focus
from grike.core.planner.profile import BOTH_WAYS, LARGE, Excess, reached_by
from grike.core.planner.skeleton.choices import Choices
from grike.core.rules.c1_focus import C1
from grike.core.rules.p1_patterns import P1
from grike.core.rules.w1_muscles import FLOOR_SHARES, W1, owed_by
from grike.core.rules.w2_regions import W2, region_band
from grike.core.rules.w3_pairs import W3
from grike.core.rules.w4_major_days import W4
from grike.core.series import Slot

#: More sets than a class has.
MOST_SETS = 200
#: So many movements for a muscle count of one kit, and so many are enough for a week.
ENOUGH_MOVEMENTS, ENOUGH_IN_A_WEEK = 2, 4
#: Sets are never shared out evenly, so that a week needs this many times the least that would do.
SETS_TO_SPARE = 1.75
#: Hundredths of a set, more than a week can be out of balance; and what each weighs.
MOST_EXCESS, OUT_OF_BALANCE = 10_000, 6
#: The part of a region's band that a skeleton keeps to, so that movements have room in it.
INSIDE = Fraction(3, 4)
#: What it weighs that a day is missing on which a major group could be worked.
UNREACHED = 3000


def supply(choices: Choices) -> None:
    """W1: kits and formats of a week hold enough movements and sets for every muscle group."""
    if not choices.on(W1):
        return
    line = W1.line(choices.sheet)
    counts = [Counter(m for x in theme.movements for m in x.targets) for theme in choices.themes]
    for week in sorted({slot.week for slot in choices.slots}):
        members = [slot for slot in choices.slots if slot.week == week]
        classes = sum(1 for s in choices.task.problem.slots if s.week == week)
        if len(members) == classes:
            least = owed_by(line, classes)
            wanted = round(choices.task.grounds.sets_needed(least) * SETS_TO_SPARE)
            sets = sum(choices.sets_of(slot.index) for slot in members)
            short = choices.model.new_int_var(0, wanted, "")
            choices.model.add(sets + short >= wanted)
            choices.penalties.append((short, 300))
        for muscle in (m for m in Muscle if FLOOR_SHARES.get(m, 1)):
            worth = [min(ENOUGH_MOVEMENTS, count[muscle]) for count in counts]
            if len(members) < 2 or all(value == worth[0] for value in worth):
                continue
            there = sum(
                choices.theme[slot.index, t] * value
                for slot in members
                for t, value in enumerate(worth)
            )
            short = choices.model.new_int_var(0, ENOUGH_IN_A_WEEK, "")
            choices.model.add(there + short >= ENOUGH_IN_A_WEEK)
            choices.penalties.append((short, 300))


def sides(choices: Choices) -> None:
    """W3 and W1: the focuses of a week can balance each other, and none takes too much of it.

    Classes are held for equally long: with the sets of each format in it, the skeleton took five
    seconds a week in place of a tenth.
    """
    if not choices.on(P1):
        return
    profiles, slots = choices.task.grounds.profiles, choices.task.problem.slots
    most = W1.line(choices.sheet).numbers["most_percent"]
    for week in sorted({slot.week for slot in choices.slots}):
        members = [slot for slot in slots if slot.week == week]
        names: tuple[Excess, ...] = (*BOTH_WAYS, *LARGE)
        for name in names:
            of_muscle = isinstance(name, Muscle)
            if not choices.on(W1 if of_muscle else W3):
                continue
            out = sum(
                profiles[focus].get(name, 0) * literal
                for slot in members
                for focus, literal in choices.foci(slot.index)
                if focus in profiles
            )
            over = choices.model.new_int_var(0, MOST_EXCESS, "")
            room = int(most * len(members)) if of_muscle else 0
            choices.model.add(out <= room + over)
            choices.penalties.append((over, OUT_OF_BALANCE))


def reached(choices: Choices) -> None:
    """W4: every major group can be worked on enough days of a week, as far as its days allow."""
    if not choices.on(W4) or not choices.on(P1):
        return
    days = W4.line(choices.sheet).whole("days")
    slots = choices.task.problem.slots
    for week in sorted({slot.week for slot in choices.slots}):
        members = [slot for slot in slots if slot.week == week]
        if len(members) < days:
            continue
        for group in MAJOR_GROUPS:
            there = sum(
                literal
                for slot in members
                for focus, literal in choices.foci(slot.index)
                if group in reached_by(focus)
            )
            short = choices.model.new_int_var(0, days, "")
            choices.model.add(there + short >= days)
            choices.penalties.append((short, UNREACHED))


def regions(choices: Choices) -> None:
    """W2 with C1: sets per region for each class, so that the week's shares can be met."""
    if not choices.on(W2) or not choices.on(C1):
        return
    line, share = W2.line(choices.sheet), C1.line(choices.sheet).numbers
    for week in sorted({slot.week for slot in choices.slots}):
        members = [s for s in choices.slots if s.week == week]
        if len(members) < sum(1 for s in choices.task.problem.slots if s.week == week):
            continue
        sums: dict[Region, Any] = dict.fromkeys(Region, 0)
        total: Any = 0
        for slot in members:
            sets = choices.sets_of(slot.index)
            own = _budget(choices, slot, sets, int(share["share"]), whole=int(share["whole"]))
            for region in Region:
                sums[region] += own[region]
            _as_shaped(choices, slot, own)
            everywhere = (slot.index, Focus.CONDITIONING) not in choices.focus
            total += sets if everywhere else sum(own.values())
        for region in Region:
            low, high = region_band(line, region, len(members), INSIDE)
            scale = 100 * low.denominator
            choices.model.add(sums[region] * scale >= total * low.numerator)
            choices.model.add(sums[region] * 100 * high.denominator <= total * high.numerator)


def _as_shaped(choices: Choices, slot: Slot, own: Mapping[Region, Any]) -> None:
    """Hold the budget of a class inside what its shape gives each region on its focus."""
    held = choices.task.grounds.shares
    for focus, literal in choices.foci(slot.index):
        there = [(n, held[focus, n]) for n, _ in enumerate(choices.variants) if (focus, n) in held]
        for region in Region if there else ():
            ends = [
                sum(choices.variant[slot.index, n] * round(s[region][end]) for n, s in there)
                for end in (0, 1)
            ]
            choices.model.add(own[region] >= ends[0]).only_enforce_if(literal)
            rest = sum(
                choices.variant[slot.index, n] * MOST_SETS
                for n, _ in enumerate(choices.variants)
                if (focus, n) not in held
            )
            choices.model.add(own[region] <= ends[1] + rest).only_enforce_if(literal)


def _budget(
    choices: Choices, slot: Slot, sets: Any, share: int, *, whole: int
) -> dict[Region, Any]:
    own = {r: choices.model.new_int_var(0, 200, "") for r in Region}
    in_regions = sum(own.values())
    chosen = [(choices.variant[slot.index, n], v) for n, v in enumerate(choices.variants)]
    sets = sets - sum(literal * v.pulse_sets for literal, v in chosen if v.pulse_sets)
    for region in Region:
        held = sum(literal * v.region_sets(region) for literal, v in chosen)
        choices.model.add(own[region] >= held)
    aside = sum(literal * (v.aside_sets - v.pulse_sets) for literal, v in chosen if v.aside_sets)
    free = choices.focus.get((slot.index, Focus.CONDITIONING))
    if free is None:
        choices.model.add(in_regions == sets)
    else:
        # What conditioning leaves over is what counts for the regions.
        choices.model.add(100 * in_regions <= (100 - share) * sets).only_enforce_if(free)
        choices.model.add(in_regions == sets).only_enforce_if(free.negated())
    for focus, literal in choices.foci(slot.index):
        if focus is Focus.CONDITIONING:
            continue
        if focus is Focus.WHOLE:
            for region in Region:
                choices.model.add(100 * own[region] >= whole * sets).only_enforce_if(literal)
            continue
        own_regions = {region_of(muscle) for muscle in FOCUS_MUSCLES[focus]}
        # In a fixed order: the order of a set differs from process to process.
        regions = [region for region in Region if region in own_regions]
        inside = sum(own[region] for region in regions)
        choices.model.add(100 * inside >= share * (sets - aside)).only_enforce_if(literal)
        for region in regions if len(regions) > 1 else ():
            choices.model.add(100 * own[region] >= 25 * sets).only_enforce_if(literal)
    return own
