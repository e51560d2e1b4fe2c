"""W1b: the major groups get their floor each week."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.anatomy import MAJOR_GROUPS
from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed, plain, sets_words
from grike.core.judging.finding import About, Finding, Place
from grike.core.judging.gives import of_group
from grike.core.judging.pool import floor_of, narrow_groups, narrow_words
from grike.core.rows.row import SETS, Row, row_weight
from grike.core.rows.scope import Scope, amount_of_group, fixed_sets, twelfths
from grike.core.rules.rule import Mend, Number, Reach, Rule, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _check_majors(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    """Where there is next to nothing for a group, that it is left out is only remarked."""
    narrow: dict[str, int] | None = None
    for week, volume in facts.week_volumes.items():
        for group, muscles in MAJOR_GROUPS.items():
            sets = volume.muscle_sets(muscles)
            if sets < line.numbers["least"]:
                if narrow is None:
                    narrow = narrow_groups(facts.shape, facts.library)
                few = group in narrow
                why = f" {narrow_words(narrow[group])}" if few else ""
                yield Finding(
                    "W1b",
                    line.mode,
                    Place(week),
                    f"The {group} get {sets_words(sets)}; "
                    f"the least is {plain(line.numbers['least'])}.{why}",
                    f"Put a movement for the {group} into week {week + 1}.",
                    cost=0 if few else aimed(line, twelfths(line.numbers["least"] - sets)),
                    remark=few,
                    about=About("group", group),
                )


def _rows_majors(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for week in scope.weeks():
        for group, muscles in MAJOR_GROUPS.items():
            least = min(twelfths(line.numbers["least"]), scope.floors.get(floor_of(group), 10**6))
            terms = scope.week_terms(week, amount_of_group(muscles))
            low = least - fixed_sets(scope, week, muscles)
            where = f"week {week + 1}, {group}"
            yield Row("W1b", where, tuple(terms), low=low, weight=row_weight(line))


W1B = Rule(
    "W1b",
    "No major group is left out",
    "Each week every major group gets at least {least} sets; a remark where fewer than two "
    "movements that level, kit and cautions allow are for it.",
    "The back of the body and pulling are what gets forgotten first.",
    "who2020",
    setting(Mode.MUST, 1, least=4),
    _check_majors,
    _rows_majors,
    numbers={"least": Number("fewest sets a week", 0, 40)},
    reach=Reach.WEEK,
    mends=(Mend.SWAP,),
    gives=of_group,
    unit=SETS,
    way_out="fewer sets as the floor of the major groups, or more kit",
    yields=Yields.BALANCE,
)
