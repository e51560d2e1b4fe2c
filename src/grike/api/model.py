"""The base of everything that goes over the wire."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

#: Longer than any text that a page has room for; names have tighter limits of their own.
MOST_CHARACTERS = 20_000
#: JSON has no dates, so these alone are read from texts.
Day = Annotated[dt.date, Field(strict=False)]
Moment = Annotated[dt.datetime, Field(strict=False)]


class Model(BaseModel):
    """Unknown keys are refused, and values of another type: "5" is no number, 1 is no truth."""

    model_config = ConfigDict(
        extra="forbid", strict=True, allow_inf_nan=False, str_max_length=MOST_CHARACTERS
    )
