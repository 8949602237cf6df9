"""Parts of plane figures: adding one, another like it, removing one."""

from __future__ import annotations

from collections.abc import Callable

from mensuration.editing.refusing import Refused
from mensuration.expressions import fresh_name
from mensuration.numbers import PI
from mensuration.outlines.rewriting import plain
from mensuration.problem import Problem
from mensuration.problem.evaluate import work_of
from mensuration.problem.kinds.plane import Part, PlaneDocument
from mensuration.problem.kinds.plane.work import PlaneWork
from mensuration.units import UNITS

BESIDE = 0.5
"""How far another like it is put from a part, in the problem's unit."""


def plane_figure(problem: Problem, figure: str) -> PlaneDocument:
    """A plane figure by its name. Refused where there is none."""
    for found in problem.figures:
        if found.name == figure and isinstance(found, PlaneDocument):
            return found
    raise Refused(f"there is no plane figure named “{figure}” any more")


def with_figure(problem: Problem, old: PlaneDocument, new: PlaneDocument) -> Problem:
    figures = [new if figure is old else figure for figure in problem.figures]
    return problem.model_copy(update={"figures": figures})


def change_part(problem: Problem, figure: str, part: str, change: Callable[[Part], Part]) -> Problem:
    """The problem with one part changed. Refused where there is none of the name."""
    owner = plane_figure(problem, figure)
    if all(found.name != part for found in owner.parts):
        raise Refused(f"there is no part named “{part}” any more")
    parts = [change(found) if found.name == part else found for found in owner.parts]
    return with_figure(problem, owner, owner.model_copy(update={"parts": parts}))


def add_part(problem: Problem, figure: str, part: Part) -> tuple[Problem, str]:
    """The problem with one part more, under a name of its own near the one it has; and that name.

    A problem without figures gets its first.
    """
    if not problem.figures:
        first = PlaneDocument(name=figure or "figure")
        problem = problem.model_copy(update={"figures": [first]})
        figure = first.name
    owner = plane_figure(problem, figure)
    name = fresh_name(part.name, {found.name for found in owner.parts})
    parts = [*owner.parts, part.model_copy(update={"name": name})]
    return with_figure(problem, owner, owner.model_copy(update={"parts": parts})), name


def duplicate_part(problem: Problem, figure: str, part: str) -> tuple[Problem, str]:
    """The problem with another part like one, a little beside it; and its name."""
    found = next((p for p in plane_figure(problem, figure).parts if p.name == part), None)
    if found is None:
        raise Refused(f"there is no part named “{part}” any more")
    at = tuple(_beside(text) for text in found.at)
    return add_part(problem, figure, found.model_copy(update={"at": at}, deep=True))


def remove_part(problem: Problem, figure: str, part: str) -> Problem:
    """The problem without a part; what stood on it stays where it is, by itself."""
    owner = plane_figure(problem, figure)
    if all(found.name != part for found in owner.parts):
        raise Refused(f"there is no part named “{part}” any more")
    standing = [found for found in owner.parts if found.on is not None and found.on.part == part]
    work = work_of(problem, figure) if standing else None
    placed = work.parts.placed if isinstance(work, PlaneWork) else {}
    size = float(UNITS[problem.settings.unit].size(PI))

    def alone(found: Part) -> Part:
        there = placed.get(found.name)
        if found not in standing or there is None:
            return found
        at = tuple(plain(float(value) / size) for value in there.placement.at)
        update = {"on": None, "at": at, "turn": plain(there.placement.degrees), "flip": there.placement.flip}
        return found.model_copy(update=update)

    parts = [alone(found) for found in owner.parts if found.name != part]
    return with_figure(problem, owner, owner.model_copy(update={"parts": parts}))


def _beside(text: str) -> str:
    try:
        return plain(float(text) + BESIDE)
    except ValueError:
        return text
