"""Edits as data: what a person wants to change, as a screen or a script sends it, and how it is done."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field

from mensuration.editing import bringing, figures, outlines, parts, renaming
from mensuration.expressions import one_word
from mensuration.problem import Problem
from mensuration.problem.document import WorkingLine
from mensuration.problem.kinds import AnyFigure
from mensuration.problem.kinds.formula import FormulaDocument
from mensuration.problem.kinds.plane import Part
from mensuration.problem.models import Model, Settings, Typed

Named = Annotated[str, Field(max_length=200)]
Place = Annotated[int, Field(ge=0, le=1000)]
Vector = tuple[Annotated[float, Field(allow_inf_nan=False)], Annotated[float, Field(allow_inf_nan=False)]]
Vectors = Annotated[list[Vector], Field(max_length=200)]


@dataclass(frozen=True)
class Edited:
    """The problem as it is after an edit, and the name of what was made, where something was."""

    problem: Problem
    name: str | None = None


class RenameFigure(Model):
    do: Literal["rename-figure"]
    figure: Named
    name: Named

    def on(self, problem: Problem) -> Edited:
        name = one_word(self.name)
        return Edited(renaming.rename_figure(problem, self.figure, name), name)


class RenamePart(Model):
    do: Literal["rename-part"]
    figure: Named
    part: Named
    name: Named

    def on(self, problem: Problem) -> Edited:
        name = one_word(self.name)
        return Edited(renaming.rename_part(problem, self.figure, self.part, name), name)


class RenameLine(Model):
    do: Literal["rename-line"]
    line: Named
    name: Named

    def on(self, problem: Problem) -> Edited:
        name = one_word(self.name)
        return Edited(renaming.rename_line(problem, self.line, name), name)


class RenameLetter(Model):
    do: Literal["rename-letter"]
    letter: Named
    name: Named

    def on(self, problem: Problem) -> Edited:
        name = one_word(self.name)
        return Edited(renaming.rename_letter(problem, self.letter, name), name)


class AddLine(Model):
    do: Literal["add-line"]
    line: WorkingLine

    def on(self, problem: Problem) -> Edited:
        return Edited(*figures.add_line(problem, self.line))


class WriteLine(Model):
    do: Literal["write-line"]
    line: Named
    text: Typed

    def on(self, problem: Problem) -> Edited:
        return Edited(*renaming.write_line(problem, self.line, self.text))


class AddFigure(Model):
    do: Literal["add-figure"]
    added: AnyFigure

    def on(self, problem: Problem) -> Edited:
        return Edited(*figures.add_figure(problem, self.added))


class DuplicateFigure(Model):
    do: Literal["duplicate-figure"]
    figure: Named

    def on(self, problem: Problem) -> Edited:
        return Edited(*figures.duplicate_figure(problem, self.figure))


class MoveFigure(Model):
    do: Literal["move-figure"]
    figure: Named
    to: Place

    def on(self, problem: Problem) -> Edited:
        return Edited(figures.move_figure(problem, self.figure, self.to))


class RemoveFigure(Model):
    do: Literal["remove-figure"]
    figure: Named

    def on(self, problem: Problem) -> Edited:
        return Edited(figures.remove_figure(problem, self.figure))


class AddPart(Model):
    do: Literal["add-part"]
    figure: Named
    part: Part

    def on(self, problem: Problem) -> Edited:
        return Edited(*parts.add_part(problem, self.figure, self.part))


class DuplicatePart(Model):
    do: Literal["duplicate-part"]
    figure: Named
    part: Named

    def on(self, problem: Problem) -> Edited:
        return Edited(*parts.duplicate_part(problem, self.figure, self.part))


class RemovePart(Model):
    do: Literal["remove-part"]
    figure: Named
    part: Named

    def on(self, problem: Problem) -> Edited:
        return Edited(parts.remove_part(problem, self.figure, self.part))


class AddOutline(Model):
    do: Literal["add-outline"]
    figure: Named
    corners: Vectors

    def on(self, problem: Problem) -> Edited:
        return Edited(*outlines.add_outline(problem, self.figure, self.corners))


class SetSide(Model):
    do: Literal["set-side"]
    figure: Named
    part: Named
    side: Place
    text: Typed

    def on(self, problem: Problem) -> Edited:
        return Edited(outlines.set_side(problem, self.figure, self.part, self.side, self.text))


class MoveCorner(Model):
    """``sides`` are the outline's sides as they are drawn; ``at`` is where the outline then stands, if that changes."""

    do: Literal["move-corner"]
    figure: Named
    part: Named
    corner: Place
    by: Vector
    sides: Vectors
    at: tuple[Typed, Typed] | None = None

    def on(self, problem: Problem) -> Edited:
        moved = outlines.move_corner(problem, self.figure, self.part, self.corner, self.by, self.sides)
        if self.at is not None:
            update = {"at": self.at}
            moved = parts.change_part(moved, self.figure, self.part, lambda p: p.model_copy(update=update))
        return Edited(moved)


class BringCard(Model):
    """``settings`` are those under which the card was solved."""

    do: Literal["bring-card"]
    card: FormulaDocument
    settings: Settings

    def on(self, problem: Problem) -> Edited:
        return Edited(*bringing.bring_card(problem, self.card, self.settings))


AnyEdit = Annotated[
    RenameFigure
    | RenamePart
    | RenameLine
    | RenameLetter
    | AddLine
    | WriteLine
    | AddFigure
    | DuplicateFigure
    | MoveFigure
    | RemoveFigure
    | AddPart
    | DuplicatePart
    | RemovePart
    | AddOutline
    | SetSide
    | MoveCorner
    | BringCard,
    Field(discriminator="do"),
]


def edit(problem: Problem, change: AnyEdit) -> Edited:
    """The problem after an edit. Refused, in words, where it can't be done; the problem given is never changed.

    >>> from mensuration.problem import read
    >>> pad = {"name": "pad", "parts": []}
    >>> problem = read({"format": "tilt-grid/problem", "version": 1, "figures": [pad]})
    >>> edit(problem, RenameFigure(do="rename-figure", figure="pad", name="deck")).problem.figures[0].name
    'deck'
    """
    return change.on(problem)
