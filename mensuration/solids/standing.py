"""Where pieces stand: on the ground, or on, under, at or in a face of another piece."""

from __future__ import annotations

from functools import lru_cache

from mensuration.catalogue.figure import CountedFaces, Ellipsoid, Faces, Raised, Solid, Turned
from mensuration.catalogue.own_body import OwnBody
from mensuration.expressions import evaluate, parse
from mensuration.numbers import NOUGHT, Real
from mensuration.solids.layers import HALF, distinct, reach_across
from mensuration.solids.slicing import exact_point, layers_of
from mensuration.solids.space import WORDS, Frame, Point3
from mensuration.solids.turned import profile_of, reach_round
from mensuration.solving import Solution

Extent = tuple[Real, Real]
FACES = {word: (axis, 2 * way - 1) for axis, pair in enumerate(WORDS) for way, word in enumerate(pair)}
"""The faces on which something can stand: the axis along which each looks, and which way."""


@lru_cache(maxsize=500)
def own_extents(solution: Solution) -> tuple[Extent, Extent, Extent]:
    """From where to where a solid reaches along each of its own axes."""
    solid = solution.figure
    assert isinstance(solid, Solid)
    body = solid.body
    if isinstance(body, CountedFaces):
        body = body.of(int(solution.values[body.count].value.rational or 3))
    if isinstance(body, Faces):
        points = [exact_point(solution, xyz) for xyz in body.corners.values()]
        x, y, z = (_between([point[axis] for point in points]) for axis in range(3))
        return x, y, z
    if isinstance(body, Turned):
        return reach_round(profile_of(solution, body))
    if isinstance(body, OwnBody):
        own: tuple[Extent, Extent, Extent] = body.extents(solution)
        return own
    if isinstance(body, Raised):
        return _raised_extents(solution)
    assert isinstance(body, Ellipsoid)
    a, b, c = (evaluate(parse(text), solution.scope()).value for text in (body.a, body.b, body.c))
    return (-a, a), (-b, b), (-c, c)


def _raised_extents(solution: Solution) -> tuple[Extent, Extent, Extent]:
    layer = layers_of(solution, 2)[0][0]
    return *reach_across(layer.at(layer.low)), (layer.low, layer.high)


def _between(values: list[Real]) -> Extent:
    ordered = distinct(values)
    return ordered[0], ordered[-1]


def extents(solution: Solution, frame: Frame) -> tuple[Extent, Extent, Extent]:
    """From where to where a placed solid reaches along each axis of space."""
    own = own_extents(solution)
    found = []
    for axis in range(3):
        along, sign = frame.own_axis(axis)
        low, high = own[along] if sign > 0 else (-own[along][1], -own[along][0])
        found.append((frame.at[axis] + low, frame.at[axis] + high))
    return found[0], found[1], found[2]


def on_ground(solution: Solution, frame: Frame, at: Point3) -> Frame:
    """The frame with the solid's anchor at ``at``, lifted so that its lowest point is there."""
    low, _ = extents(solution, frame.moved((NOUGHT, NOUGHT, NOUGHT)))[2]
    return frame.moved((at[0], at[1], at[2] - low))


def on_face(
    solution: Solution,
    frame: Frame,
    target: tuple[Extent, Extent, Extent],
    face: str,
    shift: tuple[Real, Real],
    carved: bool,
) -> Frame:
    """The frame in which a solid stands on a face of what reaches over ``target``, or is carved into it.

    It stands in the middle of the face, or, at a side, on the ground of the other; ``shift`` moves it along the face's two
    axes, in the order x, y, z.
    """
    axis, sign = FACES[face]
    own = extents(solution, frame.moved((NOUGHT, NOUGHT, NOUGHT)))
    at = [NOUGHT] * 3
    low, high = target[axis]
    if (sign > 0) != carved:  # its low end comes to the face
        at[axis] = (high if sign > 0 else low) - own[axis][0]
    else:
        at[axis] = (high if sign > 0 else low) - own[axis][1]
    others = [other for other in range(3) if other != axis]
    for other, moved in zip(others, shift, strict=True):
        if other == 2 and not carved:
            at[other] = target[other][0] - own[other][0] + moved
        else:
            at[other] = (target[other][0] + target[other][1] - own[other][0] - own[other][1]) * HALF + moved
    return frame.moved((at[0], at[1], at[2]))


def facing(frame: Frame, face: str) -> Frame:
    """The frame turned so that the solid's base lies in a face into which it is carved."""
    axis, sign = FACES[face]
    # Its own bottom looks down; it must look the way of the face.
    turns = {
        (2, 1): ("x", 2),
        (2, -1): ("x", 0),
        (0, 1): ("y", 3),
        (0, -1): ("y", 1),
        (1, 1): ("x", 1),
        (1, -1): ("x", 3),
    }
    about, quarters = turns[axis, sign]
    return frame.quarter_turned(about, quarters)
