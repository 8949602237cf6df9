"""The pictures in docs/screenshots/, made from the demo: ``make screenshots``."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.browser.service import CHROMIUM, CHROMIUM_FLAGS, ROOT, Service, on_shelf

FOLDER = ROOT / "docs/screenshots"


def shelf(page: Page) -> None:
    page.get_by_role("heading", name="Kicker side panel", exact=True).wait_for()


def park(page: Page) -> None:
    """The pointer, where nothing lights up under it."""
    size = page.viewport_size or {"width": 0, "height": 0}
    page.mouse.move(size["width"] - 6, size["height"] - 6)


def opened(title: str, then: Callable[[Page], None] = lambda page: None) -> Callable[[Page], None]:
    def show(page: Page) -> None:
        page.goto(page.url.rstrip("/") + on_shelf(title))
        page.get_by_role("heading", name=title, exact=True).click()
        page.locator("[data-entry] .katex").first.wait_for()
        park(page)
        then(page)

    return show


def choose_bite(page: Page) -> None:
    page.get_by_role("radio", name="Perimeter").click()
    page.locator("g[data-part=bite]").click(position={"x": 60, "y": 60})
    park(page)


def mistake(page: Page) -> None:
    page.locator("svg").get_by_role("button", name="width of slab").click()
    page.keyboard.type("(4.5")


def split(page: Page) -> None:
    page.get_by_role("button", name="Split …").click()
    page.get_by_role("button", name="Beside: Surrounding rectangle").click()
    page.get_by_text("Both come to").wait_for()
    park(page)


def squares(page: Page) -> None:
    page.keyboard.press("s")
    page.get_by_test_id("share").wait_for()


def solid(page: Page) -> None:
    page.get_by_role("radio", name="Surface").click()
    page.locator("[data-entry^='surface.across']").first.wait_for()
    park(page)


def triangles(page: Page) -> None:
    page.get_by_role("button", name="Triangles").click()
    page.get_by_role("radio", name="Surface").click()
    park(page)


def cubes(page: Page) -> None:
    page.get_by_role("button", name="Unit cubes").click()
    page.get_by_test_id("cube-count").wait_for()
    page.get_by_label("Cubes that lie there").fill("37")
    park(page)


def stepped(page: Page) -> None:
    page.get_by_role("button", name="Step through").click()
    page.get_by_role("dialog", name="Step through").focus()
    for _ in range(4):
        page.keyboard.press("ArrowRight")
    page.locator("[data-shown='4']").wait_for()


def edge(page: Page) -> None:
    page.locator("g[data-part=board]").focus()
    page.keyboard.press("Enter")
    page.locator("[data-edge=left] .reach").click()
    page.get_by_role("dialog").wait_for()


def why(page: Page) -> None:
    page.locator("g[data-part=cloth]").focus()
    page.keyboard.press("Enter")
    page.keyboard.press("y")
    page.get_by_role("slider").fill("0.7")
    park(page)


def gallery(page: Page) -> None:
    page.get_by_role("link", name="Cards").click()
    page.locator("main li svg path").first.wait_for()
    park(page)


def card(title: str, then: Callable[[Page], None] = lambda page: None) -> Callable[[Page], None]:
    def show(page: Page) -> None:
        page.goto(page.url.rstrip("/") + on_shelf(title))
        page.get_by_role("heading", name=title, exact=True).click()
        page.locator("[data-step] .katex").first.wait_for()
        then(page)
        park(page)

    return show


def varied(page: Page) -> None:
    page.get_by_role("button", name="Letters …").click()
    page.get_by_text("diameter = height").wait_for()
    through = page.get_by_label("Through the values of r")
    for place in range(20, 58, 5):
        through.fill(str(place))
        page.wait_for_timeout(400)


def cases(page: Page) -> None:
    page.goto(page.url.rstrip("/") + on_shelf("Six sizes of drainpipe"))
    page.get_by_role("heading", name="Six sizes of drainpipe").click()
    page.locator("[data-column=bore]", has_text="agrees").first.wait_for()
    page.get_by_role("button", name="Plot").click()
    park(page)


def sheet(page: Page) -> None:
    page.goto(page.url + "cards/sheet?figures=ring,cone,sphere,square-pyramid")
    page.locator("section .katex").first.wait_for()


VIEWS: dict[str, tuple[tuple[int, int], Callable[[Page], None]]] = {
    "shelf": ((1280, 800), shelf),
    "bench": ((1280, 800), opened("Kicker side panel")),
    "bench-perimeter": ((1280, 800), opened("Kicker side panel", choose_bite)),
    "letters": ((1280, 800), card("Paint can of one litre", varied)),
    "bench-ways": ((1280, 800), opened("Start deck", split)),
    "bench-squares": ((1280, 800), opened("Score board on squares", squares)),
    "bench-edge": ((1280, 800), opened("Roll-in canopy", edge)),
    "bench-why": ((1280, 800), opened("Shade sail", why)),
    "bench-mistake": ((1280, 800), opened("Manual pad", mistake)),
    "bench-solid": ((1280, 800), opened("Cross bolster", solid)),
    "cards": ((1280, 800), gallery),
    "card": ((1280, 800), card("Marker cone")),
    "bench-profile": ((1280, 800), opened("Pump-track mound")),
    "cases": ((1280, 800), cases),
    "formula-sheet": ((1280, 800), sheet),
    "bench-solid-triangles": ((1280, 800), opened("Paper lantern", triangles)),
    "bench-solid-cubes": ((1280, 800), opened("Sand crate", cubes)),
    "bench-projector": ((1920, 1080), opened("Ticket hut floor", stepped)),
    "bench-tablet": ((800, 1180), opened("Planter surround")),
}


def main() -> None:
    FOLDER.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder:
        service = Service(Path(folder))
        try:
            with sync_playwright() as playwright:
                chromium = playwright.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
                for name, ((width, height), show) in VIEWS.items():
                    context = chromium.new_context(viewport={"width": width, "height": height})
                    page = context.new_page()
                    page.goto(service.address)
                    show(page)
                    page.wait_for_timeout(700)
                    page.screenshot(path=FOLDER / f"{name}.png")
                    context.close()
                chromium.close()
        finally:
            service.stop()


if __name__ == "__main__":
    main()
