"""What is wrong with a declaration, in sentences: checked whenever the catalogue is loaded, so that no mistake is silent."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import fields, is_dataclass
from math import hypot, isfinite, pi
from typing import get_args

from mensuration.catalogue.figure import (
    EVERY,
    FAMILIES,
    FEWEST_EDGES,
    ArcTo,
    Axis,
    Counted,
    CountedFaces,
    Ellipsoid,
    Faces,
    Figure,
    MeasureKind,
    Outline,
    Oval,
    PlaneFigure,
    Raised,
    Saying,
    Solid,
    Turned,
)
from mensuration.expressions import ExpressionError, name_fault, nearest, parse, paths
from mensuration.expressions.algebras import in_floats

NEAR = 1e-9
PI_WORDS = ("pi", "π")
_PI = dict.fromkeys(PI_WORDS, pi)
EMPTY: Mapping[str, PlaneFigure] = {}


class WrongDeclaration(ValueError):
    """Mistakes in declarations of the catalogue, a sentence each."""

    def __init__(self, faults: Iterable[str]) -> None:
        super().__init__("\n".join(faults))


def check(figure: Figure, plane: Mapping[str, PlaneFigure] = EMPTY) -> list[str]:
    """Every mistake in a figure's declaration, a sentence each; empty where there is none. ``plane`` are the plane figures
    that faces may be.

    Checked are names, kinds and formulas of everything declared, and that the figure that a fresh one starts with is whole:
    that all measures follow, all constraints hold, and its outline closes.

    >>> from dataclasses import replace
    >>> from mensuration.catalogue import figures
    >>> check(replace(figures()["circle"], family="rund"))
    ['circle: “rund” is no family; did you mean “round”?']
    """
    faults = list(_Names(figure, plane).faults())
    if not faults:
        faults = list(_Start(figure, plane).faults())
    return [f"{figure.name or 'a figure without a name'}: {fault}" for fault in faults]


def unknown(word: str, known: Iterable[str], what: str) -> str:
    """That a word is not a known one of its kind, with what was perhaps meant."""
    guess = nearest(word, known)
    return f"“{word}” is no {what}" + (f"; did you mean “{guess}”?" if guess else "")


class _Names:
    """Whether every word of a declaration is a known one, and every formula can be read."""

    def __init__(self, figure: Figure, plane: Mapping[str, PlaneFigure]) -> None:
        self.figure = figure
        self.plane = plane
        self.measures = [measure.name for measure in figure.measures]

    def faults(self) -> Iterator[str]:
        yield from self._head()
        yield from self._measures()
        yield from self._relations()
        yield from self._choices()
        if isinstance(self.figure, PlaneFigure):
            yield from self._plane(self.figure)
        elif isinstance(self.figure, Solid):
            yield from self._solid(self.figure)

    def _head(self) -> Iterator[str]:
        figure = self.figure
        if not figure.name or not figure.title:
            yield "it needs a name and a title"
        if figure.family not in FAMILIES:
            yield unknown(figure.family, FAMILIES, "family")
        needed = ("area", "perimeter") if isinstance(figure, PlaneFigure) else ("volume",)
        for name in needed:
            if name not in self.measures:
                yield f"it has no measure “{name}”"

    def _measures(self) -> Iterator[str]:
        for number, measure in enumerate(self.figure.measures):
            fault = name_fault(measure.name, self.measures[:number])
            if fault is not None:
                yield f"measures: {fault}"
            if measure.kind not in get_args(MeasureKind):
                yield f"{measure.name}: " + unknown(measure.kind, get_args(MeasureKind), "kind of measure")
            if measure.kind == "count" and measure.most < FEWEST_EDGES:
                yield f"{measure.name}: a count needs the most it can be"

    def _relations(self) -> Iterator[str]:
        for number, relation in enumerate(self.figure.relations, 1):
            place = f"relation {number} ({relation.source})"
            if not relation.forms:
                yield f"{place} has no form"
            for forms in (relation.forms, relation.second):
                for name, formula in forms.items():
                    yield from self._measure(name, place)
                    yield from self._formula(formula, f"{place}, {name}", without=name)
            for name in relation.second:
                if name not in relation.forms:
                    yield f"{place}: a second value of “{name}”, which has no first"

    def _choices(self) -> Iterator[str]:
        figure = self.figure
        for name, text in figure.starting.items():
            yield from self._measure(name, "starting")
            yield from self._formula(text, f"starting {name}", ())
        for constraint in figure.constraints:
            yield from self._measure(constraint.at, f"constraint “{constraint.says}”")
            yield from self._formula(constraint.expression, f"constraint “{constraint.says}”")
        for name, default in figure.defaults.items():
            yield from self._measure(name, "defaults")
            yield from self._formula(default.formula, f"default of {name}")
            for need in default.needs:
                yield from self._measure(need, f"default of {name}")
        for name, meant in figure.shorthands.items():
            if name in self.measures:
                yield f"shorthands: “{name}” is a measure already"
            for each in meant:
                yield from self._measure(each, f"shorthand {name}")
        for agreement in figure.agreements:
            for name in (agreement.measure, agreement.special[0]):
                yield from self._measure(name, "agreement")
            for text in (*agreement.forms.values(), agreement.whole):
                yield from self._formula(text, f"agreement on {agreement.measure}")
            yield from self._formula(agreement.special[1], f"agreement on {agreement.measure}", ())

    def _plane(self, figure: PlaneFigure) -> Iterator[str]:
        outline = figure.outline
        if isinstance(outline, Counted):
            yield from self._measure(outline.count, "outline")
            outline = outline.of(FEWEST_EDGES)
        edges = [edge.name for walk in outline.walks for edge in walk.edges]
        for name in edges:
            if edges.count(name) > 1:
                yield f"outline: two edges are called “{name}”"
        yield from self._formulas(outline, "outline", skipping=("name",))
        named = [name for group in (*figure.equal_edges, *figure.parallel_edges) for name in group]
        for name in (*named, *([figure.seat] if figure.seat else [])):
            if name not in (*edges, EVERY):
                yield unknown(name, edges, "edge")
        for span in figure.spans:
            yield from self._measure(span.measure, "span")
            if span.unless:
                yield from self._measure(span.unless, f"span {span.measure}")
            yield from self._formulas((span.start, span.end, span.other or ()), f"span {span.measure}")
        for angle in figure.angles:
            yield from self._measure(angle.measure, "angle")
            yield from self._formulas((angle.at, angle.one, angle.two), f"angle {angle.measure}")
        yield from self._grips(figure)
        for name in figure.feet:
            yield from self._measure(name, "feet")
        for name, text in figure.standing.items():
            yield from self._measure(name, "standing")
            yield from self._formula(text, f"standing {name}", ())
        yield from self._formulas(
            (figure.right_angles, tuple(figure.feet.values()), figure.centre), "right angles and centre"
        )
        for showing in figure.showings:
            for line in showing.lines:
                yield from self._saying(line)

    def _grips(self, figure: PlaneFigure) -> Iterator[str]:
        for grip in figure.grips:
            yield from self._formulas(grip.at, "grip")
            for drive in grip.drives:
                yield from self._measure(drive.measure, "grip")
                if drive.axis not in get_args(Axis):
                    yield f"grip of {drive.measure}: " + unknown(drive.axis, get_args(Axis), "axis")
                yield from self._formulas((drive.factor, drive.less), f"grip of {drive.measure}")

    def _saying(self, line: Saying) -> Iterator[str]:
        yield from self._formula(line.formula, f"showing “{line.says}”", (*self.measures, "before"))

    def _solid(self, figure: Solid) -> Iterator[str]:
        body = figure.body
        match body:
            case Raised():
                for name, own in body.names.items():
                    if body.base.measure(name) is None:
                        yield unknown(name, (m.name for m in body.base.measures), "measure of the base")
                    yield from self._measure(own, "body")
                yield from self._measure(body.height, "body")
            case Faces() | CountedFaces():
                if isinstance(body, CountedFaces):
                    yield from self._measure(body.count, "body")
                    body = body.of(FEWEST_EDGES)
                for name, corners in body.faces.items():
                    for corner in corners:
                        if corner not in body.corners:
                            yield f"face {name}: " + unknown(corner, body.corners, "corner")
                yield from self._formulas(tuple(body.corners.values()), "body")
            case Turned():
                yield from self._formulas(
                    (body.start, body.equators, *((r.to, r.centre or (), r.turn) for r in body.runs)), "body"
                )
            case Ellipsoid():
                yield from self._formulas((body.a, body.b, body.c), "body")
        for dimension in figure.dimensions:
            yield from self._measure(dimension.measure, "dimension")
            if dimension.unless:
                yield from self._measure(dimension.unless, f"dimension {dimension.measure}")
            yield from self._formulas((dimension.start, dimension.end), f"dimension {dimension.measure}")
        yield from self._formulas(figure.right_angles, "right angles")
        for face in figure.faces:
            base = self.plane.get(face.figure)
            if base is None:
                yield f"face {face.name}: " + unknown(face.figure, self.plane, "plane figure")
                continue
            yield from self._formula(face.times, f"face {face.name}")
            for name, text in face.givens.items():
                if base.measure(name) is None:
                    yield f"face {face.name}: " + unknown(
                        name, (m.name for m in base.measures), "measure of it"
                    )
                yield from self._formula(text, f"face {face.name}")

    def _measure(self, name: str, place: str) -> Iterator[str]:
        if name not in self.measures:
            yield f"{place}: " + unknown(name, self.measures, "measure")

    def _formulas(self, told: object, place: str, skipping: tuple[str, ...] = ()) -> Iterator[str]:
        """All formulas in something declared, however deep."""
        if isinstance(told, str):
            yield from self._formula(told, place)
        elif isinstance(told, tuple):
            for each in told:
                yield from self._formulas(each, place, skipping)
        elif is_dataclass(told):
            for own in fields(told):
                if own.name not in skipping:
                    yield from self._formulas(getattr(told, own.name), place, skipping)

    def _formula(
        self, text: str, place: str, known: Iterable[str] | None = None, without: str = ""
    ) -> Iterator[str]:
        try:
            tree = parse(text)
        except ExpressionError as error:
            yield f"{place}: “{text}” can't be read: {error.says}"
            return
        known = self.measures if known is None else list(known)
        for path in paths(tree):
            if path.text in PI_WORDS:
                continue
            if path.text not in known:
                yield f"{place}: " + unknown(path.text, known, "measure")
            elif path.text == without:
                yield f"{place}: the formula for “{without}” needs it itself"


class _Start:
    """Whether the figure that a fresh one starts with is whole."""

    def __init__(self, figure: Figure, plane: Mapping[str, PlaneFigure]) -> None:
        self.figure = figure
        self.plane = plane
        self.values: dict[str, float] = {}

    def faults(self) -> Iterator[str]:
        figure = self.figure
        self.values = _led_to(figure, {name: in_floats(text, _PI) for name, text in figure.starting.items()})
        missing = [m.name for m in figure.measures if m.name not in self.values]
        if missing:
            yield f"starting: from {', '.join(figure.starting) or 'nothing'} no form leads to {', '.join(missing)}"
            return
        yield from self._sizes()
        for constraint in figure.constraints:
            if not in_floats(constraint.expression, self.values) > 0:
                yield (
                    f"constraint “{constraint.says}”: {constraint.expression} is not more than 0 for the figure it "
                    "starts with; is it the wrong way round?"
                )
        if isinstance(figure, PlaneFigure):
            for walk in figure.boundary(lambda name: round(self.values[name])).walks:
                yield from self._walk(walk)

        elif isinstance(figure, Solid):
            yield from self._faces(figure)

    def _faces(self, solid: Solid) -> Iterator[str]:
        """The faces have the area of the surface, where all are told; never more."""
        covered = 0.0
        for face in solid.faces:
            base = self.plane[face.figure]
            found = _led_to(base, {name: self._value(text) for name, text in face.givens.items()})
            if "area" not in found:
                yield f"face {face.name}: its area does not follow from {', '.join(face.givens)}"
                return
            covered += self._value(face.times) * found["area"]
        surface = self.values.get("surface")
        if surface is None or not solid.faces:
            return
        whole = isinstance(solid.body, Faces | CountedFaces | Raised)
        if covered > surface * (1 + NEAR) or (whole and covered < surface * (1 - NEAR)):
            yield f"its faces have an area of {covered:g}, its surface {surface:g}"

    def _sizes(self) -> Iterator[str]:
        for measure in self.figure.measures:
            value = self.values[measure.name]
            if not isfinite(value) or (value <= 0 and not measure.signed):
                yield f"starting: it makes the {measure.name} {value:g}"

    def _walk(self, walk: Outline) -> Iterator[str]:
        """Each edge as long as it says, each arc ending where it says, and the whole closed."""
        at = self._spot(walk.start)
        start = at
        for edge in walk.edges:
            to = self._spot(edge.to)
            length = self._value(edge.length)
            if isinstance(edge, ArcTo):
                centre, radius = self._spot(edge.centre), self._value(edge.radius)
                off = max(abs(hypot(p[0] - centre[0], p[1] - centre[1]) - radius) for p in (at, to))
                if off > NEAR * max(1, radius):
                    yield f"outline: the arc “{edge.name}” is not round its centre"
            elif not isinstance(edge, Oval) and abs(
                hypot(to[0] - at[0], to[1] - at[1]) - length
            ) > NEAR * max(1, length):
                yield f"outline: the edge “{edge.name}” is not as long as “{edge.length}”"
            at = to
        if hypot(at[0] - start[0], at[1] - start[1]) > NEAR:
            yield f"outline: it does not close; it ends at ({at[0]:g}, {at[1]:g})"

    def _value(self, text: str) -> float:
        return in_floats(text, self.values)

    def _spot(self, at: tuple[str, str]) -> tuple[float, float]:
        return self._value(at[0]), self._value(at[1])


def _led_to(figure: Figure, givens: Mapping[str, float]) -> dict[str, float]:
    """The measures to which forms and defaults lead from these."""
    values = {**_PI, **givens}
    while True:
        before = len(values)
        for forms in (relation.forms for relation in figure.relations):
            _follow(forms, values)
        if len(values) == before:
            for name, default in figure.defaults.items():
                if name not in values and all(need in values for need in default.needs):
                    _follow({name: default.formula}, values)
                    break
        if len(values) == before:
            return values


def _follow(forms: Mapping[str, str], values: dict[str, float]) -> None:
    for name, formula in forms.items():
        if name not in values and all(path.text in values for path in paths(parse(formula))):
            values[name] = in_floats(formula, values)
