"""What can't be done."""

from __future__ import annotations


class Refused(ValueError):
    """A change that can't be made; the sentence says why. The problem stays as it was."""


def index_of(name: str, names: list[str], what: str) -> int:
    """Where a name stands in a list. Refused where it is not there."""
    if name not in names:
        raise Refused(f"there is no {what} named “{name}” any more")
    return names.index(name)
