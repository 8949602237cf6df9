"""A card's working on the clipboard: text, TeX and MathML of the same lines, set by any system."""

from __future__ import annotations

from typing import Any
from xml.etree import ElementTree

from mensuration.exchange.working import card_text
from mensuration.problem import read


def card(figure: str, **given: str) -> Any:
    shown = {"name": "it", "kind": "formula", "figure": figure, "given": given}
    return read({"format": "tilt-grid/problem", "version": 1, "figures": [shown]})


CONE = card("cone", radius="3", height="4")
CHORD = card("segment", radius="5", area="13")


def test_plain_lines_of_text() -> None:
    text = card_text(CONE, "it", "text", "slant")
    assert text == "slant = √(radius² + height²) = √((3 m)² + (4 m)²)\nslant = 5 m"


def test_tex_that_any_system_sets() -> None:
    tex = card_text(CONE, "it", "tex", "slant") or ""
    assert tex.startswith("\\begin{gather*}") and tex.endswith("\\end{gather*}")
    assert "htmlData" not in tex
    assert tex.count(r"\\") == 1
    assert r"\sqrt{r^{2} + h^{2}}" in tex


def test_mathml_a_formula_a_line() -> None:
    lines = (card_text(CONE, "it", "mathml") or "").split("\n")
    assert len(lines) == len((card_text(CONE, "it", "text") or "").split("\n")) > 2
    for line in lines:
        root = ElementTree.fromstring(line)
        assert root.tag.endswith("math")
    assert any("<msqrt>" in line for line in lines)


def test_what_is_found_by_trial_is_not_called_equal_to_its_formula() -> None:
    text = card_text(CHORD, "it", "text") or ""
    (trial,) = (line for line in text.split("\n") if "; " in line)
    assert "13 m²" in trial


def test_no_card_no_text() -> None:
    assert card_text(CONE, "other", "text") is None
    assert card_text(card("cone", radius="3"), "it", "text") is None
