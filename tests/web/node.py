"""Pure modules of the front end, bundled by esbuild and called in one process of Node."""

from __future__ import annotations

import json
import subprocess
import tempfile
from pathlib import Path
from typing import Any, NamedTuple

from scripts import install
from scripts.install import environment
from scripts.paths import WEB

#: Stands for a function that gives back what it is given.
SAME = {"$same": True}


def a_date(iso: str) -> dict[str, str]:
    """Return what becomes a Date on the other side."""
    return {"$date": iso}


class Call(NamedTuple):
    """A function of a module below web/src, without its ending, and what it is given."""

    module: str
    function: str
    arguments: tuple[Any, ...]


def called(calls: list[Call]) -> list[Any]:
    """Return what the calls give, in order, as JSON has it; what throws fails all of them."""
    install.node()
    install.npm_packages()
    modules = list(dict.fromkeys(call.module for call in calls))
    imports = [f"import * as m{n} from '~/{module}';" for n, module in enumerate(modules)]
    names = ", ".join(f"m{n}" for n in range(len(modules)))
    given = json.dumps([[modules.index(c.module), c.function, c.arguments] for c in calls])
    script = "\n".join(
        [
            *imports,
            f"const modules = [{names}];",
            "const read = (v) => v?.$date ? new Date(v.$date) : v?.$same ? (x) => x : v;",
            f"const calls = {given};",
            "const out = calls.map(([m, name, given]) => modules[m][name](...given.map(read)));",
            "process.stdout.write(JSON.stringify(out));",
        ]
    )
    with tempfile.TemporaryDirectory() as folder:
        bundle = Path(folder) / "bundle.mjs"
        subprocess.run(
            [
                *("npx", "esbuild", "--bundle", "--platform=node", "--format=esm"),
                *(f"--alias:~={WEB / 'src'}", f"--outfile={bundle}", "--log-level=error"),
            ],
            input=script,
            cwd=WEB,
            env=environment(),
            text=True,
            check=True,
        )
        done = subprocess.run(
            ["node", str(bundle)], env=environment(), capture_output=True, text=True, check=True
        )
    out: list[Any] = json.loads(done.stdout)
    return out
