"""A statement with other numbers."""

from __future__ import annotations

import re
from collections.abc import Mapping

NUMBER = r"(?<![\w.,])(?:{})(?![\w]|[.,]\d)"


def reworded(statement: str, changes: Mapping[str, str]) -> tuple[str, frozenset[str]]:
    """The statement with the new texts for the old ones, all at once, and which old ones don't stand in it. A number with a unit is
    found also where only a gap is between or none.

    >>> reworded("A bed 6 m by 4 m, 16 m round", {"6": "7", "4 m": "6 m"})
    ('A bed 7 m by 6 m, 16 m round', frozenset())
    """
    patterns = {old: r"\s*".join(re.escape(piece) for piece in old.split()) for old in changes if old.strip()}
    if not patterns:
        return statement, frozenset()
    found: set[str] = set()

    def new(match: re.Match[str]) -> str:
        old = next(each for each, pattern in patterns.items() if re.fullmatch(pattern, match.group()))
        found.add(old)
        return changes[old]

    longest = sorted(patterns.values(), key=len, reverse=True)
    text = re.sub(NUMBER.format("|".join(longest)), new, statement)
    return text, frozenset(changes) - found
