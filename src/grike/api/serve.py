"""Start the application: ``python -m grike.api.serve --port N`` with GRIKE_DATABASE_URL set."""

from __future__ import annotations

import argparse
import logging
import os
from pathlib import Path

LOG_FORMAT = "%(asctime)s %(levelname)s %(name)s: %(message)s"
#: Requests and open streams at once; what comes beyond is told to come back.
MOST_AT_ONCE = 500


def main() -> None:
    """Serve on loopback until stopped."""
    # Every process that plans looks into this module first, and needs nothing of what serves.
    import uvicorn

    from grike.api.app import create_app
    from grike.api.state import Config

    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--port", type=int, required=True)
    parser.add_argument("--dist", type=Path)
    options = parser.parse_args()
    logging.basicConfig(format=LOG_FORMAT, level=logging.WARNING)
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
        log_config=None,
        timeout_graceful_shutdown=3,
        limit_concurrency=MOST_AT_ONCE,
    )


if __name__ == "__main__":
    main()
