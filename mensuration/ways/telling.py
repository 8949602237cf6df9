"""Telling a way of splitting as a tally: one entry a piece, in the shape that every tally has."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Any

from mensuration.expressions import Path, Quantity, Scope, evaluate, parse
from mensuration.expressions.write import ATOM, PRODUCT, SUM, Leaf, Written, write
from mensuration.telling import Teller, told
from mensuration.units import ANGLE, Kind
from mensuration.ways.shapes import CORNERED, Shape
from mensuration.ways.splitting import Piece, Way

MANY_CORNERS = 16
_PRODUCT = re.compile(r"\(x(\d+) y(\d+) - x\d+ y\d+\)")


def way_entries(way: Way, teller: Teller, length: Kind) -> list[dict[str, Any]]:
    """The entries of a way's tally; ``length`` is the kind of the problem's lengths."""
    return [_entry(piece, number, teller, length) for number, piece in enumerate(way.pieces, 1)]


def as_steps(way: Way, teller: Teller, length: Kind) -> dict[str, Any]:
    """A way inside one entry of another tally: its pieces as steps, their signed sum as the numbers.

    Pieces that are alike (four segments of one size) are told once.
    """
    alike: list[tuple[Piece, int]] = []
    for piece in way.pieces:
        for index, (other, count) in enumerate(alike):
            if (
                other.sign == piece.sign
                and other.shape.name == piece.shape.name
                and other.value.same_as(piece.value)
            ):
                alike[index] = (other, count + 1)
                break
        else:
            alike.append((piece, 1))
    if len(alike) == 1 and alike[0][1] == 1:
        told_ = _formula(alike[0][0].shape, teller, length)
        return {"steps": [], "formula": told_["formula"], "numbers": told_["numbers"]}
    steps = [
        {
            "quantity": f"piece {number}",
            "title": piece.shape.name if count == 1 else f"{piece.shape.name}, {count} of them",
            "formula": (formula := _formula(piece.shape, teller, length))["formula"],
            "numbers": formula["numbers"],
            "value": _value(piece, teller, length),
        }
        for number, (piece, count) in enumerate(alike, 1)
    ]
    return {"steps": steps, "formula": None, "numbers": _signed_sum(alike, teller, length)}


def _signed_sum(alike: Sequence[tuple[Piece, int]], teller: Teller, length: Kind) -> dict[str, str]:
    tex, text = "", ""
    for piece, count in alike:
        written = teller.written(Quantity(piece.value, length.power(2)))
        if count > 1:
            written = written.within(PRODUCT)
            written = Written(rf"{count} \times {written.tex}", f"{count} × {written.text}")
        sign = ("+", "+") if piece.sign > 0 else ("-", "−")
        first = not text and piece.sign > 0
        tex += written.tex if first else f" {sign[0]} {written.tex}"
        text += written.text if first else f" {sign[1]} {written.text}"
    return {"tex": tex.strip(), "text": text.strip()}


def _value(piece: Piece, teller: Teller, length: Kind) -> dict[str, str]:
    return told(teller.written(Quantity(piece.value, length.power(2))))


def _entry(piece: Piece, number: int, teller: Teller, length: Kind) -> dict[str, Any]:
    return {
        "id": f"piece.{number}",
        "sign": "-" if piece.sign < 0 else "+",
        "badge": str(number),
        "part": "",
        "edge": None,
        "role": "piece",
        "counted": True,
        "stretch": None,
        "title": piece.shape.name,
        "shape": piece.shape.name,
        "note": "",
        "value": teller.tell(Quantity(piece.value, length.power(2))),
        **_formula(piece.shape, teller, length),
    }


def _formula(shape: Shape, teller: Teller, length: Kind) -> dict[str, Any]:
    if shape.name == CORNERED:
        return _shoelace(shape, teller, length)
    tree = parse(shape.formula)

    def number(path: Path) -> Written:
        if path.names == ("pi",):
            return Written(r"\pi", "π") if teller.pi.rational is None else teller.written(Quantity(teller.pi))
        kind = ANGLE if path.text == "angle" else length
        return teller.written(Quantity(shape.sizes[path.text], kind))

    return {
        "steps": [],
        "formula": told(write(tree, _symbols(shape))),
        "numbers": told(write(tree, number, times=True)),
    }


def _symbols(shape: Shape) -> Leaf:
    def symbol(path: Path) -> Written:
        if path.names == ("pi",):
            return Written(r"\pi", "π")
        return Written(shape.symbols[path.text], path.text)

    return symbol


def _shoelace(shape: Shape, teller: Teller, length: Kind) -> dict[str, Any]:
    """Corner by corner: x times the next y, less the next x times y."""
    scope = Scope(lambda path: Quantity(shape.sizes[path.text], length))
    steps: list[dict[str, Any]] = []
    values: list[Written] = []
    for match in _PRODUCT.finditer(shape.formula):
        tree = parse(match.group(0))
        value = teller.written(evaluate(tree, scope))

        def number(path: Path) -> Written:
            written = teller.written(Quantity(shape.sizes[path.text], length))
            if shape.sizes[path.text].sign() < 0:
                return written.within(ATOM)
            return written

        steps.append(
            {
                "quantity": f"corner {match.group(1)}",
                "formula": told(write(tree, _symbols(shape))),
                "numbers": told(write(tree, number, times=True)),
                "value": told(value),
            }
        )
        values.append(value)
    formula = {
        "tex": r"\tfrac12 \sum \left(x_i\,y_{i+1} - x_{i+1}\,y_i\right)",
        "text": "1/2 Σ (x y' − x' y), corner by corner",
    }
    if len(values) > MANY_CORNERS:
        return {"steps": [], "formula": formula, "numbers": None}
    tex = " + ".join(w.tex if w.binds > SUM else rf"\left({w.tex}\right)" for w in values)
    text = " + ".join(w.text if w.binds > SUM else f"({w.text})" for w in values)
    return {
        "steps": steps,
        "formula": formula,
        "numbers": {"tex": rf"\tfrac12 \bigl({tex}\bigr)", "text": f"1/2 ({text})"},
    }
