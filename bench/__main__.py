"""Measured speed, printed as a table: ``make bench``. Nothing here passes or fails by itself."""

from __future__ import annotations

import gzip
import json
import re
import tempfile
import urllib.request
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any

from playwright.sync_api import sync_playwright

from bench import answers, cards, letters, overlaps, profiles, solids
from bench import page as bench_page
from bench.timing import median
from mensuration.problem import ALSO, evaluate_document
from tests.browser.service import CHROMIUM, CHROMIUM_FLAGS, ROOT, Service

LARGEST = "yard-plan"


def documents() -> dict[str, dict[str, Any]]:
    return {file.stem: json.loads(file.read_text("utf-8")) for file in sorted((ROOT / "demo").glob("*.json"))}


def moved(document: dict[str, Any], by: int) -> dict[str, Any]:
    """The document with its last part somewhere else, as while it is dragged."""
    changed = json.loads(json.dumps(document))
    part = changed["figures"][0]["parts"][-1]
    part["at"] = [f"{float(part['at'][0]) + by / 1000:.3f}", part["at"][1]]
    return dict(changed)


class Caller:
    """Requests to the stateless evaluate, as the page makes them."""

    def __init__(self, address: str) -> None:
        jar = CookieJar()
        self.address = address
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))
        self.opener.open(address).read()
        self.token = next(cookie.value for cookie in jar if cookie.name == "csrftoken") or ""

    def evaluate(self, document: dict[str, Any]) -> bytes:
        headers = {"Content-Type": "application/json", "X-CSRFToken": self.token}
        request = urllib.request.Request(
            f"{self.address}/api/evaluate", json.dumps(document).encode(), headers
        )
        answer: bytes = self.opener.open(request).read()
        return answer


def first_load() -> tuple[float, float]:
    """Compressed kilobytes of script at first load: of the shelf, and with the bench."""
    dist = ROOT / "web/dist"
    shelf = re.findall(r'(?:src|href)="\./(assets/[^"]+\.js)"', (dist / "index.html").read_text())
    bench = [str(path.relative_to(dist)) for path in dist.glob("assets/BenchPage-*.js")]

    def size(names: list[str]) -> float:
        return sum(len(gzip.compress((dist / name).read_bytes(), 6)) for name in names) / 1000

    return size(shelf), size([*shelf, *bench])


def main() -> None:
    rows: list[tuple[str, str, str]] = []
    problems = documents()
    largest = problems[LARGEST]
    parts = len(largest["figures"][0]["parts"])
    evaluate_document(largest)
    rows.append(
        (
            f"evaluate, {LARGEST} ({parts} parts), warm",
            f"{median(lambda: evaluate_document(largest), 200):.1f} ms",
            "30 ms",
        )
    )
    drag = iter(range(1, 10_000))
    rows.append(
        (
            "… with one part moved each time",
            f"{median(lambda: evaluate_document(moved(largest, next(drag))), 200):.1f} ms",
            "",
        )
    )
    slowest = max(median(lambda d=d: evaluate_document(d), 50) for d in problems.values())  # type: ignore[misc]
    rows.append(("… the slowest of all demo problems", f"{slowest:.1f} ms", "30 ms"))
    drag = iter(range(1, 10_000))
    rows.append(
        (
            "ways to split it, one part moved each time",
            f"{median(lambda: evaluate_document(moved(largest, next(drag)), ('ways',)), 50):.1f} ms",
            "40 ms",
        )
    )
    most = max(median(lambda d=d: evaluate_document(d, ALSO), 20) for d in problems.values())  # type: ignore[misc]
    rows.append(("… with every way, the squares and why", f"{most:.1f} ms", ""))
    rows += overlaps.rows()
    rows += cards.rows()
    rows += solids.rows()
    rows += profiles.rows()
    rows += answers.rows()
    rows += letters.rows()
    with tempfile.TemporaryDirectory() as folder:
        service = Service(Path(folder))
        try:
            caller = Caller(service.address)
            caller.evaluate(largest)
            rows.append(
                (
                    "request to evaluate over loopback",
                    f"{median(lambda: caller.evaluate(largest), 200):.1f} ms",
                    "25 ms",
                )
            )
            with sync_playwright() as playwright:
                chromium = playwright.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
                page = chromium.new_page(viewport={"width": 1280, "height": 800})
                rows.append(
                    (
                        "results on the screen while dragging",
                        f"{bench_page.results_a_second_while_dragging(page, service.address):.0f} a second",
                        "40 a second",
                    )
                )
                rows += bench_page.after_enter(page, service.address, problems)
                rows += cards.gallery_rows(page, service.address)
                rows += solids.turning_rows(page, service.address)
                rows += profiles.browser_rows(page, service.address)
                chromium.close()
        finally:
            service.stop()
    shelf, bench = first_load()
    rows.append(("script at first load, shelf", f"{shelf:.0f} kB", "200 kB"))
    rows.append(("script at first load, bench", f"{bench:.0f} kB", "200 kB"))
    for what, measured, wanted in [("what", "measured", "wanted"), *rows]:
        print(f"{what:<52} {measured:>14} {wanted:>14}")


if __name__ == "__main__":
    main()
