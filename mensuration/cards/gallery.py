"""The gallery: every figure of the catalogue with a small picture, its quantities and all its formulas."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Literal

from mensuration.catalogue import Figure, PlaneFigure, Solid, figures
from mensuration.catalogue.figure import FAMILIES, Measure, PlaneFace, Relation
from mensuration.drawing.card import CardPicture, card_picture
from mensuration.expressions import Path, parse
from mensuration.frozen import Frozen, Table, fields_of, table
from mensuration.numbers import PI, Rounding
from mensuration.solving import solve, starting_givens
from mensuration.solving.forms import inputs
from mensuration.tally.deriving import symbols_of
from mensuration.telling import Mathematics, Teller, leaves, told
from mensuration.telling import mathematics as m
from mensuration.telling.mathematics import Maths
from mensuration.telling.values import is_pi
from mensuration.telling.writing import Leaf, write
from mensuration.units import UNITS


@dataclass(frozen=True)
class CardRow(Frozen):
    """A figure in the gallery."""

    name: str
    title: str
    family: str
    synonyms: tuple[str, ...]
    plane: bool
    picture: CardPicture


@dataclass(frozen=True)
class CardMeasure(Frozen):
    """A quantity of a figure."""

    name: str
    title: str
    symbol: str
    kind: Literal["length", "area", "volume", "angle", "count"]
    further: bool
    signed: bool
    same: str
    """Another measure of which it is only a second name."""
    of_turn: bool
    """Whether it is a share of the whole turn."""


@dataclass(frozen=True)
class RelationForm(Mathematics):
    """A relation solved for one quantity; ``second`` is its other value, where it has two."""

    quantity: str = ""
    needs: tuple[str, ...] = ()
    second: Mathematics | None = None


@dataclass(frozen=True)
class CardRelation(Frozen):
    """One relation in all its rearranged forms, the familiar one first."""

    source: str
    forms: tuple[RelationForm, ...]


@dataclass(frozen=True)
class CardFace(Frozen):
    """Faces of a solid that are one plane figure: how many, and its measures in the solid's letters."""

    name: str
    figure: str
    unrolled: bool
    times: Mathematics
    givens: tuple[Mathematics, ...]


@dataclass(frozen=True)
class SheetRow(CardRow):
    """A figure with its quantities, all its formulas, and its faces where it is a solid."""

    starting: Table[str, str]
    measures: tuple[CardMeasure, ...]
    formulas: tuple[CardRelation, ...]
    faces: tuple[CardFace, ...]


@cache
def gallery() -> tuple[CardRow, ...]:
    """All figures, family by family, each with its picture."""
    ordered = sorted(figures().values(), key=lambda figure: FAMILIES.index(figure.family))
    return tuple(_row(figure) for figure in ordered)


@cache
def sheet() -> tuple[SheetRow, ...]:
    """All figures with their quantities and all their formulas as well."""
    return tuple(_full(row, figures()[row.name]) for row in gallery())


def _row(figure: Figure) -> CardRow:
    teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    picture = card_picture(solve(figure, starting_givens(figure), PI), teller, (), lettered=True)
    plane = isinstance(figure, PlaneFigure)
    return CardRow(figure.name, figure.title, figure.family, figure.synonyms, plane, picture)


def _full(row: CardRow, figure: Figure) -> SheetRow:
    return SheetRow(
        **fields_of(row),
        starting=table(figure.starting),
        measures=tuple(_measure(measure) for measure in figure.measures),
        formulas=tuple(
            _relation(figure, relation) for relation in figure.relations if _says(figure, relation)
        ),
        faces=tuple(_face(figure, face) for face in figure.faces) if isinstance(figure, Solid) else (),
    )


def _measure(measure: Measure) -> CardMeasure:
    return CardMeasure(
        measure.name,
        measure.title,
        measure.symbol,
        measure.kind,
        measure.further,
        measure.signed,
        measure.same,
        measure.of_turn,
    )


def _says(figure: Figure, relation: Relation) -> bool:
    """Whether a relation says more than that two names stand for one quantity."""
    left, _, right = equation(figure, *next(iter(relation.forms.items()))).tex.partition(" = ")
    return left != right


def _relation(figure: Figure, relation: Relation) -> CardRelation:
    return CardRelation(
        relation.source,
        tuple(_form(figure, relation, quantity) for quantity in relation.forms),
    )


def _form(figure: Figure, relation: Relation, quantity: str) -> RelationForm:
    formula, second = relation.forms[quantity], relation.second.get(quantity)
    own = equation(figure, quantity, formula)
    return RelationForm(
        own.tex,
        own.text,
        (),
        quantity,
        tuple(sorted(inputs(formula))),
        equation(figure, quantity, second) if second is not None else None,
    )


def _face(solid: Solid, face: PlaneFace) -> CardFace:
    base, letter = figures()[face.figure], letters_of(solid)
    givens = (
        told(m.Equal((leaves.words(base.title_of(name)), write(parse(text), letter))))
        for name, text in face.givens.items()
    )
    times = told(write(parse(face.times), letter))
    return CardFace(face.name, base.title, face.unrolled, times, tuple(givens))


def letters_of(figure: Figure) -> Leaf:
    """A figure's own letters in place of names."""
    symbols = symbols_of(figure)

    def letter(path: Path) -> Maths:
        return leaves.PI if is_pi(path) else leaves.symbol(symbols[path.text], path.text)

    return letter


def equation(figure: Figure, quantity: str, formula: str) -> Mathematics:
    """``quantity = formula`` in the figure's letters."""
    letter = letters_of(figure)
    return told(m.Equal((letter(Path((quantity,))), write(parse(formula), letter))))
