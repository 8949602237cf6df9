"""Answers and lines: a check with all slips, of a few parts and of thirty; a problem with thirty lines and twenty parts."""

from __future__ import annotations

import json
from collections.abc import Callable
from itertools import count
from pathlib import Path
from typing import Any

from bench.timing import median
from mensuration.problem import evaluate_document, read
from mensuration.slips import check_answer

DEMO = Path(__file__).parents[1] / "demo"
_other = count(1)


def _wide(parts: int, lines: int) -> dict[str, Any]:
    """Discs and rectangles side by side, and lines over them."""
    shapes = [
        {"name": f"p{n}", "shape": "circle" if n % 2 else "rectangle", "at": [str(4 * n), "0"],
         "given": {"radius": f"1.{n}"} if n % 2 else {"width": "2", "height": f"1.{n}"}}
        for n in range(1, parts + 1)
    ]  # fmt: skip
    named = [
        {"name": f"l{n}", "expression": f"deck.area / {n + 2} + deck.p{n % parts + 1}.area"}
        for n in range(lines)
    ]
    figure = {"name": "deck", "parts": shapes}
    asks = [{"label": "A", "expression": "deck.area"}]
    return {"format": "tilt-grid/problem", "version": 1, "figures": [figure], "lines": named, "asks": asks}


def rows() -> list[tuple[str, str, str]]:
    """The core's own."""
    panel = read(json.loads((DEMO / "kicker-side-panel.json").read_text("utf-8")))
    thirty = read(_wide(30, 0))

    def answered(problem: Any, label: str) -> Callable[[], Any]:
        return lambda: check_answer(problem, label, f"{3 + next(_other) / 1000:.4f} m²")

    lined = _wide(20, 30)
    return [
        ("an answer checked against all slips", f"{median(answered(panel, 'Board')):.0f} ms", "150 ms"),
        ("… of thirty parts", f"{median(answered(thirty, 'A')):.0f} ms", "500 ms"),
        (
            "thirty lines and twenty parts, warm",
            f"{median(lambda: evaluate_document(lined)):.0f} ms",
            "50 ms",
        ),
    ]
