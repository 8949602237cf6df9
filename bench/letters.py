"""Measured speed of letters: telling a problem with five of them, varying, greatest and least over a grid, variants."""

from __future__ import annotations

import json
from typing import Any

from bench.timing import median, once
from mensuration.problem import evaluate, read
from mensuration.variants import variants
from mensuration.varying import Varied, tell_varied
from tests.browser.service import ROOT


def _part(name: str, shape: str, at: tuple[str, str], join: str = "add", **given: str) -> dict[str, Any]:
    return {"name": name, "shape": shape, "given": given, "at": list(at), "join": join}


def _five() -> dict[str, Any]:
    """A slab with a cap and a hole, told by five letters."""
    parts = [
        _part("slab", "rectangle", ("0", "0"), width="w", height="h"),
        _part("cap", "semicircle", ("w/2", "h"), diameter="w"),
        _part("hole", "circle", ("a", "b"), "take", radius="r"),
    ]
    stands = {"w": "6", "h": "4", "a": "2", "b": "2", "r": "1"}
    return {
        "letters": [{"name": name, "stands": value} for name, value in stands.items()],
        "figures": [{"name": "plate", "kind": "plane", "parts": parts}],
        "asks": [{"label": "Ratio", "expression": "plate.perimeter / plate.area"}],
    }


def _composite() -> dict[str, Any]:
    """400 values of a radius through which a hole is cut off by two sides, one after the other."""
    document = _five()
    document["vary"] = {
        "letters": [{"letter": "r", "low": "1/100", "high": "4", "step": "1/100"}],
        "watch": ["plate.area", "plate.perimeter"],
    }
    return document


def _grid() -> dict[str, Any]:
    """A card over 100 by 100 cases."""
    card = {"name": "tip", "kind": "formula", "figure": "cone", "given": {"radius": "r", "height": "h"}}
    ranges = [{"letter": name, "low": "1/10", "high": "10", "step": "1/10"} for name in ("r", "h")]
    return {
        "letters": [{"name": "r", "stands": "2"}, {"name": "h", "stands": "5"}],
        "figures": [card],
        "vary": {"letters": ranges, "watch": ["tip.surface / tip.volume"]},
    }


def rows() -> list[tuple[str, str, str]]:
    """What was measured, how long it took, and what is wanted."""
    five, composite, grid = (read(document) for document in (_five(), _composite(), _grid()))
    plain = read({**_five(), "letters": None, "figures": [], "asks": []})
    told = median(lambda: evaluate(five)) - median(lambda: evaluate(plain))
    brace = read(json.loads((ROOT / "demo/ramp-brace-variants.json").read_text("utf-8")))
    return [
        ("a problem with five letters, told", f"{told:.0f} ms", "100 ms"),
        ("400 values of a composite with arcs, varied and told", f"{median(lambda: tell_varied(Varied(composite)), 3):.0f} ms", "1000 ms"),
        ("100 × 100 cases of a card, greatest and least told", f"{median(lambda: tell_varied(Varied(grid)), 3):.0f} ms", "2000 ms"),
        ("a hundred variants with whole diagonals", f"{once(lambda: list(variants(brace, 3, 1, 100))) / 1000:.1f} s", "a few s"),
    ]  # fmt: skip


if __name__ == "__main__":
    for what, took, wanted in rows():
        print(f"{what:<60} {took:>10}  {wanted}")
