"""The working in letters: every line and form read back from its text and reckoned, put in, expanded, collected."""

from __future__ import annotations

import itertools
import re
from math import isclose

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.numbers import Real
from mensuration.problem import evaluate_document
from tests.core.lettered import part, plate, told, with_letters

DOCUMENTS = {
    "plate": with_letters(
        {"w": "6", "h": "4", "r": "1"},
        plate(part("slab", "rectangle", width="w", height="h"), part("hole", "circle", ("2", "2"), radius="r", join="take")),
    ),
    "can": with_letters({"r": "2", "h": "5"}, {"name": "can", "kind": "solid", "pieces": [part("c", "cylinder", radius="r", height="h") | {"at": ["0", "0", "0"]}]}),
    "cone": with_letters({"r": "3", "h": "4"}, {"name": "tip", "kind": "formula", "figure": "cone", "given": {"radius": "r", "height": "h"}}),
    "triangle": with_letters({"a": "5", "b": "6", "c": "7"}, {"name": "t", "kind": "formula", "figure": "triangle", "given": {"a": "a", "b": "b", "c": "c"}}),
    "angle": with_letters({"a": "5", "b": "6", "C": "50°"}, {"name": "t", "kind": "formula", "figure": "triangle", "given": {"a": "a", "b": "b", "C": "C"}}),
    "sums": with_letters(
        {"w": "6", "h": "4"},
        plate(part("slab", "rectangle", width="w + 2", height="w + h"), part("side", "trapezoid", ("20", "0"), base="h + 4", top="w", height="h + 1")),
        asks=[{"label": "left", "expression": "(w + 1)^2 - (w - 1) (w + 3)"}, {"label": "ratio", "expression": "plate.perimeter / plate.area"}],
    ),
    "lens": with_letters({"r": "2"}, plate(part("one", "circle", radius="r"), part("two", "circle", ("r", "0"), radius="r"))),
}  # fmt: skip


@pytest.mark.parametrize("name", DOCUMENTS)
def test_every_step_in_letters_read_back_reckons(name: str) -> None:
    """All sides of a line that stand for something come to the same with values put in for the letters."""
    document = DOCUMENTS[name]
    stands = {letter["name"]: evaluate(parse(letter["stands"]), Scope()) for letter in document["letters"]}
    scope = Scope(lambda path: stands.get(path.text))
    compared = 0
    for measure in told(document).values():
        every = [
            float(evaluate(parse(form["text"]), scope).value) for form in measure["before"] + measure["forms"]
        ]
        assert all(isclose(each, every[0], rel_tol=1e-9) for each in every), measure
        for line in measure["steps"]:
            sides = list((line["text"].partition(": ")[2] or line["text"]).split(" = "))
            values = []
            for side in sides:
                try:
                    values.append(float(evaluate(parse(side), scope).value))
                except ExpressionError:
                    continue  # names of quantities
            for one, two in itertools.pairwise(values):
                assert isclose(one, two, rel_tol=1e-9), line["text"]
                compared += 1
    assert compared >= 3


def test_products_of_sums_are_expanded_before_they_are_collected() -> None:
    found = told(DOCUMENTS["sums"])
    assert [(form["how"], form["text"]) for form in found["(w + 1)^2 - (w - 1) (w + 3)"]["before"]] == [
        ("letters put in", "(w + 1)² − (w − 1) × (w + 3)"),
        ("expanded", "w² + w + w + 1 − w² − 3 w + w + 3"),
    ]
    assert found["(w + 1)^2 - (w - 1) (w + 3)"]["forms"][0]["text"] == "4"
    steps = [step["text"] for step in found["plate.area"]["steps"]]
    assert (
        "slab: area = width height = (w + 2) × (w + h) = w² + w h + 2 w + 2 h" in steps
    )  # nothing to collect
    assert any("= h w/2 + " in step or "= h²/2 + " in step for step in steps)


@pytest.mark.parametrize(
    ("typed", "step", "before"),
    [
        ("w + 30 cm + (w + 1 m) * 2", "it: w + 30 cm + (w + 1 m) × 2 = w + 0.3 + (w + 1) × 2 = w + 3/10 + 2 w + 2 = 3 w + 23/10", ["w + 0.3 + (w + 1) × 2", "w + 3/10 + 2 w + 2"]),
        ("w (2 m)^2 / (1 m)^2", "it: w (2 m)² / (1 m)² = w × 2² / 1² = 4 w", ["w × 2² / 1²"]),
        ("sin(30°) w", "it: sin(30°) w = sin(30°) × w = w/2", ["sin(30°) × w"]),
        ("90°", "it: 90°", []),
        ("7", "it: 7", []),
    ],
)  # fmt: skip
def test_typed_units_are_counted_where_letters_are_put_in(typed: str, step: str, before: list[str]) -> None:
    document = with_letters({"w": "2 m"}, settings={"unit": "m"}, asks=[{"label": "it", "expression": typed}])
    measure = told(document)[typed]
    assert [line["text"] for line in measure["steps"]] == [step]
    assert [form["text"] for form in measure["before"]] == before


@pytest.mark.parametrize("typed", ["90°", "7 m", "7", "2 (3 m + 1 m)"])
def test_a_line_of_working_is_never_empty(typed: str) -> None:
    document = {"format": "tilt-grid/problem", "version": 1, "asks": [{"label": "it", "expression": typed}]}
    (line,) = evaluate_document(document)["asks"][0]["working"]
    assert re.fullmatch(r"it: \S.*", line["text"] if isinstance(line, dict) else line)


sums = st.lists(st.tuples(st.integers(-4, 9), st.sampled_from(["w", "h", ""])), min_size=1, max_size=3)


@settings(max_examples=60)
@given(st.lists(sums, min_size=1, max_size=3), st.integers(1, 3))
def test_whatever_is_expanded_reckons(factors: list[list[tuple[int, str]]], power: int) -> None:
    typed = (
        "*".join(
            f"({' + '.join(f'({number}) {name}'.strip() for number, name in terms)})" for terms in factors
        )
        + f" + (w + h + 1)^{power}"
    )
    stands = {"w": Quantity(Real.of(7)), "h": Quantity(Real.of(3) / Real.of(5))}
    document = with_letters({"w": "2", "h": "3"}, asks=[{"label": "it", "expression": typed}])
    (measure,) = told(document).values()
    scope = Scope(lambda path: stands.get(path.text))
    for form in measure["before"] + measure["forms"]:
        assert evaluate(parse(form["text"]), scope).value.same_as(evaluate(parse(typed), scope).value), form
    if power > 1:
        assert "letters put in" in [form["how"] for form in measure["before"]]
