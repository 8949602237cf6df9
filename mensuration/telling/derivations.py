"""How a derivation is told: its formula in letters, the numbers in place, its value."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

from mensuration.expressions import Node, Path, Quantity, Scope, evaluate, paths
from mensuration.expressions.nodes import Binary, Negative, Power, number_of
from mensuration.frozen import Frozen
from mensuration.tally.entry import Derivation, Equation, Look, Trial
from mensuration.telling import leaves
from mensuration.telling import mathematics as m
from mensuration.telling.mathematics import Maths
from mensuration.telling.rendering import SUM, Rendered, joined
from mensuration.telling.values import Mathematics, Teller, is_pi, told
from mensuration.telling.writing import Leaf, write
from mensuration.units import ANGLE

SHOWN_FORMS = 3
MOST_PARTS = 360  # into which a turn is cut for its share to be told as a fraction
CORNERS = m.Written(
    r"\tfrac12 \sum \left(x_i\,y_{i+1} - x_{i+1}\,y_i\right)", "1/2 Σ (x y' − x' y), corner by corner"
)


@dataclass(frozen=True)
class ToldStep(Frozen):
    """One step on the way. Equations found by ``trial`` don't equal their numbers."""

    quantity: str
    title: str | None
    formula: Mathematics | None
    numbers: Mathematics | None
    trial: bool
    value: Mathematics


@dataclass(frozen=True)
class Lines:
    """The formula in letters and with numbers in place, where they are told."""

    formula: Maths | None
    numbers: Maths | None


def tell_step(derivation: Derivation, teller: Teller, part: str = "") -> ToldStep:
    """One step, with its value; ``part`` is whose givens its numbers may be."""
    return _told_step(derivation, teller, part)


@lru_cache(maxsize=500)
def _told_step(derivation: Derivation, teller: Teller, part: str) -> ToldStep:
    lines = tell_lines(derivation, teller, part)
    title = derivation.title or None
    if title and derivation.count > 1:
        title = f"{title}, {derivation.count} of them"
    return ToldStep(
        derivation.quantity,
        title,
        told(lines.formula) if lines.formula else None,
        told(lines.numbers) if lines.numbers else None,
        derivation.trial is not None,
        told(teller.written(derivation.value)),
    )


@lru_cache(maxsize=500)
def tell_lines(derivation: Derivation, teller: Teller, part: str = "", closing: bool = True) -> Lines:
    """Formula and numbers; of what was found by trial the equations, ``closing`` with the unknown before its value."""
    if derivation.bare:
        return Lines(None, None)
    letter = letters(derivation)
    if derivation.trial is not None:
        return _by_trial(derivation, derivation.trial, teller, part, closing)
    number = numbered(derivation, teller, part)
    numbers = write(derivation.formula, number, times=True)
    reduced = _in_lowest_terms(derivation.formula, derivation.substitution)
    if reduced != derivation.formula:
        numbers = m.Equal((numbers, write(reduced, number, times=True)))
    expanded = teller.expanded(derivation.formula, _scope(derivation, teller), derivation.value)
    if expanded is not None:
        numbers = m.Equal((numbers, expanded))
    match derivation.look:
        case Look.SILENT:
            return Lines(None, numbers)
        case Look.CORNERS:
            return Lines(CORNERS, numbers)
    formula = write(derivation.formula, letter)
    own = Path((derivation.quantity,))
    if derivation.quantity in derivation.symbols and derivation.formula != own:
        formula = m.Equal((letter(own), formula))
    return Lines(formula, numbers)


def _scope(derivation: Derivation, teller: Teller) -> Scope:
    return Scope(lambda path: derivation.substitution.get(path.text), pi=teller.pi)


def _in_lowest_terms(node: Node, values: Mapping[str, Quantity]) -> Node:
    """A formula with the share that an angle is of another as a fraction in lowest terms, where it is a number of parts."""
    match node:
        case Binary("/", Path() as above, below) if not isinstance(below, Path):
            share = _share(above, below, values)
            if share is not None:
                one, two = number_of(share.numerator), number_of(share.denominator)
                return one if share.denominator == 1 else Binary("/", one, two)
            return node
        case Binary(operator, left, right, implied):
            return Binary(operator, _in_lowest_terms(left, values), _in_lowest_terms(right, values), implied)
        case Negative(of):
            return Negative(_in_lowest_terms(of, values))
        case Power(base, exponent):
            return Power(_in_lowest_terms(base, values), exponent)
    return node


def _share(above: Path, below: Node, values: Mapping[str, Quantity]) -> Fraction | None:
    whole = None if any(True for _ in paths(below)) else evaluate(below, Scope())
    part = values.get(above.text)
    if whole is None or part is None or not part.kind == whole.kind == ANGLE:
        return None
    share = (part.value / whole.value).rational
    return share if share is not None and share.denominator <= MOST_PARTS else None


def letters(derivation: Derivation) -> Leaf:
    """The letter of a name, by the derivation's symbols."""

    def letter(path: Path) -> Maths:
        if is_pi(path):
            return leaves.PI
        return leaves.symbol(derivation.symbols.get(path.text, path.text), path.text)

    return letter


def numbered(derivation: Derivation, teller: Teller, part: str) -> Leaf:
    """The value in place of a name; a given's is marked so that a click can find it."""
    values = derivation.trial.known if derivation.trial else derivation.substitution

    def number(path: Path) -> Maths:
        if is_pi(path):
            return teller.pi_letter
        written = teller.written(values[path.text])
        return m.Marked(written, part, path.text) if path.text in derivation.given else written

    return number


# Found by trial


def _by_trial(derivation: Derivation, trial: Trial, teller: Teller, part: str, closing: bool) -> Lines:
    """Equations without a closed form: with their numbers in place, the unknowns left as they are."""
    letter, number = letters(derivation), numbered(derivation, teller, part)
    unknown = letter(Path((derivation.quantity,)))
    end = unknown if closing else None
    sides = _sides(trial.equations, letter, letter, times=False)
    formula = m.Below(tuple(sides)) if len(sides) > 1 else m.Equal(sides[0])
    if trial.together and derivation.quantity != trial.together[0]:
        # With several unknowns the first one tells the equations.
        return Lines(formula, Tried((), (), f"(together with the {trial.first})", end))

    def placed(path: Path) -> Maths:
        return number(path) if is_pi(path) or path.text in trial.known else letter(path)

    how = "(together, by trial)" if trial.together else "(no closed form: by trial)"
    by = tuple(
        (name, tree) for name, tree in trial.by if write(tree, letter).tex != letter(Path((name,))).tex
    )
    if len(by) > SHOWN_FORMS:
        by = ()
    put = _sides(trial.equations, placed, placed)
    return Lines(formula, Tried(tuple(put), tuple(_sides(by, letter, placed)), how, end))


def _sides(
    equations: tuple[Equation, ...], left: Leaf, right: Leaf, times: bool = True
) -> list[tuple[Maths, Maths]]:
    return [(left(Path((name,))), write(tree, right, times=times)) for name, tree in equations]


@dataclass(frozen=True)
class Tried(m.Maths):
    """Equations with numbers ``put`` in, ``by`` which forms, how they were solved, and for what (``end``)."""

    put: tuple[tuple[Maths, Maths], ...]
    by: tuple[tuple[Maths, Maths], ...]
    how: str
    end: Maths | None

    def _write_text(self) -> Rendered:
        put = m.Below(self.put).text
        by = f" with {m.Below(self.by).text}" if self.by else ""
        end = f", {self.end.text}" if self.end else ""
        return Rendered(f"{put}{by} {self.how}".strip() + end, SUM)

    def _write_tex(self) -> Rendered:
        end = joined(SUM, r"\quad ", self.end.in_tex) if self.end else ""
        how = joined(SUM, rf"\text{{{self.how}}}", end)
        if not self.put:
            return how
        rows = [joined(SUM, left.in_tex, " &= ", right.in_tex) for left, right in self.put]
        rows += [joined(SUM, r"\text{with }", left.in_tex, " &= ", right.in_tex) for left, right in self.by]
        rows.append(joined(SUM, "&", how))
        return joined(SUM, r"\begin{aligned}", *m.listed(rows, r" \\ "), r"\end{aligned}")

    def _write_mathml(self) -> Rendered:
        lines = m.Below((*self.put, *self.by)).in_mathml if self.put else Rendered("", SUM)
        end = self.end.in_mathml if self.end else Rendered("", SUM)
        return joined(SUM, lines, f"<mtext>{self.how}</mtext>", end)
