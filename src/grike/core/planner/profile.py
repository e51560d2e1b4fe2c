"""How far out of balance a class of a focus must be, for each of its sets.

A class that keeps to its focus cannot mend the balance of its week, so that the focuses of a week
must balance each other. How far a focus can go either way is the answer of a small linear program
over the movements of the pool.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from fractions import Fraction

from ortools.linear_solver import pywraplp

from grike.core.anatomy import MAJOR_GROUPS, Muscle, Region
from grike.core.composition import (
    BARRED,
    NEEDS,
    PRIME_MOVERS,
    TIMES_OVER,
    is_main,
    mains_wanted,
    movers_share,
    patterns_of,
)
from grike.core.focus import FOCUS_MUSCLES, Focus, on_focus
from grike.core.movement import Movement
from grike.core.rows.row import TWELFTHS
from grike.core.rows.scope import parts_of
from grike.core.rules.w3_pairs import PAIRS, side_share
from grike.core.volume import muscle_shares

#: Movements of the class for which it is worked out; shares hardly change with it.
MOVEMENTS = 10
#: No class goes to the end of what it could be; so much of the range is left there.
MARGIN = 0.3
#: Muscles of which focuses may give a week too much.
LARGE = (Muscle.GLUTES, Muscle.QUADRICEPS, Muscle.HAMSTRINGS, Muscle.ABDOMINALS)
#: By what is wanted to be small, in hundredths of a set: (one side, the other), how much the one is
#: beyond what balances the other; or a muscle, its sets.
Excess = tuple[str, str] | Muscle

#: Major groups that a focus works on its day though they are not what it is about.
_BESIDES: Mapping[Focus, frozenset[str]] = {
    Focus.LOWER: frozenset({"low back"}),
    Focus.GLUTES_ABS: frozenset({"low back", "quadriceps"}),
}
BOTH_WAYS = tuple((one.short, other.short) for pair in PAIRS for one, other in (pair, pair[::-1]))
#: The least that a class of a focus adds.
Profile = Mapping[Excess, int]


def reached_by(focus: Focus) -> frozenset[str]:
    """Return the major groups that a class of a focus works on its day.

    Conditioning is about no muscle, and nothing is held against it.
    """
    if focus is Focus.CONDITIONING:
        return frozenset(MAJOR_GROUPS)
    own = {g for g, muscles in MAJOR_GROUPS.items() if muscles & FOCUS_MUSCLES[focus]}
    return frozenset(own) | _BESIDES.get(focus, frozenset())


def gives(movement: Movement, most: Fraction) -> Mapping[Excess, float]:
    """Return what one set of a movement adds; ``most``: of one side for each set of the other."""
    shares = muscle_shares(movement)
    out: dict[Excess, float] = {
        (one, other): side_share(movement, one) - float(most) * side_share(movement, other)
        for one, other in BOTH_WAYS
    }
    return out | {muscle: float(shares.get(muscle, 0)) for muscle in LARGE}


def profile(
    focus: Focus,
    pool: Sequence[Movement],
    level: int,
    *,
    numbers: Mapping[str, Fraction],
    most: Fraction,
) -> Profile | None:
    """Return the least that a class of a focus adds; None where the pool holds no such class.

    ``numbers``: those of the rule on the focus, in percent.
    """
    solver = pywraplp.Solver.CreateSolver("GLOP")
    own = [m for m in pool if m.pattern not in BARRED.get(focus, frozenset())]
    chosen = [solver.NumVar(0, 1, "") for _ in own]
    solver.Add(sum(chosen) == MOVEMENTS)
    for least, values in _asked(focus, own, level, numbers):
        pairs = zip(chosen, values, strict=True)
        solver.Add(sum(v * x for x, v in pairs if v) >= least)

    def end(values: Iterable[float], *, high: bool) -> float | None:
        total = sum(v * x for x, v in zip(chosen, values, strict=True) if v)
        solver.Maximize(total) if high else solver.Minimize(total)
        if solver.Solve() != pywraplp.Solver.OPTIMAL:
            return None
        return float(solver.Objective().Value()) / MOVEMENTS

    each = [gives(m, most) for m in own]
    out: dict[Excess, int] = {}
    for name in each[0] if own else ():
        values = [amounts[name] for amounts in each]
        low, high = end(values, high=False), end(values, high=True)
        if low is None or high is None:
            return None
        out[name] = round(100 * (low + MARGIN * (high - low)))
    return out


def _asked(
    focus: Focus, own: Sequence[Movement], level: int, numbers: Mapping[str, Fraction]
) -> Iterator[tuple[float, list[float]]]:
    """Yield (least, what each movement gives of it) of all that is asked of a class."""
    share = {name: MOVEMENTS * float(value) / 100 for name, value in numbers.items()}
    if focus is Focus.WHOLE:
        for region in Region:
            parts = [parts_of(m).regions.get(region, 0) / TWELFTHS for m in own]
            yield share["whole"], parts
    else:
        yield share["share"], [float(on_focus(m, focus)) for m in own]
    if focus in PRIME_MOVERS:
        yield share["movers"], [float(movers_share(m, focus)) for m in own]
    for need in NEEDS[focus]:
        fitting = [float(bool(need.patterns & patterns_of(m))) for m in own]
        yield min(need.least, sum(fitting) / TIMES_OVER), fitting
    mains = [float(is_main(m, focus, level)) for m in own]
    yield min(mains_wanted(MOVEMENTS), sum(mains) / TIMES_OVER), mains
