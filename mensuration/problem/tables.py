"""Working out the tables of cases of a problem."""

from __future__ import annotations

from typing import Any

from mensuration.cases import Column, Table, read_rule, work_out_cases
from mensuration.cases.work import LookUp
from mensuration.catalogue import Figure, figures
from mensuration.expressions import ExpressionError, unknown_word
from mensuration.problem.complaints import Complaints
from mensuration.problem.schema import CaseColumn
from mensuration.problem.schema import Figure as FigureDocument
from mensuration.problem.settings import parse_unit
from mensuration.telling import Teller
from mensuration.units import POWERS, Kind, Unit


def told_cases(
    document: FigureDocument, teller: Teller, complaints: Complaints, elsewhere: LookUp
) -> dict[str, Any] | None:
    """All rows of one table; None where its figure is unknown. What is wrong with a column is complained about."""
    where = f"figures.{document.name}"
    figure = figures().get(document.figure or "")
    if figure is None:
        says = unknown_word(document.figure or "", list(figures()), "figure").says
        complaints.add(f"{where}.figure", "unknown-figure", says)
        return None
    columns = []
    for column in document.columns or []:
        read = _column(column, figure, f"{where}.columns.{column.name}", complaints)
        if read is not None:
            columns.append(read)
    rows = work_out_cases(Table(figure, columns, document.first or 1), document.rows or [], teller, elsewhere)
    return {"figure": figure.name, "title": figure.title, "rows": rows}


def _column(column: CaseColumn, figure: Figure, where: str, complaints: Complaints) -> Column | None:
    if column.role == "note":
        return Column(column.name, "note", None, None)
    measure = figure.measure(column.of or column.name)
    if measure is None:
        known = [m.name for m in figure.measures]
        fault = unknown_word(column.of or column.name, known, f"measurement of a {figure.title.lower()}")
        complaints.add(where, "unknown-given", fault.says)
        return None
    unit, rule = None, None
    try:
        unit = _unit(column.unit, measure.kind) if column.unit else None
    except ExpressionError as error:
        complaints.add(f"{where}.unit", error.code, error.says)
    try:
        rule = read_rule(column.rule or "")
    except ExpressionError as error:
        complaints.add(f"{where}.rule", error.code, error.says, position=error.position)
    return Column(column.name, column.role, measure.name, unit, rule)


def _unit(text: str, kind: str) -> Unit:
    """The unit of a column: of its kind, or a unit of length to be raised to the power that the kind needs."""
    unit = parse_unit(text)
    power = POWERS.get(kind, 0)
    if power and unit.kind in (Kind(length=1), Kind(plain=1)):
        return unit.to_power(power)
    sizes = (Kind(length=power), Kind(plain=power)) if power else (Kind(angle=1),)
    if unit.kind not in sizes or kind == "count":
        raise ExpressionError(
            "wrong-unit", f"“{text}” measures {unit.kind.says()}, which this column does not hold"
        )
    return unit
