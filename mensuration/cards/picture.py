"""A card's picture: the figure to scale, every length that can be shown on it, and which of them are known."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from math import dist
from typing import Any

from mensuration.catalogue import PlaneFigure, Solid
from mensuration.catalogue.figure import XYZ, Raised, Stretch
from mensuration.expressions import Quantity
from mensuration.plane import Placement, place
from mensuration.plane.edges import around
from mensuration.problem.drawing import Pen, figure_alone
from mensuration.solids import Sketch, sketch
from mensuration.solids.bodies import point
from mensuration.solids.space import V3
from mensuration.solving import Solution
from mensuration.telling import Teller

Typed = tuple[tuple[str, str], ...]
LONGEST = 10
DIGITS = 6  # of coordinates: far finer than any screen or sheet


@lru_cache(maxsize=1000)
def card_picture(solution: Solution, teller: Teller, typed: Typed, lettered: bool = False) -> dict[str, Any]:
    """Everything that is drawn of a solved figure, in the teller's unit of length.

    ``shown`` dimension lines are drawn as they are; the others when a person points at their quantity. A
    ``lettered`` picture tells the quantities' symbols instead of their values.
    """
    plane = isinstance(solution.figure, PlaneFigure)
    drawn = _plane(solution, teller, typed) if plane else _solid(solution, teller, dict(typed))
    for line in (*drawn["spans"], *drawn["angles"]):
        line["text"] = _short_text(line["text"], solution.values[line["measure"]], teller)
    if lettered:
        symbols = {m.name: letter(m.symbol) for m in solution.figure.measures}
        for line in (*drawn["spans"], *drawn["angles"]):
            line["text"] = symbols[line["measure"]]
    return drawn


def _short_text(text: str, value: Quantity, teller: Teller) -> str:
    """A value as it fits into a picture: exact where that is short, else rounded."""
    if "…" not in text and len(text) <= LONGEST:
        return text
    told = teller.tell(value)
    return f"≈ {told['text']}" if told["approximate"] else text


_GREEK = {r"\alpha": "α", r"\beta": "β", r"\gamma": "γ", r"\delta": "δ", r"\epsilon": "ε", r"\theta": "θ"}
_BELOW = str.maketrans("0123456789abc", "₀₁₂₃₄₅₆₇₈₉ₐbc")


def letter(symbol: str) -> str:
    """A measure's symbol as plain text for a picture."""
    first, _, below = symbol.partition("_")
    return _GREEK.get(first, first) + below.strip("{}").translate(_BELOW)


def _plane(solution: Solution, teller: Teller, typed: Typed) -> dict[str, Any]:
    part = place(solution.figure.name, 0, "add", solution, Placement())
    drawn = figure_alone(part, teller, Pen(typed))
    scale = 1 / float(teller.unit.size(teller.pi))
    return {
        "kind": "plane",
        "path": drawn["path"],
        "lines": [],
        "fills": [],
        "spans": drawn["spans"],
        "angles": drawn["angles"],
        "rightAngles": drawn["rightAngles"],
        "ticks": drawn["ticks"],
        "arrows": drawn["arrows"],
        "bounds": [value * scale for value in around([part.box])],
    }


def _solid(solution: Solution, teller: Teller, typed: Mapping[str, str]) -> dict[str, Any]:
    drawn = sketch(solution)
    scale = 1 / float(teller.unit.size(teller.pi))
    figure = solution.figure
    assert isinstance(figure, Solid)

    def seen(at: V3) -> list[float]:
        return short(drawn.view.seen(at), scale)

    spots = drawn.spots
    xs, ys = [x for x, _ in spots], [y for _, y in spots]
    bounds = [min(xs) * scale, min(ys) * scale, max(xs) * scale, max(ys) * scale]
    size = max(bounds[2] - bounds[0], bounds[3] - bounds[1])
    return {
        "kind": "solid",
        "path": [],
        "lines": [
            {"points": [short(spot, scale) for spot in points], "hidden": hidden}
            for points, hidden in drawn.lines
        ],
        "fills": [
            {"rings": [[short(spot, scale) for spot in ring] for ring in rings], "bright": bright}
            for rings, bright in drawn.fills
        ],
        "spans": [
            span
            for stretch, ends in _stretches(solution, drawn)
            if dist(
                (span := _span(stretch, [seen(end) for end in ends], solution, teller, typed))["start"],
                span["end"],
            )
            > size / 50
        ],
        "angles": [],
        "rightAngles": [
            [seen(point(solution.floats, xyz)) for xyz in corner] for corner in figure.right_angles
        ],
        "ticks": [],
        "arrows": [],
        "bounds": bounds,
    }


def short(spot: tuple[float, float], scale: float) -> list[float]:
    """A spot in the picture's unit, with no more digits than can be seen."""
    return [float(f"{value * scale:.{DIGITS}g}") for value in spot]


def _stretches(solution: Solution, drawn: Sketch) -> list[tuple[Stretch, tuple[V3, V3]]]:
    figure = solution.figure
    assert isinstance(figure, Solid)

    def at(xyz: XYZ) -> V3:
        return point(solution.floats, xyz)

    found = [(stretch, (at(stretch.start), at(stretch.end))) for stretch in figure.stretches]
    if isinstance(figure.body, Raised):
        height = solution.floats[figure.body.height]
        found = [(stretch, _clear(stretch, ends, height, drawn)) for stretch, ends in found]
    if drawn.upright is not None:
        found.append((Stretch("height", ("0",) * 3, ("0",) * 3, -1), drawn.upright))
    return found


def _clear(stretch: Stretch, ends: tuple[V3, V3], height: float, drawn: Sketch) -> tuple[V3, V3]:
    """The ends on top of a raised body, or below it where the dimension line would stand across its side."""
    (left, _), (right, _) = (drawn.view.seen(end) for end in ends)
    if stretch.side * (right - left) >= 0:
        return ends
    (x, y, z), (u, v, w) = ends
    return (x, y, z - height), (u, v, w - height)


def _span(
    stretch: Stretch,
    ends: list[list[float]],
    solution: Solution,
    teller: Teller,
    typed: Mapping[str, str],
) -> dict[str, Any]:
    given = stretch.measure in solution.given
    return {
        "measure": stretch.measure,
        "start": ends[0],
        "end": ends[1],
        "other": None,
        "side": stretch.side,
        "given": given,
        "shown": given or (stretch.always and stretch.unless not in solution.given),
        "typed": typed.get(stretch.measure) if given else None,
        "text": teller.written(solution.values[stretch.measure]).text,
    }
