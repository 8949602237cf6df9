"""Edges where round pieces cut one another: by integrals, by what layers tell exactly, and the same by three."""

from __future__ import annotations

from dataclasses import replace
from math import cos, pi, sin, sqrt
from typing import Any

import pytest
from scipy.integrate import quad
from scipy.special import ellipe

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid
from mensuration.numbers import PI, Real
from mensuration.solids import Frame, Piece, join
from mensuration.solids.edges import edges_of
from mensuration.solids.edges.cut import cut_edges
from mensuration.solids.enclosing import Enclosed
from mensuration.solving import solve, starting_givens
from tests.core.helpers import size, solid, solid_work
from tests.core.reckoning import check_tally
from tests.core.test_enclosing import cones, piece
from tests.core.test_enclosing_touching import MADE, TOUCHING


def crossing(radius: Any, other: Any, k: int = 1) -> tuple[Piece, ...]:
    """Two cylinders whose axes cross in the middle of both, each 4 long."""
    return (
        piece(0, "cylinder", f"{-2 * k} 0 0", "y", radius=radius, height=4 * k),
        piece(1, "cylinder", f"0 {2 * k} 0", "x", radius=other, height=4 * k),
    )


def lengths(pieces: tuple[Piece, ...]) -> list[Real]:
    found = edges_of(join(pieces, PI))
    assert found is not None
    return list(found)


def test_equal_cylinders_that_cross_have_two_ellipses_in_common() -> None:
    """With half axes 1 and √2, each cut into two by the other; and the four rims of the ends, whose lengths are exact."""
    found = lengths(crossing(1, 1))
    arcs = [each for each in found if each.exact is None]
    assert [each.exact.text() for each in found if each.exact is not None] == ["2*pi"] * 4
    assert len(arcs) == 4
    for arc in arcs:
        assert arc.ball().contains(2 * sqrt(2) * ellipe(0.5)) and float(arc.ball().rad()) < 2e-6


def test_a_thinner_cylinder_cuts_two_saddles() -> None:
    """Round the thin one by an angle: x = 0.7 cos t, z = 0.7 sin t, and y from the thick one."""

    def speed(t: float) -> float:
        z = 0.7 * sin(t)
        across = -z * 0.7 * cos(t) / sqrt(1 - z * z)
        return sqrt(0.49 + across * across)

    wanted = quad(speed, 0, 2 * pi, epsabs=1e-12)[0]
    saddles = [each for each in lengths(crossing(1, "0.7")) if each.exact is None]
    assert len(saddles) == 2
    for saddle in saddles:
        assert saddle.ball().contains(wanted) and float(saddle.ball().rad()) < 2e-6


@pytest.mark.parametrize("name", list(TOUCHING)[::2])
def test_layers_and_meshes_tell_the_same_edges(name: str) -> None:
    """Of faces that lie flush there is none between them."""
    exact = sum(float(length) for length in lengths(TOUCHING[name]))
    found = cut_edges(Enclosed(TOUCHING[name], PI))
    assert sum(edge.least for edge in found) <= exact <= sum(edge.most for edge in found)
    assert sum(edge.most - edge.least for edge in found) < 1e-6 * exact


def test_flush_boxes_by_hand() -> None:
    """4 by 4 and 5 by 5, both 2 high, 3 by 3 in common: an outline of 24 below and above, and eight corners."""
    assert sum(float(each) for each in lengths(TOUCHING["flush on four sides"])) == pytest.approx(64)
    results = solid(
        {"name": "a", "shape": "cuboid", "given": {"length": "4", "width": "4", "height": "2"}},
        {"name": "b", "shape": "cuboid", "given": {"length": "5", "width": "5", "height": "2"}, "at": ["1", "1", "0"]},
    )  # fmt: skip
    assert results["quantities"]["edges"]["exact"] == "64"


def test_a_pyramid_that_lies_on_an_edge_has_that_edge() -> None:
    """Its base is upright, its section comes to a line above and below; beside a drum that it does not touch."""
    pyramid = {"name": "p", "shape": "square-pyramid", "given": {"side": "4", "height": "4"}, "turns": ["x"]}
    drum = {"name": "d", "shape": "cylinder", "given": {"radius": "2", "height": "4"}, "at": ["9", "0", "0"]}
    wanted = 16 + 4 * sqrt(24) + 8 * pi
    assert size(solid(pyramid, drum), "edges") == pytest.approx(wanted)


def test_what_goes_straight_on_through_several_layers_is_one_edge() -> None:
    """A pyramid beside a lower box: its four slanting edges are not cut by the level of the box's top."""
    results = solid(
        {"name": "p", "shape": "square-pyramid", "given": {"side": "4", "height": "4"}},
        {"name": "b", "shape": "cuboid", "given": {"length": "1", "width": "1", "height": "1"}, "at": ["2", "2", "0"]},
    )  # fmt: skip
    entries = [entry["title"] for entry in results["tallies"]["edges"]["entries"]]
    assert entries == ["4 edges", "4 edges", "12 edges"]


@pytest.mark.parametrize("name", ["lying", "crossing"])
def test_exact_edges_are_told_only_where_the_surfaces_say_the_same(name: str) -> None:
    """Found by trying: sections that change and lie flush with others."""
    if name == "lying":
        upright = piece(1, "square-pyramid", "2 -1 0", "", "take", side=2, height=3)
        lying = replace(piece(0, "square-pyramid", side=4, height=3), frame=_lying("1 0 -1"))
        pieces = (lying, upright)
    else:
        kite = piece(1, "kite-prism", "-1 -1 -2", "", "take", d1=3, d2=3, above=1, height=2)
        pieces = (piece(0, "square-pyramid", "1 1 -1", side=3, height=3), kite)
    seen = cut_edges(Enclosed(pieces, PI))
    total = sum(float(length) for length in lengths(pieces))
    assert sum(edge.least for edge in seen) - 1e-9 <= total <= sum(edge.most for edge in seen) + 1e-9


def _lying(at: str) -> Frame:
    x, y, z = (Real.of(int(value)) for value in at.split())
    return Frame(((0, 1), (2, 1), (1, -1)), (x, y, z))


def test_a_pipe_that_ends_on_the_ground_under_another_touches_its_corner() -> None:
    """The branch's bottom touches the lying main pipe along no line, only in two points at which edges end."""
    main = piece(0, "cylinder", "0 0 1", "y", radius=1, height=4)
    found = lengths((main, piece(1, "cylinder", "2 0 0", radius=1, height=3)))
    curve = 2 * sqrt(2) * ellipe(0.5)  # half an ellipse
    wanted = 2 * curve + 4 * (curve / 2) + 3 * 2 * pi + 2 * pi
    assert sum(float(length) for length in found) == pytest.approx(wanted, rel=1e-6)


def test_all_lengths_by_three() -> None:
    for one, three in ((crossing(1, "0.7"), crossing(3, "2.1", 3)), (cones(1), cones(3))):
        small, large = (sorted(map(float, lengths(each))) for each in (one, three))
        assert large == pytest.approx([3 * each for each in small], rel=2e-6)


@pytest.mark.parametrize("name", list(MADE)[::2])
def test_edges_of_what_is_made_of_figures(name: str) -> None:
    """Seen on the mesh, as they are told by layers."""
    floor, fields = MADE[name]
    joined = solid_work({"name": "a", "base": "floor", "given": {}, **fields}, floor=floor).joined
    assert joined is not None
    exact = sum(float(length) for length in edges_of(joined) or ())
    found = cut_edges(Enclosed(joined.pieces, PI))
    assert sum(edge.least for edge in found) <= exact * (1 + 1e-9)
    assert exact * (1 - 1e-9) <= sum(edge.most for edge in found)
    assert all(edge.own for edge in found)


@pytest.mark.parametrize("name", [name for name, figure in figures().items() if isinstance(figure, Solid)])
def test_edges_of_every_solid_on_its_mesh(name: str) -> None:
    """Told exactly from layers or a profile, and along the surfaces of its faces."""
    figure = figures()[name]
    one = Piece("it", 0, "add", solve(figure, starting_givens(figure), PI), Frame())
    exact = edges_of(join((one,), PI))
    found = cut_edges(Enclosed((one,), PI))
    if exact is None:
        assert name == "ellipsoid" and not found
        return
    assert len(found) == len(exact)
    for edge, length in zip(sorted(found, key=lambda e: e.least), sorted(exact, key=float), strict=True):
        assert (length.exact is not None or "ellipse" in name) and edge.least <= float(length) <= edge.most


def test_a_cone_and_a_ball() -> None:
    out = (piece(0, "cone", radius=2, height=4), piece(1, "sphere", "0.5 0.3 2", radius=1))
    assert all(edge.most - edge.least < 1e-5 for edge in cut_edges(Enclosed(out, PI)))


def test_the_wire_of_a_pipe_tee_is_told_with_the_digits_that_are_proven() -> None:
    results = solid(
        {"name": "main", "shape": "cylinder", "given": {"radius": "1", "height": "4"}, "turns": ["y"]},
        {"name": "branch", "shape": "cylinder", "given": {"radius": "0.7", "height": "3"}, "at": ["2", "0", "0"]},
    )  # fmt: skip
    tally = results["tallies"]["edges"]
    assert not results["complaints"] and tally["total"]["exact"] is None
    check_tally(tally)
    rims = {"12.56637", "4.39823"}  # 2 × 2 π, and 2 π 0.7
    assert rims <= {entry["value"]["decimal"][: len(rim)] for entry in tally["entries"] for rim in rims}
    assert size(results, "edges") > 2 * 2 * pi + 2 * pi * 0.7
