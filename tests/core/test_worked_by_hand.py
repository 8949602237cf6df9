"""Figures worked out by hand, exactly: found from their usual givens, and from other measures of theirs."""

from __future__ import annotations

from itertools import combinations
from random import Random

import pytest

from mensuration.catalogue import figures
from mensuration.expressions import Quantity, Scope, evaluate, parse
from mensuration.numbers import PI
from mensuration.problem import evaluate_document
from mensuration.solving import SolvingError, solutions, solve
from mensuration.solving.search import sufficient
from mensuration.units import ANGLE, LENGTH, NUMBER, POWERS

WORKED = {  # by the elementary formulas, from whole or simple numbers; lengths in metres
    "circle": "radius=3 diameter=6 circumference=6π area=9π perimeter=6π",
    "ellipse": "a=5 b=3 area=15π",
    "equilateral-triangle": "side=6 height=3√3 area=9√3 perimeter=18 inradius=√3 circumradius=2√3",
    "isosceles-triangle": "base=6 leg=5 height=4 area=12 perimeter=16 inradius=3/2 circumradius=25/8",
    "kite": "d1=8 d2=9 above=3 upper=5 lower=2√13 area=36 perimeter=10+4√13",
    "parallelogram": "base=8 side=4 angle=60° height=2√3 lean=2 area=16√3 perimeter=24 "
    "long_diagonal=4√7 short_diagonal=4√3",
    "quarter-circle": "radius=4 arc=2π area=4π perimeter=8+2π",
    "rectangle": "width=12 height=5 diagonal=13 area=60 perimeter=34 circumradius=13/2",
    "regular-polygon": "sides=6 side=4 apothem=2√3 circumradius=4 perimeter=24 area=24√3 central_angle=60° "
    "interior_angle=120°",
    "rhombus": "d1=8 d2=6 side=5 height=24/5 area=24 perimeter=20 inradius=12/5",
    "right-triangle": "base=8 height=6 hypotenuse=10 area=24 perimeter=24 altitude=24/5 inradius=2 circumradius=5",
    "ring": "outer=5 inner=3 width=2 area=16π perimeter=16π",
    "sector": "radius=6 angle=60° arc=2π chord=6 area=6π perimeter=12+2π",
    "segment": "radius=6 angle=120° chord=6√3 height=3 arc=4π area=12π-9√3 perimeter=4π+6√3",
    "semicircle": "radius=4 diameter=8 arc=4π area=8π perimeter=8+4π",
    "square": "side=6 diagonal=6√2 area=36 perimeter=24 inradius=3 circumradius=3√2",
    "stadium": "straight=4 radius=3 diameter=6 overall=10 area=24+9π perimeter=8+6π",
    "trapezoid": "base=20 top=6 height=12 offset=5 left=13 right=15 area=156 perimeter=54 midline=13 "
    "rising_diagonal=√265 falling_diagonal=3√41",
    "triangle": "base=14 height=12 a=13 b=15 c=14 offset=9 area=84 perimeter=42 height_a=168/13 height_b=56/5 "
    "median_a=√673/2 median_b=√505/2 median_c=2√37 inradius=4 circumradius=65/8",
    "cap": "radius=5 height=2 base_radius=4 base_area=16π lateral=20π surface=36π volume=52π/3",
    "capsule": "radius=3 diameter=6 straight=4 overall=10 surface=60π volume=72π",
    "cone": "radius=3 diameter=6 height=4 slant=5 angle=216° base_area=9π lateral=15π surface=24π volume=12π",
    "cone-frustum": "bottom=5 top=2 height=4 slant=5 bottom_area=25π top_area=4π lateral=35π surface=64π volume=52π",
    "cube": "side=2 face_diagonal=2√2 diagonal=2√3 inradius=1 circumradius=√3 base_area=4 lateral=16 surface=24 "
    "volume=8",
    "cuboid": "length=12 width=4 height=3 base_diagonal=4√10 diagonal=13 base_area=48 lateral=96 surface=192 "
    "volume=144",
    "cylinder": "radius=2 diameter=4 height=5 circumference=4π base_area=4π lateral=20π surface=28π volume=20π",
    "ellipse-prism": "a=3 b=2 base_area=6π height=4 volume=24π",
    "ellipsoid": "a=3 b=2 c=1 volume=8π",
    "equilateral-triangle-prism": "side=4 base_height=2√3 base_area=4√3 base_perimeter=12 height=5 lateral=60 "
    "surface=60+8√3 volume=20√3",
    "dodecahedron": "edge=4 face_radius=2√(50+10√5)/5 inradius=√(250+110√5)/5 circumradius=√3+√15 face_area=4√(25+10√5) "
    "surface=48√(25+10√5) volume=240+112√5",
    "hemisphere": "radius=3 diameter=6 base_area=9π lateral=18π surface=27π volume=18π",
    "hollow-cylinder": "outer=4 inner=3 thickness=1 height=2 base_area=7π outer_lateral=16π inner_lateral=12π "
    "surface=42π volume=14π",
    "icosahedron": "edge=4 face_height=2√3 inradius=√3+√15/3 circumradius=√(10+2√5) face_area=4√3 surface=80√3 "
    "volume=80+80√5/3",
    "isosceles-triangle-prism": "base=6 leg=5 base_height=4 base_area=12 base_perimeter=16 height=10 lateral=160 "
    "surface=184 volume=120",
    "kite-prism": "d1=8 d2=9 above=3 upper=5 lower=2√13 base_area=36 base_perimeter=10+4√13 height=2 "
    "lateral=20+8√13 surface=92+8√13 volume=72",
    "octahedron": "edge=6 diagonal=6√2 face_height=3√3 inradius=√6 circumradius=3√2 face_area=9√3 surface=72√3 "
    "volume=72√2",
    "parallelogram-prism": "base=8 side=4 angle=60° base_height=2√3 lean=2 base_area=16√3 base_perimeter=24 height=3 "
    "lateral=72 surface=72+32√3 volume=48√3",
    "pyramid": "sides=6 side=4 height=2 apothem=2√3 circumradius=4 slant=4 edge=2√5 base_area=24√3 lateral=48 "
    "surface=48+24√3 volume=16√3",
    "pyramid-frustum": "sides=4 bottom=10 top=4 height=4 slant=5 edge=√34 bottom_area=100 top_area=16 lateral=140 "
    "surface=256 volume=208",
    "quarter-circle-prism": "radius=4 arc=2π base_area=4π base_perimeter=8+2π height=3 lateral=24+6π surface=24+14π "
    "volume=12π",
    "regular-polygon-prism": "sides=6 side=2 apothem=√3 circumradius=2 base_perimeter=12 base_area=6√3 height=5 "
    "lateral=60 surface=60+12√3 volume=30√3",
    "rhombus-prism": "d1=8 d2=6 side=5 base_height=24/5 base_area=24 base_perimeter=20 height=7 lateral=140 "
    "surface=188 volume=168",
    "right-triangle-prism": "base=8 base_height=6 hypotenuse=10 base_area=24 base_perimeter=24 height=5 lateral=120 "
    "surface=168 volume=120",
    "sector-prism": "radius=6 angle=60° arc=2π chord=6 base_area=6π base_perimeter=12+2π height=2 lateral=24+4π "
    "surface=24+16π volume=12π",
    "segment-prism": "radius=6 angle=120° chord=6√3 base_height=3 arc=4π base_area=12π-9√3 base_perimeter=4π+6√3 "
    "height=2 lateral=8π+12√3 surface=32π-6√3 volume=24π-18√3",
    "semicircle-prism": "radius=4 diameter=8 arc=4π base_area=8π base_perimeter=8+4π height=3 lateral=24+12π "
    "surface=24+28π volume=24π",
    "sphere": "radius=3 diameter=6 circumference=6π surface=36π volume=36π",
    "square-frustum": "bottom=10 top=4 height=4 slant=5 edge=√34 bottom_area=100 top_area=16 lateral=140 surface=256 "
    "volume=208",
    "square-pyramid": "side=6 height=4 slant=5 edge=√34 base_area=36 lateral=60 surface=96 volume=48",
    "tetrahedron": "edge=6 height=2√6 face_height=3√3 inradius=√6/2 circumradius=3√6/2 face_area=9√3 surface=36√3 "
    "volume=18√2",
    "torus": "radius=5 tube=2 outer=7 inner=3 surface=40π^2 volume=40π^2",
    "trapezoid-prism": "base=20 top=6 base_height=12 offset=5 left=13 right=15 base_area=156 base_perimeter=54 "
    "height=6 lateral=324 surface=636 volume=936",
    "triangle-prism": "base=14 base_height=12 a=13 b=15 c=14 offset=9 base_area=84 base_perimeter=42 height=5 "
    "lateral=210 surface=378 volume=420",
}
SETS = 12
by_name = pytest.mark.parametrize("name", list(WORKED))


def typed_of(name: str) -> dict[str, str]:
    return dict(text.split("=", 1) for text in WORKED[name].split())


def by_hand(name: str) -> dict[str, Quantity]:
    figure = figures()[name]
    found = {}
    for measure, typed in typed_of(name).items():
        declared = figure.measure(measure)
        assert declared is not None, measure
        value = evaluate(parse(typed), Scope())
        power = POWERS.get(declared.kind)
        kind = LENGTH.power(power) if power else ANGLE if declared.kind == "angle" else NUMBER
        found[measure] = Quantity(value.value, kind)
    return found


def settling_sets(name: str, most: int) -> list[tuple[str, ...]]:
    """Some of the sets of measures that settle a figure, by lot."""
    figure = figures()[name]
    sets = [
        some
        for some in combinations(typed_of(name), len(figure.basis))
        if sufficient(figure, frozenset(some))
    ]
    return Random(name).sample(sets, min(most, len(sets)))


def test_every_figure_of_the_catalogue_is_worked() -> None:
    assert set(WORKED) == set(figures())


@by_name
def test_all_measures_from_the_usual_givens(name: str) -> None:
    figure, worked = figures()[name], by_hand(name)
    whole = solve(figure, {key: worked[key] for key in figure.basis}, PI)
    for measure, expected in worked.items():
        got = whole.values[measure]
        assert got.kind == expected.kind, measure
        assert got.value.exact is not None, measure
        assert got.value.same_as(expected.value), (measure, got.value, expected.value)


@by_name
def test_the_same_figure_from_other_measures(name: str) -> None:
    """One of the solutions has every measure as it was worked by hand, exactly wherever it has an exact form."""
    figure, worked = figures()[name], by_hand(name)
    for some in settling_sets(name, SETS):
        try:
            found = solutions(figure, {key: worked[key] for key in some}, PI)
        except SolvingError as error:
            raise AssertionError((some, error.says)) from None
        assert any(
            all(one.values[key].value.same_as(expected.value) for key, expected in worked.items())
            for one in found
        ), some


@by_name
def test_one_measure_more_clashes_if_it_is_wrong(name: str) -> None:
    """With one more measure the figure is the same; with that one a little too large there is none."""
    figure, worked = figures()[name], by_hand(name)
    usual = figure.basis
    others = [key for key in worked if key not in usual and worked[key].kind != ANGLE]
    for more in Random(name).sample(others, min(4, len(others))):
        given = {key: worked[key] for key in (*usual, more)}
        whole = solve(figure, given, PI)
        assert all(whole.values[key].value.same_as(expected.value) for key, expected in worked.items())
        larger = worked[more].times(evaluate(parse("1.01"), Scope()))
        with pytest.raises(SolvingError) as caught:
            solve(figure, {**given, more: larger}, PI)
        assert caught.value.code == "contradiction", (more, caught.value.says)
        assert "contradict one another" in caught.value.says


@by_name
@pytest.mark.parametrize("unit", ["m", "cm", "ft"])
def test_the_numbers_in_place_reckon_to_the_value(name: str, unit: str) -> None:
    """Each step's line as it is told, reckoned again from its text: √((3 m)² + (4 m)²) is 5 m."""
    figure = figures()[name]
    typed = typed_of(name)
    given = {key: typed[key] for key in figure.basis}
    card = {"name": "it", "kind": "formula", "figure": name, "given": given}
    document = {"format": "tilt-grid/problem", "version": 1, "settings": {"unit": unit}, "figures": [card]}
    told = evaluate_document(document)["figures"]["it"]["card"]["solutions"][0]
    checked = 0
    for step in told["steps"]:
        numbers, value = step["numbers"]["text"], step["value"]
        if "…" in numbers or value["exactText"] is None:
            continue  # with decimals in it, it is not exact
        exact = evaluate(parse(value["exactText"]), Scope())
        for side in numbers.split(" = "):
            reckoned = evaluate(parse(side), Scope())
            assert reckoned.kind == exact.kind, (side, value["exactText"])
            assert reckoned.value.same_as(exact.value), (side, value["exactText"])
        checked += 1
    assert checked >= 1


@by_name
def test_both_pictures_and_all_lines_are_told_in_full(name: str) -> None:
    """From two or three other measures: every measure has a line, a value, and a path that ends in it."""
    figure, worked = figures()[name], typed_of(name)
    for some in settling_sets(name, 3):
        card = {"name": "it", "kind": "formula", "figure": name, "given": {key: worked[key] for key in some}}
        results = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [card]})
        assert results["complaints"] == [], some
        for solution in results["figures"]["it"]["card"]["solutions"]:
            assert set(solution["quantities"]) == {m.name for m in figure.measures}
            assert {step["quantity"] for step in solution["steps"]} == set(solution["quantities"]) - set(some)
            left, bottom, right, top = solution["drawing"]["bounds"]
            assert right > left and top > bottom
            for index, step in enumerate(solution["steps"]):
                assert step["path"][-1] == index and step["path"] == sorted(step["path"])
                for piece in (step["formula"], step["numbers"], step["symbol"]):
                    assert piece["text"] and piece["tex"].count("{") == piece["tex"].count("}")
