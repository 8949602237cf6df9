"""What is worked out in a lane for a request that itself is answered by a thread, such as a saved problem's preview."""

from __future__ import annotations

import asyncio
from concurrent.futures import TimeoutError as Overdue
from dataclasses import replace
from typing import Protocol

from server.front.answering import Answered, Asked
from server.front.lanes import TooLong, TooMany

PATIENCE = 4.0  # seconds


class Works(Protocol):
    """What answers a client's request."""

    async def answer(self, asked: Asked, client: str) -> Answered: ...


_served: tuple[Works, asyncio.AbstractEventLoop] | None = None


def serve_with(works: Works) -> None:
    """From now on use these lanes; called from the loop in which they run."""
    global _served
    _served = works, asyncio.get_running_loop()


def is_served() -> bool:
    """Whether there are lanes: not on the command line."""
    return _served is not None


def worked_out(environ: dict[str, str], path: str, body: bytes, client: str) -> bytes | None:
    """What a ``POST`` to a path comes to, asked in the name of the client whose request this is; None where that takes too long."""
    assert _served is not None
    works, loop = _served
    kept = {name: value for name, value in environ.items() if isinstance(value, str)}
    told = {
        "PATH_INFO": path,
        "REQUEST_METHOD": "POST",
        "QUERY_STRING": "",
        "CONTENT_TYPE": "application/json",
    }
    asked = replace(Asked(kept, body), environ={**kept, **told, "CONTENT_LENGTH": str(len(body))})
    running = asyncio.run_coroutine_threadsafe(works.answer(asked, client), loop)
    try:
        answered = running.result(PATIENCE)
    except (TooMany, TooLong):
        return None
    except (Overdue, TimeoutError):
        running.cancel()
        return None
    return answered.body if answered.status == 200 and not answered.unfinished else None
