"""Run the benchmarks in bench/."""

from __future__ import annotations

import subprocess
import sys

from scripts.install import environment, say
from scripts.paths import ROOT


def bench(arguments: list[str]) -> int:
    """Run all benchmarks, or those that are named."""
    worst = 0
    for path in sorted((ROOT / "bench").glob("bench_*.py")):
        name = path.stem.removeprefix("bench_")
        if arguments and name not in arguments:
            continue
        say(name)
        done = subprocess.run(
            [sys.executable, str(path)],
            cwd=ROOT,
            env={**environment(), "PYTHONPATH": f"{ROOT / 'src'}:{ROOT}"},
            check=False,
        )
        worst = max(worst, done.returncode)
    return worst
