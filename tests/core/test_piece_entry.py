"""Pieces of solids typed in words: what each line means, or why it can't be read, and where."""

from __future__ import annotations

from typing import Any

import pytest

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid
from mensuration.language.entry import EntryError
from mensuration.language.piece_entry import begins_a_solid, piece_suggestions, read_piece

HERE = {"block": "cuboid"}
READ: list[tuple[str, dict[str, Any]]] = [
    (
        "cylinder radius 0.9 height 2.4 lying",
        {"shape": "cylinder", "given": {"radius": "0.9", "height": "2.4"}, "lying": True},
    ),
    ("Cuboid 4 by 2 by 3 named box", {"given": {"length": "4", "width": "2", "height": "3"}, "name": "box"}),
    ("take away cylinder radius 0.5 height 3 in block named hole", {"join": "take", "name": "hole"}),
    (
        "hemisphere radius 1/4 in block",
        {"join": "take", "on": {"piece": "block", "face": "top", "at": ["0", "0"]}},
    ),
    (
        "cone radius 1 height 2 on block at 0.5, -0.2",
        {"on": {"piece": "block", "face": "top", "at": ["0.5", "-0.2"]}},
    ),
    ("cube side 1 on the right of block", {"on": {"piece": "block", "face": "right", "at": ["0", "0"]}}),
    ("square pyramid side 2 height 1 open bottom", {"shape": "square-pyramid", "open": ["bottom"]}),
    ("ball radius 2 m at 1, 2, 3", {"shape": "sphere", "at": ["1", "2", "3"]}),
    ("box 1 by 2 by 3", {"shape": "cuboid"}),
    ("cone volume 96π height 8", {"given": {"volume": "96π", "height": "8"}}),
    ("raise deck by 0.3", {"shape": "prism", "base": "deck", "given": {"height": "0.3"}, "name": "deck"}),
    ("raise deck to a point 3", {"shape": "pyramid", "base": "deck", "given": {"height": "3"}}),
    (
        "raise deck to a point by 3 over 1, 2 named tip",
        {"given": {"height": "3"}, "foot": ["1", "2"], "name": "tip"},
    ),
    ("raise deck to a point 3 cut off at 1", {"shape": "frustum", "given": {"height": "1", "point": "3"}}),
    ("spin vase", {"shape": "spun", "base": "vase", "given": {}}),
    ("spin vase about the right by 180° on block", {"about": "right", "given": {"angle": "180°"}}),
    ("spin vase about 0, 0 to 0, 3", {"about": [["0", "0"], ["0", "3"]]}),
    ("cylinder radius 1 height 2 repeated 4 every 1.5", {"copies": {"count": "4", "by": ["1.5", "0", "0"]}}),
    ("cube side 1 repeated 3 every 0, 2, 0", {"copies": {"count": "3", "by": ["0", "2", "0"]}}),
    ("cylinder radius 1 height 2 repeated 6 round 2.5", {"copies": {"count": "6", "radius": "2.5"}}),
]
REFUSED = [
    ("", "type a solid and its size", 0),
    ("cylinder", "say its size", 8),
    ("cilinder radius 2", "did you mean “cylinder”?", 0),
    ("cuboid lenght 4", "did you mean “length”?", 7),
    ("cone radius 1 +", "stops too soon", None),
    ("cone radius height 2", "the radius is missing here", None),
    ("cube side 1 on nothing", "is no piece here to stand on", None),
    ("cube side 1 at 2", "a place is three measurements", None),
    ("cube side 1 named block", "already something named", None),
    ("raise deck", "say how high", 10),
    ("raise", "say which figure: raise deck by 0.3", 5),
    ("raise deck cut off at 1 by 2", "what is cut off is raised to a point", None),
    ("raise deck by 2 over 1, 1", "only a point stands over a place", None),
    ("raise deck to a point 3 over 1", "say a point such as 1, 2", None),
    ("spin vase about middle", "can.t be read here: say a side", None),
    ("spin vase quickly", "say spin vase about left", None),
    ("cylinder radius 1 height 1 repeated often", "repeated 4 every 1.5", None),
    ("cube side 1 " + "x" * 400, "longer than", 0),
]


@pytest.mark.parametrize(("line", "wanted"), READ, ids=[line for line, _ in READ])
def test_a_line_is_read_as_it_is_meant(line: str, wanted: dict[str, Any]) -> None:
    piece = read_piece(line, HERE)
    assert {key: piece[key] for key in wanted} == wanted


@pytest.mark.parametrize(("line", "says", "position"), REFUSED, ids=[line[:30] for line, *_ in REFUSED])
def test_a_line_that_can_t_be_read_says_why_and_where(line: str, says: str, position: int | None) -> None:
    with pytest.raises(EntryError, match=says.replace("?", "\\?").replace("+", "\\+")) as caught:
        read_piece(line, HERE)
    assert position is None or caught.value.position == position


@pytest.mark.parametrize("name", [name for name, figure in figures().items() if isinstance(figure, Solid)])
def test_every_solid_is_known_by_its_names_with_its_usual_sizes(name: str) -> None:
    solid = figures()[name]
    for spelt in (name, solid.title, solid.title.lower()):
        sizes = " ".join(f"{measure} {text}" for measure, text in solid.starting.items())
        piece = read_piece(f"{spelt} {sizes}")
        assert (piece["shape"], piece["given"]) == (name, dict(solid.starting))


@pytest.mark.parametrize(
    ("line", "solid"),
    [("cylinder radius 2", True), ("circle radius 2", False), ("square side 2", False), ("square pyramid side 2", True),
     ("take away ring outer 2", False), ("raise deck by 2", True), ("triangle base 2", False), ("triangular prism base 2", True)],
)  # fmt: skip
def test_a_line_among_parts_that_names_a_solid_is_told_from_one_that_names_a_shape(
    line: str, solid: bool
) -> None:
    assert begins_a_solid(line) == solid


def test_ways_to_go_on_are_those_of_the_solid() -> None:
    assert [way.label for way in piece_suggestions("cylinder radius 2 ", HERE)][:3] == [
        "height",
        "on block",
        "lying",
    ]
    assert piece_suggestions("pyra", HERE)[0].line == "regular pyramid sides "
