"""Overlaps beside Shapely: the same areas, ours exact or proven, theirs with as many segments as a relative error
of 1e-8 needs."""

from __future__ import annotations

import random
import statistics
from collections.abc import Callable
from fractions import Fraction
from math import ceil, pi

import shapely
from shapely.geometry import Point, box

from bench.timing import once
from mensuration.catalogue import plane_figures
from mensuration.expressions import Quantity
from mensuration.numbers import PI, Real
from mensuration.plane import PlacedPart, Placement, compose, place
from mensuration.solving import solve
from mensuration.units import LENGTH

WANTED = 1e-8
CROWD = 60
CROWDS = 5


def part(
    index: int, shape: str, join: str, at: tuple[Fraction, Fraction], turn: int = 0, **given: Fraction
) -> PlacedPart:
    solution = solve(plane_figures()[shape], {n: Quantity(Real.of(v), LENGTH) for n, v in given.items()}, PI)
    placement = Placement((Real.of(at[0]), Real.of(at[1])), Real.of(Fraction(turn, 360)))
    return place(f"p{index}", index, join, solution, placement)


def median_ratio(
    ours: Callable[[], object], theirs: Callable[[], object], repeats: int
) -> tuple[float, float, float]:
    """Median seconds of both, run in turns, and the median of their ratios."""
    pairs = [(once(ours) / 1000, once(theirs) / 1000) for _ in range(repeats)]
    return (
        statistics.median(a for a, _ in pairs),
        statistics.median(b for _, b in pairs),
        statistics.median(a / b for a, b in pairs),
    )


def segments_for(area: Callable[[int], float], true: float) -> int:
    """How many segments a quarter bring Shapely's area within WANTED of the true one, as a share of it.

    The error falls with the square of their number; so it is read off at a few segments.
    """
    few = 128
    return ceil(few * (abs(area(few) - true) / true / WANTED) ** 0.5)


# Four quarter discs of a unit square, in common.


def our_clover() -> str:
    one, none = Fraction(1), Fraction(0)
    corners = [(none, none), (one, none), (one, one), (none, one)]
    parts = [
        part(i, "quarter-circle", "common" if i else "add", at, 90 * i, radius=one)
        for i, at in enumerate(corners)
    ]
    exact = compose(tuple(parts), PI).area.exact
    assert exact is not None
    return exact.text()


def their_clover(segments: int) -> float:
    shape = box(0, 0, 1, 1)
    for x, y in ((0, 0), (1, 0), (1, 1), (0, 1)):
        shape &= Point(x, y).buffer(1, quad_segs=segments)
    return float(shape.area)


# A crowd of discs and rectangles, joined.


def crowd(seed: int) -> list[tuple[str, tuple[Fraction, Fraction], Fraction, Fraction]]:
    pick = random.Random(seed)

    def size(low: int, high: int) -> Fraction:
        return Fraction(pick.randint(low, high), 100)

    return [
        (
            "circle" if pick.random() < 0.5 else "rectangle",
            (size(0, 2000), size(0, 2000)),
            size(50, 300),
            size(50, 300),
        )
        for _ in range(CROWD)
    ]


def our_crowd(shapes: list[tuple[str, tuple[Fraction, Fraction], Fraction, Fraction]]) -> float:
    parts = [
        part(i, shape, "add", at, radius=a)
        if shape == "circle"
        else part(i, shape, "add", at, width=a, height=b)
        for i, (shape, at, a, b) in enumerate(shapes)
    ]
    return float(compose(tuple(parts), PI).area)


def their_crowd(
    shapes: list[tuple[str, tuple[Fraction, Fraction], Fraction, Fraction]], segments: int
) -> float:
    made = []
    for shape, (x, y), a, b in shapes:
        if shape == "circle":
            made.append(Point(float(x), float(y)).buffer(float(a), quad_segs=segments))
        else:
            made.append(box(float(x), float(y), float(x + a), float(y + b)))
    return float(shapely.union_all(made).area)


def rows() -> list[tuple[str, str, str]]:
    """What was measured: (what, figures, wanted)."""
    true = 1 - 3**0.5 + pi / 3
    count = segments_for(their_clover, true)
    ours, theirs, ratio = median_ratio(our_clover, lambda: their_clover(count), 15)
    found = [
        ("four quarter discs, exact form", f"{ours * 1000:.1f} ms", ""),
        (f"… Shapely to 1e-8 ({count} segments a quarter)", f"{theirs * 1000:.1f} ms", ""),
        ("… ratio", f"{ratio:.2f}", "1"),
    ]
    ratios, our_times, their_times, counts = [], [], [], []
    for seed in range(CROWDS):
        shapes = crowd(seed)
        true = our_crowd(shapes)
        count = segments_for(lambda n, shapes=shapes: their_crowd(shapes, n), true)  # type: ignore[misc]
        a, b, ratio = median_ratio(
            lambda shapes=shapes: our_crowd(shapes),  # type: ignore[misc]
            lambda shapes=shapes, count=count: their_crowd(shapes, count),  # type: ignore[misc]
            3,
        )
        ratios.append(ratio)
        our_times.append(a)
        their_times.append(b)
        counts.append(count)
    found += [
        (
            f"{CROWD} random discs and rectangles joined, decimal",
            f"{statistics.median(our_times) * 1000:.0f} ms",
            "",
        ),
        (
            f"… Shapely to 1e-8 ({round(statistics.median(counts))} segments a quarter)",
            f"{statistics.median(their_times) * 1000:.0f} ms",
            "",
        ),
        ("… median ratio", f"{statistics.median(ratios):.2f}", "0.25"),
    ]
    return found


if __name__ == "__main__":
    for row in rows():
        print(*row, sep="\t")
