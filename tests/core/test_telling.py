"""What a screen is told: values in every form, drawings, tallies of odd arrangements, names and their order."""

from __future__ import annotations

import re
from fractions import Fraction
from math import cos, hypot, pi, radians, sin
from typing import Any

import pytest
import sympy
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Point, Polygon

from mensuration.catalogue import plane_figures
from mensuration.expressions import Quantity, evaluate, name_fault, parse, trigonometric
from mensuration.expressions.evaluate import Scope
from mensuration.numbers import PI, Exact, Real, Rounding
from mensuration.numbers.proof import precision
from mensuration.plane import Placement, place
from mensuration.plane.crossings import ball_meeting, meetings
from mensuration.plane.edges import Edge
from mensuration.problem import evaluate_document
from mensuration.solving import solve
from mensuration.telling import Teller
from mensuration.telling.tallies import badge
from mensuration.units import LENGTH, UNITS, Kind
from tests.core.helpers import answer, part, problem
from tests.core.reckoning import check, check_entry


def teller(unit: str = "m") -> Teller:
    return Teller(UNITS[unit], UNITS["deg"], Rounding(places=2), PI)


def drawing(*parts: dict[str, Any], **fields: Any) -> dict[str, Any]:
    told = evaluate_document(problem(*parts, **fields))
    drawn: dict[str, Any] = told["figures"]["fig"]["drawing"]
    return drawn


def entries(measure: str, *parts: dict[str, Any], **fields: Any) -> list[dict[str, Any]]:
    told = evaluate_document(problem(*parts, **fields))
    listed: list[dict[str, Any]] = told["figures"]["fig"]["tallies"][measure]["entries"]
    return listed


# Values


@pytest.mark.parametrize(
    ("feet", "text"),
    [
        ("12.5", "12 ft 6 in"),
        ("25/3", "8 ft 4 in"),
        ("1/2", "6 in"),
        ("1/24", "1/2 in"),
        ("5 + 1/64", "5 ft 3/16 in"),
        ("3", "3 ft"),
        ("1/7", "1/7 ft"),
        ("-1/2", "-0.5 ft"),
        ("2√2", "2√2 ft"),
    ],
)
def test_lengths_in_feet_are_told_as_on_a_folding_rule(feet: str, text: str) -> None:
    length = evaluate(parse(f"({feet}) ft"), Scope())
    assert teller("ft").written(length).text == text


@given(st.fractions(min_value=Fraction(1, 50), max_value=99, max_denominator=96))
def test_feet_and_inches_can_be_typed_again(feet: Fraction) -> None:
    length = Quantity(Real.of(feet) * Real.of(UNITS["ft"].factor or 1), LENGTH)
    text = teller("ft").written(length).text
    if "…" not in text:
        again = evaluate(parse(text), Scope())
        assert again.value.same_as(length.value)


@pytest.mark.parametrize(
    ("value", "step", "text"),
    [
        ("3.1", "1/8", "3 1/8 m"),
        ("0.1", "1/8", "1/8 m"),
        ("-2.3", "1/4", "-2 1/4 m"),
        ("2.99", "1/4", "3 m"),
        ("2.97", "0.05", "2.95 m"),
        ("10.2", "1/3", "10 1/3 m"),
        ("17", "5", "15 m"),
    ],
)
def test_steps_give_mixed_numbers_where_a_rule_has_them(value: str, step: str, text: str) -> None:
    assert answer(f"{value} m", ask={"rounding": {"step": step}})["text"] == text


def test_every_form_of_a_value_says_the_same() -> None:
    told = answer("3 m × (2 m + 1/2 m) + π m²", ask={"unit": "cm^2", "rounding": {"figures": 4}})
    assert told["exact"] == "75000 + 10000*pi"
    assert told["tex"] == r"\left(75000 + 10000\pi\right)\,\mathrm{cm}^{2}"
    assert told["exactText"] == "(75000 + 10000π) cm²"
    assert told["rounded"] == "106400"
    assert told["roundedTex"] == r"106400\,\mathrm{cm}^{2}"
    assert told["rule"] == "to 4 significant figures"
    assert abs(sympy.sympify(told["exact"]).evalf(25) - sympy.Float(told["decimal"], 25)) < 1e-10


def test_a_value_without_exact_form_says_so_and_still_rounds() -> None:
    told = answer("1 m × sin(1 rad)", ask={"rounding": {"places": 6}})
    assert (told["exact"], told["tex"], told["text"]) == (None, None, "0.841471 m")
    assert "every digit shown is proven" in told["note"]


def test_next_to_a_tie_a_rounding_that_cannot_be_told_says_so() -> None:
    told = answer("2.5 m + 1 m × sin(1 rad) - 1 m × sin(1 rad)", ask={"rounding": {"places": 0}})
    assert "nothing tells whether to round it up or down" in told["note"]


def test_a_long_exact_form_is_not_put_into_a_line_of_working() -> None:
    long = Exact.of(0)
    for n in (2, 3, 5, 6, 7, 10, 11, 13):
        long = long + Exact.root(n) * Exact.of(Fraction(1234, 991))
    written = teller().written(Quantity(Real(long), LENGTH))
    assert re.fullmatch(r"[\d.]+… m", written.text)
    assert float(written.text.removesuffix("… m")) == pytest.approx(float(Real(long)), rel=1e-6)


def test_kinds_are_said_in_words_and_mixed_kinds_have_no_unit() -> None:
    assert Kind(4).says() == "a length to the power 4"
    assert teller().unit_for(Kind(1, angle=1)) is None
    told = answer("2 m × 30°")
    assert told["text"] is None
    assert told["complaints"][0]["code"] == "mixed-kind"


# Drawings


def test_right_angles_are_marked_only_where_the_corner_is_still_there() -> None:
    board = drawing(part("a", "rectangle", width="4", height="2"))["parts"][0]
    assert len(board["rightAngles"]) == 4
    kicker = drawing(
        part("a", "rectangle", width="4", height="2"),
        part("b", "quarter-circle", ("0", "2"), turn="270", join="take", radius="2"),
    )
    assert sorted(tuple(corner[0]) for corner in kicker["parts"][0]["rightAngles"]) == [
        (4.0, 0.0),
        (4.0, 2.0),
    ]
    triangle = drawing(part("t", "triangle", base="4", height="3", offset="1"))["parts"][0]
    assert [corner[0] for corner in triangle["rightAngles"]] == [[1.0, 0.0]]  # the foot of the height


def test_equal_sides_are_ticked_only_where_they_are_equal() -> None:
    assert [
        len(group) for group in drawing(part("t", "triangle", base="4", height="3"))["parts"][0]["ticks"]
    ] == [2]
    assert drawing(part("t", "triangle", base="4", height="3", offset="1"))["parts"][0]["ticks"] == []
    assert [len(group) for group in drawing(part("s", "square", side="4"))["parts"][0]["ticks"]] == [4]


def test_grips_follow_typed_numbers_and_leave_expressions_alone() -> None:
    def drives(*parts: dict[str, Any]) -> set[str]:
        return {d["given"] for grip in drawing(*parts)["parts"][0]["grips"] for d in grip["drives"]}

    assert drives(part("a", "circle", radius="2")) == {"radius"}
    assert drives(part("a", "circle", diameter="12 ft 6 in")) == {"diameter"}
    assert drives(part("a", "circle", area="4")) == set()
    assert drives(part("a", "rectangle", width="b.radius", height="2"), part("b", "circle", radius="1")) == {
        "height"
    }
    assert drives(part("a", "triangle", base="4", height="3")) == {"base", "height", "offset"}


def test_grips_point_along_the_parts_own_directions() -> None:
    shown = drawing(part("a", "rectangle", ("1", "1"), width="4", height="2", turn="90", flip=True))["parts"][
        0
    ]
    (along,) = [
        d["along"]
        for g in shown["grips"]
        for d in g["drives"]
        if len(g["drives"]) == 1 and d["given"] == "width"
    ]
    assert along == pytest.approx([0, -1])  # mirrored to -x, then turned to -y
    assert shown["spans"][0]["side"] == 1


def test_dimension_lines_show_what_was_given() -> None:
    def shown(**given_: str) -> dict[str, tuple[bool, str | None]]:
        return {
            s["measure"]: (s["given"], s["typed"])
            for s in drawing(part("a", "circle", **given_))["parts"][0]["spans"]
        }

    assert shown(radius="2") == {"radius": (True, "2")}
    assert shown(diameter="4") == {"diameter": (True, "4")}
    assert shown(area="π") == {"radius": (False, None)}


def test_a_drawing_is_in_the_problems_unit() -> None:
    shown = drawing(part("a", "rectangle", width="2 m", height="50"), settings={"unit": "cm"})
    assert shown["bounds"] == pytest.approx([0, 0, 200, 50])
    assert shown["unit"] == "cm"


coordinates = st.integers(-3, 3).map(str)


@given(
    st.lists(
        st.tuples(coordinates, coordinates, st.integers(1, 4).map(str), st.integers(1, 4).map(str)),
        min_size=1,
        max_size=4,
    )
)
def test_letters_stand_inside_their_parts_and_uncovered_where_there_is_room(
    boxes: list[tuple[str, str, str, str]],
) -> None:
    parts = [part(f"p{i}", "rectangle", (x, y), width=w, height=h) for i, (x, y, w, h) in enumerate(boxes)]
    polygons = []
    for x, y, w, h in boxes:
        left, bottom, right, top = float(x), float(y), float(x) + float(w), float(y) + float(h)
        polygons.append(Polygon([(left, bottom), (right, bottom), (right, top), (left, top)]))
    for index, shown in enumerate(drawing(*parts)["parts"]):
        spot = Point(shown["label"])
        assert polygons[index].contains(spot)
        free = polygons[index]
        for other in polygons[:index] + polygons[index + 1 :]:
            free = free.difference(other)
        if free.area > polygons[index].area * 0.8:
            assert free.buffer(1e-9).contains(spot)


# Tallies


def test_an_overlap_is_taken_away_once_and_exactly_where_one_part_covers_the_other() -> None:
    listed = entries("area", part("a", "square", side="2"), part("b", "square", ("-1", "-1"), side="6"))
    assert [(e["sign"], e["role"], e["value"]["exact"]) for e in listed] == [
        ("+", "part", "4"),
        ("+", "part", "36"),
        ("-", "overlap", "4"),
    ]


def test_what_reaches_outside_is_not_taken() -> None:
    apart = entries(
        "area", part("a", "square", side="2"), part("b", "circle", ("9", "9"), radius="1", join="take")
    )
    assert [(e["sign"], e["role"], e["value"]["exact"]) for e in apart] == [
        ("+", "part", "4"),
        ("-", "part", "pi"),
        ("+", "outside", "pi"),
    ]
    around = entries(
        "area", part("a", "square", side="2"), part("b", "circle", ("1", "1"), radius="9", join="take")
    )
    assert sum(sympy.sympify(e["sign"] + "(" + e["value"]["exact"] + ")") for e in around) == 0


def test_the_working_uses_the_convention_for_pi() -> None:
    (disc,) = entries("area", part("a", "circle", diameter="8"), settings={"pi": "3.14"})
    assert disc["numbers"]["text"] == "3.14 × (4 m)²"
    assert disc["value"]["exact"] == "1256/25"
    (rim,) = entries("perimeter", part("a", "circle", diameter="7"), settings={"pi": "22/7"})
    assert (rim["value"]["exact"], rim["numbers"]["text"]) == ("22", "2 × 22/7 × 3.5 m")


def test_only_given_numbers_are_marked_for_change() -> None:
    (area,) = entries("area", part("a", "circle", diameter="8"))
    assert area["numbers"]["marks"] == []  # the radius was found
    numbers = area["steps"][0]["numbers"]
    (mark,) = numbers["marks"]
    assert (mark["part"], mark["given"]) == ("a", "diameter")
    assert numbers["tex"][mark["start"] : mark["end"]] == r"8\,\mathrm{m}"


def test_working_of_an_expression_puts_numbers_in_place() -> None:
    document = problem(
        part("a", "square", side="3"),
        asks=[{"label": "Rail", "expression": "fig.perimeter + 2 fig.a.side + 0.5 m"}],
    )
    (ask,) = evaluate_document(document)["asks"]
    assert ask["working"][0] == "Rail: fig.perimeter + 2 fig.a.side + 0.5 m = 12 m + 2 × 3 m + 0.5 m = 18.5 m"


@pytest.mark.parametrize(
    ("index", "letters"), [(0, "A"), (25, "Z"), (26, "AA"), (51, "AZ"), (52, "BA"), (701, "ZZ"), (702, "AAA")]
)
def test_letters_go_on_after_z(index: int, letters: str) -> None:
    assert badge(index) == letters


@pytest.mark.parametrize("name", ["", "2a", "a b", "a-b", "m", "pi", "π", "sin", "_x", "a.b"])
def test_words_that_cannot_be_names(name: str) -> None:
    assert name_fault(name)


@pytest.mark.parametrize("name", ["a", "board2", "door_side", "größe", "M"])
def test_words_that_can(name: str) -> None:
    assert name_fault(name) is None


# Where curves meet


def circle(x: str, y: str, radius: str) -> Edge:
    solution = solve(plane_figures()["circle"], {"radius": Quantity(Real.of(Fraction(radius)), LENGTH)}, PI)
    return place("c", 0, "add", solution, Placement((Real.of(Fraction(x)), Real.of(Fraction(y))))).edges[0]


@given(
    st.fractions(-2, 2, max_denominator=20),
    st.fractions(-2, 2, max_denominator=20),
    st.fractions(Fraction(1, 2), 3, max_denominator=20),
)
def test_meetings_lie_on_both_circles_and_are_enclosed(x: Fraction, y: Fraction, radius: Fraction) -> None:
    one, two = circle("0", "0", "2"), circle(str(x), str(y), str(radius))
    for spot in meetings(one, two, 1e-9):
        assert hypot(*spot) == pytest.approx(2, abs=1e-6)
        assert hypot(spot[0] - float(x), spot[1] - float(y)) == pytest.approx(float(radius), abs=1e-6)
        with precision(160):
            ball = ball_meeting(one, two, spot)
            on_one = ball[0] * ball[0] + ball[1] * ball[1] - 4
            assert on_one.contains(0)
        assert [float(v.mid()) for v in ball] == pytest.approx(list(spot), abs=1e-6)


def test_touching_circles_meet_once_and_strangers_never() -> None:
    assert meetings(circle("0", "0", "2"), circle("3", "0", "1"), 1e-9) == [pytest.approx((2, 0))]
    assert meetings(circle("0", "0", "3"), circle("1", "0", "2"), 1e-9) == [pytest.approx((3, 0))]
    assert meetings(circle("0", "0", "2"), circle("9", "0", "1"), 1e-9) == []
    assert meetings(circle("0", "0", "2"), circle("0", "0", "1"), 1e-9) == []


@given(st.integers(0, 720), st.floats(0.01, 0.99))
def test_a_placed_arc_knows_where_its_points_are(turn: int, share: float) -> None:
    solution = solve(plane_figures()["quarter-circle"], {"radius": Quantity(Real.of(2), LENGTH)}, PI)
    for flip in (False, True):
        edge = place("q", 0, "add", solution, Placement(turn=Real.of(Fraction(turn, 360)), flip=flip)).edges[
            1
        ]
        spot = edge.spot(share)
        assert edge.parameter(spot) == pytest.approx(share, abs=1e-9)
        angle = radians(turn + (180 - 90 * share if flip else 90 * share))
        assert spot == pytest.approx((2 * cos(angle), 2 * sin(angle)), abs=1e-9)
        left, bottom, right, top = edge.box
        assert left - 1e-9 <= spot[0] <= right + 1e-9
        assert bottom - 1e-9 <= spot[1] <= top + 1e-9


@given(st.integers(-400, 400))
def test_sines_and_cosines_of_whole_degrees(degrees: int) -> None:
    turns = Real.of(Fraction(degrees, 360))
    for name, function in (("sin", sin), ("cos", cos)):
        assert float(trigonometric(name, turns)) == pytest.approx(function(degrees * pi / 180), abs=1e-14)
    exact = trigonometric("sin", turns).exact
    assert exact is not None
    assert ("sin" in exact.text() or "cos" in exact.text()) == (degrees % 3 != 0)


def test_a_measure_found_by_trial_is_told_as_an_equation() -> None:
    results = evaluate_document(problem(part("cap", "segment", area="3", radius="2")))
    assert results["complaints"] == []
    told = results["figures"]["fig"]
    assert told["quantities"]["area"]["text"] == "3.00 m²"
    chord = told["tallies"]["perimeter"]["entries"][0]
    assert chord["formula"]["text"].startswith("area = angle / ")
    assert chord["numbers"]["text"].startswith("3 m² = ")
    assert chord["numbers"]["text"].endswith("(no closed form: by trial), chord")


def test_measures_found_together_are_told_by_all_their_equations() -> None:
    results = evaluate_document(problem(part("cap", "segment", area="8", perimeter="12")))
    assert results["complaints"] == []
    straight, arc = results["figures"]["fig"]["tallies"]["perimeter"]["entries"]
    assert arc["steps"][0]["quantity"] == straight["edge"] == "chord"
    chord = straight
    assert chord["trial"] and arc["steps"][0]["trial"]  # so that no “=” stands between them
    assert chord["formula"]["text"].endswith(", perimeter = chord + arc")
    assert chord["formula"]["tex"].startswith(r"\begin{aligned}A &= ")
    assert "12 m = chord + arc with radius = height / 2 + chord² / (8 × height), " in chord["numbers"]["text"]
    assert chord["numbers"]["text"].endswith("(together, by trial), chord")


def test_a_fraction_below_a_stroke_stands_in_brackets() -> None:
    """The segment on the chord 4 cm, 9 cm high, has the radius 85/18 cm: (85/18 − 9) / (85/18) is a cosine."""
    given = {"chord": "4", "height": "9"}
    figure = {"name": "it", "kind": "formula", "figure": "segment", "given": given}
    document = {"format": "tilt-grid/problem", "version": 1, "settings": {"unit": "cm"}, "figures": [figure]}
    (solution,) = evaluate_document(document)["figures"]["it"]["card"]["solutions"]
    (angle,) = (step for step in solution["steps"] if step["quantity"] == "angle")
    assert angle["numbers"]["text"] == "2 × acos((85/18 cm − 9 cm) / (85/18 cm))"
    assert check(angle["numbers"]["text"], angle["value"]["shown"]["text"]) is False


def test_what_nothing_tells_from_nought_is_told_as_nought() -> None:
    told = answer("1 m^2 × sin(1 rad) - 1 m^2 × sin(1 rad)", ask={"unit": "ft^2"})
    assert told["text"] == "0.00 ft²"
    assert not any("0…" in line for line in told["working"])


@pytest.mark.parametrize(
    ("angle", "share"), [("24°", "1 / 15"), ("1/15 turn", "1 / 15"), ("150°", "5 / 12"), ("37.5°", "5 / 48")]
)
def test_the_share_of_a_turn_is_told_in_lowest_terms(angle: str, share: str) -> None:
    (entry,) = entries("area", part("slice", "sector", diameter="4", angle=angle))
    assert entry["numbers"]["text"].split(" = ")[1].startswith(f"{share} × π × (2 m)²")
    check_entry(entry)


def test_a_share_that_is_no_number_of_parts_stays_an_angle() -> None:
    (entry,) = entries("area", part("slice", "sector", radius="2", angle="sqrt(2)°"))
    assert " = " not in entry["numbers"]["text"]


def test_numbers_that_end_are_told_without_dots() -> None:
    """346813/80000 is 4.3351625: all of it, in the tally, in the working and as the exact value."""
    document = problem(part("pond", "circle", diameter="2.35"), settings={"unit": "m", "pi": "3.14"})
    results = evaluate_document({**document, "asks": [{"label": "it", "expression": "fig.area"}]})
    total = results["figures"]["fig"]["tallies"]["area"]["total"]
    assert total["shown"]["text"] == total["exactText"] == "4.3351625 m²"
    assert "…" not in " ".join(results["asks"][0]["working"])
    thirds = evaluate_document(problem(part("slab", "rectangle", width="1/3", height="4")))
    assert thirds["figures"]["fig"]["tallies"]["area"]["total"]["exactText"] == "4/3 m²"


def test_a_circumference_by_the_diameter_is_pi_times_it() -> None:
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "c", "kind": "formula", "figure": "circle", "given": {"diameter": "3"}}],
    }
    steps = evaluate_document(document)["figures"]["c"]["card"]["solutions"][0]["steps"]
    told = {step["quantity"]: (step["formula"]["text"], step["numbers"]["text"]) for step in steps}
    assert told["circumference"][1] == "π × 3 m"
