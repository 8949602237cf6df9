"""Exact values beyond square roots of numbers: roots of roots, of any index, over powers of π, and angles of the turn."""

from __future__ import annotations

from fractions import Fraction
from itertools import combinations

import mpmath
import pytest
import sympy
from hypothesis import given
from hypothesis import strategies as st

from mensuration.catalogue import figures
from mensuration.expressions import Quantity, Scope, evaluate, parse
from mensuration.numbers import PI, Exact, NotClosed, Real, Rounding, round_by
from mensuration.numbers.angles import arc_cosine, cosine_of
from mensuration.numbers.roots import root
from mensuration.numbers.settling import settled
from mensuration.numbers.zero import is_zero
from mensuration.solving import solve, starting_givens
from mensuration.units import AREA, LENGTH, VOLUME
from tests.core.helpers import answer, measures, part

small = st.integers(-6, 6)
KINDS = {"length": LENGTH, "area": AREA, "volume": VOLUME}


def worth(value: Exact) -> mpmath.mpf:
    """A value by another program's arithmetic, from its text."""
    with mpmath.workdps(60):
        return mpmath.mpf(str(sympy.sympify(value.text()).evalf(60)))


@st.composite
def towers(draw: st.DrawFn) -> Exact:
    """Sums of roots, and roots of such sums, up to three deep; more than 0."""
    value = Exact.of(draw(st.integers(1, 12)))
    for _ in range(draw(st.integers(1, 3))):
        radicand = draw(st.sampled_from([2, 3, 5, 6, 8]))
        value = value + Exact.of(Fraction(draw(st.integers(1, 5)), draw(st.integers(1, 3)))) * Exact.root(
            radicand
        )
        if draw(st.booleans()):
            try:
                value = settled(root(value, draw(st.sampled_from([2, 2, 2, 3]))))
            except NotClosed:
                break
    return value


@given(towers(), towers())
def test_towers_of_roots_agree_with_a_computer_algebra_system(a: Exact, b: Exact) -> None:
    with mpmath.workdps(60):
        cases = [(a + b, worth(a) + worth(b)), (a * b, worth(a) * worth(b))]
        for made, wanted in cases:
            assert abs(worth(settled(made)) - wanted) < wanted * mpmath.mpf(10) ** -50


@given(towers(), st.integers(2, 4))
def test_a_root_is_a_root(value: Exact, index: int) -> None:
    try:
        found = settled(root(value, index))
    except NotClosed:
        return
    with mpmath.workdps(60):
        assert abs(worth(found) ** index - worth(value)) < worth(value) * mpmath.mpf(10) ** -50
    try:
        back = settled(found**index)
    except NotClosed:
        return
    assert is_zero(back - value)


@given(towers())
def test_a_quotient_times_its_denominator_is_what_it_was(value: Exact) -> None:
    try:
        quotient = value.inverse()
        product = settled(quotient * value)
    except NotClosed:
        return
    assert product == Exact.of(1)


@given(small, small, small, st.sampled_from([2, 3, 5, 7]))
def test_a_value_that_is_no_nought_is_never_said_to_be_one(a: int, b: int, c: int, n: int) -> None:
    value = Exact.of(a) + Exact.of(b) * root(
        Exact.of(9) + Exact.of(c) * Exact.root(n) if c > 0 else Exact.of(7)
    )
    with mpmath.workdps(60):
        small_ = abs(worth(value)) < mpmath.mpf(10) ** -40
    assert is_zero(value) is small_


@pytest.mark.parametrize(
    ("typed", "exact"),
    [
        ("√(4 + 2√2) √(4 - 2√2)", "2√2"),
        ("√(10 + 2√5) √(10 - 2√5)", "4√5"),
        ("√(5 - 2√5) √(5 + 2√5)", "√5"),
        ("√(3 + 2√2)", "1 + √2"),
        ("√(4 + 3√2)", "⁴√2 + ⁴√8"),
        ("∛(7 + 5√2)", "1 + √2"),
        ("∛(2 + √5) + ∛(2 - √5)", "1"),
        ("⁴√(17 + 12√2)", "1 + √2"),
        ("5 (2√10 - 2√2) / (√5 - 1)", "10√2"),
        ("1/(1 + ∛2 + ∛4)", "∛2 - 1"),
        ("√2 ∛2", "√2·∛2"),
        ("2^(1/3) × 4^(1/3)", "2"),
        ("√(50/π)", "5√(2/π)"),
        ("∛(75/π)^3 π", "75"),
        ("√(π² + 4π + 4)", "2 + π"),
        ("10/(2 + π) × (2 + π)", "10"),
        ("√(144 - 36π)", "6√(4 - π)"),
        ("cos(36°) - cos(72°)", "1/2"),
        ("tan(36°)", "√(5 - 2√5)"),
        ("tan(20°) tan(70°)", "1"),
        ("sin(20°)^2 + cos(20°)^2", "1"),
        ("cos(20°) cos(40°) cos(80°)", "1/8"),
        ("sin(17.3°)/cos(72.7°)", "1"),
        ("6 sin(20°)", "6 sin(20°)"),
        ("5 tan(20°)", "5 tan(20°)"),
        ("sin(10°) + sin(50°) - sin(70°)", "0"),
        ("acos(√(2 + √2)/2) / (1 turn)", "1/16"),
    ],
)
def test_values_settle_to_their_simplest_form(typed: str, exact: str) -> None:
    value = evaluate(parse(typed), Scope()).value
    assert value.exact is not None
    assert value.exact.plain() == exact
    assert evaluate(parse(exact), Scope()).value.same_as(value)


@given(st.integers(0, 240))
def test_cosines_of_parts_of_three_degrees(k: int) -> None:
    degrees = Fraction(k * 3, 2) if k % 2 else Fraction(k * 15, 4)
    value = cosine_of(degrees)
    assert "cos" not in value.text() or degrees % Fraction(3, 8)
    with mpmath.workdps(60):
        true = mpmath.cos(mpmath.mpf(degrees.numerator) / degrees.denominator * mpmath.pi / 180)
        assert abs(worth(value) - true) < mpmath.mpf(10) ** -50


@given(st.integers(1, 119))
def test_the_angle_of_a_known_cosine_is_found_again(k: int) -> None:
    degrees = Fraction(3 * k, 2)
    assert arc_cosine(cosine_of(degrees)) == Exact.pi() * Exact.of(degrees / 180)


def given_of(name: str, **given: str) -> dict[str, Quantity]:
    """What is typed for a figure's measures, in metres."""
    figure, found = figures()[name], {}
    for measure, text in given.items():
        value = evaluate(parse(text), Scope())
        kind = next(m.kind for m in figure.measures if m.name == measure)
        found[measure] = Quantity(value.value, KINDS.get(kind, value.kind))
    return found


POLYGON_MEASURES = ("side", "area", "perimeter", "apothem", "circumradius")
CLOSED = [
    *[
        ("regular-polygon", {"sides": n, m: "7"})
        for n in ("5", "8", "10", "20", "24")
        for m in POLYGON_MEASURES
    ],
    *[("rhombus", {"side": "4", "angle": a}) for a in ("45°", "22.5°", "36°")],
    *[("parallelogram", {"base": "5", "side": "3", "angle": a}) for a in ("45°", "22.5°", "36°")],
    ("regular-polygon-prism", {"sides": "5", "side": "4", "height": "3"}),
    ("pyramid", {"sides": "5", "side": "4", "height": "3"}),
    ("circle", {"area": "50"}),
    ("cube", {"volume": "10"}),
    ("sphere", {"volume": "100"}),
    ("equilateral-triangle", {"area": "10"}),
    ("icosahedron", {"volume": "10"}),
    ("dodecahedron", {"surface": "60"}),
    ("cylinder", {"base_area": "2.5", "height": "3"}),
    ("semicircle", {"perimeter": "10"}),
    ("stadium", {"area": "20", "perimeter": "18"}),
]


@pytest.mark.parametrize(("name", "typed"), CLOSED, ids=[f"{n} {' '.join(t.values())}" for n, t in CLOSED])
def test_figures_are_exact_by_any_of_their_measures(name: str, typed: dict[str, str]) -> None:
    """Every measure has an exact form, whose digits are those of the formulas in another arithmetic."""
    solution = solve(figures()[name], given_of(name, **typed), PI)
    for measure, quantity in solution.values.items():
        assert quantity.value.exact is not None, measure
        plain = Real(None, quantity.value.exact.ball)
        assert float(plain) == pytest.approx(float(quantity.value), rel=1e-12)


@pytest.mark.parametrize("angle", ["36°", "22.5°", "45°"])
def test_the_law_of_cosines_at_known_angles(angle: str) -> None:
    solution = solve(figures()["triangle"], given_of("triangle", a="5", b="3", C=angle), PI)
    side, area = (solution.values[name].value.exact for name in ("c", "area"))
    assert side is not None
    assert area is not None
    degrees = mpmath.mpf(angle.rstrip("°"))
    with mpmath.workdps(60):
        radians = degrees * mpmath.pi / 180
        assert abs(worth(side) - mpmath.sqrt(34 - 30 * mpmath.cos(radians))) < mpmath.mpf(10) ** -50
        assert abs(worth(area) - 15 * mpmath.sin(radians) / 2) < mpmath.mpf(10) ** -50


@pytest.mark.parametrize("base_area", ["2.5", "0.5", "1.5", "3.5", "12.5", "7/2", "45/2"])
@pytest.mark.parametrize("name", ["cylinder", "cone"])
def test_a_true_tie_rounds_up_whatever_came_between(name: str, base_area: str) -> None:
    """The radius on the way is √(area/π): the volume is a half all the same."""
    height = "3" if name == "cylinder" else "9"
    value = (
        solve(figures()[name], given_of(name, base_area=base_area, height=height), PI).values["volume"].value
    )
    assert value.rational == Fraction(base_area) * 3
    wanted = int(Fraction(base_area) * 3 + Fraction(1, 2))
    assert round_by(value, Rounding(places=0)).text == str(wanted)


@pytest.mark.parametrize("name", [n for n in figures() if not n.startswith("ellipse")])
def test_a_rational_value_stays_rational(name: str) -> None:
    """From every set of measures as large as the usual givens: what was rational is so again, or another figure."""
    figure = figures()[name]
    whole = solve(figure, starting_givens(figure), PI)
    rational = {m: q for m, q in whole.values.items() if q.value.rational is not None}
    for chosen in list(combinations(rational, len(starting_givens(figure))))[:12]:
        try:
            found = solve(figure, {m: rational[m] for m in chosen}, PI).values
        except ArithmeticError:
            raise
        except Exception:
            continue
        for measure, quantity in found.items():
            if measure in rational and quantity.value.same_as(rational[measure].value):
                assert quantity.value.rational is not None, (chosen, measure)


TURNS = ["0°", "33°", "20°", "17.3°", "45°", "1.5°", "7.77°", "acos(1/3)"]


@pytest.mark.parametrize("turn", TURNS)
def test_a_figure_turned_as_a_whole_is_as_exact_as_before(turn: str) -> None:
    c, s = f"cos({turn})", f"sin({turn})"
    area, perimeter = measures(
        part("a", "square", side="1", turn=turn),
        part("b", "rectangle", (f"{c}/2", f"{s}/2"), width="1", height="1", turn=turn),
        part("hole", "circle", (f"{c}/4 - {s}/2", f"{s}/4 + {c}/2"), radius="1/8", join="take"),
    )
    assert (area["exact"], perimeter["exact"]) == ("3/2 - pi/64", "5 + pi/4")


def test_parts_on_edges_follow_a_turned_figure_exactly() -> None:
    deck = part("deck", "square", side="2", turn="20")
    bay = {**part("bay", "semicircle", diameter="deck.side"), "on": {"part": "deck", "edge": "top"}}
    area, _ = measures(deck, bay)
    assert area["exact"] == "4 + pi/2"


def test_a_border_of_many_pieces_keeps_its_whole_number() -> None:
    teeth = ", ".join(f"R 1, {'U' if k % 2 else 'D'} 1" for k in range(35))
    comb = {"name": "comb", "shape": "outline", "walk": f"U 2, {teeth}, R 1, D ?, L ?"}
    band = part("band", "rectangle", ("-1", "0.5"), width="100", height="1", join="common")
    area, perimeter = measures(comb, band)
    assert area["exact"] is not None
    assert perimeter["exact"] is not None
    assert (
        area["exact"] == "27"
    )  # 18 teeth of 1 by 1, and half a square under each of them and under each gap


def test_an_exact_form_with_an_angle_can_be_typed_in_again() -> None:
    told = answer("4.5 m × cos(40°)")
    assert told["exactText"] == "9/2 cos(40°) m"
    assert answer(told["exactText"])["exact"] == told["exact"]
