"""Pieces as meshes, in their place."""

from __future__ import annotations

import numpy as np

from mensuration.catalogue.figure import CountedFaces, Ellipsoid, Faces, Solid, Turned
from mensuration.expressions.algebras import in_floats
from mensuration.solids.layers import CannotBeSliced
from mensuration.solids.meshes.body import Body, NoMesh
from mensuration.solids.meshes.flat_faced import flat_faced
from mensuration.solids.meshes.led_round import ellipsoid, led_round
from mensuration.solids.meshes.raised import pointed, raised
from mensuration.solids.pieces import Piece
from mensuration.solids.pointing import PointedRegion
from mensuration.solids.slicing import layers_of
from mensuration.solids.spinning import SpunRegion
from mensuration.solids.turned import profile_of

__all__ = ["Body", "NoMesh", "body_of"]


def body_of(piece: Piece, steps: int | None = None) -> Body:
    """The mesh of a piece in its place, a full turn in so many ``steps``. NoMesh where it can't be enclosed.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids import Frame
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> body_of(Piece("box", 0, "add", cube, Frame())).itself().volume()
    27.0
    """
    solid, solution = piece.solution.figure, piece.solution
    assert isinstance(solid, Solid)
    match solid.body:
        case Turned() as body:
            return _placed(piece, led_round(profile_of(solution, body), None, steps))
        case SpunRegion() as body:
            turn = body.turn(solution)
            return _placed(piece, led_round(body.sides, None if turn is None else float(turn), steps))
        case Ellipsoid() as body:
            a, b, c = (in_floats(text, solution.floats) for text in (body.a, body.b, body.c))
            return _placed(piece, ellipsoid(a, b, c, steps))
        case CountedFaces() as body:
            return _placed(
                piece,
                flat_faced(solution.floats, body.of(int(solution.values[body.count].value.rational or 3))),
            )
        case Faces() as body:
            return _placed(piece, flat_faced(solution.floats, body))
    try:
        layers, flats = layers_of(solution, 2)
    except CannotBeSliced:
        raise NoMesh from None
    if len(layers) == 1 and isinstance(solid.body, PointedRegion):
        return _placed(piece, pointed(layers[0], flats, steps))
    if len(layers) != 1 or not layers[0].constant or len(flats) != 2:
        raise NoMesh
    return _placed(piece, raised(layers[0], flats, steps))


def _placed(piece: Piece, body: Body) -> Body:
    at = np.array([float(value) for value in piece.frame.at])
    turn = np.zeros((3, 3))
    for own, (axis, sign) in enumerate(piece.frame.axes):
        turn[own, axis] = sign
    thicker = body.thicker
    matrix = np.column_stack([turn.T, at])
    moved = None if thicker is None else lambda by, along: thicker(by, along).transform(matrix)
    return Body(body.points @ turn + at, body.triangles, body.faces, body.names, body.off, body.skew, moved)
