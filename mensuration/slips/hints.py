"""Hints that go step by step: what is asked, of which parts it is made, by which formulas, with which numbers."""

from __future__ import annotations

from mensuration.expressions import Path, paths
from mensuration.problem.document import Problem
from mensuration.problem.evaluate import Asked, asked
from mensuration.slips.checking import in_full
from mensuration.telling.tallies import ToldEntry, ToldTally

MOST = 12  # parts that are named


def hints(problem: Problem, label: str) -> tuple[str, ...]:
    """The hints to an ask, each telling more than the one before and none of them the value.

    >>> from mensuration.problem import read
    >>> pad = {"name": "pad", "parts": [{"name": "disc", "shape": "circle", "given": {"radius": "3"}}]}
    >>> asks = [{"label": "Area", "expression": "pad.area"}]
    >>> hints(read({"format": "tilt-grid/problem", "version": 1, "figures": [pad], "asks": asks}), "Area")[0]
    'asked is the area of “pad”, in m²'
    """
    found = asked(problem, label)
    if found is None:
        return ()
    tree = in_full(found.tree, problem)
    named = list({path.text: path for path in paths(tree) if path.names != ("pi",)}.values())
    told = [(path, tally) for path in named if (tally := _tally(found, path)) is not None]
    unit = found.unit.after("").strip()
    what = " and ".join(_called(path) for path in named) or "what the expression comes to"
    first = f"asked is {what}" + (f", in {unit}" if unit else "")
    if not told:
        return (first,)
    parts = [line for _, tally in told for line in _parts(tally)]
    formulas = [line for _, tally in told for line in _lines(tally, numbers=False)]
    numbers = [line for _, tally in told for line in _lines(tally, numbers=True)]
    found_ = [first, "it is made of " + ", ".join(parts)]
    return tuple(found_ + ["; ".join(lines) for lines in (formulas, numbers) if lines])


def _tally(found: Asked, path: Path) -> ToldTally | None:
    if len(path.names) != 2 or path.names[0] not in found.works:
        return None
    return found.works[path.names[0]].tally(path.names[1])


def _called(path: Path) -> str:
    *owner, last = path.names
    name = last.replace("_", " ")
    return f"the {name} of “{'.'.join(owner)}”" if owner else f"“{name}”"


def _counted(tally: ToldTally) -> list[ToldEntry]:
    return [entry for entry in tally.entries if entry.counted]


def _parts(tally: ToldTally) -> list[str]:
    found = [f"{'less ' if entry.sign == '-' else ''}{entry.title}" for entry in _counted(tally)]
    return [*found[:MOST], f"{len(found) - MOST} more"] if len(found) > MOST else found


def _lines(tally: ToldTally, numbers: bool) -> list[str]:
    lines = []
    for entry in _counted(tally)[:MOST]:
        told = [(step.title or entry.title, step.formula, step.numbers) for step in entry.steps]
        for title, formula, put_in in (*told, (entry.title, entry.formula, entry.numbers)):
            shown = put_in if numbers else formula
            if shown is not None:
                lines.append(f"{title}: {shown.text}")
    return lines
