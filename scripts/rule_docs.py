"""Write docs/rules.md from the catalogue of rules."""

from __future__ import annotations

from grike.core.rules import CATALOGUE, Rule
from grike.core.sources import SOURCES
from scripts.paths import ROOT

OUT = ROOT / "docs" / "rules.md"
HEAD = """# Programming rules

Written from the catalogue in `src/grike/core/rules/` by `./grike check --fix`; do not edit by hand.

Each rule is written once and used three ways: as a check on any plan, as a constraint (must) or a
cost outside a band (aim) in the planner, and as a line of the series' rule sheet, where it is set
to must, aim or off and its numbers are edited. A plan from the planner breaks no must, unless not
all of them can be made to hold together: then the nearest plan is given, in which musts give way
in the order that is stated with each, and what gave way is told on the board.
"""


def _rule(rule: Rule) -> str:
    numbers = {name: f"{float(value):g}" for name, value in rule.default.numbers.items()}
    lines = [
        f"## {rule.id}: {rule.title}",
        "",
        rule.statement.format(**numbers),
        "",
        f"*{rule.reason}*",
        "",
        f"- Default: {rule.default.mode.value}"
        + (f", weight {rule.default.weight}" if rule.default.mode.value == "aim" else ""),
        *(
            f"- `{name}` = {numbers[name]}: {number.label}; {number.limits()}"
            for name, number in rule.numbers.items()
        ),
        f"- Asked about: {rule.topic}",
        f"- As a must, where not all of them can hold: {rule.yields.words}",
        f"- Held in the planner by: {' and '.join(rule.stages) or 'mending'}",
        f"- Source: {SOURCES[rule.source]}",
    ]
    return "\n".join(lines)


def text() -> str:
    """Return the page."""
    return "\n\n".join([HEAD.rstrip(), *(_rule(rule) for rule in CATALOGUE)]) + "\n"


def write() -> None:
    """Write the page."""
    OUT.write_text(text(), encoding="utf-8")
