"""Whether a spot lies inside a closed boundary, by counting crossings of a ray to the right."""

from __future__ import annotations

import itertools
from math import cos, floor, pi, sin, sqrt

from mensuration.plane.edges import Edge

# A piece of boundary that only rises or only falls: low y, high y, then the line (ax, ay, bx, by, 0)
# or the circle with the side of it that is meant (cx, cy, r, 0, ±1).
Piece = tuple[float, float, float, float, float, float, int]


def monotone(edges: tuple[Edge, ...]) -> list[Piece]:
    """The boundary cut into pieces that only rise or only fall."""
    pieces: list[Piece] = []
    for edge in edges:
        if edge.straight:
            (ax, ay), (bx, by) = edge.a, edge.b
            pieces.append((min(ay, by), max(ay, by), ax, ay, bx, by, 0))
            continue
        start, sweep = edge.angles
        low, high = (start, start + sweep) if sweep > 0 else (start + sweep, start)
        stops = [low]
        quarter = floor((low - pi / 2) / pi) + 1
        while pi / 2 + quarter * pi < high - 1e-15:
            stops.append(pi / 2 + quarter * pi)
            quarter += 1
        stops.append(high)
        (cx, cy), r = edge.c, edge.r
        for u, v in itertools.pairwise(stops):
            side = 1 if cos((u + v) / 2) > 0 else -1
            ends = sorted(_height(edge, angle) for angle in (u, v))
            pieces.append((ends[0], ends[1], cx, cy, r, 0.0, side))
    return pieces


def _height(edge: Edge, angle: float) -> float:
    """y on the arc; at the arc's ends exactly the end's own y, so that neighbours agree."""
    start, sweep = edge.angles
    if angle == start:
        return edge.a[1]
    if angle == start + sweep:
        return edge.b[1]
    return edge.c[1] + edge.r * sin(angle)


def crosses_inside(pieces: list[Piece], x: float, y: float) -> bool:
    """Whether a spot off the boundary lies inside, by counting crossings of a ray to the right."""
    inside = False
    for low, high, p, q, r, s, side in pieces:
        if not low <= y < high:
            continue
        at = p + side * sqrt(max(0.0, r * r - (y - q) * (y - q))) if side else p + (y - q) * (r - p) / (s - q)
        if at > x:
            inside = not inside
    return inside
