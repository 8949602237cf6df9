"""Meshes: written closed, and read back with the same volume; measured against trimesh; broken and hostile files in words."""

from __future__ import annotations

import io
from random import Random
from typing import Any

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid
from mensuration.exchange.meshes import BadMesh, Format, Mesh, mesh_of, read_mesh, solid_file, written
from mensuration.numbers import PI
from mensuration.problem import read
from mensuration.solids import Frame, Piece, join
from mensuration.solving import solve, starting_givens
from tests.core.helpers import check_against_mesh

SOLIDS = [name for name, figure in figures().items() if isinstance(figure, Solid)]
FORMS: list[tuple[Format, str]] = [("stl", "stl"), ("stl-text", "stl"), ("obj", "obj")]


def mesh(name: str, steps: int) -> tuple[Mesh, dict[str, float]]:
    solution = solve(figures()[name], starting_givens(figures()[name]), PI)
    return mesh_of(join((Piece("it", 0, "add", solution, Frame()),), PI), steps), solution.floats


@pytest.mark.parametrize("name", SOLIDS)
def test_the_mesh_of_every_solid_is_closed_and_comes_to_its_measures(name: str) -> None:
    """Refined until it agrees: what curved meshes lack shrinks with the square of the steps."""
    coarse, values = mesh(name, 24)
    fine, _ = mesh(name, 96)
    other = trimesh.Trimesh(fine.points, fine.triangles, process=False)
    assert fine.closed and coarse.closed and other.is_watertight and other.is_winding_consistent
    for measure, small, big in (
        ("volume", coarse.volume, fine.volume),
        ("surface", coarse.surface, fine.surface),
    ):
        if measure in values:
            wanted = values[measure]
            assert big == pytest.approx(wanted, rel=0.015)
            assert abs(big - wanted) < abs(small - wanted) / 4 or abs(small - wanted) < 1e-6 * wanted
    assert fine.volume == pytest.approx(other.volume) and fine.surface == pytest.approx(other.area)


COMPOSITE: dict[str, Any] = {
    "format": "tilt-grid/problem", "version": 1, "settings": {"unit": "cm"},
    "figures": [{"name": "it", "kind": "solid", "pieces": [
        {"name": "block", "shape": "cuboid", "given": {"length": "6", "width": "4", "height": "3"}},
        {"name": "hole", "shape": "cylinder", "given": {"radius": "1", "height": "3"}, "on": {"piece": "block"}, "join": "take"},
        {"name": "roof", "shape": "pyramid", "given": {"sides": "6", "side": "0.5", "height": "2"}, "on": {"piece": "block", "at": ["2", "1"]}},
    ]}],
}  # fmt: skip


@pytest.mark.parametrize(("form", "ending"), FORMS)
def test_a_composite_is_written_closed_and_read_back_in_its_unit(form: Format, ending: str) -> None:
    data = solid_file(read(COMPOSITE), "it", form, 180)
    again = read_mesh(data)
    other = trimesh.load(io.BytesIO(data), file_type=ending)
    other.merge_vertices()
    wanted = 72 - 3 * np.pi + 2 / 3 * 6 * 0.25**2 * 3**0.5
    assert again.closed and other.is_watertight
    assert again.volume == pytest.approx(wanted, rel=1e-3) and other.volume == pytest.approx(
        again.volume, rel=1e-6
    )
    low, high = again.box
    assert high - low == pytest.approx([6, 4, 5], abs=1e-6)
    assert b"cm" in data[:200]


def test_gltf_is_in_metres_and_stands_upright() -> None:
    data = solid_file(read(COMPOSITE), "it", "glb", 180)
    scene = trimesh.load(io.BytesIO(data), file_type="glb")
    (mesh,) = scene.geometry.values()
    mesh.merge_vertices()
    assert mesh.is_watertight and list(scene.geometry) == ["it, in m"]
    assert mesh.volume == pytest.approx((72 - 3 * np.pi + 2 / 3 * 6 * 0.25**2 * 3**0.5) / 10**6, rel=1e-3)
    assert mesh.extents == pytest.approx(
        [0.06, 0.05, 0.04], abs=1e-6
    )  # 5 cm high: upwards is the second axis


def test_open_edges_are_those_that_trimesh_finds() -> None:
    whole, _ = mesh("dodecahedron", 24)
    random = Random(5)
    for missing in range(1, 6):
        kept = whole.triangles[
            sorted(random.sample(range(len(whole.triangles)), len(whole.triangles) - missing))
        ]
        holed = Mesh(whole.points, kept)
        other = trimesh.Trimesh(holed.points, kept, process=False)
        alone = trimesh.grouping.group_rows(other.edges_sorted, require_count=1)
        wanted = {tuple(sorted(edge)) for edge in other.edges_sorted[alone].tolist()}
        assert not holed.closed
        assert {tuple(sorted(edge)) for edge in holed.open_edges.tolist()} == wanted


def test_a_triangle_turned_inside_out_is_pointed_at() -> None:
    whole, _ = mesh("cube", 24)
    turned = whole.triangles.copy()
    turned[0] = turned[0][::-1]
    assert len(Mesh(whole.points, turned).open_edges) > 0


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"", "empty"),
        (b"hello", "this is no mesh"),
        (b"\0" * 84, "no triangles"),
        (b"\0" * 80 + b"\xff\xff\xff\xff" + b"\0" * 50, "cut off or broken"),
        (b"\0" * 80 + b"\x01\0\0\0" + b"\0" * 50, "mere line or point"),
        (b"\0" * 80 + b"\x01\0\0\0" + b"\xff" * 50, "not three numbers"),
        (b"solid x\nfacet\nvertex 1 2 3\nvertex 1 2 4\n", "three corners"),
        (b"solid x\nvertex a b c vertex 1 2 3 vertex 1 2 4", "not three numbers"),
        (b"v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n", "line 4: a face names points that are not there"),
        (b"v 0 0 0\nf 1 2\n", "line 2"),
        (b"v 0 0\nv 1 0\nv 0 1\nf 1 2 3\n", "not three numbers"),
        (b"v 0 0 0\nv 1 0 0\nv nan 1 0\nf 1 2 3\n", "not three numbers"),
        (b"f a b c\n", "line 1: a face is told by the numbers"),
    ],
)  # fmt: skip
def test_broken_files_are_answered_in_words(data: bytes, says: str) -> None:
    with pytest.raises(BadMesh, match=says):
        read_mesh(data)


@settings(max_examples=150, deadline=None)
@given(
    st.one_of(
        st.binary(max_size=300), st.text("solidvertexfacet 0123456789.e-\n/", max_size=200).map(str.encode)
    )
)
def test_no_file_crashes_it(data: bytes) -> None:
    try:
        found = read_mesh(data)
    except BadMesh:
        return
    assert np.isfinite(found.surface)


@settings(max_examples=20, deadline=None)
@given(st.integers(0, 10**6), st.sampled_from([form for form, _ in FORMS]))
def test_what_is_mangled_is_read_or_refused(seed: int, form: Format) -> None:
    random = Random(seed)
    data = bytearray(written(mesh("tetrahedron", 24)[0], form, "it", "m"))
    for _ in range(random.randint(1, 6)):
        data[random.randrange(len(data))] = random.randrange(256)
    try:
        read_mesh(bytes(data[: random.randint(1, len(data))]))
    except BadMesh as error:
        assert str(error)


SHAPES = {
    "cuboid": lambda r: {"length": r.randint(1, 4), "width": r.randint(1, 4), "height": r.randint(1, 3)},
    "square-pyramid": lambda r: {"side": r.randint(1, 4), "height": r.randint(1, 3)},
    "square-frustum": lambda r: {
        "bottom": r.randint(3, 4),
        "top": r.randint(1, 2),
        "height": r.randint(1, 3),
    },
    "right-triangle-prism": lambda r: {
        "base": r.randint(1, 4),
        "base_height": r.randint(1, 3),
        "height": r.randint(1, 4),
    },
}


@settings(max_examples=20, deadline=None)
@given(st.integers(0, 10**6))
def test_random_stacks_and_carvings_agree_with_mesh_booleans(seed: int) -> None:
    """Volume and surface of what is told exactly, against the booleans of manifold3d; what can't be told is left out."""
    random = Random(seed)
    pieces = []
    for index in range(random.randint(2, 4)):
        name = random.choice(list(SHAPES))
        typed = {measure: str(size) for measure, size in SHAPES[name](random).items()}
        piece: dict[str, Any] = {
            "name": f"p{index}",
            "shape": name,
            "given": typed,
            "lying": random.random() < 0.2,
        }
        if index and random.random() < 0.7:
            face = random.choice(["top", "top", "front", "right"])
            shift = [str(random.choice([0, 0, 0.5])), str(random.choice([0, 0, 1]))]
            piece["on"] = {"piece": f"p{random.randrange(index)}", "face": face, "at": shift}
            piece["join"] = random.choice(["add", "add", "take"])
        else:
            piece["at"] = [str(random.randint(0, 4)), str(random.randint(0, 4)), "0"]
        pieces.append(piece)
    check_against_mesh(pieces, 24, 1e-6)
