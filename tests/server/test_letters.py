"""The routes for letters: what they answer, and what they refuse in a sentence."""

from __future__ import annotations

import json
from typing import Any

import pytest
from django.test import Client

SLAB = {"name": "slab", "shape": "rectangle", "given": {"width": "24 m - 2 w", "height": "w"}}
FENCE: dict[str, Any] = {
    "format": "tilt-grid/problem",
    "version": 1,
    "title": "Fence",
    "letters": [{"name": "w", "stands": "5 m"}],
    "figures": [{"name": "run", "kind": "plane", "parts": [SLAB]}],
    "asks": [{"label": "Run", "expression": "run.area"}],
    "vary": {"letters": [{"letter": "w", "low": "1", "high": "11", "step": "1"}], "watch": ["run.area"]},
    "variants": {"givens": [{"name": "w", "low": "2", "high": "9"}], "slips": False},
}


def post(client: Client, path: str, body: Any, status: int = 200) -> Any:
    answer = client.post(f"/api/letters/{path}", json.dumps(body), content_type="application/json")
    assert answer.status_code == status, answer.content
    return answer.json() if answer["Content-Type"].startswith("application/json") else answer.content.decode()


def test_what_varies(client: Client) -> None:
    told = post(client, "vary", FENCE)
    assert told["count"] == 11 and told["watched"][0]["greatest"]["value"]["exact"] == "72"
    assert (
        post(
            client,
            "vary?rough=true",
            FENCE
            | {
                "vary": {
                    **FENCE["vary"],
                    "letters": [{"letter": "w", "low": "1", "high": "11", "step": "1/100"}],
                }
            },
        )["count"]
        == 13
    )
    assert "varies nothing" in post(client, "vary", {**FENCE, "vary": None}, 422)["says"]


def test_solving_scaling_and_what_is_settled(client: Client) -> None:
    solved = post(
        client, "solve", {"document": FENCE, "expression": "run.area", "at": "64 m^2", "letter": "w"}
    )
    assert [each["value"]["exact"] for each in solved["solutions"]] == ["4", "8"]
    assert (
        "no letter"
        in post(
            client, "solve", {"document": FENCE, "expression": "run.area", "at": "64", "letter": "q"}, 422
        )["says"]
    )
    assert post(client, "scaling", FENCE)["letters"] == ["w"]
    assert post(client, "settled?figure=run", FENCE) is None
    ring = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "path", "kind": "formula", "figure": "ring", "given": {"chord": "10"}}],
    }
    assert post(client, "settled?figure=path", ring)["measures"][0]["value"]["exact"] == "25*pi"


def test_variants_and_what_is_written_of_them(client: Client) -> None:
    wanted = {"document": FENCE, "seed": 3, "first": 1, "count": 4}
    found = post(client, "variants", wanted)
    assert len(found) == 4 and found == post(client, "variants", wanted)
    table = post(client, "variants/table", {"title": "Fence", "variants": found})
    assert table.startswith("variant,w,Run\r\n") and len(table.splitlines()) == 5
    assert post(client, "variants/sheets", {"title": "Fence", "variants": found}).count("<section") == 5
    assert (
        "no given"
        in post(
            client,
            "variants",
            {
                **wanted,
                "document": FENCE | {"variants": {"givens": [{"name": "v", "low": "1", "high": "2"}]}},
            },
            422,
        )["says"]
    )
    spoilt = [{**found[0], "document": {"figures": 5}}]
    assert post(client, "variants/sheets", {"title": "Fence", "variants": spoilt}, 422)["says"]


@pytest.mark.parametrize("path", ["vary", "scaling", "settled?figure=x"])
def test_what_is_no_problem_is_refused(client: Client, path: str) -> None:
    answer = client.post(f"/api/letters/{path}", "no problem", content_type="application/json")
    assert answer.status_code == 422 and answer.json()["says"]
