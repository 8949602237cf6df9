"""``python -m server run``: serve the application, once it is sure that it can."""

from __future__ import annotations

import os
import socket
import sys
from pathlib import Path

from granian import Granian
from granian.constants import Interfaces
from granian.log import LogLevels

from server.keeping import Unkept, check


def workers_wanted() -> int:
    """TILT_GRID_WORKERS, or as many as there are processors."""
    told = os.environ.get("TILT_GRID_WORKERS", "")
    if told.isdigit() and int(told) > 0:
        return int(told)
    return len(os.sched_getaffinity(0)) if hasattr(os, "sched_getaffinity") else os.cpu_count() or 1


def var() -> Path:
    """Where the data is kept."""
    return Path(os.environ.get("TILT_GRID_VAR") or Path(__file__).resolve().parent.parent / "var")


def fault_of(host: str, port: int) -> str | None:
    """Why nothing can be served at a port; None where it can. Two servers at one port would share it silently, each answering
    every other request from data of its own."""
    try:
        with socket.socket(socket.AF_INET6 if ":" in host else socket.AF_INET) as trial:
            trial.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            trial.bind((host, port))
            trial.listen()
    except OSError as error:
        reason = "something else is served there already" if error.errno in (98, 48) else error.strerror
        return f"Nothing can be served at {host}:{port}: {reason}. Choose another port, as in: make demo PORT={port + 1}"
    return None


def run(host: str, port: int) -> int:
    """Serve until it is ended; 1 where it can't begin."""
    fault = fault_of(host, port)
    if fault is None:
        try:
            check(var())
        except Unkept as error:
            fault = str(error)
    if fault is not None:
        print(fault, file=sys.stderr)
        return 1
    workers = workers_wanted()
    os.environ["TILT_GRID_WORKERS"] = str(workers)
    server = Granian(
        "server.asgi:application",
        address=host,
        port=port,
        interface=Interfaces.ASGI,
        workers=workers,
        websockets=False,
        respawn_failed_workers=True,
        log_level=LogLevels.warning,
    )
    server.serve()
    return 0
