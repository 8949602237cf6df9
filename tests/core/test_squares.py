"""Counting on unit squares against Shapely, the lattice formula against the area, and the shaded share."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Point, box

from mensuration.problem import evaluate_document
from tests.core.drawn import Corners, outline, polygon_of, right_angled, star_shaped
from tests.core.helpers import part, problem

BOARD = {"name": "frame", "shape": "outline", "walk": "R 8, U 5, L 2 D 2, L 3, U 3, L ?, D ?"}


def counted(*parts: dict[str, Any], **fields: Any) -> dict[str, Any]:
    document = problem(*parts)
    document["figures"][0].update(fields)
    found = dict(evaluate_document(document, ("squares",))["figures"]["fig"]["squares"])
    return {**found, **found["shapes"][0]} if len(found["shapes"]) == 1 else found


def lines(found: dict[str, Any]) -> list[str]:
    return [line["text"] for line in found["lines"]]


@settings(max_examples=40)
@given(st.one_of(right_angled(), star_shaped()))
def test_squares_are_whole_half_or_in_part_as_shapely_finds(corners: Corners) -> None:
    found = counted(outline(corners))
    polygon = polygon_of(corners)
    kinds = {tuple(square["at"]): square["kind"] for square in found["squares"]}
    left, low, right, top = polygon.bounds
    for i in range(int(left) - 1, int(right) + 2):
        for j in range(int(low) - 1, int(top) + 2):
            share = polygon.intersection(box(i, j, i + 1, j + 1)).area
            if abs(share) < 1e-9:
                assert (i, j) not in kinds
            elif abs(share - 1) < 1e-9:
                assert kinds[i, j] == "whole"
            elif abs(share - 0.5) < 1e-9:
                assert kinds[i, j] == "half"
            else:
                assert kinds[i, j] == "part"


@settings(max_examples=40)
@given(right_angled())
def test_the_lattice_formula_is_the_area_and_edges_are_the_perimeter(corners: Corners) -> None:
    found = counted(outline(corners))
    polygon = polygon_of(corners)
    inside, border = found["lattice"]["inside"], found["lattice"]["border"]
    assert found["lattice"]["agrees"]
    assert len(inside) + Fraction(len(border), 2) - 1 == Fraction(polygon.area)
    assert all(polygon.contains(Point(spot)) for spot in inside)
    assert all(polygon.boundary.distance(Point(spot)) < 1e-9 for spot in border)
    assert len(found["edges"]) == int(polygon.length)
    assert all(
        polygon.boundary.distance(Point((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)) < 1e-9
        for a, b in found["edges"]
    )
    assert f"{len(corners)} sides; counted edge by edge, {int(polygon.length)} unit edges" in lines(found)[-1]


def test_slanting_sides_make_halves() -> None:
    found = counted(BOARD)
    assert lines(found)[:3] == [
        "34 whole squares: 34 m²",
        "2 half squares: 2 × 1/2 = 1 m²",
        "counted: 35 m², exactly the area",
    ]
    assert found["lattice"]["numbers"]["text"] == "21 + 30/2 − 1 = 35 m²"
    assert found["sides"] == 7


def test_holes_count_for_the_lattice_formula() -> None:
    slab = part("slab", "rectangle", width="6", height="4")
    pit = part("pit", "square", ("2", "1"), side="2", join="take")
    found = counted(slab, pit)
    assert found["lattice"]["numbers"]["text"] == "6 + 28/2 − 1 + 1 = 20 m²"
    assert found["lattice"]["agrees"]


def test_round_figures_are_counted_roughly_and_say_so() -> None:
    found = counted(part("disc", "circle", radius="3"))
    assert lines(found)[:3] == [
        "16 whole squares: 16 m²",
        "20 squares in part, each counted as a half: 10 m²",
        "counted: about 26 m²; the area is 28.27 m²",
    ]
    assert found["lattice"] is None


@pytest.mark.parametrize(
    ("shaded", "count", "lowest", "percent"),
    [
        ({"squares": [[0, 0], [1, 0], [2, 0], [0, 1], [1, 1]]}, (5, 35, "squares"), "1/7", "14.29"),
        ({"squares": [[6, 4], [7, 4], [99, 99]]}, (1, 70, "half squares"), "1/70", "1.43"),
        ({"parts": ["frame"]}, (35, 35, "squares"), "1/1", "100.00"),
    ],
)
def test_the_shaded_share_in_lowest_terms(
    shaded: dict[str, Any], count: tuple[int, int, str], lowest: str, percent: str
) -> None:
    ratio = counted(BOARD, shaded=shaded)["shaded"]["ratio"]
    assert (ratio["count"]["above"], ratio["count"]["below"], ratio["count"]["of"]) == count
    assert (ratio["lowest"]["text"], ratio["percent"]) == (lowest, percent)
    assert ratio["factor"] * int(lowest.split("/")[1]) == count[1]
    assert all(Fraction(same) == Fraction(lowest) for same in ratio["equivalents"])


def test_a_shaded_part_with_arcs_has_an_exact_share() -> None:
    slab, disc = (
        part("slab", "rectangle", width="6", height="4"),
        part("disc", "circle", ("3", "2"), radius="2"),
    )
    ratio = counted(slab, disc, shaded={"parts": ["disc"]})["shaded"]["ratio"]
    assert (ratio["lowest"]["text"], ratio["percent"], ratio["count"]) == ("π/6", "52.36", None)


def test_two_shapes_are_counted_each_and_then_together() -> None:
    """A board with its slanting corner, and 3 by 2 beside it; a hole belongs to the shape round it."""
    slab = part("slab", "rectangle", ("10", "0"), width="4", height="3")
    pit = part("pit", "square", ("11", "1"), side="1", join="take")
    found = counted(BOARD, slab, pit)
    board, rest = found["shapes"]
    assert [line["text"] for line in board["lines"]][-2:] == [
        "counted: 35 m², exactly the area",
        "7 sides; the perimeter is 30.83 m (not all sides run along the squares)",
    ]
    assert rest["lattice"]["numbers"]["text"] == "2 + 18/2 − 1 + 1 = 11 m²" and rest["lattice"]["agrees"]
    assert [line["text"] for line in rest["lines"]] == [
        "11 whole squares: 11 m²",
        "counted: 11 m², exactly the area",
        "8 sides; counted edge by edge, 18 unit edges once round: 18 m",
    ]
    numbers = [
        (square["shape"], square["number"]) for square in found["squares"] if square["kind"] == "whole"
    ]
    assert sorted(numbers) == [*((0, n) for n in range(1, 35)), *((1, n) for n in range(1, 12))]
    assert [line["text"] for line in found["together"]] == ["squares: 35 m² + 11 m² = 46 m²"]


@settings(max_examples=20)
@given(right_angled(), right_angled())
def test_two_right_angled_shapes_apart_come_to_what_each_does(one: Corners, two: Corners) -> None:
    moved = [(x + 40, y + 3) for x, y in two]
    found = counted({**outline(one), "name": "a"}, {**outline(moved), "name": "b"})
    assert len(found["shapes"]) == 2 and all(shape["lattice"]["agrees"] for shape in found["shapes"])
    polygons = [polygon_of(one), polygon_of(moved)]
    assert sorted(len(shape["edges"]) for shape in found["shapes"]) == sorted(int(p.length) for p in polygons)
    area, length = (
        sum(int(size) for size in sizes)
        for sizes in zip(*((p.area, p.length) for p in polygons), strict=True)
    )
    says = [line["text"] for line in found["together"]]
    assert says[0].endswith(f"= {area} m²") and says[1].endswith(f"= {length} m")


def test_a_figure_too_large_to_count_says_so() -> None:
    assert counted(part("slab", "rectangle", width="600", height="400"))["tooMany"]


def test_squares_are_of_the_problem_s_own_unit() -> None:
    document = problem(part("tile", "square", side="30 mm"), settings={"unit": "cm"})
    found = evaluate_document(document, ("squares",))["figures"]["fig"]["squares"]
    assert lines(found["shapes"][0])[0] == "9 whole squares: 9 cm²"
