"""One value in every form: exactly in several ways, to as many digits as one likes, rounded once and at each step, with another π."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import lcm

from flint import arb

from mensuration.expressions import ExpressionError, Node, Path, Quantity, Scope, evaluate, parse
from mensuration.expressions.nodes import Binary, Call, Negative, Power
from mensuration.frozen import Frozen
from mensuration.numbers import NOUGHT, Exact, Real
from mensuration.numbers.proof import precision, whole
from mensuration.numbers.rounding import NOT_ROUNDED, Rounding, round_by
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import Problem
from mensuration.problem.evaluate import AtHand, at_hand
from mensuration.problem.lines import split_as, unit_as, unit_for
from mensuration.problem.settings import read_rounding
from mensuration.tally.entry import Derivation, Tally
from mensuration.telling import Teller, Told
from mensuration.telling.mathematics import Maths, Written
from mensuration.telling.values import Mathematics, fraction, told
from mensuration.units import NO_UNIT, Unit

MOST_PLACES = 1000
MOST_PROVEN = 60  # places of a value without exact form
GUARD = 40  # bits beyond those of the digits that are wanted
NEVER_WHOLE = {"sqrt", "cbrt", "sin", "cos", "tan", "asin", "acos", "atan", "exp", "ln"}  # or seldom
NOTHING = Quantity(NOUGHT)
LONGEST = 200  # characters of an exact form
_CANT = (ExpressionError, ZeroDivisionError, ValueError, ArithmeticError, KeyError)


@dataclass(frozen=True)
class Form(Frozen):
    """One exact form, and what it is called."""

    name: str
    shown: Mathematics


@dataclass(frozen=True)
class OtherPi(Frozen):
    """The value where π counts as something else."""

    pi: str
    value: Told


@dataclass(frozen=True)
class Forms(Frozen):
    """A value in every form. ``digits`` are its first ones, cut off and not rounded, and ``end`` tells whether they are all;
    ``early`` is what it comes to if it is rounded at each step, and whether that differs."""

    value: Told
    exact: tuple[Form, ...]
    digits: str
    end: bool
    early: Told | None
    differs: bool
    others: tuple[OtherPi, ...]


def forms(
    problem: Problem, expression: str, places: int = 12, unit: str = "", rounding: Rounding | None = None
) -> Forms:
    """An expression's value in every form, in a ``unit`` where one is named. ExpressionError where it has none.

    >>> from mensuration.problem import read
    >>> problem = read({"format": "tilt-grid/problem", "version": 1})
    >>> [form.shown.text for form in forms(problem, "7/4 m").exact]
    ['1.75 m', '7/4 m', '1 3/4 m']
    """
    hand = at_hand(problem)
    text, wanted = split_as(expression)
    value = hand.worked(text)
    own = unit_as(wanted, value.kind) if wanted else unit_for(unit, value.kind) if unit else None
    own = own or hand.teller.unit_for(value.kind) or NO_UNIT
    amount = value.in_unit(own, hand.teller.pi)
    digits, end = _digits(amount, max(0, min(places, MOST_PLACES)))
    main = hand.teller.tell(value, own, rounding)
    early = _early(text, hand, own, rounding)
    return Forms(
        main,
        tuple(Form(name, told(shown)) for name, shown in _exactly(amount, own)),
        own.after(digits + ("" if end else "…")),
        end,
        early,
        early is not None and early.text != main.text,
        tuple(_other_pi(problem, text, own, rounding, main)),
    )


def forms_of_ask(problem: Problem, label: str, places: int = 12) -> Forms:
    """The answer of an ask in every form, in its unit and rounded as it asks. ExpressionError where it has none."""
    ask = next((each for each in problem.asks if each.label == label), None)
    if ask is None:
        raise ExpressionError("unknown-ask", f"nothing here is called “{label}”")
    rounding = read_rounding(ask.rounding, "asks", Complaints())
    return forms(problem, ask.expression, places, ask.unit or "", rounding)


# Exactly


def _exactly(value: Real, unit: Unit) -> Iterator[tuple[str, Maths]]:
    rational = value.rational
    if rational is not None:
        digits, end = _digits(value, MOST_PROVEN)
        if end:
            yield "as a decimal", Written(f"{digits}{unit.tex}", unit.after(digits))
        if rational.denominator > 1:
            yield "as a fraction", fraction(rational, unit)
            if abs(rational) > 1:
                yield "as a mixed number", fraction(rational, unit, mixed=True)
        return
    exact = value.exact
    if exact is None or not exact.readable or len(exact.text()) > LONGEST:
        return
    yield "in terms of π and roots", _with_unit(exact.tex(), exact.plain(), len(exact.terms) > 1, unit)
    below = lcm(*(int(each.q) for each in exact.terms.values()))
    if len(exact.terms) > 1 and below > 1:
        above = exact * Exact.of(below)
        plain = Written(
            rf"\frac{{{above.tex()}}}{{{below}}}{unit.tex}", unit.after(f"({above.plain()})/{below}")
        )
        yield "over one denominator", plain
    if len(exact.terms) > 1:
        common, rest = exact.parted()
        if common != Exact.of(1):
            tex, text = rf"{common.tex()}\left({rest.tex()}\right)", f"{_factor(common)} ({rest.plain()})"
            yield "factored", Written(f"{tex}{unit.tex}", unit.after(text))


def _factor(common: Exact) -> str:
    plain = common.plain()
    return f"({plain})" if "/" in plain else plain


def _with_unit(tex: str, text: str, bracketed: bool, unit: Unit) -> Written:
    if bracketed and unit.symbol:
        return Written(rf"\left({tex}\right){unit.tex}", unit.after(f"({text})"))
    return Written(f"{tex}{unit.tex}", unit.after(text))


# Digits


def _digits(value: Real, places: int) -> tuple[str, bool]:
    """The first digits, cut off behind so many places, and whether they are all there are. Of a value without exact form only
    those that are proven."""
    rational = value.rational
    if rational is not None:
        return _cut(rational, places)
    if value.exact is None:
        places = min(places, MOST_PROVEN)
    for count in range(places, -1, -1) if value.exact is None else (places,):
        found = _floor(value, count)
        if found is not None:
            return _point(found, count), False
    return _cut(Fraction(round_by(value, NOT_ROUNDED).value), places)[0], False


def _cut(value: Fraction, places: int) -> tuple[str, bool]:
    scaled = value * 10**places
    cut = abs(scaled.numerator) // scaled.denominator
    end = scaled.denominator == 1
    text = _point(cut if value >= 0 else -cut, places)
    return (text.rstrip("0").rstrip(".") if end and "." in text else text), end


def _floor(value: Real, places: int) -> int | None:
    """The digits before the cut as one whole number, towards 0; None where they can't be proven."""
    size = max(0, int(abs(float(value))).bit_length())
    with precision(int(places * 3.33) + size + GUARD + 64):
        ball = value.ball() * arb(10) ** places
        found = whole(abs(ball))
    return None if found is None else found if value.sign() > 0 else -found


def _point(digits: int, places: int) -> str:
    text = str(abs(digits)).rjust(places + 1, "0")
    sign = "-" if digits < 0 else ""
    return sign + (f"{text[:-places]}.{text[-places:]}" if places else text)


# Rounded at each step


def _early(text: str, hand: AtHand, unit: Unit, rounding: Rounding | None) -> Told | None:
    rule = rounding or hand.teller.rounding
    if rule == NOT_ROUNDED:
        return None
    try:
        value = _Early(hand, rule).of(parse(text))
    except _CANT:
        return None
    return hand.teller.tell(value, unit, rounding)


class _Early:
    """Works something out with every value on the way rounded."""

    def __init__(self, hand: AtHand, rule: Rounding) -> None:
        self.hand, self.rule = hand, rule

    def of(self, tree: Node) -> Quantity:
        """A measure by its tally, a line by its expression; what was typed stays as it is."""
        if isinstance(tree, Path):
            return self._named(tree)
        known: dict[str, Quantity] = {}
        tree = self._functions_first(tree, known)
        return evaluate(tree, self._scope(known))

    def _functions_first(self, tree: Node, known: dict[str, Quantity]) -> Node:
        """The expression with a name for each root, sine and the like, whose value is rounded before it is used."""
        match tree:
            case Call(name, (inner,)) if name in NEVER_WHOLE:
                step = Path((f"step {len(known) + 1}",))
                known[step.text] = NOTHING  # its place, while what stands inside is named
                value = evaluate(Call(name, (self._functions_first(inner, known),)), self._scope(known))
                known[step.text] = self._rounded(value)
                return step
            case Binary(operator, left, right, implied):
                one, two = (self._functions_first(side, known) for side in (left, right))
                return Binary(operator, one, two, implied)
            case Negative(of):
                return Negative(self._functions_first(of, known))
            case Power(base, exponent):
                return Power(self._functions_first(base, known), exponent)
        return tree

    def _scope(self, known: dict[str, Quantity]) -> Scope:
        scope = self.hand.scope

        def look_up(path: Path) -> Quantity | None:
            if path.text not in known:
                if scope.look_up(path) is None:
                    return None
                known[path.text] = self._named(path)
            return known[path.text]

        return Scope(look_up, scope.known, scope.pi, scope.of_figure)

    def _named(self, path: Path) -> Quantity:
        if path.text in self.hand.trees:
            return self._rounded(self.of(self.hand.trees[path.text]))
        first, *rest = path.names
        work = self.hand.works.get(first)
        if work is not None and len(rest) == 1:
            tallies = work.tallies_of(rest[0])
            if len(tallies) == 1:
                return self._tally(tallies[0])
        value = self.hand.scope.value_of(path)
        if work is not None and len(rest) == 2 and rest[1] in work.typed_of(rest[0]):
            return value
        return self._rounded(value) if work is not None else value

    def _tally(self, tally: Tally) -> Quantity:
        values = [
            (entry.sign, self._chain((*entry.steps, entry.derivation)).value)
            for entry in tally.entries
            if entry.sign
        ]
        return Quantity(Real.sum(value if sign > 0 else -value for sign, value in values), tally.kind)

    def _chain(self, steps: Sequence[Derivation]) -> Quantity:
        made: dict[str, Quantity] = {}
        value = steps[-1].value
        for step in steps:
            if step.trial is None and not step.bare:
                value = evaluate(step.formula, Scope(_first(made, step.substitution), list, step.pi))
            else:
                value = step.value
            value = made[step.quantity] = self._rounded(value)
        return value

    def _rounded(self, value: Quantity) -> Quantity:
        teller: Teller = self.hand.teller
        amount, unit = teller.amount(value)
        if value.value.sign() == 0:
            return value
        return Quantity(Real.of(round_by(amount, self.rule).value) * unit.size(teller.pi), value.kind)


def _first(made: Mapping[str, Quantity], put: Mapping[str, Quantity]) -> Callable[[Path], Quantity | None]:
    return lambda path: made.get(path.text) or put.get(path.text)


# With another π


def _other_pi(
    problem: Problem, text: str, unit: Unit, rounding: Rounding | None, main: Told
) -> Iterator[OtherPi]:
    """The value with each other number that is taken for π; nothing where π is not in it."""
    found = []
    for pi in ("exact", "3.14", "22/7"):
        if pi == problem.settings.pi:
            continue
        settings = problem.settings.model_copy(update={"pi": pi})
        try:
            hand = at_hand(problem.model_copy(update={"settings": settings}))
            found.append(
                OtherPi("π" if pi == "exact" else pi, hand.teller.tell(hand.worked(text), unit, rounding))
            )
        except _CANT:
            continue
    if any(each.value.decimal != main.decimal for each in found):
        yield from found
