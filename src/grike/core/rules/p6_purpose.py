"""P6: every block has a purpose that one can name, and every pair a reason."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction

from grike.core.anatomy import Region
from grike.core.design import Role
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, plain
from grike.core.judging.finding import Finding
from grike.core.movement import Movement
from grike.core.pairs import Look, kinds_of, look_of, pairs_of, reason
from grike.core.rows.row import Key, Row, row_weight
from grike.core.rows.scope import Choice, Scope
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import volume_of_bouts

#: What alternates on purpose, whatever it works.
_MIXED = frozenset({Role.PULSE, Role.COMBINATION, Role.FINISH, Role.FLOW})
#: Two regions are a contrast where each has so much of a block, three are the whole body (%).
OF_TWO, OF_THREE = 30, 15
MOST_PAIRS = 12


def named(shares: list[Fraction], of_one: Fraction) -> bool:
    """Return whether shares of the regions (%) are one region, a contrast, or the whole body."""
    most, second, third = sorted(shares, reverse=True)
    if most >= of_one or third >= OF_THREE:
        return True
    return second >= OF_TWO and most + second >= of_one


def _shares(member: ClassFacts, number: int) -> list[Fraction]:
    """Return what each region has of the sets of a block, in percent; [] without any."""
    volume = volume_of_bouts([b for b in member.work_bouts if b.block == number])
    each = [volume.regions.get(region, Fraction(0)) for region in Region]
    total = sum(each, Fraction(0))
    return [100 * own / total for own in each] if total else []


def why_no_pair(one: Movement, other: Movement) -> str:
    """Return what is wrong with a pair in words, "" where nothing is."""
    if one.targets[:1] == other.targets[:1]:
        return "work the same muscle first"
    if one.upright != other.upright:
        return "are one up and one down"
    return "" if reason(one, other) else "have no reason to be a pair"


def pairs_well(one: Movement, other: Movement) -> bool:
    """Return whether two movements make a pair with which nothing is wrong."""
    return not why_no_pair(one, other)


def _faults(member: ClassFacts, of_one: Fraction) -> Iterator[tuple[int, int | None, str, str]]:
    """Yield (block, place, what is wrong, how to mend it) of the pairs and blocks of a class."""
    for number, block in enumerate(member.design.blocks):
        for place, (one, other) in enumerate(pairs_of(block, member.library)):
            wrong = why_no_pair(one, other)
            if wrong:
                fix = "Pair a push with a pull, knee with hip, or upper with lower body."
                yield number, 2 * place, f"{one.name} and {other.name} {wrong}.", fix
        shares = [] if block.role in _MIXED else _shares(member, number)
        if shares and not named(shares, of_one):
            share, region = max(zip(shares, Region, strict=True))
            what = f"{plain(share)} % of this block are for the {region.value} body, and the rest "
            what += "makes no contrast to it."
            yield number, None, what, "Swap what belongs to another block."


def _check_p6(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        for block, place, what, fix in _faults(member, line.numbers["share"]):
            where = here(member, block, place)
            yield Finding("P6", line.mode, where, what, fix, cost=aimed(line, 1))


def _rows_p6(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """What is in pairs can be paired.

    An even number is done on the floor, no kind is over half, and of those that pair with the same
    others there are no more than of these.
    """
    for bay in scope.bays:
        for number, keys in enumerate(bay.paired):
            own = [c for c in bay.choices if c.key in keys]
            where, weight = f"{bay.slot.label}, pairs", row_weight(line)
            pairs = ("pairs on the floor", bay.index, number)
            floor = [(c.key, 1) for c in own if not c.movement.upright]
            aux = ((pairs, 0, MOST_PAIRS),)
            yield Row("P6", where, (*floor, (pairs, -2)), 0, 0, weight, aux=aux)
            for upright in (True, False):
                there = [c for c in own if c.movement.upright == upright]
                kinds = [(c.key, kinds_of(c.movement)) for c in there]
                for kind in sorted({kind for _, of_one in kinds for kind in of_one}):
                    terms = tuple((key, 1 if kind in of_one else -1) for key, of_one in kinds)
                    yield Row("P6", f"{where}, {kind}", terms, high=0, weight=weight)
                for name, terms in _partners(there):
                    yield Row("P6", f"{where}, with {name}", terms, high=0, weight=weight)


def _partners(there: Sequence[Choice]) -> Iterator[tuple[str, tuple[tuple[Key, int], ...]]]:
    """Yield for movements that pair with the same others: these on one side, those on the other."""
    looks: dict[Look, list[Choice]] = {}
    for own in there:
        looks.setdefault(look_of(own.movement), []).append(own)
    alike: dict[tuple[Look, ...], list[Look]] = {}
    for look, same in looks.items():
        partners = tuple(
            other
            for other, (own, *_) in looks.items()
            if pairs_well(same[0].movement, own.movement)
        )
        alike.setdefault(partners, []).append(look)
    for partners, these in alike.items():
        ones = [(own.key, 1) for look in these for own in looks[look]]
        others = [(own.key, -1) for look in partners for own in looks[look]]
        yield str(ones[0][0]), (*ones, *others)


P6 = Rule(
    "P6",
    "Blocks and pairs have a purpose",
    "Each block is for one region ({share} % of its sets), a contrast of two, or all of the body. "
    "A pair opposes (push with pull, knee with hip), changes between upper and lower body, or "
    "rests a lift by a movement that does not tire it; both are done standing or both on the "
    "floor.",
    "What nobody can name, nobody can coach.",
    "robbins2010",
    setting(Mode.OFF, 3, share=75),
    _check_p6,
    _rows_p6,
    stages=(Stage.SELECTION, Stage.ORDERING),
    numbers={"share": Number("sets of a block for one region (%)", 50, 100)},
    reach=Reach.DESIGN,
    mends=(Mend.ORDER, Mend.SWAP_ANYWHERE),
    yields=Yields.COMPOSITION,
)
