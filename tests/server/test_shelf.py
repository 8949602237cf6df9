"""Problems are kept: nobody's work is overwritten silently, what is removed or changed comes back."""

from __future__ import annotations

import copy
import json
from datetime import datetime, timedelta
from typing import Any

import pytest
from django.core.management import call_command
from django.db import connection
from django.db.models import F
from django.utils import timezone

from server.problems.earlier import superfluous
from server.problems.models import Earlier, Problem
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
    status, found = page.ask("GET", "/problems")
    shelf = found["problems"]
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
        shelf = page.ask("GET", "/problems")[1]["problems"]
        (listed,) = (problem for problem in shelf if problem["id"] == made["id"])
        assert listed["preview"]["card"]["lines"]


def test_removed_problems_can_be_brought_back_for_thirty_days(page: Page, kicker: dict[str, Any]) -> None:
    made = page.ask("POST", "/problems", {"document": kicker})[1]["id"]
    assert page.ask("DELETE", f"/problems/{made}")[0] == 204
    for method, path in (("GET", ""), ("PUT", ""), ("DELETE", ""), ("POST", "/copy"), ("GET", "/file")):
        body = {"version": 1, "document": kicker} if method == "PUT" else None
        assert page.ask(method, f"/problems/{made}{path}", body)[0] == 404
    assert page.ask("GET", "/problems")[1]["problems"] == []
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
    shelf = {each["id"]: each for each in page.ask("GET", "/problems")[1]["problems"]}
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
