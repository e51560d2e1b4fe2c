"""The week rule on days: every major group is worked on enough days of the week."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.anatomy import MAJOR_GROUPS
from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding, Place
from grike.core.judging.gives import of_group
from grike.core.judging.pool import narrow_groups, narrow_words
from grike.core.rows.row import TWELFTHS, Key, Row, row_weight
from grike.core.rows.scope import Scope, amount_of_group
from grike.core.rules.rule import Mend, Reach, Rule, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: A group is worked on a day with this many sets or more.
SETS_OF_A_DAY = 2


def _check_w4(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    """Where there is next to nothing for a group, that it is left out is only remarked."""
    days = line.whole("days")
    narrow: dict[str, int] | None = None
    for week, members in facts.weeks.items():
        if len(members) < days:
            continue
        for group, muscles in MAJOR_GROUPS.items():
            hits = {c.slot.date for c in members if c.volume.muscle_sets(muscles) >= SETS_OF_A_DAY}
            if len(hits) < days:
                if narrow is None:
                    narrow = narrow_groups(facts.shape, facts.library)
                few = group in narrow
                why = f" {narrow_words(narrow[group])}" if few else ""
                yield Finding(
                    "W4",
                    line.mode,
                    Place(week),
                    f"Week {week + 1} works the {group} on {len(hits)} "
                    f"day{'' if len(hits) == 1 else 's'}; at least {days} are asked.{why}",
                    f"Add two sets for the {group} on one more day of week {week + 1}.",
                    cost=0 if few else aimed(line, days - len(hits)),
                    remark=few,
                    about=About("group", group),
                )


def _rows_w4(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """A day counts when the group reaches two sets on it; enough days must count."""
    need = line.whole("days")
    classes = list(scope.by_slot())
    for week in scope.weeks():
        members = [entry for entry in classes if entry[0].week == week]
        if len(members) < need:
            continue
        for group, muscles in MAJOR_GROUPS.items():
            days: list[tuple[Key, int]] = []
            done = 0
            for slot, bays, fixed in members:
                if fixed is not None:
                    done += fixed.volume.muscle_sets(muscles) >= SETS_OF_A_DAY
                    continue
                day: Key = ("day", group, slot.index)
                amount = amount_of_group(muscles)
                terms = [(c.key, amount(c)) for bay in bays for c in bay.choices if amount(c)]
                reach = ((day, -SETS_OF_A_DAY * TWELFTHS),)
                where = f"{slot.label}, {group}"
                yield Row("W4", where, (*terms, *reach), low=0, aux=((day, 0, 1),))
                days.append((day, 1))
            if days:
                wanted = min(need, scope.day_floors.get(group, need))
                where = f"week {week + 1}, {group}"
                low = wanted - done
                yield Row("W4", where, tuple(days), low=low, weight=row_weight(line))


W4 = Rule(
    "W4",
    "Major groups are worked on two days",
    "Every major group gets two sets or more on at least {days} days of the week; a remark where "
    "fewer than two movements that level, kit and cautions allow are for it.",
    "Strength work for all major groups on two or more days a week is the public advice.",
    "who2020",
    setting(Mode.MUST, 12, days=2),
    _check_w4,
    _rows_w4,
    numbers={"days": Whole("fewest days a week", 0, 7)},
    reach=Reach.WEEK,
    mends=(Mend.SWAP,),
    gives=of_group,
    way_out="one day a week for the major groups, or a whole-body day",
    yields=Yields.BALANCE,
)
