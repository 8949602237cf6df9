"""Working out a whole problem: the pure function from a document to its results."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from functools import partial
from typing import Any

from mensuration.cards import Card, path_working, told_card
from mensuration.everyday import marked_words
from mensuration.expressions import (
    ExpressionError,
    Path,
    Quantity,
    Scope,
    evaluate,
    parse,
    unknown_word,
)
from mensuration.numbers import TooDeep
from mensuration.plane import Composition, TooCrowded, compose
from mensuration.plane.cutting import Cut
from mensuration.problem import drawing, graph
from mensuration.problem.complaints import Complaints
from mensuration.problem.counted import counted
from mensuration.problem.formulas import solve_formula
from mensuration.problem.graph import Node
from mensuration.problem.parts import Parts, quantities
from mensuration.problem.schema import Corner, Problem, read
from mensuration.problem.settings import parse_unit, read_rounding, read_settings
from mensuration.problem.tables import told_cases
from mensuration.rates import worked_rates
from mensuration.tally import PlaneTallies
from mensuration.telling import Teller
from mensuration.units import ANGLE, NO_UNIT, NUMBER, POWERS, UNITS, Kind, Unit
from mensuration.why import showings
from mensuration.working import expression_working, figure_working, rounding_line

KIND_NAMES = {0: "number", 1: "length", 2: "area", 3: "volume"}


class NotWorkedOut(ExpressionError):
    """Something needed has complaints of its own."""

    def __init__(self, what: str) -> None:
        super().__init__("needs-other", f"{what} could not be worked out")


ALSO = ("ways", "squares", "why", "cases")
KINDS = ("plane", "formula", "cases")


def evaluate_document(document: dict[str, Any], also: Collection[str] = ()) -> dict[str, Any]:
    """The results of a problem given as its JSON object. UnreadableDocument where it is none."""
    return evaluate_problem(read(document), also)


def evaluate_problem(problem: Problem, also: Collection[str] = ()) -> dict[str, Any]:
    """The results of a problem: asks, figures, lines and complaints. Never raises for what it says.

    ``also`` names what is told only when it is wanted, of ALSO.
    """
    return _Evaluation(problem, also).results()


class _Evaluation:
    def __init__(self, problem: Problem, also: Collection[str]) -> None:
        self.problem = problem
        self.also = also
        self.complaints = Complaints()
        self.teller = read_settings(problem.settings, self.complaints)
        self.names = graph.read_names(problem, self.complaints)
        self.parts = Parts(problem, self.names, self.teller, self.complaints, self._measurement)
        self.composed: dict[Node, Composition] = {}
        self.tallies: dict[Node, PlaneTallies] = {}
        self.cards: dict[Node, Card] = {}
        self.tables: dict[Node, dict[str, Any]] = {}
        self.lines: dict[Node, Quantity] = {}
        self.asked: dict[int, dict[str, Any]] = {}
        self.line_results: dict[str, dict[str, Any]] = {}

    def results(self) -> dict[str, Any]:
        order, circular = graph.in_order(self.problem, self.names, self.complaints)
        for node in order:
            if node in circular:
                continue
            try:
                getattr(self, f"_work_out_{node.kind}")(node)
            except TooDeep:
                says = "this hangs on too long a chain of other measurements"
                self.complaints.add(graph.where(node, self.problem), "too-deep", says)
        return {
            "title": self.problem.title,
            "words": marked_words(self.problem.statement),
            "asks": [
                self.asked.get(number) or self._unanswered(number) for number in range(len(self.problem.asks))
            ],
            "figures": {name: self._figure_results(name) for name in self.names.figures},
            "lines": self.line_results,
            "complaints": [complaint.told() for complaint in self.complaints.all],
        }

    # Measurements

    def _scope(self, figure: str | None) -> Scope:
        return Scope(
            lambda path: self._look_up(path, figure), lambda: self.names.known(figure), self.teller.pi
        )

    def _look_up(self, path: Path, figure: str | None) -> Quantity | None:
        target = self.names.node_of(path, figure)
        if target is None:
            return None
        node, rest = target
        if node.kind == "line":
            if node not in self.lines:
                raise NotWorkedOut(f"“{node.text}”")
            return self.lines[node]
        if len(rest) != 1:
            known = self._quantities_of(node)
            raise ExpressionError(
                "no-quantity", f"say which quantity of “{node.text}” is meant: {', '.join(known[:6])}"
            )
        if self._kind(node) == "cases":
            raise ExpressionError(
                "no-quantity", f"“{node.text}” is a table of many cases: it has no single {rest[0]}"
            )
        if node in self.cards or self._kind(node) == "formula":
            return self._card_quantity(node, rest[0])
        if node.kind == "figure":
            return self._figure_quantity(node, rest[0])
        if node not in self.parts.solutions:
            raise NotWorkedOut(f"“{node.text}”")
        values = self.parts.solutions[node].values
        if rest[0] not in values:
            raise unknown_word(rest[0], values, f"quantity of “{node.text}”")
        return values[rest[0]]

    def _figure_quantity(self, node: Node, quantity: str) -> Quantity:
        if quantity not in ("area", "perimeter"):
            raise unknown_word(quantity, self._quantities_of(node), f"quantity or part of “{node.text}”")
        if node not in self.tallies:
            if not self.names.figures[node.name][1].parts:
                raise ExpressionError("no-parts", f"“{node.text}” has no parts yet")
            raise NotWorkedOut(f"“{node.text}”")
        return self.tallies[node].quantity(quantity)

    def _kind(self, node: Node) -> str:
        return self.names.figures[node.name][1].kind if node.kind == "figure" else ""

    def _card_quantity(self, node: Node, quantity: str) -> Quantity:
        card = self.cards.get(node)
        if card is not None and card.figure.measure(quantity) is None:
            raise unknown_word(quantity, self._quantities_of(node), f"quantity of “{node.text}”")
        if card is None or quantity not in card.known:
            raise NotWorkedOut(f"the {quantity} of “{node.text}”")
        return card.known[quantity]

    def _quantities_of(self, node: Node) -> list[str]:
        if node in self.cards:
            return [m.name for m in self.cards[node].figure.measures]
        if node.kind == "figure":
            return ["area", "perimeter", *(part for fig, part in self.names.parts if fig == node.name)]
        solution = self.parts.solutions.get(node)
        return [m.name for m in solution.figure.measures] if solution else []

    def _measurement(self, text: str, kind: str, figure: str) -> Quantity:
        """A typed length, area, angle or turn; a bare number has the setting's unit."""
        quantity = evaluate(parse(text), self._scope(figure))
        if kind == "count":
            if quantity.kind != NUMBER:
                raise ExpressionError("wrong-kind", f"this must be a number, not {quantity.kind.says()}")
            return quantity
        if kind == "angle":
            wanted, unit = ANGLE, self.teller.angle
        elif kind == "turn":  # in degrees whatever the setting
            wanted, unit = ANGLE, UNITS["deg"]
        else:
            unit = self.teller.unit.to_power(POWERS[kind])
            wanted = unit.kind
        if quantity.kind == NUMBER:
            return quantity.times(Quantity(unit.size(self.teller.pi), unit.kind))
        if quantity.kind != wanted:
            raise ExpressionError(
                "wrong-kind",
                f"this must be {wanted.says()} (such as 2 {unit.text}), not {quantity.kind.says()}",
            )
        return quantity

    # Parts and figures

    def _work_out_part(self, node: Node) -> None:
        self.parts.work_out(node)

    def _work_out_figure(self, node: Node) -> None:
        _, figure = self.names.figures[node.name]
        if figure.kind == "formula":
            card = solve_formula(figure, self.teller, self.complaints, self._measurement)
            if card is not None:
                self.cards[node] = card
            return
        if figure.kind == "cases":
            if "cases" in self.also:
                elsewhere = partial(self._look_up, figure=None)
                table = told_cases(figure, self.teller, self.complaints, elsewhere)
                if table is not None:
                    self.tables[node] = table
            return
        if figure.kind != "plane":
            fault = unknown_word(figure.kind, KINDS, "kind of figure")
            self.complaints.add(f"figures.{node.name}.kind", "unknown-kind", fault.says)
            return
        placed = tuple(self.parts.placed[n] for n in self.parts.of(node.name) if n in self.parts.placed)
        if not placed:
            return
        try:
            composition = compose(placed, self.teller.pi)
            complete = len(placed) == len(figure.parts)
            cuts = self._own_cuts(node.name, figure.cuts or ())
            tallies = PlaneTallies(
                node.name, composition, self.teller, self.teller.unit.kind, figure.way, cuts
            )
            tallies.measure()
        except TooCrowded:
            says = "the parts cross one another in too many places to be measured"
            self.complaints.add(f"figures.{node.name}", "too-crowded", says)
            return
        self.composed[node] = composition
        if complete:
            self.tallies[node] = tallies
            for number in tallies.idle_cuts():
                says = (
                    f"cut line {number + 1} divides nothing: it must run from edge to edge, or to another cut"
                )
                self.complaints.add(f"figures.{node.name}.cuts.{number}", "idle-cut", says, "warning")
            for part, says, code in tallies.warnings():
                self.complaints.add(f"figures.{node.name}.parts.{part}", code, says, "warning")

    def _own_cuts(self, figure: str, typed: Sequence[tuple[Corner, Corner]]) -> list[Cut]:
        """The cut lines that a person drew; one that can't be read is complained about and left out."""
        cuts: list[Cut] = []
        for number, ends in enumerate(typed):
            try:
                (ax, ay), (bx, by) = (
                    [self._measurement(text, "length", figure).value for text in end] for end in ends
                )
            except ExpressionError as error:
                self.complaints.add(f"figures.{figure}.cuts.{number}", error.code, error.says)
                continue
            if not (ax.same_as(bx) and ay.same_as(by)):
                cuts.append(((ax, ay), (bx, by)))
        return cuts

    def _figure_results(self, name: str) -> dict[str, Any]:
        node = Node("figure", name)
        parts: dict[str, Any] = {}
        for figure, part in self.names.parts:
            solution = self.parts.solutions.get(Node("part", figure, part)) if figure == name else None
            if solution is not None:
                parts[part] = quantities(solution, self.teller)
        result: dict[str, Any] = {"quantities": {}, "parts": parts, "drawing": None, "tallies": {}}
        if node in self.tables:
            result["cases"] = self.tables[node]
        if node in self.cards:
            card = self.cards[node]
            result["card"] = told_card(card, self.names.figures[name][1].given or {}, self.teller)
            result["quantities"] = {n: self.teller.tell(value) for n, value in card.known.items()}
        if node in self.composed:
            result["drawing"] = drawing.draw(self.composed[node], self.teller, self._pens(name))
        if node in self.tallies:
            tallies = self.tallies[node]
            result["tallies"] = tallies.all
            if "ways" in self.also:
                result["ways"] = tallies.ways()
            if "why" in self.also:
                result["why"] = {p.name: showings(p, self.teller) for p in self.composed[node].parts}
            if "squares" in self.also:
                result["squares"] = counted(tallies, self.names.figures[name][1].shaded)
            result["quantities"] = {
                measure: self.teller.tell(tallies.quantity(measure)) for measure in ("area", "perimeter")
            }
        return result

    def _pens(self, figure: str) -> dict[str, drawing.Pen]:
        """What is drawn of each part beside its shape: as typed, and how it can be moved."""
        pens: dict[str, drawing.Pen] = {}
        for node in self.parts.of(figure):
            if node in self.parts.placed:
                typed = tuple(self.parts.typed.get(node, {}).items())
                shift = tuple(
                    float(self._measurement(text, "length", figure).value)
                    for text in self.names.parts[figure, node.part][1].at
                )
                pens[node.part] = drawing.Pen(
                    typed, shift, self.parts.axes(node), self.parts.told_elsewhere(node)
                )
        return pens

    # Lines and asks

    def _work_out_line(self, node: Node) -> None:
        line = self.problem.lines[self.names.lines[node.name]]
        where = f"lines.{node.name}.expression"
        try:
            quantity = evaluate(parse(line.expression), self._scope(None))
            self._check_unit(quantity)
        except ExpressionError as error:
            self.complaints.add(where, error.code, error.says, position=error.position)
            return
        self.lines[node] = quantity
        steps = expression_working(line.name, line.expression, quantity, self._scope(None), self.teller)
        self.line_results[node.name] = {
            **self.teller.tell(quantity),
            "quantity": kind_name(quantity.kind),
            "steps": steps,
        }

    def _check_unit(self, quantity: Quantity) -> None:
        if self.teller.unit_for(quantity.kind) is None:
            raise ExpressionError(
                "mixed-kind", f"this comes to {quantity.kind.says()}, which has no unit here"
            )

    def _work_out_ask(self, node: Node) -> None:
        number = int(node.name)
        ask = self.problem.asks[number]
        where = f"asks.{ask.label or number}"
        rounding = read_rounding(ask.rounding, f"{where}.rounding", self.complaints)
        unit = None
        try:
            tree = parse(ask.expression)
            quantity = evaluate(tree, self._scope(None))
            self._check_unit(quantity)
        except ExpressionError as error:
            self.complaints.add(f"{where}.expression", error.code, error.says, position=error.position)
            return
        if ask.unit:
            try:
                unit = parse_unit(ask.unit)
                if unit.kind != quantity.kind:
                    raise ExpressionError(
                        "wrong-unit",
                        f"the answer is {quantity.kind.says()}; “{ask.unit}” measures {unit.kind.says()}",
                    )
            except ExpressionError as error:
                self.complaints.add(f"{where}.unit", error.code, error.says, position=error.position)
                return
        told = self.teller.tell(quantity, unit, rounding)
        figure_measure = self._measure_of_figure(tree)
        if figure_measure is not None:
            tallies, measure = figure_measure
            told["tally"] = tallies.all[measure]
            steps = figure_working(tallies, measure, self.teller)
        elif (found := self._measure_of_card(tree)) is not None:
            steps = path_working(*found, self.teller)
        else:
            steps = expression_working(ask.label, ask.expression, quantity, self._scope(None), self.teller)
        steps = [*steps, *rounding_line(told)]
        rates = worked_rates(ask.rates or (), quantity, unit or told_unit(self.teller, quantity), self.teller)
        for index, line in enumerate(rates):
            if line["says"]:
                self.complaints.add(f"{where}.rates.{index}", "rate", line["says"])
        self.asked[number] = {
            "label": ask.label,
            "quantity": tree.names[-1] if isinstance(tree, Path) else kind_name(quantity.kind),
            "kind": kind_name(quantity.kind),
            **told,
            "rates": rates,
            "steps": steps,
            "working": [step["text"] for step in steps],
        }

    def _measure_of_figure(self, tree: object) -> tuple[PlaneTallies, str] | None:
        if isinstance(tree, Path) and len(tree.names) == 2:
            node = Node("figure", tree.names[0])
            if node in self.tallies and tree.names[1] in ("area", "perimeter"):
                return self.tallies[node], tree.names[1]
        return None

    def _measure_of_card(self, tree: object) -> tuple[Card, str] | None:
        if isinstance(tree, Path) and len(tree.names) == 2:
            card = self.cards.get(Node("figure", tree.names[0]))
            if card is not None and card.solutions and tree.names[1] not in card.solution.given:
                return card, tree.names[1]
        return None

    def _unanswered(self, number: int) -> dict[str, Any]:
        empty = dict.fromkeys(("quantity", "kind", "exact", "tex", "decimal", "unit", "rounded", "text"))
        return {"label": self.problem.asks[number].label, **empty, "rates": [], "steps": [], "working": []}


def told_unit(teller: Teller, quantity: Quantity) -> Unit:
    """The unit in which an answer is told when it asks for no other."""
    return teller.unit_for(quantity.kind) or NO_UNIT


def kind_name(kind: Kind) -> str:
    """One word for the kind of a quantity: length, area, volume, angle, number."""
    if kind == ANGLE:
        return "angle"
    return KIND_NAMES.get(kind.length + kind.plain, "quantity")
