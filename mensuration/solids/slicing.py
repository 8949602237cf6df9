"""Solids in layers, by what kind of body they have."""

from __future__ import annotations

from dataclasses import replace

from mensuration.catalogue.figure import XYZ, CountedFaces, Faces, Raised, Solid, Turned
from mensuration.catalogue.own_body import OwnBody
from mensuration.expressions import evaluate, parse
from mensuration.numbers import NOUGHT
from mensuration.plane import Placement, place
from mensuration.solids.across import layers_across
from mensuration.solids.layers import CannotBeSliced, Flat, Layer
from mensuration.solids.polyhedron import Polyhedron, polygon_raised
from mensuration.solids.space import Point3
from mensuration.solids.turned import layers_round, profile_of
from mensuration.solving import Solution

ENDS = ("bottom", "top")  # of what is raised straight up


def layers_of(solution: Solution, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
    """The layers of a solved solid along one of its own axes, lowest first, and its faces across that axis.

    CannotBeSliced where there are none.
    """
    solid = solution.figure
    assert isinstance(solid, Solid)
    body = solid.body
    match body:
        case Faces():
            return _declared(solution, body).layers(axis)
        case CountedFaces():
            return _declared(solution, body.of(int(solution.values[body.count].value.rational or 3))).layers(
                axis
            )
        case Raised():
            return _raised(solution, body, axis)
        case Turned() if axis == 2:
            return layers_round(profile_of(solution, body), solution.pi)
        case Turned():
            return layers_across(profile_of(solution, body), solution.pi, axis)
        case OwnBody():
            own: tuple[tuple[Layer, ...], tuple[Flat, ...]] | None = body.layers(solution, axis)
            if own is not None:
                return own
    raise CannotBeSliced


def _declared(solution: Solution, faces: Faces) -> Polyhedron:
    corners = {name: exact_point(solution, xyz) for name, xyz in faces.corners.items()}
    return Polyhedron(corners, [(name, (ring,)) for name, ring in faces.faces.items()])


def exact_point(solution: Solution, xyz: XYZ) -> Point3:
    """A declared point of a solved solid."""
    scope = solution.scope()
    x, y, z = (evaluate(parse(text), scope).value for text in xyz)
    return x, y, z


# Plane figures raised straight up


def _raised(solution: Solution, body: Raised, axis: int) -> tuple[tuple[Layer, ...], tuple[Flat, ...]]:
    values = {own: solution.values[name] for own, name in body.names.items() if name in solution.values}
    base = Solution(body.base, values, frozenset(), (), solution.pi)
    edges = tuple(
        replace(edge, name=f"{edge.name} side") if edge.name in ENDS else edge
        for edge in place("base", 0, "add", base, Placement()).edges
    )
    height = solution.values[body.height].value
    if axis != 2:
        if not all(edge.straight for edge in edges):
            raise CannotBeSliced
        return polygon_raised(edges, [edge.start for edge in edges], None, height).layers(axis)
    layer = Layer(
        NOUGHT, height, True, lambda level: edges, lambda place, low, high: edges[place].length * (high - low)
    )
    return (layer,), (Flat(ENDS[0], NOUGHT, False), Flat(ENDS[1], height, True))
