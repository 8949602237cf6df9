"""Three demo problems worked wholly, a plane figure, a solid, a profile: lines, a slip, the right answer, step by step, printed."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Bench


def add_line(page: Page, name: str, typed: str, comes_to: str) -> None:
    page.get_by_role("button", name="+ Line").click()
    page.get_by_label("Name of the line").last.fill(name)
    page.keyboard.press("Enter")
    field = page.get_by_label(f"Expression of {name}")
    field.fill(typed)
    field.press("Enter")
    expect(page.get_by_role("region", name="Working lines")).to_contain_text(comes_to)


def answer(page: Page, label: str, wrong: str, slip: str, right: str) -> None:
    page.get_by_role("button", name=f"Answer: {label}").click()
    field = page.get_by_role("textbox", name="Your answer")
    field.fill(wrong)
    field.press("Enter")
    expect(page.get_by_test_id("verdict")).to_contain_text(slip)
    field.fill(right)
    field.press("Enter")
    expect(page.get_by_test_id("verdict")).to_contain_text("Right.")
    page.keyboard.press("Escape")


def step_to_the_end(page: Page, label: str, last: str) -> None:
    page.get_by_role("button", name="Step through").click()
    page.get_by_label("What is worked").select_option(label=label)
    page.get_by_role("dialog").focus()
    for _ in range(40):
        page.keyboard.press("ArrowRight")
    expect(page.locator("[data-shown]").last).to_contain_text(last)
    page.keyboard.press("Escape")


def print_it(page: Page, value: str) -> None:
    page.get_by_role("button", name="Page", exact=True).click()
    expect(page.get_by_role("dialog", name="Page")).to_contain_text(value)
    for paper in ("A4", "Letter"):
        pages = len(re.findall(rb"/Type\s*/Page\b", page.pdf(format=paper)))
        assert 1 <= pages <= 3
    page.keyboard.press("Escape")


@pytest.mark.parametrize(
    ("title", "line", "ask", "wrong", "right"),
    [
        (
            "Kicker side panel",
            ("tape_cost", "panel.perimeter * 1.20 EUR/m", "8.02 EUR"),
            "Board",
            ("2.88 m²", "“bite” was not taken away"),
            "1.75 m²",
        ),
        (
            "Pyramid with a flat top",
            ("litres", "pyramid.volume as L", "7466.67 L"),
            "Concrete",
            ("22.4 m³", "the third was forgotten in “block”"),
            "7.47 m³",
        ),
        (
            "Pump-track mound",
            ("soil_price", "mound.volume * 9.50 EUR/m^3", "118.90 EUR"),
            "Cross-section",
            ("2.98 m", "the unit is of the wrong kind"),
            "2.98 m²",
        ),
    ],
)
def test_a_demo_problem_is_worked_wholly(
    bench: Bench, title: str, line: tuple[str, str, str], ask: str, wrong: tuple[str, str], right: str
) -> None:
    page = bench.open(title).page
    add_line(page, *line)
    answer(page, ask, *wrong, right)
    step_to_the_end(page, ask, right)
    print_it(page, right)
    bench.expect_saved()
