"""Format variants: formats with slots, work, rest and rounds fixed, that fit a class length.

Time and rounds are then constants, which keeps every later stage linear.
"""

from grike.core.planner.variants.catalogue import (
    CLOSE_SECONDS,
    VARIANTS,
    WELCOME_SECONDS,
    frame_seconds,
    main_kinds,
    part_variant,
    planned_kinds,
    stretch_of,
    variant_for,
    variants,
    variants_of,
)
from grike.core.planner.variants.last_burst import with_burst
from grike.core.planner.variants.places import DoseKey, Part
from grike.core.planner.variants.variant import NO_LIMIT, Variant

__all__ = [
    "CLOSE_SECONDS",
    "NO_LIMIT",
    "VARIANTS",
    "WELCOME_SECONDS",
    "DoseKey",
    "Part",
    "Variant",
    "frame_seconds",
    "main_kinds",
    "part_variant",
    "planned_kinds",
    "stretch_of",
    "variant_for",
    "variants",
    "variants_of",
    "with_burst",
]
