"""Two hundred people at once: how long their evaluations and saves take, also while two others post the heaviest documents without
pause; the memory of a process after many varied evaluations. ``python -m bench.load``."""

from __future__ import annotations

import asyncio
import json
import random
import sys
import tempfile
import time
from collections import defaultdict
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

from bench.__main__ import documents
from tests.browser.service import Service
from tests.core.test_budget import ellipses, problem

PEOPLE = 200
PAUSE = 3.0  # seconds between one person's actions
SAVES = 1 / 3  # of the actions; the others are evaluations
HEAVY = ("cross-bolster",)  # takes seconds of a processor, like the heaviest documents
SECONDS = 30
EVALUATIONS = 20_000


@dataclass
class Taken:
    """Seconds by kind of request, and what failed."""

    seconds: dict[str, list[float]] = field(default_factory=lambda: defaultdict(list))
    faults: list[str] = field(default_factory=list)

    def at(self, kind: str, share: float) -> float:
        found = sorted(self.seconds[kind])
        return found[min(len(found) - 1, int(share * len(found)))] if found else float("nan")


class Person:
    """One browser: a connection that stays, a cookie of its own."""

    def __init__(self, address: str, name: int, taken: Taken) -> None:
        parts = urlsplit(address)
        self.host, self.port = parts.hostname, parts.port
        self.token, self.taken = f"{name:032d}", taken
        self.line: tuple[asyncio.StreamReader, asyncio.StreamWriter] | None = None

    async def ask(self, kind: str, method: str, path: str, body: Any = None) -> Any:
        begun = time.perf_counter()
        text = b"" if body is None else json.dumps(body).encode()
        try:
            if self.line is None:
                self.line = await asyncio.open_connection(self.host, self.port)
            reader, writer = self.line
            writer.write(
                f"{method} {path} HTTP/1.1\r\nHost: {self.host}:{self.port}\r\nCookie: csrftoken={self.token}\r\n"
                f"X-CSRFToken: {self.token}\r\nContent-Type: application/json\r\nContent-Length: {len(text)}\r\n\r\n".encode()
                + text
            )
            head = (await reader.readuntil(b"\r\n\r\n")).decode("latin-1").lower()
            length = next(
                int(line.split(":")[1]) for line in head.split("\r\n") if line.startswith("content-length")
            )
            answer = await reader.readexactly(length)
        except (OSError, asyncio.IncompleteReadError) as error:
            self.line = None
            self.taken.faults.append(f"{kind}: {error!r}")
            return None
        self.taken.seconds[kind].append(time.perf_counter() - begun)
        status = int(head.split(" ", 2)[1])
        if status >= 400:
            self.taken.faults.append(f"{kind}: {status} {answer[:80]!r}")
            return None
        return json.loads(answer)


def changed(document: dict[str, Any], pick: random.Random) -> dict[str, Any]:
    """The document with one measurement a little other."""
    now: dict[str, Any] = json.loads(json.dumps(document))
    figure = pick.choice(now["figures"])
    for part in figure.get("parts", figure.get("pieces", [figure])):
        for name, text in part.get("given", {}).items():
            if text.replace(".", "").isdigit() and pick.random() < 0.5:
                part["given"][name] = f"{float(text) * pick.uniform(0.95, 1.05):.3f}"
                return now
    return now


def people_s_problems() -> list[dict[str, Any]]:
    return [document for name, document in documents().items() if name not in HEAVY]


async def person(
    address: str, number: int, taken: Taken, problems: list[dict[str, Any]], ends: float
) -> None:
    pick = random.Random(number)
    one = Person(address, number, taken)
    document = pick.choice(problems)
    await asyncio.sleep(pick.uniform(0, PAUSE))
    made = await one.ask("new", "POST", "/api/problems", {"document": document})
    version = 1
    while time.monotonic() < ends:
        await asyncio.sleep(PAUSE * pick.uniform(0.5, 1.5))
        if made is not None and pick.random() < SAVES:
            body = {"version": version, "document": document}
            version += await one.ask("save", "PUT", f"/api/problems/{made['id']}", body) is not None
        else:
            document = changed(document, pick)
            await one.ask("evaluation", "POST", "/api/evaluate", document)


async def heavy(address: str, number: int, taken: Taken, ends: float) -> None:
    one = Person(address, 1000 + number, taken)
    thickets = problem(*(ellipses(40, f"t{n}", f"5.{n}{number}") for n in range(4)))
    while time.monotonic() < ends:
        await one.ask("heavy", "POST", "/api/evaluate", thickets)


async def crowd(address: str, with_heavy: bool) -> Taken:
    taken, problems = Taken(), people_s_problems()
    ends = time.monotonic() + SECONDS
    people = [person(address, number, taken, problems, ends) for number in range(PEOPLE)]
    if with_heavy:
        people += [heavy(address, number, taken, ends) for number in range(2)]
    await asyncio.gather(*people)
    return taken


async def many(address: str, count: int) -> Taken:
    """Varied evaluations, one after another, by eight."""
    taken, problems = Taken(), people_s_problems()

    async def one(number: int) -> None:
        pick, who = random.Random(number), Person(address, 2000 + number, taken)
        for _ in range(count // 8):
            await who.ask("evaluation", "POST", "/api/evaluate", changed(pick.choice(problems), pick))

    await asyncio.gather(*(one(number) for number in range(8)))
    return taken


def memory(process: int) -> list[float]:
    """Megabytes held by every process that a server has begun."""
    children: dict[int, list[int]] = defaultdict(list)
    held: dict[int, float] = {}
    for folder in Path("/proc").glob("[0-9]*"):
        try:
            stat = (folder / "stat").read_text().rsplit(") ", 1)[1].split()
            held[int(folder.name)] = int(stat[21]) * 4096 / 1e6
            children[int(stat[1])].append(int(folder.name))
        except OSError:
            continue
    waiting, found = [process], []
    while waiting:
        one = waiting.pop()
        found.append(held.get(one, 0.0))
        waiting += children[one]
    return sorted(found)


def main() -> None:
    evaluations = int(sys.argv[1]) if len(sys.argv) > 1 else EVALUATIONS
    with tempfile.TemporaryDirectory() as folder:
        service = Service(Path(folder), TILT_GRID_WORKERS="", TILT_GRID_SECONDS="")
        try:
            print(f"{'what':<52} {'p50':>8} {'p95':>8} {'worst':>8}  wanted")
            for with_heavy in (False, True):
                taken = asyncio.run(crowd(service.address, with_heavy))
                title = f"{PEOPLE} people, {PAUSE:.0f} s apart" + (
                    ", two with the heaviest" if with_heavy else ""
                )
                for kind, wanted in (
                    ("evaluation", 2.0 if with_heavy else 1.0),
                    ("save", 2.0 if with_heavy else 0.5),
                    ("heavy", 10.0),
                ):
                    if taken.seconds[kind]:
                        told = "".join(f" {taken.at(kind, share):7.2f}s" for share in (0.5, 0.95, 1.0))
                        print(f"{title + ': ' + kind:<52}{told}  {wanted} s ({len(taken.seconds[kind])})")
                own = [fault for fault in taken.faults if not fault.startswith("heavy")]
                print(
                    f"{'… errors':<52} {len(own)}  {own[:2]}  of the heavy ones {len(taken.faults) - len(own)}"
                )
            if evaluations:
                before = memory(service.process.pid)
                begun = time.monotonic()
                taken = asyncio.run(many(service.address, evaluations))
                after = memory(service.process.pid)
                took = time.monotonic() - begun
                print(
                    f"{evaluations} varied evaluations in {took:.0f} s, {len(taken.faults)} errors; MB of each process"
                )
                print(
                    "  before",
                    [round(each) for each in before],
                    "after",
                    [round(each) for each in after],
                    "wanted 400",
                )
        finally:
            service.stop()


if __name__ == "__main__":
    main()
