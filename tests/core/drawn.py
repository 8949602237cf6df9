"""Random outlines for property tests: right-angled ones from grid squares, others from corners round a point."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from math import cos, pi, sin
from typing import Any

from hypothesis import assume
from hypothesis import strategies as st
from shapely.geometry import Polygon, box
from shapely.ops import unary_union

Corners = list[tuple[Fraction, Fraction]]


@st.composite
def right_angled(draw: st.DrawFn, size: int = 5) -> Corners:
    """The outline of a heap of grid squares that hang together and leave no hole."""
    cells = {(size // 2, size // 2)}
    for _ in range(draw(st.integers(1, 14))):
        i, j = draw(st.sampled_from(sorted(cells)))
        di, dj = draw(st.sampled_from([(1, 0), (-1, 0), (0, 1), (0, -1)]))
        if 0 <= i + di < size and 0 <= j + dj < size:
            cells.add((i + di, j + dj))
    columns = draw(st.lists(st.integers(1, 4), min_size=size, max_size=size))
    rows = draw(st.lists(st.integers(1, 4), min_size=size, max_size=size))
    left, low = [sum(columns[:i]) for i in range(size + 1)], [sum(rows[:j]) for j in range(size + 1)]
    heap = unary_union([box(left[i], low[j], left[i + 1], low[j + 1]) for i, j in cells])
    assume(heap.geom_type == "Polygon" and not heap.interiors)
    spots = list(heap.simplify(0).exterior.coords)[:-1]
    corners = [
        spot
        for i, spot in enumerate(spots)
        if _turn(spots[i - 1], spot, spots[(i + 1) % len(spots)])  # Shapely may start within a side
    ]
    assume(len(set(corners)) == len(corners))
    return [(Fraction(x), Fraction(y)) for x, y in corners]


def _turn(a: Sequence[float], b: Sequence[float], c: Sequence[float]) -> float:
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])


@st.composite
def star_shaped(draw: st.DrawFn) -> Corners:
    """Corners at random distances all round a point, on whole or half coordinates."""
    count = draw(st.integers(3, 9))
    corners: Corners = []
    for k in range(count):
        far = draw(st.integers(4, 20))
        x, y = far * cos(2 * pi * k / count), far * sin(2 * pi * k / count)
        corners.append((Fraction(round(2 * x), 2), Fraction(round(2 * y), 2)))
    assume(len(set(corners)) == count)
    polygon = Polygon(corners)
    assume(polygon.is_valid and polygon.area > 1)
    ring = zip(corners, corners[1:] + corners[:1], corners[2:] + corners[:2], strict=True)
    assume(all((b[0] - a[0]) * (c[1] - b[1]) != (b[1] - a[1]) * (c[0] - b[0]) for a, b, c in ring))
    return corners


def outline(corners: Corners, name: str = "deck", **fields: Any) -> dict[str, Any]:
    """A part of shape outline through these corners."""
    return {"name": name, "shape": "outline", "points": [[str(x), str(y)] for x, y in corners], **fields}


def polygon_of(corners: Corners) -> Polygon:
    return Polygon([(float(x), float(y)) for x, y in corners])
