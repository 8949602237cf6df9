"""Reading a walk: ``R 9, U 7, L 5, D 3, L ?, D 4``, one step after each comma.

A step goes right, up, left or down (a letter or the word) by a length; ``R 3 U 2`` is one slanting step;
``5 at 30°`` goes 5 in the direction 30° anticlockwise from the right, ``5 bearing 060°`` in the direction
60° clockwise from straight up. Behind it may stand ``arc 180° left`` (the step becomes an arc that turns
left through 180° while it gets there) or ``arc radius 3 right``. A length may be ``?``.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from mensuration.expressions import ExpressionError

MAX_STEPS = 200
UNKNOWN = "?"
DIRECTIONS = {"R": (1, 0), "U": (0, 1), "L": (-1, 0), "D": (0, -1)}
_WORDS = {"right": "R", "up": "U", "left": "L", "down": "D"}
_MOVE = re.compile(r"(?<![\w.])(R|U|L|D|right|up|left|down)(?![\w.(])", re.IGNORECASE)
_ARC = re.compile(r"(?<![\w.])arc(?![\w.])", re.IGNORECASE)
_HAND = re.compile(r"(?<![\w.])(left|right)\s*$", re.IGNORECASE)
_RADIUS = re.compile(r"radius(?![\w.])\s*", re.IGNORECASE)
_TOWARDS = re.compile(r"(?<![\w.])(at|bearing)(?![\w.])", re.IGNORECASE)


@dataclass(frozen=True)
class Bend:
    """How a step becomes an arc: through an ``angle`` or of a ``radius`` (as typed), to the left or the right."""

    by: str
    text: str
    left: bool


@dataclass(frozen=True)
class Step:
    """One step as typed: ``moves`` along the axes, or a ``length`` towards an angle."""

    text: str
    position: int
    moves: tuple[tuple[str, str], ...] = ()
    length: str = ""
    towards: str = ""
    bearing: bool = False
    bend: Bend | None = None

    @property
    def texts(self) -> Iterator[str]:
        """Every typed measurement in the step."""
        yield from (amount for _, amount in self.moves if amount != UNKNOWN)
        yield from (text for text in (self.length, self.towards, self.bend.text if self.bend else "") if text)


@lru_cache(maxsize=2000)
def read_walk(text: str) -> tuple[Step, ...]:
    """The steps of a typed walk. ExpressionError, with a position, where one can't be read.

    >>> [step.moves for step in read_walk("R 9, U 7")]
    [(('R', '9'),), (('U', '7'),)]
    """
    steps: list[Step] = []
    for piece, position in _split(text):
        if piece.strip():
            lead = len(piece) - len(piece.lstrip())
            steps.append(_step(piece.strip(), position + lead))
            if len(steps) > MAX_STEPS:
                raise ExpressionError("too-long", f"a walk may have at most {MAX_STEPS} steps")
    if not steps:
        raise ExpressionError("empty", "type the walk side by side, such as R 9, U 4, L 9, D 4")
    return tuple(steps)


def texts_of(walk: str) -> Iterator[str]:
    """Every typed measurement of a walk; nothing where it can't be read."""
    try:
        steps = read_walk(walk)
    except ExpressionError:
        return
    for step in steps:
        yield from step.texts


def _split(text: str) -> Iterator[tuple[str, int]]:
    depth = start = 0
    for index, letter in enumerate(text):
        depth += (letter == "(") - (letter == ")")
        if letter in ",;\n" and depth <= 0:
            yield text[start:index], start
            start = index + 1
    yield text[start:], start


def _step(text: str, position: int) -> Step:
    body, bend = text, None
    arc = _ARC.search(text)
    if arc:
        body = text[: arc.start()].rstrip()
        bend = _bend(text[arc.end() :], position + arc.end())
    marks = list(_MOVE.finditer(body))
    if marks and not body[: marks[0].start()].strip():
        return Step(text, position, _moves(body, marks, position), bend=bend)
    towards = _TOWARDS.search(body)
    if towards:
        length, angle = body[: towards.start()].strip(), body[towards.end() :].strip()
        if not length or not angle:
            raise ExpressionError(
                "step", "write a length and a direction, such as 5 at 30°", position=position
            )
        bearing = towards.group(1).lower() == "bearing"
        return Step(text, position, length=length, towards=angle, bearing=bearing, bend=bend)
    raise ExpressionError(
        "step",
        f"“{text[:30]}” is no step: write R, U, L or D and a length (R 9), two of them for a slanting side "
        "(R 3 U 2), or a length and a direction (5 at 30°)",
        position=position,
    )


def _moves(body: str, marks: list[re.Match[str]], position: int) -> tuple[tuple[str, str], ...]:
    moves: list[tuple[str, str]] = []
    for index, mark in enumerate(marks):
        end = marks[index + 1].start() if index + 1 < len(marks) else len(body)
        amount = body[mark.end() : end].strip()
        letter = _WORDS.get(mark.group(1).lower(), mark.group(1).upper())
        if not amount:
            raise ExpressionError(
                "step", f"how far {letter}? Write a length behind it, or ?", position=position + mark.start()
            )
        moves.append((letter, amount))
    axes = {DIRECTIONS[letter][0] == 0 for letter, _ in moves}
    if len(moves) > 2 or len(axes) < len(moves):
        says = "a slanting step goes once to the side and once up or down, such as R 3 U 2; put commas between steps"
        raise ExpressionError("step", says, position=position)
    if len(moves) == 2 and any(amount == UNKNOWN for _, amount in moves):
        raise ExpressionError("step", "only a level or an upright side can be left ?", position=position)
    return tuple(moves)


def _bend(text: str, position: int) -> Bend:
    hand = _HAND.search(text)
    amount = text[: hand.start()].strip() if hand else ""
    radius = _RADIUS.match(amount)
    size = amount[radius.end() :].strip() if radius else amount
    if hand is None or not size:
        says = "say how the arc turns: arc 180° left, or arc radius 3 right"
        raise ExpressionError("step", says, position=position)
    return Bend("radius" if radius else "angle", size, hand.group(1).lower() == "left")
