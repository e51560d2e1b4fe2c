"""Classes that are kept under a name, and classes as documents."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Document, Model
from grike.api.shared import Write


class TemplateModel(Model):
    """A class that is kept under a name."""

    id: int
    name: str
    format_name: str
    movements: int


class NewTemplate(Write):
    """The name under which a class is kept."""

    name: str = Field(min_length=1, max_length=120)


class TemplateUse(Write):
    """Which template goes into the slot."""

    template: int


class ClassDocument(Write):
    """A class as the open document."""

    document: Document
