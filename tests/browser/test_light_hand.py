"""The bench under the hand: shading by dragging, tools in reach, what can't be said where it stands, nothing hidden."""

from __future__ import annotations

import re

from playwright.sync_api import Route, expect

from tests.browser.conftest import PAD, Bench

TWO = {
    **PAD,
    "figures": [{"name": "pad", "kind": "plane", "parts": [
        {"name": "slab", "shape": "rectangle", "given": {"width": "6", "height": "4"}},
        {"name": "step", "shape": "rectangle", "given": {"width": "3", "height": "2"}, "at": ["8", "0"]},
    ]}],
    "asks": [],
}  # fmt: skip


def test_two_shapes_are_counted_each_and_squares_shaded_by_dragging(bench: Bench) -> None:
    bench.make(TWO)
    page = bench.page
    page.get_by_role("button", name="Squares").click()
    panel = page.get_by_test_id("squares")
    expect(panel.get_by_role("region", name="Shape 1")).to_contain_text("20 unit edges once round: 20 m")
    expect(panel.get_by_role("region", name="Shape 2")).to_contain_text("2 + 10/2 − 1 = 6 m²")
    expect(panel.get_by_role("region", name="Together")).to_contain_text("squares: 24 m² + 6 m² = 30 m²")
    first, last = (page.locator(f"[data-square='{at}']").bounding_box() for at in ("8,0", "10,1"))
    assert first and last
    page.mouse.move(first["x"] + 9, first["y"] + 9)
    page.mouse.down()
    page.mouse.move(last["x"] + 9, first["y"] + 9, steps=8)
    page.mouse.move(last["x"] + 9, last["y"] + 9, steps=4)
    page.mouse.up()
    expect(panel.get_by_test_id("share")).to_contain_text("4 of 30 squares")
    page.keyboard.press("Control+z")  # all of it was one step
    expect(panel.get_by_test_id("share")).to_have_count(0)


def test_squares_can_be_counted_while_it_is_shown_why_a_formula_holds(bench: Bench) -> None:
    triangle = {"name": "sail", "shape": "triangle", "given": {"base": "6", "height": "4", "side a": "5"}}
    bench.make({**PAD, "figures": [{"name": "pad", "kind": "plane", "parts": [{**triangle, "given": {"a": "6", "b": "5", "c": "5"}}]}], "asks": []})  # fmt: skip
    page = bench.page
    page.locator("g[data-part='sail']").click()
    page.get_by_role("button", name="Why?").click()
    expect(page.get_by_role("region", name="Why the formula holds for sail")).to_be_visible()
    page.get_by_role("button", name="Squares").click()
    expect(page.locator("[data-square]").first).to_be_visible()
    expect(page.get_by_role("region", name="Why the formula holds for sail")).to_be_visible()


def test_tools_stay_in_reach_and_the_bar_of_a_part_is_one_row(bench: Bench) -> None:
    bench.make(TWO)
    page = bench.page
    page.locator("g[data-part='slab']").click()
    for tool in ("Draw outline", "Cut lines", "Squares"):
        expect(page.get_by_role("button", name=tool)).to_be_visible()
    name, turn = (
        page.get_by_label(label).bounding_box() for label in ("Name of the part", "turn of slab, in degrees")
    )
    assert name and turn and abs(name["y"] - turn["y"]) < 8
    part = page.locator("g[data-part='slab']").bounding_box()
    tools = page.get_by_role("button", name="Squares").bounding_box()
    assert part and tools and part["y"] > tools["y"] + tools["height"]  # nothing of the figure lies under it
    page.get_by_role("button", name="Squares").click()
    expect(page.locator("[data-square]")).to_have_count(30)


def test_a_phrase_for_a_part_that_can_t_be_stays_in_its_line(bench: Bench) -> None:
    bench.make(TWO)
    page = bench.page
    entry = page.get_by_label("Type a part in words")
    entry.fill("triangle a 1 b 1 c 5")
    page.get_by_role("button", name="Add part").click()
    expect(page.get_by_role("alert").first).to_contain_text("side")
    expect(entry).to_have_value("triangle a 1 b 1 c 5")
    expect(page.locator("g[data-part]")).to_have_count(2)
    bench.expect_total("30.00 m²")
    page.locator("g[data-part='step']").click()
    page.get_by_role("combobox", name="width of step").fill("4")
    page.keyboard.press("Enter")
    bench.expect_total("32.00 m²")  # nothing is frozen


def test_a_broken_part_hides_no_other_and_it_is_said_since_when_and_why(bench: Bench) -> None:
    bench.make(TWO)
    page = bench.page
    page.locator("g[data-part='slab']").click()
    page.get_by_role("combobox", name="width of slab").fill("-6")
    page.keyboard.press("Enter")
    note = page.get_by_test_id("as-it-was")
    expect(note).to_contain_text("slab: width must be more than 0")
    expect(note).to_contain_text("As it was at ")
    entry = page.get_by_label("Type a part in words")
    entry.fill("circle radius 1 at 15, 1")
    page.get_by_role("button", name="Add part").click()
    expect(page.locator("g[data-part='circle']")).to_be_visible()
    expect(page.locator("g[data-part='slab']")).to_be_visible()
    page.locator("g[data-part='slab']").click()
    page.get_by_role("combobox", name="width of slab").fill("6")
    page.keyboard.press("Enter")
    expect(note).to_have_count(0)


def test_what_stands_on_a_removed_part_stays_where_it_is(bench: Bench) -> None:
    hut = {
        "name": "roof",
        "shape": "triangle",
        "given": {"a": "6", "b": "5", "c": "5"},
        "on": {"part": "slab", "edge": "top"},
    }
    pad = TWO["figures"][0]  # type: ignore[index]
    bench.make({**TWO, "figures": [{**pad, "parts": [pad["parts"][0], hut]}]})
    page = bench.page
    roof = page.locator("g[data-part='roof']")
    bench.expect_total("36.00 m²")
    page.locator("g[data-part='slab']").click()
    page.keyboard.press("Delete")
    bench.expect_total("12.00 m²")
    expect(roof).to_be_visible()
    bench.expect_saved()
    (left,) = bench.stored()["figures"][0]["parts"]
    assert left["at"] == ["0.5", "4"] and not left.get("on")


def test_a_word_s_tag_follows_the_asks_and_can_be_put_right(bench: Bench) -> None:
    bench.make({**PAD, "statement": "How much concrete is poured?"})
    page = bench.page
    statement = page.get_by_test_id("statement")
    expect(statement.get_by_role("button", name="“concrete” means area")).to_be_visible()
    expect(statement).not_to_contain_text("m³")
    statement.get_by_role("button", name="“concrete” means area").click()
    page.get_by_label("What “concrete” means").select_option("nothing")
    expect(statement.get_by_role("button", name="“concrete” means no quantity here")).to_be_visible()
    page.keyboard.press("Escape")
    bench.expect_saved()
    assert bench.stored()["words"] == {"concrete": "nothing"}
    page.reload()
    expect(statement).to_contain_text("concrete")
    expect(statement).not_to_contain_text("area")


def test_walls_are_one_action_from_the_tally(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    page.get_by_role("radio", name="Perimeter").click()
    page.get_by_role("button", name="× height").click()
    field = page.get_by_label("Expression of walls")
    expect(field).to_be_focused()
    page.keyboard.type("2.6 m")  # over the height that stood there
    page.keyboard.press("Enter")
    expect(field).to_have_value("pad.perimeter * 2.6 m")
    expect(page.get_by_role("region", name="Working lines")).to_contain_text("52.00 m²")


def test_mathematics_breaks_between_sides_and_not_inside_products(bench: Bench) -> None:
    slab = {
        "name": "slab",
        "shape": "trapezoid",
        "given": {"base": "14.25", "top": "13.75", "height": "12.125"},
    }
    bench.make({**PAD, "figures": [{"name": "pad", "kind": "plane", "parts": [slab]}]})
    page = bench.page
    page.set_viewport_size({"width": 900, "height": 800})
    numbers = page.locator("[data-entry] .maths-side").filter(has_text="12.125")
    expect(numbers).to_have_count(1)
    rows = numbers.evaluate(
        "(e) => new Set([...e.querySelectorAll('.base')].map((b) => Math.round(b.getBoundingClientRect().bottom / 20))).size"
    )
    assert rows == 1


def test_names_with_gaps_become_one_word_and_it_is_said(bench: Bench) -> None:
    bench.make(PAD)
    page = bench.page
    page.locator("g[data-part='slab']").click()
    page.get_by_label("Name of the part").fill("back deck")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("notice")).to_contain_text("back_deck")
    expect(page.get_by_label("Name of the part")).to_have_value("back_deck")


def test_badges_and_measurements_never_lie_on_one_another(bench: Bench) -> None:
    for title in ("Yard plan", "Planter surround", "Start deck"):
        bench.open(title)
        page = bench.page
        expect(page.locator("g[data-part]").first).to_be_visible()
        for width, height in ((1280, 800), (1024, 768), (390, 800)):
            page.set_viewport_size({"width": width, "height": height})
            page.wait_for_timeout(400)
            boxes = page.evaluate(
                "() => [...document.querySelectorAll('svg[role=group] text')].filter((t) => t.getAttribute('text-anchor') === 'middle')"
                ".map((t) => { const b = t.getBoundingClientRect(); return [t.textContent, b.left, b.top, b.right, b.bottom]; })"
            )
            for i, (one, a, b, c, d) in enumerate(boxes):
                for two, e, f, g, h in boxes[i + 1 :]:
                    assert min(c, g) - max(a, e) < 2 or min(d, h) - max(b, f) < 2, (title, width, one, two)


def test_any_page_prints_as_a_page_to_hand_out(bench: Bench) -> None:
    """Title, statement, picture, tally, lines and asks; nothing of the editor."""
    bench.make(
        {**PAD, "statement": "How much turf?", "lines": [{"name": "turf", "expression": "pad.area * 1.1"}]}
    )
    page = bench.page
    page.locator("g[data-part='slab']").click()
    page.emulate_media(media="print")
    for kept in ("Pad", "How much turf", "24.00 m²", "26.40 m²"):
        expect(page.get_by_text(kept).locator("visible=true").first).to_be_visible()
    expect(page.locator("g[data-part='slab']")).to_be_visible()
    for name in (
        "Draw outline",
        "Add part",
        "+ Line",
        "+ Ask",
        "Answer",
        "Duplicate",
        "Fit",
        "Undo",
        "× height",
    ):
        expect(page.get_by_role("button", name=name, exact=True)).to_have_count(0)
    page.emulate_media(media="screen")
    page.goto("/cards/circle")
    page.get_by_label("radius", exact=True).fill("3")
    page.keyboard.press("Enter")
    expect(page.locator("[data-found=area]")).to_be_visible()
    page.emulate_media(media="print")
    expect(page.get_by_text("Circle", exact=True).locator("visible=true").first).to_be_visible()
    expect(page.get_by_label("diameter", exact=True)).to_have_css("visibility", "hidden")  # no empty boxes


def test_the_gallery_opens_the_only_match_and_the_angle_unit_is_a_card_s_own(bench: Bench) -> None:
    page = bench.page
    page.goto("/cards")
    page.get_by_label("Find a figure").fill("pie slice")
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("/cards/sector"))
    expect(page.get_by_test_id("angle unit")).to_contain_text("degrees")
    page.evaluate("() => localStorage.setItem('tilt-grid.settings', '{}')")


def test_phrases_are_listed_and_can_be_tried(bench: Bench) -> None:
    bench.make({**PAD, "figures": [{"name": "pad", "kind": "plane", "parts": []}], "asks": []})
    page = bench.page
    page.keyboard.press("?")
    dialog = page.get_by_role("dialog")
    for each in ("sqrt", "fill", "acre", "slab.width"):
        expect(dialog).to_contain_text(each)
    dialog.get_by_role("button", name="Try: rectangle 6 by 4").click()
    expect(page.get_by_label("Type a part in words")).to_have_value("rectangle 6 by 4")
    page.keyboard.press("Enter")
    bench.expect_total("24.00 m²")


def test_a_first_visit_is_told_what_this_is_with_three_ways_in(bench: Bench) -> None:
    page = bench.page
    page.route(
        re.compile(r"/api/problems(\?|$)"),
        lambda route: (
            route.fulfill(json={"problems": [], "found": 0, "on_shelf": 0, "labels": []})
            if route.request.method == "GET"
            else route.continue_()
        ),
    )
    page.goto("/")
    expect(page.get_by_text("worked out exactly, with every step shown")).to_be_visible()
    for way in ("Draw a figure", "Open the examples"):
        expect(page.get_by_role("button", name=way)).to_be_visible()
    page.get_by_role("link", name="Solve one figure").click()
    expect(page).to_have_url(re.compile("/cards$"))


def test_a_column_is_reckoned_sorted_and_its_ends_marked(bench: Bench) -> None:
    page = bench.page
    page.goto("/cards/rectangle/cases")
    page.get_by_role("button", name="Clear all").click()
    grid = page.get_by_role("grid")
    grid.focus()
    for cells in (("2", "6"), ("4", "3"), ("1", "12")):
        for cell in cells:
            page.keyboard.type(cell)
            page.keyboard.press("Tab")
        page.keyboard.press("Home")
        page.keyboard.press("ArrowDown")
    page.get_by_role("button", name="Add a column").click()
    page.get_by_role("menuitem", name="Reckoned from others").click()
    page.get_by_label("Rule of ratio").fill("perimeter / area")
    page.keyboard.press("Enter")
    column = page.locator("[data-column=ratio]")
    expect(column.nth(0)).to_contain_text("1.33/m")
    expect(column.nth(1)).to_contain_text("least")
    expect(column.nth(2)).to_contain_text("greatest")
    page.get_by_label("More for the column ratio").click()
    page.get_by_role("menuitem", name="Sort, the least first").click()
    expect(column.nth(0)).to_contain_text("1.17/m")
    expect(column.nth(2)).to_contain_text("2.17/m")
    page.get_by_label("Rule of ratio").fill("perimeter + area")
    page.keyboard.press("Enter")
    expect(page.get_by_role("columnheader").filter(has_text="ratio")).to_contain_text("area")


def test_a_phrase_for_a_piece_that_cant_be_stays_in_its_line(bench: Bench) -> None:
    tank = {"name": "tank", "kind": "solid", "pieces": [{"name": "drum", "shape": "cylinder", "given": {"radius": "1", "height": "2"}}]}  # fmt: skip
    bench.make({**PAD, "figures": [tank], "asks": []})
    page = bench.page
    line = page.get_by_label("Type a piece in words")
    line.fill("cone radius -1 height 3")
    line.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("radius must be more than 0")
    expect(line).to_have_value("cone radius -1 height 3")
    expect(page.get_by_role("group", name="Pieces").get_by_role("button", name="cone")).to_have_count(0)
    line.fill("cone radius 1 height 3")
    line.press("Enter")
    expect(page.get_by_role("group", name="Pieces").get_by_role("button", name="cone")).to_be_visible()


def test_names_go_on_in_every_field_of_a_part_and_of_an_ask(bench: Bench) -> None:
    bench.make({**TWO, "lines": [{"name": "margin", "expression": "0.5 m"}]})
    page = bench.page
    page.locator("g[data-part='step']").click()
    width = page.get_by_role("combobox", name="width of step")
    width.fill("slab.wi")
    page.get_by_role("option", name="slab.width").click()
    expect(width).to_have_value("slab.width")
    width.press("Enter")
    bench.expect_total("36.00 m²")
    width.fill("step")  # what it hangs on itself is not proposed
    expect(page.get_by_role("listbox", name="Ways to go on").get_by_role("option")).to_have_count(0)
    page.keyboard.press("Escape")
    page.get_by_role("button", name="+ Ask").click()
    asked = page.get_by_role("combobox", name="Quantity or expression")
    asked.fill("mar")
    expect(page.get_by_role("option", name="margin")).to_be_visible()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(asked).to_have_value("margin")


def test_a_typed_shape_without_a_place_stands_beside_what_is_there(bench: Bench) -> None:
    bench.make(TWO)  # from 0 to 11
    page = bench.page
    line = page.get_by_label("Type a part in words")
    line.fill("circle radius 1.5")
    line.press("Enter")
    expect(page.locator("g[data-part='circle']")).to_be_visible()
    assert bench.stored_part("circle")["at"] == ["13.5", "1.5"]
    line.fill(
        "take away circle radius 0.5 named hole"
    )  # what is taken away has to lie where it is taken from
    line.press("Enter")
    expect(page.locator("g[data-part='hole']")).to_be_visible()
    assert bench.stored_part("hole")["at"] == ["0", "0"]
    line.fill("square 1 at 2, 9")
    line.press("Enter")
    expect(page.locator("g[data-part='square']")).to_be_visible()
    assert bench.stored_part("square")["at"] == ["2", "9"]


def test_the_whole_figure_is_seen_after_a_typed_change_and_no_number_lies_under_a_button(
    bench: Bench,
) -> None:
    bench.make(TWO)
    page = bench.page
    board = page.get_by_role("group", name="Board:")

    def seen_wholly() -> bool:
        whole, tools = board.bounding_box(), page.get_by_role("button", name="Draw outline").bounding_box()
        boxes = [page.locator(f"g[data-part={name}]").bounding_box() for name in ("slab", "step")]
        assert whole and tools
        top = tools["y"] + tools["height"]
        return all(
            box is not None
            and box["x"] >= whole["x"]
            and box["x"] + box["width"] <= whole["x"] + whole["width"]
            and box["y"] >= top
            and box["y"] + box["height"] <= whole["y"] + whole["height"]
            for box in boxes
        )

    page.locator("g[data-part='step']").click()
    for _ in range(6):
        page.get_by_role("button", name="Closer").click()
    assert not seen_wholly()
    field = page.get_by_role("combobox", name="width of step")
    field.fill("5")
    field.press("Enter")
    bench.expect_total("34.00 m²")
    page.wait_for_timeout(100)
    assert seen_wholly()
    field.fill("40")
    field.press("Enter")
    bench.expect_total("104.00 m²")
    page.wait_for_timeout(100)
    assert seen_wholly()
    covered = page.evaluate(
        """() => {
          const boxes = [...document.querySelectorAll("section[aria-label=Figure] button, [data-testid=legend]")]
            .map((each) => each.getBoundingClientRect());
          return [...document.querySelectorAll("section[aria-label=Figure] svg[aria-hidden] text")]
            .map((each) => [each.textContent, each.getBoundingClientRect()])
            .filter(([, a]) => boxes.some((b) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom))
            .map(([text]) => text);
        }"""
    )
    assert covered == []


def test_a_hole_asked_for_before_the_part_is_drawn_comes_with_it(bench: Bench) -> None:
    bench.make({**PAD, "figures": [{"name": "pad", "kind": "plane", "parts": []}], "asks": []})
    page = bench.page
    waiting: list[Route] = []
    page.route(re.compile("/api/evaluate"), lambda route: waiting.append(route))
    page.get_by_title("Add: circle", exact=True).click()
    page.get_by_label("radius of circle", exact=True).fill("2")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Hole", exact=True).click()
    page.wait_for_timeout(300)
    dialog = page.get_by_role("dialog", name="A hole in circle")
    expect(dialog).to_have_count(0)
    page.unroute(re.compile("/api/evaluate"))  # what waited goes on
    dialog.get_by_role("button", name="Rectangle", exact=True).click()
    expect(page.get_by_label("width of rectangle", exact=True)).to_be_visible()
