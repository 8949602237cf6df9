"""Cases: each row solved by itself, rules for whole columns, expected columns, tables in and out."""

from __future__ import annotations

import csv
import io
from math import isclose, pi
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.catalogue import Figure, figures
from mensuration.exchange import TableError, table_text
from mensuration.exchange import read_table as read_from
from mensuration.frozen import as_data
from mensuration.problem import evaluate_document, read


def read_table(text: str, figure: Figure) -> dict[str, Any]:
    return dict(as_data(read_from(text, figure)))


CYLINDER, CUBOID = figures()["cylinder"], figures()["cuboid"]


def document(
    figure: str, columns: list[dict[str, Any]], rows: list[dict[str, str]], **settings: Any
) -> dict[str, Any]:
    table = {"name": "pipes", "kind": "cases", "figure": figure, "columns": columns, "rows": rows}
    return {"format": "tilt-grid/problem", "version": 1, "settings": settings, "figures": [table]}


def given_columns(*names: str) -> list[dict[str, Any]]:
    return [{"name": name} for name in names]


def worked(
    figure: str, columns: list[dict[str, Any]], rows: list[dict[str, str]], **settings: Any
) -> list[dict[str, Any]]:
    results = evaluate_document(document(figure, columns, rows, **settings), ["cases"])
    assert results["complaints"] == []
    told: list[dict[str, Any]] = results["figures"]["pipes"]["cases"]["rows"]
    return told


def texts(row: dict[str, Any], *names: str) -> list[str | None]:
    return [row["cells"][name]["text"] if name in row["cells"] else None for name in names]


def test_each_row_has_its_own_unknowns_and_says_why_it_has_none() -> None:
    rows = worked(
        "cylinder",
        given_columns("radius", "height", "volume"),
        [
            {"radius": "2", "height": "3"},
            {"volume": "12π", "height": "3"},
            {"radius": "2"},
            {},
            {"radius": "-1", "height": "2"},
            {"radius": "2 +", "height": "2"},
            {"radius": "2", "height": "3", "volume": "40"},
        ],
    )
    assert texts(rows[0], "volume", "diameter") == ["37.70", "4.00"]
    assert texts(rows[1], "radius", "volume") == ["2.00", "37.70"]
    assert texts(rows[2], "base_area", "volume") == ["12.57", None]
    assert rows[2]["says"].startswith("one more measurement is needed: height")
    assert (rows[3]["says"], rows[3]["cells"]) == (None, {})
    assert (rows[4]["at"], rows[4]["says"]) == ("radius", "radius must be more than 0")
    assert rows[5]["at"] == "radius" and "stops too soon" in rows[5]["says"]
    assert rows[6]["at"] == "volume" and "too much" in rows[6]["says"]
    assert [row["cells"]["radius"]["given"] for row in rows[:2]] == [True, False]


def test_a_rule_fills_a_whole_column_and_typed_cells_stand() -> None:
    columns = [
        {"name": "height", "rule": "2 radius"},  # waits for the column that it names
        {"name": "radius", "rule": "from 20 by 5", "unit": "mm"},
    ]
    rows = worked("cylinder", columns, [{}, {}, {"radius": "1 cm"}, {"height": "3"}], unit="cm")
    assert [texts(row, "radius", "height") for row in rows] == [
        ["20.00", "4.00"],
        ["25.00", "5.00"],
        ["10.00", "2.00"],
        ["35.00", "3.00"],
    ]


def test_rules_may_use_the_number_of_the_row_and_go_on_in_later_pieces() -> None:
    piece = document("sphere", [{"name": "radius", "rule": "row^2"}], [{}, {}])
    piece["figures"][0]["first"] = 3
    rows = evaluate_document(piece, ["cases"])["figures"]["pipes"]["cases"]["rows"]
    assert [texts(row, "radius") for row in rows] == [["9.00"], ["16.00"]]


def test_columns_are_told_in_their_units() -> None:
    columns = [
        {"name": "radius", "unit": "cm"},
        {"name": "height", "unit": "m"},
        {"name": "volume", "unit": "cm^3"},
    ]
    (row,) = worked("cylinder", columns, [{"radius": "2", "height": "3"}])
    assert row["cells"]["volume"]["text"] == f"{pi * 4 * 300:.2f}"
    assert row["cells"]["volume"]["number"] == pytest.approx(pi * 4 * 300, rel=1e-12)
    assert row["cells"]["base_area"]["text"] == "0.00126"  # never a bare 0.00


def test_expected_columns_say_which_rows_agree() -> None:
    columns = [
        *given_columns("radius", "height"),
        {"name": "expected_volume", "role": "expected", "of": "volume"},
    ]
    typed = ["12π", "37.7", "37.70", "37.699", "37.69", "38", "37", "3700 dm"]
    rows = worked(
        "cylinder", columns, [{"radius": "2", "height": "3", "expected_volume": t} for t in typed[:-1]]
    )
    assert [row["agree"]["expected_volume"] for row in rows] == [True, True, True, True, False, True, False]
    (faulty,) = worked("cylinder", columns, [{"radius": "2", "height": "3", "expected_volume": "4 m"}])
    assert faulty["at"] == "expected_volume"
    assert faulty["cells"]["volume"]["text"] == "37.70"


def test_a_row_with_two_solutions_shows_the_chosen_one() -> None:
    columns = given_columns("a", "b", "A")
    rows = worked(
        "triangle",
        columns,
        [{"a": "4", "b": "6", "A": "30"}, {"a": "4", "b": "6", "A": "30", "solution": "2"}],
    )
    assert [row["solutions"] for row in rows] == [2, 2]
    assert [texts(row, "c") for row in rows] == [["7.84"], ["2.55"]]


def test_faulty_columns_are_complained_about_and_the_others_work() -> None:
    columns = [
        {"name": "radius", "unit": "kg"},
        {"name": "height", "rule": "from 2"},
        {"name": "hight"},
        {"name": "angle", "role": "note"},
    ]
    results = evaluate_document(document("cylinder", columns, [{"radius": "2", "height": "3"}]), ["cases"])
    assert [
        (c["where"].removeprefix("figures.pipes.columns."), c["code"]) for c in results["complaints"]
    ] == [
        ("radius.unit", "unknown-name"),
        ("height.rule", "rule"),
        ("hight", "unknown-given"),
    ]
    assert results["figures"]["pipes"]["cases"]["rows"][0]["cells"]["volume"]["text"] == "37.70"


def test_a_table_is_worked_out_only_when_asked_for_and_has_no_single_quantity() -> None:
    table = document("cylinder", given_columns("radius"), [{"radius": "2"}])
    table["lines"] = [{"name": "all", "expression": "pipes.volume"}]
    results = evaluate_document(table)
    assert "cases" not in results["figures"]["pipes"]
    assert "a table of many cases" in results["complaints"][0]["says"]


def test_cells_may_name_other_figures() -> None:
    table = document(
        "cylinder", given_columns("radius", "height"), [{"radius": "ball.radius / 2", "height": "1"}]
    )
    table["figures"].append(
        {"name": "ball", "kind": "formula", "figure": "sphere", "given": {"volume": "36π"}}
    )
    (row,) = evaluate_document(table, ["cases"])["figures"]["pipes"]["cases"]["rows"]
    assert texts(row, "radius", "volume") == ["1.50", "7.07"]


TABLES = [
    ("radius,height\n2,3\n4,5\n", [{"radius": "2", "height": "3"}, {"radius": "4", "height": "5"}]),
    ("radius;height\n2,5;3\n", [{"radius": "2.5", "height": "3"}]),
    ("radius\theight\n2,5\t1.5\n", [{"radius": "2.5", "height": "1.5"}]),
    ("\ufeffradius | height\r\n2 | 3\r\n\r\n", [{"radius": "2", "height": "3"}]),
    ('"radius","height"\n"2","1 1/2"\n', [{"radius": "2", "height": "1 1/2"}]),
    (
        "radius\theight\n2\t3\n\t\n4\t5\n",
        [{"radius": "2", "height": "3"}, {}, {"radius": "4", "height": "5"}],
    ),
    ('radius,"size, in\nwords"\n2,"two\nfeet"\n', [{"radius": "2", "size, in\nwords": "two\nfeet"}]),
    ("r,h\n2,3\n", [{"radius": "2", "height": "3"}]),
    ("Radius;Lateral area\n2;\n;7\n", [{"radius": "2"}, {"lateral": "7"}]),
]


@pytest.mark.parametrize(("text", "rows"), TABLES, ids=range(len(TABLES)))
def test_tables_are_read_in_their_many_forms(text: str, rows: list[dict[str, str]]) -> None:
    assert read_table(text, CYLINDER)["rows"] == rows


@pytest.mark.parametrize("heading", ["radius (mm)", "radius [mm]", "radius in mm", "radius mm"])
def test_headings_tell_the_unit(heading: str) -> None:
    assert read_table(f"{heading}\n2\n", CYLINDER)["columns"] == [
        {"name": "radius", "role": "given", "unit": "mm"}
    ]


def test_what_is_no_quantity_is_kept_as_a_note_and_said() -> None:
    told = read_table("size;radius (kg);radius;expected volume (cm3)\nS;1;2;3;4\n", CYLINDER)
    assert [(c["name"], c["role"]) for c in told["columns"]] == [
        ("size", "note"),
        ("radius", "given"),
        ("radius 2", "note"),
        ("expected_volume", "expected"),
    ]
    assert told["rows"] == [{"size": "S", "radius": "1", "radius 2": "2", "expected_volume": "3"}]
    assert len(told["says"]) == 4


@pytest.mark.parametrize(
    ("text", "says"), [("", "nothing here"), ("\n \n", "nothing here"), ("a,b\n1,2", "must name the columns")]
)
def test_what_is_no_table_is_refused_in_words(text: str, says: str) -> None:
    with pytest.raises(TableError, match=says):
        read_table(text, CYLINDER)


@given(text=st.text(max_size=300))
def test_no_text_breaks_the_reading_of_tables(text: str) -> None:
    try:
        told = read_table(text, CYLINDER)
    except TableError as error:
        assert str(error)
    else:
        assert all(set(row) <= {column["name"] for column in told["columns"]} for row in told["rows"])


@pytest.mark.parametrize(
    ("delimiter", "comma", "mark"), [("comma", False, ","), ("semicolon", True, ";"), ("tab", False, "\t")]
)
def test_a_written_table_is_read_back_the_same(delimiter: str, comma: bool, mark: str) -> None:
    columns = [
        {"name": "size", "role": "note"},
        {"name": "length", "unit": "mm"},
        *given_columns("width", "height"),
    ]
    rows = [
        {"size": "S; small, flat", "length": "40.5", "width": "2", "height": "3"},
        {"length": "0", "width": "1"},
    ]
    text = table_text(read(document("cuboid", columns, rows)), "pipes", delimiter, comma)
    lines = list(csv.reader(io.StringIO(text), delimiter=mark))
    assert lines[0][:5] == ["size", "length (mm)", "width (m)", "height (m)", "base_diagonal (m)"]
    assert lines[1][1] == ("40,5" if comma else "40.5")
    assert lines[2][-1] == "length must be more than 0"
    again = read_table(text, CUBOID)
    assert [{k: r[k] for k in ("size", "length", "width", "height") if k in r} for r in again["rows"]] == rows


NAMES = ["cylinder", "cone", "cuboid", "rectangle", "ring", "square-pyramid"]
numbers = st.integers(1, 400).map(lambda n: f"{n / 20:g}")


@st.composite
def tables(draw: st.DrawFn) -> tuple[str, list[str], list[dict[str, str]]]:
    """A figure, some of its measures as columns, and rows with other cells filled in each."""
    name = draw(st.sampled_from(NAMES))
    measures = [m.name for m in figures()[name].measures if m.kind != "angle"]
    columns = draw(st.lists(st.sampled_from(measures), min_size=2, max_size=4, unique=True))
    row = st.dictionaries(st.sampled_from(columns), numbers, max_size=len(columns))
    return name, columns, draw(st.lists(row, min_size=1, max_size=5))


@given(table=tables())
def test_each_row_says_what_its_card_says(table: tuple[str, list[str], list[dict[str, str]]]) -> None:
    """A row is the card with the same givens: the same values, as many solutions, the same complaint."""
    name, columns, rows = table
    told = worked(name, given_columns(*columns), rows)
    for row, cells in zip(rows, told, strict=True):
        if not row:
            assert (cells["cells"], cells["says"], cells["solutions"]) == ({}, None, 0)
            continue
        card = {"name": "pipes", "kind": "formula", "figure": name, "given": row}
        results = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [card]})
        alone = results["figures"]["pipes"]["card"]
        assert cells["solutions"] == len(alone["solutions"])
        assert [cells["says"]] == ([c["says"] for c in results["complaints"]] or [None])
        for solution in alone["solutions"][:1]:
            for measure, quantity in solution["quantities"].items():
                cell = cells["cells"][measure]
                assert cell["given"] == (measure in row)
                assert isclose(cell["number"], float(quantity["decimal"]), rel_tol=1e-9)


@given(
    table=tables(),
    delimiter=st.sampled_from(["comma", "semicolon", "tab"]),
    notes=st.lists(
        st.text(st.characters(codec="utf-8", exclude_categories=["C", "Zl", "Zp"]), max_size=12),
        min_size=5,
        max_size=5,
    ),
)
def test_any_table_is_read_back_as_it_was_written(
    table: tuple[str, list[str], list[dict[str, str]]], delimiter: str, notes: list[str]
) -> None:
    name, columns, rows = table
    noted = [{**row, "remark": note} for row, note in zip(rows, notes, strict=False)]
    asked = [*given_columns(*columns), {"name": "remark", "role": "note"}]
    text = table_text(read(document(name, asked, noted)), "pipes", delimiter)
    again = read_table(text, figures()[name])
    assert [column["name"] for column in again["columns"]][: len(columns) + 1] == [*columns, "remark"]
    for row, back in zip(noted, again["rows"], strict=True):
        assert back.get("remark", "") == row["remark"].strip()
        for column in columns:
            if column in row:
                assert back[column] == row[column]


def test_a_column_made_by_a_rule_is_the_same_as_typing_it() -> None:
    """Radius from 1 by a half, height twice the radius: volumes 2π r³."""
    ruled = [{"name": "radius", "rule": "from 1 by 1/2"}, {"name": "height", "rule": "2 radius"}]
    rows = worked("cylinder", ruled, [{}] * 8)
    typed = worked(
        "cylinder",
        given_columns("radius", "height"),
        [{"radius": str(1 + k / 2), "height": str(2 + k)} for k in range(8)],
    )
    for k, (row, other) in enumerate(zip(rows, typed, strict=True)):
        assert isclose(row["cells"]["volume"]["number"], 2 * pi * (1 + k / 2) ** 3, rel_tol=1e-12)
        assert [cell["number"] for cell in row["cells"].values()] == [
            c["number"] for c in other["cells"].values()
        ]


def reckoned(
    *columns: dict[str, Any], rows: list[dict[str, str]], figure: str = "rectangle", **fields: Any
) -> dict[str, Any]:
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "t", "kind": "cases", "figure": figure, "columns": list(columns), "rows": rows}],
        **fields,
    }
    results = evaluate_document(document, ("cases",))
    return {
        "rows": results["figures"]["t"]["cases"]["rows"],
        "says": {c["where"]: c["says"] for c in results["complaints"]},
    }


SIDES = ({"name": "width", "role": "given"}, {"name": "height", "role": "given"})


def test_columns_reckoned_from_others_have_units_of_their_own() -> None:
    """Perimeter over area is one over a length; a column may be reckoned from another that is."""
    ratio = {"name": "ratio", "role": "derived", "rule": "perimeter / area"}
    cost = {"name": "cost", "role": "derived", "rule": "area * 4 EUR/m^2"}
    twice = {"name": "twice", "role": "derived", "rule": "2 ratio"}
    small = {"name": "small", "role": "derived", "rule": "perimeter / area", "unit": "1/cm"}
    found = reckoned(*SIDES, ratio, cost, twice, small, rows=[{"width": "2", "height": "4"}, {"width": "3"}])
    first, second = found["rows"]
    assert {name: first["cells"][name]["text"] for name in ("ratio", "cost", "twice")} == {
        "ratio": "1.50/m",
        "cost": "32.00 EUR",
        "twice": "3.00/m",
    }
    assert first["cells"]["small"]["number"] == pytest.approx(0.015)
    assert "ratio" not in second["cells"] and not found["says"]


@pytest.mark.parametrize(
    ("column", "says"),
    [
        ({"name": "width", "role": "given", "rule": "area / 2"}, "must be a length"),
        ({"name": "width", "role": "given", "rule": "2 width"}, "filled from itself"),
        ({"name": "width", "role": "given", "rule": "2 hight"}, "did you mean “height”"),
        ({"name": "ratio", "role": "derived", "rule": "area + perimeter"}, "an area"),
        ({"name": "ratio", "role": "derived", "rule": ""}, "say what it is reckoned from"),
        ({"name": "ratio", "role": "derived", "rule": "perimeter / aera"}, "did you mean “area”"),
    ],
)  # fmt: skip
def test_a_rule_that_can_not_fill_its_column_is_refused_where_it_stands(
    column: dict[str, str], says: str
) -> None:
    others = [c for c in SIDES if c["name"] != column["name"]]
    found = reckoned(column, *others, rows=[{"height": "2"}, {"height": "3"}])
    assert says in found["says"][f"figures.t.columns.{column['name']}.rule"]
    assert all(row["says"] is None or "must be" not in row["says"] for row in found["rows"])


def test_a_rule_that_only_some_rows_can_not_follow_stays() -> None:
    """A root of less than 0 in one row is that row's own."""
    root = {"name": "height", "role": "given", "rule": "sqrt(width^2 - 9 m^2)"}
    found = reckoned(SIDES[0], root, rows=[{"width": "5"}, {"width": "2"}])
    assert not found["says"] and found["rows"][0]["cells"]["height"]["text"] == "4.00"
    assert found["rows"][1]["at"] == "height"


def test_the_other_solution_of_a_row_can_be_chosen() -> None:
    columns = [{"name": name, "role": "given"} for name in ("a", "b", "alpha")]
    row = {"a": "5", "b": "6", "alpha": "50°"}
    names = {m.name for m in figures()["triangle"].measures}
    assert {"a", "b"} <= names
    angle = next(name for name in ("A", "alpha") if name in names)
    columns[2]["name"] = angle
    row = {"a": "5", "b": "6", angle: "50°"}
    one, two = reckoned(*columns, rows=[row, {**row, "solution": "2"}], figure="triangle")["rows"]
    assert one["solutions"] == two["solutions"] == 2
    assert one["cells"]["c"]["number"] != two["cells"]["c"]["number"]


def test_cells_that_go_out_are_no_formulas_of_a_spreadsheet_and_come_back_as_they_were() -> None:
    notes = ["=HYPERLINK(1)", "+1 more", "@home", "-2.5", "- two", "'=quoted", "plain", "\tgap"]
    columns = [{"name": "radius"}, {"name": "=cmd", "role": "note"}]
    rows = [{"radius": "2", "=cmd": note} for note in notes]
    text = table_text(read(document("sphere", columns, rows)), "pipes")
    cells = [cell for row in csv.reader(io.StringIO(text)) for cell in row if cell]
    for cell in cells:
        assert cell[0] not in "=+@\t" and (cell[0] != "-" or cell == "-2.5"), cell
    back = read_table(text, figures()["sphere"])
    assert [row["=cmd"] for row in back["rows"]] == notes
