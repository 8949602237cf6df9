"""The edges of joined pieces: where faces meet at an angle, each with its length."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from weakref import WeakKeyDictionary

from mensuration.catalogue.figure import Solid, Turned
from mensuration.numbers import Real
from mensuration.plane import TooCrowded
from mensuration.plane.runs import runs_of
from mensuration.solids.choosing import stacked
from mensuration.solids.edges.cut import CannotBeFollowed, CutEdge, cut_edges
from mensuration.solids.edges.in_layers import NotStraight, layer_edges
from mensuration.solids.edges.led_round import profile_edges
from mensuration.solids.enclosing import Enclosed, between
from mensuration.solids.joining import Joined
from mensuration.solids.meshes import NoMesh
from mensuration.solids.slabs import CutOtherwise
from mensuration.solids.spinning import SpunRegion
from mensuration.solids.stacking import Stack
from mensuration.solids.turned import profile_of

_KNOWN: WeakKeyDictionary[Joined, tuple[Real, ...] | None] = WeakKeyDictionary()
"""As long as a solid stays, its edges do."""


def edges_of(joined: Joined) -> tuple[Real, ...] | None:
    """The length of every edge, straight or round; None where the course of one is not certain, as where pieces touch along
    something round.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids import Frame, Piece, join
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> edges_of(join((Piece("box", 0, "add", cube, Frame()),), PI)).count(Real.of(3))
    12
    """
    if joined not in _KNOWN:
        _KNOWN[joined] = _edges_of(joined)
    return _KNOWN[joined]


def _edges_of(joined: Joined) -> tuple[Real, ...] | None:
    if joined.alone:
        return None
    found: list[Real] = []
    try:
        for stack in joined.stacks:
            found += _of(stack)
        for group in joined.enclosed:
            found += _between_meshes(group)
    except (CannotBeFollowed, CutOtherwise, NoMesh):
        return None
    return tuple(found)


def _of(stack: Stack) -> list[Real]:
    """Exact lengths where they have a form; of sections that change, where those that are seen on the surfaces come to as much."""
    group = Enclosed(stack.pieces, stack.pi)
    try:
        exact = _exactly(stack)
    except NotStraight:
        circles = _circles(stack) if all(slab.coaxial for slab in stack.slabs) else []
        return _between_meshes(group, circles)
    if len(stack.pieces) > 1 and not all(slab.constant for slab in stack.slabs):
        seen, total = cut_edges(group), sum(float(length) for length in exact)
        if not sum(edge.least for edge in seen) <= total <= sum(edge.most for edge in seen):
            return _between_meshes(group)
    return exact


def _circles(stack: Stack) -> list[Real]:
    """Those in which round pieces on one axis are cut by the levels at which something changes: their edges are among them."""
    return [
        edge.length
        for slab in stack.slabs
        for _, layer in slab.present
        for level in (slab.low, slab.high)
        for edge in layer.at(level)
    ]


def _exactly(stack: Stack) -> list[Real]:
    """Edges that have an exact form. NotStraight where they have none."""
    if len(stack.pieces) == 1:
        solution = stack.pieces[0].solution
        assert isinstance(solution.figure, Solid)
        match solution.figure.body:
            case Turned() as body:
                return profile_edges(profile_of(solution, body), None, stack.pi)
            case SpunRegion() as body:
                return profile_edges(body.sides, body.turn(solution), stack.pi)
    if stack.cutting:
        raise NotStraight
    return layer_edges(stack)


def _between_meshes(group: Enclosed, circles: Sequence[Real] = ()) -> list[Real]:
    """Edges that are whole ones of a piece have that one's length, those of round pieces on one axis that of one of the
    ``circles``; of others it is enclosed, those that may be equal alike."""
    found, rest = [], []
    for edge in cut_edges(group):
        known = circles or (_own(group, edge.faces[0][0]) if edge.own else ())
        fitting = [length for length in known if edge.least <= float(length) <= edge.most]
        if fitting and all(length.same_as(fitting[0]) for length in fitting):
            found.append(fitting[0])
        else:
            rest.append(edge)
    for alike in runs_of(sorted(rest, key=lambda edge: edge.least), _may_be_equal, closed=False):
        low, high = min(edge.least for edge in alike), max(edge.most for edge in alike)
        found += [between(low, high)] * len(alike)
    return found


def _may_be_equal(one: CutEdge, two: CutEdge) -> bool:
    return two.least <= one.most


def _own(group: Enclosed, index: int) -> list[Real]:
    """The lengths of the edges of a piece by itself; none where these have no exact form."""
    piece = next(piece for piece in group.pieces if piece.index == index)
    try:
        return _exactly(stacked((replace(piece, join="add"),), group.pi))
    except (CutOtherwise, NotStraight, TooCrowded):
        return []
