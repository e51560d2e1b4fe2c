"""What the burst at the end of a class is, and which movements one can go hard at."""

from __future__ import annotations

from grike.core.formats import LastBurst
from grike.core.movement import Movement, Pace, Position

#: So long one can go hard at what leaves the ground; for a minute only at what is easy.
BURST = LastBurst(work_seconds=45)
#: The least energy of a burst in times that of rest, on the feet and on a chair: more than a march,
#: a tap of the toes or a flutter of the feet on the floor. Estimated from what people tire by.
BURST_MET, BURST_MET_SEATED = 4.5, 3.0


def bursts(movement: Movement) -> bool:
    """Return whether a movement can be gone at in a burst at the end: fast, on both sides, brisk.

    What nobody knows the energy of may be one.
    """
    seated = movement.position is Position.SEATED_CHAIR
    least = BURST_MET_SEATED if seated else BURST_MET
    brisk = movement.met is None or movement.met >= least
    return movement.pace is Pace.FAST and not movement.one_sided and brisk
