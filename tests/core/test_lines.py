"""Lines of working: told in other units and as shares, rounding, sums over parts, what is asked, rounded values retyped."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.editing import Refused
from mensuration.editing.renaming import rename_line, write_line
from mensuration.expressions import Scope, evaluate, parse
from mensuration.problem import Typing, evaluate_document, read, while_typing
from mensuration.units import UNITS, Kind, compound
from tests.core.helpers import part

DEMO = Path(__file__).parents[2] / "demo/kicker-side-panel.json"


def worked(**lines: str) -> dict[str, Any]:
    return evaluate_document(document_with(**lines))


def test_the_parts_that_a_line_names_are_told() -> None:
    told = worked(
        a="panel.board.area - 2 * panel.bite.area", b="panel.area", c="sum(panel.parts.area)", d="a / 2"
    )["lines"]
    assert told["a"]["parts"] == [["panel", "bite"], ["panel", "board"]]
    assert told["b"]["parts"] == told["d"]["parts"] == []


@pytest.mark.parametrize(
    ("text", "exact", "told"),
    [
        ("panel.bite.area / panel.board.area as %", "25*pi/2 / 1", "39.27 %"),
        ("0.385 as %", "77/2", "38.50 %"),
        ("2 m as cm", "200", "200.00 cm"),
        ("1 m^2 as ft^2", "1562500/145161", "10.76 ft²"),
        ("3 m^3 as L", "3000", "3000.00 L"),
        ("round(2.345, 2)", "47/20", "2.35"),
        ("round(-2.5)", "-3", "-3.00"),
        ("sum(panel.parts.area)", "72/25 + 9*pi/25", "4.01 m²"),
        ("sum(1 m, 20 cm, 3 mm)", "1203/1000", "≈"),
        ("6 m · 4.5 m · (1.8 m − 0.3 m)", "81/2", "40.50 m³"),
    ],
)
def test_lines_are_told_as_is_wanted(text: str, exact: str, told: str) -> None:
    line = worked(a=text)["lines"]["a"]
    if told != "≈" and "/ 1" not in exact:
        assert line["exact"] == exact
    if told != "≈":
        assert line["text"] == told


def test_a_line_told_in_another_unit_keeps_its_value_for_others() -> None:
    found = worked(
        share="panel.bite.area / panel.board.area as %", twice="2 share", long="2 m as cm", more="long + 1 m"
    )
    assert found["lines"]["twice"]["text"] == "0.79" and found["lines"]["more"]["text"] == "3.00 m"


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("panel.area as m", "“m” measures a length"),
        ("panel.area as %", "only a plain number can be told as %"),
        ("panel.area as bananas", "bananas"),
        ("sin(30)", "is 30 in degrees or in radians? Write sin(30°) or sin(30 rad)"),
        ("round(2 m)", "round takes a plain number"),
        ("round(2, 99)", "whole, from 0 to 12"),
        ("panel.parts.area", "write sum(panel.parts.area)"),
        ("sum(panel.parts.length)", "nothing in “panel” has the quantity"),
        ("panel.area + 2 m", "an area and a length can't be added"),
    ],
)
def test_what_is_wrong_in_a_line_is_said(text: str, says: str) -> None:
    (fault,) = [c for c in worked(a=text)["complaints"] if c["where"] == "lines.a.expression"]
    assert says in fault["says"]


def test_a_rounded_value_typed_again_is_remarked_on_with_what_it_does_to_the_end() -> None:
    found = worked(bite="panel.bite.area", five="1.131 m^2 * 50", plain="3.5 m^2 * 2", own="1.131 m^2")
    told = {c["where"]: c for c in found["complaints"]}
    remark = told["lines.five.expression"]
    assert remark["level"] == "warning" and remark["code"] == "retyped"
    assert (
        remark["says"]
        == (
            "1.131 is “bite” rounded: write its name, so that it keeps all its digits; then this comes to 56.55 m², not 56.55 m²"
        )
        or "1.131 is “bite” rounded" in remark["says"]
    )
    assert "lines.plain.expression" not in told


def test_a_line_that_is_told_in_a_unit_is_renamed_everywhere() -> None:
    document = json.loads(DEMO.read_text("utf-8"))
    document["lines"] = [
        {"name": "a", "expression": "panel.area as cm^2"},
        {"name": "b", "expression": "a * 2 as ft^2"},
    ]
    changed = rename_line(read(document), "a", "board")
    assert [line.expression for line in changed.lines] == ["panel.area as cm^2", "board * 2 as ft^2"]


# Money


@pytest.mark.parametrize(
    ("text", "told"),
    [
        ("(3 m + 0.25 m) * 4.20 EUR/m", "13.65 EUR"),
        ("3.25 m * €4.20/m", "13.65 EUR"),
        ("3.25 m * 4.20 €/m", "13.65 EUR"),
        ("3 m^2 * $12.5/m^2 + $3", "40.50 USD"),
        ("325 cm * 4.20 EUR/m", "13.65 EUR"),
        ("10 EUR / 3", "3.33 EUR"),
        ("4.20 EUR/m as EUR/ft", "1.28 EUR/ft"),
        ("13.65 EUR / (4.20 EUR/m)", "3.25 m"),
        ("£5 / £2", "2.50"),
        ("12 m / (4 m^2)", "3.00/m"),
        ("1 m / (3 m^2)", "0.33/m"),
    ],
)
def test_money_and_what_is_had_for_a_length_have_units(text: str, told: str) -> None:
    found = worked(a=text)
    assert found["complaints"] == [] and found["lines"]["a"]["text"] == told


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("€3 + 2 m", "an amount in EUR and a length can't be added"),
        ("€3 + $2", "an amount in EUR and an amount in USD can't be added"),
        ("€3/m + €2", "a quantity in EUR/m and an amount in EUR can't be added"),
        ("€3 as USD", "the answer is an amount in EUR; “USD” measures an amount in USD"),
        ("sqrt(€4)", "a square root of an amount in EUR has no unit"),
        ("3 $ 4", "which unit has 4 here?"),
    ],
)
def test_what_money_cant_do_is_said(text: str, says: str) -> None:
    found = worked(a=text)
    assert [each["says"] for each in found["complaints"]] == [says]


def test_money_is_told_to_two_places_whatever_lengths_are_rounded_to() -> None:
    document = json.loads(DEMO.read_text("utf-8"))
    document["settings"]["rounding"] = {"places": 0}
    document["lines"] = [{"name": "a", "expression": "2.345 EUR"}, {"name": "b", "expression": "2.345 m"}]
    lines = evaluate_document(document)["lines"]
    assert lines["a"]["text"] == "2.35 EUR" and lines["b"]["text"] == "2 m"


powers = st.integers(-3, 3)
kinds = st.builds(
    lambda length, euros, pounds: Kind(length).times(UNITS["EUR"].kind.power(euros)).times(UNITS["GBP"].kind.power(pounds)),
    powers, powers, powers,
)  # fmt: skip


@given(kinds, kinds, powers)
def test_kinds_are_an_algebra_and_their_units_are_read_back(one: Kind, two: Kind, power: int) -> None:
    assert one.times(two) == two.times(one)
    assert one.times(two).times(two, -1) == one == one.times(Kind())
    assert one.times(two).power(power) == one.power(power).times(two.power(power))
    for index in (2, 3):
        assert one.power(index).root(index) == one
    unit = compound(one, UNITS["ft"])
    assert unit is not None
    text = "1" + "".join(f" {each.text}" for each in getattr(unit, "above", (unit,)) if each.text)
    text += "".join(f" / {each.text}" for each in getattr(unit, "below", ()))
    read_back = evaluate(parse(text), Scope())
    assert read_back.kind == one and read_back.value.rational == unit.factor


# While one types


def seen(text: str, caret: int | None = None, figure: str | None = None) -> Typing:
    document = json.loads(DEMO.read_text("utf-8"))
    document["lines"] = [{"name": "tape", "expression": "panel.perimeter + 0.2 m"}]
    return while_typing(read(document), text, caret, figure)


@pytest.mark.parametrize(
    ("text", "figure", "first"),
    [
        ("ta", None, ("tape", "6.88 m")),
        ("2 pan", None, ("panel.area", "1.75 m²")),
        ("panel.bo", None, ("panel.board.", "…")),
        ("panel.board.wi", None, ("panel.board.width", "2.40 m")),
        ("radi", None, ("bite.radius", "1.20 m")),
        ("bite.rad", "panel", ("bite.radius", "1.20 m")),
        ("sq", None, ("sqrt(", "a function")),
        ("panel.area as f", None, ("ft^2", "")),
        ("0.5 as ", None, ("%", "")),
    ],
)
def test_names_go_on_as_one_types_and_only_to_what_has_a_value(
    text: str, figure: str | None, first: tuple[str, str]
) -> None:
    ways = seen(text, None, figure).completions
    assert (ways[0].text, ways[0].hint) == first
    for way in ways:
        whole = text[: way.start] + way.text + text[way.end :]
        assert whole.endswith(("(", ".")) or seen(whole, None, figure).says is None


def proposed(problem: dict[str, Any], text: str, figure: str | None, within: str | None) -> set[str]:
    return {way.text for way in while_typing(read(problem), text, None, figure, within).completions}


def test_nothing_is_proposed_that_would_go_round_in_a_circle() -> None:
    """What is proposed in a field is put into it, and must have a value there."""
    document = document_with(span="panel.board.width + 1 m", twice="2 span", free="3 m")
    assert proposed(document, "f", "panel", "board") == {"free"}
    assert not proposed(document, "s", "panel", "board") & {"span"}  # hangs on the board
    assert "span" in proposed(document, "s", "panel", "bite")
    assert proposed(document, "tw", None, "span") == set() and "twice" in proposed(document, "tw", None, None)
    board = next(p for p in document["figures"][0]["parts"] if p["name"] == "board")
    for text in ("b", "s", "f", "p", "t"):
        for name in proposed(document, text, "panel", "board"):
            if name.endswith((".", "(")) or name.endswith("area"):
                continue
            board["given"]["width"] = name
            assert "circular" not in {c["code"] for c in evaluate_document(document)["complaints"]}, name


def test_a_curve_and_a_table_propose_names_of_their_own() -> None:
    curve = {
        "name": "bank",
        "kind": "profile",
        "curve": "k x",
        "parameters": [{"name": "steep", "value": "2"}],
    }
    table = {
        "name": "pots",
        "kind": "cases",
        "figure": "cylinder",
        "columns": [{"name": "radius", "role": "given"}],
    }
    document = {**document_with(), "figures": [curve, table], "asks": []}
    assert proposed(document, "2 st", "bank", None) == {"steep"}
    assert {"radius", "row", "round("} >= proposed(document, "r", "pots", None) >= {"radius", "row"}


@pytest.mark.parametrize("text", ["2.5 m", "3 panel.area", "2 * (3 + 4)", "", "7"])
def test_nothing_is_offered_where_nothing_is_begun(text: str) -> None:
    assert seen(text).completions == ()


def test_a_name_before_a_line_is_no_part_of_it() -> None:
    found = seen("door = 2 * (ta")
    assert found.shown is not None and found.shown.text == "2 × ta"
    assert [(b.at, b.other) for b in found.brackets] == [(11, None)] and found.position == 11
    assert [(way.text, way.start, way.end) for way in found.completions[:1]] == [("tape", 12, 14)]
    assert seen("door = 2 m").says is None and seen("2 == 2").says is not None


@pytest.mark.parametrize(
    ("text", "name", "expression"),
    [
        ("door = 2 m", "door", "2 m"),
        ("  door=2 m", "door", "2 m"),
        ("a = 2 m", "a", "2 m"),
        ("2 m", "a", "2 m"),
        ("a == b", "a", "a == b"),
    ],
)
def test_a_line_is_written_with_its_name_before_it_or_without(text: str, name: str, expression: str) -> None:
    problem = read(document_with(a="1 m", b="2 a"))
    changed, called = write_line(problem, "a", text)
    assert (called, changed.lines[0].name, changed.lines[0].expression) == (name, name, expression)
    assert changed.lines[1].expression == f"2 {name}"  # what names it follows
    with pytest.raises(Refused, match="already something named"):
        write_line(problem, "a", "b = 2 m")


def document_with(**lines: str) -> dict[str, Any]:
    document: dict[str, Any] = json.loads(DEMO.read_text("utf-8"))
    document["lines"] = [{"name": name, "expression": text} for name, text in lines.items()]
    return document


def test_a_name_in_the_middle_goes_on_in_its_place() -> None:
    (way, *_) = seen("2 * tap + 1 m", 7).completions
    assert (way.text, way.start, way.end) == ("tape", 4, 7)


@pytest.mark.parametrize(
    ("text", "shown"),
    [
        ("panel.board.area / 2", "panel.board.area / 2 = 1.44 m²"),
        ("2 * (3 +", "2 × 3"),
        ("sqrt(2", "√(2)"),
        ("panel.are", "panel.are"),
        ("panel.board.width as cm", "panel.board.width = 240 cm"),
        ("€4.20 * 2", "4.20 EUR × 2 = 8.40 EUR"),
        ("2)", None),
    ],
)
def test_what_is_typed_is_shown_as_far_as_it_can_be_read(text: str, shown: str | None) -> None:
    found = seen(text).shown
    assert (found and found.text) == shown


def test_brackets_are_paired_and_one_alone_is_pointed_at() -> None:
    found = seen("(2 + (3)) * (4")
    assert [(b.at, b.depth, b.other) for b in found.brackets] == [
        (0, 0, 8),
        (5, 1, 7),
        (7, 1, 5),
        (8, 0, 0),
        (12, 0, None),
    ]
    assert found.position == 12 and "never closed" in (found.says or "")
    assert [b.other for b in seen("2)").brackets] == [None]


@settings(max_examples=150, deadline=None)
@given(
    st.text("(())^*/+-.0123456789 asmpe€$√²%°'\"x", max_size=40)
    | st.lists(st.sampled_from(("panel", ".", "board", "(", ")", "2", " as ", "m", "+", "/", "sum", "fill")), max_size=12).map("".join),
    st.integers(-3, 50),
    st.sampled_from((None, "panel", "nobody")),
)  # fmt: skip
def test_whatever_is_typed_is_answered(text: str, caret: int, figure: str | None) -> None:
    found = seen(text, caret, figure)
    assert all(text[b.at] in "()" for b in found.brackets)
    assert all(0 <= way.start <= way.end <= len(text) for way in found.completions)


def test_a_part_is_named_without_its_figure_where_only_one_has_it() -> None:
    """As its own field shows it; where two have it, it is said how to tell them apart; what is proposed works."""
    pad = {
        "name": "pad",
        "parts": [part("slab", "rectangle", width="6", height="4"), part("pit", "circle", radius="1")],
    }
    court = {
        "name": "court",
        "parts": [part("slab", "square", side="3"), part("lawn", "square", side="slab.side + pit.radius")],
    }

    def of(expression: str) -> dict[str, Any]:
        document = {
            "format": "tilt-grid/problem",
            "version": 1,
            "figures": [pad, court],
            "lines": [{"name": "it", "expression": expression}],
        }
        results = evaluate_document(document)
        return {
            "text": results["lines"].get("it", {}).get("text"),
            "parts": results["lines"].get("it", {}).get("parts"),
            "says": [c["says"] for c in results["complaints"]],
        }

    assert of("pit.area / pit.radius^2")["text"] == "3.14"
    assert of("lawn.side")["text"] == "4.00 m"  # in another figure's part, too
    assert of("pit.radius")["parts"] == [["pad", "pit"]]
    assert of("slab.width")["says"] == [
        "several figures have a “slab”: write pad.slab.width or court.slab.width"
    ]
    assert of("pad.slab.width")["text"] == "6.00 m"
    for wrong in ("pit.radus", "lawn.sied", "pad.slab.widht", "court.aera"):
        (says,) = of(wrong)["says"]
        meant = says.partition("did you mean “")[2].partition("”")[0]
        whole = meant if "." in meant else f"{wrong.rpartition('.')[0]}.{meant}"
        assert meant and of(whole)["text"], says


def test_what_can_not_be_worked_out_is_not_proposed() -> None:
    """A ring whose inner radius is misspelt in itself: it has no value that could be meant."""
    ring = part("ring", "ring", outer="3", inner="ring.iner")
    results = evaluate_document(
        {"format": "tilt-grid/problem", "version": 1, "figures": [{"name": "f", "parts": [ring]}]}
    )
    says = [complaint["says"] for complaint in results["complaints"]]
    assert says and all("ring.inner" not in each for each in says)
