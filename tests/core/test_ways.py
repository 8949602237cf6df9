"""Ways to split: every way agrees with the outline's area, its pieces cover the figure once, and few are few."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise, product
from math import acos, pi
from typing import Any

import pytest
from hypothesis import given, settings
from shapely.geometry import Polygon
from shapely.ops import unary_union

from mensuration.numbers import PI, Real
from mensuration.plane import compose
from mensuration.plane.regions import Region, regions_of
from mensuration.problem import evaluate_document
from mensuration.problem.document import read
from mensuration.problem.evaluate import evaluate_problem
from mensuration.ways import Way, way_named, ways_of
from tests.core.described import Described, gridded, placed
from tests.core.drawn import Corners, polygon_of, right_angled, star_shaped
from tests.core.helpers import part, problem

L_SHAPE = {"name": "deck", "shape": "outline", "walk": "R 9, U 7, L 5, D 3, L 4, D 4"}
CUT_WAYS = ("level", "upright", "fewest", "own")


def told(*parts: dict[str, Any], **fields: Any) -> dict[str, Any]:
    """The results of the figure made of these parts, with its ways."""
    document = problem(*parts)
    document["figures"][0].update(fields)
    return dict(evaluate_document(document, ("ways",))["figures"]["fig"])


def region_of(parts: list[Described]) -> Region:
    figure = placed(parts)
    return regions_of(figure.arrangement, figure.covers, PI)


def outlined(corners: Corners) -> Region:
    from mensuration.expressions import Quantity
    from mensuration.outlines import shape_points, solved
    from mensuration.plane import Placement, place
    from mensuration.units import LENGTH

    points = [(Quantity(Real.of(x), LENGTH), Quantity(Real.of(y), LENGTH)) for x, y in corners]
    at = (Real.of(corners[0][0]), Real.of(corners[0][1]))
    figure = compose((place("it", 0, "add", solved(shape_points(points), LENGTH, PI), Placement(at)),), PI)
    return regions_of(figure.arrangement, figure.covers, PI)


def flat(region: Region) -> Polygon:
    outer, *holes = [[edge.a for edge in loop] for loop in region.loops]
    return Polygon(outer, holes)


def check(way: Way, region: Region) -> None:
    """The signed sum is the area, exactly; cut pieces cover the figure and overlap nowhere."""
    assert way.total.same_as(region.area), (way.name, float(way.total), float(region.area))
    assert all(piece.value.sign() > 0 for piece in way.pieces)
    for piece in way.pieces:
        assert piece.value.same_as(abs(piece.region.area)), (way.name, piece.shape.name)
    if way.name in CUT_WAYS and region.straight:
        shapes = [flat(piece.region) for piece in way.pieces]
        assert abs(sum(shape.area for shape in shapes) - unary_union(shapes).area) < 1e-7
        assert abs(unary_union(shapes).area - float(region.area)) < 1e-7


@settings(max_examples=40)
@given(right_angled())
def test_every_way_of_a_right_angled_outline_agrees(corners: Corners) -> None:
    region = outlined(corners)
    assert abs(float(region.area) - polygon_of(corners).area) < 1e-9
    ways = {way.name: way for way in ways_of(region)}
    assert {"level", "surround", "fan", "corners"} <= ways.keys()
    for way in ways.values():
        check(way, region)
    fewest = way_named("fewest", region)
    check(fewest, region)
    for name in ("level", "upright", "fewest"):
        way = way_named(name, region)
        assert {piece.shape.name for piece in way.pieces} <= {"rectangle", "square"}
        assert len(fewest.pieces) <= len(way.pieces)


@settings(max_examples=40)
@given(star_shaped())
def test_every_way_of_any_outline_agrees(corners: Corners) -> None:
    region = outlined(corners)
    for way in ways_of(region):
        check(way, region)
    for name in ("level", "upright"):
        kinds = {piece.shape.name for piece in way_named(name, region).pieces}
        assert kinds <= {"triangle", "right triangle", "trapezoid", "parallelogram", "rectangle", "square"}


@settings(max_examples=60)
@given(gridded)
def test_every_way_of_a_composed_figure_agrees(parts: list[Described]) -> None:
    """Arcs, holes, pieces that touch in a point or fall apart."""
    figure = placed(parts)
    if not figure.area.sign():
        return
    region = regions_of(figure.arrangement, figure.covers, PI)
    assert abs(float(region.area) - float(figure.area)) < 1e-9
    for way in ways_of(region):
        assert abs(float(way.total) - float(figure.area)) < 1e-9, way.name
        if figure.area.exact is not None and all(piece.value.exact for piece in way.pieces):
            assert way.total.same_as(figure.area)


def test_a_hole_that_touches_the_outline_in_one_point_is_split_round() -> None:
    """A ring from 1 to 2 about (2, 0), less a unit disc about the origin that touches the hole at (1, 0):
    the ring less the lens of two circles of radius 1 and 2 that are 2 apart."""
    circle: dict[str, Any] = {
        "shape": "circle",
        "given": {"radius": Fraction(1)},
        "at": (Fraction(0), Fraction(0)),
    }
    ring: dict[str, Any] = {
        "shape": "ring",
        "given": {"inner": Fraction(1), "width": Fraction(1)},
        "at": (Fraction(2), Fraction(0)),
    }
    rest = {"turn": 0, "flip": False}
    region = region_of([{**ring, **rest, "join": "add"}, {**circle, **rest, "join": "take"}])
    lens = acos(1 / 4) + 4 * acos(7 / 8) - 15**0.5 / 2
    assert float(way_named("round", region).total) == pytest.approx(3 * pi - lens, rel=1e-12)


def fewest_by_trying(cells: frozenset[tuple[int, int]]) -> int:
    """Fewest rectangles of a heap of unit squares, by trying every rectangle at its first square."""
    if not cells:
        return 0
    i, j = min(cells, key=lambda cell: (cell[1], cell[0]))
    best = len(cells)
    for width, height in product(range(1, 6), repeat=2):
        piece = {(i + a, j + b) for a in range(width) for b in range(height)}
        if piece <= cells:
            best = min(best, 1 + fewest_by_trying(cells - piece))
    return best


@settings(max_examples=25, deadline=None)
@given(right_angled(size=4))
def test_no_splitting_has_fewer_rectangles(corners: Corners) -> None:
    xs, ys = sorted({x for x, _ in corners}), sorted({y for _, y in corners})
    polygon = polygon_of(corners)
    cells = frozenset(
        (i, j)
        for i, (a, b) in enumerate(pairwise(xs))
        for j, (c, d) in enumerate(pairwise(ys))
        if polygon.buffer(-1e-9).intersects(Polygon([(a, c), (b, c), (b, d), (a, d)]).buffer(-0.1))
    )
    if len(cells) > 11:
        return
    assert len(way_named("fewest", outlined(corners)).pieces) == fewest_by_trying(cells)


def test_the_start_deck_has_at_least_three_ways_with_their_numbers() -> None:
    ways = {way["name"]: way["tally"] for way in told(L_SHAPE)["ways"]}
    numbers = {
        name: [(e["sign"], e["numbers"]["text"]) for e in tally["entries"]] for name, tally in ways.items()
    }
    assert numbers["level"] == [("+", "9 m × 4 m"), ("+", "5 m × 3 m")]
    assert numbers["upright"] == [("+", "(4 m)²"), ("+", "5 m × 7 m")]
    assert numbers["surround"] == [("+", "9 m × 7 m"), ("-", "4 m × 3 m")]
    assert {tally["total"]["exact"] for tally in ways.values()} == {"51"}


def test_a_chosen_way_is_what_the_tally_and_the_answer_tell() -> None:
    document = problem(L_SHAPE, asks=[{"label": "Decking", "expression": "fig.area"}])
    document["figures"][0]["way"] = "surround"
    results = evaluate_document(document)
    assert [e["sign"] for e in results["asks"][0]["tally"]["entries"]] == ["+", "-"]
    assert results["asks"][0]["working"][-1] == "fig.area = 63 m² − 12 m² = 51 m²"
    split = results["figures"]["fig"]["tallies"]["area"]["split"]
    assert len(split["pieces"]) == 2 and split["cuts"]


@pytest.mark.parametrize(
    ("cuts", "areas"),
    [
        ([[["4", "0"], ["4", "4"]]], ["16", "35"]),
        ([[["4", "-2"], ["4", "9"]]], ["16", "35"]),  # past the figure on both sides
        ([[["4", "0"], ["4", "4"]], [["4", "2"], ["9", "2"]]], ["16", "10", "25"]),
        ([[["4", "1"], ["4", "3"]]], ["51"]),  # ends in the middle: divides nothing
        ([[["0", "0"], ["9", "7"]]], ["63/2", "39/2"]),
        ([[["0", "0"], ["9", "4"]], [["0", "4"], ["9", "0"]]], ["9", "9", "9", "24"]),
    ],
)
def test_own_cut_lines_divide_as_drawn(cuts: list[Any], areas: list[str]) -> None:
    tally = told(L_SHAPE, way="own", cuts=cuts)["tallies"]["area"]
    assert sorted(e["value"]["exact"] for e in tally["entries"]) == sorted(areas)


def test_a_cut_that_divides_nothing_is_warned_about() -> None:
    document = problem(L_SHAPE)
    document["figures"][0].update(way="own", cuts=[[["4", "0"], ["4", "4"]], [["6", "1"], ["6", "3"]]])
    warned = [c for c in evaluate_document(document)["complaints"] if c["code"] == "idle-cut"]
    assert [(c["where"], c["level"]) for c in warned] == [("figures.fig.cuts.1", "warning")]


def test_own_cuts_through_a_figure_with_a_hole_and_arcs() -> None:
    board = part("board", "rectangle", width="6", height="4")
    hole = part("hole", "circle", ("3", "2"), radius="1", join="take")
    region = told(board, hole, way="own", cuts=[[["3", "0"], ["3", "4"]]])
    tally = region["tallies"]["area"]
    # two halves, each a 3 × 4 rectangle less half a disc
    assert [(e["sign"], e["value"]["exact"]) for e in tally["entries"]] == [("+", "12"), ("-", "pi/2")] * 2


def test_common_and_overlap_entries_show_polygon_and_segments() -> None:
    one = part("west", "circle", radius="3")
    two = part("east", "circle", ("3", "0"), radius="3")
    overlap = told(one, two)["tallies"]["area"]["entries"][2]
    assert overlap["role"] == "overlap"
    assert [(s["title"], s["value"]["text"]) for s in overlap["steps"]] == [
        ("segment, 2 of them", "(3π - 9√3/4) m²")
    ]
    quarter = [part(n, "quarter-circle", at, radius="1", turn=turn, join=join) for n, at, turn, join in (("a", ("0", "0"), "0", "add"), ("b", ("1", "0"), "90", "common"))]  # fmt: skip
    common = told(*quarter)["tallies"]["area"]["entries"][0]
    assert [s["title"] for s in common["steps"]] == ["triangle", "segment, 2 of them"]


def test_many_corners_are_only_told_by_their_coordinates_and_in_time() -> None:
    teeth = ", ".join(["U 1, R 1, D 1, R 1"] * 49)
    document = problem({"name": "comb", "shape": "outline", "walk": f"{teeth}, D 1, L ?, U ?"})
    results = evaluate_problem(read(document), ("ways", "squares"))
    figure = results["figures"]["fig"]
    assert figure["quantities"]["area"]["exact"] == str(98 + 49)
    assert [way["name"] for way in figure["ways"]] == ["parts", "corners"]


@pytest.mark.parametrize(
    "way", ["own", "level", "upright", "fewest", "surround", "fan", "corners", "round", "nonsense"]
)
def test_a_way_that_does_not_fit_leaves_the_parts(way: str) -> None:
    slab = part("slab", "rectangle", width="4", height="2")
    bite = part("bite", "circle", ("4", "2"), radius="1", join="take")
    figure = told(slab, bite, way=way)
    assert figure["tallies"]["area"]["total"]["exact"] == "8 - pi/4"
    assert figure["tallies"]["area"]["way"] == (way if way in ("own", "round") else "parts")


def test_a_figure_of_which_nothing_is_left_has_no_ways_and_no_squares() -> None:
    slab = part("slab", "rectangle", width="4", height="2")
    document = problem(slab, {**slab, "name": "gone", "join": "take"})
    figure = evaluate_document(document, ("ways", "squares"))["figures"]["fig"]
    assert [way["name"] for way in figure["ways"]] == ["parts"]
    assert figure["squares"]["together"] == [{"text": "there is nothing left to count"}]
