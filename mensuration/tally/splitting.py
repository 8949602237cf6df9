"""A way of splitting as a tally: one entry a piece; or inside one entry of another tally."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from mensuration.expressions import Node, Path, Quantity
from mensuration.expressions.nodes import HALF, Binary, Negative, balanced_sum, number_of
from mensuration.numbers import Real
from mensuration.tally.deriving import Derived
from mensuration.tally.entry import Derivation, Entry, Look, Role, Sign, Subject, Tally
from mensuration.units import Kind
from mensuration.ways.shapes import Cornered, Shape, sized
from mensuration.ways.splitting import Piece, Way

MANY_CORNERS = 16


def split_tally(way: Way, length: Kind, pi: Real) -> Tally:
    """The tally of a way; ``length`` is the kind of the problem's lengths."""
    entries = [_entry(piece, number, length, pi) for number, piece in enumerate(way.pieces)]
    return Tally("area", length.power(2), tuple(entries), way.name)


def _entry(piece: Piece, number: int, length: Kind, pi: Real) -> Entry:
    steps, derivation = _derived(piece.shape, length, pi)
    subject = Subject("", number, shape=piece.shape.name)
    return Entry(Sign(piece.sign), Role.PIECE, subject, derivation, steps)


def pieces_derived(way: Way, length: Kind, pi: Real) -> Derived:
    """A way inside one entry: its pieces as steps, their signed sum as the formula.

    Pieces that are alike (four segments of one size) are derived once.
    """
    alike = _alike(way.pieces)
    if len(alike) == 1 and alike[0][1] == 1 and alike[0][0].sign > 0:
        return _derived(alike[0][0].shape, length, pi)
    steps: list[Derivation] = []
    terms: list[tuple[int, Node]] = []
    for number, (piece, count) in enumerate(alike, 1):
        name = f"piece{number}"
        _, own = _derived(piece.shape, length, pi)
        steps.append(_renamed(own, name, piece.shape.name, count))
        one: Node = Path((name,))
        terms.append((piece.sign, one if count == 1 else Binary("*", number_of(count), one)))
    values = {step.quantity: step.value for step in steps}
    sign, formula = terms[0]
    formula = formula if sign > 0 else Negative(formula)
    for sign, term in terms[1:]:
        formula = Binary("+" if sign > 0 else "-", formula, term)
    return tuple(steps), Derivation("area", formula, values, pi, look=Look.SILENT)


def _alike(pieces: Sequence[Piece]) -> list[tuple[Piece, int]]:
    alike: list[tuple[Piece, int]] = []
    for piece in pieces:
        for index, (other, count) in enumerate(alike):
            same = other.sign == piece.sign and other.shape.name == piece.shape.name
            if same and other.value.same_as(piece.value):
                alike[index] = (other, count + 1)
                break
        else:
            alike.append((piece, 1))
    return alike


def _renamed(own: Derivation, name: str, title: str, count: int) -> Derivation:
    return Derivation(
        name, own.formula, own.substitution, own.pi, own.symbols, own.given, own.look, title, count=count
    )


def _derived(shape: Shape | Cornered, length: Kind, pi: Real) -> Derived:
    if isinstance(shape, Cornered):
        return _by_corners(shape, length, pi)
    return (), Derivation("area", shape.tree, sized(shape, length), pi, shape.symbols)


def _by_corners(shape: Cornered, length: Kind, pi: Real) -> Derived:
    """Corner by corner: x times the next y, less the next x times y; half of the sum."""
    steps: list[Derivation] = []
    for name, (product, names) in shape.products.items():
        values = {key: Quantity(shape.sizes[key], length) for key in names}
        symbols = {key: f"{key[0]}_{{{key[1:]}}}" for key in names}
        steps.append(Derivation(name, product, values, pi, symbols))
    sums: Mapping[str, Quantity] = {step.quantity: step.value for step in steps}
    formula = Binary("*", HALF, balanced_sum([Path((step.quantity,)) for step in steps]))
    told = tuple(steps) if len(steps) <= MANY_CORNERS else ()
    return told, Derivation("area", formula, sums, pi, look=Look.CORNERS)
