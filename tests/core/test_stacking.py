"""Composite solids: volumes and faces against unit cubes counted one by one, hand calculation and the cards' own values."""

from __future__ import annotations

from fractions import Fraction
from itertools import permutations, product
from math import pi
from random import Random
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid
from mensuration.editing.renaming import rename_figure
from mensuration.exchange.meshes import mesh_of
from mensuration.expressions import Quantity, Scope, evaluate, parse
from mensuration.frozen import as_data
from mensuration.numbers import PI, Real
from mensuration.problem import evaluate as evaluate_problem
from mensuration.problem import evaluate_document, read
from mensuration.solids import Frame, Piece, join
from mensuration.solids.layers import CannotBeSliced
from mensuration.solids.slicing import layers_of
from mensuration.solids.standing import extents
from mensuration.solving import Solution, solve, starting_givens
from mensuration.units import LENGTH
from tests.core.helpers import solid_work
from tests.core.reckoning import check_tally

SOLIDS = [name for name, figure in figures().items() if isinstance(figure, Solid)]
SIZE = 7  # of the room in which unit cubes are counted


def solved(name: str, **given_: object) -> Solution:
    known = {
        measure: Quantity(evaluate(parse(str(text)), Scope()).value, LENGTH)
        for measure, text in given_.items()
    }
    return solve(figures()[name], known, PI)


def at(*place: object) -> tuple[Real, Real, Real]:
    x, y, z = (Real.of(Fraction(str(value))) for value in place)
    return x, y, z


def totals(*pieces: Piece) -> tuple[Real, Real]:
    joined = join(pieces, PI)
    volume = Real.sum(
        value
        for share in joined.shares
        for value in ((share.piece.volume, -share.common) if share.piece.join == "add" else (-share.common,))
    )
    return volume, Real.sum(face.counted for face in joined.faces)


boxes = st.lists(
    st.tuples(
        st.tuples(*[st.integers(0, 4)] * 3),
        st.tuples(*[st.integers(1, 3)] * 3),
        st.sampled_from(["add", "add", "take"]),
    ),
    min_size=1,
    max_size=5,
)


@settings(max_examples=40)
@given(boxes, st.permutations([0, 1, 2]))
def test_blocks_come_to_the_unit_cubes_counted_in_them(blocks: list[Any], order: list[int]) -> None:
    """Overlapping, touching, carved; also turned as a whole, by counting along other axes."""
    room = np.zeros((SIZE + 2,) * 3, dtype=bool)
    pieces = []
    for index, (low, size, joined) in enumerate(blocks):
        where = tuple(slice(low[a] + 1, low[a] + size[a] + 1) for a in order)
        room[where] = joined == "add"
        length, width, height = (size[a] for a in order)
        piece = solved("cuboid", length=length, width=width, height=height)
        pieces.append(Piece(f"p{index}", index, joined, piece, Frame().moved(at(*(low[a] for a in order)))))
    exposed = sum(int(np.abs(np.diff(room.astype(int), axis=axis)).sum()) for axis in range(3))
    volume, surface = totals(*pieces)
    assert (volume.rational, surface.rational) == (int(room.sum()), exposed)


@pytest.mark.parametrize("name", SOLIDS)
def test_a_solid_alone_is_as_its_card_tells_it(name: str) -> None:
    """However it lies: in layers, its faces add up to its surface, its layers to its volume."""
    solution = solve(figures()[name], starting_givens(figures()[name]), PI)
    frames = [Frame(), Frame().quarter_turned("y", 1), Frame().quarter_turned("x", 3).quarter_turned("z", 1)]
    for frame in frames:
        volume, surface = totals(Piece("it", 0, "add", solution, frame))
        assert volume.same_as(solution.values["volume"].value)
        if solution.figure.measure("surface") is None:
            continue  # an ellipsoid has none in short form
        assert float(surface) == pytest.approx(float(solution.values["surface"].value), rel=1e-12)
        assert surface.exact is not None or solution.values["surface"].value.exact is None
    for axis in range(3):
        try:
            layers, _ = layers_of(solution, axis)
            layered = Real.sum(layer.volume(layer.low, layer.high, PI) for layer in layers)
        except CannotBeSliced:
            continue
        assert layered.same_as(solution.values["volume"].value)


def stood(
    *pieces: tuple[str, dict[str, object], tuple[object, ...], str], turns: str = ""
) -> tuple[Real, Real]:
    placed = []
    for index, (name, given_, where, joined) in enumerate(pieces):
        frame = Frame()
        for axis in turns:
            frame = frame.quarter_turned(axis, 1)
        placed.append(Piece(f"p{index}", index, joined, solved(name, **given_), frame.moved(at(*where))))  # type: ignore[arg-type]
    return totals(*placed)


BLOCK = ("cuboid", {"length": 4, "width": 2, "height": 3}, (0, 0, 0), "add")
BY_HAND = [
    # a hole right through; a scooped half ball; a silo; a pyramid on a slab; a ring of two tubes; a cone's tip cut off
    ([BLOCK, ("cylinder", {"radius": "1/2", "height": 3}, (2, 1, 0), "take")], "24 - 3/4 pi", "52 + 5/2 pi"),
    ([("cylinder", {"radius": 2, "height": 5}, (0, 0, 0), "add"), ("cone", {"radius": 2, "height": 1}, (0, 0, 5), "add")],
     "20 pi + 4/3 pi", "24 pi + 2 pi sqrt(5)"),
    ([("cuboid", {"length": 4, "width": 4, "height": 1}, (0, 0, 0), "add"), ("square-pyramid", {"side": 2, "height": 1}, (2, 2, 1), "add")],
     "16 + 4/3", "44 + 4 sqrt(2)"),
    ([("cylinder", {"radius": 3, "height": 2}, (0, 0, 0), "add"), ("cylinder", {"radius": 1, "height": 2}, (0, 0, 0), "take")],
     "16 pi", "32 pi"),
    ([("cone", {"radius": 2, "height": 4}, (0, 0, 0), "add"), ("cuboid", {"length": 6, "width": 6, "height": 2}, (-3, -3, 2), "take")],
     "14/3 pi", "4 pi + pi + 3 pi sqrt(5)"),
    ([("sphere", {"radius": 2}, (0, 0, 0), "add"), ("sphere", {"radius": 1}, (0, 0, 0), "take")], "28/3 pi", "20 pi"),
    ([BLOCK, ("cuboid", {"length": 4, "width": 2, "height": 3}, (4, 0, 0), "add")], "48", "92"),
]  # fmt: skip


@pytest.mark.parametrize(("pieces", "volume", "surface"), BY_HAND, ids=range(len(BY_HAND)))
def test_stacks_and_carvings_by_hand(pieces: list[Any], volume: str, surface: str) -> None:
    found = stood(*pieces)
    for value, text in zip(found, (volume, surface), strict=True):
        assert value.same_as(evaluate(parse(text), Scope()).value), (value, text)


@pytest.mark.parametrize("factor", [2, Fraction(1, 3)])
def test_scaling_by_k_scales_surfaces_by_its_square_and_volumes_by_its_cube(factor: Fraction) -> None:
    def scaled(pieces: list[Any]) -> list[Any]:
        return [
            (name, {m: f"({v}) ({factor})" for m, v in given_.items()}, tuple(Fraction(p) * factor for p in where), joined)
            for name, given_, where, joined in pieces
        ]  # fmt: skip

    for pieces, *_ in BY_HAND:
        (volume, surface), (large, wide) = stood(*pieces), stood(*scaled(pieces))
        assert large.same_as(volume * Real.of(factor) ** 3) and wide.same_as(surface * Real.of(factor) ** 2)


@pytest.mark.parametrize("name", SOLIDS)
def test_a_solid_reaches_as_far_as_its_own_measures_say(name: str) -> None:
    """Its box against points drawn on its surface: the picture's, in floats."""
    card = {"name": "it", "kind": "solid", "pieces": [{"name": "a", "shape": name, "given": _starting(name)}]}
    drawing = evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": [card]})["figures"][
        "it"
    ]["drawing"]
    solution = solve(figures()[name], starting_givens(figures()[name]), PI)
    reach = extents(solution, Frame())
    size = max(float(high - low) for low, high in reach)
    for axis, (low, high) in enumerate(reach):
        drawn = drawing["bounds"][1][axis] - drawing["bounds"][0][axis]
        assert drawn == pytest.approx(
            float(high - low), abs=0.004 * size
        )  # chords of curves stay within them


def _starting(name: str) -> dict[str, str]:
    return dict(figures()[name].starting)


def test_every_face_told_reckons() -> None:
    """The tallies of a solid, read back from their texts."""
    pieces = [
        {"name": "slab", "shape": "cuboid", "given": {"length": "4", "width": "3", "height": "1/2"}},
        {"name": "post", "shape": "cylinder", "given": {"radius": "0.4", "height": "2"}, "on": {"piece": "slab"}},
        {"name": "tip", "shape": "cone", "given": {"radius": "0.4", "height": "0.3"}, "on": {"piece": "post"}},
        {"name": "pit", "shape": "hemisphere", "given": {"radius": "1/4"}, "join": "take",
         "on": {"piece": "slab", "at": ["1.4", "1"]}},
        {"name": "shelf", "shape": "cuboid", "given": {"length": "1", "width": "1", "height": "1/4"},
         "on": {"piece": "slab", "face": "right", "at": ["0", "0.1"]}},
    ]  # fmt: skip
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "it", "kind": "solid", "pieces": pieces}],
    }
    results = evaluate_document(document)
    assert results["complaints"] == []
    tallies = results["figures"]["it"]["tallies"]
    for tally in tallies.values():
        check_tally(tally)
    slab, post, tip, pit, shelf = 6.0, pi * 0.16 * 2, pi * 0.16 * 0.1, 2 / 3 * pi / 64, 0.25
    assert float(tallies["volume"]["total"]["decimal"]) == pytest.approx(slab + post + tip - pit + shelf)
    faces = {entry["title"]: entry for entry in tallies["surface"]["entries"]}
    assert faces["slab, top"]["value"]["decimal"].startswith(str(12 - pi * 0.16 - pi / 16)[:9])
    assert faces["slab, right"]["value"]["text"] == "1.25 m²"
    assert faces["post, side"]["formula"]["text"] == "circumference height"
    assert not faces["post, top"]["counted"] and not faces["shelf, left"]["counted"]


def test_the_order_of_blocks_that_only_touch_makes_no_difference() -> None:
    blocks = [
        ("cuboid", {"length": 1, "width": 1, "height": h}, (i, 0, 0), "add") for i, h in enumerate((1, 2, 3))
    ]
    found = {tuple(value.rational for value in stood(*order)) for order in permutations(blocks)}  # type: ignore[arg-type]
    assert found == {(6, 24)}


@pytest.mark.parametrize("turns", ["x", "y", "z", "xy", "zx"])
def test_quarter_turns_change_nothing_but_names(turns: str) -> None:
    random = Random(turns)
    for name in random.sample(SOLIDS, 6):
        solution = solve(figures()[name], starting_givens(figures()[name]), PI)
        frame = Frame()
        for axis in turns:
            frame = frame.quarter_turned(axis, 1)
        corners = {
            tuple(round(float(v), 9) for v in frame.put(corner))
            for corner in product(*extents(solution, Frame()))
        }
        reach = extents(solution, frame)
        assert {tuple(round(float(v), 9) for v in corner) for corner in product(*reach)} == corners


def raised(floor: list[dict[str, Any]], height: str, **piece: Any) -> dict[str, Any]:
    figures_ = [
        {"name": "floor", "kind": "plane", "parts": floor},
        {"name": "it", "kind": "solid", "pieces": [
            {"name": "a", "shape": "prism", "base": "floor", "given": {"height": height}, **piece}
        ]},
    ]  # fmt: skip
    return evaluate_document({"format": "tilt-grid/problem", "version": 1, "figures": figures_})


FLOORS = {
    "outline": [{"name": "o", "shape": "outline", "walk": "R 9, U 7, L 5, D 3, L 4, D 4"}],
    "overlapping discs": [
        {"name": name, "shape": "circle", "given": {"radius": "3"}, "at": [x, "0"]} for name, x in (("p", "0"), ("q", "3"))
    ],
    "with a hole": [
        {"name": "slab", "shape": "rectangle", "given": {"width": "6", "height": "4"}},
        {"name": "gap", "shape": "circle", "given": {"radius": "1"}, "at": ["3", "2"], "join": "take"},
    ],
    "rounded": [
        {"name": "body", "shape": "rectangle", "given": {"width": "4", "height": "2"}},
        {"name": "end", "shape": "semicircle", "given": {"radius": "1"}, "at": ["4", "1"], "turn": "270"},
    ],
}  # fmt: skip


@pytest.mark.parametrize("name", FLOORS)
def test_any_plane_figure_is_raised_exactly(name: str) -> None:
    """Base area times height; twice the base and the perimeter times the height: with holes, arcs and overlaps."""
    results = raised(FLOORS[name], "5/2")
    assert results["complaints"] == []
    floor, solid = (results["figures"][each]["quantities"] for each in ("floor", "it"))
    area, perimeter = (evaluate(parse(floor[m]["exactText"]), Scope()).value for m in ("area", "perimeter"))
    height = Real.of(5) / Real.of(2)
    wanted = {
        "volume": area * height,
        "surface": Real.of(2) * area + perimeter * height,
        "lateral": perimeter * height,
    }
    for measure, value in wanted.items():
        assert evaluate(parse(solid[measure]["exactText"]), Scope()).value.same_as(value)
    check_tally(results["figures"]["it"]["tallies"]["surface"])


@pytest.mark.parametrize(
    ("piece", "says"),
    [
        ({"base": "nothing"}, "is no plane figure here"),
        ({"given": {"height": "0"}}, "must be more than 0"),
        ({"given": {"width": "2"}}, "a raised figure needs its height"),
        ({"given": {}}, "a raised figure needs its height"),
        ({"base": "it"}, "goes round in a circle"),
    ],
)
def test_what_can_t_be_raised_is_said_in_words(piece: dict[str, Any], says: str) -> None:
    results = raised(FLOORS["outline"], "1", **piece)
    assert any(says in complaint["says"] for complaint in results["complaints"]), results["complaints"]


def test_figures_are_renamed_where_a_prism_or_a_filling_names_them() -> None:
    document = {
        "format": "tilt-grid/problem", "version": 1,
        "figures": [
            {"name": "floor", "kind": "plane", "parts": FLOORS["outline"]},
            {"name": "it", "kind": "solid", "pieces": [{"name": "a", "shape": "prism", "base": "floor", "given": {"height": "1"}}]},
        ],
        "asks": [{"label": "half", "expression": "fill(it, 0.5)"}],
    }  # fmt: skip
    problem = rename_figure(rename_figure(read(document), "floor", "ground"), "it", "tank")
    assert problem.figures[1].pieces[0].base == "ground"
    assert problem.asks[0].expression == "fill(tank, 0.5)"
    assert evaluate_problem(problem).asks[0].text == "25.50 m³"


@pytest.mark.parametrize(
    "pieces",
    [
        [  # apart at the bottom, in the middle and where the first has come to a point; not between
            {"name": "a", "shape": "square-pyramid", "given": {"side": "1", "height": "1"}, "at": ["1", "0", "0"]},
            {"name": "b", "shape": "square-pyramid", "given": {"side": "3", "height": "1"}, "on": {"piece": "a", "at": ["0", "1"]}, "join": "take"},
        ],
        [
            {"name": "a", "shape": "square-pyramid", "given": {"side": "4", "height": "2"}},
            {"name": "b", "shape": "square-pyramid", "given": {"side": "2", "height": "3"}, "on": {"piece": "a", "face": "right", "at": ["0.5", "1"]}, "join": "take"},
        ],
        [  # apart from a quarter of their height on
            {"name": "a", "shape": "square-frustum", "given": {"bottom": "3", "top": "1", "height": "2"}},
            {"name": "b", "shape": "square-frustum", "given": {"bottom": "4", "top": "2", "height": "2"}, "at": ["3", "2", "0"], "join": "take"},
        ],
    ],
)  # fmt: skip
def test_pieces_that_meet_between_two_levels_are_not_told_as_apart(pieces: list[dict[str, Any]]) -> None:
    work = solid_work(*pieces)
    assert work.tallies is not None
    mesh = mesh_of(work.tallies.joined, 24)
    volume = work.tallies.quantity("volume").value
    assert volume.exact is not None
    assert float(volume) == pytest.approx(mesh.volume) and mesh.volume < float(
        work.placing.found["a"].solution.floats["volume"]
    )
    assert float(work.tallies.quantity("surface").value) == pytest.approx(mesh.surface)


def test_a_cross_of_two_prisms_lying_across_one_another() -> None:
    """Two triangular prisms of legs 2 by 2, 6 long: what they share is 2 ∫ (2 - z)² dz halved, by slices 8/3."""
    beam = {"shape": "right-triangle-prism", "given": {"base": "2", "base_height": "2", "height": "6"}}
    pieces = [
        {"name": "a", **beam, "turns": ["x"]},
        {"name": "b", **beam, "turns": ["x", "z"], "at": ["0", "-3", "0"]},
    ]
    work = solid_work(*pieces)
    assert work.tallies is not None
    mesh = mesh_of(work.tallies.joined, 24)
    for measure, found in (("volume", mesh.volume), ("surface", mesh.surface)):
        told = work.tallies.quantity(measure).value
        assert told.exact is not None and float(told) == pytest.approx(found)
    check_tally(work.tally("surface") and as_data(work.tally("surface")))


@pytest.mark.parametrize("shape", ["square-pyramid", "octahedron", "dodecahedron"])
def test_many_pieces_that_cut_one_another_are_refused_before_they_take_long(shape: str) -> None:
    given = {"square-pyramid": {"side": "4", "height": "3"}}.get(shape, {"edge": "2"})
    piece = {
        "name": "a",
        "shape": shape,
        "given": given,
        "copies": {"count": "40", "by": ["0.13", "0.07", "0.05"]},
    }
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "it", "kind": "solid", "pieces": [piece]}],
    }
    results = evaluate_document(document)
    assert [complaint["code"] for complaint in results["complaints"]] == ["too-crowded"]
