"""Figures of repeated measurements."""

from __future__ import annotations

import math

import psutil

from scripts import processes


def p95(values: list[float]) -> float:
    """Return what 95 of 100 stay below; of few values, the highest but one in twenty."""
    return sorted(values)[math.ceil(0.95 * len(values)) - 1]


def core_seconds(name: str) -> float:
    """Return the seconds of a core that a process we started, and all below it, have used."""
    entry = processes.running(name)
    assert entry is not None
    root = psutil.Process(int(str(entry["pid"])))
    return sum(sum(own.cpu_times()[:2]) for own in (root, *root.children(recursive=True)))
