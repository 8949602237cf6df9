"""What can be wrong with something typed, said in words."""

from __future__ import annotations

from collections.abc import Iterable
from difflib import get_close_matches


class ExpressionError(ValueError):
    """A mistake in a typed expression: a ``code``, a sentence, and where it stands in the text."""

    def __init__(self, code: str, says: str, position: int | None = None) -> None:
        super().__init__(says)
        self.code = code
        self.says = says
        self.position = position


def nearest(word: str, known: Iterable[str]) -> str | None:
    """The known word that looks most like ``word``, if any does.

    >>> nearest("widht", ["width", "height"])
    'width'
    """
    words = {candidate.lower(): candidate for candidate in known}
    found = get_close_matches(word.lower(), words, n=1, cutoff=0.6)
    return words[found[0]] if found else None


def unknown_word(word: str, known: Iterable[str], what: str = "name") -> ExpressionError:
    """That a word is none of its kind, with what was perhaps meant.

    >>> unknown_word("widht", ["width"], "measure").says
    '“widht” is not a known measure; did you mean “width”?'
    """
    guess = nearest(word, known)
    hint = f"; did you mean “{guess}”?" if guess else ""
    return ExpressionError("unknown-name", f"“{shortened(word)}” is not a known {what}{hint}")


def shortened(text: str, length: int = 40) -> str:
    return text if len(text) <= length else text[: length - 1] + "…"
