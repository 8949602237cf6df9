"""Documents that once killed, hung or misled the core: each gets an answer or a sentence."""

from __future__ import annotations

from typing import Any

import pytest

from mensuration.expressions import ExpressionError, Scope, evaluate, parse
from mensuration.problem import ALSO, UnreadableDocument, evaluate_document, read_text
from tests.core.helpers import part, problem


def said(document: dict[str, Any]) -> str:
    return " | ".join(complaint["says"] for complaint in evaluate_document(document, ALSO)["complaints"])


def told(document: dict[str, Any]) -> list[str]:
    results = evaluate_document(document)
    assert results["complaints"] == []
    return [q["text"] for q in results["figures"]["fig"]["quantities"].values()]


@pytest.mark.parametrize(
    ("typed", "says"),
    [
        ("(" * 7 + "sin(20°)" + "^64)" * 7, "this power is too large"),
        ("(" * 4 + "sin(20°)" + "^64)" * 4, "this power is too large"),
        ("×".join(["10^64"] * 10), "this is too large to be worked with"),
        ("1/(" + "×".join(["10^64"] * 10) + ")", "this is too large to be worked with"),
        ("×".join(["10^-64"] * 10), "this is too near to 0 to be worked with"),
        ("sin(1 rad)^64^64", "too large"),
        ("1" * 5000, "this is longer than"),
    ],
)
def test_sizes_without_bounds_are_refused_before_they_are_worked_out(typed: str, says: str) -> None:
    with pytest.raises(ExpressionError) as caught:
        evaluate(parse(typed), Scope())
    assert says in caught.value.says


def test_squares_of_sums_of_roots_end_in_a_sentence() -> None:
    lines = [{"name": "a0", "expression": "√2 + √3 + √5 + √7"}]
    lines += [{"name": f"a{i + 1}", "expression": f"a{i}^2 + √11"} for i in range(10)]
    assert "this power is too large" in said(problem(lines=lines))


@pytest.mark.parametrize(
    ("given", "says"),
    [
        ({"width": "10^9", "height": "1"}, "sizes may be as 100 000 000 to 1"),
        ({"width": "10^-30", "height": "10^-30"}, "too small for a figure: sizes go from 10^-25 m"),
        ({"width": "10^200", "height": "1"}, "too large"),
        ({"width": "1" * 5000, "height": "1"}, "longer than"),
    ],
)
def test_sizes_that_no_figure_has_are_said(given: dict[str, str], says: str) -> None:
    assert says in said(problem(part("slab", "rectangle", **given)))


def test_places_beyond_reckoning_are_said() -> None:
    assert "too large for a figure" in said(problem(part("slab", "square", ("10^64", "0"), side="1")))
    far = problem(part("slab", "square", ("10^12", "0"), side="1"))
    assert "lies too far away" in said(far)


def test_an_arc_that_is_nearly_a_whole_turn_gets_a_sentence() -> None:
    walk = "R 4, U 3 arc 359.9999999° left, L ?, D ?"
    assert said(problem({"name": "loop", "shape": "outline", "walk": walk}))


@pytest.mark.parametrize("text", ['{"version": ' + "1" * 5000 + "}", "[" * 100_000, '{"title": "\ud800"}'])
def test_texts_that_are_no_documents_are_refused(text: str) -> None:
    with pytest.raises(UnreadableDocument):
        read_text(text)


def test_a_lone_surrogate_in_a_name_is_refused() -> None:
    with pytest.raises(UnreadableDocument):
        evaluate_document(problem({**part("a", "square", side="1"), "name": "a\ud800"}))


def test_squares_a_millionth_of_a_millimetre_apart_are_apart() -> None:
    one, two = part("a", "square", side="1"), part("b", "square", ("1.000000001", "0"), side="1")
    assert told(problem(one, two)) == ["2.00 m²", "8.00 m"]
    touching = part("b", "square", ("1", "0"), side="1")
    assert told(problem(one, touching)) == ["2.00 m²", "6.00 m"]


def test_crowds_are_answered() -> None:
    """By another arrangement: the union of the same discs and polygons in Shapely, to its segments' accuracy."""
    discs = [
        part(f"c{i}", "circle", (f"{i % 8 * 0.7:.1f}", f"{i // 8 * 0.7:.1f}"), radius="1") for i in range(60)
    ]
    assert told(problem(*discs)) == ["44.21 m²", "25.91 m"]
    peaks = [[str(i), str(i % 2 * 5)] for i in range(196)] + [["195", "20"], ["0", "20"]]
    pits = [[f"{i}.5", str(3 + i % 2 * 5)] for i in range(196)] + [["195.5", "-20"], ["0.5", "-20"]]
    zigzags = [{"name": n, "shape": "outline", "points": p} for n, p in (("up", peaks), ("down", pits))]
    assert told(problem(*zigzags)) == ["7802.75 m²", "480.10 m"]


@pytest.mark.parametrize("kind", [[], {}, 3, None, "nonsense"])
def test_a_kind_that_is_none_is_answered_or_refused(kind: Any) -> None:
    document = {**problem(), "figures": [{"name": "fig", "kind": kind, "parts": []}]}
    try:
        assert said(document)
    except UnreadableDocument as error:
        assert "kind" in str(error)
