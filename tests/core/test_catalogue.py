"""The whole catalogue: every relation against SymPy, every outline against its own measures, every way of giving it."""

from __future__ import annotations

from fractions import Fraction
from itertools import combinations
from math import isclose

import pytest
import sympy
from hypothesis import given
from hypothesis import strategies as st

from mensuration.catalogue import Figure, figures
from mensuration.expressions import Quantity, Scope, evaluate, parse, paths
from mensuration.expressions.nodes import Binary, Call, Negative, Node, Number, Path, Power, UnitOf
from mensuration.numbers import PI, Real
from mensuration.plane import Placement, compose, place
from mensuration.plane.measuring import enclosed
from mensuration.solving import SolvingError, solve
from mensuration.units import ANGLE, LENGTH

ALL = list(figures().values())
KINDS = {"length": LENGTH, "area": LENGTH.power(2), "angle": ANGLE}
by_name = pytest.mark.parametrize("figure", ALL, ids=lambda figure: figure.name)
sizes = st.fractions(min_value=Fraction(1, 20), max_value=200, max_denominator=40)


def lengths(values: dict[str, Fraction]) -> dict[str, Quantity]:
    return {name: Quantity(Real.of(value), LENGTH) for name, value in values.items()}


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
        case Call(function, arguments):
            return getattr(sympy, function)(*(as_sympy(argument) for argument in arguments))
        case Binary(operator, left, right):
            a, b = as_sympy(left), as_sympy(right)
            return {"+": a + b, "-": a - b, "*": a * b, "/": a / b}[operator]


@by_name
def test_rearranged_forms_say_the_same(figure: Figure) -> None:
    """Putting the first form into each rearranged one gives back the quantity (angles under 90°)."""
    for relation in figure.relations:
        forms = {quantity: as_sympy(parse(text)) for quantity, text in relation.forms.items()}
        first, formula = next(iter(forms.items()))
        for quantity, rearranged in forms.items():
            if quantity == first:
                continue
            put_in = rearranged.subs(sympy.Symbol(first, positive=True), formula)
            numbers: dict[sympy.Symbol, sympy.Expr] = {
                symbol: sympy.Rational(7 + 2 * i, 13)
                for i, symbol in enumerate(sorted(put_in.free_symbols, key=str, reverse=True))
            }
            wanted = sympy.Symbol(quantity, positive=True).subs(numbers)
            assert abs(sympy.N(put_in.subs(numbers) - wanted, 30)) < 1e-25, (figure.name, quantity)


@by_name
def test_formulas_have_the_units_of_what_they_find(figure: Figure) -> None:
    one = {m.name: Quantity(Real.of(Fraction(1, 8)), KINDS[m.kind]) for m in figure.measures}
    scope = Scope(lambda path: one.get(path.text))
    for relation in figure.relations:
        for quantity, text in relation.forms.items():
            if "sqrt" in text and "-" in text:
                continue  # a difference of equal lengths under the root is 0, which has a unit all the same
            measure = figure.measure(quantity)
            assert measure is not None
            assert evaluate(parse(text), scope).kind == KINDS[measure.kind], (figure.name, text)


@by_name
def test_declarations_only_name_what_they_declare(figure: Figure) -> None:
    names = {m.name for m in figure.measures}
    texts = [text for relation in figure.relations for text in (*relation.forms, *relation.forms.values())]
    texts += [c.expression for c in figure.constraints] + [c.at for c in figure.constraints]
    texts += [t for edge in figure.outline.edges for t in (*edge.to, edge.length)]
    texts += [t for span in figure.spans for t in (span.measure, *span.start, *span.end)]
    texts += [t for grip in figure.grips for t in grip.at]
    used = {path.text for text in texts for path in paths(parse(text))}
    assert used - {"pi"} <= names
    edges = {edge.name for edge in figure.outline.edges}
    assert {name for group in figure.equal_edges for name in group} <= edges


@by_name
@given(values=st.lists(sizes, min_size=3, max_size=3))
def test_area_and_perimeter_formulas_agree_with_the_outline(figure: Figure, values: list[Fraction]) -> None:
    """The outline measured by Green's theorem, and the sum of its edges, against the declared formulas."""
    given_ = lengths(dict(zip(figure.usual, values, strict=False)))
    solution = solve(figure, given_, PI)
    part = place("it", 0, "add", solution, Placement())
    whole = compose((part,), PI)
    measured = enclosed(whole.arrangement, whole.covers, PI)
    assert isclose(float(measured), float(solution.values["area"].value), rel_tol=1e-13)
    assert isclose(float(whole.perimeter), float(solution.values["perimeter"].value), rel_tol=1e-13)
    assert whole.area.same_as(solution.values["area"].value)


@by_name
@given(values=st.lists(sizes, min_size=3, max_size=3))
def test_every_sufficient_set_of_givens_gives_the_figure_back(figure: Figure, values: list[Fraction]) -> None:
    usual = lengths(dict(zip(figure.usual, values, strict=False)))
    if figure.defaults:  # a triangle's offset is a choice, not a consequence
        third = Quantity(usual[figure.usual[0]].value / Real.of(3), LENGTH)
        usual |= dict.fromkeys(figure.defaults, third)
    whole = solve(figure, usual, PI)
    tried = solved = 0
    for chosen in combinations([m.name for m in figure.measures], len(usual)):
        tried += 1
        try:
            again = solve(figure, {name: whole.values[name] for name in chosen}, PI)
        except SolvingError as error:
            assert error.code == "too-little", (figure.name, chosen, error.says)
            continue
        if figure.defaults and not set(figure.defaults) <= set(chosen):
            continue  # other triangles have these measurements too
        solved += 1
        for name, quantity in whole.values.items():
            ours = float(again.values[name].value)
            assert isclose(ours, float(quantity.value), rel_tol=1e-9, abs_tol=1e-12), (
                figure.name,
                chosen,
                name,
            )
    assert solved >= min(tried, len(figure.usual))


@by_name
@given(values=st.lists(sizes, min_size=3, max_size=3), scale=sizes)
def test_scaling_scales_lengths_and_areas(figure: Figure, values: list[Fraction], scale: Fraction) -> None:
    given_ = dict(zip(figure.usual, values, strict=False))
    small = solve(figure, lengths(given_), PI)
    large = solve(figure, lengths({name: value * scale for name, value in given_.items()}), PI)
    for measure in figure.measures:
        factor = {"length": scale, "area": scale**2, "angle": Fraction(1)}[measure.kind]
        expected = small.values[measure.name].value * Real.of(factor)
        assert isclose(float(large.values[measure.name].value), float(expected), rel_tol=1e-12)


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
