"""What is said where people teach, in one place: the sheet, the teach page, the set-up, the README.

Common practice, no source; local rules and qualified people come first.
"""

from __future__ import annotations

#: For whoever teaches, in sight at all times.
STOP = "Chest pain, faintness or unusual breathlessness: stop, sit them down, call for help."
#: For the group, before the first movement.
SAY_FIRST = (
    "Stop on pain. Tell me about heart, joints, back, pregnancy. Easier options are always open."
)
#: For whoever sets up a series.
BEFORE = (
    "Whoever has a heart, lung, metabolic, joint or back condition, is pregnant or gave birth "
    "lately, or gets dizzy or has chest pain takes medical advice first. Local rules and qualified "
    "people come before anything that is said here."
)
