"""Working out a table of cases row by row. Each row has unknowns of its own; what is wrong stays in its row."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

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
from mensuration.frozen import EMPTY, Frozen, Table, table
from mensuration.numbers import Real, Rounding, TooDeep, round_by
from mensuration.solving import Solution, SolvingError, solutions
from mensuration.telling import Teller
from mensuration.units import ANGLE, NO_UNIT, NUMBER, POWERS, Unit

Row = Mapping[str, str]
LookUp = Callable[[Path], Quantity | None]
SOLUTION = "solution"
WHOLE, SMALL = Rounding(places=0), Rounding(figures=3)


@dataclass(frozen=True)
class CaseCell(Frozen):
    """A cell as it is read, and as a number in its unit for plotting."""

    text: str
    number: float
    given: bool


@dataclass(frozen=True)
class CaseRow(Frozen):
    """One case: its cells by column or quantity, or why they could not be found (and at which column), how many
    solutions it has, and which expected columns agree."""

    cells: Table[str, CaseCell]
    says: str | None = None
    at: str | None = None
    solutions: int = 0
    agree: Table[str, bool] = EMPTY


class _CellError(Exception):
    """What is wrong with one cell."""

    def __init__(self, column: str, says: str) -> None:
        super().__init__(says)
        self.column = column
        self.says = says


@dataclass(frozen=True)
class Cases:
    """A figure's cases: its columns, and the number that the first row counts as."""

    figure: Figure
    columns: Sequence[Column]
    first: int = 1


def work_out_cases(
    cases: Cases, rows: Sequence[Row], teller: Teller, elsewhere: LookUp
) -> tuple[CaseRow, ...]:
    """Every row's found cells, or why there are none; ``elsewhere`` looks up names that are no columns.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI, Rounding
    >>> from mensuration.units import UNITS
    >>> teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    >>> cases = Cases(figures()["sphere"], (Column("radius", "given", "radius", None),))
    >>> work_out_cases(cases, [{"radius": "3"}], teller, lambda path: None)[0].cells["diameter"].text
    '6.00'
    """
    worker = _Worker(cases, teller, elsewhere)
    return tuple(worker.row(number, row) for number, row in enumerate(rows, cases.first))


class _Worker:
    def __init__(self, cases: Cases, teller: Teller, elsewhere: LookUp) -> None:
        self.figure, self.teller, self.elsewhere = cases.figure, teller, elsewhere
        self.columns = {column.name: column for column in cases.columns}
        self.given = [c for c in cases.columns if c.role == "given" and c.of is not None]
        self.expected = [c for c in cases.columns if c.role == "expected" and c.of is not None]
        kinds = {m.name: m.kind for m in self.figure.measures}
        self.kinds = kinds
        self.units = {name: self._usual_unit(kind) for name, kind in kinds.items()}
        self.units |= {c.of: c.unit for c in self.given if c.of is not None and c.unit is not None}
        self.spelling = tuple(self.units.items())

    def _usual_unit(self, kind: str) -> Unit:
        if kind in POWERS:
            return self.teller.unit.to_power(POWERS[kind])
        return self.teller.angle if kind == "angle" else NO_UNIT

    def row(self, number: int, row: Row) -> CaseRow:
        values: dict[str, Quantity] = {}
        cells: dict[str, CaseCell] = {}
        try:
            self._read(number, row, values, cells)
        except _CellError as error:
            return CaseRow(table(cells), error.says, error.column)
        if not values:
            return CaseRow(table(cells))
        found = _found(self.figure.name, tuple(values.items()), self.spelling, self.teller)
        chosen = found.chosen(row.get(SOLUTION, ""))
        cells |= found.cells[chosen]
        if found.says is not None:
            at = next((c.name for c in self.given if c.of == found.at), None)
            return CaseRow(table(cells), found.says, at, len(found.solutions))
        told = CaseRow(table(cells), solutions=len(found.solutions))
        return self._compared(told, number, row, found.solutions[chosen]) if self.expected else told

    def _read(self, number: int, row: Row, values: dict[str, Quantity], cells: dict[str, CaseCell]) -> None:
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

    def _compared(self, told: CaseRow, number: int, row: Row, solution: Solution) -> CaseRow:
        """The row with its expected columns beside what was found."""
        known = dict(solution.values)
        cells, agree = dict(told.cells), dict[str, bool]()
        says, at = told.says, told.at
        for column in self.expected:
            assert column.of is not None
            try:
                wanted = self._read_cell(column, number, row, known)
            except _CellError as error:
                says, at = error.says, error.column
                continue
            if wanted is not None:
                unit = column.unit or self.units[column.of]
                cells[column.name] = self._told(column.of, wanted, given=True, unit=unit)
                agree[column.name] = self._agrees(wanted, known[column.of], unit, row.get(column.name, ""))
        return replace(told, cells=table(cells), says=says, at=at, agree=table(agree))

    def _agrees(self, wanted: Quantity, found: Quantity, unit: Unit, typed: str) -> bool:
        """Equal, or what was found rounded to as many places as were written."""
        if wanted.value.same_as(found.value):
            return True
        places = _places(typed)
        if places is None:
            return False
        rounded = round_by(found.in_unit(unit, self.teller.pi), Rounding(places=places)).value
        return Real.of(rounded).same_as(wanted.in_unit(unit, self.teller.pi))

    def _told(self, measure: str, value: Quantity, given: bool, unit: Unit | None = None) -> CaseCell:
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


def _cell(value: Quantity, unit: Unit, kind: str, teller: Teller, given: bool) -> CaseCell:
    rounding = WHOLE if kind == "count" else teller.rounding
    amount = value.in_unit(unit, teller.pi)
    number = float(value.value) / float(unit.size(teller.pi))
    rounded = round_by(amount, rounding)
    if not rounded.value and number:
        rounded = round_by(amount, SMALL)  # else a column of small numbers would read 0.00
    return CaseCell(rounded.text, number, given)


@dataclass(frozen=True)
class _Found:
    """What was found of one case: a row of cells for each solution, or what is wrong and at which given."""

    solutions: tuple[Solution, ...]
    cells: tuple[Table[str, CaseCell], ...]
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

    def cells(values: Mapping[str, Quantity]) -> Table[str, CaseCell]:
        return table(
            (measure, _cell(value, units[measure], kinds[measure], teller, given=False))
            for measure, value in values.items()
            if measure not in known
        )

    try:
        found = tuple(solutions(figure, known, teller.pi, teller.plainly))
        return _Found(found, tuple(cells(solution.values) for solution in found))
    except SolvingError as error:
        partial = error.partial.values if error.partial else {}
        return _Found((), (cells(partial),), error.says, error.given)
    except TooDeep:
        return _Found((), (table({}),), "this hangs on too long a chain of other measurements")


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
