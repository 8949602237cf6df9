"""Bodies that are not declared but made from a problem's own figures: what :mod:`mensuration.solids` asks of them."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True)
class OwnFace:
    """How the area of a face comes about: a formula over the solid's measures and these ``values``; ``slant`` is the
    formula of its slant height, where it has one."""

    formula: str
    values: Mapping[str, Any]
    slant: str = ""


@dataclass(frozen=True)
class OwnSpan:
    """A dimension line for ``measure`` between two points of the body's own axes; ``beside`` where it stands off."""

    measure: str
    start: tuple[float, float, float]
    end: tuple[float, float, float]
    beside: bool = True


class OwnBody(ABC):
    """A body that is not declared but made from a problem's own figures, in :mod:`mensuration.solids`."""

    @abstractmethod
    def layers(self, solution: Any, axis: int) -> Any:
        """Its layers along an axis and its faces across it; None where it has none."""

    @abstractmethod
    def extents(self, solution: Any) -> Any:
        """From where to where it reaches along each axis."""

    @abstractmethod
    def face(self, solution: Any, name: str) -> OwnFace | None:
        """How a face's area comes about; None where it is only measured."""

    @abstractmethod
    def spans(self, solution: Any) -> tuple[OwnSpan, ...]:
        """Its dimension lines."""
