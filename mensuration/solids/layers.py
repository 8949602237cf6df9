"""Layers of a body: between two levels along one of its own axes its sections stay the same or change evenly.

Sections are closed walks of edges in the two other axes (in the order in which they follow the first one round), with
the body on the left; each edge has the name of the face that it belongs to.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property

from mensuration.numbers import Real
from mensuration.plane.edges import Bent, Edge
from mensuration.plane.regions import bulge

Section = tuple[Edge, ...]
HALF, TWO, THREE, FOUR = Real.of(1) / Real.of(2), Real.of(2), Real.of(3), Real.of(4)
BARELY = 1e-9


class CannotBeSliced(ValueError):
    """A body has no such layers along an axis."""


@dataclass(frozen=True, eq=False)
class Layer:
    """What lies between two levels; ``at`` gives the section at a level between them or at one of them, where some of its
    edges may have shrunk to nothing."""

    low: Real
    high: Real
    constant: bool
    at: Callable[[Real], Section]
    wall: Callable[[int, Real, Real], Real]
    """The area that stands over an edge of its sections, by the edge's place, between two levels."""
    content: Callable[[Real, Real], Real] | None = None
    """The volume between two levels, where there is a shorter way to it than by sections."""
    by_squares: bool = True
    """Whether the area of its sections is a square function of the level."""

    @cached_property
    def same(self) -> Section:
        """The section of a layer that stays the same."""
        return self.at(self.low)

    @property
    def middle(self) -> Real:
        return (self.low + self.high) * HALF

    def volume(self, low: Real, high: Real, pi: Real) -> Real:
        """Between two levels. Sections grow with the square of the height at most, unless their ``content`` says otherwise:
        they are told by those at both ends and in the middle."""
        if self.content is not None:
            return self.content(low, high)
        if self.constant:
            return section_area(self.same, pi) * (high - low)
        whole, (a, b, c) = self.high - self.low, self._squares(pi)
        one, two = (low - self.low) / whole, (high - self.low) / whole
        return whole * (
            a * (two - one)
            + b * (two * two - one * one) * HALF
            + c * (two * two * two - one * one * one) / THREE
        )

    def _squares(self, pi: Real) -> tuple[Real, Real, Real]:
        """The area of a section as a + b u + c u² of the share u of the height."""
        if pi not in self._known:
            start, middle, end = (
                section_area(self.at(level), pi) for level in (self.low, self.middle, self.high)
            )
            self._known[pi] = (
                start,
                FOUR * middle - THREE * start - end,
                TWO * (start + end) - FOUR * middle,
            )
        return self._known[pi]

    @cached_property
    def _known(self) -> dict[Real, tuple[Real, Real, Real]]:
        return {}


@dataclass(frozen=True, eq=False)
class Flat:
    """A face across an axis: its name, its level, and whether it looks along the axis (or against it)."""

    name: str
    level: Real
    along: bool


def section_area(edges: Section, pi: Real) -> Real:
    """The area within a section, by the shoelace formula and circular segments."""
    corners = Real.sum(e.start[0] * e.end[1] - e.end[0] * e.start[1] for e in edges if not e.whole_turn)
    return corners * HALF + Real.sum(bulge(edge, pi) for edge in edges if isinstance(edge, Bent))


def distinct(levels: Sequence[Real]) -> list[Real]:
    """Numbers in order, each once."""
    ordered = sorted(levels, key=float)
    return [level for i, level in enumerate(ordered) if i == 0 or not level.same_as(ordered[i - 1])]


def reach_across(edges: Sequence[Edge]) -> tuple[tuple[Real, Real], tuple[Real, Real]]:
    """From where to where edges reach along both axes of their plane."""
    reach: tuple[list[Real], list[Real]] = ([], [])
    for edge in edges:
        left, bottom, right, top = edge.box
        for axis, low, high in ((0, left, right), (1, bottom, top)):
            reach[axis].extend((edge.start[axis], edge.end[axis]))
            if isinstance(edge, Bent):
                half = edge.halves[axis]
                ends = (edge.centre[axis] - half, edge.centre[axis] + half)
                reach[axis].extend(end for end in ends if low - BARELY <= float(end) <= high + BARELY)
    x, y = (distinct(values) for values in reach)
    return (x[0], x[-1]), (y[0], y[-1])
