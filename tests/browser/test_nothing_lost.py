"""Nothing that was typed is lost: the server away, windows closed, problems removed, answers that don't come, dialogs left."""

from __future__ import annotations

import json

import pytest
from playwright.sync_api import Page, Route, expect

from tests.browser.conftest import PAD, Bench
from tests.browser.service import Service

SAVES = "**/api/problems/*"
WORK = "**/api/evaluate*"
TWO = {
    **PAD,
    "figures": [{"name": "pad", "kind": "plane", "parts": [
        {"name": "slab", "shape": "rectangle", "given": {"width": "6", "height": "4"}},
        {"name": "step", "shape": "rectangle", "given": {"width": "3", "height": "2"}, "at": ["8", "0"]},
    ]}],
}  # fmt: skip


def away(page: Page) -> None:
    for where in (SAVES, WORK):
        page.route(where, lambda route: route.abort() if route.request.method != "GET" else route.continue_())


def back(page: Page) -> None:
    for where in (SAVES, WORK):
        page.unroute(where)


def widen(page: Page, text: str) -> None:
    page.locator("g[data-part='slab']").click()
    field = page.get_by_role("combobox", name="width of slab")
    field.fill(text)
    field.press("Enter")


def width(bench: Bench) -> str:
    return str(bench.stored()["figures"][0]["parts"][0]["given"]["width"])


def elsewhere(bench: Bench, text: str) -> None:
    """Somebody else saves another width."""
    now = bench.api("GET", "/problems/" + bench.page.url.rsplit("/", 1)[1])
    now["document"]["figures"][0]["parts"][0]["given"]["width"] = text
    bench.api("PUT", f"/problems/{now['id']}", {"version": now["version"], "document": now["document"]})


def test_work_done_while_the_server_is_away_outlives_the_window(bench: Bench, service: Service) -> None:
    bench.make(PAD)
    page = bench.page
    bench.expect_total("24.00 m²")
    service.stop()
    widen(page, "7.5")
    expect(page.get_by_role("alert").filter(has_text="can't be reached")).to_be_visible()
    address = page.url
    page.goto("about:blank")
    service.start()
    page.goto(address)
    expect(page.get_by_text("What was not saved when this was left is here again")).to_be_visible()
    bench.expect_total("30.00 m²")
    bench.expect_saved()
    assert width(bench) == "7.5"
    page.keyboard.press("Control+z")
    bench.expect_total("24.00 m²")


def test_saving_and_results_go_on_by_themselves_when_the_server_is_back(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    bench.expect_total("24.00 m²")
    away(page)
    widen(page, "8")
    expect(page.get_by_role("status").first).to_have_text("Not saved yet")
    back(page)
    bench.expect_total("32.00 m²")
    expect(page.get_by_role("status").first).to_have_text("Saved")
    expect(page.get_by_role("alert").filter(has_text="can't be reached")).to_have_count(0)


@pytest.mark.parametrize(("choice", "stays"), [("Mine, over the other", "7"), ("The other", "9")])
def test_a_window_in_conflict_can_be_closed_and_opened_again(bench: Bench, choice: str, stays: str) -> None:
    bench.make(PAD)
    page = bench.page
    bench.expect_total("24.00 m²")
    elsewhere(bench, "9")
    widen(page, "7")
    expect(page.get_by_text("was changed in another window")).to_be_visible()
    page.reload()
    expect(page.get_by_text("was changed in another window")).to_be_visible()
    bench.expect_total("28.00 m²")  # mine is still there
    page.get_by_role("button", name=choice, exact=True).click()
    expect(page.get_by_text("was changed in another window")).to_have_count(0)
    bench.expect_saved()
    assert width(bench) == stays
    page.reload()
    bench.expect_total(f"{4 * int(stays)}.00 m²")


def test_a_problem_that_somebody_removed_can_be_saved_as_new(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    bench.expect_total("24.00 m²")
    old = page.url
    bench.api("DELETE", "/problems/" + old.rsplit("/", 1)[1])
    widen(page, "7")
    expect(page.get_by_text("was removed by somebody")).to_be_visible()
    page.reload()  # also later it is there
    page.get_by_role("button", name="Save it as a new problem").click()
    bench.expect_total("28.00 m²")
    assert page.url != old and width(bench) == "7"


def test_a_save_whose_answer_is_lost_is_no_other_person_s(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    bench.expect_total("24.00 m²")
    lost: list[Route] = []

    def lose(route: Route) -> None:
        if route.request.method != "PUT" or lost:
            return route.continue_()
        lost.append(route)
        route.fetch()  # it is stored
        return route.abort()

    page.route(SAVES, lose)
    widen(page, "7")
    expect(page.get_by_role("status").first).to_have_text("Not saved yet")
    expect(page.get_by_role("status").first).to_have_text("Saved")
    expect(page.get_by_text("was changed in another window")).to_have_count(0)
    assert width(bench) == "7" and len(lost) == 1


def test_undo_outlives_a_reload_after_a_part_was_put_on_another(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    line = page.get_by_label("Type a part in words")
    line.fill("semicircle on top of slab")
    line.press("Enter")
    expect(page.locator("g[data-part='semicircle']")).to_be_visible()
    widen(page, "8")
    bench.expect_saved()
    page.reload()
    expect(page.locator("g[data-part='semicircle']")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("g[data-part='semicircle']")).to_have_count(0)
    bench.expect_total("24.00 m²")


def test_a_long_document_s_last_change_lies_here_when_the_window_is_left(bench: Bench) -> None:
    rows = [{"radius": f"{n}"} for n in range(1, 5000)]
    table = {
        "name": "pots",
        "kind": "cases",
        "figure": "circle",
        "columns": [{"name": "radius"}],
        "rows": rows,
    }
    bench.make({**TWO, "figures": [*TWO["figures"], table]})
    page = bench.page
    assert len(json.dumps(table)) > 64_000
    expect(page.get_by_test_id("total")).to_be_visible()
    page.locator("g[data-part='slab']").click()
    field = page.get_by_role("combobox", name="width of slab")
    field.fill("7")
    field.press("Enter")
    page.goto("about:blank")  # before it could be saved
    page.go_back()
    bench.expect_total("34.00 m²")
    bench.expect_saved()
    assert width(bench) == "7"


def test_a_dialog_left_by_escape_keeps_what_was_typed(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    page.get_by_role("button", name="Top").first.click()
    page.get_by_label("What is asked").fill("Wood")
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Wood").first).to_be_visible()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name="Top").first).to_be_visible()
    page.get_by_role("button", name="+ Ask").click()
    page.get_by_label("What is asked").fill("Edge tape")
    page.mouse.click(400, 500)  # beside it
    page.get_by_role("button", name="+ Ask").click()
    expect(page.get_by_label("What is asked")).to_have_value("Edge tape")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Write the statement").click()
    page.get_by_label("Statement").fill("A long paragraph about a pad.")
    page.keyboard.press("Escape")
    expect(page.get_by_test_id("statement")).to_have_text("A long paragraph about a pad.")


def test_an_earlier_version_is_looked_at_and_brought_back(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    bench.expect_total("24.00 m²")
    widen(page, "9")
    bench.expect_total("36.00 m²")
    bench.expect_saved()
    expect(page.get_by_role("combobox", name="width of slab")).to_be_visible()
    page.get_by_role("button", name="Earlier", exact=True).click()
    versions = page.get_by_role("dialog", name="Earlier versions")
    versions.get_by_role("button", name="Look").click()
    bench.expect_total("24.00 m²")
    expect(page.get_by_role("combobox", name="width of slab")).not_to_be_visible()  # it would tell of today
    assert width(bench) == "9"  # only looked at
    page.keyboard.press("Escape")
    bench.expect_total("36.00 m²")
    page.get_by_role("button", name="Earlier", exact=True).click()
    versions.get_by_role("button", name="Bring back").click()
    bench.expect_total("24.00 m²")
    bench.expect_saved()
    assert width(bench) == "6"
    page.keyboard.press("Control+z")
    bench.expect_total("36.00 m²")
