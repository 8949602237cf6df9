"""Why a formula holds, shown on a person's own figure: a second copy turned onto it, a shear, thin sectors in a row.

Each showing that the figure declares becomes a movement of the part's own outline (for the board to play) and the lines
that go with it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from mensuration.catalogue.figure import Doubling, Saying, Shearing, Unrolling
from mensuration.drawing.board import outline_of
from mensuration.drawing.paths import scale_of, scaled
from mensuration.expressions import Path, Quantity, Scope, evaluate, parse
from mensuration.frozen import Frozen
from mensuration.pictures import Segment, Spot
from mensuration.plane import PlacedPart
from mensuration.telling import Mathematics, Teller, leaves
from mensuration.telling import mathematics as m
from mensuration.telling.mathematics import Maths
from mensuration.telling.values import is_pi
from mensuration.telling.working import tell_all
from mensuration.telling.writing import write

BEFORE = "before"


@dataclass(frozen=True)
class Showing(Frozen):
    """A movement of a part's own outline, about ``pivot``."""

    kind: Literal["double", "shear", "sectors"]
    title: str
    path: tuple[Segment, ...]
    pivot: Spot
    lines: tuple[Mathematics, ...]
    up: Spot | None = None
    slide: Spot | None = None
    radius: float | None = None
    width: float | None = None


def showings(part: PlacedPart, teller: Teller) -> tuple[Showing, ...]:
    """What can be shown of this part: nothing for shapes whose formula follows from another's."""
    found = [_shown(part, teller, declared) for declared in part.solution.plane.showings]
    return tuple(one for one in found if one is not None)


def _shown(part: PlacedPart, teller: Teller, declared: Doubling | Shearing | Unrolling) -> Showing | None:
    scale = scale_of(teller)
    path = outline_of(part, scale)
    lines = tell_all(_lines(part, teller, declared.lines))

    def length(formula: str) -> float:
        return float(part.solution.work_out(formula).value) * scale

    match declared:
        case Doubling(pivot):
            return Showing(
                "double", "Turn a second copy onto it", path, scaled(part.spot(pivot), scale), lines
            )
        case Shearing(lean):
            if not length(lean):
                return None
            along, up = part.placement.along((1.0, 0.0)), part.placement.along((0.0, 1.0))
            share = -length(lean) / length("height")
            return Showing(
                "shear",
                "Shear it: slide every row along the base",
                path,
                scaled(part.spot(("0", "0")), scale),
                lines,
                up=up,
                slide=(along[0] * share, along[1] * share),
            )
        case Unrolling(radius, width):
            return Showing(
                "sectors",
                "Lay ever thinner sectors in a row",
                path,
                scaled(part.spot(("0", "0")), scale),
                lines,
                radius=length(radius),
                width=length(width),
            )


def _lines(part: PlacedPart, teller: Teller, sayings: tuple[Saying, ...]) -> list[Maths]:
    """Each saying with its numbers in place and what they come to."""
    values: dict[str, Quantity] = dict(part.solution.values)

    def number(path: Path) -> Maths:
        return teller.pi_letter if is_pi(path) else teller.written(values[path.text])

    lines: list[Maths] = []
    for saying in sayings:
        tree = parse(saying.formula)
        value = evaluate(tree, Scope(lambda path: values.get(path.text), list, teller.pi))
        sides = m.Equal((write(tree, number, times=True), teller.written(value)))
        lines.append(m.Row((leaves.words(saying.says), sides), r"\colon\ ", ": "))
        values[BEFORE] = value
    return lines
