"""Letters, and what changes with them: cases against formulas worked out beside them, greatest and least against trying all."""

from __future__ import annotations

import copy
import json
from fractions import Fraction
from math import isclose, pi, sqrt
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.__main__ import main
from mensuration.problem import evaluate_document, read
from mensuration.varying import NotVaried, Varied, extremes, tell_varied, text_of
from tests.core.varied import Document, numbers, places, problem, rectangle, said


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
    varied = Varied(read(document))
    assert varied.shape == (10, 10)
    found = extremes(varied, 0)
    assert found is not None
    assert (float(found.greatest.value.value), places(found.greatest)) == (4, [(1, 1)])
    assert (found.least.value.value.rational, places(found.least)) == (Fraction(2, 5), [(10, 10)])
    assert found.greatest.at_end and found.least.at_end


def test_ties_of_numbers_with_roots_are_found_exactly() -> None:
    document = problem(
        rectangle("w √2", "(7 - w) √3"), watch=["bed.area"], stands={"w": "2"}, w=("1", "6", "1/2")
    )
    found = extremes(Varied(read(document)), 0)
    assert found is not None
    assert places(found.greatest) == [(3.5,)] and isclose(
        float(found.greatest.value.value), 3.5 * 3.5 * sqrt(6)
    )
    assert places(found.least) == [(1,), (6,)]
    odd = problem(rectangle("w √2", "(7 - w) √3"), watch=["bed.area"], stands={"w": "2"}, w=("1", "6", "1"))
    tied = extremes(Varied(read(odd)), 0)
    assert tied is not None and places(tied.greatest) == [(3,), (4,)]


def test_the_perimeter_of_a_staircase_does_not_hang_on_its_steps() -> None:
    stairs = {"name": "stairs", "shape": "outline", "walk": "R 6, U 5, L 6 - w, D h, L w, D 5 - h"}
    document = problem(
        stairs,
        watch=["bed.perimeter", "bed.area"],
        stands={"w": "2", "h": "2"},
        w=("1", "5", "2"),
        h=("1", "4", "1"),
    )
    assert said(document)[0] == "is the same in all 12 cases: 22.00 m, as the letters cancel"
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
    varied = Varied(read(document))
    size = {"1/3": 1 / 3, "0.25": 0.25, "1/2": 0.5, "√2/4": sqrt(2) / 4}[step]
    radii = [float(value) for value in varied.axes[0].values]
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
        Varied(read(document))
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
        Varied(read(document))
    with pytest.raises(NotVaried, match="varies nothing"):
        Varied(read({"title": "Pad"}))
    document["vary"]["letters"][1]["letter"] = "w"
    with pytest.raises(NotVaried, match="two ways at once"):
        Varied(read(document))


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
    assert printed == text_of(tell_varied(Varied(read(document)))) + "\n"
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


def laws(document: Document, watched: int = 0) -> list[tuple[str, int]]:
    told = tell_varied(Varied(read(document))).watched[watched]
    return [(law.forms[0].text, law.holds) for law in told.in_letters]


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
    assert laws(document) == [("5 w − π r²/4", 35)]
    assert laws(document, 1) == [("2 w − 2 r + π r/2 + 10", 35)]


def test_each_form_holds_in_its_own_cases() -> None:
    """A disc of radius r in the middle of a square of side 6: from r = 3 on it is cut off by the sides, at r = 3√2 it takes all."""
    hole = {"name": "hole", "shape": "circle", "given": {"radius": "r"}, "at": ["3", "3"], "join": "take"}
    square = {"name": "slab", "shape": "square", "given": {"side": "6"}}
    document = problem(square, hole, watch=["bed.area"], stands={"r": "1"}, r=("1/2", "4", "1/4"))
    found = dict(laws(document))
    assert found["36 − π r²"] == 11 and sum(found.values()) == 15 and len(found) == 2
    assert "in 11 of 15 cases" in text_of(tell_varied(Varied(read(document))))


@settings(max_examples=12)
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
        watch=["crate.volume"], stands={"w": "2", "h": "3"}, w=("1", "3", "1"), h=("1", "3", "1")
    )
    document["figures"] = [{"name": "crate", "kind": "solid", "pieces": [box]}]
    ((text, holds),) = laws(document)
    assert holds == 9
    back = {
        "letters": [{"name": "w", "stands": "7"}, {"name": "h", "stands": "11"}],
        "lines": [{"name": "v", "expression": text}],
    }
    assert evaluate_document(back)["lines"]["v"]["exact"] == str((7 * a + b) * (11 * c + d) * 7)


def test_a_quantity_in_which_the_letters_cancel_is_said_not_to_change() -> None:
    document = problem(rectangle("w", "9 - w"), watch=["bed.perimeter"], stands={"w": "2"}, w=("1", "8", "1"))
    assert said(document) == ["is the same in all 8 cases: 18.00 m, as the letters cancel"]


def test_letters_in_other_units_are_told_in_them() -> None:
    document = problem(rectangle("w", "2 m"), watch=["bed.area"], stands={"w": "30 cm"}, w=("10", "80", "10"))
    document["settings"] = {"unit": "cm"}
    assert "bed.area = 200 w cm² (w in cm, in all 8 cases)" in text_of(tell_varied(Varied(read(document))))


def test_many_cases_are_each_the_problem_with_its_numbers() -> None:
    """Of 400 cases few are worked out; any of the others, worked out by itself, comes to what its form says."""
    parts = [
        rectangle("8", "6"),
        {"name": "hole", "shape": "circle", "given": {"radius": "r"}, "at": ["r", "3"], "join": "take"},
        {"name": "lid", "shape": "semicircle", "given": {"radius": "4"}, "at": ["4", "6"]},
    ]
    document = problem(
        *parts, watch=["bed.area", "bed.perimeter"], stands={"r": "1"}, r=("1/100", "399/100", "1/100")
    )
    varied = Varied(read(document))
    assert varied.count == 399 and len(varied.worked) < 90
    for number in range(0, varied.count, 23):
        alone = varied.work_out(varied.point(number))
        for watched, found in enumerate(alone):
            value = varied.value(number, watched)
            assert not isinstance(found, str) and not isinstance(value, str)
            assert float(value.value) == pytest.approx(float(found.value), rel=1e-12)
            assert varied.floats[watched][number] == pytest.approx(float(found.value), rel=1e-12)
