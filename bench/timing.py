"""How long a piece of work takes, once it is warm."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from typing import Any

TIMES = 7


def median(work: Callable[[], Any]) -> float:
    """Milliseconds of one of several runs, the first of which warms up."""
    work()
    times = []
    for _ in range(TIMES):
        start = time.perf_counter()
        work()
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)
