"""Shapes of classes as the pages see and change them."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Document, Model, OneOf
from grike.core.class_shape import LONGEST, SHORTEST, Takes
from grike.core.design import Role


class ShapePartModel(Model):
    """A part of a shape: what it is for and what it takes; its format, seconds and movements."""

    role: OneOf[Role]
    theme: str
    takes: list[OneOf[Takes]]
    format: str
    seconds: int
    movements: int


class ShapeModel(Model):
    """The shape of a class, and how it fits a class of some minutes; no parts: it does not.

    ``own``: it was made here and can be changed.
    """

    id: str
    name: str
    sentence: str
    focuses: list[str]
    levels: list[int]
    fits: str
    parts: list[ShapePartModel]
    own: bool


class ShapeSource(Model):
    """A shape as the open document of docs/formats/shape.schema.json, with its version."""

    document: Document
    version: int
    own: bool


class NewShape(Model):
    """A shape to be added: its id is made of its name."""

    document: Document


class ShapeEdit(NewShape):
    """A shape as it is to be, against the version that was read."""

    version: int


class ShapeTrial(NewShape):
    """A shape that is not kept, tried against a class of some minutes and a level."""

    minutes: int = Field(ge=SHORTEST, le=LONGEST)
    level: int = Field(ge=1, le=3)
