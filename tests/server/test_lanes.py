"""Lanes: work that can be stopped, and how it is shared out."""

from __future__ import annotations

import asyncio
import os
import time
from collections.abc import Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor

import pytest

from server.front.answering import Answered, Asked
from server.front.lanes import Lanes, Limits, TooLong, TooMany

LIMITS = Limits(quick=0.3, patient=0.6, whole=6, of_a_client=3, in_all=8)


def work(asked: Asked, seconds: float, by_work: bool) -> Answered:
    """By its path: at once, for long (but noticing its budget), for ever, or never to come back."""
    begun = time.monotonic()
    if asked.path == "/long":
        while time.monotonic() < begun + min(seconds, 0.5):
            pass
        return Answered(
            200, (), f"{os.getpid()}".encode(), unfinished=seconds < 0.5, seconds=min(seconds, 0.5)
        )
    if asked.path == "/ever":
        while True:
            pass
    if asked.path == "/dies":
        os._exit(3)
    if asked.path == "/fails":
        raise ValueError("wrong")
    return Answered(200, (), f"{os.getpid()}".encode())


def asked(path: str) -> Asked:
    return Asked({"PATH_INFO": path, "REQUEST_METHOD": "POST"}, b"")


def with_lanes(told: Callable[[Lanes], Awaitable[None]], quick: int = 1) -> None:
    async def run() -> None:
        lanes = Lanes(quick, LIMITS, work)
        try:
            await lanes.begin()
            await told(lanes)
        finally:
            lanes.stop()

    with ThreadPoolExecutor(1) as apart:  # a browser's tests leave a loop of theirs in this thread
        apart.submit(asyncio.run, run()).result()


def test_what_is_long_moves_to_the_patient_lane_and_the_quick_one_is_free() -> None:
    async def told(lanes: Lanes) -> None:
        order: list[str] = []

        async def ask(path: str, client: str) -> Answered:
            answered = await lanes.answer(asked(path), client)
            order.append(client)
            return answered

        slow = asyncio.create_task(ask("/long", "heavy"))
        await asyncio.sleep(0.05)
        first, *_ = await asyncio.gather(*(ask("/at once", f"light {n}") for n in range(4)))
        found = await slow
        assert order[-1] == "heavy" and not found.unfinished and found.body != first.body

    with_lanes(told)


def test_what_never_ends_is_stopped_and_said_and_the_next_is_answered() -> None:
    async def told(lanes: Lanes) -> None:
        with pytest.raises(TooLong):
            await lanes.answer(asked("/ever"), "one")
        with pytest.raises(TooLong):
            await lanes.answer(asked("/dies"), "two")
        with pytest.raises(ValueError, match="wrong"):
            await lanes.answer(asked("/fails"), "three")
        assert (await lanes.answer(asked("/at once"), "one")).status == 200
        assert (await lanes.answer(asked("/at once"), "two")).status == 200

    with_lanes(told)


def test_who_goes_away_frees_what_was_used() -> None:
    async def told(lanes: Lanes) -> None:
        tasks = [asyncio.create_task(lanes.answer(asked("/ever"), "gone")) for _ in range(3)]
        await asyncio.sleep(0.1)
        for task in tasks:
            task.cancel()
        await asyncio.wait(tasks)
        assert lanes.under_way.total() == 0 and lanes.waiting == []
        assert (await lanes.answer(asked("/at once"), "other")).status == 200
        assert (await lanes.answer(asked("/long"), "other")).status == 200  # the patient lane is free, too

    with_lanes(told)


def test_a_client_has_a_limit_and_so_have_all_together() -> None:
    async def told(lanes: Lanes) -> None:
        own = [asyncio.create_task(lanes.answer(asked("/long"), "greedy")) for _ in range(3)]
        await asyncio.sleep(0)
        with pytest.raises(TooMany):
            await lanes.answer(asked("/at once"), "greedy")
        others = [asyncio.create_task(lanes.answer(asked("/at once"), f"{n}")) for n in range(5)]
        await asyncio.sleep(0)
        with pytest.raises(TooMany):
            await lanes.answer(asked("/at once"), "one more")
        assert {answered.status for answered in await asyncio.gather(*own, *others)} == {200}
        assert (await lanes.answer(asked("/at once"), "one more")).status == 200

    with_lanes(told)


def test_who_used_little_comes_before_who_used_much() -> None:
    async def told(lanes: Lanes) -> None:
        for _ in range(2):
            await lanes.answer(asked("/long"), "busy")
        busy = [asyncio.create_task(lanes.answer(asked("/at once"), "busy")) for _ in range(3)]
        await asyncio.sleep(0)
        other = await lanes.answer(asked("/at once"), "new")
        assert other.status == 200 and sum(task.done() for task in busy) <= 1
        await asyncio.gather(*busy)

    with_lanes(told)


def test_a_client_comes_to_its_own_lane_again() -> None:
    async def told(lanes: Lanes) -> None:
        found = {}
        for client in ("a", "b"):
            found[client] = {(await lanes.answer(asked("/at once"), client)).body for _ in range(6)}
        assert all(len(bodies) == 1 for bodies in found.values())

    with_lanes(told, quick=2)
