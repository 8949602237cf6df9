"""Nets of solids: unfolded here by rotating each bit about its hinge; they lie flat, without overlap, as large as the surface."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from numpy.typing import NDArray
from shapely.geometry import Polygon
from shapely.ops import unary_union

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid
from tests.core.helpers import solid

SOLIDS = [name for name, figure in figures().items() if isinstance(figure, Solid)]
CURVED = {"sphere", "hemisphere", "cap", "capsule", "torus", "ellipsoid"}
WITH_HOLES = {"hollow-cylinder"}
Matrix = NDArray[np.float64]


def told(name: str) -> dict[str, Any]:
    piece = {"name": "it", "shape": name, "given": dict(figures()[name].starting)}
    return solid(piece)


def turn(hinge: Any, angle: float) -> Matrix:
    """The rotation about a hinge, as a matrix on points with a 1 behind (Rodrigues)."""
    one, two = np.array(hinge[0]), np.array(hinge[1])
    k = (two - one) / np.linalg.norm(two - one)
    cross = np.array([[0, -k[2], k[1]], [k[2], 0, -k[0]], [-k[1], k[0], 0]])
    rotation = np.eye(3) + np.sin(angle) * cross + (1 - np.cos(angle)) * cross @ cross
    whole = np.eye(4)
    whole[:3, :3], whole[:3, 3] = rotation, one - rotation @ one
    return whole


def unfolded(net: dict[str, Any], share: float) -> list[Matrix]:
    placed: list[Matrix] = []
    rings = []
    for bit in net["bits"]:
        before = np.eye(4) if bit["parent"] < 0 else placed[bit["parent"]]
        placed.append(before @ turn(bit["hinge"], bit["angle"] * share))
        points = np.array([[*point, 1.0] for point in bit["ring"]])
        rings.append((placed[-1] @ points.T).T[:, :3])
    return rings


@pytest.mark.parametrize("name", [n for n in SOLIDS if n not in CURVED | WITH_HOLES])
def test_a_net_lies_flat_without_overlap_and_is_as_large_as_the_surface(name: str) -> None:
    check_net(told(name))


def check_net(found: dict[str, Any]) -> None:
    """It lies flat, is as large as the surface, and nothing lies on anything else."""
    net = found["net"]
    assert found["noNet"] is None
    flat = unfolded(net, 1)
    size = max(float(np.ptp(ring)) for ring in flat)
    heights = np.concatenate([ring[:, 2] for ring in flat])
    assert np.ptp(heights) < 2e-4 * size
    bits = [Polygon(ring[:, :2]) for ring in flat]
    total = sum(bit.area for bit in bits)
    surface = float(found["quantities"]["surface"]["decimal"])
    assert total == pytest.approx(surface, rel=5e-3)  # chords for arcs
    shrunk = [bit.buffer(-1e-6 * size) for bit in bits]
    assert unary_union(shrunk).area == pytest.approx(total, rel=2e-3)


def box(name: str, length: str, width: str, height: str, **more: Any) -> dict[str, Any]:
    given = {"length": length, "width": width, "height": height}
    return {"name": name, "shape": "cuboid", "given": given, **more}


TOGETHER = {
    "an L": [box("a", "4", "2", "1"), box("b", "1", "2", "2", on={"piece": "a", "at": ["-1.5", "0"]})],
    "stairs": [box("a", "1", "2", "1"), box("b", "1", "2", "2", at=["1", "0", "0"]), box("c", "1", "2", "3", at=["2", "0", "0"])],
    "a hut": [
        box("a", "4", "4", "1"),
        {"name": "p", "shape": "square-pyramid", "given": {"side": "4", "height": "3"}, "on": {"piece": "a"}},
    ],
    "a corner cut off": [box("a", "3", "3", "3"), box("b", "1", "1", "1", at=["2", "0", "2"], join="take")],
    "a silo": [
        {"name": "c", "shape": "cylinder", "given": {"radius": "1", "height": "3"}},
        {"name": "k", "shape": "cone", "given": {"radius": "1", "height": "2"}, "on": {"piece": "c"}},
    ],
}  # fmt: skip


@pytest.mark.parametrize("name", TOGETHER)
def test_joined_pieces_unfold_face_by_face(name: str) -> None:
    check_net(solid(*TOGETHER[name]))


def test_joined_pieces_that_have_no_net_say_why() -> None:
    tower = solid(box("a", "3", "3", "1"), box("b", "1", "1", "1", on={"piece": "a"}))
    assert tower["net"] is None and "a face with a hole in it" in tower["noNet"]
    apart = solid(box("a", "1", "1", "1"), box("b", "1", "1", "1", at=["5", "0", "0"]))
    assert apart["noNet"] == "its faces don't all hang together"


@pytest.mark.parametrize(
    "name", ["cuboid", "square-pyramid", "cylinder", "cone", "dodecahedron", "triangle-prism"]
)
def test_folded_and_half_folded_bits_keep_their_lengths_and_their_hinges(name: str) -> None:
    net = told(name)["net"]
    folded, half = unfolded(net, 0), unfolded(net, 0.5)
    for bit, before, after in zip(net["bits"], folded, half, strict=True):
        assert np.allclose(before, np.array(bit["ring"]), atol=1e-9)
        sides = [np.linalg.norm(np.roll(ring, -1, axis=0) - ring, axis=1) for ring in (before, after)]
        assert np.allclose(*sides, atol=1e-9)
        if bit["parent"] >= 0:  # the hinge's ends are still points of both
            parent = half[bit["parent"]]
            for end in np.array(bit["hinge"]):
                own = after[np.argmin(np.linalg.norm(before - end, axis=1))]
                assert min(np.linalg.norm(parent - own, axis=1)) < 1e-4 * float(np.ptp(parent))


def test_the_side_of_a_cylinder_rolls_out_as_wide_as_its_circumference() -> None:
    found = told("cylinder")
    side = [
        ring
        for bit, ring in zip(found["net"]["bits"], unfolded(found["net"], 1), strict=True)
        if bit["face"] == _side(found)
    ]
    points = np.concatenate(side)[:, :2]
    across = max(float(np.linalg.norm(one - two)) for one in points for two in points) ** 2
    height = float(found["pieces"]["it"]["height"]["decimal"])
    assert (across - height**2) ** 0.5 == pytest.approx(
        float(found["pieces"]["it"]["circumference"]["decimal"]), rel=2e-3
    )


def _side(found: dict[str, Any]) -> int:
    return next(i for i, face in enumerate(found["drawing"]["faces"]) if face["entry"].endswith(".side"))


@pytest.mark.parametrize("name", sorted(CURVED | WITH_HOLES))
def test_what_can_t_be_unfolded_says_why(name: str) -> None:
    found = told(name)
    assert found["net"] is None
    assert ("hole" if name in WITH_HOLES else "curved every way") in (found["noNet"] or "curved every way")
