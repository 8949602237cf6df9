"""The API: problems are kept, nobody's work is overwritten silently, refusals are sentences."""

from __future__ import annotations

import copy
import json
from datetime import datetime, timedelta
from typing import Any

import pytest
from django.core.management import call_command
from django.db import connection
from django.db.models import F
from django.test import Client
from django.utils import timezone

from mensuration.cards.gallery import CardRow, SheetRow
from mensuration.frozen import adapter, as_data
from mensuration.problem import Results, evaluate_document
from mensuration.problem.kinds import ALSO
from server.problems.earlier import superfluous
from server.problems.models import Earlier, Problem
from server.working_out.api import Reference
from tests.server.conftest import ROOT, Page

Document = dict[str, Any]


def test_a_problem_lives_from_creation_to_removal(page: Page, kicker: Document) -> None:
    status, made = page.ask("POST", "/problems", {"document": kicker})
    assert (status, made["version"]) == (201, 1)
    kicker["title"] = "Kicker, other side"
    status, saved = page.ask("PUT", f"/problems/{made['id']}", {"version": 1, "document": kicker})
    assert (status, saved["version"]) == (200, 2)
    status, opened = page.ask("GET", f"/problems/{made['id']}")
    assert opened["document"]["title"] == "Kicker, other side"
    assert opened["document"]["figures"][0]["parts"][1]["given"] == {"radius": "1.2"}
    status, twin = page.ask("POST", f"/problems/{made['id']}/copy")
    assert (status, twin["document"]["title"]) == (201, "Kicker, other side (copy)")
    status, shelf = page.ask("GET", "/problems")
    assert [problem["title"] for problem in shelf] == ["Kicker, other side (copy)", "Kicker, other side"]
    assert shelf[0]["preview"]["answers"] == [
        {"label": "Edge tape", "text": "6.68 m"},
        {"label": "Board", "text": "1.75 m²"},
    ]
    assert page.ask("DELETE", f"/problems/{made['id']}") == (204, None)
    status, refusal = page.ask("GET", f"/problems/{made['id']}")
    assert (status, refusal["says"]) == (404, "this problem is not on the shelf any more")


def test_an_older_version_is_not_saved_over_a_newer_one(page: Page, kicker: Document) -> None:
    _, made = page.ask("POST", "/problems", {"document": kicker})
    address = f"/problems/{made['id']}"
    first, second = copy.deepcopy(kicker), copy.deepcopy(kicker)
    first["title"], second["title"] = "from the first window", "from the second window"
    assert page.ask("PUT", address, {"version": 1, "document": first})[0] == 200
    status, conflict = page.ask("PUT", address, {"version": 1, "document": second})
    assert status == 409
    assert "changed elsewhere" in conflict["says"]
    assert (conflict["current"]["version"], conflict["current"]["document"]["title"]) == (
        2,
        "from the first window",
    )
    assert page.ask("GET", address)[1]["document"]["title"] == "from the first window"
    assert page.ask("PUT", address, {"version": 2, "document": second})[0] == 200


def test_files_go_out_and_come_back_the_same(page: Page, kicker: Document) -> None:
    kicker["figures"][0]["note"] = "kept though nobody knows it"
    _, made = page.ask("POST", "/problems", {"document": kicker})
    answer = page.client.get(f"/api/problems/{made['id']}/file")
    assert answer["Content-Disposition"] == 'attachment; filename="kicker-side-panel.json"'
    status, again = page.ask("POST", "/problems/file", answer.content)
    assert status == 201
    assert again["document"] == page.ask("GET", f"/problems/{made['id']}")[1]["document"]
    assert again["document"]["figures"][0]["note"] == "kept though nobody knows it"


@pytest.mark.parametrize(
    ("body", "says"),
    [
        (b"not json", "not JSON"),
        (b'{"format": "something else"}', "format"),
        (b"\xff\xfe\x00", "not"),
        (json.dumps({"format": "tilt-grid/problem", "statement": "x" * 1_100_000}).encode(), "1 MB"),
    ],
)
def test_files_that_are_no_problems_are_refused_in_words(page: Page, body: bytes, says: str) -> None:
    for path in ("/problems/file", "/evaluate"):
        status, refusal = page.ask("POST", path, body)
        assert status == 422
        assert says in refusal["says"]
    assert Problem.objects.count() == 0


def test_too_large_documents_are_refused_in_words(page: Page, kicker: Document) -> None:
    parts = [{"name": f"p{i}", "shape": "square", "given": {"side": "1"}} for i in range(501)]
    crowded = {**kicker, "figures": [{"name": "many", "parts": parts}]}
    status, refusal = page.ask("POST", "/problems", {"document": crowded})
    assert (status, refusal["says"]) == (422, "the problem has 501 parts; at most 500 are allowed")
    long = {**kicker, "note": "x" * 1_000_001}
    assert page.ask("POST", "/problems", {"document": long})[0] == 422
    status, refusal = page.ask("POST", "/problems/file", b"x" * 9_000_000)
    assert status == 413
    assert "1 MB" in refusal["says"]


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


def test_the_database_guards_what_it_keeps(db: None) -> None:
    with connection.cursor() as cursor:
        assert cursor.execute("PRAGMA foreign_keys").fetchone() == (1,)
        options = connection.settings_dict["OPTIONS"]["init_command"]
    assert "journal_mode=WAL" in options


def test_demo_is_loaded_once(db: None, settings: Any, tmp_path: Any) -> None:
    settings.VAR = tmp_path
    call_command("load_demo")
    loaded = Problem.objects.count()
    assert loaded == len(list((ROOT / "demo").glob("*.json")))
    assert Problem.objects.first().title == "Bandstand floor"  # type: ignore[union-attr]
    Problem.objects.all().delete()
    call_command("load_demo")
    assert Problem.objects.count() == 0


def test_demo_can_be_put_back_on_an_empty_shelf(page: Page) -> None:
    status, count = page.ask("POST", "/problems/demo")
    assert status == 201
    assert Problem.objects.count() == count


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


def test_a_card_and_a_table_are_kept_and_shown_on_the_shelf(page: Page) -> None:
    card = {"name": "cone", "kind": "formula", "figure": "cone", "given": {"radius": "3", "height": "4"}}
    table = {
        "name": "cones",
        "kind": "cases",
        "figure": "cone",
        "columns": [{"name": "radius", "role": "given"}],
        "rows": [{"radius": "1"}],
    }
    for figure in (card, table):
        document = {"format": "tilt-grid/problem", "version": 1, "title": figure["name"], "figures": [figure]}
        status, made = page.ask("POST", "/problems", {"document": document})
        assert status in (200, 201)
        _, opened = page.ask("GET", f"/problems/{made['id']}")
        kept = opened["document"]["figures"][0]
        assert {key: kept[key] for key in figure} == figure
        _, shelf = page.ask("GET", "/problems")
        (listed,) = (problem for problem in shelf if problem["id"] == made["id"])
        assert listed["preview"]["card"]["lines"]


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


def test_removed_problems_can_be_brought_back_for_thirty_days(page: Page, kicker: dict[str, Any]) -> None:
    made = page.ask("POST", "/problems", {"document": kicker})[1]["id"]
    assert page.ask("DELETE", f"/problems/{made}")[0] == 204
    for method, path in (("GET", ""), ("PUT", ""), ("DELETE", ""), ("POST", "/copy"), ("GET", "/file")):
        body = {"version": 1, "document": kicker} if method == "PUT" else None
        assert page.ask(method, f"/problems/{made}{path}", body)[0] == 404
    assert page.ask("GET", "/problems")[1] == []
    (only,) = page.ask("GET", "/problems/bin")[1]
    assert (only["id"], only["title"]) == (made, kicker["title"]) and only["removed"]
    assert page.ask("POST", f"/problems/{made}/bring-back")[0] == 204
    assert page.ask("POST", f"/problems/{made}/bring-back")[0] == 404
    assert page.ask("GET", "/problems/bin")[1] == []
    assert page.ask("GET", f"/problems/{made}")[1]["document"]["title"] == kicker["title"]
    page.ask("DELETE", f"/problems/{made}")
    Problem.objects.filter(id=made).update(removed=timezone.now() - timedelta(days=31))
    assert page.ask("GET", "/problems/bin")[1] == [] and not Problem.objects.exists()


def test_a_row_that_this_version_cannot_read_takes_nothing_else_along(
    page: Page, kicker: dict[str, Any]
) -> None:
    good = page.ask("POST", "/problems", {"document": kicker})[1]["id"]
    odd = page.ask("POST", "/problems", {"document": {**kicker, "title": "Odd"}})[1]["id"]
    Problem.objects.filter(id=odd).update(preview={"of": "later"}, document={"figures": 5})
    shelf = {each["id"]: each for each in page.ask("GET", "/problems")[1]}
    assert shelf[odd]["title"] == "Odd" and shelf[odd]["preview"]["faults"] == 1
    assert shelf[good]["preview"]["answers"]
    status, told = page.ask("GET", f"/problems/{odd}")
    assert status == 422 and "another version" in told["says"]
    assert page.ask("GET", f"/problems/{odd}/file")[1] == {"figures": 5}
    assert page.ask("POST", f"/problems/{odd}/copy")[0] == 422


def test_earlier_versions_are_kept_thinned_and_can_be_read(page: Page, kicker: dict[str, Any]) -> None:
    made = page.ask("POST", "/problems", {"document": kicker})[1]["id"]
    for version in range(1, 4):
        saved = {"version": version, "document": {**kicker, "title": f"Change {version}"}}
        assert page.ask("PUT", f"/problems/{made}", saved)[0] == 200
        Earlier.objects.update(saved=F("saved") - timedelta(minutes=2))  # time passes
    told = page.ask("GET", f"/problems/{made}/earlier")[1]
    assert [(each["version"], each["title"]) for each in told] == [
        (3, "Change 2"),
        (2, "Change 1"),
        (1, kicker["title"]),
    ]
    assert page.ask("GET", f"/problems/{made}/earlier/2")[1]["document"]["title"] == "Change 1"
    assert page.ask("GET", f"/problems/{made}/earlier/9")[0] == 404
    Earlier.objects.update(saved=timezone.now())  # a version a minute is enough
    page.ask("PUT", f"/problems/{made}", {"version": 4, "document": kicker})
    assert Earlier.objects.count() == 3
    Earlier.objects.filter(version=2).update(document={"figures": 5})
    assert page.ask("GET", f"/problems/{made}/earlier/2")[0] == 422
    Problem.objects.get(id=made).delete()
    assert not Earlier.objects.exists()


def test_versions_are_thinned_with_age() -> None:
    """A year of saves each minute, thinned at every one, leaves few, and what is left of each age is as far apart as it should be."""
    now = datetime(2026, 1, 1)
    kept: list[datetime] = []
    for minute in range(0, 60 * 24 * 60, 7):
        here = now + timedelta(minutes=minute)
        kept.append(here)
        dropped = superfluous(kept, here)
        kept = [time for time in kept if time not in dropped]
    here = now + timedelta(days=60)
    ages = [here - time for time in kept]
    assert sum(age <= timedelta(hours=1) for age in ages) >= 8
    assert 20 <= sum(age <= timedelta(days=1) for age in ages) <= 40
    assert 25 <= sum(timedelta(days=1) < age <= timedelta(days=30) for age in ages) <= 35
    assert len(kept) < 80 and max(ages) > timedelta(days=59) and kept[0] == now
