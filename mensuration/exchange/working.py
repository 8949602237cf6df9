"""The working of a card as text, TeX or MathML, to be taken elsewhere."""

from __future__ import annotations

from collections.abc import Sequence

from mensuration.cards import copied_lines
from mensuration.problem import Problem
from mensuration.problem.evaluate import solved_card
from mensuration.telling.mathematics import Maths

FORMS = {"text": "text/plain", "tex": "text/x-tex", "mathml": "application/mathml+xml"}


def card_text(problem: Problem, name: str, form: str, wanted: str | None = None) -> str | None:
    """The path of working of the formula figure ``name`` (to the quantity ``wanted``, or all of it) in one of FORMS.

    None where there is no such figure, or it is not solved.

    >>> from mensuration.problem import read
    >>> cone = {"name": "it", "kind": "formula", "figure": "cone", "given": {"radius": "3", "height": "4"}}
    >>> problem = read({"format": "tilt-grid/problem", "version": 1, "figures": [cone]})
    >>> print(card_text(problem, "it", "text", "slant"))
    slant = √(radius² + height²) = √((3 m)² + (4 m)²)
    slant = 5 m
    """
    found = solved_card(problem, name)
    if found is None:
        return None
    card, teller = found
    known = wanted if wanted is not None and wanted in card.known else None
    return written(copied_lines(card, teller, known), form)


def written(lines: Sequence[Maths], form: str) -> str:
    """Lines of mathematics below one another in one of FORMS.

    >>> from mensuration.telling.leaves import digits
    >>> from mensuration.telling.mathematics import Equal
    >>> written([Equal((digits("2"), digits("2")))], "text")
    '2 = 2'
    """
    if form == "tex":
        rows = " \\\\\n".join(f"  {line.tex}" for line in lines)
        return f"\\begin{{gather*}}\n{rows}\n\\end{{gather*}}"
    return "\n".join(line.mathml if form == "mathml" else line.text for line in lines)
