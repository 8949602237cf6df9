"""A whole problem as a page: HTML with MathML, Markdown with TeX, or plain text; worked, as a sheet to fill in, or as its key."""

from __future__ import annotations

from collections.abc import Iterator
from html import escape
from typing import Literal

from mensuration.problem.document import Problem
from mensuration.problem.evaluate import WorkedAsk, worked_asks
from mensuration.telling.mathematics import Maths

Form = Literal["html", "markdown", "text"]
Sheet = Literal["worked", "sheet", "key"]
FORMS: dict[Form, str] = {"html": "text/html", "markdown": "text/markdown", "text": "text/plain"}
UNTITLED = "Untitled problem"
ROOM = 4  # lines to write on
STYLE = """
@page { margin: 18mm; }
body { font: 12pt/1.5 Georgia, serif; max-width: 46em; margin: 2em auto; padding: 0 1em; color: #1d2a26; }
h1 { font-size: 1.5em; } h2 { font-size: 1.1em; margin: 1.4em 0 0.3em; break-after: avoid; }
figure { margin: 1em 0; text-align: center; break-inside: avoid; } figure svg { max-width: 100%; height: auto; }
.line { margin: 0.35em 0; break-inside: avoid; } .answer { font-weight: bold; }
.room { border-bottom: 1px solid #999; height: 2.1em; }
""".strip()


def page(problem: Problem, form: Form = "html", what: Sheet = "worked") -> str:
    """The page. In HTML every figure has a place of its name for its picture, which the web app puts there.

    >>> from mensuration.problem import read
    >>> print(page(read({"format": "tilt-grid/problem", "version": 1, "title": "Pad"}), "text"))
    Pad
    """
    asks = worked_asks(problem)
    if form == "html":
        return "\n".join(_html(problem, asks, what)) + "\n"
    lines = list(_markdown(problem, asks, what) if form == "markdown" else _text(problem, asks, what))
    return "\n".join(lines).strip()


def _titled(problem: Problem, what: Sheet) -> str:
    title = problem.title or UNTITLED
    return f"{title}: key" if what == "key" else title


# HTML


def _html(problem: Problem, asks: list[WorkedAsk], what: Sheet) -> Iterator[str]:
    title = escape(_titled(problem, what))
    yield "<!doctype html>"
    yield f'<html lang="en"><head><meta charset="utf-8"><title>{title}</title><style>{STYLE}</style></head><body>'
    if what == "sheet":
        yield from question(problem)
        yield "</body></html>"
        return
    yield f"<h1>{title}</h1>"
    if what != "key":
        yield from _told(problem)
    for ask in asks:
        yield f"<h2>{escape(ask.label)}</h2>"
        if what == "worked":
            yield from (f'<div class="line">{_mathml(line)}</div>' for line in ask.lines)
        yield f'<p class="answer">{escape(ask.answer or "can’t be worked out yet")}</p>'
    yield "</body></html>"


def question(problem: Problem) -> Iterator[str]:
    """What is asked, with room to write, as the inside of a page.

    >>> from mensuration.problem import read
    >>> list(question(read({"format": "tilt-grid/problem", "version": 1, "title": "Pad"})))
    ['<h1>Pad</h1>']
    """
    yield f"<h1>{escape(_titled(problem, 'sheet'))}</h1>"
    yield from _told(problem)
    for ask in problem.asks:
        yield f"<h2>{escape(ask.label)}</h2>"
        yield from ['<div class="room"></div>'] * ROOM


def _told(problem: Problem) -> Iterator[str]:
    """The statement, and a place for each figure's picture."""
    yield from (f"<p>{escape(part)}</p>" for part in problem.statement.split("\n") if part.strip())
    yield from (f'<figure data-figure="{escape(figure.name)}"></figure>' for figure in problem.figures)


def _mathml(line: Maths) -> str:
    return line.mathml


# Markdown and text


def _markdown(problem: Problem, asks: list[WorkedAsk], what: Sheet) -> Iterator[str]:
    yield f"# {_marked(_titled(problem, what))}"
    yield ""
    if problem.statement and what != "key":
        yield _marked(problem.statement)
        yield ""
    for ask in asks:
        yield f"## {_marked(ask.label)}"
        yield ""
        if what == "sheet":
            yield "\n\n".join(["\\_" * 40] * ROOM)
            yield ""
            continue
        if what == "worked":
            for line in ask.lines:
                yield f"$$ {line.tex} $$"
                yield ""
        yield f"**{_marked(ask.answer or 'can’t be worked out yet')}**"
        yield ""


def _marked(text: str) -> str:
    """Text whose signs don't mark anything."""
    return "".join(f"\\{c}" if c in "\\`*_{}[]<>#|$" else c for c in text)


def _text(problem: Problem, asks: list[WorkedAsk], what: Sheet) -> Iterator[str]:
    yield _titled(problem, what)
    if problem.statement and what != "key":
        yield ""
        yield problem.statement
    for ask in asks:
        yield ""
        yield ask.label
        if what == "sheet":
            yield from ["_" * 60] * ROOM
            continue
        if what == "worked":
            yield from (f"  {line.text}" for line in ask.lines)
        yield f"  = {ask.answer}" if ask.answer else "  can’t be worked out yet"
