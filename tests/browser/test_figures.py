"""A problem's figures as one list, of whatever kind: added, renamed, duplicated, moved, removed; renaming everywhere."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.conftest import Bench, focus


def expect_figures(page: Page, names: list[str]) -> None:
    expect(page.get_by_test_id("figures").get_by_role("tab")).to_have_text(names)


def more(page: Page, figure: str, item: str) -> None:
    page.get_by_role("button", name=f"More for the figure {figure}").click()
    page.get_by_role("menuitem", name=item).click()


def court() -> dict[str, Any]:
    deck = {"name": "deck", "shape": "rectangle", "given": {"width": "6", "height": "4"}}
    walked = {"name": "bed", "shape": "outline", "walk": "right 9, up 7, left 5, down 3, left ?, down ?", "at": ["8", "0"]}  # fmt: skip
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "title": "Court",
        "figures": [
            {"name": "court", "parts": [deck, walked]},
            {
                "name": "post",
                "kind": "formula",
                "figure": "cylinder",
                "given": {"radius": "court.deck.width/60", "height": "3"},
            },
        ],
        "asks": [{"label": "Post", "expression": "post.volume"}],
    }


def test_figures_of_every_kind_in_one_list(page: Page, bench: Bench) -> None:
    bench.make(court())
    expect_figures(page, ["court", "post"])
    page.get_by_role("button", name="+ Figure").click()
    page.get_by_role("menuitem", name="Plane figure").click()
    expect(page.get_by_role("tab", name="figure", exact=True)).to_have_attribute("aria-selected", "true")
    expect(page.get_by_text("Nothing is drawn yet")).to_be_visible()
    page.get_by_label("Type a part in words").fill("square side 3")
    page.keyboard.press("Enter")
    bench.expect_total("9.00 m²")

    page.get_by_role("button", name="+ Figure").click()
    page.get_by_role("menuitem", name="Table of cases").click()
    page.get_by_role("searchbox", name="Find a figure").fill("Sphere")
    page.keyboard.press("Enter")
    expect(page.get_by_role("tab", name="sphere")).to_have_attribute("aria-selected", "true")
    expect(page.get_by_role("grid")).to_be_visible()

    more(page, "sphere", "Move to the left")
    expect_figures(page, ["court", "post", "sphere", "figure"])
    page.get_by_role("tab", name="court").click()
    more(page, "court", "Duplicate")
    expect(page.get_by_role("tab", name="court2")).to_have_attribute("aria-selected", "true")
    expect_figures(page, ["court", "court2", "post", "sphere", "figure"])
    more(page, "court2", "Remove")
    expect(page.get_by_role("tab", name="post")).to_have_attribute("aria-selected", "true")
    page.keyboard.press("Control+z")
    expect(page.get_by_role("tab", name="court2")).to_be_visible()


def test_a_figure_is_renamed_wherever_it_is_named(page: Page, bench: Bench) -> None:
    bench.make(court())
    bench.expect_answer("Post", "0.09 m³")
    more(page, "court", "Rename")
    name = page.get_by_label("Name of the figure")
    expect(name).to_be_focused()
    name.fill("m")
    page.keyboard.press("Enter")
    expect(page.get_by_text("“m” already means something")).to_have_count(1)
    name.fill("yard_2")
    page.keyboard.press("Enter")
    expect(page.get_by_role("tab", name="yard_2")).to_be_visible()
    page.get_by_role("tab", name="post").click()
    expect(page.get_by_label("radius", exact=True)).to_have_value("yard_2.deck.width/60")
    bench.expect_answer("Post", "0.09 m³")


def test_a_side_of_a_walk_in_words_is_changed(page: Page, bench: Bench) -> None:
    bench.make(court())
    page.locator("svg").get_by_role("button", name="side2 of bed").click()
    field = page.get_by_role("combobox", name="side2 of bed")
    expect(field).to_have_value("7")
    field.fill("(")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="never closed").last).to_be_visible()
    field.fill("8")
    page.keyboard.press("Enter")
    expect(field).to_have_count(0)
    page.locator("g[data-part=bed]").click()
    expect(page.get_by_label("Walk of bed")).to_have_value("right 9, up 8, left 5, down 3, left ?, down ?")


def test_a_card_solved_in_other_units_comes_to_the_same_size(page: Page, bench: Bench) -> None:
    bench.make({**court(), "title": "Metres", "figures": [{"name": "court", "parts": []}], "asks": []})
    page.goto("/cards/square")
    page.get_by_role("button", name="Units, π and rounding").click()
    page.get_by_label("Unit of length").select_option("cm")
    page.keyboard.press("Escape")
    page.get_by_label("side", exact=True).fill("30")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Use on the bench").click()
    page.get_by_role("menuitem", name="Add to “Metres”").click()
    bench.expect_total("0.09 m²")
    page.locator("g[data-part=square]").click()
    expect(page.get_by_label("side of square", exact=True)).to_have_value("30 cm")


def test_the_list_by_keyboard(page: Page, bench: Bench) -> None:
    bench.make(court())
    focus(page, "More for the figure court")
    page.keyboard.press("Enter")
    expect(page.get_by_role("menuitem", name="Rename")).to_be_focused()
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("menuitem", name="Duplicate")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_role("tab", name="court2")).to_have_attribute("aria-selected", "true")
