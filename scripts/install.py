"""Install what is missing: Debian packages, Python and npm packages from their lock files."""

from __future__ import annotations

import hashlib
import os
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterable, Sequence
from pathlib import Path

from scripts.paths import DIST, REQUIREMENTS, ROOT, STAMPS, VENV, WEB, Trouble

#: The front end's tools need this Node; Debian 12 brings an older one.
LEAST_NODE = (20, 19)


def say(text: str) -> None:
    """Tell the user what is going on."""
    print(f"grike: {text}", file=sys.stderr, flush=True)


def run(command: Sequence[str], *, cwd: Path | None = None, quiet: bool = True) -> None:
    """Run a command; raise Trouble with the end of its output when it fails."""
    done = subprocess.run(
        command, cwd=cwd, text=True, capture_output=quiet, check=False, env=environment()
    )
    if done.returncode:
        output = (done.stdout or "") + (done.stderr or "")
        raise Trouble(f"'{' '.join(command)}' failed:\n{output[-2000:]}")


def environment() -> dict[str, str]:
    """Return the environment for child processes, our own tools first on the path."""
    return {**os.environ, "PATH": f"{VENV / 'bin'}{os.pathsep}{os.environ.get('PATH', '')}"}


def fingerprint(paths: Iterable[Path]) -> str:
    """Return a hash over the names and contents of files."""
    digest = hashlib.sha256()
    for path in sorted(paths):
        digest.update(path.name.encode())
        digest.update(path.read_bytes())
    return digest.hexdigest()


def stamped(name: str, value: str) -> bool:
    """Return whether a step was done to the end for this very input."""
    stamp = STAMPS / name
    return stamp.exists() and stamp.read_text() == value


def stamp(name: str, value: str) -> None:
    """Note that a step was done to the end."""
    STAMPS.mkdir(parents=True, exist_ok=True)
    (STAMPS / name).write_text(value)


def debian(programs: dict[str, str]) -> None:
    """Make sure that programs are there: ``{program: Debian package}``."""
    missing = sorted({package for program, package in programs.items() if not which(program)})
    if not missing:
        return
    names = " ".join(missing)
    if os.geteuid() != 0 or not shutil.which("apt-get"):
        raise Trouble(f"Missing: {names}. Install it with: sudo apt-get install {names}")
    say(f"installing {names}")
    os.environ.setdefault("DEBIAN_FRONTEND", "noninteractive")
    run(["apt-get", "update", "-qq"])
    run(["apt-get", "install", "-y", "-qq", "--no-install-recommends", *missing])


def unpacked(program: str, package: str, where: str = "usr/sbin") -> str:
    """Return where a program is; one that is not there is unpacked beside us.

    ``where``: the folder of the package that has it.

    Installed, a web server of Debian's is started at once, for everybody. Unpacked, nothing is.
    """
    folder = ROOT / "var" / "debian" / package
    own = folder / where / program
    found = which(program) or (str(own) if own.exists() else None)
    if found:
        return found
    say(f"unpacking {package}")
    if os.geteuid() == 0:
        run(["apt-get", "update", "-qq"])
    with tempfile.TemporaryDirectory() as name:
        run(["apt-get", "download", "-qq", package], cwd=Path(name))
        (file,) = Path(name).glob("*.deb")
        run(["dpkg", "-x", str(file), f"{name}/all"])
        folder.parent.mkdir(parents=True, exist_ok=True)
        shutil.rmtree(folder, ignore_errors=True)
        shutil.move(f"{name}/all", folder)
    return str(own)


def which(program: str) -> str | None:
    """Return where a program is, looking where Debian puts servers as well."""
    return shutil.which(program) or shutil.which(program, path="/usr/sbin:/usr/local/sbin:/sbin")


def python_packages(name: str) -> None:
    """Install the Python packages of a lock file; the development file holds the other one."""
    lock = REQUIREMENTS / f"{name}.txt"
    value = fingerprint([lock])
    larger = REQUIREMENTS / "dev.txt"
    if stamped(f"python-{name}", value) or stamped("python-dev", fingerprint([larger])):
        return
    say("installing Python packages")
    python = str(VENV / "bin" / "python")
    try:
        _pip(python, REQUIREMENTS / "uv.txt")
        uv = str(VENV / "bin" / "uv")
        run([uv, "pip", "install", "-q", "--python", python, "--require-hashes", "-r", str(lock)])
    except Trouble:
        _pip(python, lock)
    stamp(f"python-{name}", value)


def _pip(python: str, lock: Path) -> None:
    run([python, "-m", "pip", "install", "-q", "--require-hashes", "-r", str(lock)])


def node() -> None:
    """Make sure that a Node is there which the front end's tools can use."""
    found = shutil.which("node", path=environment()["PATH"])
    if found:
        text = subprocess.run([found, "--version"], capture_output=True, text=True, check=False)
        version = tuple(int(part) for part in text.stdout.strip().lstrip("v").split(".")[:2])
        if version >= LEAST_NODE and shutil.which("npm", path=environment()["PATH"]):
            return
    say("installing Node")
    _pip(str(VENV / "bin" / "python"), REQUIREMENTS / "node.txt")


def npm_packages() -> None:
    """Install the front end's packages from the lock file."""
    value = fingerprint([WEB / "package-lock.json"])
    if stamped("npm", value) and (WEB / "node_modules").is_dir():
        return
    node()
    say("installing front-end packages")
    run(["npm", "ci", "--silent", "--no-audit", "--no-fund"], cwd=WEB)
    stamp("npm", value)


def front_end() -> None:
    """Build the front end if any of its sources changed."""
    folders = (WEB / "src", WEB / "public")
    sources = [path for folder in folders for path in folder.rglob("*") if path.is_file()]
    sources += [WEB / name for name in ("index.html", "vite.config.ts", "package-lock.json")]
    value = fingerprint(sources)
    if stamped("web", value) and (DIST / "index.html").exists():
        return
    npm_packages()
    node()
    say("building the front end")
    # What one build keeps on a phone, another does not read.
    run(["env", f"VITE_BUILD={value[:16]}", "npx", "vite", "build", "--logLevel", "error"], cwd=WEB)
    stamp("web", value)
