"""Solids as containers: how much is in them up to a depth, and how deep so much stands in them.

Upright, in layers: exact for whatever has layers. Lying, where all layers stay the same: the part of each section that
lies below the level, by the machinery of plane figures, times the length.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache, partial
from itertools import pairwise

from flint import arb, ctx

from mensuration.numbers import NOUGHT, Real
from mensuration.numbers.proof import precision
from mensuration.plane.arrangement import arrange
from mensuration.plane.edges import Line, Point
from mensuration.plane.measuring import Covers, enclosed
from mensuration.plane.placing import Bordered
from mensuration.plane.regions import straight_side
from mensuration.solids.enclosing import between
from mensuration.solids.joining import Joined
from mensuration.solids.layers import distinct
from mensuration.solids.stacking import UP, Stack
from mensuration.solids.standing import Extent, extents

STEPS = 12  # of Newton's method
ROUGH_STEPS = 40
NARROW = 1e-9  # of the height, for floats
ROOM = 64  # bits more than are asked for


class CannotBeFilled(ValueError):
    """How much is in a solid up to a depth can't be told; in words, which end with the ``most`` it can be where that is
    known."""

    def __init__(self, says: str, most: Real | None = None) -> None:
        super().__init__(says)
        self.most = most


def reach_up(joined: Joined) -> Extent:
    """From which height to which a solid goes."""
    ends = [extents(piece.solution, piece.frame)[UP] for piece in joined.pieces if piece.join == "add"]
    if not ends:
        raise CannotBeFilled("there is nothing to fill")
    return min((low for low, _ in ends), key=float), max((high for _, high in ends), key=float)


@lru_cache(maxsize=200)  # while something else is changed, what is in a solid stays as it is
def filled(joined: Joined, depth: Real) -> Real:
    """The volume below a level so far above the lowest point. CannotBeFilled where that can't be told.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.numbers import PI
    >>> from mensuration.solids import Frame, Piece, join
    >>> from mensuration.solving import solve, starting_givens
    >>> cube = solve(figures()["cube"], starting_givens(figures()["cube"]), PI)
    >>> filled(join((Piece("box", 0, "add", cube, Frame()),), PI), Real.of(2))
    Real('18')
    """
    low, high = reach_up(joined)
    if depth.sign() < 0 or (float(depth) > float(high - low) and not depth.same_as(high - low)):
        raise CannotBeFilled("the depth must be from 0 to the height", high - low)
    return Real.sum(part(low + depth) for part in _parts(joined))


Below = Callable[[Real], Real]


def _parts(joined: Joined) -> list[Below]:
    """What of each group of pieces lies below a level."""
    if joined.alone:
        raise CannotBeFilled(f"“{joined.alone[0].name}” can't be filled part of the way")
    return [*(_below(stack) for stack in joined.stacks), *(group.below for group in joined.enclosed)]


def _below(stack: Stack) -> Below:
    if stack.upright is not None:
        return partial(_upright, stack.upright)
    if all(slab.constant for slab in stack.slabs):
        return partial(_lying, stack)
    raise CannotBeFilled("so lying, it can't be told how much is in it up to a depth: turn it upright")


def _upright(stack: Stack, level: Real) -> Real:
    parts = []
    for slab in stack.slabs:
        if float(level) <= float(slab.low):
            break
        top = slab.high if float(slab.high) <= float(level) else level
        parts.append(stack.volume_between(slab, slab.low, top))
    return Real.sum(parts)


def _lying(stack: Stack, level: Real) -> Real:
    """Section by section: what of it lies below the level."""
    parts = []
    bit = max(piece.index for piece in stack.pieces) + 1
    for slab in stack.slabs:
        sections = slab.at(slab.middle)
        water = below_a_line(sections, level, stack.axis, bit)
        if water is not None:
            area = enclosed(arrange((*sections, water)), partial(under_water, stack.covers, bit), stack.pi)
            parts.append(area * (slab.high - slab.low))
    return Real.sum(parts)


def under_water(covers: Covers, bit: int, mask: int) -> bool:
    """Whether what is covered by these parts is below the level as well."""
    return bool(mask >> bit & 1) and covers(mask)


def below_a_line(parts: list[Bordered], level: Real, axis: int, index: int) -> Bordered | None:
    """A rectangle that holds everything below a level of parts of a plane across an axis that is not upright, as a part
    with this index; None where nothing lies there."""
    upright_first = (axis + 1) % 3 == UP
    boxes = [part.box for part in parts]
    low = min(box[0 if upright_first else 1] for box in boxes)
    if float(level) <= low:
        return None
    size = 1 + max(abs(value) for box in boxes for value in box)
    far = Real.of(Fraction(round(2 * size) + 1))
    deep = -far
    corners: list[Point] = (
        [(deep, -far), (level, -far), (level, far), (deep, far)]
        if upright_first
        else [(-far, deep), (far, deep), (far, level), (-far, level)]
    )
    sides = [
        straight_side("water", number, one, two)
        for number, (one, two) in enumerate(zip(corners, [*corners[1:], corners[0]], strict=True))
    ]
    edges: tuple[Line, ...] = tuple(replace(side, part=index) for side in sides)
    return Bordered("water", index, "add", edges)


@lru_cache(maxsize=64)
def depth_of(joined: Joined, volume: Real) -> Real:
    """How deep a volume stands in a solid. CannotBeFilled where it doesn't fit, or can't be told.

    Exact where the level lies in a layer that stays the same; else by Newton's method, with proven digits: a level is
    told from below and from above by the volumes to it.
    """
    low, high = reach_up(joined)
    parts = _parts(joined)
    whole = Real.sum(part(high) for part in parts)
    if volume.sign() < 0 or (float(volume) > float(whole) and not volume.same_as(whole)):
        raise CannotBeFilled(
            "that is more than it holds" if volume.sign() > 0 else "a volume is not less than 0"
        )
    if not volume.sign():
        return NOUGHT
    if volume.same_as(whole):
        return high - low

    if joined.enclosed:
        return _between_bounds(
            lambda depth, large: _bound(joined, float(low) + depth, large), volume, float(high - low)
        )

    def content(depth: Real) -> Real:
        return Real.sum(part(low + depth) for part in parts)

    exact = _evenly(joined, content, volume, low)
    if exact is not None:
        return exact
    return _by_newton(content, volume, float(high - low))


def _bound(joined: Joined, level: float, large: bool) -> float:
    """What lies below a level at least, or at most."""
    exact = Real.of(Fraction(level))
    stacks = (float(_below(stack)(exact)) for stack in joined.stacks)
    return sum(stacks) + sum(group.bound(level, large) for group in joined.enclosed)


def _between_bounds(bound: Callable[[float, bool], float], volume: Real, height: float) -> Real:
    """The depth between those at which at most, and at least, so much is below; ``bound`` tells both of a depth."""
    ball = volume.ball()

    def at(large: bool) -> float:
        """The depth at which the most (or the least) there can be is the least (or most) of the volume."""
        wanted = Real.of(Fraction(float((ball.lower() if large else ball.upper()).mid())))
        return _roughly(lambda depth: Real.of(Fraction(bound(float(depth), large))), wanted, height)[0]

    first, last = at(large=True), at(large=False)
    return between(first, last, NARROW * height)


def risen(joined: Joined, body: Joined, depth: Real) -> Real:
    """How deep the liquid stands once another solid stands in it on the ground. CannotBeFilled where it runs over."""
    low, high = reach_up(joined)
    floor, top = reach_up(body)
    liquid, height, tall = filled(joined, depth), high - low, top - floor
    outer, inner = _parts(joined), _parts(body)

    def content(level: Real) -> Real:
        up = tall if float(level) > float(tall) else level
        return Real.sum(part(low + level) for part in outer) - Real.sum(part(floor + up) for part in inner)

    room = content(height)
    if float(liquid) > float(room) and not liquid.same_as(room):
        raise CannotBeFilled("it runs over: so much liquid and the solid in it don't fit")
    if liquid.same_as(room):
        return height
    if joined.enclosed or body.enclosed:

        def bound(level: float, large: bool) -> float:
            within = _bound(body, float(floor) + min(level, float(tall)), not large)
            return _bound(joined, float(low) + level, large) - within

        return _between_bounds(bound, liquid, float(height))
    exact = _evenly_risen(joined, body, content, liquid)
    return _by_newton(content, liquid, float(height)) if exact is None else exact


def _evenly_risen(joined: Joined, body: Joined, content: Below, liquid: Real) -> Real | None:
    """The level where it lies between two at which neither solid changes: the rest over the difference of their areas."""
    stacks = [stack.upright for each in (joined, body) for stack in each.stacks]
    if any(stack is None for stack in stacks):
        return None
    floors = [reach_up(each)[0] for each in (joined, body) for _ in each.stacks]
    slabs = [
        (slab.low - floor, slab.high - floor, slab.constant)
        for stack, floor in zip(stacks, floors, strict=True)
        if stack
        for slab in stack.slabs
    ]
    for low, high in pairwise(distinct([end for slab in slabs for end in slab[:2]])):
        before, after = content(low), content(high)
        if float(before) <= float(liquid) <= float(after):
            middle = float(low + high) / 2
            if not all(same for a, b, same in slabs if float(a) < middle < float(b)):
                return None
            return low + (liquid - before) / (after - before) * (high - low)
    return None


def _evenly(joined: Joined, content: Below, volume: Real, low: Real) -> Real | None:
    """The depth where it lies in an upright layer that stays the same: the rest over its area."""
    if len(joined.stacks) != 1:
        return None
    upright = joined.stacks[0].upright
    if upright is None:
        return None
    for slab in upright.slabs:
        before, after = content(slab.low - low), content(slab.high - low)
        if float(before) <= float(volume) <= float(after):
            if not slab.constant:
                return None
            share = (volume - before) / (after - before)
            return slab.low - low + share * (slab.high - slab.low)
    return None


def _by_newton(content: Below, volume: Real, height: float) -> Real:
    """The depth as a number whose digits are proven: the volume grows with it, so that volumes on both sides enclose it."""
    known: dict[int, arb] = {}

    @lru_cache(maxsize=1)
    def near() -> tuple[float, float]:
        return _roughly(content, volume, height)

    def recipe() -> arb:
        bits = ctx.prec
        if bits not in known:
            known[bits] = _enclosed(content, volume, height, near(), bits)
        return known[bits]

    return Real(None, recipe, volume)


def _roughly(content: Below, volume: Real, height: float) -> tuple[float, float]:
    """The depth in floats, between two that enclose it, and how fast the volume grows there."""
    wanted = float(volume)

    def off(depth: float) -> float:
        return float(content(Real.of(Fraction(depth)))) - wanted

    low, high, below, above = 0.0, height, -wanted, off(height)
    for _ in range(ROUGH_STEPS):
        guess = (low * above - high * below) / (
            above - below
        )  # a chord, its ends halved where it hardly moves (Illinois)
        value = off(guess)
        if value * above < 0:
            low, below = high, above
        else:
            below /= 2
        high, above = guess, value
        if abs(value) <= 1e-12 * wanted or abs(high - low) <= 1e-12 * height:
            break
    aside = 1e-6 * height
    depth = min(max(high, aside), height - aside)
    return high, (off(depth + aside) - off(depth - aside)) / (2 * aside)


def _enclosed(content: Below, volume: Real, height: float, near: tuple[float, float], bits: int) -> arb:
    rough, slope = near
    with precision(bits + ROOM):

        def off(depth: Fraction) -> arb:
            return content(Real.of(depth)).ball() - volume.ball()

        depth, scale = Fraction(rough), 2 ** (bits + ROOM // 2)
        for _ in range(STEPS + bits // 16):
            step = Fraction(float(off(depth).mid()) / slope)
            depth = Fraction(round((depth - step) * scale), scale)
            if abs(step) * 2 ** (bits - 8) < Fraction(height):
                break
        nearly = Fraction(height) / 2 ** (bits - 12)
        while nearly < height:  # what is known of the volume with fewer digits tells fewer of the depth
            if off(depth - nearly) < 0 < off(depth + nearly):
                return arb(depth.numerator) / depth.denominator + arb(0, float(nearly))
            nearly *= 4
        return arb(height / 2, height / 2)
