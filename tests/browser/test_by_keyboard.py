"""The same path by keyboard alone, and what screen readers are told."""

from __future__ import annotations

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import Bench, focus
from tests.browser.service import on_shelf


def test_the_whole_path_by_keyboard(page: Page, bench: Bench) -> None:
    keys = page.keyboard
    page.goto("/")
    expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
    focus(page, "New problem")
    keys.press("Enter")
    expect(page.get_by_text("Nothing is drawn yet")).to_be_visible()
    keys.press("w")
    keys.type("rectangle width 2.4 height 1.2 named board")
    keys.press("Enter")
    bench.expect_total("2.88 m²")
    keys.type("take away quarter circle")
    expect(page.get_by_role("option", name="quarter circle")).to_be_visible()
    keys.press("ArrowDown")
    keys.press("Enter")  # takes the suggestion: … radius
    keys.type("1.2 at 0, 1.2 turned 270 named bite")
    keys.press("Enter")
    bench.expect_total("≈ 1.75 m²")
    page.evaluate("document.activeElement.blur()")
    keys.press("p")
    bench.expect_total("≈ 6.68 m")
    keys.press("a")
    bench.expect_total("≈ 1.75 m²")
    focus(page, "B, bite")
    keys.press("ArrowRight")
    assert bench.stored_part("bite")["at"] == ["0.1", "1.2"]
    keys.press("ArrowLeft")
    keys.press("Shift+ArrowUp")
    assert bench.stored_part("bite")["at"] == ["0", "2.2"]
    keys.press("Control+z")
    bench.expect_total("≈ 1.75 m²")
    keys.press("t")
    assert bench.stored_part("bite")["turn"] == "285"
    keys.press("Shift+T")
    keys.press("m")
    assert bench.stored_part("bite")["flip"] is True
    keys.press("m")
    keys.press("j")
    assert bench.stored_part("bite")["join"] == "add"
    keys.press("j")
    bench.expect_total("≈ 1.75 m²")
    focus(page, "width of board: 2.4 m")
    keys.press("Enter")
    keys.type("3")
    keys.press("Enter")
    bench.expect_total("≈ 2.47 m²")
    expect(page.locator("svg [aria-label^='width of board']")).to_be_focused()  # back where one was
    focus(page, "change the radius of bite")
    keys.press("Enter")
    keys.type("0.6")
    keys.press("Enter")
    bench.expect_total("≈ 3.32 m²")
    expect(page.get_by_role("button", name="change the radius of bite")).to_be_focused()
    page.evaluate("document.activeElement.blur()")
    focus(page, "B, bite")
    keys.press("Enter")
    keys.press("n")
    keys.press("Control+a")
    keys.type("corner")
    keys.press("Enter")
    expect(bench.part("corner")).to_be_visible()
    page.evaluate("document.activeElement.blur()")
    keys.press("d")
    expect(bench.part("corner2")).to_be_visible()
    keys.press("Delete")
    expect(bench.part("corner2")).to_have_count(0)
    keys.press("Control+z")
    expect(bench.part("corner2")).to_be_visible()
    keys.press("Control+Shift+Z")
    expect(bench.part("corner2")).to_have_count(0)
    keys.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("mirror the chosen part")
    keys.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    bench.expect_saved()


PLANE_STATES = {  # which problem, which key, and what is then there
    "ways": ("Start deck", "x", "[aria-label='Ways to split'] svg"),
    "squares": ("Score board on squares", "s", "[data-square]"),
    "why": ("Shade sail", "y", "[data-layer=why]"),
    "hole": ("Roll-in canopy", "h", "[role=dialog] [data-shape]"),
    "drawing": ("Start deck", "o", "[data-testid=hint]"),
}


@pytest.mark.parametrize("state", ["shelf", "bench", "perimeter", "chosen", "faulty", "empty", *PLANE_STATES])
def test_nothing_serious_for_axe(page: Page, bench: Bench, state: str) -> None:
    if state == "shelf":
        page.goto(on_shelf("Kicker side panel"))
        expect(page.get_by_role("heading", name="Kicker side panel").first).to_be_visible()
    elif state == "empty":
        page.goto("/")
        page.get_by_role("button", name="New problem").click()
        expect(page.get_by_text("Nothing is drawn yet")).to_be_visible()
    elif state in PLANE_STATES:
        title, key, then = PLANE_STATES[state]
        bench.open(title)
        expect(page.locator(".katex").first).to_be_visible()
        if title != "Start deck":
            page.locator("g[data-part]").first.focus()
            page.keyboard.press("Enter")
        page.keyboard.press(key)
        expect(page.locator(then).first).to_be_visible()
    else:
        bench.open("Kicker side panel")
        bench.expect_total("≈ 1.75 m²")
        expect(page.locator(".katex").first).to_be_visible()
        if state == "perimeter":
            page.keyboard.press("p")
            bench.expect_total("≈ 6.68 m")
        if state in ("chosen", "faulty"):
            bench.part("board").click()
        if state == "faulty":
            page.get_by_label("width of board", exact=True).fill("0")
            page.keyboard.press("Enter")
            expect(page.get_by_label("What to mend")).to_be_visible()
    found = Axe().run(page).response["violations"]
    serious = [v for v in found if v["impact"] in ("serious", "critical")]
    assert serious == [], "\n".join(f"{v['id']}: {[n['html'][:160] for n in v['nodes']]}" for v in serious)


def test_the_tally_says_the_board_in_words(bench: Bench) -> None:
    bench.open("Manual pad")
    expect(bench.page.get_by_role("group", name="Board")).to_have_attribute(
        "aria-label", "Board: pad, drawn to scale, 1 square = 1 m. The tally says the same in words."
    )
    expect(bench.part("nose")).to_have_attribute("aria-label", "B, nose: semicircle, diameter 1.5 m, added")
    expect(bench.page.get_by_label("Total area")).to_have_attribute("aria-live", "polite")


def test_the_first_field_of_a_card_is_two_keys_away(page: Page) -> None:
    page.goto("/cards/cone")
    expect(page.get_by_label("radius", exact=True)).to_be_visible()
    page.keyboard.press("Tab")
    expect(page.get_by_role("button", name="To the work")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_label("radius", exact=True)).to_be_focused()
    page.keyboard.type("3")
    page.keyboard.press("Tab")  # past its ×
    focus(page, "height", 4)
    page.keyboard.type("4")
    page.keyboard.press("Enter")
    expect(page.locator("[data-found=volume]")).to_contain_text("37.70 m³")
