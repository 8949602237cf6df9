"""Curves: antiderivatives and proven integrals against mpmath and SciPy, derivatives, extremes, breaks; hostile ones."""

from __future__ import annotations

from fractions import Fraction

import mpmath
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.optimize import minimize_scalar

from mensuration.expressions import ExpressionError, Path, Quantity, parse
from mensuration.numbers import PI, Real
from mensuration.numbers.proof import precision
from mensuration.problem import evaluate_document
from mensuration.profiles.antiderivatives import antiderivative
from mensuration.profiles.breaks import breaks
from mensuration.profiles.curves import Curve, Stretch, as_curve, plain
from mensuration.profiles.derivatives import derivative
from mensuration.profiles.extremes import highest, largest_derivative, lowest
from mensuration.profiles.integrals import Integral, NoDigits
from mensuration.profiles.straightened import straightened


def curve(text: str, start: object = 0, end: object = 1) -> Curve:
    tree, names = plain(parse(text), lambda path: None, PI)
    ends = [Real.of(Fraction(str(each))) for each in (start, end)]
    return Curve((Stretch(tree, *ends),), names)


KNOWN = [  # with what a textbook says they come to
    ("x^2", 0, 3, "9"),
    ("0.5 x (4 - x)", 0, 4, "16/3"),
    ("1/x^2", 1, 4, "3/4"),
    ("1/(x^2 + 1)", 0, 1, "pi/4"),
    ("x/(x^2 + 1)", 0, 1, "log(2)/2"),
    ("1/x", 1, 2, "log(2)"),
    ("1/(x^2 - 4)", 3, 5, "log(15/7)/4"),
    ("sqrt(x)", 0, 4, "16/3"),
    ("cbrt(x)", 0, 8, "12"),
    ("x^(3/2)", 0, 1, "2/5"),
    ("sqrt(4 - x^2)", -2, 2, "2*pi"),
    ("x sqrt(9 - x^2)", 0, 3, "9"),
    ("1/sqrt(1 - x^2)", 0, 1, "pi/2"),
    ("sqrt(1 + x^2)", 0, 1, "sqrt(2)/2 + log(1 + sqrt(2))/2"),
    ("x^2/sqrt(1 + x^2)", 0, 1, "sqrt(2)/2 - log(1 + sqrt(2))/2"),
    ("sin(x)", 0, 2, "1 - cos(2)"),
    ("sin(x)^2", 0, 1, "1/2 - sin(2)/4"),
    ("x cos(x)", 0, 1, "sin(1) + cos(1) - 1"),
    ("sin(x)^3", 0, 1, "cos(1)**3/3 - cos(1) + 2/3"),
    ("tan(x)", 0, 1, "-log(cos(1))"),
    ("x e^(-x)", 0, 1, "1 - 2*exp(-1)"),
    ("x e^(-x^2)", 0, 1, "(1 - exp(-1))/2"),
    ("x^2 ln(x)", 1, 2, "8*log(2)/3 - 7/9"),
    ("(e^x + e^(-x))/2", 0, 1, "sinh(1)"),
    ("1/(x + 1)^3", 0, 1, "3/8"),
    ("sqrt(2) pi x", 0, 1, "sqrt(2)*pi/2"),
]


@pytest.mark.parametrize(("text", "start", "end", "value"), KNOWN)
def test_known_integrals_have_an_antiderivative_and_come_to_what_textbooks_say(
    text: str, start: int, end: int, value: str
) -> None:
    mpmath.mp.dps = 40
    names = {name: getattr(mpmath, name) for name in ("pi", "log", "sqrt", "cos", "sin", "exp", "sinh")}
    wanted = eval(value.replace("/", "*mpmath.mpf(1)/"), {"mpmath": mpmath, **names})
    found = Integral(curve(text, start, end))
    assert found.antiderivatives is not None
    with precision(120):
        assert (
            abs(mpmath.mpf(found.value.ball().mid().str(35, radius=False)) - wanted) < mpmath.mpf(10) ** -30
        )


@pytest.mark.parametrize(
    "text", ["e^(-x^2)", "sqrt(1 + x^3)", "sin(x)/(x + 1)", "x^x + 1", "abs(x^3 - 1/5)", "max(x, 1 - x)"]
)
def test_what_has_no_short_antiderivative_has_proven_digits(text: str) -> None:
    found = Integral(curve(text, Fraction(1, 8), 1))
    assert found.antiderivatives is None
    mpmath.mp.dps = 30
    form = {
        "e^(-x^2)": lambda x: mpmath.exp(-x * x),
        "sqrt(1 + x^3)": lambda x: mpmath.sqrt(1 + x**3),
        "sin(x)/(x + 1)": lambda x: mpmath.sin(x) / (x + 1),
        "x^x + 1": lambda x: x**x + 1,
        "abs(x^3 - 1/5)": lambda x: abs(x**3 - mpmath.mpf(1) / 5),
        "max(x, 1 - x)": lambda x: max(x, 1 - x),
    }[text]
    wanted = mpmath.quad(form, [mpmath.mpf(1) / 8, 0.5, mpmath.cbrt(mpmath.mpf(1) / 5), 1])
    with precision(80):
        ball = found.proven.ball()
        assert ball.rel_accuracy_bits() > 50
        assert abs(mpmath.mpf(ball.mid().str(25, radius=False)) - wanted) < 1e-15


pieces = st.sampled_from(
    [
        "x",
        "x^2",
        "3",
        "(x + 2)",
        "sqrt(x + 1)",
        "sin(x)",
        "cos(2 x)",
        "e^(x/2)",
        "ln(x + 2)",
        "1/(x + 3)",
        "(x^2 + 2)",
    ]
)


@settings(deadline=None, max_examples=120)
@given(pieces, pieces, st.sampled_from(["+", "*", "-"]), st.integers(-3, 3))
def test_an_antiderivative_that_is_found_has_the_curve_for_its_derivative(
    one: str, two: str, sign: str, factor: int
) -> None:
    own = curve(f"{factor} ({one}) {sign} {two}", 0, 2)
    found = antiderivative(own.stretches[0].tree)
    if found is None:
        return
    for x in (0.3, 0.9, 1.7):
        back = own.over(lambda _: derivative(found)).floats(np.array([x]))[0]
        assert back == pytest.approx(own.floats(np.array([x]))[0], rel=1e-8, abs=1e-9)


@settings(deadline=None, max_examples=60)
@given(pieces, pieces, st.sampled_from(["+", "*", "/"]))
def test_proven_digits_and_extremes_agree_with_scipy(one: str, two: str, sign: str) -> None:
    own = curve(f"{one} {sign} ({two})", "0.1", 2)
    form = lambda x: float(own.floats(np.array([x]))[0])  # noqa: E731
    try:
        total = float(Integral(own).value)
    except NoDigits:
        assert breaks(own)
        return
    assert total == pytest.approx(quad(form, 0.1, 2)[0], rel=1e-7, abs=1e-9)
    x = np.linspace(0.1, 2, 2001)
    top, low = float(highest(own, own.start, own.end)), float(lowest(own, own.start, own.end))
    seen = own.floats(x)
    assert top >= seen.max() - 1e-12 and low <= seen.min() + 1e-12
    assert top == pytest.approx(seen.max(), abs=1e-4) and low == pytest.approx(seen.min(), abs=1e-4)


def test_an_extreme_inside_is_that_of_scipy_to_twelve_digits() -> None:
    own = curve("x e^(-x) + sin(3 x)/5", 0, 3)
    form = lambda x: -float(own.floats(np.array([x]))[0])  # noqa: E731
    wanted = minimize_scalar(form, bounds=(0, 1), method="bounded", options={"xatol": 1e-12})
    assert float(highest(own, own.start, own.end)) == pytest.approx(-wanted.fun, abs=1e-12)


@pytest.mark.parametrize(
    ("text", "order", "wanted"), [("x^4", 2, 12.0), ("x^4", 4, 24.0), ("sin(2 x)", 2, 4.0)]
)
def test_derivatives_are_bounded_from_above_and_not_by_much(text: str, order: int, wanted: float) -> None:
    found = largest_derivative(curve(text), order)
    assert found is not None and wanted <= float(found) < 1.001 * wanted


@pytest.mark.parametrize(
    ("text", "start", "end", "kinds"),
    [
        ("1/x", -1, 2, ["pole"]),
        ("1/x", 1, 2, []),
        ("tan(x)", 0, 7, ["pole", "pole"]),
        ("ln(x)", 0, 1, ["pole"]),
        ("1/sqrt(abs(x))", -1, 1, ["pole"]),
        ("sqrt(x - 1)", 0, 2, ["gap"]),
        ("sin(x)/x", -1, 1, ["gap"]),
        ("sqrt(4 - x^2)", -2, 2, []),
        ("1/(x^2 + 0.0001)", -1, 1, []),
        ("asin(x)", -2, 2, ["gap", "gap"]),
    ],
)
def test_poles_and_gaps_in_the_range_are_found_and_told_apart(
    text: str, start: int, end: int, kinds: list[str]
) -> None:
    assert [each.kind for each in breaks(curve(text, start, end))] == kinds


@pytest.mark.parametrize(
    ("text", "same"),
    [
        ("x^(1/2)", "sqrt(x)"),
        ("e^x", "exp(x)"),
        ("2^x", "exp(x ln(2))"),
        ("x^(-2)", "1/x^2"),
        ("atan(x)", "asin(x/sqrt(1 + x^2))"),
        ("20 cm x", "0.2 x"),
    ],
)
def test_what_is_written_otherwise_is_the_same_curve(text: str, same: str) -> None:
    x = np.array([0.2, 0.5, 0.9])
    assert curve(text).floats(x) == pytest.approx(curve(same).floats(x))


@pytest.mark.parametrize(
    ("text", "code"),
    [
        ("x^65", "too-large"),
        ("fill(x, 2)", "function"),
        ("sin(x, 2)", "arguments"),
        ("2 L x", "wrong-kind"),
        ("sqrt", "function"),
        ("wall x", "unknown-name"),
    ],
)
def test_what_is_no_curve_is_said_in_words(text: str, code: str) -> None:
    with pytest.raises(ExpressionError) as caught:
        plain(parse(text), lambda path: None, PI)
    assert caught.value.code == code


@pytest.mark.parametrize(
    ("typed", "curve_"), [("y = 2 x", "2 x"), ("f(x) = x^2", "x^2"), ("|x - 1|", "abs(x - 1)")]
)
def test_a_curve_may_be_typed_as_an_equation_and_with_bars(typed: str, curve_: str) -> None:
    x = np.array([0.2, 1.7])
    assert curve(as_curve(typed)).floats(x) == pytest.approx(curve(curve_).floats(x))


def test_an_antiderivative_is_told_without_radians() -> None:
    figure = {"name": "p", "kind": "profile", "curve": "2 sin(x)", "to": "2", "rule": "exact"}
    told = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [figure]})
    assert told["figures"]["p"]["antiderivative"]["text"] == "-2 × cos(x)"


def test_names_stand_for_numbers_and_lengths() -> None:
    def value_of(path: Path) -> Quantity | None:
        return Quantity(Real.of(3)) if path.text == "k" else None

    tree, names = plain(parse("k x"), value_of, PI)
    assert names == {"k": Real.of(3)} and antiderivative(tree) is not None


@settings(deadline=None, max_examples=150)
@given(st.text("x0123456789.+-*/^() sincoexplnabqrt,√π²", min_size=1, max_size=40))
def test_whatever_is_typed_for_a_curve_is_answered(text: str) -> None:
    figure = {
        "name": "p",
        "kind": "profile",
        "curve": text,
        "from": "0",
        "to": "2",
        "strips": "4",
        "rule": "exact",
    }
    told = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [figure]})
    found = told["figures"]["p"]["quantities"]
    assert found or any(c["where"].startswith("figures.p") for c in told["complaints"])


@pytest.mark.parametrize(
    ("text", "start", "end", "value"),
    [("abs(x - 1)", 0, 3, "5/2"), ("|x^2 - 1|", 0, 2, "2"), ("|x| x", -1, 2, "7/3"), ("|x^2 + 1| - |2 x - 1|", 0, 1, "5/6")],
)  # fmt: skip
def test_bars_round_polynomials_are_told_exactly(text: str, start: int, end: int, value: str) -> None:
    """By hand, parted where what stands in the bars is nothing."""
    found = Integral(curve(as_curve(text), start, end))
    assert found.antiderivatives is not None and found.value.rational == Fraction(value)


@settings(deadline=None, max_examples=40)
@given(
    st.sampled_from(("sqrt(x - {a})", "sqrt({b} - x)", "sqrt((x - {a}) ({b} - x))", "x^2 sqrt(2 (x - {a}) ({b} - x))")),
    st.sampled_from(("{}", "{} / (x + 9)", "sin(x) {}", "e^x {} + ({})^3", "sqrt(x + 7) + {}", "sqrt(x - {a}) + {}")),
    st.integers(-5, 2),
    st.fractions("0.5", 4, max_denominator=8),
    st.sampled_from((PI, Real.of(Fraction(314, 100)))),
)  # fmt: skip
def test_roots_that_are_steep_at_an_end_are_integrated_as_mpmath_does(
    root: str, text: str, start: int, wide: Fraction, pi: Real
) -> None:
    """Told over another letter, whatever stands beside them, and whatever π counts as."""
    ends = {"a": f"({start})", "b": f"({start} + {wide})"}
    whole = text.replace("{}", root).format(**ends)
    tree, names = plain(parse(whole), lambda path: None, PI)
    own = Curve((Stretch(tree, Real.of(start), Real.of(start + wide)),), names, pi)
    assert straightened(own.stretches[0]) is not own.stretches[0]

    def height(x: mpmath.mpf) -> mpmath.mpf:
        low, high = x - start, start + mpmath.mpf(wide.numerator) / wide.denominator - x
        r = {"(": mpmath.sqrt(low * high), "x": mpmath.sqrt(low)}.get(root[5], mpmath.sqrt(high))
        r = x**2 * mpmath.sqrt(2 * low * high) if root.startswith("x^2") else r
        return {
            "{}": r, "{} / (x + 9)": r / (x + 9), "sin(x) {}": mpmath.sin(x) * r, "e^x {} + ({})^3": mpmath.exp(x) * r + r**3,
            "sqrt(x + 7) + {}": mpmath.sqrt(x + 7) + r, "sqrt(x - {a}) + {}": mpmath.sqrt(low) + r,
        }[text]  # fmt: skip

    with mpmath.workdps(40):
        b = start + mpmath.mpf(wide.numerator) / wide.denominator
        wanted = mpmath.quad(
            lambda t: height(start + (b - start) * t * t * (3 - 2 * t)) * 6 * (b - start) * t * (1 - t),
            [0, 1],
        )
        with precision(160):
            off = abs(mpmath.mpf(str(Integral(own).proven.ball().mid().str(40, radius=False))) - wanted)
        assert off < mpmath.mpf(10) ** -30
