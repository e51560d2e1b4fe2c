"""What the set-up page sends, as a series without classes."""

from __future__ import annotations

from collections.abc import Iterable

from grike.api.series.models import NewSeries
from grike.core.class_shape import ClassShape
from grike.core.class_shape_codec import class_shape_to
from grike.core.rules.sheet_codec import sheet_from
from grike.core.series import SeriesPlan
from grike.core.series_codec import shape_from
from grike.exchange.shapes import chosen_shapes
from grike.store.shapes import OwnShape


def empty_plan(
    body: NewSeries, own: Iterable[OwnShape], held: Iterable[ClassShape] = ()
) -> SeriesPlan:
    """Return a series without classes; ``held``: shapes that it had, gone elsewhere or not."""
    data = body.model_dump(mode="json")
    others = [*(kept.shape for kept in own), *held]
    data["shapes"] = [class_shape_to(shape) for shape in chosen_shapes(body.shapes, others)]
    rules = {key: line.model_dump(exclude_none=True) for key, line in body.rules.items()}
    return SeriesPlan(shape_from(data), sheet_from(rules, body.yardstick))
