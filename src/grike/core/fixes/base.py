"""An edit of one or more classes, and where a finding lets one be made."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from grike.core.design import Block, ClassDesign
from grike.core.judging.class_facts import ClassFacts
from grike.core.purpose import Purpose
from grike.core.rules import Facts, Finding
from grike.core.wishes import Wishes


@dataclass(frozen=True, slots=True)
class Edit:
    """New designs by slot index and perhaps other wishes, and what they are in plain words."""

    text: str
    designs: Mapping[int, ClassDesign]
    wishes: Wishes | None = None


def classes_of(facts: Facts, finding: Finding) -> list[ClassFacts]:
    """Return the unlocked classes in which a finding may be mended: its own, or its week's."""
    place = finding.place
    return [
        member
        for member in facts.classes
        if not member.planned.locked
        and (place.week is None or member.slot.week == place.week)
        and (place.slot is None or member.slot.index == place.slot)
    ]


def work_blocks(member: ClassFacts) -> Iterator[tuple[int, Block]]:
    """Yield (number, block) of the work blocks."""
    for number, block in enumerate(member.design.blocks):
        if block.purpose is Purpose.WORK:
            yield number, block
