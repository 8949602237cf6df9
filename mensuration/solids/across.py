"""Balls, cylinders and what else is round and upright or spherical, in layers across their own axis.

At a distance t from the axis a profile that lies d from it is seen √(d² - t²) to both sides: an upright side as two straight
edges, a part of a sphere as an arc of a smaller circle, a level face as an edge from side to side.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import pairwise

from mensuration.expressions import arc_sine
from mensuration.numbers import NOUGHT, UNIT, Real
from mensuration.plane.edges import Arc, Edge, Point
from mensuration.plane.regions import straight_side
from mensuration.solids.layers import FOUR, HALF, THREE, TWO, CannotBeSliced, Flat, Layer, Section, distinct
from mensuration.solids.turned import Side

QUARTER_TURN = UNIT / FOUR
Primitive = Callable[[Real], Real]
"""An integral over the distance t from the axis, from 0 on."""


def layers_across(profile: Sequence[Side], pi: Real, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
    """The layers of a body led round the z-axis along its own x (``axis`` 0) or y (1), lowest first; it has no faces
    across them. CannotBeSliced where a side slopes, as of a cone, or bulges round a circle that is not about the axis."""
    if not all(side.level or side.upright or _is_spherical(side) for side in profile):
        raise CannotBeSliced
    far = [end[0] for side in profile for end in (side.start, side.end)]
    far += [each for side in profile for each in side.farthest]
    radii = [radius for radius in distinct(far) if radius.sign() > 0]
    levels = [*(-radius for radius in reversed(radii)), *radii]
    layers = []
    for low, high in pairwise(levels):
        near = NOUGHT if low.sign() < 0 < high.sign() else low if low.sign() > 0 else -high
        out = [side for side in profile if _farthest(side) > near]
        layers.append(_Across(tuple(out), near, pi, axis).layer(low, high))
    return tuple(layers), ()


def _is_spherical(side: Side) -> bool:
    return side.centre is not None and not side.centre[0].sign()


def _farthest(side: Side) -> Real:
    return max(side.start[0], side.end[0], *side.farthest, key=float)


@dataclass(frozen=True, eq=False)
class _Piece:
    """What is seen of a side of the profile, on the right of the axis; ``clipped`` tells whether it begins and ends on the
    axis, where the side has come nearer than the section; ``both`` whether it stands for its mirror image as well."""

    side: Side
    clipped: tuple[bool, bool]
    both: bool = False


@dataclass(frozen=True, eq=False)
class _Across:
    """The sections in a layer: the ``sides`` of the profile that reach farther from the axis than ``near``."""

    sides: tuple[Side, ...]
    near: Real
    pi: Real
    axis: int

    def layer(self, low: Real, high: Real) -> Layer:
        balls = all(all(piece.clipped) for piece in self._pieces)
        return Layer(low, high, False, self._at, self._wall, self._content, by_squares=balls)

    @cached_property
    def _pieces(self) -> list[_Piece]:
        """Every edge of the sections on the right side of the axis, in order, each run from the axis back to it."""
        found = []
        for side in self.sides:
            first, last = (not end[0] > self.near for end in (side.start, side.end))
            found.append(_Piece(side, (first, last)))
        # A run begins on the axis; the first one may begin in the middle of the list.
        begins = next((i for i, piece in enumerate(found) if piece.clipped[0]), 0)
        return found[begins:] + found[:begins]

    @cached_property
    def _runs(self) -> list[list[_Piece]]:
        runs: list[list[_Piece]] = []
        for piece in self._pieces:
            if not runs or runs[-1][-1].clipped[1]:
                runs.append([])
            runs[-1].append(piece)
        return runs

    @cached_property
    def _walk(self) -> list[tuple[_Piece, bool]]:
        """Every edge of the sections with whether it lies mirrored, on the left of the axis; one that crosses the axis is
        one with its mirror image."""
        walk: list[tuple[_Piece, bool]] = []
        for run in self._runs:
            begins, ends = run[0].clipped[0], run[-1].clipped[1]
            own = [
                replace(piece, both=(begins and i == 0) or (ends and i == len(run) - 1))
                for i, piece in enumerate(run)
            ]
            walk += [(piece, False) for piece in own]
            walk += [(piece, True) for piece in reversed(own) if not piece.both]
        return walk

    # Sections

    def _at(self, level: Real) -> Section:
        square = level * level
        edges: list[Edge] = []
        for piece, mirrored in self._walk:
            edge = self._edge(piece, mirrored, square)
            if edge is None:  # it has come to a point
                return ()
            edges.append(edge)
        return tuple(edges)

    def _edge(self, piece: _Piece, mirrored: bool, square: Real) -> Edge | None:
        side = piece.side
        (a, y), (b, z) = side.start, side.end
        first, last = (
            NOUGHT if clipped else self._wide(distance, square)
            for clipped, distance in zip(piece.clipped, (a, b), strict=True)
        )
        if side.centre is None or side.radius is None:
            if piece.both:
                first, last = (-last, last) if piece.clipped[0] else (first, -first)
            elif mirrored:
                first, last, y, z = -last, -first, z, y
            if not (first - last).sign() and not (y - z).sign():
                return None
            return straight_side(side.name, 0, self._put(first, y), self._put(last, z))
        radius = self._wide(side.radius, square)
        if not radius.sign():
            return None
        rises = float(z) > float(y)
        return self._arc(piece, mirrored, radius, (first, last), rises)

    def _arc(
        self, piece: _Piece, mirrored: bool, radius: Real, ends: tuple[Real, Real], rises: bool
    ) -> Arc | None:
        side = piece.side
        assert side.centre is not None
        height = side.centre[1]
        angles = [
            (QUARTER_TURN if (number == 1) == rises else -QUARTER_TURN)
            if clipped
            else arc_sine((end[1] - height) / radius)
            for number, (clipped, end) in enumerate(zip(piece.clipped, (side.start, side.end), strict=True))
        ]
        points = [
            (wide, (height + radius if angle is QUARTER_TURN else height - radius) if clipped else end[1])
            for wide, clipped, end, angle in zip(
                ends, piece.clipped, (side.start, side.end), angles, strict=True
            )
        ]
        sweep, (start, end) = angles[1] - angles[0], points
        if piece.both and all(piece.clipped):
            start = end = radius, height
            sweep = UNIT if rises else -UNIT
        elif piece.both:
            sweep = sweep * TWO
            start, end = ((-end[0], end[1]), end) if piece.clipped[0] else (start, (-start[0], start[1]))
        elif mirrored:
            start, end = (-end[0], end[1]), (-start[0], start[1])
        if not sweep.sign():
            return None
        length = TWO * self.pi * radius * abs(sweep)
        return Arc(
            side.name, 0, 0, self._put(*start), self._put(*end), length, "",
            centre=self._put(NOUGHT, height), sweep=sweep, radius=radius,
        )  # fmt: skip

    def _wide(self, distance: Real, square: Real) -> Real:
        return (distance * distance - square).sqrt()

    def _put(self, across: Real, height: Real) -> Point:
        """A point of the section, by its distance from the axis and its height, in the axes that follow the layer's."""
        return (across, height) if self.axis == 0 else (height, -across)

    # Measures: the integrals of what an edge is long or covers over the distance from the axis

    def _wall(self, place: int, low: Real, high: Real) -> Real:
        piece, _ = self._walk[place]
        side = piece.side
        if side.level:
            area = self._strip(side.end[0]), self._strip(side.start[0])
            size = abs(_over(area[0], low, high) - _over(area[1], low, high))
        elif side.upright:
            radius, rise = side.start[0], abs(side.end[1] - side.start[1])
            size = radius * rise * _over(lambda t: self._angle(t / radius), low, high)
        else:
            size = self._spherical(piece, low, high)
        return size * TWO if piece.both else size

    def _spherical(self, piece: _Piece, low: Real, high: Real) -> Real:
        """The radius of the sphere times the angle of the arc."""
        side = piece.side
        assert side.radius is not None
        return side.radius * abs(
            self._between(piece, self._angle_at, lambda t: self.pi * HALF * t, low, high)
        )

    def _between(
        self,
        piece: _Piece,
        along: Callable[[Real, Real], Primitive],
        whole: Primitive,
        low: Real,
        high: Real,
    ) -> Real:
        """The integral of what an arc has from its start to its end: ``along`` tells it from the height of the centre to
        another on a sphere with a radius, ``whole`` to the top of the section."""
        side = piece.side
        assert side.centre is not None and side.radius is not None
        rises = float(side.end[1]) > float(side.start[1])
        found = []
        for number, (clipped, end) in enumerate(zip(piece.clipped, (side.start, side.end), strict=True)):
            up = end[1] - side.centre[1]
            if clipped:
                size = _over(whole, low, high)
                found.append(size if (number == 1) == rises else -size)
            else:
                found.append(_over(along(up, side.radius), low, high) if up.sign() else NOUGHT)
        return found[1] - found[0]

    def _content(self, low: Real, high: Real) -> Real:
        """Both sides of what lies between the profile and the axis."""
        parts = []
        for run in self._runs:
            for piece in run:
                side = piece.side
                if side.level:
                    continue
                if side.upright:
                    size = (side.end[1] - side.start[1]) * _over(self._strip(side.start[0]), low, high)
                else:
                    assert side.radius is not None
                    size = self._between(piece, self._zone_at, self._half_discs(side.radius), low, high)
                parts.append(size)
        return TWO * Real.sum(parts)

    def _half_discs(self, radius: Real) -> Primitive:
        """The integral of π q²/4."""
        return lambda t: self.pi * (radius * radius * t - t * t * t / THREE) / FOUR

    def _angle(self, sine: Real) -> Real:
        """The angle with a sine, in radians."""
        return TWO * self.pi * arc_sine(sine)

    def _strip(self, distance: Real) -> Primitive:
        """The integral of √(d² - t²), of nothing where it has come to the axis: half a disc's segment."""
        if not distance > self.near:
            return lambda t: NOUGHT
        square = distance * distance
        return lambda t: (t * (square - t * t).sqrt() + square * self._angle(t / distance)) * HALF

    def _angle_at(self, up: Real, radius: Real) -> Primitive:
        """The integral of asin(u/q), q² = r² - t²: by parts, t asin(u/q) + u asin(t/b) - r asin(u t/(b q)), b² = r² - u²."""
        square = radius * radius
        reach = (square - up * up).sqrt()

        def primitive(t: Real) -> Real:
            q = (square - t * t).sqrt()
            return (
                t * self._angle(up / q)
                + up * self._angle(t / reach)
                - radius * self._angle(up * t / (reach * q))
            )

        return primitive

    def _zone_at(self, up: Real, radius: Real) -> Primitive:
        """The integral of (u √(q² - u²) + q² asin(u/q))/2, the area of the section's circle up to a height u on one side: by
        parts, as above."""
        square = radius * radius
        reach = (square - up * up).sqrt()

        def primitive(t: Real) -> Real:
            q = (square - t * t).sqrt()
            strip, over = self._strip_of(reach, t), self._angle(t / reach)
            inner = radius * self._angle(up * t / (reach * q))
            # ∫ q² asin(u/q) = Q asin(u/q) - ∫ Q u t/(q² √(b² - t²)), Q = r² t - t³/3
            whole = square * t - t * t * t / THREE
            lifted = (reach * reach * over - t * (reach * reach - t * t).sqrt()) * HALF
            rest = (up * lifted + TWO * square * (inner - up * over)) / THREE
            return (up * strip + whole * self._angle(up / q) - rest) * HALF

        return primitive

    def _strip_of(self, reach: Real, t: Real) -> Real:
        return (t * (reach * reach - t * t).sqrt() + reach * reach * self._angle(t / reach)) * HALF


def _over(primitive: Primitive, low: Real, high: Real) -> Real:
    return primitive(high) - primitive(low)
