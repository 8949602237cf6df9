"""A profile on the bench: readings pasted and typed, rules side by side, area and volume; a curve."""

from __future__ import annotations

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
    page.get_by_role("textbox", name="Reading 1", exact=True).evaluate(
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
    page.get_by_role("textbox", name="Reading 1", exact=True).focus()
    for text in ("1", "2", "x", "3"):
        page.keyboard.type(text)
        page.keyboard.press("Enter")
        page.wait_for_timeout(120)
    expect(page.get_by_role("textbox", name="Reading 3", exact=True)).to_have_attribute(
        "aria-invalid", "true"
    )
    expect(page.get_by_text("is not a known name")).to_be_visible()
    typed(page, "Reading 3", "2.5")
    bench.expect_total("6.50 m²")  # 1.5 + 2.25 + 2.75
    page.keyboard.press("Control+z")
    expect(page.get_by_role("textbox", name="Reading 3", exact=True)).to_have_value("x")


def test_positions_pasted_with_their_readings(bench: Bench) -> None:
    page = begun(bench)
    paste(page, "0;1,5\n1;2,5\n3;0,5\n")
    bench.expect_total("5.00 m²")  # 2 · 1 + 1.5 · 2
    page.get_by_role("radio", name="Simpson").click()
    expect(page.get_by_text("Simpson's rule takes equal strips")).to_be_visible()
    paste(page, "0,5\n1,5\n")  # asked about, and what is there stays
    expect(page.get_by_text("Write 0.5 or 0; 5")).to_be_visible()
    expect(page.get_by_role("textbox", name="Reading 2", exact=True)).to_have_value("2.5")


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
