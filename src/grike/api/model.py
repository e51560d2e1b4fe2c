"""The base of everything that goes over the wire."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class Model(BaseModel):
    """Unknown keys are refused."""

    model_config = ConfigDict(extra="forbid")
