"""What came of tests: counts, the seconds of each, and the closing line."""

from __future__ import annotations

import json
from dataclasses import dataclass, field

SLOWEST = 12


@dataclass(slots=True)
class Tally:
    """What came of some tests: counts, and seconds by test."""

    passed: int = 0
    failed: int = 0
    skipped: int = 0
    seconds: dict[str, float] = field(default_factory=dict)

    @classmethod
    def told(cls, answer: str) -> Tally:
        """Return what a worker told in a line of JSON.

        No answer, or none that can be read, is a failure: whatever died has passed nothing.
        """
        try:
            return cls(**json.loads(answer))
        except (ValueError, TypeError):
            return cls(failed=1)

    def add(self, other: Tally) -> None:
        """Count another tally in."""
        self.passed += other.passed
        self.failed += other.failed
        self.skipped += other.skipped
        self.seconds |= other.seconds

    def line(self) -> str:
        """Return the closing line."""
        skipped = f", {self.skipped} skipped" if self.skipped else ""
        return f"{self.passed} passed, {self.failed} failed{skipped}"

    def slowest(self) -> str:
        """Return the slowest tests, so that a slow run says what to look at."""
        ranked = sorted(self.seconds, key=lambda name: -self.seconds[name])[:SLOWEST]
        return "\n".join(f"{self.seconds[name]:6.1f} s  {name}" for name in ranked)
