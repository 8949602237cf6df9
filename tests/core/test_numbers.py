"""Exact values, proven digits and school rounding, held against SymPy and mpmath."""

from __future__ import annotations

from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction

import mpmath
import pytest
import sympy
from flint import arb
from hypothesis import given
from hypothesis import strategies as st

from mensuration.numbers import PI, Exact, NotClosed, Real, Rounding, decimal, round_by
from mensuration.numbers.angles import arc_cosine, gathered
from mensuration.numbers.roots import root

rationals = st.fractions(min_value=-50, max_value=50, max_denominator=60)


@st.composite
def exacts(draw: st.DrawFn) -> Exact:
    total = Exact.of(draw(rationals))
    for _ in range(draw(st.integers(0, 3))):
        term = Exact.root(draw(st.integers(2, 60))) * Exact.pi(draw(st.integers(0, 2)))
        total = total + term * Exact.of(draw(rationals))
    return total


def as_sympy(value: Exact) -> sympy.Expr:
    return sympy.sympify(value.text())


@given(exacts(), exacts())
def test_arithmetic_agrees_with_a_computer_algebra_system(a: Exact, b: Exact) -> None:
    for ours, theirs in (
        (a + b, as_sympy(a) + as_sympy(b)),
        (a - b, as_sympy(a) - as_sympy(b)),
        (a * b, as_sympy(a) * as_sympy(b)),
    ):
        assert sympy.expand(as_sympy(ours) - theirs) == 0


@given(st.lists(st.tuples(rationals, st.sampled_from([1, 2, 3, 5, 6, 10])), min_size=1, max_size=4))
def test_division_rationalises_the_denominator(terms: list[tuple[Fraction, int]]) -> None:
    below = Exact({})
    for value, radicand in terms:
        below = below + Exact.of(value) * Exact.root(radicand)
    if below:
        assert below * below.inverse() == Exact.of(1)


@given(st.fractions(min_value=0, max_value=10_000, max_denominator=500))
def test_square_root_of_a_rational_squares_back(value: Fraction) -> None:
    assert Exact.root(value) * Exact.root(value) == Exact.of(value)


def test_nested_root_unnests_only_when_it_can() -> None:
    assert root(Exact.of(3) + Exact.root(8)) == Exact.of(1) + Exact.root(2)
    assert root(Exact.of(3) - Exact.root(8)) == Exact.root(2) - Exact.of(1)
    assert root(Exact.of(1) + Exact.root(2)).text() == "sqrt(1 + sqrt(2))"


@pytest.mark.parametrize(
    ("value", "text", "plain"),
    [
        (
            Exact.of(Fraction(72, 25)) - Exact.pi() * Exact.of(Fraction(9, 25)),
            "72/25 - 9*pi/25",
            "72/25 - 9π/25",
        ),
        (Exact.root(12), "2*sqrt(3)", "2√3"),
        (Exact.root(Fraction(3, 4)), "sqrt(3)/2", "√3/2"),
        (Exact.pi(-1) * Exact.of(3), "3/pi", "3/π"),
        (-Exact.pi(2), "-pi**2", "-π²"),
        (Exact.of(0), "0", "0"),
    ],
)
def test_exact_values_are_written_as_people_and_programs_read_them(
    value: Exact, text: str, plain: str
) -> None:
    assert (value.text(), value.plain()) == (text, plain)


@given(exacts())
def test_decimal_has_only_right_digits(value: Exact) -> None:
    with mpmath.workdps(60):
        true = mpmath.mpf(0)
        for key, coefficient in value.terms.items():
            root_ = mpmath.sqrt(key.square_free)
            true += mpmath.mpf(int(coefficient.p)) / int(coefficient.q) * mpmath.pi ** int(key.pi) * root_
        shown = mpmath.mpf(decimal(Real(value)))
        assert abs(shown - true) <= abs(true) * mpmath.mpf(10) ** -16


@given(st.decimals(min_value=-1000, max_value=1000, places=6), st.integers(0, 5))
def test_rounding_is_half_up_as_in_school(number: Decimal, places: int) -> None:
    ours = round_by(Real.of(Fraction(number)), Rounding(places=places)).text
    theirs = number.quantize(Decimal(1).scaleb(-places), rounding=ROUND_HALF_UP)
    assert Decimal(ours) == theirs


@pytest.mark.parametrize(
    ("value", "rule", "text"),
    [
        (Fraction(5, 2), Rounding(places=0), "3"),
        (Fraction(-5, 2), Rounding(places=0), "-3"),
        (Fraction(1005, 1000), Rounding(places=2), "1.01"),  # 1.005 as a float would give 1.00
        (Fraction(9996, 1000), Rounding(figures=3), "10.0"),
        (Fraction(123456), Rounding(figures=2), "120000"),
        (Fraction(1, 1000), Rounding(figures=2), "0.0010"),
        (Fraction(101, 16), Rounding(step=Fraction(1, 8)), "6.375"),
        (Fraction(7, 100), Rounding(step=Fraction(1, 20)), "0.05"),
        (Fraction(0), Rounding(figures=3), "0"),
    ],
)
def test_rounding_rules(value: Fraction, rule: Rounding, text: str) -> None:
    assert round_by(Real.of(value), rule).text == text


def test_digits_are_proven_next_to_a_rounding_boundary() -> None:
    # 355/113 - π = -2.667…e-7: shifted, it lies a hair above and a hair below a boundary at place 40.
    close = PI - Real.of(Fraction(355, 113))
    hair = close * Real.of(Fraction(1, 10**40))
    boundary = Real.of(Fraction(5, 1000))
    assert round_by(boundary + hair, Rounding(places=2)).text == "0.00"
    assert round_by(boundary - hair, Rounding(places=2)).text == "0.01"


def test_a_number_without_exact_form_still_proves_its_digits() -> None:
    number = Real.of(2) / PI.through(arb.exp)
    assert number.exact is None
    with mpmath.workdps(40):
        assert abs(mpmath.mpf(decimal(number)) - 2 / mpmath.exp(mpmath.pi)) < mpmath.mpf(10) ** -17


def test_what_nearly_cancels_is_right_as_a_float() -> None:
    """A root of 10^40 + 1 less one of 10^40: at the first precision the ball has bounds, but no digits."""
    large = Real(None, lambda: arb(10) ** 40 + 1)
    near = large.sqrt() - Real.of(Fraction(10) ** 20)
    assert float(near) == pytest.approx(5e-21, rel=1e-12)


def test_of_a_number_that_is_known_so_far_only_these_digits_are_told() -> None:
    assert decimal(Real(None, lambda: arb(2.5, 1e-6))) in ("2.5", "2.50000")
    assert decimal(Real(None, lambda: arb(1) / 3 + arb(0, 1e-6))) == "0.33333"


def test_what_would_be_too_long_is_refused_not_computed() -> None:
    with pytest.raises(NotClosed):
        Exact.of(10**700) * Exact.of(10**700)
    product = Exact.of(1)
    with pytest.raises(NotClosed):
        for n in (2, 3, 5, 7, 11, 13, 17):
            product = product * (Exact.of(1) + Exact.root(n))


@pytest.mark.parametrize(
    ("angles", "gathered_"),
    [
        # acos(7/8) = π - 2 acos(1/4), and the third is 2 acos(1/4) - 2π/3
        (((-1, 2, "1/4", 0), (-2, 1, "7/16", 45), (-9, 4, "7/8", 0)), "-11*pi/12"),
        (((1, 1, "1/4", 0), (1, 2, "7/8", 0)), "pi/2"),
        (((3, 1, "1/4", 0), (1, 1, "7/8", 0)), "pi + acos(1/4)"),
        (((1, 1, "1/4", 0), (3, 1, "1/5", 0)), "acos(1/4) + 3*acos(1/5)"),  # nothing in common
    ],
)
def test_angles_that_are_told_by_one_another_are_put_together(
    angles: tuple[tuple[int, int, str, int], ...], gathered_: str
) -> None:
    total = Exact.of(0)
    for above, below, cosine, radicand in angles:
        value = Exact.of(Fraction(cosine)) + Exact.root(Fraction(radicand, 256))
        total = total + arc_cosine(value) * Exact.of(Fraction(above, below))
    assert gathered(total).text() == gathered_
    assert Real(total).same_as(Real(gathered(total)))
