"""Answers in words to whatever comes: never a 500, never what is no JSON."""

from __future__ import annotations

import json
import random
from typing import Any

import pytest
from django.conf import settings as served

from mensuration.problem import evaluate_document
from mensuration.problem.evaluation import Evaluation
from tests.server.conftest import ROOT, Page

Document = dict[str, Any]


def problem(*figures: Document, **more: Any) -> Document:
    return {"format": "tilt-grid/problem", "version": 1, "title": "x", "figures": list(figures), **more}


def strictly(text: Any) -> Any:
    """What a browser can read: NaN and Infinity are no JSON."""

    def refuse(word: str) -> None:
        raise AssertionError(f"{word} is no JSON")

    return json.loads(text, parse_constant=refuse)


def asked(page: Page, method: str, path: str, body: Any) -> tuple[int, Any]:
    """The answer, which must be JSON and, where it refuses, one sentence."""
    data = body if isinstance(body, str | bytes) else json.dumps(body)
    answer = page.client.generic(
        method, f"/api{path}", data, content_type="application/json", headers={"X-CSRFToken": page.token}
    )
    told = strictly(answer.content)
    assert answer.status_code < 500, told
    if answer.status_code >= 400:
        assert isinstance(told["says"], str) and 5 < len(told["says"]) < 400
    return answer.status_code, told


SIZES = ("10^18", "10^24", "10^51", "10^103", "10^154", "10^301", "10^-18", "10^-24", "10^-60")


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize(
    ("shape", "given"),
    [("torus", ("radius", "tube")), ("cone", ("radius", "height")), ("circle", ("radius",)), ("rectangle", ("width", "height")),
     ("ellipsoid", ("a", "b", "c")), ("sector", ("radius",)), ("triangle", ("a", "b", "c"))],
)  # fmt: skip
def test_sizes_out_of_all_measure(page: Page, shape: str, given: tuple[str, ...], size: str) -> None:
    for each in ((size, "1", "1"), (size, size, size)):
        own = dict(zip(given, each, strict=False)) | ({"angle": "60°"} if shape == "sector" else {})
        asked(
            page,
            "POST",
            "/evaluate",
            problem({"name": "c", "kind": "formula", "figure": shape, "given": own}),
        )
        table = {
            "name": "t",
            "kind": "cases",
            "figure": shape,
            "columns": [{"name": n} for n in own],
            "rows": [own],
        }
        asked(page, "POST", "/evaluate?also=cases", problem(table))
        kind = "plane" if shape in ("circle", "rectangle", "sector", "triangle") else "solid"
        member = {"name": "p", "shape": shape, "given": own}
        figure = {"name": "f", "kind": kind, "parts" if kind == "plane" else "pieces": [member]}
        asked(page, "POST", "/evaluate?also=ways,squares,why", problem(figure))


@pytest.mark.parametrize(
    "expression",
    ["*".join(["10^64"] * 20), "2^(2^(2^(2^9)))", "1/(10^300*10^300)", "(" * 200, "9" * 400, "sin(10^60)", "sqrt(-1)", "0/0", "10^-400", "((1/3)^60)^60"],
)  # fmt: skip
def test_numbers_out_of_all_measure(page: Page, expression: str) -> None:
    status, told = asked(
        page, "POST", "/evaluate", problem(lines=[{"name": "long", "expression": expression}])
    )
    assert status == 200 and (told["complaints"] or told["lines"]["long"]["text"])
    asked(page, "POST", "/typing", {"document": problem(), "text": expression})
    asked(page, "POST", "/forms", {"document": problem(), "expression": expression, "places": 1000})


def test_a_long_rectangle_with_ways_and_squares(page: Page) -> None:
    rectangle = {"name": "p", "shape": "rectangle", "given": {"width": "1", "height": "10^9"}}
    asked(page, "POST", "/evaluate?also=ways,squares,why", problem({"name": "f", "parts": [rectangle]}))


@pytest.mark.parametrize(
    ("text", "says"),
    [('"radius\n(m)";height\n1;2', None), ('radius;"height\n1;2', "a quotation mark is not closed"),
     ("radius;height\n" + "1" * 140_000 + ";2", "100000 are the most"), ("\x00\x00;\x00", None), ("radius\n" * 3 + "é\ud800", None)],
)  # fmt: skip
def test_tables_that_are_none(page: Page, text: str, says: str | None) -> None:
    for path, body in (
        ("/cards/table/read", {"figure": "cylinder", "text": text}),
        ("/readings", {"text": text}),
    ):
        status, told = asked(page, "POST", path, body)
        if says is not None:
            assert status == 422 and says in told["says"]


def test_fields_that_are_only_kept(page: Page) -> None:
    nest: Any = []
    for _ in range(900):
        nest = [nest]
    for odd in (int("9" * 4000), nest):
        assert asked(page, "POST", "/problems", {"document": problem(x=odd)})[0] == 422
    for raw in (
        '{"document":{"x":' + "9" * 5000 + "}}",
        '{"document":{"x":NaN}}',
        '{"document":{"x":' + "[" * 5000,
        "{",
        "",
        "[]",
        "\ud800".encode("utf-8", "surrogatepass"),
    ):
        assert asked(page, "POST", "/problems", raw)[0] in (400, 422)


def test_what_is_stored_can_be_read_back_from_its_file(page: Page) -> None:
    rows = [{"radius": f"{n}", "height": "2"} for n in range(1, 10_001)]
    table = {
        "name": "t",
        "kind": "cases",
        "figure": "cylinder",
        "columns": [{"name": "radius"}, {"name": "height"}],
        "rows": rows,
    }
    made = page.ask("POST", "/problems", {"document": problem(table)})[1]
    file = page.client.get(f"/api/problems/{made['id']}/file").content
    assert page.ask("POST", "/problems/file", file)[0] == 201
    words = problem(statement="ü" * 19_000, x=["ü" * 1000] * 500)  # half a million letters, a million bytes
    assert "larger than 1 MB" in asked(page, "POST", "/problems", {"document": words})[1]["says"]


def mutated(value: Any, pick: random.Random) -> Any:
    """A document with something in it changed, taken out or put elsewhere."""
    odd = [
        None,
        "",
        "x",
        "-1",
        "0",
        "10^30",
        "1e999",
        5,
        [],
        {},
        True,
        "?",
        "pad.area",
        "a" * 300,
        "°",
        "1/0",
        float("1e308"),
    ]
    if pick.random() < 0.03:
        return pick.choice(odd)
    if isinstance(value, dict):
        return {name: mutated(inner, pick) for name, inner in value.items() if pick.random() > 0.02}
    if isinstance(value, list):
        found = [mutated(inner, pick) for inner in value]
        return found + found[:1] if pick.random() < 0.05 else found
    return value


@pytest.mark.parametrize("seed", range(12))
def test_demo_documents_with_something_wrong_in_them(page: Page, seed: int) -> None:
    pick = random.Random(seed)
    for file in sorted((ROOT / "demo").glob("*.json"))[seed % 4 :: 4]:
        document = mutated(json.loads(file.read_text("utf-8")), pick)
        if isinstance(document, dict) and document.get("figures") != "cross":
            asked(page, "POST", "/evaluate?also=ways,squares,why,cases", document)


def test_a_mistake_of_the_program_is_said_at_its_place(page: Page, monkeypatch: pytest.MonkeyPatch) -> None:
    from mensuration.problem.kinds.plane.work import PlaneWork

    def fails(self: Any) -> None:
        raise KeyError("nobody thought of it")

    pad = {"name": "pad", "parts": [{"name": "a", "shape": "square", "given": {"side": "3"}}]}
    cube = {
        "name": "box",
        "kind": "solid",
        "pieces": [{"name": "c", "shape": "cube", "given": {"side": "2"}}],
    }
    document = problem(pad, cube, asks=[{"label": "V", "expression": "box.volume"}])
    monkeypatch.setattr(PlaneWork, "work_out", fails)
    with pytest.raises(KeyError):
        evaluate_document(document)
    monkeypatch.setattr(Evaluation, "lenient", True)
    monkeypatch.setattr(served, "LENIENT", True)
    _, told = asked(page, "POST", "/evaluate", document)
    (complaint,) = told["complaints"]
    assert complaint["where"] == "figures.pad" and "failed here" in complaint["says"]
    assert told["asks"][0]["text"].startswith("8")


def test_every_answer_has_its_headers_and_only_what_is_built_is_served(page: Page) -> None:
    for path in ("/", "/index.html", "/mark.svg", "/api/cards", "/api/nothing", "/problems/1"):
        answer = page.client.get(path)
        assert (
            answer["X-Frame-Options"] == "DENY" and "default-src 'self'" in answer["Content-Security-Policy"]
        ), path
        assert answer["X-Content-Type-Options"] == "nosniff"
        assert "Access-Control-Allow-Origin" not in answer
    assert page.client.get("/.stamp")["Content-Type"].startswith("text/html")  # the app's own page
