"""What is shown is what is counted: told lines of every kind, read back from their text and reckoned anew."""

from __future__ import annotations

from typing import Any

from hypothesis import given, settings

from mensuration.problem import evaluate_document
from tests.core.drawn import Corners, outline, right_angled
from tests.core.helpers import problem
from tests.core.reckoning import check_tally


def ways(part: dict[str, Any]) -> list[dict[str, Any]]:
    return list(evaluate_document(problem(part), ("ways",))["figures"]["fig"]["ways"])


def test_a_right_triangle_is_told_with_both_of_its_legs() -> None:
    """A level cut leaves the triangle (0, 2) (4, 2) (0, 5): half of 4 by 3."""
    part = {"name": "ramp", "shape": "outline", "points": [["0", "0"], ["4", "0"], ["4", "2"], ["0", "5"]]}
    level = next(way for way in ways(part) if way["name"] == "level")["tally"]
    told = {e["title"]: e["numbers"]["text"] for e in level["entries"]}
    assert told == {"rectangle": "4 m × 2 m", "right triangle": "1/2 × 4 m × 3 m"}


@settings(max_examples=25)
@given(right_angled())
def test_the_pieces_of_every_way_of_a_right_angled_outline_reckon_exactly(corners: Corners) -> None:
    for way in ways(outline(corners)):
        assert check_tally(way["tally"]) >= 1
