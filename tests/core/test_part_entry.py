"""Parts typed in words: read, refused in words, and how a line may go on."""

from __future__ import annotations

from typing import Any

import pytest

from mensuration.language.entry import EntryError, read_entry, suggestions

SHAPES = {"circle": "circle", "board": "rectangle", "deck": "outline"}


@pytest.mark.parametrize(
    ("line", "expected"),
    [
        (
            "semicircle diameter 1.2 at 2.4, 0.6 turned 270",
            {"shape": "semicircle", "given": {"diameter": "1.2"}, "at": ["2.4", "0.6"], "turn": "270", "join": "add", "name": "semicircle"},
        ),
        ("take away circle radius 1/2 m at (1, 1) named hole", {"shape": "circle", "at": ["1", "1"], "join": "take", "name": "hole"}),
        ("rectangle 2.4 by 1.2", {"given": {"width": "2.4", "height": "1.2"}, "name": "rectangle"}),
        ("Quarter circle radius = 3 flipped", {"shape": "quarter-circle", "given": {"radius": "3"}, "flip": True, "name": "quarter_circle"}),
        ("semicircle on top of board", {"given": {"diameter": "board.width"}, "on": {"part": "board", "edge": "top", "side": "out"}, "join": "add"}),
        ("rectangle height 1 on the right of board", {"given": {"width": "board.height", "height": "1"}, "on": {"part": "board", "edge": "right", "side": "out"}}),
        ("semicircle in the top of board", {"on": {"part": "board", "edge": "top", "side": "in"}, "join": "take"}),
        ("circle radius 0.4 in the middle of board", {"given": {"radius": "0.4"}, "on": {"part": "board"}, "join": "take"}),
        ("triangle height 2 on side 3 of deck", {"given": {"base": "deck.side3", "height": "2"}, "on": {"part": "deck", "edge": "side 3", "side": "out"}}),
        ("outline R 9, U 7, L 5, D 3, L ?, D ? named patio", {"shape": "outline", "walk": "R 9, U 7, L 5, D 3, L ?, D ?", "name": "patio", "join": "add"}),
        ("outline 0, 0; 9, 0; 9, 7 named wedge", {"points": [["0", "0"], ["9", "0"], ["9", "7"]], "name": "wedge"}),
        ("outline (0, 0), (9 ft, 0) (9 ft, 1/2)", {"points": [["0", "0"], ["9 ft", "0"], ["9 ft", "1/2"]]}),
        ("outline 5 at 30°, L 2, D ?", {"walk": "5 at 30°, L 2, D ?"}),
        ("take away outline R 2, U 1, L ?, D ?", {"shape": "outline", "join": "take", "name": "outline"}),
        ("sector radius 5 shared by 15", {"given": {"radius": "5", "angle": "360°/15"}}),
        ("segment radius 5 shared by n + 1", {"given": {"radius": "5", "angle": "360°/(n + 1)"}}),
        ("disc diameter 12 ft 6 in take away", {"shape": "circle", "given": {"diameter": "12 ft 6 in"}, "join": "take", "name": "circle2"}),
    ],
)  # fmt: skip
def test_parts_typed_in_words(line: str, expected: dict[str, Any]) -> None:
    made = read_entry(line, SHAPES)
    assert {key: made[key] for key in expected} == expected


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("cicle radius 2", "did you mean “circle”"),
        ("circle", "say its size"),
        ("rectangle 3", "width and height"),
        ("circle radius", "radius is missing"),
        ("circle radius (2", "never closed"),
        ("circle radius 2 at 3", "two measurements"),
        ("circle radius 2 named circle", "already something named"),
        ("circle radius 2 named 7up", "can't be a name"),
        ("circle radius 1 on rim of board", "it has bottom, right, top, left"),
        ("square on top of bord", "did you mean “board”"),
        ("rectangle on top of board", "say also its height"),
        ("outline 0, 0; 9; 9, 7", "two measurements with a comma"),
        ("outline 0, 0; 9, 1", "at least three corners"),
        ("outline R 9, X 3", "is no step"),
        ("stadium length 6 radius 2", "a stadium has no “length”; it has straight, radius"),
        ("circle diametre 3", "a circle has no “diametre”; did you mean “diameter”?"),
        ("rectangle 2.4", "say which sizes these are"),
        ("rectangle 1,200 by 6", "write 1200, or 1 by 200"),
        ("rectangle 4 by 6-1/2", "write 6 1/2, or 6 - 1/2 with spaces"),
        ("outline R 9, U 2 named circle", "already something named"),
        ("", "type a shape"),
        ("x" * 400, "longer than"),
    ],
)
def test_typed_parts_that_cannot_be_read(line: str, says: str) -> None:
    with pytest.raises(EntryError) as caught:
        read_entry(line, SHAPES)
    assert says in caught.value.says


def test_suggestions_go_on_with_the_line() -> None:
    assert [s.line for s in suggestions("semi")] == ["semicircle radius "]
    assert "take away circle radius " in [s.line for s in suggestions("take away ci")]
    assert suggestions("circle radius 2 ")[0].line == "circle radius 2 on "
    assert all(read_entry(s.line + "2 at 1, 1")["at"] == ["1", "1"] for s in suggestions("sq"))


def test_corners_without_brackets_and_a_name_of_several_words() -> None:
    found = read_entry("outline 0,0 30,0 30,20.5 -4,20 named back wall")
    assert found["points"] == [["0", "0"], ["30", "0"], ["30", "20.5"], ["-4", "20"]]
    assert found["name"] == "back_wall"
    assert read_entry("circle radius 2 named duck pond")["name"] == "duck_pond"
    with pytest.raises(EntryError, match="at least three corners"):
        read_entry("outline 0,0 30,0")
