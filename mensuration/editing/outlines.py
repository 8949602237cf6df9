"""Changing the outline of a part: a side, a corner; an outline that was drawn."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from mensuration.editing.parts import add_part, change_part
from mensuration.editing.refusing import Refused
from mensuration.expressions import ExpressionError
from mensuration.outlines import OUTLINE, FixedSide, with_corner, with_side
from mensuration.outlines import walk_through as walk_text
from mensuration.outlines.rewriting import Vector, plain
from mensuration.problem import Problem
from mensuration.problem.kinds.plane import Part


def set_side(problem: Problem, figure: str, part: str, side: int, text: str) -> Problem:
    """The problem with another length of one side (from 1) of an outline. Refused where it has no single length."""
    return change_part(
        problem, figure, part, lambda p: _rewalked(p, lambda walk: with_side(walk, side, text))
    )


def move_corner(
    problem: Problem, figure: str, part: str, corner: int, by: Vector, sides: Sequence[Vector]
) -> Problem:
    """The problem with one corner (from 0) of an outline moved by a vector in the outline's own directions.

    ``sides`` are all its sides as they are. The first corner takes the outline's place along.
    """
    if not 0 <= corner < len(sides):
        raise Refused("this outline has no such corner any more")
    return change_part(
        problem, figure, part, lambda p: _rewalked(p, lambda walk: with_corner(walk, sides, corner, by))
    )


def add_outline(problem: Problem, figure: str, corners: Sequence[Vector]) -> tuple[Problem, str]:
    """The problem with an outline through these corners, and the outline's name."""
    if len(corners) < 3:
        raise Refused("an outline needs at least three corners")
    at = (plain(corners[0][0]), plain(corners[0][1]))
    return add_part(problem, figure, Part(name=OUTLINE, shape=OUTLINE, walk=walk_text(corners), at=at))


def _rewalked(part: Part, change: Callable[[str], str]) -> Part:
    walked = part if part.walk is not None else _as_walk(part)
    assert walked.walk is not None
    try:
        return walked.model_copy(update={"walk": change(walked.walk)})
    except FixedSide as error:
        raise Refused(str(error)) from None
    except ExpressionError as error:
        raise Refused(f"the walk can't be read: {error.says}") from None


def _as_walk(part: Part) -> Part:
    """A part given by its corners as one that is walked, at the same place."""
    try:
        corners = [(float(x), float(y)) for x, y in part.points or ()]
        at = (float(part.at[0]), float(part.at[1]))
    except ValueError:
        raise Refused("its corners are typed as expressions: change them there") from None
    if len(corners) < 3:
        raise Refused("an outline needs at least three corners")
    moved = (plain(at[0] + corners[0][0]), plain(at[1] + corners[0][1]))
    return part.model_copy(update={"points": None, "walk": walk_text(corners), "at": moved})
