"""Lines of working: told in other units and as shares, rounding, sums over parts, what is asked, rounded values retyped."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from mensuration.editing.renaming import rename_line
from mensuration.problem import evaluate_document, read

DEMO = Path(__file__).parents[2] / "demo/kicker-side-panel.json"


def worked(**lines: str) -> dict[str, Any]:
    document = json.loads(DEMO.read_text("utf-8"))
    document["lines"] = [{"name": name, "expression": text} for name, text in lines.items()]
    return evaluate_document(document)


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
