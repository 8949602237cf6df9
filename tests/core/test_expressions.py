"""Typed numbers and expressions: values, units, and mistakes answered in words."""

from __future__ import annotations

from fractions import Fraction

import mpmath
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.numbers import Exact
from mensuration.numbers.rounding import decimal_or_fraction
from mensuration.telling.mathematics import Written
from mensuration.telling.writing import write
from mensuration.units import ANGLE, AREA, LENGTH, NUMBER
from tests.core.helpers import answer


def value(text: str) -> Quantity:
    return evaluate(parse(text), Scope())


def exact(text: str) -> str:
    found = value(text).value.exact
    assert found is not None
    return found.text()


@pytest.mark.parametrize(
    ("typed", "result"),
    [
        ("3.125", "25/8"),
        (".5", "1/2"),
        ("5/8", "5/8"),
        ("2 1/2", "5/2"),
        ("3√2", "3*sqrt(2)"),
        ("3 sqrt(2)", "3*sqrt(2)"),
        ("2π", "2*pi"),
        ("2 pi", "2*pi"),
        ("2(3+4)", "14"),
        ("-2^2", "-4"),
        ("2^3^2", "512"),
        ("2^-1", "1/2"),
        ("6/3/2", "1"),
        ("2√3/3", "2*sqrt(3)/3"),
        ("4/3 π 2³", "32*pi/3"),
        ("1/2π", "pi/2"),
        ("6 m / 2 m", "3"),
        ("7 − 10", "-3"),
        ("2·3×4", "24"),
        ("sin(30°)", "1/2"),
        ("cos(135 deg)", "-sqrt(2)/2"),
        ("tan(1/6 turn)", "sqrt(3)"),
        ("sin(15°)", "sqrt(6)/4 - sqrt(2)/4"),
        ("max(2, 3) - min(2, 3)", "1"),
        ("abs(2 - 5)", "3"),
        ("sqrt(3 + 2 sqrt(2))", "1 + sqrt(2)"),
    ],
)
def test_values_as_people_type_them(typed: str, result: str) -> None:
    assert exact(typed) == result


@pytest.mark.parametrize(
    ("typed", "metres"),
    [
        ("240 cm", "12/5"),
        ("2 m 40 cm", "12/5"),
        ("12 ft 6 in", "381/100"),
        ("12' 6\"", "381/100"),
        ("12′ 6″", "381/100"),
        ("12 feet 6 1/2 inches", "38227/10000"),
        ("5/8 in", "127/8000"),
        ("1 mi", "201168/125"),
        ("3 yd", "3429/1250"),
        ("1 km 500 m", "1500"),
    ],
)
def test_lengths_in_every_notation(typed: str, metres: str) -> None:
    assert value(typed).kind == LENGTH
    assert exact(typed) == metres


def test_angles_turn_into_shares_of_a_turn() -> None:
    assert value("110°").kind == ANGLE
    assert exact("110°") == "11/36"
    assert exact("π/2 rad") == "1/4"
    assert exact("180/π m") == exact("180 m / π")
    assert exact("acos(1/2)") == "1/6"
    assert exact("asin(-√2/2)") == "-1/8"
    with mpmath.workdps(30):
        assert abs(float(value("atan(0.75)").value) - float(mpmath.atan(0.75) / (2 * mpmath.pi))) < 1e-15


def test_kinds_multiply_and_only_like_kinds_add() -> None:
    assert value("2 m × 3 m").kind == AREA
    assert value("48 m²").kind == AREA
    assert value("6 m² / 2 m").kind == LENGTH
    assert value("sqrt(16 m²)").kind == LENGTH
    assert value("2 m / 4 cm").kind == NUMBER
    for clash in ("3 m + 2 m²", "3 m + 20°", "3 m + 2 unit"):
        with pytest.raises(ExpressionError, match="can't be added"):
            value(clash)


def test_a_bare_number_added_to_a_length_asks_for_its_unit() -> None:
    with pytest.raises(ExpressionError, match=r"3 m\?"):
        value("2 m + 3")
    with pytest.raises(ExpressionError, match=r"2\.5 m\^2\?"):
        value("2.5 - 2 m^2")


@pytest.mark.parametrize(
    ("typed", "code", "position"),
    [
        ("(2 + 3", "bracket", 0),
        ("2 + 3)", "bracket", 5),
        ("2,4", "comma", 1),
        ("2 +", "unfinished", 3),
        ("= 3", "equals", 0),
        ("2 3", "two-numbers", 2),
        ("2 m 30", "unit-missing", 4),
        ("3 m 4 m", "two-numbers", 4),
        ("?", "unknown-value", 0),
        ("sin 30", "function", 0),
        ("3 § 4", "character", 2),
        ("1/0", "division-by-zero", 0),
        ("", "empty", None),
        ("* 3", "unexpected", 0),
    ],
)
def test_mistakes_are_named_where_they_stand(typed: str, code: str, position: int | None) -> None:
    with pytest.raises(ExpressionError) as caught:
        value(typed)
    assert (caught.value.code, caught.value.position) == (code, position)
    assert len(caught.value.says) > 10


@pytest.mark.parametrize(
    ("typed", "says"),
    [
        ("raduis", None),
        ("3 meteres", "metres"),
        ("sqr(4)", None),
        ("4 inchs", "inch"),
    ],
)
def test_unknown_words_get_the_nearest_known_one(typed: str, says: str | None) -> None:
    with pytest.raises(ExpressionError, match="not a known name") as caught:
        value(typed)
    if says:
        assert f"did you mean “{says}" in caught.value.says


def test_trigonometry_never_takes_an_unmarked_angle() -> None:
    with pytest.raises(ExpressionError, match="is 30 in degrees or in radians"):
        value("sin(30)")
    with pytest.raises(ExpressionError, match="no value"):
        value("tan(90°)")
    with pytest.raises(ExpressionError, match="from -1 to 1"):
        value("acos(3/2)")


HOSTILE = [
    "(" * 10_000,
    "(" * 10_000 + ")" * 10_000,
    "9^9^9^9",
    "9^9^9",
    "99999999999999999999^64",
    "__import__('os').system('ls')",
    "exec",
    "open",
    "eval(1)",
    "().__class__",
    "lambda: 0",
    "1" * 400,
    "2^" * 200 + "2",
    "-" * 400 + "1",
    "√" * 400 + "2",
    "sqrt(" * 39 + "2" + ")" * 39,
    "1/3" + "+1/7" * 100,
    "π^64 π^64 π^64 π^64",
    "\0\x01\u202e",
    "a.b.c.d.e.f",
    "∞",
    "1e999999999",
    "((1+√2)(1+√3)(1+√5)(1+√7)(1+√11)(1+√13))^9",
]


@pytest.mark.parametrize("typed", HOSTILE, ids=range(len(HOSTILE)))
def test_hostile_text_is_answered(typed: str) -> None:
    evaluate(parse("1 + 1"), Scope())
    told = answer(typed)
    assert told["text"] or told["complaints"][0]["says"]


@given(st.text(max_size=60))
def test_any_text_gives_a_value_or_a_sentence(text: str) -> None:
    try:
        value(text)
    except ExpressionError as error:
        assert error.says


@given(st.fractions(min_value=0, max_value=10**6, max_denominator=10**4))
def test_typed_numbers_round_trip(number: Fraction) -> None:
    found = value(decimal_or_fraction(number)).value.rational
    assert found == number


@given(
    st.fractions(min_value=-99, max_value=99, max_denominator=30),
    st.fractions(min_value=-99, max_value=99, max_denominator=30),
    st.integers(2, 30),
)
def test_written_exact_values_round_trip(a: Fraction, b: Fraction, n: int) -> None:
    number = Exact.of(a) + Exact.of(b) * Exact.root(n) * Exact.pi()
    assert value(number.plain()).value.exact == number


@pytest.mark.parametrize(
    ("formula", "tex", "text"),
    [
        ("1/2 base height", r"\tfrac{1}{2}\,b\,h", "1/2 b h"),
        ("2 (width + height)", r"2\,\left(w + h\right)", "2 (w + h)"),
        ("area / width", r"\frac{A}{w}", "A / w"),
        ("sqrt(a^2 + b^2)", r"\sqrt{a^{2} + b^{2}}", "√(a² + b²)"),
        ("a - (b - c)", r"a - \left(b - c\right)", "a − (b − c)"),
    ],
)
def test_formulas_are_written_as_in_print(formula: str, tex: str, text: str) -> None:
    letters = {"base": "b", "height": "h", "width": "w", "area": "A"}

    def leaf(path: object) -> Written:
        name = getattr(path, "text", "")
        return Written(letters.get(name, name), letters.get(name, name))

    written = write(parse(formula), leaf)
    assert (written.tex, written.text) == (tex, text)
