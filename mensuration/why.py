"""Why a formula holds, shown on a person's own figure: a second copy turned onto it, a shear, thin sectors in a row.

Each showing is a movement of the part's own outline (for the board to play) and the lines that go with it.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from mensuration.expressions import Quantity
from mensuration.plane import PlacedPart
from mensuration.plane.edges import Spot
from mensuration.plane.paths import edge_segment
from mensuration.telling import Teller

Showing = dict[str, Any]


def showings(part: PlacedPart, teller: Teller) -> list[Showing]:
    """What can be shown of this part: nothing for shapes whose formula follows from another's."""
    maker = _MAKERS.get(part.solution.figure.name)
    return maker(_Shown(part, teller)) if maker else []


def explained(shape: str) -> bool:
    """Whether something can be shown of a shape of the catalogue."""
    return shape in _MAKERS


class _Shown:
    """One part with its values written out and its points in the drawing's numbers."""

    def __init__(self, part: PlacedPart, teller: Teller) -> None:
        self.part = part
        self.teller = teller
        self.scale = 1 / float(teller.unit.size(teller.pi))
        self.path = [edge_segment(edge, self.scale) for edge in part.edges]

    def spot(self, x: str, y: str) -> list[float]:
        u, v = self.part.spot((x, y))
        return [u * self.scale, v * self.scale]

    def along(self, local: Spot) -> list[float]:
        return list(self.part.placement.along(local))

    def quantity(self, expression: str) -> Quantity:
        return self.part.solution.work_out(expression)

    def number(self, expression: str) -> float:
        return float(self.quantity(expression).value) * self.scale

    def line(self, says: str, formula: str, numbers: list[str], value: str) -> dict[str, str]:
        """``says: formula = numbers in place = value``; {} in ``formula`` takes the numbers in turn."""
        written = [self.teller.written(self.quantity(text)) for text in numbers]
        result = self.teller.written(self.quantity(value))
        tex = formula.format(*(w.tex for w in written))
        text = (
            formula.replace(r"\times", "×")
            .replace(r"\tfrac12", "1/2")
            .replace(r"\left", "")
            .replace(r"\right", "")
        )
        text = text.format(*(w.text for w in written))
        return {
            "tex": rf"\text{{{says}}}\colon\ {tex} = {result.tex}",
            "text": f"{says}: {text} = {result.text}",
        }


def _double(shown: _Shown, title: str, pivot: list[float], lines: list[dict[str, str]]) -> Showing:
    return {"kind": "double", "title": title, "path": shown.path, "pivot": pivot, "lines": lines}


def _shear(shown: _Shown, title: str, lean: str, lines: list[dict[str, str]]) -> Showing:
    """Every row slides along the base by as much as it lies above it, until ``lean`` is 0."""
    along = shown.along((1.0, 0.0))
    share = -shown.number(lean) / shown.number("height")
    return {
        "kind": "shear",
        "title": title,
        "path": shown.path,
        "pivot": shown.spot("0", "0"),
        "up": shown.along((0.0, 1.0)),
        "slide": [along[0] * share, along[1] * share],
        "lines": lines,
    }


def _triangle(shown: _Shown) -> list[Showing]:
    right = shown.part.solution.figure.name == "right-triangle"
    pivot = shown.spot("base / 2", "height / 2") if right else shown.spot("(base + offset) / 2", "height / 2")
    whole = "rectangle" if right else "parallelogram"
    lines = [
        shown.line(f"the two make a {whole}", r"{} \times {}", ["base", "height"], "2 area"),
        shown.line("one triangle is half of it", r"\tfrac12 \times {}", ["2 area"], "area"),
    ]
    made = [_double(shown, "Turn a second copy onto it", pivot, lines)]
    if not right and shown.number("offset"):
        again = [
            shown.line(
                "base and height stay as they are, and so does the area",
                r"\tfrac12 \times {} \times {}",
                ["base", "height"],
                "area",
            )
        ]
        made.append(_shear(shown, "Shear it: slide every row along the base", "offset", again))
    return made


def _trapezoid(shown: _Shown) -> list[Showing]:
    pivot = shown.spot("(base + offset + top) / 2", "height / 2")
    lines = [
        shown.line(
            "the two make a parallelogram",
            r"\left({} + {}\right) \times {}",
            ["base", "top", "height"],
            "2 area",
        ),
        shown.line("one trapezoid is half of it", r"\tfrac12 \times {}", ["2 area"], "area"),
    ]
    return [_double(shown, "Turn a second copy onto it", pivot, lines)]


def _parallelogram(shown: _Shown) -> list[Showing]:
    lines = [
        shown.line(
            "no row changes its length: it becomes a rectangle", r"{} \times {}", ["base", "height"], "area"
        )
    ]
    return [_shear(shown, "Shear it: slide every row along the base", "lean", lines)]


def _circle(shown: _Shown) -> list[Showing]:
    lines = [
        shown.line(
            "the row is about half the circumference long",
            r"\tfrac12 \times {}",
            ["circumference"],
            "circumference / 2",
        ),
        shown.line("and as high as the radius", r"{} \times {}", ["circumference / 2", "radius"], "area"),
    ]
    return [
        {
            "kind": "sectors",
            "title": "Lay ever thinner sectors in a row",
            "path": shown.path,
            "pivot": shown.spot("0", "0"),
            "radius": shown.number("radius"),
            "width": shown.number("circumference / 2"),
            "lines": lines,
        }
    ]


_MAKERS: dict[str, Callable[[_Shown], list[Showing]]] = {
    "triangle": _triangle,
    "right-triangle": _triangle,
    "trapezoid": _trapezoid,
    "parallelogram": _parallelogram,
    "circle": _circle,
}
