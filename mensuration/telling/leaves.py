"""The ready pieces of mathematics: letters, words, digits, small fractions, π."""

from __future__ import annotations

from html import escape

from mensuration.telling.mathematics import Written
from mensuration.telling.rendering import FRACTION

_GREEK = {r"\alpha": "α", r"\beta": "β", r"\gamma": "γ", r"\delta": "δ", r"\epsilon": "ε", r"\theta": "θ"}
_GREEK |= {r"\varphi": "φ", r"\phi": "φ", r"\Delta": "Δ"}


def letters(symbol: str) -> tuple[str, str]:
    """A symbol's letters and what stands below them, as plain text: ``\\Delta x_{12}`` gives ``Δx`` and ``12``."""
    above, _, below = symbol.partition("_")
    for command, letter in _GREEK.items():
        above, below = above.replace(command, letter), below.replace(command, letter)
    return above.replace(" ", ""), below.strip("{}").replace(r"\text{", "")


def symbol(tex: str, name: str) -> Written:
    """A quantity's letter; in text it goes by its name."""
    above, below = letters(tex)
    letter = f"<mi>{escape(above)}</mi>"
    inside = "mn" if below.isdigit() else "mi"
    mathml = f"<msub>{letter}<{inside}>{escape(below)}</{inside}></msub>" if below else letter
    return Written(tex, name, ready_mathml=mathml)


PI = Written(r"\pi", "π", ready_mathml="<mi>π</mi>")


def words(text: str) -> Written:
    """Words within mathematics."""
    plain = "".join(
        {"_": r"\_", "\\": r"\textbackslash{}"}.get(c, rf"\{c}" if c in "{}$&#%" else c) for c in text
    )
    return Written(rf"\text{{{plain.replace('^', '').replace('~', '')}}}", text)


def digits(text: str) -> Written:
    """A number as it is typed."""
    return Written(text, text, ready_mathml=f"<mn>{escape(text)}</mn>")


def fraction(above: int, below: int, text: str, whole: int = 0) -> Written:
    """A small fraction, or a mixed number, that is written ``text`` in a line."""
    tex = rf"{whole or ''}\tfrac{{{above}}}{{{below}}}"
    mathml = f"<mfrac><mn>{above}</mn><mn>{below}</mn></mfrac>"
    return Written(tex, text, FRACTION, (f"<mn>{whole}</mn>" if whole else "") + mathml)
