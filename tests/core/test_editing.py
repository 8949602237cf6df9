"""The verbs behind the bench: sides and corners of walks, parts, figures and lines."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from mensuration.editing import Refused, edit
from mensuration.editing.edits import AnyEdit
from mensuration.expressions import fresh_name
from mensuration.frozen import adapter
from mensuration.outlines import FixedSide, walk_through, with_corner, with_side
from mensuration.outlines.rewriting import plain
from mensuration.problem import Problem, evaluate_problem, read
from tests.core.edited import YARD, document, done, made

# Walks


@pytest.mark.parametrize(
    ("walk", "side", "text", "after"),
    [
        ("R 9, U 7, L 5, D 3, L ?, D ?", 1, "10", "R 10, U 7, L 5, D 3, L ?, D ?"),
        ("right 9, up 7, left 5, down 3, left ?, down ?", 2, "8", "right 9, up 8, left 5, down 3, left ?, down ?"),
        ("R 9; U 7; L 9; D 7", 3, "(4 + 2)", "R ?; U 7; L (4 + 2); D ?"),
        ("R 9, U 7, L 5, D 3, L ?, D ?", 5, "3", "R 9, U 7, L ?, D 3, L 3, D ?"),
        ("R 9, U 7, L 5, D 3, L ?, D ?", 4, "2", "R 9, U 7, L 5, D 2, L ?, D ?"),
        ("R 4, U 3, L 4, D 3", 1, "5", "R 5, U 3, L ?, D ?"),
        ("R 4, 5 at 30°, L 2, D 1", 2, "6", "R 4, 6 at 30°, L 2, D 1"),
        ("R 9 ft, U 7 ft arc 90° left, L 5, D 3", 3, "2 ft", "R 9 ft, U 7 ft arc 90° left, L 2 ft, D 3"),
        ("5 at 30°, U 2, L 6", 1, "7 m", "7 m at 30°, U 2, L 6"),
        ("R max(2, 3), U 7, L ?, D ?", 2, "1", "R max(2, 3), U 1, L ?, D ?"),
    ],
)  # fmt: skip
def test_a_side_of_a_walk_is_set_however_it_was_written(walk: str, side: int, text: str, after: str) -> None:
    assert with_side(walk, side, text) == after


def test_a_side_without_a_single_length_is_refused_in_words() -> None:
    walked = document(figures=[{"name": "f", "parts": [{"name": "p", "shape": "outline", "walk": "R 4, R 2 U 3, L 6, D ?"}]}])  # fmt: skip
    with pytest.raises(Refused, match="slanting"):
        done(walked, "set-side", figure="f", part="p", side=2, text="4")
    with pytest.raises(FixedSide, match="side 3 is an arc"):
        with_side("R 4, U 2, L 4 arc 180° left, D 2", 3, "9")
    with pytest.raises(Refused, match="no side 9"):
        done(walked, "set-side", figure="f", part="p", side=9, text="4")


def test_corners_given_by_numbers_become_a_walk_when_a_side_is_set() -> None:
    points = [["1", "1"], ["5", "1"], ["5", "4"], ["1", "4"]]
    part = {"name": "p", "shape": "outline", "points": points, "at": ["2", "0"]}
    walked = document(figures=[{"name": "f", "parts": [part]}])
    (after,) = done(walked, "set-side", figure="f", part="p", side=1, text="6").figures[0].parts
    assert (after.walk, after.points, after.at) == ("R 6, U 3, L ?, D ?", None, ("3", "1"))
    part["points"] = [["1 ft", "1"], *points[1:]]
    with pytest.raises(Refused, match="typed as expressions"):
        done(walked, "set-side", figure="f", part="p", side=1, text="6")


lengths = st.integers(1, 40).map(lambda n: n / 4)


@given(
    st.tuples(lengths, lengths, lengths, lengths),
    st.integers(0, 3),
    st.tuples(st.integers(-8, 8), st.integers(-8, 8)),
)
def test_a_moved_corner_is_where_it_was_put_and_the_others_stay(
    sizes: tuple[float, ...], corner: int, by: tuple[int, int]
) -> None:
    w, h, dx, dy = sizes
    corners = [(0.0, 0.0), (w, -dy), (w + dx, h), (0.0, h + 1)]
    sides = [(b[0] - a[0], b[1] - a[1]) for a, b in zip(corners, corners[1:] + corners[:1], strict=True)]
    outlined = document(figures=[{"name": "f", "parts": []}])
    drawn = done(outlined, "add-outline", figure="f", corners=corners)
    shift = (by[0] / 2, by[1] / 2)
    at = [str(shift[0]), str(shift[1])] if corner == 0 else None
    moved = done(
        drawn, "move-corner", figure="f", part="outline", corner=corner, by=shift, sides=sides, at=at
    )
    walk, place = moved.figures[0].parts[0].walk, moved.figures[0].parts[0].at
    spots = _corners_of(walk, (float(place[0]), float(place[1])))
    expected = [(x + shift[0], y + shift[1]) if i == corner else (x, y) for i, (x, y) in enumerate(corners)]
    assert spots == [pytest.approx(spot) for spot in expected]


def _corners_of(walk: str, start: tuple[float, float]) -> Any:
    x, y = start
    found = [(x, y)]
    for step in walk.split(", "):
        words = step.split()
        for letter, amount in zip(words[::2], words[1::2], strict=True):
            x += {"R": 1, "L": -1}.get(letter, 0) * float(amount)
            y += {"U": 1, "D": -1}.get(letter, 0) * float(amount)
        found.append((x, y))
    assert found.pop() == pytest.approx(start)
    return found


@pytest.mark.parametrize(
    ("walk", "sides", "corner", "by", "after"),
    [
        ("R 9, U 7, L 5, D 3, L ?, D ?", [(9, 0), (0, 7), (-5, 0), (0, -3), (-4, 0), (0, -4)], 2, (1, 0), "R 9, R 1 U 7, L 6, D 3, L 4, D 4"),
        ("R 4, U 3, L 4, D 3", [(4, 0), (0, 3), (-4, 0), (0, -3)], 0, (1, 0), "R 3, U 3, L 4, R 1 D 3"),
        ("R 4, U 2, L 4 arc 180° left, D 2", [(4, 0), (0, 2), (-4, 0), (0, -2)], 2, (0, 1), "R 4, U 3, L 4 D 1 arc 180° left, D 2"),
        ("R 4, U 3 arc radius 2 left, L 4, D ?", [(4, 0), (0, 3), (-4, 0), (0, -3)], 1, (1, 0), "R 5, L 1 U 3 arc radius 2 left, L 4, D 3"),
    ],
)  # fmt: skip
def test_a_moved_corner_changes_the_two_sides_that_meet_there(
    walk: str, sides: list[Any], corner: int, by: Any, after: str
) -> None:
    assert with_corner(walk, sides, corner, by) == after


def test_a_walk_through_corners_leaves_a_right_angled_one_open_and_no_other() -> None:
    assert walk_through([(0, 0), (9, 0), (9, 7), (4, 7), (4, 4), (0, 4)]) == "R 9, U 7, L 5, D 3, L ?, D ?"
    assert walk_through([(0, 0), (4, 0), (2, 3)]) == "R 4, L 2 U 3, L 2 D 3"


@pytest.mark.parametrize(
    ("value", "text"),
    [
        (2, "2"),
        (2.5, "2.5"),
        (0.1 + 0.2, "0.3"),
        (-0.0, "0"),
        (-1e-12, "0"),
        (1200, "1200"),
        (-3.25, "-3.25"),
    ],
)
def test_numbers_are_written_as_a_person_would(value: float, text: str) -> None:
    assert plain(value) == text


def test_a_free_name_is_found_by_counting_on() -> None:
    assert fresh_name("circle", []) == "circle"
    assert fresh_name("circle", ["circle"]) == "circle2"
    assert fresh_name("circle2", ["circle", "circle2", "circle3"]) == "circle4"
    assert fresh_name("7", ["7"]) == "part2"


# Parts and figures


def test_a_part_gets_a_name_of_its_own() -> None:
    slab = {"name": "slab", "shape": "square", "given": {"side": "2"}, "at": ["1/2", "3"]}
    one = document(figures=[{"name": "pad", "parts": [slab]}])
    assert made(one, "add-part", figure="pad", part={**slab, "name": "quarter-circle"}) == "quarter_circle"
    assert made(one, "add-part", figure="pad", part=slab) == "slab2"
    assert made(one, "add-part", figure="pad", part={**slab, "name": "m"}) == "part2"
    twice = done(one, "duplicate-part", figure="pad", part="slab").figures[0].parts
    assert [(part.name, part.at) for part in twice] == [("slab", ("1/2", "3")), ("slab2", ("1/2", "3.5"))]
    assert done(document(), "add-part", figure="pad", part=slab).figures[0].name == "pad"


def test_figures_of_any_kind_are_added_duplicated_moved_and_removed() -> None:
    for kind in ("plane", "formula", "cases"):
        added = {"name": "post", "kind": kind, **({} if kind == "plane" else {"figure": "sphere"})}
        after = done(YARD, "add-figure", added=added)
        assert [f.name for f in after.figures] == ["court", "post", "posts", "post2"]
        assert after.figures[-1].kind == kind
    twin = done(YARD, "duplicate-figure", figure="court")
    assert [f.name for f in twin.figures] == ["court", "court2", "post", "posts"]
    assert twin.figures[1].cuts[0][1] == ("court2.deck.width / 2", "4")
    area = evaluate_problem(twin)["figures"]
    assert area["court2"]["quantities"] == area["court"]["quantities"]
    assert [f.name for f in done(YARD, "move-figure", figure="posts", to=0).figures] == [
        "posts",
        "court",
        "post",
    ]
    gone = done(YARD, "remove-figure", figure="post")
    assert [f.name for f in gone.figures] == ["court", "posts"]
    assert gone.asks[1].expression == "post.volume + twice * court.deck.area"


def test_a_line_gets_a_name_of_its_own() -> None:
    line = {"name": "tape", "expression": "court.area"}
    after = done(YARD, "add-line", line=line)
    assert [(entry.name, entry.expression) for entry in after.lines][-1] == ("tape2", "court.area")
    assert made(YARD, "add-line", line={**line, "name": "post"}) == "post2"


def test_a_problem_is_not_made_too_large() -> None:
    many = document(figures=[{"name": f"f{i}"} for i in range(50)])
    with pytest.raises(Refused, match="at most 50 figures"):
        done(many, "add-figure", added={"name": "g"})


def test_what_stood_on_a_removed_part_stays_where_it_is() -> None:
    """On a slanting edge of a turned part, in centimetres, mirrored; what stands on that one stands on."""
    roof = {
        "name": "roof",
        "shape": "isosceles-triangle",
        "given": {"base": "6", "height": "2"},
        "at": ["1", "2"],
        "turn": "20",
    }
    shed = {
        "name": "shed",
        "shape": "right-triangle",
        "given": {"base": "1", "height": "0.5"},
        "at": ["0.4", "0.1"],
        "flip": True,
        "on": {"part": "roof", "edge": "left leg"},
    }
    flag = {
        "name": "flag",
        "shape": "square",
        "given": {"side": "0.3"},
        "on": {"part": "shed", "edge": "hypotenuse"},
    }
    before = document(settings={"unit": "cm"}, figures=[{"name": "f", "parts": [roof, shed, flag]}])

    def spots(problem: Problem, name: str) -> Any:
        drawn = evaluate_problem(problem)["figures"]["f"]["drawing"]["parts"]
        return [
            [s["start"] for s in path] for part in drawn if part["name"] == name for path in [part["path"]]
        ]

    assert not evaluate_problem(read(before))["complaints"]
    after = done(before, "remove-part", figure="f", part="roof")
    left = after.figures[0].parts  # type: ignore[union-attr]
    assert [part.name for part in left] == ["shed", "flag"] and left[0].on is None and left[1].on is not None
    for name in ("shed", "flag"):
        assert np.allclose(spots(after, name), spots(read(before), name), atol=1e-7)
    with pytest.raises(Refused, match="no part named"):
        done(after, "remove-part", figure="f", part="roof")


def test_a_name_with_gaps_becomes_one_word() -> None:
    renamed = edit(
        read(YARD),
        adapter(AnyEdit).validate_python(
            {"do": "rename-part", "figure": "court", "part": "deck", "name": " back  deck "}
        ),
    )
    assert renamed.name == "back_deck" and "back_deck.width / 2" in renamed.problem.model_dump_json()
    assert made(YARD, "rename-line", line="tape", name="long tape") == "long_tape"
    assert made(YARD, "rename-figure", figure="court", name="inner court") == "inner_court"
