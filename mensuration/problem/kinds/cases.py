"""The kind ``cases``: many cases of one figure of the catalogue, a row each."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Literal

from pydantic import Field

from mensuration.cases import CaseRow, Cases, Column, read_rule, try_rule, work_out_cases
from mensuration.catalogue import Figure
from mensuration.drawing.shelf import ShelfPicture
from mensuration.expressions import ExpressionError, Quantity, unknown_word
from mensuration.frozen import Frozen, Wanted
from mensuration.problem.kinds.formula import catalogue_picture
from mensuration.problem.kinds.givens import declared
from mensuration.problem.kinds.kind import Change, Context, FigureResults, Kind, Work
from mensuration.problem.models import FigureDocument, Model, Name, Typed
from mensuration.problem.settings import parse_unit
from mensuration.units import POWERS, Unit
from mensuration.units import Kind as KindOfQuantity

MAX_COLUMNS = 60
MAX_ROWS = 10_000
_NAMING = re.compile(r"[^\W\d]\w*\.")  # in a cell: another figure, by name


class CaseColumn(Model):
    """A column of a table of cases: a quantity as ``given`` or ``expected``, in a unit; one ``derived`` from others by its rule, in
    a unit of its own; or a ``note``."""

    name: Name
    role: Literal["given", "expected", "derived", "note"] = "given"
    of: Annotated[str | None, Field(max_length=60, description="The quantity, where it is not the name")] = (
        None
    )
    unit: Annotated[str | None, Field(max_length=20)] = None
    rule: Annotated[Typed | None, Field(description="Fills the column: from 20 by 5, or 2 radius")] = None


Row = dict[Annotated[str, Field(max_length=60)], Typed]


class CasesDocument(FigureDocument):
    """Many ``rows`` of one catalogue ``figure``."""

    kind: Literal["cases"]
    figure: Annotated[str | None, Field(max_length=60, description="The catalogue's name for it")] = None
    columns: Annotated[list[CaseColumn] | None, Field(max_length=MAX_COLUMNS)] = None
    rows: Annotated[list[Row] | None, Field(max_length=MAX_ROWS)] = None
    first: Annotated[int | None, Field(ge=1, description="The number that the first row counts as")] = None


@dataclass(frozen=True)
class ToldCases(Frozen):
    """Every row worked out."""

    figure: str
    title: str
    rows: tuple[CaseRow, ...]


@dataclass(frozen=True, kw_only=True)
class CasesResults(FigureResults):
    """The table, where it was wanted."""

    cases: Wanted[ToldCases] = None
    kind: Literal["cases"] = "cases"


class CasesWork(Work[CasesDocument]):
    """A table has no single quantity; its rows are worked out only when they are told."""

    def work_out(self) -> None:
        pass

    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        what = names[0] if names else "value"
        says = f"“{text}” is a table of many cases: it has no single {what}"
        raise ExpressionError("no-quantity", says)

    def results(self, also: Collection[str]) -> FigureResults:
        return CasesResults(cases=self._told() if "cases" in also else None)

    def _told(self) -> ToldCases | None:
        figure = declared(self.figure.figure, self.context)
        if figure is None:
            return None
        read = [self._column(column, figure) for column in self.figure.columns or []]
        columns = [column for column in read if column is not None]
        cases = Cases(figure, columns, self.figure.first or 1)
        rows = work_out_cases(cases, self.figure.rows or [], self.context.teller, self.context.look_up)
        return ToldCases(figure.name, figure.title, rows)

    def _column(self, column: CaseColumn, figure: Figure) -> Column | None:
        """A column as it is worked with; what is wrong with it is complained about."""
        if column.role == "note":
            return Column(column.name, "note", None, None)
        place = f"columns.{column.name}"
        if column.role == "derived":
            return self._derived(column, figure, place)
        measure = figure.measure(column.of or column.name)
        if measure is None:
            known = [m.name for m in figure.measures]
            fault = unknown_word(column.of or column.name, known, f"measurement of a {figure.title.lower()}")
            self.context.complain(place, "unknown-given", fault.says)
            return None
        unit, rule = None, None
        try:
            unit = column_unit(column.unit, measure.kind) if column.unit else None
        except ExpressionError as error:
            self.context.complain(f"{place}.unit", error.code, error.says)
        try:
            rule = read_rule(column.rule or "")
        except ExpressionError as error:
            self.context.complain(f"{place}.rule", error.code, error.says, position=error.position)
        found = Column(column.name, column.role, measure.name, unit, rule)
        if rule is None or self._can_fill(found, figure, place):
            return found
        return replace(found, rule=None)

    def _derived(self, column: CaseColumn, figure: Figure, place: str) -> Column | None:
        """A column that is reckoned from the others, in a unit of its own."""
        try:
            rule = read_rule(column.rule or "")
            unit = parse_unit(column.unit) if column.unit else None
        except ExpressionError as error:
            self.context.complain(f"{place}.rule", error.code, error.says, position=error.position)
            return None
        if rule is None:
            says = "say what it is reckoned from, such as perimeter / area"
            self.context.complain(f"{place}.rule", "no-rule", says)
            return None
        found = Column(column.name, "derived", None, unit, rule)
        return found if self._can_fill(found, figure, place) else None

    def _can_fill(self, column: Column, figure: Figure, place: str) -> bool:
        """Whether a rule can fill its column, as seen on the figure as it starts; what is wrong is said at the rule."""
        names = [c.of or c.name for c in self.figure.columns or [] if c.role != "note"]
        try:
            try_rule(figure, column, self.context.teller, self.context.look_up, names)
        except ExpressionError as error:
            self.context.complain(f"{place}.rule", error.code, error.says, position=error.position)
            return False
        return True


def column_unit(text: str, kind: str) -> Unit:
    """The unit of a column: of its kind, or a unit of length to be raised to the power that the kind needs."""
    unit = parse_unit(text)
    power = POWERS.get(kind, 0)
    if power and unit.kind in (KindOfQuantity(length=1), KindOfQuantity(plain=1)):
        return unit.to_power(power)
    sizes = (
        (KindOfQuantity(length=power), KindOfQuantity(plain=power)) if power else (KindOfQuantity(angle=1),)
    )
    if unit.kind not in sizes or kind == "count":
        raise ExpressionError(
            "wrong-unit", f"“{text}” measures {unit.kind.says()}, which this column does not hold"
        )
    return unit


class CasesKind(Kind[CasesDocument]):
    name = "cases"
    document = CasesDocument
    results = CasesResults
    also = ("cases",)

    def start(self, figure: CasesDocument, context: Context) -> CasesWork:
        return CasesWork(figure, context)

    def texts(self, figure: CasesDocument) -> Iterator[tuple[str | None, str]]:
        for column in figure.columns or ():
            if column.rule:
                yield None, column.rule
        for cell in dict.fromkeys(c for row in figure.rows or () for c in row.values() if _NAMING.search(c)):
            yield None, cell

    def with_texts(self, figure: CasesDocument, change: Change) -> CasesDocument:
        columns = [
            column.model_copy(update={"rule": change(column.rule)}) if column.rule else column
            for column in figure.columns or ()
        ]
        rows = [
            {name: change(cell) if _NAMING.search(cell) else cell for name, cell in row.items()}
            for row in figure.rows or ()
        ]
        update: dict[str, object] = {}
        if figure.columns is not None:
            update["columns"] = columns
        if figure.rows is not None:
            update["rows"] = rows
        return figure.model_copy(update=update)

    def picture(self, figure: CasesDocument, results: FigureResults) -> ShelfPicture | None:
        return catalogue_picture(self.name, figure.figure)

    def own_names(self, figure: CasesDocument) -> Iterator[tuple[str, str]]:
        yield from ((c.name, "a column") for c in figure.columns or () if c.role != "note")
        yield "row", "the row’s number"

    def known(self, figure: CasesDocument) -> list[str]:
        return []
