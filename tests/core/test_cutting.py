"""Pieces that cut one another anyhow: proven digits against textbook formulas, SciPy and mesh booleans; bounds that hold."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise
from math import acos, asin, atan, pi, sqrt
from random import Random
from typing import Any

import pytest
from flint import arb, ctx
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.special import ellipe

from mensuration.catalogue import figures
from mensuration.catalogue.figure import Solid, Turned
from mensuration.exchange.meshes import mesh_of
from mensuration.numbers import PI, Real, decimal
from mensuration.numbers.proof import precision
from mensuration.problem import evaluate_document
from mensuration.solids.filling import depth_of, filled
from mensuration.solids.layers import CannotBeSliced, section_area
from mensuration.solids.slicing import layers_of
from mensuration.solids.varying import Unsure, Varying, integral, parameter, slope_of
from mensuration.solving import solve, starting_givens
from tests.core.helpers import check_against_mesh, size, solid, solid_work


def piece(name: str, shape: str, at: str = "0 0 0", **fields: Any) -> dict[str, Any]:
    """A piece: what is no field of a piece is one of its givens."""
    own = {key: fields.pop(key) for key in ("join", "lying", "turns") if key in fields}
    given_ = {key: str(value) for key, value in fields.items()}
    return {"name": name, "shape": shape, "given": given_, "at": at.split(), **own}


def told(*pieces: dict[str, Any]) -> dict[str, str]:
    """What is told of a solid: exact where it is, else every digit that is proven."""
    results = solid(*pieces)
    return {name: told_["exact"] or told_["decimal"] for name, told_ in results["quantities"].items()}


def agrees(text: str, wanted: float, figures_: int = 10) -> None:
    """All digits of a number are right, and they are so many at least."""
    digits = len(text.replace(".", "").lstrip("0"))
    assert digits >= figures_, text
    places = len(text.partition(".")[2])
    assert abs(float(text) - wanted) <= 0.51 * 10.0**-places + 1e-12 * abs(wanted), (text, wanted)


# On one axis: exact

BALL_AND_HOLE = [
    piece("ball", "sphere", radius=5),
    piece("hole", "cylinder", "0 0 -1", radius=3, height=12, join="take"),
]
EXACT = [
    (BALL_AND_HOLE, "256*pi/3", "128*pi"),  # a ring as high as 8 is π 8³/6, whatever the ball
    ([piece("a", "sphere", radius=3), piece("b", "sphere", "0 0 4", radius=3)], "200*pi/3", "60*pi"),
    ([piece("a", "sphere", radius=3), piece("b", "sphere", "4 0 0", radius=3)], "200*pi/3", "60*pi"),
    (
        [piece("a", "cone", radius=3, height=6), piece("b", "cylinder", radius=1, height=6, join="take")],
        "40*pi/3",
        "16*pi + 8*sqrt(5)*pi",
    ),
]


@pytest.mark.parametrize(("pieces", "volume", "surface"), EXACT, ids=range(len(EXACT)))
def test_round_pieces_on_one_axis_are_exact(pieces: list[dict[str, Any]], volume: str, surface: str) -> None:
    found = told(*pieces)
    assert (found["volume"], found["surface"]) == (volume, surface)
    mesh = mesh_of(joined(pieces), 360)
    assert size(solid(*pieces), "surface") == pytest.approx(mesh.surface, rel=1e-3)


def test_where_round_pieces_on_one_axis_meet_there_is_an_edge() -> None:
    assert told(*BALL_AND_HOLE)["edges"] == "12*pi"


def joined(pieces: list[dict[str, Any]]) -> Any:
    work = solid_work(*pieces)
    assert work.tallies is not None
    return work.tallies.joined


# Across the axis: exact as long as nothing is cut

ROUND = [name for name, f in figures().items() if isinstance(f, Solid) and isinstance(f.body, Turned)]


@pytest.mark.parametrize("axis", [0, 1])
@pytest.mark.parametrize("name", ROUND)
def test_round_solids_in_layers_across_their_axis(name: str, axis: int) -> None:
    """All layers come to the volume and the surface, parts of them to the integral of the areas of their sections."""
    solution = solve(figures()[name], starting_givens(figures()[name]), PI)
    try:
        layers, flats = layers_of(solution, axis)
    except CannotBeSliced:
        assert name in ("cone", "cone-frustum", "torus")
        return
    assert not flats
    whole = Real.sum(layer.volume(layer.low, layer.high, PI) for layer in layers)
    assert whole.same_as(solution.values["volume"].value)
    walls = Real.sum(
        layer.wall(place, layer.low, layer.high)
        for layer in layers
        for place in range(len(layer.at(layer.middle)))
    )
    assert float(walls) == pytest.approx(float(solution.values["surface"].value))
    for layer in layers:
        low, high = (layer.low + (layer.high - layer.low) * Real.of(Fraction(n, 8)) for n in (1, 6))

        def area(level: float, layer: Any = layer) -> float:
            return float(section_area(layer.at(Real.of(Fraction(level))), PI))

        wanted = quad(area, float(low), float(high), epsabs=1e-7, epsrel=1e-7, limit=20)[0]
        assert float(layer.volume(low, high, PI)) == pytest.approx(wanted, abs=1e-6)


def test_a_lying_cylinder_on_an_upright_one() -> None:
    found = told(
        piece("d", "cylinder", radius=3, height=4),
        piece("l", "cylinder", "-2 0 4", radius=1, height=4, lying=True),
    )
    assert (found["volume"], found["surface"]) == ("40*pi", "52*pi")
    assert found["edges"] == "16*pi"  # two rims of 6 π, two of 2 π; they only touch along a line


# Cut otherwise

PIPES = [
    piece("a", "cylinder", "-3 0 0", radius=1, height=6, lying=True),
    piece("b", "cylinder", "0 -3 0", radius=1, height=6, lying=True, turns=["z"]),
]


def test_two_pipes_that_cross() -> None:
    """Archimedes: they share 16 r³/3, and of each side 8 r² lies in the other."""
    found = told(*PIPES)
    agrees(found["volume"], 12 * pi - 16 / 3)
    agrees(found["surface"], 28 * pi - 16, 7)
    agrees(found["edges"], 4 * 2 * pi + 2 * 4 * sqrt(2) * float(ellipe(0.5)), 6)
    taken = told(PIPES[0], {**PIPES[1], "join": "take"})
    agrees(taken["volume"], 6 * pi - 16 / 3)
    agrees(taken["surface"], 14 * pi, 7)  # as much of the one's side comes in as of the other's goes


def test_a_pipe_that_leads_into_a_wider_one() -> None:
    """By slices: at a height z the rectangle between the axis and the circle of the wider one."""
    pieces = [
        piece("a", "cylinder", radius=2, height=10),
        piece("b", "cylinder", "0 0 4", radius=1, height=6, lying=True),
    ]

    def common(z: float) -> float:
        s = sqrt(max(0.0, 1 - z * z))
        return s * sqrt(4 - s * s) + 4 * asin(s / 2)

    agrees(told(*pieces)["volume"], 40 * pi + 6 * pi - quad(common, -1, 1, epsabs=1e-12, epsrel=1e-12)[0])


def test_two_balls_that_are_not_above_one_another() -> None:
    """What they share are two caps, as high as the radius is more than half the distance."""
    pieces = [piece("a", "sphere", radius=3), piece("b", "sphere", "2 1 2", radius=3)]
    found = told(*pieces)
    agrees(found["volume"], 72 * pi - 2 * pi * 1.5**2 * 7.5 / 3)
    agrees(found["surface"], 54 * pi, 7)


def test_a_ball_bored_out_beside_its_middle() -> None:
    """Viviani: a cylinder half as wide that goes through the middle of a ball r has 2 r³ (3 π - 4)/9 of it; they touch."""
    pieces = [
        piece("ball", "sphere", radius=2),
        piece("hole", "cylinder", "1 0 -1", radius=1, height=6, join="take"),
    ]
    agrees(told(*pieces)["volume"], 32 * pi / 3 - 2 * 8 * (3 * pi - 4) / 9, 7)


def test_a_dome_set_into_a_block() -> None:
    """By slices: below the top of the block, a ball's section has four segments beyond the square; above, the rest of it."""
    pieces = [
        piece("b", "cuboid", "-2 -2 0", length=4, width=4, height=4),
        piece("s", "sphere", "0 0 2", radius=2.5),
    ]

    def beyond(z: float) -> float:
        r = sqrt(6.25 - (z - 4.5) ** 2)
        return 4 * (r * r * acos(min(1.0, 2 / r)) - 2 * sqrt(max(0.0, r * r - 4)))

    above = 4 / 3 * pi * 2.5**3 - pi * 2**2 * (3 * 2.5 - 2) / 3
    agrees(told(*pieces)["volume"], 64 + above + quad(beyond, 3, 4, epsabs=1e-12, epsrel=1e-12)[0])


def test_a_cone_drilled_across() -> None:
    pieces = [
        piece("c", "cone", radius=3, height=6),
        piece("hole", "cylinder", "-4 0 1", radius=0.5, height=8, lying=True, join="take"),
    ]

    def common(z: float) -> float:
        s, r = sqrt(max(0.0, 0.25 - (z - 1.5) ** 2)), (6 - z) / 2
        return 2 * (s * sqrt(r * r - s * s) + r * r * asin(s / r))

    agrees(told(*pieces)["volume"], 18 * pi - quad(common, 1, 2, epsabs=1e-12, epsrel=1e-12)[0])


def test_all_lengths_by_k() -> None:
    large = [
        piece("a", "cylinder", "-6 0 0", radius=2, height=12, lying=True),
        piece("b", "cylinder", "0 -6 0", radius=2, height=12, lying=True, turns=["z"]),
    ]
    small_, large_ = told(*PIPES), told(*large)
    assert float(large_["volume"]) == pytest.approx(8 * float(small_["volume"]), rel=1e-9)
    assert float(large_["surface"]) == pytest.approx(4 * float(small_["surface"]), rel=1e-6)


def test_with_another_pi_angles_count_so() -> None:
    results = solid(*PIPES)
    exact = float(results["quantities"]["volume"]["decimal"])
    document = {
        "format": "tilt-grid/problem", "version": 1, "settings": {"pi": "3.14"},
        "figures": [{"name": "it", "kind": "solid", "pieces": PIPES}],
    }  # fmt: skip
    plain = float(evaluate_document(document)["figures"]["it"]["quantities"]["volume"]["decimal"])
    assert 0 < exact - plain <= 12 * (pi - 3.14) + 1e-9  # what they share is told by angles too, or by none


SHAPES: dict[str, Any] = {
    "cylinder": lambda n: {"radius": n(1, 3), "height": n(2, 6)},
    "sphere": lambda n: {"radius": n(1, 3)},
    "cuboid": lambda n: {"length": n(1, 5), "width": n(1, 5), "height": n(1, 5)},
    "cone": lambda n: {"radius": n(1, 3), "height": n(2, 6)},
    "hemisphere": lambda n: {"radius": n(1, 3)},
    "capsule": lambda n: {"radius": n(1, 2), "straight": n(1, 4)},
}


def two_at_random(seed: int) -> list[dict[str, Any]]:
    random = Random(seed)

    def number(low: int, high: int) -> str:
        return str(Fraction(random.randint(2 * low, 2 * high), 2))

    pieces = []
    for index in range(2):
        shape = random.choice(sorted(SHAPES))
        where = " ".join(number(-2, 2) for _ in range(3))
        found = piece(f"p{index}", shape, where, **SHAPES[shape](number))
        if shape in ("cylinder", "hemisphere", "capsule") and random.random() < 0.6:
            found["lying"] = True
        found["join"] = "add" if index == 0 or random.random() < 0.5 else "take"
        pieces.append(found)
    return pieces


@pytest.mark.parametrize("seed", range(3))
def test_random_round_pieces_agree_with_mesh_booleans(seed: int) -> None:
    check_against_mesh(two_at_random(seed), 240, 3e-3)


FOUND_WRONG = [
    # a corner's face that begins where the pieces do had no bounds
    [piece("a", "icosahedron", edge=2), piece("b", "cuboid", length=3, width=3, height=2)],
    # two meetings of which one is not there at other levels
    [
        piece("a", "cuboid", "0.5 -0.5 0.5", length=1.5, width=3, height=3.5),
        piece("b", "cylinder", "-2 -0.5 -1.5", radius=3, height=6, lying=True, turns=["z"]),
        piece("c", "cone", "1 1.5 0.5", radius=2.5, height=5),
    ],
    # an end that always touches a round side
    [
        piece("a", "hollow-cylinder", "-1 -1 -2", outer=2.5, inner=1, height=3, lying=True, turns=["z"]),
        piece("b", "hollow-cylinder", "2 -2 1", outer=2, inner=1, height=3),
    ],
]


@pytest.mark.parametrize("pieces", FOUND_WRONG, ids=range(len(FOUND_WRONG)))
def test_what_once_went_wrong(pieces: list[dict[str, Any]]) -> None:
    assert check_against_mesh(pieces, 360, 1e-3)


def test_filled_and_emptied_again() -> None:
    """A cone in a block, up to a level at which they cut: by slices; and so deep again for so much."""
    pieces = [
        piece("a", "cone", radius=3, height=6),
        piece("b", "cuboid", "0 0 0", length=2, width=2, height=4),
    ]
    solid_ = joined(pieces)

    def area(z: float) -> float:
        """A quarter of the cone's section lies in the square, but for what is beyond its sides."""
        r = (6 - z) / 2
        if r <= 2:
            return pi * r * r * 3 / 4 + 4
        x = min(2.0, sqrt(r * r - 4))
        arc = quad(lambda t: sqrt(max(0.0, r * r - t * t)), x, 2, epsabs=1e-13, epsrel=1e-13)[0]
        return pi * r * r + 4 - 2 * x - arc

    ends = (0, 6 - 4 * sqrt(2), 2, 2.5)
    wanted = sum(quad(area, low, high, epsabs=1e-12, epsrel=1e-12)[0] for low, high in pairwise(ends))
    volume = filled(solid_, Real.of(Fraction(5, 2)))
    agrees(decimal(volume), wanted, 7)
    rational = Fraction(decimal(volume))
    agrees(decimal(depth_of(solid_, Real.of(rational))), 2.5, 6)


def test_a_lying_hemisphere_holds_half_of_what_the_ball_does() -> None:
    bowl = joined([piece("h", "hemisphere", radius=3, lying=True)])
    half = filled(bowl, Real.of(2))
    assert half.same_as(PI * Real.of(Fraction(1, 6)) * Real.of(4) * Real.of(7))  # of a cap π h² (3 r - h)/3


def test_what_has_no_sections_may_touch_a_block() -> None:
    """Two cones that cross, and a block whose face lies in the base of one: the base is not there over the block's top."""
    cones = [
        piece("a", "cone", "-3 0 1", radius=1, height=6, lying=True),
        piece("b", "cone", radius=2, height=5),
    ]
    block = piece("c", "cuboid", "0 0 -1", length=2, width=2, height=1)
    alone, results = solid(*cones), solid(*cones, block)
    assert not results["complaints"]
    assert size(results, "volume") == pytest.approx(size(alone, "volume") + 4, rel=1e-3)
    # the block's top lies within the base, whose radius is 2, but for a corner
    hidden = quad(lambda x: min(2.0, sqrt(4 - x * x)), 0, 2)[0]
    assert size(results, "surface") == pytest.approx(size(alone, "surface") + 16 - 2 * hidden, rel=1e-3)


# The bounds themselves


@given(
    st.floats(0.3, 3),
    st.floats(0.01, 0.2),
    st.lists(st.integers(0, 5), min_size=1, max_size=5),
    st.floats(-1, 1),
)
def test_what_varies_lies_within_its_bounds(middle: float, reach: float, steps: list[int], t: float) -> None:
    """Chains of roots, quotients and angles at any point of the interval, and their integrals, against the numbers themselves."""

    def chain(x: Any, root: Any, arctan: Any) -> Any:
        two = Real.of(2) if isinstance(x, Real) else 2.0
        for step in steps:
            match step:
                case 0:
                    x = root(x)
                case 1:
                    x = two / x
                case 2:
                    x = x * x
                case 3:
                    x = arctan(x)
                case 4:
                    x = x / (x + two)
                case 5:
                    x = x - two + two * x + two
        return x

    with precision(96):
        before, ctx.cap = ctx.cap, 16
        try:
            u = parameter(arb(middle), arb(reach))
            try:
                found = chain(u, Real.sqrt, Varying.arctan)
            except Unsure:
                return
            value = found.poly(arb(t)) + arb(0, found.rest)
            whole = integral(found)
        finally:
            ctx.cap = before
    wanted = chain(middle + reach * t, sqrt, atan)
    assert value.overlaps(arb(wanted, 1e-9 * abs(wanted) + 1e-12))
    assert found.range.overlaps(arb(wanted, 1e-9 * abs(wanted) + 1e-12))
    sums = quad(lambda s: chain(middle + reach * s, sqrt, atan), -1, 1)[0]
    assert whole.overlaps(arb(sums, 1e-9 * abs(sums) + 1e-9))


def test_how_fast_a_root_varies() -> None:
    with precision(96):
        before, ctx.cap = ctx.cap, 16
        try:
            u = parameter(arb(1), arb(0.1))
            s = (Real.of(4) - u * u).sqrt()
            slope = slope_of(s)
        finally:
            ctx.cap = before
    assert isinstance(slope, Varying)
    for t in (-1.0, 0.0, 0.7):
        x = 1 + 0.1 * t
        assert slope.poly(arb(t)).overlaps(arb(-x / sqrt(4 - x * x) * 0.1, 1e-12 + slope.rest))
