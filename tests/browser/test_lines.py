"""Lines of working by mouse and keys: typed, gone on with, set as mathematics, moved; values in every form."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.conftest import PAD, Bench


def test_lines_are_added_worked_out_and_complained_about(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    page.get_by_role("button", name="+ Line").click()
    page.get_by_label("Name of the line").fill("turf")
    page.keyboard.press("Enter")
    page.get_by_label("Expression of turf").fill("pad.area * 1.12")
    page.keyboard.press("Enter")
    lines = page.get_by_role("region", name="Working lines")
    expect(lines).to_contain_text("26.88 m²")
    page.get_by_label("Expression of turf").fill("pad.area + 3")
    page.keyboard.press("Enter")
    expect(lines).to_contain_text("3 m^2?")


def test_names_go_on_brackets_are_paired_and_a_line_is_set_while_it_is_typed(bench: Bench) -> None:
    bench.make({**PAD, "lines": [{"name": "turf", "expression": "pad.area"}]})
    page = bench.page
    turf = page.get_by_label("Expression of turf")
    turf.fill("")
    turf.press_sequentially("(pad.pe")
    expect(page.get_by_role("option").first).to_contain_text("pad.perimeter")
    expect(page.get_by_role("option").first).to_contain_text("20.00 m")
    expect(page.locator("[data-alone]")).to_have_count(1)
    expect(page.get_by_test_id("typed turf")).to_contain_text("never closed")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(turf).to_have_value("(pad.perimeter")
    turf.press_sequentially(" + 0.5 m) * €4.20/m")
    expect(page.locator("[data-bracket]")).to_have_count(2)
    expect(page.locator("[data-alone]")).to_have_count(0)
    expect(page.get_by_test_id("typed turf")).to_contain_text("86.10 EUR")
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="Working lines")).to_contain_text("86.10 EUR")
    turf.press_sequentially(" +")
    page.keyboard.press("Escape")
    expect(turf).to_have_value("(pad.perimeter + 0.5 m) * €4.20/m")


def test_a_new_line_is_typed_at_once_with_its_name(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    page.get_by_role("button", name="+ Line").click()
    expect(page.get_by_label("Expression of line")).to_be_focused()
    page.keyboard.type("door = 2 m + 0.5 m")
    expect(page.get_by_test_id("typed line")).to_contain_text("2.5")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the line")).to_have_value("door")
    expect(page.get_by_label("Expression of door")).to_have_value("2 m + 0.5 m")
    expect(page.get_by_role("region", name="Working lines")).to_contain_text("2.50 m")
    expect(page.locator("g[data-part]")).to_have_count(1)  # no shortcut was fired


def test_a_value_opens_into_every_form(bench: Bench) -> None:
    disc = {
        "name": "disc",
        "shape": "circle",
        "given": {"radius": "1.3"},
        "at": ["3", "2"],
        "join": "take",
    }
    figure = {"name": "pad", "kind": "plane", "parts": [*PAD["figures"][0]["parts"], disc]}  # type: ignore[index]
    settings = {"unit": "m", "rounding": {"places": 1}}
    bench.make(
        {
            **PAD,
            "settings": settings,
            "figures": [figure],
            "lines": [{"name": "third", "expression": "pad.area / 3"}],
        }
    )
    page = bench.page
    page.get_by_test_id("total").get_by_role("button").click()
    opened = page.get_by_role("dialog", name="pad.area in every form")
    expect(opened).to_contain_text("over one denominator")
    expect(opened).to_contain_text("with π as 3.14")
    page.get_by_label("decimal places").fill("30")
    expect(page.get_by_test_id("digits")).to_have_text("18.690708415433249426998132682257… m²")
    page.keyboard.press("Escape")
    page.get_by_label("Expression of third").focus()
    page.get_by_role("button", name="6.2 m²").click()
    opened = page.get_by_role("dialog", name="third in every form")
    expect(opened).to_contain_text("rounded at each step")
    expect(opened).to_contain_text("6.2 m²")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Units, π and rounding").click()
    page.get_by_label("Exact numbers in the working").select_option("mixed")
    page.keyboard.press("Escape")
    page.get_by_label("Expression of third").fill("13/4 m")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("set third")).to_contain_text("3 1/4 m")


def test_a_line_is_set_as_mathematics_and_moved_by_keys(bench: Bench) -> None:
    two = [
        {"name": "turf", "expression": "pad.area * 1.12"},
        {"name": "strips", "expression": "turf / 0.5 m^2"},
    ]
    bench.make({**PAD, "lines": two})
    page = bench.page
    turf = page.get_by_label("Expression of turf")
    expect(page.get_by_test_id("set turf")).to_be_hidden()
    turf.focus()
    expect(page.get_by_test_id("set turf")).to_contain_text("26.88")
    expect(page.locator("g[data-part=slab]")).not_to_have_attribute("data-lit", "true")
    turf.fill("pad.slab.area * 1.25")
    page.keyboard.press("Enter")
    page.get_by_label("Expression of strips").focus()
    turf.focus()
    expect(page.locator("g[data-part=slab]")).to_have_attribute("data-lit", "true")
    turf.fill("pad.area * 1.25")
    page.keyboard.press("Alt+ArrowDown")
    expect(page.get_by_label("Name of the line").nth(1)).to_have_value("turf")
    expect(turf).to_be_focused()
    expect(turf).to_have_value("pad.area * 1.25")
    lines = page.get_by_role("region", name="Working lines")
    expect(lines).to_contain_text("30.00 m²")
    page.get_by_role("button", name="Move the line turf up").click()
    expect(page.get_by_label("Name of the line").first).to_have_value("turf")
