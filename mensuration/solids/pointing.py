"""Solids made from a problem's own plane figures: raised to a point, whole or cut off below it.

Every section is the figure, smaller by as much as the level is nearer to the point.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

from flint import acb, arb

from mensuration.catalogue.figure import Constraint, Measure, Relation, Solid
from mensuration.catalogue.own_body import OwnBody, OwnFace, OwnSpan
from mensuration.catalogue.relations import product, total
from mensuration.expressions import Quantity
from mensuration.numbers import NOUGHT, UNIT, Real
from mensuration.plane.edges import Arc, Bent, Edge, EllipseArc, Point
from mensuration.plane.regions import Region
from mensuration.solids.layers import HALF, Flat, Layer, Section, reach_across
from mensuration.solids.polyhedron import Polyhedron, polygon_raised
from mensuration.solids.raising import BASE_AREA, HEIGHT, SIZES, TALL
from mensuration.solving import Solution, solve
from mensuration.units import Kind

PYRAMID, FRUSTUM = "pyramid", "frustum"
POINT = "point"
THIRD = Real.of(1) / Real.of(3)


@dataclass(frozen=True, eq=False)
class PointedRegion(OwnBody):
    """A region raised towards a point over ``foot``; ``cut`` where it is cut off below the point."""

    region: Region
    foot: Point
    cut: bool

    def layers(self, solution: Solution, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]] | None:
        height = solution.values[HEIGHT].value
        if axis != 2:
            return (
                self._polyhedron(height, self._point(solution)).layers(axis) if self.region.straight else None
            )
        bottom, top = Flat("bottom", NOUGHT, False), Flat("top", height, True)
        return (self.layer(height, self._point(solution)),), (bottom, top) if self.cut else (bottom,)

    def _polyhedron(self, height: Real, point: Real) -> Polyhedron:
        if not self.cut:
            return polygon_raised(self._edges, None, (*self.foot, height), height)
        share = (point - height) / point
        top = [_shrunk(edge, self.foot, share).start for edge in self._edges]
        return polygon_raised(self._edges, top, None, height)

    def layer(self, height: Real, point: Real) -> Layer:
        """All of it: from the base to the height, below a point."""

        def at(level: Real) -> Section:
            share = (point - level) / point
            if share.sign() <= 0:
                return ()
            return tuple(_shrunk(edge, self.foot, share) for edge in self._edges)

        def wall(place: int, low: Real, high: Real) -> Real:
            near, far = (point - low) / point, (point - high) / point
            return self._mantle(self._edges[place], point) * (near * near - far * far)

        return Layer(NOUGHT, height, False, at, wall)

    def extents(self, solution: Solution) -> tuple[tuple[Real, Real], tuple[Real, Real], tuple[Real, Real]]:
        found = []
        for axis, (low, high) in enumerate(reach_across(self.region.edges)):
            far = [low, high]
            if not self.cut:
                far.append(self.foot[axis])
            elif not low < self.foot[axis] < high:
                share = UNIT - solution.values[HEIGHT].value / self._point(solution)
                far += [self.foot[axis] + (end - self.foot[axis]) * share for end in (low, high)]
            found.append((min(far, key=float), max(far, key=float)))
        return found[0], found[1], (NOUGHT, solution.values[HEIGHT].value)

    def face(self, solution: Solution, name: str) -> OwnFace | None:
        """A side's triangle (of a cone's mantle: on its arc), or what is left of it below the cut."""
        if name == "top":
            return OwnFace("top_area", {})
        edge = next((edge for edge in self._edges if edge.name == name), None)
        if edge is None:
            return None
        away = self._away(edge)
        if away is None:
            return None
        whole, share = self._point(solution), UNIT
        if self.cut:
            share = solution.values[HEIGHT].value / whole
        length = solution.values[HEIGHT].kind
        values = {"edge": Quantity(edge.length, length), "away": Quantity(away * share, length)}
        if not self.cut:
            return OwnFace("1/2 edge slant", values, "sqrt(height^2 + away^2)" if away.sign() else "height")
        values["top_edge"] = Quantity(edge.length * (UNIT - share), length)
        return OwnFace(
            "1/2 (edge + top_edge) slant", values, "sqrt(height^2 + away^2)" if away.sign() else "height"
        )

    def spans(self, solution: Solution) -> tuple[OwnSpan, ...]:
        x, y = (float(value) for value in self.foot)
        return (OwnSpan(HEIGHT, (x, y, 0.0), (x, y, solution.floats[HEIGHT]), beside=False),)

    @cached_property
    def _edges(self) -> tuple[Edge, ...]:
        return named_apart(self.region)

    def _point(self, solution: Solution) -> Real:
        return solution.values[POINT if self.cut else HEIGHT].value

    def _away(self, edge: Edge) -> Real | None:
        """How far the foot is from an edge's line, or from an arc round it; None of any other arc."""
        if isinstance(edge, Arc):
            centred = all(one.same_as(two) for one, two in zip(edge.centre, self.foot, strict=True))
            return edge.radius if centred else None
        if not edge.straight:
            return None
        (ax, ay), (bx, by), (x, y) = edge.start, edge.end, self.foot
        return abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / edge.length

    def _mantle(self, edge: Edge, point: Real) -> Real:
        """The area between an edge and the point."""
        away = self._away(edge)
        if away is not None:
            return HALF * edge.length * (point * point + away * away).sqrt()
        assert isinstance(edge, Bent)
        return _bent_mantle(edge, self.foot, point)


def _shrunk(edge: Edge, foot: Point, share: Real) -> Edge:
    def near(point: Point) -> Point:
        return foot[0] + (point[0] - foot[0]) * share, foot[1] + (point[1] - foot[1]) * share

    moved = replace(edge, start=near(edge.start), end=near(edge.end), length=edge.length * share)
    if isinstance(moved, Bent):
        moved = replace(moved, centre=near(moved.centre))
    if isinstance(moved, Arc):
        return replace(moved, radius=moved.radius * share)
    if isinstance(moved, EllipseArc):
        return replace(moved, major=moved.major * share, minor=moved.minor * share)
    return moved


def _bent_mantle(edge: Bent, foot: Point, point: Real) -> Real:
    """The area between any arc and a point: half the integral of |(c, -h) × (c', 0)| along it, c from the foot."""

    def recipe() -> arb:
        (cx, cy), (ux, uy), (vx, vy) = edge.ball_frame()
        x, y, height = cx - foot[0].ball(), cy - foot[1].ball(), point.ball()
        sweep = edge.sweep.ball() * 2 * arb.pi()
        a, b = edge.ball_unit((edge.start[0].ball(), edge.start[1].ball()))
        start = arb.atan2(b, a)

        def speed(t: acb, analytic: bool) -> acb:
            c, s = t.cos(), t.sin()
            px, py, dx, dy = x + ux * c + vx * s, y + uy * c + vy * s, vx * c - ux * s, vy * c - uy * s
            across = px * dy - py * dx
            return (across * across + (dx * dx + dy * dy) * height * height).sqrt(analytic=analytic)

        found: arb = acb.integral(speed, acb(start), acb(start + sweep)).real
        return abs(found) / 2

    return Real(None, recipe, point, *foot)


def named_apart(region: Region) -> tuple[Edge, ...]:
    """A region's edges, numbered, each with a name of its own."""
    names: dict[str, int] = {}
    edges = []
    for number, edge in enumerate(region.edges):
        names[edge.name] = names.get(edge.name, 0) + 1
        name = edge.name if names[edge.name] == 1 else f"{edge.name} {names[edge.name]}"
        edges.append(replace(edge, part=0, index=number, name=name))
    return tuple(edges)


def foot_of(region: Region) -> Point:
    """The point over which people put the tip: the centroid of a polygon, the centre of arcs that share one; else the
    middle of the surrounding rectangle."""
    bent = [edge for edge in region.edges if isinstance(edge, Bent)]
    if not bent:
        return _centroid(region)
    centre = bent[0].centre
    if all(a.same_as(b) for edge in bent[1:] for a, b in zip(edge.centre, centre, strict=True)):
        return centre
    x, y = ((low + high) * HALF for low, high in reach_across(region.edges))
    return x, y


def _centroid(region: Region) -> Point:
    """By the shoelace terms of the triangles on its sides."""
    terms = [(e.start, e.end, e.start[0] * e.end[1] - e.end[0] * e.start[1]) for e in region.edges]
    double = Real.sum(cross for _, _, cross in terms)
    x, y = (
        Real.sum((one[axis] + two[axis]) * cross for one, two, cross in terms) * THIRD / double
        for axis in range(2)
    )
    return x, y


@lru_cache(maxsize=100)
def pointed(
    region: Region, area: Real, height: Quantity, tip: Quantity | None, length: Kind, pi: Real, foot: Point
) -> Solution:
    """A plane figure raised to a point over ``foot``, as a solved solid: by its ``height``; cut off at that height where
    the height of the ``tip`` is given as well. SolvingError where these can't be."""
    cut = tip is not None
    body = PointedRegion(region, foot, cut)
    point = height.value if tip is None else tip.value
    sides = UNIT
    if height.value > NOUGHT and (not cut or height.value < point):
        layer = body.layer(height.value, point)
        sides = Real.sum(layer.wall(place, NOUGHT, height.value) for place in range(len(region.edges)))
    given = {
        "base_area": Quantity(area, length.power(2)),
        "lateral": Quantity(sides, length.power(2)),
        HEIGHT: height,
    }
    if tip is None:
        return solve(_pyramid_on(body), given, pi)
    return solve(_frustum_on(body), {**given, POINT: tip}, pi)


def _pyramid_on(body: PointedRegion) -> Solid:
    return Solid(
        name=PYRAMID,
        title="Pyramid",
        family="pyramids and cones",
        measures=(
            BASE_AREA,
            Measure(HEIGHT, "H"),
            *SIZES,
        ),
        relations=(
            product("volume", "1/3 base_area height", "a third of the prism on the same base"),
            total("surface", "base_area + lateral", "the base and the sides"),
        ),
        constraints=(TALL,),
        body=body,
        starting={"base_area": "1", HEIGHT: "1", "lateral": "4"},
        dimensions=(),
    )


def _frustum_on(body: PointedRegion) -> Solid:
    return Solid(
        name=FRUSTUM,
        title="Frustum",
        family="pyramids and cones",
        measures=(
            BASE_AREA,
            Measure(HEIGHT, "H"),
            Measure(POINT, "P", called="height of the point"),
            Measure("top_area", "A_T", "area"),
            *SIZES,
        ),
        relations=(
            Relation(
                {"top_area": "base_area ((point - height) / point)^2"}, "the base, shrunk towards the point"
            ),
            Relation(
                {"volume": "1/3 base_area point - 1/3 top_area (point - height)"},
                "the whole pyramid less its tip",
            ),
            total("surface", "base_area + top_area + lateral", "bottom, top and the sides"),
        ),
        constraints=(
            TALL,
            Constraint("point - height", POINT, "the point must be higher than where it is cut off"),
        ),
        body=body,
        starting={"base_area": "1", HEIGHT: "1", POINT: "2", "lateral": "4"},
        dimensions=(),
    )
