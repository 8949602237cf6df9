"""Working out a table of cases row by row. Each row has unknowns of its own; what is wrong stays in its row."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from mensuration.cases.columns import ROW, Column
from mensuration.catalogue import Figure, figures
from mensuration.expressions import (
    ExpressionError,
    Node,
    Path,
    Quantity,
    Scope,
    evaluate,
    parse,
)
from mensuration.expressions.nodes import Negative, Number
from mensuration.numbers import Real, Rounding, TooDeep, round_by
from mensuration.solving import Solution, SolvingError, solutions
from mensuration.telling import Teller
from mensuration.units import ANGLE, NO_UNIT, NUMBER, POWERS, Unit

Row = Mapping[str, str]
LookUp = Callable[[Path], Quantity | None]
SOLUTION = "solution"
WHOLE, SMALL = Rounding(places=0), Rounding(figures=3)


class _CellError(Exception):
    """What is wrong with one cell."""

    def __init__(self, column: str, says: str) -> None:
        super().__init__(says)
        self.column = column
        self.says = says


@dataclass(frozen=True)
class Table:
    """A figure's cases: its columns, and the number that the first row counts as."""

    figure: Figure
    columns: Sequence[Column]
    first: int = 1


def work_out_cases(
    table: Table, rows: Sequence[Row], teller: Teller, elsewhere: LookUp
) -> list[dict[str, Any]]:
    """Every row's found cells, or why there are none; ``elsewhere`` looks up names that are no columns.

    A row is told as ``cells`` (by column or measure: text, number in its unit, whether it was given), ``says``
    and the column ``at`` which it is said, the number of ``solutions``, and which expected columns ``agree``.
    """
    worker = _Worker(table, teller, elsewhere)
    return [worker.row(number, row) for number, row in enumerate(rows, table.first)]


class _Worker:
    def __init__(self, table: Table, teller: Teller, elsewhere: LookUp) -> None:
        self.figure, self.teller, self.elsewhere = table.figure, teller, elsewhere
        self.columns = {column.name: column for column in table.columns}
        self.given = [c for c in table.columns if c.role == "given" and c.of is not None]
        self.expected = [c for c in table.columns if c.role == "expected" and c.of is not None]
        kinds = {m.name: m.kind for m in self.figure.measures}
        self.kinds = kinds
        self.units = {name: self._usual_unit(kind) for name, kind in kinds.items()}
        self.units |= {c.of: c.unit for c in self.given if c.of is not None and c.unit is not None}
        self.spelling = tuple(self.units.items())

    def _usual_unit(self, kind: str) -> Unit:
        if kind in POWERS:
            return self.teller.unit.to_power(POWERS[kind])
        return self.teller.angle if kind == "angle" else NO_UNIT

    def row(self, number: int, row: Row) -> dict[str, Any]:
        told: dict[str, Any] = {"cells": {}, "says": None, "at": None, "solutions": 0, "agree": {}}
        values: dict[str, Quantity] = {}
        try:
            self._read(number, row, values, told["cells"])
        except _CellError as error:
            return {**told, "says": error.says, "at": error.column}
        if not values:
            return told
        found = _found(self.figure.name, tuple(values.items()), self.spelling, self.teller)
        chosen = found.chosen(row.get(SOLUTION, ""))
        told["cells"] |= found.cells[chosen]
        told["solutions"] = len(found.solutions)
        if found.says is not None:
            at = next((c.name for c in self.given if c.of == found.at), None)
            return {**told, "says": found.says, "at": at}
        if self.expected:
            self._compare(told, number, row, found.solutions[chosen])
        return told

    def _read(self, number: int, row: Row, values: dict[str, Quantity], cells: dict[str, Any]) -> None:
        """All that is given in a row; a rule waits for the columns that it names."""
        waiting = list(self.given)
        while waiting:
            still = []
            for column in waiting:
                value = self._read_cell(column, number, row, values)
                if value is None or column.of is None:
                    still.append(column)
                    continue
                values[column.of] = value
                cells[column.name] = self._told(column.of, value, given=True)
            if len(still) == len(waiting):
                return
            waiting = still

    def _compare(self, told: dict[str, Any], number: int, row: Row, solution: Solution) -> None:
        known = dict(solution.values)
        for column in self.expected:
            assert column.of is not None
            try:
                wanted = self._read_cell(column, number, row, known)
            except _CellError as error:
                told["says"], told["at"] = error.says, error.column
                continue
            if wanted is not None:
                unit = column.unit or self.units[column.of]
                told["cells"][column.name] = self._told(column.of, wanted, given=True, unit=unit)
                typed = row.get(column.name, "")
                told["agree"][column.name] = self._agrees(wanted, known[column.of], unit, typed)

    def _agrees(self, wanted: Quantity, found: Quantity, unit: Unit, typed: str) -> bool:
        """Equal, or what was found rounded to as many places as were written."""
        if wanted.value.same_as(found.value):
            return True
        places = _places(typed)
        if places is None:
            return False
        rounded = round_by(found.in_unit(unit, self.teller.pi), Rounding(places=places)).value
        return Real.of(rounded).same_as(wanted.in_unit(unit, self.teller.pi))

    def _told(self, measure: str, value: Quantity, given: bool, unit: Unit | None = None) -> dict[str, Any]:
        return _cell(value, unit or self.units[measure], self.kinds[measure], self.teller, given)

    # Cells

    def _read_cell(
        self, column: Column, number: int, row: Row, known: Mapping[str, Quantity]
    ) -> Quantity | None:
        """A cell's own text, or what its column's rule makes of this row."""
        typed = row.get(column.name, "").strip()
        rule = column.rule
        if not typed and rule is None:
            return None
        assert column.of is not None
        try:
            if typed:
                return self._measured(parse(typed), column, number, known)
            assert rule is not None
            if rule.expression is not None:
                return self._measured(rule.expression, column, number, known)
            assert rule.start is not None and rule.by is not None
            start, by = (self._measured(node, column, number, known) for node in (rule.start, rule.by))
            return Quantity(start.value + by.value * Real.of(number - 1), start.kind)
        except ExpressionError as error:
            if error.code == "waits" and column.role == "given":
                return None
            raise _CellError(column.name, error.says) from None

    def _measured(self, node: Node, column: Column, number: int, known: Mapping[str, Quantity]) -> Quantity:
        """The value of a text in a column; a bare number has the column's unit."""
        quantity = evaluate(
            node, Scope(lambda path: self._look_up(path, number, known), self._words, self.teller.pi)
        )
        assert column.of is not None
        unit = column.unit or self.units[column.of]
        if quantity.kind == NUMBER and self.kinds[column.of] != "count":
            return quantity.times(Quantity(unit.size(self.teller.pi), unit.kind))
        wanted = NUMBER if self.kinds[column.of] == "count" else ANGLE if unit.kind == ANGLE else unit.kind
        if quantity.kind != wanted:
            raise ExpressionError("wrong-kind", f"this must be {wanted.says()}, not {quantity.kind.says()}")
        return quantity

    def _look_up(self, path: Path, number: int, known: Mapping[str, Quantity]) -> Quantity | None:
        if path.text == ROW:
            return Quantity(Real.of(number))
        if path.text in self.columns or path.text in self.kinds:
            column = self.columns.get(path.text)
            name = column.of if column is not None and column.of is not None else path.text
            if name not in known:
                raise ExpressionError("waits", f"{path.text} has no value in this row")
            return known[name]
        return self.elsewhere(path)

    def _words(self) -> list[str]:
        return [*self.columns, *self.kinds, ROW]


def _cell(value: Quantity, unit: Unit, kind: str, teller: Teller, given: bool) -> dict[str, Any]:
    rounding = WHOLE if kind == "count" else teller.rounding
    amount = value.in_unit(unit, teller.pi)
    number = float(value.value) / float(unit.size(teller.pi))
    rounded = round_by(amount, rounding)
    if not rounded.value and number:
        rounded = round_by(amount, SMALL)  # else a column of small numbers would read 0.00
    return {"text": rounded.text, "number": number, "given": given}


@dataclass(frozen=True)
class _Found:
    """What was found of one case: a row of cells for each solution, or what is wrong and at which given."""

    solutions: tuple[Solution, ...]
    cells: tuple[dict[str, Any], ...]
    says: str | None = None
    at: str | None = None

    def chosen(self, typed: str) -> int:
        """The number of the chosen solution, from 0."""
        wanted = int(typed) - 1 if typed.strip().isdigit() else 0
        return wanted if 0 <= wanted < len(self.solutions) else 0


@lru_cache(maxsize=20_000)
def _found(
    name: str, given: tuple[tuple[str, Quantity], ...], spelling: tuple[tuple[str, Unit], ...], teller: Teller
) -> _Found:
    """Solve one case and tell it in its columns' units. Remembered, so that a change works out its own row alone."""
    figure, units, known = figures()[name], dict(spelling), dict(given)
    kinds = {m.name: m.kind for m in figure.measures}

    def cells(values: Mapping[str, Quantity]) -> dict[str, Any]:
        return {
            measure: _cell(value, units[measure], kinds[measure], teller, given=False)
            for measure, value in values.items()
            if measure not in known
        }

    try:
        found = tuple(solutions(figure, known, teller.pi, teller.plainly))
        return _Found(found, tuple(cells(solution.values) for solution in found))
    except SolvingError as error:
        partial = error.partial.values if error.partial else {}
        return _Found((), (cells(partial),), error.says, error.given)
    except TooDeep:
        return _Found((), ({},), "this hangs on too long a chain of other measurements")


def _places(typed: str) -> int | None:
    """How many decimal places a typed plain number has; None where it is anything else."""
    try:
        node = parse(typed) if typed else None
    except ExpressionError:
        return None
    if isinstance(node, Negative):
        node = node.of
    plain = [part for part in (node, getattr(node, "left", None)) if isinstance(part, Number)]
    if not plain or "/" in plain[0].typed:
        return None
    return len(plain[0].typed.partition(".")[2])
