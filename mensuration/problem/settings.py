"""From a problem's settings to the way its values are told."""

from __future__ import annotations

import re
from fractions import Fraction

from mensuration.expressions import ExpressionError, Path, Scope, evaluate, parse, unknown_word
from mensuration.expressions.nodes import Node, Power, UnitOf
from mensuration.numbers import NOT_ROUNDED, PI, Rounding, pi_by
from mensuration.problem.complaints import Complaints
from mensuration.problem.models import RoundingRule, Settings
from mensuration.telling import Teller
from mensuration.units import ANGLE_UNITS, FURTHER, LENGTH_UNITS, NUMBER, UNITS, Compound, Unit


def read_settings(settings: Settings, complaints: Complaints) -> Teller:
    """The teller for a problem; what can't be understood is complained about and left at its default."""
    unit = _chosen(settings.unit, LENGTH_UNITS, "m", "unit of length", "settings.unit", complaints)
    angle = _chosen(settings.angle, ANGLE_UNITS, "deg", "unit of angle", "settings.angle", complaints)
    rounding = read_rounding(settings.rounding, "settings.rounding", complaints)
    return Teller(unit, angle, rounding or Rounding(places=2), pi_by(settings.pi), settings.exact)


def _chosen(
    symbol: str, known: tuple[str, ...], usual: str, what: str, where: str, complaints: Complaints
) -> Unit:
    if symbol in known:
        return UNITS[symbol]
    complaints.add(where, "unknown-unit", unknown_word(symbol, known, what).says)
    return UNITS[usual]


def read_rounding(rule: RoundingRule | str | None, where: str, complaints: Complaints) -> Rounding | None:
    """A rounding rule, or None when there is none or it can't be understood."""
    if rule is None:
        return None
    if isinstance(rule, str):
        return NOT_ROUNDED
    named = [name for name in ("places", "figures", "step") if getattr(rule, name) is not None]
    if len(named) != 1:
        complaints.add(where, "rounding", "a rounding rule has one of: places, figures, step")
        return None
    if rule.step is None:
        return Rounding(places=rule.places, figures=rule.figures)
    try:
        value = evaluate(parse(rule.step), Scope()).value.rational
    except ExpressionError as error:
        complaints.add(f"{where}.step", error.code, error.says, position=error.position)
        return None
    if value is None or value <= 0 or value.denominator > 10**12 or value.numerator > 10**12:
        complaints.add(f"{where}.step", "rounding", "a rounding step is a plain number more than 0")
        return None
    return Rounding(step=Fraction(value))


_RAISED = re.compile(r"^\s*([A-Za-z]+)([23])\s*$")  # m2 for m^2


_SPELT = {"usgal": "US gal", "ukgal": "UK gal"}


def parse_unit(text: str) -> Unit:
    """A unit or a power of one from ``m``, ``m^2``, ``cm²``, ``deg``, or one over another, ``EUR/m``. ExpressionError when it
    is none."""
    above, stroke, below = text.partition("/")
    if stroke:
        return _over(None if above.strip() == "1" else parse_unit(above), parse_unit(below))
    node = parse(_RAISED.sub(r"\1^\2", text))
    if isinstance(node, UnitOf):
        return node.unit
    if isinstance(node, Power) and isinstance(node.base, UnitOf):
        power = evaluate(node.exponent, Scope(pi=PI)).value.rational
        if power is not None and power.denominator == 1 and 1 <= power <= 9 and node.base.unit.factor:
            return node.base.unit.to_power(int(power))
    word = _first_word(node)
    if isinstance(node, Path) and word in FURTHER:
        size, kind = FURTHER[word]
        return Unit(_SPELT.get(word, word), kind, Fraction(size))
    if word is not None:
        raise unknown_word(word, UNITS, "unit")
    raise ExpressionError("unknown-unit", "write one unit, such as m, cm^2 or deg")


def _over(above: Unit | None, below: Unit) -> Unit:
    kind = (above.kind if above else NUMBER).times(below.kind, -1)
    factor = (above.factor if above else 1) or 1
    symbol = f"{above.text if above else 1}/{below.text}"
    return Compound(
        symbol, kind, Fraction(factor) / (below.factor or 1), 1, (above,) if above else (), (below,)
    )


def _first_word(node: Node) -> str | None:
    if isinstance(node, Power):
        return _first_word(node.base)
    if isinstance(node, Path):
        return node.text
    return None
