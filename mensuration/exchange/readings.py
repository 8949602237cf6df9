"""Readings as text: one column of numbers, or positions and readings, pasted or from a file."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from mensuration.exchange.cells import COMMA_NUMBER, HEADER, TableError, decimal_point, parted_cells
from mensuration.expressions import ExpressionError
from mensuration.frozen import Frozen
from mensuration.problem.kinds.profile.document import MAX_READINGS
from mensuration.problem.settings import parse_unit

MAX_CELL = 500
_NUMBER = re.compile(r"[-−+]?[.,]?\d")  # how a number begins
_BLANKS = re.compile(
    r",?\s+(?=[-−+]?[.,]?\d)(?!\d+/\d)"
)  # before a number; a unit and a fraction stay with theirs
_PLAIN = re.compile(r"[-−+]?\d*[.,]?\d+")


@dataclass(frozen=True)
class ReadReadings(Frozen):
    """Positions, where there are any, readings and, where a third column tells them, breadths, as they would be typed; and what
    was made of the text, in sentences."""

    x: tuple[str, ...]
    y: tuple[str, ...]
    breadths: tuple[str, ...]
    says: tuple[str, ...]


def read_readings(text: str) -> ReadReadings:
    """Readings of a text. TableError, in words, where it may be meant in more than one way.

    >>> read_readings("0;0,5\\n1;1,5").y
    ('0.5', '1.5')
    >>> read_readings("x (m)\\tdepth (cm)\\n0\\t12\\n1\\t14").y
    ('12 cm', '14 cm')
    """
    rows, delimiter = _rows(text)
    says: list[str] = []
    heading = None
    if not any(_NUMBER.match(cell) for cell in rows[0]):
        heading, rows = rows[0], rows[1:]
    if not rows:
        raise TableError("there are no readings below the headings")
    if delimiter == "," and all(len(row) == 2 and all(map(_is_whole, row)) for row in rows):
        one = ",".join(rows[0])
        raise TableError(
            f"is “{one}” one reading with a decimal comma, or a position and a reading? Write {one.replace(',', '.')} or "
            f"{one.replace(',', '; ')}"
        )
    if delimiter != "," and any(COMMA_NUMBER.fullmatch(cell) for row in rows for cell in row):
        rows = [[decimal_point(cell, True) for cell in row] for row in rows]
        says.append("decimal commas were read as decimal points")
    wide, most = max(map(len, rows)), 2 if delimiter == " " else 3
    if len(rows) > 1 and (wide > most or min(map(len, rows)) < wide):
        number, row = next(
            (n, row) for n, row in enumerate(rows, 1) if len(row) != len(rows[0]) or wide > most
        )
        raise TableError(
            f"row {number} has {len(row)} numbers: readings are one in a row, or a position, a reading and perhaps a breadth"
        )
    units = _units(heading, wide, says)
    if len(rows) == 1 or wide == 1:
        return _told((), [_with_unit(cell, units[0]) for row in rows for cell in row], (), says)
    columns = [[_with_unit(row[i], units[i]) for row in rows] for i in range(wide)]
    return _told(columns[0], columns[1], columns[2] if wide > 2 else (), says)


def _rows(text: str) -> tuple[list[list[str]], str]:
    """Cells that are not empty, row by row; blanks part them where nothing else does."""
    parted, delimiter = parted_cells(text)
    whole = [[cell.strip()[:MAX_CELL] for cell in row if cell.strip()] for row in parted]
    rows = [row for row in whole if row]
    if not rows:
        raise TableError("there is nothing here: readings are numbers")
    lines = [row[0] if len(row) == 1 else ",".join(row) for row in rows]
    blanks = any(_BLANKS.search(cell) for row in rows for cell in row)
    if all(len(row) == 1 for row in rows) or (delimiter == "," and blanks):
        rows, delimiter = [_BLANKS.split(line) for line in lines], " "
    return rows, delimiter


def _is_whole(cell: str) -> bool:
    return _PLAIN.fullmatch(cell) is not None and "." not in cell


def _units(heading: list[str] | None, count: int, says: list[str]) -> list[str]:
    """The units that headings name, of each column; a unit that is not known is left out, which is said."""
    units = []
    for text in [*(heading or []), *[""] * count][:count]:
        parts = HEADER.fullmatch(text)
        unit = (parts["round"] or parts["square"] or parts["word"] or "") if parts else ""
        try:
            if unit:
                parse_unit(unit)
        except ExpressionError as error:
            says.append(f"the unit of “{text}” was left out: {error.says}")
            unit = ""
        units.append(unit)
    return units


def _with_unit(cell: str, unit: str) -> str:
    return f"{cell} {unit}" if unit and _PLAIN.fullmatch(cell) else cell


def _told(x: Sequence[str], y: Sequence[str], breadths: Sequence[str], says: list[str]) -> ReadReadings:
    if len(y) > MAX_READINGS:
        raise TableError(f"these are {len(y)} readings; at most {MAX_READINGS} can be read")
    count = f"{len(y)} readings" + (" with their positions" if x else "")
    count += " and breadths" if breadths else ""
    return ReadReadings(tuple(x), tuple(y), tuple(breadths), (count, *says))
