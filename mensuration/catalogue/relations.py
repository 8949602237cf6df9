"""The common relations, each with all its rearranged forms: products, sums, Pythagoras.

A declaration says a relation once; what follows from it by plain rearranging is written here.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from fractions import Fraction

from mensuration.catalogue.figure import Relation

_POWER = re.compile(r"(\w+)\^([23])")
_NUMBER = re.compile(r"\d+(/\d+)?")
_ROOTS = {"1": "{}", "2": "sqrt({})", "3": "cbrt({})"}


def product(of: str, factors: str, source: str) -> Relation:
    """``of`` is the product of these factors: a number, powers of π or a root in front, then measures, perhaps squared or
    cubed.

    >>> product("volume", "1/3 pi radius^2 height", "a third of the cylinder").forms["radius"]
    'sqrt(3 volume / (pi height))'
    >>> product("area", "width height", "rows and columns").forms["width"]
    'area / height'
    """
    words = factors.split(" ")
    number = Fraction(words.pop(0)) if _NUMBER.fullmatch(words[0]) else Fraction(1)
    fixed = [word for word in words if word in ("pi", "pi^2") or word.startswith("sqrt(")]
    powers = [_POWER.fullmatch(word) for word in words]
    measures = [(p[1], p[2]) if p else (word, "1") for word, p in zip(words, powers, strict=True)]
    forms = {of: factors}
    for word, (name, power) in zip(words, measures, strict=True):
        if word in fixed:
            continue
        below = [str(number.numerator)] if number.numerator != 1 else []
        below += fixed + [other for other in words if other != word and other not in fixed]
        above = f"{number.denominator} {of}" if number.denominator != 1 else of
        forms[name] = _ROOTS[power].format(_divided(above, below))
    return Relation(forms, source)


def _divided(above: str, below: Sequence[str]) -> str:
    if not below:
        return above
    return f"{above} / {below[0]}" if len(below) == 1 else f"{above} / ({' '.join(below)})"


def total(of: str, terms: str, source: str) -> Relation:
    """``of`` is the sum of these terms: measures with whole numbers in front, with + or - between them.

    >>> total("surface", "2 base_area + lateral", "bottom, top and side").forms["base_area"]
    '(surface - lateral) / 2'
    """
    pieces = re.findall(r"(?:^|([+-]) )(?:(\d+) )?(\w+)", terms)
    forms = {of: terms}
    for index, (sign, number, name) in enumerate(pieces):
        others = [piece for i, piece in enumerate(pieces) if i != index]
        if sign == "-":  # name = the others less ``of``
            text = " ".join((*_terms(others), "-", of))
        else:
            back = [f"{n} {o} +" if n else f"{o} +" for s, n, o in others if s == "-"]
            less = [f"- {n} {o}" if n else f"- {o}" for s, n, o in others if s != "-"]
            text = " ".join((*back, of, *less))
        forms[name] = text if not number else f"({text}) / {number}" if others else f"{text} / {number}"
    return Relation(forms, source)


def _terms(pieces: Sequence[tuple[str, str, str]]) -> list[str]:
    words: list[str] = []
    for sign, number, name in pieces:
        words += [sign or "+"] if words else []
        words.append(f"{number} {name}" if number else name)
    return words


def pythagoras(longest: str, one: str, other: str, source: str) -> Relation:
    """``longest`` is the hypotenuse over the legs ``one`` and ``other``.

    >>> pythagoras("slant", "radius", "height", "Pythagoras").forms["height"]
    'sqrt(slant^2 - radius^2)'
    """
    return Relation(
        {
            longest: f"sqrt({one}^2 + {other}^2)",
            one: f"sqrt({longest}^2 - {other}^2)",
            other: f"sqrt({longest}^2 - {one}^2)",
        },
        source,
    )


def equilateral_faces() -> tuple[Relation, Relation]:
    """The height and the area of faces that are equilateral triangles over an ``edge``.

    >>> [next(iter(relation.forms)) for relation in equilateral_faces()]
    ['face_height', 'face_area']
    """
    return (
        Relation(
            {"face_height": "edge sqrt(3) / 2", "edge": "2 face_height / sqrt(3)"}, "Pythagoras in a face"
        ),
        Relation(
            {"face_area": "edge^2 sqrt(3) / 4", "edge": "2 sqrt(face_area / sqrt(3))"},
            "an equilateral triangle",
        ),
    )
