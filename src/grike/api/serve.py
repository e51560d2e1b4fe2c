"""Start the application: ``python -m grike.api.serve --port N`` with GRIKE_DATABASE_URL set."""

from __future__ import annotations

import argparse
import os
from pathlib import Path

import uvicorn

from grike.api.app import create_app
from grike.api.state import Config


def main() -> None:
    """Serve on loopback until stopped."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--port", type=int, required=True)
    parser.add_argument("--dist", type=Path)
    options = parser.parse_args()
    config = Config(
        os.environ["GRIKE_DATABASE_URL"],
        options.dist,
        scheduler=os.environ.get("GRIKE_SCHEDULER", ""),
    )
    uvicorn.run(
        create_app(config),
        host="127.0.0.1",
        port=options.port,
        log_level="warning",
        timeout_graceful_shutdown=3,
    )


if __name__ == "__main__":
    main()
