"""A shelf of thousands: what is looked for is found, page by page, and all of it goes out and comes back."""

from __future__ import annotations

import io
import json
import zipfile
from typing import Any

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from server.problems.models import Label, Problem
from server.problems.words import words_of
from tests.server.conftest import Page

Document = dict[str, Any]


def made(page: Page, kicker: Document, title: str, statement: str = "", labels: tuple[str, ...] = ()) -> int:
    document = {**kicker, "title": title, "statement": statement or kicker["statement"]}
    number = int(page.ask("POST", "/problems", {"document": document})[1]["id"])
    if labels:
        assert page.ask("PUT", f"/problems/{number}/labels", {"labels": labels})[0] == 200
    return number


def titles(page: Page, query: str = "") -> list[str]:
    status, found = page.ask("GET", f"/problems?{query}")
    assert status == 200
    return [problem["title"] for problem in found["problems"]]


def test_problems_are_found_by_title_words_and_labels_in_every_order(page: Page, kicker: Document) -> None:
    made(page, kicker, "Ölbehälter", "Wieviel Farbe?", ("Year 8",))
    made(page, kicker, "apron", "How much 100% cotton?")
    made(page, kicker, "Zebra crossing", "How much paint?", ("Year 8", "Week 12"))
    assert titles(page) == ["Zebra crossing", "apron", "Ölbehälter"]
    assert titles(page, "order=title") == ["apron", "Zebra crossing", "Ölbehälter"]
    assert titles(page, "order=created") == ["Zebra crossing", "apron", "Ölbehälter"]
    assert titles(page, "words=öLBEH") == ["Ölbehälter"]
    assert titles(page, "words=much+PAINT") == ["Zebra crossing"]
    assert titles(page, "words=much+farbe") == []
    assert titles(page, "words=100%25") == ["apron"] and titles(page, "words=%25+_") == []
    assert titles(page, "words=year") == ["Zebra crossing", "Ölbehälter"]
    assert titles(page, "label=Week+12") == ["Zebra crossing"]
    assert titles(page, "label=Week+1") == []
    assert len(titles(page, "words=board+tape")) == 3  # a part's name and an ask's label
    for wrong in ("order=colour", "start=-1", "count=0", "count=9999", "words=" + "x" * 201):
        assert page.ask("GET", f"/problems?{wrong}")[0] == 422


def test_what_was_stored_before_is_found_too(page: Page, kicker: Document) -> None:
    from importlib import import_module

    from django.apps import apps

    made(page, kicker, "Kerb")
    Problem.objects.update(words="")
    assert titles(page, "words=kerb") == []
    import_module("server.problems.migrations.0004_labels").find_words(apps, None)
    assert titles(page, "words=kerb") == ["Kerb"]
    assert words_of("no document") == words_of({"title": 3, "figures": "x", "asks": [None, {}]}) == ""


def test_pages_follow_one_another_and_ask_the_database_as_often_for_many(
    page: Page, kicker: Document
) -> None:
    first = made(page, kicker, "Bed 0", labels=("beds",))
    model = Problem.objects.get(id=first)
    Problem.objects.bulk_create(
        Problem(title=f"Bed {n}", document=model.document, preview=model.preview, words=f"bed {n}")
        for n in range(1, 90)
    )
    found = page.ask("GET", "/problems?words=bed")[1]
    assert (len(found["problems"]), found["found"], found["on_shelf"]) == (24, 90, 90)
    assert found["labels"] == [{"name": "beds", "count": 1}]
    seen = [title for start in range(0, 100, 24) for title in titles(page, f"words=bed&start={start}")]
    assert len(seen) == 90 == len(set(seen))

    def queries(count: int) -> int:
        with CaptureQueriesContext(
            connection,
        ) as counted:
            titles(page, f"count={count}")
        return len(counted)

    assert queries(10) == queries(80) <= 6


def test_labels_are_the_shelf_s_and_change_no_problem(page: Page, kicker: Document) -> None:
    number = made(page, kicker, "Kerb")
    address = f"/problems/{number}/labels"
    assert page.ask("PUT", address, {"labels": ["Year  8", "homework"]}) == (
        200,
        {"labels": ["Year 8", "homework"]},
    )
    assert page.ask("PUT", address, {"labels": ["YEAR 8"]}) == (200, {"labels": ["Year 8"]})
    assert list(Label.objects.values_list("name", flat=True)) == [
        "Year 8"
    ]  # the other one went with its last problem
    assert page.ask("GET", f"/problems/{number}")[1]["version"] == 1
    twin = page.ask("POST", f"/problems/{number}/copy")[1]["id"]
    assert page.ask("GET", "/problems")[1]["labels"] == [{"name": "Year 8", "count": 2}]
    assert page.ask("DELETE", f"/problems/{twin}")[0] == 204
    assert page.ask("GET", "/problems")[1]["labels"] == [{"name": "Year 8", "count": 1}]
    for wrong in (["x" * 41], [""], ["x"] * 13, "Year 8", [8]):
        assert page.ask("PUT", address, {"labels": wrong})[0] == 422
    assert page.ask("PUT", "/problems/999999/labels", {"labels": []})[0] == 404


def test_everything_goes_out_and_comes_back_once(page: Page, kicker: Document) -> None:
    for n in range(45):
        made(page, kicker, f"Bed {n}", labels=("Year 8",) if n % 2 else ())
    stored = {p.title: (p.document, p.label_names) for p in Problem.here.all()}
    answer = page.client.get("/api/problems/everything")
    assert answer["Content-Disposition"].startswith('attachment; filename="tilt-grid-shelf-')
    archive = zipfile.ZipFile(io.BytesIO(answer.getvalue()))
    assert archive.testzip() is None
    shelf = json.loads(archive.read("shelf.json"))
    assert (shelf["format"], len(shelf["problems"])) == ("tilt-grid/shelf", 45)
    brought = [
        {"document": json.loads(archive.read(row["file"])), "labels": row["labels"]}
        for row in shelf["problems"]
    ]
    assert {tuple(page.ask("POST", "/problems/bring", each)[1].values())[1] for each in brought} == {True}
    assert Problem.here.count() == 45  # all of them were there
    Problem.objects.all().delete()
    assert all(not page.ask("POST", "/problems/bring", each)[1]["already"] for each in brought)
    assert {p.title: (p.document, p.label_names) for p in Problem.here.all()} == stored


def test_what_is_brought_and_cannot_be_read_is_refused(page: Page) -> None:
    for wrong in ({"document": {"format": "other"}}, {"document": 3}, {"labels": []}):
        status, answer = page.ask("POST", "/problems/bring", wrong)
        assert status == 422 and answer["says"]
    assert not Problem.objects.exists()


@pytest.mark.parametrize("title", ["Ünïcode / slash", "..", "", "x" * 200])
def test_names_in_the_archive_are_plain(page: Page, kicker: Document, title: str) -> None:
    made(page, kicker, title)
    names = zipfile.ZipFile(io.BytesIO(page.client.get("/api/problems/everything").getvalue())).namelist()
    assert len(names) == 2 and names[1] == "shelf.json"
    assert names[0].count("/") == 1 and ".." not in names[0] and len(names[0]) < 120
