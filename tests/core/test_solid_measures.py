"""What is told of any solid: copies, edges, equal faces, openings, unit cubes, scaling, second ways and helping triangles:
against its own faces, larger solids, cells counted one by one, and by hand."""

from __future__ import annotations

from math import sqrt
from typing import Any

import numpy as np
import pytest

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid, Turned
from mensuration.drawing.helping import helping_triangles
from mensuration.numbers import PI, Rounding
from mensuration.problem import evaluate_document
from mensuration.solids import Frame, Piece, join
from mensuration.solids.edges import edges_of
from mensuration.solids.slicing import exact_point
from mensuration.solving import solve, starting_givens
from mensuration.telling import Teller
from mensuration.units import UNITS
from tests.core.helpers import solid
from tests.core.reckoning import check_tally


def test_legs_in_a_row_and_round_a_circle_are_told_together() -> None:
    leg = {"name": "leg", "shape": "cylinder", "given": {"radius": "1/2", "height": "2"}}
    for copies in ({"count": "4", "by": ["3", "0", "0"]}, {"count": "4", "radius": "5"}):
        results = solid({**leg, "copies": copies})
        assert results["quantities"]["volume"]["exact"] == "2*pi"
        assert results["quantities"]["surface"]["exact"] == "10*pi"
        (entry,) = results["tallies"]["volume"]["entries"]
        assert entry["title"] == "leg, 4 of them" and entry["numbers"]["text"].startswith("4 × π")
        check_tally(results["tallies"]["volume"])
        check_tally(results["tallies"]["surface"])
    by_hand = [{**leg, "name": f"leg{n}", "at": [str(3 * n), "0", "0"]} for n in range(4)]
    assert solid(*by_hand)["quantities"]["surface"]["exact"] == "10*pi"


@pytest.mark.parametrize(
    ("copies", "says"),
    [
        ({"count": "0", "by": ["1", "0", "0"]}, "from 1 to 60 times"),
        ({"count": "2.5", "by": ["1", "0", "0"]}, "from 1 to 60 times"),
        ({"count": "1000", "radius": "9"}, "from 1 to 60 times"),
        ({"count": "3"}, "say how far each stands"),
        ({"count": "3", "radius": "?"}, "?"),
    ],
)
def test_copies_that_can_t_be_are_said_in_words(copies: dict[str, Any], says: str) -> None:
    results = solid({"name": "leg", "shape": "cube", "given": {"side": "1"}, "copies": copies})
    assert any(says in complaint["says"] for complaint in results["complaints"]), results["complaints"]


def test_equal_faces_are_told_together_or_one_by_one() -> None:
    results = solid({"name": "box", "shape": "cuboid", "given": {"length": "4", "width": "2", "height": "3"}})
    assert len(results["tallies"]["surface"]["entries"]) == 6
    together = results["grouped"]["surface"]
    assert [entry["title"] for entry in together["entries"]] == [
        "box, bottom, top",
        "box, front, back",
        "box, right, left",
    ]
    assert [entry["numbers"]["text"][:4] for entry in together["entries"]] == ["2 × "] * 3
    assert together["total"]["exact"] == results["tallies"]["surface"]["total"]["exact"] == "52"
    ids = {entry["id"] for entry in results["tallies"]["surface"]["entries"]}
    assert {each for entry in together["entries"] for each in entry["alike"]} == ids
    check_tally(together)


EULER = [name for name, figure in figures().items() if isinstance(figure, Solid)]


@pytest.mark.parametrize("name", EULER)
def test_the_edges_of_every_solid_are_those_of_its_faces(name: str) -> None:
    """A solid of plane faces has half as many edges as its faces have sides, and they are as long."""
    figure = figures()[name]
    solution = solve(figure, starting_givens(figure), PI)
    joined = join((Piece("it", 0, "add", solution, Frame()),), PI)
    lengths = [float(length) for length in edges_of(joined) or ()]
    assert all(length > 0 for length in lengths)
    assert isinstance(figure, Solid)
    body = figure.body
    if hasattr(body, "of"):
        body = body.of(int(solution.floats[body.count]))
    if not hasattr(body, "corners"):
        return
    corners = {
        key: tuple(float(value) for value in exact_point(solution, xyz)) for key, xyz in body.corners.items()
    }
    sides = [
        sqrt(sum((p - q) ** 2 for p, q in zip(corners[a], corners[b], strict=True)))
        for ring in body.faces.values()
        for a, b in zip(ring, [*ring[1:], ring[0]], strict=True)
    ]
    assert len(lengths) == len(sides) / 2
    assert sum(lengths) == pytest.approx(sum(sides) / 2)


def test_a_seam_between_flush_blocks_is_no_edge() -> None:
    block = {"shape": "cuboid", "given": {"length": "2", "width": "2", "height": "1"}}
    results = solid({"name": "a", **block}, {"name": "b", **block, "on": {"piece": "a"}})
    (entry,) = results["tallies"]["edges"]["entries"]
    assert (entry["title"], entry["value"]["text"]) == ("12 edges", "24.00 m")


WALLS = {
    "name": "w",
    "shape": "cuboid",
    "given": {"length": "7", "width": "4", "height": "3"},
    "open": ["top", "bottom"],
}


def test_doors_and_windows_are_taken_from_the_wall_they_are_in() -> None:
    openings = [
        {"name": "door", "face": "front", "width": "1", "height": "2"},
        {"name": "windows", "face": "back", "width": "3/2", "height": "1", "count": "3"},
    ]
    results = solid({**WALLS, "openings": openings})
    assert results["quantities"]["surface"]["exact"] == results["quantities"]["lateral"]["exact"] == "119/2"
    told = {e["title"]: (e["sign"], e["numbers"]["text"]) for e in results["tallies"]["surface"]["entries"]}
    assert told["w, windows in back"] == ("-", "3 × 1.5 m × 1 m")
    check_tally(results["tallies"]["surface"])
    check_tally(results["tallies"]["lateral"])


@pytest.mark.parametrize(
    ("opening", "says"),
    [
        (
            {"face": "front", "width": "8", "height": "3"},
            "what is left out of the front is larger than the front itself",
        ),
        ({"face": "front", "width": "1", "height": "3.1"}, "“door” is too high for the front"),
        ({"face": "front", "width": "7.1", "height": "0.5"}, "“door” is too wide for the front"),
        ({"face": "frnt", "width": "1", "height": "1"}, "did you mean “front”?"),
        ({"face": "front", "width": "0", "height": "1"}, "must be more than 0"),
        ({"face": "front", "width": "1", "height": "1", "count": "1/2"}, "from 1 to 1000 times"),
        ({"face": "front", "width": "1 m²", "height": "1"}, "length"),
    ],
)
def test_openings_that_can_t_be_are_said_in_words(opening: dict[str, str], says: str) -> None:
    results = solid({**WALLS, "openings": [{"name": "door", **opening}]})
    assert any(says in complaint["says"] for complaint in results["complaints"]), results["complaints"]


def test_unit_cubes_are_counted_in_whatever_is_made_of_them() -> None:
    """Against cells counted one by one: an L-shaped floor raised, with a block carved out of it."""
    floor = [{"name": "o", "shape": "outline", "walk": "R 4, U 2, L 2, U 2, L 2, D 4"}]
    pieces = [
        {"name": "a", "shape": "prism", "base": "floor", "given": {"height": "3"}},
        {"name": "b", "shape": "cuboid", "given": {"length": "1", "width": "1", "height": "2"}, "at": ["1", "1", "1"], "join": "take"},
    ]  # fmt: skip
    document = {
        "format": "tilt-grid/problem", "version": 1,
        "figures": [{"name": "floor", "kind": "plane", "parts": floor}, {"name": "it", "kind": "solid", "pieces": pieces}],
    }  # fmt: skip
    cubes = evaluate_document(document, ["cubes"])["figures"]["it"]["cubes"]
    wanted = {
        (x, y, z)
        for x in range(4) for y in range(4) for z in range(3)
        if (x < 2 or y < 2) and not ((x, y) == (1, 1) and z >= 1)
    }  # fmt: skip
    assert {tuple(cell) for cell in cubes} == wanted and len(cubes) == len(wanted)
    assert [z for _, _, z in cubes] == sorted(z for _, _, z in cubes)
    assert evaluate_document(document)["figures"]["it"]["cubes"] is None


@pytest.mark.parametrize(
    "piece",
    [
        {"shape": "cuboid", "given": {"length": "2.5", "width": "1", "height": "2"}},
        {"shape": "cuboid", "given": {"length": "2", "width": "1", "height": "2"}, "at": ["0.5", "0", "0"]},
        {"shape": "cylinder", "given": {"radius": "2", "height": "3"}},
        {"shape": "cuboid", "given": {"length": "1000000", "width": "1000000", "height": "1000000"}},
        {"shape": "square-pyramid", "given": {"side": "2", "height": "2"}},
    ],
)  # fmt: skip
def test_what_is_not_made_of_unit_cubes_has_none(piece: dict[str, Any]) -> None:
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "it", "kind": "solid", "pieces": [{"name": "a", **piece}]}],
    }
    assert evaluate_document(document, ["cubes"])["figures"]["it"]["cubes"] is None


@pytest.mark.parametrize("k", ["2", "1/2", "sqrt(2)"])
def test_a_scaled_solid_grows_by_the_powers_of_k(k: str) -> None:
    """Against the solid with its measurements so many times as long."""

    def block(*sizes: str, **more: Any) -> dict[str, Any]:
        piece = {
            "name": "a",
            "shape": "cuboid",
            "given": dict(zip(("length", "width", "height"), sizes, strict=True)),
        }
        figure = {"name": "it", "kind": "solid", "pieces": [piece], **more}
        results = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [figure]})
        return results["figures"]["it"]

    scaled = block("4", "2", "3", scale=k)["scaled"]
    larger = block(*(f"{size} ({k})" for size in "423"))
    for told in scaled["measures"]:
        assert told["after"]["exact"] == larger["quantities"][told["measure"]]["exact"]
        assert told["power"] == {"edges": 1, "surface": 2, "volume": 3}[told["measure"]]
    assert scaled["ratio"][0] == "≈ 2.17 per m"  # 52/24
    for wrong, says in (("0", "a scale is more than 0"), ("2 m", "must be a number")):
        document = {"name": "a", "shape": "cube", "given": {"side": "1"}}
        figure = {"name": "it", "kind": "solid", "pieces": [document], "scale": wrong}
        complaints = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [figure]})[
            "complaints"
        ]
        assert [says in c["says"] for c in complaints] == [True]


@pytest.mark.parametrize("name", [name for name in EULER if not name.startswith("ellips")])
def test_second_ways_to_the_volume_agree(name: str) -> None:
    """Layer by layer and by Pappus, each read back from its text."""
    given = dict(figures()[name].starting)
    piece = {"name": "a", "shape": name, "given": given}
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "it", "kind": "solid", "pieces": [piece]}],
    }
    results = evaluate_document(document, ["ways"])["figures"]["it"]
    for way in results["ways"]:
        assert way["total"]["exact"] == results["quantities"]["volume"]["exact"], way["way"]
        check_tally(way)
    body = figures()[name].body
    assert ("Pappus" in [way["way"] for way in results["ways"]]) == isinstance(body, Turned)


def test_a_composite_layer_by_layer() -> None:
    """A block of 4 by 4 by 1, a frustum on it from 4 to 2 over 3, a hole through both."""
    pieces = [
        {"name": "a", "shape": "cuboid", "given": {"length": "4", "width": "4", "height": "1"}},
        {"name": "b", "shape": "square-frustum", "given": {"bottom": "4", "top": "2", "height": "3"}, "on": {"piece": "a"}},
        {"name": "c", "shape": "cylinder", "given": {"radius": "1/2", "height": "4"}, "on": {"piece": "b"}, "join": "take"},
    ]  # fmt: skip
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "it", "kind": "solid", "pieces": pieces}],
    }
    results = evaluate_document(document, ["ways"])["figures"]["it"]
    layers, block = results["ways"]
    for way in (layers, block):
        assert way["total"]["exact"] == results["quantities"]["volume"]["exact"] == "44 - pi"
        check_tally(way)
    assert len(layers["entries"]) == 2
    assert [entry["value"]["exact"] for entry in block["entries"]] == ["64", "pi/4", "20 + 3*pi/4"]


def test_stairs_as_the_surrounding_block_less_what_is_missing() -> None:
    """Three steps of 1 by 2 by 1: a block of 3 by 2 by 3 less 1 by 2 by 1 and 2 by 2 by 1."""
    steps = [
        {
            "name": f"s{n}",
            "shape": "cuboid",
            "given": {"length": "1", "width": "2", "height": str(n)},
            "at": [str(n), "0", "0"],
        }
        for n in (1, 2, 3)
    ]
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "it", "kind": "solid", "pieces": steps}],
    }
    ways = {way["way"]: way for way in evaluate_document(document, ["ways"])["figures"]["it"]["ways"]}
    check_tally(ways["block"])
    assert [entry["value"]["exact"] for entry in ways["block"]["entries"]] == ["18", "2", "4"]
    assert ways["block"]["total"]["exact"] == ways["layers"]["total"]["exact"] == "12"


SLANTING = [
    "cap", "cone", "cone-frustum", "cube", "cuboid", "icosahedron", "octahedron",
    "pyramid", "pyramid-frustum", "square-frustum", "square-pyramid",
]  # fmt: skip


@pytest.mark.parametrize("name", EULER)
def test_helping_triangles_are_right_ones_in_the_solid(name: str) -> None:
    """Their legs stand upright on one another, and come to the longest side by Pythagoras."""
    solution = solve(figures()[name], starting_givens(figures()[name]), PI)
    teller = Teller(UNITS["m"], UNITS["deg"], Rounding(places=2), PI)
    for frame in (Frame(), Frame().quarter_turned("y", 1)):
        for triangle in helping_triangles(Piece("it", 0, "add", solution, frame), teller):
            a, b, c = (np.array(corner) for corner in triangle.corners)
            assert np.dot(a - b, c - b) == pytest.approx(0, abs=1e-9)
            assert np.linalg.norm(a - c) == pytest.approx(solution.floats[triangle.measure])
            assert triangle.sides == pytest.approx((np.linalg.norm(a - b), np.linalg.norm(c - b)))
    count = len(list(helping_triangles(Piece("it", 0, "add", solution, Frame()), teller)))
    assert (count > 0) == (name in SLANTING)


def test_a_piece_with_two_solutions_is_the_one_that_is_chosen() -> None:
    """24π of surface and 12π of volume: a cone of √3 and 12, or of 3 and 4."""
    cone = {"name": "a", "shape": "cone", "given": {"surface": "24π", "volume": "12π"}}
    heights = [solid({**cone, "solution": n})["pieces"]["a"]["height"]["exact"] for n in (None, 1, 2, 3)]
    assert heights == ["12", "12", "4", "12"]
    assert [c["says"] for c in solid({**cone, "solution": 3})["complaints"]] == ["there are only 2 solutions"]
