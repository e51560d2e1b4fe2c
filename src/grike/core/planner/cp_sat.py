"""What the planner uses of CP-SAT, which is imported when it is first asked for.

Its Python package brings pandas in: a third of the time in which an application that serves pages
starts, and of its memory, and most of them never solve anything.
"""

from __future__ import annotations

from functools import cache
from importlib import import_module
from threading import Thread
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from ortools.sat.python.cp_model import (
        FEASIBLE,
        INFEASIBLE,
        OPTIMAL,
        CpModel,
        CpSolver,
        IntVar,
        LinearExpr,
        LinearExprT,
    )

__all__ = [
    "FEASIBLE",
    "INFEASIBLE",
    "OPTIMAL",
    "CpModel",
    "CpSolver",
    "IntVar",
    "LinearExpr",
    "LinearExprT",
    "bring_in",
    "bring_in_beside",
]

_PACKAGE = "ortools.sat.python.cp_model"


def bring_in() -> None:
    """Import the solver now, for whoever solves from the start."""
    import_module(_PACKAGE)


@cache
def bring_in_beside() -> None:
    """Import the solver beside what goes on, for whoever may ask for it next."""
    Thread(target=bring_in, name="solver", daemon=True).start()


def __getattr__(name: str) -> Any:
    if name not in __all__:
        raise AttributeError(name)
    found = getattr(import_module(_PACKAGE), name)
    globals()[name] = found
    return found
