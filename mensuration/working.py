"""The working: the written steps from the givens to an answer."""

from __future__ import annotations

from typing import Any

from mensuration.expressions import Path, Quantity, Scope, parse
from mensuration.expressions.nodes import Node, Number, UnitOf
from mensuration.expressions.write import Written, write
from mensuration.tally import PlaneTallies
from mensuration.telling import Teller

Step = dict[str, str]


def figure_working(tallies: PlaneTallies, measure: str, teller: Teller) -> list[Step]:
    """Formula, numbers and value of every entry that counts, then the sum."""
    tally = tallies.all[measure]
    steps: list[Step] = []
    summands: list[tuple[str, Written]] = []
    for entry in tally["entries"]:
        if not entry["counted"]:
            continue
        for found in entry["steps"]:
            steps.append(
                _line(
                    found.get("title") or entry["title"], [found["formula"], found["numbers"], found["value"]]
                )
            )
        value = entry["value"]["shown"]
        steps.append(_line(entry["title"], [entry["formula"], entry["numbers"], value]))
        summands.append((entry["sign"], Written(value["tex"], value["text"])))
    total = tally["total"]["shown"]
    name = _words(f"{tallies.name}.{measure}")
    if len(summands) > 1:
        steps.append(
            {
                "tex": f"{name.tex} = {_sum_tex(summands)} = {total['tex']}",
                "text": f"{name.text} = {_sum_text(summands)} = {total['text']}",
            }
        )
    else:
        steps.append({"tex": f"{name.tex} = {total['tex']}", "text": f"{name.text} = {total['text']}"})
    return steps


def expression_working(
    name: str, expression: str, quantity: Quantity, scope: Scope, teller: Teller
) -> list[Step]:
    """A named expression: as typed, with numbers in place, its value."""
    tree = parse(expression)
    typed = write(tree, lambda path: Written(r"\pi", "π") if path.names == ("pi",) else _words(path.text))
    value = teller.tell(quantity)["shown"]
    if _plain(tree):
        return [_line(name, [{"tex": typed.tex, "text": typed.text}, value])]

    def number(path: Path) -> Written:
        return Written(r"\pi", "π") if path.names == ("pi",) else teller.written(scope.value_of(path))

    numbers = write(tree, number, times=True)
    pieces = [{"tex": w.tex, "text": w.text} for w in (typed, numbers)]
    return [_line(name, [*pieces, value])]


def rounding_line(told: dict[str, Any]) -> list[Step]:
    """The one rounding, at the end; nothing where it changes nothing."""
    if not told["approximate"]:
        return []
    decimal = told["decimal"]
    digits = decimal[: max(12, len(told["rounded"]) + 3)]
    shown = digits + ("…" if len(digits) < len(decimal) else "")
    rule = told["rule"]
    tex = shown.replace("…", r"\ldots ")
    step = {
        "tex": rf"{tex} \approx {told['roundedTex']}\quad\text{{({rule})}}",
        "text": f"{shown} ≈ {told['text']} ({rule})",
    }
    return [step]


def _plain(tree: Node) -> bool:
    return isinstance(tree, Number | UnitOf)


def _line(title: str, pieces: list[dict[str, str] | None]) -> Step:
    """``title: a = b = c``, leaving out what says the same twice."""
    tex: list[str] = []
    text: list[str] = []
    for piece in pieces:
        if piece is not None and piece["text"] not in text:
            tex.append(piece["tex"])
            text.append(piece["text"])
    name = _words(title)
    return {"tex": f"{name.tex}\\colon\\quad {' = '.join(tex)}", "text": f"{title}: {' = '.join(text)}"}


def _sum_tex(summands: list[tuple[str, Written]]) -> str:
    return " ".join(
        f"{sign if i or sign == '-' else ''} {w.tex}" for i, (sign, w) in enumerate(summands)
    ).strip()


def _sum_text(summands: list[tuple[str, Written]]) -> str:
    pieces = [f"{'−' if sign == '-' else '+'} {w.text}" for sign, w in summands]
    return " ".join(pieces).removeprefix("+ ")


def _words(text: str) -> Written:
    escaped = "".join(
        {"_": r"\_", "\\": r"\textbackslash{}"}.get(c, rf"\{c}" if c in "{}$&#%" else c) for c in text
    )
    return Written(rf"\text{{{escaped.replace('^', '').replace('~', '')}}}", text)
