"""What a profile makes a solid of, as a picture that can be turned: led round a line, as broad as it is told, or a bed under a grid.

Everything is in floats and in the problem's unit: it is only looked at. Its slices are those of the profile's strips.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from itertools import pairwise
from math import cos, pi, sin, sqrt
from typing import Literal

from mensuration.drawing.space import P3, DrawnFace, Facet, SpaceDrawing

STEPS = 48  # of a full turn
MOST_SLICES = 40  # whose borders are drawn
FLAT = 1e-12


@dataclass(frozen=True)
class Station:
    """Where a slice is cut: the position, the top, the bottom, and how broad it is there."""

    at: float
    top: float
    bottom: float
    breadth: float = 1.0
    border: bool = True
    """Whether a slice ends here; other stations only make a curve round."""


@dataclass
class _Pen:
    measure: str
    faces: dict[tuple[str, bool], list[Facet]] = field(default_factory=dict)
    edges: list[tuple[P3, ...]] = field(default_factory=list)

    def facet(self, slice_: int, smooth: bool, ring: Sequence[P3]) -> None:
        """A flat bit, anticlockwise seen from outside; one that has shrunk to a line is none."""
        corners = tuple(dict.fromkeys(ring))
        if len(corners) > 2:
            entry = f"{self.measure}.strip {slice_ + 1}.part"
            self.faces.setdefault((entry, smooth), []).append(Facet((corners,)))

    def edge(self, *points: P3) -> None:
        if len(set(points)) > 1:
            self.edges.append(tuple(points))

    def drawn(self, name: str) -> SpaceDrawing | None:
        points = [p for facets in self.faces.values() for f in facets for ring in f.rings for p in ring]
        if not points:
            return None
        x, y, z = zip(*points, strict=True)
        faces = tuple(
            DrawnFace(entry, name, tuple(facets), smooth) for (entry, smooth), facets in self.faces.items()
        )
        bounds = (min(x), min(y), min(z)), (max(x), max(y), max(z))
        return SpaceDrawing(faces, tuple(dict.fromkeys(self.edges)), (), bounds)


def _slices(stations: Sequence[Station]) -> Iterator[tuple[int, Station, Station]]:
    """Neighbouring stations, with the slice between whose borders they lie."""
    number = -1
    for one, two in pairwise(stations):
        number += one.border
        yield max(number, 0), one, two


def _bordered(stations: Sequence[Station]) -> list[Station]:
    borders = [station for station in stations if station.border]
    step = max(1, len(borders) // MOST_SLICES)
    return [*borders[:-1:step], borders[-1]]


def spun_picture(
    stations: Sequence[Station], along: Literal["level", "upright"], at: float, name: str
) -> SpaceDrawing | None:
    """What the region sweeps: round a level line it lies, round an upright one it stands.

    >>> cone = [Station(0, 0, 0), Station(1, 1, 0)]
    >>> spun_picture(cone, "level", 0, "p").bounds[1][0]
    1.0
    """
    pen = _Pen("spun_volume")
    if along == "upright":
        _stand(pen, [*stations], at)
    else:
        _lie(pen, stations, at)
    return pen.drawn(name)


def _circle(centre: P3, radius: float, turned: Callable[[float, float], P3]) -> list[P3]:
    if radius < FLAT:
        return [centre] * (STEPS + 1)
    points = [
        turned(radius * cos(2 * pi * k / STEPS), radius * sin(2 * pi * k / STEPS)) for k in range(STEPS)
    ]
    return [*points, points[0]]


def _lie(pen: _Pen, stations: Sequence[Station], at: float) -> None:
    def radii(station: Station) -> tuple[float, float]:
        one, two = station.top - at, station.bottom - at
        far, near = max(abs(one), abs(two)), min(abs(one), abs(two))
        return far, near if one * two > 0 else 0.0

    def ring(x: float, radius: float) -> list[P3]:
        return _circle((x, 0.0, 0.0), radius, lambda a, b: (x, a, b))

    _turned(pen, [(station, *radii(station)) for station in stations], lambda s, r: ring(s.at, r))


def _turned(
    pen: _Pen, stations: Sequence[tuple[Station, float, float]], ring: Callable[[Station, float], list[P3]]
) -> None:
    """Rings from station to station, the outer ones and the inner ones, and both ends."""
    spots = {id(s): (ring(s, far), ring(s, near)) for s, far, near in stations}
    known = [s for s, _, _ in stations]
    for number, one, two in _slices(known):
        for side, inward in ((0, False), (1, True)):
            low, high = spots[id(one)][side], spots[id(two)][side]
            for (a, b), (d, c) in zip(pairwise(low), pairwise(high), strict=True):
                pen.facet(number, True, (a, d, c, b) if inward else (a, b, c, d))
    for station, outward in ((known[0], False), (known[-1], True)):
        far, near = spots[id(station)]
        number = 0 if not outward else sum(s.border for s in known) - 2
        for (a, b), (d, c) in zip(pairwise(far), pairwise(near), strict=True):
            pen.facet(number, False, (a, b, c, d) if outward else (a, d, c, b))
    for station in _bordered(known):
        for points in spots[id(station)]:
            pen.edge(*points)


def _stand(pen: _Pen, stations: list[Station], at: float) -> None:
    """Shells round an upright line: the top and the bottom are led round, and so are both ends."""
    if max(abs(s.at - at) for s in stations) < FLAT:
        return
    if stations[-1].at <= at:  # all of it lies on the left
        stations = [Station(2 * at - s.at, s.top, s.bottom, s.breadth, s.border) for s in reversed(stations)]

    def ring(station: Station, height: float) -> list[P3]:
        away = max(0.0, station.at - at)
        return _circle((0.0, 0.0, height), away, lambda a, b: (a, b, height))

    rings = {id(s): (ring(s, s.top), ring(s, s.bottom)) for s in stations}
    for number, one, two in _slices(stations):
        for side, up in ((0, True), (1, False)):
            inner, outer = rings[id(one)][side], rings[id(two)][side]
            for (a, b), (d, c) in zip(pairwise(inner), pairwise(outer), strict=True):
                pen.facet(number, True, (a, d, c, b) if up else (a, b, c, d))
    for station, outward in ((stations[0], False), (stations[-1], True)):
        top, bottom = rings[id(station)]
        number = 0 if not outward else sum(s.border for s in stations) - 2
        for (a, b), (d, c) in zip(pairwise(bottom), pairwise(top), strict=True):
            pen.facet(number, True, (a, b, c, d) if outward else (a, d, c, b))
    for station in _bordered(stations):
        for points in rings[id(station)]:
            pen.edge(*points)


def broad_picture(stations: Sequence[Station], measure: str, name: str) -> SpaceDrawing | None:
    """Slices as broad as is told at each station, half to each side of a middle line.

    >>> broad_picture([Station(0, 1, 0, 2), Station(1, 1, 0, 2)], "volume", "p").bounds
    ((0, -1.0, 0), (1, 1.0, 1))
    """
    pen = _Pen(measure)

    def corners(s: Station) -> tuple[P3, P3, P3, P3]:
        half = s.breadth / 2
        return (s.at, -half, s.bottom), (s.at, half, s.bottom), (s.at, half, s.top), (s.at, -half, s.top)

    for number, one, two in _slices(stations):
        (a, b, c, d), (e, f, g, h) = corners(one), corners(two)
        pen.facet(number, False, (a, e, h, d))  # towards the eye
        pen.facet(number, False, (b, c, g, f))
        for triangle in ((d, h, g), (d, g, c), (a, b, f), (a, f, e)):
            pen.facet(number, False, triangle)
        for start, end in ((d, h), (c, g), (a, e), (b, f)):
            pen.edge(start, end)
    known = list(stations)
    first, last = corners(known[0]), corners(known[-1])
    pen.facet(0, False, (first[0], first[3], first[2], first[1]))
    pen.facet(sum(s.border for s in known) - 2, False, last)
    for station in _bordered(known):
        ring = corners(station)
        pen.edge(*ring, ring[0])
    return pen.drawn(name)


def round_slices(stations: Sequence[Station], name: str) -> SpaceDrawing | None:
    """Slices of which only the area is known, drawn round: each station's ``top`` is its area.

    >>> round_slices([Station(0, 1, 0), Station(1, 1, 0)], "p").bounds[0][0]
    0
    """
    pen = _Pen("volume")
    radii = [(s, sqrt(max(0.0, s.top) / pi), 0.0) for s in stations]
    _turned(pen, radii, lambda s, r: _circle((s.at, 0.0, 0.0), r, lambda a, b: (s.at, a, b)))
    return pen.drawn(name)


def bed_picture(
    along: Sequence[float], across: Sequence[float], depths: Sequence[Sequence[float]], name: str
) -> SpaceDrawing | None:
    """What lies between a level surface and the bed under it, whose depths are told on a grid.

    >>> bed_picture([0, 1], [0, 1], [[1, 1], [1, 1]], "p").bounds[0][2]
    -1
    """
    pen = _Pen("volume")

    def bed(i: int, j: int) -> P3:
        return along[j], across[i], -depths[i][j]

    def surface(i: int, j: int) -> P3:
        return along[j], across[i], 0.0

    rows, columns = len(across), len(along)
    for i in range(rows - 1):
        for j in range(columns - 1):
            a, b, c, d = bed(i, j), bed(i, j + 1), bed(i + 1, j + 1), bed(i + 1, j)
            pen.facet(i, False, (a, c, b))
            pen.facet(i, False, (a, d, c))
            pen.facet(i, False, (surface(i, j), surface(i, j + 1), surface(i + 1, j + 1), surface(i + 1, j)))
        for j, turned in ((0, False), (columns - 1, True)):
            side = bed(i, j), surface(i, j), surface(i + 1, j), bed(i + 1, j)
            pen.facet(i, False, tuple(reversed(side)) if turned else side)
    for i, turned in ((0, True), (rows - 1, False)):
        for j in range(columns - 1):
            side = bed(i, j), surface(i, j), surface(i, j + 1), bed(i, j + 1)
            pen.facet(min(i, rows - 2), False, tuple(reversed(side)) if turned else side)
    for i in range(rows):
        pen.edge(*(bed(i, j) for j in range(columns)))
    for j in range(columns):
        pen.edge(*(bed(i, j) for i in range(rows)))
    for i in (0, rows - 1):
        pen.edge(surface(i, 0), surface(i, columns - 1))
        for j in (0, columns - 1):
            pen.edge(bed(i, j), surface(i, j))
    for j in (0, columns - 1):
        pen.edge(surface(0, j), surface(rows - 1, j))
    return pen.drawn(name)
