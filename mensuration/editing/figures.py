"""The figures of a problem as a list, and its lines: adding, duplicating, moving, removing."""

from __future__ import annotations

from mensuration.editing.refusing import Refused, index_of
from mensuration.editing.renaming import rename_figure
from mensuration.expressions import fresh_name
from mensuration.problem import Problem
from mensuration.problem.document import MAX_FIGURES, MAX_LINES, WorkingLine
from mensuration.problem.kinds import AnyFigure


def taken_names(problem: Problem) -> set[str]:
    """Names that a new figure or line can't have."""
    return {figure.name for figure in problem.figures} | {line.name for line in problem.lines}


def add_figure(problem: Problem, figure: AnyFigure, after: int | None = None) -> tuple[Problem, str]:
    """The problem with one figure more, under a name of its own near the one it has; and that name."""
    if len(problem.figures) >= MAX_FIGURES:
        raise Refused(f"a problem has at most {MAX_FIGURES} figures")
    name = fresh_name(figure.name, taken_names(problem))
    figures = list(problem.figures)
    figures.insert(len(figures) if after is None else after + 1, figure.model_copy(update={"name": name}))
    return problem.model_copy(update={"figures": figures}), name


def add_line(problem: Problem, line: WorkingLine) -> tuple[Problem, str]:
    """The problem with one line of working more, under a name of its own near the one it has; and that name."""
    if len(problem.lines) >= MAX_LINES:
        raise Refused(f"a problem has at most {MAX_LINES} lines")
    name = fresh_name(line.name, taken_names(problem))
    lines = [*problem.lines, line.model_copy(update={"name": name})]
    return problem.model_copy(update={"lines": lines}), name


def duplicate_figure(problem: Problem, figure: str) -> tuple[Problem, str]:
    """The problem with another figure like one, right behind it, its texts naming itself; and its name."""
    index = index_of(figure, [f.name for f in problem.figures], "figure")
    twin = problem.figures[index].model_copy(deep=True)
    name = fresh_name(figure, taken_names(problem))
    alone = rename_figure(Problem(figures=[twin]), figure, name).figures[0]
    return add_figure(problem, alone, index)


def move_figure(problem: Problem, figure: str, to: int) -> Problem:
    """The problem with a figure at another place (from 0) of its list."""
    index = index_of(figure, [f.name for f in problem.figures], "figure")
    figures = list(problem.figures)
    moved = figures.pop(index)
    figures.insert(max(0, min(to, len(figures))), moved)
    return problem.model_copy(update={"figures": figures})


def remove_figure(problem: Problem, figure: str) -> Problem:
    """The problem without a figure; what names it stays and says that it is gone."""
    index = index_of(figure, [f.name for f in problem.figures], "figure")
    return problem.model_copy(update={"figures": [f for i, f in enumerate(problem.figures) if i != index]})
