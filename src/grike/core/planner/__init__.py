"""The planner's one front door: ``plan(problem, stop, seed, settings)``.

The same request, library, seed and settings give the same plan, whatever the load on the machine.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from grike.core.item import Level
from grike.core.judging.finding import Finding
from grike.core.planner.explain import certain_reason, collisions, hopeless, likely_reason
from grike.core.planner.improve import improved, judge
from grike.core.planner.pool import pool_report
from grike.core.planner.problem import NeverStop, Problem, Progress, Settings, Stop
from grike.core.planner.result import PlanResult, Status, status_of
from grike.core.planner.rolling import plan_weeks
from grike.core.planner.run import Failure, Run, kept_facts
from grike.core.planner.seeds import Branch, branched
from grike.core.purpose import Purpose
from grike.core.rules import broken_musts, cost_by_rule
from grike.core.series import SeriesPlan

#: Where the pattern of a later week is blocked, so many weeks are looked ahead.
MOST_AHEAD = 2
#: How often weeks are filled from another seed where they cost more than is known to be needed.
OTHER_WAYS = 2
#: What is said with every week that was filled before.
BEGUN_ANEW = ", begun anew, since a later week could not be filled"
TRIED_ANOTHER_WAY = ", tried another way, since some aims are missed"
#: So many broken musts are named in a plan that could not keep them all.
MOST_TOLD = 5


def plan(
    problem: Problem,
    stop: Stop | None = None,
    seed: int = 0,
    settings: Settings | None = None,
) -> PlanResult:
    """Fill the open classes of a series so that every must rule holds and the aims are met.

    Returns a result whose ``plan`` is None only where the status is IMPOSSIBLE or UNDECIDED; the
    cost is what the rule checks find, which share no code with the model.
    """
    chosen = settings or Settings()
    pool = pool_report(problem, kept_facts(problem, chosen).values())
    version = problem.library.version
    run, failure = _filled_weeks(Run(problem, chosen, stop or NeverStop(), seed, pool))
    if failure is not None:
        proof = certain_reason(problem)
        why = proof or likely_reason(problem) or collisions(run, failure)
        status = Status.IMPOSSIBLE if proof else Status.UNDECIDED
        return PlanResult(
            status, None, notes=pool.notes, why_not=why, seed=seed, library_version=version
        )
    run, filled = _another_way(run)
    best = improved(run, filled, seed)
    broken = broken_musts(best.found)
    status = status_of(best.cost, pool.bound, run.stopped or run.stop.requested())
    return PlanResult(
        # One that breaks a must is a plan to mend, and nothing is proven of it.
        Status.UNKNOWN if broken else status,
        best.plan,
        best.cost,
        min(best.cost, pool.bound),
        cost_by_rule(best.found),
        tuple(_notes(run, best.plan, broken)),
        seed=seed,
        library_version=version,
    )


def _notes(run: Run, plan: SeriesPlan, broken: Sequence[Finding]) -> Iterator[str]:
    """Yield what is to be known of a plan, a sentence each."""
    yield from run.pool.notes
    yield from _harder_weeks(run.problem, plan)
    if run.cut:
        yield "The machine was slow: a solve was cut short, so another run may differ."
    for finding in broken[:MOST_TOLD]:
        yield f"Not kept: {finding.what} ({finding.rule})"


def _filled_weeks(run: Run) -> tuple[Run, Failure | None]:
    """Return the run that filled all weeks, or the last one and why the first could not.

    A later week may be blocked by what an earlier one took: then it begins again, otherwise, and
    looks further ahead where it was the pattern of the week that was blocked.
    """
    failure = first = plan_weeks(run)
    seed = run.seed
    for attempt in range(1, run.settings.restarts + 1):
        if failure is None or run.stopped or hopeless(run, failure):
            break
        horizon = run.horizon + (failure.stage == "skeleton")
        if horizon > MOST_AHEAD or (horizon > 1 and not run.week_training):
            break
        own = branched(seed, Branch.BEGIN_ANEW, attempt)
        run = run.anew(seed=own, horizon=horizon)
        run.again = BEGUN_ANEW
        failure = plan_weeks(run)
        if failure is not None and failure.proven:
            break
    return run, failure and first


def _another_way(run: Run) -> tuple[Run, SeriesPlan]:
    """Return the run and its plan, or another that is cheaper, where nothing says why it costs.

    Filling the weeks once more from another seed takes less time than mending them does.
    """
    problem, settings = run.problem, run.settings
    best = judge(problem, settings, run.filled(), None)
    for attempt in range(1, OTHER_WAYS + 1):
        if best.cost <= run.pool.expected or best.only_order(run.pool.expected):
            break
        if run.stopped or run.stop.requested():
            break
        other = run.anew(seed=branched(run.seed, Branch.ANOTHER_WAY, attempt))
        other.again = TRIED_ANOTHER_WAY
        if plan_weeks(other) is not None:
            continue
        tried = judge(problem, settings, other.filled(), None)
        if tried.valid and tried.cost < best.cost:
            best, run = tried, other
    return run, best.plan


def _harder_weeks(problem: Problem, plan: SeriesPlan) -> Iterator[str]:
    """Yield a sentence for the weeks whose step is reached by harder options."""
    planned = {slot.index for slot in problem.open_slots()}
    weeks = {
        member.slot.week + 1
        for member in plan.classes
        if member.slot.index in planned
        for _, _, item in member.design.items(Purpose.WORK)
        if item.level is Level.HARDER and not item.carried
    }
    if weeks:
        names = ", ".join(map(str, sorted(weeks)))
        yield (
            f"The slot holds no more work in week {names}: there the step is made with the harder "
            "options of the movements."
        )


__all__ = [
    "NeverStop",
    "PlanResult",
    "Problem",
    "Progress",
    "Settings",
    "Status",
    "Stop",
    "plan",
]
