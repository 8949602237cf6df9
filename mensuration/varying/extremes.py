"""The greatest and the least of what is watched: among steps by trying all, with every tie; where a letter goes through all values where
the derivative of its form is 0 and at the ends."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import groupby
from math import isclose

import numpy
from numpy import float64
from numpy.typing import NDArray

from mensuration.expressions import Quantity
from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.equations import zeros
from mensuration.numbers.letter_angles import itself
from mensuration.numbers.letters import derivative, in_floats, put_in, sign_throughout
from mensuration.problem.holding import border
from mensuration.varying.cases import IMPOSSIBLE, Point, Varied
from mensuration.varying.level import level_points, short

NEAR = 1e-9  # of their size: values that lie nearer are told apart exactly
MOST_TIES = 500
NEWTONS = 40


@dataclass(frozen=True)
class Extreme:
    """A greatest or least value and where it is: ``places`` are some of the ``ties``. ``at_end``: from one of these a letter can go
    no further; ``reached``: else the value only comes near to it. ``proven``: else it was found by steps."""

    value: Quantity
    places: tuple[Point, ...]
    ties: int
    at_end: bool
    reached: bool = True
    proven: bool = True


@dataclass(frozen=True)
class Extremes:
    """Of one watched expression, over the ``count`` cases in which it has a value. ``constant``: it is the same in all of them;
    ``cancels``: as the letters cancel."""

    greatest: Extreme
    least: Extreme
    count: int
    constant: bool
    cancels: bool


def extremes(varied: Varied, watched: int) -> Extremes | None:
    """Greatest and least of one of the watched expressions; None where it has a value in no case.

    >>> from mensuration.problem import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "5 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "all"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> found = extremes(Varied(read(document)), 0)
    >>> found.greatest.value.value, found.greatest.places, found.least.reached
    (Real('25/4'), ((Real('5/2'),),), False)
    """
    floats = varied.floats[watched]
    if numpy.isnan(floats).all():
        return None
    continuous = [axis.continuous for axis in varied.axes]
    greatest, least = (
        _among_all(varied, watched, sign) if not any(continuous) else _through_all(varied, watched, sign)
        for sign in (1, -1)
    )
    count = int((~numpy.isnan(floats)).sum())
    same = count > 1 and (greatest.value.value - least.value.value).sign() == 0
    form = varied.form(watched)
    cancels = same and form is not None and not form.letters
    return Extremes(greatest, least, count, same, cancels)


def _among_all(varied: Varied, watched: int, sign: int) -> Extreme:
    floats = sign * varied.floats[watched]
    top = numpy.nanmax(floats)
    near = numpy.flatnonzero(numpy.isclose(floats, top, rtol=NEAR, atol=1e-300))
    best: list[int] = []
    value: Real | None = None
    for number in map(int, near):
        found = varied.value(number, watched)
        assert not isinstance(found, str)
        order = 0 if value is None else sign * (found.value - value).sign()
        if value is None or order > 0:
            best, value = [number], found.value
        elif order == 0:
            best.append(number)
    assert value is not None
    at_end = any(_is_at_end(number, varied, floats) for number in best)
    places = tuple(varied.point(number) for number in best[:MOST_TIES])
    return Extreme(Quantity(value, varied.kinds[watched]), places, len(best), at_end)


def _is_at_end(number: int, varied: Varied, values: NDArray[float64]) -> bool:
    """Whether some letter can go no further from this case: its range ends there, or the figure can't be beyond."""
    places = numpy.unravel_index(number, varied.shape)
    grid = values.reshape(varied.shape)
    for axis, length in enumerate(varied.shape):
        for way in (-1, 1):
            beside = list(map(int, places))
            beside[axis] += way
            if length > 1 and (not 0 <= beside[axis] < length or numpy.isnan(grid[tuple(beside)])):
                return True
    return False


# Through all values


@dataclass(frozen=True)
class Stretch:
    """Values of the letter over which one form holds; whether the figure can be at its ends."""

    form: Exact
    low: Real
    high: Real
    reached: tuple[bool, bool]
    ends: tuple[bool, bool]
    """Whether the letter can go no further there."""
    short: bool


@dataclass(frozen=True)
class _Candidate:
    at: Point
    value: Real
    at_end: bool
    reached: bool
    proven: bool


def _through_all(varied: Varied, watched: int, sign: int) -> Extreme:
    if not all(axis.continuous for axis in varied.axes):
        return replace(_among_all(varied, watched, sign), proven=False)
    candidates = list(
        _candidates(varied, watched) if len(varied.axes) == 1 else _of_two(varied, watched, sign)
    )
    if not candidates:
        return replace(_among_all(varied, watched, sign), proven=False)
    best = [candidates[0]]
    for each in candidates[1:]:
        order = sign * (each.value - best[0].value).sign()
        if order > 0 or (order == 0 and each.reached and not best[0].reached):
            best = [each]
        elif (
            order == 0
            and each.reached == best[0].reached
            and all(not _same(each.at, other.at) for other in best)
        ):
            best.append(each)
    value = varied.with_unit(watched, best[0].value)
    return Extreme(
        value,
        tuple(each.at for each in best),
        len(best),
        any(each.at_end for each in best),
        best[0].reached,
        all(each.proven for each in best),
    )


def _same(one: Point, two: Point) -> bool:
    return all(
        a.same_as(b) or isclose(float(a), float(b), rel_tol=1e-12) for a, b in zip(one, two, strict=True)
    )


def _candidates(varied: Varied, watched: int) -> Iterator[_Candidate]:
    """The ends of all stretches, and where between them the slope is 0."""
    (axis,) = varied.axes
    for stretch in stretches(varied, watched):
        for end, reached, at_end in zip(
            (stretch.low, stretch.high), stretch.reached, stretch.ends, strict=True
        ):
            try:
                value = put_in(stretch.form, {axis.letter: end})
            except (ValueError, ZeroDivisionError):
                continue
            yield _Candidate((end,), value, at_end, reached, stretch.short)
        if not stretch.form.letters:
            continue
        try:
            found = zeros(derivative(stretch.form, axis.letter), axis.letter, stretch.low, stretch.high)
        except NotClosed:
            continue
        for zero in found.found:
            value = put_in(stretch.form, {axis.letter: zero})
            yield _Candidate((zero,), value, False, True, found.certain)


def stretches(varied: Varied, watched: int) -> list[Stretch]:
    """The range of the one letter, parted where another form begins or the figure ends."""
    (axis,) = varied.axes
    runs: list[tuple[int, int, int]] = []
    for law, numbers in groupby(range(varied.count), key=lambda number: int(varied.law_of[number])):
        own = list(numbers)
        runs.append((law, own[0], own[-1]))
    found = []
    for law, first, last in runs:
        form = varied.laws[law].forms[watched] if law >= 0 else None
        if form is None or axis.values[first].sign() <= 0:
            continue
        low, high = _end(varied, law, first, -1), _end(varied, law, last, 1)
        found.append(Stretch(form, low[0], high[0], (low[1], high[1]), (low[2], high[2]), low[3] and high[3]))
    return found


def _end(varied: Varied, law: int, number: int, way: int) -> tuple[Real, bool, bool, bool]:
    """How far a law goes from a case: to where, whether the figure can be there, whether not beyond, and whether that is exact."""
    (axis,) = varied.axes
    beyond = number + way
    if not 0 <= beyond < varied.count:
        return axis.values[number], True, True, True

    def holds(at: Real) -> bool:
        worked = varied.work_out((at,))
        amounts = [None if isinstance(each, str) else varied.teller.amount(each)[0] for each in worked]
        return varied.laws[law].gives({axis.letter: at}, amounts)

    inside, outside = (_fraction(axis.values[each]) for each in (number, beyond))
    end = border(holds, inside, outside)
    possible = not all(isinstance(each, str) for each in varied.work_out((end.at,))) if end.short else True
    return end.at, possible, int(varied.law_of[beyond]) == IMPOSSIBLE, end.short


def _fraction(value: Real) -> Fraction:
    return value.rational or Fraction(float(value))


def _of_two(varied: Varied, watched: int, sign: int) -> Iterator[_Candidate]:
    """Of two letters that go through all values: corners, where an edge is level, where the form is level inside, if it holds everywhere;
    else what is found near to the best case."""
    form, laws = varied.form(watched), {int(law) for law in varied.law_of}
    names = {letter.name for letter in form.letters} if form is not None else set[str]()
    if (
        form is None
        or len(laws) > 1
        or laws == {IMPOSSIBLE}
        or any(axis.letter not in names for axis in varied.axes)
    ):
        yield from _best_of_two(varied, watched, sign)
        return
    try:
        found = list(_throughout(varied, watched, form, sign))
    except (NotClosed, ValueError, ZeroDivisionError):
        found = []
    yield from found or _best_of_two(varied, watched, sign)


def _throughout(varied: Varied, watched: int, form: Exact, sign: int) -> list[_Candidate]:
    """All that can be best where one form holds for all values of two letters; nothing where that can't be proven."""
    one, two = varied.axes
    letters = {letter.name: Real(itself(letter)) for letter in form.letters}
    found = []
    for axis, other in ((one, two), (two, one)):
        for end in (axis.values[0], axis.values[-1]):
            alone = put_in(form, {**letters, axis.letter: end}).exact
            if alone is None or not alone.letters:
                return []
            level = zeros(derivative(alone, other.letter), other.letter, other.values[0], other.values[-1])
            if not level.certain:
                return []
            for value in (other.values[0], *level.found, other.values[-1]):
                at = (end, value) if axis is one else (value, end)
                found.append(_Candidate(at, put_in(alone, {other.letter: value}), True, True, True))
    box = tuple((_fraction(axis.values[0]), _fraction(axis.values[-1])) for axis in varied.axes)
    beaten = max(numpy.nanmax(sign * varied.floats[watched]), *(sign * float(each.value) for each in found))
    inside = level_points(form, (one.letter, two.letter), (box[0], box[1]), sign, beaten - abs(beaten) * NEAR)
    for at in inside.points:
        value = put_in(form, dict(zip((one.letter, two.letter), at, strict=True)))
        found.append(_Candidate(at, value, False, True, True))
    return found if inside.certain else []


def _best_of_two(varied: Varied, watched: int, sign: int) -> Iterator[_Candidate]:
    """The best case of the grid; inside, what both slopes are 0 at, where that is a short number, or near to it."""
    best = _among_all(varied, watched, sign)
    one_way = best.at_end and _goes_one_way(varied, watched)
    for place in best.places:
        yield _Candidate(place, varied.teller.amount(best.value)[0], best.at_end, True, one_way)
    if best.at_end:
        return
    number = int(numpy.nanargmax(sign * varied.floats[watched]))
    law = int(varied.law_of[number])
    form = varied.laws[law].forms[watched] if law >= 0 else None
    if form is None:
        return
    names = [axis.letter for axis in varied.axes]
    try:
        slopes = [derivative(form, name) for name in names]
        found = _level(slopes, names, [float(value) for value in varied.point(number)])
        if found is None:
            return
        at = tuple(short(value, 1e-7) for value in found)
        values = dict(zip(names, at, strict=True))
        level = all(put_in(slope, values).sign() == 0 for slope in slopes)
        yield _Candidate(at, put_in(form, values), False, True, level)
    except (NotClosed, ValueError, ZeroDivisionError):
        return


def _goes_one_way(varied: Varied, watched: int) -> bool:
    """Whether the form grows throughout, or shrinks, with each letter: then it is greatest and least at corners."""
    form = varied.form(watched)
    try:
        return form is not None and all(
            sign_throughout(derivative(form, axis.letter)) is not None for axis in varied.axes
        )
    except NotClosed:
        return False


def _level(slopes: list[Exact], names: list[str], begin: list[float]) -> list[float] | None:
    """Where both slopes are 0, by Newton's steps from a point that is near; None where they lead nowhere."""
    bent = [[derivative(slope, name) for name in names] for slope in slopes]
    at = numpy.array(begin)
    for _ in range(NEWTONS):
        values = {name: numpy.asarray(value) for name, value in zip(names, at, strict=True)}
        rise = numpy.array([float(in_floats(slope, values)) for slope in slopes])
        matrix = numpy.array([[float(in_floats(each, values)) for each in row] for row in bent])
        try:
            step = numpy.linalg.solve(matrix, rise)
        except numpy.linalg.LinAlgError:
            return None
        at = at - step
        if not numpy.isfinite(at).all() or (at <= 0).any():
            return None
        if numpy.abs(step).max() < 1e-14 * numpy.abs(at).max():
            break
    return [float(value) for value in at]
