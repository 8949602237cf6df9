"""The surfaces on which faces lie, in floats: how far a point is from one, which way it looks there, and how much it bends."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from mensuration.catalogue.figure import Ellipsoid, Solid, Turned
from mensuration.expressions.algebras import in_floats
from mensuration.plane.edges import Arc, Bent, Edge
from mensuration.solids.layers import Layer
from mensuration.solids.meshes.body import BARELY, Body, NoMesh, Points
from mensuration.solids.pieces import Piece
from mensuration.solids.pointing import PointedRegion
from mensuration.solids.slicing import layers_of
from mensuration.solids.spinning import SpunRegion
from mensuration.solids.turned import Side, profile_of


class Surface(ABC):
    """A surface in the frame of a piece."""

    @abstractmethod
    def off(self, points: Points) -> Points:
        """How far points are from it, on one side or the other; of points near it."""

    @abstractmethod
    def normal(self, points: Points) -> Points:
        """The direction in which :meth:`off` grows, of unit length."""

    @abstractmethod
    def bend(self, points: Points, reach: Points) -> Points:
        """What its curvature is not greater than, no farther than ``reach`` from each point."""


class Implicit(Surface):
    """A surface on which a function of the point is 0, told by its value and its slope."""

    @abstractmethod
    def _value(self, points: Points) -> Points: ...

    @abstractmethod
    def _slope(self, points: Points) -> Points: ...

    def off(self, points: Points) -> Points:
        found: Points = self._value(points) / _more_than_nothing(np.linalg.norm(self._slope(points), axis=1))
        return found

    def normal(self, points: Points) -> Points:
        slope = self._slope(points)
        found: Points = slope / _more_than_nothing(np.linalg.norm(slope, axis=1))[:, None]
        return found


@dataclass(frozen=True, eq=False)
class Plane(Surface):
    way: Points
    level: float

    def off(self, points: Points) -> Points:
        return points @ self.way - self.level

    def normal(self, points: Points) -> Points:
        return np.broadcast_to(self.way, points.shape)

    def bend(self, points: Points, reach: Points) -> Points:
        return np.zeros(len(points))


@dataclass(frozen=True, eq=False)
class Straight(Surface):
    """A straight line of a profile led round the z-axis: all (r, z) with ``out`` r + ``up`` z = ``level``, of unit length."""

    out: float
    up: float
    level: float

    def off(self, points: Points) -> Points:
        return self.out * _away(points) + self.up * points[:, 2] - self.level

    def normal(self, points: Points) -> Points:
        return np.column_stack([_aside(points) * self.out, np.full(len(points), self.up)])

    def bend(self, points: Points, reach: Points) -> Points:
        return abs(self.out) / _more_than_nothing(_away(points) - reach)

    @property
    def upright(self) -> bool:
        return abs(self.up) < BARELY


@dataclass(frozen=True, eq=False)
class Round(Surface):
    """An arc of a profile led round the z-axis: ``radius`` about (``r``, ``z``)."""

    r: float
    z: float
    radius: float

    def _from_centre(self, points: Points) -> tuple[Points, Points, Points]:
        out, up = _away(points) - self.r, points[:, 2] - self.z
        return out, up, np.maximum(np.hypot(out, up), 1e-300)

    def off(self, points: Points) -> Points:
        return self._from_centre(points)[2] - self.radius

    def normal(self, points: Points) -> Points:
        out, up, size = self._from_centre(points)
        return np.column_stack([_aside(points) * (out / size)[:, None], up / size])

    def bend(self, points: Points, reach: Points) -> Points:
        if not self.r:
            return np.full(len(points), 1 / self.radius)
        return np.maximum(1 / self.radius, 1 / _more_than_nothing(_away(points) - reach))


@dataclass(frozen=True, eq=False)
class Oval(Implicit):
    """An ellipsoid about the origin, or without a third half axis an upright elliptic cylinder, after points are turned."""

    halves: Points
    turn: Points
    centre: Points

    def _own(self, points: Points) -> Points:
        return (points - self.centre) @ self.turn.T

    def _slope(self, points: Points) -> Points:
        return (2 * self._own(points) / self.halves**2) @ self.turn

    def _value(self, points: Points) -> Points:
        found: Points = ((self._own(points) / self.halves) ** 2).sum(axis=1) - 1
        return found

    def bend(self, points: Points, reach: Points) -> Points:
        finite = self.halves[np.isfinite(self.halves)]
        return np.full(len(points), finite.max() / finite.min() ** 2)


@dataclass(frozen=True, eq=False)
class Shrinking(Implicit):
    """A circle that shrinks towards a point at a height: about ``centre`` at the ground."""

    centre: Points
    radius: float
    foot: Points
    height: float

    def _from_centre(self, points: Points) -> tuple[Points, Points, Points]:
        share = 1 - points[:, 2] / self.height
        away = points[:, :2] - (self.foot + (self.centre - self.foot) * share[:, None])
        size = _more_than_nothing(np.linalg.norm(away, axis=1))
        return away / size[:, None], size, share

    @property
    def _drift(self) -> Points:
        found: Points = (self.foot - self.centre) / self.height
        return found

    def _slope(self, points: Points) -> Points:
        way, _, _ = self._from_centre(points)
        return np.column_stack([way, self.radius / self.height - way @ self._drift])

    def _value(self, points: Points) -> Points:
        _, size, share = self._from_centre(points)
        return size - self.radius * share

    def bend(self, points: Points, reach: Points) -> Points:
        # across the level, of a circle whose centre moves evenly
        radius = self.radius * (1 - (points[:, 2] + reach) / self.height)
        return (1 + float(self._drift @ self._drift)) / _more_than_nothing(radius)


@dataclass(frozen=True, eq=False)
class Placed(Surface):
    """A surface in the frame in which a piece stands."""

    own: Surface
    turn: Points
    at: Points

    def _inward(self, points: Points) -> Points:
        return (points - self.at) @ self.turn.T

    def off(self, points: Points) -> Points:
        return self.own.off(self._inward(points))

    def normal(self, points: Points) -> Points:
        return self.own.normal(self._inward(points)) @ self.turn

    def bend(self, points: Points, reach: Points) -> Points:
        return self.own.bend(self._inward(points), reach)

    @property
    def axis(self) -> tuple[Points, Points, float] | None:
        """A point of the axis of a cylinder, its direction, and the radius; None of anything else."""
        if isinstance(self.own, Straight) and self.own.upright:
            return self.at, self.turn[2], self.own.level / self.own.out
        return None


def _away(points: Points) -> Points:
    """The distance from the z-axis."""
    return np.hypot(points[:, 0], points[:, 1])


def _aside(points: Points) -> Points:
    """The direction away from the z-axis."""
    return points[:, :2] / _more_than_nothing(_away(points))[:, None]


def _more_than_nothing(values: Points) -> Points:
    return np.maximum(values, 1e-300)


def surfaces_of(piece: Piece, body: Body) -> dict[str, Surface]:
    """The surface of each face of a piece, by its name. NoMesh where a face has none that is known here."""
    found: dict[str, Surface] = {
        body.names[flat.place]: Plane(flat.normal, flat.level) for flat in body.flats
    }
    at = np.array([float(value) for value in piece.frame.at])
    turn = np.zeros((3, 3))
    for own, (axis, sign) in enumerate(piece.frame.axes):
        turn[own, axis] = sign
    for name in body.names:
        if name not in found:
            found[name] = Placed(_own_surface(piece, name), turn, at)
    return found


def _own_surface(piece: Piece, name: str) -> Surface:
    solution = piece.solution
    assert isinstance(solution.figure, Solid)
    match solution.figure.body:
        case Turned() as body:
            return _of_sides([side for side in profile_of(solution, body) if side.name == name])
        case SpunRegion() as body:
            return _of_sides([side for side in body.sides if side.name == name])
        case Ellipsoid() as body:
            halves = np.array([in_floats(text, solution.floats) for text in (body.a, body.b, body.c)])
            return Oval(halves, np.eye(3), np.zeros(3))
    (layer,) = layers_of(solution, 2)[0]
    edges = [edge for edge in layer.at(layer.low) if edge.name == name]
    if len(edges) != 1:
        raise NoMesh
    if isinstance(solution.figure.body, PointedRegion):
        return _shrinking(edges[0], solution.figure.body, layer)
    return _over(edges[0])


def _of_sides(sides: Sequence[Side]) -> Surface:
    """The surface of the sides of one name, which are bits of one line or arc."""
    found = [_of_side(side) for side in sides]
    if any(type(each) is not type(found[0]) or not _alike(each, found[0]) for each in found):
        raise NoMesh
    return found[0]


def _alike(one: Surface, two: Surface) -> bool:
    values = [np.array([float(value) for value in vars(each).values()]) for each in (one, two)]
    return bool(np.abs(values[0] - values[1]).max() < BARELY * (1 + np.abs(values[0]).max()))


def _of_side(side: Side) -> Surface:
    if side.centre is not None and side.radius is not None:
        return Round(float(side.centre[0]), float(side.centre[1]), float(side.radius))
    (r, z), (s, t) = ((float(a), float(b)) for a, b in (side.start, side.end))
    size = np.hypot(s - r, t - z)
    out, up = (t - z) / size, -(s - r) / size
    return Straight(float(out), float(up), float(out * r + up * z))


def _over(edge: Edge) -> Surface:
    """What stands upright over an arc."""
    if not isinstance(edge, Bent):
        raise NoMesh
    centre = np.array([*(float(value) for value in edge.centre), 0.0])
    across, along = (np.array(half) for half in edge.frame)
    halves = np.array([np.linalg.norm(across), np.linalg.norm(along), np.inf])
    turn = np.eye(3)
    turn[0, :2], turn[1, :2] = across / halves[0], along / halves[1]
    return Oval(halves, turn, centre)


def _shrinking(edge: Edge, body: PointedRegion, layer: Layer) -> Surface:
    if not isinstance(edge, Arc):
        raise NoMesh
    middle = next(each for each in layer.at(layer.middle) if each.index == edge.index)
    assert isinstance(middle, Arc)
    height = float(layer.middle) / (1 - float(middle.radius) / float(edge.radius))
    foot = np.array([float(value) for value in body.foot])
    return Shrinking(np.array([float(value) for value in edge.centre]), float(edge.radius), foot, height)
