"""Greatest and least through all values of a letter, and while something is held: against formulas and SciPy's optimisers."""

from __future__ import annotations

from math import pi, sqrt
from typing import Any

import numpy
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize, minimize_scalar

from mensuration.problem import evaluate_document, read
from mensuration.varying import NotVaried, Varied, extremes, tell_varied
from tests.core.varied import Document, card, places, problem, rectangle, told


def test_the_can_of_a_litre_that_takes_the_least_metal() -> None:
    """h = 1000/(π r²); S = 2π r² + 2000/r is least where r³ = 500/π, and h = 2 r there."""
    document = problem(
        watch=["can.surface", "can.height / can.radius"],
        stands={"r": "5 cm", "h": "10 cm"},
        r=("1", "20", "1"),
    )
    document |= {"settings": {"unit": "cm"}, "figures": [card("cylinder", radius="r", height="h")]}
    document["hold"] = [{"expression": "can.volume", "at": "1 L", "gives": "h"}]
    document["vary"]["letters"][0]["step"] = "all"
    varied = Varied(read(document))
    found = extremes(varied, 0)
    assert found is not None and found.least.proven and not found.least.at_end
    assert places(found.least) == [(pytest.approx((500 / pi) ** (1 / 3)),)]
    surface = tell_varied(varied).watched[0]
    assert surface.least.value.exact == "300*(2*pi)**(1/3)" and surface.least.special == (
        "can: diameter = height",
    )
    assert surface.why == "its derivative, 4π r − 2000/r², is 0 there"
    assert tell_varied(varied).held[0].formula == "1000/(π r²)"
    results = evaluate_document(document)
    assert results["figures"]["can"]["quantities"]["volume"]["decimal"] == "1000"


@pytest.mark.parametrize(
    ("parts", "watch", "stands", "ranges", "function"),
    [
        ([rectangle("24 - 2 w", "w")], "bed.area", {"w": "5"}, (1, 11), lambda w: w * (24 - 2 * w)),
        ([rectangle("24 - 2 w", "w")], "bed.perimeter / bed.area", {"w": "5"}, (1, 11), lambda w: (48 - 2 * w) / (w * (24 - 2 * w))),
        ([rectangle("w", "√(25 - w^2)")], "bed.area", {"w": "3"}, (1, 4.5), lambda w: w * sqrt(25 - w * w)),
        ([rectangle("w", "√(25 - w^2)")], "bed.perimeter / (1 m) + w^3/10", {"w": "3"}, (1, 4.5), lambda w: 2 * w + 2 * sqrt(25 - w * w) + w**3 / 10),
        ([rectangle("w", "9 - w"), {"name": "cap", "shape": "semicircle", "given": {"radius": "w/2"}, "at": ["w/2", "9 - w"]}], "bed.area", {"w": "3"}, (1, 8), lambda w: w * (9 - w) + pi * w * w / 8),
    ],
)  # fmt: skip
def test_greatest_and_least_of_a_range_are_those_that_scipy_finds(
    parts: list[Document], watch: str, stands: dict[str, str], ranges: tuple[float, float], function: Any
) -> None:
    document = problem(*parts, watch=[watch], stands=stands, w=(str(ranges[0]), str(ranges[1]), "1"))
    document["vary"]["letters"][0]["step"] = "all"
    found = extremes(Varied(read(document)), 0)
    assert found is not None
    grid = numpy.linspace(*ranges, 4001)
    for extreme, sign in ((found.greatest, -1), (found.least, 1)):
        best = min(grid, key=lambda w: sign * function(w))
        near = minimize_scalar(
            lambda w: sign * function(w),  # noqa: B023
            bounds=(max(ranges[0], best - 0.01), min(ranges[1], best + 0.01)),
            method="bounded",
            options={"xatol": 1e-12},
        )
        theirs = min(sign * function(end) for end in (near.x, *ranges))
        assert float(extreme.value.value) == pytest.approx(sign * theirs, rel=1e-9)
        assert extreme.proven


def test_what_a_range_comes_near_to_and_never_reaches() -> None:
    document = problem(rectangle("24 - 2 w", "w"), watch=["bed.area"], stands={"w": "5"}, w=("1", "15", "1"))
    document["vary"]["letters"][0]["step"] = "all"
    least = told(document).least
    assert (least.reached, least.at, least.value.exact, least.at_end) == (False, ((12.0,),), "0", True)
    assert "nearly 0.00 m² at w = 12" in told(document).says


def test_the_greatest_rectangle_in_a_circle_is_a_square() -> None:
    document = problem(
        rectangle("w", "h"), watch=["bed.area"], stands={"w": "3", "h": "3"}, w=("1", "9", "1")
    )
    document["hold"] = [{"expression": "slab.diagonal", "at": "10", "gives": "h"}]
    document["vary"]["letters"][0]["step"] = "all"
    found = told(document)
    assert found.greatest.value.exact == "50" and found.greatest.special == ("slab is a square",)
    assert found.greatest.places == (("5√2",),)
    assert found.in_letters[0].forms[0].text == "w √(100 − w²)"


def test_two_letters_through_all_values() -> None:
    """w h (12 − w − h) is greatest where all three are 4."""
    box = {"name": "box", "shape": "cuboid", "given": {"length": "w", "width": "h", "height": "12 - w - h"}}
    document = problem(
        watch=["crate.volume"], stands={"w": "3", "h": "3"}, w=("1", "6", "1"), h=("1", "5", "1")
    )
    document["figures"] = [{"name": "crate", "kind": "solid", "pieces": [box]}]
    for each in document["vary"]["letters"]:
        each["step"] = "all"
    found = told(document)
    assert (found.greatest.value.exact, found.greatest.at, found.greatest.proven) == (
        "64",
        ((4.0, 4.0),),
        True,
    )
    assert found.greatest.special[0] == "box: length = height"


def test_of_two_letters_the_one_in_steps_stays_on_them() -> None:
    """w h (11 − w − h) is greatest at 11/3; in whole steps of w it is at w = 4, and found by steps."""
    box = {"name": "box", "shape": "cuboid", "given": {"length": "w", "width": "h", "height": "11 - w - h"}}
    document = problem(
        watch=["crate.volume"], stands={"w": "3", "h": "3"}, w=("1", "5", "1"), h=("1", "5", "1")
    )
    document["figures"] = [{"name": "crate", "kind": "solid", "pieces": [box]}]
    document["vary"]["letters"][1]["step"] = "all"
    found = told(document).greatest
    assert found.at[0][0] == 4 and not found.proven
    sides = problem(
        rectangle("w", "h"),
        watch=["bed.area"],
        stands={"w": "3", "h": "4"},
        w=("1", "5", "1"),
        h=("1", "5", "1"),
    )
    for each in sides["vary"]["letters"]:
        each["step"] = "all"
    assert told(sides).greatest.proven and told(sides).greatest.value.exact == "25"


def test_each_term_of_a_ratio_shrinks() -> None:
    document = problem(
        rectangle("w", "h"),
        watch=["bed.perimeter / bed.area", "bed.area / bed.perimeter"],
        stands={"w": "2", "h": "3"},
        w=("1", "20", "1"),
        h=("1", "20", "1"),
    )
    found = told(document)
    assert found.why == "the term with w shrinks as w grows; the term with h shrinks as h grows"
    assert [form.text for form in found.in_letters[0].forms] == [
        "(2 w + 2 h)/(w h)",
        "2 (w + h)/(w h)",
        "2/w + 2/h",
    ]
    inverse = told(document, 1)
    assert (found.greatest.at, inverse.least.at) == (((1.0, 1.0),), ((1.0, 1.0),))
    assert (found.least.at, inverse.greatest.at) == (((20.0, 20.0),), ((20.0, 20.0),))


@settings(max_examples=25)
@given(a=st.integers(2, 9), b=st.integers(2, 9), total=st.integers(30, 60))
def test_what_is_held_really_holds(a: int, b: int, total: int) -> None:
    """The perimeter of a rectangle with a notch is held; whatever w is, it comes to as much, to all digits."""
    notch = {
        "name": "notch",
        "shape": "rectangle",
        "given": {"width": "1", "height": f"h/{a}"},
        "join": "take",
    }
    document = problem(
        rectangle("w", "h"),
        notch,
        watch=["bed.perimeter", "bed.area"],
        stands={"w": "3", "h": "4"},
        w=("3", "9", f"1/{b}"),
    )
    document["hold"] = [{"expression": "bed.perimeter", "at": f"{total} m", "gives": "h"}]
    varied = Varied(read(document))
    for number in range(varied.count):
        value = varied.value(number, 0)
        assert not isinstance(value, str) and value.value.rational == total


def test_what_is_held_without_a_formula_holds_to_proven_digits() -> None:
    """The surface of a cone, π r² + π r √(r² + h²), is held; r gives way by its zeros, and the greatest volume is found by steps."""
    document = problem(watch=["can.surface", "can.volume"], stands={"r": "3", "h": "4"}, h=("2", "8", "1"))
    document |= {
        "figures": [card("cone", radius="r", height="h")],
        "hold": [{"expression": "can.surface", "at": "100", "gives": "r"}],
    }
    varied = Varied(read(document))
    assert varied.held["r"].formula is None and varied.form(1) is None
    for number in range(varied.count):
        surface, volume = varied.value(number, 0), varied.value(number, 1)
        assert not isinstance(surface, str) and float(surface.value) == pytest.approx(100, rel=1e-13)
        h = number + 2
        s = 100 / pi  # r² + r √(r² + h²) = s: r² = s² / (h² + 2 s)
        assert not isinstance(volume, str) and float(volume.value) == pytest.approx(
            pi * s * s / (h * h + 2 * s) * h / 3
        )
    document["vary"]["letters"][0]["step"] = "all"
    found = extremes(Varied(read(document), rough=True), 1)
    assert found is not None and not found.greatest.proven
    assert places(found.greatest)[0][0] == pytest.approx(sqrt(200 / pi), abs=0.5)


@pytest.mark.parametrize(
    ("hold", "says"),
    [
        ({"gives": "q"}, "there is no letter “q” that could give way: the letters are w, h"),
        ({"at": "5 m^2"}, "it can't be held at an area"),
        ({"expression": "bed.nothing"}, "nothing"),
        ({"expression": "2 w"}, "“2 w” does not hang on “h”"),
        ({"gives": "w"}, "“w” gives way, as something is held fixed: vary another"),
    ],
)
def test_what_cannot_be_held_is_said_at_its_place(hold: Document, says: str) -> None:
    document = problem(
        rectangle("w", "h"), watch=["bed.area"], stands={"w": "3", "h": "4"}, w=("1", "5", "1")
    )
    document["hold"] = [{"expression": "bed.perimeter", "at": "20", "gives": "h"} | hold]
    with pytest.raises(NotVaried) as refused:
        Varied(read(document))
    assert says in refused.value.says
    if refused.value.where == "hold.0":
        assert any(
            each["where"] == "hold.0" and says in each["says"]
            for each in evaluate_document(document)["complaints"]
        )


TWO_LETTERS = {
    # watched, where both go, the function, whether the greatest and the least lie inside
    "a box from 12 m of edges": ("bed.area (12 - w - h) / (1 m^2)", (1, 5), (1, 5), lambda w, h: w * h * (12 - w - h), (True, False)),
    "no short numbers": ("w h (20 - w^2 - 2 h^3)", (1, 4), (1, 3), lambda w, h: w * h * (20 - w**2 - 2 * h**3), (True, False)),
    "an open box of a given volume": ("bed.area / (1 m^2) + 8 / w + 27 / h", (1, 9), (1, 9), lambda w, h: w * h + 8 / w + 27 / h, (False, True)),
    "level on an edge": ("(w - 3)^2 (h - 2)^2 + w + w h", (1, 5), (1, 5), lambda w, h: (w - 3) ** 2 * (h - 2) ** 2 + w + w * h, (False, False)),
    "a saddle inside": ("(w - 3)^2 - (h - 3)^2", (1, 6), (1, 6), lambda w, h: (w - 3) ** 2 - (h - 3) ** 2, (False, False)),
}  # fmt: skip


def of_two(
    watch: str, first: tuple[float, float], second: tuple[float, float], names: str = "wh"
) -> Document:
    ranges = {
        name: (str(low), str(high), "1") for name, (low, high) in zip(names, (first, second), strict=True)
    }
    document = problem(rectangle("w", "h"), watch=[watch], stands={"w": "2", "h": "3"}, **ranges)
    for letter in document["vary"]["letters"]:
        letter["step"] = "all"
    return document


@pytest.mark.parametrize("name", TWO_LETTERS)
def test_of_two_letters_through_all_values_nothing_in_the_range_is_better(name: str) -> None:
    """Against a fine grid, and SciPy's optimiser from the grid's best."""
    watch, first, second, function, inside = TWO_LETTERS[name]
    found = extremes(Varied(read(of_two(watch, first, second))), 0)
    assert found is not None
    w, h = numpy.meshgrid(numpy.linspace(*first, 401), numpy.linspace(*second, 401), indexing="ij")
    for extreme, sign, within in ((found.greatest, 1, inside[0]), (found.least, -1, inside[1])):
        value = float(extreme.value.value)
        values = sign * function(w, h)
        best = numpy.unravel_index(values.argmax(), values.shape)
        near = minimize(
            lambda at, sign=sign: -sign * function(*at), (w[best], h[best]), bounds=(first, second), tol=1e-12
        )
        assert extreme.proven and extreme.at_end is not within
        assert sign * value >= values.max() - 1e-9
        assert value == pytest.approx(-sign * near.fun, rel=1e-8)
        for place in places(extreme):
            assert function(*place) == pytest.approx(value, rel=1e-12)


def test_what_is_level_all_along_a_curve_is_not_said_to_be_proven() -> None:
    """It is 0 wherever w h = 5: no box about one of these points holds just one."""
    found = extremes(Varied(read(of_two("w h (w h - 5)^2", (1, 5), (1, 5)))), 0)
    assert found is not None and float(found.least.value.value) == 0 and not found.least.proven


@settings(max_examples=25)
@given(*(st.integers(-6, 6) for _ in range(5)))
def test_squares_of_two_letters_are_greatest_where_their_slopes_or_edges_say(
    a: int, b: int, c: int, d: int, e: int
) -> None:
    def function(w: Any, h: Any) -> Any:
        return a * w * w + b * h * h + c * w * h + d * w + e * h

    found = extremes(
        Varied(read(of_two(f"({a}) w^2 + ({b}) h^2 + ({c}) w h + ({d}) w + ({e}) h", (1, 4), (1, 3)))), 0
    )
    assert found is not None
    w, h = numpy.meshgrid(numpy.linspace(1, 4, 301), numpy.linspace(1, 3, 301), indexing="ij")
    for extreme, sign in ((found.greatest, 1), (found.least, -1)):
        value = float(extreme.value.value)
        slack = 0.05 if not extreme.proven else 1e-9
        assert sign * value >= (sign * function(w, h)).max() - slack
        for place in places(extreme):
            assert function(*place) == pytest.approx(value, rel=1e-12, abs=1e-12)
