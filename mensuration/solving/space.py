"""The figures of one kind as points of a space: each unknown of a basis on a scale from -∞ to ∞."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

import numpy as np
from numpy.typing import NDArray

from mensuration.catalogue.figure import FEWEST_EDGES, Figure, Measure
from mensuration.expressions.algebras import Floats, in_arrays
from mensuration.expressions.functions import Array
from mensuration.solving.forms import Form, forms_behind, plan_from

Indices = NDArray[np.int_]

POINTS = 24  # at which something is looked at that holds almost everywhere
CENTRAL = 1e-5  # to both sides, for slopes


class Space:
    """The unknowns of a basis of a figure, each on a scale on which every number from -∞ to ∞ stands for a value.

    What is known, and how large the figure is, hangs on the row of a point.
    """

    def __init__(
        self,
        figure: Figure,
        start: tuple[str, ...],
        known: Mapping[str, Array],
        given: Iterable[str],
        size: Array,
    ) -> None:
        self.size = size
        self.known = known
        self.fixed = [name for name in ("pi", *start) if name in known]
        self.free = [name for name in start if name not in known]
        self.targets = [m.name for m in figure.measures if m.name in given and m.name not in self.fixed]
        self.measures: Mapping[str, Measure] = {m.name: m for m in figure.measures}
        self.plan: list[Form] = plan_from(figure, start)
        self.needed = forms_behind(self.plan, *((name, name) for name in self.targets))

    def soundness(self) -> NDArray[np.int_]:
        """At how many of some starts every target has a value, for each row."""
        rows = np.repeat(np.arange(len(self.size)), POINTS)
        with np.errstate(all="ignore"):
            measured = self.measured(np.tile(self.starts(POINTS), (len(self.size), 1)), rows)
        sound: NDArray[np.int_] = np.isfinite(measured).all(axis=1).reshape(-1, POINTS).sum(axis=1)
        return sound

    def starts(self, count: int, far: float = 1.0) -> Array:
        """Points spread evenly over all proportions, by the additive recurrence of the generalised golden ratio.

        ``far`` stretches the logarithms of lengths, for very flat and thin figures.
        """
        dimensions = len(self.free)
        ratio = 2.0
        for _ in range(40):
            ratio = (1 + ratio) ** (1 / (dimensions + 1))
        spread = (0.5 + np.outer(np.arange(1, count + 1), ratio ** -np.arange(1.0, dimensions + 1))) % 1
        for axis, name in enumerate(self.free):
            u = spread[:, axis]
            match self.measures[name]:
                case Measure(kind="angle"):
                    spread[:, axis] = np.log(u / (1 - u))
                case Measure(kind="count"):
                    spread[:, axis] = np.log(0.5) + u * np.log(50)
                case Measure(signed=True):
                    spread[:, axis] = 6 * u - 3
                case _:
                    spread[:, axis] = (1 - 6 * u**1.5) * far
        return spread

    def values(self, points: Array, rows: Indices, forms: Iterable[Form]) -> dict[str, Array]:
        """The basis at these points, and what follows from it by these forms."""
        found: dict[str, Array] = {name: self.known[name][rows] for name in self.fixed}
        size = self.size[rows]
        for axis, name in enumerate(self.free):
            along = points[:, axis]
            match self.measures[name]:
                case Measure(kind="angle"):
                    found[name] = 1 / (1 + np.exp(-along))
                case Measure(kind="count"):
                    found[name] = FEWEST_EDGES - 0.5 + np.exp(along)
                case Measure(signed=True):
                    found[name] = size * np.sinh(along)
                case _:
                    found[name] = size * np.exp(along)
        for quantity, formula in forms:
            found[quantity] = in_arrays(formula)(found)
        return found

    def measured(self, points: Array, rows: Indices) -> Array:
        """The targets, each on its own scale: logarithms of what is more than 0; angles in sixths of a turn."""
        found = self.values(points, rows, self.needed)
        result = np.empty((len(points), len(self.targets)))
        for column, name in enumerate(self.targets):
            result[:, column] = self._scaled(name, found[name], rows)
        return result

    def slopes(self, points: Array, rows: Indices) -> Array:
        """The targets' slopes by the unknowns, at each point: by point, target and unknown."""
        count = len(self.free)
        aside = np.concatenate([points + way * CENTRAL * one for way in (1, -1) for one in np.eye(count)])
        ahead, back = self.measured(aside, np.tile(rows, 2 * count)).reshape(
            2, count, len(points), len(self.targets)
        )
        found: Array = (ahead - back).transpose(1, 2, 0) / (2 * CENTRAL)
        return found

    def point(self, whole: Floats, size: float) -> Array:
        """Where a figure lies among the points."""
        found = np.empty(len(self.free))
        for axis, name in enumerate(self.free):
            value = whole[name]
            match self.measures[name]:
                case Measure(kind="angle"):
                    found[axis] = np.log(value) - np.log(1 - value)
                case Measure(kind="count"):
                    found[axis] = np.log(value - FEWEST_EDGES + 0.5)
                case Measure(signed=True):
                    found[axis] = np.arcsinh(value / size)
                case _:
                    found[axis] = np.log(value / size)
        return found

    def measured_to(self, known: Mapping[str, Array], rows: Indices) -> Array:
        """The targets' known values on the same scales, row by row."""
        return np.array([self._scaled(name, known[name][rows], rows) for name in self.targets]).T

    def _scaled(self, name: str, value: Array, rows: Indices) -> Array:
        measure = self.measures[name]
        if measure.signed:
            return value / self.size[rows]
        return 6 * value if measure.kind == "angle" else np.log(value)
