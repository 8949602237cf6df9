"""Small makers of problems with letters, and what is told of them in letters."""

from __future__ import annotations

from math import isclose
from typing import Any

from mensuration.expressions import Quantity
from mensuration.numbers import NotClosed, Real
from mensuration.numbers.letters import put_in
from mensuration.problem import evaluate_document, read
from mensuration.problem.evaluation import Evaluation
from mensuration.problem.in_letters import InLetters

Document = dict[str, Any]


def with_letters(stands: dict[str, str], *figures_: Document, **fields: Any) -> Document:
    letters = [{"name": name, "stands": value} for name, value in stands.items()]
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "letters": letters,
        "figures": list(figures_),
        **fields,
    }


def plate(*parts: Document) -> Document:
    return {"name": "plate", "kind": "plane", "parts": list(parts)}


def part(name: str, shape: str, at: tuple[str, str] = ("0", "0"), **given: str) -> Document:
    join = {"join": given.pop("join")} if "join" in given else {}
    return {"name": name, "shape": shape, "given": given, "at": list(at), **join}


def told(document: Document, also: tuple[str, ...] = ()) -> Document:
    found: Document = evaluate_document(document, also)["inLetters"]
    return found


def first_forms(document: Document) -> dict[str, str]:
    return {name: measure["forms"][0]["text"] for name, measure in told(document).items() if measure["forms"]}


def agrees(document: Document, inner: InLetters, expressions: list[str], values: dict[str, Real]) -> int:
    """How many of the expressions' forms give, with these values put in, what is worked out with them."""
    put = inner.put_for(values)
    compared = 0
    for expression, worked in zip(
        expressions, Evaluation(read(document), (), put).values(expressions), strict=True
    ):
        try:
            exact = inner.exact(expression)
        except NotClosed:
            continue
        assert isinstance(worked, Quantity), (expression, worked)
        number = float(inner.first.teller.amount(worked)[0])
        assert isclose(float(put_in(exact, values)), number, rel_tol=1e-9, abs_tol=1e-9), (
            expression,
            exact,
            values,
        )
        compared += 1
    return compared
