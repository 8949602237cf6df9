"""A value with letters in every form that people write it in, each told with the step that leads to it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import lcm

from mensuration.frozen import Frozen
from mensuration.numbers import Exact, NotClosed
from mensuration.numbers.letter_angles import as_written
from mensuration.numbers.monomials import ONE, Monomial
from mensuration.numbers.quotients import Quotient, taken_apart
from mensuration.numbers.spelling import PLAIN, TEX, Spelling, spelled_product
from mensuration.telling.mathematics import Maths, Sum, Written
from mensuration.telling.rendering import ATOM, PRODUCT, SUM

COLLECTED = "collected"
OVER_ONE_BAR = "over one bar"
FACTORISED = "factorised"
SPLIT = "split and cancelled"


@dataclass(frozen=True)
class LetterForm(Frozen):
    """One way to write a value; ``how``: the step that leads to it from the one before."""

    how: str
    tex: str
    text: str


def forms(value: Exact) -> tuple[LetterForm, ...]:
    """The forms of a value with letters, each equal to the others for all of them.

    >>> from mensuration.numbers.letters import lettered
    >>> w, h = lettered([("w", Fraction(3)), ("h", Fraction(2))], 1).values()
    >>> [(form.how, form.text) for form in forms(Exact.of(2) / w + Exact.of(2) / h)]
    [('over one bar', '(2 w + 2 h)/(w h)'), ('factorised', '2 (w + h)/(w h)'), ('split and cancelled', '2/w + 2/h')]
    >>> [(form.how, form.text) for form in forms(Exact.of(24) * w - Exact.of(2) * w * w)]
    [('collected', '24 w − 2 w²'), ('factorised', '2 w (12 − w)')]
    """
    value = as_written(value)
    collected = LetterForm(COLLECTED, value.tex(), _minus(value.plain()))
    if not value.letters:
        return (collected,)
    try:
        apart = taken_apart(value)
        below = [(base, -exponent) for base, exponent in apart.factors if exponent < 0]
        found = []
        if below and len(value.terms) > 1:
            found.append(_over_one_bar(apart, below))
            collected = LetterForm(SPLIT, collected.tex, collected.text)
        if len(value.terms) > 1 and (
            len(apart.factors) > 1 or len(apart.factors[0][0].terms) == 1 or _whole(apart.number) > 1
        ):
            found.append(_factorised(apart, below))
        found = [*found, collected] if below and len(value.terms) > 1 else [collected, *found]
    except NotClosed:
        found = [collected]
    return tuple(
        form for place, form in enumerate(found) if form.text not in [each.text for each in found[:place]]
    )


def _whole(number: Exact) -> int:
    """What is common to all terms above their bars."""
    return number.parted()[0].ordered()[0][1].numerator


def _factorised(apart: Quotient, below: Sequence[tuple[Exact, int]]) -> LetterForm:
    common, rest = apart.number.parted()
    above = [(base, exponent) for base, exponent in apart.factors if exponent > 0]
    ((key, number),) = common.ordered()
    if len(rest.terms) > 1:
        above.append((rest, 1))
    elif rest.ordered()[0][1] < 0:
        number = -number
    return _form(FACTORISED, key, number, above, below)


def _over_one_bar(apart: Quotient, below: Sequence[tuple[Exact, int]]) -> LetterForm:
    top = apart.above
    number = lcm(*(int(value.q) for value in top.terms.values()))  # halves and thirds go below the bar
    return _form(OVER_ONE_BAR, ONE, Fraction(1, number), [(top * Exact.of(number), 1)], below)


def _form(
    how: str,
    key: Monomial,
    number: Fraction,
    above: Sequence[tuple[Exact, int]],
    below: Sequence[tuple[Exact, int]],
) -> LetterForm:
    def by(spelling: Spelling) -> str:
        return spelled_product(key, number, above, below, spelling)

    return LetterForm(how, by(TEX), _minus(by(PLAIN)))


def written_in_letters(value: Exact) -> Written:
    """A value with letters as it stands inside a line of working.

    >>> from mensuration.numbers.letters import lettered
    >>> w, h = lettered([("w", Fraction(3)), ("h", Fraction(2))], 1).values()
    >>> written_in_letters(w * h).text
    'w h'
    """
    value = as_written(value)
    tex, text, mathml = value.tex(), _minus(value.plain()), value.mathml()
    binds = (
        SUM if len(value.terms) > 1 or text.startswith("−") else PRODUCT if {" ", "/"} & set(text) else ATOM
    )
    return Written(tex, text, binds, mathml)


def angle_in_letters(degrees: Exact) -> Maths:
    """An angle with letters, given in degrees: its inverse cosines are angles by themselves.

    >>> from mensuration.numbers.letters import lettered
    >>> (w,) = lettered([("w", Fraction(3))], 1).values()
    >>> angle_in_letters(w).text, angle_in_letters(Exact.of(90)).text
    ('(w)°', '90°')
    """
    degrees = as_written(degrees)
    by_cosine = _those(degrees, lambda key: key.angle is not None)
    themselves = _those(degrees, lambda key: key.angle is None and any(each.turn for each, _ in key.letters))
    rest = degrees - by_cosine - themselves
    named = by_cosine * Exact.pi() * Exact.of(Fraction(1, 180)) + themselves
    if not rest:
        return written_in_letters(named)
    inner = written_in_letters(rest)
    tex, text = (rf"\left({inner.tex}\right)", f"({inner.text})") if rest.letters else (inner.tex, inner.text)
    plain = Written(rf"{tex}^\circ", f"{text}°", ATOM, f"<mrow>{rest.mathml()}</mrow><mo>°</mo>")
    if not named:
        return plain
    falls = named.ordered()[0][1] < 0
    return Sum(plain, "-" if falls else "+", written_in_letters(-named if falls else named))


def _those(value: Exact, wanted: Callable[[Monomial], bool]) -> Exact:
    return Exact({key: number for key, number in value.terms.items() if wanted(key)})


def angle_forms(degrees: Exact) -> tuple[LetterForm, ...]:
    """The one form of an angle in which an angle's letter or an inverse cosine stands; nothing for another.

    >>> from mensuration.numbers.letters import lettered
    >>> (w,) = lettered([("w", Fraction(3))], 1).values()
    >>> angle_forms(w)
    ()
    """
    if not degrees.letters or not degrees.angles:
        return ()
    written = angle_in_letters(degrees)
    return (LetterForm(COLLECTED, written.tex, written.text),)


def _minus(text: str) -> str:
    return text.replace("-", "−")
