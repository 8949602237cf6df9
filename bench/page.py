"""The bench under the hand: how long after Enter the total is another one; how often a dragged part is drawn."""

from __future__ import annotations

import re
from statistics import median
from typing import Any

from playwright.sync_api import Page

from tests.browser.service import on_shelf

DRAG_SECONDS = 3
TYPED = """([label, text]) => new Promise((done) => {
  const field = document.querySelector(`[aria-label="${label}"]`);
  const total = document.querySelector("[data-testid=total]");
  field.focus();
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(field, text);
  field.dispatchEvent(new Event("input", {bubbles: true}));
  setTimeout(() => {
    const before = total.textContent;
    const start = performance.now();
    const watch = new MutationObserver(() => {
      if (total.textContent === before) return;
      watch.disconnect();
      requestAnimationFrame(() => done(performance.now() - start));
    });
    watch.observe(total, {subtree: true, childList: true, characterData: true});
    field.dispatchEvent(new KeyboardEvent("keydown", {key: "Enter", bubbles: true}));
    setTimeout(() => done(-1), 5000);
  }, 400);
})"""


def after_enter(page: Page, address: str, problems: dict[str, dict[str, Any]]) -> list[tuple[str, str, str]]:
    """In every demo problem of plane figures one measurement after another is typed anew."""
    found: dict[str, float] = {}
    for name, document in problems.items():
        figure = document["figures"][0]
        if figure.get("kind", "plane") != "plane":
            continue
        page.goto(on_shelf(document["title"], address))
        page.get_by_role("heading", name=document["title"], exact=True).click()
        page.locator("[data-testid=total]").wait_for()
        times = []
        for part in figure["parts"][:3]:
            given = next(
                ((g, t) for g, t in part.get("given", {}).items() if re.fullmatch(r"[0-9.]+", t)), None
            )
            if given is None:
                continue
            chosen = page.locator(f"g[data-part={part['name']}]")
            chosen.focus()
            chosen.press("Enter")
            label = f"{given[0]} of {part['name']}"
            if page.locator(f'[aria-label="{label}"]').count() == 0:
                continue
            for factor in (1.01, 1.02, 1.03):
                times.append(page.evaluate(TYPED, [label, f"{float(given[1]) * factor:.4g}"]))
        if times:
            found[name] = median(times)
    slowest = max(found, key=lambda name: found[name])
    return [
        (f"Enter to results on the page, {len(found)} demos", f"{median(found.values()):.0f} ms", "100 ms"),
        (f"… the slowest ({slowest})", f"{found[slowest]:.0f} ms", "100 ms"),
    ]


def results_a_second_while_dragging(page: Page, address: str) -> float:
    """Drag a part of the largest demo problem round in circles; count how often its drawn path changes."""
    page.goto(on_shelf("Yard plan", address))
    page.get_by_role("heading", name="Yard plan", exact=True).click()
    pit = page.locator("g[data-part=pit]")
    pit.wait_for()
    page.wait_for_timeout(800)
    page.evaluate(
        """() => {
            window.seen = 0;
            const path = document.querySelector('g[data-part=pit] path');
            new MutationObserver(() => window.seen++).observe(path, {attributes: true, attributeFilter: ['d']});
        }"""
    )
    box = pit.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 5, y)
    # A hand moves on whether or not the page has caught up, so the page is sent a move every 60th of a second.
    seen, took = page.evaluate(
        """([x, y, seconds]) => new Promise((done) => {
            const board = document.querySelector('g[data-part=pit]').ownerSVGElement;
            const start = performance.now();
            let step = 0;
            window.seen = 0;
            const timer = setInterval(() => {
                step += 1;
                const at = {pointerId: 1, bubbles: true, altKey: true, clientX: x - (step % 97), clientY: y + (step % 41)};
                board.dispatchEvent(new PointerEvent('pointermove', at));
                if (performance.now() - start > seconds * 1000) {
                    clearInterval(timer);
                    done([window.seen, (performance.now() - start) / 1000]);
                }
            }, 1000 / 60);
        })""",
        [x, y, DRAG_SECONDS],
    )
    page.mouse.up()
    return float(seen) / took
