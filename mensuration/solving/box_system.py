"""Equations of many cases at once: zeros enclosed in boxes, by Krawczyk's operator in arrays of floats."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import combinations, islice

import numpy as np
from flint import arb

from mensuration.expressions.algebras import in_slopes
from mensuration.expressions.functions import Array
from mensuration.expressions.slope import Slope
from mensuration.numbers.boxes import BITS, Boxes, as_boxes
from mensuration.solving.forms import Form, forms_behind

NEWTON = 3  # steps
WIDTHS = (2.0**-42, 2.0**-36, 2.0**-30)  # of the boxes in which a zero is proven, to what is in them
TIGHTENED = 2
MOST_CHOICES = 20  # of equations


class BoxSystem:
    """Equations (quantity = formula) in the unknowns, for each row; ``plan`` leads to what they name."""

    def __init__(
        self,
        known: Mapping[str, Boxes],
        unknown: Sequence[str],
        plan: list[Form],
        equations: list[Form],
    ) -> None:
        self.known, self.unknown, self.plan, self.equations = known, unknown, plan, equations
        self.count = len(known["pi"].low)

    def enclosed(self, near: Array) -> Boxes:
        """A zero of each row by Krawczyk's operator: by row and unknown; nan where none is proven.

        R. Krawczyk, Computing 4 (1969): what is mapped into itself has exactly one zero.
        """
        try:
            self._choose(near)
            return self._proven(near)
        except (KeyError, TypeError):  # a function has no slopes in boxes
            nowhere = np.full(near.shape, np.nan)
            return Boxes(nowhere, nowhere)

    def _proven(self, middle: Array) -> Boxes:
        low, high = np.full(middle.shape, np.nan), np.full(middle.shape, np.nan)
        for _ in range(NEWTON):
            off, slopes = self._followed(Boxes(middle, middle))
            middle = middle - np.einsum("nij,nj->ni", _inverse(slopes.middle), off.middle)
        at_middle, slopes = self._followed(Boxes(middle, middle))
        inverse = _inverse(slopes.middle)
        step = _times(inverse, at_middle)
        for width in WIDTHS:
            box = Boxes.about(middle, np.abs(middle).max(axis=1, keepdims=True) * width)
            image = self._image(box, middle, step, inverse)
            proven = box.holds(image).all(axis=1) & ~np.isfinite(low).all(axis=1)
            for _ in range(TIGHTENED):
                image = self._image(image, middle, step, inverse).within(image)
            low[proven], high[proven] = image.low[proven], image.high[proven]
        return Boxes(low, high)

    def _image(self, box: Boxes, middle: Array, step: Boxes, inverse: Array) -> Boxes:
        _, slopes = self._followed(box)
        spread = Boxes(np.eye(middle.shape[1]), np.eye(middle.shape[1])) - _products(inverse, slopes)
        away = box - Boxes(middle, middle)
        return Boxes(middle, middle) - step + _applied(spread, away)

    def _choose(self, near: Array) -> None:
        """Keeps as many equations as unknowns: those that say most of them."""
        count = len(self.unknown)
        if len(self.equations) == count:
            return
        _, slopes = self._followed(Boxes(near, near))
        best, most = self.equations[:count], -1.0
        for some in islice(combinations(range(len(self.equations)), count), MOST_CHOICES):
            each = slopes.middle[:, some, :]
            each = each / np.linalg.norm(each, axis=2, keepdims=True)
            sharp = float(np.median(np.abs(np.linalg.det(np.nan_to_num(each)))))
            if sharp > most:
                best, most = [self.equations[index] for index in some], sharp
        self.equations = best

    def _followed(self, at: Boxes) -> tuple[Boxes, Boxes]:
        """By how much each equation is off, by row and equation; its slopes, by row, equation and unknown."""
        forms = forms_behind(self.plan, *self.equations)
        columns = []
        for axis in range(len(self.unknown)):
            found = {name: Slope(value, arb(0)) for name, value in self.known.items()}
            for other, name in enumerate(self.unknown):
                value = Boxes(at.low[:, other], at.high[:, other])
                found[name] = Slope(value, arb(int(other == axis)))
            wanted = [found[left] for left, _ in self.equations]
            for name, formula in forms:
                found[name] = in_slopes(formula, BITS)(found)
            columns.append(
                [
                    left - in_slopes(right, BITS)(found)
                    for left, (_, right) in zip(wanted, self.equations, strict=True)
                ]
            )
        off = _stacked([as_boxes(each.value).along(self.count) for each in columns[0]], 1)
        rows = [
            _stacked([as_boxes(column[row].slope).along(self.count) for column in columns], 1)
            for row in range(len(self.equations))
        ]
        return off, _stacked(rows, 1)


def _stacked(boxes: Sequence[Boxes], axis: int) -> Boxes:
    return Boxes(np.stack([b.low for b in boxes], axis), np.stack([b.high for b in boxes], axis))


def _inverse(matrices: Array) -> Array:
    """The inverse of each; nan where it has none."""
    sound = np.flatnonzero(np.isfinite(matrices).all(axis=(1, 2)))
    sound = sound[np.linalg.matrix_rank(matrices[sound]) == matrices.shape[1]]
    found = np.full(matrices.shape, np.nan)
    found[sound] = np.linalg.inv(matrices[sound])
    return found


def _times(matrices: Array, vectors: Boxes) -> Boxes:
    return _applied(Boxes(matrices, matrices), vectors)


def _applied(matrices: Boxes, vectors: Boxes) -> Boxes:
    """Each matrix times its vector."""
    terms = matrices * Boxes(vectors.low[:, None, :], vectors.high[:, None, :])
    return _sum([Boxes(terms.low[:, :, i], terms.high[:, :, i]) for i in range(terms.low.shape[2])])


def _products(left: Array, right: Boxes) -> Boxes:
    """Each matrix times its matrix of boxes."""
    columns = [
        _times(left, Boxes(right.low[:, :, i], right.high[:, :, i])) for i in range(right.low.shape[2])
    ]
    return _stacked(columns, 2)


def _sum(boxes: Sequence[Boxes]) -> Boxes:
    total = boxes[0]
    for each in boxes[1:]:
        total = total + each
    return total
