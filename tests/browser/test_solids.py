"""Solids on the bench: built from nothing by pictures, by words and by keys; turned; read off the page."""

from __future__ import annotations

from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Bench, focus


def empty(bench: Bench) -> Page:
    bench.page.goto("/")
    made = bench.api(
        "POST", "/problems", {"document": {"format": "tilt-grid/problem", "version": 1, "figures": []}}
    )
    bench.page.goto(f"/problems/{made['id']}")
    expect(bench.page.get_by_text("Nothing is drawn yet")).to_be_visible()
    return bench.page


def show(page: Page, measure: str) -> None:
    page.get_by_role("radio", name=measure, exact=True).click()


def picture(page: Page) -> Any:
    return page.get_by_role("img", name="turned by")


def test_a_bollard_from_nothing_by_pictures(bench: Bench) -> None:
    """Two clicks make a solid; a second piece stands on the first."""
    page = empty(bench)
    page.get_by_role("button", name="put one together").click()
    page.get_by_role("button", name="Add: cylinder", exact=True).click()
    expect(picture(page)).to_be_visible()
    for measure, text in (("radius", "0.15"), ("height", "0.9")):
        field = page.get_by_role("combobox", name=f"{measure} of cylinder", exact=True)
        field.fill(text)
        field.press("Enter")
    page.get_by_role("button", name="+ Piece").click()
    page.get_by_role("button", name="Add: hemisphere", exact=True).click()
    field = page.get_by_role("combobox", name="radius of hemisphere", exact=True)
    field.fill("solid.cylinder.radius")
    field.press("Enter")
    bench.expect_total("≈ 0.07 m³")
    page.get_by_role("group", name="Pieces").get_by_role("button", name="cylinder").click()
    page.get_by_label("Faces of cylinder that are not counted").select_option("bottom")
    show(page, "Surface")
    bench.expect_total("≈ 0.99 m²")
    expect(page.locator("[data-entry='surface.cylinder.side']")).to_contain_text("cylinder, side")
    bench.expect_saved()
    assert [p["name"] for p in bench.stored()["figures"][0]["pieces"]] == ["cylinder", "hemisphere"]


def test_a_block_with_a_hole_by_words_and_keys(bench: Bench) -> None:
    page = empty(bench)
    focus(page, "Type a part in words")
    page.keyboard.type("cuboid length 4 width 2 height 3 named block")
    page.keyboard.press("Enter")
    bench.expect_total("24.00 m³")
    focus(page, "Type a piece in words")
    page.keyboard.type("take away cylinder radius 0.5 height 3 in block named hole")
    page.keyboard.press("Enter")
    bench.expect_total("≈ 21.64 m³")
    page.keyboard.press("Escape")
    focus(page, "turned by")
    before = picture(page).get_attribute("aria-label")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowUp")
    expect(picture(page)).not_to_have_attribute("aria-label", before or "")
    page.keyboard.press("1")
    expect(picture(page)).to_have_attribute(
        "aria-label", "solid, turned by 0°, tilted by 90°. Arrow keys turn it."
    )
    show(page, "Surface")
    bench.expect_total("≈ 59.85 m²")  # 52 + 5π/2
    page.keyboard.press("Control+z")
    bench.expect_total("52.00 m²")


def test_faces_and_entries_light_up_together_and_hidden_edges_are_dashed(bench: Bench) -> None:
    page = bench.open("Bank ramp").page
    expect(picture(page)).to_be_visible()
    assert page.locator("path[data-hidden]").count() == 3  # the three edges at the far lower corner
    show(page, "Surface")
    page.locator("[data-entry='surface.wedge.hypotenuse']").hover()
    lit = page.locator("path[data-face='surface.wedge.hypotenuse']")
    expect(lit).to_have_attribute("fill", "var(--color-apricot-wash)")
    page.get_by_role("button", name="From above").click()
    expect(page.locator("path[data-hidden]")).to_have_count(0)
    lit.hover()
    expect(page.locator("[data-entry='surface.wedge.hypotenuse']")).to_have_attribute("data-lit", "true")


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("cylinder", "say its size"),
        ("cilinder radius 2", "is not a known solid; did you mean “cylinder”?"),
        ("cone radius 1 height 2 on nothing", "is no piece here to stand on"),
    ],
)
def test_a_line_that_can_t_be_read_says_why_and_keeps_its_text(bench: Bench, line: str, says: str) -> None:
    page = bench.open("Bollard").page
    field = page.get_by_label("Type a piece in words")
    field.fill(line)
    field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text(says)
    expect(field).to_have_value(line)


def test_a_wrong_measurement_keeps_the_last_good_picture(bench: Bench) -> None:
    page = bench.open("Bollard").page
    page.get_by_role("group", name="Pieces").get_by_role("button", name="post").click()
    field = page.get_by_role("combobox", name="radius of post", exact=True)
    field.fill("-1")
    field.press("Enter")
    expect(page.get_by_text("radius must be more than 0").first).to_be_visible()
    expect(picture(page)).to_be_visible()
    field.fill("0.3")
    field.press("Enter")
    bench.expect_total("≈ 0.31 m³")  # π 0.09 (0.9 + 0.2)


def test_a_drum_is_filled_by_handle_and_by_typing(bench: Bench) -> None:
    """0.5 m deep: 1.38 m³, the rest is room; half full at the axis."""
    page = bench.open("Rain drum").page
    page.get_by_role("button", name="Fill it").click()
    content = page.get_by_test_id("content")
    expect(content).to_contain_text("holds 3.05 m³ = 3053.63 L; room for 3.05 m³ = 3053.63 L more")
    expect(page.get_by_test_id("liquid")).to_be_visible()
    depth = page.get_by_label("Depth", exact=True)
    depth.fill("50 cm")
    depth.press("Enter")
    expect(content).to_contain_text("holds 1.38 m³ = 1384.33 L; room for 4.72 m³ = 4722.92 L more")
    handle = page.get_by_label("How deep it is filled")
    handle.focus()
    handle.press("End")
    expect(content).to_contain_text("holds 6.11 m³")
    depth.fill("3")
    depth.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("the depth must be from 0 to the height")
    page.keyboard.press("Control+z")
    page.get_by_label("Empty it").click()
    expect(page.get_by_test_id("liquid")).to_have_count(0)


def test_a_net_is_unfolded_and_told_face_by_face(bench: Bench) -> None:
    page = bench.open("Bank ramp").page
    handle = page.get_by_label("Unfold")
    handle.focus()
    handle.press("End")
    labels = page.get_by_test_id("net-labels")
    for text in ("24.00 m²", "9.00 m²", "3.00 m²", "≈ 25.63 m²"):
        expect(labels).to_contain_text(text)
    assert page.locator("path[data-hidden]").count() == 0
    handle.press("Home")
    expect(labels).to_have_count(0)
    assert page.locator("path[data-hidden]").count() == 3


def test_what_can_t_be_unfolded_says_why_on_the_page(bench: Bench) -> None:
    page = empty(bench)
    field = page.get_by_label("Type a part in words")
    field.fill("sphere radius 2")
    field.press("Enter")
    expect(page.get_by_text("a sphere is curved every way")).to_be_visible()


def test_a_measurement_is_picked_on_the_picture(bench: Bench) -> None:
    page = bench.open("Half-pipe from a block").page
    page.locator("[data-span='block height']").click()
    field = page.get_by_role("combobox", name="height of block", exact=True)
    expect(field).to_be_focused()
    field.fill("2")
    field.press("Enter")
    bench.expect_total("≈ 19.48 m³")  # 24 - 1.44π


def test_a_plane_figure_is_raised_by_words_and_its_walls_are_told(bench: Bench) -> None:
    page = bench.open("Start deck").page
    field = page.get_by_label("Type a part in words")
    field.fill("raise deck by 0.3")
    field.press("Enter")
    bench.expect_total("15.30 m³")  # 51 m² by 0.3 m
    show(page, "Lateral")
    bench.expect_total("9.60 m²")  # 32 m by 0.3 m
    expect(page.locator("li[data-entry^='lateral.deck']")).to_have_count(6)
    page.get_by_role("button", name="Usual view").click()
    expect(picture(page)).to_be_visible()


def test_a_solved_solid_of_a_card_is_handed_to_the_bench(bench: Bench) -> None:
    page = bench.page
    page.goto("/cards/cone")
    for title, text in (("volume", "96π"), ("height", "8")):
        field = page.get_by_label(title, exact=True)
        field.fill(text)
        field.press("Enter")
    expect(page.locator("[data-found=radius]")).to_contain_text("6 m")
    page.get_by_role("button", name="Use on the bench").click()
    page.get_by_role("menuitem", name="In a new problem").click()
    bench.expect_total("≈ 301.59 m³")
    expect(picture(page)).to_be_visible()
    show(page, "Surface")
    bench.expect_total("≈ 301.59 m²")  # 36π + 60π: as many square metres as cubic ones
