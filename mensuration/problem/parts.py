"""Working out the parts of plane figures: what was typed, solved and placed."""

from __future__ import annotations

from functools import lru_cache
from typing import Any

from mensuration.catalogue import plane_figures as catalogue
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.numbers import Real
from mensuration.outlines import OUTLINE, Sketch, read_walk, shape_points, shape_walk, solved
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
from mensuration.problem import graph
from mensuration.problem.complaints import Complaints
from mensuration.problem.drawing import sketched
from mensuration.problem.givens import Reading, read_givens
from mensuration.problem.graph import Names, Node
from mensuration.problem.schema import Part, Problem
from mensuration.solving import Solution, SolvingError, solve
from mensuration.telling import Teller


class Parts:
    """The parts of a problem, each worked out after those that it names or stands on."""

    def __init__(
        self, problem: Problem, names: Names, teller: Teller, complaints: Complaints, reading: Reading
    ) -> None:
        self.problem = problem
        self.names = names
        self.teller = teller
        self.complaints = complaints
        self.reading = reading
        self.solutions: dict[Node, Solution] = {}
        self.placed: dict[Node, PlacedPart] = {}
        self.typed: dict[Node, dict[str, str]] = {}
        """What was typed for each measurement that was."""

    def of(self, figure: str) -> list[Node]:
        return [Node("part", *key) for key in self.names.parts if key[0] == figure]

    def work_out(self, node: Node) -> None:
        """Solve and place one part; what is wrong with it is complained about."""
        index, part = self.names.parts[node.name, node.part]
        where = graph.where(node, self.problem)
        if part.shape == OUTLINE:
            sketch = self._outline(part, where, node)
            solution = None if sketch is None else solved(sketch, self.teller.unit.kind, self.teller.pi)
        else:
            sketch = None
            solution = self._figure(part, where, node)
        if solution is None:
            return
        self.solutions[node] = solution
        placement = self._placement(part, where, node.name, solution)
        if placement is None:
            return
        placed = _placed(part.name, index, part.join, solution, placement)
        if sketch is not None and not self._sound(placed, f"{where}.{_outline_field(part)}"):
            del self.solutions[node]
            return
        self.placed[node] = placed

    # Shapes of the catalogue

    def _figure(self, part: Part, where: str, node: Node) -> Solution | None:
        figure = catalogue().get(part.shape)
        if figure is None:
            error = unknown_word(part.shape, [*catalogue(), OUTLINE], "shape")
            self.complaints.add(f"{where}.shape", "unknown-shape", error.says)
            return None
        given = read_givens(figure, part.given, node.name, where, self.complaints, self.reading)
        if given is None:
            return None
        self.typed[node] = dict(part.given)
        try:
            return _solved(part.shape, tuple(given.items()), self.teller)
        except SolvingError as fault:
            at = f"{where}.given.{fault.given}" if fault.given else f"{where}.given"
            self.complaints.add(at, fault.code, fault.says)
            return None

    def _read(self, text: str, kind: str, figure: str, where: str) -> Quantity | None:
        try:
            return self.reading(text, kind, figure)
        except ExpressionError as error:
            self.complaints.add(where, error.code, error.says, position=error.position)
            return None

    # Outlines

    def _outline(self, part: Part, where: str, node: Node) -> Sketch | None:
        field = _outline_field(part)
        try:
            if part.walk is not None:
                return self._walked(part.walk, where, node)
            if not part.points:
                raise ExpressionError(
                    "empty", "an outline needs a walk (R 9, U 4 …) or at least three points"
                )
            points = [
                [
                    self._read(text, "length", node.name, f"{where}.points.{i}.{axis}")
                    for axis, text in enumerate(point)
                ]
                for i, point in enumerate(part.points)
            ]
            sound = [(x, y) for x, y in points if x is not None and y is not None]
            return shape_points(sound) if len(sound) == len(points) else None
        except ExpressionError as error:
            self.complaints.add(f"{where}.{field}", error.code, error.says, position=error.position)
            return None

    def _walked(self, walk: str, where: str, node: Node) -> Sketch:
        steps = read_walk(walk)

        def read(text: str, kind: str) -> Quantity:
            return self.reading(text, kind, node.name)

        sketch = shape_walk(steps, read)
        self.typed[node] = {
            f"side{i}": step.moves[0][1] if step.moves else step.length
            for i, step in enumerate(steps, 1)
            if step.bend is None and (step.length or len(step.moves) == 1)
        }
        if sketch.closing is not None:
            says = f"the walk did not close: it was closed by side {len(sketch.sides)}, {self._as_step(sketch.closing)}"
            self.complaints.add(f"{where}.walk", "not-closed", says, "warning")
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
            x, y = (f"{v:.4g}" for v in sketch["spots"][0])
            names = " and ".join(sorted((placed.edges[i].name, placed.edges[j].name)))
            says = f"{names} meet at ({x}, {y}): an outline must not cross or touch itself"
            self.complaints.add(where, "crosses-itself", says, sketch=sketch)
        return not crossings

    # Places

    def _placement(self, part: Part, where: str, figure: str, solution: Solution) -> Placement | None:
        shift = [self._read(part.at[axis], "length", figure, f"{where}.at.{axis}") for axis in (0, 1)]
        turn = self._read(part.turn, "turn", figure, f"{where}.turn")
        if turn is None or shift[0] is None or shift[1] is None:
            return None
        if Real.of(1000) < abs(turn.value):
            self.complaints.add(f"{where}.turn", "out-of-range", "a turn may be at most 1000 whole turns")
            return None
        at = (shift[0].value, shift[1].value)
        if part.on is None:
            return Placement(self._first_point(part, figure, at), turn.value, part.flip)
        return self._attached(part, where, figure, solution, at, turn.value)

    def _first_point(self, part: Part, figure: str, at: Point) -> Point:
        """Points lie where they say: the anchor, the first of them, is put there."""
        if part.shape != OUTLINE or part.walk is not None or not part.points:
            return at
        x, y = (self.reading(text, "length", figure).value for text in part.points[0])
        return at[0] + x, at[1] + y

    def _attached(
        self, part: Part, where: str, figure: str, solution: Solution, at: Point, turn: Real
    ) -> Placement | None:
        on = part.on
        assert on is not None
        node = Node("part", figure, on.part)
        if (figure, on.part) not in self.names.parts or on.part == part.name:
            others = [name for fig, name in self.names.parts if fig == figure and name != part.name]
            self.complaints.add(
                f"{where}.on", "unknown-name", unknown_word(on.part, others, "part here").says
            )
            return None
        target = self.placed.get(node)
        if target is None:
            self.complaints.add(f"{where}.on", "needs-other", f"“{on.part}” could not be worked out")
            return None
        if on.edge is None:
            return on_middle_of(target, solution, at, turn, part.flip)
        edge = straight_edge(target, on.edge)
        if edge is None:
            straight = [e.name for e in target.edges if e.straight]
            says = unknown_word(on.edge, straight, f"straight edge of “{on.part}”").says
            if len(straight) <= 12:
                says += f" (it has {', '.join(straight) or 'none'})"
            self.complaints.add(f"{where}.on.edge", "unknown-edge", says)
            return None
        try:
            return on_edge_of(target, edge, solution, on.side == "in", on.along, at, turn, part.flip)
        except NoSeat:
            says = f"a {solution.figure.title.lower()} has no straight edge to stand on"
            self.complaints.add(f"{where}.on", "no-seat", says)
            return None

    def told_elsewhere(self, node: Node) -> str:
        """The measure of an attached part that follows the edge it stands on, and is drawn there."""
        part = self.names.parts[node.name, node.part][1]
        seat = self.solutions[node].plane.seat_edge
        if part.on is None or part.on.edge is None or seat is None:
            return ""
        return seat.length if part.given.get(seat.length, "").startswith(f"{part.on.part}.") else ""

    def axes(self, node: Node) -> tuple[Point, Point] | None:
        """The directions in which ``at`` moves an attached part; None where they are the plane's own."""
        part = self.names.parts[node.name, node.part][1]
        if part.on is None or part.on.edge is None:
            return None
        target = self.placed[Node("part", node.name, part.on.part)]
        edge = straight_edge(target, part.on.edge)
        assert edge is not None
        return edge_axes(target, edge, part.on.side == "in")


def _outline_field(part: Part) -> str:
    """The field in which an outline is described."""
    return "points" if part.walk is None else "walk"


# While one part is dragged, all others stay as they are: what was solved and placed is remembered.


@lru_cache(maxsize=2000)
def _solved(shape: str, given: tuple[tuple[str, Quantity], ...], teller: Teller) -> Solution:
    return solve(catalogue()[shape], dict(given), teller.pi, teller.plainly)


@lru_cache(maxsize=2000)
def _placed(name: str, index: int, join: str, solution: Solution, placement: Placement) -> PlacedPart:
    return place(name, index, join, solution, placement)


@lru_cache(maxsize=2000)
def quantities(solution: Solution, teller: Teller) -> dict[str, Any]:
    """Every quantity of a part, told."""
    return {quantity: teller.tell(value) for quantity, value in solution.values.items()}
