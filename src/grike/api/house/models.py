"""Groups and rooms as they go over the wire."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import At, Model, OneOf
from grike.api.series.models import MemberModel
from grike.core.cautions import Caution


class GroupFields(Model):
    """People who take a series together; ``times`` by weekday, "0" for Monday."""

    name: str = Field(max_length=120)
    heads: int
    level: int
    cautions: list[OneOf[Caution]] = Field(default_factory=list)
    members: list[MemberModel] = Field(default_factory=list, max_length=60)
    times: dict[str, At] = Field(default_factory=dict, max_length=7)


class GroupChange(GroupFields):
    """A group otherwise, against the version that the page shows."""

    version: int


class GroupModel(GroupChange):
    """A group that is kept."""

    id: int
