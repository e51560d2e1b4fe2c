"""Figures of repeated measurements."""

from __future__ import annotations

import math


def p95(values: list[float]) -> float:
    """Return what 95 of 100 stay below; of few values, the highest but one in twenty."""
    return sorted(values)[math.ceil(0.95 * len(values)) - 1]
