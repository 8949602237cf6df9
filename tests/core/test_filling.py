"""Solids as containers: contents to a depth and depths of a volume against textbook formulas and SciPy, and one another."""

from __future__ import annotations

from math import acos, pi, sqrt
from typing import Any

import manifold3d
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad

from mensuration.exchange.meshes import mesh_of
from mensuration.expressions import Scope, evaluate, parse
from mensuration.numbers import PI, Real, decimal
from mensuration.problem import evaluate_document
from mensuration.solids import Frame, Joined, Piece, join
from mensuration.solids.filling import CannotBeFilled, depth_of, filled, reach_up, risen
from mensuration.solids.wetting import free_surface, wetted
from tests.core.helpers import solid_work
from tests.core.test_stacking import at, solved


def standing(name: str, turns: str = "", **given_: object) -> Joined:
    frame = Frame()
    for axis in turns:
        frame = frame.quarter_turned(axis, 1)
    return join((Piece("it", 0, "add", solved(name, **given_), frame),), PI)


def lying_drum(radius: float, length: float, depth: float) -> float:
    """Length times the circular segment: r² acos((r - h)/r) - (r - h) √(2rh - h²)."""
    rest = radius - depth
    return length * (radius**2 * acos(rest / radius) - rest * sqrt(2 * radius * depth - depth**2))


CONTAINERS: list[tuple[str, Joined, str, float]] = [
    ("cuboid", standing("cuboid", length=4, width=2, height=3), "8", 1),
    ("lying cuboid", standing("cuboid", "x", length=4, width=2, height=3), "12", 1),
    ("cone on its base", standing("cone", radius=2, height=6), "8 pi (1 - (5/6)^3)", 1),
    ("cone on its tip", standing("cone", "xx", radius=2, height=6), "8 pi / 216", 1),
    ("sphere", standing("sphere", radius=2), "pi (2 - 1/3)", 1),
    ("frustum on its head", standing("square-frustum", "xx", bottom=3, top=2, height=1), "19/3 m", 1),
    ("half cylinder as a trough", standing("semicircle-prism", "xxx", radius=1, height=5), "5/2 pi", 1),
]


@pytest.mark.parametrize(
    ("name", "container", "wanted", "depth"), CONTAINERS, ids=[n for n, *_ in CONTAINERS]
)
def test_contents_by_hand(name: str, container: Joined, wanted: str, depth: int) -> None:
    found = filled(container, Real.of(depth))
    assert found.exact is not None and found.same_as(evaluate(parse(wanted), Scope()).value)


def test_a_lying_drum_is_as_its_segment_says() -> None:
    drum = standing("cylinder", "y", radius="9/10", height="12/5")
    for tenths in range(1, 19):
        depth = Real.of(tenths) / Real.of(10)
        found = filled(drum, depth)
        assert found.exact is not None
        assert float(found) == pytest.approx(
            lying_drum(0.9, 2.4, tenths / 10) if tenths < 18 else pi * 0.81 * 2.4, rel=1e-12
        )


@settings(max_examples=40, deadline=None)
@given(st.sampled_from(range(len(CONTAINERS))), st.integers(1, 99))
def test_the_depth_of_what_fills_to_a_depth_is_that_depth(which: int, percent: int) -> None:
    _, container, _, _ = CONTAINERS[which]
    whole = filled(container, _height(container))
    depth = _height(container) * Real.of(percent) / Real.of(100)
    content = filled(container, depth)
    assert float(content) < float(whole)
    again = depth_of(container, content)
    assert float(again) == pytest.approx(float(depth), rel=1e-13)
    assert decimal(again, 17)[:14] == decimal(depth, 17)[:14] or abs(float(again - depth)) < 1e-13


def _height(container: Joined) -> Real:
    low, high = reach_up(container)
    return high - low


def test_a_stack_is_filled_layer_by_layer() -> None:
    """A cylinder with a cone below and a hemisphere on top: against the integral of its sections."""
    pieces = (
        Piece(
            "tip",
            0,
            "add",
            solved("cone", radius=1, height=2),
            Frame().quarter_turned("x", 2).moved(at(0, 0, 2)),
        ),
        Piece("tank", 1, "add", solved("cylinder", radius=1, height=3), Frame().moved(at(0, 0, 2))),
        Piece("dome", 2, "add", solved("hemisphere", radius=1), Frame().moved(at(0, 0, 5))),
    )
    silo = join(pieces, PI)

    def section(z: float) -> float:
        return pi * ((z / 2) ** 2 if z < 2 else 1.0 if z < 5 else 1 - (z - 5) ** 2)

    for depth in (0.5, 2, 3.25, 5, 5.75, 6):
        wanted = quad(section, 0, depth, points=[p for p in (2, 5) if p < depth] or None)[0]
        assert float(filled(silo, at(depth, 0, 0)[0])) == pytest.approx(wanted, rel=1e-9)


@pytest.mark.parametrize(
    ("depth", "says"), [("-1", "from 0 to the height"), ("4", "from 0 to the height")]
)  # fmt: skip
def test_a_depth_that_is_none_is_refused(depth: str, says: str) -> None:
    with pytest.raises(CannotBeFilled, match=says):
        filled(CONTAINERS[0][1], Real.of(int(depth)))


def told(expression: str, **fields: Any) -> dict[str, Any]:
    drum = {"name": "drum", "kind": "solid", "pieces": [
        {"name": "shell", "shape": "cylinder", "given": {"radius": "9", "height": "24"}, "lying": True}
    ]}  # fmt: skip
    document = {
        "format": "tilt-grid/problem", "version": 1, "settings": {"unit": "cm"},
        "figures": [drum], "asks": [{"label": "it", "expression": expression, **fields}],
    }  # fmt: skip
    results = evaluate_document(document)
    return {**results["asks"][0], "complaints": [c["says"] for c in results["complaints"]]}


def test_bare_numbers_have_the_problems_unit_and_answers_any_unit_of_capacity() -> None:
    assert told("fill(drum, 5)")["text"] == "1384.33 cm³"
    assert told("fill(drum, 50 mm)", unit="mL")["text"] == "1384.33 mL"
    assert told("fill(drum, 5)", unit="L", rounding={"places": 3})["text"] == "1.384 L"
    assert told("fill(drum, 5)", unit="US gal")["text"] == "0.37 US gal"
    assert told("depth(drum, fill(drum, 5))")["text"] == "5.00 cm"
    assert told("depth(drum, drum.volume / 2)")["text"] == "9.00 cm"


@pytest.mark.parametrize(
    ("expression", "says"),
    [
        ("fill(drum, 30)", "the depth must be from 0 to the height, 18.00 cm"),
        ("fill(drum, 2 L)", "fill is told a length"),
        ("depth(drum, 9 L)", "that is more than it holds"),
        ("fill(nothing, 2)", "is no solid"),
        ("fill(drum)", "fill takes a solid's name and a measurement"),
        ("fill(2, 3)", "fill takes a solid's name and a measurement"),
    ],
)
def test_what_can_t_be_filled_is_said_in_words(expression: str, says: str) -> None:
    assert any(says in each for each in told(expression)["complaints"]), told(expression)["complaints"]


def test_wetted_area_and_the_liquid_s_own_surface_of_a_lying_drum() -> None:
    """Both ends' segments and the arc below the level; the surface is the chord times the length."""
    drum = standing("cylinder", "y", radius="9/10", height="12/5")
    for tenths in (1, 5, 9, 14):
        depth = tenths / 10
        chord = 2 * sqrt(2 * 0.9 * depth - depth**2)
        arc = 2 * 0.9 * acos((0.9 - depth) / 0.9)
        level = Real.of(tenths) / Real.of(10)
        assert float(free_surface(drum, level)) == pytest.approx(chord * 2.4)
        assert float(wetted(drum, level)) == pytest.approx(2 * lying_drum(0.9, 1, depth) + arc * 2.4)


@pytest.mark.parametrize(
    ("name", "container"), [(n, c) for n, c, _, _ in CONTAINERS], ids=[n for n, *_ in CONTAINERS]
)
def test_the_content_grows_by_the_liquid_s_surface(name: str, container: Joined) -> None:
    """The derivative of the content by the depth; and all but the surface is wetted once it is full."""
    height = _height(container)
    for percent in (20, 50, 90):
        depth, hair = height * Real.of(percent) / Real.of(100), height / Real.of(10**5)
        grown = float(filled(container, depth + hair) - filled(container, depth - hair)) / float(hair + hair)
        assert float(free_surface(container, depth)) == pytest.approx(grown, rel=1e-7)
    both = float(wetted(container, height)) + float(free_surface(container, height))
    assert both == pytest.approx(float(Real.sum(face.counted for face in container.faces)))


def test_what_is_lowered_into_a_liquid_lifts_it() -> None:
    tank, stone = standing("cuboid", length=4, width=2, height=3), standing("cube", side=1)
    assert risen(tank, stone, Real.of(1)).same_as(Real.of(9) / Real.of(8))  # wholly under: 1 m³ over 8 m²
    half = risen(tank, stone, Real.of(1) / Real.of(2))
    assert half.same_as(Real.of(4) / Real.of(7))  # partly: 4 m³ over 8 - 1 m²
    ball = standing("sphere", radius=1)
    found = float(risen(tank, ball, Real.of(1)))
    cap = pi * found**2 * (3 - found) / 3  # what of the ball lies below the level
    assert 8 * found - cap == pytest.approx(8) and 1 < found < 2
    with pytest.raises(CannotBeFilled, match="runs over"):
        risen(standing("cube", side=1), standing("cube", side="9/10"), Real.of(9) / Real.of(10))


def test_a_composite_cut_anyhow_is_filled_as_its_mesh_is_cut() -> None:
    """A pyramid with a square tunnel through it, filled to several depths; against manifold3d, trimmed at the level."""
    pieces = [
        {"name": "a", "shape": "square-pyramid", "given": {"side": "4", "height": "3"}},
        {"name": "b", "shape": "cuboid", "given": {"length": "6", "width": "1", "height": "1"}, "at": ["-3", "-0.5", "0.5"], "join": "take"},
    ]  # fmt: skip
    work = solid_work(*pieces)
    assert work.tallies is not None
    joined = work.tallies.joined
    mesh = mesh_of(joined, 24)
    body = manifold3d.Manifold(manifold3d.Mesh64(mesh.points, mesh.triangles.astype(np.uint64)))
    for tenths in (3, 10, 14, 20, 30):
        depth = Real.of(tenths) / Real.of(10)
        cut = body.trim_by_plane((0, 0, -1), -tenths / 10)
        content = filled(joined, depth)
        assert content.exact is not None and float(content) == pytest.approx(cut.volume())
        both = float(wetted(joined, depth)) + float(free_surface(joined, depth))
        assert both == pytest.approx(cut.surface_area())
        assert float(depth_of(joined, content)) == pytest.approx(tenths / 10)
