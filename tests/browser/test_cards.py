"""Cards on the page: the gallery, a figure solved from any side, both solutions, what can be done with them."""

from __future__ import annotations

import re
from typing import Any

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from mensuration.catalogue import figures
from tests.browser.conftest import Bench, focus


class Card:
    """What a person does on a card, and what they read there."""

    def __init__(self, page: Page) -> None:
        self.page = page

    def open(self, name: str) -> Card:
        self.page.goto(f"/cards/{name}")
        expect(self.page.get_by_role("region", name="Quantities")).to_be_visible()
        return self

    def give(self, **known: str) -> Card:
        for title, text in known.items():
            field = self.field(title.replace("_", " "))
            field.fill(text)
            field.press("Enter")
        return self

    def field(self, title: str) -> Any:
        return self.page.get_by_label(title, exact=True)

    def expect_found(self, measure: str, text: str) -> Card:
        expect(self.page.locator(f"[data-found={measure}]")).to_contain_text(text)
        return self


@pytest.fixture
def card(page: Page) -> Card:
    return Card(page)


def test_gallery_finds_figures_by_other_words_and_by_keyboard(page: Page) -> None:
    page.goto("/")
    focus(page, "Cards")
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="pointed solids")).to_be_visible()
    assert page.get_by_role("listitem").count() == len(figures())
    for word, title in (
        ("trapezium", "Trapezoid"),
        ("washer", "Ring"),
        ("ball", "Sphere"),
        ("pie slice", "Sector"),
    ):
        page.get_by_label("Find a figure").fill(word)
        expect(page.get_by_role("link", name=title, exact=False).first).to_be_visible()
    page.get_by_label("Find a figure").fill("xyz")
    expect(page.get_by_text("No figure goes by “xyz”")).to_be_visible()
    page.get_by_label("Find a figure").fill("")
    page.keyboard.type("funnel")  # letter by letter, as fast as keys come
    expect(page.get_by_label("Find a figure")).to_have_value("funnel")
    focus(page, "Cone")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Cone")).to_be_visible()


def test_a_cone_solved_backwards(card: Card) -> None:
    page = card.open("cone").page
    expect(page.get_by_text("Nothing is known yet")).to_be_visible()
    card.give(volume="96π")
    expect(page.get_by_role("status").filter(has_text="One more measurement is needed")).to_be_visible()
    card.give(height="8").expect_found("radius", "6 m").expect_found("slant", "10 m")
    card.expect_found("surface", "301.59 m²").expect_found("surface", "96π m²")
    labels = page.locator("[data-label]")
    known = labels.filter(has_text="8 m").locator("text")
    found = labels.filter(has_text="6 m").locator("text")
    assert known.get_attribute("font-style") is None and found.get_attribute("font-style") == "italic"
    expect(page.locator("[data-step=radius]")).to_contain_text("a third of the cylinder round it")
    page.locator("[data-found=slant]").click()
    expect(page.locator("[data-step]")).to_have_count(2)  # only the path to it
    page.get_by_role("button", name="Show every step").click()
    expect(page.locator("[data-step]")).to_have_count(7)


def test_wrong_input_is_said_at_its_place_and_nothing_is_lost(card: Card) -> None:
    page = card.open("cone").give(radius="3", slant_height="2").page
    expect(page.locator("[data-quantity=slant]")).to_contain_text(
        "the slant height must be more than the radius"
    )
    expect(card.field("slant height")).to_have_value("2")
    card.give(slant_height="5 +")
    expect(page.locator("[data-quantity=slant]")).to_contain_text("this stops too soon")
    card.give(slant_height="5 kg")
    expect(page.locator("[data-quantity=slant]")).to_contain_text("“kg” is not a known name")
    card.give(slant_height="5").expect_found("height", "4 m")
    card.give(volume="40")
    expect(page.locator("[data-quantity=volume]")).to_contain_text("contradict one another")
    page.get_by_role("button", name="Clear volume").click()
    card.expect_found("volume", "37.70 m³")
    page.get_by_role("button", name="Clear all").click()
    expect(page.get_by_text("Nothing is known yet")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    card.expect_found("volume", "37.70 m³")
    page.reload()
    card.expect_found("volume", "37.70 m³")  # kept in this browser


def test_two_solutions_stand_side_by_side_and_one_is_chosen(card: Card) -> None:
    page = card.open("triangle").give(side_a="4", side_b="6", angle_A="30").page
    expect(page.get_by_role("radiogroup", name="2 solutions").locator("svg")).to_have_count(2)
    expect(card.field("angle A")).to_have_value("30°")  # each angle is marked with its own unit
    card.expect_found("base", "7.84 m")
    page.get_by_label("Solution 2 of 2").check()
    card.expect_found("base", "2.55 m")
    card.give(angle_A="0.5 rad").expect_found("base", "8.04 m")


def test_a_given_can_be_slid_by_keyboard(card: Card) -> None:
    page = card.open("sphere").give(radius="3").page
    slider = page.get_by_label("Slide radius")
    slider.focus()
    slider.press("ArrowRight")
    expect(card.field("radius")).to_have_value("3.02")
    card.expect_found("diameter", "6.04 m")
    page.keyboard.press("Control+z")
    expect(card.field("radius")).to_have_value("3")
    card.give(radius="3/2").expect_found("diameter", "3 m")  # any given can be slid, also a fraction
    slider.focus()
    slider.press("ArrowRight")
    expect(card.field("radius")).to_have_value("1.52")


def test_too_little_moves_and_is_held_by_keyboard(card: Card) -> None:
    """Two sides of a triangle leave its height free: a slider goes through what it may be."""
    page = card.open("triangle").give(side_a="4", base="3").page
    slider = page.get_by_label("height of a figure that it may be")
    expect(page.get_by_role("img", name="Triangle, one of many")).to_be_visible()
    expect(slider).to_be_visible()
    shown = page.locator("output")
    first = float(shown.inner_text().removeprefix("height ").removesuffix(" m"))
    slider.focus()
    slider.press("ArrowRight")
    expect(shown).not_to_have_text(f"height {first:.3g} m")
    slider.press("Home")
    least = float(shown.inner_text().removeprefix("height ").removesuffix(" m"))
    assert least < first
    focus(page, "Give the height as")
    page.keyboard.press("Enter")
    expect(card.field("height")).to_have_value(f"{least:g} m")
    found = page.locator("[data-found=area]").first.inner_text()
    assert float(found.split(" ")[0].removeprefix("≈")) == pytest.approx(3 * least / 2, abs=0.006)
    page.keyboard.press("Control+z")
    expect(slider).to_be_visible()


def test_two_unknowns_are_found_together(card: Card) -> None:
    """A segment by area and perimeter, neither of which alone says anything of its radius."""
    card.open("segment").give(area="8", perimeter="12").expect_found("radius", "2.46 m")
    chord, height = (card.page.locator(f"[data-step={name}]") for name in ("chord", "height"))
    expect(chord).to_contain_text("no closed form: chord and height found together, by trial")
    expect(height).to_contain_text("(together with the chord)")
    card.expect_found("height", "2.15 m")
    assert card.page.evaluate("() => document.documentElement.scrollHeight") <= 801  # only the panels scroll
    card.give(area="80")
    expect(card.page.locator(".says").first).to_contain_text("No segment was found")


def test_a_sector_agrees_with_itself(card: Card) -> None:
    page = card.open("sector").give(radius="5.5", angle="110").page
    page.get_by_role("tab", name="Agreement").click()
    area = page.get_by_role("region", name="Agreement: area")
    expect(area).to_contain_text("1/2 radius² angle in radians = 1/2 × (5.5 m)² × (11π/18) = 1331π/144 m²")
    expect(area).to_contain_text("They agree: the same value, exactly.")
    expect(area).to_contain_text("At a full turn it is the whole disc.")


@pytest.mark.parametrize(
    ("form", "holds"),
    [
        ("Plain text", "radius = √(3 volume / (π height)) = √(3 × 96π m³ / (π × 8 m))\nradius = 6 m"),
        ("TeX", r"r = \sqrt{\frac{3\,V}{\pi\,h}}"),
        ("MathML", '<math xmlns="http://www.w3.org/1998/Math/MathML"'),
    ],
)
def test_working_is_copied(card: Card, form: str, holds: str) -> None:
    page = card.page
    page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    card.open("cone").give(volume="96π", height="8").expect_found("radius", "6 m")
    page.get_by_role("button", name="Copy").click()
    page.get_by_role("menuitem", name=form, exact=True).click()
    expect(page.get_by_text(f"Copied as {form}")).to_be_visible()
    copied = page.evaluate("() => navigator.clipboard.readText()")
    assert holds in copied
    assert "htmlData" not in copied


def test_a_plane_card_becomes_a_part_on_the_bench(card: Card, bench: Bench) -> None:
    page = card.open("trapezoid").give(base="4", top="2", height="3").page
    page.get_by_role("button", name="Use on the bench").click()
    page.get_by_role("menuitem", name="In a new problem").click()
    bench.expect_total("9.00 m²")
    assert bench.stored_part("trapezoid")["given"] == {"base": "4", "top": "2", "height": "3"}
    page.goto("/cards/circle")
    card.give(radius="1")
    page.get_by_role("button", name="Use on the bench").click()
    page.get_by_role("menuitem", name="Add to “Trapezoid”").click()
    # 9 + π (1 - atan(3) / 360°): its centre is the corner at the foot of a leg of 3 : 1
    bench.expect_total("≈ 11.52 m²")
    assert [part["name"] for part in bench.stored()["figures"][0]["parts"]] == ["trapezoid", "circle"]


def test_a_long_trial_fits_into_the_tally(card: Card) -> None:
    """Two unknowns found together, as a part: no equation is cut off, and none is said to equal its numbers."""
    page = card.open("segment").give(area="8", perimeter="12").expect_found("radius", "2.46 m").page
    page.get_by_role("button", name="Use on the bench").click()
    page.get_by_role("menuitem", name="In a new problem").click()
    page.get_by_role("radio", name="Perimeter").click()
    entry = page.locator("[data-entry]").first
    expect(entry).to_contain_text("(together, by trial)")
    expect(entry.locator("br")).to_have_count(1)
    wide = page.evaluate(
        """() => [...document.querySelectorAll('[data-entry] .katex-html')]
            .map((e) => e.getBoundingClientRect().right - e.closest('[data-entry]').getBoundingClientRect().right)"""
    )
    assert wide and max(wide) <= 0


def test_a_solid_card_is_kept_on_the_shelf(card: Card, bench: Bench) -> None:
    page = card.open("cylinder").give(radius="2", height="3").page
    page.get_by_role("button", name="Keep on the shelf").click()
    expect(page.get_by_role("button", name="Volume", exact=True).locator("output")).to_have_text("37.70 m³")
    card.give(height="6")
    card.expect_found("volume", "75.40 m³")
    bench.expect_saved()
    assert bench.stored()["figures"][0]["given"] == {"radius": "2", "height": "6"}


def test_the_formula_sheet_has_the_chosen_figures_and_prints_without_buttons(page: Page) -> None:
    page.goto("/cards")
    page.get_by_role("button", name="Formula sheet").click()
    page.get_by_role("checkbox", name="Cone", exact=True).check()
    page.get_by_role("checkbox", name="Sphere", exact=True).check()
    page.get_by_role("link", name="Sheet of 2 figures").click()
    expect(page.get_by_role("heading", level=2)).to_have_text(["Cone", "Sphere"])
    expect(page.get_by_role("region", name="Sphere")).to_contain_text("radius = ∛(3 volume / (4 π))")
    page.emulate_media(media="print")
    expect(page.get_by_role("button", name="Print")).to_be_hidden()
    expect(page.get_by_role("img", name="Cone, to scale")).to_be_visible()


OVERLAPS = """() => {
  const svg = document.querySelector('section[aria-label=Figure] svg');
  const board = svg.getBoundingClientRect();
  const boxes = [...svg.querySelectorAll('[data-label] text')].map((e) => [e.parentElement.dataset.label, e.getBoundingClientRect()]);
  const faults = boxes.filter(([, b]) => b.left < board.left - 1 || b.right > board.right + 1 || b.top < board.top - 1 || b.bottom > board.bottom + 1).map(([n]) => n + ' leaves the picture');
  boxes.forEach(([n, a], i) => boxes.slice(i + 1).forEach(([m, b]) => {
    if (a.left < b.right - 1 && b.left < a.right - 1 && a.top + 3 < b.bottom - 3 && b.top + 3 < a.bottom - 3) faults.push(n + ' runs into ' + m);
  }));
  return { faults, labels: boxes.length, lines: svg.querySelectorAll('path').length };
}"""


@pytest.mark.parametrize("family", sorted({figure.family for figure in figures().values()}))
def test_every_card_opens_with_its_picture_and_no_label_runs_into_another(card: Card, family: str) -> None:
    names = [name for name, figure in figures().items() if figure.family == family]
    page = card.open(names[0]).page
    for name in names:
        # As the link of a card leads there: without the page being loaded anew.
        page.evaluate(
            "(to) => { history.pushState({}, '', to); dispatchEvent(new PopStateEvent('popstate')); }",
            f"/cards/{name}",
        )
        page.get_by_role("button", name="try an example").click()
        expect(page.locator("[data-step]").first).to_be_visible()
        expect(page.locator(".katex-error")).to_have_count(0)
        seen = page.evaluate(OVERLAPS)
        assert seen["faults"] == [], name
        assert seen["labels"] >= 1 and seen["lines"] >= 1, name


@pytest.mark.parametrize(
    "address", ["/cards", "/cards/cone", "/cards/cone/cases", "/cards/sheet?figures=cone,circle"]
)
def test_nothing_serious_for_axe(page: Page, address: str) -> None:
    page.goto(address)
    expect(page.get_by_role("banner")).to_be_visible()
    if address == "/cards/cone":
        Card(page).give(volume="3", slant_height="3").expect_found("radius", "m")
    page.wait_for_timeout(300)
    results = Axe().run(page, options={"resultTypes": ["violations"]})
    serious = [v for v in results.response["violations"] if v["impact"] in ("serious", "critical")]
    assert serious == [], [(v["id"], [n["html"][:120] for n in v["nodes"][:3]]) for v in serious]


@pytest.mark.parametrize(("width", "height"), [(800, 1180), (390, 844)])
def test_a_card_fits_small_screens(card: Card, width: int, height: int) -> None:
    card.page.set_viewport_size({"width": width, "height": height})
    card.open("cuboid").give(length="4", width="2", height="3").expect_found("volume", "24 m³")
    assert card.page.evaluate("() => document.documentElement.scrollWidth") <= width + 1
    assert re.match(r"24", card.page.locator("[data-found=volume]").inner_text())
    fields, working = (
        card.page.get_by_role("region", name=name).bounding_box() for name in ("Quantities", "Working")
    )
    assert (
        fields and working and fields["y"] + fields["height"] <= working["y"] + 1
    )  # fields first, then what follows


def test_the_whole_sheet_is_set_without_a_fault(page: Page) -> None:
    """Every formula of every figure in every rearrangement, set as in print."""
    page.goto("/cards/sheet")
    expect(page.locator(".katex").nth(800)).to_be_attached(timeout=20_000)
    expect(page.locator(".katex-error")).to_have_count(0)


def test_the_keys_of_a_card_and_of_a_table_are_listed(card: Card) -> None:
    page = card.open("cone").page
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("go from quantity to quantity")
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Cases", exact=True).click()
    expect(page.get_by_role("grid")).to_be_visible()
    page.get_by_role("button", name="Keyboard shortcuts").click()
    expect(page.get_by_role("dialog")).to_contain_text("paste a table from here on")
    expect(page.get_by_role("dialog")).not_to_contain_text("mirror the chosen part")


def test_a_card_by_keyboard_alone(page: Page) -> None:
    """From the shelf to a solved cone and its other measures, with keys only."""
    page.goto("/")
    focus(page, "Cards")
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="pointed solids")).to_be_visible()
    focus(page, "Find a figure")
    page.keyboard.type("funnel")
    focus(page, "Cone")
    page.keyboard.press("Enter")
    focus(page, "slant height")
    page.keyboard.type("13")
    page.keyboard.press("Tab")
    focus(page, "volume")
    page.keyboard.type("100π")
    page.keyboard.press("Enter")
    expect(page.get_by_role("radio")).to_have_count(2)
    found = page.locator("[data-found=radius]")
    expect(found).to_contain_text("5 m")
    found.focus()
    page.keyboard.press("Enter")
    expect(page.locator("[data-step]")).to_have_count(1)
    expect(page.locator("[data-step=radius]")).to_contain_text("by trial")
