"""What every planning process has at hand from its start: code, library and shapes, read once.

It is loaded by the process from which those that plan are forked.
"""

from grike.core.planner import cp_sat
from grike.exchange import jobs, shapes
from grike.exchange.library import shipped_library

__all__ = ["jobs"]

cp_sat.bring_in()
shipped_library()
shapes.shipped_shapes()
