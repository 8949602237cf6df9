"""From steps or corners to a closed outline: missing sides found, closed, measured, ready to be placed.

An outline is solved like a figure of the catalogue: its sides, corners, area and perimeter are quantities
by name (``side3``, ``x3``, ``y3``), so that placing, drawing and telling treat it as any other figure.
Area by the shoelace formula on the corners (Gauss), and for every arc the segment r²(θ - sin θ)/2.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from mensuration.catalogue.figure import XY, ArcTo, LineTo, Measure, MeasureKind, Outline, PlaneFigure, Span
from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse, trigonometric
from mensuration.numbers import NOUGHT, PI, Real
from mensuration.outlines.steps import DIRECTIONS, UNKNOWN, Bend, WalkStep
from mensuration.solving import Solution, Step
from mensuration.units import ANGLE, NUMBER, Kind

OUTLINE = "outline"
PROFILE = "profile"  # what a profile of the problem lends
OUTLINES = "outlines"  # their family
MAX_CORNERS = 200
MARKED_CORNERS = 16
TOLD_SIDES = 12  # a formula over more sides than that explains nothing
_HALF, _TWO = Real.of(1) / Real.of(2), Real.of(2)
Vector = tuple[Real, Real]
Reader = Callable[[str, str], Quantity]  # text, kind: a typed length or angle


class OutlineFault(ExpressionError):
    """What keeps the steps from making an outline; ``sketch`` is what can be shown of it."""

    def __init__(
        self, code: str, says: str, position: int | None = None, sketch: Sketch | None = None
    ) -> None:
        super().__init__(code, says, position)
        self.sketch = sketch


@dataclass(frozen=True)
class Side:
    """One side: its vector, how it bends (signed turns and radius), as typed, and how it was found."""

    vector: Vector
    typed: str | None = None
    turn: Real | None = None
    radius: Real | None = None
    chord: Real | None = None
    formula: str = ""
    source: str = ""


@dataclass(frozen=True)
class Sketch:
    """A closed outline. ``closing`` is the step that had to be added to close it, as one would type it."""

    sides: tuple[Side, ...]
    corners: tuple[Vector, ...]
    closing: Vector | None = None

    @property
    def left_about(self) -> bool:
        """Whether it is walked anticlockwise."""
        return _doubled_area(self.sides, self.corners, PI).sign() > 0


def shape_walk(steps: Sequence[WalkStep], read: Reader) -> Sketch:
    """The outline of a walk, from (0, 0). OutlineFault or ExpressionError where there is none.

    >>> from mensuration.expressions import Scope, evaluate, parse
    >>> from mensuration.outlines.steps import read_walk
    >>> steps = read_walk("R 4 m, U 3 m, L ?, D ?")
    >>> sketch = shape_walk(steps, lambda text, kind: evaluate(parse(text), Scope()))
    >>> len(sketch.sides)
    4
    """
    sides = [_side(step, read) for step in steps]
    sides = _found(steps, sides)
    sides = [_bent(step, side, read) for step, side in zip(steps, sides, strict=True)]
    corners = _corners(sides)
    end = corners.pop()
    closing = None
    if end[0].sign() or end[1].sign():
        closing = (-end[0], -end[1])
        corners.append(end)
        sides.append(Side(closing, source="back to the start"))
    return _checked(Sketch(tuple(sides), tuple(corners), closing))


def shape_points(points: Sequence[tuple[Quantity, Quantity]]) -> Sketch:
    """The outline through these corners in their order, the first at (0, 0). OutlineFault where there is none.

    >>> from mensuration.numbers import Real
    >>> from mensuration.units import LENGTH
    >>> corners = [(0, 0), (4, 0), (0, 3)]
    >>> sketch = shape_points([(Quantity(Real.of(x), LENGTH), Quantity(Real.of(y), LENGTH)) for x, y in corners])
    >>> len(sketch.sides)
    3
    """
    spots = [(x.value, y.value) for x, y in points]
    first = spots[0]
    corners = [(x - first[0], y - first[1]) for x, y in spots]
    if len(corners) > 1 and _same(corners[0], corners[-1]):
        corners.pop()
    sides = [
        Side((b[0] - a[0], b[1] - a[1])) for a, b in zip(corners, corners[1:] + corners[:1], strict=True)
    ]
    for index, side in enumerate(sides):
        if not side.vector[0].sign() and not side.vector[1].sign():
            raise OutlineFault("same-corner", f"corners {index + 1} and {index + 2} lie on the same spot")
    return _checked(Sketch(tuple(sides), tuple(corners)))


def _side(step: WalkStep, read: Reader) -> Side:
    if step.length:
        length, angle = read(step.length, "length").value, read(step.towards, "angle").value
        _positive(length, step)
        turn = Real.of(1) / Real.of(4) - angle if step.bearing else angle
        return Side((length * trigonometric("cos", turn), length * trigonometric("sin", turn)), step.length)
    x, y = NOUGHT, NOUGHT
    for letter, amount in step.moves:
        if amount == UNKNOWN:
            continue
        length = read(amount, "length").value
        _positive(length, step)
        across, up = DIRECTIONS[letter]
        x, y = x + length * Real.of(across), y + length * Real.of(up)
    return Side((x, y), step.moves[0][1] if len(step.moves) == 1 else None)


def _positive(length: Real, step: WalkStep) -> None:
    if length.sign() <= 0:
        says = f"“{step.text}” must go further than 0; to go back, use the opposite direction"
        raise OutlineFault("not-positive", says, step.position)


def _found(steps: Sequence[WalkStep], sides: list[Side]) -> list[Side]:
    """Sides left ``?``, from all others along the same axis: there and back come to the same."""
    for axis in (0, 1):
        unknown = [
            i
            for i, step in enumerate(steps)
            if step.moves[:1] and step.moves[0][1] == UNKNOWN and DIRECTIONS[step.moves[0][0]][axis]
        ]
        if len(unknown) > 1:
            names = " and ".join(f"“{steps[i].text}”" for i in unknown[:3])
            line = "level" if axis == 0 else "upright"
            says = f"{names} can't both be found: leave one {line} side open, not {len(unknown)}"
            raise OutlineFault("too-little", says, steps[unknown[1]].position)
        for index in unknown:
            step = steps[index]
            way = DIRECTIONS[step.moves[0][0]][axis]
            length = -Real.sum(side.vector[axis] for side in sides) * Real.of(way)
            if length.sign() <= 0:
                back = next(d for d, v in DIRECTIONS.items() if v[axis] == -way)
                says = (
                    "the others already come back to the start: there is nothing left for this side"
                    if length.sign() == 0
                    else f"this side would have to go the other way: {back} instead of {step.moves[0][0]}"
                )
                raise OutlineFault("impossible", says, step.position)
            vector = (length * Real.of(way), NOUGHT) if axis == 0 else (NOUGHT, length * Real.of(way))
            formula = _balance(steps, sides, index, axis, way)
            sides[index] = Side(vector, UNKNOWN, formula=formula, source="there and back come to the same")
    return sides


def _balance(steps: Sequence[WalkStep], sides: Sequence[Side], index: int, axis: int, way: int) -> str:
    """``side1 - side3``: the sides that go the other way, less those that go this way."""
    plus: list[str] = []
    minus: list[str] = []
    for i, side in enumerate(sides):
        sign = side.vector[axis].sign()
        if i == index or not sign:
            continue
        straight = not side.vector[1 - axis].sign()
        name = f"side{i + 1}" if straight and steps[i].bend is None else f"{('run', 'rise')[axis]}{i + 1}"
        (minus if sign == way else plus).append(name)
    return " - ".join([" + ".join(plus), *minus])


def _bent(step: WalkStep, side: Side, read: Reader) -> Side:
    if step.bend is None:
        return side
    chord = _length(side.vector)
    turn, radius = _bend(step.bend, chord, step, read)
    return replace(side, turn=turn if step.bend.left else -turn, radius=radius, chord=chord)


def _bend(bend: Bend, chord: Real, step: WalkStep, read: Reader) -> tuple[Real, Real]:
    """Turn (turns, unsigned) and radius of an arc on a chord."""
    if bend.by == "angle":
        turn = read(bend.text, "angle").value
        if turn.sign() <= 0 or (turn - Real.of(1)).sign() >= 0:
            raise OutlineFault(
                "out-of-range", "an arc turns through more than 0° and less than 360°", step.position
            )
        return turn, chord / (_TWO * trigonometric("sin", turn * _HALF))
    radius = read(bend.text, "length").value
    if (_TWO * radius - chord).sign() < 0:
        raise OutlineFault(
            "impossible", "the radius must be at least half of the way from end to end", step.position
        )
    scope = Scope(lambda path: Quantity({"c": chord, "r": radius}[path.text]))
    return evaluate(parse("2 asin(c / (2 r))"), scope).value, radius


def _corners(sides: Sequence[Side]) -> list[Vector]:
    here: Vector = (NOUGHT, NOUGHT)
    corners = [here]
    for side in sides:
        here = (here[0] + side.vector[0], here[1] + side.vector[1])
        corners.append(here)
    return corners


def _checked(sketch: Sketch) -> Sketch:
    if len(sketch.corners) > MAX_CORNERS:
        raise OutlineFault("too-long", f"an outline may have at most {MAX_CORNERS} corners")
    arcs = any(side.radius is not None for side in sketch.sides)
    if len(sketch.sides) < (2 if arcs else 3):
        raise OutlineFault("too-few-sides", "an outline needs at least three sides", sketch=sketch)
    if not _doubled_area(sketch.sides, sketch.corners, PI).sign():
        raise OutlineFault("no-area", "these sides enclose nothing", sketch=sketch)
    return sketch


def _doubled_area(sides: Sequence[Side], corners: Sequence[Vector], pi: Real) -> Real:
    shares: list[Real] = []
    for index, side in enumerate(sides):
        a, b = corners[index], corners[(index + 1) % len(corners)]
        shares.append(a[0] * b[1] - b[0] * a[1])
        if side.turn is not None and side.radius is not None:
            angle = _TWO * pi * side.turn
            shares.append(side.radius * side.radius * (angle - trigonometric("sin", side.turn)))
    return Real.sum(shares)


def _length(vector: Vector) -> Real:
    x, y = vector
    if not x.sign() or not y.sign():
        return abs(x + y)
    return (x * x + y * y).sqrt()


def _same(one: Vector, two: Vector) -> bool:
    return one[0].same_as(two[0]) and one[1].same_as(two[1])


def solved(sketch: Sketch, length: Kind, pi: Real, name: str = OUTLINE) -> Solution:
    """The outline as a solved figure: every side, corner and measure by name, its boundary anticlockwise.

    >>> from mensuration.expressions import Scope, evaluate, parse
    >>> from mensuration.outlines.steps import read_walk
    >>> steps = read_walk("R 4 m, U 3 m, L ?, D ?")
    >>> sketch = shape_walk(steps, lambda text, kind: evaluate(parse(text), Scope()))
    >>> from mensuration.numbers import PI
    >>> from mensuration.units import LENGTH
    >>> solved(sketch, LENGTH, PI).values["area"].value
    Real('12')
    """
    values: dict[str, Quantity] = {}
    steps: list[Step] = []
    measures: list[Measure] = [
        Measure("area", "A", "area"),
        Measure("perimeter", "P"),
        Measure("sides", "n", "count"),
    ]
    count = len(sketch.sides)

    def put(name: str, symbol: str, value: Real, kind: Kind = length, what: MeasureKind = "length") -> None:
        values[name] = Quantity(value, kind)
        measures.append(Measure(name, symbol, what, signed=True))

    for i, side in enumerate(sketch.sides, 1):
        put(f"x{i}", f"x_{{{i}}}", sketch.corners[i - 1][0])
        put(f"y{i}", f"y_{{{i}}}", sketch.corners[i - 1][1])
        _tell_side(i, side, put, steps, pi)
    corners = sketch.corners
    middle = [Real.sum(c[axis] for c in corners) / Real.of(len(corners)) for axis in (0, 1)]
    values["xm"], values["ym"] = (Quantity(value, length) for value in middle)
    names = [f"side{i + 1}" for i in range(count)]
    values["perimeter"] = Quantity(Real.sum(values[name].value for name in names), length)
    if count <= TOLD_SIDES:
        steps.append(Step("perimeter", " + ".join(names), "the sum of the sides"))
    doubled = _doubled_area(sketch.sides, corners, pi)
    left_about = doubled.sign() > 0
    values["area"] = Quantity(abs(doubled) * _HALF, length.power(2))
    if count <= TOLD_SIDES:
        steps.append(Step("area", _area_formula(sketch, left_about), "the shoelace formula"))
    values["sides"] = Quantity(Real.of(count), NUMBER)
    figure = PlaneFigure(
        name=name,
        title=name.capitalize(),
        family=OUTLINES,
        measures=tuple(measures),
        relations=(),
        outline=_boundary(sketch, left_about),
        starting={},
        spans=_spans(sketch, left_about),
        grips=(),
        right_angles=_right_angles(sketch) if count <= MARKED_CORNERS else (),
        centre=("xm", "ym"),
    )
    given = frozenset(
        f"side{i}"
        for i, s in enumerate(sketch.sides, 1)
        if s.typed not in (None, UNKNOWN) and s.radius is None
    )
    return Solution(figure, values, given, tuple(steps), pi)


Put = Callable[..., None]


def _tell_side(i: int, side: Side, put: Put, steps: list[Step], pi: Real) -> None:
    x, y = side.vector
    if (x.sign() and y.sign()) or side.radius is not None:
        put(f"run{i}", rf"\Delta x_{{{i}}}", abs(x))
        put(f"rise{i}", rf"\Delta y_{{{i}}}", abs(y))
    if side.turn is not None and side.radius is not None and side.chord is not None:
        put(f"chord{i}", f"c_{{{i}}}", side.chord)
        put(f"radius{i}", f"r_{{{i}}}", side.radius)
        put(f"angle{i}", rf"\theta_{{{i}}}", abs(side.turn), ANGLE, "angle")
        put(f"side{i}", f"s_{{{i}}}", _TWO * pi * abs(side.turn) * side.radius)
        steps.append(Step(f"side{i}", f"angle{i} / 360° * 2 pi radius{i}", "a fraction of the circumference"))
        return
    put(f"side{i}", f"s_{{{i}}}", _length(side.vector))
    if side.formula and side.formula.count("s") <= TOLD_SIDES:
        steps.append(Step(f"side{i}", side.formula, side.source))
    elif side.typed is None and x.sign() and y.sign():
        steps.append(Step(f"side{i}", f"sqrt(run{i}^2 + rise{i}^2)", "Pythagoras"))


def _area_formula(sketch: Sketch, left_about: bool) -> str:
    count = len(sketch.sides)
    products = [f"x{i} y{i % count + 1} - x{i % count + 1} y{i}" for i in range(1, count + 1)]
    inner = " + ".join(f"({p})" for p in products)
    text = f"1/2 ({inner})" if left_about else f"-1/2 ({inner})"
    for i, side in enumerate(sketch.sides, 1):
        if side.turn is not None:
            sign = "+" if (side.turn.sign() > 0) == left_about else "-"
            text += f" {sign} (angle{i} / 360° * pi radius{i}^2 - 1/2 radius{i}^2 sin(angle{i}))"
    return text


def _corner(i: int, count: int) -> XY:
    number = (i - 1) % count + 1
    return f"x{number}", f"y{number}"


def _centre(sketch: Sketch, i: int) -> XY:
    """The centre of an arc: from the middle of its chord, aside by chord/2 · cot(θ/2)."""
    side = sketch.sides[i - 1]
    assert side.turn is not None
    count = len(sketch.sides)
    (ax, ay), (bx, by) = _corner(i, count), _corner(i + 1, count)
    if (abs(side.turn) - _HALF).sign() == 0:
        return f"({ax} + {bx}) / 2", f"({ay} + {by}) / 2"
    sign = "" if side.turn.sign() > 0 else "-"
    share = f"cos(angle{i} / 2) / sin(angle{i} / 2) / 2"
    return (
        f"({ax} + {bx}) / 2 - ({sign}({by} - {ay})) * {share}",
        f"({ay} + {by}) / 2 + ({sign}({bx} - {ax})) * {share}",
    )


def _boundary(sketch: Sketch, left_about: bool) -> Outline:
    count = len(sketch.sides)
    order = range(1, count + 1) if left_about else range(count, 0, -1)
    edges: list[LineTo | ArcTo] = []
    for i in order:
        side = sketch.sides[i - 1]
        to = _corner(i + 1 if left_about else i, count)
        if side.turn is None:
            edges.append(LineTo(f"side {i}", to, f"side{i}"))
            continue
        turn = f"angle{i}" if (side.turn.sign() > 0) == left_about else f"-angle{i}"
        edges.append(ArcTo(f"side {i}", to, _centre(sketch, i), turn, f"side{i}", f"radius{i}"))
    return Outline(_corner(1, count), tuple(edges))


def _spans(sketch: Sketch, left_about: bool) -> tuple[Span, ...]:
    count = len(sketch.sides)
    spans: list[Span] = []
    for i, side in enumerate(sketch.sides, 1):
        start, end = _corner(i, count), _corner(i + 1, count)
        if not left_about:
            start, end = end, start
        if side.turn is None:
            spans.append(Span(f"side{i}", start, end))
        else:
            spans.append(Span(f"chord{i}", start, end, side=0))
    return tuple(spans)


def _right_angles(sketch: Sketch) -> tuple[tuple[XY, XY, XY], ...]:
    count = len(sketch.sides)
    found: list[tuple[XY, XY, XY]] = []
    for i in range(1, count + 1):
        before, after = sketch.sides[i - 2], sketch.sides[i - 1]
        if before.radius is not None or after.radius is not None:
            continue
        (a, b), (c, d) = before.vector, after.vector
        if (a * c + b * d).sign() == 0:
            found.append((_corner(i, count), _corner(i - 1, count), _corner(i + 1, count)))
    return tuple(found)
