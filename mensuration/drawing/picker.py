"""The catalogue as a picker shows it: each figure with a small picture and what a fresh part starts with."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from mensuration.catalogue import PlaneFigure, plane_figures
from mensuration.catalogue.figure import FAMILIES
from mensuration.drawing.board import outline_of
from mensuration.frozen import Frozen, Table, table
from mensuration.numbers import PI
from mensuration.pictures import Bounds, Segment
from mensuration.plane import Placement, place
from mensuration.solving import solve, starting_givens


@dataclass(frozen=True)
class PickedShape(Frozen):
    """A figure of the catalogue, for the picker: its measures, what a fresh part starts with and which of that are
    lengths (``scales``), with which length it sits on an edge (``seat``) and what it starts with there (``standing``)."""

    name: str
    title: str
    family: str
    measures: tuple[str, ...]
    starting: Table[str, str]
    scales: tuple[str, ...]
    seat: str | None
    standing: Table[str, str]
    explained: bool
    path: tuple[Segment, ...]
    bounds: Bounds


@cache
def picker() -> tuple[PickedShape, ...]:
    """Every plane figure, family by family."""
    rows = []
    for figure in sorted(plane_figures().values(), key=lambda f: FAMILIES.index(f.family)):
        part = place(figure.name, 0, "add", solve(figure, starting_givens(figure), PI), Placement())
        scales = [n for n in {**figure.starting, **figure.on_an_edge} if _kind(figure, n) == "length"]
        rows.append(
            PickedShape(
                name=figure.name,
                title=figure.title,
                family=figure.family,
                measures=tuple(m.name for m in figure.measures if not m.same),
                starting=table(figure.starting),
                scales=tuple(scales),
                seat=figure.seat_edge.length if figure.seat_edge else None,
                standing=table(figure.on_an_edge),
                explained=bool(figure.showings),
                path=outline_of(part, 1.0),
                bounds=part.box,
            )
        )
    return tuple(rows)


def _kind(figure: PlaneFigure, name: str) -> str:
    measure = figure.measure(name)
    return measure.kind if measure is not None else ""
