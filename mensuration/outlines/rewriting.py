"""Changing a walk that was typed: one side, one corner; and writing a walk through corners that were drawn."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from mensuration.outlines.steps import DIRECTIONS, UNKNOWN, WalkStep, read_walk

Vector = tuple[float, float]


class FixedSide(ValueError):
    """A side that is not a single length; the sentence says so."""


def with_side(walk: str, number: int, text: str) -> str:
    """The walk with another length of side ``number`` (from 1), written as before otherwise.

    Of a right-angled walk one other side in the same direction is left open, so that it follows. FixedSide where the
    side has no single length, ExpressionError where the walk can't be read.

    >>> with_side("right 9, up 7, left ?, down ?", 1, "8 ft")
    'right 8 ft, up 7, left ?, down ?'
    >>> with_side("R 9, U 7, L 9, D 7", 2, "5")
    'R 9, U 5, L ?, D ?'
    """
    steps = read_walk(walk)
    if not 0 < number <= len(steps):
        raise FixedSide(f"the walk has {len(steps)} steps: there is no side {number}")
    step = steps[number - 1]
    if len(step.moves) > 1:
        raise FixedSide(f"side {number} is slanting ({step.text}): change it in the walk")
    if step.bend is not None:
        raise FixedSide(f"side {number} is an arc ({step.text}): change it in the walk")
    opened = _left_open(steps, number - 1)
    spans = [(step.spans[0], text), *((other.spans[0], UNKNOWN) for other in opened)]
    for (start, end), put in sorted(spans, reverse=True):
        walk = walk[:start] + put + walk[end:]
    return walk


def with_corner(walk: str, vectors: Sequence[Vector], corner: int, by: Vector) -> str:
    """The walk with one corner (from 0) moved by a vector; the two sides that meet there follow.

    ``vectors`` are all sides as they are now, also those that were found.

    >>> with_corner("R 4, U 3, L 4, D 3", [(4, 0), (0, 3), (-4, 0), (0, -3)], 2, (1, 0))
    'R 4, R 1 U 3, L 5, D 3'
    """
    steps = read_walk(walk)
    count = len(vectors)
    moved = dict(enumerate(vectors))
    for side, sign in (((corner - 1) % count, 1), (corner % count, -1)):
        x, y = vectors[side]
        moved[side] = (x + sign * by[0], y + sign * by[1])

    def written(side: int) -> str:
        step = steps[side] if side < len(steps) else None
        if step is not None and moved[side] == vectors[side] and not _is_open(step):
            return step.text
        return step_for(moved[side]) + (_bent(step) if step is not None else "")

    return ", ".join(map(written, range(count)))


def walk_through(corners: Sequence[Vector]) -> str:
    """The walk through these corners and back; of a right-angled one the last two sides are left to be found.

    >>> walk_through([(0, 0), (4, 0), (4, 3), (0, 3)])
    'R 4, U 3, L ?, D ?'
    """
    ahead = [*corners[1:], *corners[:1]]
    sides = (step_for((b[0] - a[0], b[1] - a[1])) for a, b in zip(corners, ahead, strict=True))
    walk = ", ".join(sides)
    for step in sorted(_left_open(read_walk(walk)), key=lambda step: step.spans[0], reverse=True):
        start, end = step.spans[0]
        walk = walk[:start] + UNKNOWN + walk[end:]
    return walk


def step_for(vector: Vector) -> str:
    """A step that goes by a vector.

    >>> step_for((3, -2.5))
    'R 3 D 2.5'
    """
    level, upright = (
        f"{ahead if value >= 0 else back} {plain(abs(value))}"
        for value, (ahead, back) in zip(vector, (("R", "L"), ("U", "D")), strict=True)
    )
    if plain(abs(vector[1])) == "0":
        return level
    return upright if plain(abs(vector[0])) == "0" else f"{level} {upright}"


def plain(value: float) -> str:
    """A number as a person would type it: at most nine decimals, no trailing zeros.

    >>> plain(2.50), plain(-0.0)
    ('2.5', '0')
    """
    text = f"{value:.9f}".rstrip("0").rstrip(".")
    return "0" if text == "-0" else text


def _axis(step: WalkStep) -> int | None:
    """0 for a level side, 1 for an upright one; None where it is neither."""
    if len(step.moves) != 1 or step.bend is not None:
        return None
    return 0 if DIRECTIONS[step.moves[0][0]][0] else 1


def _is_open(step: WalkStep) -> bool:
    return any(amount == UNKNOWN for _, amount in step.moves)


def _left_open(steps: Sequence[WalkStep], kept: int = -1) -> Iterable[WalkStep]:
    """The sides of a right-angled walk that are to be left open, so that one a direction follows the others."""
    if any(_axis(step) is None for step in steps):
        return []
    opened: list[WalkStep] = []
    for axis in (0, 1):
        along = [(index, step) for index, step in enumerate(steps) if _axis(step) == axis and index != kept]
        if along and not any(_is_open(step) for _, step in along):
            opened.append(along[-1][1])
    return opened


def _bent(step: WalkStep) -> str:
    if step.bend is None:
        return ""
    radius = "radius " if step.bend.by == "radius" else ""
    return f" arc {radius}{step.bend.text} {'left' if step.bend.left else 'right'}"
