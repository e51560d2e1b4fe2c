"""Day-to-day rules on what is carried from week to week: how much, and that it progresses."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from grike.core.item import Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding, Place
from grike.core.progression import Asked, added, asked, leaps, progressed
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Number, Rule, Stage, Yields, setting
from grike.core.rules.w7_steps import is_lighter
from grike.core.sheet import Mode, RuleSetting


def work_items(member: ClassFacts) -> Iterator[tuple[int, int, Item]]:
    """Yield (block, place, item) of the work blocks."""
    for number in {bout.block for bout in member.work_bouts}:
        for place, item in enumerate(member.design.blocks[number].items):
            yield number, place, item


def asked_of(member: ClassFacts, movement_id: str) -> Asked | None:
    """Return what a class asks of a movement; None where it does not hold it."""
    own = (bout for bout in member.work_bouts if bout.movement.id == movement_id)
    return asked(member.design, own)


def _check_d7(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    low = line.numbers["share"] - line.numbers["within"]
    high = line.numbers["share"] + line.numbers["within"]
    first = min(facts.weeks, default=0)
    for week, members in facts.weeks.items():
        if week == first:
            continue
        items = [item for member in members for _, _, item in work_items(member)]
        carried = sum(1 for item in items if item.carried)
        share = Fraction(100 * carried, len(items)) if items else Fraction(0)
        off = missed(max(low - share, share - high) * len(items) / 100)
        if off:
            yield Finding(
                "D7",
                line.mode,
                Place(week),
                f"{plain(share)} % of the movements are carried from the week before; "
                f"{plain(max(Fraction(0), low))} to {plain(high)} % are wanted.",
                "Carry a movement on and add to it." if share < low else "Swap a carried one.",
                cost=aimed(line, off),
                about=About("carried", "share", 1 if share < low else -1),
            )


def _rows_d7(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """Between the lowest and the highest share of a week's movements are carried."""
    low = line.numbers["share"] - line.numbers["within"]
    high = line.numbers["share"] + line.numbers["within"]
    for week in scope.weeks():
        if week == scope.group.first_week:
            continue
        fixed = scope.fixed_of_week(week)
        items, carried = sum(f.items for f in fixed), sum(len(f.carried) for f in fixed)
        choices = [c for bay in scope.bays_of_week(week) for c in bay.choices]
        for share, above in ((low, True), (high, False)):
            scale = 100 * share.denominator
            own = share.numerator
            terms = tuple((c.key, scale * c.carried - own) for c in choices)
            there = scale * carried - own * items
            low_at, high_at = (-there, None) if above else (None, -there)
            yield Row(
                "D7",
                f"week {week + 1}",
                terms,
                low=low_at,
                high=high_at,
                weight=row_weight(line),
                scale=scale,
            )


def _check_d7b(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    lighter = facts.sheet["W7"]
    for week, members in facts.weeks.items():
        fault = _from_nowhere if is_lighter(week, lighter) else _no_progress
        for member in members:
            for block, place, item in work_items(member):
                if item.carried:
                    what = fault(facts, member, item)
                    if what:
                        yield Finding(
                            "D7b",
                            line.mode,
                            here(member, block, place),
                            what,
                            "Add reps, seconds, a round or load, or take the harder option.",
                            cost=aimed(line, 1),
                        )


def carried_from(facts: Facts, member: ClassFacts, movement_id: str) -> ClassFacts | None:
    """Return the class from which a movement is carried; None where the week before lacks it.

    It is the last full week before, since a lighter week asks for less on purpose.
    """
    lighter = facts.sheet["W7"]
    full = [w for w in facts.weeks if w < member.slot.week and not is_lighter(w, lighter)]
    others = facts.weeks[max(full)] if full else ()
    return next((other for other in others if asked_of(other, movement_id)), None)


@dataclass(frozen=True, slots=True)
class Step:
    """A movement that a class carries on: from where, and what is asked of it then and now."""

    movement_id: str
    before: ClassFacts
    then: Asked
    now: Asked


def step_of(facts: Facts, member: ClassFacts, movement_id: str) -> Step | None:
    """Return the step of what a class carries on; None where the week before lacks it."""
    before = carried_from(facts, member, movement_id)
    then = asked_of(before, movement_id) if before is not None else None
    now = asked_of(member, movement_id)
    if before is None or then is None or now is None:
        return None
    return Step(movement_id, before, then, now)


def steps_of(facts: Facts, member: ClassFacts) -> Iterator[tuple[Item, Step]]:
    """Yield what a class carries on, with its step."""
    for _, _, item in work_items(member):
        step = step_of(facts, member, item.movement_id) if item.carried else None
        if step is not None:
            yield item, step


def _no_progress(facts: Facts, member: ClassFacts, item: Item) -> str:
    """Return why a carried movement does not progress; "" where it does.

    What was not reached when it was taught is asked for again, and no less of it.
    """
    step = step_of(facts, member, item.movement_id)
    if step is None:
        return _from_nowhere(facts, member, item)
    if progressed(step.then, step.now):
        return ""
    name, where = facts.library[item.movement_id].name, step.before.slot.label
    if item.again:
        less = progressed(step.now, step.then)
        return f"{name} was to be asked for again as on {where}." if less else ""
    return f"{name} is carried from {where} without anything added."


def _from_nowhere(facts: Facts, member: ClassFacts, item: Item) -> str:
    """Return that a carried movement was in no full week just before; "" where it was."""
    if carried_from(facts, member, item.movement_id) is not None:
        return ""
    first = member.slot.week == min(facts.weeks)
    why = "there is no week before" if first else "the week before does not have it"
    return f"{facts.library[item.movement_id].name} is marked as carried, but {why}."


def leaps_in(facts: Facts, member: ClassFacts) -> list[str]:
    """Return what a class carries on (ids) and asks for twice the work of, or more."""
    steps = (step for _, step in steps_of(facts, member))
    return [step.movement_id for step in steps if leaps(step.then, step.now)]


def is_again(member: ClassFacts, movement_id: str) -> bool:
    """Return whether a class asks for a movement as it was, since that was not reached."""
    return any(item.again for _, _, item in work_items(member) if item.movement_id == movement_id)


def carried_words(facts: Facts, member: ClassFacts, movement_id: str) -> str:
    """Return from where a movement is carried, what it was then, and what was added."""
    step = step_of(facts, member, movement_id)
    if step is None:
        return "carried on"
    then = f"{step.before.slot.label} ({step.then.words})"
    if is_again(member, movement_id):
        return f"asked for again as on {then}, where it was not reached"
    what = added(step.then, step.now)
    return f"carried on from {then}" + (f": {', '.join(what)}" if what else "")


D7 = Rule(
    "D7",
    "A share of the movements is carried on",
    "From week to week {share} % of the movements come back, within {within} points.",
    "Only what is repeated can progress, and only what is new is a change.",
    "practice",
    setting(Mode.OFF, 2, share=30, within=10),
    _check_d7,
    _rows_d7,
    numbers={
        "share": Number("movements carried (%)", 0, 100),
        "within": Number("points either way", 0, 100),
    },
    mends=(
        Mend.CARRY,
        Mend.SWAP,
    ),
    unit=MOVEMENTS,
    yields=Yields.VARIETY,
)


D7B = Rule(
    "D7b",
    "What is carried progresses",
    "A carried movement asks for more than the week before: reps, seconds, rounds, load, a harder "
    "option or less rest, and nothing less; in a lighter week it only comes back. What was not "
    "reached when it was taught may be asked for again.",
    "People see that they have come on.",
    "acsm2009",
    setting(Mode.MUST, 1),
    _check_d7b,
    stages=(Stage.SELECTION,),
    mends=(
        Mend.ASK_MORE,
        Mend.SWAP,
    ),
)
