"""Presets of the rule sheet: ways of working that a director starts from."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from grike.core.kit import Kit
from grike.core.rules.sheet_codec import sheet_from
from grike.core.sheet import RuleSheet
from grike.exchange.documents import DATA


@dataclass(frozen=True, slots=True)
class Preset:
    """A filled rule sheet with a sentence; minutes, level and kit where they belong to it.

    ``rules`` holds what differs from the default sheet; ``shaped``: its classes have shapes, any of
    those that ship.
    """

    id: str
    name: str
    sentence: str
    rules: Mapping[str, Any]
    minutes: int | None = None
    level: int | None = None
    kit: Mapping[Kit, int] | None = None
    shaped: bool = False

    def sheet(self) -> RuleSheet:
        """Return the rule sheet."""
        return sheet_from(self.rules)


def _over(base: Mapping[str, Any], own: Mapping[str, Any]) -> dict[str, Any]:
    """Return the rules of a preset laid over those of the one it is based on."""
    out = {name: dict(line) for name, line in base.items()}
    for name, line in own.items():
        before = out.get(name, {})
        numbers = {**before.get("numbers", {}), **line.get("numbers", {})}
        out[name] = {**before, **line, **({"numbers": numbers} if numbers else {})}
    return out


def _preset(data: Mapping[str, Any], base: Mapping[str, Any]) -> Preset:
    kit = {Kit(name): count for name, count in data["kit"].items()} if "kit" in data else None
    preset = Preset(
        data["id"],
        data["name"],
        data["sentence"],
        _over(base, data["rules"]),
        data.get("minutes"),
        data.get("level"),
        kit,
        bool(data.get("shaped", False)),
    )
    preset.sheet()
    return preset


@lru_cache
def presets() -> tuple[Preset, ...]:
    """Return the presets that ship with Grike, the usual one first."""
    text = (DATA / "presets.json").read_text(encoding="utf-8")
    entries = json.loads(text)["presets"]
    by_id = {entry["id"]: entry["rules"] for entry in entries}
    return tuple(_preset(entry, by_id.get(entry.get("base"), {})) for entry in entries)
