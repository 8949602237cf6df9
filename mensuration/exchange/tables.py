"""Tables as text: comma-separated values in their many forms, and what a clipboard holds.

RFC 4180 with any of the usual delimiters; decimal commas are understood where commas don't part the cells.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from mensuration.cases import CaseCell, CaseRow
from mensuration.catalogue import Figure, figures
from mensuration.exchange.cells import COMMA_NUMBER, HEADER, TableError, decimal_point, parted_cells
from mensuration.expressions import ExpressionError
from mensuration.frozen import Frozen, Table, Wanted, table
from mensuration.problem import Problem, evaluate
from mensuration.problem.kinds.cases import MAX_COLUMNS, MAX_ROWS, CaseColumn, CasesDocument, CasesResults
from mensuration.problem.settings import parse_unit
from mensuration.units import UNITS

MAX_CELL = 500
DELIMITERS = {"comma": ",", "semicolon": ";", "tab": "\t"}
_PLAIN_NUMBER = re.compile(r"[-−]?\d+(\.\d+)?")
_EXPECTED = re.compile(r"^(expected|wanted|answer|check)[\s_]+(.+)$", re.IGNORECASE)


@dataclass(frozen=True)
class ReadColumn(Frozen):
    """A column as a table of cases has it."""

    name: str
    role: Literal["given", "expected", "note"]
    of: Wanted[str] = None
    unit: Wanted[str] = None


@dataclass(frozen=True)
class ReadTable(Frozen):
    """What was read, and what was made of it in sentences."""

    columns: tuple[ReadColumn, ...]
    rows: tuple[Table[str, str], ...]
    says: tuple[str, ...]


_BEGINS = re.compile(r"'*[=+\-@\t\r]")  # what a spreadsheet works out, behind apostrophes too
_NUMBER = re.compile(r"[-+]?\d+([.,]\d+)?")


def read_table(text: str, figure: Figure) -> ReadTable:
    """Columns and rows of a table whose first line names the columns, and what was made of it, in sentences.

    A column whose name is no quantity of the figure is kept as a note; ``expected volume`` is compared.

    >>> from mensuration.catalogue import figures
    >>> read_table("radius (mm)\\n1.5\\n", figures()["sphere"]).columns[0].unit
    'mm'
    """
    parted, delimiter = parted_cells(text)
    whole = [row for row in parted if len(row) > 1 or "".join(row).strip()]  # a row of empty cells is a case
    if not whole:
        raise TableError("there is nothing here: a table needs a line of names and at least one row")
    cells = [[_typed(cell.strip())[:MAX_CELL] for cell in row] for row in whole]
    header, body = cells[0], cells[1:]
    if len(header) > MAX_COLUMNS:
        raise TableError(f"this table has {len(header)} columns; at most {MAX_COLUMNS} can be read")
    if len(body) > MAX_ROWS:
        raise TableError(f"this table has {len(body)} rows; at most {MAX_ROWS} can be read")
    if not _named(header, figure):
        raise TableError(
            f"the first line must name the columns, such as {figure.usual[0]} or {figure.usual[0]} (cm)"
        )
    says: list[str] = []
    columns = _columns(header, figure, says)
    commas = delimiter != "," and any(COMMA_NUMBER.fullmatch(cell) for row in body for cell in row)
    if commas:
        says.append("decimal commas were read as decimal points")
    rows = []
    for number, row in enumerate(body, 2):
        if len(row) > len(columns):
            says.append(f"line {number} has more cells than there are columns: the rest was left out")
        pairs = zip(columns, row, strict=False)
        rows.append(table((column.name, decimal_point(cell, commas)) for column, cell in pairs if cell))
    return ReadTable(tuple(columns), tuple(rows), tuple(says))


def _columns(header: Sequence[str], figure: Figure, says: list[str]) -> list[ReadColumn]:
    found: list[ReadColumn] = []
    taken: set[str] = set()
    for number, text in enumerate(header, 1):
        column = _column(text or f"column {number}", figure, says)
        name = column.name
        if name in taken:
            says.append(f"there are two columns “{name}”: the second is kept as a note")
            column = ReadColumn(_free(name, taken), "note")
        taken.add(column.name)
        found.append(column)
    return found


def _free(name: str, taken: set[str]) -> str:
    return next(f"{name} {n}" for n in range(2, len(taken) + 3) if f"{name} {n}" not in taken)


def _column(text: str, figure: Figure, says: list[str]) -> ReadColumn:
    parts = HEADER.fullmatch(text)
    assert parts is not None
    unit = parts["round"] or parts["square"] or parts["word"]
    name = parts["name"]
    expected = _EXPECTED.match(name)
    measure = _measure(expected[2] if expected else name, figure)
    if measure is None and unit is None and " " in name:  # diameter mm
        name, _, unit = name.rpartition(" ")
        measure = _measure(name, figure) if unit in UNITS else None
    if measure is None:
        says.append(f"“{text}” is no quantity of a {figure.title.lower()}: it is kept as a note")
        return ReadColumn(text[:60], "note")
    if unit:
        try:
            parse_unit(unit)
        except ExpressionError as error:
            says.append(f"the unit of “{text}” was left out: {error.says}")
            unit = None
    if expected:
        return ReadColumn(f"expected_{measure}", "expected", measure, unit or None)
    return ReadColumn(measure, "given", unit=unit or None)


def _measure(text: str, figure: Figure) -> str | None:
    """The quantity that a heading names, by its name, its title or (where it is the only one) its symbol."""
    wanted = _plain(text)
    for measure in figure.measures:
        if wanted in (_plain(measure.name), _plain(measure.title)):
            return measure.name
    symbols = [m.name for m in figure.measures if m.symbol == text]
    return symbols[0] if len(symbols) == 1 else None


def _plain(text: str) -> str:
    return re.sub(r"[\s_-]+", " ", text).strip().lower()


def _named(header: Sequence[str], figure: Figure) -> bool:
    silent: list[str] = []
    return any(_column(text, figure, silent).role != "note" for text in header if text)


def table_text(problem: Problem, name: str, delimiter: str = "comma", decimal_comma: bool = False) -> str:
    """The worked-out table of cases called ``name`` of a problem, as comma-separated values.

    >>> from mensuration.problem import read
    >>> balls = {"name": "balls", "kind": "cases", "figure": "sphere"}
    >>> balls |= {"columns": [{"name": "radius"}], "rows": [{"radius": "3"}]}
    >>> problem = read({"format": "tilt-grid/problem", "version": 1, "figures": [balls]})
    >>> table_text(problem, "balls").splitlines()[1][:7]
    '3,6.00,'
    """
    document = next((f for f in problem.figures if isinstance(f, CasesDocument) and f.name == name), None)
    results = evaluate(problem, ["cases"]).figures.get(name)
    worked = results.cases if isinstance(results, CasesResults) else None
    figure = figures().get((document and document.figure) or "")
    if document is None or worked is None or figure is None:
        raise TableError(f"there is no table “{name}” in this problem")
    unit, angle = problem.settings.unit, problem.settings.angle
    units = {m.name: _usual(m.kind, unit, angle) for m in figure.measures}
    units |= {c.of or c.name: c.unit for c in document.columns or [] if c.role == "given" and c.unit}
    return _written(
        document.columns or [], document.rows or [], worked.rows, figure, units, delimiter, decimal_comma
    )


def _usual(kind: str, unit: str, angle: str) -> str:
    return {"length": unit, "area": f"{unit}^2", "volume": f"{unit}^3", "angle": angle}.get(kind, "")


def _written(
    columns: Sequence[CaseColumn],
    rows: Sequence[Mapping[str, str]],
    worked: Sequence[CaseRow],
    figure: Figure,
    units: Mapping[str, str],
    delimiter: str,
    decimal_comma: bool,
) -> str:
    """All columns, then every quantity that is no column, then why a row could not be solved.

    ``units`` gives the unit of every quantity, ``worked`` the rows as they were worked out.
    """
    own = {column.name: column for column in columns}
    others = [m.name for m in figure.measures if m.name not in own]
    out = io.StringIO()
    writer = csv.writer(out, delimiter=DELIMITERS[delimiter], lineterminator="\r\n")
    heads = [*(_heading(c, units) for c in columns), *(_with_unit(n, units.get(n)) for n in others), "says"]
    writer.writerow(map(as_text, heads))
    for row, told in zip(rows, worked, strict=True):
        texts = [_shown(name, own.get(name), row, told.cells, decimal_comma) for name in (*own, *others)]
        writer.writerow(map(as_text, [*texts, told.says or ""]))
    return out.getvalue()


def as_text(cell: str) -> str:
    """A cell that no spreadsheet takes for a formula of its own: behind an apostrophe, unless it is a number.

    >>> [as_text(cell) for cell in ("=1+1", "-2.5", "@now", "pipe")]
    ["'=1+1", '-2.5', "'@now", 'pipe']
    """
    return f"'{cell}" if _BEGINS.match(cell) and not _NUMBER.fullmatch(cell) else cell


def _typed(cell: str) -> str:
    """A cell without the apostrophe that :func:`as_text` put before it."""
    return cell[1:] if cell[:1] == "'" and _BEGINS.match(cell) else cell


def _shown(
    name: str,
    column: CaseColumn | None,
    row: Mapping[str, str],
    cells: Mapping[str, CaseCell],
    decimal_comma: bool,
) -> str:
    """A cell as it was typed where it is a note or a plain number, else as it was worked out."""
    typed = row.get(name, "") if column is not None else ""
    if column is not None and column.role == "note":
        return typed
    plain = typed if _PLAIN_NUMBER.fullmatch(typed) or name not in cells else cells[name].text
    return plain.replace(".", ",") if decimal_comma else plain


def _heading(column: CaseColumn, units: Mapping[str, str]) -> str:
    if column.role == "note":
        return column.name
    measure = column.of or column.name
    name = f"expected {measure}" if column.role == "expected" else measure
    return _with_unit(name, column.unit or units.get(measure))


def _with_unit(name: str, unit: str | None) -> str:
    return f"{name} ({unit})" if unit else name
