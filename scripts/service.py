"""Units for systemd, for a machine that runs Grike all the time."""

from __future__ import annotations

import argparse
import getpass
from pathlib import Path

from scripts.paths import ROOT, VAR

UNIT = """\
[Unit]
Description=Grike
After=network.target

[Service]
Type=exec
User={user}
WorkingDirectory={root}
ExecStart={root}/grike start --foreground --workers {workers}
EnvironmentFile=-{settings}
Restart=always
RestartSec=2
TimeoutStopSec=60
KillMode=mixed
NoNewPrivileges=true
PrivateTmp=true
ProtectSystem=full
ProtectKernelTunables=true
ProtectControlGroups=true
RestrictSUIDSGID=true

[Install]
WantedBy=multi-user.target
"""


def unit(user: str, workers: int, root: Path = ROOT, settings: Path = VAR / "settings.env") -> str:
    """Return the unit of Grike for a user of this machine."""
    return UNIT.format(user=user, workers=workers, root=root, settings=settings)


def service(arguments: list[str]) -> int:
    """Write the unit into var/systemd and say what to do with it."""
    parser = argparse.ArgumentParser(prog="grike service", description=__doc__)
    parser.add_argument("--user", default=getpass.getuser(), help="whose process it is")
    parser.add_argument("--workers", type=int, default=2, help="processes that serve (2)")
    options = parser.parse_args(arguments)
    file = VAR / "systemd" / "grike.service"
    file.parent.mkdir(parents=True, exist_ok=True)
    file.write_text(unit(options.user, options.workers), encoding="utf-8")
    print(f"Written: {file}\n")
    print("  sudo cp var/systemd/grike.service /etc/systemd/system/")
    print("  sudo systemctl daemon-reload && sudo systemctl enable --now grike")
    print("  journalctl -u grike     what it says")
    return 0
