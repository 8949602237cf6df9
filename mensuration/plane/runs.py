"""Neighbours that go on from one to the next, gathered."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import TypeVar

T = TypeVar("T")


def runs_of(items: Iterable[T], goes_on: Callable[[T, T], bool], closed: bool = True) -> list[list[T]]:
    """Items gathered into runs, in each of which every item goes on from the one before; when ``closed`` the last item
    stands before the first.

    >>> runs_of([2, 4, 1, 3, 8], lambda one, two: one % 2 == two % 2)
    [[8, 2, 4], [1, 3]]
    """
    runs: list[list[T]] = []
    for item in items:
        if runs and goes_on(runs[-1][-1], item):
            runs[-1].append(item)
        else:
            runs.append([item])
    if closed and len(runs) > 1 and goes_on(runs[-1][-1], runs[0][0]):
        runs[0] = runs.pop() + runs[0]
    return runs
