"""Why something is greatest or least where it is, in the terms of the subject; and what is special there."""

from __future__ import annotations

import re
from collections.abc import Iterator
from itertools import combinations

import numpy

from mensuration.expressions import Quantity
from mensuration.numbers import Exact, NotClosed, Real
from mensuration.numbers.equations import coefficients, zeros
from mensuration.numbers.letters import derivative, sign_throughout
from mensuration.telling.in_letters import COLLECTED, FACTORISED, SPLIT, forms, written_in_letters
from mensuration.units import LENGTH
from mensuration.varying.cases import Point, Varied
from mensuration.varying.extremes import Extremes

MOST_SPECIAL = 3
TWO = Real.of(2)
WHERE = re.compile(r"(x|y|run|rise)(\d+|m)")
"""Names of a walk's measures that tell where it goes."""


def reason(varied: Varied, watched: int, found: Extremes) -> str | None:
    """A sentence on why; None where the values say no more than themselves.

    >>> from mensuration.problem import read
    >>> from mensuration.varying.extremes import extremes
    >>> slab = {"name": "slab", "shape": "rectangle", "given": {"width": "w", "height": "6 - w"}}
    >>> change = {"letters": [{"letter": "w", "low": "1", "high": "5", "step": "1"}], "watch": ["bed.area"]}
    >>> document = {"figures": [{"name": "bed", "parts": [slab]}], "letters": [{"name": "w", "stands": "2"}], "vary": change}
    >>> varied = Varied(read(document))
    >>> reason(varied, 0, extremes(varied, 0))
    '6 w − w² = 9 − (w − 3)²: a square is never less than 0'
    """
    form = varied.form(watched)
    if found.constant or form is None or not form.letters:
        return None
    names = [axis.letter for axis in varied.axes]
    inside = [each for each in (found.greatest, found.least) if not each.at_end]
    if len(names) == 1 and inside:
        return _square(form, names[0]) or (_slope(form, names[0]) if varied.axes[0].continuous else None)
    said = [_one_way(varied, watched, form, place) for place in range(len(names))]
    return "; ".join(each for each in said if each) or None


def _square(form: Exact, letter: str) -> str | None:
    """The square completed: a w² + b w + c = q + a (w − p)², p = −b/2a, q = c − b²/4a."""
    read = coefficients(form, letter)
    if read is None or read[1] != 1 or len(read[0]) != 3:
        return None
    c, b, a = read[0]
    if any(each.exact is None or each.exact.letters for each in (a, b, c)):
        return None
    p, q = -b / (TWO * a), c - b * b / (TWO * TWO * a)
    if p.exact is None or q.exact is None or p.sign() <= 0:
        return None
    factor = _text(abs(a))
    joint = "− " if a.sign() < 0 else "+ "
    square = f"({letter} − {_text(p)})²"
    told = f"{_text(q)} {joint}" if q.sign() else "−" if a.sign() < 0 else ""
    told += square if factor == "1" else f"{_bracketed(factor)} {square}"
    return f"{written_in_letters(form).text} = {told}: a square is never less than 0"


def _text(value: Real) -> str:
    assert value.exact is not None
    return written_in_letters(value.exact).text


def _bracketed(text: str) -> str:
    return f"({text})" if " " in text else text


def _slope(form: Exact, letter: str) -> str | None:
    try:
        slope = derivative(form, letter)
    except NotClosed:
        return None
    ways = {form.how: form for form in forms(slope)}  # factors show where it is 0
    told = ways.get(SPLIT) or ways.get(FACTORISED) or ways[COLLECTED]
    return f"its derivative, {told.text}, is 0 there"


def _one_way(varied: Varied, watched: int, form: Exact, place: int) -> str | None:
    """That a form grows or shrinks throughout as one letter grows: by each of its terms, or by its derivative."""
    letter = varied.axes[place].letter
    steps = numpy.diff(varied.floats[watched].reshape(varied.shape), axis=place)
    ways = {int(sign) for sign in numpy.sign(steps[~numpy.isnan(steps)])}
    if len(ways) != 1:  # beyond a pole, say, a term may have another sign
        return None
    if not any(each.name == letter for each in form.letters):
        return None
    changing = [
        Exact({key: number})
        for key, number in form.terms.items()
        if any(x.name == letter for x in key.lettered)
    ]
    try:
        slopes = [derivative(term, letter) for term in changing]
        whole = derivative(form, letter)
    except NotClosed:
        return None
    signs = {sign_throughout(slope) for slope in slopes}
    for sign, way in ((1, "grows"), (-1, "shrinks")):
        if signs == {sign} == ways:
            return f"{'each term with' if len(changing) > 1 else 'the term with'} {letter} {way} as {letter} grows"
    if whole.letters - {each for each in form.letters if each.name == letter} or len(varied.axes) > 1:
        return None
    (axis,) = varied.axes
    inside = zeros(whole, letter, axis.values[0], axis.values[-1]) if axis.values[0].sign() > 0 else None
    if inside is None or inside.found or not inside.certain:
        return None
    grows = Real(whole).sign() > 0
    told = written_in_letters(whole).text
    return f"it {'grows' if grows else 'shrinks'} as {letter} grows: its derivative, {told}, is {'more' if grows else 'less'} than 0 throughout"


def special(varied: Varied, point: Point) -> tuple[str, ...]:
    """What is equal at these values of the letters that elsewhere is not: ``slab is a square``, ``can: height = diameter``."""
    if any(value.exact is None for value in point):
        return ()
    there, elsewhere = dict(_lengths(varied, point)), dict(_lengths(varied, _other(varied, point)))
    said = []
    for (one, two), name in _pairs(there):
        a, b = there[one].value, there[two].value
        if (
            one not in elsewhere
            or two not in elsewhere
            or a.exact is None
            or b.exact is None
            or not a.same_as(b)
        ):
            continue
        if elsewhere[one].value.same_as(elsewhere[two].value):
            continue
        square = {one[-1], two[-1]} == {"width", "height"} and _is_rectangle(varied, name)
        said.append(f"{name} is a square" if square else f"{name}: {one[-1]} = {two[-1]}")
    return tuple(dict.fromkeys(said))[:MOST_SPECIAL]


Name = tuple[str, str]


def _pairs(known: dict[Name, Quantity]) -> Iterator[tuple[tuple[Name, Name], str]]:
    for one, two in combinations(known, 2):
        if one[0] == two[0]:
            yield (one, two), one[0]


def _lengths(varied: Varied, point: Point) -> Iterator[tuple[Name, Quantity]]:
    """All lengths of parts, pieces and cards with these values, each behind what it is of; of walks their sides."""
    evaluation = varied.at(point)
    evaluation.results()
    for name, quantity in evaluation.quantities(None):
        owner, _, last = name.rpartition(".")
        if owner and quantity.kind == LENGTH and last != "perimeter" and not WHERE.fullmatch(last):
            yield (owner, last), quantity


def _is_rectangle(varied: Varied, owner: str) -> bool:
    shapes = {
        part.name: getattr(part, "shape", "")
        for figure in varied.problem.figures
        for part in (*getattr(figure, "parts", ()), *getattr(figure, "pieces", ()))
    }
    cards = {figure.name: getattr(figure, "figure", "") for figure in varied.problem.figures}
    return {**cards, **shapes}.get(owner.rpartition(".")[2]) == "rectangle"


def _other(varied: Varied, point: Point) -> Point:
    """A case that is elsewhere, in which something has a value."""
    for number in range(varied.count):
        other = varied.point(number)
        if any(not a.same_as(b) for a, b in zip(point, other, strict=True)) and number in varied.worked:
            if any(not isinstance(each, str) for each in varied.worked[number]):
                return other
    return point
