"""The faces of a solved solid: by which formula each comes about, and what people call it where it stands."""

from __future__ import annotations

import re
from collections.abc import Mapping
from functools import lru_cache

from mensuration.catalogue import plane_figures
from mensuration.catalogue.figure import PlaneFace, Solid, Turned
from mensuration.solids.space import WORDS, Frame
from mensuration.solving.forms import inputs

_NAME = re.compile(r"[A-Za-z_][A-Za-z_0-9]*")
_PLAIN = re.compile(r"\w+")
EVERY = ("every face", "sides", "sloping faces")


@lru_cache(maxsize=1000)
def formula_of(solid: Solid, face: str) -> str | None:
    """The area of a face as a formula of the solid's measures; None where only the picture tells it.

    >>> from mensuration.catalogue import figures
    >>> formula_of(figures()["cylinder"], "side")
    'circumference height'
    """
    declared = declared_face(solid, face)
    if declared is not None:
        return _area_by(declared.figure, declared.givens)
    body = solid.body
    curved = isinstance(body, Turned) and len([r for r in body.runs if r.name not in _flat_names(solid)]) == 1
    if not curved:
        return None
    return next((name for name in ("lateral", "surface") if solid.measure(name)), None)


def declared_face(solid: Solid, face: str) -> PlaneFace | None:
    """What the catalogue says of a face: that it is a plane figure, or becomes one when it is rolled out."""
    for declared in solid.faces:
        if face == declared.name or face in declared.name.split(" and "):
            return declared
    if isinstance(solid.body, Turned):
        return None
    return next((declared for declared in solid.faces if declared.name in EVERY), None)


def _flat_names(solid: Solid) -> set[str]:
    return {name for declared in solid.faces for name in declared.name.split(" and ")} | {"bottom", "top"}


def _area_by(figure: str, givens: Mapping[str, str]) -> str | None:
    for relation in plane_figures()[figure].relations:
        formula = relation.forms.get("area")
        if formula is not None and inputs(formula) <= givens.keys():
            return _NAME.sub(lambda word: _put(givens, word.group()), formula)
    return None


def _put(givens: Mapping[str, str], word: str) -> str:
    text = givens.get(word, word)
    return text if _PLAIN.fullmatch(text) else f"({text})"


def called(face: str, outward: tuple[int, int] | None, frame: Frame) -> str:
    """What people call a face where it stands: by the side on which it lies, where it lies straight; else its own name."""
    if outward is None:
        return face
    axis, sign = outward
    word = WORDS[axis][sign > 0]
    return word if face in {name for pair in WORDS for name in pair} else f"{face} ({word})"
