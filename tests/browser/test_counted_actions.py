"""Ordinary tasks from an empty problem, every action counted: a click, a field typed, a choice and a drag are one each."""

from __future__ import annotations

from typing import Any

import pytest
from playwright.sync_api import Locator, expect

from tests.browser.conftest import PAD, Bench

EMPTY = {**PAD, "figures": [{"name": "pad", "kind": "plane", "parts": []}], "asks": []}


class Hand:
    """A hand that counts what it does."""

    def __init__(self, bench: Bench) -> None:
        self.bench, self.page, self.done = bench, bench.page, 0

    def click(self, target: Locator) -> None:
        target.click()
        self.done += 1

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


@pytest.fixture
def hand(bench: Bench) -> Hand:
    bench.make(EMPTY)
    return Hand(bench)


@pytest.fixture(params=[(1280, 800), (820, 1180)], ids=["desk", "tablet"])
def anywhere(bench: Bench, request: Any) -> Hand:
    width, height = request.param
    bench.page.set_viewport_size({"width": width, "height": height})
    bench.make(EMPTY)
    return Hand(bench)


def test_a_window_in_seven(anywhere: Hand) -> None:
    anywhere.add("rectangle")
    anywhere.give("width of rectangle", "1.2")
    anywhere.give("height of rectangle", "1.5")
    anywhere.click(anywhere.page.locator("[data-edge=top] circle").first)
    anywhere.click(anywhere.page.get_by_role("button", name="Semicircle", exact=True))
    anywhere.bench.expect_total("≈ 2.37 m²")  # 1.8 + 0.18 π
    anywhere.click(anywhere.page.get_by_role("radio", name="Perimeter"))
    anywhere.bench.expect_total("≈ 6.08 m")  # 4.2 + 0.6 π
    assert anywhere.done <= 7


def test_a_disc_less_a_rectangle_in_eight(hand: Hand) -> None:
    hand.add("circle")
    hand.give("radius of circle", "2")
    hand.button("Hole")
    hand.click(hand.page.get_by_role("button", name="Rectangle", exact=True))
    hand.give("width of rectangle", "2")
    hand.give("height of rectangle", "1")
    hand.bench.expect_total("≈ 10.57 m²")  # 4 π - 2
    assert hand.done <= 8


def test_a_room_of_six_walls_two_unknown_in_eighteen(anywhere: Hand) -> None:
    """Its carpet, its skirting and its walls, 2.5 m high."""
    anywhere.words("outline R 6, U 4, L 2, U 1, L ?, D ? named room")
    anywhere.bench.expect_total("28.00 m²")
    anywhere.click(anywhere.page.get_by_role("radio", name="Perimeter"))
    anywhere.bench.expect_total("22.00 m")
    anywhere.button("× height")
    expect(anywhere.page.get_by_label("Expression of walls")).to_be_focused()
    anywhere.page.keyboard.type("2.5 m")
    anywhere.page.keyboard.press("Enter")
    anywhere.done += 1
    expect(anywhere.page.get_by_role("region", name="Working lines")).to_contain_text("55.00 m²")
    assert anywhere.done <= 18


def test_four_quarter_discs_in_common_in_fourteen(hand: Hand) -> None:
    hand.words("square 2")
    places = ("0, 0", "2, 0 turned 90", "2, 2 turned 180", "0, 2 turned 270")
    hand.words(*(f"keep common quarter circle radius 2 at {place}" for place in places))
    hand.bench.expect_total("≈ 1.26 m²")  # 4 (1 + π/3 - √3)
    assert hand.done <= 14


def test_two_figures_on_squares_with_a_shaded_share_in_twelve(hand: Hand) -> None:
    hand.words("rectangle 6 by 4", "rectangle 3 by 2 at 8, 0")
    hand.button("Squares")
    first, last = (hand.page.locator(f"[data-square='{at}']") for at in ("0,0", "2,0"))
    one, two = first.bounding_box(), last.bounding_box()
    assert one and two
    hand.page.mouse.move(one["x"] + 8, one["y"] + 8)
    hand.page.mouse.down()
    hand.page.mouse.move(two["x"] + 8, two["y"] + 8, steps=8)
    hand.page.mouse.up()
    hand.done += 1
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
