"""The greatest and the least of what is watched, among all cases, with every tie; and what doesn't change at all."""

from __future__ import annotations

from dataclasses import dataclass
from math import isclose

from mensuration.expressions import Quantity
from mensuration.varying.cases import Varied

NEAR = 1e-9  # of their size: values that lie nearer are told apart exactly


@dataclass(frozen=True)
class Extreme:
    """A greatest or least value, and the numbers of all cases that have it. ``at_end``: from some of these a
    letter can go no further."""

    value: Quantity
    cases: tuple[int, ...]
    at_end: bool


@dataclass(frozen=True)
class Extremes:
    """Of one watched expression, over the ``count`` cases in which it has a value. ``constant``: it is the same in all of them."""

    greatest: Extreme
    least: Extreme
    count: int
    constant: bool


def extremes(varied: Varied, watched: int) -> Extremes | None:
    """Greatest and least of one of the watched expressions, by trying all cases; None where it has a value in none.

    >>> from mensuration.problem import read
    >>> from mensuration.varying import vary
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "2"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> found = extremes(vary(read(document)), 0)
    >>> found.greatest.value.value, found.greatest.cases, found.least.cases
    (Real('9'), (1,), (0, 2))
    """
    values = varied.valued(watched)
    if not values:
        return None
    greatest, least = _farthest(varied, values, 1), _farthest(varied, values, -1)
    constant = len(values) > 1 and len(greatest.cases) == len(values)
    return Extremes(greatest, least, len(values), constant)


def _farthest(varied: Varied, values: dict[int, Quantity], sign: int) -> Extreme:
    floats = {number: sign * float(value.value) for number, value in values.items()}
    best = max(floats, key=lambda number: floats[number])
    cases = [best]
    for number, rough in floats.items():
        if number == best or not isclose(rough, floats[best], rel_tol=NEAR, abs_tol=1e-300):
            continue
        order = sign * (values[number].value - values[cases[0]].value).sign()
        if order > 0:
            cases = [number]
        elif order == 0:
            cases.append(number)
    cases.sort()
    return Extreme(
        values[cases[0]], tuple(cases), any(_is_at_end(number, varied.shape, values) for number in cases)
    )


def _is_at_end(number: int, shape: tuple[int, ...], values: dict[int, Quantity]) -> bool:
    """Whether some letter can go no further from this case: its range ends there, or the figure can't be beyond."""
    stride = 1
    for length in reversed(shape):
        place = number // stride % length
        for way in (-1, 1):
            if length > 1 and not (0 <= place + way < length and number + way * stride in values):
                return True
        stride *= length
    return False
