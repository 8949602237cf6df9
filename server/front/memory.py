"""How much memory a process that works out may hold: what it remembers is bounded by its size, not by how many things it is."""

from __future__ import annotations

import ctypes
import functools
import gc
import os
import sys
from collections.abc import Iterator
from contextlib import suppress
from pathlib import Path
from typing import Any

from server.front.answering import Answered, Asked, answer

MOST = 320_000_000  # bytes
GROWN = 30_000_000  # since it was made lighter
PAGE = os.sysconf("SC_PAGE_SIZE") if hasattr(os, "sysconf") else 4096
STATE = Path("/proc/self/statm")
_left = -GROWN  # bytes held after it was made lighter


def light_answer(asked: Asked, seconds: float, by_work: bool) -> Answered:
    """The answer to a request, after which the process is no heavier than it may be."""
    try:
        return answer(asked, seconds, by_work)
    finally:
        keep_light()


def keep_light(most: int = MOST) -> bool:
    """Forget what was remembered where the process holds more than so many bytes; whether that was so. What is remembered for good
    (the catalogue, the grammar) stays. What doesn't get lighter by it is left alone until it has grown again."""
    global _left
    now = held()
    if now <= max(most, _left + GROWN):
        return False
    for cache in _caches():
        cache.cache_clear()
    gc.collect()
    with suppress(OSError, AttributeError):
        ctypes.CDLL(None).malloc_trim(0)  # gives back what the C library keeps
    _left = held()
    return True


def _caches() -> Iterator[functools._lru_cache_wrapper[Any]]:
    """All that this program remembers and may forget: in its modules, and in the classes there."""
    for name, module in list(sys.modules.items()):
        if name.partition(".")[0] not in ("mensuration", "server"):
            continue
        for value in list(vars(module).values()):
            for each in (value, *(vars(value).values() if isinstance(value, type) else ())):
                if (
                    isinstance(each, functools._lru_cache_wrapper)
                    and each.cache_parameters()["maxsize"] is not None
                ):
                    yield each


def held() -> int:
    """Bytes of memory that this process holds; 0 where the system doesn't tell."""
    try:
        return int(STATE.read_text().split()[1]) * PAGE
    except (OSError, ValueError, IndexError):
        return 0
