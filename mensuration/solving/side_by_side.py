"""Many cases of a figure solved side by side: in arrays, every value between two floats that are certain to hold it.

The same forms in the same order as in :mod:`mensuration.solving.solve`, so the same figures. A case about which floats
can't be certain (a value next to a bound, two solutions that meet, givens that clash or are too few) is left open,
for that module to solve by itself.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from mensuration.catalogue.figure import FEWEST_EDGES, Figure, Measure
from mensuration.expressions.algebras import Floats, in_boxes
from mensuration.expressions.functions import Array
from mensuration.numbers.boxes import BITS, Boxes
from mensuration.numbers.proof import precision
from mensuration.solving.box_system import BoxSystem
from mensuration.solving.forms import inputs, plan_from
from mensuration.solving.planning import is_independent, may_clash, planned, unused, usual_step
from mensuration.solving.search import StillMoves, figures_with_all, sufficient
from mensuration.solving.solution import USUAL_CHOICE, Step
from mensuration.solving.solve import MOST_SOLUTIONS, MOST_TRIED
from mensuration.solving.space import Indices

Mask = NDArray[np.bool_]
NEAR = 1e-5  # what is known and what was found, in floats
CLEARLY_OFF = 1e-6  # of a value: what is farther off is another value
ALIKE, NONE = 1e-9, 1e-12


@dataclass(frozen=True)
class Found:
    """Figures of some rows, one for each: all their quantities, as boxes of all rows."""

    values: Mapping[str, Boxes]
    rows: Indices


@dataclass(frozen=True)
class SideBySide:
    """What was found, each row's figures in the order of these; the rows that are left open; and what is known of those
    of which no figure was found by trial."""

    found: list[Found]
    open: Mask
    without: Found | None = None


@dataclass
class _Branch:
    """What is known on one branch, in which rows there still may be a figure, and the steps so far."""

    values: dict[str, Boxes]
    alive: Mask
    steps: list[Step] = field(default_factory=list)
    first: bool = False


def solved_side_by_side(figure: Figure, given: Mapping[str, Boxes], pi: Boxes) -> SideBySide:
    """Every figure of each row; ``given`` has a box for each row.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI, Real
    >>> three = {"side": Boxes.of([Real.of(3)])}
    >>> found = solved_side_by_side(figures()["square"], three, Boxes.of([PI])).found[0]
    >>> round(found.values["area"].middle.item(), 9)
    9.0
    """
    return _Solver(figure, given, pi).solved()


class _Solver:
    def __init__(self, figure: Figure, given: Mapping[str, Boxes], pi: Boxes) -> None:
        self.figure, self.given, self.names = figure, given, frozenset(given)
        self.count = len(next(iter(given.values())).low)
        self.pi = pi.along(self.count)
        self.open = np.zeros(self.count, dtype=bool)
        self.waiting: list[_Branch] = []
        self.missed: Found | None = None

    def solved(self) -> SideBySide:
        enough = len(self.names) == len(self.figure.basis) and sufficient(self.figure, self.names)
        if not (enough or is_independent(self.figure, self.names)):
            return SideBySide([], ~self.open)
        first = _Branch({"pi": self.pi, **self.given}, np.ones(self.count, dtype=bool), first=True)
        self._check(first, list(self.given))
        self.waiting = [first]
        found: list[Found] = []
        how_many = np.zeros(self.count, dtype=int)
        for _ in range(MOST_TRIED):
            if not self.waiting:
                break
            branch = self.waiting.pop(0)
            branch.alive &= (how_many < MOST_SOLUTIONS) & ~self.open
            self._follow(branch)
            self._check_agreement(branch)
            alive = branch.alive & ~self.open
            for other in found if alive.any() else ():
                alive[other.rows] &= ~_same(branch.values, other)
            if alive.any():
                found.append(Found(branch.values, np.flatnonzero(alive)))
                how_many += alive
        without = self._without(how_many)
        return SideBySide(found, self.open | ((how_many == 0) & ~_mask(without, self.count)), without)

    def _without(self, how_many: Indices) -> Found | None:
        """The rows of which there is no figure, also where it is looked for from what is given alone."""
        if self.missed is None:
            return None
        rows = self.missed.rows
        rows = rows[(how_many[rows] == 0) & ~self.open[rows]]
        if set(self.missed.values) != {"pi", *self.given}:
            known = {name: value.middle[rows] for name, value in [("pi", self.pi), *self.given.items()]}
            found = figures_with_all(self.figure, known, self.names) if len(rows) else []
            rows = rows[np.array([one == [] for one in found], dtype=bool)]
        return Found(self.missed.values, rows)

    def _follow(self, branch: _Branch) -> None:
        while branch.alive.any():
            known = frozenset(branch.values) - {"pi"}
            if all(measure.name in known for measure in self.figure.measures):
                return
            steps = planned(self.figure, known)
            if not steps and sufficient(self.figure, self.names):
                self._try(branch)
                continue
            usual = None if steps else usual_step(self.figure, known)
            if usual is not None:
                steps = [(usual, None)]
            if not steps:
                self.open |= branch.alive
                return
            values = {step.quantity: self._worked(step.formula, branch.values) for step, _ in steps}
            for step, other in steps:
                if other is not None:
                    second = {step.quantity: self._worked(other.formula, branch.values)}
                    self._branch_off(branch, second, [other])
            branch.values = branch.values | values
            branch.steps = branch.steps + [step for step, _ in steps]
            self._check(branch, list(values))

    def _branch_off(self, branch: _Branch, values: Mapping[str, Boxes], steps: list[Step]) -> None:
        other = _Branch({**branch.values, **values}, branch.alive.copy(), branch.steps + steps)
        self._check(other, list(values))
        if other.alive.any():
            self.waiting.append(other)

    def _worked(self, formula: str, values: Mapping[str, Boxes]) -> Boxes:
        with np.errstate(all="ignore"):
            return in_boxes(formula)(values).along(self.count)

    # What must hold

    def _check(self, branch: _Branch, new: list[str]) -> None:
        """Ends the branch in the rows whose new values can't be, and leaves those open that can't be told."""
        for name in new:
            branch.alive &= ~branch.values[name].unreal
            self.open |= branch.alive & ~branch.values[name].bounded
            measure = self.figure.measure(name)
            if measure is None:
                continue
            if measure.kind == "count":
                branch.values[name] = self._counted(branch, measure)
            if not measure.signed:
                self._sort_out(branch, branch.values[name])
        for constraint in self.figure.constraints:
            names = inputs(constraint.expression)
            if names <= branch.values.keys() and not names.isdisjoint(new):
                value = self._worked(constraint.expression, branch.values)
                branch.alive &= ~value.unreal
                self._sort_out(branch, value)

    def _sort_out(self, branch: _Branch, value: Boxes) -> None:
        """What must be more than 0."""
        branch.alive &= ~(value.high <= 0)
        self.open |= branch.alive & ~(value.low > 0)

    def _counted(self, branch: _Branch, measure: Measure) -> Boxes:
        """A count as the whole number that is given or was found by trial; one that follows otherwise is left open."""
        value = branch.values[measure.name]
        whole = np.round(value.middle)
        fits = (
            (np.abs(value.middle - whole) < CLEARLY_OFF) & (whole >= FEWEST_EDGES) & (whole <= measure.most)
        )
        by_trial = value.low == value.high
        self.open |= branch.alive & ~(fits & (by_trial | (measure.name in self.names)))
        return Boxes(whole, whole)

    def _check_agreement(self, branch: _Branch) -> None:
        """Ends the branch in the rows where a relation doesn't hold that was not used."""
        if not branch.alive.any() or not may_clash(self.figure, self.names, branch.steps):
            return
        before = branch.alive
        for relation in unused(self.figure, branch.steps):
            quantity, formula = next(iter(relation.forms.items()))
            if not {quantity, *inputs(formula)} <= branch.values.keys():
                continue
            known = branch.values[quantity]
            off = _apart(self._worked(formula, branch.values), known)
            if quantity in relation.second:
                off = np.minimum(off, _apart(self._worked(relation.second[quantity], branch.values), known))
            branch.alive = branch.alive & ~(off > CLEARLY_OFF)
            self.open |= branch.alive & ~(off <= 0)
        if any(step.source == USUAL_CHOICE for step in branch.steps):
            self.open |= before & ~branch.alive

    # By trial

    def _try(self, branch: _Branch) -> None:
        """Goes on by trial: each row's first figure here, others in branches of their own."""
        unknown = [name for name in self.figure.basis if name not in branch.values]
        wholes = self._wholes(branch)
        before, alive = branch.values, branch.alive
        for which in range(max(1, *map(len, wholes.values())) if wholes else 1):
            rows = np.array([row for row, some in wholes.items() if len(some) > which], dtype=int)
            here = np.zeros(self.count, dtype=bool)
            here[rows] = True
            found = self._enclosed(before, unknown, rows, [wholes[row][which] for row in rows])
            if which:
                other = _Branch({**before, **found}, here, branch.steps)
                self._check(other, list(found))
                self.waiting.append(other)
            else:
                if branch.first:
                    self.missed = Found(before, np.flatnonzero(alive & ~here & ~self.open))
                branch.values, branch.alive = {**before, **found}, here
                self._check(branch, list(found))

    def _wholes(self, branch: _Branch) -> dict[int, list[Floats]]:
        """The figures of the rows of a branch, in floats."""
        rows = np.flatnonzero(branch.alive)
        known = {name: value.middle[rows] for name, value in branch.values.items()}
        wholes: dict[int, list[Floats]] = {}
        for place, found in enumerate(figures_with_all(self.figure, known, self.names)):
            if isinstance(found, StillMoves):
                self.open[rows[place]] = True
            else:
                wholes[int(rows[place])] = [one for one in found if _fits(one, known, place)]
        return wholes

    def _enclosed(
        self, known: Mapping[str, Boxes], unknown: Sequence[str], rows: Indices, wholes: Sequence[Floats]
    ) -> dict[str, Boxes]:
        """All that was not known of these figures, enclosed; without bounds where nothing can be proven. A count needs no
        proof: it is the whole number that it must be."""
        plan = plan_from(self.figure, self.figure.basis)
        new = [*unknown, *(name for name, _ in plan if name not in known)]
        nowhere = np.full(self.count, np.nan)
        found = {name: Boxes(nowhere.copy(), nowhere.copy()) for name in new}
        if not len(rows):
            return found
        here = {name: value.at(rows) for name, value in known.items()}
        counts = [m.name for m in self.figure.measures if m.kind == "count" and m.name in unknown]
        for name in counts:
            whole_numbers = np.array([float(round(whole[name])) for whole in wholes])
            here[name] = Boxes(whole_numbers, whole_numbers)
        unproven = [name for name in unknown if name not in counts]
        near = np.array([[whole[name] for name in unproven] for whole in wholes])
        equations = [(name, formula) for name, formula in plan if name in self.names]
        with np.errstate(all="ignore"), precision(BITS):
            if unproven:
                zero = BoxSystem(here, unproven, plan, equations).enclosed(near)
                here |= {name: Boxes(zero.low[:, i], zero.high[:, i]) for i, name in enumerate(unproven)}
            for name, formula in plan:
                if name not in here:
                    here[name] = in_boxes(formula)(here).along(len(rows))
        for name in new:
            found[name].low[rows], found[name].high[rows] = here[name].low, here[name].high
        off = [
            [abs(whole[name] - here[name].middle[place]) > NEAR * abs(whole[name]) + NONE for name in new]
            for place, whole in enumerate(wholes)
        ]
        for place in np.flatnonzero(np.array(off).any(axis=1)):
            found[new[0]].low[rows[place]] = np.nan
        return found


def _mask(found: Found | None, count: int) -> Mask:
    """Of which rows something was found."""
    rows = np.zeros(count, dtype=bool)
    if found is not None:
        rows[found.rows] = True
    return rows


def _fits(one: Floats, known: Mapping[str, Array], row: int) -> bool:
    return all(abs(one[name] - value[row]) <= NEAR * abs(one[name]) + NONE for name, value in known.items())


def _apart(one: Boxes, two: Boxes) -> Array:
    """How far apart two values are at least, to their size; 0 where they may be the same."""
    with np.errstate(all="ignore"):
        off = np.maximum(one.low - two.high, two.low - one.high)
        apart: Array = np.maximum(off, 0) / np.maximum(np.abs(one.middle), np.abs(two.middle))
    return np.where(off <= 0, 0.0, apart)


def _same(values: Mapping[str, Boxes], other: Found) -> Mask:
    """In which of the other's rows all values are the same."""
    same = np.ones(len(other.rows), dtype=bool)
    for name, theirs in other.values.items():
        one, two = values[name].middle[other.rows], theirs.middle[other.rows]
        same &= np.abs(one - two) <= ALIKE * np.maximum(np.abs(one), np.abs(two)) + NONE
    return same
