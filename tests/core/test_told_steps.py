"""What is shown is what is counted: told lines of every kind, read back from their text and reckoned anew."""

from __future__ import annotations

import json
from dataclasses import FrozenInstanceError
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings

from mensuration.numbers import pi_by
from mensuration.problem import ALSO, evaluate, evaluate_document, read
from tests.core.drawn import Corners, outline, right_angled, star_shaped
from tests.core.helpers import problem
from tests.core.reckoning import check, check_line, check_tally
from tests.core.test_random_documents import documents

DEMO = sorted((Path(__file__).parents[2] / "demo").glob("*.json"))


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


@settings(max_examples=25)
@given(star_shaped())
def test_the_pieces_of_every_way_of_any_outline_reckon(corners: Corners) -> None:
    for way in ways(outline(corners)):
        check_tally(way["tally"])


@settings(max_examples=60)
@given(document=documents())
def test_every_told_step_of_any_problem_reckons(document: dict[str, Any]) -> None:
    """Tallies, ways, cards and the working of asks, of whatever can be worked out."""
    pi = pi_by(document["settings"]["pi"])
    results = evaluate_document(document, ("ways",))
    plane, card = results["figures"]["fig"], results["figures"]["card"]["card"]
    for tally in plane["tallies"].values():
        check_tally(tally, pi)
    for way in plane.get("ways") or ():
        check_tally(way["tally"], pi)
    for solution in (*card["solutions"], *([card["partial"]] if card["partial"] else [])) if card else ():
        for step in solution["steps"]:
            if not step["trial"]:
                check(step["numbers"]["text"], step["value"]["shown"]["text"], pi)
    for ask in results["asks"]:
        for line in ask["working"]:
            check_line(line, pi)


@pytest.mark.parametrize("file", DEMO, ids=lambda file: file.stem)
def test_the_written_working_of_the_demo_reckons(file: Path) -> None:
    document = json.loads(file.read_text("utf-8"))
    results = evaluate_document(document)
    pi = pi_by(document.get("settings", {}).get("pi", "exact"))
    lines = [line for ask in results["asks"] for line in ask["working"]]
    lines += [step["text"] for line in results["lines"].values() for step in line["steps"]]
    compared = sum(check_line(line, pi) for line in lines)
    assert compared >= 1 or not lines or "turf" in file.stem or "marker" in file.stem


def test_results_are_told_anew_each_time_whatever_was_done_to_the_first() -> None:
    """As far as Python lets one change a result."""
    document = json.loads(DEMO[0].read_text("utf-8"))
    untouched = evaluate_document(document, ALSO)
    kept = json.dumps(untouched, sort_keys=True)
    spoil(untouched)
    assert json.dumps(evaluate_document(document, ALSO), sort_keys=True) == kept
    results = evaluate(read(document), ALSO)
    with pytest.raises(FrozenInstanceError):
        results.title = "other"  # type: ignore[misc]
    for change in (
        lambda t: t.clear(),
        lambda t: t.update(a=1),
        lambda t: t.pop("x"),
        lambda t: t.__setitem__("a", 1),
    ):
        with pytest.raises(TypeError, match="can't be changed"):
            change(results.figures)
    assert json.dumps(evaluate_document(document, ALSO), sort_keys=True) == kept


def spoil(told: Any) -> None:
    """Everything in it changed."""
    if isinstance(told, dict):
        for key, value in list(told.items()):
            spoil(value)
            told[key] = "spoilt"
        told["more"] = 1
    elif isinstance(told, list):
        for value in told:
            spoil(value)
        told.clear()
