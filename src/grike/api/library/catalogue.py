"""All words and rules, as pages show them."""

from __future__ import annotations

from grike.api.library.models import (
    Catalogue,
    CautionModel,
    KitModel,
    MuscleModel,
    PresetModel,
    PulseModel,
    RuleLine,
    RuleNumber,
    SafetyModel,
    ZoneModel,
)
from grike.api.shared import Named, NamedOf
from grike.core.anatomy import FACTS
from grike.core.cautions import CAUTIONS
from grike.core.family import WORK_FAMILIES, family_name
from grike.core.focus import FOCUS_NAMES
from grike.core.formats import FORMATS
from grike.core.kit import KIT_NAMES, LOAD_WORDS
from grike.core.load import PULSE_SPREAD, TALK_TEST, ZONES, highest_pulse
from grike.core.pattern import DEMAND_NAMES, Pattern, Tier, pattern_name
from grike.core.planner.variants import main_kinds
from grike.core.progression import LEVER_NAMES
from grike.core.rules import CATALOGUE, Rule
from grike.core.safety import BEFORE, SAY_FIRST, STOP
from grike.core.sources import SOURCES
from grike.exchange.presets import Preset, presets
from grike.exchange.shapes import shipped_shapes


def _rule(rule: Rule) -> RuleLine:
    line = rule.default
    shown = {name: f"{float(value):g}" for name, value in line.numbers.items()}
    return RuleLine.model_validate(
        {
            "id": rule.id,
            "title": rule.title,
            "statement": rule.statement.format(**shown),
            "reason": rule.reason,
            "source": SOURCES[rule.source],
            "topic": rule.topic,
            "gives_way": rule.yields.words,
            "mode": line.mode.value,
            "weight": line.weight,
            "numbers": [
                RuleNumber(
                    name=name,
                    meaning=number.label,
                    value=float(line.numbers[name]),
                    least=number.least,
                    most=number.most,
                    whole=number.whole,
                )
                for name, number in rule.numbers.items()
            ],
        }
    )


def _preset(preset: Preset) -> PresetModel:
    return PresetModel.model_validate(
        {
            "id": preset.id,
            "name": preset.name,
            "sentence": preset.sentence,
            "rules": preset.rules,
            "shapes": [shape.id for shape in shipped_shapes()] if preset.shaped else [],
            "minutes": preset.minutes,
            "level": preset.level,
            "kit": preset.kit,
        }
    )


def _pulse() -> PulseModel:
    lows = {"easy": 0.0} | {name: reserves[0] for name, (_, reserves) in ZONES.items()}
    top = max(reserves[1] for _, reserves in ZONES.values())
    return PulseModel(
        at_birth=highest_pulse(0),
        a_year=round(highest_pulse(0) - highest_pulse(1), 3),
        spread=PULSE_SPREAD,
        top=top,
        zones=[
            ZoneModel(name=name, low=lows.get(name, top), talk=talk)
            for name, talk in TALK_TEST.items()
        ],
    )


def the_catalogue() -> Catalogue:
    """Return all words and rules, which are the same for everybody."""
    return Catalogue(
        rules=[_rule(rule) for rule in CATALOGUE],
        presets=[_preset(preset) for preset in presets()],
        muscles=[
            MuscleModel(id=m, name=f.name, region=f.region, face=f.face) for m, f in FACTS.items()
        ],
        kit=[KitModel(id=k, name=n, load=LOAD_WORDS.get(k, "")) for k, n in KIT_NAMES.items()],
        focuses=[NamedOf(id=focus, name=name) for focus, name in FOCUS_NAMES.items()],
        formats=[Named(id=kind, name=cls.name) for kind, cls in FORMATS.items()],
        cautions=[
            CautionModel(id=c, name=f.name, keeps_out=f.keeps_out, instead=f.instead, ask=f.ask)
            for c, f in CAUTIONS.items()
        ],
        patterns=[NamedOf(id=pattern, name=pattern_name(pattern)) for pattern in Pattern],
        tiers=[NamedOf(id=tier, name=tier.value) for tier in Tier],
        demands=[NamedOf(id=demand, name=name) for demand, name in DEMAND_NAMES.items()],
        levers=[NamedOf(id=lever, name=name) for lever, name in LEVER_NAMES.items()],
        planned_formats=list(main_kinds()),
        pulse=_pulse(),
        safety=SafetyModel(stop=STOP, say_first=SAY_FIRST, before=BEFORE),
        endings=[kind for kind, cls in FORMATS.items() if cls.ending],
        families=[NamedOf(id=family, name=family_name(family)) for family in WORK_FAMILIES],
    )
