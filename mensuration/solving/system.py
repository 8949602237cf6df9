"""Equations without a closed form: their unknowns as numbers whose digits are proven."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property, partial
from itertools import product
from math import inf

from flint import arb, ctx

from mensuration.catalogue.figure import Figure
from mensuration.expressions import ExpressionError, Quantity, Scope, evaluate, parse
from mensuration.expressions.algebras import Floats, in_slopes
from mensuration.expressions.slope import Slope
from mensuration.numbers import Real, TooDeep
from mensuration.numbers.newton import enclosed_zero
from mensuration.numbers.proof import precision
from mensuration.solving.forms import Form
from mensuration.units import ANGLE, Kind

PROOF_BITS = 160
NEAR = 1e-6
LARGEST = 10**9  # denominator of a fraction that is taken for the exact value
SMALL, FEW = 1000, 12
AROUND = 5e-3  # of a number: how near a simple one must be where solutions meet


@dataclass(frozen=True, eq=False)
class System:
    """What is known, the unknowns, the forms that lead on from both, and equations that must hold (left = right)."""

    figure: Figure
    values: Mapping[str, Quantity]
    unknowns: tuple[str, ...]
    forms: tuple[Form, ...]
    equations: tuple[Form, ...]
    pi: Real

    def solved(self, near: Floats) -> list[Quantity] | None:
        """The unknowns near these values: exact where simple exact values fit; None where nothing can be proven.

        Where two solutions meet, nothing can be enclosed: there only exact values are proven.
        """
        start = [near[name] for name in self.unknowns]
        size = max(abs(x) for x in start)
        with precision(PROOF_BITS):
            balls = self._enclosed(start)
            if balls is not None and any(abs(b - x) > NEAR * size for b, x in zip(balls, start, strict=True)):
                return None
            exact = (
                self._exact([_simple_in(ball) for ball in balls]) if balls else self._where_two_meet(start)
            )
        if exact is not None or balls is None:
            return exact
        found: dict[int, list[arb]] = {PROOF_BITS: balls}

        def ball_of(index: int) -> arb:
            enough = min((bits for bits in found if bits >= ctx.prec), default=ctx.prec)
            if enough not in found:
                found[enough] = self._enclosed(start) or [arb(x, inf) for x in start]
            return found[enough][index]

        return [
            Quantity(Real(None, partial(ball_of, index), *(q.value for q in self.values.values())), kind)
            for index, kind in enumerate(self._kinds)
        ]

    @cached_property
    def _kinds(self) -> list[Kind]:
        plain = any(quantity.kind.plain for quantity in self.values.values())
        length = Kind(plain=1) if plain else Kind(length=1)
        measures = [self.figure.measure(name) for name in self.unknowns]
        return [ANGLE if m is not None and m.kind == "angle" else length for m in measures]

    def _enclosed(self, start: list[float]) -> list[arb] | None:
        """The unknowns at the working precision in force."""
        return enclosed_zero(self._off, self._slopes, start, max(abs(x) for x in start))

    def _slopes(self, at: list[arb]) -> list[arb]:
        """Each equation's slopes by the unknowns, at a point or over a box: equation by equation."""
        columns = [self._followed(at, axis) for axis in range(len(at))]
        return [column[row].slope for row in range(len(at)) for column in columns]

    def _off(self, at: list[arb]) -> list[arb]:
        """By how much each equation is off."""
        return [each.value for each in self._followed(at, 0)]

    def _followed(self, at: list[arb], axis: int) -> list[Slope]:
        """The difference between each equation's sides, with its slope along one of the unknowns."""
        nought, one = arb(0), arb(1)
        found = {name: Slope(quantity.value.ball(), nought) for name, quantity in self.values.items()}
        found["pi"] = Slope(self.pi.ball(), nought)
        for other, (name, ball) in enumerate(zip(self.unknowns, at, strict=True)):
            found[name] = Slope(ball, one if other == axis else nought)
        for quantity, formula in self.forms:
            found[quantity] = in_slopes(formula, ctx.prec)(found)
        return [found[left] - in_slopes(right, ctx.prec)(found) for left, right in self.equations]

    def _exact(self, candidates: list[list[Real]]) -> list[Quantity] | None:
        """The first combination of these values with which the equations hold exactly."""
        for values in product(*candidates):
            quantities = [Quantity(value, kind) for value, kind in zip(values, self._kinds, strict=True)]
            if self._fits(quantities):
                return quantities
        return None

    def _where_two_meet(self, start: list[float]) -> list[Quantity] | None:
        """Simple exact values, if the equations hold for them and not for others as well."""
        exact = self._exact([_simple_near(x) for x in start])
        if exact is None:
            return None
        aside = Quantity(Real.of(1 + Fraction(1, SMALL)))
        others = [q.times(aside) for q in exact]
        moved = [[*exact[:i], others[i], *exact[i + 1 :]] for i in range(len(exact))]
        return None if any(self._fits(values) for values in (*moved, others)) else exact

    def _fits(self, exact: list[Quantity]) -> bool:
        """Whether the equations hold exactly with these values."""
        found = {**self.values, **dict(zip(self.unknowns, exact, strict=True))}
        scope = Scope(lambda path: found.get(path.text), list, self.pi)
        try:
            for quantity, formula in self.forms:
                found[quantity] = evaluate(parse(formula), scope)
            sides = [
                (found[left].value, evaluate(parse(right), scope).value) for left, right in self.equations
            ]
        except (ExpressionError, ZeroDivisionError, TooDeep):
            return False
        return all(a.exact is not None and b.exact is not None and a.same_as(b) for a, b in sides)


def _simple_in(ball: arb) -> list[Real]:
    """The fraction or the root of a fraction in a narrow ball, so simple that it does not lie there by chance."""
    fraction, square = _fraction_in(ball), _fraction_in(ball * ball)
    if fraction is not None:
        return [Real.of(fraction)]
    return [] if square is None else [Real.of(square).sqrt()]


def _fraction_in(ball: arb) -> Fraction | None:
    mantissa, exponent = (int(part) for part in ball.mid().man_exp())
    simple = (Fraction(mantissa) * Fraction(2) ** exponent).limit_denominator(LARGEST)
    return simple if ball.contains(arb(simple.numerator) / simple.denominator) else None


def _simple_near(x: float) -> list[Real]:
    """Fractions and roots of fractions next to a float, the simplest first: where several solutions meet, how near it is
    says little."""
    found: list[Real] = []
    for most in (1, FEW, SMALL):
        for value in (
            Real.of(Fraction(x).limit_denominator(most)),
            Real.of(Fraction(x * x).limit_denominator(most)).sqrt(),
        ):
            if abs(float(value) - x) <= AROUND * abs(x) and not any(value.same_as(other) for other in found):
                found.append(value)
    return found
