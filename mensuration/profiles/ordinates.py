"""Ordinates: how high something is at positions along a line, and what else is known there."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from itertools import pairwise

from flint import arb

from mensuration.numbers import Real
from mensuration.numbers.columns import Fractions, floats_of

OUTSTANDING = 8  # times as far from its neighbours as is usual
Row = Mapping[str, Real]
"""What is known at one position: its height and, by name, whatever else is summed with it."""
Columns = Mapping[str, Sequence[Real]]
Between = Callable[[Sequence[Real]], Columns]
"""What is known anywhere else, at many positions at once."""


@dataclass(frozen=True, eq=False)
class Ordinates:
    """Positions in rising order, and the height at each, in base units; ``columns`` tell what else is known there. ``between``
    tells as much anywhere else, where that is known, as of a curve; ``extremes`` the least and the greatest height between two
    positions."""

    positions: Sequence[Real]
    heights: Sequence[Real]
    between: Between | None = None
    columns: Mapping[str, Sequence[Real]] = field(default_factory=dict)
    extremes: Callable[[Real, Real], tuple[Real, Real]] | None = None

    @cached_property
    def chords(self) -> dict[int, list[arb]]:
        """The chords from ordinate to ordinate, by working precision, once they were reckoned."""
        return {}

    @property
    def count(self) -> int:
        """How many strips there are: one less than posts."""
        return len(self.positions) - 1

    @property
    def width(self) -> Real:
        return self.positions[-1] - self.positions[0]

    @cached_property
    def rows(self) -> list[Row]:
        """Everything that is known at each position."""
        names = ("height", *self.columns)
        return [
            dict(zip(names, values, strict=True))
            for values in zip(self.heights, *self.columns.values(), strict=True)
        ]

    def with_columns(
        self, columns: Mapping[str, Sequence[Real]], between: Between | None = None
    ) -> Ordinates:
        """The same with more known at each position."""
        return replace(self, columns={**self.columns, **columns}, between=between or self.between)

    @cached_property
    def even(self) -> bool:
        """Whether all strips are equally wide."""
        first = self.positions[1] - self.positions[0]
        known = Fractions.of(self.positions)
        if known is not None:
            return len({b - a for a, b in pairwise(known.tops)}) == 1
        pairs = zip(self.positions[1:], self.positions, strict=False)
        return all((b - a).same_as(first) for b, a in pairs)

    @property
    def spacing(self) -> Real:
        """The width of a strip, of equal ones."""
        return self.width / Real.of(self.count)

    def outstanding(self) -> list[int]:
        """The places of readings that stand out from a straight line through their neighbours, much more than is usual: perhaps
        slips."""
        heights = floats_of(self.heights)
        away = {
            i: abs(heights[i] - (heights[i - 1] + heights[i + 1]) / 2) for i in range(1, len(heights) - 1)
        }
        if len(away) < 4:
            return []
        usual = sorted(away.values())[len(away) // 2]
        spread = max(heights) - min(heights)
        far = max(OUTSTANDING * usual, spread / 4)
        return [
            i for i in away if away[i] > far and away[i] == max(away.get(j, 0.0) for j in (i - 1, i, i + 1))
        ]
