"""Profiles: rules against SciPy on random readings, polynomials of their degree, told steps reckoned anew, what is typed wrong."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import simpson, trapezoid

from mensuration.numbers import Real
from mensuration.problem import evaluate_document
from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.rules import (
    AREA,
    DISCS,
    RULES,
    RuleFault,
    RuleName,
    length_of,
    strips_of,
    total_of,
    weights,
)
from mensuration.tally.profile import Kinds, length_tally, strips_tally
from mensuration.units import UNITS
from tests.core.helpers import complaints
from tests.core.reckoning import check_tally

LENGTH = UNITS["m"].kind
PI = Real.of(3)  # no rule asks for it


def area(x: list[Fraction], y: list[Fraction], rule: RuleName) -> Real:
    ordinates = Ordinates(tuple(map(Real.of, x)), tuple(map(Real.of, y)))
    strips = strips_of(ordinates, rule)
    kinds = Kinds(LENGTH, LENGTH, LENGTH)
    total = strips_tally(strips, AREA, kinds, PI).total.value
    assert total.same_as(total_of(strips))
    assert strips_tally(strips, DISCS, kinds, PI).total.value.same_as(total_of(strips, DISCS, PI))
    return total


def profile(**fields: Any) -> dict[str, Any]:
    figure = {"name": "p", "kind": "profile", **fields}
    return {"format": "tilt-grid/problem", "version": 1, "figures": [figure]}


def results(**fields: Any) -> dict[str, Any]:
    found: dict[str, Any] = evaluate_document(profile(**fields))["figures"]["p"]
    return found


heights = st.fractions(-20, 20, max_denominator=50)


@given(st.lists(st.tuples(st.fractions("0.01", 5, max_denominator=100), heights), min_size=2, max_size=30))
def test_uneven_readings_by_trapezoids_agree_with_scipy(pairs: list[tuple[Fraction, Fraction]]) -> None:
    x = list(np.cumsum([gap for gap, _ in pairs]))
    y = [height for _, height in pairs]
    found = area(x, y, "trapezoid")
    assert found.rational is not None  # readings are exact decimals, so sums are exact
    assert float(found) == pytest.approx(trapezoid(list(map(float, y)), list(map(float, x))), abs=1e-9)


@given(st.integers(1, 12), st.fractions("0.1", 3, max_denominator=20), st.data())
def test_even_readings_by_simpson_agree_with_scipy(half: int, gap: Fraction, data: st.DataObject) -> None:
    y = data.draw(st.lists(heights, min_size=2 * half + 1, max_size=2 * half + 1))
    x = [gap * i for i in range(len(y))]
    wanted = simpson(list(map(float, y)), dx=float(gap))
    assert float(area(x, y, "simpson")) == pytest.approx(wanted, abs=1e-9)


@pytest.mark.parametrize(
    ("rule", "degree"), [("trapezoid", 1), ("midpoint", 1), ("simpson", 3), ("left", 0), ("right", 0)]
)
def test_every_rule_is_exact_for_polynomials_of_its_degree_and_no_higher(rule: RuleName, degree: int) -> None:
    """The integral of x^k from 0 to 2 is 2^(k+1)/(k+1)."""
    for k in range(degree + 2):
        text = f"x^{k}" if k else "1"
        found = results(curve=text, **{"from": "0", "to": "2"}, strips="4", rule=rule)
        told = Fraction(found["quantities"]["area"]["exact"])
        assert (told == Fraction(2 ** (k + 1), k + 1)) == (k <= degree)


@given(st.lists(heights, min_size=3, max_size=21), st.sampled_from(sorted(set(RULES) - {"upper", "lower"})))
def test_the_weighted_sum_is_the_sum_of_the_strips(y: list[Fraction], rule: RuleName) -> None:
    x = [Fraction(i, 2) for i in range(len(y))]
    ordinates = Ordinates(tuple(map(Real.of, x)), tuple(map(Real.of, y)))
    found = weights(ordinates, rule)
    if found is None:
        assert rule == "midpoint" or len(y) % 2 == 0
        return
    counts, factor = found
    total = Real.sum(height * Real.of(n) for height, n in zip(ordinates.heights, counts, strict=True))
    assert (total * factor).same_as(area(x, y, rule))


MOUND = {
    "y": ["0", "0.35", "0.62", "0.80", "0.92", "0.96", "0.90", "0.71", "0.48", "0.22", "0"],
    "spacing": "0.5",
}


def test_the_mound_by_every_rule_and_its_soil() -> None:
    """0.5 (0.35 + … + 0.22) = 2.98; by Simpson 0.5/3 (4 · 3.04 + 2 · 2.92); times 4.2."""
    found = results(readings=MOUND, breadth="4.2")
    assert found["quantities"]["area"]["exact"] == "149/50"
    assert found["quantities"]["volume"]["decimal"] == "12.516"
    assert found["rules"]["simpson"]["exact"] == "3"
    assert found["posts"] == "11 ordinates, so 10 strips of 0.50 m each"
    assert [row["weight"] for row in found["column"]["rows"]] == [1, 2, 2, 2, 2, 2, 2, 2, 2, 2, 1]
    assert found["column"]["area"]["exact"] == "149/50"
    for tally in found["tallies"].values():
        check_tally(tally)
    simpson_ = results(readings=MOUND, rule="simpson")
    assert [row["weight"] for row in simpson_["column"]["rows"]] == [1, 4, 2, 4, 2, 4, 2, 4, 2, 4, 1]
    check_tally(simpson_["tallies"]["area"])


def test_a_cone_and_a_ball_are_spun_exactly_by_simpson() -> None:
    """The squares of their radii are at most square functions of the position; so is the frustum's by no other rule."""
    cone = results(curve="x", **{"from": "0", "to": "3"}, strips="2", rule="simpson")
    ball = results(curve="sqrt(4 - x^2)", **{"from": "-2", "to": "2"}, strips="4", rule="simpson")
    assert cone["quantities"]["spun_volume"]["exact"] == "9*pi"
    assert ball["quantities"]["spun_volume"]["exact"] == "32*pi/3"
    for found in (cone, ball):
        check_tally(found["tallies"]["spun_volume"])
    trapezoids = results(curve="x", **{"from": "0", "to": "3"}, strips="3")
    assert trapezoids["quantities"]["spun_volume"]["exact"] == "19*pi/2"  # π (1/2 + 5/2 + 13/2)


def test_the_length_is_that_of_the_chords() -> None:
    found = results(readings={"x": ["0", "3", "7"], "y": ["0", "4", "1"]})
    assert found["quantities"]["length"]["exact"] == "10"
    check_tally(found["tallies"]["length"])
    bent = Ordinates(tuple(map(Real.of, (0, 3, 7))), tuple(map(Real.of, (0, 4, 1))))
    assert float(length_of(bent)) == pytest.approx(10) == float(length_tally(bent, LENGTH, PI, 9).total.value)


def test_what_lies_below_the_line_counts_less_than_nothing() -> None:
    found = results(curve="x - 2", **{"from": "0", "to": "4"}, strips="4")
    assert found["quantities"]["area"]["exact"] == "0"
    assert [entry["sign"] for entry in found["tallies"]["area"]["entries"]] == ["-", "-", "+", "+"]
    check_tally(found["tallies"]["area"])


def test_an_odd_strip_is_a_trapezoid_under_simpson_and_said_to_be() -> None:
    document = profile(readings={"y": ["1", "2", "3", "4"]}, rule="simpson")
    told = evaluate_document(document)
    assert told["figures"]["p"]["quantities"]["area"]["exact"] == "15/2"
    assert told["complaints"][0]["code"] == "odd-strips" and told["complaints"][0]["level"] == "warning"


@pytest.mark.parametrize(
    ("fields", "where", "code"),
    [
        ({"readings": {"y": ["1", "x", "2"]}}, "readings.y.1", "unknown-name"),
        ({"readings": {"y": ["1"]}}, "readings", "too-few"),
        ({"readings": {"x": ["0", "1"], "y": ["1", "2", "3"]}}, "readings.x", "uneven"),
        ({"readings": {"x": ["0", "2", "1"], "y": ["1", "2", "3"]}}, "readings.x.2", "not-rising"),
        ({"readings": {"y": ["1", "2"], "spacing": "0"}}, "readings.spacing", "not-positive"),
        ({"readings": {"x": ["0", "1", "3"], "y": ["1", "2", "3"]}, "rule": "simpson"}, "rule", "rule-needs"),
        ({"readings": {"y": ["1", "2", "3", "4"]}, "rule": "midpoint"}, "rule", "rule-needs"),
        ({"readings": {"y": ["1", "2"]}, "breadth": "0"}, "breadth", "not-positive"),
        ({"curve": "1/x", "from": "0", "to": "1"}, "curve", "no-value"),
        ({"curve": "sqrt(x - 1)", "from": "0", "to": "2"}, "curve", "no-value"),
        ({"curve": "(", "to": "2"}, "curve", "bracket"),
        ({"curve": "1/(x - 0.5)", "strips": "1", "rule": "midpoint"}, "curve", "no-value"),
        ({"curve": "x", "from": "2", "to": "1"}, "to", "not-rising"),
        ({"curve": "x", "strips": "2.5"}, "strips", "not-whole"),
        ({"curve": "x", "strips": "100000"}, "strips", "not-whole"),
        ({"curve": "x^99^99^99", "to": "9"}, "curve", "too-large"),
    ],
)  # fmt: skip
def test_what_is_wrong_is_said_where_it_stands(fields: dict[str, Any], where: str, code: str) -> None:
    assert complaints(profile(**fields)).get(f"figures.p.{where}") == code


def test_a_reading_that_stands_out_is_pointed_at_and_not_changed() -> None:
    y = ["1.0", "1.1", "1.3", "1.4", "14", "1.5", "1.4", "1.2", "1.0"]
    told = evaluate_document(profile(readings={"y": y}))
    (warning,) = told["complaints"]
    assert (warning["where"], warning["code"], warning["level"]) == (
        "figures.p.readings.y.4",
        "stands-out",
        "warning",
    )
    assert float(told["figures"]["p"]["quantities"]["area"]["decimal"]) == pytest.approx(
        sum(map(float, y)) - 1
    )


def test_uneven_strips_have_no_weights_and_the_midpoint_rule_says_what_it_needs() -> None:
    uneven = Ordinates(tuple(map(Real.of, (0, 1, 3))), tuple(map(Real.of, (1, 1, 1))))
    assert weights(uneven, "trapezoid") is None
    with pytest.raises(RuleFault, match="different widths"):
        strips_of(uneven, "midpoint")


def test_thousands_of_strips_are_told_together() -> None:
    n = 2001
    found = results(readings={"y": ["1.5"] * n, "spacing": "0.01"}, rule="trapezoid")
    assert found["quantities"]["area"]["exact"] == "30"
    (entry,) = found["tallies"]["area"]["entries"]
    assert entry["title"] == "2000 strips" and found["drawing"]["strips"] == []
    assert found["column"] is None


def test_a_curve_may_name_lines_of_the_problem() -> None:
    document = profile(curve="k x", **{"from": "0", "to": "2"}, strips="2")
    document["lines"] = [{"name": "k", "expression": "3"}]
    told = evaluate_document(document)
    assert told["complaints"] == [] and told["figures"]["p"]["quantities"]["area"]["exact"] == "6"


def test_asks_and_lines_may_name_what_a_profile_has() -> None:
    document = profile(readings=MOUND, breadth="4.2")
    document["lines"] = [{"name": "loads", "expression": "p.volume / 2 m^3"}]
    document["asks"] = [{"label": "Mean", "expression": "p.mean_height"}]
    told = evaluate_document(document)
    assert told["complaints"] == []
    assert told["lines"]["loads"]["decimal"] == "6.258" and told["asks"][0]["decimal"] == "0.596"
    del document["figures"][0]["breadth"]
    says = [c["says"] for c in evaluate_document(document)["complaints"]]
    assert any("has no breadth" in each for each in says)


def test_while_something_is_slid_strips_are_told_together_and_come_to_the_same() -> None:
    of = profile(curve="x^2", to="3", strips="12", rule="simpson")
    slid = evaluate_document(of, ["slid"])["figures"]["p"]
    whole = evaluate_document(of)["figures"]["p"]
    assert slid["brief"] and slid["column"] is None and not whole["brief"] and whole["column"] is not None
    assert [e["title"] for e in slid["tallies"]["area"]["entries"]] == ["12 strips"]
    assert len(whole["tallies"]["area"]["entries"]) == 6  # Simpson takes them two by two
    assert {name: t["total"]["text"] for name, t in slid["tallies"].items()} == {
        name: t["total"]["text"] for name, t in whole["tallies"].items()
    }
