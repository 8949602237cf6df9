"""Composed plane figures against Shapely, against one another, and against values worked by hand."""

from __future__ import annotations

import itertools
from fractions import Fraction
from math import hypot, isclose, pi
from typing import Any

import pytest
from flint import arb, ctx
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely.geometry import Point

from mensuration.numbers import PI, Real
from mensuration.plane import Composition, TooCrowded
from mensuration.plane.edges import EllipseArc
from mensuration.plane.measuring import _green, enclosed
from tests.core.described import SEGMENTS, Described, gridded, independent, joined, loose, placed
from tests.core.helpers import measures, part


def touching(figure: Composition) -> bool:
    """Whether a corner of one part lies on another, or edges coincide."""
    owners: dict[int, set[int]] = {}
    for fragment in figure.arrangement.fragments:
        for end in (fragment.tail, fragment.head):
            owners.setdefault(end, set()).update(owner.edge.part for owner in fragment.owners)
    return any(
        len(owners[i]) > 1 for i, v in enumerate(figure.arrangement.vertices) if v.exact and i in owners
    )


def check_against_shapely(parts: list[Described]) -> None:
    ours, theirs = placed(parts), joined(parts)
    area = float(enclosed(ours.arrangement, ours.covers, PI))
    # An inscribed polygon of so many segments is short of the disc by about 2.5e-8 of r².
    assert isclose(area, theirs.area, rel_tol=1e-6, abs_tol=2e-6), parts
    assert isclose(float(ours.area), area, rel_tol=1e-11, abs_tol=1e-11), parts
    if ours.area.exact is not None:
        assert isclose(float(Real(ours.area.exact)), area, rel_tol=1e-11, abs_tol=1e-11)


@settings(max_examples=70)
@given(loose)
def test_area_and_perimeter_agree_with_shapely(parts: list[Described]) -> None:
    check_against_shapely(parts)
    ours = placed(parts)
    if not touching(ours):  # there, floats leave slivers in polygons, and slivers have edges
        assert isclose(float(ours.perimeter), joined(parts).length, rel_tol=1e-6, abs_tol=2e-5), parts


@settings(max_examples=70)
@given(gridded)
def test_area_agrees_with_shapely_where_edges_coincide(parts: list[Described]) -> None:
    """Perimeters are left out here: slivers between a polygon and another's polygon have edges of their own."""
    check_against_shapely(parts)


@settings(max_examples=60)
@given(gridded, st.integers(0, 359), st.fractions(min_value=-5, max_value=5, max_denominator=9))
def test_moving_turning_and_mirroring_change_nothing(parts: list[Described], turn: int, by: Fraction) -> None:
    first = placed(parts)

    def moved(p: Described) -> Described:
        return {**p, "at": (p["at"][0] + by, p["at"][1] - by)}

    def turned(p: Described) -> Described:
        quarter = turn % 4
        x, y = p["at"]
        for _ in range(quarter):
            x, y = -y, x
        return {**p, "at": (x, y), "turn": p["turn"] + 90 * quarter}

    def mirrored(p: Described) -> Described:
        return {**p, "at": (-p["at"][0], p["at"][1]), "turn": -p["turn"], "flip": not p["flip"]}

    for change in (moved, turned, mirrored):
        again = placed([change(p) for p in parts])
        assert isclose(float(again.area), float(first.area), rel_tol=1e-12, abs_tol=1e-12), change.__name__
        assert isclose(float(again.perimeter), float(first.perimeter), rel_tol=1e-12, abs_tol=1e-12), (
            change.__name__
        )
        assert (again.area.exact is None) == (first.area.exact is None)


@settings(max_examples=50)
@given(gridded, st.integers(2, 1000))
def test_scaling_scales(parts: list[Described], k: int) -> None:
    small = placed(parts)
    large = placed(
        [
            {
                **p,
                "at": (p["at"][0] * k, p["at"][1] * k),
                "given": {n: v if n in ("angle", "sides") else v * k for n, v in p["given"].items()},
            }
            for p in parts
        ]
    )
    assert isclose(float(large.area), float(small.area) * k**2, rel_tol=1e-11, abs_tol=1e-9)
    assert isclose(float(large.perimeter), float(small.perimeter) * k, rel_tol=1e-11, abs_tol=1e-9)


@settings(max_examples=50)
@given(gridded)
def test_outline_loops_are_closed_and_as_long_as_the_perimeter(parts: list[Described]) -> None:
    figure = placed(parts)
    vertices = figure.arrangement.vertices
    walked = 0.0
    for loop in figure.loops:
        ends = [(f.tail, f.head) if forward else (f.head, f.tail) for f, forward in loop]
        assert all(one[1] == two[0] for one, two in zip(ends, ends[1:] + ends[:1], strict=True))
        for fragment, _ in loop:
            a, b = (vertices[i].spot for i in (fragment.tail, fragment.head))
            edge = fragment.edge
            share = fragment.end_t - fragment.start_t
            if isinstance(edge, EllipseArc):  # as a chain of many chords
                spots = [edge.spot(fragment.start_t + share * i / 20_000) for i in range(20_001)]
                walked += sum(hypot(p[0] - q[0], p[1] - q[1]) for p, q in itertools.pairwise(spots))
            elif edge.straight:
                walked += hypot(a[0] - b[0], a[1] - b[1])
            else:
                walked += edge.r * abs(edge.angles[1] * share)
    assert isclose(walked, float(figure.perimeter), rel_tol=1e-8, abs_tol=1e-9)


@settings(max_examples=50)
@given(gridded)
def test_exact_values_agree_with_balls(parts: list[Described]) -> None:
    """The exact area against the same boundary measured in balls, without any exact form."""
    figure = placed(parts)
    arrangement = figure.arrangement
    border = [(f, figure.covers(f.left)) for f in arrangement.fragments if figure.role(f) == "outline"]
    with ctx.workdps(60):
        area = arb(0)
        points: dict[int, Any] = {}
        for fragment, inside_left in border:
            share = _green(arrangement, fragment, points, PI)
            area += share if inside_left else -share
        assume(area.is_finite())  # where curves touch and bend alike, balls prove nothing
        if figure.area.exact is not None:
            off = figure.area.exact.ball() - area
            assert (
                off.contains(0) and off.rad() < arb(10) ** -24
            )  # where curves touch, balls lose half their digits


CASES = [
    # name, parts, area, perimeter (each from the elementary formulas, worked by hand)
    (
        "quarter disc sawn from a corner",
        [part("a", "rectangle", width="2.4", height="1.2"), part("b", "quarter-circle", ("0", "1.2"), turn="270", join="take", radius="1.2")],
        "72/25 - 9*pi/25",
        "24/5 + 3*pi/5",
    ),
    (
        "semicircle on a whole edge",
        [part("a", "rectangle", width="4", height="2"), part("b", "semicircle", ("2", "2"), diameter="4")],
        "8 + 2*pi",
        "8 + 2*pi",
    ),
    (
        "semicircle on part of an edge",
        [part("a", "rectangle", width="4", height="2"), part("b", "semicircle", ("2", "2"), radius="1")],
        "8 + pi/2",
        "10 + pi",
    ),
    (
        "hole",
        [part("a", "square", side="3"), part("b", "circle", ("1.5", "1.5"), join="take", diameter="2")],
        "9 - pi",
        "12 + 2*pi",
    ),
    (
        "hole that touches the outline from inside",
        [part("a", "circle", radius="3"), part("b", "circle", ("1", "0"), join="take", radius="2")],
        "5*pi",
        "10*pi",
    ),
    (
        "two discs that touch from outside",
        [part("a", "circle", radius="1"), part("b", "circle", ("3", "0"), radius="2")],
        "5*pi",
        "6*pi",
    ),
    (
        "the same disc twice",
        [part("a", "circle", radius="2"), part("b", "circle", diameter="4", turn="77")],
        "4*pi",
        "4*pi",
    ),
    (
        "two rectangles side by side, a shared edge partly",
        [part("a", "rectangle", width="4", height="3"), part("b", "rectangle", ("4", "-1"), width="2", height="3")],
        "18",
        "20",
    ),
    (
        "apart",
        [part("a", "square", side="1"), part("b", "square", ("5", "5"), side="2", turn="30")],
        "5",
        "12",
    ),
    (
        "a disc made of four quarters",
        [part(f"q{i}", "quarter-circle", radius="2", turn=str(90 * i)) for i in range(4)],
        "4*pi",
        "4*pi",
    ),
    (
        "triangle on a slanted edge",
        [part("a", "right-triangle", base="4", height="3"), part("b", "right-triangle", ("4", "3"), base="4", height="3", turn="180")],
        "12",
        "14",
    ),
    (
        "part put back into a hole",
        [part("a", "square", side="4"), part("b", "square", ("1", "1"), side="2", join="take"), part("c", "square", ("1", "1"), side="1")],
        "13",
        "24",
    ),
]  # fmt: skip


@pytest.mark.parametrize(
    ("parts", "area", "perimeter"), [case[1:] for case in CASES], ids=[case[0] for case in CASES]
)
def test_exact_measures_of_touching_and_nested_parts(
    parts: list[Described], area: str, perimeter: str
) -> None:
    told_area, told_perimeter = measures(*parts)
    assert (told_area["exact"], told_perimeter["exact"]) == (area, perimeter)


def test_partial_overlap_of_inexact_figures_has_proven_decimals() -> None:
    """Two discs whose radius 3 is typed so that its exact form is not seen: 12π + 9√3/2 and 8π."""
    radius = "3 + sin(1 rad) - sin(1 rad)"
    area, perimeter = measures(
        part("a", "circle", radius=radius), part("b", "circle", ("3", "0"), radius=radius)
    )
    assert area["exact"] is None
    assert perimeter["exact"] is None
    # to twenty places from tables
    assert area["decimal"] == "45.493340477137467"
    assert perimeter["decimal"] == "25.132741228718346"


def test_convention_for_pi_holds_for_partial_circles_too() -> None:
    parts = [part("a", "circle", radius="3"), part("b", "circle", ("3", "0"), radius="3")]
    _, perimeter = measures(*parts, settings={"pi": "3.14"})
    assert isclose(float(perimeter["decimal"]), 8 * 3.14, rel_tol=1e-15)
    area, rim = measures(part("a", "circle", diameter="8"), settings={"pi": "22/7"})
    assert (area["exact"], rim["exact"]) == ("352/7", "176/7")


def test_union_and_common_part_make_up_the_sum() -> None:
    one, two = (
        part("a", "circle", radius="2"),
        part("b", "rectangle", ("-1", "0.5"), width="4", height="3", turn="10"),
    )
    union = float(measures(one, two)[0]["decimal"])
    common = float(measures(one, {**two, "join": "common"})[0]["decimal"])
    assert isclose(union + common, 4 * pi + 12, rel_tol=1e-14)


def test_too_many_crossings_are_refused_in_time() -> None:
    parts = [
        {"shape": "circle", "given": {"radius": Fraction(5)}, "at": (Fraction(i, 50), Fraction(i % 7, 9)), "turn": 0, "flip": False, "join": "add"}
        for i in range(400)
    ]  # fmt: skip
    with pytest.raises(TooCrowded):
        placed(parts)


def test_independent_shapes_are_what_they_say() -> None:
    """The stand-ins used above, once against Shapely's own circle."""
    disc = {
        "shape": "circle",
        "given": {"radius": Fraction(2)},
        "at": (Fraction(1), Fraction(1)),
        "turn": 0,
        "flip": False,
    }
    assert independent(disc).symmetric_difference(Point(1, 1).buffer(2, quad_segs=SEGMENTS)).area < 1e-6


def test_an_ellipse_that_nestles_to_a_circle_touches_it_in_one_point() -> None:
    """Half axes 2 and 1 lie at the bottom of a circle of radius 4 = 2²/1: there they meet four times at once."""
    oval = part("oval", "ellipse", ("1", "-2"), a="2", b="1")
    disc = part("disc", "circle", ("1", "1"), radius="4")
    strip = part("strip", "rectangle", ("0", "-4"), width="2", height="2")
    area, _ = measures(disc, oval, strip)
    without, _ = measures(disc, strip)
    assert area["decimal"] == without["decimal"]
