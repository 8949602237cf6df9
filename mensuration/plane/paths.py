"""Curves as pieces of path for a drawing, and room for labels: plain numbers, lengths times a scale."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from math import atan2, degrees
from typing import Any

from mensuration.plane.edges import Box, Edge, Spot

LABEL_GRID = 5


def edge_segment(edge: Edge, scale: float) -> dict[str, Any]:
    """A whole edge as a piece of path."""
    start, end = [edge.a[0] * scale, edge.a[1] * scale], [edge.b[0] * scale, edge.b[1] * scale]
    if edge.straight:
        return {"kind": "line", "start": start, "end": end}
    return curve(edge, start, end, degrees(edge.angles[1]), scale)


def curve(edge: Edge, start: list[float], end: list[float], sweep: float, scale: float) -> dict[str, Any]:
    """A piece of an arc or an ellipse between two points; ``sweep`` in degrees."""
    piece = {
        "kind": "arc",
        "start": start,
        "end": end,
        "centre": [edge.c[0] * scale, edge.c[1] * scale],
        "radius": edge.r * scale,
        "sweep": sweep,
    }
    if edge.minor is None or edge.heading is None:
        return piece
    lean = degrees(atan2(float(edge.heading[1]), float(edge.heading[0])))
    return {**piece, "minor": float(edge.minor) * scale, "lean": lean}


def roomy_spot(
    box: Box, contains: Callable[[Spot], bool], border: Sequence[Spot], covered: Callable[[Spot], bool]
) -> Spot:
    """A spot inside, far from the border; one that is covered only if there is nothing better."""
    left, bottom, right, top = box
    best, room = ((left + right) / 2, (bottom + top) / 2), -1.0
    for i in range(1, LABEL_GRID):
        for j in range(1, LABEL_GRID):
            spot = (left + (right - left) * i / LABEL_GRID, bottom + (top - bottom) * j / LABEL_GRID)
            if not contains(spot):
                continue
            u, v = spot
            here = min([(u - x) * (u - x) + (v - y) * (v - y) for x, y in border])
            if covered(spot):
                here /= 1000
            if here > room * 1.02:
                best, room = spot, here
    return best
