"""Small makers of problems in which letters vary, and what is told of them."""

from __future__ import annotations

from typing import Any

from mensuration.problem import read
from mensuration.varying import Extreme, Varied, tell_varied

Document = dict[str, Any]


def rectangle(width: str, height: str, **part: Any) -> Document:
    return {"name": "slab", "shape": "rectangle", "given": {"width": width, "height": height}, **part}


def problem(
    *parts: Document, watch: list[str], stands: dict[str, str], **ranges: tuple[str, str, str]
) -> Document:
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "bed", "kind": "plane", "parts": list(parts)}],
        "letters": [{"name": name, "stands": value} for name, value in stands.items()],
        "vary": {
            "letters": [
                {"letter": n, "low": low, "high": high, "step": step}
                for n, (low, high, step) in ranges.items()
            ],
            "watch": watch,
        },
    }


def said(document: Document) -> list[str]:
    return [watched.says for watched in tell_varied(Varied(read(document))).watched]


def places(extreme: Extreme) -> list[tuple[float, ...]]:
    return [tuple(map(float, place)) for place in extreme.places]


def numbers(document: Document, watched: int = 0) -> list[float | None]:
    varied = Varied(read(document))
    found = (varied.value(number, watched) for number in range(varied.count))
    return [None if isinstance(value, str) else float(value.value) for value in found]


def told(document: Document, watched: int = 0) -> Any:
    return tell_varied(Varied(read(document))).watched[watched]


def card(figure: str, **given: str) -> Document:
    return {"name": "can", "kind": "formula", "figure": figure, "given": given}
