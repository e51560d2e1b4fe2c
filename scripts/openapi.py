"""Write the API's description to a file; the front end's types are generated from it."""

from __future__ import annotations

import json

from grike.api.app import create_app
from grike.api.state import Config
from scripts.install import environment, run
from scripts.paths import VAR, WEB

OUT = VAR / "openapi.json"
TYPES = WEB / "src" / "shared" / "http" / "schema.d.ts"


def write() -> None:
    """Write var/openapi.json; no database is asked for it."""
    OUT.parent.mkdir(parents=True, exist_ok=True)
    description = create_app(Config("mysql://nobody@127.0.0.1:1/none")).openapi()
    for path in description["paths"].values():
        for operation in path.values():
            # Every refusal is a problem of one shape; said on each route it would bury the types.
            answers = operation["responses"]
            operation["responses"] = {s: a for s, a in answers.items() if s < "400"}
    OUT.write_text(json.dumps(description, indent=2, sort_keys=True) + "\n")


def types(target: str) -> None:
    """Generate the TypeScript types of the API into a file."""
    write()
    environment()
    run(["npx", "openapi-typescript", str(OUT), "-o", target], cwd=WEB)
