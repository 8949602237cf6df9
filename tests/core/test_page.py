"""The page that is handed out: MathML that is well formed, lines that are read back, nothing of the answers on a sheet."""

from __future__ import annotations

from pathlib import Path
from xml.etree import ElementTree

import pytest

from mensuration.exchange.page import page
from mensuration.problem import read, read_text
from mensuration.slips import hints
from tests.core.reckoning import check_line

DEMO = sorted((Path(__file__).parents[2] / "demo").glob("*.json"))


@pytest.mark.parametrize("file", DEMO, ids=lambda file: file.stem)
def test_every_demo_is_a_page_in_every_form(file: Path) -> None:
    problem = read_text(file.read_text("utf-8"))
    html = page(problem, "html")
    body = html.removeprefix("<!doctype html>\n")
    tree = ElementTree.fromstring(body.replace("&nbsp;", " ").replace('<meta charset="utf-8">', ""))
    assert len(tree.findall(".//figure")) == len(problem.figures)
    text = page(problem, "text")
    for line in text.splitlines():
        if line.startswith("  ") and ": " in line and "≈" not in line:
            check_line(line.strip())
    markdown = page(problem, "markdown")
    assert markdown.count("$$") % 2 == 0
    for ask in problem.asks:
        assert ask.label in text
    answers = [line for line in page(problem, "text", "key").splitlines() if line.startswith("  = ")]
    assert all(answer[4:] not in page(problem, "text", "sheet") for answer in answers if len(answer) > 8)


def test_what_is_typed_marks_nothing_on_the_page() -> None:
    document = {
        "format": "tilt-grid/problem", "version": 1, "title": "<b>*Bold*</b>", "statement": "<script>1</script> $x$",
        "asks": [{"label": "<i>", "expression": "1 m"}],
    }  # fmt: skip
    problem = read(document)
    html = page(problem, "html")
    assert "<script>" not in html and "<b>" not in html and "&lt;i&gt;" in html
    assert r"\*Bold\*" in page(problem, "markdown") and r"\$x\$" in page(problem, "markdown")


def test_hints_tell_more_and_more_and_never_the_value() -> None:
    problem = read_text((DEMO[0].parent / "kicker-side-panel.json").read_text("utf-8"))
    found = hints(problem, "Board")
    assert found[0] == "asked is the area of “panel”, in m²"
    assert found[1] == "it is made of board, less bite"
    assert found[2] == "board: area = width height; bite: area = 1/4 π radius²"
    assert found[3] == "board: 2.4 m × 1.2 m; bite: 1/4 × π × (1.2 m)²"
    assert hints(problem, "Nothing") == ()
