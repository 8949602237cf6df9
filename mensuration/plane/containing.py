"""Whether a spot lies inside a closed boundary, by counting crossings of a ray to the right."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from math import atan2, cos, floor, hypot, pi, sin, sqrt

import numpy as np

from mensuration.plane.edges import Bent, Edge, Spot

# A piece of boundary that only rises or only falls: low y, high y, then the line (ax, ay, bx, by, 0) or the
# ellipse with the side of it that is meant (cx, cy, half its height, how its middle leans, ± width by height).
# A circle is an ellipse that does not lean, as wide as high.
Monotone = tuple[float, float, float, float, float, float, float]


def monotone(edges: tuple[Edge, ...]) -> list[Monotone]:
    """The boundary cut into pieces that only rise or only fall."""
    pieces: list[Monotone] = []
    for edge in edges:
        if not isinstance(edge, Bent):
            (ax, ay), (bx, by) = edge.a, edge.b
            pieces.append((min(ay, by), max(ay, by), ax, ay, bx, by, 0.0))
            continue
        (ux, uy), (vx, vy) = edge.frame
        top, half = atan2(vy, uy), hypot(uy, vy)  # the angle of the highest point, half the height
        lean = (ux * cos(top) + vx * sin(top)) / half
        width = (vx * cos(top) - ux * sin(top)) / half
        start, sweep = edge.angles
        low, high = (start, start + sweep) if sweep > 0 else (start + sweep, start)
        stops = [low]
        turning = floor((low - top) / pi) + 1
        while top + turning * pi < high - 1e-15:
            stops.append(top + turning * pi)
            turning += 1
        stops.append(high)
        cx, cy = edge.c
        for u, v in itertools.pairwise(stops):
            side = width if sin((u + v) / 2 - top) > 0 else -width
            ends = sorted(_height(edge, angle) for angle in (u, v))
            pieces.append((ends[0], ends[1], cx, cy, half, lean, side))
    return pieces


def _height(edge: Bent, angle: float) -> float:
    """y on the arc; at the arc's ends exactly the end's own y, so that neighbours agree."""
    start, sweep = edge.angles
    if angle == start:
        return edge.a[1]
    if angle == start + sweep:
        return edge.b[1]
    return edge.at_angle(angle)[1]


def crosses_inside(pieces: list[Monotone], x: float, y: float) -> bool:
    """Whether a spot off the boundary lies inside, by counting crossings of a ray to the right."""
    inside = False
    for low, high, p, q, r, s, side in pieces:
        if not low <= y < high:
            continue
        if side:
            at = p + s * (y - q) + side * sqrt(max(0.0, r * r - (y - q) * (y - q)))
        else:
            at = p + (y - q) * (r - p) / (s - q)
        if at > x:
            inside = not inside
    return inside


FEW = 24  # spots, up to which they are looked at one by one


def crosses_inside_of_each(pieces: list[Monotone], spots: Sequence[Spot]) -> list[bool]:
    """The same for many spots at once."""
    if len(spots) <= FEW:
        return [crosses_inside(pieces, *spot) for spot in spots]
    x, y = np.array(spots).T
    inside = np.zeros(len(spots), dtype=bool)
    order = np.argsort(y, kind="stable")
    rising = y[order]
    for low, high, p, q, r, s, side in pieces:
        first, last = np.searchsorted(rising, (low, high))
        here = order[first:last]
        height = y[here] - q
        if side:
            at = p + s * height + side * np.sqrt(np.maximum(0.0, r * r - height * height))
        else:
            at = p + height * (r - p) / (s - q) if s != q else np.zeros(0)
        inside[here] ^= at > x[here]
    return inside.tolist()
