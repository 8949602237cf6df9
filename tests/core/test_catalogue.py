"""The whole catalogue: every relation against SymPy, every outline against its own measures, every way of giving it."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from contextlib import suppress
from fractions import Fraction
from itertools import combinations, permutations
from math import hypot, isclose, pi
from random import Random

import mpmath
import numpy
import pytest
import sympy
from flint import arb, ctx
from hypothesis import given, reject, settings
from hypothesis import strategies as st

from mensuration.catalogue import Figure, PlaneFigure, Solid, figures, plane_figures
from mensuration.expressions import Quantity, Scope, evaluate, parse, paths
from mensuration.expressions.algebras import in_floats
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, UnitOf
from mensuration.numbers import PI, Real
from mensuration.plane import Placement, compose, place
from mensuration.plane.measuring import enclosed
from mensuration.solving import Solution, SolvingError, solutions, solve
from mensuration.solving.forms import plan_from
from mensuration.solving.solution import USUAL_CHOICE
from mensuration.units import ANGLE, LENGTH, NUMBER

ALL = list(figures().values())
PLANE = list(plane_figures().values())
KINDS = {
    "length": LENGTH,
    "area": LENGTH.power(2),
    "volume": LENGTH.power(3),
    "angle": ANGLE,
    "count": NUMBER,
}
plane_by_name = pytest.mark.parametrize("figure", PLANE, ids=lambda figure: figure.name)
by_name = pytest.mark.parametrize("figure", ALL, ids=lambda figure: figure.name)
sizes = st.fractions(min_value=Fraction(1, 20), max_value=200, max_denominator=40)
four = st.lists(sizes, min_size=4, max_size=4)


def usual(figure: Figure, values: list[Fraction], scale: Fraction = Fraction(1)) -> dict[str, Quantity]:
    """The usual givens of a figure from plain sizes: lengths as they are, angles under 170°, small counts."""
    made: dict[str, Quantity] = {}
    for name, value in zip(figure.usual, values, strict=False):
        measure = figure.measure(name)
        assert measure is not None
        if measure.kind == "angle":
            made[name] = Quantity(Real.of((5 + value * 33 % 165) / 360), ANGLE)
        elif measure.kind == "count":
            made[name] = Quantity(Real.of(3 + int(value) % 10))
        else:
            made[name] = Quantity(Real.of(value * scale), LENGTH)
    return made


def solved(figure: Figure, given_: dict[str, Quantity]) -> Solution:
    """The solution; where no figure has these measurements, the example is drawn again."""
    try:
        return solve(figure, given_, PI)
    except SolvingError:
        reject()
        raise


def as_sympy(node: Node) -> sympy.Expr:
    """An independent reading of a formula, with angles in radians."""
    match node:
        case Number(value):
            return sympy.Rational(value.numerator, value.denominator)
        case UnitOf(unit):
            assert unit.symbol == "deg"
            return sympy.pi / 180
        case Path(names):
            return sympy.pi if names == ("pi",) else sympy.Symbol(names[0], positive=True)
        case Negative(of):
            return -as_sympy(of)
        case Power(base, exponent):
            return as_sympy(base) ** as_sympy(exponent)
        case Call("mean_radius", arguments):
            a, b = (as_sympy(argument) for argument in arguments)
            return 4 * a * sympy.elliptic_e(1 - b**2 / a**2) / (2 * sympy.pi)
        case Call(function, arguments):
            return {"abs": sympy.Abs}.get(function, getattr(sympy, function, None))(
                *(as_sympy(argument) for argument in arguments)
            )
        case Binary(operator, left, right):
            a, b = as_sympy(left), as_sympy(right)
            return {"+": a + b, "-": a - b, "*": a * b, "/": a / b}[operator]


SHAPES = [  # usual givens, different enough that no two sides are equal
    [Fraction(7, 2), Fraction(2), Fraction(5, 3), Fraction(3)],
    [Fraction(5), Fraction(3), Fraction(2), Fraction(4)],
    [Fraction(15, 4), Fraction(7, 2), Fraction(1), Fraction(6, 5)],
]
SETS = 18  # of givens, tried for each shape; the benchmark goes through all
SIZES = ([7, 9, 11, 13, 15, 17], [1, 3, 9, 27, 81, 243])


@by_name
def test_rearranged_forms_say_the_same(figure: Figure) -> None:
    """Putting the first form into each rearranged one gives back the quantity, for one order of sizes at least:
    a root or an arc sine means one of two solutions."""
    for relation in figure.relations:
        forms = {quantity: as_sympy(parse(text)) for quantity, text in relation.forms.items()}
        first, formula = next(iter(forms.items()))
        for quantity, rearranged in forms.items():
            if quantity == first:
                continue
            difference = rearranged.subs(sympy.Symbol(first, positive=True), formula) - sympy.Symbol(
                quantity, positive=True
            )
            symbols = sorted({*difference.free_symbols, sympy.Symbol(quantity, positive=True)}, key=str)
            near, far = ([sympy.Rational(n, 13) for n in row[: len(symbols)]] for row in SIZES)
            assert any(
                abs(sympy.N(difference.subs(dict(zip(symbols, order, strict=True))), 30)) < 1e-25
                for order in (*permutations(near), *permutations(far))
            ), (figure.name, quantity)


@by_name
def test_formulas_have_the_units_of_what_they_find(figure: Figure) -> None:
    scope = solve(figure, usual(figure, SHAPES[1]), PI).scope()
    for relation in figure.relations:
        for quantity, text in relation.forms.items():
            measure = figure.measure(quantity)
            assert measure is not None
            assert evaluate(parse(text), scope).kind == KINDS[measure.kind], (figure.name, text)


@by_name
def test_declarations_only_name_what_they_declare(figure: Figure) -> None:
    names = {m.name for m in figure.measures}
    texts = [text for relation in figure.relations for text in (*relation.forms, *relation.forms.values())]
    texts += [c.expression for c in figure.constraints] + [c.at for c in figure.constraints]
    texts += [d.formula for d in figure.defaults.values()] + [
        n for d in figure.defaults.values() for n in d.needs
    ]
    texts += [name for meant in figure.shorthands.values() for name in meant]
    if isinstance(figure, PlaneFigure):
        edges = [edge for walk in figure.boundary(lambda _: 5).walks for edge in walk.edges]
        texts += [t for edge in edges for t in (*edge.to, edge.length)]
        texts += [t for span in figure.spans for t in (span.measure, *span.start, *span.end)]
        drives = [drive for grip in figure.grips for drive in grip.drives]
        texts += [t for grip in figure.grips for t in grip.at] + [
            t for drive in drives for t in (drive.measure, drive.factor, drive.less)
        ]
        texts += [t for a in figure.angles for t in (a.measure, *a.at)]
        marked = {name for group in (*figure.equal_edges, *figure.parallel_edges) for name in group} - {"*"}
        assert marked <= {edge.name for edge in edges}
    elif isinstance(figure, Solid):
        texts += [t for s in figure.dimensions for t in (s.measure, *s.start, *s.end, s.unless or "pi")]
        texts += [t for corner in figure.right_angles for xyz in corner for t in xyz]
    used = {path.text for text in texts for path in paths(parse(text))}
    assert used - {"pi"} <= names


def check_outline(solution: Solution) -> None:
    """The outline measured by Green's theorem, and the sum of its edges, against the declared formulas."""
    whole = compose((place("it", 0, "add", solution, Placement()),), PI)
    measured = enclosed(whole.arrangement, whole.covers, PI)
    area, perimeter = (float(solution.values[name].value) for name in ("area", "perimeter"))
    assert isclose(float(measured), area, rel_tol=1e-12)
    assert isclose(sum(float(edge.length) for edge in whole.parts[0].edges), perimeter, rel_tol=1e-12)
    assert isclose(float(whole.perimeter), perimeter, rel_tol=1e-12)
    assert whole.area.same_as(solution.values["area"].value)
    for edge in whole.parts[0].edges:
        if edge.straight:
            assert isclose(
                hypot(edge.b[0] - edge.a[0], edge.b[1] - edge.a[1]), float(edge.length), rel_tol=1e-9
            )


@plane_by_name
@settings(max_examples=50)
@given(values=four)
def test_area_and_perimeter_formulas_agree_with_the_outline(figure: Figure, values: list[Fraction]) -> None:
    check_outline(solved(figure, usual(figure, values)))


def near(one: Real, other: Real) -> bool:
    return isclose(float(one), float(other), rel_tol=1e-9, abs_tol=1e-9)


def with_choices(figure: Figure, values: list[Fraction]) -> tuple[Solution, int]:
    """A figure of these sizes, its free choices made too; and how many givens that takes."""
    given_ = usual(figure, values)
    for name in figure.defaults:  # a triangle's offset is a choice, not a consequence
        given_[name] = Quantity(given_[figure.usual[0]].value / Real.of(3), LENGTH)
    return solve(figure, given_, PI), len(given_)


def by_lot(figure: Figure) -> tuple[Solution, int]:
    """A valid figure of sizes drawn by lot."""
    lot = Random(f"sizes of a {figure.name}")
    while True:
        with suppress(SolvingError):
            return with_choices(figure, [Fraction(lot.randint(8, 60), lot.randint(4, 12)) for _ in range(4)])


def independence(whole: Solution) -> Callable[[Iterable[str]], float]:
    """How far measures are from hanging on one another: the least singular value of their derivatives, to the largest.

    The derivatives are by the logarithms of the usual givens, by differences in floats, a count taken as any number.
    """
    figure = whole.figure
    basis = figure.basis
    forms = plan_from(figure, basis)

    def measures(moved: str, by: float) -> dict[str, float]:
        found = {**{name: whole.floats[name] for name in basis}, "pi": pi}
        found[moved] *= 1 + by
        for name, formula in forms:
            found[name] = in_floats(formula, found)
        return found

    step = 1e-5
    sides = [(measures(name, step), measures(name, -step)) for name in basis]
    slopes = {
        m.name: [(up[m.name] - down[m.name]) / (2 * step * abs(whole.floats[m.name])) for up, down in sides]
        for m in figure.measures
    }

    def of(names: Iterable[str]) -> float:
        sizes = numpy.linalg.svd([slopes[name] for name in names], compute_uv=False)
        return float(sizes[-1] / sizes[0])

    return of


@by_name
@pytest.mark.parametrize("values", [*SHAPES, None], ids=["lean", "even", "tall", "by lot"])
def test_every_sufficient_set_of_givens_gives_the_figure_back(
    figure: Figure, values: list[Fraction] | None
) -> None:
    """Among the figures that have these measurements is the one that they were taken from, exactly where it is exact."""
    whole, count = by_lot(figure) if values is None else with_choices(figure, values)
    independent = independence(whole)
    found = 0
    names = [m.name for m in figure.measures]
    sets = list(combinations(names, count))
    for chosen in Random(figure.name).sample(sets, min(SETS, len(sets))):
        try:
            all_found = solutions(figure, {name: whole.values[name] for name in chosen}, PI)
        except SolvingError as error:
            assert error.code == "too-little", (chosen, error.says)
            assert independent(chosen) < 1e-6, chosen  # these hang on one another
            continue
        if any(taken.source == USUAL_CHOICE for taken in all_found[0].steps):
            assert independent(chosen) < 1e-6, chosen  # and the usual figure is another one
            continue
        found += 1
        same = [
            one for one in all_found if all(near(one.values[n].value, whole.values[n].value) for n in names)
        ]
        assert same, (figure.name, chosen)
        for one, other in ((same[0].values[n].value, whole.values[n].value) for n in names):
            assert one.exact is None or other.exact is None or one.same_as(other)
    assert found >= len(figure.usual)


def given_of(shape: str, **typed: str) -> dict[str, Quantity]:
    """Givens from plain numbers: lengths and areas in metres, angles in degrees."""
    measures = {m.name: m for m in figures()[shape].measures}
    return {
        name: Quantity(
            Real.of(Fraction(text) / (360 if measures[name].kind == "angle" else 1)),
            KINDS[measures[name].kind],
        )
        for name, text in typed.items()
    }


TWO = [  # shape, givens, a measure, its values: each worked by hand
    ("rectangle", {"perimeter": "14", "area": "12"}, "width", [3, 4]),
    ("rectangle", {"perimeter": "14", "diagonal": "5"}, "width", [3, 4]),
    ("rectangle", {"area": "12", "diagonal": "5"}, "width", [3, 4]),
    ("right-triangle", {"perimeter": "12", "area": "6"}, "base", [3, 4]),
    ("triangle", {"a": "4", "b": "6", "A": "30"}, "c", [3 * 3**0.5 + 7**0.5, 3 * 3**0.5 - 7**0.5]),  # SSA
    ("triangle", {"b": "5", "c": "6", "area": "12"}, "a", [5, 97**0.5]),  # cos A = ± 3/5
    ("sector", {"area": "10", "perimeter": "14"}, "radius", [2, 5]),
    ("segment", {"chord": "6", "radius": "5"}, "height", [1, 9]),
    ("rhombus", {"side": "5", "height": "4"}, "d1", [80**0.5, 20**0.5]),
]


@pytest.mark.parametrize(
    ("shape", "typed", "measure", "values"), TWO, ids=[f"{t[0]} by {' and '.join(t[1])}" for t in TWO]
)
def test_both_solutions_are_found(
    shape: str, typed: dict[str, str], measure: str, values: list[float]
) -> None:
    found = solutions(figures()[shape], given_of(shape, **typed), PI)
    assert [round(float(one.values[measure].value), 12) for one in found] == [round(v, 12) for v in values]


def test_no_closed_form_is_found_by_trial_with_proven_digits() -> None:
    """A segment's angle from its area and radius: θ - sin θ = 2 · area / r², against mpmath."""
    (segment,) = solutions(figures()["segment"], given_of("segment", area="3", radius="2"), PI)
    step = next(step for step in segment.steps if step.equations)
    assert step.equations == (("area", "angle / 360° * pi radius^2 - 1/2 radius^2 sin(angle)"),)
    with mpmath.workdps(60):
        theta = mpmath.findroot(lambda t: t - mpmath.sin(t) - mpmath.mpf(3) / 2, 2)
        expected = mpmath.nstr(theta / (2 * mpmath.pi), 45, strip_zeros=False)
    with ctx.workdps(60):
        turns = segment.values["angle"].value.ball()
        assert abs(turns - arb(expected)) < arb(10) ** -43
        assert turns.rad() < arb(10) ** -40


@by_name
@settings(max_examples=25)
@given(values=four, scale=sizes)
def test_scaling_scales_lengths_and_areas(figure: Figure, values: list[Fraction], scale: Fraction) -> None:
    small = solved(figure, usual(figure, values))
    large = solved(figure, usual(figure, values, scale))
    for measure in figure.measures:
        factor = {"length": scale, "area": scale**2, "volume": scale**3}.get(measure.kind, Fraction(1))
        expected = small.values[measure.name].value * Real.of(factor)
        assert isclose(float(large.values[measure.name].value), float(expected), rel_tol=1e-12, abs_tol=1e-12)


def solving_fault(shape: str, **given_: str) -> SolvingError:
    quantities = {name: evaluate(parse(text), Scope()) for name, text in given_.items()}
    with pytest.raises(SolvingError) as caught:
        solve(figures()[shape], quantities, PI)
    return caught.value


@pytest.mark.parametrize(
    ("shape", "given_", "code", "says"),
    [
        ("circle", {"radius": "0 m"}, "not-positive", "radius must be more than 0"),
        ("circle", {"radius": "-2 m"}, "not-positive", "radius must be more than 0"),
        ("circle", {}, "too-little", "a circle needs its radius"),
        ("rectangle", {"width": "3 m"}, "too-little", "one more measurement is needed: height"),
        (
            "rectangle",
            {"width": "3 m", "diagonal": "2 m"},
            "out-of-range",
            "the diagonal must be longer than the width",
        ),
        (
            "right-triangle",
            {"base": "3 m", "hypotenuse": "3 m"},
            "out-of-range",
            "must be longer than the base",
        ),
        ("right-triangle", {"base": "3 m", "angle": "90°"}, "out-of-range", "less than 90°"),
        ("circle", {"radius": "2 m", "diameter": "5 m"}, "contradiction", "contradict one another"),
        ("rectangle", {"width": "2 m", "height": "3 m", "area": "7 m^2"}, "contradiction", "would be 6"),
        ("rectangle", {"width": "3 m", "perimeter": "5 m"}, "out-of-range", "more than twice the width"),
    ],
)
def test_impossible_givens_are_answered_in_words(
    shape: str, given_: dict[str, str], code: str, says: str
) -> None:
    fault = solving_fault(shape, **given_)
    assert fault.code == code
    assert says in fault.says


def test_the_path_shows_only_the_steps_that_lead_there() -> None:
    circle = solve(figures()["circle"], {"area": evaluate(parse("9π m²"), Scope())}, PI)
    assert [step.formula for step in circle.path_to({"circumference"})] == ["sqrt(area / pi)", "2 pi radius"]
    assert circle.values["circumference"].value.exact == (PI * Real.of(6)).exact
