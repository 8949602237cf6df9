"""Where a form of two letters is level: all points of a range at which both of its slopes are 0, each proven to be there alone.

The range is cut into boxes. A box goes where bounds of a slope over it leave 0 out, or where the form stays worse than a value that is
reached; it holds just one level point where Krawczyk's operator, Newton's step for a whole box, leads into the box itself
(R. Krawczyk, Computing 4, 1969).
"""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import isclose

from flint import arb, arb_mat, ctx

from mensuration.numbers import Exact, Real
from mensuration.numbers.equations import SEARCH_BITS, Nowhere, enclosed
from mensuration.numbers.letters import derivative, put_in
from mensuration.numbers.proof import precision

MOST_BOXES = 1200
FINEST = Fraction(1, 2**30)  # of the range
SHORT = 400  # denominator of a number at which something is level
Box = tuple[tuple[Fraction, Fraction], tuple[Fraction, Fraction]]


@dataclass(frozen=True)
class Levels:
    """Level points. ``certain``: there are no others at which the form is as good as what was to be beaten."""

    points: tuple[tuple[Real, Real], ...]
    certain: bool


def level_points(form: Exact, names: tuple[str, str], box: Box, sign: int, beaten: float) -> Levels:
    """The level points inside of a box at which ``sign`` times the form is not less than ``beaten``. NotClosed where its slopes get
    too long.

    >>> from mensuration.numbers.letters import lettered
    >>> x, y = lettered([("x", Fraction(3)), ("y", Fraction(2))], 1).values()
    >>> form = x * y * (Exact.of(12) - x - y)
    >>> level_points(form, ("x", "y"), ((Fraction(1), Fraction(5)), (Fraction(1), Fraction(5))), 1, 60)
    Levels(points=((Real('4'), Real('4')),), certain=True)
    """
    return _Search(form, names, box, sign, beaten).found()


class _Search:
    def __init__(self, form: Exact, names: tuple[str, str], box: Box, sign: int, beaten: float) -> None:
        self.form, self.names, self.box, self.sign, self.beaten = form, names, box, sign, beaten
        self.slopes = [derivative(form, name) for name in names]
        self.bends = [[derivative(slope, name) for name in names] for slope in self.slopes]

    def found(self) -> Levels:
        waiting, points, certain, tried = [self.box], list[tuple[Real, Real]](), True, 0
        while waiting:
            box = waiting.pop()
            tried += 1
            if tried > MOST_BOXES:
                return Levels(tuple(points), False)
            try:
                with precision(SEARCH_BITS):
                    has_one = self._has_one(box)
            except Nowhere:
                continue
            if has_one:
                point = self._point(box)
                if not any(all(_near(a, b) for a, b in zip(point, other, strict=True)) for other in points):
                    points.append(point)
            elif has_one is None:
                halves = self._halves(box)
                certain = certain and bool(halves)
                waiting += halves
        return Levels(tuple(points), certain)

    def _has_one(self, box: Box) -> bool | None:
        """Whether there is just one level point in a box, or none that counts; None where that can't be told."""
        balls = [_ball(*side) for side in box]
        values = dict(zip(self.names, balls, strict=True))
        over = enclosed(self.form, values) * self.sign
        if over.is_finite() and over < self.beaten:
            return False
        for slope in self.slopes:
            steep = enclosed(slope, values)
            if steep.is_finite() and not steep.contains(0):
                return False
        led = self._led(balls)
        if led is None:
            return None
        if not all(one.overlaps(two) for one, two in zip(led, balls, strict=True)):
            return False
        return True if all(two.contains_interior(one) for one, two in zip(led, balls, strict=True)) else None

    def _led(self, balls: list[arb]) -> list[arb] | None:
        """Krawczyk's operator: m − Y g(m) + (1 − Y J)(B − m), Y the inverse of J in the middle; None where there is none."""
        middles = [ball.mid() for ball in balls]
        there, around = (dict(zip(self.names, each, strict=True)) for each in (middles, balls))
        bends = arb_mat([[enclosed(each, around) for each in row] for row in self.bends])
        steep = arb_mat([[enclosed(slope, there)] for slope in self.slopes])
        try:
            inverse = arb_mat([[bends[i, j].mid() for j in range(2)] for i in range(2)]).inv()
        except (ZeroDivisionError, ValueError):
            return None
        away = arb_mat([[ball - middle] for ball, middle in zip(balls, middles, strict=True)])
        one = arb_mat([[1, 0], [0, 1]])
        step = (one - inverse * bends) * away - inverse * steep
        led = [middle + step[place, 0] for place, middle in enumerate(middles)]
        return led if all(each.is_finite() for each in led) else None

    def _halves(self, box: Box) -> list[Box]:
        """The box cut across where it is longer for its range; nothing where it is too small."""
        shares = [
            (high - low) / (most - least) for (low, high), (least, most) in zip(box, self.box, strict=True)
        ]
        if max(shares) < FINEST:
            return []
        place = shares.index(max(shares))
        low, high = box[place]
        middle = low + (high - low) * Fraction(41, 83)  # where nothing is level by chance
        one, two = ((low, middle), (middle, high))
        return [(one, box[1]), (two, box[1])] if place == 0 else [(box[0], one), (box[0], two)]

    def _point(self, box: Box) -> tuple[Real, Real]:
        """The one level point of a box: exactly where both coordinates are short, else by its steps."""

        def narrowed() -> list[arb]:
            balls = [_ball(*side) for side in box]
            for _ in range(ctx.prec):
                led = self._led(balls)
                if led is None:
                    break
                closer = [one.intersection(two) for one, two in zip(led, balls, strict=True)]
                done = all(one.rad() * 2 > two.rad() for one, two in zip(closer, balls, strict=True))
                balls = closer
                if done:
                    break
            return balls

        with precision(SEARCH_BITS):
            rough = [float(ball.mid()) for ball in narrowed()]
        guess = tuple(short(value) for value in rough)
        values = dict(zip(self.names, guess, strict=True))
        if all(put_in(slope, values).sign() == 0 for slope in self.slopes) and all(
            put_in(slope, values).exact is not None for slope in self.slopes
        ):
            return guess[0], guess[1]
        return Real(None, lambda: narrowed()[0]), Real(None, lambda: narrowed()[1])


def _ball(low: Fraction, high: Fraction) -> arb:
    one, two = (arb(each.numerator) / each.denominator for each in (low, high))
    return one.union(two)


def _near(one: Real, two: Real) -> bool:
    return isclose(float(one), float(two), rel_tol=1e-12)


def short(value: float, off: float = 1e-9) -> Real:
    """A fraction or the root of one that is near, ``off`` by so much of it at most, else the number itself.

    >>> short(1.4142135623730951), short(2.6666666666666665)
    (Real('sqrt(2)'), Real('8/3'))
    """
    for power in (1, 2):
        guess = Fraction(value**power).limit_denominator(SHORT)
        if isclose(float(guess) ** (1 / power), value, rel_tol=off):
            return Real.of(guess).root(power)
    return Real.of(Fraction(value))
