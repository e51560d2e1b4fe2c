"""Rows to CP-SAT: musts as constraints, aims as bands that cost by their distance."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass, replace
from enum import Enum

from grike.core.planner import cp_sat
from grike.core.planner.seeds import Branch, branched
from grike.core.rows.row import Key, Row

LARGE = 10**9
#: The short solves in which any solution is looked for: (part of the time, how many at once). How
#: long a model takes is spread widely: of 178 models of weeks 51 were not decided within the usual
#: time, 45 of which have a solution that another seed often finds at once. With short solves a
#: lunch-hour series took 4 s instead of 23, six weeks 3 s instead of 17.
SHORT_SOLVES = ((0.05, 1), (0.25, 2), (0.5, 2), (0.75, 2))
#: The solver takes seeds below this.
MOST_SEED = 2**31


class Outcome(Enum):
    """Whether a solve ended with a plan, with a proof that there is none, or without either."""

    FOUND = "found"
    IMPOSSIBLE = "impossible"
    UNDECIDED = "undecided"


@dataclass(frozen=True, slots=True)
class Solved:
    """The chosen keys of a solve, its aims' cost and the bound on that cost."""

    outcome: Outcome
    chosen: frozenset[Key] = frozenset()
    cost: int = 0
    bound: int = 0
    cut_by_wall: bool = False


@dataclass(frozen=True, slots=True)
class Limits:
    """How long one solve may take: deterministic seconds, and a wall-clock safety net."""

    deterministic: float
    wall: float
    seed: int


class RowModel:
    """A CP-SAT model that is made from rows. Keys that no row declares are yes-or-no choices."""

    def __init__(self) -> None:
        self.model = cp_sat.CpModel()
        self.variables: dict[Key, cp_sat.IntVar] = {}
        self.costs: list[tuple[cp_sat.IntVar, int]] = []

    def choice(self, key: Key) -> cp_sat.IntVar:
        """Return the yes-or-no variable of a key, making it the first time."""
        if key not in self.variables:
            self.variables[key] = self.model.new_bool_var(str(len(self.variables)))
        return self.variables[key]

    def whole(self, key: Key, low: int, high: int) -> cp_sat.IntVar:
        """Return the integer variable of a key."""
        if key not in self.variables:
            self.variables[key] = self.model.new_int_var(low, high, str(len(self.variables)))
        return self.variables[key]

    def add(self, row: Row, *, hard_aims: bool = False) -> None:
        """Add one row. ``hard_aims``: aims too must hold."""
        for key, low, high in row.aux:
            self.whole(key, low, high)
        variables = [self.choice(key) for key, _ in row.terms]
        expression = cp_sat.LinearExpr.weighted_sum(variables, [v for _, v in row.terms])
        soft = row.weight is not None and not hard_aims
        if row.weight == 0:
            return
        for bound, sign in ((row.low, 1), (row.high, -1)):
            if bound is None:
                continue
            if not row.terms:
                self._constant(sign * bound, row, soft)
            elif soft:
                missed = self.model.new_int_var(0, LARGE, "")
                self.model.add(sign * expression + row.scale * missed >= sign * bound)
                self.costs.append((missed, row.weight or 1))
            else:
                self.model.add(sign * expression >= sign * bound)

    def _constant(self, short_by: int, row: Row, soft: bool) -> None:
        """Handle a row without terms, which is kept, or missed by a fixed amount."""
        if short_by <= 0:
            return
        if not soft:
            self.model.add_bool_or([])
            return
        missed = self.model.new_constant(-(-short_by // row.scale))
        self.costs.append((missed, row.weight or 1))

    def cost(self) -> cp_sat.LinearExprT:
        """Return the weighted sum of all that the aims are missed by."""
        return sum((missed * weight for missed, weight in self.costs), start=0)

    def solve(
        self,
        limits: Limits,
        tie_break: Mapping[Key, int] | None = None,
        hints: Iterable[Key] = (),
    ) -> Solved:
        """Solve for the least cost; among plans of no cost, for the least tie-break.

        A tie-break in the first solve makes it miss plans, so it comes as a second one with hints.
        """
        wanted = set(hints)
        if wanted:
            for key, variable in self.variables.items():
                self.model.add_hint(variable, int(key in wanted))
        if self.costs:
            self.model.minimize(self.cost())
        elif tie_break:
            pairs = [(self.variables[k], w) for k, w in tie_break.items() if k in self.variables]
            self.model.minimize(
                cp_sat.LinearExpr.weighted_sum([v for v, _ in pairs], [w for _, w in pairs])
            )
        return self.run(self.solver(limits), limits)

    def solver(self, limits: Limits) -> cp_sat.CpSolver:
        """Return a solver with what serves models of rows."""
        solver = solver_for(limits)
        if self.costs:
            solver.parameters.cp_model_presolve = True
            solver.parameters.linearization_level = 2
            solver.parameters.cp_model_probing_level = 0
        return solver

    def run(self, solver: cp_sat.CpSolver, limits: Limits) -> Solved:
        """Return what a solver finds within its limits."""
        status = solver.solve(self.model)
        if status == cp_sat.INFEASIBLE:
            return Solved(Outcome.IMPOSSIBLE)
        if status not in (cp_sat.OPTIMAL, cp_sat.FEASIBLE):
            return Solved(Outcome.UNDECIDED, cut_by_wall=solver.wall_time >= limits.wall)
        chosen = frozenset(k for k, v in self.variables.items() if solver.value(v) == 1)
        cost = sum(solver.value(missed) * weight for missed, weight in self.costs)
        bound = max(0, round(solver.best_objective_bound)) if self.costs else 0
        cut = status == cp_sat.FEASIBLE and solver.wall_time >= limits.wall
        return Solved(Outcome.FOUND, chosen, cost, bound, cut)

    def first_found(self, limits: Limits, *, side_by_side: bool = True) -> Solved:
        """Return any solution of a model without costs, from several short solves.

        The same model takes one seed a hundredth of the time that it takes another, so that a few
        short solves find a solution sooner than a long one does. They run two at a time, and the
        first in the order of their seeds counts: load and number of cores change nothing.
        """
        answer = Solved(Outcome.UNDECIDED)
        seed = limits.seed
        for part, many in SHORT_SOLVES:
            short = replace(limits, deterministic=part * limits.deterministic)
            shorts = [
                replace(short, seed=branched(seed, Branch.SHORT_SOLVE, n)) for n in range(many)
            ]
            seed = branched(seed, Branch.SHORT_SOLVE, many)
            race = many > 1 and side_by_side
            answer = self._raced(*shorts) if race else self._in_turn(shorts)
            if answer.outcome is not Outcome.UNDECIDED or answer.cut_by_wall:
                break
        return answer

    def _in_turn(self, every: Sequence[Limits]) -> Solved:
        answer = Solved(Outcome.UNDECIDED)
        for limits in every:
            answer = self.run(self.solver(limits), limits)
            if answer.outcome is not Outcome.UNDECIDED:
                break
        return answer

    def _raced(self, first: Limits, second: Limits) -> Solved:
        """Return the answer of the first, or where it has none that of the second."""
        one, two = self.solver(first), self.solver(second)

        def proven(done: Future[Solved]) -> None:
            if done.result().outcome is Outcome.IMPOSSIBLE:
                one.stop_search()

        with ThreadPoolExecutor(1) as executor:
            other = executor.submit(self.run, two, second)
            other.add_done_callback(proven)
            answer = self.run(one, first)
            if answer.outcome is Outcome.UNDECIDED:
                return other.result()
            two.stop_search()
        return answer


def solver_for(limits: Limits) -> cp_sat.CpSolver:
    """Return a solver on one worker, which makes it deterministic.

    Without presolve these small models are solved several times faster than with it: 16 models of
    weeks took 5 s against 15 to 35 s. Other linearization levels, restarts and branchings, tried on
    the same models, gave nothing.
    """
    solver = cp_sat.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = limits.seed % MOST_SEED
    solver.parameters.max_deterministic_time = limits.deterministic
    solver.parameters.max_time_in_seconds = limits.wall
    solver.parameters.cp_model_presolve = False
    return solver


def colliding_rules(
    rows: Sequence[Row],
    build: Callable[[Iterable[Row]], RowModel],
    limits: Limits,
) -> tuple[list[str], bool]:
    """Shrink the must rules of an impossible model to a set that cannot be shrunk further.

    Each rule is left out in turn; it is needed only where the rest is proven possible. Returns the
    rule ids and whether every test was decided in time.
    """
    needed = sorted({row.rule for row in rows if row.weight is None})
    decided = True
    for rule in list(needed):
        rest = [r for r in rows if r.weight is None and r.rule in needed and r.rule != rule]
        outcome = build(rest).solve(limits).outcome
        if outcome is Outcome.IMPOSSIBLE:
            needed.remove(rule)
        elif outcome is Outcome.UNDECIDED:
            decided = False
    return needed, decided
