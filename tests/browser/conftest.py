"""A real server and headless Chromium."""

from __future__ import annotations

import json
import os
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any
from urllib.parse import urlencode

import pytest
from playwright.sync_api import Browser, Page, expect, sync_playwright

from tests.browser.service import CHROMIUM, CHROMIUM_FLAGS, Service

expect.set_options(timeout=20_000)  # on a busy machine, too


@pytest.fixture(scope="session")
def service(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Service]:
    running = Service(tmp_path_factory.mktemp("var"))
    yield running
    running.stop()


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    # Playwright keeps an event loop in this thread, which Django's ORM would mistake for asynchronous use.
    os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        yield chromium
        chromium.close()


@contextmanager
def window_of(browser: Browser, service: Service) -> Iterator[Page]:
    """A fresh window that fails the test when the page reports an error."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=service.address)
    window = context.new_page()
    faults: list[str] = []
    window.on("pageerror", lambda error: faults.append(str(error)))
    yield window
    context.close()
    assert faults == []


@pytest.fixture
def page(browser: Browser, service: Service) -> Iterator[Page]:
    with window_of(browser, service) as window:
        yield window


def focus(page: Page, name: str, limit: int = 90) -> None:
    """Press Tab until what has the focus is called ``name``."""
    label = ""
    for _ in range(limit):
        page.keyboard.press("Tab")
        label = page.evaluate(
            "() => { const e = document.activeElement; return e === document.body ? '' : e.getAttribute('aria-label') || e.title || e.innerText || e.id || '' }"
        )
        if name in label:
            return
    raise AssertionError(f"Tab never came to “{name}”; the last was “{label}”")


PAD = {
    "format": "tilt-grid/problem",
    "version": 1,
    "title": "Pad",
    "settings": {"unit": "m", "rounding": {"places": 2}},
    "figures": [{"name": "pad", "kind": "plane", "parts": [{"name": "slab", "shape": "rectangle", "given": {"width": "6", "height": "4"}}]}],
    "asks": [{"label": "Top", "expression": "pad.area"}],
}  # fmt: skip
"""A problem with one rectangle."""


class Bench:
    """What a person does on the bench, and what they read there."""

    def __init__(self, page: Page) -> None:
        self.page = page

    def open(self, title: str) -> Bench:
        """A copy of a demo problem, so that tests don't disturb one another."""
        self.page.goto("/")
        shelf = self.api("GET", f"/problems?{urlencode({'words': title, 'order': 'title'})}")["problems"]
        document = self.api("GET", f"/problems/{next(p['id'] for p in shelf if p['title'] == title)}")[
            "document"
        ]
        return self.make({**document, "title": f"{title}, tried"})

    def make(self, document: dict[str, Any]) -> Bench:
        if self.page.url == "about:blank":
            self.page.goto("/")
        made = self.api("POST", "/problems", {"document": document})
        self.page.goto(f"/problems/{made['id']}")
        ready = {"formula": "Quantities", "cases": "Problem", "solid": "Tally of the volume"}.get(
            document["figures"][0].get("kind", ""), "Tally of the area"
        )
        expect(self.page.get_by_role("region", name=ready)).to_be_visible()
        return self

    def api(self, method: str, path: str, body: Any = None) -> Any:
        token = next(c["value"] for c in self.page.context.cookies() if c["name"] == "csrftoken")
        answer = self.page.request.fetch(
            f"/api{path}", method=method, data=json.dumps(body) if body else None,
            headers={"X-CSRFToken": token, "Content-Type": "application/json"},
        )  # fmt: skip
        assert answer.ok, answer.text()
        return answer.json() if answer.status != 204 else None

    def part(self, name: str) -> Any:
        return self.page.locator(f"g[data-part={name}]")

    def expect_total(self, text: str) -> None:
        expect(self.page.get_by_test_id("total").locator("output")).to_have_text(text)

    def expect_answer(self, label: str, text: str) -> None:
        ask = self.page.get_by_role("button", name=label).filter(has=self.page.locator("output"))
        expect(ask.locator("output")).to_have_text(text)

    def expect_saved(self) -> None:
        self.page.wait_for_timeout(150)  # until the page knows that there is something to save
        expect(self.page.get_by_role("status").first).to_have_text("Saved")

    def stored(self) -> dict[str, Any]:
        document: dict[str, Any] = self.api("GET", "/problems/" + self.page.url.rsplit("/", 1)[1])["document"]
        return document

    def stored_part(self, name: str) -> dict[str, Any]:
        self.expect_saved()
        part: dict[str, Any] = next(p for p in self.stored()["figures"][0]["parts"] if p["name"] == name)
        return part

    def measure_on_board(self, label: str, typed: str) -> None:
        """Click a measurement on the board, type, Enter."""
        self.page.locator("svg").get_by_role("button", name=label).click()
        self.page.keyboard.type(typed)
        self.page.keyboard.press("Enter")

    def drag(
        self, target: Any, by: tuple[float, float], start: tuple[float, float] = (0.5, 0.5), key: str = ""
    ) -> None:
        box = target.bounding_box()
        x, y = box["x"] + box["width"] * start[0], box["y"] + box["height"] * start[1]
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        if key:
            self.page.keyboard.down(key)
        for step in range(1, 9):
            self.page.mouse.move(x + by[0] * step / 8, y + by[1] * step / 8)
        self.page.mouse.up()
        if key:
            self.page.keyboard.up(key)


@pytest.fixture
def bench(page: Page) -> Bench:
    return Bench(page)
