"""Format variants: formats with slots, work, rest and rounds fixed, that fit a class length.

Time and rounds are then constants, which keeps every later stage linear.
"""

from grike.core.planner.variants.base import NO_LIMIT, Part, Variant
from grike.core.planner.variants.caps import with_burst
from grike.core.planner.variants.grid import (
    CLOSE_SECONDS,
    MAIN_KINDS,
    NOT_FOR_BEGINNERS,
    PLANNED_KINDS,
    WELCOME_SECONDS,
    frame_seconds,
    stretch_of,
    variant_for,
    variants,
    variants_of,
)

__all__ = [
    "CLOSE_SECONDS",
    "MAIN_KINDS",
    "NOT_FOR_BEGINNERS",
    "NO_LIMIT",
    "PLANNED_KINDS",
    "WELCOME_SECONDS",
    "Part",
    "Variant",
    "frame_seconds",
    "stretch_of",
    "variant_for",
    "variants",
    "variants_of",
    "with_burst",
]
