"""All of it served under a path, as a school's proxy does."""

from __future__ import annotations

from pathlib import Path

from playwright.sync_api import Browser, expect

from tests.browser.service import Service


def test_pages_links_and_reloads_stay_under_the_path(browser: Browser, tmp_path: Path) -> None:
    school = Service(tmp_path, TILT_GRID_PREFIX="/tilt-grid/")
    try:
        with browser.new_context(base_url=school.address) as context:
            page = context.new_page()
            page.goto("/tilt-grid/")
            page.get_by_role("link", name="Cards").click()
            page.get_by_role("link", name="Cone", exact=True).first.click()
            expect(page.get_by_label("radius", exact=True)).to_be_visible()
            assert page.url.endswith("/tilt-grid/cards/cone")
            page.reload()
            expect(page.get_by_label("radius", exact=True)).to_be_visible()
            page.get_by_role("link", name="Shelf", exact=True).click()
            page.get_by_role("heading", name="Kicker side panel", exact=True).click()
            expect(page.get_by_test_id("total")).to_be_visible()
            cookies = {cookie["name"]: cookie["path"] for cookie in context.cookies()}
            assert cookies == {"csrftoken": "/tilt-grid/"}
    finally:
        school.stop()
