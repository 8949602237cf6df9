"""The front door, through sockets: bodies that don't come, heavy work beside light, who goes away."""

from __future__ import annotations

import gzip
import http.client
import json
import socket
import threading
import time
from collections.abc import Iterator
from typing import Any
from urllib.parse import urlsplit

import pytest

from tests.browser.service import Service
from tests.core.test_budget import ellipses, problem

PAD = {"format": "tilt-grid/problem", "version": 1, "title": "Pad", "figures": [{"name": "pad", "parts": [{"name": "slab", "shape": "square", "given": {"side": "3"}}]}]}  # fmt: skip

THICKETS = problem(*(ellipses(40, f"t{n}", f"5.{n}") for n in range(4)))


@pytest.fixture(scope="module")
def service(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Service]:
    running = Service(tmp_path_factory.mktemp("var"), TILT_GRID_BODY_SECONDS="2", TILT_GRID_SECONDS="6")
    yield running
    running.stop()


class Person:
    """A browser with a cookie of its own."""

    def __init__(self, service: Service, name: str = "a") -> None:
        self.where, self.token = urlsplit(service.address).netloc, name * 32

    def headers(self) -> dict[str, str]:
        own = {
            "Cookie": f"csrftoken={self.token}",
            "X-CSRFToken": self.token,
            "Content-Type": "application/json",
        }
        return {**own, "Host": self.where}

    def ask(
        self, method: str, path: str, body: Any = None, **headers: str
    ) -> tuple[int, Any, dict[str, str]]:
        connection = http.client.HTTPConnection(self.where, timeout=60)
        text = None if body is None else json.dumps(body)
        connection.request(method, path, text, {**self.headers(), **headers})
        answer = connection.getresponse()
        found = answer.read()
        connection.close()
        told = {name.lower(): value for name, value in answer.getheaders()}
        if told.get("content-encoding") == "gzip":
            found = gzip.decompress(found)
        return (
            answer.status,
            json.loads(found) if found and "json" in told.get("content-type", "") else found,
            told,
        )

    def half(self, length: int, sent: bytes) -> socket.socket:
        """A request that tells of more than it brings."""
        host, port = self.where.split(":")
        line = socket.create_connection((host, int(port)), timeout=30)
        headers = "".join(f"{name}: {value}\r\n" for name, value in self.headers().items())
        line.sendall(
            f"POST /api/evaluate HTTP/1.1\r\n{headers}Content-Length: {length}\r\n\r\n".encode() + sent
        )
        return line


def test_bodies_that_never_come_hold_nobody_up_and_are_told_so(service: Service) -> None:
    person = Person(service)
    lines = [person.half(500, b'{"format":') for _ in range(40)]
    assert person.ask("GET", "/")[0] == 200
    assert person.ask("POST", "/api/evaluate", PAD)[0] == 200
    assert person.ask("GET", "/api/problems")[0] == 200
    for line in (lines[0], lines[-1]):
        answer = line.recv(4000)
        assert b" 408 " in answer.split(b"\r\n")[0] and b"did not arrive within" in answer
    for line in lines:
        line.close()


def test_heavy_work_leaves_room_for_others_evaluations_and_saves(service: Service) -> None:
    heavy, light = Person(service, "h"), Person(service, "l")
    answers: list[tuple[int, Any]] = []

    def post() -> None:
        status, told, _ = heavy.ask("POST", "/api/evaluate", THICKETS)
        answers.append((status, told))

    threads = [threading.Thread(target=post) for _ in range(2)]
    for thread in threads:
        thread.start()
    time.sleep(0.2)
    status, made, _ = light.ask("POST", "/api/problems", {"document": PAD})
    assert status == 201
    for number in range(5):
        status, told, _ = light.ask("POST", "/api/evaluate", {**PAD, "title": f"Pad {number}"})
        assert status == 200 and told["figures"]["pad"]["quantities"]["area"]["exact"] == "9"
        saved = {"version": made["version"] + number, "document": {**PAD, "title": f"Pad {number}"}}
        assert light.ask("PUT", f"/api/problems/{made['id']}", saved)[0] == 200
    assert answers == []  # all of that was done beside the heavy ones
    for thread in threads:
        thread.join()
    for status, told in answers:
        says = told["says"] if status != 200 else told["complaints"][-1]["says"]
        assert "takes too long" in says


def test_a_heavy_save_is_kept_and_holds_up_no_other(service: Service) -> None:
    heavy, light = Person(service, "s"), Person(service, "t")
    ids = [person.ask("POST", "/api/problems", {"document": PAD})[1]["id"] for person in (heavy, light)]
    done: list[int] = []
    body = {"version": 1, "document": {**THICKETS, "title": "Thicket"}}
    thread = threading.Thread(
        target=lambda: done.append(heavy.ask("PUT", f"/api/problems/{ids[0]}", body)[0])
    )
    thread.start()
    time.sleep(0.2)
    assert light.ask("PUT", f"/api/problems/{ids[1]}", {"version": 1, "document": PAD})[0] == 200
    thread.join()
    assert done == [200] and heavy.ask("GET", f"/api/problems/{ids[0]}")[1]["document"]["title"] == "Thicket"


def test_a_client_that_goes_away_frees_its_lane(service: Service) -> None:
    body = json.dumps(THICKETS).encode()
    person = Person(service, "g")
    for _ in range(6):
        line = person.half(len(body), body)
        time.sleep(0.1)
        line.close()
    status, told, _ = person.ask("POST", "/api/evaluate", PAD)
    assert status == 200 and told["complaints"] == []


def test_too_much_at_once_is_refused_with_a_sentence(service: Service) -> None:
    person = Person(service, "m")
    body = json.dumps(THICKETS).encode()
    lines = [person.half(len(body), body) for _ in range(12)]
    time.sleep(0.5)
    status, told, _ = person.ask("POST", "/api/evaluate", PAD)
    assert status == 429 and "wait a moment" in told["says"]
    assert Person(service, "n").ask("POST", "/api/evaluate", PAD)[0] == 200
    for line in lines:
        line.close()


def test_a_body_larger_than_any_may_be_is_refused_before_it_has_come(service: Service) -> None:
    line = Person(service).half(9_000_000, b"{")
    answer = line.recv(4000)
    assert b" 413 " in answer.split(b"\r\n")[0] and b"larger than 1 MB" in answer
    line.close()


def test_answers_are_compressed_for_those_who_take_that(service: Service) -> None:
    person = Person(service)
    plain, packed = (
        person.ask("GET", "/api/cards", None, **how) for how in ({}, {"Accept-Encoding": "gzip"})
    )
    assert plain[1] == packed[1]
    assert "content-encoding" not in plain[2] and packed[2]["content-encoding"] == "gzip"
    assert int(packed[2]["content-length"]) < int(plain[2]["content-length"]) / 4
    assert "Accept-Encoding" in packed[2]["vary"]


def test_a_second_server_at_the_same_port_is_refused_in_words(service: Service) -> None:
    import subprocess
    import sys

    command = [sys.executable, "-m", "server", "run", "--port", str(service.port)]
    ended = subprocess.run(command, env=service.environment, capture_output=True, text=True, timeout=60)
    assert ended.returncode == 1
    assert "something else is served there already" in ended.stderr and "Traceback" not in ended.stderr


def test_readings_of_the_device_come_as_they_are_taken(service: Service) -> None:
    """Not in one piece at the end; and who goes away lets go of the device, as often as one likes."""
    where = urlsplit(service.address).netloc
    for _ in range(5):
        line = http.client.HTTPConnection(where, timeout=20)
        line.request("GET", "/api/sounding?bed=pond&count=120")  # 18 s for all
        begun = time.monotonic()
        answer = line.getresponse()
        assert answer.status == 200
        assert [json.loads(answer.readline())["number"] for _ in range(3)] == [1, 2, 3]
        assert time.monotonic() - begun < 9
        answer.close()
        line.close()
        time.sleep(0.4)
