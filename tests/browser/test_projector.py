"""The working before a class: keys forward and back, grain and order, predictions compared, marks wiped, for every kind."""

from __future__ import annotations

from urllib.parse import urlencode

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Bench


def stepped(bench: Bench, title: str, what: str) -> Page:
    page = bench.open(title).page
    page.set_viewport_size({"width": 1280, "height": 720})
    page.get_by_role("button", name="Step through").click()
    expect(page.get_by_role("dialog", name="Step through")).to_be_visible()
    page.get_by_label("What is worked").select_option(label=what)
    page.get_by_role("dialog").focus()
    return page


def shown(page: Page, count: int) -> None:
    expect(page.locator("[data-shown]")).to_have_count(count)


def test_keys_go_forward_and_back_and_the_part_is_lit(bench: Bench) -> None:
    page = stepped(bench, "Kicker side panel", "Board")
    shown(page, 0)
    page.keyboard.press("ArrowRight")
    shown(page, 1)
    expect(page.locator("g[data-part=board]")).to_have_attribute("data-lit", "true")
    page.keyboard.press("Space")
    expect(page.locator("g[data-part=bite]")).to_have_attribute("data-lit", "true")
    expect(page.locator("[data-shown='2']")).to_contain_text("less bite")
    page.keyboard.press("PageDown")
    page.keyboard.press("PageDown")
    shown(page, 4)
    expect(page.locator("[data-shown='4']")).to_contain_text("1.75")
    page.keyboard.press("ArrowRight")
    shown(page, 4)
    for _ in range(4):
        page.keyboard.press("ArrowLeft")
    shown(page, 0)
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog", name="Step through")).to_have_count(0)


def test_grain_order_and_the_size_of_what_is_read_from_the_back(bench: Bench) -> None:
    page = stepped(bench, "Kicker side panel", "Board")
    page.get_by_label("Grain of the steps").select_option("pieces")
    page.get_by_label("Order of the steps").select_option("largest")
    page.get_by_role("dialog").focus()
    for _ in range(3):
        page.keyboard.press("ArrowRight")
    shown(page, 3)
    expect(page.locator("[data-shown='3']")).to_contain_text("2.88")
    size = page.locator("[data-shown='3']").evaluate("(e) => parseFloat(getComputedStyle(e).fontSize)")
    assert size >= 24  # of 720


def test_the_class_predicts_first(bench: Bench) -> None:
    page = stepped(bench, "Bank ramp", "Earth")
    page.get_by_label("predict first").check()
    page.get_by_role("dialog").focus()
    page.keyboard.press("ArrowRight")
    shown(page, 0)
    for text in ("20 m²", "3.5 m²"):
        page.get_by_label("A prediction").fill(text)
        page.keyboard.press("Enter")
    page.get_by_role("dialog").focus()
    page.keyboard.press("ArrowRight")
    shown(page, 1)
    expect(page.get_by_test_id("predicted")).to_contain_text("nearest: 3.5 m²")


def test_marks_are_drawn_over_the_picture_and_wiped(bench: Bench) -> None:
    page = stepped(bench, "Kicker side panel", "Board")
    page.keyboard.press("m")
    box = page.get_by_role("img", name="Marks on the picture").bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 100, box["y"] + 100)
    page.mouse.down()
    page.mouse.move(box["x"] + 180, box["y"] + 160, steps=5)
    page.mouse.up()
    expect(page.locator("[data-mark]")).to_have_count(1)
    page.get_by_role("dialog").focus()
    page.keyboard.press("w")
    expect(page.locator("[data-mark]")).to_have_count(0)


@pytest.mark.parametrize(
    ("title", "what", "end"),
    [
        ("Bank ramp", "Whole surface", "64.63"),
        ("Pump-track mound", "Cross-section", "2.98"),
        ("Rain drum", "Water", "1.38"),
    ],
)
def test_every_kind_of_problem_can_be_stepped_through(bench: Bench, title: str, what: str, end: str) -> None:
    page = bench.page
    page.goto("/")
    made = bench.api("GET", f"/problems?{urlencode({'words': title, 'order': 'title'})}")["problems"]
    found = next(p for p in made if p["title"] == title)
    page.goto(f"/problems/{found['id']}")
    page.get_by_role("button", name="Step through").click()
    page.get_by_label("What is worked").select_option(label=what)
    page.get_by_role("dialog").focus()
    status = page.get_by_role("dialog").get_by_role("status")
    expect(status).not_to_have_text("0 of 0")
    for _ in range(40):
        page.keyboard.press("ArrowRight")
    expect(page.locator("[data-shown]").last).to_contain_text(end)
