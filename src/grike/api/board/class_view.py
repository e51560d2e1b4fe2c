"""One class as a block of the board, and what it does to the body."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import Any

from grike.api.board.models import BoardClass, BoardMovement, BoardPart
from grike.api.shared import BodyVolume, MuscleSets
from grike.core.advice.class_load import class_load
from grike.core.anatomy import Muscle
from grike.core.composition import is_main
from grike.core.formats import FORMATS
from grike.core.judging.class_facts import ClassFacts
from grike.core.kit import KIT_NAMES, Kit
from grike.core.purpose import Purpose
from grike.core.rules import Facts
from grike.core.rules.w1_muscles import W1, least_sets, most_sets
from grike.core.sheet import RuleSheet
from grike.core.volume import Amount, Volume
from grike.exchange.classes import number, volume_report


@dataclass(frozen=True, slots=True)
class Taught:
    """Who teaches or taught a class last, and whether that was written down."""

    by: str = ""
    recorded: bool = False


NOBODY = Taught()


def body_volume(volume: Volume, sheet: RuleSheet, *, classes: int = 0) -> BodyVolume:
    """Return a volume for the body column; with the band of rule W1 for a week of ``classes``."""
    line = W1.line(sheet)
    most = float(most_sets(line, volume.total.sets)) if classes else None
    report = volume_report(volume)
    muscles: list[MuscleSets] = []
    for muscle in Muscle:
        amount = volume.muscles.get(muscle, Amount())
        muscles.append(
            MuscleSets(
                muscle=muscle,
                sets=number(amount.sets),
                seconds=number(amount.seconds),
                reps=number(amount.reps),
                least=float(least_sets(line, muscle, classes)) if classes else None,
                most=most,
            )
        )
    return BodyVolume(
        sets=number(volume.total.sets),
        seconds=number(volume.total.seconds),
        training=number(volume.training.get(sheet.yardstick, Fraction(0))),
        muscles=muscles,
        regions=report["regions"],
        pairs=report["pairs"],
    )


def kit_name(kit: Iterable[Kit]) -> str:
    """Return the kit of a class for people."""
    kinds = sorted(kit)
    dumbbells = [k for k in kinds if k.startswith("dumbbell")]
    names = ["dumbbells"] if dumbbells else []
    names += [KIT_NAMES[k] for k in kinds if k not in dumbbells]
    text = " and ".join(names) or "body weight"
    return text[0].upper() + text[1:]


def class_volume(member: ClassFacts, sheet: RuleSheet) -> BodyVolume:
    """Return the volume of a class, worked out once for as long as the class stays."""
    name = ("volume", sheet.yardstick)
    if name not in member.kept:
        member.kept[name] = body_volume(member.volume, sheet)
    volume: BodyVolume = member.kept[name]
    return volume


def board_class(facts: Facts, member: ClassFacts, count: int, taught: Taught) -> BoardClass:
    """Return a class for the board; ``count``: its findings."""
    look = facts.shape.look_name(member.design)
    name = ("board", facts.sheet.yardstick, facts.shape.level, look, count, taught)
    if name not in member.kept:
        made_now = _new_board_class(facts, member, look=look, count=count, taught=taught)
        member.kept[name] = made_now
    made: BoardClass = member.kept[name]
    return made


def _new_board_class(
    facts: Facts, member: ClassFacts, *, look: str, count: int, taught: Taught
) -> BoardClass:
    slot, design, load = member.slot, member.design, class_load(member)
    return BoardClass(
        slot=slot.index,
        week=slot.week,
        weekday=slot.weekday,
        date=slot.date,
        name=design.name,
        focus=design.focus,
        look=look,
        **_format(design.main_format()),
        kit=sorted(design.kit),
        kit_name=kit_name(design.kit),
        seconds=member.clock.real_seconds,
        slot_seconds=design.slot_seconds,
        sets=number(member.volume.total.sets),
        movements=design.movement_ids(),
        locked=member.planned.locked,
        main_groups=[muscle for muscle in Muscle if muscle in member.main_groups],
        findings=count,
        volume=class_volume(member, facts.sheet),
        parts=list(_parts(member, facts.shape.level)),
        joints={joint: seconds for joint, seconds in load.joint_seconds.items() if seconds},
        contacts=load.contacts,
        teacher=taught.by,
        recorded=taught.recorded,
    )


def _format(kind: str) -> dict[str, Any]:
    """Return the main format of a class, with its letters and its place in the catalogue."""
    if not kind:
        return {"format": "", "format_letters": "", "format_place": 0}
    letters, place = FORMATS[kind].letters, list(FORMATS).index(kind)
    return {"format": kind, "format_letters": letters, "format_place": place}


def _parts(member: ClassFacts, level: int) -> Iterator[BoardPart]:
    """Yield the work blocks of a class; blocks of a role side by side are one part."""
    library, focus = member.library, member.design.focus
    last: BoardPart | None = None
    for index, block in enumerate(member.design.blocks):
        if block.purpose is not Purpose.WORK:
            continue
        own = [
            BoardMovement(
                id=item.movement_id,
                block=index,
                place=place,
                main=is_main(library[item.movement_id], focus, level),
                carried=item.carried,
            )
            for place, item in enumerate(block.items)
        ]
        seconds = sum(bout.seconds for bout in member.work_bouts if bout.block == index)
        if last is not None and block.role is not None and last.role is block.role:
            last.movements.extend(own)
            last.seconds += seconds
            continue
        if last is not None:
            yield last
        last = BoardPart(role=block.role, format=block.format.kind, seconds=seconds, movements=own)
    if last is not None:
        yield last
