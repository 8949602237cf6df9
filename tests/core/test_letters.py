"""Letters in exact values: the same laws as for numbers, held against floats, mpmath's slopes and SciPy's zeros."""

from __future__ import annotations

from fractions import Fraction
from itertools import count, pairwise
from math import acos, isclose, sqrt
from typing import Any

import mpmath
import numpy
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from scipy.optimize import brentq

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.numbers import PI, UNIT, Exact, NotClosed, Real
from mensuration.numbers.angles import arc_cosine
from mensuration.numbers.deciding import decisions
from mensuration.numbers.equations import zeros
from mensuration.numbers.letters import derivative, lettered, put_in
from mensuration.numbers.quotients import taken_apart
from mensuration.telling.in_letters import forms

NAMES = ("a", "b", "c")
STAMPS = count(10**6)
sizes = st.fractions(min_value=Fraction(1, 8), max_value=9, max_denominator=12)
three = st.tuples(sizes, sizes, sizes)


def letters(*stands: Fraction | int) -> list[Real]:
    found = lettered(zip(NAMES, map(Fraction, stands), strict=False), next(STAMPS))
    return [Real(letter) for letter in found.values()]


@st.composite
def recipes(draw: st.DrawFn, depth: int = 4) -> Any:
    """A reckoning: a letter's place, a number, or an operation on others."""
    if depth == 0 or draw(st.integers(0, 5)) == 0:
        return draw(
            st.one_of(
                st.integers(0, 2).map(lambda n: ("letter", n)), st.integers(1, 7).map(lambda n: ("number", n))
            )
        )
    operation = draw(st.sampled_from("++--***//rp"))
    one = draw(recipes(depth - 1))
    return (operation, one) if operation in "rp" else (operation, one, draw(recipes(depth - 1)))


def reckoned(recipe: Any, values: list[Any], pi: Any, root: Any) -> Any:
    """A recipe followed, in any kind of number. ValueError or ZeroDivisionError where it leads nowhere."""
    match recipe:
        case "letter", place:
            return values[place]
        case "number", number:
            return values[3 + number]
        case "r", one:
            return root(reckoned(one, values, pi, root))
        case "p", one:
            return reckoned(one, values, pi, root) * pi
        case operation, one, two:
            left, right = reckoned(one, values, pi, root), reckoned(two, values, pi, root)
            return {
                "+": lambda: left + right,
                "-": lambda: left - right,
                "*": lambda: left * right,
                "/": lambda: left / right,
            }[operation]()


def in_mpmath(recipe: Any, values: tuple[Fraction, ...]) -> mpmath.mpf:
    def root(value: mpmath.mpf) -> mpmath.mpf:
        if value < 0:
            raise ValueError
        return mpmath.sqrt(value)

    numbers = [*(mpmath.mpf(v.numerator) / v.denominator for v in values), *map(mpmath.mpf, range(8))]
    return reckoned(recipe, numbers, mpmath.pi, root)


def in_reals(recipe: Any, stands: tuple[Fraction, ...]) -> Exact:
    """The recipe's value with letters; NotClosed where it has no exact form."""
    found = reckoned(recipe, [*letters(*stands), *map(Real.of, range(8))], PI, Real.sqrt)
    if found.exact is None:
        raise NotClosed
    return found.exact


def near(one: Any, two: Any) -> bool:
    return isclose(float(one), float(two), rel_tol=1e-9, abs_tol=1e-9)


@settings(max_examples=300)
@given(recipes(), three, three)
def test_reckoning_with_letters_gives_what_reckoning_with_numbers_gives(
    recipe: Any, stands: Any, others: Any
) -> None:
    """At what the letters stand for, and at other values at which nothing is decided otherwise."""
    try:
        with decisions() as decided:
            value = in_reals(recipe, stands)
    except (ValueError, ZeroDivisionError, NotClosed):
        assume(False)
    for numbers in (stands, others):
        put = dict(zip(NAMES, map(Real.of, numbers), strict=True))
        try:
            signs = [(float(each.ball().mid()) > 0) == (float(put_in(each, put)) > 0) for each in decided]
            if all(signs):
                assert near(put_in(value, put), in_mpmath(recipe, numbers))
        except (ValueError, ZeroDivisionError):
            assert numbers is not stands or any(put_in(each, put).sign() == 0 for each in decided)


@settings(max_examples=150)
@given(recipes(), three)
def test_a_derivative_is_the_slope(recipe: Any, stands: Any) -> None:
    try:
        value = in_reals(recipe, stands)
        slope = derivative(value, "a")
    except (ValueError, ZeroDivisionError, NotClosed):
        assume(False)
    put = dict(zip(NAMES, map(Real.of, stands), strict=True))
    with mpmath.workdps(40):
        try:
            step = mpmath.mpf(10) ** -12
            beside = [
                in_mpmath(recipe, (stands[0] + Fraction(sign, 10**12), *stands[1:])) for sign in (1, -1)
            ]
        except (ValueError, ZeroDivisionError):
            assume(False)
        rise = (beside[0] - beside[1]) / (2 * step)
    try:
        told = put_in(slope, put)
    except (ValueError, ZeroDivisionError):
        assume(False)
    assert isclose(float(told), float(rise), rel_tol=1e-5, abs_tol=1e-6)


@settings(max_examples=150)
@given(recipes(), three)
def test_every_form_read_back_from_its_text_is_the_value(recipe: Any, stands: Any) -> None:
    try:
        value = in_reals(recipe, stands)
    except (ValueError, ZeroDivisionError, NotClosed):
        assume(False)
    put = dict(zip(NAMES, map(Real.of, stands), strict=True))
    scope = Scope(lambda path: Quantity(put[path.text]))
    for form in forms(value):
        try:
            read = evaluate(parse(form.text), scope).value
        except ExpressionError as error:  # letters that happen to stand for the same
            assert error.code == "division-by-zero"
            continue
        assert near(read, put_in(value, put)), form


@pytest.mark.parametrize(
    ("made", "told"),
    [
        (lambda a, b, c: (a * a - b * b) / (a - b), "a + b"),
        (lambda a, b, c: a / (a + b) + b / (a + b), "1"),
        (lambda a, b, c: (a * a + Real.of(2) * a * b + b * b).sqrt(), "a + b"),
        (lambda a, b, c: (a * a - Real.of(2) * a * b + b * b).sqrt(), "a - b"),
        (lambda a, b, c: (b * b - Real.of(2) * a * b + a * a).sqrt() * PI, "π a - π b"),
        (lambda a, b, c: (Real.of(3) * a**4 * b).sqrt(), "√3 a² √b"),
        (lambda a, b, c: (a * a + b * b) / (a * a + b * b).sqrt(), "√(a² + b²)"),
        (lambda a, b, c: (a**3 + b**3) / (a + b), "a² - a b + b²"),
        (lambda a, b, c: a * b - PI * c * c / Real.of(4), "a b - π c²/4"),
        (lambda a, b, c: Real.of(2) / (a * (a + b)), "2/(a (a + b))"),
        (lambda a, b, c: (a**6 * b**3).cbrt(), "a² b"),
        (lambda a, b, c: Real(arc_cosine((a / (Real.of(2) * a)).exact)), "π/3"),
    ],
)
def test_forms_that_hang_on_nothing(made: Any, told: str) -> None:
    value = made(*letters(5, 3, 1)).exact
    assert value.plain() == told


def test_what_stands_below_a_bar_is_positive_so_that_signs_are_read_off_truly() -> None:
    """1/(3 − π) is less than 0: its sign was read off its one term."""
    value = UNIT / (Real.of(3) - PI)
    assert value.sign() == -1 and float(abs(value)) > 0
    (a, b) = letters(2, 5)
    assert (UNIT / (a - b)).sign() == -1 and (UNIT / (b - a)).sign() == 1


def test_nothing_is_equal_by_what_letters_happen_to_stand_for() -> None:
    a, b, c = letters(3, 4, 5)
    assert not (a * a + b * b).same_as(c * c)
    assert (a - a).sign() == 0 and (a + UNIT - b).sign() != 0
    assert letters(4, 4)[0].exact != letters(4, 4)[1].exact


def test_only_signs_that_letters_decide_are_noted() -> None:
    a, b, _ = letters(5, 3, 1)
    with decisions() as decided:
        assert ((a + b).sign(), (a - b).sign(), (Real.of(2) - PI).sign(), (a - a).sign()) == (1, 1, -1, 0)
    assert [each.text() for each in decided] == ["a - b"]


def test_a_quotient_is_told_in_its_steps() -> None:
    a, b, _ = letters(5, 3, 1)
    told = forms(((Real.of(2) * a + Real.of(2) * b) / (a * b)).exact)
    assert [(form.how, form.text) for form in told] == [
        ("over one bar", "(2 a + 2 b)/(a b)"),
        ("factorised", "2 (a + b)/(a b)"),
        ("split and cancelled", "2/a + 2/b"),
    ]


@settings(max_examples=80)
@given(
    st.lists(
        st.fractions(min_value=Fraction(1, 4), max_value=20, max_denominator=6),
        min_size=1,
        max_size=5,
        unique=True,
    ),
    st.booleans(),
)
def test_zeros_of_a_product_are_all_found(roots: list[Fraction], with_pi: bool) -> None:
    (a,) = letters(2)
    value = UNIT
    for root in roots:
        value = value * (a - Real.of(root) * (PI if with_pi else UNIT))
    found = zeros(value.exact, "a", Real.of(Fraction(1, 10)), Real.of(100))
    assert found.certain
    assert [float(zero) for zero in found.found] == pytest.approx(
        sorted(float(root) * (numpy.pi if with_pi else 1) for root in roots)
    )
    for zero in found.found:
        assert zero.exact is not None or with_pi


@settings(max_examples=60)
@given(st.lists(st.integers(-9, 9), min_size=2, max_size=6))
def test_zeros_of_any_polynomial_are_those_that_numpy_finds(numbers: list[int]) -> None:
    assume(numbers[-1] != 0 and any(numbers[:-1]))
    (a,) = letters(2)
    value = sum((Real.of(number) * a**power for power, number in enumerate(numbers)), Real.of(0))
    found = [float(zero) for zero in zeros(value.exact, "a", Real.of(Fraction(1, 50)), Real.of(50)).found]
    theirs = [r.real for r in numpy.roots(numbers[::-1]) if abs(r.imag) < 1e-5 and 0.02 < r.real < 50]
    for zero in found:
        assert min(abs(zero - each) for each in theirs) < 1e-3
    for each in theirs:
        assert min(abs(zero - each) for zero in found) < 1e-3


@pytest.mark.parametrize(
    ("made", "function"),
    [
        (lambda a: (a * a + Real.of(9)).sqrt() + a - Real.of(9), lambda x: sqrt(x * x + 9) + x - 9),
        (
            lambda a: Real(arc_cosine((a / Real.of(10)).exact)) * a - Real.of(3),
            lambda x: acos(x / 10) * x - 3,
        ),
        (lambda a: a**5 - a - Real.of(3), lambda x: x**5 - x - 3),
        (lambda a: a.sqrt() + PI / a - Real.of(4), lambda x: sqrt(x) + numpy.pi / x - 4),
    ],
)
def test_zeros_without_a_formula_are_those_that_scipy_finds(made: Any, function: Any) -> None:
    (a,) = letters(5)
    found = zeros(made(a).exact, "a", Real.of(Fraction(1, 2)), Real.of(Fraction(99, 10)))
    grid = numpy.linspace(0.5, 9.9, 400)
    theirs = [brentq(function, x, y, xtol=1e-14) for x, y in pairwise(grid) if function(x) * function(y) < 0]
    assert found.certain and [float(zero) for zero in found.found] == pytest.approx(theirs, rel=1e-11)


def test_a_zero_without_formula_that_is_a_short_number_is_told_as_that() -> None:
    (a,) = letters(5)
    value = ((a * a + Real.of(9)).sqrt() - Real.of(5)).exact
    assert [zero.rational for zero in zeros(value, "a", Real.of(1), Real.of(20)).found] == [4]
    other = ((a * a + Real.of(1)).sqrt() - Real.of(2)).exact
    assert zeros(other, "a", Real.of(1), Real.of(20)).found[0].exact == Exact.root(3)


def test_factors_of_an_area_with_an_angle() -> None:
    a, b, _ = letters(2, 5, 1)
    segment = (Real(arc_cosine((a / b).exact)) * b * b - a * b * b).exact
    assert {base.text() for base, _ in taken_apart(segment).factors} == {"b", "a - acos(a/b)"}
