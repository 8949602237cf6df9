"""Complaints: what is wrong with a problem, in words, at the place where it stands."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from mensuration.expressions import ExpressionError
from mensuration.frozen import Frozen
from mensuration.pictures import Sketched

Level = Literal["error", "warning"]


@dataclass(frozen=True)
class Complaint(Frozen):
    """``level`` is ``error`` (something could not be worked out) or ``warning`` (it could, but look).

    ``sketch`` is what can be shown of it on the board, in the problem's unit.
    """

    where: str
    code: str
    says: str
    level: Level = "error"
    position: int | None = None
    sketch: Sketched | None = None


@dataclass
class Complaints:
    """The complaints of one evaluation, in the order found, each once."""

    all: list[Complaint] = field(default_factory=list)

    def add(
        self,
        where: str,
        code: str,
        says: str,
        level: Level = "error",
        position: int | None = None,
        sketch: Sketched | None = None,
    ) -> None:
        complaint = Complaint(where, code, says, level, position, sketch)
        if complaint not in self.all:
            self.all.append(complaint)

    def take(self, where: str, error: ExpressionError) -> None:
        """Complain about what is wrong with something typed."""
        self.add(where, error.code, error.says, position=error.position)
