"""Parts that stand on an edge of another, or in its middle: they touch, they fit, and they follow."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.catalogue import plane_figures
from mensuration.problem import evaluate_document
from tests.core.helpers import complaints, measures, part, problem

SEATED = [figure for figure in plane_figures().values() if figure.seat_edge]
BOARD = part("board", "rectangle", width="4", height="3")
SLANT = {"name": "board", "shape": "outline", "walk": "R 4, U 3, L 4, D 3"}


def on(figure: Any, edge: str, length: str, side: str = "out", **fields: Any) -> dict[str, Any]:
    """The figure in its starting proportions, sized to an edge of the board."""
    seat = figure.seat_edge.length
    given_ = {name: length if name == seat else text for name, text in figure.on_an_edge.items()}
    made = {
        "name": "more",
        "shape": figure.name,
        "given": given_,
        "on": {"part": "board", "edge": edge, "side": side},
    }
    return {**made, **fields}


def areas(*parts: dict[str, Any]) -> dict[str, Any]:
    results = evaluate_document(problem(*parts))
    assert not [c for c in results["complaints"] if c["level"] == "error"], results["complaints"]
    return dict(results["figures"]["fig"])


@pytest.mark.parametrize("figure", SEATED, ids=lambda f: f.name)
@pytest.mark.parametrize(
    ("edge", "length"), [("top", "board.width"), ("left", "board.height"), ("bottom", "board.width")]
)
def test_what_stands_outside_touches_all_along_and_overlaps_nothing(
    figure: Any, edge: str, length: str
) -> None:
    whole = areas(BOARD, on(figure, edge, length))
    own = float(whole["parts"]["more"]["area"]["decimal"])
    assert float(whole["quantities"]["area"]["decimal"]) == pytest.approx(12 + own, abs=1e-12)
    shared = [s for s in whole["drawing"]["stretches"] if s["role"] == "shared"]
    assert len(shared) == 1
    (x1, y1), (x2, y2) = shared[0]["path"][0]["start"], shared[0]["path"][-1]["end"]
    assert abs(x2 - x1) + abs(y2 - y1) == pytest.approx(4 if length == "board.width" else 3)


@pytest.mark.parametrize("flip", [False, True])
@pytest.mark.parametrize("target", [False, True])
def test_mirrored_parts_and_mirrored_targets_touch_too(flip: bool, target: bool) -> None:
    right = next(f for f in SEATED if f.name == "right-triangle")
    board = {**BOARD, "flip": target, "turn": "30"}
    whole = areas(board, on(right, "right", "board.height", flip=flip))
    assert [whole["parts"]["more"][leg]["exact"] for leg in ("base", "height")] == ["3", "2"]
    assert float(whole["quantities"]["area"]["decimal"]) == pytest.approx(12 + 3 * 2 / 2, abs=1e-12)


def test_inside_it_lies_in_the_part() -> None:
    half = next(f for f in SEATED if f.name == "semicircle")
    area, perimeter = measures(BOARD, on(half, "top", "board.width", "in", join="take"))
    assert (area["exact"], perimeter["exact"]) == ("12 - 2*pi", "10 + 2*pi")


def test_on_a_slanting_side_the_answer_stays_exact() -> None:
    wedge = part("board", "right-triangle", base="4", height="3")
    square = next(f for f in SEATED if f.name == "square")
    area, perimeter = measures(wedge, on(square, "hypotenuse", "board.hypotenuse"))
    assert (area["exact"], perimeter["exact"]) == ("31", "22")


@given(st.integers(1, 50), st.integers(1, 50))
def test_it_follows_when_the_edge_changes(width: int, height: int) -> None:
    board = part("board", "rectangle", width=str(width), height=str(height))
    arch = {
        "name": "arch",
        "shape": "semicircle",
        "given": {"diameter": "board.width"},
        "on": {"part": "board", "edge": "top"},
    }
    area, perimeter = measures(board, arch)
    assert float(area["decimal"]) == pytest.approx(width * height + 3.141592653589793 * width**2 / 8)
    assert float(perimeter["decimal"]) == pytest.approx(width + 2 * height + 3.141592653589793 * width / 2)


@pytest.mark.parametrize(("along", "x"), [("start", 0.5), ("middle", 2.0), ("end", 3.5)])
def test_shorter_ones_stand_where_they_are_told(along: str, x: float) -> None:
    """The top edge is walked from right to left, so its start lies at the right."""
    hut = {
        "name": "hut",
        "shape": "square",
        "given": {"side": "1"},
        "on": {"part": "board", "edge": "bottom", "side": "out", "along": along},
    }
    path = areas(BOARD, hut)["drawing"]["parts"][1]["path"]
    assert sum(s["start"][0] for s in path) / 4 == pytest.approx(x)
    assert max(s["start"][1] for s in path) == pytest.approx(0)


def test_a_shift_goes_along_and_away_from_the_edge() -> None:
    hut = {
        "name": "hut",
        "shape": "square",
        "given": {"side": "1"},
        "on": {"part": "board", "edge": "right"},
        "at": ["1", "0.5"],
    }
    drawn = areas(BOARD, hut)["drawing"]["parts"][1]
    assert (drawn["shift"], drawn["axes"]) == ([1.0, 0.5], [[0.0, 1.0], [1.0, 0.0]])
    assert min(s["start"][0] for s in drawn["path"]) == pytest.approx(4.5)
    assert min(s["start"][1] for s in drawn["path"]) == pytest.approx(2.0)


@pytest.mark.parametrize("shape", sorted(plane_figures()))
def test_holes_in_the_middle_of_any_part(shape: str) -> None:
    figure = plane_figures()[shape]
    board = {"name": "board", "shape": shape, "given": dict(figure.starting), "turn": "20"}
    hole = {
        "name": "hole",
        "shape": "circle",
        "given": {"radius": "0.05"},
        "on": {"part": "board"},
        "join": "take",
    }
    results = evaluate_document(problem(board, hole))
    if shape == "ring":  # its middle is a hole already
        assert [c["code"] for c in results["complaints"]] == ["outside"]
        return
    assert results["complaints"] == []
    quantities = results["figures"]["fig"]
    rest = float(quantities["parts"]["board"]["area"]["decimal"]) - float(
        quantities["quantities"]["area"]["decimal"]
    )
    assert rest == pytest.approx(3.141592653589793 * 0.0025)


@pytest.mark.parametrize(
    ("attachment", "where", "code"),
    [
        ({"part": "bord", "edge": "top"}, "on", "unknown-name"),
        ({"part": "board", "edge": "tpo"}, "on.edge", "unknown-edge"),
    ],
)
def test_mistaken_attachments_are_complained_about(attachment: dict[str, str], where: str, code: str) -> None:
    more = {"name": "more", "shape": "square", "given": {"side": "1"}, "on": attachment}
    assert complaints(problem(BOARD, more))[f"figures.fig.parts.more.{where}"] == code


def test_a_disc_has_no_edge_to_stand_on_or_to_be_stood_on() -> None:
    disc = {
        "name": "more",
        "shape": "circle",
        "given": {"radius": "1"},
        "on": {"part": "board", "edge": "top"},
    }
    assert complaints(problem(BOARD, disc)) == {"figures.fig.parts.more.on": "no-seat"}
    hut = {"name": "hut", "shape": "square", "given": {"side": "1"}, "on": {"part": "disc", "edge": "rim"}}
    assert complaints(problem(part("disc", "circle", radius="1"), hut)) == {
        "figures.fig.parts.hut.on.edge": "unknown-edge"
    }


def test_parts_that_stand_on_one_another_go_round_in_a_circle() -> None:
    one = {"name": "one", "shape": "square", "given": {"side": "1"}, "on": {"part": "two", "edge": "top"}}
    two = {"name": "two", "shape": "square", "given": {"side": "1"}, "on": {"part": "one", "edge": "top"}}
    assert set(complaints(problem(one, two)).values()) == {"circular"}
    own = {**one, "on": {"part": "one", "edge": "top"}}
    assert set(complaints(problem(own)).values()) == {"circular"}
