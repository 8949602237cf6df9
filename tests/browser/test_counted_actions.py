"""Ordinary tasks from an empty problem, every action counted: a click, a field typed, a choice and a drag are one each."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import pytest
from playwright.sync_api import Browser, Locator, ViewportSize, expect

from tests.browser.conftest import PAD, Bench
from tests.browser.service import Service

EMPTY = {**PAD, "figures": [{"name": "pad", "kind": "plane", "parts": []}], "asks": []}


class Hand:
    """A hand that counts what it does: with the mouse, with a finger on a tablet, or with the keys alone."""

    def __init__(self, bench: Bench, by: str) -> None:
        self.bench, self.page, self.by, self.done = bench, bench.page, by, 0

    def click(self, target: Locator) -> None:
        self.done += 1
        if self.by == "touch":
            target.tap()
        elif self.by == "keys":
            expect(target).to_be_enabled()
            target.focus()
            expect(target).to_be_focused()  # what has no place among the Tab stops can't be
            self.page.keyboard.press("Space")
        else:
            target.click()

    def add(self, shape: str) -> None:
        self.click(self.page.get_by_title(f"Add: {shape}", exact=True))

    def button(self, name: str) -> None:
        self.click(self.page.get_by_role("button", name=name, exact=True))

    def give(self, field: str, text: str) -> None:
        self.page.get_by_label(field, exact=True).fill(text)
        self.page.keyboard.press("Enter")
        self.done += 1

    def words(self, *phrases: str) -> None:
        """Each typed into the line, and Enter."""
        line = self.page.get_by_role("combobox", name="Type a part in words")
        for phrase in phrases:
            line.fill(phrase)
            line.press("Enter")
            expect(line).to_have_value("")
            self.done += 1

    def shade(self, *squares: str) -> None:
        """By one stroke of the mouse; one by one otherwise."""
        places = [self.page.locator(f"[data-square='{at}']") for at in squares]
        if self.by != "mouse":
            for place in places:
                self.click(place)
            return
        one, two = places[0].bounding_box(), places[-1].bounding_box()
        assert one and two
        self.page.mouse.move(one["x"] + 8, one["y"] + 8)
        self.page.mouse.down()
        self.page.mouse.move(two["x"] + 8, two["y"] + 8, steps=8)
        self.page.mouse.up()
        self.done += 1


@pytest.fixture(params=["mouse", "touch", "keys"])
def hand(browser: Browser, service: Service, request: Any) -> Iterator[Hand]:
    """At a desk, or on a tablet of ten inches."""
    size: ViewportSize = (
        {"width": 820, "height": 1180} if request.param == "touch" else {"width": 1280, "height": 800}
    )
    with browser.new_context(
        viewport=size, has_touch=request.param == "touch", base_url=service.address
    ) as context:
        page = context.new_page()
        faults: list[str] = []
        page.on("pageerror", lambda error: faults.append(str(error)))
        yield Hand(Bench(page).make(EMPTY), request.param)
        assert faults == []


def test_a_window_in_seven(hand: Hand) -> None:
    hand.add("rectangle")
    hand.give("width of rectangle", "1.2")
    hand.give("height of rectangle", "1.5")
    hand.click(hand.page.locator("[data-edge=top]" if hand.by == "keys" else "[data-edge=top] .reach"))
    hand.click(hand.page.get_by_role("button", name="Semicircle", exact=True))
    hand.bench.expect_total("≈ 2.37 m²")  # 1.8 + 0.18 π
    hand.click(hand.page.get_by_role("radio", name="Perimeter"))
    hand.bench.expect_total("≈ 6.08 m")  # 4.2 + 0.6 π
    assert hand.done <= 7


def test_a_disc_less_a_rectangle_in_eight(hand: Hand) -> None:
    hand.add("circle")
    hand.give("radius of circle", "2")
    hand.button("Hole")
    hand.click(hand.page.get_by_role("button", name="Rectangle", exact=True))
    hand.give("width of rectangle", "2")
    hand.give("height of rectangle", "1")
    hand.bench.expect_total("≈ 10.57 m²")  # 4 π - 2
    assert hand.done <= 8


def test_a_room_of_six_walls_two_unknown_in_eighteen(hand: Hand) -> None:
    """Its carpet, its skirting and its walls, 2.5 m high."""
    hand.words("outline R 6, U 4, L 2, U 1, L ?, D ? named room")
    hand.bench.expect_total("28.00 m²")
    hand.click(hand.page.get_by_role("radio", name="Perimeter"))
    hand.bench.expect_total("22.00 m")
    hand.button("× height")
    expect(hand.page.get_by_label("Expression of walls")).to_be_focused()
    hand.page.keyboard.type("2.5 m")
    hand.page.keyboard.press("Enter")
    hand.done += 1
    expect(hand.page.get_by_role("region", name="Working lines")).to_contain_text("55.00 m²")
    assert hand.done <= 18


def test_four_quarter_discs_in_common_in_fourteen(hand: Hand) -> None:
    hand.words("square 2")
    places = ("0, 0", "2, 0 turned 90", "2, 2 turned 180", "0, 2 turned 270")
    hand.words(*(f"keep common quarter circle radius 2 at {place}" for place in places))
    hand.bench.expect_total("≈ 1.26 m²")  # 4 (1 + π/3 - √3)
    assert hand.done <= 14


def test_two_figures_on_squares_with_a_shaded_share_in_twelve(hand: Hand) -> None:
    hand.words("rectangle 6 by 4", "rectangle 3 by 2 at 8, 0")
    hand.button("Squares")
    hand.shade("0,0", "1,0", "2,0")
    panel = hand.page.get_by_test_id("squares")
    expect(panel).to_contain_text("squares: 24 m² + 6 m² = 30 m²")
    expect(panel.get_by_test_id("share")).to_contain_text("3 of 30 squares")
    assert hand.done <= 12


def test_a_triangle_doubled_and_halved_in_seven(hand: Hand) -> None:
    hand.words("triangle base 6 height 4 offset 2 named gable")
    hand.button("Why?")
    region = hand.page.get_by_role("region", name="Why the formula holds for gable")
    region.get_by_role("slider").focus()
    hand.page.keyboard.press("End")
    hand.done += 1
    expect(region).to_contain_text("one triangle is half of it")
    assert hand.done <= 7


def test_early_rounding_is_seen_in_four(hand: Hand) -> None:
    hand.words("circle diameter 2.35")
    hand.click(hand.page.get_by_test_id("total").get_by_role("button"))
    expect(hand.page.get_by_role("dialog")).to_contain_text("each step")
    assert hand.done <= 4


def test_three_polygons_driven_by_one_side_in_fourteen(hand: Hand) -> None:
    hand.words(
        "square 2 named first",
        "equilateral triangle side first.side at 3, 0 named second",
        "regular polygon sides 6 side first.side at 8, 2 named third",
    )
    hand.click(hand.bench.part("first"))
    hand.give("side of first", "3")
    hand.bench.expect_total("≈ 36.28 m²")  # 9 (1 + √3/4 + 3 √3/2)
    assert hand.done <= 14


def test_eight_parts_in_thirty_two(hand: Hand) -> None:
    hand.words(
        *(f"square {n} at {3 * n}, 0" for n in range(1, 4)),
        *(f"circle radius 0.5 at {3 * n}, 6" for n in range(5)),
    )
    hand.bench.expect_total("≈ 17.93 m²")  # 1 + 4 + 9 + 5 π / 4
    assert hand.done <= 32


LARGE = {
    "Add part",
    "Draw outline",
    "Cut lines",
    "Squares",
    "Hole",
    "Mirror",
    "Duplicate",
    "Remove",
    "Fit",
    "+ Ask",
    "+ Line",
}


@pytest.mark.parametrize("hand", ["touch"], indirect=True)
def test_a_finger_meets_what_it_means(hand: Hand) -> None:
    """Every target measures 24 pixels at least, the common ones 40; a number in a fraction is met beside it."""
    page = hand.page
    hand.words("rectangle 6 by 4", "triangle base 3 height 2 named gable")
    hand.click(hand.bench.part("gable"))
    expect(
        page.get_by_text("Right triangle", exact=True)
    ).to_be_visible()  # names, where there is no pointer to rest
    seen = set()
    for target in page.locator(
        "button:visible, a:visible, input:visible, select:visible, summary:visible"
    ).all():
        name = (
            target.get_attribute("aria-label") or target.inner_text() or target.get_attribute("title") or ""
        )
        box = target.bounding_box()
        assert box is not None
        if target.get_attribute("role") in ("radio", "switch"):
            continue  # their label is met as well
        assert min(box["width"], box["height"]) >= 24, (name, box)
        if name in LARGE:
            assert min(box["width"], box["height"]) >= 40, (name, box)
            seen.add(name)
    assert seen == LARGE
    base = page.get_by_role("button", name="change the base of gable").last
    where = base.bounding_box()
    assert where is not None
    page.touchscreen.tap(where["x"] + where["width"] / 2, where["y"] + where["height"] + 6)
    expect(page.get_by_role("combobox", name="base of gable").last).to_be_focused()
