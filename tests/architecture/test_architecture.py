"""Imports point one way, rooms stay small, tests say what they are for, docs name what there is."""

from __future__ import annotations

import ast
import re
import statistics
import subprocess
import sys
import unittest
from collections.abc import Iterator
from pathlib import Path

from grike import VERSION
from grike.core import errors
from grike.core.rules import CATALOGUE

ROOT = Path(__file__).parents[2]
SOURCE = ROOT / "src" / "grike"
ALLOWED = {
    "core": {"core"},
    "store": {"core", "store"},
    "exchange": {"core", "exchange"},
    "api": {"core", "store", "exchange", "api"},
}


def imports(path: Path) -> Iterator[str]:
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.ImportFrom) and node.module:
            yield node.module
        elif isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)


class Layers(unittest.TestCase):
    def test_imports_point_one_way(self) -> None:
        """api -> store -> core and api -> exchange -> core, and never back."""
        for layer, allowed in ALLOWED.items():
            for path in (SOURCE / layer).rglob("*.py"):
                for module in imports(path):
                    if module.startswith("grike."):
                        self.assertIn(module.split(".")[1], allowed, f"{path}: {module}")

    def test_the_core_is_pure(self) -> None:
        """Core imports the standard library; only its planner may use ortools besides."""
        for path in (SOURCE / "core").rglob("*.py"):
            planner = "planner" in path.parts
            for module in imports(path):
                top = module.split(".")[0]
                fine = top in sys.stdlib_module_names or top == "grike"
                self.assertTrue(fine or (planner and top == "ortools"), f"{path}: {module}")

    def test_the_core_has_no_clock_no_chance_and_no_environment(self) -> None:
        """No time, random, os, socket or database in core, so that it can be tested by itself."""
        refused = {"time", "random", "os", "socket", "sqlite3", "subprocess", "secrets"}
        for path in (SOURCE / "core").rglob("*.py"):
            tops = {module.split(".")[0] for module in imports(path)}
            self.assertFalse(tops & refused, path)

    def test_a_rule_is_named_by_its_object(self) -> None:
        """No rule id stands as a string outside of the rules and the presets."""
        ids = {rule.id for rule in CATALOGUE}
        for path in SOURCE.rglob("*.py"):
            if path.parent != SOURCE / "core" / "rules":
                for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                    named = isinstance(node, ast.Constant) and node.value in ids
                    self.assertFalse(named, f"{path}: {ast.unparse(node)}")

    def test_rules_stand_on_judging_and_rows(self) -> None:
        """What is judged and what is chosen know no rule; no rule or plan takes advice."""
        above = {
            "judging": ("rules", "rows", "advice", "planner"),
            "rows": ("rules", "advice", "planner"),
            "rules": ("advice", "planner"),
            "planner": ("advice",),
        }
        for path in (SOURCE / "core").glob("*.py"):
            for module in imports(path):
                self.assertFalse(module.startswith(("grike.core.rules", "grike.core.advice")), path)
        for room, refused in above.items():
            for path in (SOURCE / "core" / room).rglob("*.py"):
                for module in imports(path):
                    self.assertFalse(
                        module.startswith(tuple(f"grike.core.{r}" for r in refused)), path
                    )

    def test_planners_load_nothing_of_what_serves(self) -> None:
        """Every planning process looks into the module that was started: its top stays light."""
        path = SOURCE / "api" / "serve.py"
        top = ast.parse(path.read_text(encoding="utf-8")).body
        named = {node.module for node in top if isinstance(node, ast.ImportFrom)}
        named |= {a.name for node in top if isinstance(node, ast.Import) for a in node.names}
        self.assertTrue(named)
        roots = {str(name).partition(".")[0] for name in named}
        self.assertLessEqual(roots, sys.stdlib_module_names)

    def test_pages_are_served_without_the_solver(self) -> None:
        """Large packages that few answers need come with the first of them, and are there then."""
        late = ("pandas", "ortools.sat.python.cp_model", "openpyxl")
        told = f"import sys, grike.api.app; print([m for m in {late} if m in sys.modules])"
        asked = "from grike.core.planner import cp_sat; print(cp_sat.CpSolver.__module__)"
        run = subprocess.run(
            [sys.executable, "-c", f"{told}; {asked}"], capture_output=True, text=True, check=True
        )
        self.assertEqual(run.stdout.split("\n")[:2], ["[]", late[1]])

    def test_sql_is_only_in_the_store(self) -> None:
        """No other layer writes SQL."""
        statement = re.compile(r"\b(SELECT .* FROM|INSERT INTO|DELETE FROM|UPDATE \w+ SET)\b")
        for layer in ("core", "exchange", "api"):
            for path in (SOURCE / layer).rglob("*.py"):
                self.assertIsNone(statement.search(path.read_text(encoding="utf-8")), path)

    def test_no_select_star(self) -> None:
        """Queries name their columns."""
        for path in (SOURCE / "store").rglob("*.py"):
            self.assertNotIn("SELECT *", path.read_text(encoding="utf-8"), path)


def functions(path: Path) -> list[ast.FunctionDef]:
    """Return the functions of a module, those of its classes too."""
    tree = ast.parse(path.read_text(encoding="utf-8"))
    return [node for node in ast.walk(tree) if isinstance(node, ast.FunctionDef)]


class Rooms(unittest.TestCase):
    def test_files_stay_small(self) -> None:
        """300 lines at most, without exception, and 130 at the median."""
        paths = [*SOURCE.rglob("*.py"), *(ROOT / "scripts").glob("*.py")]
        sizes = {path: len(path.read_text(encoding="utf-8").splitlines()) for path in paths}
        self.assertEqual([path for path, lines in sizes.items() if lines > 300], [])
        self.assertLessEqual(statistics.median(sizes.values()), 130)

    def test_functions_stay_small(self) -> None:
        """40 lines at most, 25 for all but a twentieth."""
        every = [node for path in SOURCE.rglob("*.py") for node in functions(path)]
        sizes = sorted((node.end_lineno or 0) - node.lineno + 1 for node in every)
        self.assertLessEqual(sizes[-1], 40)
        self.assertLessEqual(sizes[int(len(sizes) * 0.95)], 25)

    def test_what_is_given_is_named(self) -> None:
        """Functions of the core take four positional arguments at most; the rest is by name."""
        many = [
            (path.name, node.name)
            for path in (SOURCE / "core").rglob("*.py")
            for node in functions(path)
            if len({arg.arg for arg in node.args.args} - {"self", "cls"}) > 4
        ]
        self.assertEqual(many, [])

    def test_routers_do_not_know_each_other(self) -> None:
        """What two features share lies beside them; only the application knows all of them."""
        for path in (SOURCE / "api").rglob("*.py"):
            if path.name != "app.py":
                text = path.read_text(encoding="utf-8")
                found = re.findall(
                    r"^from grike\.api\.\w+(?:\.routes)? import .*", text, re.MULTILINE
                )
                routers = [line for line in found if re.search(r"\broutes\b", line)]
                self.assertEqual(routers, [], path)


class Tests(unittest.TestCase):
    def test_every_test_says_what_it_shows(self) -> None:
        """Each test method has a docstring."""
        for path in (ROOT / "tests").rglob("test_*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.FunctionDef) and node.name.startswith("test_"):
                    self.assertTrue(ast.get_docstring(node), f"{path}: {node.name}")


class Docs(unittest.TestCase):
    def test_every_rule_is_in_the_docs(self) -> None:
        """docs/rules.md is what the catalogue says; ./grike check --fix writes it."""
        from scripts.rule_docs import text

        self.assertEqual((ROOT / "docs" / "rules.md").read_text(encoding="utf-8"), text())
        self.assertIn(CATALOGUE[0].title, text())

    def test_the_movements_are_counted_in_the_docs(self) -> None:
        """docs/movements.md is what the library says; every cell that is short has a reason."""
        from scripts import movement_docs as page

        self.assertEqual(page.OUT.read_text(encoding="utf-8"), page.text())
        for (pattern, _), cells in page.counts().items():
            if any(count < page.FEWEST for count, _ in cells):
                self.assertIn(pattern, page.REASONS)

    def test_every_error_code_is_in_the_docs(self) -> None:
        """Each code of the error tree is explained in docs/operations.md."""
        page = (ROOT / "docs" / "operations.md").read_text(encoding="utf-8")
        kinds = errors.GrikeError.__subclasses__()
        deeper = [below for kind in kinds for below in kind.__subclasses__()]
        for kind in (*kinds, *deeper):
            self.assertIn(f"`{kind.code}`", page)

    def test_the_version_stands_in_one_place(self) -> None:
        """The changelog begins with it, and no settings file repeats it."""
        changelog = (ROOT / "CHANGELOG.md").read_text(encoding="utf-8")
        self.assertEqual(re.findall(r"^## (.*)$", changelog, re.M)[0], VERSION)
        for name in ("pyproject.toml", "web/package.json"):
            settings = (ROOT / name).read_text(encoding="utf-8")
            self.assertIsNone(re.search(r'^\s*"?version"?\s*[=:]\s*"', settings, re.M), name)

    def test_every_command_is_in_the_readme(self) -> None:
        """Each command of ./grike is in the README."""
        from scripts.__main__ import COMMANDS, EXCHANGE

        page = (ROOT / "README.md").read_text(encoding="utf-8")
        for name in (*COMMANDS, *EXCHANGE):
            self.assertIn(f"./grike {name}", page)

    def test_every_picture_is_linked(self) -> None:
        """Each picture is in the README, and fewer than 20 there are."""
        page = (ROOT / "README.md").read_text(encoding="utf-8")
        pictures = list((ROOT / "docs" / "screenshots").glob("*.png"))
        self.assertTrue(0 < len(pictures) < 20)
        for picture in pictures:
            self.assertIn(picture.name, page)

    def test_links_in_the_docs_lead_somewhere(self) -> None:
        """Relative links of README and docs point at files that are there."""
        for path in [ROOT / "README.md", ROOT / "CONTRIBUTING.md", *(ROOT / "docs").glob("*.md")]:
            for link in re.findall(r"\]\(([^)#]+)\)", path.read_text(encoding="utf-8")):
                if "://" not in link:
                    self.assertTrue((path.parent / link).exists(), f"{path}: {link}")

    def test_lock_files_name_no_host(self) -> None:
        """No lock file says where packages come from."""
        for path in [*(ROOT / "requirements").glob("*.txt"), ROOT / "web" / "package-lock.json"]:
            lines = path.read_text(encoding="utf-8").splitlines()
            text = "\n".join(line for line in lines if not line.startswith("#"))
            for mark in ("index-url", "find-links", "://", '"resolved"'):
                self.assertFalse(mark in text and path.suffix == ".txt", f"{path.name}: {mark}")
            self.assertFalse('"resolved":' in text, path.name)


if __name__ == "__main__":
    unittest.main()
