"""Run by a school: under a path, behind a proxy, with HTTPS, copied and put back, its log and its health."""

from __future__ import annotations

import gc
import os
import sqlite3
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from mensuration.catalogue import figures
from mensuration.expressions.parse import parse
from mensuration.problem import evaluate_document
from server.front.memory import held, keep_light
from server.keeping import Unkept, backup, check, fault_in, restore
from tests.browser.service import ROOT, Service
from tests.server.test_front import PAD, Person

ORIGIN = "https://maths.example.school"


@pytest.fixture(scope="module")
def school(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Service]:
    folder = tmp_path_factory.mktemp("with a gap")
    running = Service(
        folder,
        TILT_GRID_PREFIX="/tilt-grid/",
        TILT_GRID_HOSTS="maths.example.school",
        TILT_GRID_ORIGINS=ORIGIN,
        TILT_GRID_LOG=str(folder / "log"),
    )
    yield running
    running.stop()


def told(*command: str, **settings: str) -> tuple[int, str]:
    """What a command of the server says, and how it ends."""
    environment = {**os.environ, **settings}
    environment.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)  # of browser tests in this process
    ended = subprocess.run(
        [sys.executable, *command], cwd=ROOT, env=environment, capture_output=True, text=True, timeout=120
    )
    assert "Traceback" not in ended.stderr, ended.stderr
    return ended.returncode, ended.stdout + ended.stderr


def test_all_is_served_under_a_path_whether_a_proxy_takes_it_off_or_not(school: Service) -> None:
    person = Person(school)
    for path in ("/tilt-grid/", "/tilt-grid/problems/1", "/", "/problems/1"):
        status, page, _ = person.ask("GET", path)
        assert status == 200 and b'<base href="/tilt-grid/" />' in page
    for path in ("/tilt-grid/api/evaluate", "/api/evaluate"):
        assert person.ask("POST", path, PAD)[0] == 200


@pytest.mark.parametrize(
    ("headers", "status"),
    [
        ({}, 200),
        ({"Host": "maths.example.school", "Origin": ORIGIN}, 200),  # a proxy that keeps the host
        ({"Origin": ORIGIN}, 200),  # one that rewrites it
        ({"Origin": "https://elsewhere.example"}, 403),
        ({"Host": "elsewhere.example"}, 400),
    ],
)
def test_behind_a_proxy_only_known_names_are_answered(
    school: Service, headers: dict[str, str], status: int
) -> None:
    assert Person(school).ask("POST", "/api/evaluate", PAD, **headers)[0] == status


def test_its_health_is_told_and_its_log_names_no_words_of_anybody(school: Service) -> None:
    person = Person(school)
    assert person.ask("GET", "/tilt-grid/health")[1] == {"status": "well"}
    line = person.half(9_000_000, b'{"title": "secretword"')
    assert b" 413 " in line.recv(4000)
    line.close()
    file = Path(school.environment["TILT_GRID_VAR"]) / "log"
    for _ in range(50):  # it is noted once the answer is on its way
        log = file.read_text("utf-8")
        if "POST /api/evaluate: 413" in log:
            break
        time.sleep(0.1)
    assert "begun: process" in log and "POST /api/evaluate: 413" in log
    assert "secretword" not in log and person.token not in log


def test_data_is_copied_and_put_back_while_it_is_in_use(school: Service, tmp_path: Path) -> None:
    person = Person(school)
    made = person.ask("POST", "/api/problems", {"document": PAD})[1]
    copy = tmp_path / "copies of today" / "data.sqlite3"
    own = {"TILT_GRID_VAR": school.environment["TILT_GRID_VAR"]}
    count = person.ask("GET", "/api/problems")[1]["found"]
    assert told("-m", "server", "backup", str(copy), **own) == (0, f"{count} problems are in {copy}.\n")
    assert copy.stat().st_mode & 0o077 == 0
    assert "is there already" in told("-m", "server", "backup", str(copy), **own)[1]
    assert person.ask("DELETE", f"/api/problems/{made['id']}")[0] == 204
    assert person.ask("GET", f"/api/problems/{made['id']}")[0] == 404
    assert told("-m", "server", "restore", str(copy), **own) == (0, f"{count} problems are back.\n")
    assert person.ask("GET", f"/api/problems/{made['id']}")[1]["document"]["title"] == "Pad"


def test_what_is_wrong_with_the_data_is_said_with_what_to_do(tmp_path: Path) -> None:
    data = tmp_path / "data"
    with pytest.raises(Unkept, match="There is no data"):
        backup(data, tmp_path / "copy")
    check(data)  # makes the folder, for its owner alone
    assert data.stat().st_mode & 0o077 == 0
    file = data / "tilt-grid.sqlite3"
    with sqlite3.connect(file) as database:
        database.execute("CREATE TABLE problems_problem (title TEXT)")
        database.executemany("INSERT INTO problems_problem VALUES (?)", [("x" * 900,)] * 200)
    backup(data, tmp_path / "sound")
    check(data)
    whole = file.read_bytes()
    file.write_bytes(whole[:6000] + b"\xff" * 9000 + whole[15000:])
    assert fault_in(file) is not None
    code, says = told("-m", "server", "run", "--port", "8999", TILT_GRID_VAR=str(data))
    assert code == 1 and "is damaged" in says and "make restore" in says
    with pytest.raises(Unkept, match="no sound copy"):
        restore(data, file)
    assert restore(data, tmp_path / "sound") == 200
    check(data)
    (tmp_path / "other").write_bytes(b"no database at all" * 100)
    with pytest.raises(Unkept, match="no sound copy"):
        restore(data, tmp_path / "other")
    assert "can't be made or used" in told("-m", "server", "check", TILT_GRID_VAR="/dev/null/data")[1]


def test_with_https_django_finds_nothing_to_mend(tmp_path: Path) -> None:
    code, says = told(
        "manage.py",
        "check",
        "--deploy",
        "--fail-level",
        "WARNING",
        TILT_GRID_HTTPS="1",
        TILT_GRID_VAR=str(tmp_path),
    )
    assert says == "System check identified no issues (0 silenced).\n"
    assert code == 0


def test_a_worker_that_dies_is_begun_again(school: Service) -> None:
    children = [
        int(each)
        for each in Path(f"/proc/{school.process.pid}/task/{school.process.pid}/children").read_text().split()
    ]
    worker = next(
        pid for pid in children if b"resource_tracker" not in Path(f"/proc/{pid}/cmdline").read_bytes()
    )
    os.kill(worker, 9)
    person = Person(school)
    answers: list[Any] = []
    for _ in range(60):
        try:
            answers.append(person.ask("POST", "/api/evaluate", PAD)[0])
            break
        except OSError:
            time.sleep(0.5)
    assert answers == [200]


WRITES = """
import logging, sys
import django
django.setup()
for number in range(700):
    logging.getLogger("server").warning("%s %d %s", sys.argv[1], number, "x" * 1000)
"""


def test_many_processes_write_into_one_log_and_no_line_is_lost(tmp_path: Path) -> None:
    own = {
        "TILT_GRID_VAR": str(tmp_path),
        "TILT_GRID_LOG": str(tmp_path / "a log.txt"),
        "DJANGO_SETTINGS_MODULE": "server.settings",
    }
    writers = [
        subprocess.Popen(
            [sys.executable, "-c", WRITES, name],
            cwd=ROOT,
            env={**os.environ, **own},
            stderr=subprocess.DEVNULL,
        )
        for name in "abc"
    ]
    assert [writer.wait(60) for writer in writers] == [0, 0, 0]
    files = list(tmp_path.glob("a log.txt*"))
    assert len(files) > 2 and all(file.stat().st_size < 1_100_000 for file in files)
    lines = [line.split()[4:6] for file in files for line in file.read_text("utf-8").splitlines()]
    assert sorted(map(tuple, lines)) == sorted((name, str(number)) for name in "abc" for number in range(700))


def test_what_a_process_remembers_is_forgotten_where_it_grew_too_heavy() -> None:
    document = {"format": "tilt-grid/problem", "version": 1, "figures": [PAD["figures"][0]]}
    assert figures()
    before = evaluate_document(document)
    assert parse.cache_info().currsize > 0
    assert held() > 10_000_000
    assert not keep_light(most=held() + 100_000_000) and parse.cache_info().currsize > 0
    gc.freeze()  # as every process that works out does
    assert keep_light(most=1) and parse.cache_info().currsize == 0
    gc.unfreeze()
    assert not keep_light(most=1)  # as light as it gets
    assert figures.cache_info().currsize == 1  # the catalogue stays
    assert evaluate_document(document) == before
