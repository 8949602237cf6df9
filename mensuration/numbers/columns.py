"""Many numbers at once: a column of fractions kept as whole numbers of one denominator, which become numbers one by one when
they are asked for."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from fractions import Fraction
from functools import cached_property
from itertools import pairwise
from math import lcm
from typing import overload

from mensuration.numbers.real import Real

LARGEST = 1 << 200  # denominator


class Fractions(Sequence[Real]):
    """A column of fractions.

    >>> Fractions.of([Real.of(1) / Real.of(2), Real.of(3)])[0]
    Real('1/2')
    """

    def __init__(self, tops: list[int], below: int) -> None:
        self.tops, self.below = tops, below
        self._known: dict[int, Real] = {}

    @staticmethod
    def of(values: Sequence[Real]) -> Fractions | None:
        """The numbers as a column; None where one is no fraction, or they have no denominator in common that is short."""
        if isinstance(values, Fractions):
            return values
        return Fractions.of_fractions(value.rational for value in values)

    @staticmethod
    def of_fractions(values: Iterable[Fraction | None]) -> Fractions | None:
        """The same of fractions.

        >>> Fractions.of_fractions([Fraction(1, 2), Fraction(1, 3)]).tops
        [3, 2]
        """
        known: list[Fraction] = []
        below = 1
        for value in values:
            if value is None:
                return None
            below = lcm(below, value.denominator)
            if below > LARGEST:
                return None
            known.append(value)
        return Fractions([value.numerator * (below // value.denominator) for value in known], below)

    def over(self, below: int) -> list[int]:
        """What stands above the line over another denominator, of which its own is a part."""
        factor = below // self.below
        return self.tops if factor == 1 else [top * factor for top in self.tops]

    @cached_property
    def floats(self) -> list[float]:
        return [top / self.below for top in self.tops]

    def __len__(self) -> int:
        return len(self.tops)

    @overload
    def __getitem__(self, place: int) -> Real: ...

    @overload
    def __getitem__(self, place: slice) -> Fractions: ...

    def __getitem__(self, place: int | slice) -> Real | Fractions:
        if isinstance(place, slice):
            return Fractions(self.tops[place], self.below)
        place = range(len(self.tops))[place]
        if place not in self._known:
            self._known[place] = Real.of(Fraction(self.tops[place], self.below))
        return self._known[place]

    def __iter__(self) -> Iterator[Real]:
        return (self[place] for place in range(len(self.tops)))


def spaced(start: Real, step: Real, count: int) -> Sequence[Real]:
    """So many numbers, from a start on in equal steps.

    >>> list(spaced(Real.of(1), Real.of(2), 3))
    [Real('1'), Real('3'), Real('5')]
    """
    one, two = start.rational, step.rational
    if one is None or two is None:
        return [start + step * Real.of(i) for i in range(count)]
    below = lcm(one.denominator, two.denominator)
    first, more = (value.numerator * (below // value.denominator) for value in (one, two))
    return Fractions([first + more * i for i in range(count)], below)


def scaled(values: Sequence[Real], size: Real) -> Sequence[Real]:
    """Every number times a size.

    >>> list(scaled(Fractions([1, 2], 3), Real.of(3)))
    [Real('1'), Real('2')]
    """
    factor = size.rational
    if not isinstance(values, Fractions) or factor is None:
        return [value * size for value in values]
    if factor == 1:
        return values
    return Fractions([top * factor.numerator for top in values.tops], values.below * factor.denominator)


def differences(values: Sequence[Real], less: Sequence[Real]) -> Sequence[Real]:
    """Each number less the one beside it.

    >>> list(differences(Fractions([3, 4], 2), Fractions([1, 1], 1)))
    [Real('1/2'), Real('1')]
    """
    if not isinstance(values, Fractions) or not isinstance(less, Fractions):
        return [one - other for one, other in zip(values, less, strict=True)]
    below = lcm(values.below, less.below)
    pairs = zip(values.over(below), less.over(below), strict=True)
    return Fractions([one - other for one, other in pairs], below)


def middles(values: Sequence[Real]) -> Sequence[Real]:
    """The middle between each two neighbours.

    >>> list(middles(Fractions([0, 1], 1)))
    [Real('1/2')]
    """
    if not isinstance(values, Fractions):
        return [(one + two) / Real.of(2) for one, two in pairwise(values)]
    return Fractions([one + two for one, two in pairwise(values.tops)], 2 * values.below)


def distances(values: Sequence[Real], place: Real) -> Sequence[Real]:
    """How far numbers are from a place.

    >>> list(distances(Fractions([1, 7], 2), Real.of(2)))
    [Real('3/2'), Real('3/2')]
    """
    at = place.rational
    if not isinstance(values, Fractions) or at is None:
        return [abs(value - place) for value in values]
    below = lcm(values.below, at.denominator)
    middle = at.numerator * (below // at.denominator)
    return Fractions([abs(top - middle) for top in values.over(below)], below)


def floats_of(values: Sequence[Real]) -> list[float]:
    """Numbers as floats.

    >>> floats_of([Real.of(2)])
    [2.0]
    """
    return values.floats if isinstance(values, Fractions) else [float(value) for value in values]
