"""Everyday words that mean a quantity, rates given to an answer, and why a formula holds."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.language.everyday import About, marked_words
from mensuration.language.rates import whole
from mensuration.numbers import PI, Real
from mensuration.problem import evaluate_document
from tests.core.helpers import part, problem

SLAB = part("slab", "rectangle", width="6.3", height="4")


@pytest.mark.parametrize(
    ("sentence", "meant"),
    [
        ("How much edging goes round the bed? All the way round.", ["perimeter", "perimeter"]),
        ("A fence! Some Ribbon. And the coping", ["perimeter"] * 3),
        ("turf, tiles and sailcloth", ["area"]),  # one quantity is told once a sentence
        ("sealer, paint or foil", ["surface area"]),
        ("fill it, pour it, dig the soil. The turf; the fence", ["volume", "area", "perimeter"]),
        ("the unfilled offence of the painter", []),  # only whole words
        ("", []),
    ],
)
def test_words_mean_quantities(sentence: str, meant: list[str]) -> None:
    pieces = marked_words(sentence)
    assert "".join(piece.text for piece in pieces) == sentence
    assert [piece.quantity for piece in pieces if piece.quantity] == meant


@pytest.mark.parametrize(
    ("sentence", "kinds", "solids", "said", "meant"),
    [
        ("How much concrete is poured over?", {"area", "length"}, False, {}, [("concrete", "area")]),
        ("How much concrete is poured?", {"volume"}, True, {}, [("concrete", "volume")]),
        ("The corner is filled in. How much turf?", {"area"}, False, {}, [("turf", "area")]),
        ("It takes 12 m² of concrete.", set(), True, {}, [("concrete", "area")]),  # the unit beside it
        ("Then 0.4 m³ of turf are left.", set(), True, {}, [("turf", "volume")]),
        ("How much paint?", {"area"}, False, {}, [("paint", "area")]),  # a flat figure has no surface
        ("How much paint?", {"area"}, True, {}, [("paint", "surface area")]),
        ("How much turf and sand?", set(), True, {"turf": "nothing", "sand": "area"}, [("sand", "area")]),
    ],
)
def test_what_stands_beside_a_word_and_what_is_asked_count(
    sentence: str, kinds: set[str], solids: bool, said: dict[str, str], meant: list[tuple[str, str]]
) -> None:
    pieces = marked_words(sentence, About(frozenset(kinds), solids, said))
    assert [(piece.text, piece.quantity) for piece in pieces if piece.quantity] == meant


def test_a_problem_s_own_words_and_asks_decide() -> None:
    document = problem(
        SLAB, asks=[{"label": "it", "expression": "fig.area"}], statement="How much concrete is poured?"
    )
    told = [(w["text"], w["quantity"]) for w in evaluate_document(document)["words"] if w["quantity"]]
    assert told == [("concrete", "area")]
    corrected = evaluate_document({**document, "words": {"concrete": "nothing", "poured": "volume"}})
    assert [(w["text"], w["quantity"]) for w in corrected["words"] if w["quantity"]] == [("poured", "volume")]


@given(st.text(max_size=200))
def test_a_statement_is_never_changed(text: str) -> None:
    assert "".join(piece.text for piece in marked_words(text)) == text


def rated(expression: str, *rates: str) -> list[str]:
    """The value of each rate, or what is wrong with it."""
    ask = {"label": "it", "expression": expression, "rates": list(rates)}
    results = evaluate_document(problem(SLAB, asks=[ask]))
    wrong = {c["where"] for c in results["complaints"]}
    told = results["asks"][0]["rates"]
    assert wrong == {f"asks.it.rates.{i}" for i, line in enumerate(told) if line["says"]}
    return [line["says"] or line["value"] for line in told]


@pytest.mark.parametrize(
    ("expression", "rates", "values"),
    [
        ("fig.perimeter", ["€4.20 per m"], ["€86.52"]),  # 20.6 · 4.20
        ("fig.perimeter", ["$1.15 per ft"], ["$77.72"]),  # 20.6 / 0.3048 · 1.15 = 77.7231
        ("fig.area", ["1 L covers 8 m²"], ["3.15 L"]),
        ("fig.area", ["12 % waste", "1 L covers 8 m²", "tins of 2.5 L", "€19.90 per tin"], ["28.22 m²", "3.53 L", "2 tins", "€39.80"]),
        ("fig.area", ["€19.90 per tin", "tins of 2.5 L", "1 L covers 8 m²", "12 % waste"], ["€39.80", "2 tins", "3.53 L", "28.22 m²"]),
        ("fig.area", ["8 tiles per m²", "whole tiles", "boxes of 12", "30 € per box"], ["201.6 tiles", "202 tiles", "17 boxes", "€ 510.00"]),
        ("fig.area", ["1 litre covers 8 m²", "tins of 2.5 L", "€19.90 a tin"], ["3.15 litres", "2 tins", "€39.80"]),
        ("fig.area", ["0.5 L covers 2 m²", "buckets of 1 US gal"], ["6.3 L", "2 buckets"]),  # 6.3 / 3.785 = 1.66
        ("fig.area", ["1 UK gal covers 12.6 m²", "cans of 500 mL"], ["2 UK gal", "19 cans"]),  # 9.09 L
        ("fig.area", ["1 L covers 8 m²", "€3.20 per litre"], ["3.15 L", "€10.08"]),
        ("fig.perimeter", ["rolls of 5 m", "£7 a roll"], ["5 rolls", "£35.00"]),
        ("fig.perimeter", ["rolls of 20.6 m"], ["1 roll"]),  # exactly one is one
        ("fig.perimeter", ["€2.50 per 10 m"], ["€5.15"]),
        ("fig.area", ["0.35 kg per m^2"], ["8.82 kg"]),
        ("fig.perimeter", ["€0.005 per m"], ["€0.10"]),
        ("fig.area", ["8 m² per hour"], ["3 h 9 min"]),
        ("fig.perimeter", ["2 m/min"], ["10 min 18 s"]),
        ("fig.area", ["8 tiles per m²", "30 tiles per day"], ["201.6 tiles", "6 d 17 h 16 min 48 s"]),
    ],
)  # fmt: skip
def test_rates_are_taken_in_the_order_of_buying(expression: str, rates: list[str], values: list[str]) -> None:
    assert rated(expression, *rates) == values


@pytest.mark.parametrize(
    ("rate", "says"),
    [
        ("€4 per m", "the answer is an area, “m” is a length"),
        ("4.20 per m", "this is no rate"),
        ("cheap", "this is no rate"),
        ("€4 per pack", "say first how many are needed"),
        ("whole tiles", "say first how many tiles"),
        ("tins of 0 L", "more than 0"),
        ("0 m² per h", "more than 0"),
        ("12 L per min", "the answer is an area, “12 L” is a volume"),
        ("1 L covers 0 m²", "more than 0"),
        ("1 L covers m^", ""),
        ("buckets of 2 gallons", "write US gal or UK gal"),
        ("__import__('os')", "this is no rate"),
        ("a" * 99 + "%", "this is no rate"),
    ],
)
def test_rates_that_cannot_be_used_say_why(rate: str, says: str) -> None:
    (found,) = rated("fig.area", rate)
    assert says in found and found


@given(st.text(max_size=100))
def test_no_rate_crashes(text: str) -> None:
    ask = {"label": "it", "expression": "fig.area", "rates": [text]}
    evaluate_document(problem(SLAB, asks=[ask]))


@given(st.fractions(min_value=0, max_value=1000, max_denominator=50))
def test_whole_packs_are_never_too_few_and_never_one_too_many(needed: Fraction) -> None:
    packs = whole(Real.of(needed))
    assert needed <= packs < needed + 1


def test_whole_packs_next_to_whole_numbers() -> None:
    tiny = Real.of(Fraction(1, 10**12))
    assert [whole(Real.of(7)), whole(Real.of(7) + tiny), whole(Real.of(7) - tiny)] == [7, 8, 7]
    assert whole(PI / PI * Real.of(3)) == 3


@pytest.mark.parametrize(
    ("shape", "given_", "kinds", "last"),
    [
        ("triangle", {"base": "6", "height": "4", "offset": "2"}, ["double", "shear"], "1/2 × 24 m² = 12 m²"),
        ("right-triangle", {"base": "6", "height": "4"}, ["double"], "1/2 × 24 m² = 12 m²"),
        ("trapezoid", {"base": "6", "top": "2", "height": "3"}, ["double"], "1/2 × 24 m² = 12 m²"),
        ("parallelogram", {"base": "4", "lean": "1", "height": "3"}, ["shear"], "4 m × 3 m = 12 m²"),
        ("circle", {"radius": "3"}, ["sectors"], "3π m × 3 m = 9π m²"),
        ("square", {"side": "3"}, [], ""),
    ],
)
def test_why_a_formula_holds_is_shown_with_the_figures_own_numbers(
    shape: str, given_: dict[str, str], kinds: list[str], last: str
) -> None:
    results = evaluate_document(problem(part("it", shape, ("1", "2"), turn="30", **given_)), ("why",))
    shown: list[dict[str, Any]] = results["figures"]["fig"]["why"]["it"]
    assert [showing["kind"] for showing in shown] == kinds
    if shown:
        assert shown[0]["lines"][-1]["text"].endswith(last)


@pytest.mark.parametrize(("shape", "given_", "sides"), [("triangle", {"base": "6", "height": "4"}, 4), ("right-triangle", {"base": "3", "height": "2"}, 4), ("trapezoid", {"base": "6", "top": "2", "height": "3"}, 4)])  # fmt: skip
def test_a_copy_turned_about_the_pivot_makes_a_parallelogram(
    shape: str, given_: dict[str, str], sides: int
) -> None:
    """The figure and its half turn about the pivot, joined: four corners, twice the area, no overlap."""
    from shapely import affinity
    from shapely.geometry import Polygon

    results = evaluate_document(problem(part("it", shape, ("1", "2"), turn="30", **given_)), ("why",))
    showing = results["figures"]["fig"]["why"]["it"][0]
    own = Polygon([segment["start"] for segment in showing["path"]])
    copy = affinity.rotate(own, 180, origin=tuple(showing["pivot"]))
    both = own.union(copy.buffer(1e-9)).simplify(1e-6)
    assert own.intersection(copy).area < 1e-6
    assert both.area == pytest.approx(2 * own.area, abs=1e-6)
    assert len(both.exterior.coords) - 1 == sides
