"""What one figure of the catalogue declares.

A figure is data: its quantities, the relations between them with every rearranged form, its
constraints, its outline and what is drawn on it. All formulas are text in the language of
:mod:`mensuration.expressions`, over the figure's own quantity names; lengths are in one unit,
angles carry theirs. Everything else (solving, placing, drawing, the picker, the tests over the
whole catalogue) follows from the declaration. ``docs/adding-a-figure.md`` walks through one.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Literal

from mensuration.catalogue.own_body import OwnBody

XY = tuple[str, str]
XYZ = tuple[str, str, str]
MeasureKind = Literal["length", "area", "volume", "angle", "count"]
Axis = Literal["x", "y", "radial", "turn"]
FEWEST_EDGES = 3
EVERY = "*"
"""Stands for every edge of the outline."""
FAMILIES = (
    "quadrilaterals",
    "triangles",
    "polygons",
    "round",
    "outlines",
    "boxes and prisms",
    "pointed solids",
    "round solids",
    "regular solids",
)


@dataclass(frozen=True)
class Measure:
    """A quantity of the figure. ``kind`` is ``length``, ``area``, ``volume``, ``angle`` or ``count``.

    ``signed`` ones may be any size, also 0 or less; a count is a whole number of edges, from 3 to ``most``.
    A ``further`` one is beside the point where the figure is only the base of another. ``called`` is how people read
    its name, where that is not the name itself. ``same`` is another measure of which it is only a second name. ``of_turn``
    ones are told as a share of the whole turn, too.
    """

    name: str
    symbol: str
    kind: MeasureKind = "length"
    signed: bool = False
    most: int = 0
    further: bool = False
    called: str = ""
    same: str = ""
    of_turn: bool = False

    @property
    def title(self) -> str:
        """The name as people read it."""
        return self.called or self.name.replace("_", " ")


@dataclass(frozen=True)
class Relation:
    """One relation in all its rearranged forms, the familiar one first; ``source`` says where it is from.

    ``second`` gives a quantity's other value, where its form has two (the obtuse angle beside an arc sine).
    """

    forms: Mapping[str, str]
    source: str
    second: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True)
class Constraint:
    """``expression`` must be more than 0, else ``says``, at the given called ``at``."""

    expression: str
    at: str
    says: str


@dataclass(frozen=True)
class Agreement:
    """Several forms of one measure, by title, that agree.

    With the measure and value in ``special`` the first of them becomes ``whole``; ``says`` and ``whole_title`` tell so.
    """

    measure: str
    forms: Mapping[str, str]
    special: tuple[str, str]
    says: str
    whole: str
    whole_title: str


@dataclass(frozen=True)
class Default:
    """The usual choice for a quantity that nothing settles, once the measures in ``needs`` are known."""

    formula: str
    needs: tuple[str, ...] = ()


@dataclass(frozen=True)
class LineTo:
    """A straight edge of the outline, from where the last one ended to ``to``."""

    name: str
    to: XY
    length: str


@dataclass(frozen=True)
class ArcTo:
    """A circular edge round ``centre`` to ``to``, turning by ``turn`` (an angle, anticlockwise)."""

    name: str
    to: XY
    centre: XY
    turn: str
    length: str
    radius: str


@dataclass(frozen=True)
class Oval:
    """A whole ellipse round ``centre`` as one edge, anticlockwise from the end of half axis ``a`` along x."""

    name: str
    to: XY
    centre: XY
    a: str
    b: str
    length: str


@dataclass(frozen=True)
class Outline:
    """The boundary, walked anticlockwise from ``start``, so that the inside lies on the left.

    ``hole`` is a further closed walk, clockwise, round what is not part of the figure.
    """

    start: XY
    edges: tuple[LineTo | ArcTo | Oval, ...]
    hole: Outline | None = None

    @property
    def walks(self) -> tuple[Outline, ...]:
        """Every closed walk of the boundary."""
        return (self,) if self.hole is None else (self, *self.hole.walks)


@dataclass(frozen=True)
class Counted:
    """A boundary whose number of edges is the value of the measure ``count``."""

    count: str
    of: Callable[[int], Outline]


@dataclass(frozen=True)
class Span:
    """A dimension line for ``measure`` from ``start`` to ``end``.

    ``side`` says on which side of that direction it stands off (-1 right, 1 left, 0 on the line
    itself). It is drawn when the measure was given, or when ``always``, but not when ``unless`` was.
    ``other`` is where it may stand instead, on the same side of that direction: the opposite edge.
    """

    measure: str
    start: XY
    end: XY
    side: int = -1
    always: bool = True
    unless: str = ""
    other: tuple[XY, XY] | None = None


@dataclass(frozen=True)
class Angle:
    """An angle that is marked with an arc: at ``at``, anticlockwise from the side to ``one`` to that to ``two``.

    It is drawn when the measure was given, or when ``always``.
    """

    measure: str
    at: XY
    one: XY
    two: XY
    always: bool = False


@dataclass(frozen=True)
class Drive:
    """What dragging a grip does to a measure: it becomes the grip's distance from the anchor along ``axis`` (``x``, ``y``
    in the figure's own directions, or ``radial``) times the formula ``factor``, less the formula ``less``. Along the axis
    ``turn`` it is an angle: how far the grip has turned about the anchor from the figure's own x direction."""

    measure: str
    axis: Axis
    factor: str = "1"
    less: str = "0"


@dataclass(frozen=True)
class Grip:
    """A point that can be dragged, with what each drag drives."""

    at: XY
    drives: tuple[Drive, ...]


@dataclass(frozen=True)
class Saying:
    """A line that goes with a showing: ``says: formula = numbers = value``. The name ``before`` in a formula stands for
    the value of the line before."""

    says: str
    formula: str


@dataclass(frozen=True)
class Doubling:
    """A second copy turned by half a turn about ``pivot``, so that the two make a simpler figure."""

    pivot: XY
    lines: tuple[Saying, ...]


@dataclass(frozen=True)
class Shearing:
    """Every row slides along the base by as much as it lies above it, until the length ``lean`` is 0."""

    lean: str
    lines: tuple[Saying, ...]


@dataclass(frozen=True)
class Unrolling:
    """Ever thinner sectors of a disc laid in a row: about ``width`` long, ``radius`` high."""

    radius: str
    width: str
    lines: tuple[Saying, ...]


@dataclass(frozen=True, kw_only=True, eq=False)
class Figure:
    """What every figure of the catalogue declares, plane or solid: all that solving it needs.

    ``starting`` holds the usual givens, with which a fresh one starts. ``shorthands`` are names under which one
    given stands for several measures; ``synonyms`` are other words for the figure; ``family`` is one of FAMILIES.
    """

    name: str
    title: str
    family: str
    measures: tuple[Measure, ...]
    relations: tuple[Relation, ...]
    starting: Mapping[str, str]
    constraints: tuple[Constraint, ...] = ()
    defaults: Mapping[str, Default] = field(default_factory=dict)
    shorthands: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    synonyms: tuple[str, ...] = ()
    agreements: tuple[Agreement, ...] = ()

    @property
    def usual(self) -> tuple[str, ...]:
        """The measures people usually give: those that a fresh part starts with."""
        return tuple(self.starting)

    @property
    def basis(self) -> tuple[str, ...]:
        """The measures that settle a figure, from which all others follow: the usual ones and free choices."""
        return (*self.usual, *self.defaults)

    def measure(self, name: str) -> Measure | None:
        return next((m for m in self.measures if m.name == name), None)

    def kind_of_given(self, name: str) -> MeasureKind:
        """The kind of quantity that a given stands for: a measure's, or a shorthand's; a length where it is neither."""
        measure = self.measure(self.shorthands.get(name, (name,))[0])
        return "length" if measure is None else measure.kind

    def title_of(self, name: str) -> str:
        """A measure's name as people read it."""
        measure = self.measure(name)
        return name if measure is None else measure.title


@dataclass(frozen=True, kw_only=True, eq=False)
class PlaneFigure(Figure):
    """One plane figure of the catalogue.

    ``right_angles`` are corners with the ends of their arms; ``feet`` are those at the foot of a dimension line
    of a measure, marked only when that line is drawn. ``seat`` is the straight edge with which the figure stands on another's (the first one unless said);
    ``standing`` what a fresh part on an edge starts with, where the usual givens don't settle the seat;
    ``centre`` the point that counts as its middle; ``showings`` what can be played to show why its formula holds.
    """

    outline: Outline | Counted
    spans: tuple[Span, ...]
    grips: tuple[Grip, ...]
    angles: tuple[Angle, ...] = ()
    right_angles: tuple[tuple[XY, XY, XY], ...] = ()
    feet: Mapping[str, tuple[XY, XY, XY]] = field(default_factory=dict)
    equal_edges: tuple[tuple[str, ...], ...] = ()
    parallel_edges: tuple[tuple[str, ...], ...] = ()
    centre: XY = ("0", "0")
    seat: str | None = None
    standing: Mapping[str, str] = field(default_factory=dict)
    showings: tuple[Doubling | Shearing | Unrolling, ...] = ()

    @property
    def seat_edge(self) -> LineTo | None:
        """The straight edge with which the figure stands on another's; None where it has none."""
        outline = self.outline if isinstance(self.outline, Outline) else self.outline.of(3)
        straight = [edge for edge in outline.edges if isinstance(edge, LineTo)]
        return next((edge for edge in straight if self.seat in (None, edge.name)), None)

    @property
    def on_an_edge(self) -> dict[str, str]:
        """What a fresh part on an edge starts with, its seat first; nothing where it has none."""
        seat = self.seat_edge
        if seat is None:
            return {}
        if self.standing or seat.length in self.starting:
            return dict(self.standing or self.starting)
        kinds = {measure.name: measure.kind for measure in self.measures}
        others = {name: text for name, text in self.starting.items() if kinds[name] != "length"}
        return {seat.length: "2", **others}

    def boundary(self, count: Callable[[str], int]) -> Outline:
        """The outline; ``count`` gives the value of a counted measure."""
        outline = self.outline
        return outline if isinstance(outline, Outline) else outline.of(count(outline.count))


# Solids. Their points are (x, y, z): the anchor is the middle of the base (a corner for those with a corner),
# z upwards.


@dataclass(frozen=True)
class Faces:
    """A body with plane faces: corners by name; each face's corners go anticlockwise, seen from outside."""

    corners: Mapping[str, XYZ]
    faces: Mapping[str, tuple[str, ...]]


@dataclass(frozen=True)
class CountedFaces:
    """A body whose number of sides is the value of the measure ``count``."""

    count: str
    of: Callable[[int], Faces]


@dataclass(frozen=True)
class Raised:
    """A plane figure raised straight up by ``height``. ``names`` gives its measures' names in the solid."""

    base: PlaneFigure
    names: Mapping[str, str]
    height: str


@dataclass(frozen=True)
class Run:
    """A piece of a turned body's profile, to (radius, height); round ``centre`` by ``turn`` where it is an arc."""

    name: str
    to: XY
    centre: XY | None = None
    turn: str = "0°"


@dataclass(frozen=True)
class Turned:
    """A body turned about the z-axis: its profile in (radius, height), walked with the inside on the left.

    ``equators`` are further circles (radius, height) that are drawn to show the roundness.
    """

    start: XY
    runs: tuple[Run, ...]
    equators: tuple[XY, ...] = ()


@dataclass(frozen=True)
class Ellipsoid:
    """The body within three half axes, along x, y and z."""

    a: str
    b: str
    c: str


@dataclass(frozen=True)
class Dimension:
    """A dimension line of a solid for ``measure``, from ``start`` to ``end``.

    ``side`` says on which side of that direction, as it is seen, it stands off (-1 right, 1 left, 0 on the line
    itself). It is drawn when the measure was given, or when ``always``, but not when ``unless`` was.
    """

    measure: str
    start: XYZ
    end: XYZ
    side: int = 0
    always: bool = True
    unless: str = ""


@dataclass(frozen=True)
class PlaneFace:
    """A plane figure of the catalogue that is a face of a solid, ``times`` over: its givens as formulas of the solid's
    measures. ``unrolled`` where the face is curved and becomes this figure when it is rolled out flat."""

    name: str
    figure: str
    givens: Mapping[str, str]
    times: str = "1"
    unrolled: bool = False


@dataclass(frozen=True, kw_only=True, eq=False)
class Solid(Figure):
    """One solid of the catalogue. ``right_angles`` are corners with the ends of their arms; ``faces`` all faces that are
    plane or can be unrolled."""

    body: Faces | CountedFaces | Raised | Turned | Ellipsoid | OwnBody
    dimensions: tuple[Dimension, ...]
    faces: tuple[PlaneFace, ...] = ()
    right_angles: tuple[tuple[XYZ, XYZ, XYZ], ...] = ()
