"""The application as it is really served, on a data folder of its own, for tests, pictures and measurements."""

from __future__ import annotations

import atexit
import fcntl
import os
import shutil
import socket
import subprocess
import sys
import tempfile
import time
import urllib.parse
import urllib.request
from functools import cache
from pathlib import Path

ROOT = Path(__file__).parents[2]
STARTS_WITHIN = 90  # seconds, on a busy machine, too
CHROMIUM = "/usr/bin/chromium-headless-shell"
CHROMIUM_FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


@cache
def _filled() -> Path:
    """A data folder with the demo on its shelf, to be copied: made once by all processes of one run of the tests together."""
    shared = os.environ.get("TILT_GRID_SHARED")  # of a run of pytest
    if shared is None:
        shared = tempfile.mkdtemp()
        atexit.register(shutil.rmtree, shared, ignore_errors=True)
    folder = Path(shared) / "filled"
    with folder.with_suffix(".lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not folder.exists():
            making = folder.with_suffix(".making")
            environment = {
                **os.environ,
                "TILT_GRID_VAR": str(making),
                "DJANGO_SETTINGS_MODULE": "server.settings",
            }
            for command in (["migrate", "--verbosity", "0"], ["load_demo"]):
                subprocess.run([sys.executable, "manage.py", *command], cwd=ROOT, env=environment, check=True)
            making.rename(folder)
    return folder


def on_shelf(title: str, address: str = "") -> str:
    """Where the shelf shows the problems of a title, however many others there are."""
    return f"{address}/?{urllib.parse.urlencode({'find': title})}"


class Service:
    """One running server. ``restart`` ends it and starts it again on the same data."""

    def __init__(self, folder: Path, **settings: str) -> None:
        self.environment = {
            **os.environ,
            "TILT_GRID_VAR": str(folder),
            "TILT_GRID_WORKERS": "1",
            "TILT_GRID_STRICT": "1",
            "TILT_GRID_SECONDS": "60",  # on a busy machine, too
            **settings,
            "DJANGO_SETTINGS_MODULE": "server.settings",
        }
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.address = f"http://127.0.0.1:{self.port}"
        shutil.copytree(_filled(), folder, dirs_exist_ok=True)
        self.start()

    def start(self) -> None:
        command = [sys.executable, "-m", "server", "run", "--port", str(self.port)]
        self.process = subprocess.Popen(command, cwd=ROOT, env=self.environment)
        ends = time.monotonic() + STARTS_WITHIN
        while time.monotonic() < ends and self.process.poll() is None:
            try:
                urllib.request.urlopen(self.address, timeout=1)
                return
            except OSError:
                time.sleep(0.1)
        self.process.terminate()
        raise RuntimeError("the server did not start")

    def stop(self) -> None:
        self.process.terminate()
        self.process.wait(timeout=15)

    def restart(self) -> None:
        self.stop()
        self.start()
