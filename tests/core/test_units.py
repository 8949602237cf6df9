"""Units against definitions written down independently: the international foot, degrees, radians, powers."""

from __future__ import annotations

from decimal import Decimal
from fractions import Fraction
from math import isclose, pi, radians
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.numbers import PI, Real
from mensuration.problem import evaluate_document
from mensuration.problem.settings import parse_unit
from mensuration.units import ANGLE, AREA, LENGTH, NUMBER, UNITS, VOLUME, Kind

METRES = {  # BIPM, and the international yard and pound agreement of 1959
    "mm": Decimal("0.001"),
    "cm": Decimal("0.01"),
    "m": Decimal(1),
    "km": Decimal(1000),
    "in": Decimal("0.0254"),
    "ft": Decimal("0.3048"),
    "yd": Decimal("0.9144"),
    "mi": Decimal("1609.344"),
}
lengths = pytest.mark.parametrize("symbol", METRES)


def value(typed: str) -> Quantity:
    return evaluate(parse(typed), Scope())


@lengths
def test_lengths_areas_and_volumes_in_metres(symbol: str) -> None:
    size = Fraction(METRES[symbol])
    for power, kind in ((1, LENGTH), (2, AREA), (3, VOLUME)):
        for written in (f"5 {symbol}^{power}", f"5 {symbol}{'⁰¹²³'[power] if power > 1 else ''}"):
            quantity = value(written)
            assert quantity.kind == kind, written
            assert quantity.value.rational == 5 * size**power, written


@lengths
def test_every_name_of_a_unit_means_the_same(symbol: str) -> None:
    unit = next(u for u in UNITS.values() if u.symbol == symbol)
    names = {name for name, u in UNITS.items() if u is unit}
    assert len(names) >= 3
    for name in names:
        assert value(f"3 {name}").value.rational == 3 * Fraction(METRES[symbol]), name


@given(
    number=st.fractions(min_value=Fraction(1, 100), max_value=10_000, max_denominator=100),
    one=st.sampled_from(list(METRES)),
    other=st.sampled_from(list(METRES)),
    power=st.integers(1, 3),
)
def test_there_and_back_again_is_the_same(number: Fraction, one: str, other: str, power: int) -> None:
    first, second = (parse_unit(name).to_power(power) for name in (one, other))
    quantity = Quantity(Real.of(number) * first.size(PI), first.kind)
    there = quantity.in_unit(second, PI)
    assert there.rational == number * Fraction(METRES[one] / METRES[other]) ** power or isclose(
        float(there), float(number) * float(METRES[one] / METRES[other]) ** power, rel_tol=1e-12
    )
    back = Quantity(there * second.size(PI), second.kind).in_unit(first, PI)
    assert back.rational == number


@pytest.mark.parametrize("degrees", [0.5, 1, 30, 45, 57.29577951308232, 90, 180, 270, 360])
def test_angles_in_degrees_radians_and_turns(degrees: float) -> None:
    number = Fraction(degrees).limit_denominator(10**12)
    typed = [f"{number} deg", f"{number}°", f"{number} / 360 turn", f"{number} pi / 180 rad"]
    for text in typed:
        angle = value(text)
        assert angle.kind == ANGLE
        assert isclose(float(angle.value) * 2 * pi, radians(degrees), rel_tol=1e-12)


def test_feet_and_inches_as_carpenters_write_them() -> None:
    for typed in ("6 ft 2 in", "6' 2\"", "6′2″", "74 in", "6 1/6 ft", "2 yd 2 in"):
        assert value(typed).value.rational == Fraction(74) * Fraction("0.0254"), typed


@pytest.mark.parametrize(
    ("typed", "kind"),
    [
        ("3 m * 2 m", AREA),
        ("(3 m)^3", VOLUME),
        ("3 m^3 / 2 m", AREA),
        ("6 m / 2 m", NUMBER),
        ("sqrt(9 m^2)", LENGTH),
        ("cbrt(8 m^3)", LENGTH),
        ("2 unit * 3 unit", Kind(plain=2)),
        ("2 m * 30°", Kind(length=1, angle=1)),
    ],
)
def test_kinds_follow_the_arithmetic(typed: str, kind: Kind) -> None:
    assert value(typed).kind == kind


@pytest.mark.parametrize(
    ("typed", "says"),
    [
        ("3 m + 2 m^2", "can't be added"),
        ("3 m - 2 deg", "can't be taken away"),
        ("3 m + 2 unit", "can't be added"),
        ("sqrt(3 m)", "a square root of a length has no unit"),
        ("sin(3)", "is 3 in degrees or in radians"),
        ("asin(3 m)", "needs a plain ratio"),
        ("2^(3 m)", "a power must be a plain number"),
        ("5 parsnip", "parsnip"),
    ],
)
def test_what_does_not_go_together_is_said(typed: str, says: str) -> None:
    with pytest.raises(ExpressionError) as caught:
        value(typed)
    assert says in caught.value.says


def ball(unit: str, radius: str, **settings: Any) -> dict[str, Any]:
    figure = {"name": "ball", "kind": "formula", "figure": "sphere", "given": {"radius": radius}}
    results = evaluate_document(
        {
            "format": "tilt-grid/problem",
            "version": 1,
            "settings": {"unit": unit, **settings},
            "figures": [figure],
        }
    )
    assert results["complaints"] == []
    told: dict[str, Any] = results["figures"]["ball"]["card"]["solutions"][0]["quantities"]
    return told


@lengths
def test_results_are_told_in_the_problem_s_unit(symbol: str) -> None:
    """A ball of radius 3 in any unit has 36π of its cubes; given in inches, the same in inches."""
    told = ball(symbol, "3")
    assert told["volume"]["exact"] == "36*pi"
    assert told["surface"]["exact"] == "36*pi"
    other = ball(symbol, "3 in")
    expected = 4 / 3 * pi * (3 * 0.0254 / float(METRES[symbol])) ** 3
    assert isclose(float(other["volume"]["decimal"]), expected, rel_tol=1e-12)


def test_a_bare_number_has_the_problem_s_unit_and_a_marked_one_its_own() -> None:
    assert ball("cm", "3")["diameter"]["text"] == "6.00 cm"
    assert ball("cm", "3 m")["diameter"]["text"] == "600.00 cm"
    assert ball("unit", "3")["volume"]["exact"] == "36*pi"


@pytest.mark.parametrize(
    ("rounding", "text"),
    [
        ({"places": 0}, "113 m³"),
        ({"places": 3}, "113.097 m³"),
        ({"figures": 2}, "110 m³"),
        ({"step": "1/4"}, "113 m³"),
        ({"step": "5"}, "115 m³"),
    ],
)
def test_results_are_rounded_as_the_problem_says(rounding: dict[str, Any], text: str) -> None:
    assert ball("m", "3", rounding=rounding)["volume"]["text"] == text  # 36π = 113.0973…


def test_another_pi_gives_the_school_s_answer() -> None:
    assert ball("m", "3", pi="3.14")["volume"]["text"] == "113.04 m³"
    assert ball("m", "7", pi="22/7")["surface"]["text"] == "616.00 m²"
