"""Cells of a text that is a table: comma-separated values in their many forms (RFC 4180 with any of the usual delimiters)."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Sequence

HEADER = re.compile(
    r"\s*(?P<name>.+?)\s*(?:\((?P<round>[^()]+)\)|\[(?P<square>[^\[\]]+)\]|\bin\s+(?P<word>\S+))?\s*",
    re.DOTALL,
)
"""A heading: a name, and a unit in brackets or behind “in”."""
COMMA_NUMBER = re.compile(r"[-−]?\d+,\d+")


MAX_LINE = 100_000


class TableError(ValueError):
    """A text that is no table; the sentence says why."""


def parted_cells(text: str) -> tuple[list[list[str]], str]:
    """The cells of every line, and what parts them. TableError where there are none.

    >>> parted_cells("a;b\\n1,5;2")
    ([['a', 'b'], ['1,5', '2']], ';')
    """
    text = text.replace("\ufeff", "")
    lines = [line for line in re.split(r"\r\n|\r|\n", text) if line.strip()]
    if not lines:
        raise TableError("there is nothing here: a table needs a line of names and at least one row")
    longest = max(len(line) for line in lines)
    if longest > MAX_LINE:
        raise TableError(f"a line here has {longest} characters: {MAX_LINE} are the most")
    try:
        delimiter = _delimiter(lines)
        return list(csv.reader(io.StringIO(text, newline=""), delimiter=delimiter, strict=True)), delimiter
    except csv.Error as error:
        says = "a quotation mark is not closed" if "unexpected end" in str(error) else str(error)
        raise TableError(f"this text can't be read as a table: {says}") from None


def decimal_point(text: str, commas: bool) -> str:
    """A cell with a decimal point, where decimal ``commas`` are meant.

    >>> decimal_point("1,5", commas=True)
    '1.5'
    """
    return text.replace(",", ".") if commas and COMMA_NUMBER.fullmatch(text) else text


def _delimiter(lines: Sequence[str]) -> str:
    """The one that parts the first lines into equally many cells, the most of them."""
    best, most = ",", 0
    for delimiter in ("\t", ";", "|", ","):
        counts = [len(row) for row in csv.reader(lines[:20], delimiter=delimiter)]
        even = min(counts) if counts and min(counts) == max(counts) else counts[0] if counts else 1
        if even > max(most, 1):
            best, most = delimiter, even
        if most > 1 and delimiter != ",":
            break
    return best
