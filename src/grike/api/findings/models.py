"""Ways to mend a finding."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model
from grike.api.moves.models import ConsequencesModel
from grike.api.shared import Write


class FixModel(Model):
    """An edit that takes a finding away; ``also`` is what would be found besides."""

    text: str
    cost_change: int
    also: list[str]


class MendedModel(Model):
    """What is mended at once of one rule: the edits in words, what they do, and what is left."""

    done: list[str]
    left: int
    consequences: ConsequencesModel


class FixRequest(Write):
    """Which of the fixes that were shown is wanted."""

    choice: int = Field(0, ge=0, le=9)
