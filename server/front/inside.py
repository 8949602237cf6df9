"""What is worked out in a lane for a request that itself is answered by a thread, such as a saved problem's preview."""

from __future__ import annotations

import asyncio
from collections.abc import Callable
from concurrent.futures import CancelledError, Future
from concurrent.futures import TimeoutError as Overdue
from threading import Thread

from server.front.answering import Answered, Asked
from server.front.lanes import Lanes, TooLong, TooMany

PATIENCE = 0.3  # seconds


_served: tuple[Lanes, asyncio.AbstractEventLoop] | None = None


def serve_with(lanes: Lanes) -> None:
    """From now on use these lanes; called from the loop in which they run."""
    global _served
    _served = lanes, asyncio.get_running_loop()


def is_served() -> bool:
    """Whether there are lanes: not on the command line."""
    return _served is not None


def worked_out(
    environ: dict[str, str], path: str, body: bytes, later: Callable[[bytes], None]
) -> bytes | None:
    """What a ``POST`` to a path comes to, asked by the client whose request this is. None where that takes more than a
    moment; then ``later`` is called with it, in a thread, once it is there."""
    assert _served is not None
    lanes, loop = _served
    kept = {name: value for name, value in environ.items() if isinstance(value, str)}
    told = {
        "PATH_INFO": path,
        "REQUEST_METHOD": "POST",
        "QUERY_STRING": "",
        "CONTENT_TYPE": "application/json",
    }
    asked = Asked({**kept, **told, "CONTENT_LENGTH": str(len(body))}, body)
    running = asyncio.run_coroutine_threadsafe(lanes.answer(asked, asked.client), loop)
    try:
        return _found(running)
    except (Overdue, TimeoutError):
        running.add_done_callback(lambda done: _tell(done, later))
        return None


def _found(running: Future[Answered], seconds: float = PATIENCE) -> bytes | None:
    try:
        answered = running.result(seconds)
    except (TooMany, TooLong, CancelledError):
        return None
    return answered.body if answered.status == 200 and not answered.unfinished else None


def _tell(done: Future[Answered], later: Callable[[bytes], None]) -> None:
    body = _found(done)
    if body is not None:
        Thread(target=later, args=(body,), daemon=True).start()
