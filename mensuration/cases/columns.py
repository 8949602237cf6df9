"""The columns of a table of cases: what each one holds, in which unit, and the rule that fills it."""

from __future__ import annotations

import re
from dataclasses import dataclass

from mensuration.expressions import ExpressionError, Node, parse
from mensuration.units import Unit

_STEPS = re.compile(r"\s*from\s+(?P<start>.+?)\s+by\s+(?P<by>.+?)\s*", re.IGNORECASE)
ROW = "row"  # the number of a row, in rules


@dataclass(frozen=True)
class Rule:
    """What fills a whole column: ``start`` and ``by`` in steps from row to row, or an ``expression`` over other columns."""

    expression: Node | None = None
    start: Node | None = None
    by: Node | None = None


@dataclass(frozen=True)
class Column:
    """``role`` is ``given``, ``expected`` (to be compared with what is found), ``derived`` (reckoned by its rule from others) or
    ``note`` (any words).

    ``of`` is the measure that a column is about, ``unit`` that of its bare numbers and of what is told in it.
    """

    name: str
    role: str
    of: str | None
    unit: Unit | None
    rule: Rule | None = None


def read_rule(text: str) -> Rule | None:
    """``from 20 by 5``, or an expression such as ``2 radius``; None for an empty text. ExpressionError in words.

    >>> read_rule("from 20 by 5").by
    Number(value=Fraction(5, 1), typed='5')
    """
    if not text.strip():
        return None
    steps = _STEPS.fullmatch(text)
    if steps:
        return Rule(start=parse(steps["start"]), by=parse(steps["by"]))
    if re.match(r"\s*from\b", text, re.IGNORECASE):
        raise ExpressionError("rule", "write steps as: from 20 by 5")
    return Rule(expression=parse(text))
