"""Proposals for the classes to come, as a page shows them."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from grike.api.model import Model, OneOf
from grike.api.shared import Write
from grike.core.advice.following import MOST_KEY, Because

#: A key names what of the records a proposal answers.
Key = Annotated[str, Field(min_length=1, max_length=MOST_KEY, pattern=r"^[a-z0-9:~+.-]+$")]


class ProposalModel(Model):
    """An edit of classes to come. ``why``: what was done; ``text``: what would change.

    ``also``: what would be found besides; ``slots``: the classes that it changes, none where it is
    the set-up.
    """

    keys: list[str]
    because: OneOf[Because]
    why: str
    text: str
    cost_change: int
    also: list[str]
    slots: list[int]


class UnmetModel(Model):
    """What was found, and no single edit answers."""

    because: OneOf[Because]
    what: str


class FollowingModel(Model):
    """What follows for the next two weeks from the records, against a version of the series."""

    version: int
    records: int
    proposals: list[ProposalModel]
    unmet: list[UnmetModel]


class AnswerRequest(Write):
    """Which proposal is meant, by what it answers; the keys that were shown."""

    keys: list[Key] = Field(min_length=1, max_length=12)
