"""Reading a walk: ``R 9, U 7, L 5, D 3, L ?, D 4``, one step after each comma.

A step goes right, up, left or down (a letter or the word) by a length; ``R 3 U 2`` is one slanting step;
``5 at 30°`` goes 5 in the direction 30° anticlockwise from the right, ``5 bearing 060°`` in the direction
60° clockwise from straight up. Behind it may stand ``arc 180° left`` (the step becomes an arc that turns
left through 180° while it gets there) or ``arc radius 3 right``. A length may be ``?``.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import lru_cache
from importlib.resources import files

from lark import Lark, Token, Tree
from lark.exceptions import UnexpectedInput

from mensuration.expressions import ExpressionError

MAX_STEPS = 200
UNKNOWN = "?"
DIRECTIONS = {"R": (1, 0), "U": (0, 1), "L": (-1, 0), "D": (0, -1)}
_PARSER = Lark(
    files("mensuration.outlines").joinpath("walk.lark").read_text("utf-8"),
    parser="lalr",
    propagate_positions=True,
)
Span = tuple[int, int]


@dataclass(frozen=True)
class Bend:
    """How a step becomes an arc: through an ``angle`` or of a ``radius`` (as typed), to the left or the right."""

    by: str
    text: str
    left: bool


@dataclass(frozen=True)
class WalkStep:
    """One step as typed: ``moves`` along the axes, or a ``length`` towards an angle."""

    text: str
    position: int
    moves: tuple[tuple[str, str], ...] = ()
    length: str = ""
    towards: str = ""
    bearing: bool = False
    bend: Bend | None = None
    spans: tuple[Span, ...] = ()
    """Where its measurements stand in the walk, the length of its first move or its length first."""


@lru_cache(maxsize=2000)
def read_walk(text: str) -> tuple[WalkStep, ...]:
    """The steps of a typed walk. ExpressionError, with a position, where one can't be read.

    >>> [step.moves for step in read_walk("R 9, U 7")]
    [(('R', '9'),), (('U', '7'),)]
    """
    try:
        tree = _PARSER.parse(text)
    except UnexpectedInput as error:
        raise _unread(text, error) from None
    steps = [
        _Reader(text).step(child) for child in tree.children if isinstance(child, Tree) and child.children
    ]
    if not steps:
        raise ExpressionError("empty", "type the walk side by side, such as R 9, U 4, L 9, D 4")
    if len(steps) > MAX_STEPS:
        raise ExpressionError("too-long", f"a walk may have at most {MAX_STEPS} steps")
    return tuple(steps)


def texts_of(walk: str) -> Iterator[str]:
    """Every typed measurement of a walk; nothing where it can't be read.

    >>> list(texts_of("R 9, U pad.width, L ?"))
    ['9', 'pad.width']
    """
    try:
        steps = read_walk(walk)
    except ExpressionError:
        return
    for step in steps:
        yield from (walk[start:end] for start, end in step.spans if walk[start:end] != UNKNOWN)


def with_texts_of(walk: str, change: Callable[[str], str]) -> str:
    """The walk with every typed measurement changed; as it is where it can't be read.

    >>> with_texts_of("R 9, U pad.width arc 90° left", str.upper)
    'R 9, U PAD.WIDTH arc 90° left'
    """
    try:
        steps = read_walk(walk)
    except ExpressionError:
        return walk
    for start, end in sorted((span for step in steps for span in step.spans), reverse=True):
        text = walk[start:end]
        walk = walk[:start] + (text if text == UNKNOWN else change(text)) + walk[end:]
    return walk


def _unread(text: str, error: UnexpectedInput) -> ExpressionError:
    position = error.pos_in_stream if error.pos_in_stream is not None else len(text)
    if position < len(text) and text[position] == ")":
        return ExpressionError("bracket", "this bracket “)” was never opened", position)
    opened = text.rfind("(")
    return ExpressionError("bracket", "this bracket “(” is never closed", max(opened, 0))


@dataclass(frozen=True)
class _Clause:
    """A word of a step and the measurement behind it."""

    word: Token
    value: str
    span: Span


class _Reader:
    """Reads the steps of one walk, or says what is wrong with them."""

    def __init__(self, text: str) -> None:
        self.text = text

    def step(self, tree: Tree[Token]) -> WalkStep:
        position = _start(tree)
        text = self.text[position : _end(tree)]
        lead, clauses = self._parts(tree)
        bend: Bend | None = None
        bent: tuple[Span, ...] = ()
        arc = next((i for i, clause in enumerate(clauses) if clause.word.type == "ARC"), None)
        if arc is not None:
            bend, bent = self._bend(clauses[arc:])
            clauses = clauses[:arc]
        if clauses and lead is None and all(c.word.type == "MOVE" for c in clauses):
            moves = self._moves(clauses, position)
            return WalkStep(text, position, moves, bend=bend, spans=(*(c.span for c in clauses), *bent))
        if len(clauses) == 1 and clauses[0].word.type == "TOWARDS":
            (towards,) = clauses
            if lead is None or not towards.value:
                says = "write a length and a direction, such as 5 at 30°"
                raise ExpressionError("step", says, position=position)
            return WalkStep(
                text,
                position,
                length=self.text[slice(*lead)],
                towards=towards.value,
                bearing=towards.word.lower() == "bearing",
                bend=bend,
                spans=(lead, towards.span, *bent),
            )
        raise ExpressionError(
            "step",
            f"“{text[:30]}” is no step: write R, U, L or D and a length (R 9), two of them for a slanting side "
            "(R 3 U 2), or a length and a direction (5 at 30°)",
            position=position,
        )

    def _parts(self, tree: Tree[Token]) -> tuple[Span | None, list[_Clause]]:
        """What stands before all words of a step, and its words with what stands behind each."""
        lead: Span | None = None
        clauses: list[_Clause] = []
        for child in tree.children:
            assert isinstance(child, Tree)
            if child.data == "value":
                lead = (_start(child), _end(child))
                continue
            keyword, *values = child.children
            assert isinstance(keyword, Tree)
            word = keyword.children[0]
            assert isinstance(word, Token)
            span = (_start(values[0]), _end(values[0])) if values else (word.end_pos or 0,) * 2
            clauses.append(_Clause(word, self.text[slice(*span)], span))
        return lead, clauses

    def _moves(self, clauses: list[_Clause], position: int) -> tuple[tuple[str, str], ...]:
        moves: list[tuple[str, str]] = []
        for clause in clauses:
            letter = clause.word[0].upper()
            if not clause.value:
                says = f"how far {letter}? Write a length behind it, or ?"
                raise ExpressionError("step", says, position=clause.word.start_pos)
            moves.append((letter, clause.value))
        axes = {DIRECTIONS[letter][0] == 0 for letter, _ in moves}
        if len(moves) > 2 or len(axes) < len(moves):
            says = "a slanting step goes once to the side and once up or down, such as R 3 U 2; put commas between steps"
            raise ExpressionError("step", says, position=position)
        if len(moves) == 2 and any(amount == UNKNOWN for _, amount in moves):
            raise ExpressionError("step", "only a level or an upright side can be left ?", position=position)
        return tuple(moves)

    def _bend(self, clauses: list[_Clause]) -> tuple[Bend, tuple[Span, ...]]:
        """``arc 180° left``, ``arc radius 3 right``: the last word says to which hand."""
        words = [clause.word.type for clause in clauses]
        sized = clauses[-2] if len(clauses) > 1 else clauses[0]
        hand = clauses[-1].word.lower()
        if (
            words not in (["ARC", "MOVE"], ["ARC", "RADIUS", "MOVE"])
            or hand not in ("left", "right")
            or not sized.value
            or clauses[-1].value
            or (len(words) == 3 and clauses[0].value)
        ):
            says = "say how the arc turns: arc 180° left, or arc radius 3 right"
            raise ExpressionError("step", says, position=clauses[0].word.end_pos)
        return Bend("radius" if len(words) == 3 else "angle", sized.value, hand == "left"), (sized.span,)


def _start(item: Tree[Token] | Token) -> int:
    return int(item.meta.start_pos if isinstance(item, Tree) else item.start_pos or 0)


def _end(item: Tree[Token] | Token) -> int:
    return int(item.meta.end_pos if isinstance(item, Tree) else item.end_pos or 0)
