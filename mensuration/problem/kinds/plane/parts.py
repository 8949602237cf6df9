"""Working out the parts of plane figures: what was typed, solved and placed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from mensuration.catalogue import plane_figures as catalogue
from mensuration.drawing.board import sketched
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.numbers import NOUGHT, Real
from mensuration.outlines import OUTLINE, PROFILE, Sketch, read_walk, shape_points, shape_walk, solved
from mensuration.plane import (
    NoSeat,
    PlacedPart,
    Placement,
    edge_axes,
    on_edge_of,
    on_middle_of,
    own_crossings,
    place,
    straight_edge,
)
from mensuration.plane.edges import Point
from mensuration.plane.placing import Join, turned_back
from mensuration.problem.kinds.givens import member_quantity, read_givens
from mensuration.problem.kinds.kind import Context
from mensuration.problem.kinds.plane.borrowed import profile_sketch
from mensuration.problem.kinds.plane.document import Attachment, Part, PlaneDocument
from mensuration.solving import Solution, SolvingError, solve
from mensuration.telling import Teller

ROUND = ("circle", "ring")  # which look the same however they are turned


@dataclass(frozen=True)
class _Free:
    """A place of its own."""

    at: Point
    turn: Real
    flip: bool

    def placement(self, placed: Mapping[str, PlacedPart], frame: Real) -> Placement:
        return Placement(turned_back(self.at, frame), self.turn - frame, self.flip)


@dataclass(frozen=True)
class _Middle:
    """The middle of another part."""

    part: str
    solution: Solution
    shift: Point
    turn: Real
    flip: bool

    def placement(self, placed: Mapping[str, PlacedPart], frame: Real) -> Placement:
        shift = turned_back(self.shift, frame)
        return on_middle_of(placed[self.part], self.solution, shift, self.turn - frame, self.flip)


@dataclass(frozen=True)
class _OnEdge:
    """A straight edge of another part. NoSeat for a figure without one."""

    on: Attachment
    solution: Solution
    shift: Point
    turn: Real
    flip: bool

    def placement(self, placed: Mapping[str, PlacedPart], frame: Real) -> Placement:
        target = placed[self.on.part]
        edge = straight_edge(target, self.on.edge or "")
        assert edge is not None
        inside, along = self.on.side == "in", self.on.along
        return on_edge_of(target, edge, self.solution, inside, along, self.shift, self.turn, self.flip)


Seat = _Free | _Middle | _OnEdge


class Parts:
    """The parts of one plane figure, each worked out after those that it names or stands on.

    Of parts that bear one name only the first is one.
    """

    def __init__(self, figure: PlaneDocument, context: Context) -> None:
        self.context = context
        self.teller = context.teller
        self.documents: dict[str, Part] = {}
        self.indices: dict[str, int] = {}
        for index, part in enumerate(figure.parts):
            if part.name not in self.documents:
                self.documents[part.name], self.indices[part.name] = part, index
        self.names = list(self.documents)
        self.solutions: dict[str, Solution] = {}
        self.placed: dict[str, PlacedPart] = {}
        self.seats: dict[str, Seat] = {}
        self.typed: dict[str, dict[str, str]] = {}
        """What was typed for each measurement that was."""

    def quantity(self, name: str, names: Sequence[str], text: str) -> Quantity:
        """A quantity of one part. ExpressionError where there is none."""
        return member_quantity(self.solutions.get(name), names, text)

    def work_out(self, name: str) -> None:
        """Solve and place one part; what is wrong with it is complained about."""
        part, where = self.documents[name], f"parts.{name}"
        if part.shape in (OUTLINE, PROFILE):
            sketch = self._outline(part, where) if part.shape == OUTLINE else self._profile(part, where)
            length, pi = self.teller.unit.kind, self.teller.pi
            solution = None if sketch is None else solved(sketch, length, pi, part.shape)
        else:
            sketch = None
            solution = self._figure(part, where)
        if solution is None:
            return
        self.solutions[name] = solution
        seat = self._seat(part, where, solution)
        placement = None if seat is None else self._placement(part, where, seat)
        if seat is None or placement is None:
            return
        placed = _placed(name, self.indices[name], part.join, solution, placement)
        if sketch is not None and not self._sound(placed, f"{where}.{_outline_field(part)}"):
            del self.solutions[name]
            return
        self.placed[name], self.seats[name] = placed, seat

    # Shapes of the catalogue

    def _figure(self, part: Part, where: str) -> Solution | None:
        figure = catalogue().get(part.shape)
        if figure is None:
            error = unknown_word(part.shape, [*catalogue(), OUTLINE, PROFILE], "shape")
            self.context.complain(f"{where}.shape", "unknown-shape", error.says)
            return None
        given = read_givens(figure, part.given, self.context, where)
        if given is None:
            return None
        self.typed[part.name] = dict(part.given)
        try:
            solution = _solved(part.shape, tuple(given.items()), self.teller)
            for name, says in solution.remarks.items():
                self.context.complain(f"{where}.given.{name}", "agrees", says, "warning")
            return solution
        except SolvingError as fault:
            at = f"{where}.given.{fault.given}" if fault.given else f"{where}.given"
            self.context.complain(at, fault.code, fault.says)
            return None

    # Outlines

    def _profile(self, part: Part, where: str) -> Sketch | None:
        """What lies between the line of a profile of the problem and its readings or its curve."""
        try:
            return profile_sketch(part.of or "", self.context)
        except ExpressionError as error:
            self.context.complain(f"{where}.of", error.code, error.says)
            return None

    def _outline(self, part: Part, where: str) -> Sketch | None:
        field = _outline_field(part)
        try:
            if part.walk is not None:
                return self._walked(part, part.walk, where)
            if not part.points:
                raise ExpressionError(
                    "empty", "an outline needs a walk (R 9, U 4 …) or at least three points"
                )
            points = [
                [
                    self.context.read(text, "length", f"{where}.points.{i}.{axis}")
                    for axis, text in enumerate(point)
                ]
                for i, point in enumerate(part.points)
            ]
            sound = [(x, y) for x, y in points if x is not None and y is not None]
            return shape_points(sound) if len(sound) == len(points) else None
        except ExpressionError as error:
            self.context.complain(f"{where}.{field}", error.code, error.says, position=error.position)
            return None

    def _walked(self, part: Part, walk: str, where: str) -> Sketch:
        steps = read_walk(walk)
        sketch = shape_walk(steps, self.context.measurement)
        self.typed[part.name] = {
            f"side{i}": step.moves[0][1] if step.moves else step.length
            for i, step in enumerate(steps, 1)
            if step.bend is None and (step.length or len(step.moves) == 1)
        }
        if sketch.closing is not None:
            says = f"the walk did not close: it was closed by side {len(sketch.sides)}, {self._as_step(sketch.closing)}"
            self.context.complain(f"{where}.walk", "not-closed", says, "warning")
        return sketch

    def _as_step(self, vector: Point) -> str:
        """A vector as the step that one would type."""
        pieces = []
        for value, (ahead, back) in zip(vector, (("R", "L"), ("U", "D")), strict=True):
            if value.sign():
                length = self.teller.written(Quantity(abs(value), self.teller.unit.kind))
                pieces.append(f"{ahead if value.sign() > 0 else back} {length.text}")
        return " ".join(pieces)

    def _sound(self, placed: PlacedPart, where: str) -> bool:
        """Whether an outline crosses itself nowhere; if it does, the crossings are shown."""
        crossings = own_crossings(placed.edges)
        for i, j, _ in crossings[:1]:
            sketch = sketched(placed.edges, [s for _, _, s in crossings], self.teller)
            x, y = (f"{v:.4g}" for v in sketch.spots[0])
            names = " and ".join(sorted((placed.edges[i].name, placed.edges[j].name)))
            says = f"{names} meet at ({x}, {y}): an outline must not cross or touch itself"
            self.context.complain(where, "crosses-itself", says, sketch=sketch)
        return not crossings

    # Places

    def _seat(self, part: Part, where: str, solution: Solution) -> Seat | None:
        """How a part comes to its place, once the others have theirs."""
        shift = [self.context.read(part.at[axis], "length", f"{where}.at.{axis}") for axis in (0, 1)]
        turn = self.context.read(part.turn, "turn", f"{where}.turn")
        if turn is None or shift[0] is None or shift[1] is None:
            return None
        if Real.of(1000) < abs(turn.value):
            self.context.complain(f"{where}.turn", "out-of-range", "a turn may be at most 1000 whole turns")
            return None
        at = (shift[0].value, shift[1].value)
        if part.on is None:
            return _Free(self._first_point(part, at), turn.value, part.flip)
        target = self._target(part, where)
        if target is None:
            return None
        if part.on.edge is None:
            return _Middle(part.on.part, solution, at, turn.value, part.flip)
        return _OnEdge(part.on, solution, at, turn.value, part.flip)

    def _placement(self, part: Part, where: str, seat: Seat) -> Placement | None:
        try:
            return seat.placement(self.placed, NOUGHT)
        except NoSeat:
            title = self.solutions[part.name].figure.title.lower()
            self.context.complain(f"{where}.on", "no-seat", f"a {title} has no straight edge to stand on")
            return None

    def _first_point(self, part: Part, at: Point) -> Point:
        """Points lie where they say: the anchor, the first of them, is put there."""
        if part.shape != OUTLINE or part.walk is not None or not part.points:
            return at
        x, y = (self.context.measurement(text, "length").value for text in part.points[0])
        return at[0] + x, at[1] + y

    def _target(self, part: Part, where: str) -> PlacedPart | None:
        """The part on which another stands, if it has the edge."""
        on = part.on
        assert on is not None
        if on.part not in self.documents or on.part == part.name:
            others = [name for name in self.names if name != part.name]
            self.context.complain(
                f"{where}.on", "unknown-name", unknown_word(on.part, others, "part here").says
            )
            return None
        target = self.placed.get(on.part)
        if target is None:
            self.context.complain(f"{where}.on", "needs-other", f"“{on.part}” could not be worked out")
            return None
        if on.edge is not None and straight_edge(target, on.edge) is None:
            straight = [e.name for e in target.edges if e.straight]
            says = unknown_word(on.edge, straight, f"straight edge of “{on.part}”").says
            if len(straight) <= 12:
                says += f" (it has {', '.join(straight) or 'none'})"
            self.context.complain(f"{where}.on.edge", "unknown-edge", says)
            return None
        return target

    # The frame in which a figure stands upright

    def frame(self) -> Real | None:
        """The turn that all parts have in common, but for quarters, where it makes their places lose their exact forms."""
        turns = [
            seat.turn
            for name, seat in self.seats.items()
            if not isinstance(seat, _OnEdge) and self.documents[name].shape not in ROUND
        ]
        if not turns or all(value.exact is not None for value in Placement(turn=turns[0]).direction):
            return None
        quarters = [((turn - turns[0]) * Real.of(4)).rational for turn in turns]
        return turns[0] if all(q is not None and q.denominator == 1 for q in quarters) else None

    def framed(self, frame: Real) -> tuple[PlacedPart, ...]:
        """The placed parts in axes that are turned with the figure."""
        made: dict[str, PlacedPart] = {}
        for name, seat in self.seats.items():  # in the order in which they hang on one another
            own = self.placed[name]
            if not isinstance(seat, _OnEdge) and self.documents[name].shape in ROUND:
                seat = replace(seat, turn=frame)
            made[name] = _placed(name, own.index, own.join, own.solution, seat.placement(made, frame))
        return tuple(made[name] for name in self.names if name in made)

    def told_elsewhere(self, name: str) -> str:
        """The measure of an attached part that follows the edge it stands on, and is drawn there."""
        part = self.documents[name]
        seat = self.solutions[name].plane.seat_edge
        if part.on is None or part.on.edge is None or seat is None:
            return ""
        return seat.length if part.given.get(seat.length, "").startswith(f"{part.on.part}.") else ""

    def axes(self, name: str) -> tuple[Point, Point] | None:
        """The directions in which ``at`` moves an attached part; None where they are the plane's own."""
        part = self.documents[name]
        if part.on is None or part.on.edge is None:
            return None
        target = self.placed[part.on.part]
        edge = straight_edge(target, part.on.edge)
        assert edge is not None
        return edge_axes(target, edge, part.on.side == "in")


def _outline_field(part: Part) -> str:
    """The field in which an outline is described."""
    if part.shape == PROFILE:
        return "of"
    return "points" if part.walk is None else "walk"


# While one part is dragged, all others stay as they are: what was solved and placed is remembered.


@lru_cache(maxsize=400)
def _solved(shape: str, given: tuple[tuple[str, Quantity], ...], teller: Teller) -> Solution:
    return solve(catalogue()[shape], dict(given), teller.pi, teller.plainly)


@lru_cache(maxsize=400)
def _placed(name: str, index: int, join: Join, solution: Solution, placement: Placement) -> PlacedPart:
    return place(name, index, join, solution, placement)
