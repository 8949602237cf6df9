"""Solving for a letter, scaling, and what is settled of a figure that is still free."""

from __future__ import annotations

import json
from math import isclose, pi, sqrt
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.__main__ import main
from mensuration.problem import evaluate_document, read
from mensuration.varying import NotVaried, Solved, scaling, settled, solve_for

Document = dict[str, Any]


def problem(*parts: Document, letters: dict[str, str], **fields: Any) -> Document:
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "letters": [{"name": name, "stands": stands} for name, stands in letters.items()],
        "figures": [{"name": "bed", "kind": "plane", "parts": list(parts)}],
        **fields,
    }


def rectangle(width: str, height: str, **fields: Any) -> Document:
    return {"name": "slab", "shape": "rectangle", "given": {"width": width, "height": height}, **fields}


def solved(document: Document, expression: str, at: str, letter: str = "x") -> Solved:
    return solve_for(read(document), expression, at, letter)


def test_both_solutions_and_those_that_no_figure_can_have() -> None:
    found = solved(problem(rectangle("x + 3", "2 x"), letters={"x": "4"}), "bed.area", "20 m^2")
    assert found.equations == ("2 x² + 6 x = 20",)
    assert [(each.value.exact, each.says) for each in found.solutions] == [
        ("-5", "width must be more than 0"),
        ("2", None),
    ]
    assert found.certain


def test_a_hole_that_would_be_too_big() -> None:
    """36 − π r² = 4 at r = √(32/π) = 3.19; but from r = 3 on the disc is cut off by the sides: then less is taken away."""
    hole = {"name": "hole", "shape": "circle", "given": {"radius": "r"}, "at": ["3", "3"], "join": "take"}
    document = problem({"name": "slab", "shape": "square", "given": {"side": "6"}}, hole, letters={"r": "1"})
    found = solved(document, "bed.area", "4", "r")
    assert found.equations[0] == "36 − π r² = 4" and len(found.equations) == 2
    too_big = next(each for each in found.solutions if isclose(each.at, sqrt(32 / pi)))
    assert too_big.says is not None and "the form no longer holds" in too_big.says
    (right,) = [each for each in found.solutions if each.says is None]
    document["letters"][0]["stands"] = right.value.decimal
    area = evaluate_document(document)["figures"]["bed"]["quantities"]["area"]["decimal"]
    assert isclose(float(area), 4, rel_tol=1e-9)


def test_a_solution_without_formula_has_proven_digits() -> None:
    cone = {"name": "tip", "kind": "formula", "figure": "cone", "given": {"radius": "r", "height": "5"}}
    document = problem(letters={"r": "2"}) | {"figures": [cone]}
    found = solved(document, "tip.surface", "100 m^2", "r")
    (right,) = [each for each in found.solutions if each.says is None]
    r = right.at
    assert isclose(pi * r * r + pi * r * sqrt(r * r + 25), 100, rel_tol=1e-12) and found.certain


@settings(max_examples=25)
@given(a=st.integers(1, 9), b=st.integers(1, 9), x=st.integers(1, 12))
def test_what_is_found_is_what_was_put_in(a: int, b: int, x: int) -> None:
    document = problem(rectangle(f"{a} x + 1", f"x + {b}"), letters={"x": "3"})
    area = (a * x + 1) * (x + b)
    right = [
        each.value.exact for each in solved(document, "bed.area", f"{area}").solutions if each.says is None
    ]
    assert right == [str(x)]


def test_what_is_held_meanwhile_is_held() -> None:
    document = problem(rectangle("w", "h"), letters={"w": "3", "h": "4"})
    document["hold"] = [{"expression": "bed.perimeter", "at": "20", "gives": "h"}]
    found = solved(document, "bed.area", "21", "w")
    assert [(each.value.exact, each.says) for each in found.solutions] == [("3", None), ("7", None)]


@pytest.mark.parametrize(
    ("expression", "at", "letter", "where", "says"),
    [
        ("bed.area", "4 m", "x", "at", "“bed.area” is an area: it can't come to a length"),
        ("bed.area", "4", "q", "letter", "“q” is no letter that can be found: the letters are x"),
        ("bed.nothing", "4", "x", "expression", "nothing"),
        ("slab.height", "4", "x", "letter", "“slab.height” does not hang on “x”"),
        ("bed.area", "4 +", "x", "at", ""),
    ],
)
def test_what_cannot_be_solved_is_said(expression: str, at: str, letter: str, where: str, says: str) -> None:
    with pytest.raises(NotVaried) as refused:
        solved(problem(rectangle("x", "5"), letters={"x": "3"}), expression, at, letter)
    assert refused.value.where == where and says in refused.value.says


def test_scaling_is_told_for_all_lengths_and_for_each_letter() -> None:
    can = {"name": "can", "kind": "formula", "figure": "cylinder", "given": {"radius": "r", "height": "h"}}
    found = scaling(read(problem(letters={"r": "2", "h": "5"}) | {"figures": [can]}))
    rows = {
        row.measure: (row.all_lengths.text, *(each and each.text for each in row.letters))
        for row in found.measures
    }
    assert found.letters == ("r", "h")
    assert rows["can.volume"] == ("8", "4", "2")
    assert rows["can.surface"] == ("4", "≈ 2.571", "≈ 1.714")  # (4 · 2 + 2 · 5)/7, (2 + 10)/7
    assert rows["can.base_area"] == ("4", "4", "1")


def test_all_lengths_doubled_really_gives_that_factor() -> None:
    parts = [
        rectangle("6", "4"),
        {"name": "cap", "shape": "semicircle", "given": {"radius": "2"}, "at": ["2", "4"]},
    ]
    doubled = [
        rectangle("12", "8"),
        {"name": "cap", "shape": "semicircle", "given": {"radius": "4"}, "at": ["4", "8"]},
    ]
    one, two = (
        evaluate_document(problem(*each, letters={}))["figures"]["bed"]["quantities"]
        for each in (parts, doubled)
    )
    rows = {
        row.measure: int(row.all_lengths.text)
        for row in scaling(read(problem(*parts, letters={"w": "1"}))).measures
    }
    for measure in ("area", "perimeter"):
        assert isclose(
            float(two[measure]["decimal"]) / float(one[measure]["decimal"]), rows[f"bed.{measure}"]
        )


# Settled


def test_a_ring_by_the_chord_that_touches_its_inner_circle() -> None:
    """π × (half the chord)², whatever the radii are."""
    ring = {"name": "path", "kind": "formula", "figure": "ring", "given": {"chord": "c"}}
    document = problem(letters={"c": "10"}) | {"figures": [ring]}
    found = settled(read(document), "path")
    assert found is not None and found.says == "area is settled, whatever the outer radius is"
    assert [(each.measure, each.value.exact) for each in found.measures] == [("area", "25*pi")]
    ((path, text),) = found.changes
    assert path == ("figures", "0", "given", "outer")
    for stands in ("5.5", "8", "20"):  # the figure moves, the value stands still
        ring["given"]["outer"] = text
        document["letters"] = [{"name": "c", "stands": "10"}, {"name": text, "stands": stands}]
        results = evaluate_document(document)
        assert results["figures"]["path"]["quantities"]["area"]["exact"] == "25*pi"
        assert results["inLetters"]["path.area"]["forms"][0]["text"] == "π c²/4"
        assert results["inLetters"]["path.area"]["without"] == [text]
        assert text not in results["inLetters"]["path.inner"]["without"]


@settings(max_examples=15)
@given(width=st.integers(3, 30), height=st.integers(3, 30), steps=st.integers(2, 4))
def test_a_staircase_by_its_width_and_height(width: int, height: int, steps: int) -> None:
    walk = f"R {width}, U {height}, " + ", ".join(["L ?, D ?"] * steps)
    stairs = {"name": "stairs", "shape": "outline", "walk": walk}
    found = settled(read(problem(stairs, letters={})), "bed")
    assert found is not None
    assert {each.measure: each.value.exact for each in found.measures} == {
        "perimeter": str(2 * (width + height))
    }
    assert len(found.free) == 2 * (steps - 1)


def test_a_triangle_by_its_base_and_height_alone() -> None:
    """It is drawn as usual, its top over the middle; its area is the same wherever the top is."""
    triangle = {"name": "t", "kind": "formula", "figure": "triangle", "given": {"base": "6", "height": "4"}}
    found = settled(read(problem(letters={}) | {"figures": [triangle]}), "t")
    assert found is not None and "area" in found.says and len(found.free) == 1
    assert {each.measure: each.value.exact for each in found.measures}["area"] == "12"
    assert "perimeter" not in {each.measure for each in found.measures}


def test_a_finished_figure_and_one_that_settles_nothing_have_none() -> None:
    assert settled(read(problem(rectangle("3", "4"), letters={})), "bed") is None
    ring = {"name": "path", "kind": "formula", "figure": "ring", "given": {"width": "2"}}
    assert settled(read(problem(letters={}) | {"figures": [ring]}), "path") is None
    assert settled(read(problem(letters={})), "nothing") is None


def test_the_command_tells_letters_and_solutions(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file = tmp_path / "bed.json"
    document = problem(rectangle("x", "x + 2"), letters={"x": "3"})
    document["solve"] = [{"expression": "bed.area", "at": "24", "letter": "x"}]
    file.write_text(json.dumps(document))
    assert main(["evaluate", str(file)]) == 0
    told = json.loads(capsys.readouterr().out)
    assert told["inLetters"]["bed.area"]["forms"][0]["text"] == "x² + 2 x"
    assert [each["value"]["exact"] for each in told["solved"][0]["solutions"]] == ["-6", "4"]
    assert told["scaling"]["measures"][0]["allLengths"]["text"] == "4" and told["settled"] == []
