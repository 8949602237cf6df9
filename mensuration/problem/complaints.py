"""Complaints: what is wrong with a problem, in words, at the place where it stands."""

from __future__ import annotations

from dataclasses import dataclass, field


@dataclass(frozen=True)
class Complaint:
    """``level`` is ``error`` (something could not be worked out) or ``warning`` (it could, but look)."""

    where: str
    code: str
    says: str
    level: str = "error"
    position: int | None = None

    def told(self) -> dict[str, object]:
        return {
            "where": self.where,
            "code": self.code,
            "says": self.says,
            "level": self.level,
            "position": self.position,
        }


@dataclass
class Complaints:
    """The complaints of one evaluation, in the order found, each once."""

    all: list[Complaint] = field(default_factory=list)

    def add(
        self, where: str, code: str, says: str, level: str = "error", position: int | None = None
    ) -> None:
        complaint = Complaint(where, code, says, level, position)
        if complaint not in self.all:
            self.all.append(complaint)
