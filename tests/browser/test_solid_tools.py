"""What one does with solids on the bench: copies, walls and doors, unit cubes, nets on paper, mesh files, liquids."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from playwright.sync_api import Page, expect
from scipy.integrate import quad
from scipy.special import ellipe

from mensuration.exchange.meshes import read_mesh
from tests.browser.conftest import Bench, focus
from tests.browser.test_solids import empty, picture, show


def typed(page: Page, label: str, text: str) -> None:
    field = page.get_by_label(label, exact=True)
    field.fill(text)
    field.press("Enter")


def piece(page: Page, name: str) -> None:
    page.get_by_role("group", name="Pieces").get_by_role("button", name=name, exact=True).click()


def test_a_table_on_four_legs_by_mouse(bench: Bench) -> None:
    """Legs of 0.1 by 0.1 by 0.7 round a circle, a top of 2 by 1 by 0.05 over them."""
    page = empty(bench)
    page.get_by_role("button", name="put one together").click()
    page.get_by_role("button", name="Add: cylinder", exact=True).click()
    typed(page, "radius of cylinder", "0.1")
    typed(page, "height of cylinder", "0.7")
    page.get_by_label("How often cylinder is there").select_option("in a circle")
    typed(page, "How many of cylinder", "4")
    bench.expect_total("≈ 0.09 m³")  # 4 · 0.007π
    entry = page.locator("[data-entry^='volume.cylinder']")
    expect(entry).to_contain_text("cylinder, 4 of them")
    show(page, "Surface")
    bench.expect_total("≈ 2.01 m²")  # 4 (0.02 π + 0.14 π)
    typed(page, "How many of cylinder", "0")
    expect(page.get_by_text("a piece is there from 1 to 60 times").first).to_be_visible()
    expect(picture(page)).to_be_visible()


def test_walls_on_an_outline_in_one_action_and_a_door_by_keys(bench: Bench) -> None:
    page = bench.open("Start deck").page
    page.get_by_role("button", name="+ Figure").click()
    page.get_by_role("menuitem", name="Solid").click()
    page.get_by_role("button", name="deck walls").click()
    show(page, "Lateral")
    bench.expect_total("83.20 m²")  # 32 m by 2.6 m
    focus(page, "A door or window")
    page.keyboard.press("Enter")
    bench.expect_total("81.20 m²")
    expect(page.locator("[data-entry*='door in']")).to_contain_text("door in side 1")
    typed(page, "width of door", "100")
    expect(page.get_by_text("is larger than").first).to_be_visible()


def test_a_figure_to_a_point_and_spun_by_pictures(bench: Bench) -> None:
    page = bench.open("Start deck").page
    page.get_by_role("button", name="+ Figure").click()
    page.get_by_role("menuitem", name="Solid").click()
    page.get_by_role("button", name="deck to a point").click()
    bench.expect_total("34.00 m³")  # a third of 51 m² by 2 m
    page.get_by_label("What is made of deck").select_option("spun")
    page.get_by_label("Round which line deck is spun").select_option("right")
    bench.expect_total("≈ 1253.50 m³")
    expect(picture(page)).to_be_visible()  # π 25 · 7 and π (81 - 25) · 4


def test_equal_faces_are_told_together_when_that_is_chosen(bench: Bench) -> None:
    page = bench.open("Sand crate").page
    show(page, "Surface")
    rows = page.locator("li[data-entry^='surface.']")
    expect(rows).to_have_count(6)
    page.get_by_role("button", name="2 ×").click()
    expect(rows).to_have_count(4)
    bench.expect_total("79.00 dm²")
    page.locator("li", has_text="front, back").hover()
    expect(page.locator("path[data-face='surface.room.front']").first).to_have_attribute(
        "fill", "var(--color-apricot-wash)"
    )


def test_unit_cubes_are_counted_layer_by_layer(bench: Bench) -> None:
    page = bench.open("Sand crate").page
    page.get_by_role("button", name="Unit cubes").click()
    told = page.get_by_test_id("cube-count")
    expect(told).to_have_text("5 in a row × 3 rows × 4 layers = 60 cubes of 1 dm³")
    handle = page.get_by_label("Cubes that lie there")
    handle.fill("20")
    expect(told).to_have_text("15 + 5 = 20 cubes of 1 dm³")
    expect(page.get_by_test_id("unit-cubes")).to_have_attribute("data-count", "20")
    page.get_by_role("button", name="Count").click()
    expect(told).to_contain_text("= 60 cubes")
    page.get_by_role("button", name="Unit cubes").click()
    expect(page.get_by_test_id("unit-cubes")).to_have_count(0)


def saved(page: Page, button: str) -> bytes:
    with page.expect_download() as wait:
        page.get_by_role("button", name=button, exact=True).click()
    return wait.value.path().read_bytes()


def test_a_net_goes_to_paper_at_its_scale(bench: Bench) -> None:
    page = bench.open("Sand crate").page
    page.get_by_label("Unfold").fill("1")
    which = page.get_by_test_id("which-net")
    expect(which).to_have_text("net 1 of 11")
    page.get_by_label("The next net").click()
    expect(which).to_have_text("net 2 of 11")
    page.get_by_role("button", name="Net and files").click()
    expect(page.get_by_test_id("net-sheets")).to_have_text("one sheet of A4")
    page.get_by_label("Scale of the net").select_option("1")
    expect(page.get_by_test_id("net-sheets")).to_contain_text("sheets of A4")
    text = saved(page, "SVG").decode()
    assert text.startswith("<svg") and 'mm"' in text and "front" in text
    page.evaluate(
        "() => { window.print = () => { window.printed = document.querySelectorAll('.net-page').length } }"
    )
    page.get_by_role("button", name="Print").click()
    assert page.evaluate("() => window.printed") > 1
    page.evaluate("() => window.dispatchEvent(new Event('afterprint'))")
    expect(page.locator(".net-pages")).to_have_count(0)


@pytest.mark.parametrize("button", ["STL", "STL as text", "OBJ"])
def test_a_mesh_is_taken_out_and_measured_again(bench: Bench, button: str, tmp_path: Any) -> None:
    page = bench.open("Half-pipe from a block").page
    page.get_by_role("button", name="Net and files").click()
    page.get_by_label("How fine the mesh is").select_option("fine")
    data = saved(page, button)
    mesh = read_mesh(data)
    assert mesh.closed and abs(mesh.volume - (18 - 36 * np.pi / 25)) < 0.01
    path = tmp_path / f"half-pipe.{'obj' if button == 'OBJ' else 'stl'}"
    path.write_bytes(data)
    page.locator("input[type=file]").set_input_files(path)
    told = page.get_by_test_id("mesh")
    expect(told).to_contain_text("13.47")
    expect(told).to_contain_text("yes")
    path.write_bytes(data[: len(data) // 2])
    page.locator("input[type=file]").set_input_files(path)
    expect(told.locator(".says").or_(told.get_by_text("open edges"))).to_be_visible()


def test_a_stone_lifts_the_water_and_the_content_is_plotted(bench: Bench) -> None:
    box = {"name": "box", "shape": "cuboid", "given": {"length": "4", "width": "2", "height": "3"}}
    stone = {"name": "stone", "shape": "cube", "given": {"side": "1"}}
    document = {
        "format": "tilt-grid/problem", "version": 1, "title": "Tank",
        "figures": [
            {"name": "tank", "kind": "solid", "pieces": [box], "level": "1"},
            {"name": "block", "kind": "solid", "pieces": [stone]},
        ],
    }  # fmt: skip
    page = bench.make(document).page
    content = page.get_by_test_id("content")
    expect(content).to_contain_text("its surface is 8.00 m², it wets 20.00 m²")
    page.get_by_label("What is lowered into it").select_option("block")
    expect(content).to_contain_text("with block in it the level is 1.13 m, higher by 0.13 m")
    page.get_by_role("button", name="Plot").click()
    expect(page.get_by_test_id("curve")).to_be_visible()
    page.keyboard.press("Control+z")
    expect(content).not_to_contain_text("with block")


def test_a_height_is_drawn_out_on_the_picture(bench: Bench) -> None:
    page = bench.open("Paper lantern").page
    label = page.locator("[data-span='roof height']")
    box = label.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, 7):
        page.mouse.move(x, y - 12 * step)
    page.mouse.up()
    expect(label).not_to_have_text("4 cm")  # 6.4 cm ends so too
    bench.expect_saved()
    height = float(bench.stored()["figures"][0]["pieces"][0]["given"]["height"])
    assert 4 < height < 10
    page.keyboard.press("Control+z")
    expect(label).to_have_text("4 cm")


def test_the_triangles_behind_a_slant_height_stand_in_the_solid_and_flat_beside_it(bench: Bench) -> None:
    page = bench.open("Paper lantern").page
    page.get_by_role("button", name="Triangles").click()
    expect(page.get_by_test_id("helpers").locator("path")).to_have_count(4)
    flat = page.get_by_test_id("flat-helpers")
    expect(flat.get_by_role("img", name="slant height of roof: 5 cm, over 3 cm and 4 cm")).to_be_visible()


def test_second_ways_to_the_volume_are_looked_at(bench: Bench) -> None:
    page = bench.open("Paper lantern").page
    page.get_by_role("button", name="Ways …").click()
    page.get_by_label("The way to the volume").select_option("layers")
    expect(page.locator("li[data-entry^='volume.layer']")).to_have_count(1)
    bench.expect_total("48.00 cm³")


def test_a_scaled_solid_is_told_beside_it(bench: Bench) -> None:
    page = bench.open("Paper lantern").page
    page.get_by_role("button", name="Scale it").click()
    told = page.get_by_test_id("scaled")
    expect(told).to_contain_text("384.00 cm³")
    typed(page, "Scale k", "0")
    expect(page.get_by_text("a scale is more than 0").first).to_be_visible()
    typed(page, "Scale k", "1/2")
    expect(told).to_contain_text("6.00 cm³")


def test_rolls_that_go_through_one_another(bench: Bench) -> None:
    """The demo's cross, then one roll thinner: by slices, two rectangles cross at every height."""
    page = bench.open("Cross bolster").page
    bench.expect_total("≈ 359.46 dm³")
    expect(page.get_by_text("every digit shown is proven").first).to_be_visible()
    show(page, "Edges")
    bench.expect_total(f"≈ {16 * np.pi + 2 * 4 * 2 * 2**0.5 * ellipe(0.5):.2f} dm")  # four rims, two ellipses
    show(page, "Surface")
    bench.expect_total("≈ 388.39 dm²")
    expect(page.get_by_text("No net: where round pieces cut one another")).to_be_visible()
    piece(page, "across")
    typed(page, "radius of across", "1")
    show(page, "Volume")
    common = quad(lambda z: 4 * ((1 - (z - 1) ** 2) * (4 - (z - 2) ** 2)) ** 0.5, 0, 2)[0]
    total = page.get_by_test_id("total").locator("output")  # a cut anew takes seconds beside other work
    expect(total).to_have_text(f"≈ {80 * np.pi - common:.2f} dm³", timeout=25_000)


def test_a_row_begins_as_far_apart_as_the_piece_is_wide(bench: Bench) -> None:
    page = empty(bench)
    page.get_by_role("button", name="put one together").click()
    page.get_by_role("button", name="Add: cuboid", exact=True).click()
    typed(page, "length of cuboid", "7")
    bench.expect_total("42.00 m³")
    page.get_by_label("How often cuboid is there").select_option("in a row")
    expect(page.get_by_role("combobox", name="x step of cuboid")).to_have_value("14")
