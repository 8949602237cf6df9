"""Problems told in letters against the same problems in numbers: every figure of the catalogue, composites, and where forms end."""

from __future__ import annotations

import itertools
import re
from math import isclose
from typing import Any

import pytest
from hypothesis import Phase, assume, given, settings
from hypothesis import strategies as st

from mensuration.catalogue import Figure, figures
from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.numbers import NotClosed, Real
from mensuration.numbers.letters import put_in
from mensuration.problem import evaluate_document, read
from mensuration.problem.evaluation import Evaluation
from mensuration.problem.in_letters import InLetters
from mensuration.units import UNITS

Document = dict[str, Any]
ALL = list(figures().values())
ANGLES = ("angle",)


def with_letters(stands: dict[str, str], *figures_: Document, **fields: Any) -> Document:
    letters = [{"name": name, "stands": value} for name, value in stands.items()]
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "letters": letters,
        "figures": list(figures_),
        **fields,
    }


def plate(*parts: Document) -> Document:
    return {"name": "plate", "kind": "plane", "parts": list(parts)}


def part(name: str, shape: str, at: tuple[str, str] = ("0", "0"), **given: str) -> Document:
    join = {"join": given.pop("join")} if "join" in given else {}
    return {"name": name, "shape": shape, "given": given, "at": list(at), **join}


def told(document: Document, also: tuple[str, ...] = ()) -> Document:
    found: Document = evaluate_document(document, also)["inLetters"]
    return found


def first_forms(document: Document) -> dict[str, str]:
    return {name: measure["forms"][0]["text"] for name, measure in told(document).items() if measure["forms"]}


def agrees(document: Document, inner: InLetters, expressions: list[str], values: dict[str, Real]) -> int:
    """How many of the expressions' forms give, with these values put in, what is worked out with them."""
    put = inner.put_for(values)
    compared = 0
    for expression, worked in zip(
        expressions, Evaluation(read(document), (), put).values(expressions), strict=True
    ):
        try:
            exact = inner.exact(expression)
        except NotClosed:
            continue
        assert isinstance(worked, Quantity), (expression, worked)
        number = float(inner.first.teller.amount(worked)[0])
        assert isclose(float(put_in(exact, values)), number, rel_tol=1e-9, abs_tol=1e-9), (
            expression,
            exact,
            values,
        )
        compared += 1
    return compared


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


def test_the_same_in_a_problem_without_letters_is_nothing() -> None:
    results = evaluate_document(
        {"format": "tilt-grid/problem", "version": 1, "figures": [plate(part("s", "square", side="3"))]}
    )
    assert results["letters"] == {} and results["inLetters"] == {}
