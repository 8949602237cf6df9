"""Cases solved side by side, between floats: the same as each by itself, and every bound holds."""

from __future__ import annotations

from collections.abc import Callable
from contextlib import suppress
from fractions import Fraction
from itertools import combinations
from random import Random

import mpmath
import numpy as np
import pytest
from flint import arb
from hypothesis import given
from hypothesis import strategies as st

from mensuration.cases import found as cases_found
from mensuration.catalogue import Figure, figures
from mensuration.expressions import Quantity, Scope, evaluate, parse
from mensuration.expressions.algebras import in_boxes, in_slopes
from mensuration.expressions.slope import Slope
from mensuration.numbers import PI, Real, Rounding, round_by
from mensuration.numbers.boxes import BITS, Boxes, texts_between
from mensuration.numbers.proof import precision
from mensuration.solving import SolvingError, solutions, solve, starting_givens
from mensuration.solving.side_by_side import solved_side_by_side
from mensuration.units import LENGTH
from tests.core.test_cases import given_columns, worked

FUNCTIONS: dict[str, tuple[Callable[..., mpmath.mpf], float, float]] = {
    "sqrt(x)": (mpmath.sqrt, 1e-9, 1e9),
    "cbrt(x)": (mpmath.cbrt, 1e-9, 1e9),
    "sin(x)": (lambda x: mpmath.sin(2 * mpmath.pi * x), -2, 2),
    "cos(x)": (lambda x: mpmath.cos(2 * mpmath.pi * x), -2, 2),
    "tan(x)": (lambda x: mpmath.tan(2 * mpmath.pi * x), -0.2, 0.2),
    "asin(x)": (lambda x: mpmath.asin(x) / (2 * mpmath.pi), -0.999, 0.999),
    "acos(x)": (lambda x: mpmath.acos(x) / (2 * mpmath.pi), -0.999, 0.999),
    "atan(x)": (lambda x: mpmath.atan(x) / (2 * mpmath.pi), -50, 50),
    "abs(x)": (abs, -3, 3),
    "x^3 / (2 + x) - 1": (lambda x: x**3 / (2 + x) - 1, -1.9, 40),
    "ellipse_perimeter(x, 2)": (lambda x: 4 * x * mpmath.ellipe(1 - 4 / (x * x)), 1e-3, 900),
}


@pytest.mark.parametrize("formula", FUNCTIONS)
def test_boxes_hold_every_value_of_what_is_in_them(formula: str) -> None:
    """At 200 boxes, some of them wide: values by mpmath at five points of each; and they are tight where they are thin."""
    function, low, high = FUNCTIONS[formula]
    random = Random(formula)
    starts = np.array([random.uniform(low, high) for _ in range(200)])
    widths = np.array([random.choice([0, 1e-12, 1e-3, 0.3]) * abs(x) for x in starts])
    ends = np.clip(starts + widths, low, high)
    boxes = in_boxes(formula)({"x": Boxes(starts, ends)})
    with mpmath.workdps(30):
        for index, (start, end) in enumerate(zip(starts.tolist(), ends.tolist(), strict=True)):
            for part in (0, 0.25, 0.5, 0.75, 1):
                x = mpmath.mpf(start) + (mpmath.mpf(end) - start) * part
                assert boxes.low[index] <= function(x) <= boxes.high[index], (start, end)
            if start == end:
                assert boxes.high[index] - boxes.low[index] <= 1e-11 * (1 + abs(boxes.middle[index]))


STEP = 1e-5


@pytest.mark.parametrize("formula", ["ellipse_perimeter(x, 2)", "abs(x - 2) x", "sqrt(x) / tan(x / 9)"])
def test_slopes_in_boxes_hold_the_slopes(formula: str) -> None:
    points = np.array([0.4, 1.5, 1.9999, 2.0001, 2.0003, 2.2])
    with precision(BITS):
        slopes = in_slopes(formula, BITS)({"x": Slope(Boxes(points, points + STEP), arb(1))}).slope
    here, there = (in_boxes(formula)({"x": Boxes(at, at)}).middle for at in (points, points + STEP))
    rise = (there - here) / STEP
    assert ((slopes.low - 1e-8 <= rise) & (rise <= slopes.high + 1e-8)).all()
    assert (slopes.high - slopes.low < 1e-2).all()


def test_what_has_no_real_value_is_told_from_what_has_no_bounds() -> None:
    values = Boxes(np.array([-2.0, -1.0, 1.0]), np.array([-1.0, 1.0, 2.0]))
    with np.errstate(invalid="ignore"):
        roots, angles = in_boxes("2 sqrt(x) - 1 / 3")({"x": values}), in_boxes("acos(x + 5)")({"x": values})
    assert roots.unreal.tolist() == [True, False, False]
    assert roots.bounded.tolist() == [False, False, True]
    assert angles.unreal.all()
    assert not in_boxes("1 / x")({"x": values}).unreal.any()


@given(st.fractions(min_value=-500, max_value=500, max_denominator=4000), st.integers(0, 4), st.booleans())
def test_a_text_between_bounds_is_the_rounded_value_or_none(value: object, digits: int, places: bool) -> None:
    real = Real.of(value)  # type: ignore[arg-type]
    rule = Rounding(places=digits) if places else Rounding(figures=digits + 1)
    text = texts_between(Boxes.of([real]), rule)[0]
    assert text is None or text == round_by(real, rule).text


def test_a_tie_between_bounds_has_no_text() -> None:
    ties = Boxes.of([Real.of(5) / Real.of(2), Real.of(1) / Real.of(8), Real.of(0)])
    assert texts_between(ties, Rounding(places=0)) == [None, "0", None]
    assert texts_between(ties, Rounding(places=2))[1] is None


SOME = 14  # sets of givens of each figure, by lot
ROWS = 3
LEFT_OPEN = 0.25  # of them at most: next to a bound, or too few givens


def drawn(figure: Figure, random: Random) -> dict[str, Quantity]:
    """All quantities of a figure with lengths by lot."""
    while True:
        some = {
            name: quantity.times(Quantity(Real.of(Fraction(random.randint(14, 40), 20))))
            if quantity.kind == LENGTH
            else quantity
            for name, quantity in starting_givens(figure).items()
        }
        for name in figure.defaults:
            some[name] = some[figure.usual[0]].times(Quantity(Real.of(Fraction(random.randint(3, 15), 20))))
        with suppress(SolvingError):
            return dict(solve(figure, some, PI).values)


@pytest.mark.parametrize("name", figures())
def test_side_by_side_finds_what_each_finds_by_itself(name: str) -> None:
    """Every solution in the same order, every value within its bounds; also that hardly any case is left open."""
    figure, random = figures()[name], Random(name)
    wholes = [drawn(figure, random) for _ in range(ROWS)]
    measures = [m.name for m in figure.measures]
    sets = [some for count in range(1, len(figure.basis) + 1) for some in combinations(measures, count)]
    solvable = left_open = 0
    for some in random.sample(sets, min(SOME, len(sets))):
        boxes = {one: Boxes.of([whole[one].value for whole in wholes]) for one in some}
        side = solved_side_by_side(figure, boxes, Boxes.of([PI]))
        for row, whole in enumerate(wholes):
            try:
                alone = solutions(figure, {one: whole[one] for one in some}, PI)
            except SolvingError:
                alone = []
            solvable += bool(alone)
            if side.open[row]:
                left_open += bool(alone)
                continue
            found = [each.values for each in side.found if row in each.rows]
            assert len(found) == len(alone), (some, row)
            for values, solution in zip(found, alone, strict=True):
                for measure in measures:
                    value = float(solution.values[measure].value)
                    box, hair = values[measure], 2e-16 * abs(value)
                    assert box.low[row] - hair <= value <= box.high[row] + hair, (some, row, measure)
    assert left_open <= LEFT_OPEN * solvable + ROWS


TABLES = [
    ("cylinder", {"radius": "{}", "height": "2.5"}),
    ("cone", {"surface": "{}5", "volume": "4"}),
    ("segment", {"area": "{}", "perimeter": "9"}),
    ("rectangle", {"perimeter": "{}", "area": "1.5"}),
    ("ellipse", {"a": "2", "perimeter": "1{}"}),
    ("pyramid", {"sides": "5", "volume": "{}", "surface": "30"}),
    ("cube", {"diagonal": "{}/8"}),
    ("triangle", {"base": "4", "a": "{}", "C": "70°"}),
    ("trapezoid", {"base": "4", "top": "2", "area": "{}"}),
]


@pytest.mark.parametrize("rounding", [{"places": 0}, {"places": 2}, {"figures": 3}])
@pytest.mark.parametrize(("figure", "row"), TABLES)
def test_a_table_reads_the_same_either_way(
    figure: str, row: dict[str, str], rounding: dict[str, int], monkeypatch: pytest.MonkeyPatch
) -> None:
    """Cells to the last digit, ties and refusals too."""
    rows = [{name: text.format(number) for name, text in row.items()} for number in range(1, 12)]
    rows += [{**rows[3], next(iter(row)): "-1"}, {next(iter(row)): "2.5"}, {}]
    told = []
    for at_once in (6, 1000):
        monkeypatch.setattr(cases_found, "SEVERAL", at_once)
        monkeypatch.setattr(cases_found, "_memory", cases_found._Memory())
        told.append(worked(figure, given_columns(*row), rows, rounding=rounding))
    for one, two in zip(*told, strict=True):
        for name, cell in one["cells"].items():
            assert cell.pop("number") == pytest.approx(two["cells"][name].pop("number"), rel=1e-12)
        assert one == two


def test_what_is_expected_is_compared_without_working_a_row_out_again(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    monkeypatch.setattr(cases_found, "_memory", cases_found._Memory())
    monkeypatch.setattr("mensuration.cases.work.solved_alone", None)  # which would be called for it
    columns = [*given_columns("radius"), {"name": "volume", "role": "expected"}]
    rows = [{"radius": str(n), "volume": "113.10" if n == 3 else "4.18"} for n in range(1, 9)]
    rows[0]["volume"] = "4.19"
    agree = [row["agree"]["volume"] for row in worked("sphere", columns, rows)]
    assert agree == [True, False, True, *[False] * 5]


def test_a_second_value_that_is_no_figure_is_not_told() -> None:
    """Of this trapezoid a form with two values gave a top of -0.1 as well."""
    lengths = {"offset": "14/5", "left": "7/2", "right": "sqrt(61/10)", "falling_diagonal": "sqrt(117/20)"}
    known = {name: Quantity(evaluate(parse(text), Scope()).value, LENGTH) for name, text in lengths.items()}
    tops = [float(one.values["top"].value) for one in solutions(figures()["trapezoid"], known, PI)]
    assert tops == pytest.approx([0.1, 2.5])
