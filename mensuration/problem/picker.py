"""The catalogue as a picker shows it: each figure with a small picture and what a fresh part starts with."""

from __future__ import annotations

from functools import cache
from typing import Any

from mensuration.catalogue import PlaneFigure, plane_figures
from mensuration.catalogue.figure import FAMILIES
from mensuration.numbers import PI
from mensuration.plane import Placement, place
from mensuration.problem.drawing import picture
from mensuration.solving import solve, starting_givens
from mensuration.why import explained


@cache
def picker() -> list[dict[str, Any]]:
    """Every figure: name, title, measures, starting givens and outline."""
    rows = []
    for figure in sorted(plane_figures().values(), key=lambda f: FAMILIES.index(f.family)):
        part = place(figure.name, 0, "add", solve(figure, starting_givens(figure), PI), Placement())
        rows.append(
            {
                "name": figure.name,
                "title": figure.title,
                "family": figure.family,
                "measures": [m.name for m in figure.measures],
                "starting": dict(figure.starting),
                "scales": [
                    name
                    for name in {**figure.starting, **figure.on_an_edge}
                    if _kind(figure, name) == "length"
                ],
                "path": picture(part, 1.0),
                "bounds": list(part.box),
                "explained": explained(figure.name),
                "standing": figure.on_an_edge,
                "seat": figure.seat_edge.length if figure.seat_edge else None,
            }
        )
    return rows


def _kind(figure: PlaneFigure, name: str) -> str:
    measure = figure.measure(name)
    return measure.kind if measure is not None else ""
