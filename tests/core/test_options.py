"""Options are taken for what they are: nobody is given in secret what they must be spared."""

from __future__ import annotations

import unittest
from dataclasses import replace
from typing import Any

from grike.core.advice.alternatives import alternatives, candidates
from grike.core.cautions import Caution
from grike.core.editing import swapped, work_blocks
from grike.core.item import Item, Level, Pass
from grike.core.judging.pool import allowed, frame_pool, may_harden, plain_only, pool
from grike.core.kit import Kit, Room
from grike.core.movement import Option, Role
from grike.core.options import as_done
from grike.core.planner import Problem, plan
from grike.core.progression import Lever
from grike.core.rules import Facts, findings
from grike.core.sheet import Mode
from grike.core.wishes import Wishes
from grike.exchange.library import shipped_library
from tests.builders import FULL, a_class, a_library, a_movement, a_plan, circuit, work

LIBRARY = shipped_library()


def spared(*cautions: Caution) -> Wishes:
    return Wishes(cautions=cautions)


class Checks(unittest.TestCase):
    def found(self, rule: str, *items: Item, **shape: Any) -> list[str]:
        design = a_class(work(circuit(), *items))
        series = a_plan(design, **shape)
        return [f.what for f in findings(Facts(series, LIBRARY)) if f.rule == rule]

    def test_a_harder_option_that_jumps_goes_against_no_jumps(self) -> None:
        """Step jack, harder, is a jumping jack."""
        harder = LIBRARY["step-jack"].harder
        assert harder is not None
        self.assertIsNotNone(harder.movement_id)
        wishes = spared(Caution.NO_JUMPS)
        self.assertEqual(self.found("G1", Item("step-jack"), wishes=wishes), [])
        (what,) = self.found("G1", Item("step-jack", level=Level.HARDER), wishes=wishes)
        self.assertIn("no jumps", what)
        self.assertIn(LIBRARY[str(harder.movement_id)].name, what)

    def test_an_option_of_one_pass_counts_as_well(self) -> None:
        """A second pass that is done harder is found like a whole item that is."""
        block = replace(work(circuit(), "step-jack"), passes=(Pass(), Pass(level=Level.HARDER)))
        kinds = [done.movement.id for done in as_done(a_class(block), LIBRARY)]
        self.assertEqual(len(kinds), 2)

    def test_more_impact_that_is_told_in_words_counts(self) -> None:
        """An option in words whose difference is impact breaks no jumps, and no other caution."""
        bounce = Option("with a little jump", "impact")
        movement = a_movement("bounce", harder=bounce)
        library = a_library(movement)
        (done,) = as_done(a_class(work(circuit(), Item("bounce", level=Level.HARDER))), library)
        self.assertTrue(done.goes_against(Caution.NO_JUMPS))
        self.assertFalse(done.goes_against(Caution.NO_WRISTS))

    def test_kit_of_the_harder_option_is_counted(self) -> None:
        """A lunge whose harder option takes a kettlebell needs kettlebells (C9)."""
        movement = next(
            m
            for m in LIBRARY.of_role(Role.WORK)
            if m.harder and m.harder.movement_id and not m.kit
            if LIBRARY[m.harder.movement_id].fetched_kit
        )
        bare = Room("Bare", {Kit.MAT: 30, Kit.WALL: 30}, 20)
        self.assertEqual(self.found("C9", Item(movement.id), room=bare), [])
        self.assertTrue(self.found("C9", Item(movement.id, level=Level.HARDER), room=bare))


class OnePool(unittest.TestCase):
    def test_nothing_is_offered_that_the_group_may_not_do(self) -> None:
        """Alternatives of every place, frames included, keep level, room, cautions and seats."""
        for wishes in (
            spared(),
            spared(Caution.NO_WRISTS, Caution.KNEES),
            spared(Caution.NO_FLOOR),
        ):
            request = a_plan(room=FULL, level=1 if wishes.cautions else 2, wishes=wishes)
            made = plan(Problem(request, LIBRARY), None, 1).plan
            assert made is not None
            facts = Facts(made, LIBRARY)
            member = facts.classes[0]
            for number, block in enumerate(member.design.blocks):
                for place, _ in enumerate(block.items):
                    for movement in candidates(facts, member.slot.index, number, place):
                        self.assertTrue(allowed(movement, made.shape), movement.id)
            first = work_blocks(member.design)[0]
            for offered in alternatives(facts, member.slot.index, first, 0):
                self.assertIn(offered.movement, pool(made.shape, LIBRARY))

    def test_seated_work_is_not_for_a_standing_group(self) -> None:
        """At level 2 nothing that is done on a chair is in the pool, in work or around it."""
        shape = a_plan(room=FULL, level=2).shape
        every = [*pool(shape, LIBRARY)]
        every += [
            m for role in (Role.WARM_UP, Role.COOL_DOWN) for m in frame_pool(shape, LIBRARY, role)
        ]
        self.assertFalse([m.id for m in every if m.position.value == "seated-chair"])


class Harder(unittest.TestCase):
    def test_what_may_be_asked_of_a_group(self) -> None:
        """A harder option must be one that the group may do, without kit besides."""
        shape = a_plan(room=FULL, level=3, wishes=spared(Caution.NO_JUMPS, Caution.KNEES)).shape
        for movement in pool(shape, LIBRARY):
            if not may_harden(movement, shape, LIBRARY):
                continue
            option = movement.harder
            assert option is not None
            if option.movement_id is None:
                self.assertEqual(option.by, "tempo")
            else:
                harder = LIBRARY[option.movement_id]
                self.assertTrue(allowed(harder, shape), movement.id)
                self.assertLessEqual(harder.fetched_kit, movement.fetched_kit)

    def test_planned_series_spare_what_must_be_spared(self) -> None:
        """Carried on by the harder option first: used where it may be, and nowhere else."""
        levers = (Lever.OPTION, *(lever for lever in Lever if lever is not Lever.OPTION))
        used: list[str] = []
        for cautions in ((), (Caution.NO_JUMPS, Caution.KNEES)):
            wishes = Wishes(cautions=cautions, levers=levers)
            request = a_plan(room=FULL, weeks=2, weekdays=(0, 2, 4), wishes=wishes)
            sheet = request.sheet.with_line("D7", mode=Mode.AIM)
            made = plan(Problem(replace(request, sheet=sheet), LIBRARY), None, 3).plan
            assert made is not None
            items = [i for p in made.classes for b in p.design.blocks for i in b.items]
            harder = [item.movement_id for item in items if item.level is Level.HARDER]
            self.assertFalse(plain_only(made.shape, LIBRARY).intersection(harder))
            found = [f for f in findings(Facts(made, LIBRARY)) if f.rule in ("G1", "C9")]
            self.assertEqual(found, [])
            used += harder
        self.assertTrue(used)

    def test_a_swap_never_keeps_the_level(self) -> None:
        """Another movement at a place starts as it is, so no option comes along unseen."""
        design = a_class(work(circuit(), Item("step-jack", level=Level.HARDER)))
        changed = swapped(design, 0, 0, "squat", library=LIBRARY)
        self.assertIs(changed.blocks[0].items[0].level, Level.MAIN)


if __name__ == "__main__":
    unittest.main()
