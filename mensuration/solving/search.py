"""Where figures lie that have some measurements: found in floats, from many starts at once.

Every figure of the catalogue follows forward from its usual measurements, its *basis*. What is known of others are
equations in those of the basis that are unknown. They are solved by Levenberg's and Marquardt's damped least
squares from starts spread evenly over all proportions; nothing found here is told before it is proven
(:mod:`mensuration.solving.system`).
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from itertools import combinations
from math import pi

import numpy as np

from mensuration.catalogue.figure import FEWEST_EDGES, Figure
from mensuration.expressions.algebras import Floats, in_floats
from mensuration.expressions.functions import Array
from mensuration.solving.forms import MOST_PLANS, noise_in, plan_from, settles, variants
from mensuration.solving.space import POINTS, Indices, Space
from mensuration.units import POWERS

STARTS = 96  # for one unknown, and twice as many for each further one
FAR = 4.0  # times the logarithms of lengths, for a quarter as many starts again
ROUNDS = 20
DIFFERENCE = 1e-7  # aside, for slopes
LONGEST_STEP = 3.0
HOPELESS = 10.0  # damping of a start that only fails
VAGUE = 1e-2  # how well it is known where two solutions meet
MOST_NEAR = 24  # starts of a row that are followed to where two solutions meet
FLAT = 1e-2  # the least singular value to the largest, where two solutions may meet
SLOWLY_MET, SHORT, DOUBLED = 1e-8, 0.1, 10  # where two meet: what is off; the longest step; how many
RESTING = 1e-4  # the longest step of a start that has come as near as it can
MET, NEARLY_MET, STILL = 1e-24, 1e-16, 1e-9  # squares of what is off; the longest step there

ENOUGH = 3  # of them, where it must be full: one may be noise
SURE_RANK = 1e-6  # the least singular value to the largest

MOST_MOVED = 4  # figures that are moved
COUNTED = 41  # up to which counts are tried one by one
NOTHING = 1e-7  # of the size: a length that is shorter is none
MOST_POINTS = 20_000  # that are followed at once
ASIDE = (0.3, 0.03)  # how far a figure is moved on the scales of its basis, to see whether it can be

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
    space = Space(figure, free, {"pi": np.array([pi])}, known, np.ones(1))
    with np.errstate(all="ignore"):
        slopes = space.slopes(space.starts(POINTS), np.zeros(POINTS, dtype=int))
    slopes = slopes[np.isfinite(slopes).all(axis=(1, 2))]
    if not len(slopes):
        return False
    sizes = np.linalg.svd(slopes, compute_uv=False)
    return int((sizes[:, len(free) - 1] > SURE_RANK * sizes[:, 0]).sum()) >= ENOUGH


def figures_with(figure: Figure, known: Floats, given: frozenset[str]) -> list[Floats]:
    """All measures of every figure that was found to have what is ``known`` of the basis and what is ``given``.

    ``known`` has π as well, and so has what is found. Raises StillMoves where it leaves a whole family of figures.
    """
    found = figures_with_all(figure, {name: np.array([value]) for name, value in known.items()}, given)[0]
    if isinstance(found, StillMoves):
        raise found
    return found


def figures_with_all(
    figure: Figure, known: Mapping[str, Array], given: frozenset[str]
) -> list[list[Floats] | StillMoves]:
    """The same for many cases at once, row by row: ``known`` has an array with one number for each row."""
    count = len(known["pi"])
    lengths = [
        np.abs(known[m.name]) ** (1 / POWERS[m.kind])
        for m in figure.measures
        if m.name in known and m.kind in POWERS
    ]
    size = np.maximum.reduce(lengths) if lengths else np.ones(count)
    found: list[list[Floats]] = [[] for _ in range(count)]
    spaces = [Space(figure, start, known, given, size) for start in _bases(figure, frozenset(known))]
    soundness = np.array([space.soundness() for space in spaces])
    best = soundness.argmax(axis=0)
    with np.errstate(all="ignore"):
        for which, space in enumerate(spaces):
            rows = np.flatnonzero(best == which)
            if not len(rows) or len(space.targets) < len(space.free):
                continue
            starts = STARTS * 2 ** (len(space.free) - 1)
            points = np.concatenate([space.starts(starts), space.starts(starts // 4, FAR)])
            _add(found, _found_from(figure, space, points, rows))
            usual = Space(figure, figure.basis, known, given, size)
            if usual.free != space.free and len(usual.targets) >= len(usual.free):
                # What is 0/0 in one basis is none in another: few starts do where most figures were found already.
                few = np.array([bool(found[row]) for row in rows]) & (soundness[which, rows] == POINTS)
                for some, starts in ((rows[few], POINTS), (rows[~few], STARTS)):
                    _add(found, _found_from(figure, usual, usual.starts(starts), some))
            # Where two roots meet, a whole number is missed by a hair: each is tried by itself.
            name = next((name for name in space.free if space.measures[name].kind == "count"), None)
            if name is not None:
                _add_counted(found, figure, name, known, given, size, rows)
        still = _moving(figure, found, known, given, size) | _any_count(figure, found, known)
    return [still.get(row, figures) for row, figures in enumerate(found)]


def _add(found: list[list[Floats]], more: Mapping[int, list[Floats]]) -> None:
    """Adds what is not there yet, row by row."""
    for row, some in more.items():
        found[row] += [one for one in some if not any(_alike(one, other) for other in found[row])]


def _add_counted(
    found: list[list[Floats]],
    figure: Figure,
    name: str,
    known: Mapping[str, Array],
    given: frozenset[str],
    size: Array,
    rows: Indices,
) -> None:
    """Adds the figures of the rows with each whole number of a count that was not found yet."""
    counts = {row: {round(one[name]) for one in found[row]} for row in rows}
    pairs = [(row, n) for row in rows for n in range(FEWEST_EDGES, COUNTED) if n not in counts[row]]
    at = np.array([row for row, _ in pairs], dtype=int)
    with_counts = {other: values[at] for other, values in known.items()}
    with_counts[name] = np.array([float(number) for _, number in pairs])
    space = Space(figure, figure.basis, with_counts, given, size[at])
    starts = space.starts(POINTS if space.free else 1)
    for pair, some in _found_from(figure, space, starts, np.arange(len(pairs))).items():
        _add(found, {pairs[pair][0]: some})


def _alike(one: Floats, two: Floats) -> bool:
    return all(abs(one[name] - two[name]) <= SAME * max(1.0, abs(two[name])) for name in two)


def _unevenness(figure: Figure, one: Floats, size: float) -> float:
    """How thin or flat a figure is."""
    lengths = [one[m.name] for m in figure.measures if m.kind == "length" and not m.signed]
    return float(sum(abs(np.log(length / size)) for length in lengths))


def _any_count(
    figure: Figure, found: list[list[Floats]], known: Mapping[str, Array]
) -> dict[int, StillMoves]:
    """The rows with a figure for nearly every count, such as the number of sides of a prism of which no edge is known."""
    counts = [m.name for m in figure.measures if m.kind == "count" and m.name not in known]
    still: dict[int, StillMoves] = {}
    for row, some in enumerate(found if counts else ()):
        first = {round(one[counts[0]]): one for one in reversed(some)}
        if len(first) > COUNTED // 2:
            fewest = sorted(first)
            still[row] = StillMoves([first[fewest[0]], first[fewest[-1]]])
    return still


class StillMoves(Exception):
    """What is known leaves a whole family of figures; two of them."""

    def __init__(self, some: list[Floats]) -> None:
        super().__init__()
        self.some = some


def _moving(
    figure: Figure, found: list[list[Floats]], known: Mapping[str, Array], given: frozenset[str], size: Array
) -> dict[int, StillMoves]:
    """The rows whose figures are free to move."""
    least = [
        (row, one)
        for row, some in enumerate(found)
        for one in sorted(some, key=lambda one: _unevenness(figure, one, size[row]))[:MOST_MOVED]
    ]
    if not least:
        return {}
    space = Space(figure, figure.basis, {"pi": known["pi"]}, given, size)
    rows = np.array([row for row, _ in least])
    points = np.array([space.point(one, size[row]) for row, one in least])
    slopes = space.slopes(points, rows)
    sound = np.isfinite(points).all(axis=1) & np.isfinite(slopes).all(axis=(1, 2))
    still: dict[int, StillMoves] = {}
    if slopes.shape[1] >= slopes.shape[2]:
        sizes = np.linalg.svd(np.where(sound[:, None, None], slopes, 1.0), compute_uv=False)
        sound &= sizes[:, -1] <= SURE_RANK * sizes[:, 0]
    for index in np.flatnonzero(sound):
        row, one = least[index]
        if row not in still:
            wanted = space.measured_to(known, rows[index : index + 1])[0]
            other = _moved(space, points[index], wanted, row)
            if other is not None:
                still[row] = StillMoves([one, other])
    return still


def _moved(space: Space, here: Array, wanted: Array, row: int) -> Floats | None:
    """Another figure near to one that has the same givens, where these leave it free to move; else None.

    The givens' slopes by the basis have a direction in which nothing changes. A step that way, brought back to the
    givens by Gauss's and Newton's method across that direction only, meets them where there is a family of figures,
    and doesn't where two solutions meet. Short steps find families that close again soon, such as the boxes of a
    volume whose surface is nearly the least.
    """
    _, sizes, directions = np.linalg.svd(space.slopes(here[None, :], np.array([row]))[0])
    across = min(int((sizes > SURE_RANK * sizes[0]).sum()), len(here) - 1)
    steps = np.array([way * aside for aside in ASIDE for way in (1, -1)])
    there = here + steps[:, None] * directions[-1]
    for turn in range(ROUNDS + 1):
        rows = np.full(len(there), row)
        off, slopes = space.measured(there, rows) - wanted, space.slopes(there, rows)
        sound = np.isfinite(off).all(axis=1) & np.isfinite(slopes).all(axis=(1, 2))
        there, steps, off, slopes = (some[sound] for some in (there, steps, off, slopes))
        far = np.abs(there - here).max(axis=1)
        met = (_squares(off) < MET) & (far > np.abs(steps) / 4)
        if met.all() or turn == ROUNDS:
            break
        left, sizes, right = np.linalg.svd(slopes, full_matrices=False)
        along = np.einsum("nij,ni->nj", left[:, :, :across], off) / sizes[:, :across]
        there = there - np.einsum("nji,nj->ni", right[:, :across], along)
    if not met.any():
        return None
    farthest = np.array([np.where(met, far, 0.0).argmax()])
    columns = space.values(there[farthest], np.array([row]), space.plan)
    return {name: float(np.resize(column, 1)[0]) for name, column in columns.items()}


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


def _found_from(figure: Figure, space: Space, starts: Array, rows: Indices) -> dict[int, list[Floats]]:
    """The figures of each of these rows to which these starts lead."""
    found: dict[int, list[Floats]] = {}
    at_once = max(1, MOST_POINTS // len(starts))
    for first in range(0, len(rows), at_once):
        some = rows[first : first + at_once]
        points, at = np.tile(starts, (len(some), 1)), np.repeat(some, len(starts))
        found |= _told_apart(figure, space, *_descend(space, points, at))
    return found


def _descend(space: Space, points: Array, rows: Indices) -> tuple[Array, Indices]:
    """The points at which all targets are met, reached from all starts side by side, and their rows."""
    unknowns = len(space.free)
    wanted = space.measured_to(space.known, rows)
    off = space.measured(points, rows) - wanted
    if not unknowns:  # the basis is known: the rest follows, or doesn't
        first = np.unique(rows, return_index=True)[1]
        first = first[_squares(off[first]) < NEARLY_MET]
        return points[first], rows[first]
    damping = np.full(len(points), 1e-3)
    met: list[Array] = []
    met_rows: list[Indices] = []
    for _ in range(ROUNDS):
        if not len(points):
            break
        aside = np.concatenate([points + DIFFERENCE * one for one in np.eye(unknowns)])
        moved = space.measured(aside, np.tile(rows, unknowns)).reshape(unknowns, len(points), -1)
        slopes = ((moved - wanted - off) / DIFFERENCE).transpose(1, 2, 0)
        sound = np.isfinite(slopes).all(axis=(1, 2)) & np.isfinite(off).all(axis=1) & (damping < HOPELESS)
        points, rows, wanted = points[sound], rows[sound], wanted[sound]
        off, damping, slopes = off[sound], damping[sound], slopes[sound]
        try:
            steps = _steps(slopes, off, damping)
        except np.linalg.LinAlgError:  # where numbers have grown beyond floats
            break
        steps = np.clip(steps, -LONGEST_STEP, LONGEST_STEP)
        ahead = space.measured(points - steps, rows) - wanted
        before, after = (_squares(some) for some in (off, ahead))
        better = after < before
        points = np.where(better[:, None], points - steps, points)
        off = np.where(better[:, None], ahead, off)
        damping = np.maximum(np.where(better, damping / 5, damping * 6), 1e-14)
        now = np.where(better, after, before)
        here = (now < MET) | ((np.abs(steps).max(axis=1) < STILL) & (now < NEARLY_MET))
        met.append(points[here])
        met_rows.append(rows[here])
        resting = (np.abs(steps).max(axis=1) < RESTING) & (now > SLOWLY_MET)  # nearest to no figure
        going = ~(here | resting)
        points, rows, wanted, off, damping = (some[going] for some in (points, rows, wanted, off, damping))
    slow = _nearest(_squares(off), rows)
    found, found_rows = np.concatenate(met), np.concatenate(met_rows)
    vague = _flatly_met(space, found, found_rows)
    points, rows = (
        np.concatenate([points[slow], found[vague]]),
        np.concatenate([rows[slow], found_rows[vague]]),
    )
    twice, twice_rows = _where_two_meet(space, points, rows, space.measured_to(space.known, rows))
    return np.concatenate([found, twice]), np.concatenate([found_rows, twice_rows])


def _flatly_met(space: Space, points: Array, rows: Indices) -> Indices:
    """The few of each row at which the targets hardly change in some direction: two solutions may meet there, and how near a
    point is says little."""
    slopes = space.slopes(points, rows)
    sound = np.flatnonzero(np.isfinite(slopes).all(axis=(1, 2)))
    sizes = np.linalg.svd(slopes[sound], compute_uv=False)
    flat = sound[sizes[:, -1] < FLAT * sizes[:, 0]]
    return flat[_nearest(np.zeros(len(flat)), rows[flat])]


def _nearest(far: Array, rows: Indices) -> Indices:
    """The few nearest of each row that come near at all."""
    order = np.lexsort((far, rows))
    order = order[far[order] < SLOWLY_MET]
    return np.concatenate([order[some[:MOST_NEAR]] for some in _by_row(rows[order])] or [order])


def _where_two_meet(space: Space, points: Array, rows: Indices, wanted: Array) -> tuple[Array, Indices]:
    """Points that come nearer by half a step only, as they do where two solutions meet: there steps twice as long are
    right (E. Schröder, Math. Annalen 2, 1870), in every direction or along the one in which the two lie. A plain step
    after each brings back what a long one spoils across it (C. T. Kelley, R. Suresh, SIAM J. Numer. Anal. 20, 1983).
    """
    nearest, least = points, _squares(space.measured(points, rows) - wanted)
    for everywhere in (True, False):
        here = nearest
        for turn in range(DOUBLED if len(points) else 0):
            off, slopes = space.measured(here, rows) - wanted, space.slopes(here, rows)
            sound = np.isfinite(slopes).all(axis=(1, 2)) & np.isfinite(off).all(axis=1)
            lame = np.flatnonzero(~sound)
            off[lame], slopes[lame] = 0.0, 0.0
            steps = np.einsum("nij,nj->ni", np.linalg.pinv(slopes), off)
            if turn % 2 == 0:
                flat = np.linalg.svd(slopes)[2][:, -1]  # the direction in which the least changes
                steps = steps + (steps if everywhere else np.einsum("ni,ni->n", steps, flat)[:, None] * flat)
            here = here - np.clip(steps, -SHORT, SHORT)
            far = _squares(space.measured(here, rows) - wanted)
            nearest = np.where((far < least)[:, None], here, nearest)
            least = np.fmin(least, far)
    points = nearest
    off = space.measured(points, rows) - wanted
    far = _squares(off)
    order = np.lexsort((far, rows))  # the nearest first: of those that lie together it stands for all
    order = order[far[order] < NEARLY_MET]
    once = [
        int(order[i]) for some in _by_row(rows[order]) for i in _first_of_each(points[order], some, VAGUE)
    ]
    return points[once], rows[once]


def _squares(off: Array) -> Array:
    """The square of how far each point is off."""
    return np.asarray(np.einsum("ni,ni->n", off, off), dtype=np.float64)


def _steps(slopes: Array, off: Array, damping: Array) -> Array:
    """The damped steps of least squares; of one or two unknowns told by determinants, which is much faster for many."""
    if slopes.shape[2] <= 2:
        columns = [np.ascontiguousarray(slopes[:, :, axis]) for axis in range(slopes.shape[2])]
        right = [np.einsum("ni,ni->n", column, off) for column in columns]
        normal = [squares + damping * (squares + 1e-6) + 1e-300 for squares in map(_squares, columns)]
        if len(columns) == 1:
            return np.asarray(right[0] / normal[0], dtype=np.float64)[:, None]
        (a, d), (e, f) = normal, right
        b = np.einsum("ni,ni->n", *columns)
        both = np.stack([e * d - b * f, a * f - e * b], axis=1) / (a * d - b * b)[:, None]
        return np.asarray(both, dtype=np.float64)
    turned = slopes.transpose(0, 2, 1)
    matrix, vector = turned @ slopes, turned @ off[:, :, None]
    diagonal = np.einsum("nii->ni", matrix) + 1e-6
    matrix += (damping[:, None] * diagonal)[:, :, None] * np.eye(matrix.shape[1]) + 1e-300
    return np.asarray(np.linalg.solve(matrix, vector), dtype=np.float64)[:, :, 0]


def _told_apart(figure: Figure, space: Space, met: Array, rows: Indices) -> dict[int, list[Floats]]:
    """Every sound figure among these points once, the smaller basis first, row by row.

    A length of nearly nothing is one only where the targets are met sharply: else it is on its way to a root that is 0.
    """
    order = np.argsort(rows, kind="stable")
    met, rows = met[order], rows[order]
    once = [index for some in _by_row(rows) for index in _first_of_each(met, some)]
    if not once:
        return {}
    met, rows = met[once], rows[once]
    with np.errstate(all="ignore"):
        columns = space.values(met, rows, space.plan)
        off = space.measured(met, rows) - space.measured_to(space.known, rows)
    sharp = _squares(off) < MET
    whole = {name: np.broadcast_to(column, len(once)).tolist() for name, column in columns.items()}
    found: dict[int, list[Floats]] = {}
    for index, row in enumerate(rows.tolist()):
        one: Floats = {name: column[index] for name, column in whole.items()}
        if (sharp[index] or not _has_nothing(figure, one, space.size[row])) and is_sound(figure, one):
            found.setdefault(row, []).append(one)
    for some in found.values():
        some.sort(key=lambda one: [one[name] for name in space.free])
    return found


def _by_row(rows: Indices) -> list[Indices]:
    """The places of each row, in sorted rows."""
    return np.split(np.arange(len(rows)), np.flatnonzero(np.diff(rows)) + 1) if len(rows) else []


def _first_of_each(met: Array, places: Indices, near: float = SAME) -> list[int]:
    """The first of those that lie together."""
    first = []
    while len(places):
        first.append(int(places[0]))
        places = places[(np.abs(met[places] - met[places[0]]) > near).any(axis=1)]
    return first


def _has_nothing(figure: Figure, one: Floats, size: float) -> bool:
    return any(one[m.name] < NOTHING * size for m in figure.measures if m.kind == "length" and not m.signed)


def is_sound(figure: Figure, one: Floats) -> bool:
    """Whether what was found can be a figure: whole counts, sizes of more than 0, within the constraints."""
    for measure in figure.measures:
        value = one[measure.name]
        if measure.kind == "count" and abs(value - round(value)) > WHOLE:
            return False
        if not (measure.signed or value > 0):
            return False
    return all(
        in_floats(limit.expression, one) > -noise_in(limit.expression, one) for limit in figure.constraints
    )
