"""What pieces that cut one another anyhow come to between two levels: volumes and areas as enclosures, so with proven digits.

The sections are followed from level to level (:mod:`mensuration.solids.crossings`). Where it is certain how they lie, areas (by
Green's theorem) and lengths of edges times how steep their faces are, are integrated as power series with their remainders;
where it is not, in ever smaller intervals about the levels at which something begins to meet, they lie between nothing and all.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from fractions import Fraction
from functools import cached_property
from math import atan2, pi

from flint import arb, ctx

from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.proof import PRECISIONS, precision
from mensuration.plane.arrangement import Fragment
from mensuration.plane.composing import PARTLY, relation_to
from mensuration.plane.edges import Arc, Edge, Line, Point
from mensuration.plane.geometry import cross, dot, minus
from mensuration.plane.measuring import Covers
from mensuration.solids.crossings import Edges, Following, Key, Pattern, fragment_key, sections
from mensuration.solids.layers import Layer
from mensuration.solids.pieces import Piece
from mensuration.solids.slabs import CutOtherwise, Slab, roughly
from mensuration.solids.varying import (
    Antiderivative,
    Unsure,
    Varying,
    integral,
    parameter,
    ranged,
    slope_of,
    without_slope,
)

BITS, TERMS = 96, 20
SMALL = 2.0**-42  # of a slab's size: what an interval may leave out
FINE, COARSE = 2.0**-28, 2.0**-20
"""Of a slab's height: the shortest interval, at first and once much has been tried. Volumes are uncertain by its square."""
LEAST_LOOKED_AT = Fraction(1, 2**28)  # nearer to one another, floats can't tell how edges lie
ASIDE = Fraction(3, 8)  # of an interval, from its lower end
SHORT = 2**8
WORTH_IT = 1e-6  # how much of a volume may be uncertain for it to be told
NEVER = 150  # times it was tried for nothing
BARELY = 1e-9
WallOf = Callable[[Fragment], Edge | None]


@dataclass
class Effort:
    """How much may yet be tried, of so ``much``: some 3 ms each."""

    much: int = 2500
    used: float = 0.0

    @property
    def finest(self) -> float:
        return FINE if self.used < self.much / 2 else COARSE

    @property
    def spent(self) -> bool:
        return self.used > self.much


@dataclass
class Share:
    """What fragments of one kind come to: by Green's theorem to the volume on their left, and to the area over them."""

    fragment: Fragment
    volume: arb = field(default_factory=lambda: arb(0))
    area: arb = field(default_factory=lambda: arb(0))


@dataclass(frozen=True)
class Cell:
    """An interval of levels over which it is certain how sections lie: ``upward`` from the slab's low end or downward from
    its high one, from ``low`` to ``high`` of the parameter; what its fragments do to volumes."""

    upward: bool
    low: Fraction
    high: Fraction
    pattern: Pattern
    volumes: tuple[tuple[Fragment, Real], ...]


@dataclass(frozen=True)
class Gap:
    """A short interval of levels, told as a cell is, over which it is not certain how sections lie; how high it is, and how
    much of the plane the sections' edges sweep over it at most."""

    upward: bool
    low: Fraction
    high: Fraction
    beside: Cell | None
    height: arb
    swept: arb


class Cut:
    """A slab in which pieces cut one another in a way that has no exact form here. CutOtherwise where too little is certain."""

    def __init__(self, slab: Slab, widest: float, effort: Effort) -> None:
        self.slab, self._effort = slab, effort
        self.widest = arb(widest)
        """An area that no section is larger than."""
        self.shares: dict[tuple[object, ...], Share] = {}
        self.cells: list[Cell] = []
        self.uncertain: list[tuple[bool, Fraction, Fraction]] = []
        self._following = Following(slab)
        self._tried = 0
        with precision(BITS):
            before = ctx.cap
            ctx.cap = TERMS
            try:
                for upward in (True, False):
                    self._half(upward)
            finally:
                ctx.cap = before
            self.cells.sort(key=lambda cell: float(self._level(cell.upward, (cell.low + cell.high) / 2)))
            self.gaps = [self._gap(*each) for each in self._merged()]
            whole = self._in_all(lambda mask: mask != 0)
            if not whole.rad() <= abs(whole.mid()) * WORTH_IT:
                raise CutOtherwise(*(piece.name for piece, _ in slab.present))

    # Levels: low + h u² upward, high - h u² downward, h half the slab's height, so that what begins as a square root is even

    @cached_property
    def _half_height(self) -> Real:
        return (self.slab.high - self.slab.low) / Real.of(2)

    def _level(self, upward: bool, u: Fraction | Real) -> Real:
        if isinstance(u, Fraction) and not u:
            return self.slab.low if upward else self.slab.high
        share = Real.of(u * u) if isinstance(u, Fraction) else u * u
        way = self._half_height * share
        level = self.slab.low + way if upward else self.slab.high - way
        return roughly(level) if isinstance(u, Fraction) else level

    def _half(self, upward: bool) -> None:
        """Every stretch of levels is told from its middle up and down, with what is seen there, in steps as long as can be told,
        until what is seen changes; what is left over at both ends is a stretch again, unless it is too small to matter."""
        waiting = [(Fraction(0), Fraction(1))]
        while waiting:
            low, high = waiting.pop()
            middle = (low + high) / 2
            if self._is_small(low, high) or self._effort.spent:
                self.uncertain.append((upward, low, high))
                continue
            pattern = Pattern(self.slab, self.slab.plane(self._level(upward, middle)))
            below, above = (self._march(upward, pattern, middle, end) for end in (low, high))
            if below == middle == above:  # something meets just there
                if high - low <= LEAST_LOOKED_AT:
                    self.uncertain.append((upward, low, high))
                    continue
                below = above = low + (high - low) * ASIDE
            waiting += [(a, b) for a, b in ((low, below), (above, high)) if a < b]

    def _is_small(self, low: Fraction, high: Fraction) -> bool:
        """Whether an interval is so short that it may stay uncertain, for the height and for the parameter, by whose square root
        areas may grow."""
        finest = self._effort.finest
        return float(high * high - low * low) <= finest and float(high - low) <= finest**0.85

    def _march(self, upward: bool, pattern: Pattern, start: Fraction, end: Fraction) -> Fraction:
        """How far towards an end it can be told with a pattern."""
        here, step, untroubled = start, abs(end - start), 1
        while here != end and not self._effort.spent:
            step = min(step, abs(end - here))
            there = here + (step if end > start else -step)
            low, high = sorted((here, there))
            self._tried += 1
            self._effort.used += pattern.toil
            if self._tried > NEVER and not self.cells:
                raise CutOtherwise
            try:
                self._add(upward, low, high, pattern)
            except Unsure:
                step, untroubled = step / 2, 0
                if self._is_small(low, high) or (here == start and step * SHORT < abs(end - start)):
                    break
                continue
            here = there
            step = step * 2 if untroubled > 1 else step if untroubled else step / 2
            untroubled += 1
        return here

    def _add(self, upward: bool, low: Fraction, high: Fraction, pattern: Pattern) -> None:
        level = self._level(upward, parameter(_ball((low + high) / 2), _ball((high - low) / 2)))
        rise = slope_of(level)
        if not upward:
            rise = -rise
        moving = sections(self.slab, level)
        edges = {key: _still(edge) for key, edge in moving.items()}
        points = self._following.held(pattern, edges)
        told = _Told(self._following, edges, moving, points, rise, self.slab.pi)
        found = []
        for fragment, green, wall in told.fragments(pattern):
            volume = integral(green * rise)
            area = integral(wall)
            size = float(self.widest) * float(self.slab.high - self.slab.low)
            if not (float(volume.rad()) <= SMALL * size and area.rad() <= SMALL * (1 + abs(area.mid()))):
                raise Unsure
            found.append((fragment, green * rise, volume, area))
        for fragment, _, volume, area in found:
            share = self.shares.setdefault(fragment_key(fragment), Share(fragment))
            share.volume += volume
            share.area += area
        volumes = tuple((fragment, green) for fragment, green, _, _ in found)
        self.cells.append(Cell(upward, low, high, pattern, volumes))

    # What is left over between: its sections are like those beside it, but for what edges sweep over meanwhile

    def _merged(self) -> list[tuple[bool, Fraction, Fraction]]:
        found: list[tuple[bool, Fraction, Fraction]] = []
        for upward, low, high in sorted(self.uncertain):
            if found and found[-1][0] == upward and found[-1][2] == low:
                found[-1] = upward, found[-1][1], high
            else:
                found.append((upward, low, high))
        return found

    def _gap(self, upward: bool, low: Fraction, high: Fraction) -> Gap:
        beside = next(
            (cell for cell in self.cells if cell.upward == upward and (cell.low == high or cell.high == low)),
            None,
        )
        ends = self._between(upward, low, high)
        swept = arb(0)
        for _, layer in self.slab.present:
            for place in range(len(layer.at(self.slab.middle))) if not layer.constant else ():
                swept += _wall_over(layer, place, ends)
        height = self._half_height.ball() * _ball(high * high - low * low)
        return Gap(upward, low, high, beside, height, swept)

    def _between(self, upward: bool, low: Fraction, high: Fraction) -> list[Real]:
        """From which level to which an interval goes."""
        return sorted((self._level(upward, low), self._level(upward, high)), key=float)

    def _in_gap(self, gap: Gap, covers: Covers) -> arb:
        """The volume of what is covered in it."""
        cell = gap.beside
        if cell is None:
            return gap.height * self.widest * arb(0.5, 0.5)
        end = gap.high if cell.low == gap.high else gap.low
        t = arb(-1 if cell.low == gap.high else 1)
        rise = self._half_height.ball() * _ball(end * (cell.high - cell.low))
        area = _Area(self, cell, covers).at(t) / rise
        return gap.height * (area + gap.swept * arb(0, 1))

    # What is asked

    @cached_property
    def patterns(self) -> list[Pattern]:
        """How sections lie to one another, from level to level, lowest first."""
        return list(dict.fromkeys(cell.pattern for cell in self.cells))

    def stretches(self) -> list[tuple[Pattern, Real, Real]]:
        """Each pattern with the levels between which it is seen, lowest first."""
        found = []
        for pattern in self.patterns:
            cells = [cell for cell in self.cells if cell.pattern is pattern]
            ends = [self._level(cell.upward, u) for cell in cells for u in (cell.low, cell.high)]
            found.append((pattern, min(ends, key=float), max(ends, key=float)))
        return found

    def relation(self, piece: Piece, before: Covers) -> str:
        """How a piece lies here to what is covered before it."""
        found = {relation_to(each.plane.masks(), 1 << piece.index, before) for each in self.patterns}
        return found.pop() if len(found) == 1 else PARTLY

    def volume(self, covers: Covers, low: Real | None = None, high: Real | None = None) -> Real:
        """The volume of what is covered, in all or between two levels."""
        whole = low is None or high is None or (low.same_as(self.slab.low) and high.same_as(self.slab.high))
        with precision(BITS):
            total = self._in_all(covers) if whole else self._part(covers, low, high)  # type: ignore[arg-type]
        return Real(None, lambda: total)

    def _in_all(self, covers: Covers) -> arb:
        total = arb(0)
        for share in self.shares.values():
            left, right = covers(share.fragment.left), covers(share.fragment.right)
            if left != right:
                total += share.volume if left else -share.volume
        return sum((self._in_gap(gap, covers) for gap in self.gaps), total)

    def between(self, low: Real, high: Real) -> Cut:
        """The same between two of its levels."""
        if low.same_as(self.slab.low) and high.same_as(self.slab.high):
            return self
        return Cut(replace(self.slab, low=low, high=high), float(self.widest), Effort())

    def walls(self, wall_of: WallOf) -> Iterator[tuple[Edge, bool, Real]]:
        """Every edge of the sections: whether all of it bounds the solid, and the area over it that does."""
        layers = {piece.index: layer for piece, layer in self.slab.present}
        bounding: dict[Key, set[bool]] = {}
        for share in self.shares.values():
            wall = wall_of(share.fragment)
            for owner in share.fragment.owners:
                bounding.setdefault((owner.edge.part, owner.edge.index), set()).add(owner.edge is wall)
        for key, edge in self.patterns[0].edges.items():
            found, layer = bounding.get(key, {False}), layers[edge.part]
            if found == {True}:
                yield edge, True, layer.wall(edge.index, self.slab.low, self.slab.high)
            elif True not in found:
                yield edge, False, NOUGHT
            else:
                yield edge, False, self._area(key, wall_of, layer)

    def _area(self, key: Key, wall_of: WallOf, layer: Layer) -> Real:
        with precision(BITS):
            total = arb(0)
            for share in self.shares.values():
                edge = wall_of(share.fragment)
                if edge is not None and (edge.part, edge.index) == key:
                    total += share.area
            for gap in self.gaps:
                ends = self._between(gap.upward, gap.low, gap.high)
                total += _wall_over(layer, key[1], ends) * arb(0.5, 0.5)
        if not total.is_finite():
            raise CutOtherwise
        return Real(None, lambda: total)

    def _part(self, covers: Covers, low: Real, high: Real) -> arb:
        """The volume between two levels: that of the intervals between them, and what they cut off at the ends."""
        if covers not in self._areas:
            self._areas[covers] = [_Area(self, cell, covers) for cell in self.cells]
        areas = (area.between(low, high) for area in self._areas[covers])
        return sum(areas, arb(0)) + sum(
            (self._in_part_of(gap, covers, low, high) for gap in self.gaps), arb(0)
        )

    def _in_part_of(self, gap: Gap, covers: Covers, low: Real, high: Real) -> arb:
        """The volume of what of a gap lies between two levels: all of it, nothing, or what is between."""
        start, end = (float(level) for level in self._between(gap.upward, gap.low, gap.high))
        if float(low) < start and end < float(high):
            return self._in_gap(gap, covers)
        if end < float(low) or float(high) < start:
            return arb(0)
        return self._in_gap(gap, covers) * arb(0.5, 0.5)

    @cached_property
    def _areas(self) -> dict[Covers, list[_Area]]:
        return {}

    def share(self, cell: Cell, level: Real) -> arb:
        """Where a level lies in an interval by its parameter, from -1 to 1; the end where it lies beyond."""
        away = level - self.slab.low if cell.upward else self.slab.high - level
        u = (away / self._half_height).ball().nonnegative_part().sqrt()
        share = (u - _ball((cell.low + cell.high) / 2)) / _ball((cell.high - cell.low) / 2)
        return share.max(arb(-1)).min(arb(1))

    def ends(self, cell: Cell) -> tuple[float, float]:
        """From which level to which an interval goes, in floats."""
        low, high = sorted(float(self._level(cell.upward, u)) for u in (cell.low, cell.high))
        return low, high


def _wall_over(layer: Layer, place: int, ends: list[Real]) -> arb:
    """The area of a wall between two levels that are close to one another."""
    for bits in PRECISIONS:
        with precision(bits):
            whole = layer.wall(place, *ends).ball()
        if whole.is_finite():
            break
    return whole


class _Area:
    """The area of what is covered, over an interval of levels."""

    def __init__(self, cut: Cut, cell: Cell, covers: Covers) -> None:
        self._cut, self._cell, self._ends = cut, cell, cut.ends(cell)
        sizes = []
        for fragment, green in cell.volumes:
            left, right = covers(fragment.left), covers(fragment.right)
            if left != right:
                sizes.append(green if left else -green)
        self._sum = Antiderivative(sizes)
        self._whole = self._sum.between(arb(-1), arb(1))

    def at(self, t: arb) -> arb:
        """The area where the parameter is t, from -1 to 1, times how fast the level rises with it."""
        return self._sum.value(t)

    def between(self, low: Real, high: Real) -> arb:
        """The volume of what of it lies between two levels."""
        (start, end), room = self._ends, BARELY * (self._ends[1] - self._ends[0])
        if end <= float(low) - room or float(high) + room <= start:
            return arb(0)
        if float(low) <= start - room and end + room <= float(high):
            return self._whole
        shares = [self._cut.share(self._cell, level) for level in (low, high)]
        return self._sum.between(*(shares if self._cell.upward else shares[::-1]))


@dataclass(frozen=True, eq=False)
class _Told:
    """Fragments all over an interval."""

    following: Following
    edges: Edges
    moving: Edges
    points: Mapping[int, Point]
    rise: Real
    pi: Real

    def fragments(self, pattern: Pattern) -> list[tuple[Fragment, Real, Real]]:
        """Each with what it adds to the area on its left, and to the area over it, by the parameter."""
        found = []
        turned: dict[Key, float] = {}
        for fragment in pattern.plane.fragments:
            tail, head = self.points[fragment.tail], self.points[fragment.head]
            edge = self.edges[fragment.edge.part, fragment.edge.index]
            if isinstance(edge, Line):
                found.append((fragment, *self._line(edge, tail, head)))
            elif isinstance(edge, Arc):
                whole = fragment.tail == fragment.head
                green, wall, angle = self._arc(edge, tail, head, whole)
                found.append((fragment, green, wall))
                key = edge.part, edge.index
                turned[key] = turned.get(key, 0.0) + angle
            else:
                raise CutOtherwise
        for key, angle in turned.items():
            edge = self.edges[key]
            assert isinstance(edge, Arc)
            if (
                len([f for f in pattern.plane.fragments if f.edge is pattern.edges[key]])
                == len(
                    [
                        f
                        for f in pattern.plane.fragments
                        if any(o.edge is pattern.edges[key] for o in f.owners)
                    ]
                )
                and abs(angle - abs(float(edge.sweep)) * 2 * pi) > 1e-3
            ):
                raise Unsure
        return found

    def _line(self, edge: Line, tail: Point, head: Point) -> tuple[Real, Real]:
        key = edge.part, edge.index
        carrier = self.following.carrying({key: edge})[key]
        along = minus(carrier.end, carrier.start)
        square = dot(along, along)
        reach = dot(minus(head, tail), along)
        if float(dot(minus(edge.end, edge.start), along)) < 0:
            reach = -reach
        if not ranged(reach) > 0:
            raise Unsure
        x, y = (slope_of(value) for value in self.moving[key].start)
        drift = cross(along, (x, y))
        wall = (self.rise * self.rise + drift * drift / square).sqrt() * reach / square.sqrt()
        return cross(tail, head) / Real.of(2), wall

    def _arc(self, edge: Arc, tail: Point, head: Point, whole: bool) -> tuple[Real, Real, float]:
        if not self.following.rests((edge.part, edge.index)):
            raise CutOtherwise
        square = edge.radius * edge.radius
        anticlockwise = float(edge.sweep) > 0
        two = Real.of(2)
        green = cross(tail, head) / two
        if whole:
            counted = two * self.pi
            bulge = counted
            angle = 2 * pi
        else:
            u, v = minus(tail, edge.centre), minus(head, edge.centre)
            if not anticlockwise:
                u, v = v, u
            rough = (atan2(float(v[1]), float(v[0])) - atan2(float(u[1]), float(u[0]))) % (2 * pi)
            turned, sine = _angle(u, v, square, rough)
            angle = rough
            if not (ranged(turned) > 0 and ranged(turned) < 2 * arb.pi()):
                raise Unsure
            counted = turned * self.pi / _PI
            bulge = counted - sine
        share = square * bulge / two
        moving = self.moving[edge.part, edge.index]
        assert isinstance(moving, Arc)
        slope = slope_of(moving.radius * moving.radius) / two
        radial = (square * self.rise * self.rise + slope * slope).sqrt()
        return green + (share if anticlockwise else -share), counted * radial, angle


_PI = Real(None, arb.pi)


def _angle(u: Point, v: Point, square: Real, rough: float) -> tuple[Real, Real]:
    """The angle from one vector of a circle to another, near a rough one, and its sine."""
    sine, cosine = cross(u, v) / square, dot(u, v) / square
    near = arb(rough)
    s, c = Real(None, near.sin), Real(None, near.cos)
    off_sine, off_cosine = sine * c - cosine * s, cosine * c + sine * s
    if not ranged(off_cosine) > 0:
        raise Unsure
    tangent = off_sine / off_cosine
    off = tangent.arctan() if isinstance(tangent, Varying) else tangent.through(lambda ball: ball.atan())
    return off + Real(None, lambda: arb(rough)), sine


def _still(edge: Edge) -> Edge:
    """The same edge, without how fast it moves."""
    (a, b), (c, d) = edge.start, edge.end
    still = replace(
        edge, start=(without_slope(a), without_slope(b)), end=(without_slope(c), without_slope(d))
    )
    if isinstance(still, Arc):
        x, y = still.centre
        centre = without_slope(x), without_slope(y)
        return replace(still, centre=centre, radius=without_slope(still.radius))
    return still


def _ball(value: Fraction) -> arb:
    return arb(value.numerator) / value.denominator
