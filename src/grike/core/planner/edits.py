"""What still costs once a plan stands, mended by one edit after the other.

Weeks are filled by rows, which know neither order nor frame, and a week that is filled anew is
quite another one. What a single edit mends is left to the edits that a director is offered too.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import islice

from grike.core.design import Block, ClassDesign
from grike.core.editing import with_kit_of_work
from grike.core.errors import GrikeError
from grike.core.fixes import SOURCES, Edit
from grike.core.fixes.judging import facts_after
from grike.core.focus import on_focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Movement
from grike.core.planner.assembly import unrest
from grike.core.planner.improve import Judged
from grike.core.planner.polish import WORTH, is_past
from grike.core.planner.run import Run
from grike.core.purpose import Purpose
from grike.core.rules import BY_ID, Facts, Finding, findings, findings_of
from grike.core.rules.d7_carrying import leaps_in
from grike.core.rules.p8_mains_rise import P8
from grike.core.rules.p22_one_pattern import P22
from grike.core.rules.rule import Mend

#: The kinds of edits by which a class keeps its day, its focus, and its shape.
KINDS = frozenset(
    {
        Mend.SWAP,
        Mend.SWAP_ANYWHERE,
        Mend.SWAP_UNLIKE,
        Mend.SWAP_EASIER,
        Mend.ORDER,
        Mend.COME_BACK,
        Mend.CARRY,
        Mend.TIME,
        Mend.FRAME,
        Mend.FRAME_SWAP,
        Mend.WARM_UP,
        Mend.LAST_ROUND,
    }
)
#: So many edits of a kind are tried for a finding, and so many for a series of twelve classes in
#: all: in a longer one each takes longer to judge.
TRIES, ALL_TRIES, OF_CLASSES = 60, 1500, 12
#: Where there are too many of what classes are built on, something else may stand for one.
TOO_MANY_MAINS = frozenset({P8.id, P22.id})


def edited(run: Run, best: Judged) -> Judged:
    """Return the plan after edits that each make it cost less and no class worse to teach."""
    left = ALL_TRIES * OF_CLASSES // max(OF_CLASSES, len(best.facts.classes))
    in_vain: set[tuple[object, ...]] = set()
    while left > 0 and not run.stop.requested():
        open_to_it = (f for f in best.found if f.cost and f.key not in in_vain)
        finding = max(open_to_it, key=lambda own: own.cost, default=None)
        if finding is None:
            break
        edits = list(islice(_edits(run, best.facts, finding), left))
        left -= len(edits)
        better = _cheapest(best, finding, edits)
        if better is None:
            in_vain.add(finding.key)
        else:
            best = better
    return best


def _edits(run: Run, facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield edits of classes that are planned here, each with the kit that its work takes then."""
    free = {slot.index for slot in run.problem.open_slots()}
    now = {member.slot.index: member.design for member in facts.classes}
    for mend in BY_ID[finding.rule].mends:
        for edit in islice(SOURCES[mend](facts, finding), TRIES if mend in KINDS else 0):
            kept = all(_same_shape(now[slot], own) for slot, own in edit.designs.items())
            if kept and edit.wishes is None and edit.designs.keys() <= free:
                designs = {
                    slot: with_kit_of_work(now[slot], own, facts.library)
                    for slot, own in edit.designs.items()
                }
                yield replace(edit, designs=designs)


def _same_shape(before: ClassDesign, after: ClassDesign) -> bool:
    """Return whether the work stays laid out as it was: the formats, and how many do each."""

    def laid_out(design: ClassDesign) -> list[tuple[object, ...]]:
        work = (block for block in design.blocks if block.purpose is Purpose.WORK)
        return [(block.format, block.role, len(block.items)) for block in work]

    return laid_out(before) == laid_out(after) and not _across(before, after)


def _across(before: ClassDesign, after: ClassDesign) -> bool:
    """Return whether a movement went from one part of a class to another."""
    was, now = (
        {item.movement_id: _part(own.blocks[n]) for n, _, item in own.items(Purpose.WORK)}
        for own in (before, after)
    )
    return any(was[name] != now[name] for name in was.keys() & now.keys())


def _part(block: Block) -> object:
    return block.role or block.format


def _cheapest(best: Judged, finding: Finding, edits: list[Edit]) -> Judged | None:
    """Return the plan with the edit after which it costs least; None where none is for the better.

    The rule of the finding is asked first, which most edits do nothing for.
    """
    rule = BY_ID[finding.rule]
    own = sum(f.cost for f in best.found if f.rule == finding.rule)
    out: Judged | None = None
    for edit in edits:
        then = facts_after(best.facts, edit)
        try:
            if then is None or sum(f.cost for f in findings_of(rule, then)) >= own:
                continue
            tried = Judged(then.plan, then, findings(then))
        except GrikeError:
            continue
        cheaper = tried.cost < (best if out is None else out).cost
        kept = tried.broken <= best.broken and tried.remarks <= best.remarks
        if cheaper and kept and _as_good(best.facts, then, edit, finding):
            out = tried
    return out


def _as_good(facts: Facts, then: Facts, edit: Edit, finding: Finding) -> bool:
    """Return whether the classes of an edit are no worse to teach, by what no rule asks for.

    People get up and down no more often, nothing more asks for twice the work of the week before,
    and what comes is as much on the focus as what goes, no form for beginners where the group is
    past these, and nothing smaller.
    """
    level = facts.shape.level
    for slot in edit.designs:
        was, now = facts.class_at(slot), then.class_at(slot)
        out, into = _exchanged(was, now), _exchanged(now, was)
        focus = was.design.focus
        off = sum(on_focus(m, focus) for m in into) < sum(on_focus(m, focus) for m in out)
        less = _worth(into, level) < _worth(out, level) and finding.rule not in TOO_MANY_MAINS
        easier = any(is_past(movement, level) for movement in into)
        leaping = len(leaps_in(then, now)) > len(leaps_in(facts, was))
        if unrest(now) > unrest(was) or off or less or easier or leaping:
            return False
    return True


def _worth(movements: list[Movement], level: int) -> int:
    return sum(WORTH[movement.tier_for(level)] for movement in movements)


def _exchanged(one: ClassFacts, other: ClassFacts) -> list[Movement]:
    """Return what stands in the work of one class and not in that of the other."""
    there = {movement.id for _, _, movement in other.work_movements}
    return [m for _, _, m in one.work_movements if m.id not in there]
