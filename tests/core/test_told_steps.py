"""What is shown is what is counted: told lines of every kind, read back from their text and reckoned anew."""

from __future__ import annotations

import json
from dataclasses import FrozenInstanceError
from fractions import Fraction
from math import pi as pi_number
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from scipy.special import ellipe

from mensuration.numbers import PI, Real, pi_by
from mensuration.plane.regions import Region, straight_side
from mensuration.problem import ALSO, evaluate, evaluate_document, read
from mensuration.ways.shapes import Cornered, shape_of
from tests.core.drawn import Corners, outline, right_angled, star_shaped
from tests.core.helpers import part, problem
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


@pytest.mark.parametrize("pi", ["exact", "3.14", "22/7"])
def test_an_ellipse_counts_with_one_value_of_pi(pi: str) -> None:
    document = problem(part("oval", "ellipse", a="3", b="2"), settings={"pi": pi})
    document["asks"] = [{"label": m, "expression": f"fig.{m}"} for m in ("area", "perimeter")]
    area, perimeter = evaluate_document(document)["asks"]
    number = {"exact": pi_number, "3.14": 3.14, "22/7": 22 / 7}[pi]
    assert float(area["decimal"]) == pytest.approx(6 * number, rel=1e-15)
    whole = 12 * ellipe(float(1 - Fraction(4, 9)))  # with the true π
    assert float(perimeter["decimal"]) == pytest.approx(whole * number / pi_number, rel=1e-13)


def test_the_step_into_another_unit_is_shown() -> None:
    document = problem(part("slab", "rectangle", width="2.4", height="1.2"))
    document["asks"] = [{"label": "floor", "expression": "fig.area", "unit": "ft^2"}]
    working = evaluate_document(document)["asks"][0]["working"]
    assert working[-2:] == [
        "2.88 m² = 31.00006… ft²",
        "31.000062000… ≈ 31.00 ft² (to 2 decimal places)",
    ]


def test_a_quadrilateral_that_crosses_itself_is_no_trapezoid() -> None:
    """(0, 0) (4, 3) (0, 3) (4, 0) has two parallel sides, and no area by them."""
    corners = [(Real.of(x), Real.of(y)) for x, y in ((0, 0), (4, 3), (0, 3), (4, 0))]
    sides = tuple(straight_side(f"side {i}", i, corners[i], corners[(i + 1) % 4]) for i in range(4))
    assert isinstance(shape_of(Region((sides,), PI)), Cornered)


@pytest.mark.parametrize(
    ("figure", "given_"),
    [
        ("segment", {"radius": "3", "height": "1"}),
        ("sector", {"radius": "3", "chord": "4"}),
        ("segment", {"radius": "√7", "chord": "2"}),
        ("cylinder", {"radius": "acos(1/5) m", "height": "3"}),
    ],
)
def test_exact_values_that_name_an_angle_are_typed_in_again(figure: str, given_: dict[str, str]) -> None:
    """Every exact value of a card, asked for again in a line of its own."""
    card = {"name": "one", "kind": "formula", "figure": figure, "given": given_}
    document = {"format": "tilt-grid/problem", "version": 1, "figures": [card]}
    told = evaluate_document(document)["figures"]["one"]["quantities"].values()
    exact = [each for each in told if each["exactText"] and "acos" in each["exactText"]]
    assert exact
    document["asks"] = [{"label": "again", "expression": each["exactText"]} for each in exact]
    results = evaluate_document(document)
    assert results["complaints"] == []
    for each, ask in zip(exact, results["asks"], strict=True):
        assert (ask["decimal"], ask["unit"]) == (each["decimal"], each["unit"])
