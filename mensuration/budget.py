"""How long working something out may take: past its budget it is stopped, wherever it is, and said to be unfinished."""

from __future__ import annotations

import signal
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from types import FrameType

LEAST = (
    0.1  # seconds that each piece still gets once the budget is spent: what is quick is there all the same
)
AFTER = 1.5  # seconds past the budget in which such pieces are begun
UNFINISHED = "this was not worked out: the whole takes too long"


class OutOfTime(BaseException):
    """The budget is spent. No error of what is worked out, so that nothing there takes it for one."""


@dataclass
class Clock:
    """When the budget ends, and whether anything was stopped by it."""

    ends: float
    by_work: bool = False
    """Whether it counts the processor's time rather than the wall's; then nothing more is begun once it is spent."""
    stopped: bool = False
    rung: bool = False
    """In the piece that is being worked out."""
    inside: bool = False
    """Whether one is."""

    def set(self) -> None:
        """Ring at the end, or soon once that is past; and again, should a finaliser swallow it."""
        signal.setitimer(self.timer, max(self.left, self.least), LEAST)

    def stop(self) -> None:
        signal.setitimer(self.timer, 0)

    @property
    def least(self) -> float:
        """Seconds that a piece still gets once the budget is spent."""
        return 0.001 if self.by_work else LEAST

    @property
    def after(self) -> float:
        """Seconds past the budget in which pieces are begun."""
        return 0.0 if self.by_work else AFTER

    @property
    def left(self) -> float:
        return self.ends - (time.process_time() if self.by_work else time.monotonic())

    @property
    def timer(self) -> int:
        return signal.ITIMER_PROF if self.by_work else signal.ITIMER_REAL


_clock: ContextVar[Clock | None] = ContextVar("clock", default=None)


@contextmanager
def within(seconds: float, by_work: bool = False) -> Iterator[Clock]:
    """Give what is done here so many seconds, of the processor's time where it is counted ``by_work``. Pieces of it that stand under ``piece`` are stopped when they are over. Only in a
    process's main thread, where a timer can reach it; elsewhere nothing is stopped.

    >>> with within(0.05):
    ...     try:
    ...         with piece():
    ...             while True:
    ...                 pass
    ...     except OutOfTime:
    ...         print("stopped")
    stopped
    """
    if threading.current_thread() is not threading.main_thread() or not hasattr(signal, "setitimer"):
        yield Clock(float("inf"))
        return
    clock = Clock(seconds + (time.process_time() if by_work else time.monotonic()), by_work)
    bell = signal.SIGPROF if by_work else signal.SIGALRM

    def ring(number: int, frame: FrameType | None) -> None:
        clock.rung = clock.stopped = True
        raise OutOfTime

    before = signal.signal(bell, ring)
    token = _clock.set(clock)
    try:
        yield clock
    finally:
        clock.stop()
        signal.signal(bell, before)
        _clock.reset(token)


@contextmanager
def piece() -> Iterator[None]:
    """One piece of the whole, or of another piece: OutOfTime in the midst of it when the budget is spent, at once when it has been
    for long."""
    clock = _clock.get()
    if clock is None:
        yield
        return
    if clock.left < -clock.after:
        clock.stopped = True
        raise OutOfTime
    outer, clock.inside, clock.rung = clock.inside, True, False
    try:
        clock.set()
        try:
            yield
        finally:
            clock.stop()
    except OutOfTime:
        clock.stop()
        raise
    except Exception:
        if clock.rung:  # a library that calls back into Python makes an error of its own of it
            raise OutOfTime from None
        raise
    finally:
        clock.inside = outer
        if outer:
            clock.set()
