"""The words by which a problem is found on the shelf."""

from __future__ import annotations

from typing import Any

MOST = 30_000  # letters kept


def words_of(document: Any) -> str:
    """The title first, so that problems can be put in the order of their words; then the statement, and what its figures, their
    parts, its lines and asks are called. Without capitals; whatever a document may hold.

    >>> words_of({"title": "Kicker", "statement": "How much Tape?", "figures": [{"name": "panel", "parts": [{"name": "board"}]}]})
    'kicker\\nhow much tape?\\npanel board'
    """
    if not isinstance(document, dict):
        return ""
    told = [_text(document, "title"), _text(document, "statement"), " ".join(_names(document))]
    return "\n".join(text for text in told if text).casefold()[:MOST]


def sought(text: str) -> list[str]:
    """Each word of what was typed must be there.

    >>> sought("  Edge  TAPE ")
    ['edge', 'tape']
    """
    return text.casefold().split()


def _text(holder: dict[str, Any], key: str) -> str:
    value = holder.get(key)
    return value.strip() if isinstance(value, str) else ""


def _names(holder: dict[str, Any]) -> list[str]:
    found = []
    for group in ("figures", "parts", "pieces", "lines", "asks"):
        members = holder.get(group)
        for member in members if isinstance(members, list) else []:
            if isinstance(member, dict):
                found += [_text(member, "name") or _text(member, "label"), *_names(member)]
    return [name for name in found if name]
