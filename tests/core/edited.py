"""A yard with parts, a card, cases and lines, and edits done to it."""

from __future__ import annotations

from typing import Any

from mensuration.editing import edit
from mensuration.editing.edits import AnyEdit
from mensuration.frozen import adapter
from mensuration.problem import Problem, evaluate_problem, read

Document = dict[str, Any]


def document(**more: Any) -> Document:
    return {"format": "tilt-grid/problem", "version": 1, **more}


def done(problem: Document | Problem, do: str, **more: Any) -> Problem:
    before = problem if isinstance(problem, Problem) else read(problem)
    kept = before.model_dump()
    try:
        return edit(before, adapter(AnyEdit).validate_python({"do": do, **more})).problem
    finally:
        assert before.model_dump() == kept  # what is given stays as it is


def made(problem: Document, do: str, **more: Any) -> str | None:
    return edit(read(problem), adapter(AnyEdit).validate_python({"do": do, **more})).name


def values(problem: Document | Problem) -> list[Any]:
    """Everything that is worked out, without the names it is told under."""
    results = evaluate_problem(problem if isinstance(problem, Problem) else read(problem))
    asks = [(ask["exact"], ask["decimal"]) for ask in results["asks"]]
    lines = [line["decimal"] for line in results["lines"].values()]
    return [asks, lines, [c["code"] for c in results["complaints"]]]


YARD = document(
    figures=[
        {
            "name": "court",
            "parts": [
                {"name": "deck", "shape": "rectangle", "given": {"width": "6", "height": "tape/2"}},
                {
                    "name": "nose",
                    "shape": "semicircle",
                    "given": {"diameter": "deck.height"},
                    "on": {"part": "deck", "edge": "right"},
                    "at": ["0", "deck.height - court.deck.height"],
                },
                {"name": "bed", "shape": "outline", "walk": "right deck.width, up 2, left ?, down ?"},
            ],
            "cuts": [[["deck.width / 2", "0"], ["court.deck.width / 2", "4"]]],
            "way": "own",
            "shaded": {"parts": ["deck"], "squares": []},
        },
        {
            "name": "post",
            "kind": "formula",
            "figure": "cylinder",
            "given": {"radius": "court.nose.radius", "height": "3"},
        },
        {
            "name": "posts",
            "kind": "cases",
            "figure": "cylinder",
            "columns": [{"name": "radius", "rule": "from 1 by 1/2"}, {"name": "height"}],
            "rows": [{"height": "court.deck.width"}],
        },
    ],
    lines=[{"name": "tape", "expression": "8 m"}, {"name": "twice", "expression": "2 court.deck.width"}],
    asks=[
        {"label": "Area", "expression": "court.area"},
        {"label": "Room", "expression": "post.volume + twice * court.deck.area"},
    ],
)
