"""A class as a document, read for the slot that it is to stand in."""

from __future__ import annotations

from dataclasses import replace

from grike.api.model import Document
from grike.core.codec import check_against_library
from grike.core.design import ClassDesign
from grike.core.editing import with_kit_of_work
from grike.core.expansion import steps
from grike.core.judging.class_facts import ClassFacts
from grike.core.library import Library
from grike.core.series import PlannedClass
from grike.exchange.classes import class_from
from grike.exchange.documents import conforming


def in_slot(member: ClassFacts, design: ClassDesign, library: Library) -> PlannedClass:
    """Return a class with another design that can be run with this library, in its slot.

    Raises InvalidInput with the place of what cannot.
    """
    fitted = replace(design, slot_seconds=member.design.slot_seconds)
    check_against_library(fitted, library)
    steps(fitted, library)
    return replace(member.planned, design=fitted)


def written(member: ClassFacts, document: Document, library: Library) -> PlannedClass:
    """Return a class with the design of a document, and the kit that it takes.

    Raises InvalidInput where the document is none, or the class cannot be run.
    """
    design, _ = class_from(conforming(document, "class"), library)
    planned = in_slot(member, design, library)
    return replace(planned, design=with_kit_of_work(member.design, planned.design, library))
