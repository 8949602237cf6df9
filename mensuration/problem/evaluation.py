"""A whole problem worked out node by node: figures and their members, lines, asks, each after what it needs."""

from __future__ import annotations

import logging
from collections.abc import Collection, Iterator, Mapping, Sequence
from contextlib import suppress
from functools import partial
from typing import Any

from mensuration.budget import UNFINISHED, OutOfTime, piece
from mensuration.expressions import (
    ExpressionError,
    Path,
    Quantity,
    Scope,
    in_radians,
    parse,
)
from mensuration.expressions import (
    Node as Tree,
)
from mensuration.expressions import (
    evaluate as worked,
)
from mensuration.expressions.nodes import paths
from mensuration.frozen import fields_of, table
from mensuration.language.everyday import About, marked_words
from mensuration.language.rates import RateLine, worked_rates
from mensuration.numbers import TooDeep
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import Ask, Problem
from mensuration.problem.kinds import Context, FigureResults, NotWorkedOut, Work, kind_of
from mensuration.problem.lines import retyped, split_as, unit_as, unit_for
from mensuration.problem.names import Node, in_order, needed_for, read_names, where
from mensuration.problem.results import AskResults, LineResults, Results
from mensuration.problem.settings import read_rounding, read_settings
from mensuration.telling import Teller
from mensuration.telling.mathematics import Maths
from mensuration.telling.working import expression_working, rounding_line, tell_all, unit_line
from mensuration.units import ANGLE, NO_UNIT, NUMBER, POWERS, UNITS, Kind, Unit

LOG = logging.getLogger("mensuration")
SIZES = (1e-25, 1e25)  # of lengths that are typed, in metres
TOO_DEEP = "this hangs on too long a chain of other measurements"
KIND_NAMES = {0: "number", 1: "length", 2: "area", 3: "volume"}


class Evaluation:
    """One problem, being worked out."""

    lenient = False
    """Whether a mistake of the program itself is said at its place and logged rather than raised."""

    def __init__(
        self, problem: Problem, also: Collection[str], put: Mapping[str, Quantity] | None = None
    ) -> None:
        """``put`` are values put in for letters, in place of those that stand for them."""
        self.problem = problem
        self.put = put or {}
        self.letters: dict[str, Quantity] = {}
        self.also = also
        self.complaints = Complaints()
        self.teller = self.telling(read_settings(problem.settings, self.complaints))
        self.names = read_names(problem, self.complaints)
        self.works: dict[str, Work[Any]] = {
            name: kind_of(figure).start(figure, self._desk(name))
            for name, figure in self.names.figures.items()
        }
        self.lines: dict[str, Quantity] = {}
        self.trees: dict[str, Tree] = {}
        self.line_results: dict[str, LineResults] = {}
        self.asked: dict[int, AskResults] = {}
        self.worked: dict[int, tuple[Maths, ...]] = {}

    def telling(self, teller: Teller) -> Teller:
        """How values are told, of what the settings say."""
        return teller

    def _desk(self, figure: str) -> Context:
        return Context(
            figure,
            self.teller,
            self.complaints,
            partial(self._measurement, figure),
            partial(self._look_up, figure=None),
            lambda name: self.works.get(name),
        )

    def results(self) -> Results:
        order, circular = in_order(self.problem, self.names, self.complaints)
        for node in order:
            if node in circular:
                continue
            try:
                with piece():
                    self.work_out_node(node)
            except TooDeep:
                self.complaints.add(where(node, self.names, self.problem), "too-deep", TOO_DEEP)
            except OutOfTime:
                self.complaints.add(where(node, self.names, self.problem), "out-of-time", UNFINISHED)
            except Exception:
                self._unexpected(where(node, self.names, self.problem))
        with suppress(OutOfTime), piece():
            for name, says in retyped(self.trees, self.lines, self.scope(None), self.teller):
                self.complaints.add(f"lines.{name}.expression", "retyped", says, "warning")
        figures = table(each for each in map(self._told, self.works) if each is not None)
        return Results(
            self.problem.title,
            marked_words(self.problem.statement, self._about()),
            tuple(
                self.asked.get(number) or AskResults(ask.label)
                for number, ask in enumerate(self.problem.asks)
            ),
            figures,  # type: ignore[arg-type]
            table(self.line_results),
            tuple(self.complaints.all),
        )

    def _told(self, name: str) -> tuple[str, FigureResults] | None:
        """A figure's results: all that is wanted of it, or else what it tells anyway; None where there is no time for that."""
        for also in (self.also, ()):
            try:
                with piece():
                    return name, self.works[name].results(also)
            except OutOfTime:
                self.complaints.add(f"figures.{name}", "out-of-time", UNFINISHED)
            except Exception:
                self._unexpected(f"figures.{name}")
        return None

    def _unexpected(self, place: str) -> None:
        """What nobody thought of is said at its place where people work, and takes nothing else along; elsewhere it is seen."""
        if not self.lenient:
            raise
        LOG.exception("not worked out: %s", place)
        self.complaints.add(
            place, "unexpected", "this could not be worked out: something in the program failed here"
        )

    def _about(self) -> About:
        """What decides what everyday words mean."""
        solids = any(
            measure in ("volume", "surface") for f in self.problem.figures for measure in kind_of(f).known(f)
        )
        kinds = frozenset(each.kind for each in self.asked.values() if each.kind)
        return About(kinds, solids, self.problem.words or {})

    def work_out_node(self, node: Node) -> None:
        """Work out one node; what it hangs on has been."""
        match node.kind:
            case "member":
                self.works[node.name].work_out_member(node.member)
            case "figure":
                self.works[node.name].work_out()
            case "letter":
                self._work_out_letter(node.name)
            case "line":
                self._work_out_line(node.name)
            case _:
                self._work_out_ask(int(node.name))

    # Measurements

    def scope(self, figure: str | None) -> Scope:
        """What names stand for in a line, or within a figure."""
        return Scope(
            lambda path: self._look_up(path, figure),
            lambda: [name for name, _ in self.quantities(figure)],
            self.teller.pi,
            lambda name, path, of: self._function(name, path, of, figure),
        )

    def quantities(
        self, figure: str | None, whole: bool = False, besides: Collection[Node] = ()
    ) -> Iterator[tuple[str, Quantity]]:
        """Everything that has a value: lines, measures of figures, all of their members; a figure's own come first. The names are
        as short as they can be, or ``whole``. Nothing of the nodes ``besides`` is among it."""
        for owner, member in sorted(self.names.members, key=lambda each: each[0] != figure):
            if Node("member", owner, member) in besides:
                continue
            before = f"{owner}.{member}" if whole else self.names.short(owner, member, figure)
            for name, quantity in self.works[owner].known_of(member).items():
                yield f"{before}.{name}", quantity
        yield from self.letters.items()
        yield from ((name, of) for name, of in self.lines.items() if Node("line", name) not in besides)
        for owner, document in self.names.figures.items():
            if Node("figure", owner) in besides:
                continue
            for name in kind_of(document).known(document):
                try:
                    yield f"{owner}.{name}", self.works[owner].quantity((name,), owner)
                except (ExpressionError, ZeroDivisionError):
                    continue

    def _function(self, name: str, path: Path, of: Quantity, figure: str | None) -> Quantity:
        """A function of a figure that is named first."""
        target = self.names.node_of(path, figure)
        if target is None or target[1] or target[0].kind != "figure":
            raise ExpressionError(
                "no-figure", f"“{path.text}” is no solid: {name} takes a solid's name first"
            )
        return self.works[target[0].name].function(name, of)

    def _look_up(self, path: Path, figure: str | None) -> Quantity | None:
        target = self.names.node_of(path, figure)
        if target is None:
            owners = self.names.owners(path.names[0])
            if len(owners) > 1:
                ways = " or ".join(f"{owner}.{path.text}" for owner in owners[:3])
                raise ExpressionError(
                    "ambiguous-name", f"several figures have a “{path.names[0]}”: write {ways}"
                )
            return None
        node, rest = target
        if node.kind in ("line", "letter"):
            values = self.lines if node.kind == "line" else self.letters
            if node.name not in values:
                raise NotWorkedOut(f"“{node.text}”")
            return values[node.name]
        within = (node.member, *rest) if node.member else rest
        return self.works[node.name].quantity(within, node.name)

    def _measurement(self, figure: str, text: str, kind: str) -> Quantity:
        """A typed length, area, angle or turn; a bare number has the setting's unit. ExpressionError beyond SIZES."""
        quantity = self._typed(figure, text, kind)
        power = POWERS.get(kind, 1)
        if quantity.value.sign() and not SIZES[0] ** power <= abs(float(quantity.value)) <= SIZES[1] ** power:
            large = abs(float(quantity.value)) > 1
            says = (
                f"this is too {'large' if large else 'small'} for a figure: sizes go from 10^-25 m to 10^25 m"
            )
            raise ExpressionError("out-of-range", says)
        return quantity

    def _typed(self, figure: str, text: str, kind: str) -> Quantity:
        tree = parse(text)
        quantity = worked(tree, self.scope(figure))
        if kind == "count":
            if quantity.kind != NUMBER:
                raise ExpressionError("wrong-kind", f"this must be a number, not {quantity.kind.says()}")
            return quantity
        if kind == "angle":
            unit = self.teller.angle
        elif kind == "turn":  # in degrees whatever the setting
            unit = UNITS["deg"]
        else:
            unit = self.teller.unit.to_power(POWERS[kind])
        wanted = ANGLE if kind in ("angle", "turn") else unit.kind
        if quantity.kind != ANGLE:
            quantity = in_radians(quantity, tree)
        if quantity.kind == NUMBER:
            return quantity.times(Quantity(unit.size(self.teller.pi), unit.kind))
        if quantity.kind != wanted:
            raise ExpressionError(
                "wrong-kind",
                f"this must be {wanted.says()} (such as 2 {unit.text}), not {quantity.kind.says()}",
            )
        return quantity

    # Letters, lines and asks

    def values(self, expressions: Sequence[str]) -> list[Quantity | str]:
        """What expressions come to, or why to nothing; no more is worked out than they need."""
        needed = needed_for(self.problem, self.names, expressions)
        order, circular = in_order(self.problem, self.names, self.complaints)
        for node in order:
            if node in needed and node not in circular:
                try:
                    self.work_out_node(node)
                except TooDeep:
                    self.complaints.add(where(node, self.names, self.problem), "too-deep", TOO_DEEP)
        return [self.value_or_why(expression) for expression in expressions]

    def value_or_why(self, expression: str) -> Quantity | str:
        """What an expression comes to by what has been worked out, or why to nothing."""
        try:
            return self.value(expression)[1]
        except NotWorkedOut as error:
            first = next((each for each in self.complaints.all if each.level == "error"), None)
            return first.says if first else error.says
        except ExpressionError as error:
            return error.says

    def _work_out_letter(self, name: str) -> None:
        if name in self.put:
            self.letters[name] = self.put[name]
            return
        letter = (self.problem.letters or [])[self.names.letters[name]]
        try:
            self.letters[name] = self.value(letter.stands)[1]
        except ExpressionError as error:
            self.complaints.take(f"letters.{name}.stands", error)

    def value(self, expression: str) -> tuple[Tree, Quantity]:
        """An expression and its value. ExpressionError where it has none here."""
        tree = parse(expression)
        quantity = worked(tree, self.scope(None))
        if quantity.kind != ANGLE:
            quantity = in_radians(quantity, tree)
        if self.teller.unit_for(quantity.kind) is None:
            says = f"this comes to {quantity.kind.says()}, which has no unit here"
            raise ExpressionError("mixed-kind", says)
        return tree, quantity

    def read(self, expression: str, place: str) -> tuple[Tree, Quantity] | None:
        """An expression and its value; None where it has none here, which is complained about."""
        try:
            return self.value(expression)
        except ExpressionError as error:
            self.complaints.take(f"{place}.expression", error)
            return None

    def _work_out_line(self, name: str) -> None:
        line = self.problem.lines[self.names.lines[name]]
        expression, wanted = split_as(line.expression)
        found = self.read(expression, f"lines.{name}")
        if found is None:
            return
        tree, quantity = found
        self.lines[name] = quantity
        self.trees[name] = tree
        unit = None
        if wanted is not None:
            try:
                unit = unit_as(wanted, quantity.kind)
            except ExpressionError as error:
                self.complaints.take(f"lines.{name}.expression", error)
        steps = expression_working(name, expression, quantity, self.scope(None), self.teller)
        steps += unit_line(quantity, unit, self.teller)
        told = fields_of(self.teller.tell(quantity, unit))
        self.line_results[name] = LineResults(
            **told, quantity=kind_name(quantity.kind), steps=tell_all(steps), parts=self._parts_in(tree)
        )

    def _work_out_ask(self, number: int) -> None:
        ask = self.problem.asks[number]
        place = f"asks.{ask.label or number}"
        rounding = read_rounding(ask.rounding, f"{place}.rounding", self.complaints)
        found = self.read(ask.expression, place)
        if found is None:
            return
        tree, quantity = found
        unit = None
        if ask.unit:
            try:
                unit = unit_for(ask.unit, quantity.kind)
            except ExpressionError as error:
                self.complaints.take(f"{place}.unit", error)
                return
        told = self.teller.tell(quantity, unit, rounding)
        owner = self._measure_of(tree)
        steps = self.steps_to(ask.label, ask.expression, tree, quantity)
        lines: list[Maths] = [*steps, *unit_line(quantity, unit, self.teller), *rounding_line(told)]
        self.worked[number] = tuple(lines)
        self.asked[number] = AskResults(
            label=ask.label,
            quantity=tree.names[-1] if isinstance(tree, Path) else kind_name(quantity.kind),
            kind=kind_name(quantity.kind),
            **fields_of(told),
            tally=owner[0].tally(owner[1]) if owner else None,
            rates=self._rates(ask, place, quantity, unit),
            steps=tell_all(lines),
            working=tuple(line.text for line in lines),
        )

    def steps_to(self, label: str, expression: str, tree: Tree, quantity: Quantity) -> list[Maths]:
        """The working of an expression: that of the measure of a figure, where it is one."""
        owner = self._measure_of(tree)
        steps = owner[0].working(owner[1]) if owner else None
        return steps or expression_working(label, expression, quantity, self.scope(None), self.teller)

    def _parts_in(self, tree: Tree) -> tuple[tuple[str, str], ...]:
        """The parts of which an expression names something (``board.area``), each with its figure."""
        found = (self.names.node_of(path, None) for path in paths(tree))
        return tuple(sorted({(each[0].name, each[0].member) for each in found if each and each[0].member}))

    def _measure_of(self, tree: Tree) -> tuple[Work[Any], str] | None:
        """The figure of which an expression is one measure, and nothing else."""
        if isinstance(tree, Path) and len(tree.names) == 2 and tree.names[0] in self.works:
            return self.works[tree.names[0]], tree.names[1]
        return None

    def _rates(self, ask: Ask, place: str, quantity: Quantity, unit: Unit | None) -> tuple[RateLine, ...]:
        unit = unit or self.teller.unit_for(quantity.kind) or NO_UNIT
        rates = worked_rates(ask.rates or (), quantity, unit, self.teller)
        for index, line in enumerate(rates):
            if line.says:
                self.complaints.add(f"{place}.rates.{index}", "rate", line.says)
        return rates


def kind_name(kind: Kind) -> str:
    """One word for the kind of a quantity: length, area, volume, angle, number."""
    if kind == ANGLE:
        return "angle"
    return KIND_NAMES.get(kind.length + kind.plain, "quantity")
