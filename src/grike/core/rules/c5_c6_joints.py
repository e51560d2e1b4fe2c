"""Rules on joints: knees and wrists are not loaded bout after bout, and not all class long."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from fractions import Fraction

from grike.core.exact import exact_sum
from grike.core.judging.class_facts import ClassFacts, Station
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding
from grike.core.movement import Joint, Movement
from grike.core.rows.row import SETS, TWELFTHS, Key, Row, row_weight
from grike.core.rows.scope import Choice, Scope
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Topic, Whole, setting
from grike.core.sheet import Mode, RuleSetting

JOINT_NAMES = {Joint.KNEE: "knee", Joint.WRIST: "wrist"}


def loads(movement: Movement, joint: Joint) -> bool:
    """Return whether a movement loads a joint at all."""
    return movement.joints.get(joint, 0) >= 1


def _station_loads(station: Station, joint: Joint) -> bool:
    return any(loads(movement, joint) for movement in station.movements)


def runs(member: ClassFacts, joint: Joint) -> Iterator[list[Station]]:
    """Yield the stations in a row that load a joint; a breather ends a run."""
    run: list[Station] = []
    for station in member.stations:
        loaded = _station_loads(station, joint)
        if run and (station.rested or not loaded):
            yield run
            run = []
        if loaded:
            run.append(station)
    if run:
        yield run


def _too_long(member: ClassFacts, joint: Joint, most: int) -> dict[tuple[int, int], list[Station]]:
    """Return the runs of more than ``most``, by the block and place that is one too many.

    What comes again in every round is told once, as long as it is at its longest.
    """
    out: dict[tuple[int, int], list[Station]] = {}
    for run in runs(member, joint):
        if len(run) > most:
            at = run[most].block, run[most].place
            out[at] = max(out.get(at, []), run, key=len)
    return out


def _layers_meet(member: ClassFacts, joint: Joint) -> Iterator[tuple[Station, Station]]:
    """Yield layered circuits and the stations after them that load the same joint."""
    for before, after in zip(member.stations, member.stations[1:], strict=False):
        if not before.layered or (before.block, before.place) == (after.block, after.place):
            continue
        if _station_loads(before, joint) and _station_loads(after, joint):
            yield before, after


def _check_of(rule: str, joint: Joint) -> Callable[[Facts, RuleSetting], Iterator[Finding]]:
    name = JOINT_NAMES[joint]

    def check(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
        most = line.whole("run")
        for member in facts.classes:
            too_long = _too_long(member, joint, most)
            for (block, place), run in too_long.items():
                yield Finding(
                    rule,
                    line.mode,
                    here(member, block, place),
                    f"{len(run)} movements in a row load the {name}s, from "
                    f"{run[0].movements[0].name}; {most} are the most.",
                    f"Move one that spares the {name}s between them.",
                    cost=aimed(line, len(run) - most),
                    about=About("joint", joint.value, -1),
                )
            for before, after in _layers_meet(member, joint):
                if (after.block, after.place) in too_long:
                    continue
                yield Finding(
                    rule,
                    line.mode,
                    here(member, after.block, after.place),
                    f"{after.movements[0].name} loads the {name}s straight after the circuit of "
                    f"{before.movements[0].name}, which did so all through.",
                    f"Put a circuit or block that spares the {name}s between them.",
                    cost=aimed(line, 1),
                    about=About("joint", joint.value, -1),
                )

    return check


def _check_share_of(rule: str, joint: Joint) -> Callable[[Facts, RuleSetting], Iterator[Finding]]:
    name = JOINT_NAMES[joint]

    def check(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
        most = line.numbers["share"]
        for member in facts.classes:
            sets = member.movement_sets
            total = exact_sum(sets.values())
            loaded = exact_sum(n for m, n in sets.items() if loads(m, joint))
            over = missed(loaded - most * total / 100, Fraction(1, TWELFTHS))
            if over:
                yield Finding(
                    rule,
                    line.mode,
                    here(member),
                    f"{plain(100 * loaded / total)} % of the sets load the {name}s; "
                    f"{plain(most)} % are wanted at most.",
                    f"Swap a movement for one that spares the {name}s.",
                    cost=aimed(line, over),
                    about=About("joint", joint.value, -1),
                )

    return check


def spared(
    choices: Iterable[Choice], joint: Joint, line: RuleSetting, paired: bool
) -> tuple[tuple[Key, int], ...]:
    """Return terms that are 0 at most where what goes round can be done without long runs.

    One in so many spares the joint; of a pair one does.
    """
    run = 1 if paired else line.whole("run")
    return tuple((c.key, 1 if loads(c.movement, joint) else -run) for c in choices)


def _rows_run_of(rule: str, joint: Joint) -> Callable[[Scope, RuleSetting], Iterator[Row]]:
    """At most every other movement loads the joint, so that an order without long runs exists."""

    def rows(scope: Scope, line: RuleSetting) -> Iterator[Row]:
        if line.mode is not Mode.MUST:
            return
        for bay in scope.bays:
            terms = tuple((c.key, 1 if loads(c.movement, joint) else -1) for c in bay.choices)
            yield Row(rule, bay.slot.label, terms, high=1)
            for choices, paired in bay.by_part():
                yield Row(rule, bay.slot.label, spared(choices, joint, line, paired), high=0)

    return rows


def _rows_share_of(rule: str, joint: Joint) -> Callable[[Scope, RuleSetting], Iterator[Row]]:
    def rows(scope: Scope, line: RuleSetting) -> Iterator[Row]:
        most = line.numbers["share"]
        scale = 100 * most.denominator
        for slot, bays, fixed in scope.by_slot():
            if fixed is not None:
                continue
            terms = tuple(
                (c.key, (scale * loads(c.movement, joint) - most.numerator) * c.sets)
                for bay in bays
                for c in bay.choices
            )
            yield Row(rule, slot.label, terms, high=0, weight=row_weight(line), scale=scale)

    return rows


def _of_joint(movement: Movement, about: About) -> float:
    return float(movement.joints.get(Joint(about.id), 0) > 0)


def _rule(rule: str, joint: Joint) -> tuple[Rule, Rule]:
    name = JOINT_NAMES[joint]
    run = Rule(
        rule,
        f"{name.capitalize()}s are not loaded bout after bout",
        f"At most {{run}} movements in a row load the {name}s; a breather ends the run, and what "
        "follows a layered circuit spares the joint that it loaded.",
        f"Bout after bout on the same joint is what makes {name}s sore, not the movement itself.",
        "practice",
        setting(Mode.MUST, 1, run=3),
        _check_of(rule, joint),
        _rows_run_of(rule, joint),
        stages=(Stage.SELECTION, Stage.ORDERING),
        reach=Reach.DESIGN,
        numbers={"run": Whole("movements in a row", 1, 10)},
        mends=(Mend.ORDER, Mend.SWAP_ANYWHERE, Mend.BREATHER),
        gives=_of_joint,
        about=Topic.BODY,
        way_out=f"let more movements in a row load the {name}s",
    )
    share = Rule(
        f"{rule}b",
        f"{name.capitalize()}s get a share of the class at most",
        f"At most {{share}} % of a class's sets load the {name}s.",
        f"A class leaves something for people whose {name}s are sore.",
        "practice",
        setting(Mode.AIM, 1, share=50),
        _check_share_of(f"{rule}b", joint),
        _rows_share_of(f"{rule}b", joint),
        numbers={"share": Number("share of the sets (%)", 0, 100)},
        mends=(Mend.SWAP,),
        gives=_of_joint,
        about=Topic.BODY,
        unit=SETS,
        reach=Reach.DESIGN,
    )
    return run, share


C5, C5B = _rule("C5", Joint.KNEE)


C6, C6B = _rule("C6", Joint.WRIST)
