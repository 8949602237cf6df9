"""Integrals of curves: by an antiderivative in short form where there is one, else with proven digits.

Proven digits by rigorous integration in complex balls (F. Johansson, Numerical integration in arbitrary-precision ball
arithmetic, 2018), which python-flint has. What an antiderivative comes to is only told once both agree.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from flint import acb, arb, ctx

from mensuration.expressions import ExpressionError
from mensuration.expressions.nodes import Node
from mensuration.numbers import Real
from mensuration.numbers.proof import PRECISIONS, precision
from mensuration.profiles.antiderivatives import antiderivative
from mensuration.profiles.bars import without_bars
from mensuration.profiles.curves import Curve, Stretch
from mensuration.profiles.straightened import straightened

LITTLE_AMOUNT = arb(2) ** -12  # amounts are small numbers where lengths are in metres
EVALUATIONS = 12_000
"""At most so many are made, which takes well under a second."""
SURE = 40  # bits that must be proven
SPARE = 22  # that the working precision has more than are wanted
SHORT = 24_000  # characters of a tree
LITTLE = Real.of(1) / Real.of(4099)


class NoDigits(ArithmeticError):
    """An integral that can't be told within the evaluations allowed."""


@dataclass(frozen=True, eq=False)
class Integral:
    """The integral of a curve from its start to its end."""

    whole: Curve

    @cached_property
    def of(self) -> Curve:
        """The curve, in stretches in which its bars are gone where it is known where what stands in them is nothing."""
        return without_bars(self.whole)

    @cached_property
    def proven(self) -> Real:
        """With proven digits. NoDigits where too few can be proven."""
        found = Real(None, self._ball)
        with precision(PRECISIONS[0]):
            ball = found.ball()
            if not ball.is_finite() or (ball.rel_accuracy_bits() < SURE and not ball.rad() < arb(2) ** -SURE):
                raise NoDigits
        return found

    @cached_property
    def _straightened(self) -> list[Stretch]:
        return [straightened(stretch) for stretch in self.of.stretches]

    def _ball(self) -> arb:
        bits = ctx.prec
        total = arb(0)
        for stretch in self._straightened:
            wanted = arb(2) ** (SPARE - bits)
            with precision(bits):
                own = acb.integral(
                    self.of.complex(stretch),
                    stretch.start.ball(),
                    stretch.end.ball(),
                    rel_tol=wanted,
                    abs_tol=wanted * LITTLE_AMOUNT,
                    eval_limit=EVALUATIONS,
                )
                total += own.real
        return total

    @cached_property
    def antiderivatives(self) -> tuple[Node, ...] | None:
        """Of each stretch; None where one has none in short form, or where it doesn't come to what is proven."""
        found = [antiderivative(stretch.tree) for stretch in self.of.stretches]
        known = [node for node in found if node is not None]
        if len(known) < len(found) or any(len(str(node)) > SHORT for node in known):
            return None
        for inner in (self._inner(), self):
            try:
                exact = inner._through(known)
                with precision(PRECISIONS[0]):
                    agree = exact.ball().overlaps(inner.proven.ball())
            except (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError):
                continue
            return tuple(known) if agree else None
        return None

    def _inner(self) -> Integral:
        """The same but for a little at the ends of each stretch, where a curve may be infinitely high or steep."""
        cut = []
        for stretch in self.of.stretches:
            little = (stretch.end - stretch.start) * LITTLE
            cut.append(Stretch(stretch.tree, stretch.start + little, stretch.end - little))
        return Integral(Curve(tuple(cut), self.of.names, self.of.pi))

    def _through(self, known: list[Node]) -> Real:
        return Real.sum(
            side
            for node, stretch in zip(known, self.of.stretches, strict=True)
            for side in self._ends(node, stretch)
        )

    def _ends(self, node: Node, stretch: Stretch) -> tuple[Real, Real]:
        own = Curve((Stretch(node, stretch.start, stretch.end),), self.of.names, self.of.pi)
        return own.at(stretch.end), -own.at(stretch.start)

    @cached_property
    def value(self) -> Real:
        """What it comes to, exactly where there is a short form. NoDigits where too little can be proven."""
        if self.antiderivatives is None:
            return self.proven
        try:
            return self._through(list(self.antiderivatives))
        except (ExpressionError, ZeroDivisionError):  # it has no value at an end
            return self.proven
