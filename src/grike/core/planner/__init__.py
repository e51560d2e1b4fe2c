"""The planner's one front door: ``plan(problem, stop, seed, settings)``.

The same request, library, seed and settings give the same plan, whatever the load on the machine.
"""

from __future__ import annotations

from dataclasses import replace

from grike.core.judging.more_kit import more_kit
from grike.core.planner.bands import LATER
from grike.core.planner.edits import edited
from grike.core.planner.explain import certain_reason, collisions, hopeless, likely_reason
from grike.core.planner.giving_way import (
    Easing,
    easings,
    gave_way,
    may_leave_shapes,
    patient,
    quicker,
    shapeless,
)
from grike.core.planner.improve import Judged, as_asked, improved, judge, musts_mended
from grike.core.planner.notes import harder_weeks, left_shapes, notes
from grike.core.planner.polish import polished
from grike.core.planner.pool import pool_report
from grike.core.planner.problem import NeverStop, Problem, Progress, Settings, Stop
from grike.core.planner.result import PlanResult, Status, status_of
from grike.core.planner.rolling import plan_weeks
from grike.core.planner.run import Failure, Run, kept_facts
from grike.core.planner.seeds import Branch, branched
from grike.core.rules import BY_ID, broken_musts, cost_by_rule
from grike.core.series import SeriesPlan

#: Where the pattern of a later week is blocked, so many weeks are looked ahead.
MOST_AHEAD = 2
#: How often weeks are filled from another seed where they cost more than is known to be needed.
OTHER_WAYS = 2
#: And where more weeks than this missed an aim, so that the kit may be to blame and not the seed.
MOST_SOFT_WEEKS, OTHER_WAYS_IF_SOFT = 2, 1
#: What is said with every week that was filled before.
BEGUN_ANEW = ", begun anew, since a later week could not be filled"
#: A plan that costs more than this for each class, beyond what it must, is tried another way.
WORTH_ANOTHER = 8
#: From so many seeds the nearest plan is looked for.
NEAREST_TRIES = 3
#: And from so many where only what a class is made of gives way: what is asked less comes next.
EASED_TRIES = 1
GIVING_WAY = ", where not all musts can hold: {}"
TRIED_ANOTHER_WAY = ", tried another way, since some aims are missed"
#: Where so many musts or fewer gave way, the weeks are begun anew once more with all of them.
FEW_GAVE_WAY = 3


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
    run = _begun(problem, stop or NeverStop(), seed, chosen)
    run, failure = _filled_weeks(run)
    if failure is not None:
        nearest = _nearest(run, failure, seed) or _no_plan(run, failure, seed)
        again = _once_more(run, nearest, seed)
        if again is None:
            return nearest
        run = again
    run, filled = _another_way(run)
    best = _touched(run, _without_shapes(run, improved(run, filled, seed), seed))
    broken = broken_musts(best.found)
    yields = gave_way(broken) if all(BY_ID[f.rule].yields for f in broken) else ()
    pool = run.pool
    status = status_of(best.cost, pool.bound, run.stopped or run.stop.requested())
    if broken:
        # One that breaks a must is a plan to mend, and nothing is proven of it.
        status = Status.NEAREST if yields else Status.UNKNOWN
    return PlanResult(
        status,
        best.plan,
        best.cost,
        0 if yields else min(best.cost, pool.bound),
        cost_by_rule(best.found),
        tuple(notes(run, best.plan, () if yields else broken)),
        seed=seed,
        library_version=problem.library.version,
        gave_way=yields,
    )


def _begun(problem: Problem, stop: Stop, seed: int, settings: Settings) -> Run:
    pool = pool_report(problem, kept_facts(problem, settings).values())
    return Run(problem, settings, stop, seed, pool, later=LATER)


def _no_plan(run: Run, failure: Failure, seed: int) -> PlanResult:
    """Return why there is no plan, and what would help."""
    proof = certain_reason(run.problem)
    why = proof or likely_reason(run.problem) or collisions(run, failure)
    return PlanResult(
        Status.IMPOSSIBLE if proof else Status.UNDECIDED,
        None,
        notes=run.pool.notes,
        why_not=why,
        seed=seed,
        library_version=run.problem.library.version,
    )


def _nearest(run: Run, failure: Failure, seed: int) -> PlanResult | None:
    """Return the plan in which what may give way does so; None where not even that is found.

    Where what is asked less still costs a lot, the next easing is tried as well; all musts at once
    only give way where nothing else is found.
    """
    best: tuple[Easing, Judged] | None = None
    if certain_reason(run.problem):
        return None
    for easing in easings(run.problem):
        if run.stop.requested() or (best is not None and easing.all_at_once):
            break
        tried = _eased_plan(run, easing, seed)
        if tried is not None and (best is None or tried.cost < best[1].cost):
            best = easing, tried
        if best is not None and not _dear(run, best[1]):
            break
    return _nearest_result(run, *best, failure, seed=seed) if best is not None else None


def _once_more(run: Run, nearest: PlanResult, seed: int) -> Run | None:
    """Return a run begun anew that filled all weeks, where little gave way; else None.

    What had to give way a time or two may have been bad luck, and not the room.
    """
    often = sum(own.times for own in nearest.gave_way)
    if not 0 < often <= FEW_GAVE_WAY or run.stop.requested() or not run.settings.restarts:
        return None
    again = run.anew(seed=branched(seed, Branch.BEGIN_ANEW, 1))
    again.again = BEGUN_ANEW
    return again if plan_weeks(again) is None else None


def _eased_plan(run: Run, easing: Easing, seed: int) -> Judged | None:
    """Return the plan of a problem that asks less, judged by what the series asks; None if none."""
    own = (quicker if easing.all_at_once else patient)(run.settings)
    again = _begun(easing.problem, run.stop, seed, own)
    for attempt in range(1, (NEAREST_TRIES if easing.all_at_once else EASED_TRIES) + 1):
        if attempt == NEAREST_TRIES:
            again = replace(again, settings=quicker(run.settings, last=True))
        again = again.anew(seed=branched(seed, Branch.NEAREST, attempt))
        again.again = GIVING_WAY.format(easing.how)
        if plan_weeks(again) is None:
            found = as_asked(run, improved(again, again.filled(), seed).plan)
            return found if easing.all_at_once else musts_mended(run, found, seed)
        if again.stopped:
            break
    return None


def _nearest_result(
    run: Run, easing: Easing, judged: Judged, failure: Failure, *, seed: int
) -> PlanResult:
    """Return the result for a plan that was asked less."""
    problem, judged = run.problem, _touched(run, judged)
    broken = broken_musts(judged.found)
    stopped = run.stopped or run.stop.requested()
    # Which rules collide is worked out where more gave way than what a class is made of.
    collide = broken and easing.all_at_once
    return PlanResult(
        Status.NEAREST if broken else status_of(judged.cost, run.pool.bound, stopped),
        judged.plan,
        judged.cost,
        0 if broken else min(judged.cost, run.pool.bound),
        cost_by_rule(judged.found),
        (*run.pool.notes, *harder_weeks(problem, judged.plan), *left_shapes(judged.plan)),
        why_not=collisions(run, failure) if collide else None,
        seed=seed,
        library_version=problem.library.version,
        gave_way=gave_way(broken),
        helps=tuple(own.words for own in more_kit(problem.plan.shape, problem.library)),
    )


def _touched(run: Run, judged: Judged) -> Judged:
    """Return the plan after single edits, for what still costs and for whoever teaches."""
    return polished(run, edited(run, judged))


def _filled_weeks(run: Run) -> tuple[Run, Failure | None]:
    """Return the run that filled all weeks, or the last one and why the first could not.

    A later week may be blocked by what an earlier one took: then it begins again, otherwise, and
    looks further ahead where it was the pattern of the week that was blocked.
    """
    failure = first = plan_weeks(run)
    seed = run.seed
    # To ask less of what classes are made of finds a plan sooner than to begin again does.
    restarts = 0 if _may_ask_less(run.problem) else run.settings.restarts
    for attempt in range(1, restarts + 1):
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


def _may_ask_less(problem: Problem) -> bool:
    first = next(easings(problem), None)
    return first is not None and not first.all_at_once


def _another_way(run: Run) -> tuple[Run, SeriesPlan]:
    """Return the run and its plan, or another that is cheaper, where nothing says why it costs.

    Filling the weeks once more from another seed takes less time than mending them does.
    """
    problem, settings = run.problem, run.settings
    best = judge(problem, settings, run.filled(), None)
    tries = OTHER_WAYS if len(run.soft_weeks) <= MOST_SOFT_WEEKS else OTHER_WAYS_IF_SOFT
    if len(problem.open_slots()) == 1:
        # Of one class alone every pattern was tried.
        tries = 0
    for attempt in range(1, tries + 1):
        if run.stopped or run.stop.requested() or not _worth_another(run, best):
            break
        other = run.anew(seed=branched(run.seed, Branch.ANOTHER_WAY, attempt))
        other.again = TRIED_ANOTHER_WAY
        other.most = best.cost if best.valid else None
        if plan_weeks(other) is not None:
            continue
        tried = judge(problem, settings, other.filled(), None)
        if tried.better_than(best):
            best, run = tried, other
    return run, best.plan


def _worth_another(run: Run, best: Judged) -> bool:
    """Return whether a plan breaks a must, or costs so much that mending it is not enough."""
    return not best.valid or (_dear(run, best) and not best.only_fine(run.pool.expected))


def _dear(run: Run, best: Judged) -> bool:
    return best.cost > run.pool.expected + WORTH_ANOTHER * len(run.problem.open_slots())


def _without_shapes(run: Run, best: Judged, seed: int) -> Judged:
    """Return the plan, or one without shapes where they cost more than all else together.

    Only mended plans tell: before that both cost about the same where weeks missed their aims.
    """
    able = may_leave_shapes(run.problem.plan)
    if not able or not _worth_another(run, best) or run.stopped or run.stop.requested():
        return best
    tried = _eased_plan(run, shapeless(run.problem), seed)
    if tried is None or not tried.valid:
        return best
    return tried if not best.valid or 2 * tried.cost < best.cost else best


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
