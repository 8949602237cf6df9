"""Solids made of plane figures (raised to a point, cut off, spun): against integrals by SciPy, the cards' own solids, and by
hand."""

from __future__ import annotations

from math import cos, hypot, pi, sin, sqrt
from typing import Any

import numpy as np
import pytest
from scipy.integrate import quad

from mensuration.catalogue import figures
from mensuration.problem import evaluate_document
from tests.core.helpers import size, solid
from tests.core.reckoning import check_tally
from tests.core.test_stacking import FLOORS

RECTANGLE = [{"name": "r", "shape": "rectangle", "given": {"width": "6", "height": "4"}}]
DISC = [{"name": "c", "shape": "circle", "given": {"radius": "3"}}]
HALF_DISC = [{"name": "c", "shape": "semicircle", "given": {"radius": "3"}, "turn": "270"}]
TRIANGLE = [{"name": "t", "shape": "right-triangle", "given": {"base": "3", "height": "4"}}]


def made(shape: str, floor: list[dict[str, Any]], **fields: Any) -> dict[str, Any]:
    fields.setdefault("given", {})
    return solid({"name": "a", "shape": shape, "base": "floor", **fields}, floor=floor)


def test_a_pyramid_on_a_rectangle_by_hand() -> None:
    """Over the middle of 6 by 4, 3 high: slant heights √13 and √18 by Pythagoras."""
    results = made("pyramid", RECTANGLE, given={"height": "3"})
    assert results["quantities"]["volume"]["exact"] == "24"
    assert size(results, "surface") == pytest.approx(24 + 6 * sqrt(13) + 4 * sqrt(18))
    assert size(results, "edges") == pytest.approx(20 + 4 * sqrt(22))
    faces = results["tallies"]["surface"]["entries"]
    assert [step["title"] for face in faces for step in face["steps"]] == ["slant height"] * 4
    check_tally(results["tallies"]["surface"])
    check_tally(results["tallies"]["volume"])


@pytest.mark.parametrize(("base", "card"), [("pyramid", "cone"), ("frustum", "cone-frustum")])
def test_a_disc_raised_to_a_point_is_the_card_s_cone(base: str, card: str) -> None:
    if base == "pyramid":
        given, typed = {"height": "4"}, {"radius": "3", "height": "4"}
    else:
        given, typed = {"height": "2", "point": "4"}, {"bottom": "3", "top": "1.5", "height": "2"}
    results = made(base, DISC, given=given)
    other = solid({"name": "a", "shape": card, "given": typed})
    for measure in ("volume", "surface"):
        assert results["quantities"][measure]["exact"] == other["quantities"][measure]["exact"]
    check_tally(results["tallies"]["surface"])


def test_a_leaning_cone_by_an_integral() -> None:
    """With the point over the rim: half of |(c, -h) × c'| along the circle; its volume is that of the upright one."""
    results = made("pyramid", DISC, given={"height": "4"}, foot=["3", "0"])

    def speed(t: float) -> float:
        x, y = 3 * cos(t) - 3, 3 * sin(t)
        dx, dy = -3 * sin(t), 3 * cos(t)
        return hypot(x * dy - y * dx, 4 * hypot(dx, dy)) / 2

    mantle = quad(speed, 0, 2 * pi, epsabs=1e-12)[0]
    assert size(results, "surface") == pytest.approx(9 * pi + mantle, rel=1e-12)
    assert results["quantities"]["volume"]["exact"] == "12*pi"
    assert results["quantities"]["surface"]["exact"] is None


@pytest.mark.parametrize("name", FLOORS)
@pytest.mark.parametrize("cut", [False, True])
def test_any_figure_raised_to_a_point_has_a_third_of_the_prism(name: str, cut: bool) -> None:
    given = {"height": "1", "point": "4"} if cut else {"height": "4"}
    results = made("frustum" if cut else "pyramid", FLOORS[name], given=given)
    prism = made("prism", FLOORS[name], given={"height": "4"})
    share = 1 - (3 / 4) ** 3 if cut else 1.0
    assert size(results, "volume") == pytest.approx(size(prism, "volume") / 3 * share)
    check_tally(results["tallies"]["surface"])
    check_tally(results["tallies"]["volume"])


SPUN = [
    ("cylinder", RECTANGLE, "left", {"radius": "6", "height": "4"}),
    ("cone", TRIANGLE, "left", {"radius": "3", "height": "4"}),
    ("sphere", HALF_DISC, "left", {"radius": "3"}),
    ("hollow-cylinder", RECTANGLE, [["-1", "0"], ["-1", "1"]], {"inner": "1", "outer": "7", "height": "4"}),
    ("torus", DISC, [["-5", "0"], ["-5", "1"]], {"radius": "5", "tube": "3"}),
]


@pytest.mark.parametrize(("card", "floor", "about", "typed"), SPUN, ids=[card for card, *_ in SPUN])
def test_a_spun_figure_is_the_card_s_solid(
    card: str, floor: list[dict[str, Any]], about: Any, typed: dict[str, str]
) -> None:
    results = made("spun", floor, about=about)
    names = [m.name for m in figures()[card].measures]
    other = solid({"name": "a", "shape": card, "given": {k: v for k, v in typed.items() if k in names}})
    for measure in ("volume", "surface"):
        assert results["quantities"][measure]["exact"] == other["quantities"][measure]["exact"]
    check_tally(results["tallies"]["surface"])
    half = made("spun", floor, about=about, given={"angle": "180°"})
    area = {"cylinder": 24, "hollow-cylinder": 24, "cone": 6, "sphere": 9 * pi / 2, "torus": 9 * pi}[card]
    assert size(half, "volume") == pytest.approx(size(results, "volume") / 2)
    assert size(half, "surface") == pytest.approx(size(results, "surface") / 2 + 2 * area)
    check_tally(half["tallies"]["surface"])
    check_tally(half["tallies"]["volume"])


def test_a_slanting_line_by_integrals() -> None:
    """The triangle (0, 0) (3, 0) (0, 4) round its longest side: two cones on the disc of radius 12/5."""
    results = made("spun", TRIANGLE, about=[["3", "0"], ["0", "4"]])
    assert size(results, "volume") == pytest.approx(pi * (12 / 5) ** 2 * 5 / 3)
    assert size(results, "surface") == pytest.approx(pi * 12 / 5 * (3 + 4))


def test_what_is_spun_is_filled_like_a_card_s_solid() -> None:
    """A ring of tube 3 lying in water 2 deep, by slices: 4π R w at a height, w half the chord of the tube."""
    piece = {"name": "a", "shape": "spun", "base": "floor", "about": [["-5", "0"], ["-5", "1"]], "given": {}}
    document = {
        "format": "tilt-grid/problem", "version": 1,
        "figures": [{"name": "floor", "kind": "plane", "parts": DISC}, {"name": "it", "kind": "solid", "pieces": [piece]}],
        "asks": [{"label": "a", "expression": "fill(it, 2)"}, {"label": "b", "expression": "depth(it, fill(it, 1.3))"}],
    }  # fmt: skip
    filled, depth = evaluate_document(document)["asks"]
    wanted = quad(lambda z: 4 * pi * 5 * sqrt(9 - (z - 3) ** 2), 0, 2, epsabs=1e-12)[0]
    assert float(filled["decimal"]) == pytest.approx(wanted, rel=1e-10)
    assert float(depth["decimal"]) == pytest.approx(1.3, rel=1e-12)


@pytest.mark.parametrize(
    ("shape", "fields", "says"),
    [
        ("spun", {"about": [["1", "0"], ["1", "1"]]}, "the line cuts through the figure"),
        ("spun", {"about": [["1", "0"], ["1", "0"]]}, "must be apart"),
        ("spun", {"given": {"angle": "400°"}}, "360° at most"),
        ("spun", {"given": {"angle": "0°"}}, "must be more than 0"),
        ("spun", {"given": {"height": "4"}}, "a spun figure may be told its angle, not height"),
        ("frustum", {"given": {"height": "4", "point": "3"}}, "the point must be higher"),
        ("frustum", {"given": {"height": "4"}}, "needs its height and its height of the point"),
        ("pyramid", {"given": {"height": "-1"}}, "must be more than 0"),
        ("pyramid", {"given": {"height": "1"}, "foot": ["x", "0"]}, "“x”"),
        ("cone", {"given": {"height": "1"}}, "is not a known way to make a solid of a figure"),
    ],
)
def test_what_can_t_be_made_is_said_in_words(shape: str, fields: dict[str, Any], says: str) -> None:
    results = made(shape, RECTANGLE, **fields)
    assert any(says in complaint["says"] for complaint in results["complaints"]), results["complaints"]


MADE_NETS = [
    ("pyramid", RECTANGLE, {"given": {"height": "3"}}),
    ("pyramid", FLOORS["outline"], {"given": {"height": "3"}, "foot": ["6", "3"]}),
    ("pyramid", DISC, {"given": {"height": "3"}}),
    ("frustum", RECTANGLE, {"given": {"height": "1", "point": "3"}}),
    ("spun", TRIANGLE, {}),
    ("spun", RECTANGLE, {"given": {"angle": "90°"}}),
]


@pytest.mark.parametrize(
    ("shape", "floor", "fields"), MADE_NETS, ids=[f"{s}{n}" for n, (s, *_) in enumerate(MADE_NETS)]
)
def test_the_net_of_a_made_solid_is_as_large_as_its_surface(shape: str, floor: Any, fields: Any) -> None:
    """To the chords that stand for arcs."""
    results = made(shape, floor, **fields)
    assert results["net"] is not None, results["noNet"]
    flat = 0.0
    for bit in results["net"]["bits"]:
        points = np.array(bit["ring"])
        flat += (
            np.linalg.norm(
                np.sum(
                    [np.cross(p, q) for p, q in zip(points, np.roll(points, -1, axis=0), strict=True)], axis=0
                )
            )
            / 2
        )
    assert flat == pytest.approx(size(results, "surface"), rel=5e-3)


def test_an_arc_led_round_a_line_can_t_be_laid_flat() -> None:
    assert "curved every way" in made("spun", HALF_DISC)["noNet"]


def test_a_base_may_be_a_shape_with_givens() -> None:
    """As the problem file has it: a ramp on a right triangle, a tube on a ring, a cone on a circle."""
    cases = [
        (
            "prism",
            {"shape": "right-triangle", "given": {"base": "4", "height": "1.5"}},
            {"height": "6"},
            "18",
        ),
        ("prism", {"shape": "ring", "given": {"outer": "3", "inner": "2"}}, {"height": "2"}, "10*pi"),
        ("pyramid", {"shape": "circle", "given": {"diameter": "6"}}, {"height": "4"}, "12*pi"),
        ("spun", {"shape": "square", "given": {"area": "4"}}, {}, "8*pi"),
    ]
    for shape, base, given, volume in cases:
        results = solid({"name": "a", "shape": shape, "base": base, "given": given})
        assert results["complaints"] == [] and results["quantities"]["volume"]["exact"] == volume
        check_tally(results["tallies"]["surface"])
    for base, says in (
        ({"shape": "cirle", "given": {"radius": "1"}}, "did you mean “circle”?"),
        ({"shape": "circle", "given": {"radius": "-1"}}, "must be more than 0"),
        ({"shape": "circle", "given": {"side": "1"}}, "side"),
        ({"shape": "triangle", "given": {"a": "1", "b": "2", "c": "9"}}, ""),
    ):
        results = solid({"name": "a", "shape": "prism", "base": base, "given": {"height": "1"}})
        assert any(says in c["says"] and ".base" in c["where"] for c in results["complaints"]), results[
            "complaints"
        ]
