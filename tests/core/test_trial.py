"""What has no closed form: found in floats, told by few equations, its digits proven, exact where it is simple."""

from __future__ import annotations

from fractions import Fraction
from itertools import combinations
from math import isclose, isfinite, pi

import mpmath
import numpy as np
import pytest
import sympy
from flint import arb, ctx

from mensuration.catalogue import Figure, figures
from mensuration.expressions import Quantity, Scope, evaluate, parse, paths
from mensuration.expressions.algebras import in_arrays, in_floats, in_slopes
from mensuration.expressions.slope import Slope
from mensuration.numbers import PI, Real
from mensuration.solving import Solution, SolvingError, solutions, solve, starting_givens
from mensuration.solving.forms import plan_from, variants
from mensuration.solving.search import figures_with, sufficient
from mensuration.solving.system import System
from mensuration.units import LENGTH

by_name = pytest.mark.parametrize("figure", figures().values(), ids=list(figures()))


def found(shape: str, **given: str) -> list[Solution]:
    return solutions(figures()[shape], {n: evaluate(parse(t), Scope()) for n, t in given.items()}, PI)


def fault(shape: str, **given: str) -> SolvingError:
    with pytest.raises(SolvingError) as caught:
        found(shape, **given)
    return caught.value


def stretched(figure: Figure) -> Solution:
    """The starting figure with each length a little longer than the one before, so that no two are equal."""
    given = {
        name: Quantity(q.value * Real.of(Fraction(23 + number, 20)), LENGTH) if q.kind == LENGTH else q
        for number, (name, q) in enumerate(starting_givens(figure).items())
    }
    return solve(figure, given, PI)


@by_name
def test_everything_follows_from_the_basis_without_a_choice(figure: Figure) -> None:
    """The search starts from there: with a choice of two values it would miss half of the figures."""
    plan = plan_from(figure, figure.basis)
    assert {*figure.basis, *(name for name, _ in plan)} == {m.name for m in figure.measures}
    assert variants(figure, plan) == [plan]
    assert sufficient(figure, frozenset(figure.basis))


def formulas(figure: Figure) -> list[str]:
    return [text for r in figure.relations for text in (*r.forms.values(), *r.second.values())]


@by_name
def test_formulas_in_arrays_are_those_in_floats(figure: Figure) -> None:
    values = stretched(figure).floats
    arrays = {name: np.array([value, 1.1 * value]) for name, value in values.items()}
    with np.errstate(all="ignore"):
        for text in formulas(figure):
            one, two = np.broadcast_to(in_arrays(text)(arrays), 2)
            for found_, at in ((one, values), (two, {n: 1.1 * v for n, v in values.items()})):
                assert isclose(found_, in_floats(text, at), rel_tol=1e-12, abs_tol=1e-12) or (
                    not isfinite(found_) and not isfinite(in_floats(text, at))
                ), text


@by_name
def test_slopes_are_derivatives_and_enclose_the_value(figure: Figure) -> None:
    """By differences: f(x + h) - f(x - h) over 2h, for every quantity that a formula names."""
    values = stretched(figure).floats
    for text in formulas(figure):
        names = {path.text for path in paths(parse(text))} - {"pi"}
        for name in names:
            with ctx.workprec(100):
                at = {n: Slope(arb(v), arb(int(n == name))) for n, v in values.items()}
                result = in_slopes(text, 100)(at)
                value, slope = float(result.value.mid()), float(result.slope.mid())
            h = 1e-6 * abs(values[name])
            up, down = (in_floats(text, {**values, name: values[name] + way}) for way in (h, -h))
            if isfinite(up) and isfinite(down) and isfinite(slope):
                assert isclose(value, in_floats(text, values), rel_tol=1e-12, abs_tol=1e-12), text
                scale = abs(up) + abs(down)
                assert isclose(slope, (up - down) / (2 * h), rel_tol=1e-4, abs_tol=1e-7 * scale / h), (
                    text,
                    name,
                )


def test_slopes_over_a_box_hold_all_slopes_in_it() -> None:
    """The perimeter of an ellipse by its half axis a, round a = b where the integral has a removable gap."""
    with ctx.workprec(100), mpmath.workdps(25):
        box = in_slopes("ellipse_perimeter(a, b)", 100)(
            {"a": Slope(arb(2, 0.001), arb(1)), "b": Slope(arb(2), arb(0))}
        )
        assert box.slope.is_finite() and float(box.slope.rad()) < 0.1
        for a in ("1.9991", "2", "2.0009"):
            slope = mpmath.diff(lambda x: 4 * x * mpmath.ellipe(1 - 4 / x**2), mpmath.mpf(a))
            assert box.slope.contains(arb(mpmath.nstr(slope, 15)))
        size = abs(Slope(arb(0, 1), arb(1)))
        assert size.value.contains(arb(0.5)) and size.slope.contains(arb(-1))  # it has a corner there,
        assert (
            size.slope.contains(arb(1)) and float(size.slope.rad()) < 1.001
        )  # with all slopes between both sides'


def test_two_unknowns_at_once_have_proven_digits() -> None:
    """A segment of area 8 and perimeter 12: its radius and angle by mpmath, from other formulas."""
    (segment,) = found("segment", area="8 m²", perimeter="12 m")
    assert [step.together for step in segment.steps[:2]] == [("chord", "height")] * 2
    with mpmath.workdps(60):
        r, t = mpmath.findroot(
            lambda r, t: [r * r * (t - mpmath.sin(t)) / 2 - 8, r * t + 2 * r * mpmath.sin(t / 2) - 12],
            (2.4, 2.9),
        )
        expected = {
            "radius": mpmath.nstr(r, 45, strip_zeros=False),
            "chord": mpmath.nstr(2 * r * mpmath.sin(t / 2), 45, strip_zeros=False),
            "angle": mpmath.nstr(t / 2 / mpmath.pi, 45, strip_zeros=False),
        }
    with ctx.workdps(60):
        for name, digits in expected.items():
            ball = segment.values[name].value.ball()
            assert abs(ball - arb(digits)) < arb(10) ** -43, name
            assert ball.rad() < arb(10) ** -40, name


def test_many_more_digits_are_proven_as_well() -> None:
    """A thousand bits of a cone's radius by volume and slant: π² r⁴ (s² - r²) = 9 V² to hundreds of digits."""
    cone = next(one for one in found("cone", volume="3 m³", slant="3 m"))
    with ctx.workprec(1000):
        r = cone.values["radius"].value.ball()
        assert r.rad() < arb(2) ** -900
        assert abs(arb.pi() ** 2 * r**4 * (9 - r * r) - 81) < arb(2) ** -880


def test_three_unknowns_at_once_meet_what_was_given() -> None:
    """A triangle by an angle, the perimeter and a median, measured again from its corners."""
    for triangle in found("triangle", A="40°", perimeter="20 m", median_b="6 m"):
        f = triangle.floats
        a, b, c = (0, 0), (f["base"], 0), (f["offset"], f["height"])
        sides = [mpmath.hypot(p[0] - q[0], p[1] - q[1]) for p, q in ((a, b), (b, c), (c, a))]
        assert isclose(sum(sides), 20, rel_tol=1e-12)
        assert isclose(mpmath.atan2(c[1], c[0]), pi * 40 / 180, rel_tol=1e-12)
        assert isclose(mpmath.hypot(b[0] - c[0] / 2, c[1] / 2), 6, rel_tol=1e-12)


SIMPLE = [  # shape, givens, a measure, its exact values: each checked by putting it in
    ("cone", {"volume": "12π m³", "surface": "24π m²"}, "radius", ["sqrt(3)", "3"]),
    (
        "cylinder",
        {"volume": "16π m³", "surface": "24π m²"},
        "radius",
        ["2"],
    ),  # two solutions meet: (r-2)²(r+4) = 0
    ("isosceles-triangle", {"perimeter": "18 m", "area": "9√3 m²"}, "base", ["6"]),  # no larger area has it
    ("right-triangle", {"height": "3 m", "inradius": "1 m"}, "base", ["4"]),
    ("cuboid", {"surface": "22 m²", "volume": "6 m³", "diagonal": "√14 m"}, "length", ["1", "2", "3"]),
    ("regular-polygon", {"area": "100 m²", "perimeter": "40 m"}, "sides", ["4"]),
    ("hollow-cylinder", {"volume": "30π m³", "surface": "50π m²", "height": "2 m"}, "outer", ["4"]),
]


@pytest.mark.parametrize(
    ("shape", "given_", "measure", "values"), SIMPLE, ids=[f"{s[0]} {s[1]}" for s in SIMPLE]
)
def test_simple_values_are_found_exactly(
    shape: str, given_: dict[str, str], measure: str, values: list[str]
) -> None:
    got = {one.values[measure].value for one in found(shape, **given_)}
    assert {str(v.exact.text()) for v in got if v.exact is not None} >= set(values)


@pytest.mark.parametrize("units", [("m", 1), ("cm", Fraction(1, 100)), ("in", Fraction(254, 10000))])
def test_simple_values_are_exact_in_any_unit(units: tuple[str, Fraction]) -> None:
    name, size = units
    cones = found("cone", volume=f"12π {name}³", surface=f"24π {name}²")
    assert any(cone.values["radius"].value.same_as(Real.of(3 * size)) for cone in cones)


def test_another_pi_is_reckoned_with() -> None:
    short = Real.of(Fraction(314, 100))
    given_ = {"volume": evaluate(parse("20 m³"), Scope()), "surface": evaluate(parse("50 m²"), Scope())}
    for cylinder in solutions(figures()["cylinder"], given_, short):
        r, h = cylinder.floats["radius"], cylinder.floats["height"]
        assert isclose(3.14 * r * r * h, 20, rel_tol=1e-12) and isclose(6.28 * r * (r + h), 50, rel_tol=1e-12)


@pytest.mark.parametrize(
    ("shape", "hanging"),
    [
        (
            "cylinder",
            [set(pair) for pair in combinations(("radius", "diameter", "circumference", "base_area"), 2)],
        ),
        ("rectangle", [{"diagonal", "circumradius"}]),
        ("cone", [{"radius", "diameter"}, {"radius", "base_area"}, {"diameter", "base_area"}]),
    ],
)
def test_which_pairs_settle_a_figure(shape: str, hanging: list[set[str]]) -> None:
    """All but those of which one follows from the other."""
    figure = figures()[shape]
    names = [m.name for m in figure.measures if m.name != "angle"]
    for pair in combinations(names, 2):
        assert sufficient(figure, frozenset(pair)) == (set(pair) not in hanging), pair
    assert not any(sufficient(figure, frozenset({name})) for name in names)


def test_three_that_hang_on_one_another_settle_nothing() -> None:
    pyramid = figures()["pyramid"]
    assert not sufficient(pyramid, frozenset({"height", "apothem", "slant"}))  # Pythagoras
    assert sufficient(pyramid, frozenset({"height", "apothem", "side"}))
    assert sufficient(pyramid, frozenset({"height", "apothem", "slant", "side"}))


def test_the_search_finds_every_crossing_of_two_curves() -> None:
    """A cylinder's radius from volume V and surface S solves 2πr³ - S r + 2V = 0: two positive roots, by NumPy."""
    for volume, surface in ((3.0, 13.0), (0.001, 13.0), (1000.0, 700.0), (5e-7, 4e-4)):
        known = {"volume": volume, "surface": surface, "pi": pi}
        here = figures_with(figures()["cylinder"], known, frozenset({"volume", "surface"}))
        roots = sorted(
            r.real for r in np.roots([2 * pi, 0, -surface, 2 * volume]) if r.real > 0 and abs(r.imag) < 1e-9
        )
        assert len(here) == len(roots) == 2
        assert all(isclose(one["radius"], r, rel_tol=1e-8) for one, r in zip(here, roots, strict=True))


def test_nothing_is_claimed_where_nothing_can_be_proven() -> None:
    """x = x says nothing of x, and x² = -1 has no solution near anything."""
    circle, area = figures()["circle"], Quantity(Real.of(2), LENGTH.power(2))
    idle = System(
        circle, {"area": area}, ("radius",), (("diameter", "2 radius"),), (("diameter", "2 radius"),), PI
    )
    assert idle.solved({"radius": 1.3}) is None
    none = System(
        circle, {"area": area}, ("radius",), (("area", "-pi radius^2"),), (("area", "area + 1"),), PI
    )
    assert none.solved({"radius": 1.3}) is None
    far = System(circle, {"area": area}, ("radius",), (), (("area", "pi radius^2"),), PI)
    assert far.solved({"radius": 30.0}) is None  # its root lies elsewhere
    (radius,) = far.solved({"radius": (2 / pi) ** 0.5}) or [area]
    with ctx.workdps(60):
        assert abs(radius.value.ball() - arb(sympy.sqrt(2 / sympy.pi).evalf(60).__str__())) < arb(10) ** -55


@pytest.mark.parametrize(
    ("shape", "given_", "code", "says"),
    [
        ("regular-polygon", {"area": "30 m²", "perimeter": "21 m"}, "impossible", "a whole number of sides"),
        (
            "triangle",
            {"a": "3 m", "perimeter": "12 m", "area": "60 m²"},
            "impossible",
            "no triangle was found",
        ),
        ("cylinder", {"volume": "17π m³", "surface": "24π m²"}, "impossible", "no cylinder was found"),
        (
            "segment",
            {"area": "3 m²", "radius": "2 m", "perimeter": "20 m"},
            "contradiction",
            "would be 8.1581, so 20.000 is 11.842 too much",
        ),
        (
            "triangle",
            {"perimeter": "12 m", "area": "6 m²", "inradius": "1 m"},
            "too-little",
            "one more measurement",
        ),
    ],
)
def test_what_can_not_be_found_is_said(shape: str, given_: dict[str, str], code: str, says: str) -> None:
    error = fault(shape, **given_)
    assert error.code == code
    assert says in error.says


def test_the_flattest_and_the_thinnest_figure_are_found() -> None:
    """A cone of 1 m³ with a slant height of 100 km: r² h = 3/π with r² + h² = 10^10, either of them tiny."""
    thin, flat = sorted(
        found("cone", volume="1 m³", slant="100000 m"), key=lambda cone: cone.floats["radius"]
    )
    assert isclose(thin.floats["radius"], (3 / pi / 1e5) ** 0.5, rel_tol=1e-9)
    assert isclose(flat.floats["height"], 3 / pi / 1e10, rel_tol=1e-9)
