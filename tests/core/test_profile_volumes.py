"""What profiles make: between curves, in stretches, led round lines in three ways, filled, broad, as cross-sections, rates and
grids; smooth guesses, errors and their bounds; thousands of strips; the solids that are shown."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise
from typing import Any

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.interpolate import CubicSpline
from scipy.optimize import brentq

from mensuration.devices.sounding import BEDS, soundings
from mensuration.numbers import PI, Real
from mensuration.numbers.columns import Fractions, differences, middles, scaled
from mensuration.problem import evaluate_document
from mensuration.profiles.bulk import total
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.rules import AREA, DISCS, SHELLS, WASHERS, RuleName, strips_of, total_of
from mensuration.profiles.smooth import smooth_area
from tests.core.helpers import complaints
from tests.core.reckoning import check_tally
from tests.core.test_profiles import profile, results

SPAN = {"from": "0", "to": "2"}
EVERY = ("area", "volume", "spun_volume", "length", "spun_surface")


def told(*also: str, **fields: Any) -> dict[str, Any]:
    found: dict[str, Any] = evaluate_document(profile(**fields), also)["figures"]["p"]
    for tally in found["tallies"].values():
        check_tally(tally)
    return found


def value(found: dict[str, Any], name: str) -> float:
    return float(found["quantities"][name]["decimal"])


# Curves


@pytest.mark.parametrize(
    ("top", "bottom", "line"),
    [
        ("x (4 - x)/2", None, ("level", "0")),
        ("x (4 - x)/2", None, ("level", "-1")),
        ("x (4 - x)/2", None, ("upright", "0")),
        ("x (4 - x)/2", None, ("upright", "-1.5")),
        ("x (4 - x)/2", None, ("upright", "5")),
        ("sqrt(x) + 1", "x/3", ("level", "3")),
        ("sqrt(x) + 1", "x/3", ("level", "-2")),
        ("e^(-x)", "-1", ("level", "-1")),
        ("e^(-x) + sin(x)", None, ("upright", "0")),
        ("x + 1", "x^2/4", ("upright", "2")),
    ],
)
def test_discs_shells_and_pappus_agree_and_so_does_scipy(
    top: str, bottom: str | None, line: tuple[str, str]
) -> None:
    found = told(
        "ways",
        *EVERY,
        curve=top,
        lower=bottom,
        **SPAN,
        rule="exact",
        spin=dict(zip(("along", "at"), line, strict=True)),
    )
    assert len(found["ways"]) == 3
    volumes = [float(way["volume"]["decimal"]) for way in found["ways"]]
    assert volumes == pytest.approx([volumes[0]] * 3, rel=1e-12)
    forms = {
        "x (4 - x)/2": lambda x: x * (4 - x) / 2, "sqrt(x) + 1": lambda x: x**0.5 + 1, "e^(-x)": lambda x: np.exp(-x),
        "e^(-x) + sin(x)": lambda x: np.exp(-x) + np.sin(x), "x + 1": lambda x: x + 1,
        "x/3": lambda x: x / 3, "-1": lambda x: -1.0, "x^2/4": lambda x: x * x / 4, None: lambda x: 0.0,
    }  # fmt: skip
    f, g, at = forms[top], forms[bottom], float(line[1])
    if line[0] == "level":
        wanted = np.pi * quad(lambda x: abs((f(x) - at) ** 2 - (g(x) - at) ** 2), 0, 2)[0]
    else:
        wanted = 2 * np.pi * quad(lambda x: abs(x - at) * (f(x) - g(x)), 0, 2)[0]
    assert value(found, "spun_volume") == pytest.approx(wanted, rel=1e-9)


def test_archimedes_ball_and_half_disc() -> None:
    """The ball 4/3 π r³ and its surface 4 π r²; the half disc's centroid 4r/(3π) up, its arc π r."""
    found = told(*EVERY, curve="sqrt(9 - x^2)", **{"from": "-3", "to": "3"}, rule="exact")
    exact = {name: found["quantities"][name]["exact"] for name in found["quantities"]}
    assert exact["spun_volume"] == "36*pi" and exact["spun_surface"] == "36*pi"
    assert exact["length"] == "3*pi" and exact["area"] == "9*pi/2"
    assert exact["centroid_x"] == "0" and exact["centroid_y"] == "4/pi"


def test_a_line_between_both_curves_leaves_a_solid_without_a_hole() -> None:
    found = told(curve="2", lower="-1", **SPAN, rule="exact", spin={"along": "level", "at": "0"})
    assert value(found, "spun_volume") == pytest.approx(8 * np.pi)


def test_stretches_meet_and_jumps_are_said() -> None:
    more = [{"curve": "2 - x", "to": "2"}, {"curve": "0.5", "to": "3"}]
    found = told(curve="x^2", to="1", more=more, rule="exact")
    assert found["quantities"]["area"]["exact"] == "4/3"
    assert [e["title"] for e in found["tallies"]["area"]["entries"]] == [
        "stretch 1",
        "stretch 2",
        "stretch 3",
    ]
    assert any("at x = 2 it jumps from 0 to 0.5" in sentence for sentence in found["says"])
    assert not any("at x = 1" in sentence for sentence in found["says"])


@pytest.mark.parametrize(("signed", "wanted"), [(True, 1 - np.cos(6)), (False, 3 + np.cos(6))])
def test_what_lies_below_the_line_is_counted_as_is_said(signed: bool, wanted: float) -> None:
    found = told(curve="sin(x)", to="6", rule="exact", signed=signed)
    assert value(found, "area") == pytest.approx(wanted, rel=1e-12)
    assert any(("taken away" if signed else "added") in sentence for sentence in found["says"])
    readings = told(readings={"y": ["-1", "1", "2"]}, signed=signed)
    assert readings["quantities"]["area"]["exact"] == ("3/2" if signed else "2")


def test_letters_have_their_own_values() -> None:
    letters = [{"name": "k", "value": "3", "low": "0", "high": "5"}]
    found = told(curve="k x^2", **SPAN, rule="exact", parameters=letters)
    assert found["quantities"]["area"]["exact"] == "8" and found["antiderivative"]["text"] == "x³"


def test_breadth_over_x_and_as_a_column() -> None:
    curved = told("volume", curve="x", breadth="2 - x", **SPAN, rule="exact")
    assert curved["quantities"]["volume"]["exact"] == "4/3"
    for rule, wanted in (("trapezoid", "6"), ("left", "6"), ("right", "6")):
        found = told(
            "volume", readings={"y": ["0", "1", "2", "0"], "breadths": ["1", "2", "2", "1"]}, rule=rule
        )
        assert found["quantities"]["volume"]["exact"] == wanted


def test_upper_and_lower_sums_bound_the_area_and_close_in() -> None:
    gaps = []
    for strips in ("4", "8", "16"):
        found = told(curve="x (2 - x) + 1/(x + 1)", **SPAN, strips=strips, rule="upper")
        low, high, true = (float(found["rules"][rule]["decimal"]) for rule in ("lower", "upper", "exact"))
        assert low < true < high
        gaps.append(high - low)
    assert gaps[0] > 1.8 * gaps[1] > 3.2 * gaps[2]


@pytest.mark.parametrize("rule", ["left", "right", "midpoint", "trapezoid", "simpson"])
def test_errors_stay_below_their_bounds_and_shrink_with_their_order(rule: str) -> None:
    found = told("plot", curve="e^x + sin(2 x)", **SPAN, strips="12", rule=rule)
    (own,) = (each for each in found["errors"] if each["rule"] == rule)
    assert float(own["error"]) <= float(own["bound"])
    wanted = {"left": 1, "right": 1, "midpoint": 2, "trapezoid": 2, "simpson": 4}[rule]
    assert float(own["order"]) == pytest.approx(wanted, abs=0.05)


def test_a_root_at_an_end_has_no_bound_and_a_lower_order() -> None:
    found = told("plot", curve="sqrt(x)", **SPAN, strips="12")
    (own,) = (each for each in found["errors"] if each["rule"] == "trapezoid")
    assert own["bound"] == "" and float(own["order"]) == pytest.approx(1.5, abs=0.1)


# Readings


@given(
    st.lists(st.fractions(-9, 9, max_denominator=20), min_size=3, max_size=25),
    st.fractions("0.1", 3, max_denominator=10),
)
def test_the_smooth_guess_is_the_natural_spline_of_scipy(y: list[Fraction], gap: Fraction) -> None:
    x = [gap * i * (i + 3) for i in range(len(y))]
    found = smooth_area(Ordinates(tuple(map(Real.of, x)), tuple(map(Real.of, y))))
    spline = CubicSpline(list(map(float, x)), list(map(float, y)), bc_type="natural")
    assert float(found) == pytest.approx(spline.integrate(float(x[0]), float(x[-1])), rel=1e-9, abs=1e-9)


@pytest.mark.parametrize("rule", ["trapezoid", "simpson", "left", "right", "midpoint"])
@pytest.mark.parametrize("summed", [AREA, DISCS, WASHERS, SHELLS])
def test_thousands_of_strips_come_to_what_single_ones_do(rule: RuleName, summed: Any) -> None:
    rng = np.random.default_rng(5)
    count = 401
    columns = {
        name: [Real.of(Fraction(int(n), 100)) for n in rng.integers(1, 900, count)]
        for name in ("height", "outer", "inner", "away")
    }
    x = [Real.of(Fraction(i, 4)) for i in range(count)]
    ordinates = Ordinates(x, columns.pop("height"), columns=columns)
    one = total_of(strips_of(ordinates, rule), summed, PI)
    assert total(ordinates, rule, summed, PI).same_as(one)


@given(st.lists(st.fractions(-99, 99, max_denominator=30), min_size=2, max_size=9))
def test_columns_of_fractions_reckon_as_single_numbers_do(values: list[Fraction]) -> None:
    plain = [Real.of(v) for v in values]
    column = Fractions.of(plain)
    assert column is not None and [v.rational for v in column] == values
    half = Real.of(Fraction(1, 2))
    for quick, slow in (
        (scaled(column, half), [v * half for v in plain]),
        (differences(column, column), [v - v for v in plain]),
        (middles(column), [(a + b) * half for a, b in pairwise(plain)]),
    ):
        assert all(one.same_as(two) for one, two in zip(quick, slow, strict=True))


def test_an_odd_strip_can_be_the_first_one() -> None:
    first = told(readings={"y": ["1", "5", "2", "3"]}, rule="simpson", left_over="first")
    last = told(readings={"y": ["3", "2", "5", "1"]}, rule="simpson")
    assert first["quantities"]["area"]["exact"] == last["quantities"]["area"]["exact"] == "25/3"


def test_cross_sections_rates_and_grids() -> None:
    sections = told(readings={"y": ["0", "1.5", "2 m^2", "0"], "of": "cross-section", "spacing": "2"})
    assert sections["quantities"]["volume"]["exact"] == "7" and "area" not in sections["quantities"]
    flow = {"y": ["12", "14", "13"], "of": "rate", "flow": "L/min", "spacing": "5"}
    assert told(readings=flow)["quantities"]["amount"]["exact"] == "53/400"  # 132.5 L
    hours = {"y": ["2", "4"], "x": ["0", "0.5"], "of": "rate", "flow": "m^3/h"}
    assert told(readings=hours)["quantities"]["amount"]["exact"] == "3/2"
    depths = [["0", "1", "0"], ["1", "2", "1"], ["0", "1", "0"]]
    simpson = told(grid={"along": "2", "across": "3", "depths": depths}, rule="simpson")
    assert simpson["quantities"]["volume"]["exact"] == "32" and simpson["sections"][1] == "6.67 m²"
    trapezoid = told(grid={"along": "2", "across": "3", "depths": depths})
    wanted = np.trapezoid(np.trapezoid(np.array(depths, float), dx=2), dx=3)
    assert value(trapezoid, "volume") == pytest.approx(wanted)


@pytest.mark.parametrize(
    ("fields", "where", "code"),
    [
        ({"readings": {"y": ["1", "2"], "breadths": ["1"]}}, "readings.breadths", "uneven"),
        ({"readings": {"y": ["1", "2"], "breadths": ["1", "-1"]}}, "readings.breadths.1", "negative"),
        ({"readings": {"y": ["1", "2"], "of": "rate", "flow": "m/s"}}, "readings.flow", "flow"),
        ({"readings": {"y": ["1", "2"], "of": "rate", "flow": "fast"}}, "readings.flow", "flow"),
        ({"readings": {"y": ["1", "2"]}, "rule": "exact"}, "rule", "rule-needs"),
        ({"readings": {"y": ["1", "2"]}, "rule": "upper"}, "rule", "rule-needs"),
        ({"readings": {"y": ["1", "2"]}, "level": "-1"}, "level", "negative"),
        ({"grid": {"depths": [["0", "1"], ["0"]]}}, "grid.depths.1", "uneven"),
        ({"grid": {"depths": [["0", "1"]]}}, "grid", "too-few"),
        ({"grid": {"depths": [["0", "a"], ["0", "1"]]}}, "grid.depths.0.1", "unknown-name"),
        ({"curve": "x", "more": [{"curve": "1", "to": "0.5"}]}, "more.0.to", "not-rising"),
        ({"curve": "x", "lower": "1/(x - 0.5)"}, "lower", "no-value"),
        ({"curve": "1/(x - 0.3)^2"}, "curve", "no-value"),
        ({"curve": "x", "breadth": "ln(x - 2)"}, "breadth", "no-value"),
        ({"curve": "x", "parameters": [{"name": "k", "value": "?"}]}, "parameters.0.value", "unknown-value"),
        ({"curve": "x", "spin": {"along": "level", "at": "("}}, "spin.at", "bracket"),
    ],
)  # fmt: skip
def test_what_is_wrong_is_said_where_it_stands(fields: dict[str, Any], where: str, code: str) -> None:
    assert complaints(profile(**fields)).get(f"figures.p.{where}") == code


# As a basin


def test_depths_are_filled_from_the_deepest_place() -> None:
    fields: dict[str, Any] = {"readings": {"y": ["0", "1", "2", "0"], "of": "depth"}, "breadth": "2"}
    found = told(**fields, level="1")
    assert found["quantities"]["filled_area"]["exact"] == "3/4"  # a triangle 1.5 wide, 1 deep
    assert found["quantities"]["filled_volume"]["exact"] == "3/2" and found["basin"]["at"] == -1
    assert value(found, "halving_level") == pytest.approx(
        brentq(lambda d: 0.75 * d * d - 1.5, 0, 2), rel=1e-9
    )
    assert told(**fields, level="9")["quantities"]["filled_volume"]["exact"] == "6"


@settings(deadline=None, max_examples=25)
@given(
    st.lists(st.integers(0, 9), min_size=3, max_size=8).filter(any),
    st.fractions("0.05", "0.95", max_denominator=40),
)
def test_the_level_of_an_amount_gives_the_amount_back(depths: list[int], share: Fraction) -> None:
    document = profile(readings={"y": [str(d) for d in depths], "of": "depth"}, breadth="3")
    document["lines"] = [
        {"name": "some", "expression": f"p.volume * {share.numerator}/{share.denominator}"},
        {"name": "deep", "expression": "depth(p, some)"},
        {"name": "again", "expression": "fill(p, deep)"},
    ]
    lines = evaluate_document(document)["lines"]
    assert float(lines["again"]["decimal"]) == pytest.approx(float(lines["some"]["decimal"]), rel=1e-9)


def test_a_bowl_led_round_an_upright_line_is_filled() -> None:
    """A paraboloid y = x²: π d²/2 to the depth d, half of 8π at 2√2."""
    found = told(
        curve="4", lower="x^2", **SPAN, rule="exact", spin={"along": "upright", "at": "0"}, level="3"
    )
    assert value(found, "filled_volume") == pytest.approx(4.5 * np.pi, rel=1e-12)
    assert value(found, "halving_level") == pytest.approx(2 * 2**0.5, rel=1e-9)


def test_what_can_t_be_filled_is_said() -> None:
    assert complaints(profile(curve="x - 1", **SPAN, level="1")).get("figures.p.level") == "no-level"
    document = profile(curve="x", **SPAN)
    document["lines"] = [
        {"name": "a", "expression": "depth(p, 99)"},
        {"name": "b", "expression": "fill(p, 2 m^2)"},
    ]
    found = complaints(document)
    assert found == {"lines.a.expression": "no-level", "lines.b.expression": "wrong-kind"}


# The solids that are shown


@pytest.mark.parametrize(
    ("measure", "slack", "fields"),
    [
        ("spun_volume", 0.01, {"curve": "sqrt(4 - x^2)", "from": "-2", "to": "2", "rule": "exact"}),
        ("spun_volume", 0.01, {"curve": "x + 1", "lower": "0.5", **SPAN}),
        ("spun_volume", 0.01, {"curve": "4", "lower": "x^2", **SPAN, "spin": {"along": "upright", "at": "0"}}),
        ("spun_volume", 0.01, {"curve": "4", "lower": "x^2", **SPAN, "spin": {"along": "upright", "at": "5"}}),
        ("volume", 1e-9, {"readings": {"y": ["0", "1", "2", "0"], "of": "depth"}, "breadth": "3"}),
        ("volume", 0.01, {"curve": "x + 1", "breadth": "2 - x/2", **SPAN, "rule": "exact"}),
        ("volume", 1e-9, {"grid": {"depths": [["0", "1", "0"], ["1", "2", "1"], ["0", "1", "0"]]}}),
        ("volume", 0.01, {"readings": {"y": ["2", "2", "2"], "of": "cross-section"}}),
    ],
)  # fmt: skip
def test_the_solid_that_is_shown_is_closed_and_as_large_as_is_told(
    measure: str, slack: float, fields: dict[str, Any]
) -> None:
    found = told("solid", measure, **fields)
    corners: list[Any] = []
    triangles = []
    for face in found["solid"]["faces"]:
        for facet in face["facets"]:
            (ring,) = facet["rings"]
            start = len(corners)
            corners += ring
            triangles += [(start, start + i, start + i + 1) for i in range(1, len(ring) - 1)]
    mesh = trimesh.Trimesh(np.round(corners, 9), triangles)
    mesh.merge_vertices()
    assert mesh.is_watertight
    assert mesh.volume == pytest.approx(value(found, measure), rel=slack)


def test_the_sounding_device_is_near_its_bed_and_the_same_again_with_its_seed() -> None:
    for bed in BEDS.values():
        readings = list(soundings(bed.name, 21, 4))
        assert readings == list(soundings(bed.name, 21, 4)) != list(soundings(bed.name, 21, 5))
        assert float(readings[-1].x) == bed.width and [each.number for each in readings] == list(range(1, 22))
        assert 0.8 * bed.depth < max(float(each.y) for each in readings) < 1.15 * bed.depth
    assert complaints(profile(readings={"x": [r.x for r in readings], "y": [r.y for r in readings]})) == {}


def test_a_pasted_curve_of_ten_thousand_readings_is_exact() -> None:
    found = results(readings={"y": ["0.1", "0.3"] * 5000, "spacing": "0.5"}, rule="left")
    assert (
        found["quantities"]["area"]["exact"] == "19997/20"  # (5000 · 0.1 + 4999 · 0.3)/2
    )  # (2500 · 0.1 + 2499.5 · 0.3 …) by hand: 5000·0.1 + 4999·0.3, halved


# As a part and as a base


def borrowed(**more: Any) -> dict[str, Any]:
    mound = {"name": "mound", "kind": "profile", "readings": {"y": ["0", "2", "3", "0"], "spacing": "1"}}
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [mound | more.pop("mound", {}), *more.pop("figures")],
    }


def test_a_profile_is_a_part_on_an_edge_and_a_base_that_is_raised() -> None:
    """The mound of 5 m² on a wall of 3 × 1, and raised by 4; led round its left side 2π Σ x y by trapezoids exactly."""
    parts = [
        {"name": "wall", "shape": "rectangle", "given": {"width": "3", "height": "1"}},
        {"name": "hill", "shape": "profile", "of": "mound", "on": {"part": "wall", "edge": "top"}},
    ]
    solid = {
        "name": "bank",
        "kind": "solid",
        "pieces": [{"name": "bank", "shape": "prism", "base": "mound", "given": {"height": "4"}}],
    }
    document = borrowed(figures=[{"name": "cut", "parts": parts}, solid])
    told_ = evaluate_document(document)
    assert told_["complaints"] == []
    assert told_["figures"]["cut"]["quantities"]["area"]["exact"] == "8"
    assert told_["figures"]["bank"]["quantities"]["volume"]["exact"] == "20"
    chords = told_["figures"]["mound"]["quantities"]["length"]["exact"]
    assert told_["figures"]["cut"]["quantities"]["perimeter"]["exact"] == f"5 + {chords}".replace(
        " + sqrt", " + sqrt"
    )


def test_a_profile_between_curves_is_a_part_without_corners_on_straight_lines() -> None:
    mound = {"readings": None, "curve": "2", "lower": "x/2", "from": "0", "to": "4", "strips": "8"}
    document = borrowed(
        mound=mound, figures=[{"name": "cut", "parts": [{"name": "a", "shape": "profile", "of": "mound"}]}]
    )
    found = evaluate_document(document)
    assert found["complaints"] == [] and found["figures"]["cut"]["quantities"]["area"]["exact"] == "4"
    assert len(found["figures"]["cut"]["drawing"]["outline"][0]) == 3  # a triangle, whatever the strips


@pytest.mark.parametrize(
    ("mound", "of", "code"),
    [
        ({}, "hill", "unknown-base"),
        ({}, "cut", "circular"),
        ({"readings": {"y": ["1", "x"]}}, "mound", "needs-other"),
        ({"readings": {"y": ["1", "2"], "of": "cross-section"}}, "mound", "no-region"),
        ({"readings": {"y": ["1"] * 99}}, "mound", "no-region"),
        ({"readings": {"y": ["0", "0", "0"]}}, "mound", "needs-other"),
    ],
)  # fmt: skip
def test_what_can_t_be_a_part_is_said(mound: dict[str, Any], of: str, code: str) -> None:
    document = borrowed(
        mound=mound, figures=[{"name": "cut", "parts": [{"name": "a", "shape": "profile", "of": of}]}]
    )
    assert code in complaints(document).values()
