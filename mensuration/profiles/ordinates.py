"""Ordinates: how high something is at positions along a line."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property

from mensuration.numbers import Real

OUTSTANDING = 8  # times as far from its neighbours as is usual


@dataclass(frozen=True, eq=False)
class Ordinates:
    """Positions in rising order, and the height at each, in base units; ``between`` tells the height anywhere else, where
    that is known, as of a curve."""

    positions: tuple[Real, ...]
    heights: tuple[Real, ...]
    between: Callable[[Real], Real] | None = None

    @property
    def count(self) -> int:
        """How many strips there are: one less than posts."""
        return len(self.positions) - 1

    @property
    def width(self) -> Real:
        return self.positions[-1] - self.positions[0]

    @cached_property
    def even(self) -> bool:
        """Whether all strips are equally wide."""
        first = self.positions[1] - self.positions[0]
        gaps = zip(self.positions[1:], self.positions, strict=False)
        return all((b - a).same_as(first) for b, a in gaps)

    @property
    def spacing(self) -> Real:
        """The width of a strip, of equal ones."""
        return self.width / Real.of(self.count)

    def outstanding(self) -> list[int]:
        """The places of readings that stand out from a straight line through their neighbours, much more than is usual: perhaps
        slips."""
        heights = [float(height) for height in self.heights]
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
