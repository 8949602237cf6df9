"""Each plane problem of the demo built from nothing, by real clicks, drags and keys, and its answers read off the page."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Route, expect

from tests.browser.conftest import Bench

Build = Callable[[Bench], None]
EMPTY: dict[str, Any] = {
    "format": "tilt-grid/problem",
    "version": 1,
    "title": "From nothing",
    "settings": {"unit": "m", "rounding": {"places": 2}},
    "figures": [{"name": "figure", "kind": "plane", "parts": []}],
    "asks": [
        {"label": "Area", "expression": "figure.area"},
        {"label": "Perimeter", "expression": "figure.perimeter"},
    ],
}


def empty(bench: Bench) -> None:
    bench.make(EMPTY)
    expect(bench.page.get_by_text("Nothing is drawn yet")).to_be_visible()


def write(bench: Bench, *lines: str) -> None:
    field = bench.page.get_by_role("combobox", name="Type a part in words")
    for line in lines:
        field.fill(line)
        field.press("Enter")
        expect(field).to_have_value("")


def click_squares(bench: Bench, *corners: tuple[float, float]) -> None:
    """Click corners of the grid, in metres from the board's middle."""
    board = bench.page.locator("svg[role=group]").bounding_box()
    assert board
    scale = 60  # of an empty board
    for x, y in corners:
        bench.page.mouse.move(
            board["x"] + board["width"] / 2 + x * scale, board["y"] + board["height"] / 2 - y * scale
        )
        bench.page.mouse.down()
        bench.page.mouse.up()


def kicker(bench: Bench) -> None:
    """Rectangle and quarter circle from the row of pictures; sizes and places typed into the bar."""
    page = bench.page
    page.get_by_title("Add: rectangle").click()
    page.get_by_role("combobox", name="width of rectangle").fill("2.4")
    page.get_by_role("combobox", name="height of rectangle").fill("1.2")
    page.keyboard.press("Enter")
    page.get_by_title("Add: quarter circle").click()
    page.get_by_role("combobox", name="radius of quarter_circle").fill("1.2")
    page.get_by_role("combobox", name="x of quarter_circle").fill("0")
    page.get_by_role("combobox", name="y of quarter_circle").fill("1.2")
    page.get_by_role("combobox", name="turn of quarter_circle, in degrees").fill("270")
    page.keyboard.press("Enter")
    page.get_by_label("How quarter_circle joins").select_option("take")


def deck(bench: Bench) -> None:
    """The outline clicked corner by corner; the last side closes by itself."""
    bench.page.get_by_role("button", name="Draw outline").click()
    click_squares(bench, (-4, -3), (5, -3), (5, 4), (0, 4), (0, 1), (-4, 1))
    expect(bench.page.get_by_test_id("hint")).to_contain_text("5 sides so far")
    click_squares(bench, (-4, -3))
    assert bench.stored_part("outline")["walk"] == "R 9, U 7, L 5, D 3, L ?, D ?"


def bowl(bench: Bench) -> None:
    """One disc from the pictures, duplicated, the copy dragged until the centres are 3 m apart."""
    page = bench.page
    page.get_by_title("Add: circle").click()
    page.get_by_role("combobox", name="radius of circle").fill("3")
    page.get_by_role("combobox", name="x of circle").fill("0")
    page.get_by_role("combobox", name="y of circle").fill("0")
    page.keyboard.press("Enter")
    page.get_by_title("Duplicate (D)").click()
    page.get_by_role("button", name="Fit").click()
    box = bench.part("circle2").locator("path").nth(1).bounding_box()
    assert box
    metre = box["width"] / 6
    bench.drag(bench.part("circle2").locator("path").nth(1), (2.51 * metre, 0.52 * metre), (0.9, 0.5))
    assert bench.stored_part("circle2")["at"] == ["3", "0"]


def petal(bench: Bench) -> None:
    write(bench, "quarter circle radius 0.6", "keep common quarter circle radius 0.6 at 0.6, 0.6 turned 180")


def sail(bench: Bench) -> None:
    """A triangle whose givens are exchanged for two sides and the angle between them."""
    page = bench.page
    page.get_by_title("Add: triangle").click()
    page.get_by_role("combobox", name="base of triangle").fill("8.5")
    page.keyboard.press("Enter")
    page.get_by_label("Given: height. Give another").select_option("b")
    page.get_by_role("combobox", name="b of triangle").fill("6")
    page.keyboard.press("Enter")
    expect(page.get_by_label("What to mend")).to_contain_text("one more measurement is needed")
    page.get_by_label("Give one more measurement of triangle").select_option("A")
    page.get_by_role("combobox", name="A of triangle").fill("75")
    page.keyboard.press("Enter")


def sprinkler(bench: Bench) -> None:
    page = bench.page
    page.get_by_title("Add: sector").click()
    page.get_by_role("combobox", name="radius of sector").fill("5.5")
    page.keyboard.press("Enter")
    bench.measure_on_board("angle of sector", "110°")


def bandstand(bench: Bench) -> None:
    page = bench.page
    page.get_by_title("Add: regular polygon").click()
    page.get_by_role("combobox", name="sides of regular_polygon").fill("8")
    page.keyboard.press("Enter")
    bench.measure_on_board("side of regular_polygon", "2.5")


PROBLEMS: list[tuple[Build, str, str]] = [
    (kicker, "1.75 m²", "6.68 m"),
    (deck, "51.00 m²", "32.00 m"),
    (bowl, "45.49 m²", "25.13 m"),
    (petal, "0.21 m²", "1.88 m"),
    (sail, "24.63 m²", "23.55 m"),
    (sprinkler, "29.04 m²", "21.56 m"),
    (bandstand, "30.18 m²", "20.00 m"),
]


@pytest.mark.parametrize(("build", "area", "perimeter"), PROBLEMS, ids=[p[0].__name__ for p in PROBLEMS])
def test_a_demo_problem_from_nothing(bench: Bench, build: Build, area: str, perimeter: str) -> None:
    empty(bench)
    build(bench)
    bench.expect_answer("Area", area)
    bench.expect_answer("Perimeter", perimeter)


def test_an_outline_grows_while_it_is_typed(bench: Bench) -> None:
    empty(bench)
    page = bench.page
    field = page.get_by_role("combobox", name="Type a part in words")
    field.fill("outline R 9, U 7")
    bench.expect_total("31.50 m²")  # closed by itself: half of 9 × 7
    expect(page.get_by_label("What to mend")).to_contain_text("closed by side 3, L 9 m D 7 m")
    field.fill("outline R 9, U 7, L 5, D 3, L ?, D ?")
    bench.expect_total("51.00 m²")
    field.press("Escape")
    field.press("Escape")
    expect(page.get_by_text("Nothing is drawn yet")).to_be_visible()  # it was only looked at
    field.fill("outline R 9, U 7, L 5, D 3, L ?, D ? named deck")
    field.press("Enter")
    expect(page.get_by_test_id("sides")).to_have_text("6 sides")
    bench.expect_answer("Area", "51.00 m²")


def test_a_late_answer_to_an_older_text_undoes_nothing(bench: Bench) -> None:
    empty(bench)
    held: list[Route] = []
    bench.page.route("**/api/entry", lambda route: route.continue_() if held else held.append(route))
    field = bench.page.get_by_role("combobox", name="Type a part in words")
    field.focus()  # asks for ways to go on from nothing; the answer is held back
    field.fill("outline R 9, U 7")
    bench.expect_total("31.50 m²")
    assert len(held) == 1
    held[0].continue_()
    bench.page.wait_for_timeout(500)
    bench.expect_total("31.50 m²")


def test_a_faulty_first_part_does_not_hide_the_next(bench: Bench) -> None:
    bad = {"name": "bad", "shape": "outline", "walk": "R 5, U ?, L ?, D ?, R ?"}
    bench.make({**EMPTY, "figures": [{"name": "figure", "kind": "plane", "parts": [bad]}]})
    page = bench.page
    write(bench, "outline R 5, U 3, L ?, D ? named patio")
    expect(bench.part("patio")).to_be_visible()
    mend = page.get_by_label("What to mend")
    expect(mend).to_contain_text("leave one level side open")
    mend.get_by_role("button").first.click()  # leads to the faulty part, which can't be clicked on the board
    expect(page.get_by_label("Walk of bad")).to_have_value("R 5, U ?, L ?, D ?, R ?")
    page.get_by_title("Remove (Delete)").click()
    bench.expect_answer("Area", "15.00 m²")


def test_sides_are_typed_and_corners_dragged(bench: Bench) -> None:
    empty(bench)
    page = bench.page
    write(bench, "outline R 9, U 7, L 5, D 3, L ?, D ? named deck")
    bench.measure_on_board("side1 of deck", "10")
    bench.expect_answer("Area", "55.00 m²")  # 10 × 4 + 5 × 3, the open side follows
    assert bench.stored_part("deck")["walk"] == "R 10, U 7, L 5, D 3, L ?, D ?"
    page.get_by_role("button", name="Fit").click()
    box = bench.part("deck").locator("path").nth(1).bounding_box()
    assert box
    bench.drag(page.locator("[data-corner='4']"), (0, box["height"] / 7))
    bench.expect_answer("Area", "52.50 m²")  # the left step is half a metre lower on average: 5 × 1 / 2 less
    field = page.get_by_label("Walk of deck")
    field.fill("R 6, U 6, L 6, D 2, R 3")
    field.press("Enter")
    expect(page.get_by_label("What to mend")).to_contain_text("it was closed by side 6")
    field.fill("R 6, U 6, D 3 L 8, R 10")
    field.press("Enter")
    expect(page.get_by_label("What to mend")).to_contain_text("must not cross or touch itself")
    expect(page.locator("[data-layer=fault] circle").first).to_be_visible()
    expect(field).to_have_value("R 6, U 6, D 3 L 8, R 10")  # nothing that was typed is lost


def test_a_shape_on_an_edge_follows_it_and_a_hole_stays_in_the_middle(bench: Bench) -> None:
    empty(bench)
    page = bench.page
    write(bench, "rectangle 4.8 by 1.8 named board")
    page.locator("[data-edge=top] .reach").click()
    page.get_by_role("dialog").get_by_role("button", name="Semicircle").click()
    bench.expect_answer("Area", "17.69 m²")  # 8.64 + 2.88π
    page.keyboard.press("Escape")
    bench.part("board").focus()
    page.keyboard.press("Enter")
    page.keyboard.press("h")
    page.get_by_role("dialog", name="A hole in board").get_by_role(
        "button", name="Circle", exact=True
    ).click()
    page.get_by_role("combobox", name="radius of circle").fill("0.5")
    page.keyboard.press("Enter")
    bench.expect_answer("Area", "16.90 m²")
    bench.measure_on_board("width of board", "4")
    bench.expect_answer("Area", "12.70 m²")  # 7.2 + 2π - 0.25π
    assert bench.stored_part("circle")["on"] == {"part": "board", "side": "out", "along": "middle"}
    bench.part("circle").focus()
    page.keyboard.press("Enter")
    page.get_by_role("button", name="detach").click()
    assert bench.stored_part("circle")["at"] == ["2", "0.9"]


def test_handles_that_fit_turn_an_angle_and_pull_a_top(bench: Bench) -> None:
    empty(bench)
    page = bench.page
    write(bench, "sector radius 4 angle 60° named patch")
    arm = page.locator("[data-grip=angle]")
    box = bench.part("patch").locator("path").nth(1).bounding_box()
    assert box
    metre = box["width"] / 4
    bench.drag(arm, (-2 * metre, 4 * (3**0.5) / 2 * metre - 4 * metre))  # from 60° straight up to 90°
    assert bench.stored_part("patch")["given"]["angle"] == "90°"
    bench.expect_answer("Area", "12.57 m²")  # a quarter of 16π
    page.keyboard.press("Delete")
    write(bench, "trapezoid base 5 top 2 height 3 offset 1 named ramp")
    box = bench.part("ramp").locator("path").nth(1).bounding_box()
    assert box
    bench.drag(page.locator("[data-grip=top]"), (box["width"] / 5, 0))
    assert bench.stored_part("ramp")["given"]["top"] == "3"
    bench.expect_answer("Area", "12.00 m²")


def test_ways_stand_side_by_side_and_own_cuts_are_drawn(bench: Bench) -> None:
    bench.open("Start deck")
    page = bench.page
    page.get_by_role("button", name="Split …").click()
    ways = page.get_by_role("region", name="Ways to split")
    ways.get_by_role("button", name="Rectangles by upright cuts", exact=True).click()
    page.get_by_role("button", name="Beside: Surrounding rectangle").click()
    expect(ways.get_by_role("status")).to_have_text("Both come to 51.00 m²")
    totals = page.get_by_test_id("side-by-side").locator("[data-sum]")
    assert [t.get_attribute("data-sum") for t in totals.all()] == ["51.000000", "51.000000"]
    expect(page.locator("[data-layer=split] [data-piece]")).to_have_count(2)
    ways.get_by_role("button", name="Close").click()
    page.keyboard.press("c")
    board = bench.part("floor").locator("path").nth(1).bounding_box()
    assert board
    metre = board["width"] / 9
    for x, y in ((2, 0), (2, 4)):
        page.mouse.click(board["x"] + x * metre, board["y"] + board["height"] - y * metre)
    entries = page.locator("[data-entry^=piece]")
    expect(entries).to_have_count(2)
    expect(entries.first).to_contain_text("rectangle")
    bench.expect_total("51.00 m²")
    bench.expect_saved()
    assert bench.stored()["figures"][0]["cuts"] == [[["2", "0"], ["2", "4"]]]


def test_squares_are_counted_and_shaded(bench: Bench) -> None:
    bench.open("Score board on squares")
    page = bench.page
    page.keyboard.press("s")
    panel = page.get_by_test_id("squares")
    expect(panel).to_contain_text("34 whole squares: 34 m²")
    expect(panel).to_contain_text("21 lattice points inside, 30 on the border")
    expect(panel.get_by_test_id("share")).to_contain_text("≈ 0.1714 = 17.14 %")
    page.locator("[data-square='3,0']").click()
    expect(panel.get_by_test_id("share")).to_contain_text("7 of 35 squares")
    expect(panel.get_by_test_id("share")).to_contain_text("0.2000 = 20.00 %")
    page.locator("[data-square='4,0']").focus()
    page.keyboard.press("Space")
    expect(panel.get_by_test_id("share")).to_contain_text("8 of 35 squares")
    panel.get_by_role("button", name="Equivalent fractions").click()
    expect(panel).to_contain_text("8/35 = 16/70 = 24/105")


def test_why_the_formula_holds_is_played_on_the_figure(bench: Bench) -> None:
    empty(bench)
    page = bench.page
    write(bench, "triangle base 6 height 4 offset 2 named gable")
    page.get_by_role("button", name="Why?").click()
    region = page.get_by_role("region", name="Why the formula holds for gable")
    expect(region).to_contain_text("one triangle is half of it")
    copy = page.locator("[data-layer=why] path").nth(1)
    before = copy.get_attribute("transform")
    handle = region.get_by_role("slider")
    handle.focus()
    page.keyboard.press("End")
    assert before != copy.get_attribute("transform")
    assert "rotate(-180" in (copy.get_attribute("transform") or "")
    region.get_by_role("radio", name="Shear it").click()
    handle.focus()
    page.keyboard.press("End")
    region.get_by_role("button", name="Close").click()
    expect(region).to_have_count(0)


def test_a_word_makes_the_ask_and_a_rate_its_cost(bench: Bench) -> None:
    bench.make({**EMPTY, "statement": "How much turf, how much fence?", "asks": []})
    page = bench.page
    write(bench, "rectangle 12 by 5")
    page.get_by_role("button", name="“turf” means area").click()
    page.get_by_role("button", name="Ask for it").click()
    expect(page.get_by_role("button", name=re.compile("^Turf")).locator("output")).to_have_text("60.00 m²")
    page.get_by_role("button", name=re.compile("^Turf")).click()
    page.get_by_label("one rate a line").fill("10 % waste\nrolls of 4 m²\n€11.50 per roll")
    page.get_by_role("button", name="Done").click()
    expect(page.get_by_test_id("rates")).to_have_text("66.00 m² · 17 rolls · €195.50")
    page.get_by_role("button", name=re.compile("^Turf")).click()
    page.get_by_label("one rate a line").fill("€3 per m")
    page.get_by_role("button", name="Done").click()
    expect(page.get_by_text("the answer is an area, “m” is a length")).to_be_visible()


def test_drawing_by_keyboard_alone(bench: Bench) -> None:
    empty(bench)
    page = bench.page
    page.keyboard.press("o")
    for keys in (
        "Space",
        *["Shift+ArrowRight"] * 4,
        "Space",
        *["Shift+ArrowUp"] * 3,
        "Space",
        *["Shift+ArrowLeft"] * 4,
        "Space",
        "Enter",
    ):
        page.keyboard.press(keys)
    bench.expect_answer("Area", "12.00 m²")
    bench.expect_answer("Perimeter", "14.00 m")
    page.keyboard.press("x")
    expect(page.get_by_role("region", name="Ways to split")).to_be_visible()
