"""The shelf of a school: thousands of problems, found, labelled, carried away and brought back."""

from __future__ import annotations

import json
import zipfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import PAD, focus, window_of
from tests.browser.service import Service
from tests.many import fill

COUNT = 2000


@pytest.fixture(scope="module")
def school(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Service]:
    folder = tmp_path_factory.mktemp("school")
    running = Service(folder)
    fill(folder / "tilt-grid.sqlite3", COUNT)
    yield running
    running.stop()


@pytest.fixture
def shelf(browser: Browser, school: Service) -> Iterator[Page]:
    with window_of(browser, school) as page:
        page.goto("/")
        expect(page.locator("main li h2").first).to_be_visible()
        yield page


def test_two_thousand_problems_are_looked_through(shelf: Page) -> None:
    cards = shelf.locator("main li h2")
    before = cards.count()
    assert before < 100
    shelf.mouse.move(600, 500)
    shelf.mouse.wheel(0, 20_000)
    expect(cards.nth(before + 5)).to_be_attached()
    shelf.get_by_label("Find a problem").press_sequentially("tank 199")
    expect(cards).to_have_text(["Water tank 1998", "Water tank 1993"])
    shelf.get_by_label("In which order").select_option("by title")
    shelf.reload()  # the address tells what is looked for
    expect(shelf.get_by_label("Find a problem")).to_have_value("tank 199")
    expect(cards).to_have_text(["Water tank 1993", "Water tank 1998"])
    shelf.get_by_label("Find a problem").fill("nothing like it")
    expect(shelf.get_by_text("No problem has “nothing like it” in its title")).to_be_visible()
    shelf.get_by_label("Find a problem").fill("")
    shelf.get_by_role("group", name="Labels").get_by_role("button", name="Year 8").click()
    expect(shelf.get_by_role("button", name="476 more")).to_be_visible()
    shelf.get_by_role("button", name="476 more").focus()
    shelf.keyboard.press("Enter")
    expect(shelf.get_by_role("button", name="476 more")).not_to_be_visible()


def test_a_problem_is_labelled_by_keys(shelf: Page) -> None:
    keys = shelf.keyboard
    shelf.get_by_label("Find a problem").fill("skate ramp 17")
    expect(shelf.locator("main li h2").first).to_contain_text("Skate ramp 17")
    shelf.get_by_label("Find a problem").focus()
    focus(shelf, "More for Skate ramp 17")
    keys.press("Enter")
    expect(shelf.get_by_role("menuitem", name="Duplicate")).to_be_focused()
    keys.type("l")
    expect(shelf.get_by_role("menuitem", name="Labels")).to_be_focused()
    keys.press("Enter")
    dialog = shelf.get_by_role("dialog")
    expect(dialog).to_contain_text("Labels of “Skate ramp 17")
    dialog.get_by_label("Another one").focus()
    keys.type("x" * 41)
    keys.press("Enter")
    expect(dialog.get_by_role("alert")).to_contain_text("a label has at most 40 letters")
    keys.press("Control+a")
    keys.type("Week 12, year 8")
    keys.press("Enter")
    expect(dialog).not_to_be_visible()
    shelf.get_by_role("group", name="Labels").get_by_role("button", name="Week 12").click()
    expect(shelf.get_by_role("list", name="Labels")).to_contain_text(["Week 12Year 8"])


def test_everything_goes_out_and_comes_back(shelf: Page, tmp_path: Path) -> None:
    with shelf.expect_download() as started:
        shelf.get_by_role("link", name="Download everything").click()
    file = tmp_path / "all.zip"
    started.value.save_as(file)
    names = zipfile.ZipFile(file).namelist()
    assert len(names) > COUNT and names[-1] == "shelf.json"
    fresh, odd = {**PAD, "title": "Brought pad"}, {**PAD, "format": "other"}
    told = {"problems": [{"file": "a/brought.json", "labels": ["Brought"]}, 3, {"file": 4}]}
    with zipfile.ZipFile(tmp_path / "some.zip", "w", zipfile.ZIP_DEFLATED) as some:
        for name, content in {
            "a/brought.json": fresh,
            "odd.json": odd,
            "list.json": [1],
            "shelf.json": told,
        }.items():
            some.writestr(name, json.dumps(content))
        some.writestr("broken.json", '{"format": ')
        some.writestr("notes.txt", "not looked at")
        some.writestr("large.json", "x" * 4_000_001)
    chooser = shelf.get_by_label("Open a problem file or an archive")
    chooser.set_input_files(tmp_path / "some.zip")
    said = shelf.get_by_role("status")
    expect(said).to_contain_text("1 problem opened, 4 could not be opened.")
    for sentence in (
        "broken.json: is not a problem file",
        "list.json: is not a problem file",
        "odd.json: ",
        "large.json: is larger",
    ):
        expect(said).to_contain_text(sentence)
    expect(shelf.locator("main li h2").first).to_have_text("Brought pad")
    expect(shelf.get_by_role("list", name="Labels").first).to_have_text("Brought")
    chooser.set_input_files(tmp_path / "some.zip")
    expect(said).to_contain_text("0 problems opened, 1 was on the shelf already")
    (tmp_path / "bad.zip").write_bytes(b"PK\x03\x04 no archive")
    chooser.set_input_files(tmp_path / "bad.zip")
    expect(shelf.get_by_role("alert")).to_have_text("this is not an archive (ZIP) that can be read")


def test_opening_many_can_be_stopped(shelf: Page, tmp_path: Path) -> None:
    pads: list[dict[str, Any]] = [{**PAD, "title": f"Pad of many {n}"} for n in range(400)]
    with zipfile.ZipFile(tmp_path / "many.zip", "w") as many:
        for n, pad in enumerate(pads):
            many.writestr(f"{n}.json", json.dumps(pad))
    shelf.get_by_label("Open a problem file or an archive").set_input_files(tmp_path / "many.zip")
    expect(shelf.get_by_role("status")).to_contain_text("of 400 problems")
    shelf.get_by_role("button", name="Stop").click()
    expect(shelf.get_by_role("status")).to_contain_text("Stopped: ")
    shelf.get_by_label("Find a problem").fill("pad of many")
    shelf.get_by_role("button", name="Close").click()
    expect(shelf.locator("main li h2").first).to_contain_text("Pad of many")
