"""Letters, and what changes with them: cases against formulas worked out beside them, greatest and least against trying all."""

from __future__ import annotations

import copy
import json
from fractions import Fraction
from math import isclose, pi, sqrt
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.__main__ import main
from mensuration.problem import evaluate_document, read
from mensuration.varying import NotVaried, extremes, in_letters, tell_varied, text_of, vary

Document = dict[str, Any]


def rectangle(width: str, height: str, **part: Any) -> Document:
    return {"name": "slab", "shape": "rectangle", "given": {"width": width, "height": height}, **part}


def problem(
    *parts: Document, watch: list[str], stands: dict[str, str], **ranges: tuple[str, str, str]
) -> Document:
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "bed", "kind": "plane", "parts": list(parts)}],
        "letters": [{"name": name, "stands": value} for name, value in stands.items()],
        "vary": {
            "letters": [
                {"letter": n, "low": low, "high": high, "step": step}
                for n, (low, high, step) in ranges.items()
            ],
            "watch": watch,
        },
    }


def said(document: Document) -> list[str]:
    return [watched.says for watched in tell_varied(vary(read(document))).watched]


def numbers(document: Document, watched: int = 0) -> list[float | None]:
    found = (case.values[watched] for case in vary(read(document)).cases)
    return [None if isinstance(value, str) else float(value.value) for value in found]


def test_a_fence_of_24_metres_against_a_wall() -> None:
    document = problem(
        rectangle("24 m - 2 w", "w"),
        watch=["bed.area", "slab.width + 2 slab.height"],
        stands={"w": "5 m"},
        w=("1", "13", "1"),
    )
    assert numbers(document)[:11] == [pytest.approx(w * (24 - 2 * w)) for w in range(1, 12)]
    assert numbers(document)[11:] == [None, None]
    assert said(document) == [
        "greatest 72.00 m² at w = 6 m (inside); least 22.00 m² at w = 1 m and at w = 11 m (at an end)",
        "is the same in all 11 cases: 24.00 m, as the letters cancel",
    ]


def test_the_ratio_of_a_rectangle_with_whole_sides() -> None:
    """(2w + 2h)/(w h) = 2/h + 2/w shrinks as either grows."""
    document = problem(
        rectangle("w", "h"),
        watch=["bed.perimeter / bed.area"],
        stands={"w": "2", "h": "3"},
        w=("1", "10", "1"),
        h=("1", "10", "1"),
    )
    varied = vary(read(document))
    assert varied.shape == (10, 10)
    found = extremes(varied, 0)
    assert found is not None
    assert (float(found.greatest.value.value), found.greatest.cases) == (4, (0,))
    assert (found.least.value.value.rational, found.least.cases) == (Fraction(2, 5), (99,))
    assert found.greatest.at_end and found.least.at_end


def test_ties_of_numbers_with_roots_are_found_exactly() -> None:
    document = problem(
        rectangle("w √2", "(7 - w) √3"), watch=["bed.area"], stands={"w": "2"}, w=("1", "6", "1/2")
    )
    found = extremes(vary(read(document)), 0)
    assert found is not None
    assert found.greatest.cases == (5,) and isclose(float(found.greatest.value.value), 3.5 * 3.5 * sqrt(6))
    assert found.least.cases == (0, 10)  # w = 1 and w = 6
    odd = problem(rectangle("w √2", "(7 - w) √3"), watch=["bed.area"], stands={"w": "2"}, w=("1", "6", "1"))
    assert extremes(vary(read(odd)), 0).greatest.cases == (2, 3)  # type: ignore[union-attr]


def test_the_perimeter_of_a_staircase_does_not_hang_on_its_steps() -> None:
    stairs = {"name": "stairs", "shape": "outline", "walk": "R 6, U 5, L 6 - w, D h, L w, D 5 - h"}
    document = problem(
        stairs,
        watch=["bed.perimeter", "bed.area"],
        stands={"w": "2", "h": "2"},
        w=("1", "5", "2"),
        h=("1", "4", "1"),
    )
    assert said(document)[0] == "is the same in all 12 cases: 22.00 m"
    assert numbers(document, 1) == [pytest.approx(30 - w * h) for w in (1, 3, 5) for h in (1, 2, 3, 4)]


@settings(max_examples=25)
@given(
    width=st.integers(2, 9),
    height=st.integers(2, 9),
    low=st.integers(1, 4),
    step=st.sampled_from(["1/3", "0.25", "1/2", "√2/4"]),
)
def test_every_case_is_the_problem_with_its_numbers(width: int, height: int, low: int, step: str) -> None:
    """A quarter disc of radius r taken from a rectangle, as long as it lies inside; greatest and least by trying all."""
    bite = {"name": "bite", "shape": "quarter-circle", "given": {"radius": "r"}, "join": "take"}
    document = problem(
        rectangle(str(width), str(height)),
        bite,
        watch=["bed.area", "2 bed.perimeter"],
        stands={"r": "1"},
        r=(f"{low}/2", "3", step),
    )
    varied = vary(read(document))
    size = {"1/3": 1 / 3, "0.25": 0.25, "1/2": 0.5, "√2/4": sqrt(2) / 4}[step]
    radii = [float(case.at[0].value) for case in varied.cases]
    assert radii == pytest.approx([low / 2 + k * size for k in range(int((3 - low / 2) / size + 1e-9) + 1)])
    areas = numbers(document)
    for radius, area in zip(radii, areas, strict=True):
        if radius < min(width, height):
            assert area == pytest.approx(width * height - pi * radius**2 / 4)
    known = [area for area in areas if area is not None]
    found = extremes(varied, 0)
    assert found is not None and found.count == len(known)
    assert float(found.greatest.value.value) == pytest.approx(max(known))
    assert float(found.least.value.value) == pytest.approx(min(known))
    plain = copy.deepcopy(document)
    plain["letters"][0]["stands"] = f"{low}/2"
    plain["asks"] = [{"label": "2P", "expression": "2 bed.perimeter"}]
    asked = evaluate_document(plain)["asks"][0]
    assert asked["decimal"] is None or float(asked["decimal"]) == pytest.approx(numbers(document, 1)[0])


def test_a_figure_is_drawn_with_what_stands_for_its_letters() -> None:
    document = problem(
        rectangle("2 w", "w + 1 m"),
        watch=["bed.area"],
        stands={"w": "half * 2", "half": "1.5 m"},
        w=("1", "2", "1"),
    )
    document["lines"] = [{"name": "way", "expression": "w + 1 m"}]
    results = evaluate_document(document)
    assert results["complaints"] == []
    assert results["figures"]["bed"]["quantities"]["area"]["exact"] == "24"
    assert results["lines"]["way"]["text"] == "4.00 m"


@pytest.mark.parametrize(
    ("letters", "place", "says"),
    [
        ([{"name": "w", "stands": "w + 1"}], "letters.w", "circle"),
        ([{"name": "w", "stands": "3 +"}], "letters.w.stands", ""),
        ([{"name": "w", "stands": "1/0"}], "letters.w.stands", "0 below the line"),
        ([{"name": "bed", "stands": "3"}, {"name": "w", "stands": "3"}], "letters.bed", "bed"),
        ([{"name": "w", "stands": "3"}, {"name": "w", "stands": "4"}], "letters.w", "w"),
        ([{"name": "2w", "stands": "3"}], "letters.2w", ""),
    ],
)
def test_a_wrong_letter_is_said_at_its_place(letters: list[Document], place: str, says: str) -> None:
    document = {"figures": [{"name": "bed", "parts": [rectangle("4", "w")]}], "letters": letters}
    found = evaluate_document(document)["complaints"]
    assert any(each["where"] == place and says in each["says"] for each in found), found


@pytest.mark.parametrize(
    ("change", "where", "says"),
    [
        ({"letter": "v"}, "vary.letters.0", "there is no letter “v”: the letters are w"),
        ({"step": "0"}, "vary.letters.0.step", "more than 0"),
        ({"step": "-1"}, "vary.letters.0.step", "more than 0"),
        ({"high": "0.5"}, "vary.letters.0.high", "less than the low end"),
        ({"step": "10^-9"}, "vary.letters.0.step", "more than 10000 steps"),
        ({"low": "2 m^2"}, "vary.letters.0.low", "this must be a length"),
        ({"low": "nothing"}, "vary.letters.0.low", "“nothing” is not a known name"),
    ],
)
def test_what_cannot_be_varied_is_said_at_its_place(change: Document, where: str, says: str) -> None:
    document = problem(rectangle("4", "w"), watch=["bed.area"], stands={"w": "2 m"}, w=("1", "3", "1"))
    document["vary"]["letters"][0] |= change
    with pytest.raises(NotVaried) as refused:
        vary(read(document))
    assert refused.value.where == where and says in refused.value.says


def test_too_many_cases_and_nothing_to_vary_are_said() -> None:
    document = problem(
        rectangle("h", "w"),
        watch=["bed.area"],
        stands={"w": "2", "h": "2"},
        w=("1", "300", "1"),
        h=("1", "300", "1"),
    )
    with pytest.raises(NotVaried, match="90000 cases; at most 10000"):
        vary(read(document))
    with pytest.raises(NotVaried, match="varies nothing"):
        vary(read({"title": "Pad"}))
    document["vary"]["letters"][1]["letter"] = "w"
    with pytest.raises(NotVaried, match="two ways at once"):
        vary(read(document))


def test_the_command_prints_the_table_with_greatest_and_least(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file = tmp_path / "fence.json"
    document = problem(
        rectangle("6 - w", "w"), watch=["bed.area", "bed.x"], stands={"w": "2"}, w=("2", "4", "1")
    )
    file.write_text(json.dumps(document))
    assert main(["vary", str(file)]) == 0
    printed = capsys.readouterr().out
    assert printed == text_of(tell_varied(vary(read(document)))) + "\n"
    assert (
        "bed.area: greatest 9.00 m² at w = 3 (inside); least 8.00 m² at w = 2 and at w = 4 (at an end)"
        in printed
    )
    assert "bed.x: has a value in no case" in printed
    assert main(["vary", str(file), "--json"]) == 0
    told = json.loads(capsys.readouterr().out)
    assert [case["values"][0]["exact"] for case in told["cases"]] == ["8", "9", "8"]
    del document["vary"]
    file.write_text(json.dumps(document))
    assert main(["vary", str(file)]) == 2
    assert "varies nothing" in capsys.readouterr().err


# In letters


def formula(document: Document, watched: int = 0) -> tuple[str, int, int]:
    varied = vary(read(document))
    found = in_letters(varied, watched)
    assert found is not None
    return found.text(varied.teller), found.holds, found.of


def test_an_area_in_letters_with_a_quarter_disc_taken_away() -> None:
    bite = {"name": "bite", "shape": "quarter-circle", "given": {"radius": "r"}, "join": "take"}
    document = problem(
        rectangle("w", "5"),
        bite,
        watch=["bed.area", "bed.perimeter"],
        stands={"w": "6", "r": "2"},
        w=("5", "9", "1"),
        r=("1", "4", "1/2"),
    )
    text, holds, of = formula(document)
    assert text == "−π/4 r² + 5 w" and holds == of == 35
    assert formula(document, 1)[0] == "2 w − (2 − π/2) r + 10"


def test_the_form_holds_while_the_hole_stays_inside() -> None:
    """A disc of radius r in the middle of a square of side 6: from r = 3 on it is cut off by the sides."""
    hole = {"name": "hole", "shape": "circle", "given": {"radius": "r"}, "at": ["3", "3"], "join": "take"}
    square = {"name": "slab", "shape": "square", "given": {"side": "6"}}
    document = problem(square, hole, watch=["bed.area"], stands={"r": "1"}, r=("1/2", "4", "1/2"))
    text, holds, of = formula(document)
    assert text == "−π r² + 36" and holds == 6 < of
    assert "in 6 of" in str(tell_varied(vary(read(document))).watched[0].in_letters)


@settings(max_examples=20)
@given(coefficients=st.tuples(*[st.integers(1, 5)] * 4))
def test_formulas_in_letters_are_those_that_are_worked_out_beside_them(coefficients: tuple[int, ...]) -> None:
    """A box of a w + b by c h + d: its volume, and its text read back with numbers for the letters."""
    a, b, c, d = coefficients
    box = {
        "name": "box",
        "shape": "cuboid",
        "given": {"length": f"{a} w + {b}", "width": f"{c} h + {d}", "height": "w"},
    }
    document = problem(
        watch=["crate.volume"], stands={"w": "2", "h": "3"}, w=("1", "5", "1"), h=("1", "6", "1")
    )
    document["figures"] = [{"name": "crate", "kind": "solid", "pieces": [box]}]
    varied = vary(read(document))
    found = in_letters(varied, 0)
    assert found is not None and (found.holds, found.of) == (30, 30)
    told = {powers: value.rational for powers, value in found.terms.items()}
    assert told == {(2, 1): a * c, (2, 0): a * d, (1, 1): b * c, (1, 0): b * d}
    back = {
        "letters": [{"name": "w", "stands": "7"}, {"name": "h", "stands": "11"}],
        "lines": [{"name": "v", "expression": found.text(varied.teller)}],
    }
    assert evaluate_document(back)["lines"]["v"]["exact"] == str((7 * a + b) * (11 * c + d) * 7)


def test_what_is_no_polynomial_is_not_told_as_one() -> None:
    document = problem(
        rectangle("w", "5"),
        watch=["bed.perimeter / bed.area", "slab.diagonal"],
        stands={"w": "6"},
        w=("1", "9", "1"),
    )
    varied = vary(read(document))
    assert in_letters(varied, 0) is None and in_letters(varied, 1) is None
    few = problem(rectangle("w", "5"), watch=["bed.area"], stands={"w": "6"}, w=("1", "5", "1"))
    assert in_letters(vary(read(few)), 0) is None  # no further cases that could gainsay it


def test_a_quantity_in_which_the_letters_cancel_is_said_not_to_change() -> None:
    document = problem(rectangle("w", "9 - w"), watch=["bed.perimeter"], stands={"w": "2"}, w=("1", "8", "1"))
    assert said(document) == ["is the same in all 8 cases: 18.00 m, as the letters cancel"]


def test_letters_in_other_units_are_told_in_them() -> None:
    document = problem(rectangle("w", "2 m"), watch=["bed.area"], stands={"w": "30 cm"}, w=("10", "80", "10"))
    document["settings"] = {"unit": "cm"}
    assert tell_varied(vary(read(document))).watched[0].in_letters == "200 w cm² (w in cm, in all 8 cases)"
