"""The API: what only answers, what is refused in sentences."""

from __future__ import annotations

import json
from typing import Any

import pytest
from django.test import Client

from mensuration.cards.gallery import CardRow, SheetRow
from mensuration.frozen import adapter, as_data
from mensuration.problem import Results, evaluate_document
from mensuration.problem.kinds import ALSO
from server.problems.models import Problem
from server.working_out.api import Reference
from tests.server.conftest import ROOT, Page

Document = dict[str, Any]


def test_a_missing_field_is_named(page: Page) -> None:
    status, refusal = page.ask("POST", "/problems", {"documents": {}})
    assert status == 422
    assert "document" in refusal["says"]


def test_evaluate_answers_what_the_core_answers_and_stores_nothing(page: Page, kicker: Document) -> None:
    status, results = page.ask("POST", "/evaluate", kicker)
    assert status == 200
    expected = json.loads(json.dumps(evaluate_document(kicker)))
    for ask in expected["asks"]:
        assert ask["tally"] in expected["figures"]["panel"]["tallies"].values()
        ask["tally"] = None
    assert results == expected
    assert Problem.objects.count() == 0


@pytest.mark.parametrize("file", sorted((ROOT / "demo").glob("*.json")), ids=lambda file: file.stem)
def test_results_have_the_shape_that_the_web_app_is_told(file: Any) -> None:
    told = json.loads(json.dumps(evaluate_document(json.loads(file.read_text("utf-8")), ALSO)))
    assert as_data(adapter(Results).validate_python(told)) == told


def test_readings_are_read_or_asked_about(page: Page) -> None:
    status, answer = page.ask("POST", "/readings", {"text": "0;0,5\n1;1,5"})
    assert (status, answer["x"], answer["y"]) == (200, ["0", "1"], ["0.5", "1.5"])
    status, answer = page.ask("POST", "/readings", {"text": "0,5\n1,5"})
    assert status == 422 and "decimal comma" in str(answer)


def test_what_is_seen_while_an_expression_is_typed(page: Page, kicker: Document) -> None:
    document = {**kicker, "lines": [{"name": "long", "expression": "2 m"}]}
    status, answer = page.ask("POST", "/typing", {"document": document, "text": "3 (lo", "caret": 5})
    assert status == 200
    assert [way["text"] for way in answer["completions"]] == ["long"]
    assert answer["brackets"] == [{"at": 2, "depth": 0, "other": None}] and answer["position"] == 2
    status, _ = page.ask("POST", "/typing", {"document": document, "text": "x" * 3000})
    assert status == 422


def test_a_value_is_told_in_every_form_or_refused_in_a_sentence(page: Page, kicker: Document) -> None:
    status, answer = page.ask("POST", "/forms", {"document": kicker, "ask": "Edge tape", "places": 3})
    assert (status, answer["digits"]) == (200, "6.684… m")
    status, answer = page.ask("POST", "/forms", {"document": kicker, "expression": "panel.nothing"})
    assert status == 422 and "not a known quantity" in str(answer)


def test_typed_parts_and_reference(page: Page) -> None:
    status, answer = page.ask("POST", "/entry", {"text": "circle radius 2", "shapes": {"circle": "circle"}})
    assert (status, answer["part"]["name"], answer["part"]["given"]) == (200, "circle2", {"radius": "2"})
    status, answer = page.ask("POST", "/entry", {"text": "cirle radius 2"})
    assert answer["part"] is None
    assert "did you mean" in answer["says"]
    _, reference = page.ask("GET", "/reference")
    assert {shape["name"] for shape in reference["shapes"]} >= {"rectangle", "circle", "quarter-circle"}
    assert "ft" in [unit["symbol"] for unit in reference["units"]]
    assert as_data(adapter(Reference).validate_python(reference)) == reference


def test_requests_from_other_pages_are_refused(db: None, kicker: Document) -> None:
    stranger = Client(enforce_csrf_checks=True)
    for path, body in (("/api/problems", {"document": kicker}), ("/api/evaluate", kicker)):
        answer = stranger.post(path, json.dumps(body), content_type="application/json")
        assert answer.status_code == 403
        assert "own page" in answer.json()["says"]
    assert Problem.objects.count() == 0


def test_pages_are_guarded(page: Page) -> None:
    answer = page.client.get("/problems/1")
    policy = answer["Content-Security-Policy"]
    assert "default-src 'self'" in policy
    assert "script-src 'self';" in policy + ";"
    assert answer["X-Frame-Options"] == "DENY"
    assert answer["X-Content-Type-Options"] == "nosniff"
    assert page.client.get("/", headers={"Host": "evil.example"}).status_code == 400


def test_generated_types_are_fresh() -> None:
    from server.api import openapi_text

    assert (ROOT / "web/openapi.json").read_text("utf-8") == openapi_text(), "run: make types"


def test_the_catalogue_as_gallery_and_as_sheet(page: Page) -> None:
    status, rows = page.ask("GET", "/cards")
    assert status == 200
    assert [as_data(adapter(CardRow).validate_python(row)) for row in rows] == rows
    status, sheet = page.ask("GET", "/cards/sheet")
    assert [row["name"] for row in sheet] == [row["name"] for row in rows]
    assert [as_data(adapter(SheetRow).validate_python(row)) for row in sheet] == sheet


def test_tables_are_read_and_written(page: Page) -> None:
    status, told = page.ask("POST", "/cards/table/read", {"figure": "sphere", "text": "radius (mm)\n1,5\n"})
    assert (status, told["columns"][0]["unit"]) == (200, "mm")
    for body, says in (
        ({"figure": "spher", "text": "radius\n1"}, "not in the catalogue"),
        ({"figure": "sphere", "text": "a\n1"}, "must name the columns"),
    ):
        status, refusal = page.ask("POST", "/cards/table/read", body)
        assert status == 422 and says in refusal["says"]
    table = {
        "name": "balls",
        "kind": "cases",
        "figure": "sphere",
        "columns": [{"name": "radius"}],
        "rows": [{"radius": "3"}],
    }
    document = {"format": "tilt-grid/problem", "version": 1, "figures": [table]}
    written = page.client.post(
        "/api/cards/table/write?name=balls", json.dumps(document), content_type="application/json",
        headers={"X-CSRFToken": page.token},
    )  # fmt: skip
    assert written["Content-Type"].startswith("text/csv")
    assert written.content.decode().splitlines()[1].startswith("3,6.00,")
    for name, delimiter, says in (
        ("ball", "comma", "no table “ball”"),
        ("balls", "dot", "the delimiter is one of"),
    ):
        status, refusal = page.ask("POST", f"/cards/table/write?name={name}&delimiter={delimiter}", document)
        assert status == 422 and says in refusal["says"]


def test_a_table_of_too_many_rows_is_refused(page: Page) -> None:
    table = {"name": "t", "kind": "cases", "figure": "sphere", "columns": [], "rows": [{}] * 10_001}
    status, refusal = page.ask(
        "POST", "/evaluate", {"format": "tilt-grid/problem", "version": 1, "figures": [table]}
    )
    assert status == 422
    assert "10000" in refusal["says"]


HOSTILE = [
    ("/evaluate", b"", "JSON"),
    ("/evaluate", b"{", "JSON"),
    ("/evaluate", b"[]", ""),
    ("/evaluate", b'{"format": "other", "version": 1}', "format"),
    ("/evaluate", b"\xff\xfe", ""),
    ("/cards/table/read", b'{"figure": "cone"}', "text"),
    ("/cards/table/read", b'{"figure": 7, "text": "x"}', "figure"),
    ("/cards/table/write?name=x", b'{"format": "tilt-grid/problem", "version": 1, "figures": 5}', "figures"),
]


@pytest.mark.parametrize(("path", "body", "says"), HOSTILE, ids=range(len(HOSTILE)))
def test_what_is_no_request_is_refused_in_words(page: Page, path: str, body: bytes, says: str) -> None:
    answer = page.client.post(
        f"/api{path}", body, content_type="application/json", headers={"X-CSRFToken": page.token}
    )
    assert 400 <= answer.status_code < 500
    told = answer.json()["says"]
    assert says in told and "Traceback" not in told and "<" not in told


@pytest.mark.parametrize(
    "typed",
    [
        "__import__('os').system('true')",
        "9^9^9^9",
        "(" * 5000,
        "1/" * 2000 + "1",
        "sqrt(" * 300 + "2" + ")" * 300,
        "\u0000",
        "²" * 400,
    ],
    ids=["code", "tower", "brackets", "chain", "roots", "nothing", "signs"],
)
def test_hostile_measurements_are_complaints_and_nothing_more(page: Page, typed: str) -> None:
    """On a card and in a table: a sentence at the field, and the other figures still worked out."""
    card = {"name": "it", "kind": "formula", "figure": "cone", "given": {"radius": typed, "height": "2"}}
    fine = {"name": "fine", "kind": "formula", "figure": "sphere", "given": {"radius": "3"}}
    table = {
        "name": "many",
        "kind": "cases",
        "figure": "sphere",
        "columns": [{"name": "radius"}],
        "rows": [{"radius": typed}],
    }
    document = {"format": "tilt-grid/problem", "version": 1, "figures": [card, fine, table]}
    status, results = page.ask("POST", "/evaluate?also=cases", document)
    assert status == 200
    assert [c["where"] for c in results["complaints"]][:1] == ["figures.it.given.radius"]
    assert results["figures"]["fine"]["card"]["solutions"][0]["quantities"]["volume"]["exact"] == "36*pi"
    (row,) = results["figures"]["many"]["cases"]["rows"]
    assert row["says"] and row["at"] == "radius"


def test_figures_that_hang_on_one_another_in_a_circle_are_said(page: Page) -> None:
    figures = [
        {"name": "one", "kind": "formula", "figure": "sphere", "given": {"radius": "two.radius"}},
        {"name": "two", "kind": "formula", "figure": "sphere", "given": {"radius": "one.radius"}},
    ]
    status, results = page.ask(
        "POST", "/evaluate", {"format": "tilt-grid/problem", "version": 1, "figures": figures}
    )
    assert status == 200
    assert {c["where"] for c in results["complaints"]} == {"figures.one", "figures.two"}
    assert all("goes round in a circle" in c["says"] for c in results["complaints"])


def test_a_long_chain_of_figures_is_worked_out_or_said(page: Page) -> None:
    """Forty balls, each half as large as the one before: exactly; and cones in a chain without exact forms."""
    balls: list[dict[str, Any]] = [
        {"name": "b0", "kind": "formula", "figure": "sphere", "given": {"radius": "1"}}
    ]
    balls += [
        {"name": f"b{n}", "kind": "formula", "figure": "sphere", "given": {"radius": f"b{n - 1}.radius / 2"}}
        for n in range(1, 40)
    ]
    _, results = page.ask(
        "POST", "/evaluate", {"format": "tilt-grid/problem", "version": 1, "figures": balls}
    )
    assert results["complaints"] == []
    assert (
        results["figures"]["b39"]["card"]["solutions"][0]["quantities"]["diameter"]["exact"] == f"1/{2**38}"
    )
    cones: list[dict[str, Any]] = [
        {"name": "c0", "kind": "formula", "figure": "cone", "given": {"volume": "1", "slant": "2"}}
    ]
    cones += [
        {
            "name": f"c{n}",
            "kind": "formula",
            "figure": "cone",
            "given": {"volume": f"c{n - 1}.lateral * 1 m", "slant": f"c{n - 1}.slant + 1 m"},
        }
        for n in range(1, 12)
    ]
    status, results = page.ask(
        "POST", "/evaluate", {"format": "tilt-grid/problem", "version": 1, "figures": cones}
    )
    assert status == 200
    for n in range(12):
        assert "card" in results["figures"][f"c{n}"] or any(
            c["where"].startswith(f"figures.c{n}") for c in results["complaints"]
        )
