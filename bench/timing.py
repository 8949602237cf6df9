"""How long a piece of work takes."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from typing import Any

TIMES = 7


def once(work: Callable[[], Any]) -> float:
    """Milliseconds of one run."""
    start = time.perf_counter()
    work()
    return (time.perf_counter() - start) * 1000


def median(work: Callable[[], Any], times: int = TIMES) -> float:
    """Milliseconds of one of several runs, once it is warm."""
    work()
    return statistics.median(once(work) for _ in range(times))
