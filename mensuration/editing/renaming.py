"""Another name for a figure, a part, a line or a letter, carried to wherever it is named."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from typing import Any

from mensuration.editing.refusing import Refused, index_of
from mensuration.expressions import Path, name_fault, path_spans
from mensuration.problem import Problem
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import VariedGiven
from mensuration.problem.kinds import kind_of
from mensuration.problem.lines import NAMED
from mensuration.problem.models import Model
from mensuration.problem.names import Names, Node, read_names

Rename = Callable[[Node], Node]
ALONE = ("line", "letter")
"""What is a quantity by its name alone."""
TEXTS = ("lines", "asks", "letters", "hold", "vary", "solve", "variants")
"""Where texts stand outside of figures, and below, the fields of these in which figures, lines and letters can be named."""
READ = ("expression", "stands", "at", "low", "high", "step", "watch", "whole", "givens", "letters")
_TOLD_OF = re.compile(r"\b(fill|depth)\s*\(\s*$")


def rename_figure(problem: Problem, figure: str, name: str) -> Problem:
    """The problem with another name of a figure, in every text that names it. Refused where the name can't be used."""
    _check(name, _taken(problem, figure))

    def renamed(node: Node) -> Node:
        return node._replace(name=name) if node.kind not in ALONE and node.name == figure else node

    changed = _in_all_texts(problem, renamed)
    index = index_of(figure, [f.name for f in problem.figures], "figure")
    figures = [kind_of(f).with_figure_renamed(f, figure, name) for f in changed.figures]
    figures[index] = figures[index].model_copy(update={"name": name})
    return _same_meaning(problem, changed.model_copy(update={"figures": figures}), renamed)


def rename_part(problem: Problem, figure: str, part: str, name: str) -> Problem:
    """The problem with another name of a member of a figure, in every text that names it and where others stand on it."""
    index = index_of(figure, [f.name for f in problem.figures], "figure")
    owner = problem.figures[index]
    kind = kind_of(owner)
    members = kind.members(owner)
    index_of(part, members, "part")
    _check(name, {member for member in members if member != part})

    def renamed(node: Node) -> Node:
        return Node("member", figure, name) if node == Node("member", figure, part) else node

    changed = _in_all_texts(problem, renamed)
    figures = list(changed.figures)
    figures[index] = kind.with_member_renamed(figures[index], part, name)
    return _same_meaning(problem, changed.model_copy(update={"figures": figures}), renamed)


def rename_line(problem: Problem, line: str, name: str) -> Problem:
    """The problem with another name of a line of working, in every text that names it."""
    index = index_of(line, [entry.name for entry in problem.lines], "line")
    _check(name, _taken(problem, line))

    def renamed(node: Node) -> Node:
        return Node("line", name) if node == Node("line", line) else node

    changed = _in_all_texts(problem, renamed)
    lines = list(changed.lines)
    lines[index] = lines[index].model_copy(update={"name": name})
    return _same_meaning(problem, changed.model_copy(update={"lines": lines}), renamed)


def rename_letter(problem: Problem, letter: str, name: str) -> Problem:
    """The problem with another name of a letter, in every text that names it, and where it is held, varied or solved for."""
    index_of(letter, [each.name for each in problem.letters or ()], "letter")
    _check(name, _taken(problem, letter))

    def renamed(node: Node) -> Node:
        return Node("letter", name) if node == Node("letter", letter) else node

    def other(field: str) -> Callable[[Model], Model]:
        return lambda each: each.model_copy(update={field: name}) if getattr(each, field) == letter else each

    changed = _in_all_texts(problem, renamed)
    named = {"letters": "name", "hold": "gives", "solve": "letter"}
    fields = {
        where: [other(field)(each) for each in getattr(changed, where)]
        for where, field in named.items()
        if getattr(changed, where)
    }
    if changed.vary is not None:
        letters = [other("letter")(each) for each in changed.vary.letters]
        fields["vary"] = changed.vary.model_copy(update={"letters": letters})  # type: ignore[assignment]
    return _same_meaning(problem, changed.model_copy(update=fields), renamed)


def _taken(problem: Problem, own: str) -> set[str]:
    """The names of figures, lines and letters but one."""
    named = (*problem.figures, *problem.lines, *(problem.letters or ()))
    return {each.name for each in named} - {own}


def write_line(problem: Problem, line: str, text: str) -> tuple[Problem, str]:
    """The problem with what is typed in a line of working, with its name before it or without (``door = 2 m``); and the name
    that it then has."""
    named = NAMED.match(text)
    name = line
    if named is not None:
        name, text = named[1], text[named.end() :]
        if name != line:
            problem = rename_line(problem, line, name)
    index = index_of(name, [entry.name for entry in problem.lines], "line")
    lines = list(problem.lines)
    lines[index] = lines[index].model_copy(update={"expression": text})
    return problem.model_copy(update={"lines": lines}), name


def _check(name: str, taken: set[str]) -> None:
    fault = name_fault(name, taken)
    if fault is not None:
        raise Refused(fault)


def _in_all_texts(problem: Problem, renamed: Rename) -> Problem:
    """Every text with the names in it as they are after renaming."""
    names = _names(problem)

    def within(figure: str | None) -> Callable[[str], str]:
        return lambda text: _in_text(text, names, figure, renamed)

    outside = within(None)
    return problem.model_copy(
        update={
            "figures": [kind_of(f).with_texts(f, within(f.name)) for f in problem.figures],
            **{field: _with_texts(getattr(problem, field), outside) for field in TEXTS},
        }
    )


def _with_texts(value: Any, changed: Callable[[str], str]) -> Any:
    """What stands in a field of a problem, with its texts changed."""
    if isinstance(value, list):
        return [_with_texts(each, changed) for each in value]
    if isinstance(value, str):
        return changed(value)
    if not isinstance(value, Model):
        return value
    read = (*READ, "name") if isinstance(value, VariedGiven) else READ  # slab.width
    fields = {name: _with_texts(getattr(value, name), changed) for name in read if hasattr(value, name)}
    return value.model_copy(update=fields)


def _names(problem: Problem) -> Names:
    return read_names(problem, Complaints())


def _in_text(text: str, names: Names, figure: str | None, renamed: Rename) -> str:
    for start, end, path in reversed(list(path_spans(text))):
        target = _meant(names, path, figure)
        if target is None and _TOLD_OF.search(text[:start]):
            target = names.node_of(path, figure)  # fill(drum, …) names a figure
        if target is None or renamed(target[0]) == target[0]:
            continue
        text = text[:start] + _path_to(path, target, renamed(target[0])).text + text[end:]
    return text


def _meant(names: Names, path: Path, figure: str | None) -> tuple[Node, tuple[str, ...]] | None:
    """What names in a text stand for. A figure's or member's name alone is no quantity, so it is another word there."""
    target = names.node_of(path, figure)
    return None if target is None or (target[0].kind not in ALONE and not target[1]) else target


def _path_to(path: Path, target: tuple[Node, tuple[str, ...]], node: Node) -> Path:
    """The path to a node under its new name; a member that was named alone stays alone."""
    _, rest = target
    alone = node.kind == "member" and len(path.names) == len(rest) + 1
    lead = (node.member,) if alone else (node.name, node.member) if node.member else (node.name,)
    return Path((*lead, *rest))


def _same_meaning(before: Problem, after: Problem, renamed: Rename) -> Problem:
    """The renamed problem, if every text means what it did. Refused where a name now hides another."""
    then, now = _names(before), _names(after)
    for (owner, text), (new_owner, new_text) in zip(_texts(before), _texts(after), strict=True):
        meant = (_meant(then, path, owner) for _, _, path in path_spans(text))
        means = (_meant(now, path, new_owner) for _, _, path in path_spans(new_text))
        if any(old and new != (renamed(old[0]), old[1]) for old, new in zip(meant, means, strict=True)):
            raise Refused(f"under this name “{new_text}” would mean something else; choose another")
    return after


def _texts(problem: Problem) -> Iterator[tuple[str | None, str]]:
    """Every text in which names can stand, with the figure inside of which it is read."""
    for figure in problem.figures:
        for _, text in kind_of(figure).texts(figure):
            yield figure.name, text
    found: list[str] = []
    for field in TEXTS:
        _with_texts(getattr(problem, field), lambda text: found.append(text) or text)  # type: ignore[func-returns-value]
    yield from ((None, text) for text in found)
