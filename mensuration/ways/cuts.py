"""Where to cut: the rules behind the ways of splitting a region with straight sides.

Level cuts run from every corner into the region, to the left or the right, until they meet the boundary;
what is left between are trapezoids and triangles, and rectangles where all sides are level or upright.
The fewest rectangles: as many cuts as possible that join two inward corners without crossing one another
(a largest independent set, by König's theorem from a largest matching), then one cut from each inward
corner that is left (Lipski and others, 1979).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot

from mensuration.numbers import Real
from mensuration.plane.arrangement import Vertex, on_edge
from mensuration.plane.crossings import meetings
from mensuration.plane.cutting import Cut
from mensuration.plane.edges import Edge, Point, Spot
from mensuration.plane.regions import Region, straight_side, vertex_point
from mensuration.plane.tolerances import SLIGHT

LEVEL: tuple[tuple[int, int], ...] = ((1, 0), (-1, 0))
UPRIGHT: tuple[tuple[int, int], ...] = ((0, 1), (0, -1))


@dataclass(frozen=True)
class Corner:
    """A corner of a region: the sides that end and start there."""

    before: Edge
    after: Edge

    @property
    def spot(self) -> Spot:
        return self.after.a

    @property
    def point(self) -> Point:
        return self.after.start

    def opens_to(self, way: tuple[int, int]) -> bool:
        """Whether the region lies on both sides of the ray in this direction."""
        u, v = _unit(self.after), _unit(self.before)
        back = (-v[0], -v[1])
        if u[0] * back[1] - u[1] * back[0] > SLIGHT:  # the corner juts out: the ray lies between the sides
            return _left(u, way) > SLIGHT and _left(way, back) > SLIGHT
        return not (_left(back, way) >= -SLIGHT and _left(way, u) >= -SLIGHT)

    @property
    def inward(self) -> bool:
        """Whether the region takes more than half a turn here."""
        return _left(_unit(self.before), _unit(self.after)) < -SLIGHT


def corners(region: Region) -> list[Corner]:
    """Every corner between two sides, along all loops."""
    return [
        Corner(loop[i - 1], side) for loop in region.loops for i, side in enumerate(loop) if len(loop) > 1
    ]


def right_angled(region: Region) -> bool:
    """Whether every side is level or upright."""
    return region.straight and all(min(map(abs, _unit(side))) < SLIGHT for side in region.edges)


def row_cuts(region: Region, ways: Sequence[tuple[int, int]]) -> list[Cut]:
    """Cuts in these directions from every corner where the region opens to them."""
    return [
        found
        for corner in corners(region)
        for way in ways
        if corner.opens_to(way) and (found := _ray(region, corner, way, [])) is not None
    ]


def fewest_cuts(region: Region) -> list[Cut]:
    """Cuts into as few rectangles as possible, of a region with level and upright sides."""
    inward = [corner for corner in corners(region) if corner.inward]
    level = _joins(region, inward, 0)
    upright = _joins(region, inward, 1)
    chosen = _largest_apart(level, upright, 2 * region.tolerance)
    cuts: list[Cut] = [(one.point, two.point) for one, two in chosen]
    walls = [straight_side("cut", i, a, b) for i, (a, b) in enumerate(cuts)]
    for corner in inward:
        if any(on_edge(wall, corner.spot, 2 * region.tolerance) for wall in walls):
            continue
        way = next(way for way in LEVEL if corner.opens_to(way))
        found = _ray(region, corner, way, walls)
        if found is not None:
            cuts.append(found)
            walls.append(straight_side("cut", len(walls), *found))
    return cuts


Join = tuple[Corner, Corner]


def _joins(region: Region, inward: list[Corner], axis: int) -> list[Join]:
    """Pairs of inward corners in one line with nothing but the region between them."""
    found: list[Join] = []
    for i, one in enumerate(inward):
        for two in inward[i + 1 :]:
            if abs(one.spot[1 - axis] - two.spot[1 - axis]) > 2 * region.tolerance:
                continue
            a, b = sorted((one, two), key=lambda corner: corner.spot[axis])
            way = (1, 0) if axis == 0 else (0, 1)
            back = (-way[0], -way[1])
            if not a.opens_to(way) or not b.opens_to(back):
                continue
            hit = _nearest_hit(region, a, way, [])
            if hit is not None and abs(hit[0] - abs(b.spot[axis] - a.spot[axis])) <= 4 * region.tolerance:
                found.append((a, b))
    return found


def _largest_apart(level: list[Join], upright: list[Join], tolerance: float) -> list[Join]:
    """A largest set of joins that don't meet one another."""
    meets = [[j for j, other in enumerate(upright) if _meet(join, other, tolerance)] for join in level]
    partner_up: dict[int, int] = {}

    def grow(i: int, seen: set[int]) -> bool:
        for j in meets[i]:
            if j not in seen:
                seen.add(j)
                if j not in partner_up or grow(partner_up[j], seen):
                    partner_up[j] = i
                    return True
        return False

    for i in range(len(level)):
        grow(i, set())
    matched = {i: j for j, i in partner_up.items()}
    reached_level = {i for i in range(len(level)) if i not in matched}
    reached_up: set[int] = set()
    waiting = list(reached_level)
    while waiting:
        for j in meets[waiting.pop()]:
            if j not in reached_up:
                reached_up.add(j)
                if j in partner_up and partner_up[j] not in reached_level:
                    reached_level.add(partner_up[j])
                    waiting.append(partner_up[j])
    return [level[i] for i in sorted(reached_level)] + [
        other for j, other in enumerate(upright) if j not in reached_up
    ]


def _meet(level: Join, upright: Join, tolerance: float) -> bool:
    (ax, y), (bx, _) = level[0].spot, level[1].spot
    (x, cy), (_, dy) = upright[0].spot, upright[1].spot
    return ax - tolerance <= x <= bx + tolerance and cy - tolerance <= y <= dy + tolerance


def _ray(region: Region, corner: Corner, way: tuple[int, int], walls: Sequence[Edge]) -> Cut | None:
    hit = _nearest_hit(region, corner, way, walls)
    return None if hit is None else (corner.point, hit[1])


def _nearest_hit(
    region: Region, corner: Corner, way: tuple[int, int], walls: Sequence[Edge]
) -> tuple[float, Point] | None:
    """How far a ray from a corner goes before it meets the boundary or a wall, and where."""
    left, bottom, right, top = region.box
    reach = Real.of(round(2 * hypot(right - left, top - bottom)) + 1)
    start = corner.point
    end = (start[0] + reach * Real.of(way[0]), start[1] + reach * Real.of(way[1]))
    ray = straight_side("ray", 0, start, end)
    x, y = corner.spot
    best: tuple[float, Point] | None = None
    for edge in (*region.edges, *walls):
        for spot, point in _hits(ray, edge, region.tolerance):
            far = (spot[0] - x) * way[0] + (spot[1] - y) * way[1]
            if far > 4 * region.tolerance and (best is None or far < best[0] - region.tolerance):
                best = (far, point)
    return best


def _hits(ray: Edge, edge: Edge, tolerance: float) -> list[tuple[Spot, Point]]:
    ends = [(edge.a, edge.start), (edge.b, edge.end)]
    found = [(spot, point) for spot, point in ends if on_edge(ray, spot, tolerance)]
    if not found:
        for spot in meetings(ray, edge, tolerance):
            if on_edge(ray, spot, tolerance) and on_edge(edge, spot, tolerance):
                found.append((spot, vertex_point(Vertex(spot, None, (ray, edge)))))
    return found


def _unit(side: Edge) -> Spot:
    (ax, ay), (bx, by) = side.a, side.b
    size = hypot(bx - ax, by - ay)
    return (bx - ax) / size, (by - ay) / size


def _left(u: Spot, v: Spot) -> float:
    return u[0] * v[1] - u[1] * v[0]
