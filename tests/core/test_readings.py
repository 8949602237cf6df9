"""Readings as text, in the dialects of spreadsheets: read, or asked about; nothing is left out silently."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.exchange import TableError, read_readings

READ: list[tuple[str, list[str], list[str]]] = [
    ("0 0.5 1.25", [], ["0", "0.5", "1.25"]),
    ("0\n0.5\n1.25\n", [], ["0", "0.5", "1.25"]),
    ("0,1,2", [], ["0", "1", "2"]),
    ("0, 1.5, 2", [], ["0", "1.5", "2"]),
    ("0;0,5\n1;1,5", ["0", "1"], ["0.5", "1.5"]),
    ("0\t0,5\r\n1\t1,5\r\n", ["0", "1"], ["0.5", "1.5"]),
    ("0 0,5\n1 1,5", ["0", "1"], ["0.5", "1.5"]),
    ("0,1 1/2\n1,2 1/2", ["0", "1"], ["1 1/2", "2 1/2"]),
    ("0.0,0.5\n1.0,1.5", ["0.0", "1.0"], ["0.5", "1.5"]),
    ("x\ty\n0\t1\n1\t2.5", ["0", "1"], ["1", "2.5"]),
    ("chainage (m);depth (cm)\n0;12\n1;14,5", ["0 m", "1 m"], ["12 cm", "14.5 cm"]),
    ("depth in cm\n12\n14 mm\n", [], ["12 cm", "14 mm"]),
    ("-1 2 −3", [], ["-1", "2", "−3"]),
    ("1.2 m\n1.4 m", [], ["1.2 m", "1.4 m"]),
    ("\ufeff1\n2\n", [], ["1", "2"]),
    ("1\noops\n3", [], ["1", "oops", "3"]),  # kept, so that it can be mended where it stands
]  # fmt: skip


@pytest.mark.parametrize(("text", "x", "y"), READ, ids=range(len(READ)))
def test_readings_are_read(text: str, x: list[str], y: list[str]) -> None:
    found = read_readings(text)
    assert (list(found.x), list(found.y)) == (x, y)
    assert found.says[0].startswith(f"{len(y)} readings")


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing here"),
        ("depth", "no readings below"),
        ("0,5\n1,5\n", "is “0,5” one reading with a decimal comma, or a position and a reading? Write 0.5 or 0; 5"),
        ("1 2 3\n4 5 6", "row 1 has 3 numbers"),
        ("1;2\n3\n", "row 2 has 1 numbers"),
        ("1\n" * 10_001, "at most 10000"),
    ],
)  # fmt: skip
def test_what_may_be_meant_in_two_ways_is_asked_about(text: str, says: str) -> None:
    with pytest.raises(TableError) as caught:
        read_readings(text)
    assert says in str(caught.value)


def test_a_unit_that_is_not_known_is_left_out_and_said() -> None:
    found = read_readings("depth (furlongs)\n1\n2")
    assert found.y == ("1", "2") and "was left out" in found.says[1]


@given(st.text(max_size=200))
def test_no_text_makes_it_fall_over(text: str) -> None:
    try:
        found = read_readings(text)
    except TableError as error:
        assert str(error)
        return
    assert found.y and (not found.x or len(found.x) == len(found.y))


def test_a_third_column_is_how_broad_it_is() -> None:
    found = read_readings("x (m);depth (cm);breadth (m)\n0;12;3\n1;14,5;3,5\n")
    assert (
        found.x == ("0 m", "1 m") and found.y == ("12 cm", "14.5 cm") and found.breadths == ("3 m", "3.5 m")
    )
    assert found.says[0] == "2 readings with their positions and breadths"
