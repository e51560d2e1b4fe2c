"""Formatting, lint and types of both languages."""

from __future__ import annotations

import subprocess
import sys

from scripts import install, movement_docs, openapi, rule_docs, schemas
from scripts.install import environment, say
from scripts.paths import ROOT, VAR, WEB
from scripts.weight import MOST_KILOBYTES, first_load_kilobytes


def check(*, fix: bool = False) -> int:
    """Run every linter and type check; return 1 if any of them finds something."""
    install.npm_packages()
    install.node()
    if fix:
        openapi.types(str(openapi.TYPES))
        movement_docs.write()
        rule_docs.write()
        schemas.write()
    python = [sys.executable, "-m"]
    steps: list[tuple[str, list[str], bool]] = [
        ("format", [*python, "ruff", "format", *([] if fix else ["--check"]), "."], False),
        ("lint", [*python, "ruff", "check", *(["--fix"] if fix else []), "."], False),
        ("types", [*python, "mypy"], False),
        ("web format", ["npx", "prettier", "--write" if fix else "--check", "."], True),
        ("web lint", ["npx", "eslint", ".", "--max-warnings", "0"], True),
        ("web types", ["npx", "tsc", "--noEmit"], True),
    ]
    if not fix:
        install.front_end()
    failed = [name for name, command, web in steps if not _passes(name, command, web)]
    if not _types_are_current():
        failed.append("the API's types (run ./grike check --fix)")
    if not fix and first_load_kilobytes() > MOST_KILOBYTES:
        size = f"{first_load_kilobytes():.0f} kB of at most {MOST_KILOBYTES:.0f}"
        failed.append(f"the weight of the first load ({size})")
    if not schemas.current():
        failed.append("the JSON schemas (run ./grike check --fix)")
    say("all checks pass" if not failed else f"found something: {', '.join(failed)}")
    return 1 if failed else 0


def _passes(name: str, command: list[str], web: bool) -> bool:
    done = subprocess.run(
        command,
        cwd=WEB if web else ROOT,
        env=environment(),
        capture_output=True,
        text=True,
        check=False,
    )
    say(f"{name}: {'ok' if done.returncode == 0 else 'failed'}")
    if done.returncode:
        print(done.stdout + done.stderr)
    return done.returncode == 0


def _types_are_current() -> bool:
    fresh = VAR / "schema.d.ts"
    openapi.types(str(fresh))
    return fresh.read_text() == openapi.TYPES.read_text()
