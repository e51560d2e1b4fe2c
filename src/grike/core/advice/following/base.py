"""What a proposal is, and what it is made from: the plan, what was taught, what may change."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from grike.core.design import MOST_NOTE
from grike.core.done_weeks import Taught
from grike.core.fixes.base import Edit
from grike.core.fixes.judging import Fix, facts_after, judged
from grike.core.judging.class_facts import ClassFacts
from grike.core.rules import Facts, Finding

#: What lies further back is past mending, and what lies further ahead is another week's matter.
#: Common practice, no source.
DAYS_BACK, DAYS_AHEAD = 14, 14
#: So many edits are held against all rules for one proposal.
MOST_TRIES = 60
#: As long as a key may be; ids of joined movements can be longer, and their beginnings differ.
MOST_KEY = 160


def key_of(*parts: object) -> str:
    """Return the key of what a proposal answers."""
    return ":".join(str(part) for part in parts)[:MOST_KEY]


class Because(StrEnum):
    """Why something is proposed."""

    MISSED = "missed"
    ANCHOR = "anchor"
    SIDES = "sides"
    COMPLAINT = "complaint"


@dataclass(frozen=True, slots=True)
class Proposal:
    """An edit of classes to come, and why. ``keys``: what of the records it answers."""

    keys: tuple[str, ...]
    because: Because
    why: str
    fix: Fix


@dataclass(frozen=True, slots=True)
class Unmet:
    """What was found and what no edit answers, in a sentence."""

    because: Because
    what: str


@dataclass(frozen=True)
class Past:
    """A series as it stands, its latest records, and the classes that may still change.

    ``taught`` and ``coming`` are in order of day; ``answered`` holds keys that need no answer.
    """

    facts: Facts
    found: Sequence[Finding]
    taught: tuple[Taught, ...]
    coming: tuple[ClassFacts, ...]
    answered: frozenset[str]

    def day_words(self, day: int) -> str:
        """Return a day for people: week 3 Tuesday."""
        slot = self.facts.shape.by_day().get(day)
        return slot.label if slot is not None else f"week {day // 7 + 1}"

    def name(self, movement_id: str) -> str:
        """Return the name of a movement, or its id where it was deleted."""
        library = self.facts.library
        return library[movement_id].name if movement_id in library else movement_id

    def first(self, edits: Iterable[Edit]) -> Fix | None:
        """Return the first edit that breaks no must."""
        return next((fix for _, fix in self.judged(edits)), None)

    def judged(self, edits: Iterable[Edit]) -> Iterator[tuple[Facts, Fix]]:
        """Yield the edits that break no must, each with the facts after it."""
        for edit in edits:
            then = facts_after(self.facts, edit)
            fix = judged(self.facts, self.found, edit, then) if then is not None else None
            if then is not None and fix is not None:
                yield then, fix

    def noted(self, member: ClassFacts, line: str) -> Edit | None:
        """Return the edit that puts a line into the note of a class; None where it is too long."""
        note = f"{member.design.note}\n{line}".strip()
        if len(note) > MOST_NOTE or line in member.design.note:
            return None
        text = f"A note in {member.slot.label}: {line}"
        return Edit(text, {member.slot.index: replace(member.design, note=note)})
