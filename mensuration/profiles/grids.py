"""Depths on a two-way grid: the rule along every row makes cross-sections, the rule across these makes the volume."""

from __future__ import annotations

from collections.abc import Sequence

from mensuration.numbers import Real
from mensuration.profiles.bulk import total
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.rules import LeftOver, RuleName


def cross_sections(
    positions: Sequence[Real],
    rows: Sequence[Sequence[Real]],
    rule: RuleName,
    left_over: LeftOver = "last",
) -> list[Real]:
    """The area under each row of depths. RuleFault where the rule asks for other positions.

    >>> x = tuple(Real.of(n) for n in (0, 2, 4))
    >>> cross_sections(x, [x, x], "trapezoid")
    [Real('8'), Real('8')]
    """
    return [total(Ordinates(positions, row), rule, left_over=left_over) for row in rows]
