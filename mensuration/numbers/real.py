"""A real number that knows its exact form where it has one, and can always prove its digits."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from fractions import Fraction

from flint import arb, ctx

from mensuration.numbers.angles import gathered
from mensuration.numbers.deciding import decided
from mensuration.numbers.exact import ZERO, Exact, Rational
from mensuration.numbers.monomials import NotClosed
from mensuration.numbers.proof import PRECISIONS, precision, prove
from mensuration.numbers.roots import root
from mensuration.numbers.settling import settled
from mensuration.numbers.zero import is_zero

Recipe = Callable[[], arb]
MAX_DEPTH = 150
FLOAT_BITS = 53
NOTHING = arb(2) ** -250


class TooDeep(ArithmeticError):
    """A number without exact form that hangs on too long a chain of others."""


class Real:
    """An immutable real number: ``exact`` (or None) and a recipe for an enclosure at any precision.

    Arithmetic keeps the exact form as long as it stays in the closed world of
    :mod:`mensuration.numbers.exact`; beyond it the number goes on as a recipe alone.
    """

    __slots__ = ("_balls", "_float", "_recipe", "_sign", "depth", "exact")

    def __init__(self, exact: Exact | None, recipe: Recipe | None = None, *of: Real) -> None:
        """``of`` are the numbers that the recipe uses. TooDeep when their chain grows too long."""
        if exact is None and recipe is None:
            raise ValueError("a Real needs an exact form or a recipe")
        self.depth: int = 0 if exact is not None or not of else 1 + max([real.depth for real in of])
        if self.depth > MAX_DEPTH:
            raise TooDeep
        self.exact = exact
        self._recipe = recipe
        self._float: float | None = None
        self._sign: int | None = None
        self._balls: dict[int, arb] = {}

    @staticmethod
    def of(value: Rational) -> Real:
        return Real(Exact.of(value))

    @staticmethod
    def sum(values: Iterable[Real]) -> Real:
        """The sum of many numbers, kept flat so that long sums stay quick."""
        items = list(values)
        exacts = [item.exact for item in items if item.exact is not None]
        if len(exacts) == len(items):
            try:
                return Real(settled(gathered(sum(exacts, ZERO))))
            except NotClosed:
                pass
        return Real(None, lambda: sum((item.ball() for item in items), arb(0)), *items)

    def ball(self) -> arb:
        """An enclosure at the working precision in force."""
        bits = ctx.prec
        if bits not in self._balls:
            self._balls[bits] = self.exact.ball() if self.exact is not None else self._worked_out()
        return self._balls[bits]

    def _worked_out(self) -> arb:
        assert self._recipe is not None
        return self._recipe()

    def __float__(self) -> float:
        if self._float is None:
            for bits in PRECISIONS:
                with precision(bits):
                    ball = self.ball()
                # A division by nearly nothing has no bounds until it is told from nothing; what nearly cancels has wide ones.
                if ball.is_finite() and (ball.rel_accuracy_bits() >= FLOAT_BITS or ball.rad() < NOTHING):
                    break
            self._float = float(ball.mid())
        return self._float

    def _with(
        self,
        other: Real,
        exactly: Callable[[Exact, Exact], Exact],
        roughly: Callable[[arb, arb], arb],
    ) -> Real:
        if self.exact is not None and other.exact is not None:
            try:
                return Real(settled(exactly(self.exact, other.exact)))
            except NotClosed:
                pass
        return Real(None, lambda: roughly(self.ball(), other.ball()), self, other)

    def __add__(self, other: Real) -> Real:
        return self._with(other, Exact.__add__, lambda a, b: a + b)

    def __sub__(self, other: Real) -> Real:
        return self._with(other, Exact.__sub__, lambda a, b: a - b)

    def __mul__(self, other: Real) -> Real:
        return self._with(other, Exact.__mul__, lambda a, b: a * b)

    def __truediv__(self, other: Real) -> Real:
        if other.sign() == 0:
            raise ZeroDivisionError("division by zero")
        return self._with(other, Exact.__truediv__, lambda a, b: a / b)

    def __neg__(self) -> Real:
        return Real(-self.exact) if self.exact is not None else Real(None, lambda: -self.ball(), self)

    def __abs__(self) -> Real:
        return -self if self.sign() < 0 else self

    def __pow__(self, exponent: int) -> Real:
        if exponent < 0 and self.sign() == 0:
            raise ZeroDivisionError("division by zero")
        if self.exact is not None:
            try:
                return Real(settled(self.exact**exponent))
            except NotClosed:
                pass

        def power() -> arb:  # as a product, since a power of a ball round 0 knows no bounds
            product, ball = arb(1), self.ball()
            for _ in range(abs(exponent)):
                product *= ball
            return product if exponent >= 0 else 1 / product

        return Real(None, power, self)

    def sqrt(self) -> Real:
        """The square root. ValueError when the number is negative."""
        return self.root(2)

    def cbrt(self) -> Real:
        """The cube root, negative of a negative number."""
        return self.root(3)

    def root(self, index: int) -> Real:
        """The real root. ValueError for an even root of a negative number."""
        sign = self.sign()
        if sign < 0:
            if index % 2 == 0:
                raise ValueError("an even root of a negative number is not real")
            return -(-self).root(index)
        if sign == 0:
            return NOUGHT
        if self.exact is not None:
            try:
                return Real(settled(root(self.exact, index)))
            except NotClosed:
                pass
        return self.through(lambda ball: ball.nonnegative_part().root(index))

    def plain(self) -> Real:
        """The same number, its exact form kept only where it is a sum of roots of numbers and powers of π, and of sines and cosines of
        letters: of others there is no end where many are reckoned with, as for the corners of a figure."""
        if self.exact is None or self.exact.canonical or self.exact.with_sines:
            return self
        return Real(None, self.exact.ball)

    def through(self, function: Callable[[arb], arb]) -> Real:
        """The number put through a function that has no exact form here."""
        return Real(None, lambda: function(self.ball()), self)

    def sign(self) -> int:
        """-1, 0 or 1. A number without exact form that cannot be told from 0 counts as 0."""
        if self._sign is None:
            self._sign = self._signed()
        return self._sign

    def _signed(self) -> int:
        if self.exact is not None:
            known = self.exact.plain_sign()
            if known is not None:
                return known

        def attempt() -> int | None:
            ball = self.ball()
            return 1 if ball > 0 else -1 if ball < 0 else None

        if self.exact is not None and is_zero(self.exact):
            return 0
        if self.exact is not None:
            decided(self.exact)
        return prove(attempt) or 0

    def __eq__(self, other: object) -> bool:
        """Equality as a key: by exact form where both have one, else only a number and itself."""
        if not isinstance(other, Real):
            return NotImplemented
        return self is other or (self.exact is not None and self.exact == other.exact)

    def __hash__(self) -> int:
        return hash(self.exact) if self.exact is not None else id(self)

    def __lt__(self, other: Real) -> bool:
        return (self - other).sign() < 0

    def same_as(self, other: Real) -> bool:
        """Whether the two are equal: proven when both are exact, else not to be told apart."""
        one, two = self.exact, other.exact
        if one is not None and two is not None:
            # Sums of several angles may be equal and look different.
            if one == two or (one.canonical and two.canonical and len({*one.angles, *two.angles}) < 2):
                return one == two
        return (self - other).sign() == 0

    @property
    def rational(self) -> Fraction | None:
        return self.exact.rational if self.exact is not None else None

    def __repr__(self) -> str:
        return f"Real({self.exact.text() if self.exact is not None else float(self)!r})"


NOUGHT = Real.of(0)
UNIT = Real.of(1)
PI = Real(Exact.pi())
