"""P15: kit that is laid out is used."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from fractions import Fraction

from grike.core.exact import exact_sum
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding
from grike.core.kit import ALWAYS_AT_HAND, KIT_NAMES, Kit
from grike.core.movement import Movement
from grike.core.rows.row import MOVEMENTS, TWELFTHS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Topic, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: More sets than a class has.
MOST_SETS = 200
#: Weights of the same kind lie side by side and count as one.
_AS_ONE: Mapping[Kit, Kit] = {
    Kit.DUMBBELL_MEDIUM: Kit.DUMBBELL_LIGHT,
    Kit.DUMBBELL_HEAVY: Kit.DUMBBELL_LIGHT,
}


def kinds(kit: frozenset[Kit]) -> frozenset[Kit]:
    """Return the kinds of kit that have to be laid out, all dumbbells as one."""
    return frozenset(_AS_ONE.get(each, each) for each in kit - ALWAYS_AT_HAND)


def uses(movement: Movement, kind: Kit) -> bool:
    """Return whether a movement is done with a kind of kit."""
    return kind in kinds(movement.fetched_kit)


def _fetches(member: ClassFacts) -> int:
    """Return how often kit is fetched in the order of the class, each block gone through once."""
    before: frozenset[Kit] = frozenset()
    count = 0
    for _, _, movement in member.work_movements:
        count += bool(movement.fetched_kit - before) and bool(before)
        before = movement.fetched_kit or before
    return count


def _lying_about(member: ClassFacts, line: RuleSetting) -> Iterator[tuple[Kit, str, int]]:
    """Yield (kit, what is wrong, by how much) of kit that a class hardly uses."""
    sets = member.movement_sets
    total = exact_sum(sets.values())
    for kind in sorted(kinds(member.design.kit)):
        own = {m: n for m, n in sets.items() if uses(m, kind)}
        worked = exact_sum(own.values())
        off = max(line.whole("movements") - len(own), 0)
        off += missed(line.numbers["share"] * total / 100 - worked, Fraction(1))
        if off:
            many = "movement" if len(own) == 1 else "movements"
            share = plain(100 * worked / total) if total else "0"
            what = f"{KIT_NAMES[kind].capitalize()} are laid out for {len(own)} {many}, {share} % "
            yield kind, what + "of the sets.", off


def _check_p15(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        for kind, what, off in _lying_about(member, line):
            fix, about = "Use them more, or leave them in the cupboard.", About("kit", kind.value)
            cost = aimed(line, off)
            yield Finding("P15", line.mode, here(member), what, fix, cost=cost, about=about)
        minutes = member.design.slot_seconds / 60
        most, count = max(1, int(minutes * line.whole("fetches") / 10)), _fetches(member)
        if count > most:
            what = f"Kit is fetched {count} times; {most} in {round(minutes)} minutes is enough."
            fix = "Put movements with the same kit side by side."
            cost = aimed(line, count - most)
            yield Finding("P15", line.mode, here(member), what, fix, cost=cost)


def _rows_p15(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """Of each kind of kit none is used, and it stays in the cupboard, or enough."""
    weight, share, least = row_weight(line), line.numbers["share"], line.whole("movements")
    for bay in scope.bays:
        for kind in sorted(kinds(bay.kit)):
            where, there = f"{bay.slot.label}, {KIT_NAMES[kind]}", ("laid out", bay.index, kind)
            own = tuple((c.key, 1) for c in bay.choices if uses(c.movement, kind))
            aux = ((there, 0, 1),)
            yield Row("P15", where, (*own, (there, -bay.slots)), high=0, aux=aux)
            yield Row("P15", where, (*own, (there, -least)), low=0, weight=weight, aux=aux)
            scale = 100 * share.denominator
            terms = tuple(
                (c.key, (scale * uses(c.movement, kind) - share.numerator) * c.sets)
                for c in bay.choices
            )
            # Where it stays in the cupboard no share is asked for.
            free = share.numerator * MOST_SETS * TWELFTHS
            yield Row(
                "P15",
                f"{where}, of the sets",
                (*terms, (there, -free)),
                low=-free,
                weight=weight,
                scale=scale * TWELFTHS,
                aux=aux,
            )


def _with_kit(movement: Movement, about: About) -> float:
    return float(uses(movement, Kit(about.id)))


P15 = Rule(
    "P15",
    "Kit that is laid out is used",
    "Each kind of kit of a class is for {movements} movements and {share} % of the sets at least, "
    "and is fetched {fetches} times in ten minutes at most.",
    "What lies about is tripped over, and what is fetched costs a minute.",
    "practice",
    setting(Mode.OFF, 2, movements=2, share=15, fetches=1),
    _check_p15,
    _rows_p15,
    stages=(Stage.SELECTION, Stage.ORDERING),
    numbers={
        "movements": Whole("movements with each kit", 1, 6),
        "share": Number("sets with each kit (%)", 0, 50),
        "fetches": Whole("times fetched in ten minutes", 1, 10),
    },
    reach=Reach.DESIGN,
    mends=(Mend.SWAP_ANYWHERE, Mend.ORDER),
    gives=_with_kit,
    unit=MOVEMENTS,
    about=Topic.ROOM,
    yields=Yields.COMPOSITION,
)
