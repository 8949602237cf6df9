"""Processes in which requests are worked out, so that they can be stopped, and how they are shared out among clients.

A *lane* is one process. Quick lanes are for everybody: what isn't done there in a moment moves to the patient lane, which gets what
is left of the processor. A client whose requests took long lately goes to the patient lane at once. Of those who wait, the one who
used least comes first; a client comes to the same lane again if it is free, since what was worked out before is remembered there.
"""

from __future__ import annotations

import asyncio
import math
import multiprocessing
import os
import time
from collections import Counter
from collections.abc import Callable
from concurrent.futures import CancelledError, Future
from concurrent.futures import TimeoutError as Overdue
from dataclasses import dataclass, field

from pebble import ProcessExpired, ProcessPool

from server.front.answering import Answered, Asked
from server.front.memory import light_answer

HALF_LIFE = 20.0  # seconds after which half of what a client used is forgotten
HEAVY = 2.5  # seconds of lately used time from which on a client goes to the patient lane
GRACE = 1.5  # seconds beyond the budget after which a process is ended
MOST_CLIENTS = 5000  # that are remembered
NICE = 10


@dataclass(frozen=True)
class Limits:
    """Seconds that a request gets in a quick lane (of a processor), in the patient one (by the clock), and before its answer is a sentence; how many of one client
    and how many in all may be under way or wait; after how many requests a process is made anew."""

    quick: float = 1.0
    patient: float = 6.5
    whole: float = 9.8
    of_a_client: int = 12
    in_all: int = 400
    requests_a_process: int = 2000


Work = Callable[[Asked, float, bool], Answered]


class TooMany(Exception):
    """A client, or all together, asked for more at once than is worked out at once."""


class TooLong(Exception):
    """It was stopped."""


@dataclass
class _Job:
    asked: Asked
    client: str
    done: asyncio.Future[Answered]
    patient: bool
    running: Future[Answered] | None = None


@dataclass(eq=False)
class _Lane:
    pool: ProcessPool
    seconds: float
    patient: bool
    job: _Job | None = None


@dataclass
class Usage:
    """How much time each client used lately."""

    used: dict[str, tuple[float, float]] = field(default_factory=dict)

    def of(self, client: str, now: float) -> float:
        seconds, at = self.used.get(client, (0.0, now))
        return seconds * math.exp2((at - now) / HALF_LIFE)

    def add(self, client: str, seconds: float, now: float) -> None:
        self.used[client] = (self.of(client, now) + seconds, now)
        if len(self.used) > MOST_CLIENTS:
            least = sorted(self.used, key=lambda each: self.of(each, now))
            for each in least[: MOST_CLIENTS // 2]:
                del self.used[each]


def _begin(patient: bool) -> None:
    if patient:
        os.nice(NICE)


class Lanes:
    """So many quick lanes and one patient one."""

    def __init__(self, quick: int, limits: Limits, work: Work = light_answer) -> None:
        self.limits, self.work = limits, work
        self.usage = Usage()
        self.waiting: list[_Job] = []
        self.under_way: Counter[str] = Counter()
        self.last: dict[str, _Lane] = {}
        context = multiprocessing.get_context("forkserver")
        context.set_forkserver_preload(["server.front.preloaded"])

        def lane(patient: bool, seconds: float) -> _Lane:
            most = limits.requests_a_process
            pool = ProcessPool(1, most, initializer=_begin, initargs=(patient,), context=context)
            return _Lane(pool, seconds, patient)

        self.lanes = [*(lane(False, limits.quick) for _ in range(quick)), lane(True, limits.patient)]

    async def begin(self) -> None:
        """Once all processes are there."""
        await asyncio.gather(*(asyncio.wrap_future(lane.pool.schedule(os.getpid)) for lane in self.lanes))

    async def answer(self, asked: Asked, client: str) -> Answered:
        """The answer to a client's request. TooMany or TooLong in place of it; cancelled, it is stopped and its lane free."""
        if self.under_way[client] >= self.limits.of_a_client or self.under_way.total() >= self.limits.in_all:
            raise TooMany
        heavy = self.usage.of(client, time.monotonic()) > HEAVY
        job = _Job(asked, client, asyncio.get_running_loop().create_future(), heavy)
        self.under_way[client] += 1
        self.waiting.append(job)
        self._go_on()
        try:
            async with asyncio.timeout(self.limits.whole):
                return await job.done
        except TimeoutError:
            raise TooLong from None
        finally:
            self.under_way[client] -= 1
            self.under_way += Counter()  # without those of whom nothing is under way
            if job in self.waiting:
                self.waiting.remove(job)
            if job.patient and job.running is not None and not job.running.done():
                job.running.cancel()  # ends the process; in a quick lane it is over in a moment anyway

    def _go_on(self) -> None:
        """Give free lanes what waits for them."""
        now = time.monotonic()
        for lane in self.lanes:
            waiting = [job for job in self.waiting if job.patient == lane.patient]
            if lane.job is not None or not waiting:
                continue
            known = [job for job in waiting if self.last.get(job.client) in (lane, None)]
            free = [other for other in self.lanes if other.job is None and other.patient == lane.patient]
            own = known if len(free) > 1 and known else waiting
            # The first of those who used about as little.
            job = min(own, key=lambda each: int(self.usage.of(each.client, now)))
            self.waiting.remove(job)
            lane.job = job
            asyncio.get_running_loop().create_task(self._run(lane, job))

    async def _run(self, lane: _Lane, job: _Job) -> None:
        self.last[job.client] = lane
        if len(self.last) > MOST_CLIENTS:
            self.last.clear()
        begun = time.monotonic()
        job.running = lane.pool.schedule(
            self.work, args=(job.asked, lane.seconds, not lane.patient), timeout=lane.seconds + GRACE
        )
        result: Answered | None = None
        fault: Exception | None = None
        try:
            result = await asyncio.wrap_future(job.running)
        except (asyncio.CancelledError, CancelledError, Overdue, TimeoutError, ProcessExpired):
            fault = TooLong()
        except Exception as error:
            fault = error
        lane.job = None
        now = time.monotonic()
        self.usage.add(job.client, now - begun if result is None else result.seconds, now)
        unfinished = isinstance(fault, TooLong) if result is None else result.unfinished
        if job.done.done():
            pass  # nobody waits for it any longer
        elif unfinished and not lane.patient:
            job.patient, job.running = True, None  # once more, with patience
            self.waiting.append(job)
        elif result is not None:
            job.done.set_result(result)
        else:
            assert fault is not None
            job.done.set_exception(fault)
        self._go_on()

    def stop(self) -> None:
        for lane in self.lanes:
            lane.pool.stop()
        for lane in self.lanes:
            lane.pool.join(5)
