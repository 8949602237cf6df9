"""Problems told in letters against the same problems in numbers: every figure of the catalogue, composites, and where forms end."""

from __future__ import annotations

import re
from typing import Any

import pytest
from hypothesis import Phase, assume, given, settings
from hypothesis import strategies as st

from mensuration.catalogue import Figure, figures
from mensuration.numbers import Real
from mensuration.problem import evaluate_document, read
from mensuration.problem.in_letters import InLetters
from mensuration.units import UNITS
from tests.core.lettered import Document, agrees, first_forms, part, plate, told, with_letters

ALL = list(figures().values())


def usual(figure: Figure, angle: str) -> tuple[Document, dict[str, str]]:
    """A card with letters for its usual lengths and angles, and what they stand for; counts are numbers."""
    given, stands = {}, {}
    for place, name in enumerate(figure.usual):
        kind = figure.measure(name).kind  # type: ignore[union-attr]
        if kind == "length":
            letter = f"u{place}"
            given[name], stands[letter] = letter, ("5", "4", "6", "7")[place]
        elif kind == "angle":
            given[name], stands["x"] = "x", angle
        else:
            given[name] = "5"
    return {"name": "card", "kind": "formula", "figure": figure.name, "given": given}, stands


@pytest.mark.parametrize(
    ("figure", "angle"),
    [
        (figure, angle)
        for figure in ALL
        for angle in ("65°", "115°")
        if angle == "65°" or any(figure.measure(name).kind == "angle" for name in figure.usual)  # type: ignore[union-attr]
    ],
    ids=lambda value: value if isinstance(value, str) else value.name,
)
def test_every_quantity_of_every_figure_in_letters_gives_its_numbers(figure: Figure, angle: str) -> None:
    """Also with other values, a little away: all that is decided is decided as before."""
    card, stands = usual(figure, angle)
    document = with_letters(stands, card)
    expressions = [f"card.{measure.name}" for measure in figure.measures]
    inner = InLetters(read(document), expressions)
    near = {
        name: value * Real.of(100 + place) / Real.of(99)
        for place, (name, value) in enumerate(inner.stands.items())
    }
    assert agrees(document, inner, expressions, inner.stands) >= len(expressions) // 2
    assert agrees(document, inner, expressions, near) >= len(expressions) // 2


lengths = st.integers(2, 40).map(lambda n: n / 4)


@settings(max_examples=6, phases=[Phase.generate])  # shrinking would take minutes
@given(
    st.lists(
        st.tuples(lengths, lengths, lengths, st.sampled_from(["rectangle", "circle", "square"])),
        min_size=2,
        max_size=3,
    ),
    st.data(),
)
def test_composites_in_letters_give_their_numbers_within_the_told_ranges(
    rows: list[Any], data: st.DataObject
) -> None:
    """Overlapping parts, holes among them; values for one letter are taken from within its range."""
    parts, stands = [], {"w": "6", "r": "2"}
    for place, (x, y, size, shape) in enumerate(rows):
        letter = data.draw(st.sampled_from(["w", "r", "r + 1", "w - 2", f"{size}"]))
        given = {
            "circle": {"radius": letter},
            "square": {"side": letter},
            "rectangle": {"width": letter, "height": f"{size}"},
        }[shape]
        join = {"join": "take"} if place and data.draw(st.booleans()) else {}
        parts.append(part(f"p{place}", shape, (f"{x}", f"{y}"), **given, **join))
    document = with_letters(stands, plate(*parts))
    measures = ["plate.area", "plate.perimeter"]
    inner = InLetters(read(document), measures)
    forms = told(document)
    measures = [measure for measure in measures if forms[measure]["forms"]]
    assume(measures)
    assert agrees(document, inner, measures, inner.stands) == len(measures)
    for measure, found in told(document, ("ranges",)).items():
        for text in found["holds"]:
            ends = (
                [float(end.rstrip("…")) for end in re.findall(r"\d[\d.]*…?(?![\d/√])", text)]
                if not re.search("[√/]", text)
                else []
            )
            name = re.search("[wr]", text).group()  # type: ignore[union-attr]
            stand = float(inner.stands[name])
            for end in ends:
                inside = stand + (end - stand) * 0.98
                values = {**inner.stands, name: Real.of(round(inside * 10**6)) / Real.of(10**6)}
                assert agrees(document, inner, [measure], values) == 1, text


def test_a_plate_with_a_hole() -> None:
    document = with_letters(
        {"w": "6", "h": "4", "r": "1"},
        plate(
            part("slab", "rectangle", width="w", height="h"),
            part("hole", "circle", ("2", "2"), radius="r", join="take"),
        ),
        asks=[{"label": "ratio", "expression": "plate.perimeter / plate.area"}],
    )
    found = told(document, ("ranges",))
    assert [form["text"] for form in found["plate.area"]["forms"]] == ["w h − π r²"]
    assert found["plate.perimeter"]["forms"][0]["text"] == "2 w + 2 h + 2π r"
    assert found["plate.area"]["holds"] == ["w > 3", "h > 3", "r < 2"]
    assert found["plate.area"]["unit"] == "m^2" and found["plate.area"]["without"] == []


def test_lengths_that_are_equal_just_by_chance_get_no_form_of_what_is_beside_them() -> None:
    """While r is 2 the hole just touches the slab, and so does a step beside it, from which a larger hole parts the slab."""
    parts = (
        part("slab", "rectangle", ("2", "0"), width="w", height="4"),
        part("hole", "square", ("0", "2"), side="r", join="take"),
        part("step", "square", ("0", "3"), side="2"),
    )
    document = with_letters({"w": "6", "r": "2"}, plate(*parts))
    total = evaluate_document(document)["figures"]["plate"]["tallies"]["perimeter"]["total"]
    assert total["exact"] == "26"  # 20 and 8 less twice the 1 along which they touch
    found = told(document)
    assert found["plate.perimeter"]["forms"] == [] and "just these values" in found["plate.perimeter"]["says"]
    beside = with_letters({"w": "6", "r": "2.25"}, plate(*parts))
    assert told(beside)["plate.perimeter"]["forms"][0]["text"] == "2 w + 16"


def test_where_all_lengths_hang_on_one_letter_it_is_a_power_of_it_times_a_number() -> None:
    """Two circles of radius r whose centres lie r apart: 2 π r² less a lens of (2π/3 − √3/2) r²."""
    document = with_letters(
        {"r": "2"}, plate(part("one", "circle", radius="r"), part("two", "circle", ("r", "0"), radius="r"))
    )
    found = told(document)
    assert found["plate.area"]["forms"][1]["text"] == "r² (3√3 + 8π)/6"
    assert found["plate.perimeter"]["forms"][0]["text"] == "8π r/3"


def test_arcs_that_overlap_partly() -> None:
    """A circle of radius r about a point 1 from a wall: over it the sector r² acos(1/r) less a triangle."""
    document = with_letters(
        {"w": "8", "r": "2"},
        plate(
            part("slab", "rectangle", width="w", height="9"),
            part("hole", "circle", ("1", "4"), radius="r", join="take"),
        ),
    )
    inner = InLetters(read(document), ["plate.area"])
    for r in (1.25, 1.75, 3.5):
        assert (
            agrees(document, inner, ["plate.area"], {"w": Real.of(9), "r": Real.of(int(4 * r)) / Real.of(4)})
            == 1
        )
    assert told(document, ("ranges",))["plate.area"]["holds"] == ["w > 3", "1 < r < 4"]


@pytest.mark.parametrize("unit", ["cm", "mm", "in"])
def test_letters_count_units_of_the_problem(unit: str) -> None:
    document = with_letters(
        {"w": "6", "h": f"4 {unit}"},
        plate(part("slab", "rectangle", width="w", height="2 h")),
        settings={"unit": unit},
    )
    results = evaluate_document(document)
    assert results["letters"]["h"]["unit"] == unit and results["letters"]["w"]["unit"] == ""
    assert results["inLetters"]["plate.area"]["forms"][0]["text"] == "2 w h"
    assert results["inLetters"]["plate.area"]["unit"] == UNITS[unit].to_power(2).text


def test_what_a_measure_does_not_depend_on() -> None:
    """A notch as wide as it is deep leaves the perimeter of the slab as it is."""
    document = with_letters(
        {"w": "6", "d": "1"},
        plate(
            part("slab", "rectangle", width="w", height="4"),
            part("notch", "square", ("0", "0"), side="d", join="take"),
        ),
    )
    found = told(document)
    assert found["plate.perimeter"]["forms"][0]["text"] == "2 w + 8" and found["plate.perimeter"][
        "without"
    ] == ["d"]
    assert found["plate.area"]["forms"][0]["text"] == "4 w − d²"


def test_letters_that_stay_numbers_say_why() -> None:
    pie = {"name": "t", "kind": "formula", "figure": "sector", "given": {"radius": "r", "angle": "a"}}
    results = evaluate_document(with_letters({"r": "6", "a": "240°"}, pie))
    assert results["letters"]["a"]["says"] == "an angle that is told in letters stands for less than 180°"
    assert results["letters"]["r"]["says"] is None
    assert results["inLetters"]["t.area"]["forms"][0]["text"] == "2π r²/3"


def test_two_sides_and_the_angle_between_them_in_letters() -> None:
    """The cosine and the sine rule, as a textbook writes them."""
    triangle = {"name": "t", "kind": "formula", "figure": "triangle", "given": {"a": "a", "b": "b", "C": "C"}}
    document = with_letters({"a": "3", "b": "4", "C": "60°"}, triangle)
    found = told(document, ("ranges",))
    for name, text in (
        ("area", "a b sin(C)/2"),
        ("c", "√(a² − 2 a b cos(C) + b²)"),
        ("height_a", "b sin(C)"),
        ("circumradius", "√(a² − 2 a b cos(C) + b²)/(2 sin(C))"),
        ("C", "C"),
    ):
        assert found[f"t.{name}"]["forms"][0]["text"] == text
    assert found["t.area"]["holds"] == ["C < 180°"]
    assert (
        found["t.area"]["steps"][-1]["text"] == "area = 1/2 a b sin(C) = 1/2 × a × b × sin(C) = a b sin(C)/2"
    )
    inner = InLetters(read(document), [f"t.{name}" for name in ("A", "inradius", "median_c")])
    for degrees in (1, 90, 100, 179):  # also beyond the right angle, where the cosine is below 0
        values = {"a": Real.of(7), "b": Real.of(2), "C": Real.of(degrees)}
        assert agrees(document, inner, ["t.A", "t.c", "t.area", "t.inradius", "t.median_c"], values) == 5


@pytest.mark.parametrize("stand", ["90°", "89.9999999°", "0.5°", "179.5°"])
def test_angles_that_stand_at_the_end_of_something(stand: str) -> None:
    """A right angle is neither acute nor obtuse."""
    figure = {
        "name": "p",
        "kind": "formula",
        "figure": "parallelogram",
        "given": {"base": "b", "side": "5", "angle": "x"},
    }
    document = with_letters({"b": "3", "x": stand}, figure)
    found = told(document)
    assert found["p.area"]["forms"][0]["text"] == "5 b sin(x)"
    assert found["p.lean"]["forms"][0]["text"] == "5 cos(x)"
    inner = InLetters(read(document), ["p.area", "p.lean", "p.height"])
    for degrees in (30, 90, 150):
        values = {"b": Real.of(2), "x": Real.of(degrees)}
        assert agrees(document, inner, ["p.area", "p.lean", "p.height"], values) == 3


@pytest.mark.parametrize(("unit", "stands"), [("deg", "75"), ("deg", "140"), ("rad", "1.25"), ("rad", "2.5")])
def test_a_bare_number_in_the_place_of_an_angle_is_one(unit: str, stands: str) -> None:
    """As “Let q be a letter” makes it."""
    given = {"base": "b", "side": "5", "angle": "q"}
    figure = {"name": "p", "kind": "formula", "figure": "parallelogram", "given": given}
    document = with_letters({"b": "3", "q": stands}, figure, settings={"angle": unit})
    forms = first_forms(document)
    assert (forms["p.area"], forms["p.lean"]) == ("5 b sin(q)", "5 cos(q)")
    inner = InLetters(read(document), ["p.area", "p.long_diagonal", "p.height"])
    values = {"b": Real.of(4), "q": inner.stands["q"] * Real.of(11) / Real.of(10)}
    assert agrees(document, inner, ["p.area", "p.long_diagonal", "p.height"], values) == 3


def test_parts_turned_by_a_letter_overlap_in_letters() -> None:
    """Two equal rectangles about one corner: in common they have a right triangle of legs 2 and 2 cot x."""
    turned = {**part("one", "rectangle", width="4", height="2"), "turn": "x"}
    document = with_letters({"x": "50°"}, plate(turned, part("two", "rectangle", width="4", height="2")))
    found = told(document, ("ranges",))["plate.area"]
    assert [form["text"] for form in found["forms"]][-1] == "16 − 2 cos(x)/sin(x)"
    assert found["holds"] == ["30° < x < 90°"]  # below, the one's end comes in; beyond, they only touch


@pytest.mark.parametrize(("unit", "form"), [("deg", "π r² x/360"), ("rad", "r² x/2")])
def test_an_angle_counts_degrees_or_radians(unit: str, form: str) -> None:
    pie = {"name": "t", "kind": "formula", "figure": "sector", "given": {"radius": "r", "angle": "x"}}
    document = with_letters({"r": "6", "x": f"0.75 {unit}"}, pie, settings={"angle": unit})
    assert told(document)["t.area"]["forms"][0]["text"] == form


def test_profiles_are_told_in_letters() -> None:
    """Simpson's rule over 0, a, 2a, a, 0 in steps of a half: 1/6 (0 + 4a + 2·2a + 4a + 0) = 2a."""
    readings = {"y": ["0", "a", "2 a", "a", "0"], "spacing": "0.5"}
    mound = {"name": "mound", "kind": "profile", "breadth": "b", "readings": readings, "rule": "simpson"}
    found = told(with_letters({"a": "4", "b": "3"}, mound))
    assert {
        name: found[f"mound.{name}"]["forms"][0]["text"] for name in ("area", "volume", "centroid_y")
    } == {
        "area": "2 a",
        "volume": "2 a b",
        "centroid_y": "2 a/3",
    }


def test_a_letter_that_must_be_a_whole_number_stays_one() -> None:
    polygon = part("p", "regular-polygon", sides="n", side="s")
    results = evaluate_document(with_letters({"n": "6", "s": "3"}, plate(polygon)))
    assert results["letters"]["n"]["says"] == "it stays a number, since the figure wants one there"
    assert results["inLetters"]["plate.area"]["forms"][0]["text"] == "3√3 s²/2"


def test_what_has_no_form_says_so_and_shows_no_digits() -> None:
    oval = {
        "name": "o",
        "kind": "formula",
        "figure": "ellipse",
        "given": {"a": "a", "b": "2"},
    }
    found = told(with_letters({"a": "3"}, oval))
    perimeter = found["o.perimeter"]
    assert (
        perimeter["forms"] == []
        and perimeter["steps"] == []
        and perimeter["says"] == "this has no exact form in letters"
    )
    assert found["o.area"]["forms"][0]["text"] == "2π a"


def test_the_same_in_a_problem_without_letters_is_nothing() -> None:
    results = evaluate_document(
        {"format": "tilt-grid/problem", "version": 1, "figures": [plate(part("s", "square", side="3"))]}
    )
    assert results["letters"] == {} and results["inLetters"] == {}
