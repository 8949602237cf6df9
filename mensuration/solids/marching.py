"""A slab in which pieces cut one another, told interval by interval: as long as it is certain how sections lie, areas and walls
are integrated as numbers with bounds; about the levels at which something begins to meet short intervals are left over.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from fractions import Fraction
from functools import cached_property

from flint import arb, ctx

from mensuration.numbers import Real
from mensuration.numbers.proof import precision
from mensuration.plane.arrangement import Fragment
from mensuration.solids.crossings import held
from mensuration.solids.lasting import Lasting
from mensuration.solids.patterns import Pattern, fragment_key, sections
from mensuration.solids.slabs import CutOtherwise, Slab, roughly
from mensuration.solids.sweeping import Sweeping, still
from mensuration.solids.varying import Unsure, integral, parameter, slope_of

BITS, TERMS = 96, 20
SMALL = 2.0**-42  # of a slab's size: what an interval may leave out
FINE, COARSE = 2.0**-28, 2.0**-20
"""Of a slab's height: the shortest interval, at first and once much has been tried. Volumes are uncertain by its square."""
LEAST_LOOKED_AT = Fraction(1, 2**28)  # nearer to one another, floats can't tell how edges lie
ASIDE = Fraction(3, 8)  # of an interval, from its lower end
SHORT = 2**8
NEVER = 150  # times it was tried for nothing


@dataclass
class Effort:
    """How much may yet be tried, of so ``much``: some 3 ms each."""

    much: int = 2500
    used: float = 0.0

    @property
    def finest(self) -> float:
        return FINE if self.used < self.much / 2 else COARSE

    @property
    def spent(self) -> bool:
        return self.used > self.much


@dataclass
class Share:
    """What fragments of one kind come to: by Green's theorem to the volume on their left, and to the area over them."""

    fragment: Fragment
    volume: arb = field(default_factory=lambda: arb(0))
    area: arb = field(default_factory=lambda: arb(0))


@dataclass(frozen=True)
class Cell:
    """An interval of levels over which it is certain how sections lie: ``upward`` from the slab's low end or downward from
    its high one, from ``low`` to ``high`` of the parameter; what its fragments do to volumes."""

    upward: bool
    low: Fraction
    high: Fraction
    pattern: Pattern
    volumes: tuple[tuple[Fragment, Real], ...]


class March:
    """The slab's ``cells``, lowest first, what fragments come to in all of them (``shares``), and what is left ``uncertain``. No
    section is larger than the ``widest``. CutOtherwise where nothing is certain."""

    def __init__(self, slab: Slab, widest: arb, effort: Effort) -> None:
        self.slab, self.widest, self._effort = slab, widest, effort
        self.shares: dict[tuple[object, ...], Share] = {}
        self.cells: list[Cell] = []
        self.uncertain: list[tuple[bool, Fraction, Fraction]] = []
        self._lasting = Lasting(slab)
        self._tried = 0
        with precision(BITS):
            before = ctx.cap
            ctx.cap = TERMS
            try:
                for upward in (True, False):
                    self._half(upward)
            finally:
                ctx.cap = before
            self.cells.sort(key=lambda cell: float(self.level(cell.upward, (cell.low + cell.high) / 2)))

    # Levels: low + h u² upward, high - h u² downward, h half the slab's height, so that what begins as a square root is even

    @cached_property
    def half_height(self) -> Real:
        return (self.slab.high - self.slab.low) / Real.of(2)

    def level(self, upward: bool, u: Fraction | Real) -> Real:
        """The level at a parameter, from 0 at the slab's end to 1 in its middle."""
        if isinstance(u, Fraction) and not u:
            return self.slab.low if upward else self.slab.high
        share = Real.of(u * u) if isinstance(u, Fraction) else u * u
        way = self.half_height * share
        level = self.slab.low + way if upward else self.slab.high - way
        return roughly(level) if isinstance(u, Fraction) else level

    def _half(self, upward: bool) -> None:
        """Every stretch of levels is told from its middle up and down, with what is seen there, in steps as long as can be told,
        until what is seen changes; what is left over at both ends is a stretch again, unless it is too small to matter."""
        waiting = [(Fraction(0), Fraction(1))]
        while waiting:
            low, high = waiting.pop()
            middle = (low + high) / 2
            if self._is_small(low, high) or self._effort.spent:
                self.uncertain.append((upward, low, high))
                continue
            pattern = Pattern(self.slab, self.slab.plane(self.level(upward, middle)))
            below, above = (self._march(upward, pattern, middle, end) for end in (low, high))
            if below == middle == above:  # something meets just there
                if high - low <= LEAST_LOOKED_AT:
                    self.uncertain.append((upward, low, high))
                    continue
                below = above = low + (high - low) * ASIDE
            waiting += [(a, b) for a, b in ((low, below), (above, high)) if a < b]

    def _is_small(self, low: Fraction, high: Fraction) -> bool:
        """Whether an interval is so short that it may stay uncertain, for the height and for the parameter, by whose square root
        areas may grow."""
        finest = self._effort.finest
        return float(high * high - low * low) <= finest and float(high - low) <= finest**0.85

    def _march(self, upward: bool, pattern: Pattern, start: Fraction, end: Fraction) -> Fraction:
        """How far towards an end it can be told with a pattern."""
        here, step, untroubled = start, abs(end - start), 1
        while here != end and not self._effort.spent:
            step = min(step, abs(end - here))
            there = here + (step if end > start else -step)
            low, high = sorted((here, there))
            self._tried += 1
            self._effort.used += pattern.toil
            if self._tried > NEVER and not self.cells:
                raise CutOtherwise
            try:
                self._add(upward, low, high, pattern)
            except Unsure:
                step, untroubled = step / 2, 0
                if self._is_small(low, high) or (here == start and step * SHORT < abs(end - start)):
                    break
                continue
            here = there
            step = step * 2 if untroubled > 1 else step if untroubled else step / 2
            untroubled += 1
        return here

    def _add(self, upward: bool, low: Fraction, high: Fraction, pattern: Pattern) -> None:
        level = self.level(
            upward, parameter(fraction_ball((low + high) / 2), fraction_ball((high - low) / 2))
        )
        rise = slope_of(level)
        if not upward:
            rise = -rise
        moving = sections(self.slab, level)
        edges = {key: still(edge) for key, edge in moving.items()}
        points = held(self._lasting, pattern, edges)
        told = Sweeping(self._lasting, edges, moving, points, rise, self.slab.pi)
        found = []
        for fragment, green, wall in told.fragments(pattern):
            volume = integral(green * rise)
            area = integral(wall)
            size = float(self.widest) * float(self.slab.high - self.slab.low)
            if not (float(volume.rad()) <= SMALL * size and area.rad() <= SMALL * (1 + abs(area.mid()))):
                raise Unsure
            found.append((fragment, green * rise, volume, area))
        for fragment, _, volume, area in found:
            share = self.shares.setdefault(fragment_key(fragment), Share(fragment))
            share.volume += volume
            share.area += area
        volumes = tuple((fragment, green) for fragment, green, _, _ in found)
        self.cells.append(Cell(upward, low, high, pattern, volumes))


def fraction_ball(value: Fraction) -> arb:
    """A fraction, enclosed."""
    return arb(value.numerator) / value.denominator
