"""The drawing of a composed plane figure: all that a board needs, as numbers in the problem's unit."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from math import degrees, dist
from typing import Literal

from mensuration.catalogue.figure import EVERY, XY, Angle, Grip, Span
from mensuration.drawing.paths import curve, edge_segment, roomy_spot, scale_of, scaled
from mensuration.expressions import is_literal
from mensuration.expressions.algebras import in_floats
from mensuration.frozen import Frozen
from mensuration.outlines import OUTLINE
from mensuration.pictures import Bounds, Corner, DrawnAngle, DrawnSpan, Segment, Sketched, Spot
from mensuration.plane import Composition, Edge, PlacedPart, Stretch
from mensuration.plane.arrangement import Fragment
from mensuration.plane.edges import Bent, Point, around
from mensuration.solving.solution import USUAL_CHOICE
from mensuration.tally.entry import Role
from mensuration.telling import Teller
from mensuration.telling.tallies import badge

SEARCHED_PARTS = 24


@dataclass(frozen=True)
class Pen:
    """What is drawn of a part beside its shape: measurements as typed, its shift, the directions of the shift;
    ``hidden`` is a measure that is another part's, and told there."""

    typed: tuple[tuple[str, str], ...] = ()
    shift: tuple[float, ...] = (0.0, 0.0)
    axes: tuple[Point, Point] | None = None
    hidden: str = ""


@dataclass(frozen=True)
class Drive(Frozen):
    """What a grip's drag makes of one given: ``factor`` times the way along the axis, ``less`` so much."""

    given: str
    axis: Literal["x", "y", "radial", "turn"]
    along: Spot | None
    factor: float
    less: float
    signed: bool


@dataclass(frozen=True)
class DrawnGrip(Frozen):
    """A point that can be dragged."""

    at: Spot
    drives: tuple[Drive, ...]


@dataclass(frozen=True)
class StraightEdge(Frozen):
    """A straight edge, on which other parts can stand; ``length`` as an expression."""

    name: str
    length: str
    size: float
    path: Segment


@dataclass(frozen=True)
class WalkedSide(Frozen):
    """A side of an outline: its first corner, its vector, whether it is an arc; its length as typed, if it was."""

    corner: Spot
    vector: Spot
    curved: bool
    typed: str | None


@dataclass(frozen=True)
class DrawnPart(Frozen):
    """A part with everything that is drawn on it."""

    name: str
    badge: str
    shape: str
    title: str
    join: Literal["add", "take", "common"]
    anchor: Spot
    shift: Spot
    axes: tuple[Spot, Spot]
    turn: float
    flip: bool
    path: tuple[Segment, ...]
    label: Spot
    spans: tuple[DrawnSpan, ...]
    grips: tuple[DrawnGrip, ...]
    right_angles: tuple[Corner, ...]
    angles: tuple[DrawnAngle, ...]
    ticks: tuple[tuple[Segment, ...], ...]
    arrows: tuple[tuple[Segment, ...], ...]
    edges: tuple[StraightEdge, ...]
    walk: tuple[WalkedSide, ...] | None


@dataclass(frozen=True)
class DrawnStretch(Frozen):
    """A stretch of the perimeter's tally."""

    id: str
    role: Role
    part: str
    edge: str
    path: tuple[Segment, ...]


@dataclass(frozen=True)
class Drawing(Frozen):
    """A plane figure: bounds, parts, the outline's loops, and all stretches."""

    unit: str
    bounds: Bounds
    parts: tuple[DrawnPart, ...]
    outline: tuple[tuple[Segment, ...], ...]
    stretches: tuple[DrawnStretch, ...]


def draw(composition: Composition, teller: Teller, pens: dict[str, Pen]) -> Drawing:
    """Everything that is drawn of a composed figure."""
    pen = _FigurePen(composition, teller)
    left, bottom, right, top = (v * pen.scale for v in around([part.box for part in composition.parts]))
    parts = []
    for part in composition.parts:
        near = tuple(p for p in composition.parts if p is not part and _near(p, part))
        label = pen.spot(_label_spot(part, near))
        drawn, marks = _part(part, teller, pens[part.name])
        corners = tuple(mark for mark, spot in marks if pen.stands(part, spot))
        parts.append(replace(drawn, label=label, right_angles=corners))
    return Drawing(
        teller.unit.symbol,
        (left, bottom, right, top),
        tuple(parts),
        tuple(tuple(pen.fragment(f, forward) for f, forward in loop) for loop in composition.loops),
        tuple(pen.stretch(i, s) for i, s in enumerate(composition.stretches)),
    )


def outline_of(part: PlacedPart, scale: float) -> tuple[Segment, ...]:
    """The outline alone of one part."""
    return tuple(edge_segment(edge, scale) for edge in part.edges)


def figure_alone(part: PlacedPart, teller: Teller, pen: Pen) -> DrawnPart:
    """A part by itself, with all its dimension lines and angles; ``shown`` says which are drawn without asking."""
    return _PartPen(part, teller, pen, dict(pen.typed)).alone()


class _FigurePen:
    def __init__(self, composition: Composition, teller: Teller) -> None:
        self.composition = composition
        self.scale = scale_of(teller)

    def spot(self, spot: Spot) -> Spot:
        return scaled(spot, self.scale)

    def stands(self, part: PlacedPart, spot: Spot) -> bool:
        """Whether a part's corner is still a corner of the figure; the foot of a height always stands."""
        tolerance = 4 * self.composition.arrangement.tolerance
        starting = [edge for edge in part.edges if dist(edge.a, spot) <= tolerance]
        return not starting or self.composition.is_corner(part, starting[0])

    def fragment(self, fragment: Fragment, forward: bool) -> Segment:
        edge, vertices = fragment.edge, self.composition.arrangement.vertices
        tail, head = vertices[fragment.tail].spot, vertices[fragment.head].spot
        start, end = (tail, head) if forward else (head, tail)
        if not isinstance(edge, Bent):
            return Segment("line", self.spot(start), self.spot(end))
        sweep = degrees(edge.angles[1]) * (fragment.end_t - fragment.start_t)
        return curve(edge, self.spot(start), self.spot(end), sweep if forward else -sweep, self.scale)

    def stretch(self, index: int, stretch: Stretch) -> DrawnStretch:
        return DrawnStretch(
            f"perimeter.{index}",
            Role(stretch.role),
            self.composition.part(stretch.edge.part).name,
            stretch.edge.name,
            tuple(self.fragment(f, True) for f in stretch.run),
        )


@lru_cache(maxsize=400)
def _part(part: PlacedPart, teller: Teller, pen: Pen) -> tuple[DrawnPart, list[tuple[Corner, Spot]]]:
    """What is drawn of a part whatever stands beside it, and its right angles with their corners."""
    own = _PartPen(part, teller, pen, dict(pen.typed))
    return own.drawn(), [(own.corner(corner), part.spot(corner[0])) for corner in own.corners()]


@dataclass(frozen=True)
class _PartPen:
    part: PlacedPart
    teller: Teller
    pen: Pen
    typed: dict[str, str]

    def scaled(self, spot: Spot) -> Spot:
        return scaled(spot, scale_of(self.teller))

    def declared(self, xy: XY) -> Spot:
        return self.scaled(self.part.spot(xy))

    def corner(self, corner: tuple[XY, XY, XY]) -> Corner:
        at, one, two = corner
        return self.declared(at), self.declared(one), self.declared(two)

    def drawn(self) -> DrawnPart:
        part, figure = self.part, self.part.solution.plane
        grips = [self.grip(grip) for grip in figure.grips]
        (ax, ay), (bx, by) = self.pen.axes or ((1.0, 0.0), (0.0, 1.0))
        return DrawnPart(
            name=part.name,
            badge=badge(part.index),
            shape=figure.name,
            title=figure.title,
            join=part.join,
            anchor=self.scaled((float(part.placement.at[0]), float(part.placement.at[1]))),
            shift=self.scaled((self.pen.shift[0], self.pen.shift[1])),
            axes=((float(ax), float(ay)), (float(bx), float(by))),
            turn=part.placement.degrees,
            flip=part.placement.flip,
            path=outline_of(part, scale_of(self.teller)),
            label=(0.0, 0.0),
            spans=tuple(
                self.span(span)
                for span in figure.spans
                if _drawn(part, span) and span.measure != self.pen.hidden
            ),
            grips=tuple(grip for grip in grips if grip),
            right_angles=(),
            angles=tuple(self.angle(angle) for angle in figure.angles if self.shows(angle)),
            ticks=self.marked(figure.equal_edges),
            arrows=self.marked(figure.parallel_edges),
            edges=self.edges(),
            walk=self.walk() if figure.name == OUTLINE else None,
        )

    def alone(self) -> DrawnPart:
        figure = self.part.solution.plane
        return replace(
            self.drawn(),
            spans=tuple(replace(self.span(span), shown=_drawn(self.part, span)) for span in figure.spans),
            angles=tuple(replace(self.angle(angle), shown=self.shows(angle)) for angle in figure.angles),
            right_angles=tuple(self.corner(corner) for corner in self.corners()),
        )

    def span(self, span: Span) -> DrawnSpan:
        solution = self.part.solution
        given = span.measure in solution.given
        return DrawnSpan(
            span.measure,
            self.declared(span.start),
            self.declared(span.end),
            (self.declared(span.other[0]), self.declared(span.other[1])) if span.other else None,
            -span.side if self.part.placement.flip else span.side,
            given,
            self.typed.get(span.measure) if given else None,
            self.teller.written(solution.values[span.measure]).text,
        )

    def grip(self, grip: Grip) -> DrawnGrip | None:
        """A grip whose measures were typed as plain numbers; others can't follow a drag."""
        figure, floats = self.part.solution.plane, self.part.solution.floats
        drives = []
        for drive in grip.drives:
            if not (self.chosen_freely(drive.measure) or is_literal(self.typed.get(drive.measure, ""))):
                continue
            direction = {"x": (1.0, 0.0), "y": (0.0, 1.0)}.get(drive.axis)
            declared = figure.measure(drive.measure)
            drives.append(
                Drive(
                    drive.measure,
                    drive.axis,
                    self.part.placement.along(direction) if direction else None,
                    in_floats(drive.factor, floats),
                    in_floats(drive.less, floats) * scale_of(self.teller),
                    declared is not None and declared.signed,
                )
            )
        return DrawnGrip(self.declared(grip.at), tuple(drives)) if drives else None

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

    def angle(self, angle: Angle) -> DrawnAngle:
        solution = self.part.solution
        given = angle.measure in solution.given
        one, two = (angle.two, angle.one) if self.part.placement.flip else (angle.one, angle.two)
        return DrawnAngle(
            angle.measure,
            self.declared(angle.at),
            self.declared(one),
            self.declared(two),
            float(solution.values[angle.measure].value) * 360,
            given,
            self.typed.get(angle.measure) if given else None,
            self.teller.written(solution.values[angle.measure]).text,
        )

    def marked(self, groups: tuple[tuple[str, ...], ...]) -> tuple[tuple[Segment, ...], ...]:
        """Groups of edges that are equal (or parallel) here, for their marks."""
        marks = []
        for names in groups:
            edges = [edge for edge in self.part.edges if edge.name in names or names == (EVERY,)]
            if groups is self.part.solution.plane.parallel_edges or all(
                edge.length.same_as(edges[0].length) for edge in edges
            ):
                marks.append(tuple(edge_segment(edge, scale_of(self.teller)) for edge in edges))
        return tuple(marks)

    def edges(self) -> tuple[StraightEdge, ...]:
        """The straight edges, on which other parts can stand."""
        scale = scale_of(self.teller)
        return tuple(
            StraightEdge(
                edge.name,
                f"{self.part.name}.{edge.formula}",
                float(edge.length) * scale,
                edge_segment(edge, scale),
            )
            for edge in self.part.edges
            if edge.straight
        )

    def walk(self) -> tuple[WalkedSide, ...]:
        """The sides of an outline as they were walked."""
        values = self.part.solution.values
        count = int(values["sides"].value.rational or 0)
        corners = [
            self.scaled((float(values[f"x{i}"].value), float(values[f"y{i}"].value)))
            for i in range(1, count + 1)
        ]
        sides = []
        for i, (x, y) in enumerate(corners):
            nx, ny = corners[(i + 1) % count]
            corner = self.declared((f"x{i + 1}", f"y{i + 1}"))
            sides.append(
                WalkedSide(
                    corner, (nx - x, ny - y), f"radius{i + 1}" in values, self.typed.get(f"side{i + 1}")
                )
            )
        return tuple(sides)


def sketched(edges: Sequence[Edge], spots: Sequence[Spot], teller: Teller) -> Sketched:
    """Edges that make no figure, and the spots that are the matter, for a complaint."""
    scale = scale_of(teller)
    return Sketched(
        tuple(edge_segment(edge, scale) for edge in edges), tuple(scaled(spot, scale) for spot in spots)
    )


def _drawn(part: PlacedPart, span: Span) -> bool:
    given = part.solution.given
    return span.measure in given or (span.always and span.unless not in given)


@lru_cache(maxsize=400)
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
