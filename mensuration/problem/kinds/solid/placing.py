"""Where pieces stand: on the ground or on another piece, once or several times, in a row or round a circle."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, field
from fractions import Fraction

from mensuration.expressions import trigonometric, unknown_word
from mensuration.numbers import NOUGHT, Real
from mensuration.problem.kinds.kind import Context
from mensuration.problem.kinds.solid.document import Copies, PieceDocument
from mensuration.solids import Frame, Opening
from mensuration.solids.space import Point3
from mensuration.solids.standing import extents, facing, on_face, on_ground
from mensuration.solving import Solution

MOST_COPIES = 60
MOST_OPENINGS = 1000


@dataclass(frozen=True, eq=False)
class Placed:
    """A solved piece and every place where it stands."""

    solution: Solution
    frames: tuple[Frame, ...]


@dataclass(frozen=True, eq=False)
class Placing:
    """Finds where pieces stand, one after the other: ``found`` are those that do already, ``known`` names all pieces."""

    known: Collection[str]
    context: Context
    found: dict[str, Placed] = field(default_factory=dict)

    def place(self, piece: PieceDocument, solution: Solution, where: str) -> None:
        """Puts a piece where it stands; where that can't be told it is complained about."""
        frame = self._frame(piece, solution, where)
        moves = (
            ((NOUGHT, NOUGHT, NOUGHT),)
            if piece.copies is None
            else _moves(piece.copies, self.context, f"{where}.copies")
        )
        if frame is None or moves is None:
            return
        x, y, z = frame.at
        frames = tuple(frame.moved((x + dx, y + dy, z + dz)) for dx, dy, dz in moves)
        self.found[piece.name] = Placed(solution, frames)

    def _frame(self, piece: PieceDocument, solution: Solution, where: str) -> Frame | None:
        frame = Frame().quarter_turned("y", 1) if piece.lying else Frame()
        carved = piece.on is not None and piece.join == "take"
        if piece.on is not None and carved and not piece.lying:
            frame = facing(frame, piece.on.face)
        for axis in piece.turns:
            frame = frame.quarter_turned(axis, 1)
        if piece.on is None:
            at = _lengths(piece.at, self.context, f"{where}.at")
            return None if at is None else on_ground(solution, frame, (at[0], at[1], at[2]))
        target = self.found.get(piece.on.piece)
        if target is None:
            if piece.on.piece in self.known:
                says, code = f"“{piece.on.piece}” could not be placed", "needs-other"
            else:
                names = [name for name in self.known if name != piece.name]
                says, code = unknown_word(piece.on.piece, names, "piece").says, "unknown-piece"
            self.context.complain(f"{where}.on", code, says)
            return None
        shift = _lengths(piece.on.at, self.context, f"{where}.on.at")
        if shift is None:
            return None
        reach = extents(target.solution, target.frames[0])
        return on_face(solution, frame, reach, piece.on.face, (shift[0], shift[1]), carved)


def _moves(copies: Copies, context: Context, where: str) -> tuple[Point3, ...] | None:
    """By how much each copy is moved from where the piece would stand by itself."""
    number = context.read(copies.count, "count", f"{where}.count")
    if number is None:
        return None
    count = number.value.rational
    if count is None or count.denominator != 1 or not 1 <= count <= MOST_COPIES:
        context.complain(f"{where}.count", "out-of-range", f"a piece is there from 1 to {MOST_COPIES} times")
        return None
    if copies.radius is not None:
        radius = context.read(copies.radius, "length", f"{where}.radius")
        if radius is None:
            return None
        turns = [Real.of(Fraction(number, int(count))) for number in range(int(count))]
        return tuple(
            (radius.value * trigonometric("cos", turn), radius.value * trigonometric("sin", turn), NOUGHT)
            for turn in turns
        )
    step = _lengths(copies.by or ("0", "0", "0"), context, f"{where}.by")
    if step is None:
        return None
    if int(count) > 1 and not any(each.sign() for each in step):
        context.complain(
            f"{where}.by", "in-one-place", "say how far each stands from the one before: 1.5, 0, 0"
        )
        return None
    x, y, z = step
    return tuple((x * n, y * n, z * n) for n in map(Real.of, range(int(count))))


def read_openings(piece: PieceDocument, context: Context, where: str) -> tuple[Opening, ...]:
    """The doors and windows that a piece's faces lack; those that can't be read are complained about."""
    found = []
    for number, door in enumerate(piece.openings):
        place = f"{where}.openings.{number}"
        width = context.read(door.width, "length", f"{place}.width")
        height = context.read(door.height, "length", f"{place}.height")
        count = context.read(door.count, "count", f"{place}.count")
        if width is None or height is None or count is None:
            continue
        often = count.value.rational
        if width.value.sign() <= 0 or height.value.sign() <= 0:
            context.complain(place, "not-positive", f"the sides of {door.name} must be more than 0")
        elif often is None or often.denominator != 1 or not 1 <= often <= MOST_OPENINGS:
            context.complain(place, "out-of-range", f"{door.name} is there from 1 to {MOST_OPENINGS} times")
        else:
            found.append(Opening(door.name, door.face, width, height, int(often)))
    return tuple(found)


def _lengths(texts: Sequence[str], context: Context, place: str) -> list[Real] | None:
    read = [context.read(text, "length", f"{place}.{i}") for i, text in enumerate(texts)]
    found = [quantity.value for quantity in read if quantity is not None]
    return found if len(found) == len(texts) else None
