"""Round bodies as meshes: profiles led round an axis, by a full turn or a part of one, and ellipsoids."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import atan2, ceil, cos, pi, sin, tau

import numpy as np
from manifold3d import Manifold, triangulate

from mensuration.plane.edges import Point
from mensuration.solids.meshes.body import (
    BARELY,
    BENT,
    ROWS,
    STRAIGHT,
    Body,
    Corners,
    Points,
    offset,
    outline_of,
)
from mensuration.solids.turned import CUTS, Side

Spot = tuple[float, float]
ON_AXIS = "axis"
"""The name of what closes a profile along the axis: no face."""


@dataclass(frozen=True)
class _Loop:
    """A closed walk of points in the plane of the distance from the axis and of the height, and the face on which the stretch
    from each of them on lies; what lies along the axis comes last where there is one such stretch."""

    spots: list[Spot]
    names: list[str]

    @property
    def from_axis_to_axis(self) -> bool:
        return self.names.count(ON_AXIS) == 1 and self.names[-1] == ON_AXIS


def led_round(profile: Sequence[Side], turn: float | None, wanted: int | None) -> Body:
    """A profile led round the z-axis, by a part of a ``turn`` where it is told; a full turn in so many steps."""
    steps = wanted or (STRAIGHT if all(side.centre is None for side in profile) else BENT)
    size = max(max(abs(float(x)) for x in (*side.start, *side.end)) for side in profile)
    loops = list(_loops_of(profile, steps, BARELY * size))
    columns = steps if turn is None else max(2, ceil(turn * steps))
    points, triangles, faces, names = _led(loops, columns, turn, BARELY * size)
    farthest = max(r for loop in loops for r, _ in loop.spots)
    radii = [float(side.radius) for side in profile if side.radius is not None]
    off = farthest * (1 - cos(pi / steps)) + max(radii, default=0.0) * (1 - cos(pi / steps))
    skew = 2 * (pi / steps) ** 2 + (2 * off / min(radii) if radii else 0.0)
    found = Body(points, triangles, faces, names, off, skew)
    if turn is None and len(loops) == 1 and loops[0].from_axis_to_axis and _is_convex(loops[0].spots, size):
        return found
    return replace(found, thicker=_thicker(loops, steps, turn))


def _thicker(loops: Sequence[_Loop], steps: int, turn: float | None) -> Callable[[float, float], Manifold]:
    """How it is made thicker: the profile is, and where it is no full turn what lies between both cuts."""
    half = outline_of(*(loop.spots for loop in loops))
    whole = half + half.mirror((1.0, 0.0))
    levels = [z for loop in loops for _, z in loop.spots]
    low, high = min(levels), max(levels)

    def thicker(by: float, along: float) -> Manifold:
        if along:
            found = offset(whole, by).revolve(steps)
        else:  # what was made thinner by twice as much may be stretched by it
            section = offset(whole, 2 * by)
            _, bottom, _, top = section.bounds()
            scaled = section.translate((0.0, -bottom)).scale((1.0, (high - low) / (top - bottom)))
            found = scaled.translate((0.0, low)).revolve(steps)
        return found if turn is None else _wedge(found, turn, along)

    return thicker


def _wedge(whole: Manifold, turn: float, along: float) -> Manifold:
    """What of it lies from the first cut to the last, both moved outward."""
    last = (sin(turn * tau), -cos(turn * tau), 0.0)
    from_first = whole.trim_by_plane((0.0, 1.0, 0.0), -along)
    if turn <= 0.5:
        return from_first.trim_by_plane(last, -along)
    return from_first + whole.trim_by_plane(last, -along)


def _loops_of(profile: Sequence[Side], steps: int, barely: float) -> Iterator[_Loop]:
    """Its walks, each closed along the axis where it goes from there to there."""
    waiting = list(profile)
    while waiting:
        spots: list[Spot] = []
        names: list[str] = []
        start = _spot(waiting[0].start)
        end = start
        while (
            waiting and max(abs(a - b) for a, b in zip(_spot(waiting[0].start), end, strict=True)) <= barely
        ):
            side = waiting.pop(0)
            bit = list(_along(side, end, steps))
            on_axis = abs(end[0]) <= barely >= abs(bit[-1][0]) and side.centre is None
            spots += [end, *bit[:-1]]
            names += [ON_AXIS if on_axis else side.name] * len(bit)
            end = bit[-1]
        if max(abs(a - b) for a, b in zip(start, end, strict=True)) > barely:
            spots.append(end)
            names.append(ON_AXIS)
        if names.count(ON_AXIS) == 1:
            first = names.index(ON_AXIS) + 1
            spots, names = spots[first:] + spots[:first], names[first:] + names[:first]
        yield _Loop(spots, names)


def _spot(point: Point) -> Spot:
    return float(point[0]), float(point[1])


def _along(side: Side, start: Spot, steps: int) -> Iterator[Spot]:
    """Points along a side, the last at its end."""
    end = _spot(side.end)
    if side.centre is not None and side.radius is not None:
        yield from _on_arc(side, start, end, steps)
    else:
        (r, z), rows = start, 1 if steps < STRAIGHT else ROWS
        yield from ((r + (end[0] - r) * k / rows, z + (end[1] - z) * k / rows) for k in range(1, rows))
    yield end


def _on_arc(
    side: Side, start: tuple[float, float], end: tuple[float, float], steps: int
) -> Iterator[tuple[float, float]]:
    assert side.centre is not None and side.radius is not None
    x, y, radius = float(side.centre[0]), float(side.centre[1]), float(side.radius)
    one, two = (atan2(z - y, r - x) for r, z in (start, end))
    if not side.outer:
        one, two = (angle % tau for angle in (one, two))
    count = max(1, ceil(abs(two - one) / tau * steps - BARELY))
    for k in range(1, count):
        angle = one + (two - one) * k / count
        yield x + radius * cos(angle), y + radius * sin(angle)


def _is_convex(spots: Sequence[tuple[float, float]], size: float) -> bool:
    mirrored = [*spots, *((-r, z) for r, z in reversed(spots[1:-1]))]
    around = [*mirrored, mirrored[0], mirrored[1]]
    return all(
        (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) > -BARELY * size * size
        for a, b, c in zip(around, around[1:], around[2:], strict=False)
    )


def _led(
    loops: Sequence[_Loop], columns: int, turn: float | None, barely: float
) -> tuple[Points, Corners, Corners, tuple[str, ...]]:
    """Points on rings round the axis, one ring for each spot, the triangles between them, and both cuts where it is no full
    turn. On the axis there is one point."""
    turns = np.arange(columns + (turn is not None)) * (tau * (1.0 if turn is None else turn) / columns)
    names = [name for name in dict.fromkeys(n for loop in loops for n in loop.names) if name != ON_AXIS]
    if turn is not None:
        names += CUTS
    points, rings, count = [], [], 0
    for r, z in (spot for loop in loops for spot in loop.spots):
        here = turns[:1] if abs(r) <= barely else turns
        points.append(np.column_stack([r * np.cos(here), r * np.sin(here), np.full(len(here), z)]))
        rings.append(count + np.arange(len(here)) if len(here) > 1 else np.full(len(turns), count))
        count += len(here)
    triangles, faces, first = [], [], 0
    for loop in loops:
        own = rings[first : first + len(loop.spots)]
        first += len(loop.spots)
        for name, (low, high) in zip(loop.names, pairwise([*own, own[0]]), strict=True):
            if name != ON_AXIS:
                triangles.append(_ring(low, high, turn is None))
                faces.append(np.full(len(triangles[-1]), names.index(name)))
    if turn is not None:
        flat = np.array(triangulate([np.array(loop.spots) for loop in loops]), dtype=np.int64)
        for cut, place in ((flat, 0), (flat[:, ::-1], -1)):
            triangles.append(np.array([ring[place] for ring in rings])[cut])
            faces.append(np.full(len(cut), names.index(CUTS[place])))
    return np.concatenate(points), np.concatenate(triangles), np.concatenate(faces), tuple(names)


def _ring(low: Corners, high: Corners, closed: bool) -> Corners:
    """The triangles between two rings."""
    a, d = (low, high) if closed else (low[:-1], high[:-1])
    b, c = (np.roll(low, -1), np.roll(high, -1)) if closed else (low[1:], high[1:])
    pair = np.concatenate([np.column_stack([a, b, c]), np.column_stack([a, c, d])])
    real = (pair[:, 0] != pair[:, 1]) & (pair[:, 1] != pair[:, 2]) & (pair[:, 2] != pair[:, 0])
    found: Corners = pair[real]
    return found


def ellipsoid(a: float, b: float, c: float, wanted: int | None) -> Body:
    """An ellipsoid about the origin, by its half axes."""
    steps = wanted or BENT
    levels = [pi * k / (steps // 2) for k in range(steps // 2 + 1)]
    spots = [(sin(angle), -cos(angle)) for angle in levels]
    spots[0], spots[-1] = (0.0, -1.0), (0.0, 1.0)
    loop = _Loop(spots, ["surface"] * (len(spots) - 1) + [ON_AXIS])
    points, triangles, faces, names = _led([loop], steps, None, BARELY)
    off = 2 * max(a, b, c) * (1 - cos(pi / steps))
    skew = 2 * (pi / steps) ** 2 + 2 * off * max(a, b, c) / min(a, b, c) ** 2
    return Body(points * np.array([a, b, c]), triangles, faces, names, off, skew)
