"""Answers given on the page: the verdict, the slip behind a wrong one, hints, tries kept; the working hidden until it is wanted."""

from __future__ import annotations

import json
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.conftest import Bench

DEMO = Path(__file__).parents[2] / "demo/kicker-side-panel.json"


def test_a_wrong_answer_is_named_and_the_right_one_taken(bench: Bench) -> None:
    document = json.loads(DEMO.read_text("utf-8"))
    document["settings"] = {**document.get("settings", {}), "try_first": True}
    document["title"] = "A panel to be tried first"  # other tests find the demo by its title
    document["lines"] = [{"name": "twice", "expression": "2 * panel.area"}]
    page = bench.make(document).page
    expect(page.get_by_text("Try it first")).to_be_visible()
    lines = page.get_by_role("region", name="Working lines")
    expect(lines.get_by_role("status")).to_have_text("?")
    expect(page.get_by_role("list").get_by_text("1.75 m²")).to_have_count(0)
    page.get_by_role("button", name="Answer: Board").click()
    field = page.get_by_role("textbox", name="Your answer")
    expect(field).to_be_focused()
    field.fill("2.88 m²")
    page.keyboard.press("Enter")
    verdict = page.get_by_test_id("verdict")
    expect(verdict).to_contain_text("“bite” was not taken away")
    page.get_by_role("button", name="A hint").click()
    expect(page.get_by_role("list", name="Hints")).to_contain_text("asked is the area of “panel”, in m²")
    page.get_by_role("button", name="Another hint").click()
    expect(page.get_by_role("list", name="Hints")).to_contain_text("board, less bite")
    field.fill("1.75")
    page.keyboard.press("Enter")
    expect(verdict).to_contain_text("the number is right, but it needs its unit")
    field.fill("72/25 - 9π/25 m²")
    page.keyboard.press("Enter")
    expect(verdict).to_contain_text("Right.")
    expect(page.get_by_text("3 tries")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Answer: Board")).to_have_text("✓")
    expect(page.get_by_text("1.75 m²")).to_be_visible()
    bench.expect_saved()
    page.reload()
    expect(page.get_by_role("button", name="Answer: Board")).to_have_text("✓")
    page.get_by_role("button", name="Show the working").click()
    bench.expect_total("≈ 1.75 m²")
    expect(lines.get_by_role("status")).to_contain_text("3.50 m²")


def test_the_page_is_printed_copied_and_downloaded(bench: Bench) -> None:
    page = bench.open("Bank ramp").page
    page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    page.get_by_role("button", name="Page", exact=True).click()
    sheet = page.get_by_role("dialog", name="Page")
    expect(sheet).to_contain_text("18.00 m³")
    expect(sheet.locator("[data-stage=ramp] svg, [data-stage] svg").first).to_be_visible()
    with page.expect_download() as held:
        sheet.get_by_role("button", name="HTML", exact=True).click()
    html = Path(held.value.path()).read_text("utf-8")
    assert "<math" in html and "<svg" in html and "var(--" not in html and "18.00 m³" in html
    sheet.get_by_role("button", name="Copy as Markdown").click()
    expect(sheet.get_by_role("status")).to_have_text("copied as Markdown")
    assert "$$" in page.evaluate("navigator.clipboard.readText()")
    with page.expect_download() as held:
        sheet.get_by_role("button", name="Picture PNG").click()
    assert Path(held.value.path()).read_bytes()[:4] == b"\x89PNG"
    sheet.get_by_role("radio", name="To fill in").click()
    expect(sheet).not_to_contain_text("18.00 m³")
    pdf = page.pdf(format="A4")
    assert pdf[:4] == b"%PDF"
    sheet.get_by_role("radio", name="Key").click()
    expect(sheet).to_contain_text("18.00 m³")
    expect(sheet).not_to_contain_text("wedge:")
    page.keyboard.press("Escape")
    expect(sheet).to_have_count(0)
