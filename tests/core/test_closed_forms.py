"""Overlaps with known closed forms, each derived here another way and compared by a computer algebra system."""

from __future__ import annotations

from typing import Any

import pytest
import sympy
from sympy import Rational, acos, asin, atan, pi, sqrt

from tests.core.helpers import measures, part

R = Rational
COMMON = {"join": "common"}


def disc(name: str, radius: str, x: str = "0", y: str = "0", **fields: str) -> dict[str, Any]:
    return part(name, "circle", (x, y), radius=radius, **fields)


def half(name: str, radius: str, x: str, turn: str = "0", **fields: str) -> dict[str, Any]:
    return part(name, "semicircle", (x, "0"), radius=radius, turn=turn, **fields)


LENS = (
    2 * pi / 3 - sqrt(3) / 2
)  # two unit discs through one another's centres: two 60° triangles, four segments
SEGMENT_60 = pi / 6 - sqrt(3) / 4  # the sector less the equilateral triangle

FORMS: list[tuple[str, list[dict[str, Any]], sympy.Expr, sympy.Expr]] = [
    (
        "lune on a right angle's chord: the half disc less the quarter disc's segment leaves the triangle",
        [
            part("a", "semicircle", ("1/2", "1/2"), radius="√2 / 2", turn="-45"),
            disc("b", "1", join="take"),
        ],
        R(1, 2),
        sqrt(2) / 2 * pi + pi / 2,
    ),
    (
        "petal of two quarter discs: twice a quarter disc less the square",
        [
            part("a", "quarter-circle", radius="1"),
            part("b", "quarter-circle", ("1", "1"), turn="180", radius="1", **COMMON),
        ],
        2 * pi / 4 - 1,
        pi,
    ),
    (
        "two discs through one another's centres, in common",
        [disc("a", "1"), disc("b", "1", "1", **COMMON)],
        LENS,
        4 * pi / 3,
    ),
    (
        "Reuleaux triangle: the equilateral triangle and three segments",
        [disc("a", "1"), disc("b", "1", "1", **COMMON), disc("c", "1", "1/2", "√3 / 2", **COMMON)],
        sqrt(3) / 4 + 3 * SEGMENT_60,
        pi,
    ),
    (
        "three such discs joined: inclusion and exclusion",
        [disc("a", "1"), disc("b", "1", "1"), disc("c", "1", "1/2", "√3 / 2")],
        3 * pi - 3 * LENS + sqrt(3) / 4 + 3 * SEGMENT_60,
        3 * pi,
    ),
    (
        "four quarter discs of a square, in common: a small square on the crossings and four 30° segments",
        [
            part("a", "quarter-circle", radius="1"),
            part("b", "quarter-circle", ("1", "0"), turn="90", radius="1", **COMMON),
            part("c", "quarter-circle", ("1", "1"), turn="180", radius="1", **COMMON),
            part("d", "quarter-circle", ("0", "1"), turn="270", radius="1", **COMMON),
        ],
        (2 - sqrt(3)) + 4 * (pi / 12 - R(1, 4)),
        4 * pi / 6,
    ),
    (
        "arbelos: a disc on the common half chord √(2a · 2b) of the cut",
        [half("a", "1", "0"), half("b", "0.6", "-0.4", join="take"), half("c", "0.4", "0.6", join="take")],
        pi * R(6, 10) * R(4, 10),
        2 * pi,
    ),
    (
        "salinon: a disc on the height of the whole figure, (2 + 1)/2 for its radius",
        [
            half("a", "2", "0"),
            half("b", "1/2", "-3/2", join="take"),
            half("c", "1/2", "3/2", join="take"),
            half("d", "1", "0", turn="180"),
        ],
        pi * R(3, 2) ** 2,
        4 * pi,
    ),
    (
        "gap between three touching discs: triangle less three sectors of 60°",
        [
            part("t", "triangle", base="2", height="√3"),
            disc("a", "1", join="take"),
            disc("b", "1", "2", join="take"),
            disc("c", "1", "1", "√3", join="take"),
        ],
        sqrt(3) - 3 * pi / 6,
        pi,
    ),
    (
        "disc less the square inscribed in it, four pieces",
        [disc("a", "1"), part("b", "square", ("-√2 / 2", "-√2 / 2"), side="√2", join="take")],
        pi - 2,
        2 * pi + 4 * sqrt(2),
    ),
    (
        "discs of 3 and 4, centres 5 apart, cross at right angles: two sectors less the kite of two 3-4-5 triangles",
        [disc("a", "3"), disc("b", "4", "5", **COMMON)],
        9 * asin(R(4, 5)) + 16 * asin(R(3, 5)) - 12,
        6 * asin(R(4, 5)) + 8 * asin(R(3, 5)),
    ),
    (
        "strip across a disc, one third of the radius off the middle either way",
        [disc("a", "3"), part("b", "rectangle", ("-4", "-1"), width="8", height="2", **COMMON)],
        2 * (9 * asin(R(1, 3)) + 1 * sqrt(8)),
        12 * asin(R(1, 3)) + 4 * sqrt(8),
    ),
    (
        "corner cut out of a disc by a quarter plane through (1, 2) on its rim: sectors and triangles from the centre",
        [disc("a", "√5"), part("b", "square", ("1", "2"), side="4", **COMMON)],
        sympy.Integer(0),
        sympy.Integer(0),
    ),
    (
        "square standing on a disc's rim, a corner at (1, 1) inside it: two triangles and the sector between",
        [disc("a", "√10"), part("b", "square", ("1", "1"), side="5", **COMMON)],
        # from (1, 1) to (3, 1) and (1, 3): the sector between the spokes less the triangles to (1, 1)
        5 * (atan(3) - atan(R(1, 3))) - 2,
        4 + sqrt(10) * (atan(3) - atan(R(1, 3))),
    ),
    (
        "line through (0, -1) of slope 1/2 cuts a disc of radius 2, the half plane's piece by the chord's distance",
        [disc("a", "2"), part("b", "rectangle", ("-8", "-5"), width="20", height="20", turn="atan(1/2)", **COMMON)],
        4 * pi - (4 * acos(2 / sqrt(5) / 2) - 2 / sqrt(5) * sqrt(4 - R(4, 5))),
        4 * pi - 4 * acos(1 / sqrt(5)) + 2 * sqrt(R(16, 5)),
    ),
]  # fmt: skip


@pytest.mark.parametrize(
    ("parts", "area", "perimeter"),
    [form[1:] for form in FORMS],
    ids=[form[0].split(":")[0] for form in FORMS],
)
def test_known_closed_forms(parts: list[dict[str, Any]], area: sympy.Expr, perimeter: sympy.Expr) -> None:
    for told, derived in zip(measures(*parts), (area, perimeter), strict=True):
        if derived == 0:
            assert told["decimal"] == "0"
            continue
        assert told["exact"] is not None
        ours = sympy.sympify(told["exact"])
        assert abs((ours - derived).evalf(60)) < sympy.Float(10) ** -50
        assert abs(sympy.Float(told["decimal"], 30) - derived.evalf(30)) < abs(
            derived.evalf(30)
        ) * sympy.Float("1e-15")


def test_angles_met_on_different_ways_are_seen_to_be_the_same() -> None:
    """The four crossings of a square's sides with a disc make angles whose sum is a whole turn."""
    whole = [disc("a", "√10"), part("b", "square", ("-1", "-1"), side="4", **COMMON)]
    rest = [whole[0], {**whole[1], "join": "take"}]
    inside, outside = (sympy.sympify(measures(*parts)[0]["exact"]) for parts in (whole, rest))
    assert abs((inside + outside - 10 * pi).evalf(60)) < sympy.Float(10) ** -50


def test_a_form_longer_than_a_line_is_folded_away_and_can_be_unfolded() -> None:
    area, _ = measures(disc("a", "1.37", "0.11"), disc("b", "2.41", "1.9", "0.53"))
    assert area["exact"] is None
    assert "no short exact form" in area["note"]
    unfolded = sympy.sympify(area["unfolded"]["exact"])
    assert len(area["unfolded"]["exact"]) > 90
    assert abs(unfolded.evalf(30) - sympy.Float(area["decimal"], 30)) < sympy.Float("1e-14")


def test_a_root_of_a_sum_that_does_not_open_stays_a_root() -> None:
    """The square of the crossings' height has both a rational part and a root of 2, which no root opens."""
    area, _ = measures(disc("a", "1"), disc("b", "1/3 + √2", "1.1"))
    assert "sqrt(3192479 + 106800*sqrt(2))" in area["unfolded"]["exact"]
    unfolded = sympy.sympify(area["unfolded"]["exact"]).evalf(30)
    assert abs(unfolded - sympy.Float(area["decimal"], 30)) < sympy.Float("1e-14")
