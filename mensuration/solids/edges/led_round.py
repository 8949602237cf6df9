"""The edges of a body that is led round an axis: circles where its profile has a corner, and round both cuts of a part of a turn."""

from __future__ import annotations

from collections.abc import Sequence
from math import atan2
from math import pi as half_turn

from mensuration.numbers import UNIT, Real
from mensuration.plane.runs import runs_of
from mensuration.solids.edges.in_layers import CORNER
from mensuration.solids.turned import Side

BARELY = 1e-9
HALF_TURN = Real.of(1) / Real.of(2)


def profile_edges(sides: Sequence[Side], turn: Real | None, pi: Real) -> list[Real]:
    """The length of every edge of a profile led round the z-axis, by a part of a full ``turn`` where it is told.

    >>> from mensuration.numbers import PI
    >>> one, none = Real.of(1), Real.of(0)
    >>> cone = [Side("base", (none, none), (one, none)), Side("side", (one, none), (none, one))]
    >>> profile_edges(cone, None, PI)
    [Real('2*pi')]
    """
    share = UNIT if turn is None else turn
    found = [
        Real.of(2) * pi * share * one.end[0]
        for one in sides
        for two in sides
        if _follows(one, two) and one.end[0].sign() > 0 and _bends(one, two)
    ]
    if turn is None:
        return found
    on_axis = [
        side for side in sides if side.centre is None and not (side.start[0].sign() or side.end[0].sign())
    ]
    if not turn.same_as(HALF_TURN):  # at half a turn both cuts lie in one plane
        found += [side.length(pi) for side in on_axis]
    aside = [side for side in sides if side not in on_axis]
    for run in runs_of(aside, lambda one, two: one.name == two.name and _follows(one, two)):
        found += [Real.sum(side.length(pi) for side in run)] * 2
    return found


def _follows(one: Side, two: Side) -> bool:
    return all(
        abs(float(a) - float(b)) < BARELY * (1 + abs(float(a)))
        for a, b in zip(one.end, two.start, strict=True)
    )


def _bends(one: Side, two: Side) -> bool:
    """Whether the profile has a corner where one side passes into another."""
    away = _heading(two, at_end=False) - _heading(one, at_end=True)
    return abs((away + half_turn) % (2 * half_turn) - half_turn) > CORNER


def _heading(side: Side, at_end: bool) -> float:
    """The direction in which a side goes at one of its ends."""
    x, y = (float(two - one) for one, two in zip(side.start, side.end, strict=True))
    if side.centre is not None:
        end = side.end if at_end else side.start
        u, v = (float(b - a) for a, b in zip(side.centre, end, strict=True))
        along = (
            1.0 if side.outer == (y > 0) else -1.0
        )  # anticlockwise up the outer half of a circle, and down the inner one
        x, y = -v * along, u * along
    return atan2(y, x)
