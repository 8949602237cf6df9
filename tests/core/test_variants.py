"""Variants: within their bounds, possible, short where that is wanted, no two alike, the same again from a seed."""

from __future__ import annotations

import csv
import io
from fractions import Fraction
from math import isqrt
from typing import Any

import pytest

from mensuration.exchange.variants import variant_sheets, variants_csv
from mensuration.problem import evaluate_document, read
from mensuration.slips import check_answer
from mensuration.slips.checking import slip_values
from mensuration.variants import NoVariants, Variant, reworded, variants

Document = dict[str, Any]
BED: Document = {
    "format": "tilt-grid/problem",
    "version": 1,
    "title": "A bed",
    "statement": "A bed of 4 m by 3 m. How long is its diagonal, and what is its area?",
    "figures": [{"name": "bed", "parts": [{"name": "slab", "shape": "rectangle", "given": {"width": "4 m", "height": "3"}}]}],
    "asks": [
        {"label": "Diagonal", "expression": "slab.diagonal", "tries": [{"answer": "5", "at": "2026-11-02T10:00:00Z"}]},
        {"label": "Area", "expression": "bed.area"},
    ],
    "variants": {
        "givens": [{"name": "slab.width", "low": "3", "high": "24 m"}, {"name": "slab.height", "low": "3", "high": "24"}],
        "whole": ["slab.diagonal"],
    },
}  # fmt: skip


def made(document: Document, seed: int = 1, count: int = 10) -> list[Variant]:
    return list(variants(read(document), seed, 1, count))


def bed(**wish: Any) -> Document:
    return {**BED, "variants": {**BED["variants"], **wish}}


def test_pythagorean_triples() -> None:
    found = made(BED, count=10)
    assert len(found) == 10
    for variant in found:
        width, height = (int(text.removesuffix(" m")) for _, text in variant.givens)
        assert isqrt(width**2 + height**2) ** 2 == width**2 + height**2
        assert 3 <= width <= 24 and 3 <= height <= 24 and variant.key != "4 m | 3"
        results = evaluate_document(variant.document)
        assert [(a["label"], a["text"]) for a in results["asks"]] == [
            (a.label, a.text) for a in variant.answers
        ]
        assert f"{width} m by {height} m" in variant.document["statement"] and variant.unsaid == ()
        assert "variants" not in variant.document and "tries" not in variant.document["asks"][0]
    assert len({variant.key for variant in found}) == 10


def test_a_seed_makes_the_same_again_also_piece_by_piece() -> None:
    whole = [variant.key for variant in made(BED, 5, 8)]
    assert (
        whole == [variant.key for variant in made(BED, 5, 8)] != [variant.key for variant in made(BED, 6, 8)]
    )
    first = list(variants(read(BED), 5, 1, 4))
    rest = list(variants(read(BED), 5, 5, 4, [variant.key for variant in first]))
    assert [variant.key for variant in (*first, *rest)] == whole


def test_variants_keep_to_their_bounds_over_a_thousand_seeds() -> None:
    """Half metres from 2 to 20, areas with one decimal at most."""
    document = bed(
        givens=[{"name": "slab.width", "low": "2", "high": "20", "step": "1/2"}, {"name": "slab.height", "low": "50 cm", "high": "9", "step": "0.25"}],
        whole=["bed.area"],
        places=1,
        slips=False,
    )  # fmt: skip
    keys = set()
    for seed in range(1000):
        (variant,) = variants(read(document), seed, 1, 1)
        width, height = (Fraction(text.removesuffix(" m")) for _, text in variant.givens)
        assert 2 <= width <= 20 and (width * 2).denominator == 1
        assert Fraction(1, 2) <= height <= 9 and (height * 4).denominator == 1
        assert (width * height * 10).denominator == 1
        keys.add(variant.key)
    assert len(keys) > 300


def test_only_figures_that_can_be() -> None:
    """A hole of radius r within a slab: a triangle of sides that don't close is never among them either."""
    triangle = {"name": "t", "kind": "formula", "figure": "triangle", "given": {"a": "3", "b": "4", "c": "5"}}
    given = [{"name": f"t.{side}", "low": "1", "high": "20"} for side in "abc"]
    document = {
        **BED,
        "figures": [triangle],
        "asks": [{"label": "P", "expression": "t.perimeter"}],
        "variants": {"givens": given},
    }
    for variant in made(document, count=20):
        a, b, c = sorted(int(text) for _, text in variant.givens)
        assert a + b > c


def test_slips_lead_to_different_answers() -> None:
    """A circle of radius 2 has the circumference and the area 4π: in its variants the two are told apart."""
    disc = {"name": "pad", "parts": [{"name": "disc", "shape": "circle", "given": {"radius": "3"}}]}
    document = {
        **BED,
        "figures": [disc],
        "asks": [{"label": "Area", "expression": "pad.area"}],
        "variants": {"givens": [{"name": "disc.radius", "low": "1", "high": "9"}]},
    }
    before = len({float(value.value) for value in slip_values(read(document), "Area")})
    found = made(document, count=9)
    assert 2 <= len(found) <= 8  # the radius 3 is the problem itself
    for variant in found:
        fresh = read(variant.document)
        assert len({round(float(value.value), 9) for value in slip_values(fresh, "Area")}) >= before
        assert check_answer(fresh, "Area", variant.answers[0].text).right


def test_no_more_are_told_than_there_are() -> None:
    found = made(
        bed(givens=[{"name": "slab.height", "low": "3", "high": "5"}], whole=[], slips=False), count=10
    )
    assert sorted(variant.givens[0][1] for variant in found) == ["4", "5"]


@pytest.mark.parametrize(
    ("wish", "where", "says"),
    [
        ({"givens": [{"name": "slab.depth", "low": "1", "high": "2"}]}, "variants.givens.0.name", "is no given: there are slab.width"),
        ({"givens": [{"name": "slab.width", "low": "5", "high": "2"}]}, "variants.givens.0.high", "less than the low end"),
        ({"givens": [{"name": "slab.width", "low": "1", "high": "2", "step": "0"}]}, "variants.givens.0.step", "more than 0"),
        ({"givens": [{"name": "slab.width", "low": "1", "high": "2", "step": "10^-9"}]}, "variants.givens.0.step", "more than 10000 steps"),
        ({"givens": [{"name": "slab.width", "low": "1 m^2", "high": "2"}]}, "variants.givens.0.low", "this must be a length"),
        ({"givens": [{"name": "slab.width", "low": "pi", "high": "9"}]}, "variants.givens.0.low", "plain number"),
        ({"whole": ["slab.nothing"]}, "variants.whole.0", "nothing"),
    ],
)  # fmt: skip
def test_a_wish_that_cannot_be_is_said_at_its_place(wish: Document, where: str, says: str) -> None:
    with pytest.raises(NoVariants) as refused:
        made(bed(**wish))
    assert refused.value.where == where and says in refused.value.says


def test_givens_that_are_no_numbers_are_refused() -> None:
    document = {
        **BED,
        "figures": [
            {
                "name": "bed",
                "parts": [
                    {"name": "slab", "shape": "rectangle", "given": {"width": "2 slab.height", "height": "3"}}
                ],
            }
        ],
    }
    with pytest.raises(NoVariants, match="is no plain number"):
        made(document)
    with pytest.raises(NoVariants, match="say first which givens vary"):
        made({key: value for key, value in BED.items() if key != "variants"})


@pytest.mark.parametrize(
    ("statement", "changes", "told", "missing"),
    [
        ("4 m by 4.5 m and 14 m", {"4 m": "6 m"}, "6 m by 4.5 m and 14 m", set()),
        ("3 and 4", {"3": "4", "4": "3"}, "4 and 3", set()),
        ("a radius of 2.5m", {"2.5 m": "3 m"}, "a radius of 3 m", set()),
        ("no number", {"5": "6"}, "no number", {"5"}),
        ("A4 and 4,5 and 4", {"4": "7"}, "A4 and 4,5 and 7", set()),
    ],
)
def test_statements_get_the_new_numbers(
    statement: str, changes: dict[str, str], told: str, missing: set[str]
) -> None:
    assert reworded(statement, changes) == (told, frozenset(missing))


def test_the_table_and_the_sheets() -> None:
    found = made(BED, count=3)
    rows = list(csv.reader(io.StringIO(variants_csv(found))))
    assert rows[0] == ["variant", "slab.width", "slab.height", "Diagonal", "Area"] and len(rows) == 4
    assert rows[1][1:] == [
        *(text for _, text in found[0].givens),
        *(answer.text for answer in found[0].answers),
    ]
    page = variant_sheets("A <bed>", found)
    assert page.count("<section") == 4 and "A &lt;bed&gt;: key" in page
    key = page.rpartition("<section>")[2]
    assert all(answer.text in key for variant in found for answer in variant.answers)
    questions = page.rpartition("<section>")[0]
    assert not any(answer.text in questions for variant in found for answer in variant.answers)
    danger = Variant(1, "k", (("=cmd", "1"),), (), {}, ())
    assert variants_csv([danger]).startswith("variant,'=cmd")
