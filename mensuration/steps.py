"""How a solved figure's quantities come about: formula, numbers in place, value, step by step."""

from __future__ import annotations

from functools import lru_cache
from typing import Any, Protocol

from mensuration.catalogue import Figure
from mensuration.expressions import Path, Quantity, parse, paths
from mensuration.expressions.write import Leaf, Written, write
from mensuration.solving import Solution, Step
from mensuration.solving.forms import Form
from mensuration.telling import Teller, told

SHOWN_FORMS = 3
PI_WRITTEN = Written(r"\pi", "π")


class Solved(Protocol):
    """A named thing with a solved figure: a part, or a card."""

    @property
    def name(self) -> str: ...
    @property
    def solution(self) -> Solution: ...
    def __hash__(self) -> int: ...


@lru_cache(maxsize=4000)
def formula_of(part: Solved, quantity: str, teller: Teller) -> dict[str, Any]:
    """Steps to the quantity, its formula and the numbers in place."""
    solution = part.solution
    if quantity in solution.given:
        symbol = symbol_of(part)(Path((quantity,)))
        return {"formula": told(symbol), "numbers": told(number_of(part, teller)(Path((quantity,))))}
    path = solution.path_to({quantity})
    last = path[-1]
    return {
        "steps": [step_to(part, step, teller) for step in path[:-1]],
        **told_step(part, last, teller),
    }


def step_to(part: Solved, step: Step, teller: Teller) -> dict[str, Any]:
    value = teller.written(part.solution.values[step.quantity])
    return {"quantity": step.quantity, **told_step(part, step, teller), "value": told(value)}


def told_step(part: Solved, step: Step, teller: Teller, closing: bool = True) -> dict[str, Any]:
    """Formula and numbers in place; where found by ``trial``, equations, ``closing`` with the unknown before its value."""
    if not step.equations:
        return {**_written(part, step.quantity, step.formula, teller), "trial": False}
    symbol = symbol_of(part)
    unknown = symbol(Path((step.quantity,)))
    end = Written(rf"\quad {unknown.tex}", f", {unknown.text}") if closing else Written("", "")
    return {
        "formula": told(_equal(step.equations, symbol)),
        "numbers": told(_by_trial(part, step, teller, end)),
        "trial": True,
    }


def line_of(step: dict[str, Any], value: Written) -> dict[str, str]:
    """A told step as one line: formula, numbers and value. An equation found by trial does not equal its numbers."""
    signs = {"tex": r",\quad ", "text": "; "} if step["trial"] else {"tex": " = ", "text": " = "}
    return {
        form: f"{step['formula'][form]}{sign}{step['numbers'][form]} = {told(value)[form]}"
        for form, sign in signs.items()
    }


def _by_trial(part: Solved, step: Step, teller: Teller, end: Written) -> Written:
    """Equations without a closed form: with their numbers in place, the unknowns left as they are."""
    if step.together and step.quantity != step.together[0]:
        with_it = f"(together with the {part.solution.figure.title_of(step.together[0])})"
        return Written(rf"\text{{{with_it}}}{end.tex}", with_it + end.text)
    symbol, number = symbol_of(part), number_of(part, teller)
    before = part.solution.steps[: part.solution.steps.index(step)]
    known = {"pi", *part.solution.given, *(earlier.quantity for earlier in before)}

    def placed(path: Path) -> Written:
        return number(path) if path.text in known else symbol(path)

    how = "(together, by trial)" if step.together else "(no closed form: by trial)"
    forms = tuple(
        form for form in step.by if write(parse(form[1]), symbol).tex != symbol(Path((form[0],))).tex
    )
    if len(forms) > SHOWN_FORMS:
        forms = ()
    put, by = _sides(step.equations, placed, placed), _sides(forms, symbol, placed)
    text = f"{_in_line(put)} with {_in_line(by)} {how}" if forms else f"{_in_line(put)} {how}"
    rows = [*_rows(put), *(rf"\text{{with }}{row}" for row in _rows(by)), rf"&\text{{{how}}}{end.tex}"]
    return Written(_below_one_another(rows), text + end.text)


def _equal(forms: tuple[Form, ...], leaf: Leaf) -> Written:
    """Quantities and their formulas as equations, one below the other."""
    sides = _sides(forms, leaf, leaf, times=False)
    rows = _rows(sides)
    tex = _below_one_another(rows) if len(rows) > 1 else " = ".join(side.tex for side in sides[0])
    return Written(tex, _in_line(sides))


def _sides(
    forms: tuple[Form, ...], left: Leaf, right: Leaf, times: bool = True
) -> list[tuple[Written, Written]]:
    return [(write(parse(one), left), write(parse(two), right, times=times)) for one, two in forms]


def _in_line(sides: list[tuple[Written, Written]]) -> str:
    return ", ".join(f"{one.text} = {two.text}" for one, two in sides)


def _rows(sides: list[tuple[Written, Written]]) -> list[str]:
    return [f"{one.tex} &= {two.tex}" for one, two in sides]


def _below_one_another(rows: list[str]) -> str:
    """TeX of lines that fit below one another where they would not beside one another."""
    lines = r" \\ ".join(rows)
    return rf"\begin{{aligned}}{lines}\end{{aligned}}"


def _written(part: Solved, quantity: str, formula: str, teller: Teller) -> dict[str, Any]:
    tree = parse(formula)
    symbol = symbol_of(part)
    left = symbol(Path((quantity,)))
    right = write(tree, symbol)
    return {
        "formula": told(Written(f"{left.tex} = {right.tex}", f"{left.text} = {right.text}")),
        "numbers": told(write(tree, number_of(part, teller), times=True)),
    }


def symbol_of(part: Solved) -> Leaf:
    return symbols(part.solution.figure)


def symbols(figure: Figure) -> Leaf:
    """A figure's own symbol in place of a name."""

    def symbol(path: Path) -> Written:
        measure = figure.measure(path.text)
        return Written(measure.symbol, measure.name) if measure is not None else PI_WRITTEN

    return symbol


def written_pi(teller: Teller) -> Written:
    """π as it stands in numbers: itself, or the number that is taken for it."""
    return PI_WRITTEN if teller.pi.rational is None else teller.written(Quantity(teller.pi))


def number_of(part: Solved, teller: Teller) -> Leaf:
    """The value in place of a name; a given's is marked so that a click can find it."""

    def numbered(path: Path) -> Written:
        if path.names == ("pi",):
            return written_pi(teller)
        written = teller.written(part.solution.values[path.text])
        if path.text not in part.solution.given:
            return written
        marked = rf"\htmlData{{part={part.name}, given={path.text}}}{{{written.tex}}}"
        return Written(marked, written.text, written.binds)

    return numbered


@lru_cache(maxsize=4000)
def length_of(part: Solved, formula: str, teller: Teller) -> dict[str, Any]:
    tree = parse(formula)
    if isinstance(tree, Path) and tree.text not in part.solution.given and part.solution.path_to({tree.text}):
        return formula_of(part, tree.text, teller)
    wanted = {path.text for path in paths(tree) if path.names != ("pi",)} - set(part.solution.given)
    return {
        "steps": [step_to(part, step, teller) for step in part.solution.path_to(wanted)],
        "formula": told(write(tree, symbol_of(part))),
        "numbers": told(write(tree, number_of(part, teller), times=True)),
    }
