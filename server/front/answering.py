"""One request, wholly read, and its answer: Django's application called with it, in whichever process."""

from __future__ import annotations

import io
import sys
import time
from collections.abc import Callable, Iterable
from contextlib import suppress
from dataclasses import dataclass
from functools import cache
from http.cookies import CookieError, SimpleCookie
from typing import Any

from mensuration.budget import within


@dataclass(frozen=True)
class Asked:
    """A request that has arrived whole, as WSGI describes it."""

    environ: dict[str, str]
    body: bytes

    @property
    def path(self) -> str:
        return self.environ["PATH_INFO"]

    @property
    def method(self) -> str:
        return self.environ["REQUEST_METHOD"]

    @property
    def client(self) -> str:
        """Who asks: a browser by its cookie, at an address."""
        try:
            cookie = SimpleCookie(self.environ.get("HTTP_COOKIE", "")).get("csrftoken")
        except CookieError:
            cookie = None
        return f"{self.environ['REMOTE_ADDR']} {cookie.value if cookie else ''}"[:200]


class Flow:
    """The pieces of an answer that comes bit by bit; whoever takes them ends it with ``close``."""

    def __init__(self, pieces: Any) -> None:
        self._pieces = pieces
        self._left = iter(pieces)

    def next(self) -> bytes | None:
        """The next piece, waited for; None after the last."""
        return next(self._left, None)

    def close(self) -> None:
        """Nobody takes any more; a piece that is just being made (as the server ends) is let be."""
        with suppress(ValueError):
            self._pieces.close()


@dataclass(frozen=True)
class Answered:
    """An answer, wholly made, or, where it is told bit by bit as it comes, with what ``flows``. ``unfinished`` where something in
    it was stopped by the budget; ``seconds`` of a processor that it took."""

    status: int
    headers: tuple[tuple[str, str], ...]
    body: bytes
    unfinished: bool = False
    seconds: float = 0.0
    flows: Flow | None = None


def asked_of(scope: dict[str, Any], body: bytes, prefix: str = "") -> Asked:
    """The request of an ASGI scope; ``prefix`` is what all is served under, which a proxy may or may not have taken off."""
    root = f"/{prefix}" if prefix else ""
    path = scope["path"]
    if root and (path == root or path.startswith(f"{root}/")):
        path = path.removeprefix(root) or "/"
    server, client = scope.get("server") or ("localhost", 80), scope.get("client") or ("", 0)
    environ = {
        "REQUEST_METHOD": scope["method"],
        "SCRIPT_NAME": root,
        "PATH_INFO": path.encode("utf-8").decode("latin-1"),
        "QUERY_STRING": scope["query_string"].decode("latin-1"),
        "SERVER_PROTOCOL": f"HTTP/{scope['http_version']}",
        "SERVER_NAME": str(server[0]),
        "SERVER_PORT": str(server[1] or 80),
        "REMOTE_ADDR": str(client[0]),
        "wsgi.url_scheme": scope.get("scheme", "http"),
    }
    for raw, value in scope["headers"]:
        name = raw.decode("latin-1").replace("-", "_").upper()
        name = name if name in ("CONTENT_TYPE", "CONTENT_LENGTH") else f"HTTP_{name}"
        text = value.decode("latin-1")
        joined = "; " if name == "HTTP_COOKIE" else ","
        environ[name] = f"{environ[name]}{joined}{text}" if name in environ else text
    environ["CONTENT_LENGTH"] = str(len(body))
    return Asked(environ, body)


@cache
def _application() -> Callable[..., Iterable[bytes]]:
    from server.wsgi import application  # only where it is called: Django is set up by it

    return application


def answer(asked: Asked, seconds: float | None = None, by_work: bool = False) -> Answered:
    """Django's answer; within so many seconds of working out, where it is in a process's main thread."""
    begun: list[tuple[str, list[tuple[str, str]]]] = []
    environ = {
        **asked.environ,
        "wsgi.version": (1, 0),
        "wsgi.input": io.BytesIO(asked.body),
        "wsgi.errors": sys.stderr,
        "wsgi.multithread": True,
        "wsgi.multiprocess": True,
        "wsgi.run_once": False,
    }

    def start(status: str, headers: list[tuple[str, str]], fault: Any = None) -> None:
        begun[:] = [(status, headers)]

    def called() -> bytes | Flow:
        pieces = _application()(environ, start)
        if getattr(pieces, "streaming", False) and not pieces.has_header("Content-Length"):
            return Flow(pieces)
        try:
            return b"".join(pieces)
        finally:
            close = getattr(pieces, "close", None)
            if close is not None:
                close()

    unfinished = False
    before = time.process_time()
    if seconds is None:
        body = called()
    else:
        with within(seconds, by_work) as clock:
            body = called()
        unfinished = clock.stopped
    status, headers = begun[0]
    flows, whole = (body, b"") if isinstance(body, Flow) else (None, body)
    return Answered(int(status[:3]), tuple(headers), whole, unfinished, time.process_time() - before, flows)
