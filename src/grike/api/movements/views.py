"""A movement as a page shows it."""

from __future__ import annotations

from grike.api.movements.models import FormModel, MovementModel, OptionModel, TraitsModel
from grike.core.movement import Form, Movement, Option
from grike.core.pattern import SUPPORT_WORDS


def _option(option: Option | None) -> OptionModel | None:
    if option is None:
        return None
    return OptionModel(how=option.how, by=option.by, movement=option.movement_id)


def _form(form: Form) -> FormModel:
    return FormModel(
        id=form.id,
        name=form.name,
        how=form.how,
        level=form.level,
        seconds_per_rep=form.seconds_per_rep,
        reps=list(form.dose.reps),
        seconds=list(form.dose.seconds),
    )


def _traits(movement: Movement) -> TraitsModel:
    return TraitsModel(
        pattern=movement.pattern,
        tier=movement.tier,
        tiers={str(level): tier for level, tier in movement.tiers.items()},
        loadable=list(movement.loadable),
        demands=sorted(movement.demands),
        support=[SUPPORT_WORDS[kind] for kind in movement.support],
        skill=movement.skill,
        beats=movement.beats,
        high_reps=movement.high_reps,
        one_sided_too=movement.one_sided_too,
        raises_pulse=movement.raises_pulse,
        rehearses=list(movement.rehearses),
        floor_metres=movement.floor_metres,
        forms=[_form(form) for form in movement.forms],
        met_from=movement.met_from,
    )


def movement_model(movement: Movement, version: int) -> MovementModel:
    """Return a movement with the version that an edit of it names."""
    return MovementModel(
        **_traits(movement).model_dump(),
        version=version,
        id=movement.id,
        name=movement.name,
        family=movement.family,
        role=movement.role,
        targets=list(movement.targets),
        assists=list(movement.assists),
        sides=movement.sides,
        position=movement.position,
        pace=movement.pace,
        plane=movement.plane,
        level=movement.level,
        impact=movement.impact,
        kit=list(movement.kit),
        joints=dict(movement.joints),
        foundation=movement.foundation,
        met=movement.met,
        seconds_per_rep=movement.seconds_per_rep,
        reps=list(movement.dose.reps),
        seconds=list(movement.dose.seconds),
        prepares=list(movement.prepares),
        stretches=list(movement.stretches),
        other_names=list(movement.other_names),
        retired=movement.retired,
        seated=movement.seated.how if movement.seated else None,
        easier=_option(movement.easier),
        harder=_option(movement.harder),
        low_impact=_option(movement.low_impact),
        stand_in=movement.stand_in.how if movement.stand_in else None,
        relief={joint.value: text for joint, text in movement.relief.items()},
        cues=list(movement.cues),
        faults=list(movement.faults),
        care=movement.care,
        placing=movement.placing,
        show_from=movement.show_from,
    )
