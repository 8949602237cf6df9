"""Letters on the bench: forms, sliders, what varies with its plot and ghosts, solving, a figure that is still free, variants printed."""

from __future__ import annotations

import csv
import io
import re
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.conftest import Bench


def lettered(bench: Bench, title: str, tab: str | None = None) -> Page:
    page = bench.open(title).page
    page.get_by_role("button", name="Letters …").click()
    dialog = page.get_by_role("dialog", name="Letters")
    expect(dialog).to_be_visible()
    if tab:
        dialog.get_by_role("radio", name=tab).click()
    return page


def test_the_fence_against_the_wall(bench: Bench) -> None:
    page = bench.open("Fence against the yard wall").page
    bar = page.get_by_role("region", name="Letters")
    expect(bar.get_by_test_id("letters of run.area")).to_contain_text("24 w − 2 w²")
    bar.get_by_role("button", name="Next step: run.area").click()
    expect(bar.get_by_test_id("letters of run.area")).to_contain_text("2 w (12 − w)")
    expect(bar.get_by_test_id("letters of run.area")).to_contain_text("factorised")
    bar.get_by_role("button", name="Step back: run.area").click()
    expect(bar.get_by_test_id("letters of run.area")).to_contain_text("24 w − 2 w²")

    slider = bar.get_by_label("Slide w")
    slider.focus()
    before = float(slider.input_value())
    slider.press("ArrowRight")
    expect(bar.get_by_label("What w stands for")).not_to_have_value("5 m")
    now = float(slider.input_value())
    assert now > before
    area = f"{now * (24 - 2 * now):.2f} m²"
    expect(page.get_by_role("region", name="Problem")).to_contain_text(area)

    page.get_by_role("button", name="Letters …").click()
    run = page.get_by_role("dialog", name="Letters").get_by_role("region", name="run.area")
    expect(run).to_contain_text("Greatest: 72.00 m² at w = 6 m, inside the range")
    expect(run).to_contain_text("Least: 22.00 m² at w = 1 m and at w = 11 m, at an end of the range")
    expect(run).to_contain_text("72 − 2 (w − 6)²")
    fence = page.get_by_role("region", name="fence")
    expect(fence).to_contain_text("the same for all values: 24.00 m, as the letters cancel")
    run.get_by_role("button", name="Greatest").click()
    expect(page.get_by_role("img", name="The figure with w = 6 m")).to_be_visible()
    through = page.get_by_label("Through the values of w")
    for _ in range(4):
        through.press("ArrowRight")
        page.wait_for_timeout(300)
    expect(page.locator("[data-ghost]").first).to_be_attached()
    expect(page.get_by_test_id("cases").locator("[aria-selected=true]")).to_be_attached()
    page.get_by_role("button", name="Play").click()
    expect(page.get_by_role("button", name="Pause")).to_be_visible()
    page.get_by_role("button", name="Pause").click()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog", name="Letters")).to_have_count(0)


def test_a_gutter_holds_most_at_sixty_degrees(bench: Bench) -> None:
    """An angle as a letter: its form in steps forwards and back, its best told exactly, and another name for it."""
    page = bench.open("Gutter bent from a strip").page
    bar = page.get_by_role("region", name="Letters")
    form = bar.get_by_test_id("letters of gutter.area")
    expect(form).to_contain_text("collected")
    for step, text in (
        ("expanded", "50 sin(a) + 100 cos(a) sin(a) + 50 sin(a)"),
        ("letters put in", "(10 + 20 cos(a) + 10)"),
    ):
        bar.get_by_role("button", name="Step back: gutter.area").click()
        expect(form).to_contain_text(step)
        expect(form).to_contain_text(text)
    expect(bar.get_by_role("button", name="Step back: gutter.area")).to_be_disabled()
    slider = bar.get_by_label("Slide a")
    slider.focus()
    slider.press("End")
    expect(page.get_by_role("region", name="Problem")).to_contain_text("100.00 cm²")  # upright: 10 × 10
    page.get_by_role("button", name="Letters …").click()
    dialog = page.get_by_role("dialog", name="Letters")
    area = dialog.get_by_role("region", name="gutter.area")
    expect(area).to_contain_text("Greatest: 129.90 cm² = 75√3 cm² at a = 60°, inside the range")
    expect(area).to_contain_text("(1 + cos(a)) (1 − 2 cos(a))")
    page.keyboard.press("Escape")
    name = bar.get_by_label("Name of the letter a")
    name.fill("10")
    name.press("Enter")
    expect(bar).to_contain_text("can't be a name")
    name.fill("lean")
    name.press("Enter")
    expect(form).to_contain_text("cos(lean)")
    bench.expect_saved()
    stored = bench.stored()
    assert stored["vary"]["letters"][0]["letter"] == stored["letters"][0]["name"] == "lean"
    assert bench.stored_part("section")["points"][3] == ["-10 cos(lean)", "10 sin(lean)"]


def test_a_pointer_on_the_plot_moves_the_figure(bench: Bench) -> None:
    page = lettered(bench, "Fence against the yard wall")
    plot = page.get_by_role("img", name=re.compile("^run.area against w"))
    box = plot.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] * 0.3, box["y"] + box["height"] / 2)
    first = page.get_by_role("dialog").locator("output").inner_text()
    page.mouse.move(box["x"] + box["width"] * 0.8, box["y"] + box["height"] / 2)
    expect(page.get_by_role("dialog").locator("output")).not_to_have_text(first)


def test_the_ratio_of_a_strip_of_whole_tiles(bench: Bench) -> None:
    page = lettered(bench, "Edge and area of a tiled strip", "Formulas")
    ratio = page.get_by_test_id("letters of strip.perimeter / strip.area")
    for text, how in (
        ("(2 w + 2 h)/(w h)", "over one bar"),
        ("2 (w + h)/(w h)", "factorised"),
        ("2/w + 2/h", "split and cancelled"),
    ):
        expect(ratio).to_contain_text(text)
        expect(ratio).to_contain_text(how)
        if how != "split and cancelled":
            page.get_by_role("dialog").get_by_role(
                "button", name="Next step: strip.perimeter / strip.area"
            ).click()
    page.get_by_role("radio", name="Vary").click()
    most = page.get_by_role("dialog").get_by_role("region", name="strip.perimeter / strip.area")
    expect(most).to_contain_text("Greatest: 4.00/unit at w = 1, h = 1, at an end")
    expect(most).to_contain_text("at w = 12, h = 12")
    expect(most).to_contain_text("the term with w shrinks as w grows")
    shaded = most.get_by_role("img")
    shaded.focus()
    for _ in range(14):
        shaded.press("ArrowLeft")
        shaded.press("ArrowDown")
    expect(most.get_by_test_id("pointed")).to_contain_text("w = 1, h = 1: 4")
    shaded.press("ArrowRight")
    expect(most.get_by_test_id("pointed")).to_contain_text("w = 2, h = 1: 3")
    page.get_by_role("radio", name="Scaling").click()
    row = page.get_by_test_id("scaling").get_by_role("row", name="strip.area")
    expect(row.get_by_role("cell")).to_have_text(["× 4", "× 2", "× 2"])


def test_the_ring_that_stands_still(bench: Bench) -> None:
    """A ring of which only the chord is known: its area is settled; let move, it stands still."""
    page = bench.make(
        {
            "title": "Free ring",
            "figures": [{"name": "path", "kind": "formula", "figure": "ring", "given": {"chord": "10"}}],
        }
    ).page
    line = page.get_by_test_id("settled")
    expect(line).to_contain_text("area = 25π m²")
    expect(line).to_contain_text("area is settled, whatever the outer radius is")
    line.get_by_role("button", name="Let it move").click()
    expect(line).to_have_count(0)
    slider = page.get_by_label("Slide t")
    page.get_by_role("button", name="Letters …").click()
    page.get_by_role("radio", name="Formulas").click()
    area = page.get_by_role("dialog").get_by_test_id("letters of path.area")
    expect(area).to_contain_text("25π")
    expect(area).to_contain_text("whatever t is")
    page.keyboard.press("Escape")
    slider.focus()
    for _ in range(3):
        slider.press("ArrowRight")
    expect(page.get_by_label("What t stands for")).not_to_have_value("6.2")
    expect(page.get_by_role("region", name="Quantities")).to_contain_text("78.54")


def test_the_can_of_a_litre_gives_way(bench: Bench) -> None:
    page = lettered(bench, "Paint can of one litre")
    dialog = page.get_by_role("dialog", name="Letters")
    expect(dialog).to_contain_text("can.volume stays 1 L, as h = 1000/(π r²)")
    surface = dialog.get_by_role("region", name="can.surface")
    expect(surface).to_contain_text("Least: 553.58 cm² = 300∛(2π) cm²")
    expect(surface).to_contain_text("can: diameter = height")
    dialog.get_by_role("button", name="Hold can.volume no more").click()
    expect(surface).to_contain_text("2π r² + 40π r")
    dialog.get_by_role("textbox", name="What is held").fill("can.surface")
    dialog.get_by_label("Held at").fill("5 m")
    dialog.get_by_label("The letter that gives way").select_option("h")
    dialog.get_by_role("button", name="Hold", exact=True).click()
    expect(dialog.get_by_role("alert")).to_contain_text("can't be held at a length")
    page.keyboard.press("Escape")
    expect(page.get_by_role("region", name="Letters")).to_contain_text("h")


def test_solve_for_a_letter_with_those_that_cannot_be_struck_out(bench: Bench) -> None:
    slab = {"name": "slab", "shape": "rectangle", "given": {"width": "x", "height": "x + 2"}}
    bench.make(
        {
            "title": "Solved",
            "figures": [{"name": "bed", "kind": "plane", "parts": [slab]}],
            "letters": [{"name": "x", "stands": "3"}],
        }
    )
    page = bench.page
    page.get_by_role("button", name="Letters …").click()
    page.get_by_role("radio", name="Solve for").click()
    page.get_by_label("What is known").fill("bed.area")
    page.get_by_label("What it comes to").fill("24 m")
    page.get_by_role("button", name="Solve", exact=True).click()
    expect(page.get_by_role("dialog").get_by_role("alert")).to_contain_text("can't come to a length")
    page.get_by_label("What it comes to").fill("24 m^2")
    page.get_by_role("button", name="Solve", exact=True).click()
    solutions = page.get_by_test_id("solutions")
    expect(solutions).to_contain_text("x² + 2 x = 24")
    expect(solutions.locator(".line-through")).to_have_text("x = -6")
    expect(solutions).to_contain_text("width must be more than 0")
    solutions.get_by_role("button", name="Draw it so").click()
    page.keyboard.press("Escape")
    expect(page.get_by_label("What x stands for")).to_have_value("4")


def test_a_name_that_nothing_bears_can_be_let_be_a_letter(bench: Bench) -> None:
    slab = {"name": "slab", "shape": "rectangle", "given": {"width": "q", "height": "2"}}
    page = bench.make(
        {"title": "Open name", "figures": [{"name": "bed", "kind": "plane", "parts": [slab]}]}
    ).page
    page.get_by_role("button", name="Let q be a letter").click()
    expect(page.get_by_label("What q stands for")).to_have_value("1")
    page.get_by_label("A letter more").fill("nonsense")
    page.get_by_label("A letter more").press("Enter")
    expect(page.get_by_role("region", name="Letters")).to_contain_text(
        "Write a letter, = and what it stands for"
    )
    page.get_by_label("A letter more").fill("s = 3 m")
    page.get_by_label("A letter more").press("Enter")
    expect(page.get_by_label("What s stands for")).to_have_value("3 m")
    page.get_by_role("button", name="Remove the letter s").click()
    expect(page.get_by_label("What s stands for")).to_have_count(0)


def made(bench: Bench, count: int) -> Page:
    page = lettered(bench, "Ramp brace")
    page.get_by_label("How many", exact=True).fill(str(count))
    page.get_by_role("button", name="Make them").click()
    expect(page.get_by_role("status").filter(has_text=f"{count} made")).to_be_visible(timeout=60_000)
    return page


def test_twenty_variants_printed(bench: Bench, tmp_path: Path) -> None:
    page = made(bench, 20)
    rows = page.get_by_test_id("variants").get_by_role("row")
    expect(rows).to_have_count(21)
    with page.expect_download() as table:
        page.get_by_role("button", name="Table as CSV").click()
    cells = list(csv.reader(io.StringIO(Path(table.value.path()).read_text("utf-8"))))
    assert cells[0] == ["variant", "slab.width", "slab.height", "Brace", "Frame"] and len(cells) == 21
    for _, width, height, brace, frame in cells[1:]:
        w, h = (int(each.removesuffix(" m")) for each in (width, height))
        assert w * w + h * h == int(float(brace.removesuffix(" m"))) ** 2
        assert float(frame.removesuffix(" m²")) == w * h
    with page.expect_download() as sheets:
        page.get_by_role("button", name="Sheets as HTML").click()
    text = Path(sheets.value.path()).read_text("utf-8")
    assert text.count("<section data-variant") == 20 and text.count("<svg") == 20
    assert f"frame of {cells[1][1]} by {cells[1][2]} from corner" in text
    printed = page.context.new_page()
    printed.set_content(text)
    pdf = printed.pdf(format="A4")
    (tmp_path / "variants.pdf").write_bytes(pdf)
    assert len(re.findall(rb"/Type\s*/Page\b", pdf)) == 21
    expect(printed.locator("section").last).to_contain_text(cells[20][3])
    printed.close()


def test_variants_can_be_stopped_and_opened(bench: Bench) -> None:
    page = lettered(bench, "Ramp brace")
    page.get_by_label("How many", exact=True).fill("400")
    page.get_by_role("button", name="Make them").click()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("button", name="Make them")).to_be_visible(timeout=30_000)
    rows = page.get_by_test_id("variants").get_by_role("row")
    assert 1 < rows.count() < 300
    width = rows.nth(1).get_by_role("cell").nth(1).inner_text()
    rows.nth(1).get_by_role("button", name="Open").click()
    rows.nth(1).get_by_role("link", name="On the bench").click()
    expect(page.get_by_label("Title")).to_have_value("Ramp brace, tried, variant 1")
    expect(page.get_by_role("region", name="Problem")).to_contain_text(f"frame of {width} by")


def test_a_wish_for_variants_that_cannot_be_is_said(bench: Bench) -> None:
    page = lettered(bench, "Ramp brace")
    low: Any = page.get_by_label("slab.width from")
    low.fill("70")
    low.press("Escape")
    expect(page.get_by_role("dialog", name="Letters")).to_be_visible()
    expect(low).to_have_value("3")
    low.fill("50")
    low.press("Enter")
    page.get_by_role("button", name="Make them").click()
    expect(page.get_by_role("dialog").get_by_role("alert")).to_contain_text(
        "must not be less than the low end"
    )


def test_a_part_typed_with_a_letter_that_is_none_yet(bench: Bench) -> None:
    page = bench.make({"title": "Typed", "figures": [{"name": "bed", "kind": "plane", "parts": []}]}).page
    line = page.get_by_label("Type a part in words")
    line.fill("rectangle width 3 k height k + 1 named lawn")
    line.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("“k” is not a known name")
    page.get_by_role("button", name="Let k be a letter").press("Enter")
    expect(page.get_by_test_id("letters of bed.area")).to_contain_text("3 k² + 3 k")
    expect(line).to_have_value("")
    stands = page.get_by_label("What k stands for")
    stands.fill("two")
    stands.press("Enter")
    expect(page.get_by_role("region", name="Letters")).to_contain_text("“two” is not a known name")
    stands.fill("2.5")
    stands.press("Enter")
    bench.expect_total("26.25 m²")
