"""What a shelf shows of a problem: the picture of its first figure that has one, and the first answers."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.drawing.shelf import ShelfPicture
from mensuration.frozen import fields_of
from mensuration.problem import Problem, Results, evaluate
from mensuration.problem.kinds import kind_of

ANSWERS = 2


@dataclass(frozen=True)
class ShownAnswer:
    """One answer, as the shelf shows it."""

    label: str
    text: str


@dataclass(frozen=True, kw_only=True)
class Preview(ShelfPicture):
    """A small picture, the first answers, and how many mistakes there are."""

    kind: str = ""
    answers: tuple[ShownAnswer, ...]
    faults: int


def preview(problem: Problem, results: Results | None = None) -> Preview:
    """The preview of a problem, of its ``results`` where they are there; each kind of figure gives its own picture."""
    results = results or evaluate(problem)
    pictures = (
        kind_of(figure).picture(figure, results.figures[figure.name])
        for figure in problem.figures
        if figure.name in results.figures
    )
    picture = next((picture for picture in pictures if picture is not None), None)
    answers = (ShownAnswer(ask.label, ask.text) for ask in results.asks[:ANSWERS] if ask.text)
    faults = sum(complaint.level == "error" for complaint in results.complaints)
    return Preview(**(fields_of(picture) if picture else {}), answers=tuple(answers), faults=faults)
