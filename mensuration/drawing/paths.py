"""Curves as pieces of path for a picture, and room for labels: plain numbers, lengths times a scale."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from math import atan2, cos, degrees, radians, sin

import numpy as np
from numpy.typing import NDArray

from mensuration.pictures import Segment, Spot
from mensuration.plane.edges import Bent, Box, Edge, EllipseArc
from mensuration.telling import Teller

LABEL_GRID = 5
CLEARLY_MORE = 1.01


def scale_of(teller: Teller) -> float:
    """How many of the picture's units a base unit is."""
    return 1 / float(teller.unit.size(teller.pi))


def scaled(spot: Spot, scale: float) -> Spot:
    return spot[0] * scale, spot[1] * scale


def edge_segment(edge: Edge, scale: float) -> Segment:
    """A whole edge as a piece of path."""
    start, end = scaled(edge.a, scale), scaled(edge.b, scale)
    if not isinstance(edge, Bent):
        return Segment("line", start, end)
    return curve(edge, start, end, degrees(edge.angles[1]), scale)


def curve(edge: Bent, start: Spot, end: Spot, sweep: float, scale: float) -> Segment:
    """A piece of an arc or an ellipse between two points; ``sweep`` in degrees."""
    centre, (one, other) = scaled(edge.c, scale), (float(half) * scale for half in edge.halves)
    if not isinstance(edge, EllipseArc):
        return Segment("arc", start, end, centre, one, sweep)
    lean = degrees(atan2(float(edge.heading[1]), float(edge.heading[0])))
    return Segment("arc", start, end, centre, one, sweep, other, lean)


def turned_spot(spot: Spot, turn: float) -> Spot:
    """A spot turned about the origin by so many degrees."""
    c, s = cos(radians(turn)), sin(radians(turn))
    return (spot[0] * c - spot[1] * s, spot[0] * s + spot[1] * c) if turn else spot


def turned_segment(segment: Segment, turn: float) -> Segment:
    """A segment turned about the origin by so many degrees."""
    return replace(
        segment,
        start=turned_spot(segment.start, turn),
        end=turned_spot(segment.end, turn),
        centre=None if segment.centre is None else turned_spot(segment.centre, turn),
        lean=None if segment.lean is None else segment.lean + turn,
    )


def roomy_spot(
    box: Box, contains: Callable[[Spot], bool], border: Sequence[Spot], covered: Callable[[Spot], bool]
) -> Spot:
    """A spot inside, far from the border; one that is covered only if there is nothing better."""
    left, bottom, right, top = box
    steps = [step / LABEL_GRID for step in range(1, LABEL_GRID)]
    spots = [(left + (right - left) * s, bottom + (top - bottom) * t) for s in steps for t in steps]
    rooms = np.abs(_complex(spots)[:, None] - _complex(border)).min(axis=1).tolist()
    best, most = ((left + right) / 2, (bottom + top) / 2), -1.0
    for spot, room in zip(spots, rooms, strict=True):
        if room <= most * CLEARLY_MORE or not contains(spot):
            continue
        if covered(spot):
            room /= 1000
        if room > most * CLEARLY_MORE:
            best, most = spot, room
    return best


def _complex(spots: Sequence[Spot]) -> NDArray[np.complex128]:
    return np.array(spots).view(np.complex128)[:, 0]
