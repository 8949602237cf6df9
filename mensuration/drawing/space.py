"""A composite solid as a picture that can be turned: flat pieces of its surface in space, and the edges between them.

The web app projects them and finds out what is hidden; here is only what there is, in the teller's unit of length.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import cos, floor, log10, pi, sin

from mensuration.catalogue.figure import Ellipsoid, Raised, Solid
from mensuration.catalogue.own_body import OwnBody, OwnSpan
from mensuration.drawing.helping import HelpingTriangle, helping_triangles
from mensuration.drawing.paths import scale_of
from mensuration.drawing.rows import Followed, Rows, Wall, along_fragment
from mensuration.drawing.solid.bodies import point
from mensuration.expressions.algebras import in_floats
from mensuration.frozen import Frozen
from mensuration.plane.arrangement import Arrangement, Fragment
from mensuration.plane.edges import Edge, Spot
from mensuration.plane.regions import walks
from mensuration.solids import Joined, Piece
from mensuration.solids.edges.in_layers import turns
from mensuration.solids.enclosing import Enclosed
from mensuration.solids.raising import upright_span
from mensuration.solids.shares import FlatRegion
from mensuration.solids.slabs import Slab
from mensuration.solids.slicing import layers_of
from mensuration.solids.stacking import Stack
from mensuration.solids.standing import extents
from mensuration.telling import Teller

STEPS = 60  # in which a full turn is drawn
DIGITS = 7

P3 = tuple[float, float, float]
RowsOver = Callable[[Edge, Fragment, bool], Rows]


@dataclass(frozen=True)
class Facet(Frozen):
    """A flat bit of a face: rings of points, the outer one anticlockwise seen from outside."""

    rings: tuple[tuple[P3, ...], ...]


@dataclass(frozen=True)
class DrawnFace(Frozen):
    """A face, with the entry of the tally that it belongs to; ``smooth`` where its facets stand for a curved face."""

    entry: str
    piece: str
    facets: tuple[Facet, ...]
    smooth: bool


@dataclass(frozen=True)
class SpaceSpan(Frozen):
    """A dimension line in space: which measure of which piece it tells; ``beside`` where it stands off from the solid,
    else it lies within."""

    piece: str
    measure: str
    start: P3
    end: P3
    text: str
    beside: bool


@dataclass(frozen=True)
class SpaceDrawing(Frozen):
    """All faces on the surface, the edges at which they meet, from corner to corner, the measurements on it and the
    triangles that help to find some."""

    faces: tuple[DrawnFace, ...]
    edges: tuple[tuple[P3, ...], ...]
    spans: tuple[SpaceSpan, ...]
    bounds: tuple[P3, P3]
    helpers: tuple[HelpingTriangle, ...] = ()


def draw_solid(joined: Joined, entries: Mapping[tuple[int, str], str], teller: Teller) -> SpaceDrawing | None:
    """The picture of joined pieces; ``entries`` names the entry of each face, by its piece and own name. None where
    nothing is there."""
    reach = [value for p in joined.pieces for extent in extents(p.solution, p.frame) for value in extent]
    size = max((abs(float(value)) for value in reach), default=1.0) * scale_of(teller)
    pen = _Pen(entries, scale_of(teller), DIGITS - 1 - floor(log10(size)))
    for piece in {piece.name: piece for piece in reversed(joined.pieces)}.values():  # of copies the first
        pen.measure(piece, teller)
    for stack in joined.stacks:
        pen.stack(stack)
    for piece in joined.alone:
        pen.alone(piece)
    for group in joined.enclosed:
        pen.enclosed(group)
    return pen.drawn()


def rings_of(piece: Piece, stack: Stack | None, steps: int) -> list[tuple[tuple[P3, ...], ...]]:
    """The flat bits of a piece's surface in metres, each as rings of points, for a mesh: by itself, in its ``stack`` where it
    has layers."""
    size = max(abs(float(value)) for extent in extents(piece.solution, piece.frame) for value in extent)
    pen = _Pen({}, 1.0, DIGITS - 1 - floor(log10(size)), steps)
    if stack is None:
        pen.alone(piece)
    else:
        pen.stack(stack)
    return [facet.rings for facets in pen.faces.values() for facet in facets]


class _Pen:
    """``steps`` is into how many straight ones a full turn is drawn."""

    def __init__(
        self, entries: Mapping[tuple[int, str], str], scale: float, places: int, steps: int = STEPS
    ) -> None:
        self.entries, self.scale, self.places, self.steps = entries, scale, places, steps
        self.faces: dict[tuple[int, str, bool], list[Facet]] = {}
        self.names: dict[int, str] = {}
        self.edges: list[tuple[P3, ...]] = []
        self.spans: list[SpaceSpan] = []
        self.helpers: list[HelpingTriangle] = []

    def measure(self, piece: Piece, teller: Teller) -> None:
        """The dimension lines of what is given of a piece, and its helping triangles."""
        solution = piece.solution
        for triangle in helping_triangles(piece, teller):
            one, two, three = (self._short(corner) for corner in triangle.corners)
            self.helpers.append(replace(triangle, corners=(one, two, three)))
        solid = solution.figure
        assert isinstance(solid, Solid)
        for dimension in solid.dimensions:
            if dimension.measure in solution.given:
                start, end = (
                    self._placed(piece, point(solution.floats, xyz))
                    for xyz in (dimension.start, dimension.end)
                )
                text = teller.written(solution.values[dimension.measure]).text
                self.spans.append(
                    SpaceSpan(piece.name, dimension.measure, start, end, text, dimension.side != 0)
                )
        own: tuple[OwnSpan, ...] = ()
        if isinstance(solid.body, OwnBody):
            own = solid.body.spans(solution)
        elif isinstance(solid.body, Raised):
            name = solid.body.height
            base = layers_of(solution, 2)[0][0].at(solution.values[name].value)
            own = (upright_span(name, base, solution.floats[name]),)
        for span in own:
            if span.measure in solution.given:
                start, end = self._placed(piece, span.start), self._placed(piece, span.end)
                text = teller.written(solution.values[span.measure]).text
                self.spans.append(SpaceSpan(piece.name, span.measure, start, end, text, span.beside))

    def drawn(self) -> SpaceDrawing | None:
        points = [
            p for facets in self.faces.values() for facet in facets for ring in facet.rings for p in ring
        ]
        if not points:
            return None
        low, high = (tuple(pick(axis) for axis in zip(*points, strict=True)) for pick in (min, max))
        faces = (
            DrawnFace(self.entries.get((index, face), ""), self.names[index], tuple(facets), smooth)
            for (index, face, smooth), facets in self.faces.items()
        )
        return SpaceDrawing(
            tuple(faces),
            tuple(dict.fromkeys(self.edges)),
            tuple(self.spans),
            ((low[0], low[1], low[2]), (high[0], high[1], high[2])),
            tuple(self.helpers),
        )

    def _facet(self, piece: Piece, face: str, smooth: bool, *rings: Sequence[P3]) -> None:
        self.names[piece.index] = piece.name
        facets = self.faces.setdefault((piece.index, face, smooth), [])
        facets.append(Facet(tuple(tuple(ring) for ring in rings)))

    def _edge(self, points: Sequence[P3]) -> None:
        if len(set(points)) > 1:
            self.edges.append(min(tuple(points), tuple(points)[::-1]))

    def _at(self, axis: int, spot: Spot, level: float) -> P3:
        found = [0.0] * 3
        found[axis], found[(axis + 1) % 3], found[(axis + 2) % 3] = level, *spot
        return self._short(found)

    def _short(self, point: Sequence[float]) -> P3:
        """A point in the picture's unit, to so many places that what meets has the same numbers."""
        x, y, z = (round(value * self.scale, self.places) + 0.0 for value in point)
        return x, y, z

    # Stacks

    def stack(self, stack: Stack) -> None:
        for region in stack.flats:
            self._flat(stack, region)
        pieces = {piece.index: piece for piece in stack.pieces}
        below: set[tuple[int, str]] = set()
        for plane, rows_over in self._stretches(stack, pieces):
            border = [(f, stack.covers(f.left)) for f in plane.fragments if stack.wall_of(f) is not None]
            here = set()
            for loop in walks(border):
                for number, (fragment, forward) in enumerate(loop):
                    edge = stack.wall_of(fragment)
                    assert edge is not None
                    rows = rows_over(edge, fragment, forward)
                    self._wall(stack.axis, pieces[edge.part], edge, rows, (edge.part, edge.name) not in below)
                    here.add((edge.part, edge.name))
                    if turns(loop[number - 1], loop[number]) or (len(loop) == 1 and edge.straight):
                        self._edge([self._at(stack.axis, spots[0], level) for level, spots in rows])
            below = here

    def _stretches(self, stack: Stack, pieces: Mapping[int, Piece]) -> Iterator[tuple[Arrangement, RowsOver]]:
        """Levels between which sections lie to one another in one way: that way, and the rows of a fragment of their border."""
        for slab in stack.slabs:
            cut = stack.cut(slab)
            if cut is None:

                def rows(edge: Edge, fragment: Fragment, forward: bool, slab: Slab = slab) -> Rows:
                    return Wall(slab, pieces[edge.part], edge, fragment, forward, self.steps).rows()

                yield slab.between, rows
                continue
            for pattern, low, high in cut.stretches():
                yield pattern.plane, Followed(slab, pattern, low, high, self.steps).rows

    def _flat(self, stack: Stack, region: FlatRegion) -> None:
        border = [
            (f, region.counted(f.left))
            for f in region.plane.fragments
            if region.counted(f.left) != region.counted(f.right)
        ]
        if not border:
            return
        level, rings = float(region.level), []
        for loop in walks(border):
            ring: list[P3] = []
            for fragment, forward in loop:
                points = [
                    self._at(stack.axis, spot, level)
                    for spot in along_fragment(fragment, forward, self.steps)
                ]
                self._edge(points)
                ring += points[:-1]
            rings.append(ring if region.below else ring[::-1])
        piece = region.share.piece
        self._facet(piece, region.share.face, False, *rings)

    def _wall(self, axis: int, piece: Piece, edge: Edge, rows: Rows, ends_below: bool) -> None:
        placed = [[self._at(axis, spot, level) for spot in spots] for level, spots in rows]
        smooth = len(rows) > 2 or len(placed[0]) > 2
        if ends_below and not piece.lies_across(axis):  # there a round side only turns
            self._edge(placed[0])
        for low, high in pairwise(placed):
            for (a, b), (d, c) in zip(pairwise(low), pairwise(high), strict=True):
                ring = tuple(dict.fromkeys((a, b, c, d)))
                if len(ring) > 2:
                    self._facet(piece, edge.name, smooth, ring)

    # Pieces told between meshes

    def enclosed(self, group: Enclosed) -> None:
        """Every face in its flat bits, and the edges where two faces meet."""
        seen = group.picture(self.steps)
        points = [self._short(point) for point in seen.points]
        pieces = {piece.index: piece for piece in group.pieces}
        owners: dict[tuple[int, int], tuple[tuple[int, str], P3]] = {}
        flats: dict[tuple[int, str, P3], list[tuple[int, int, int]]] = {}
        for (a, b, c), named, up in zip(seen.triangles.tolist(), seen.named, seen.normals, strict=True):
            x, y, z = (round(float(value), 4) + 0.0 for value in up)
            owners |= dict.fromkeys(((a, b), (b, c), (c, a)), (named, (x, y, z)))
            flats.setdefault((*named, (x, y, z)), []).append((a, b, c))
        smooth = {named for named, several in _counted(key[:2] for key in flats).items() if several > 1}
        for (index, face, _), triangles in flats.items():
            for rings in _rings(triangles):
                self._facet(
                    pieces[index],
                    face,
                    (index, face) in smooth,
                    *([points[i] for i in ring] for ring in rings),
                )
        for (a, b), (named, up) in owners.items():
            other, way = owners.get((b, a), ((-1, ""), up))
            if (
                a < b and other != named and (other[0] == named[0] or way != up)
            ):  # flush faces have no edge between them
                self._edge([points[a], points[b]])

    # Bodies without layers

    def alone(self, piece: Piece) -> None:
        """An ellipsoid, from its parametric form, about its own axis."""
        surface, steps = _ellipsoid(piece), self.steps
        grid = [
            [
                self._placed(piece, surface(2 * pi * (i % steps) / steps, j / (steps // 2)))
                for i in range(steps + 1)
            ]
            for j in range(steps // 2 + 1)
        ]
        for low, high in pairwise(grid):
            for (a, b), (d, c) in zip(pairwise(low), pairwise(high), strict=True):
                ring = tuple(dict.fromkeys((a, b, c, d)))
                if len(ring) > 2:
                    self._facet(piece, "surface", True, ring)

    def _placed(self, piece: Piece, own: P3) -> P3:
        found = [0.0] * 3
        for value, (axis, sign) in zip(own, piece.frame.axes, strict=True):
            found[axis] = sign * value
        return self._short([value + float(at) for value, at in zip(found, piece.frame.at, strict=True)])


def _counted(keys: Iterable[tuple[int, str]]) -> dict[tuple[int, str], int]:
    found: dict[tuple[int, str], int] = {}
    for key in keys:
        found[key] = found.get(key, 0) + 1
    return found


def _rings(triangles: Sequence[tuple[int, int, int]]) -> Iterator[list[list[int]]]:
    """What triangles of one plane cover, bit by bit: the ring round each, and those round its holes."""
    ahead = {(a, b) for one, two, three in triangles for a, b in ((one, two), (two, three), (three, one))}
    border: dict[int, list[int]] = {}
    for a, b in ahead:
        if (b, a) not in ahead:
            border.setdefault(a, []).append(b)
    if any(len(ends) > 1 for ends in border.values()):  # bits that touch at a corner
        yield from ([list(triangle)] for triangle in triangles)
        return
    loops: list[list[int]] = []
    while border:
        here = first = next(iter(border))
        loop = []
        while True:
            loop.append(here)
            (here,) = border.pop(here)
            if here == first:
                break
        loops.append(loop)
    if len(loops) == 1:
        yield loops
    else:  # which hole is in which bit is not asked: what has several rings is drawn triangle by triangle
        yield from ([list(triangle)] for triangle in triangles)


def _ellipsoid(piece: Piece) -> Callable[[float, float], P3]:
    """Its surface by an angle about the axis and a share from bottom to top."""
    solid, values = piece.solution.figure, piece.solution.floats
    assert isinstance(solid, Solid) and isinstance(solid.body, Ellipsoid)
    a, b, c = (in_floats(text, values) for text in (solid.body.a, solid.body.b, solid.body.c))
    return lambda t, s: (a * cos(t) * sin(pi * s), b * sin(t) * sin(pi * s), -c * cos(pi * s))
