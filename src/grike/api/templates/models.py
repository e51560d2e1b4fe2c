"""Classes that are kept under a name, and classes as documents."""

from __future__ import annotations

from typing import Literal

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


#: What a class that is put in comes from, and what the history then says.
Origin = Literal["file", "hand", "choice"]
ORIGINS: dict[Origin, str] = {"file": "Bring", "hand": "Write", "choice": "Choose"}


class ClassDocument(Write):
    """A class as the open document."""

    document: Document
    origin: Origin = "file"
