"""The drawing of a composed plane figure: all that a board needs, as numbers in the problem's unit."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from math import degrees, dist
from typing import Any

from mensuration.catalogue.figure import XY, Angle, Grip, Span
from mensuration.expressions import ExpressionError, parse
from mensuration.expressions.nodes import Binary, Negative, Node, Number, UnitOf
from mensuration.outlines import OUTLINE
from mensuration.plane import Composition, Edge, PlacedPart, Stretch
from mensuration.plane.arrangement import Fragment
from mensuration.plane.edges import Point, Spot, around
from mensuration.plane.paths import curve, edge_segment, roomy_spot
from mensuration.solving.solution import USUAL_CHOICE
from mensuration.tally import badge
from mensuration.telling import Teller

SEARCHED_PARTS = 24


@dataclass(frozen=True)
class Pen:
    """What is drawn of a part beside its shape: measurements as typed, its shift, the directions of the shift;
    ``hidden`` is a measure that is another part's, and told there."""

    typed: tuple[tuple[str, str], ...] = ()
    shift: tuple[float, ...] = (0.0, 0.0)
    axes: tuple[Point, Point] | None = None
    hidden: str = ""


def draw(composition: Composition, teller: Teller, pens: dict[str, Pen]) -> dict[str, Any]:
    """Bounds, parts with everything that is drawn on them, the outline's loops, and all stretches."""
    pen = _FigurePen(composition, teller)
    left, bottom, right, top = around([part.box for part in composition.parts])
    parts = []
    for part in composition.parts:
        near = tuple(p for p in composition.parts if p is not part and _near(p, part))
        label = pen.spot(_label_spot(part, near))
        drawn = _part(part, teller, pens[part.name])
        corners = [mark for mark, spot in drawn["rightAngles"] if pen.stands(part, spot)]
        parts.append({**drawn, "label": label, "rightAngles": corners})
    return {
        "unit": teller.unit.symbol,
        "bounds": [v * pen.scale for v in (left, bottom, right, top)],
        "parts": parts,
        "outline": [[pen.fragment(f, forward) for f, forward in loop] for loop in composition.loops],
        "stretches": [pen.stretch(i, s) for i, s in enumerate(composition.stretches)],
    }


def picture(part: PlacedPart, scale: float) -> list[dict[str, Any]]:
    """The outline alone of one part, for the picker."""
    return [edge_segment(edge, scale) for edge in part.edges]


def figure_alone(part: PlacedPart, teller: Teller, pen: Pen) -> dict[str, Any]:
    """A part by itself, with all its dimension lines and angles; ``shown`` says which are drawn without asking."""
    return _PartPen(part, teller, pen, dict(pen.typed)).alone()


class _FigurePen:
    def __init__(self, composition: Composition, teller: Teller) -> None:
        self.composition = composition
        self.scale = _scale(teller)

    def spot(self, spot: Spot) -> list[float]:
        return [spot[0] * self.scale, spot[1] * self.scale]

    def stands(self, part: PlacedPart, spot: Spot) -> bool:
        """Whether a part's corner is still a corner of the figure; the foot of a height always stands."""
        tolerance = 4 * self.composition.arrangement.tolerance
        starting = [edge for edge in part.edges if dist(edge.a, spot) <= tolerance]
        return not starting or self.composition.is_corner(part, starting[0])

    def fragment(self, fragment: Fragment, forward: bool) -> dict[str, Any]:
        edge, vertices = fragment.edge, self.composition.arrangement.vertices
        tail, head = vertices[fragment.tail].spot, vertices[fragment.head].spot
        start, end = (tail, head) if forward else (head, tail)
        if edge.straight:
            return {"kind": "line", "start": self.spot(start), "end": self.spot(end)}
        sweep = degrees(edge.angles[1]) * (fragment.end_t - fragment.start_t)
        return curve(edge, self.spot(start), self.spot(end), sweep if forward else -sweep, self.scale)

    def stretch(self, index: int, stretch: Stretch) -> dict[str, Any]:
        return {
            "id": f"perimeter.{index}",
            "role": stretch.role,
            "part": self.composition.part(stretch.edge.part).name,
            "edge": stretch.edge.name,
            "path": [self.fragment(f, True) for f in stretch.run],
        }


def _scale(teller: Teller) -> float:
    return 1 / float(teller.unit.size(teller.pi))


@lru_cache(maxsize=2000)
def _part(part: PlacedPart, teller: Teller, pen: Pen) -> dict[str, Any]:
    """What is drawn of a part whatever stands beside it."""
    return _PartPen(part, teller, pen, dict(pen.typed)).drawn()


@dataclass(frozen=True)
class _PartPen:
    part: PlacedPart
    teller: Teller
    pen: Pen
    typed: dict[str, str]

    def scaled(self, spot: Spot) -> list[float]:
        scale = _scale(self.teller)
        return [spot[0] * scale, spot[1] * scale]

    def declared(self, xy: XY) -> list[float]:
        return self.scaled(self.part.spot(xy))

    def drawn(self) -> dict[str, Any]:
        part, figure = self.part, self.part.solution.plane
        grips = [self.grip(grip) for grip in figure.grips]
        return {
            "name": part.name,
            "badge": badge(part.index),
            "shape": figure.name,
            "title": figure.title,
            "join": part.join,
            "anchor": self.scaled((float(part.placement.at[0]), float(part.placement.at[1]))),
            "shift": self.scaled((self.pen.shift[0], self.pen.shift[1])),
            "axes": [[float(x), float(y)] for x, y in self.pen.axes]
            if self.pen.axes
            else [[1.0, 0.0], [0.0, 1.0]],
            "turn": part.placement.degrees,
            "flip": part.placement.flip,
            "path": picture(part, _scale(self.teller)),
            "spans": [
                self.span(span)
                for span in figure.spans
                if _drawn(part, span) and span.measure != self.pen.hidden
            ],
            "grips": [grip for grip in grips if grip],
            "rightAngles": [
                ([self.declared(xy) for xy in corner], part.spot(corner[0])) for corner in self.corners()
            ],
            "angles": [self.angle(angle) for angle in figure.angles if self.shows(angle)],
            "ticks": self.marked(figure.equal_edges),
            "arrows": self.marked(figure.parallel_edges),
            "edges": self.edges(),
            "walk": self.walk() if figure.name == OUTLINE else None,
        }

    def alone(self) -> dict[str, Any]:
        figure = self.part.solution.plane
        spans = [{**self.span(span), "shown": _drawn(self.part, span)} for span in figure.spans]
        angles = [{**self.angle(angle), "shown": self.shows(angle)} for angle in figure.angles]
        corners = [[self.declared(xy) for xy in corner] for corner in self.corners()]
        return {**self.drawn(), "spans": spans, "angles": angles, "rightAngles": corners}

    def span(self, span: Span) -> dict[str, Any]:
        solution = self.part.solution
        given = span.measure in solution.given
        return {
            "measure": span.measure,
            "start": self.declared(span.start),
            "end": self.declared(span.end),
            "other": [self.declared(xy) for xy in span.other] if span.other else None,
            "side": -span.side if self.part.placement.flip else span.side,
            "given": given,
            "typed": self.typed.get(span.measure) if given else None,
            "text": self.teller.written(solution.values[span.measure]).text,
        }

    def grip(self, grip: Grip) -> dict[str, Any] | None:
        """A grip whose measures were typed as plain numbers; others can't follow a drag."""
        figure = self.part.solution.plane
        drives = []
        for measure, axis, factor, *less in grip.drives:
            if not (self.chosen_freely(measure) or is_literal(self.typed.get(measure, ""))):
                continue
            direction = {"x": (1.0, 0.0), "y": (0.0, 1.0)}.get(axis)
            declared = figure.measure(measure)
            off = float(self.part.solution.work_out(less[0]).value) * _scale(self.teller) if less else 0.0
            drives.append(
                {
                    "given": measure,
                    "axis": axis,
                    "along": self.part.placement.along(direction) if direction else None,
                    "factor": float(factor),
                    "less": off,
                    "signed": declared is not None and declared.signed,
                }
            )
        return {"at": self.declared(grip.at), "drives": drives} if drives else None

    def chosen_freely(self, measure: str) -> bool:
        """Whether a measure has its usual value because nothing settles it."""
        return any(s.quantity == measure and s.source == USUAL_CHOICE for s in self.part.solution.steps)

    def corners(self) -> list[tuple[XY, XY, XY]]:
        """Right angles to be marked: those of the figure, and at the feet of dimension lines that are drawn."""
        figure = self.part.solution.plane
        drawn = {span.measure for span in figure.spans if _drawn(self.part, span)}
        return [
            *figure.right_angles,
            *(corner for measure, corner in figure.feet.items() if measure in drawn),
        ]

    def shows(self, angle: Angle) -> bool:
        return angle.always or angle.measure in self.part.solution.given

    def angle(self, angle: Angle) -> dict[str, Any]:
        solution = self.part.solution
        given = angle.measure in solution.given
        arms = [angle.two, angle.one] if self.part.placement.flip else [angle.one, angle.two]
        return {
            "measure": angle.measure,
            "at": self.declared(angle.at),
            "one": self.declared(arms[0]),
            "two": self.declared(arms[1]),
            "degrees": float(solution.values[angle.measure].value) * 360,
            "given": given,
            "typed": self.typed.get(angle.measure) if given else None,
            "text": self.teller.written(solution.values[angle.measure]).text,
        }

    def marked(self, groups: tuple[tuple[str, ...], ...]) -> list[list[dict[str, Any]]]:
        """Groups of edges that are equal (or parallel) here, for their marks."""
        marks = []
        for names in groups:
            edges = [edge for edge in self.part.edges if edge.name in names or names == ("*",)]
            if groups is self.part.solution.plane.parallel_edges or all(
                edge.length.same_as(edges[0].length) for edge in edges
            ):
                marks.append([edge_segment(edge, _scale(self.teller)) for edge in edges])
        return marks

    def edges(self) -> list[dict[str, Any]]:
        """The straight edges, on which other parts can stand: name, length as an expression."""
        return [
            {
                "name": edge.name,
                "length": f"{self.part.name}.{edge.formula}",
                "size": float(edge.length) * _scale(self.teller),
                "path": edge_segment(edge, _scale(self.teller)),
            }
            for edge in self.part.edges
            if edge.straight
        ]

    def walk(self) -> list[dict[str, Any]]:
        """The sides of an outline as they were walked: corner, vector, what was typed."""
        values = self.part.solution.values
        count = int(values["sides"].value.rational or 0)
        corners = [
            self.scaled((float(values[f"x{i}"].value), float(values[f"y{i}"].value)))
            for i in range(1, count + 1)
        ]
        sides = []
        for i, (x, y) in enumerate(corners):
            nx, ny = corners[(i + 1) % count]
            sides.append(
                {
                    "corner": self.declared((f"x{i + 1}", f"y{i + 1}")),
                    "vector": [nx - x, ny - y],
                    "curved": f"radius{i + 1}" in values,
                }
            )
        return sides


def sketched(edges: Sequence[Edge], spots: Sequence[Spot], teller: Teller) -> dict[str, Any]:
    """Edges that make no figure, and the spots that are the matter, for a complaint."""
    scale = _scale(teller)
    return {
        "path": [edge_segment(edge, scale) for edge in edges],
        "spots": [[x * scale, y * scale] for x, y in spots],
    }


def _drawn(part: PlacedPart, span: Span) -> bool:
    given = part.solution.given
    return span.measure in given or (span.always and span.unless not in given)


def is_literal(text: str) -> bool:
    """Whether a typed measurement is only a number with at most its units, and no name."""
    try:
        return _literal(parse(text))
    except ExpressionError:
        return False


def _literal(node: Node) -> bool:
    match node:
        case Number() | UnitOf():
            return True
        case Binary(_, left, right, True):
            return _literal(left) and _literal(right)
        case Negative(of):
            return _literal(of)
        case _:
            return False


@lru_cache(maxsize=2000)
def _label_spot(part: PlacedPart, near: tuple[PlacedPart, ...]) -> Spot:
    """A roomy spot inside the part that no neighbour covers, for its letter."""
    if len(near) > SEARCHED_PARTS:
        left, bottom, right, top = part.box
        return (left + right) / 2, (bottom + top) / 2
    border = [spot for p in (part, *near) for edge in p.edges for spot in edge.samples]
    return roomy_spot(part.box, part.contains, border, lambda spot: any(p.contains(spot) for p in near))


def _near(one: PlacedPart, two: PlacedPart) -> bool:
    a, b = one.box, two.box
    return a[0] <= b[2] and b[0] <= a[2] and a[1] <= b[3] and b[1] <= a[3]
