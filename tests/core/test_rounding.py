"""Roundings held against arithmetic of sixty digits, and true ties made on purpose on ways that hide them."""

from __future__ import annotations

from fractions import Fraction

import mpmath
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.expressions import Scope, evaluate, parse
from mensuration.numbers import PI, Real, Rounding, decimal, round_by
from mensuration.numbers.rounding import deciding_digit

halves = st.integers(0, 10**6).map(lambda k: Fraction(2 * k + 1, 2))
small = st.integers(2, 30)
HIDDEN = [  # each comes to x, by a way on which nothing is rational
    "x (√{a})^2 / {a}",
    "(√(x^2 π))^2 / (x π)",
    "∛(x^3 {a}) ∛({a}^2) / {a}",
    "x (√({a} + √{b}) √({a} - √{b}))^2 / ({a}^2 - {b})",
    "x tan({c}°) tan((90 - {c})°)",
    "x (sin({c}°)^2 + cos({c}°)^2)",
    "2 x (cos(36°) - cos(72°))",
    "x ({a} + π) / (π + {a})",
    "x √(√(√({a}))) / ({a})^(1/8)",
    "π (√(x/π))^2",
]


def hidden(way: str, x: Fraction, a: int, b: int, c: int) -> Real:
    text = way.format(a=a, b=b, c=c).replace("x", f"({x.numerator}/{x.denominator})")
    return evaluate(parse(text), Scope()).value


@given(st.sampled_from(HIDDEN), halves, small, small, st.integers(1, 89), st.integers(0, 4))
def test_a_true_tie_is_a_tie_whatever_came_between(
    way: str, half: Fraction, a: int, b: int, c: int, places: int
) -> None:
    if a * a <= b:
        a = b
    value = hidden(way, half / 10**places, a, b, c)
    rounded = round_by(value, Rounding(places=places))
    assert rounded.proven
    assert rounded.value == (half + Fraction(1, 2)) / 10**places


@given(st.integers(-50, 50), st.integers(1, 50), small, small, st.integers(0, 20))
def test_roundings_agree_with_sixty_digits(a: int, b: int, m: int, n: int, places: int) -> None:
    value = (
        Real.of(Fraction(a, b)) * Real.of(m).sqrt()
        + PI * Real.of(n).root(3) / Real.of(b)
        - Real.of(m).root(4)
    )
    with mpmath.workdps(80):
        true = mpmath.mpf(a) / b * mpmath.sqrt(m) + mpmath.pi * mpmath.cbrt(n) / b - mpmath.root(m, 4)
        wanted = mpmath.sign(true) * mpmath.floor(abs(true) * mpmath.mpf(10) ** places + mpmath.mpf("0.5"))
        ours = round_by(value, Rounding(places=places)).value * 10**places
        assert ours == int(wanted)
        next_digit = int(mpmath.floor(abs(true) * mpmath.mpf(10) ** (places + 1))) % 10
    says = deciding_digit(value, decimal(value), Rounding(places=places))
    told = f"the digit after is {next_digit}, so {'up' if next_digit >= 5 else 'down'}"
    assert says == told or (says == "" and places > 10)


@pytest.mark.parametrize(
    ("digits", "rule", "says"),
    [
        ("7.065", Rounding(places=2), "the digit after is 5, so up"),
        ("-7.065", Rounding(places=2), "the digit after is 5, so up"),
        ("0.069949", Rounding(figures=3), "the digit after is 4, so down"),
        ("12349", Rounding(figures=2), "the digit after is 3, so down"),
        ("9.996", Rounding(figures=3), "the digit after is 6, so up"),
        ("7.06", Rounding(places=2), ""),
        ("7.3", Rounding(step=Fraction(1, 8)), ""),
        ("7.3", Rounding(), ""),
    ],
)
def test_the_digit_that_decides_is_told(digits: str, rule: Rounding, says: str) -> None:
    assert deciding_digit(Real.of(Fraction(digits)), digits, rule) == says


def test_no_digit_is_told_that_may_be_rounded_itself() -> None:
    just_below = Real.of(Fraction("2.345") - Fraction(1, 10**60))
    assert deciding_digit(just_below, decimal(just_below), Rounding(places=2)) == ""
    assert deciding_digit(just_below, "2.345", Rounding(places=2)) == ""
