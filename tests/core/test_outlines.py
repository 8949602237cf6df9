"""Outlines: walks read and shaped, missing sides found, closing, arcs, and what makes no outline."""

from __future__ import annotations

from math import isclose
from typing import Any

import pytest
import sympy
from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.expressions import ExpressionError
from mensuration.outlines import read_walk
from mensuration.problem import evaluate_document
from tests.core.drawn import Corners, outline, polygon_of, right_angled, star_shaped
from tests.core.helpers import complaints, measures, part, problem


def walked(walk: str, **fields: Any) -> dict[str, Any]:
    return {"name": "deck", "shape": "outline", "walk": walk, **fields}


# walk, area, perimeter: worked by hand
WALKS = [
    ("R 9, U 7, L 5, D 3, L 4, D 4", "51", "32"),
    ("R 9, U 7, L 5, D 3, L ?, D ?", "51", "32"),
    ("R ?, U 7, L 5, D 3, L 4, D ?", "51", "32"),
    ("D 4, R 9, U 7, L 5, D 3, L 4", "51", "32"),  # from another corner
    ("U 4, R 4, U 3, R 5, D 7, L ?", "51", "32"),  # clockwise
    ("right 9, up 7, left 5, down 3, left 4, down 4", "51", "32"),
    ("R 9 m; U 700 cm; L 5, D 3, L 4, D 4", "51", "32"),
    ("R 3 U 4, L 3, D 4", "6", "12"),
    ("R 6, 5 at 90°, L 6, D ?", "30", "22"),
    ("R 6, 5 bearing 0°, L 6, D ?", "30", "22"),
    ("R 4, U 2, L 4 arc 180° left, D 2", "8 + 2*pi", "8 + 2*pi"),
    ("U 2, R 4 arc 180° right, D 2, L 4", "8 + 2*pi", "8 + 2*pi"),  # clockwise, so the arc bulges out
    ("R 4, U 3, L 4 arc 180° right, D 3", "12 - 2*pi", "10 + 2*pi"),
    ("R 4 arc 180° left, L 4 arc 180° left", "4*pi", "4*pi"),  # two half circles make a disc
    (
        "R 2, U 2, L 2 arc radius 2 left, D 2",
        "4 + 2*pi/3 - sqrt(3)",
        "6 + 2*pi/3",
    ),  # a 60° arc on its own chord
]


@pytest.mark.parametrize(("walk", "area", "perimeter"), WALKS, ids=[w[0] for w in WALKS])
def test_walks_measure_what_a_person_finds_by_hand(walk: str, area: str, perimeter: str) -> None:
    found = measures(walked(walk))
    assert [sympy.simplify(sympy.sympify(q["exact"]) - sympy.sympify(wanted)) for q, wanted in zip(found, (area, perimeter), strict=True)] == [0, 0]  # fmt: skip


def test_a_missing_side_is_found_with_its_step_shown() -> None:
    results = evaluate_document(problem(walked("R 9, U 7, L 5, D 3, L ?, D ?")))
    sides = results["figures"]["fig"]["parts"]["deck"]
    assert (sides["side5"]["text"], sides["side6"]["text"]) == ("4.00 m", "4.00 m")
    entries = results["figures"]["fig"]["tallies"]["perimeter"]["entries"]
    side = next(entry for entry in entries if entry["edge"] == "side 5")
    assert (side["formula"]["text"], side["numbers"]["text"]) == ("side5 = side1 − side3", "9 m − 5 m")


def test_a_walk_that_does_not_close_is_closed_and_says_how() -> None:
    results = evaluate_document(problem(walked("R 9, U 7, L 5, D 3")))
    warning = next(c for c in results["complaints"] if c["code"] == "not-closed")
    assert (warning["level"], warning["says"]) == (
        "warning",
        "the walk did not close: it was closed by side 5, L 4 m D 4 m",
    )
    assert results["figures"]["fig"]["quantities"]["area"]["exact"] == "43"


# walk, code, what the sentence must name
FAULTS = [
    ("R 4, U 4, D 2 L 5, R 6, L 5 D 2", "crosses-itself", "side 2 and side 4"),
    ("R 4, U 2, L 4 arc 180° right, D 2", "crosses-itself", "must not cross or touch"),
    ("R 5, L 5, U 3, D 3", "no-area", "enclose nothing"),
    ("R 5, R 5", "no-area", ""),
    ("R 0, U 3, L 2", "not-positive", "further than 0"),
    ("R -3, U 3, L 2", "not-positive", "opposite direction"),
    ("R ?, U 3, R ?, D 3", "too-little", "can't both be found"),
    ("R 4, U 3, R ?, D 3", "impossible", "L instead of R"),
    ("R 4, U 3, L 4, D 3, L ?", "impossible", "nothing left"),
    ("R 4, U 3, L 4 arc 400° left, D 3", "out-of-range", "less than 360°"),
    ("R 4, U 3, L 4 arc radius 1 left, D 3", "impossible", "at least half"),
    ("R 9 9, U 2", "two-numbers", ""),
    ("9, U 2", "step", "is no step"),
    ("R, U 2", "step", "how far R?"),
    ("R 3 R 4, U 2", "step", "commas between"),
    ("R 3 U ?, L 2", "step", "only a level or an upright side"),
    ("R 3 arc left, U 2", "step", "how the arc turns"),
    ("at 30°", "step", "length and a direction"),
    ("R 3 ft^2, U 2, L 3", "wrong-kind", "a length"),
    ("", "empty", "type the walk"),
]


@pytest.mark.parametrize(("walk", "code", "says"), FAULTS, ids=[f[0] or "nothing" for f in FAULTS])
def test_what_makes_no_outline_is_said_in_words(walk: str, code: str, says: str) -> None:
    results = evaluate_document(problem(walked(walk)))
    found = [c for c in results["complaints"] if c["code"] == code]
    assert found, results["complaints"]
    assert says in found[0]["says"]
    assert results["figures"]["fig"]["quantities"] == {}
    if code == "crosses-itself":
        assert found[0]["sketch"]["spots"] and found[0]["sketch"]["path"]


def test_complaints_say_where_in_the_walk_they_stand() -> None:
    with pytest.raises(ExpressionError) as fault:
        read_walk("R 9, U 7, X 5")
    assert fault.value.position == 10


@given(st.text(alphabet="RULDrad 0123456789?.,°-/()at", max_size=60))
@settings(max_examples=150)
def test_no_walk_crashes(text: str) -> None:
    evaluate_document(problem(walked(text)))


@settings(max_examples=60)
@given(st.one_of(right_angled(), star_shaped()), st.integers(0, 359), st.booleans())
def test_outlines_by_their_corners_agree_with_shapely(corners: Corners, turn: int, flip: bool) -> None:
    area, perimeter = measures(outline(corners, turn=str(turn), flip=flip))
    polygon = polygon_of(corners)
    assert isclose(float(area["decimal"]), polygon.area, rel_tol=1e-12)
    assert isclose(float(perimeter["decimal"]), polygon.length, rel_tol=1e-12)


@settings(max_examples=40)
@given(right_angled(), st.data())
def test_any_one_level_and_one_upright_side_can_be_left_open(corners: Corners, data: st.DataObject) -> None:
    vectors = [(b[0] - a[0], b[1] - a[1]) for a, b in zip(corners, corners[1:] + corners[:1], strict=True)]
    steps = [(("R" if x > 0 else "L") if x else ("U" if y > 0 else "D"), abs(x + y)) for x, y in vectors]
    open_ = {
        data.draw(st.sampled_from([i for i, (letter, _) in enumerate(steps) if letter in axis]))
        for axis in ("RL", "UD")
    }
    walk = ", ".join(f"{letter} {'?' if i in open_ else size}" for i, (letter, size) in enumerate(steps))
    assert [q["exact"] for q in measures(walked(walk))] == [q["exact"] for q in measures(outline(corners))]


def test_points_lie_where_they_say_and_turn_about_the_first() -> None:
    corners = [["1", "1"], ["4", "1"], ["4", "3"]]
    beside = part("slab", "rectangle", ("1", "1"), width="3", height="2")
    whole, _ = measures(beside, {"name": "half", "shape": "outline", "points": corners, "join": "take"})
    assert whole["exact"] == "3"
    turned = {"name": "half", "shape": "outline", "points": corners, "join": "take", "turn": "180"}
    assert measures(beside, turned)[0]["exact"] == "6"


def test_sides_and_corners_have_names() -> None:
    results = evaluate_document(
        problem(
            walked("R 9, U 7, L 5, D 3, L ?, D ?"),
            lines=[{"name": "gap", "expression": "fig.deck.side1 - fig.deck.side3"}],
        )
    )
    assert results["lines"]["gap"]["text"] == "4.00 m"
    assert results["figures"]["fig"]["parts"]["deck"]["x3"]["text"] == "9.00 m"


def test_an_outline_may_use_other_parts_and_goes_round_in_no_circle() -> None:
    slab = part("slab", "rectangle", width="3", height="2")
    area, _ = measures(slab, walked("R slab.width, U slab.height, L ?, D ?", at=["3", "0"]))
    assert area["exact"] == "12"
    circular = problem(walked("R deck.side2, U 2, L ?, D ?"))
    assert complaints(circular)["figures.fig.parts.deck"] == "circular"
