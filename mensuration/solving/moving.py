"""Figures that too few givens leave free to move: one after the other, from one end of what they can be to the other."""

from __future__ import annotations

from collections.abc import Mapping
from contextlib import suppress
from dataclasses import dataclass
from functools import partial

import numpy as np
from flint import arb

from mensuration.catalogue.figure import FEWEST_EDGES, Figure, Measure
from mensuration.expressions import Quantity
from mensuration.expressions.algebras import Floats
from mensuration.expressions.functions import Array
from mensuration.numbers import Real
from mensuration.solving.faults import SolvingError
from mensuration.solving.search import is_sound
from mensuration.solving.solution import Solution, starting_givens
from mensuration.solving.solve import solve
from mensuration.solving.space import POINTS, Indices, Space
from mensuration.units import ANGLE, NUMBER, POWERS, Kind

MOST = 8  # figures to each side of the first
STEP = 0.14  # from one to the next, on the scales of the basis
FARTHEST = 2.0
MOST_EDGES = 12
SAME = 1e-9  # squares of what is off
ROUNDS = 12
FREE = 1e-6  # the least singular value to the largest, below which a direction changes nothing
BARELY = 1e-3  # a slope that counts as none
ROW: Indices = np.zeros(1, dtype=int)


@dataclass(frozen=True)
class Moving:
    """Figures with the same givens, in the order in which ``measure`` grows; ``first`` is the one to be shown first."""

    measure: Measure
    figures: tuple[Solution, ...]
    first: int


def moving(figure: Figure, given: Mapping[str, Quantity], pi: Real, length: Kind) -> Moving | None:
    """How a figure can still move, or None where that can't be told; ``length`` is the kind of its lengths.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.units import LENGTH
    >>> still = moving(figures()["rectangle"], {"area": Quantity(Real.of(12), LENGTH.power(2))}, PI, LENGTH)
    >>> {round(float(one.values["area"].value), 9) for one in still.figures}
    {12.0}
    """
    example = solve(figure, starting_givens(figure), pi).floats
    counts = [m.name for m in figure.measures if m.kind == "count" and m.name in figure.basis]
    known = {"pi": float(pi), **{name: float(q.value) for name, q in given.items()}}
    known = {**{name: example[name] for name in counts}, **known}
    path = _Path(figure, known, frozenset(given), example)
    with np.errstate(all="ignore"):
        found = path.walked()
    if found is None:
        count = next((name for name in counts if name not in given), None)
        return None if count is None else _counted(figure, count, given, pi)
    wholes, first, measure = found
    figures = tuple(_solution(figure, whole, given, pi, length) for whole in wholes)
    return Moving(measure, figures, first)


def _counted(figure: Figure, count: str, given: Mapping[str, Quantity], pi: Real) -> Moving | None:
    """The figures with one edge more each."""
    found = []
    for number in range(FEWEST_EDGES, MOST_EDGES + 1):
        with suppress(SolvingError):
            found.append(solve(figure, {**given, count: Quantity(Real.of(number), NUMBER)}, pi))
    measure = figure.measure(count)
    return Moving(measure, tuple(found), len(found) // 2) if measure and len(found) > 1 else None


class _Path:
    """A way through the figures that have some measurements, on which one more measurement grows."""

    def __init__(self, figure: Figure, known: Floats, given: frozenset[str], example: Floats) -> None:
        self.figure, self.known, self.given, self.example = figure, known, given, example
        arrays = {name: np.array([value]) for name, value in known.items()}
        counts = {name for name in known if name in figure.basis and name not in given}
        counts |= {m.name for m in figure.measures if m.kind == "count" and m.name in known}
        lengths = [
            abs(known[m.name]) ** (1 / POWERS[m.kind])
            for m in figure.measures
            if m.name in given and m.kind in POWERS and known[m.name]
        ]
        usual = [example[m.name] for m in figure.measures if m.kind == "length" and not m.signed]
        self.size = max(lengths, default=max(usual))
        fixed = {name: arrays[name] for name in ("pi", *counts)}
        self.space = Space(figure, figure.basis, fixed, given, np.array([self.size]))
        self.wanted = self.space.measured_to(arrays, ROW)[0] if self.space.targets else np.zeros(0)

    def walked(self) -> tuple[list[Floats], int, Measure] | None:
        """The figures in order, which is first, and the measure that grows."""
        start = self._start()
        if start is None:
            return None
        measure = self._freest(start)
        if measure is None:
            return None
        back, ahead = ([*self._onward(start, way, measure)] for way in (-1.0, 1.0))
        wholes = [*back[::-1], self._whole(start), *ahead]
        return (wholes, len(back), measure) if len(wholes) > 2 else None

    def _start(self) -> Array | None:
        """A figure with these measurements, as like to the catalogue's own as can be."""
        like = {**self.example}
        scale = self.size / max(self.example[m.name] for m in self.figure.measures if m.kind == "length")
        for measure in self.figure.measures:
            if measure.kind in POWERS:
                like[measure.name] *= scale ** POWERS[measure.kind]
        for at in [self.space.point(like, self.size), *self.space.starts(POINTS)]:
            there = self._brought_back(at)
            if there is not None and self._sound(there):
                return there
        return None

    def _freest(self, at: Array) -> Measure | None:
        """The first usual measure that is free here."""
        for name in (*self.figure.usual, *self.figure.basis):
            measure = self.figure.measure(name)
            if measure is not None and name not in self.given and measure.kind != "count":
                if float(np.linalg.norm(self._growing(at, measure))) > BARELY:
                    return measure
        return None

    def _growing(self, at: Array, measure: Measure) -> Array:
        """The direction in which a measure grows most while the givens stay."""
        steepest = np.array(
            [
                self._value(at + STEP * one / 100, measure) - self._value(at - STEP * one / 100, measure)
                for one in np.eye(len(at))
            ]
        )
        steepest /= 2 * STEP / 100 * (1.0 if measure.kind == "angle" else self.size)
        if not self.space.targets:
            return steepest
        slopes = self.space.slopes(at[None, :], ROW)[0]
        held = np.linalg.pinv(slopes, rcond=FREE) @ slopes
        growing: Array = steepest - held @ steepest
        return growing

    def _onward(self, start: Array, way: float, measure: Measure) -> list[Floats]:
        found: list[Floats] = []
        at, before = start, self._value(start, measure)
        for _ in range(MOST):
            direction = self._growing(at, measure)
            length = float(np.abs(direction).max())
            if not length > BARELY:
                break
            there = self._brought_back(at + way * STEP * direction / length)
            if there is None or not self._sound(there) or np.abs(there - start).max() > FARTHEST:
                break
            value = self._value(there, measure)
            if (value - before) * way <= 0:
                break
            found.append(self._whole(there))
            at, before = there, value
        return found

    def _brought_back(self, at: Array) -> Array | None:
        """The nearest point with the givens, by Gauss's and Newton's method."""
        if not self.space.targets:
            return at
        for _ in range(ROUNDS):
            off = self.space.measured(at[None, :], ROW)[0] - self.wanted
            slopes = self.space.slopes(at[None, :], ROW)[0]
            if not (np.isfinite(off).all() and np.isfinite(slopes).all()):
                return None
            if off @ off < SAME**2:
                return at
            at = at - np.clip(np.linalg.pinv(slopes, rcond=FREE) @ off, -1, 1)
        return None

    def _whole(self, at: Array) -> Floats:
        columns = self.space.values(at[None, :], ROW, self.space.plan)
        return {name: float(np.resize(column, 1)[0]) for name, column in columns.items()}

    def _value(self, at: Array, measure: Measure) -> float:
        return self._whole(at)[measure.name]

    def _sound(self, at: Array) -> bool:
        whole = self._whole(at)
        return all(np.isfinite(value) for value in whole.values()) and is_sound(self.figure, whole)


def _solution(
    figure: Figure, whole: Floats, given: Mapping[str, Quantity], pi: Real, length: Kind
) -> Solution:
    """A figure as if it were solved: for its picture. What is not given is known in floats only."""
    values = {}
    for measure in figure.measures:
        value = whole[measure.name]
        if measure.name in given:
            values[measure.name] = given[measure.name]
        elif measure.kind == "count":
            values[measure.name] = Quantity(Real.of(round(value)), NUMBER)
        else:
            kind = ANGLE if measure.kind == "angle" else length.power(POWERS[measure.kind])
            values[measure.name] = Quantity(Real(None, partial(arb, value)), kind)
    return Solution(figure, values, frozenset(given), (), pi)
