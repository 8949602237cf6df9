"""What the solver stands on: cube roots, formulas in floats, extreme figures, and figures drawn at random."""

from __future__ import annotations

from fractions import Fraction
from math import isclose, isfinite, pi
from random import Random

import pytest
import sympy
from hypothesis import given
from hypothesis import strategies as st
from scipy.special import ellipe

from mensuration.catalogue import figures
from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.expressions.algebras import in_floats
from mensuration.expressions.ellipses import perimeter_in_floats
from mensuration.numbers import PI, Real, Rounding, decimal, round_by
from mensuration.problem import evaluate_document
from mensuration.solving import SolvingError, solutions, solve, starting_givens
from mensuration.units import LENGTH

rationals = st.fractions(min_value=Fraction(1, 50), max_value=500, max_denominator=60)


@given(root=rationals, power=st.integers(-2, 2))
def test_cube_roots_of_cubes_are_exact(root: Fraction, power: int) -> None:
    cube = Real.of(root**3) * PI ** (3 * power)
    assert cube.cbrt().same_as(Real.of(root) * PI**power)
    assert (-cube).cbrt().same_as(-(Real.of(root) * PI**power))


@given(value=rationals)
def test_other_cube_roots_have_proven_digits(value: Fraction) -> None:
    expected = sympy.cbrt(sympy.Rational(value.numerator, value.denominator)).evalf(40)
    assert abs(sympy.Float(decimal(Real.of(value).cbrt(), 30), 40) - expected) < abs(expected) * sympy.Float(
        "1e-29"
    )


@pytest.mark.parametrize(
    ("typed", "says"),
    [("cbrt(8 m^2)", "a cube root of an area has no unit"), ("cbrt(1, 2)", "takes one value")],
)
def test_cube_roots_that_make_no_sense_are_refused(typed: str, says: str) -> None:
    with pytest.raises(ExpressionError) as refusal:
        evaluate(parse(typed), Scope())
    assert says in refusal.value.says


@given(a=rationals, b=rationals)
def test_an_ellipse_is_as_long_in_floats_as_by_scipy(a: Fraction, b: Fraction) -> None:
    large, small = float(max(a, b)), float(min(a, b))
    assert isclose(
        perimeter_in_floats(large, small), 4 * large * ellipe(1 - (small / large) ** 2), rel_tol=1e-12
    )


@pytest.mark.parametrize("name", sorted(figures()))
def test_formulas_in_floats_agree_with_exact_ones(name: str) -> None:
    figure = figures()[name]
    solution = solve(figure, starting_givens(figure), PI)
    for relation in figure.relations:
        for formula in relation.forms.values():
            try:
                exact = float(solution.work_out(formula).value)
            except ExpressionError:
                continue  # it has no value for this figure, such as a difference of equal sides below the line
            assert isclose(in_floats(formula, solution.floats), exact, rel_tol=1e-9, abs_tol=1e-9), formula


EXTREME = [  # each once could not be drawn, rounded or told
    ("cap", {"radius": "1000000", "surface": "1.304"}),
    ("cap", {"radius": "789", "volume": "0.002541"}),
    ("cap", {"base_radius": "5.357", "volume": "√2 + √3"}),
    ("cap", {"base_area": "1000000", "volume": "0.035"}),
    ("cone", {"height": "0.006838", "base_area": "3"}),
    ("cone-frustum", {"lateral": "2202", "volume": "3", "bottom_area": "7.002"}),
    ("ellipse-prism", {"surface": "2", "base_area": "0.005454", "b": "8841"}),
    ("triangle", {"c": "2.364", "area": "7.773", "median_c": "1000000", "circumradius": "120"}),
]


@pytest.mark.parametrize(("figure", "typed"), EXTREME, ids=[f"{e[0]} {' '.join(e[1])}" for e in EXTREME])
def test_extreme_figures_are_answered(figure: str, typed: dict[str, str]) -> None:
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "it", "kind": "formula", "figure": figure, "given": typed}],
    }
    results = evaluate_document(document)
    told = results["figures"]["it"]["card"]["solutions"]
    assert told or results["complaints"]
    for solution in told:
        assert all(isfinite(float(quantity["decimal"])) for quantity in solution["quantities"].values())
        left, bottom, right, top = solution["drawing"]["bounds"]
        assert right > left and top > bottom


def test_a_number_near_nothing_is_rounded_rightly() -> None:
    """The difference of nearly equal roots: 1 / (2 · 10^40) and a little less, by (a - b) = (a² - b²) / (a + b)."""
    large = Real.of(10**40)
    difference = (large * large + Real.of(1)).sqrt() - large
    assert round_by(difference, Rounding(figures=3)).value == Fraction(5, 10**41)


@pytest.mark.parametrize(
    "name", ["cone", "cylinder", "square-pyramid", "sphere", "torus", "rectangle", "right-triangle"]
)
def test_random_pairs_of_measures_give_random_figures_back(name: str) -> None:
    figure, lot = figures()[name], Random(f"pairs of a {name}")
    names = [m.name for m in figure.measures]
    solved = 0
    for _ in range(30):
        sizes = {
            key: Quantity(q.value * Real.of(Fraction(lot.randint(5, 40), 10)), LENGTH)
            for key, q in starting_givens(figure).items()
        }
        try:
            whole = solve(figure, sizes, PI)
        except SolvingError:
            continue
        chosen = lot.sample(names, len(sizes))
        try:
            found = solutions(figure, {key: whole.values[key] for key in chosen}, PI)
        except SolvingError as fault:
            assert fault.code == "too-little", chosen
            continue
        solved += 1
        assert any(
            all(
                isclose(float(one.values[n].value), float(whole.values[n].value), rel_tol=1e-8) for n in names
            )
            for one in found
        ), chosen
    assert solved >= 10


def test_more_decimals_of_a_root_found_by_trial_stay_the_same() -> None:
    """A cone by volume and slant height: its digits at 20 places are those at 40 places, cut off."""
    given_ = {"volume": Quantity(Real.of(3), LENGTH.power(3)), "slant": Quantity(Real.of(3), LENGTH)}
    for cone in solutions(figures()["cone"], given_, PI):
        radius = cone.values["radius"].value
        short, long = decimal(radius, 20), decimal(radius, 40)
        assert abs(Fraction(short) - Fraction(long)) <= Fraction(1, 10 ** (len(short.partition(".")[2])))
        r = float(radius)
        assert isclose(pi * r * r * (9 - r * r) ** 0.5 / 3, 3, rel_tol=1e-9)
