"""A profile on the bench: readings pasted and typed, rules side by side, area and volume; a curve."""

from __future__ import annotations

import csv
import re
from pathlib import Path

from playwright.sync_api import Page, expect

from tests.browser.conftest import Bench
from tests.browser.test_solid_tools import typed
from tests.browser.test_solids import empty, show

MOUND = "0 0.35 0.62 0.80 0.92 0.96 0.90 0.71 0.48 0.22 0"


def begun(bench: Bench) -> Page:
    """An empty profile beside the empty figure."""
    page = empty(bench)
    page.get_by_role("button", name="+ Figure").click()
    page.get_by_role("menuitem", name="Profile of readings").click()
    expect(page.get_by_text("Readings or a curve make strips")).to_be_visible()
    return page


def paste(page: Page, text: str) -> None:
    page.get_by_label("Reading 1", exact=True).evaluate(
        """(field, text) => {
            const data = new DataTransfer();
            data.setData('text/plain', text);
            data.setData('text', text);
            field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
        }""",
        text,
    )


def test_the_mound_from_paste_to_volume(bench: Bench) -> None:
    """By trapezoids 2.98 m², by Simpson 3 m²; 4.2 m wide."""
    page = begun(bench)
    paste(page, MOUND)
    typed(page, "Spacing", "0.5")
    bench.expect_total("2.98 m²")
    expect(page.locator("[data-strip]")).to_have_count(10)
    expect(page.get_by_text("11 ordinates, so 10 strips of 0.50 m each")).to_be_visible()
    typed(page, "Breadth", "4.2")
    show(page, "Volume")
    bench.expect_total("≈ 12.52 m³")
    page.get_by_role("radio", name="Simpson").click()
    bench.expect_total("12.60 m³")
    show(page, "Area")
    expect(page.locator("[data-strip]")).to_have_count(5)
    expect(page.get_by_test_id("weighted")).to_contain_text("a third of the width of a strip")
    expect(page.get_by_label("The area by every rule")).to_contain_text("Trapezoid")


def test_readings_by_keys_and_what_is_wrong_said_at_its_place(bench: Bench) -> None:
    page = begun(bench)
    page.get_by_label("Reading 1", exact=True).focus()
    for text in ("1", "2", "x", "3"):
        page.keyboard.type(text)
        page.keyboard.press("Enter")
        page.wait_for_timeout(120)
    expect(page.get_by_label("Reading 3", exact=True)).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_text("is not a known name")).to_be_visible()
    typed(page, "Reading 3", "2.5")
    bench.expect_total("6.50 m²")  # 1.5 + 2.25 + 2.75
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Reading 3", exact=True)).to_have_value("x")


def test_positions_pasted_with_their_readings(bench: Bench) -> None:
    page = begun(bench)
    paste(page, "0;1,5\n1;2,5\n3;0,5\n")
    bench.expect_total("5.00 m²")  # 2 · 1 + 1.5 · 2
    page.get_by_role("radio", name="Simpson").click()
    expect(page.get_by_text("Simpson's rule takes equal strips")).to_be_visible()
    paste(page, "0,5\n1,5\n")  # asked about, and what is there stays
    expect(page.get_by_text("Write 0.5 or 0; 5")).to_be_visible()
    expect(page.get_by_label("Reading 2", exact=True)).to_have_value("2.5")


def test_a_curve_by_every_rule(bench: Bench) -> None:
    """x² from 0 to 3: 9; in six strips by trapezoids 73/8, by midpoints 143/16, by Simpson 9."""
    page = begun(bench)
    page.get_by_role("radio", name="A curve").click()
    typed(page, "The curve over x", "x^2")
    typed(page, "To", "3")
    typed(page, "Number of strips", "6")
    bench.expect_total("≈ 9.13 m²")
    page.get_by_role("radio", name="Midpoint").click()
    bench.expect_total("≈ 8.94 m²")
    page.get_by_role("radio", name="Simpson").click()
    bench.expect_total("9.00 m²")
    typed(page, "The curve over x", "1/x")
    expect(page.get_by_text("at x = 0.00 m")).to_be_visible()


def curve(page: Page, text: str, start: str, end: str) -> None:
    page.get_by_role("radio", name="A curve").click()
    typed(page, "The curve over x", text)
    typed(page, "From", start)
    typed(page, "To", end)


def test_a_curve_told_exactly_and_led_round_in_three_ways(bench: Bench) -> None:
    """x (4 - x)/2 from 0 to 4: 16/3; round its line 128π/15, round x = 0 64π/3."""
    page = begun(bench)
    curve(page, "0.5 x (4 - x)", "0", "4")
    page.get_by_role("radio", name="Exact").click()
    bench.expect_total("≈ 5.33 m²")
    expect(page.get_by_test_id("antiderivative")).to_contain_text("F(x)")
    show(page, "Spun")
    bench.expect_total("≈ 26.81 m³")
    expect(page.get_by_test_id("ways")).to_contain_text("agree")
    page.get_by_label("The line that it is led round").select_option("upright")
    bench.expect_total("≈ 67.02 m³")
    expect(page.get_by_test_id("ways")).to_contain_text("shells")
    expect(page.get_by_test_id("axis")).to_have_count(1)
    page.get_by_role("radio", name="Solid", exact=True).click()
    expect(page.get_by_role("button", name="From above")).to_be_visible()


def test_strips_on_a_slider_and_how_the_error_shrinks(bench: Bench) -> None:
    page = begun(bench)
    curve(page, "e^x", "0", "1")
    slider = page.get_by_role("slider", name="Number of strips, slid")
    slider.focus()
    for _ in range(3):
        page.keyboard.press("Home")
    expect(page.locator("[data-strip]")).to_have_count(1)
    for _ in range(45):  # several positions for one strip and for two, by keys
        page.keyboard.press("ArrowRight")
    expect(page.get_by_label("Number of strips", exact=True)).to_have_value("3")
    page.keyboard.press("End")
    expect(page.get_by_label("Number of strips", exact=True)).to_have_value("1000")
    expect(page.get_by_text("1001 ordinates, so 1000 strips")).to_be_visible()
    page.get_by_role("radio", name="Error").click()
    expect(page.get_by_role("img", name="Error against the number of strips")).to_have_attribute(
        "aria-label", "Error against the number of strips: Left of order 1.00, Right of order 1.00, "
        "Midpoint of order 2.00, Trapezoid of order 2.00, Simpson of order 4.00",
    )  # fmt: skip
    expect(page.get_by_label("Bounds of the error")).to_contain_text("at most")


def test_while_strips_are_slid_the_column_stays_as_it_was(bench: Bench) -> None:
    page = begun(bench)
    curve(page, "x^2", "0", "3")
    column = page.get_by_text("Ordinates with their weights").locator("..")
    expect(column.locator("tbody tr")).to_have_count(11)
    slider = page.get_by_role("slider", name="Number of strips, slid")
    slider.evaluate(
        """(slider) => {
            Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(slider, '130');
            slider.dispatchEvent(new Event('input', {bubbles: true}));
        }"""
    )
    expect(page.get_by_text("21 ordinates, so 20 strips")).to_be_visible()
    expect(page.locator("[data-entry]")).to_have_count(1)
    expect(column.locator("tbody tr")).to_have_count(11)
    slider.focus()
    slider.blur()
    expect(column.locator("tbody tr")).to_have_count(21)
    expect(page.locator("[data-entry]")).to_have_count(20)


def test_a_letter_is_slid_and_a_lower_curve_taken_away(bench: Bench) -> None:
    page = begun(bench)
    curve(page, "a x", "0", "2")
    expect(page.get_by_text("is not a known name")).to_be_visible()
    page.get_by_role("button", name="+ Letter").click()
    typed(page, "Value of a", "3")
    bench.expect_total("6.00 m²")
    page.get_by_role("button", name="+ Lower curve").click()
    typed(page, "The lower curve over x", "x")
    bench.expect_total("4.00 m²")
    page.get_by_role("slider", name="Slide a").focus()
    page.keyboard.press("End")
    bench.expect_total("8.00 m²")  # a = 5
    page.keyboard.press("Control+z")
    bench.expect_total("4.00 m²")


def test_the_sounding_device_streams_and_can_be_stopped(bench: Bench) -> None:
    page = begun(bench)
    page.get_by_role("button", name="Sounding device").click()
    page.get_by_label("How many readings").select_option("41")
    page.get_by_role("button", name="Take readings").click()
    expect(page.get_by_role("progressbar", name="Readings taken")).to_be_visible()
    expect(page.get_by_text(re.compile(r"\d+ of 41"))).to_be_visible()
    expect(page.get_by_label("Reading 2", exact=True)).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_text("stopped after")).to_be_visible()
    page.get_by_label("How many readings").select_option("9")
    page.get_by_role("button", name="Take readings").click()
    expect(page.get_by_text("all 9 readings are there")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_label("Reading 9", exact=True)).to_be_visible()
    expect(page.get_by_label("What the readings are")).to_have_value("depth")
    expect(page.locator("[data-strip]")).to_have_count(8)


def test_a_file_of_depths_is_opened_and_filled(bench: Bench, tmp_path: Path) -> None:
    page = begun(bench)
    file = tmp_path / "pond.csv"
    with file.open("w", newline="") as out:
        writer = csv.writer(out, delimiter=";")
        writer.writerows([["at (m)", "depth (m)"], ["0", "0,0"], ["1", "1,0"], ["2", "2,0"], ["3", "0,0"]])
    page.get_by_label("A file of readings").set_input_files(file)
    bench.expect_total("3.00 m²")
    page.get_by_label("What the readings are").select_option("depth")
    typed(page, "Breadth", "2")
    page.get_by_role("button", name="Fill it").click()
    typed(page, "Level", "1")
    expect(page.get_by_test_id("basin")).to_contain_text("0.75 m², 1.50 m³; half of it below 1.41 m")
    expect(page.get_by_test_id("filled")).to_be_visible()


def test_a_grid_of_depths_makes_a_basin(bench: Bench) -> None:
    page = begun(bench)
    page.get_by_role("radio", name="A grid").click()
    bench.expect_total("2.20 m³")  # rows of 0.4, 1.75 and 0.5 m²
    page.get_by_role("radio", name="Simpson").click()
    typed(page, "Depth 2, 2", "2")
    typed(page, "Spacing along a row", "2")
    bench.expect_total("≈ 8.89 m³")  # rows of 16/15, 91/15 and 4/3 m²
    page.get_by_role("radio", name="Solid", exact=True).click()
    expect(page.get_by_role("button", name="From above")).to_be_visible()


def test_an_odd_strip_is_explained_with_its_choices(bench: Bench) -> None:
    page = begun(bench)
    paste(page, "1 5 2 3")
    page.get_by_role("radio", name="Simpson").click()
    expect(page.get_by_text("the last one is told as a trapezoid")).to_be_visible()
    bench.expect_total("≈ 10.17 m²")  # (1 + 20 + 2)/3 + 5/2 = 61/6
    page.get_by_role("button", name="Leave the first one over").click()
    bench.expect_total("≈ 8.33 m²")
