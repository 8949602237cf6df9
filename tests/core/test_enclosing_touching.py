"""Pieces told between meshes that touch along a plane, or are made of figures: layers that tell them exactly lie within."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from mensuration.numbers import PI
from mensuration.solids import Piece, join
from mensuration.solids.enclosing import Enclosed
from mensuration.solids.meshes import body_of
from tests.core.helpers import solid_work
from tests.core.test_enclosing import piece, share

TOUCHING: dict[str, tuple[Piece, ...]] = {
    "box across a box": (
        piece(0, "cuboid", length=4, width=4, height=2),
        piece(1, "cuboid", "1 1 2", length=2, width=5, height=1),
    ),
    "frustum over the rim": (
        piece(0, "cylinder", radius=3, height=2),
        piece(1, "cone-frustum", "1 0 2", bottom=1, top=3, height=1),
    ),
    "hole right through": (
        piece(0, "cylinder", radius=3, height=2),
        piece(1, "cylinder", "1 0 0", "", "take", radius=1, height=2),
    ),
    "flush with a pocket's rim": (
        piece(0, "cylinder", radius=3, height=2),
        piece(1, "cuboid", "0 0 1", "", "take", length=1, width=1, height=1),
        piece(2, "cuboid", "-1 0 1", length=1, width=1, height=1),
    ),
    "flush on four sides": (
        piece(0, "cuboid", length=4, width=4, height=2),
        piece(1, "cuboid", "1 1 0", length=5, width=5, height=2),
    ),
    "two pockets with one floor": (
        piece(0, "cuboid", length=6, width=4, height=3),
        piece(1, "cylinder", "2 2 1", "", "take", radius=1, height=2),
        piece(2, "cuboid", "2 1 1", "", "take", length=2, width=2, height=2),
    ),
    "hung beneath and against a side": (
        piece(0, "cuboid", length=4, width=4, height=2),
        piece(1, "cylinder", "2 2 -1", radius=1, height=1),
        piece(2, "cuboid", "4 1 0", length=2, width=2, height=3),
    ),
}


@pytest.mark.parametrize("name", list(TOUCHING)[1::2])
def test_touching_faces_leave_the_surface_as_layers_say(name: str) -> None:
    group = TOUCHING[name]
    exact, found = join(group, PI), Enclosed(group, PI)
    assert not exact.enclosed
    for one, two in zip(found.shares, exact.shares, strict=True):
        assert one.common.ball().overlaps(two.common.ball()) and one.relation == two.relation
    total = true = off = 0.0
    for side in found.faces:
        ball = side.counted.ball()
        total, off = total + float(ball.mid()), off + float(ball.rad())
    for side in exact.faces:
        true += float(side.counted)
    assert abs(total - true) <= off + 1e-6 and off < 2e-3 * true
    # Flush faces may be counted to one piece or the other; the others are each one's own
    for side in found.faces if "flush" not in name else ():
        counted = sum(float(f.counted) for f in exact.faces if (f.piece, f.face) == (side.piece, side.face))
        assert abs(float(side.counted) - counted) <= float(side.counted.ball().rad()) + 1e-6, side.face


def cones_on_a_slab(k: float = 1) -> tuple[Piece, ...]:
    return (
        piece(0, "cuboid", "-4 -4 -1", length=8, width=8, height=1),
        piece(1, "cone", radius=2, height=5),
        piece(2, "cone", "-2 0 1.6", "y", radius=1.5, height=5),
    )


def test_two_crossing_cones_on_a_slab_leave_a_disc_of_its_top() -> None:
    joined = join(cones_on_a_slab(), PI)
    assert joined.enclosed
    faces = {(f.piece.index, f.face): f for f in joined.faces}
    top, base = faces[0, "top"].counted, faces[1, "bottom"].counted
    assert abs(float(top) - (64 - 4 * np.pi)) < 1e-3 and share(top, 64) < 1e-4
    assert abs(float(base)) <= float(base.ball().rad()) < 1e-3
    lone = {(f.piece.index, f.face): f for f in join(cones_on_a_slab()[1:], PI).faces}
    assert lone[1, "side"].counted.ball().overlaps(faces[1, "side"].counted.ball())


FLOOR: list[dict[str, Any]] = [
    {"name": "r", "shape": "rectangle", "given": {"width": "6", "height": "4"}},
    {"name": "h", "shape": "circle", "join": "take", "given": {"radius": "0.5"}, "at": ["4", "2"]},
]
L_FLOOR: list[dict[str, Any]] = [
    {"name": "r", "shape": "rectangle", "given": {"width": "6", "height": "4"}},
    {
        "name": "n",
        "shape": "rectangle",
        "join": "take",
        "given": {"width": "3", "height": "2"},
        "at": ["3", "2"],
    },
]
MADE: dict[str, tuple[list[dict[str, Any]], dict[str, Any]]] = {
    "a point over a figure with a hole": (FLOOR, {"shape": "frustum", "given": {"height": "1", "point": "4"}}),
    "spun by a part": (FLOOR, {"shape": "spun", "about": [["-1", "0"], ["-1", "1"]], "given": {"angle": "100°"}}),
    "spun by most of a turn": (L_FLOOR, {"shape": "spun", "about": [["0", "0"], ["0", "1"]], "given": {"angle": "250°"}}),
}  # fmt: skip


@pytest.mark.parametrize("name", list(MADE)[::2])
def test_bodies_made_of_figures_lie_between_their_meshes(name: str) -> None:
    floor, fields = MADE[name]
    joined = solid_work({"name": "a", "base": "floor", "given": {}, **fields}, floor=floor).joined
    assert joined is not None
    (one,) = joined.pieces
    body, true = body_of(one), float(one.volume)
    assert body.within(0).volume() <= true * (1 + 1e-9) and body.around(0).volume() >= true * (1 - 1e-9)
    assert body.inner().volume() <= true * (1 + 1e-9) and body.outer().volume() >= true * (1 - 1e-9)
    assert body.within(0.01).volume() < true < body.around(0.01).volume()
    assert body.around(0).volume() - body.within(0).volume() < 2e-3 * true
    areas = {side.face: float(side.size) for side in join((one,), PI).faces}
    corners = body.points[body.triangles]
    sizes = np.linalg.norm(np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]), axis=1) / 2
    for place, face in enumerate(body.names):
        assert sizes[body.faces == place].sum() == pytest.approx(areas[face], rel=body.skew + 1e-9), face


def test_what_is_made_of_figures_is_cut_by_an_ellipsoid() -> None:
    """Refused by name before: their volumes by the sizes of the pieces and what a finer mesh says they have in common."""
    other = {
        "name": "c",
        "shape": "ellipsoid",
        "given": {"a": "2", "b": "1.5", "c": "1"},
        "at": ["2.4", "1", "0.2"],
    }
    floor, fields = MADE["spun by a part"]
    made = {"name": "a", "base": "floor", "given": {}, **fields}
    joined = solid_work(made, other, floor=floor).joined
    assert joined is not None and joined.enclosed
    one, two = (body_of(each, 600).itself() for each in joined.pieces)
    assert float(joined.shares[1].common) == pytest.approx((one ^ two).volume(), rel=2e-3, abs=1e-4)
