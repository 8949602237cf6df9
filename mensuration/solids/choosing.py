"""Along which axis pieces are told in layers: exactly where that goes, else by enclosing what they come to."""

from __future__ import annotations

from itertools import combinations

from mensuration.numbers import Real
from mensuration.plane import TooCrowded
from mensuration.solids.layers import CannotBeSliced
from mensuration.solids.marching import Effort
from mensuration.solids.pieces import Piece
from mensuration.solids.slabs import CutOtherwise
from mensuration.solids.stacking import Stack

EACH = 12  # pairs of edges take as long again as the rest of a slab
ARC = 4  # straight edges are followed in the time of an arc


def stacked(pieces: tuple[Piece, ...], pi: Real, effort: Effort | None = None) -> Stack:
    """The pieces as a stack along the first axis that tells all of them: one along which all stay the same where there is
    one, then upright first. CutOtherwise where there is none, TooCrowded where that
    would take more than the ``effort``.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids.space import Frame
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> stacked((Piece("box", 0, "add", cube, Frame()),), PI).volume
    Real('27')
    """

    def seen(axis: int) -> tuple[bool, bool]:
        return not _stays_same(pieces, axis), any(piece.lies_across(axis) for piece in pieces)

    axes = sorted((2, 0, 1), key=seen)
    effort = Effort() if effort is None else effort
    for spared in (None, effort):
        stacks = [Stack(pieces, axis, pi, spared) for axis in axes]
        for stack in stacks if spared is None else sorted(stacks, key=_toil):
            try:
                stack.work_out()
            except (CannotBeSliced, CutOtherwise):
                continue
            return stack
    if effort.spent:
        raise TooCrowded
    raise CutOtherwise


def _stays_same(pieces: tuple[Piece, ...], axis: int) -> bool:
    try:
        return all(layer.constant for piece in pieces for layer in piece.layers(axis)[0])
    except CannotBeSliced:
        return False


def _toil(stack: Stack) -> int:
    """About how much work it is to follow the sections: how many pairs of edges there are that may meet."""
    try:
        slabs = [slab for slab in stack.unparted if slab.near and not slab.constant]
    except CannotBeSliced:
        return 0
    toil = 0
    for slab in slabs:
        sections = [layer.at(slab.middle) for _, layer in slab.present]
        weights = [sum(1 if edge.straight else ARC for edge in section) for section in sections]
        toil += EACH + sum(one * two for one, two in combinations(weights, 2))
    return toil
