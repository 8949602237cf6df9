"""Where figures lie that have some measurements: found in floats, from many starts at once.

Every figure of the catalogue follows forward from its usual measurements, its *basis*. What is known of others are
equations in those of the basis that are unknown. They are solved by Levenberg's and Marquardt's damped least
squares from starts spread evenly over all proportions; nothing found here is told before it is proven
(:mod:`mensuration.solving.system`).
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import lru_cache
from itertools import combinations
from math import pi

import numpy as np

from mensuration.catalogue.figure import FEWEST_EDGES, Figure, Measure
from mensuration.expressions.algebras import Floats, in_arrays, in_floats
from mensuration.expressions.functions import Array
from mensuration.solving.forms import MOST_PLANS, Form, forms_behind, noise_in, plan_from, settles, variants
from mensuration.units import POWERS

STARTS = 96  # for one unknown, and twice as many for each further one
FAR = 4.0  # times the logarithms of lengths, for a quarter as many starts again
ROUNDS = 20
DIFFERENCE = 1e-7  # aside, for slopes
LONGEST_STEP = 3.0
HOPELESS = 10.0  # damping of a start that only fails
MET, NEARLY_MET, STILL = 1e-24, 1e-16, 1e-9  # squares of what is off; the longest step there

POINTS = 24  # at which the rank of what is known is looked at
ENOUGH = 3  # of them, where it must be full: one may be noise
CENTRAL = 1e-5  # to both sides, for slopes
SURE_RANK = 1e-6  # the least singular value to the largest

MOST_MOVED = 4  # figures that are moved
COUNTED = 41  # up to which counts are tried one by one
NOTHING = 1e-7  # of the size: a length that is shorter is none
ASIDE = 0.3  # how far a figure is moved on the scales of its basis, to see whether it can be

LINES = ("length", "angle", "count")  # kinds of measures that may be tried instead of the usual
MOST_BASES = 4
WHOLE = SAME = 1e-6


@lru_cache(maxsize=20_000)
def sufficient(figure: Figure, known: frozenset[str]) -> bool:
    """Whether these measurements settle a figure, up to a few that share them: whether they are independent enough.

    The rank of their derivatives by the basis decides, at figures drawn from all proportions.
    """
    free = figure.basis
    if len(known) < len(free):
        return False
    space = _Space(figure, free, {"pi": pi}, known, 1.0)
    points = space.starts(POINTS)
    with np.errstate(all="ignore"):
        ahead, back = (
            np.stack([space.measured(points + way * CENTRAL * one) for one in np.eye(len(free))], axis=2)
            for way in (1, -1)
        )
        slopes = (ahead - back) / (2 * CENTRAL)
    slopes = slopes[np.isfinite(slopes).all(axis=(1, 2))]
    if not len(slopes):
        return False
    sizes = np.linalg.svd(slopes, compute_uv=False)
    return int((sizes[:, len(free) - 1] > SURE_RANK * sizes[:, 0]).sum()) >= ENOUGH


def figures_with(figure: Figure, known: Floats, given: frozenset[str]) -> list[Floats]:
    """All measures of every figure that was found to have what is ``known`` of the basis and what is ``given``.

    ``known`` has π as well, and so has what is found.
    """
    lengths = [
        abs(known[m.name]) ** (1 / POWERS[m.kind])
        for m in figure.measures
        if m.name in known and m.kind in POWERS
    ]
    size = max(lengths, default=1.0)
    spaces = [_Space(figure, start, known, given, size) for start in _bases(figure, frozenset(known))]
    space = spaces[0] if len(spaces) == 1 else max(spaces, key=_Space.soundness)
    if len(space.targets) < len(space.free):
        return []
    with np.errstate(all="ignore"):
        found = _told_apart(figure, space, known, _descend(space, space.measured_to(known)))
        usual = _Space(figure, figure.basis, known, given, size)
        if usual.free != space.free and len(usual.targets) >= len(usual.free):
            # What is 0/0 in one basis is none in another: few starts do where most figures were found already.
            starts = usual.starts(POINTS if found and space.soundness() == POINTS else STARTS)
            more = _told_apart(figure, usual, known, _descend_from(usual, starts, usual.measured_to(known)))
            found += [one for one in more if not any(_alike(one, other) for other in found)]
        # Where two roots meet, a whole number is missed by a hair: each is tried by itself.
        count = next((name for name in space.free if space.measures[name].kind == "count"), None)
        if count is not None:
            known_counts = {round(one[count]) for one in found}
            for number in range(FEWEST_EDGES, COUNTED):
                if number not in known_counts:
                    found += _with_count(figure, {**known, count: float(number)}, given, size)
        for one in sorted(found, key=lambda one: _unevenness(figure, one, size))[:MOST_MOVED]:
            other = _moved(figure, one, known, given, size)
            if other is not None:
                raise StillMoves([one, other])
    return found


def _alike(one: Floats, two: Floats) -> bool:
    return all(abs(one[name] - two[name]) <= SAME * max(1.0, abs(two[name])) for name in two)


def _with_count(figure: Figure, known: Floats, given: frozenset[str], size: float) -> list[Floats]:
    space = _Space(figure, figure.basis, known, given, size)
    if not space.free:
        return []
    points = space.starts(POINTS)
    return _told_apart(figure, space, known, _descend_from(space, points, space.measured_to(known)))


def _unevenness(figure: Figure, one: Floats, size: float) -> float:
    """How thin or flat a figure is."""
    lengths = [one[m.name] for m in figure.measures if m.kind == "length" and not m.signed]
    return float(sum(abs(np.log(length / size)) for length in lengths))


class StillMoves(Exception):
    """What is known leaves a whole family of figures; two of them."""

    def __init__(self, some: list[Floats]) -> None:
        super().__init__()
        self.some = some


def _moved(figure: Figure, one: Floats, known: Floats, given: frozenset[str], size: float) -> Floats | None:
    """Another figure near to one that has the same givens, where these leave it free to move; else None.

    The givens' slopes by the basis have then a direction in which nothing changes. A step that way, brought back to
    the givens by Gauss's and Newton's method, stays away from where it came: which it doesn't where two solutions meet.
    """
    space = _Space(figure, figure.basis, {"pi": known["pi"]}, given, size)
    here = space.point(one)
    if not np.isfinite(here).all():
        return None
    wanted = space.measured_to(known)
    slopes = space.slopes(here)
    if not np.isfinite(slopes).all():
        return None
    _, sizes, directions = np.linalg.svd(slopes)
    if len(sizes) == len(space.free) and sizes[-1] > SURE_RANK * sizes[0]:
        return None
    for way in (1, -1):
        there = here + way * ASIDE * directions[-1]
        for _ in range(ROUNDS):
            off = space.measured(there[None, :])[0] - wanted
            slopes = space.slopes(there)
            if not (np.isfinite(off).all() and np.isfinite(slopes).all()):
                break
            if off @ off < MET and np.abs(there - here).max() > ASIDE / 2:
                columns = space.values(there[None, :], space.plan)
                return {name: float(np.resize(column, 1)[0]) for name, column in columns.items()}
            there = there - np.linalg.pinv(slopes, rcond=SURE_RANK) @ off
    return None


@lru_cache(maxsize=MOST_PLANS)
def _bases(figure: Figure, known: frozenset[str]) -> list[tuple[str, ...]]:
    """Bases of which only one measurement is unknown, if they lead on without a choice of two; else the usual one."""
    usual = figure.basis
    everything = {m.name for m in figure.measures}
    found = []
    if len({*usual} - known) > 1:
        lines = [m.name for m in figure.measures if m.kind in LINES and m.name not in known]
        for some in combinations(sorted(everything & known), len(usual) - 1):
            for one in lines:
                if (
                    settles(figure, {*some, one})
                    and len(variants(figure, plan_from(figure, {*some, one}))) == 1
                ):
                    found.append((*some, one))
                    break
    return found[:MOST_BASES] or [usual]


class _Space:
    """The unknowns of a basis of a figure, each on a scale on which every number from -∞ to ∞ stands for a value."""

    def __init__(
        self, figure: Figure, start: tuple[str, ...], known: Floats, given: Iterable[str], size: float
    ) -> None:
        self.size = size
        self.fixed = {name: known[name] for name in ("pi", *start) if name in known}
        self.free = [name for name in start if name not in known]
        self.targets = [m.name for m in figure.measures if m.name in given and m.name not in self.fixed]
        self.measures: Mapping[str, Measure] = {m.name: m for m in figure.measures}
        self.plan: list[Form] = plan_from(figure, start)
        self.needed = forms_behind(self.plan, *((name, name) for name in self.targets))

    def soundness(self) -> int:
        """At how many of some starts every target has a value."""
        with np.errstate(all="ignore"):
            return int(np.isfinite(self.measured(self.starts(POINTS))).all(axis=1).sum())

    def starts(self, count: int, far: float = 1.0) -> Array:
        """Points spread evenly over all proportions, by the additive recurrence of the generalised golden ratio.

        ``far`` stretches the logarithms of lengths, for very flat and thin figures.
        """
        dimensions = len(self.free)
        ratio = 2.0
        for _ in range(40):
            ratio = (1 + ratio) ** (1 / (dimensions + 1))
        spread = (0.5 + np.outer(np.arange(1, count + 1), ratio ** -np.arange(1.0, dimensions + 1))) % 1
        for axis, name in enumerate(self.free):
            u = spread[:, axis]
            match self.measures[name]:
                case Measure(kind="angle"):
                    spread[:, axis] = np.log(u / (1 - u))
                case Measure(kind="count"):
                    spread[:, axis] = np.log(0.5) + u * np.log(50)
                case Measure(signed=True):
                    spread[:, axis] = 6 * u - 3
                case _:
                    spread[:, axis] = (1 - 6 * u**1.5) * far
        return spread

    def values(self, points: Array, forms: Iterable[Form]) -> dict[str, Array]:
        """The basis at these points, and what follows from it by these forms."""
        found: dict[str, Array] = {name: np.array(value) for name, value in self.fixed.items()}
        for axis, name in enumerate(self.free):
            along = points[:, axis]
            match self.measures[name]:
                case Measure(kind="angle"):
                    found[name] = 1 / (1 + np.exp(-along))
                case Measure(kind="count"):
                    found[name] = FEWEST_EDGES - 0.5 + np.exp(along)
                case Measure(signed=True):
                    found[name] = self.size * np.sinh(along)
                case _:
                    found[name] = self.size * np.exp(along)
        for quantity, formula in forms:
            found[quantity] = in_arrays(formula)(found)
        return found

    def measured(self, points: Array) -> Array:
        """The targets, each on its own scale: logarithms of what is more than 0; angles in sixths of a turn."""
        found = self.values(points, self.needed)
        result = np.empty((len(points), len(self.targets)))
        for row, name in enumerate(self.targets):
            result[:, row] = self._scaled(name, found[name])
        return result

    def slopes(self, point: Array) -> Array:
        """The targets' slopes by the unknowns, at one point."""
        ahead, back = (self.measured(point + way * CENTRAL * np.eye(len(self.free))) for way in (1, -1))
        found: Array = ((ahead - back) / (2 * CENTRAL)).T
        return found

    def point(self, whole: Floats) -> Array:
        """Where a figure lies among the points."""
        found = np.empty(len(self.free))
        for axis, name in enumerate(self.free):
            value = whole[name]
            match self.measures[name]:
                case Measure(kind="angle"):
                    found[axis] = np.log(value) - np.log(1 - value)
                case Measure(kind="count"):
                    found[axis] = np.log(value - FEWEST_EDGES + 0.5)
                case Measure(signed=True):
                    found[axis] = np.arcsinh(value / self.size)
                case _:
                    found[axis] = np.log(value / self.size)
        return found

    def measured_to(self, known: Floats) -> Array:
        """The targets' known values on the same scales."""
        return np.array([self._scaled(name, np.array(known[name])) for name in self.targets])

    def _scaled(self, name: str, value: Array) -> Array:
        measure = self.measures[name]
        if measure.signed:
            return value / self.size
        return 6 * value if measure.kind == "angle" else np.log(value)


def _descend(space: _Space, wanted: Array) -> Array:
    """The points at which all targets are met, reached from all starts side by side."""
    count = STARTS * 2 ** (len(space.free) - 1)
    return _descend_from(space, np.concatenate([space.starts(count), space.starts(count // 4, FAR)]), wanted)


def _descend_from(space: _Space, points: Array, wanted: Array) -> Array:
    unknowns = len(space.free)
    off = space.measured(points) - wanted
    if not unknowns:  # the basis is known: the rest follows, or doesn't
        return points[: int((off[0] @ off[0]) < NEARLY_MET)]
    damping = np.full(len(points), 1e-3)
    met = []
    for _ in range(ROUNDS):
        if not len(points):
            break
        aside = np.concatenate([points + DIFFERENCE * one for one in np.eye(unknowns)])
        moved = (space.measured(aside) - wanted).reshape(unknowns, len(points), -1)
        slopes = ((moved - off) / DIFFERENCE).transpose(1, 2, 0)
        sound = np.isfinite(slopes).all(axis=(1, 2)) & np.isfinite(off).all(axis=1) & (damping < HOPELESS)
        points, off, damping, slopes = points[sound], off[sound], damping[sound], slopes[sound]
        turned = slopes.transpose(0, 2, 1)
        normal = turned @ slopes
        diagonal = np.einsum("nii->ni", normal) + 1e-6
        normal += (damping[:, None] * diagonal)[:, :, None] * np.eye(unknowns) + 1e-300
        try:
            steps = np.linalg.solve(normal, turned @ off[:, :, None])[:, :, 0]
        except np.linalg.LinAlgError:  # where numbers have grown beyond floats
            break
        steps = np.clip(steps, -LONGEST_STEP, LONGEST_STEP)
        ahead = space.measured(points - steps) - wanted
        before, after = (np.einsum("ni,ni->n", some, some) for some in (off, ahead))
        better = after < before
        points = np.where(better[:, None], points - steps, points)
        off = np.where(better[:, None], ahead, off)
        damping = np.maximum(np.where(better, damping / 5, damping * 6), 1e-14)
        now = np.where(better, after, before)
        here = (now < MET) | ((np.abs(steps).max(axis=1) < STILL) & (now < NEARLY_MET))
        met.append(points[here])
        points, off, damping = points[~here], off[~here], damping[~here]
    return np.concatenate(met) if met else points[:0]


def _told_apart(figure: Figure, space: _Space, known: Floats, met: Array) -> list[Floats]:
    """Every sound figure among these points once, the smaller basis first.

    A length of nearly nothing is one only where the targets are met sharply: else it is on its way to a root that is 0.
    """
    once: list[Array] = []
    while len(met):
        once.append(met[0])
        met = met[(np.abs(met - met[0]) > SAME).any(axis=1)]
    with np.errstate(all="ignore"):
        columns = space.values(np.array(once), space.plan) if once else {}
        off = space.measured(np.array(once)) - space.measured_to(known) if once else np.zeros((0, 1))
    sharp = np.einsum("ni,ni->n", off, off) < MET
    rows = (
        one
        for row in range(len(once))
        for one in [{name: float(np.resize(column, len(once))[row]) for name, column in columns.items()}]
        if sharp[row] or not _has_nothing(figure, one, space.size)
    )
    return sorted(
        (one for one in rows if _is_sound(figure, one)),
        key=lambda one: [one[name] for name in space.free],
    )


def _has_nothing(figure: Figure, one: Floats, size: float) -> bool:
    return any(one[m.name] < NOTHING * size for m in figure.measures if m.kind == "length" and not m.signed)


def _is_sound(figure: Figure, one: Floats) -> bool:
    for measure in figure.measures:
        value = one[measure.name]
        if measure.kind == "count" and abs(value - round(value)) > WHOLE:
            return False
        if not (measure.signed or value > 0):
            return False
    return all(
        in_floats(limit.expression, one) > -noise_in(limit.expression, one) for limit in figure.constraints
    )
