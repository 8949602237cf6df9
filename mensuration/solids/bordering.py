"""How much of each edge of the sections at a level bounds the solid."""

from __future__ import annotations

from collections.abc import Callable

from mensuration.numbers import NOUGHT, Real
from mensuration.plane.arrangement import Arrangement, Fragment
from mensuration.plane.edges import Edge
from mensuration.plane.measuring import run_length
from mensuration.plane.runs import runs_of

WallOf = Callable[[Fragment], Edge | None]
"""The edge of which a fragment of the border is a part; None of a fragment that bounds nothing."""
Bordering = dict[tuple[int, int], tuple[Edge, bool, Callable[[], Real]]]
"""Of every edge, by its part and place: whether all of it bounds the solid, and how much of its length does."""


def bordering(plane: Arrangement, wall_of: WallOf, pi: Real) -> Bordering:
    """Of every edge whether all of it bounds the solid, and how much of its length does; measured when it is asked for.

    >>> from mensuration.numbers import PI
    >>> from mensuration.plane.arrangement import arrange
    >>> bordering(arrange(()), lambda fragment: None, PI)
    {}
    """
    along: dict[tuple[int, int], list[Fragment]] = {}
    for fragment in plane.fragments:
        for owner in fragment.owners:
            along.setdefault((owner.edge.part, owner.edge.index), []).append(fragment)
    found: Bordering = {}
    for part in plane.parts:
        for edge in part.edges:
            fragments = along.get((edge.part, edge.index), [])
            border = [f for f in fragments if wall_of(f) is edge]
            all_of = len(border) == len(fragments)
            found[edge.part, edge.index] = edge, all_of, _length_of(plane, edge, border, all_of, pi)
    return found


def _length_of(
    plane: Arrangement, edge: Edge, border: list[Fragment], all_of: bool, pi: Real
) -> Callable[[], Real]:
    def length() -> Real:
        if all_of or not border:
            return edge.length if all_of else NOUGHT
        return length_along(plane, edge, border, pi)

    return length


def length_along(plane: Arrangement, edge: Edge, fragments: list[Fragment], pi: Real) -> Real:
    """The length of some fragments of an edge."""
    ordered = sorted(fragments, key=lambda f: edge.parameter(f.middle))
    runs = runs_of(ordered, _touch, closed=edge.whole_turn)
    return Real.sum(run_length(plane, run, edge, pi) for run in runs)


def _touch(one: Fragment, two: Fragment) -> bool:
    return bool({one.tail, one.head} & {two.tail, two.head})
