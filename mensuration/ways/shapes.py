"""Which shape a piece is, with the formula people would use for it and the numbers put into it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from mensuration.expressions import Node, Path, Quantity, Scope, evaluate, parse
from mensuration.expressions.nodes import Binary
from mensuration.numbers import Real
from mensuration.plane.edges import Edge, Point
from mensuration.plane.regions import Region
from mensuration.units import ANGLE, LENGTH, Kind

_HALF = Real.of(1) / Real.of(2)

CORNERED = "polygon on the corners"
ANGLES = {"angle"}  # the sizes that are no lengths


@dataclass(frozen=True)
class Shape:
    """A recognised shape: its name, its area as a formula over ``sizes`` (base units, angles in turns)."""

    name: str
    formula: str
    sizes: Mapping[str, Real] = field(default_factory=dict)
    symbols: Mapping[str, str] = field(default_factory=dict)

    @property
    def tree(self) -> Node:
        return parse(self.formula)

    def value(self, pi: Real) -> Real:
        """What the formula comes to."""
        known = sized(self, LENGTH)
        return evaluate(self.tree, Scope(lambda path: known.get(path.text), list, pi)).value


@dataclass(frozen=True)
class Cornered:
    """A polygon by the coordinates of its corners: each one's product as a tree, with the coordinates it names."""

    sizes: Mapping[str, Real]
    products: Mapping[str, tuple[Node, tuple[str, ...]]]
    name: str = CORNERED

    def value(self, pi: Real) -> Real:
        """Half the sum of the products, the shoelace formula (Gauss)."""
        x = self.sizes
        return _HALF * Real.sum(x[a] * x[b] - x[c] * x[d] for _, (a, b, c, d) in self.products.values())


def sized(shape: Shape, length: Kind) -> dict[str, Quantity]:
    """A shape's sizes as quantities, its lengths of this kind."""
    return {name: Quantity(value, ANGLE if name in ANGLES else length) for name, value in shape.sizes.items()}


def shape_of(region: Region) -> Shape | Cornered:
    """The shape of a piece without arcs, by the formula people would use, so that it is exact where the piece is.

    An irregular piece is measured by its corners.
    """
    if len(region.loops) == 1 and region.straight:
        loop = region.loops[0]
        found = {3: _triangle, 4: _quadrilateral}.get(len(loop), lambda _: None)(loop)
        if found is not None:
            value = found.value(region.pi)
            if value.exact is not None or region.area.exact is None:
                return found
    return by_corners(region)


def _triangle(loop: tuple[Edge, ...]) -> Shape | None:
    for i in range(3):
        one, two = loop[i], loop[(i + 1) % 3]
        if _dot(one, two).sign() == 0:
            legs = _level_first(one, two)
            return Shape(
                "right triangle",
                "1/2 base height",
                *_sizes(base=(legs[0].length, "b"), height=(legs[1].length, "h")),
            )
    for side in loop:
        if _level(side) or _upright(side):
            apex = loop[(loop.index(side) + 1) % 3].end
            axis = 1 if _level(side) else 0
            height = abs(apex[axis] - side.start[axis])
            return Shape(
                "triangle", "1/2 base height", *_sizes(base=(side.length, "b"), height=(height, "h"))
            )
    return None


def _level_first(one: Edge, two: Edge) -> tuple[Edge, Edge]:
    """Two legs, the level one first: it is the base, so that the picture and the formula agree."""
    return (two, one) if _upright(one) and _level(two) else (one, two)


def _quadrilateral(loop: tuple[Edge, ...]) -> Shape | None:
    a, b, c, d = loop
    if _parallel(a, c) and _parallel(b, d):
        if _dot(a, b).sign() == 0:
            wide, high = (b, a) if _level(b) else (a, b)
            if wide.length.same_as(high.length):
                return Shape("square", "side^2", *_sizes(side=(wide.length, "s")))
            return Shape(
                "rectangle", "width height", *_sizes(width=(wide.length, "w"), height=(high.length, "h"))
            )
        base, other = (a, c) if _level(a) or _upright(a) else (b, d)
        height = _between(base, other)
        return Shape("parallelogram", "base height", *_sizes(base=(base.length, "b"), height=(height, "h")))
    turning = {_cross(*pair).sign() for pair in ((a, b), (b, c), (c, d), (d, a))}
    if {1, -1} <= turning:  # a corner that points inwards, or sides that cross: no trapezoid
        return None
    for one, two in ((a, c), (b, d)):
        if _parallel(one, two):
            base, top = (one, two) if float(one.length) >= float(two.length) else (two, one)
            return Shape(
                "trapezoid",
                "1/2 (base + top) height",
                *_sizes(base=(base.length, "a"), top=(top.length, "b"), height=(_between(one, two), "h")),
            )
    return None


def by_corners(region: Region) -> Cornered:
    """The shoelace products over the corners, which run with the region on their left."""
    sizes: dict[str, Real] = {}
    products: dict[str, tuple[Node, tuple[str, ...]]] = {}
    for loop in region.loops:
        sides = [side for side in loop if not side.whole_turn]
        first = len(products) + 1
        for index, side in enumerate(sides):
            here, after = first + index, first + (index + 1) % len(sides)
            sizes[f"x{here}"], sizes[f"y{here}"] = side.start
            names = (f"x{here}", f"y{after}", f"x{after}", f"y{here}")
            one, two = (Binary("*", Path((a,)), Path((b,)), implied=True) for a, b in (names[:2], names[2:]))
            products[f"corner {here}"] = (Binary("-", one, two), names)
    return Cornered(sizes, products)


def _sizes(**named: tuple[Real, str]) -> tuple[dict[str, Real], dict[str, str]]:
    return (
        {name: value for name, (value, _) in named.items()},
        {name: symbol for name, (_, symbol) in named.items()},
    )


def _vector(side: Edge) -> Point:
    return side.end[0] - side.start[0], side.end[1] - side.start[1]


def _dot(one: Edge, two: Edge) -> Real:
    u, v = _vector(one), _vector(two)
    return u[0] * v[0] + u[1] * v[1]


def _cross(one: Edge, two: Edge) -> Real:
    u, v = _vector(one), _vector(two)
    return u[0] * v[1] - u[1] * v[0]


def _parallel(one: Edge, two: Edge) -> bool:
    return _cross(one, two).sign() == 0


def _level(side: Edge) -> bool:
    return _vector(side)[1].sign() == 0


def _upright(side: Edge) -> bool:
    return _vector(side)[0].sign() == 0


def _between(one: Edge, two: Edge) -> Real:
    """The distance of two parallel sides."""
    if _level(one):
        return abs(two.start[1] - one.start[1])
    if _upright(one):
        return abs(two.start[0] - one.start[0])
    u = _vector(one)
    x, y = two.start[0] - one.start[0], two.start[1] - one.start[1]
    return abs((u[0] * y - u[1] * x) / one.length)
