"""Random parts of plane figures, described twice: for the core, and independently as polygons for Shapely."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction
from functools import reduce
from math import cos, pi, radians, sin
from typing import Any

import shapely
from hypothesis import strategies as st
from shapely import affinity
from shapely.geometry import Polygon

from mensuration.catalogue import plane_figures
from mensuration.expressions import Quantity
from mensuration.numbers import PI, Real
from mensuration.plane import Composition, PlacedPart, Placement, compose, place
from mensuration.solving import solve
from mensuration.units import ANGLE, LENGTH, NUMBER

SEGMENTS = 2048  # a quarter, for Shapely's stand-ins of circles
Described = dict[str, Any]


def quantity(name: str, value: Fraction) -> Quantity:
    """A given of a described part: lengths as they are, angles in degrees, counts."""
    if name == "angle":
        return Quantity(Real.of(value / 360), ANGLE)
    return Quantity(Real.of(value), NUMBER if name == "sides" else LENGTH)


def placed(parts: list[Described]) -> Composition:
    made: list[PlacedPart] = []
    for index, p in enumerate(parts):
        quantities = {name: quantity(name, value) for name, value in p["given"].items()}
        solution = solve(plane_figures()[p["shape"]], quantities, PI)
        at = (Real.of(p["at"][0]), Real.of(p["at"][1]))
        placement = Placement(at, Real.of(Fraction(p["turn"], 360)), p["flip"])
        made.append(place(f"p{index}", index, p["join"], solution, placement))
    return compose(tuple(made), PI)


def outlines(g: dict[str, float]) -> dict[str, Callable[[], list[tuple[float, float]]]]:
    """The corners of the shapes that are described here once more, independently, by name."""

    def pie(radius: float, start: float, sweep: float) -> list[tuple[float, float]]:
        steps = max(2, round(abs(sweep) / 90 * SEGMENTS))
        angles = [radians(start + sweep * i / steps) for i in range(steps + 1)]
        return [(radius * cos(a), radius * sin(a)) for a in angles]

    def kite(right: float, top: float, left: float, bottom: float) -> list[tuple[float, float]]:
        return [(right, 0), (0, top), (left, 0), (0, bottom)]

    def segment(r: float, angle: float) -> list[tuple[float, float]]:
        fall = r * cos(radians(angle / 2))
        return [(x, y - fall) for x, y in pie(r, 90 - angle / 2, angle)]

    def regular(n: int, side: float) -> list[tuple[float, float]]:
        r = side / (2 * sin(pi / n))
        return [(r * sin(pi * (2 * i + 1) / n), -r * cos(pi * (2 * i + 1) / n)) for i in range(n)]

    return {
        "rectangle": lambda: [(0, 0), (g["width"], 0), (g["width"], g["height"]), (0, g["height"])],
        "square": lambda: [(0, 0), (g["side"], 0), (g["side"], g["side"]), (0, g["side"])],
        "triangle": lambda: [(0, 0), (g["base"], 0), (g["base"] / 2, g["height"])],
        "isosceles-triangle": lambda: [(0, 0), (g["base"], 0), (g["base"] / 2, g["height"])],
        "equilateral-triangle": lambda: [(0, 0), (g["side"], 0), (g["side"] / 2, g["side"] * 3**0.5 / 2)],
        "right-triangle": lambda: [(0, 0), (g["base"], 0), (0, g["height"])],
        "parallelogram": lambda: [(0, 0), (g["base"], 0), (g["base"] + g["lean"], g["height"]), (g["lean"], g["height"])],
        "trapezoid": lambda: [(0, 0), (g["base"], 0), (g["offset"] + g["top"], g["height"]), (g["offset"], g["height"])],
        "rhombus": lambda: kite(g["d1"] / 2, g["d2"] / 2, -g["d1"] / 2, -g["d2"] / 2),
        "kite": lambda: kite(g["d1"] / 2, g["above"], -g["d1"] / 2, g["above"] - g["d2"]),
        "regular-polygon": lambda: regular(int(g["sides"]), g["side"]),
        "circle": lambda: pie(g["radius"], 0, 360)[:-1],
        "semicircle": lambda: pie(g["radius"], 0, 180),
        "quarter-circle": lambda: [(0, 0), *pie(g["radius"], 0, 90)],
        "sector": lambda: [(0, 0), *pie(g["radius"], 0, g["angle"])],
        "stadium": lambda: [
            *((x + g["straight"], y + g["radius"]) for x, y in pie(g["radius"], -90, 180)),
            *((x, y + g["radius"]) for x, y in pie(g["radius"], 90, 180)),
        ],
        "segment": lambda: segment(g["radius"], g["angle"]),
        "ring": lambda: pie(g["inner"] + g["width"], 0, 360)[:-1],
        "ellipse": lambda: [(g["a"] * x, g["b"] * y) for x, y in pie(1, 0, 360)[:-1]],
    }  # fmt: skip


def independent(p: Described) -> Polygon:
    """The same part as a Shapely polygon, from its own description of the shapes."""
    g = {name: float(value) for name, value in p["given"].items()}
    shape = p["shape"]
    polygon = Polygon(outlines(g)[shape]())
    if shape == "ring":
        polygon -= Polygon(outlines({"radius": g["inner"]})["circle"]())
    if p["flip"]:
        polygon = affinity.scale(polygon, -1, 1, origin=(0, 0))
    polygon = affinity.rotate(polygon, p["turn"], origin=(0, 0))
    return affinity.translate(polygon, float(p["at"][0]), float(p["at"][1]))


def joined(parts: list[Described]) -> shapely.Geometry:
    def step(figure: shapely.Geometry, p: Described) -> shapely.Geometry:
        polygon = independent(p)
        return {"add": figure.union, "take": figure.difference, "common": figure.intersection}[p["join"]](
            polygon
        )

    return reduce(step, parts, Polygon())


# What a part is described by here, where that is not what people usually give.
DESCRIBED_BY = {
    "parallelogram": ("base", "lean", "height"),
    "trapezoid": ("base", "top", "height", "offset"),
    "kite": ("d1", "d2", "above"),
    "ring": ("inner", "width"),
    "segment": ("radius", "angle"),
}


def described(
    coordinates: st.SearchStrategy[Fraction],
    lengths: st.SearchStrategy[Fraction],
    turns: Any,
    angles: st.SearchStrategy[Fraction],
) -> Any:
    def of(name: str) -> st.SearchStrategy[Described]:
        by = DESCRIBED_BY.get(name, plane_figures()[name].usual)
        given_ = {
            n: angles if n == "angle" else st.integers(3, 7).map(Fraction) if n == "sides" else lengths
            for n in by
        }
        if name == "kite":  # its crossing lies between its ends
            given_ = {"d1": lengths, "d2": lengths.map(lambda d: d + 2), "above": st.just(Fraction(1))}
        return st.fixed_dictionaries(
            {
                "shape": st.just(name),
                "given": st.fixed_dictionaries(given_),
                "at": st.tuples(coordinates, coordinates),
                "turn": turns,
                "flip": st.booleans(),
                "join": st.sampled_from(["add", "add", "take", "common"]),
            }
        )

    names = list(outlines({}))
    parts = st.lists(st.sampled_from(names).flatmap(of), min_size=1, max_size=5)

    def first_added(drawn: list[Described]) -> list[Described]:
        return [{**drawn[0], "join": "add"}, *drawn[1:]]

    return parts.map(first_added)


loose = described(
    st.fractions(min_value=-3, max_value=3, max_denominator=97),
    st.fractions(min_value=Fraction(1, 3), max_value=4, max_denominator=97),
    st.integers(0, 359),
    st.integers(5, 355).map(Fraction),
)
# Sizes and places on a coarse grid: edges coincide, corners meet, circles touch.
gridded = described(
    st.integers(-2, 2).map(Fraction),
    st.sampled_from([Fraction(1), Fraction(2)]),
    st.sampled_from([0, 90, 180, 270]),
    st.sampled_from([Fraction(angle) for angle in (60, 90, 120, 180, 270)]),
)
