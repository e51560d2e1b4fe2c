"""What a skeleton is asked, and what comes of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Any

from grike.core.focus import Focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.planner.cells import Theme
from grike.core.planner.grounds import Grounds
from grike.core.planner.linear import Outcome
from grike.core.planner.problem import Problem
from grike.core.planner.supply import PartSlots
from grike.core.planner.variants import Variant
from grike.core.rules.rule import Rule
from grike.core.series import Slot


@dataclass(frozen=True, slots=True)
class Cell:
    """The skeleton of one class."""

    slot: Slot
    focus: Focus
    variant: Variant[Any]
    theme: Theme


@dataclass(frozen=True, slots=True)
class SkeletonTask:
    """What stays and what is already refused: week patterns that no movements could fill.

    ``hopeless``: classes that by themselves nothing could fill, whatever stands beside them.
    ``horizon``: for how many weeks cells are chosen; None: for all. ``harder``: classes may take
    the harder options of their movements, for steps that the slot cannot hold otherwise. ``left``
    is filled with what is left for each slot, and saves it the next try with the same ``kept``;
    ``parts`` is filled with what is left for each part of a shape, by slot, kit and shape.
    """

    problem: Problem
    kept: Mapping[int, ClassFacts]
    grounds: Grounds
    refused: tuple[Mapping[int, Cell], ...] = ()
    hopeless: tuple[Cell, ...] = ()
    skip: frozenset[Rule] = frozenset()
    fixed_cells: Mapping[int, Cell] = field(default_factory=dict)
    week_training: Mapping[int, Fraction] = field(default_factory=dict)
    calibration: float = 1.0
    harder: bool = False
    horizon: int | None = None
    left: dict[int, list[Mapping[Focus, int]]] = field(default_factory=dict)
    parts: dict[int, dict[tuple[int, str], PartSlots]] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Skeleton:
    """The cells by slot index, or the outcome that kept them from being found."""

    outcome: Outcome
    cells: Mapping[int, Cell] = field(default_factory=dict)
