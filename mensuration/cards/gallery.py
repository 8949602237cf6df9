"""The gallery: every figure of the catalogue with a small picture, its quantities and all its formulas."""

from __future__ import annotations

from functools import cache
from typing import Any

from mensuration.cards.picture import card_picture
from mensuration.catalogue import Figure, PlaneFigure, figures
from mensuration.catalogue.figure import FAMILIES, Measure, Relation
from mensuration.expressions import Path, parse
from mensuration.expressions.write import Written, write
from mensuration.numbers import PI, Rounding
from mensuration.solving import solve, starting_givens
from mensuration.solving.forms import inputs
from mensuration.steps import symbols
from mensuration.telling import Teller, told
from mensuration.units import UNITS


@cache
def gallery() -> list[dict[str, Any]]:
    """All figures, family by family, each with its picture."""
    ordered = sorted(figures().values(), key=lambda figure: FAMILIES.index(figure.family))
    return [_row(figure) for figure in ordered]


@cache
def sheet() -> list[dict[str, Any]]:
    """All figures with their quantities and all their formulas as well."""
    return [{**row, **_formulas(figures()[row["name"]])} for row in gallery()]


def _row(figure: Figure) -> dict[str, Any]:
    teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    return {
        "name": figure.name,
        "title": figure.title,
        "family": figure.family,
        "synonyms": list(figure.synonyms),
        "plane": isinstance(figure, PlaneFigure),
        "picture": card_picture(solve(figure, starting_givens(figure), PI), teller, (), lettered=True),
    }


def _formulas(figure: Figure) -> dict[str, Any]:
    return {
        "starting": dict(figure.starting),
        "measures": [_measure(measure) for measure in figure.measures],
        "formulas": [_relation(figure, relation) for relation in figure.relations if _says(figure, relation)],
    }


def _measure(measure: Measure) -> dict[str, Any]:
    return {
        "name": measure.name,
        "title": measure.title,
        "symbol": measure.symbol,
        "kind": measure.kind,
        "further": measure.further,
        "signed": measure.signed,
    }


def _says(figure: Figure, relation: Relation) -> bool:
    """Whether a relation says more than that two names stand for one quantity."""
    left, _, right = equation(figure, *next(iter(relation.forms.items())))["tex"].partition(" = ")
    return left != right


def _relation(figure: Figure, relation: Relation) -> dict[str, Any]:
    return {
        "source": relation.source,
        "forms": [
            {
                "quantity": quantity,
                "needs": sorted(inputs(formula)),
                **equation(figure, quantity, formula),
                "second": equation(figure, quantity, relation.second[quantity])
                if quantity in relation.second
                else None,
            }
            for quantity, formula in relation.forms.items()
        ],
    }


def equation(figure: Figure, quantity: str, formula: str) -> dict[str, str]:
    """``quantity = formula`` in the figure's symbols."""

    symbol = symbols(figure)
    left, right = symbol(Path((quantity,))), write(parse(formula), symbol)
    return told(Written(f"{left.tex} = {right.tex}", f"{left.text} = {right.text}"))
