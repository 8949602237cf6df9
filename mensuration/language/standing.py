"""What fits on an edge: a shape of the catalogue sized to it, so that it follows when the edge changes."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass

from mensuration.catalogue import PlaneFigure, plane_figures
from mensuration.catalogue.figure import Counted, LineTo
from mensuration.expressions import nearest
from mensuration.outlines import OUTLINE

MIDDLES = ("middle", "centre", "center")


class NoEdge(ValueError):
    """There is no such part or no such edge; the sentence says which there are."""


@dataclass(frozen=True)
class Standing:
    """Where a typed part stands: the attachment as in the document, and the edge's length as an expression."""

    on: dict[str, str]
    length: str | None


def standing_on(part: str, edge: str, inside: bool, shapes: Mapping[str, str]) -> Standing:
    """``on top of board``, ``in the middle of board``; ``shapes`` gives each part's shape. NoEdge where unknown."""
    edge = " ".join(edge.lower().split()).removeprefix("the ")
    if part not in shapes:
        guess = nearest(part, shapes)
        raise NoEdge(f"there is no part named “{part}”" + (f"; did you mean “{guess}”?" if guess else ""))
    if edge in MIDDLES:
        return Standing({"part": part}, None)
    found = _edge(shapes[part], edge)
    if found is None:
        known = ", ".join(name for name, _ in edges_of(shapes[part])[:8]) or "none"
        raise NoEdge(f"“{part}” has no straight edge “{edge}”; it has {known}")
    name, length = found
    on = {"part": part, "edge": name, "side": "in" if inside else "out"}
    return Standing(on, f"{part}.{length}")


def _edge(shape: str, edge: str) -> tuple[str, str] | None:
    numbered = re.fullmatch(r"side ?(\d+)", edge)
    if shape == OUTLINE and numbered:
        return f"side {numbered[1]}", f"side{numbered[1]}"
    known = dict(edges_of(shape))
    aliases = {"bottom": "base", "hypotenuse": "hypotenuse", "left": "left side", "right": "right side"}
    for name in (edge, f"{edge} side", f"{edge} leg", aliases.get(edge, "")):
        if name in known:
            return name, known[name]
    return None


def edges_of(shape: str) -> list[tuple[str, str]]:
    """The straight edges of a shape: name and length as a formula of its own quantities."""
    figure = plane_figures().get(shape)
    if figure is None:
        return [("side 1", "side1"), ("side 2", "side2"), ("…", "")] if shape == OUTLINE else []
    outline = figure.outline.of(12) if isinstance(figure.outline, Counted) else figure.outline
    return [(edge.name, edge.length) for edge in outline.edges if isinstance(edge, LineTo)]


def fitted(figure: PlaneFigure, length: str, given: Mapping[str, str]) -> dict[str, str]:
    """The givens with the seat as long as an edge, unless they settle the figure by themselves."""
    seat = figure.seat_edge
    if seat is None or seat.length in given or set(given) >= set(figure.usual):
        return dict(given)
    return {seat.length: length, **given}


def missing_beside(figure: PlaneFigure, given: Mapping[str, str]) -> list[str]:
    """What is still to be said, when the seat is settled by an edge."""
    needed = figure.on_an_edge
    if len(given) >= len(needed):
        return []
    return [name for name in needed if name not in given]
