"""The whole path by mouse: from the shelf to the answer, and everything that can be changed."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import PAD, Bench
from tests.browser.service import Service, on_shelf


def slab_box(bench: Bench) -> dict[str, float]:
    """The slab's fill on the screen, without its strokes."""
    box: dict[str, float] = bench.part("slab").locator("path").first.bounding_box()
    return box


def pixels_a_metre(bench: Bench) -> float:
    """How wide the board draws a metre of the slab."""
    return slab_box(bench)["width"] / 6


def test_shelf_leads_to_the_bench(page: Page) -> None:
    page.goto(on_shelf("Kicker side panel"))
    kicker = page.get_by_role("heading", name="Kicker side panel", exact=True)
    expect(page.get_by_role("listitem").filter(has=kicker)).to_contain_text("1.75 m²")
    kicker.click()
    expect(page.get_by_test_id("statement")).to_contain_text("is sawn away at the upper left corner")
    expect(page.get_by_test_id("legend")).to_have_text("1 square = 1 m")
    page.get_by_role("link", name="to the shelf").click()
    expect(page.get_by_role("heading", name="Shelf")).to_be_visible()


def test_measurements_change_on_the_board_and_in_the_tally(bench: Bench) -> None:
    bench.open("Kicker side panel")
    bench.expect_total("≈ 1.75 m²")
    bench.measure_on_board("width of board", "3")
    bench.expect_total("≈ 2.47 m²")  # 3.6 - 0.36π
    bench.expect_answer("Edge tape", "7.88 m")  # 3 + 1.2 + 1.8 + 0.6π
    entry = bench.page.locator("[data-entry='area.bite.part']")
    entry.get_by_role("button", name="change the radius of bite").click()
    bench.page.keyboard.type("60 cm")
    bench.page.keyboard.press("Enter")
    bench.expect_total("≈ 3.32 m²")  # 3.6 - 0.09π
    assert bench.stored_part("bite")["given"] == {"radius": "60 cm"}


def test_perimeter_and_area_are_switched_and_light_up(bench: Bench) -> None:
    bench.open("Roll-in canopy")
    bench.expect_total("≈ 16.90 m²")
    bench.page.get_by_role("radio", name="Perimeter").click()
    bench.expect_total("≈ 19.08 m")
    shared = bench.page.locator("[data-entry]").filter(has_text="not counted")
    expect(shared).to_have_count(1)
    bench.part("arch").hover()
    lit = bench.page.locator("[data-entry][data-lit]")
    expect(lit).to_contain_text("arch")


def test_a_part_is_typed_in_words_with_suggestions(bench: Bench) -> None:
    bench.make(PAD)
    line = bench.page.get_by_role("combobox", name="Type a part in words")
    line.fill("semi")
    expect(bench.page.get_by_role("option", name="semicircle")).to_be_visible()
    line.fill("semicircle diameter 4 at 6, 2 turned 270")
    line.press("Enter")
    bench.expect_total("≈ 30.28 m²")  # 24 + 2π
    assert bench.stored_part("semicircle") == {
        "name": "semicircle", "shape": "semicircle", "given": {"diameter": "4"}, "at": ["6", "2"],
        "turn": "270", "flip": False, "join": "add",
    }  # fmt: skip
    line.fill("cirle radius 1")
    line.press("Enter")
    expect(bench.page.get_by_role("alert")).to_contain_text("did you mean “circle”?")
    expect(line).to_have_value("cirle radius 1")


def test_a_part_is_added_dragged_turned_joined_named_and_removed(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    page.get_by_title("Add: quarter circle").click()
    bench.expect_total("≈ 24.79 m²")  # 24 + π/4
    quarter = bench.part("quarter_circle")
    expect(quarter).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="Fit").click()
    start = [float(v) for v in bench.stored_part("quarter_circle")["at"]]
    metre = pixels_a_metre(bench)
    bench.drag(quarter, (-2.03 * metre, -1.02 * metre), (0.3, 0.7))
    moved = [float(v) for v in bench.stored_part("quarter_circle")["at"]]
    assert [round(b - a, 9) for a, b in zip(start, moved, strict=True)] == [
        -2.0,
        1.0,
    ]  # snapped to the fine squares
    page.get_by_role("button", name="+90°").click()
    assert bench.stored_part("quarter_circle")["turn"] == "90"
    page.get_by_role("button", name="Mirror").click()
    assert bench.stored_part("quarter_circle")["flip"] is True
    page.get_by_label("x of quarter_circle").fill("0")
    page.get_by_label("y of quarter_circle").fill("0")
    page.keyboard.press("Enter")
    page.get_by_label("turn of quarter_circle, in degrees").fill("270")
    page.keyboard.press("Enter")
    page.get_by_label("How quarter_circle joins").select_option("take")
    bench.expect_total("≈ 23.21 m²")  # 24 - π/4
    expect(quarter).to_have_attribute(
        "aria-label", "B, quarter_circle: quarter circle, radius 1 m, taken away"
    )
    page.get_by_label("Name of the part").fill("bite")
    page.keyboard.press("Enter")
    expect(bench.part("bite")).to_be_visible()
    page.get_by_title("Duplicate (D)").click()
    expect(bench.part("bite2")).to_be_visible()
    page.get_by_title("Remove (Delete)").click()
    expect(bench.part("bite2")).to_have_count(0)
    bench.expect_total("≈ 23.21 m²")


def test_a_grip_changes_the_size_while_results_follow(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    bench.part("slab").click()
    metre = pixels_a_metre(bench)
    grip = page.locator("[data-grip='width and height']")
    box = grip.bounding_box()
    assert box
    page.mouse.move(box["x"] + 7, box["y"] + 7)
    page.mouse.down()
    page.mouse.move(box["x"] + 7 - metre, box["y"] + 7 + metre, steps=6)
    bench.expect_total("15.00 m²")  # 5 × 3, before the pointer is let go
    page.mouse.up()
    assert bench.stored_part("slab")["given"] == {"width": "5", "height": "3"}
    bench.drag(page.locator("[data-grip='width']"), (0.333 * metre, 0), key="Alt")
    width = float(bench.stored_part("slab")["given"]["width"])
    assert 5.3 < width < 5.37  # moved freely, off the squares
    assert width * 10 % 1


def test_undo_and_redo_go_through_everything_also_after_a_reload(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    bench.measure_on_board("width of slab", "8")
    bench.expect_total("32.00 m²")
    bench.measure_on_board("height of slab", "5")
    bench.expect_total("40.00 m²")
    page.get_by_label("Title").fill("Pad, larger")
    page.keyboard.press("Enter")
    bench.expect_saved()
    page.reload()
    bench.expect_total("40.00 m²")
    undo, redo = page.get_by_role("button", name="Undo"), page.get_by_role("button", name="Redo")
    undo.click()
    expect(page.get_by_label("Title")).to_have_value("Pad")
    undo.click()
    bench.expect_total("32.00 m²")
    undo.click()
    bench.expect_total("24.00 m²")
    expect(undo).to_be_disabled()
    redo.click()
    bench.expect_total("32.00 m²")
    assert bench.stored_part("slab")["given"]["width"] == "8"


def test_a_slow_answer_never_brings_an_older_document_back(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    page.locator("svg").get_by_role("button", name="height of slab").click()
    page.keyboard.type("5")
    bench.expect_total("30.00 m²")
    page.evaluate(  # from now on, every evaluation takes its time
        """() => {
            const quick = window.fetch;
            const pause = () => new Promise((go) => setTimeout(go, 600));
            window.fetch = async (path, init) => {
                if (path.includes('/evaluate')) await pause();
                return quick(path, init);
            };
        }"""
    )
    page.keyboard.press("Enter")  # its answer is awaited while the title is changed
    page.get_by_label("Title").fill("Pad, larger")
    page.keyboard.press("Enter")
    page.wait_for_timeout(1500)
    bench.expect_saved()
    assert bench.stored()["title"] == "Pad, larger"
    assert bench.stored()["figures"][0]["parts"][0]["given"]["height"] == "5"


def test_a_new_problem_with_everything_survives_reload_and_restart(
    page: Page, bench: Bench, service: Service
) -> None:
    page.goto("/")
    page.get_by_role("button", name="New problem").click()
    expect(page.get_by_text("Nothing is drawn yet")).to_be_visible()
    page.get_by_label("Title").fill("Bench seat")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Write the statement").click()
    page.get_by_label("Statement").fill("How much seat is there?")
    page.get_by_role("combobox", name="Type a part in words").click()
    page.get_by_role("button", name="Units, π and rounding").click()
    page.get_by_label("Unit of length").select_option("ft")
    page.get_by_label("Worked with").select_option("3.14")
    page.get_by_role("combobox", name="Rounding").select_option("figures")
    page.get_by_label("How many significant figures").fill("4")
    page.keyboard.press("Escape")
    page.get_by_title("Add: circle").click()
    bench.expect_total("3.140 ft²")
    page.get_by_role("button", name="+ Ask").click()
    page.get_by_label("What is asked").fill("Seat")
    page.get_by_label("Quantity or expression").fill("figure.area")
    page.get_by_label("Unit of the answer").fill("in^2")
    page.get_by_role("button", name="Add", exact=True).click()
    bench.expect_answer("Seat", "452.2 in²")  # 3.14 × 144 = 452.16
    bench.expect_saved()
    service.restart()
    page.reload()
    bench.expect_answer("Seat", "452.2 in²")
    expect(page.get_by_label("Title")).to_have_value("Bench seat")
    expect(page.get_by_text("How much seat is there?")).to_be_visible()
    expect(page.get_by_role("button", name="Units, π and rounding")).to_have_text("ft · π = 3.14")


def test_a_problem_goes_out_as_a_file_and_comes_back(bench: Bench, tmp_path: Path) -> None:
    bench.open("Planter surround")
    page = bench.page
    with page.expect_download() as started:
        page.get_by_role("link", name="Download").click()
    assert started.value.suggested_filename == "planter-surround-tried.json"
    file = tmp_path / "planter.json"
    started.value.save_as(file)
    assert json.loads(file.read_text("utf-8"))["format"] == "tilt-grid/problem"
    page.goto("/")
    page.get_by_label("Open a problem file").set_input_files(file)
    bench.expect_total("≈ 6.46 m²")
    page.goto("/")
    file.write_text("{ no problem")
    page.get_by_label("Open a problem file").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("not JSON: line 1")


def test_bad_input_is_marked_where_it_stands_and_the_picture_stays(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    page.locator("svg").get_by_role("button", name="width of slab").click()
    page.keyboard.type("(6")
    expect(page.get_by_role("alert").first).to_have_text("this bracket “(” is never closed")
    expect(bench.part("slab")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_label("width of slab", exact=True).first).to_be_visible()  # still open, nothing lost
    page.keyboard.press("Escape")
    bench.expect_total("24.00 m²")
    assert bench.stored_part("slab")["given"]["width"] == "6"
    page.locator("svg").get_by_role("button", name="width of slab").click()
    page.keyboard.type("2 6")
    page.get_by_role("heading", name="Lines").click()  # left without Enter: kept, and marked
    expect(page.get_by_label("What to mend")).to_contain_text("a sign is missing before 6")
    assert bench.stored_part("slab")["given"]["width"] == "2 6"
    page.get_by_role("button", name="Undo").click()
    bench.expect_total("24.00 m²")
    bench.part("slab").click()
    page.get_by_label("height of slab", exact=True).fill("0")
    page.keyboard.press("Enter")
    expect(page.get_by_label("What to mend")).to_contain_text("height must be more than 0")
    expect(bench.part("slab")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    bench.expect_total("24.00 m²")
    expect(page.get_by_label("What to mend")).to_have_count(0)


@pytest.mark.parametrize("choice", ["Mine, over the other", "The other", "Both: mine as a new problem"])
def test_two_windows_never_overwrite_one_another_silently(bench: Bench, choice: str) -> None:
    bench.make(PAD)
    page = bench.page
    other = page.context.new_page()
    other.goto(page.url)
    Bench(other).expect_total("24.00 m²")
    bench.measure_on_board("width of slab", "7")
    bench.expect_saved()
    Bench(other).measure_on_board("height of slab", "5")
    alert = other.get_by_role("alert")
    expect(alert).to_contain_text("changed in another window")
    assert bench.stored()["figures"][0]["parts"][0]["given"] == {"width": "7", "height": "4"}
    first = page.url
    alert.get_by_role("button", name=choice, exact=True).click()
    expect(alert).to_have_count(0)
    shown = {
        "Mine, over the other": "30.00 m²",
        "The other": "28.00 m²",
        "Both: mine as a new problem": "30.00 m²",
    }[choice]
    Bench(other).expect_total(shown)
    Bench(other).expect_saved()
    kept = {"Mine, over the other": {"width": "6", "height": "5"}}.get(choice, {"width": "7", "height": "4"})
    assert bench.stored()["figures"][0]["parts"][0]["given"] == kept
    assert (other.url != first) == choice.startswith("Both")
    other.close()


def test_a_refused_save_is_said_aloud_and_ends_when_it_is_taken_back(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    refusal = {
        "status": 422,
        "content_type": "application/json",
        "body": '{"says": "the problem has 501 parts"}',
    }
    page.route(
        "**/api/problems/*", lambda r: r.fulfill(**refusal) if r.request.method == "PUT" else r.continue_()
    )
    bench.measure_on_board("width of slab", "7")
    expect(page.get_by_role("alert")).to_have_text("the problem has 501 parts")
    expect(page.get_by_role("status").first).to_have_text("Not saved yet")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.get_by_role("status").first).to_have_text("Saved")


def test_problems_are_copied_and_removed_on_the_shelf(bench: Bench) -> None:
    bench.make({**PAD, "title": "Short-lived pad"})
    page = bench.page
    page.goto("/")
    page.get_by_role("button", name="More for Short-lived pad").click()
    page.get_by_role("menuitem", name="Duplicate").click()
    expect(page.get_by_role("heading", name="Short-lived pad (copy)")).to_be_visible()
    page.get_by_role("button", name="More for Short-lived pad (copy)").click()
    page.get_by_role("menuitem", name="Remove").click()
    page.get_by_role("alertdialog").get_by_role("button", name="Remove").click()
    expect(page.get_by_role("heading", name="Short-lived pad (copy)")).to_have_count(0)
    expect(page.get_by_role("heading", name="Short-lived pad")).to_be_visible()
    page.get_by_role("button", name="removed").click()
    row = (
        page.get_by_role("region", name="Bin")
        .get_by_role("listitem")
        .filter(has_text="Short-lived pad (copy)")
    )
    row.get_by_role("button", name="Bring back").click()
    expect(page.get_by_role("heading", name="Short-lived pad (copy)")).to_be_visible()


def figure_boxes(page: Page, selector: str) -> list[dict[str, Any]]:
    return [box for box in (item.bounding_box() for item in page.locator(selector).all()) if box]


@pytest.mark.parametrize(
    "title",
    [
        "Kicker side panel",
        "Manual pad",
        "Planter surround",
        "Ticket hut floor",
        "Yard plan",
        "Peanut bowl lip",
    ],
)
def test_measurements_on_the_board_do_not_run_into_one_another(bench: Bench, title: str) -> None:
    bench.open(title)
    expect(bench.page.locator("svg g[role=button] text").first).to_be_visible()
    boxes = figure_boxes(bench.page, "svg .group\\/dim text")
    assert boxes
    for i, a in enumerate(boxes):
        for b in boxes[:i]:
            apart = (
                a["x"] + a["width"] <= b["x"] + 1 or b["x"] + b["width"] <= a["x"] + 1
                or a["y"] + a["height"] <= b["y"] + 4 or b["y"] + b["height"] <= a["y"] + 4
            )  # fmt: skip
            assert apart, (title, a, b)


def test_the_board_is_true_to_scale_and_its_legend_right_at_every_zoom(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    board = page.get_by_role("group", name="Board")
    box = board.bounding_box()
    assert box
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    seen = set()
    for _ in range(10):
        slab = slab_box(bench)
        assert abs(slab["width"] / slab["height"] - 6 / 4) < 0.02
        legend = page.get_by_test_id("legend").inner_text()
        square = float(legend.removeprefix("1 square = ").removesuffix(" m"))
        seen.add(square)
        strong = page.locator("svg path[stroke='var(--color-rule)']").get_attribute("d") or ""
        upright = [float(piece.split(" ")[0]) for piece in strong.split("M")[1:] if "V" in piece]
        gap = upright[1] - upright[0]
        assert abs(gap - slab["width"] / 6 * square) < 1.0
        page.mouse.wheel(0, 250)
    assert len(seen) >= 2
