"""The simulated sounding device: its readings as a stream, busy or asked for what it can't do."""

from __future__ import annotations

import json

import pytest
from django.test import Client

from server.working_out import sounding


@pytest.fixture
def quick(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(sounding, "EACH", 0.0)


def test_readings_come_line_by_line_to_the_last(client: Client, quick: None) -> None:
    beds = client.get("/api/sounding/beds").json()
    assert [bed["name"] for bed in beds] == ["pond", "canal", "cove"]
    answer = client.get("/api/sounding?bed=canal&count=5&seed=2")
    assert answer.streaming
    lines = [json.loads(line) for line in answer.getvalue().splitlines()]
    assert [line["x"] for line in lines] == ["0", "2", "4", "6", "8"]
    assert [line["number"] for line in lines] == [1, 2, 3, 4, 5]
    assert 1.4 < float(lines[2]["y"]) < 1.8


def test_who_goes_away_frees_the_device(db: None, client: Client, quick: None) -> None:
    for _ in range(3 * sounding.AT_ONCE):
        answer = client.get("/api/sounding?bed=pond&count=120")
        assert answer.status_code == 200
        next(iter(answer))
        answer.close()
    held = [client.get("/api/sounding?bed=pond&count=9") for _ in range(sounding.AT_ONCE + 1)]
    assert [answer.status_code for answer in held] == [200] * sounding.AT_ONCE + [429]
    for answer in held:
        answer.close()


@pytest.mark.parametrize(
    ("query", "says"),
    [
        ("bed=sea&count=9", "there is no bed “sea”"),
        ("bed=pond&count=1", "from 2 to 120 readings"),
        ("bed=pond&count=99999", "from 2 to 120 readings"),
        ("bed=pond&count=some", "integer"),
    ],
)
def test_what_it_can_t_do_is_said(client: Client, query: str, says: str) -> None:
    answer = client.get(f"/api/sounding?{query}")
    assert answer.status_code == 422 and says in answer.json()["says"]
