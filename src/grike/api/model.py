"""The base of everything that goes over the wire."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, TypeAlias, TypeVar

from pydantic import BaseModel, ConfigDict, Field, JsonValue

#: Longer than any text that a page has room for; names have tighter limits of their own.
MOST_CHARACTERS = 20_000
T = TypeVar("T")
#: One of an enumeration; JSON has texts for its members. The pages get a union of them.
OneOf = Annotated[T, Field(strict=False)]
#: An open JSON document; what it may hold is said by its schema in docs/formats.
Document: TypeAlias = dict[str, JsonValue]
#: JSON has no dates, so these are read from texts.
Day = Annotated[dt.date, Field(strict=False)]
Moment = Annotated[dt.datetime, Field(strict=False)]
#: A time of day, by the clock on the wall.
At = Annotated[dt.time, Field(strict=False)]


class Model(BaseModel):
    """Unknown keys are refused, and values of another type: "5" is no number, 1 is no truth."""

    model_config = ConfigDict(
        extra="forbid", strict=True, allow_inf_nan=False, str_max_length=MOST_CHARACTERS
    )
