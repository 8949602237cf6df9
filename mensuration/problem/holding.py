"""Between which values of each letter a form holds: tried outwards from where the letter stands, where it ends is found by halving
and told exactly where it is a short number at which something turns."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import isclose

from mensuration.expressions import Quantity
from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.equations import rising, zeros
from mensuration.numbers.letter_angles import itself
from mensuration.numbers.letters import put_in
from mensuration.numbers.monomials import Sum
from mensuration.problem.in_letters import InLetters
from mensuration.telling import Teller

AWAY = tuple(
    Fraction(each) for each in ("119/100", "157/100", "223/100", "431/100", "1613/100", "26203/100", "10007")
)  # times and parts of what a letter stands for: numbers at which hardly anything happens by chance
WITHIN = tuple(Fraction(each) for each in ("0.37", "0.71", "0.93"))  # of a range, where it is tried once more
MOST_CONDITIONS = 200
ROUNDS, HALVINGS = 4, 6  # of halving between two tries to see what the end is
BESIDE = Fraction(1, 10**5)  # of an end: there it must hold on one side and not on the other
NEAR = 1e-12
JUST_HERE = "for just these values it comes to something else than beside them: let a letter stand for a little more or less"


@dataclass(frozen=True)
class End:
    """Where a form ends to hold; ``short``: it is this number, else it is near to it."""

    at: Real
    short: bool

    def text(self, teller: Teller) -> str:
        """The number, or the first of its digits."""
        return teller.written(Quantity(self.at)).text if self.short else f"{float(self.at):.5g}…"


@dataclass(frozen=True)
class Range:
    """Between which values of a letter something holds; None: no end was found there. ``mark``: what stands behind its numbers."""

    letter: str
    low: End | None
    high: End | None
    mark: str = ""

    def text(self, teller: Teller) -> str | None:
        """``2 < w < 6``; None where there is no end. Both ends may be at one value: beside it the form doesn't hold."""
        if self.low and self.high and isclose(float(self.low.at), float(self.high.at), rel_tol=float(BESIDE)):
            there = simplest(*(Fraction(float(end.at)) for end in (self.low, self.high)))
            return f"only at {self.letter} = {End(Real.of(there), True).text(teller)}{self.mark}"
        low, high = (None if end is None else end.text(teller) + self.mark for end in (self.low, self.high))
        if low is not None and high is not None:
            return f"{low} < {self.letter} < {high}"
        return (
            f"{self.letter} > {low}"
            if low is not None
            else f"{self.letter} < {high}"
            if high is not None
            else None
        )


def ranges(inner: InLetters, exacts: Mapping[str, Exact]) -> dict[str, list[Range]]:
    """For each expression with its form, the range of every letter, the others as they stand.

    >>> from mensuration.problem.document import read
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}]}
    >>> inner = InLetters(read(document), ["bed.area"])
    >>> ranges(inner, {"bed.area": inner.exact("bed.area")})["bed.area"]
    [Range(letter='w', low=None, high=End(at=Real('6'), short=True), mark='')]
    """
    found: dict[str, list[Range]] = {expression: [] for expression in exacts}
    for name in inner.stands:
        outwards = _Outwards(inner, exacts, name)
        low, high = outwards.ends(1 / each for each in AWAY), outwards.ends(AWAY)
        for expression, of_letter in found.items():
            mark = "°" if inner.units[name].symbol == "deg" else ""
            of_letter.append(Range(name, low.get(expression), high.get(expression), mark))
    return found


class _Outwards:
    """Values of one letter tried, the others as they stand."""

    def __init__(self, inner: InLetters, exacts: Mapping[str, Exact], name: str) -> None:
        self.inner, self.exacts, self.name = inner, exacts, name
        self.stand = Fraction(inner.stands[name].rational or Fraction(float(inner.stands[name])))
        self.points = _turning_points(inner, name)
        self.worked: dict[Real, dict[str, Quantity | str]] = {}

    def ends(self, away: Iterable[Fraction]) -> dict[str, End]:
        """Where each expression's form ends to hold, going away from where the letter stands."""
        going, last = list(self.exacts), self.stand
        ends: dict[str, End] = {}
        for share in away:
            at = self.stand * share
            lost = [expression for expression in going if not self.holds(expression, Real.of(at))]
            for expression in lost:
                ends[expression] = self._end(expression, last, at)
            going = [expression for expression in going if expression not in lost]
            last = at
            if not going:
                break
        return ends

    def _end(self, expression: str, inside: Fraction, outside: Fraction) -> End:
        """The end between the two, or a nearer one where the form doesn't hold all the way."""

        def holds(at: Real) -> bool:
            return self.holds(expression, at)

        end, last = border(holds, inside, outside, self.points), self.stand
        for share in WITHIN:
            at = self.stand + (Fraction(float(end.at)) - self.stand) * share
            if not holds(Real.of(at)):
                return border(holds, last, at, self.points)
            last = at
        return end

    def holds(self, expression: str, at: Real) -> bool:
        """Whether a form gives what is worked out with this value put in for the letter."""
        values = {**self.inner.stands, self.name: at}
        if at not in self.worked:
            names = list(self.exacts)
            self.worked[at] = dict(zip(names, self.inner.work_out(values, names), strict=True))
        worked = self.worked[at][expression]
        if isinstance(worked, str):
            return False
        return gives(self.exacts[expression], values, self.inner.first.teller.amount(worked)[0])


def border(
    holds: Callable[[Real], bool], inside: Fraction, outside: Fraction, points: Sequence[Real] = ()
) -> End:
    """Where something ends that holds at one value and not at the other: one of the ``points`` or a short number, if it is one."""
    for _ in range(ROUNDS):
        low, high = sorted((inside, outside))
        tried = [
            *[point for point in points if low <= float(point) <= high][:2],
            Real.of(simplest(low, high)),
        ]
        if high - low < low / 8:
            tried.append(Real.of(simplest(low * low, high * high)).sqrt())
        for at in tried:
            side = Real.of(BESIDE if outside > inside else -BESIDE) * at
            if holds(at - side) and not holds(at + side):
                return End(at, True)
        for _ in range(HALVINGS):
            middle = (inside + outside) / 2
            inside, outside = (middle, outside) if holds(Real.of(middle)) else (inside, middle)
    return End(Real.of((inside + outside) / 2), False)


def simplest(low: Fraction, high: Fraction) -> Fraction:
    """The fraction from ``low`` to ``high``, both more than 0, with the least denominator.

    >>> simplest(Fraction(31, 10), Fraction(34, 10)), simplest(Fraction(2, 7), Fraction(4, 9))
    (Fraction(10, 3), Fraction(1, 3))
    """
    whole = -(-low.numerator // low.denominator)
    if whole <= high:
        return Fraction(whole)
    floor = whole - 1
    return floor + 1 / simplest(1 / (high - floor), 1 / (low - floor))


def gives(exact: Exact, values: Mapping[str, Real], value: Real) -> bool:
    """Whether a form comes to this value with these numbers put in: exactly, where it has an exact form."""
    try:
        told = put_in(exact, values)
        if told.exact is not None and value.exact is not None:
            return told.same_as(value)
        return isclose(float(told), float(value), rel_tol=NEAR, abs_tol=NEAR)
    except (ValueError, ZeroDivisionError):
        return False


def check_here(inner: InLetters, exact: Exact, found: Quantity | str) -> None:
    """NotClosed where a form doesn't give what is ``found`` just where the letters stand: two lengths may be equal there by chance."""
    if not isinstance(found, str) and not gives(exact, inner.stands, inner.first.teller.amount(found)[0]):
        raise NotClosed(JUST_HERE)


def _turning_points(inner: InLetters, name: str) -> list[Real]:
    """Values of one letter, rising, at which something is decided otherwise, the others as they stand."""
    stand = inner.stands[name]
    low, high = stand / Real.of(AWAY[-1]), stand * Real.of(AWAY[-1])
    others = {other: value for other, value in inner.stands.items() if other != name}
    found = [
        zero for value in inner.decided[:MOST_CONDITIONS] for zero in _zeros(value, name, others, low, high)
    ]
    return rising(found)


def _zeros(value: Sum, name: str, others: Mapping[str, Real], low: Real, high: Real) -> tuple[Real, ...]:
    letter = next((each for each in value.letters if each.name == name), None)
    if letter is None:
        return ()
    try:
        alone = put_in(value, {**others, name: Real(itself(letter))}).exact
        return () if alone is None or not alone.letters else zeros(alone, name, low, high).found
    except (NotClosed, ValueError, ZeroDivisionError):
        return ()
