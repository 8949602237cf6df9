"""Working out a table of cases row by row. Each row has unknowns of its own; what is wrong stays in its row."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from fractions import Fraction

from mensuration.cases.cells import CaseCell, Spelling
from mensuration.cases.columns import ROW, Column
from mensuration.cases.found import Case, Given, cases_of, solved_alone
from mensuration.catalogue import Figure
from mensuration.expressions import (
    ExpressionError,
    Node,
    Path,
    Quantity,
    Scope,
    evaluate,
    in_radians,
    parse,
    paths,
)
from mensuration.expressions.nodes import Binary, Negative, Number, Power, UnitOf
from mensuration.frozen import EMPTY, Frozen, Table, table
from mensuration.numbers import Real, Rounding, round_by
from mensuration.numbers.boxes import Boxes
from mensuration.solving import solve, starting_givens
from mensuration.telling import Teller
from mensuration.units import ANGLE, NO_UNIT, NUMBER, POWERS, Unit

Row = Mapping[str, str]
LookUp = Callable[[Path], Quantity | None]
SOLUTION = "solution"
NEVER = ("unknown-name", "ambiguous-name", "wrong-kind", "different-kinds", "no-quantity")
"""What is wrong with a rule in every case."""


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
    return worker.rows(cases.first, rows)


def try_rule(figure: Figure, column: Column, teller: Teller, elsewhere: LookUp, names: Sequence[str]) -> None:
    """ExpressionError where a column's rule can't fill it: seen on the figure as it starts. ``names`` are those of the columns.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.cases import read_rule
    >>> from mensuration.numbers import PI, Rounding
    >>> from mensuration.units import UNITS
    >>> teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    >>> column = Column("radius", "given", "radius", None, read_rule("area / 2"))
    >>> try_rule(figures()["circle"], column, teller, lambda path: None, ())
    Traceback (most recent call last):
        ...
    mensuration.expressions.errors.ExpressionError: this must be a length, not an area
    """
    rule = column.rule
    nodes = (
        [] if rule is None else [node for node in (rule.expression, rule.start, rule.by) if node is not None]
    )
    own = {column.name, column.of}
    if any(path.text in own for node in nodes for path in paths(node)):
        raise ExpressionError("circular", "a column can't be filled from itself")
    known = solve(figure, starting_givens(figure), teller.pi).values
    worker = _Worker(Cases(figure, [column]), teller, elsewhere)
    derived = {name for name in names if name not in known}  # what is reckoned from these is seen row by row
    for node in nodes:
        if any(path.text in derived for path in paths(node)):
            continue
        try:
            worker.measured(node, column, 1, known)
        except ZeroDivisionError:
            continue
        except ExpressionError as error:
            if error.code in NEVER:  # in other cases than the starting one it may have a value
                raise


@dataclass
class _Reading:
    """What is given in one row: its values by measure, the columns that they came from, and what is wrong."""

    number: int
    row: Row
    values: dict[str, Quantity] = field(default_factory=dict)
    columns: list[Column] = field(default_factory=list)
    error: _CellError | None = None

    @property
    def given(self) -> Given:
        return tuple(self.values.items())


class _Worker:
    def __init__(self, cases: Cases, teller: Teller, elsewhere: LookUp) -> None:
        self.figure, self.teller, self.elsewhere = cases.figure, teller, elsewhere
        self.columns = {column.name: column for column in cases.columns}
        self.given = [c for c in cases.columns if c.role == "given" and c.of is not None]
        self.expected = [c for c in cases.columns if c.role == "expected" and c.of is not None]
        self.derived = [c for c in cases.columns if c.role == "derived"]
        self.kinds = {m.name: m.kind for m in self.figure.measures}
        self.units = {name: self._usual_unit(kind) for name, kind in self.kinds.items()}
        self.units |= {c.of: c.unit for c in self.given if c.of is not None and c.unit is not None}
        self.spelling = Spelling(self.units, self.kinds, teller)

    def _usual_unit(self, kind: str) -> Unit:
        if kind in POWERS:
            return self.teller.unit.to_power(POWERS[kind])
        return self.teller.angle if kind == "angle" else NO_UNIT

    def rows(self, first: int, rows: Sequence[Row]) -> tuple[CaseRow, ...]:
        """All rows from the number ``first`` on."""
        readings = [self._read(number, row) for number, row in enumerate(rows, first)]
        cells = self._given_cells(readings)
        to_find = [r for r in readings if r.error is None and r.values]
        found = iter(cases_of(self.figure, [reading.given for reading in to_find], self.spelling))
        return tuple(
            self._told(reading, told, next(found) if reading.error is None and reading.values else None)
            for reading, told in zip(readings, cells, strict=True)
        )

    def _told(self, reading: _Reading, cells: dict[str, CaseCell], case: Case | None) -> CaseRow:
        if reading.error is not None:
            return CaseRow(table(cells), reading.error.says, reading.error.column)
        if case is None:
            return CaseRow(table(cells))
        which = case.chosen(reading.row.get(SOLUTION, ""))
        cells |= case.cells[which]
        if case.says is not None:
            at = next((c.name for c in self.given if c.of == case.at), None)
            return CaseRow(table(cells), case.says, at, case.solutions)
        told = CaseRow(table(cells), solutions=case.solutions)
        if self.derived:
            told = self._reckoned(told, reading, which)
        return self._compared(told, reading, case, which) if self.expected else told

    def _reckoned(self, told: CaseRow, reading: _Reading, which: int) -> CaseRow:
        """The row with its derived columns, each after those that it names."""
        known = _Values(self.figure, reading.given, self.spelling, which)
        cells, found = dict(told.cells), dict[str, Quantity]()
        for column in self.derived:
            assert column.rule is not None and column.rule.expression is not None
            try:
                quantity = self.measured(column.rule.expression, column, reading.number, _Both(known, found))
                unit = column.unit or self.teller.unit_for(quantity.kind)
                if unit is None or unit.kind != quantity.kind:
                    what = quantity.kind.says()
                    raise ExpressionError(
                        "wrong-unit", f"this comes to {what}, which this column does not hold"
                    )
            except (ExpressionError, ZeroDivisionError) as error:
                says = error.says if isinstance(error, ExpressionError) else "this divides by 0"
                return replace(told, cells=table(cells), says=says, at=column.name)
            found[column.name] = quantity
            amount = quantity.in_unit(unit, self.teller.pi)
            text = round_by(amount, self.teller.rounding).text
            cells[column.name] = CaseCell(unit.after(text), float(amount), False)
        return replace(told, cells=table(cells))

    def _read(self, number: int, row: Row) -> _Reading:
        """All that is given in a row; a rule waits for the columns that it names."""
        reading = _Reading(number, row)
        waiting = list(self.given)
        while waiting:
            still = []
            for column in waiting:
                try:
                    value = self._read_cell(column, number, row, reading.values)
                except _CellError as error:
                    reading.error = error
                    return reading
                if value is None or column.of is None:
                    still.append(column)
                    continue
                reading.values[column.of] = value
                reading.columns.append(column)
            if len(still) == len(waiting):
                break
            waiting = still
        return reading

    def _given_cells(self, readings: Sequence[_Reading]) -> list[dict[str, CaseCell]]:
        """The given cells of each row, a column at once."""
        cells: list[dict[str, CaseCell]] = [{} for _ in readings]
        for column in self.given:
            assert column.of is not None
            rows = [row for row, reading in enumerate(readings) if column in reading.columns]
            values = [readings[row].values[column.of] for row in rows]
            at_once = (
                self.spelling.cells(column.of, Boxes.of([v.value for v in values]), given=True)
                if rows
                else []
            )
            for row, value, cell in zip(rows, values, at_once, strict=True):
                cells[row][column.name] = cell or self.spelling.cell(column.of, value, given=True)
        return cells

    def _compared(self, told: CaseRow, reading: _Reading, case: Case, which: int) -> CaseRow:
        """The row with its expected columns beside what was found."""
        known = _Values(self.figure, reading.given, self.spelling, which)
        cells, agree = dict(told.cells), dict[str, bool]()
        says, at = told.says, told.at
        for column in self.expected:
            assert column.of is not None
            try:
                wanted = self._read_cell(column, reading.number, reading.row, known)
            except _CellError as error:
                says, at = error.says, error.column
                continue
            if wanted is not None:
                unit = column.unit or self.units[column.of]
                cells[column.name] = self.spelling.cell(column.of, wanted, given=True, unit=unit)
                places = _places(reading.row.get(column.name, ""))
                text = None
                if places is not None and unit == self.units[column.of]:
                    text = case.rounded(which, column.of, places)
                if text is not None:
                    rounded = Real.of(Fraction(text))
                    agree[column.name] = rounded.same_as(wanted.in_unit(unit, self.teller.pi))
                else:
                    agree[column.name] = self._agrees(wanted, known[column.of], unit, places)
        return replace(told, cells=table(cells), says=says, at=at, agree=table(agree))

    def _agrees(self, wanted: Quantity, found: Quantity, unit: Unit, places: int | None) -> bool:
        """Equal, or what was found rounded to as many places as were written."""
        if wanted.value.same_as(found.value):
            return True
        if places is None:
            return False
        rounded = round_by(found.in_unit(unit, self.teller.pi), Rounding(places=places)).value
        return Real.of(rounded).same_as(wanted.in_unit(unit, self.teller.pi))

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
                return self.measured(parse(typed), column, number, known)
            assert rule is not None
            if rule.expression is not None:
                return self.measured(rule.expression, column, number, known)
            assert rule.start is not None and rule.by is not None
            start, by = (self.measured(node, column, number, known) for node in (rule.start, rule.by))
            return Quantity(start.value + by.value * Real.of(number - 1), start.kind)
        except ExpressionError as error:
            if error.code == "waits" and column.role == "given":
                return None
            raise _CellError(column.name, error.says) from None

    def measured(self, node: Node, column: Column, number: int, known: Mapping[str, Quantity]) -> Quantity:
        """The value of a text in a column; a bare number has the column's unit."""
        quantity = evaluate(
            node, Scope(lambda path: self._look_up(path, number, known), self._words, self.teller.pi)
        )
        if column.of is None:
            return quantity
        unit = column.unit or self.units[column.of]
        if quantity.kind == NUMBER and self.kinds[column.of] != "count":
            return quantity.times(Quantity(unit.size(self.teller.pi), unit.kind))
        wanted = NUMBER if self.kinds[column.of] == "count" else ANGLE if unit.kind == ANGLE else unit.kind
        if quantity.kind != ANGLE:
            quantity = in_radians(quantity, node)
        if quantity.kind != wanted:
            raise ExpressionError("wrong-kind", f"this must be {wanted.says()}, not {quantity.kind.says()}")
        return quantity

    def _look_up(self, path: Path, number: int, known: Mapping[str, Quantity]) -> Quantity | None:
        if path.text == ROW:
            return Quantity(Real.of(number))
        if path.text in known and path.text not in self.kinds:
            return known[path.text]
        if path.text in self.columns or path.text in self.kinds:
            column = self.columns.get(path.text)
            name = column.of if column is not None and column.of is not None else path.text
            if name not in known:
                raise ExpressionError("waits", f"{path.text} has no value in this row")
            return known[name]
        return self.elsewhere(path)

    def _words(self) -> list[str]:
        return [*self.columns, *self.kinds, ROW]


class _Values(Mapping[str, Quantity]):
    """The exact values of a case's solution, worked out when one is asked for."""

    def __init__(self, figure: Figure, given: Given, spelling: Spelling, which: int) -> None:
        self._figure, self._given, self._spelling, self._which = figure, given, spelling, which
        self._found: Mapping[str, Quantity] | None = None

    def __getitem__(self, name: str) -> Quantity:
        if self._found is None:
            self._found = solved_alone(self._figure, self._given, self._spelling)[self._which].values
        return self._found[name]

    def __contains__(self, name: object) -> bool:
        return any(measure.name == name for measure in self._figure.measures)

    def __iter__(self) -> Iterator[str]:
        return (measure.name for measure in self._figure.measures)

    def __len__(self) -> int:
        return len(self._figure.measures)


class _Both(Mapping[str, Quantity]):
    """What a figure's measures are, and what was reckoned from them."""

    def __init__(self, known: Mapping[str, Quantity], found: Mapping[str, Quantity]) -> None:
        self._known, self._found = known, found

    def __getitem__(self, name: str) -> Quantity:
        return self._found[name] if name in self._found else self._known[name]

    def __contains__(self, name: object) -> bool:
        return name in self._found or name in self._known

    def __iter__(self) -> Iterator[str]:
        return iter((*self._known, *self._found))

    def __len__(self) -> int:
        return len(self._known) + len(self._found)


def _places(typed: str) -> int | None:
    """How many decimal places a typed plain number has, perhaps with a unit; None where it is anything else, as 12π is."""
    try:
        node = parse(typed) if typed else None
    except ExpressionError:
        return None
    if isinstance(node, Negative):
        node = node.of
    if isinstance(node, Binary) and _is_unit(node.right):
        node = node.left
    if not isinstance(node, Number) or "/" in node.typed:
        return None
    return len(node.typed.partition(".")[2])


def _is_unit(node: Node) -> bool:
    return isinstance(node.base if isinstance(node, Power) else node, UnitOf)
