"""The ASGI application: takes a request in whole and in time, has it answered, and notices who went away."""

from __future__ import annotations

import asyncio
import gzip
import json
import logging
import os
import time
from collections.abc import Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from dataclasses import replace
from functools import lru_cache
from typing import Any

from server.front.answering import Answered, Asked, Flow, answer, asked_of
from server.front.inside import serve_with
from server.front.lanes import Lanes, Limits, TooLong, TooMany

Receive = Callable[[], Awaitable[dict[str, Any]]]
Send = Callable[[dict[str, Any]], Awaitable[None]]

PREFIX = os.environ.get("TILT_GRID_PREFIX", "").strip("/")
BODY_SECONDS = float(os.environ.get("TILT_GRID_BODY_SECONDS", "20"))
MOST_BYTES = 8_000_000
THREADS = 16
SLOW = 3.0  # seconds from which on a request is noted
LOG = logging.getLogger("server.front")
STORED = "/api/problems"
SMALL = 1000  # bytes that are not worth compressing
TEXTS = ("text/", "application/json", "application/javascript", "image/svg+xml")

LATE = "the request did not arrive within {:.0f} s: is the connection slow? Try again"
LARGE = "the file is larger than 1 MB, the most a problem may have"
MANY = "you asked for more at once than is worked out at once: wait a moment"
LONG = "this takes too long to work out, so it was stopped: try it in smaller pieces"


class Gone(Exception):
    """The client went away."""


class Late(Exception):
    """The body did not arrive in time."""


class Large(Exception):
    """The body is larger than any may be."""


class FrontDoor:
    """``POST`` requests that store nothing are worked out in lanes; all others are answered by threads."""

    def __init__(self, quick: int | None = None, limits: Limits | None = None) -> None:
        self.quick, self.limits = quick or lanes_wanted(), limits or limits_wanted()
        self.lanes: Lanes | None = None
        self.threads = ThreadPoolExecutor(THREADS, "answering")

    async def __call__(self, scope: dict[str, Any], receive: Receive, send: Send) -> None:
        if scope["type"] == "lifespan":
            await self._live(receive, send)
        elif scope["type"] == "http":
            begun = time.monotonic()
            with suppress(Gone):
                answered = await self._answered(scope, receive)
                note(scope, answered.status, time.monotonic() - begun)
                if answered.flows is None:
                    await _send(answered, scope, send)
                else:
                    await self._flow(answered, answered.flows, receive, send)

    async def _live(self, receive: Receive, send: Send) -> None:
        while True:
            message = await receive()
            if message["type"] == "lifespan.startup":
                self.lanes = Lanes(self.quick, self.limits)
                await self.lanes.begin()
                serve_with(self.lanes)
                LOG.info("begun: process %d, %d quick lanes", os.getpid(), self.quick)
                await send({"type": "lifespan.startup.complete"})
            elif message["type"] == "lifespan.shutdown":
                if self.lanes is not None:
                    self.lanes.stop()
                self.threads.shutdown(wait=False)
                LOG.info("ended: process %d", os.getpid())
                await send({"type": "lifespan.shutdown.complete"})
                return

    async def _answered(self, scope: dict[str, Any], receive: Receive) -> Answered:
        try:
            async with asyncio.timeout(BODY_SECONDS):
                body = await _body(scope, receive)
        except TimeoutError:
            return says(LATE.format(BODY_SECONDS), 408)
        except Large:
            return says(LARGE, 413)
        asked = asked_of(scope, body, PREFIX)
        work = asyncio.ensure_future(self._worked(asked))
        gone = asyncio.ensure_future(_until_gone(receive))
        try:
            await asyncio.wait({work, gone}, return_when=asyncio.FIRST_COMPLETED)
            if not work.done():
                raise Gone
            return work.result()
        except TooMany:
            return says(MANY, 429)
        except TooLong:
            return says(LONG, 503)
        finally:
            work.cancel()
            gone.cancel()

    async def _worked(self, asked: Asked) -> Answered:
        if self.lanes is not None and is_worked_out(asked):
            return await self.lanes.answer(asked, asked.client)
        return await asyncio.get_running_loop().run_in_executor(self.threads, answer, asked)

    async def _flow(self, answered: Answered, flow: Flow, receive: Receive, send: Send) -> None:
        """Piece by piece as they come, until the last or until nobody listens."""
        loop = asyncio.get_running_loop()
        gone = asyncio.ensure_future(_until_gone(receive))
        try:
            await send({"type": "http.response.start", "status": answered.status, "headers": _raw(answered)})
            while (
                not gone.done() and (piece := await loop.run_in_executor(self.threads, flow.next)) is not None
            ):
                await send({"type": "http.response.body", "body": piece, "more_body": True})
            await send({"type": "http.response.body", "body": b""})
        finally:
            gone.cancel()
            flow.close()


def note(scope: dict[str, Any], status: int, seconds: float) -> None:
    """Into the log what failed, what was refused and what took long: what was asked for, never by whom or with which words."""
    if status >= 500 or status in (408, 413, 429) or seconds > SLOW:
        LOG.warning("%s %s: %d after %.2f s", scope["method"], scope["path"], status, seconds)


def limits_wanted() -> Limits:
    """The usual limits, or those that TILT_GRID_SECONDS makes."""
    told = os.environ.get("TILT_GRID_SECONDS", "")
    try:
        patient = float(told)
    except ValueError:
        return Limits()
    return Limits(patient=patient, whole=patient * 1.5) if 0.1 <= patient <= 600 else Limits()


def lanes_wanted() -> int:
    """How many quick lanes one worker has: as many in all as there are processors."""
    processors = len(os.sched_getaffinity(0)) if hasattr(os, "sched_getaffinity") else os.cpu_count() or 1
    return max(1, round(processors / int(os.environ.get("TILT_GRID_WORKERS", "1"))))


def is_worked_out(asked: Asked) -> bool:
    """Whether a request only asks for something to be worked out."""
    return asked.method == "POST" and asked.path.startswith("/api/") and not asked.path.startswith(STORED)


def says(sentence: str, status: int) -> Answered:
    """A refusal: one sentence."""
    body = json.dumps({"says": sentence}).encode()
    headers = (("Content-Type", "application/json"), ("X-Content-Type-Options", "nosniff"))
    return Answered(status, (*headers, ("Connection", "close")) if status in (408, 413) else headers, body)


async def _body(scope: dict[str, Any], receive: Receive) -> bytes:
    told = next((value for name, value in scope["headers"] if name == b"content-length"), b"0")
    if told.isdigit() and int(told) > MOST_BYTES:
        raise Large
    pieces: list[bytes] = []
    size = 0
    while True:
        message = await receive()
        if message["type"] == "http.disconnect":
            raise Gone
        pieces.append(message.get("body", b""))
        size += len(pieces[-1])
        if size > MOST_BYTES:
            raise Large
        if not message.get("more_body", False):
            return b"".join(pieces)


async def _until_gone(receive: Receive) -> None:
    while (await receive())["type"] != "http.disconnect":
        pass


@lru_cache(maxsize=64)
def _compressed(body: bytes) -> bytes:
    """Built files are the same each time."""
    return gzip.compress(body, 6)


def _may_be_smaller(answered: Answered, scope: dict[str, Any]) -> Answered:
    """Compressed, where the client takes that and it is a text of some length."""
    names = {name.lower(): value for name, value in answered.headers}
    accepted = b",".join(value for name, value in scope["headers"] if name == b"accept-encoding")
    if (
        len(answered.body) < SMALL
        or b"gzip" not in accepted
        or answered.status != 200
        or "content-encoding" in names
        or not names.get("content-type", "").startswith(TEXTS)
    ):
        return answered
    lasting = "immutable" in names.get("cache-control", "")
    body = _compressed(answered.body) if lasting else gzip.compress(answered.body, 1)
    kept = [
        (name, value)
        for name, value in answered.headers
        if name.lower() not in ("content-length", "etag", "vary")
    ]
    vary = ", ".join(filter(None, (names.get("vary"), "Accept-Encoding")))
    more = (("Content-Encoding", "gzip"), ("Vary", vary), ("Content-Length", str(len(body))))
    return replace(answered, headers=(*kept, *more), body=body)


def _raw(answered: Answered) -> list[tuple[bytes, bytes]]:
    return [(name.lower().encode("latin-1"), value.encode("latin-1")) for name, value in answered.headers]


async def _send(answered: Answered, scope: dict[str, Any], send: Send) -> None:
    answered = _may_be_smaller(answered, scope)
    headers = _raw(answered)
    if not any(name == b"content-length" for name, _ in headers):
        headers.append((b"content-length", str(len(answered.body)).encode()))
    await send({"type": "http.response.start", "status": answered.status, "headers": headers})
    await send({"type": "http.response.body", "body": b"" if scope["method"] == "HEAD" else answered.body})
