"""The kinds of figures that a problem can have: the one place that names them all."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import Discriminator, Tag

from mensuration.problem.kinds.cases import CasesDocument, CasesKind, CasesResults
from mensuration.problem.kinds.formula import FormulaDocument, FormulaKind, FormulaResults
from mensuration.problem.kinds.kind import Context, FigureResults, Kind, NotWorkedOut, Work
from mensuration.problem.kinds.plane import PlaneDocument, PlaneKind, PlaneResults
from mensuration.problem.kinds.profile import ProfileDocument, ProfileKind, ProfileResults
from mensuration.problem.kinds.solid import SolidDocument, SolidKind, SolidResults
from mensuration.problem.kinds.unknown import UnknownDocument, UnknownKind, UnknownResults

KINDS: dict[str, Kind[Any]] = {
    kind.name: kind for kind in (PlaneKind(), SolidKind(), ProfileKind(), FormulaKind(), CasesKind())
}
UNKNOWN = UnknownKind(list(KINDS))
ALSO = (*dict.fromkeys(name for kind in KINDS.values() for name in kind.also), "ranges")


def kind_of(figure: Any) -> Kind[Any]:
    """The kind of a figure's document.

    >>> kind_of(PlaneDocument(name="pad")).name
    'plane'
    """
    return KINDS.get(figure.kind, UNKNOWN)


def _tag(value: Any) -> str:
    kind = value.get("kind", "plane") if isinstance(value, dict) else getattr(value, "kind", "plane")
    return kind if isinstance(kind, str) and kind in KINDS else "unknown"


# One line a kind, here and above: pydantic and the type checker need them written out.
AnyFigure = Annotated[
    Annotated[PlaneDocument, Tag("plane")]
    | Annotated[SolidDocument, Tag("solid")]
    | Annotated[ProfileDocument, Tag("profile")]
    | Annotated[FormulaDocument, Tag("formula")]
    | Annotated[CasesDocument, Tag("cases")]
    | Annotated[UnknownDocument, Tag("unknown")],
    Discriminator(_tag),
]
AnyResults = PlaneResults | SolidResults | ProfileResults | FormulaResults | CasesResults | UnknownResults

__all__ = [
    "ALSO",
    "KINDS",
    "AnyFigure",
    "AnyResults",
    "Context",
    "FigureResults",
    "Kind",
    "NotWorkedOut",
    "PlaneDocument",
    "Work",
    "kind_of",
]
