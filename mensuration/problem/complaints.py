"""Complaints: what is wrong with a problem, in words, at the place where it stands."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any


@dataclass(frozen=True)
class Complaint:
    """``level`` is ``error`` (something could not be worked out) or ``warning`` (it could, but look).

    ``sketch`` is what can be shown of it on the board: a ``path`` and ``spots``, in the problem's unit.
    """

    where: str
    code: str
    says: str
    level: str = "error"
    position: int | None = None
    sketch: dict[str, Any] | None = None

    def told(self) -> dict[str, object]:
        return {
            "where": self.where,
            "code": self.code,
            "says": self.says,
            "level": self.level,
            "position": self.position,
            "sketch": self.sketch,
        }


@dataclass
class Complaints:
    """The complaints of one evaluation, in the order found, each once."""

    all: list[Complaint] = field(default_factory=list)

    def add(
        self,
        where: str,
        code: str,
        says: str,
        level: str = "error",
        position: int | None = None,
        sketch: dict[str, Any] | None = None,
    ) -> None:
        complaint = Complaint(where, code, says, level, position, sketch)
        if complaint not in self.all:
            self.all.append(complaint)
