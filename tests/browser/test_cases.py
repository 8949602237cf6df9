"""Tables of cases on the page: typed, ruled, pasted, written out, plotted."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Bench

PASTE = """([text]) => {
  const data = new DataTransfer();
  data.setData('text', text);
  document.querySelector('[role=grid]').dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
}"""


def cell(page: Page, row: int, column: str) -> Any:
    """A cell by the number of its case and its column's name."""
    return page.locator(f"[aria-rowindex='{row + 1}'] [data-column={column}]")


def open_cases(page: Page, name: str) -> None:
    page.goto(f"/cards/{name}/cases")
    expect(cell(page, 1, "volume")).to_be_visible()


def paste(page: Page, text: str) -> None:
    page.evaluate(PASTE, [text])


def test_cases_by_keyboard_alone(page: Page) -> None:
    open_cases(page, "cylinder")
    keys = page.keyboard
    page.get_by_role("grid").focus()
    keys.type("2")  # typing opens the cell
    keys.press("Tab")
    keys.press("ArrowRight")
    keys.type("3")
    keys.press("Enter")
    expect(cell(page, 1, "volume")).to_have_text("37.70")
    keys.press("Home")
    keys.type("x")
    keys.press("Enter")
    expect(page.get_by_text("One case is not solved")).to_be_visible()
    keys.press("ArrowUp")
    expect(page.get_by_text("Case 2: “x” is not a known name.")).to_be_visible()
    keys.press("Delete")
    expect(page.get_by_text("One case is not solved")).to_be_hidden()
    keys.press("Enter")
    keys.type("5")
    keys.press("Escape")  # drops what was typed
    expect(cell(page, 2, "radius")).to_have_text("")
    keys.press("Control+z")
    expect(cell(page, 2, "radius")).to_have_text("x")


def test_rules_fill_columns_and_units_follow(page: Page) -> None:
    open_cases(page, "cylinder")
    page.get_by_label("Unit of diameter").select_option("mm")
    for column, rule in (("diameter", "from 40 by 10"), ("height", "2 diameter")):
        field = page.get_by_label(f"Rule of {column}")
        field.fill(rule)
        field.press("Enter")
    expect(cell(page, 3, "diameter")).to_have_text("60.00")
    expect(cell(page, 3, "height")).to_have_text("0.12")
    page.get_by_label("Unit of volume").select_option("cm^3")
    expect(cell(page, 3, "volume")).to_have_text("339.29")  # π · 3² · 12
    field = page.get_by_label("Rule of height")
    field.fill("from 2")
    field.press("Enter")
    expect(page.get_by_text("write steps as: from 20 by 5")).to_be_visible()


def test_an_empty_table_teaches_by_an_example(page: Page) -> None:
    open_cases(page, "cylinder")
    page.get_by_role("button", name="try an example").click()
    expect(page.get_by_label("Rule of radius")).to_have_value("from 1 by 1/2")
    expect(cell(page, 3, "volume")).to_have_text("50.27")  # π · 2² · 4
    expect(page.get_by_role("button", name="try an example")).to_be_hidden()


def test_a_pasted_table_brings_its_columns_and_an_expected_one_is_compared(page: Page) -> None:
    open_cases(page, "cuboid")
    paste(page, "size;length (cm);width (cm);height (cm);expected volume (cm3)\nS;1,5;2;3;9\nM;2,5;2;3;16\n")
    expect(page.get_by_text("decimal commas were read as decimal points")).to_be_visible()
    expect(cell(page, 1, "volume")).to_have_text("9.00")
    expect(cell(page, 1, "expected_volume")).to_contain_text("agrees")
    expect(cell(page, 2, "expected_volume")).to_contain_text("differs")
    expect(cell(page, 2, "size")).to_have_text("M")
    page.get_by_role("grid").focus()
    page.keyboard.press("ArrowRight")
    paste(page, "7\t1\n8\t2")  # cells without a line of names go where one is
    expect(cell(page, 1, "length")).to_have_text("7")
    expect(cell(page, 2, "width")).to_have_text("2")
    page.get_by_role("button", name="Undo").click()
    expect(cell(page, 1, "length")).to_have_text("1.5")


def test_a_table_goes_out_as_csv_and_comes_back(page: Page, tmp_path: Path) -> None:
    open_cases(page, "sphere")
    paste(page, "radius (mm)\n1.5\n2.5\n")
    expect(cell(page, 2, "volume")).to_have_text("65.45")
    page.get_by_role("button", name="Download CSV").click()
    with page.expect_download() as saved:
        page.get_by_role("menuitem", name="With semicolons and decimal commas").click()
    file = tmp_path / "out.csv"
    saved.value.save_as(file)
    lines = file.read_text("utf-8").splitlines()
    assert lines[0].startswith("radius (mm);diameter (mm);")
    assert lines[2].startswith("2,5;5,00;")
    page.get_by_role("button", name="Clear all").click()
    expect(cell(page, 2, "radius")).to_have_text("")
    page.get_by_label("Open a table").set_input_files(file)
    expect(cell(page, 2, "radius")).to_have_text("2.5")


def test_two_columns_are_plotted(page: Page) -> None:
    open_cases(page, "sphere")
    paste(page, "radius\n1\n2\n3\n")
    page.get_by_role("button", name="Plot").click()
    plot = page.get_by_role("region", name="Plot")
    expect(plot.get_by_role("img", name="volume (m³) against radius (m)")).to_be_visible()
    expect(plot.locator("circle")).to_have_count(3)
    plot.get_by_label("Up").select_option("surface")
    expect(plot.get_by_role("img", name="whole surface (m²) against radius (m)")).to_be_visible()
    heights = [float(c.get_attribute("cy") or 0) for c in plot.locator("circle").all()]
    assert (heights[0] - heights[2]) / (heights[0] - heights[1]) == pytest.approx(
        8 / 3, rel=1e-6
    )  # 9 - 1 to 4 - 1


def test_thousands_of_cases_are_scrolled_and_worked_out(page: Page) -> None:
    open_cases(page, "cuboid")
    paste(page, "length,width,height\n" + "\n".join(f"{i},2,3" for i in range(1, 3001)))
    expect(page.get_by_text("3000 rows were read")).to_be_visible()
    assert page.get_by_role("row").count() < 80  # only those in sight
    page.get_by_role("grid").evaluate("(grid) => grid.scrollTo(0, grid.scrollHeight)")
    expect(cell(page, 3000, "length")).to_have_text("3000")
    expect(cell(page, 3000, "volume")).to_have_text("18000.00", timeout=20_000)


def test_the_demo_table_is_on_the_shelf_and_saves_itself(page: Page, bench: Bench) -> None:
    bench.open("Six sizes of drainpipe")
    expect(cell(page, 1, "inner")).to_have_text("18.20")
    expect(cell(page, 6, "bore")).to_contain_text("differs")
    cell(page, 6, "thickness").click()
    page.keyboard.press("Enter")
    page.keyboard.press("Control+a")
    page.keyboard.type("3.8")
    page.keyboard.press("Enter")
    expect(cell(page, 6, "bore")).to_contain_text("agrees")
    bench.expect_saved()
    assert bench.stored()["figures"][0]["rows"][5]["thickness"] == "3.8"


def test_names_go_on_in_a_cell(bench: Bench) -> None:
    columns = [{"name": "radius", "role": "given"}, {"name": "height", "role": "given"}]
    table = {
        "name": "pots",
        "kind": "cases",
        "figure": "cylinder",
        "columns": columns,
        "rows": [{"radius": "2"}, {}],
    }
    lines = [{"name": "deep", "expression": "3 m"}]
    bench.make(
        {"format": "tilt-grid/problem", "version": 1, "title": "Pots", "figures": [table], "lines": lines}
    )
    page = bench.page
    cell(page, 1, "height").dblclick()
    page.keyboard.type("de")
    expect(page.get_by_role("option", name="deep")).to_be_visible()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")  # takes the name
    expect(page.get_by_role("combobox", name="height, case 1")).to_have_value("deep")
    page.keyboard.press("Enter")  # keeps the cell
    expect(cell(page, 1, "height")).to_have_text("deep")
    bench.expect_saved()
    assert bench.stored()["figures"][0]["rows"][0]["height"] == "deep"
