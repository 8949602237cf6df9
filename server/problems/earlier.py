"""Which earlier versions of a problem are kept: many of the last hour, fewer the older they are."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta

APART = timedelta(minutes=1)  # so far at least one version is kept after another
AGES = (
    (timedelta(hours=1), APART),
    (timedelta(days=1), timedelta(hours=1)),
    (timedelta(days=30), timedelta(days=1)),
    (timedelta.max, timedelta(days=30)),
)
"""Up to which age one version stays of each stretch of so much time, the last one."""


def superfluous(times: Iterable[datetime], now: datetime) -> set[datetime]:
    """The times of those versions that need not be kept any longer. The newest and the oldest always are.

    >>> now = datetime(2026, 5, 1, 12)
    >>> times = [now - timedelta(hours=3, minutes=m) for m in (0, 20, 40, 50)]
    >>> [f"{time:%H:%M}" for time in sorted(superfluous(times, now))]
    ['08:20']
    """
    ordered = sorted(times, reverse=True)
    dropped: set[datetime] = set()
    seen: set[tuple[timedelta, int]] = set()
    for time in ordered[:-1]:
        apart = next(apart for age, apart in AGES if now - time <= age)
        stretch = (apart, (time - datetime(2000, 1, 1, tzinfo=time.tzinfo)) // apart)
        if stretch in seen:
            dropped.add(time)
        seen.add(stretch)
    return dropped
