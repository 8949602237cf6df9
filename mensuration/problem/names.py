"""Names and what hangs on what: which node of a problem needs which other, and a safe order."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass
from graphlib import CycleError, TopologicalSorter
from typing import Any, NamedTuple

from mensuration.expressions import ExpressionError, Path, name_fault, parse, paths
from mensuration.problem.complaints import Complaints
from mensuration.problem.document import Problem
from mensuration.problem.kinds import kind_of
from mensuration.problem.lines import split_as

_LETTER = re.compile("[A-Za-z_]")


class Node(NamedTuple):
    """One thing that is worked out: a ``letter``, a ``figure``, a ``member`` of one, a ``line`` or an ``ask``."""

    kind: str
    name: str
    member: str = ""

    @property
    def text(self) -> str:
        return f"{self.name}.{self.member}" if self.member else self.name


@dataclass(frozen=True)
class Names:
    """The names of a problem, each standing for the first thing that bears it."""

    figures: dict[str, Any]
    members: dict[tuple[str, str], None]
    lines: dict[str, int]
    letters: dict[str, int]

    def node_of(self, path: Path, figure: str | None) -> tuple[Node, tuple[str, ...]] | None:
        """The node that a path leads to, and what is left of the path. A member needs its figure's name only where another
        figure has one of that name, too; not inside its own figure."""
        first, *rest = path.names
        if figure is not None and (figure, first) in self.members:
            return Node("member", figure, first), tuple(rest)
        if first in self.letters and not rest:
            return Node("letter", first), ()
        if first in self.lines and not rest:
            return Node("line", first), ()
        if first in self.figures:
            if rest and (first, rest[0]) in self.members:
                return Node("member", first, rest[0]), tuple(rest[1:])
            return Node("figure", first), tuple(rest)
        owners = self.owners(first)
        return (Node("member", owners[0], first), tuple(rest)) if len(owners) == 1 else None

    def owners(self, member: str) -> list[str]:
        """The figures that have a member of a name."""
        return [owner for owner, name in self.members if name == member]

    def short(self, owner: str, member: str, figure: str | None) -> str:
        """By what a member is named in an expression: alone wherever that is certain."""
        node = self.node_of(Path((member,)), figure)
        return member if node == (Node("member", owner, member), ()) else f"{owner}.{member}"

    def of(self, figure: str) -> list[Node]:
        """The members of a figure."""
        return [Node("member", *key) for key in self.members if key[0] == figure]


def hanging_on(problem: Problem, names: Names, node: Node) -> set[Node]:
    """A node and all whose values need it: what its own texts can't name without going round in a circle."""
    needs = _needs(problem, names)
    found, new = {node}, {node}
    while new:
        new = {each for each, needed in needs.items() if each not in found and needed & new}
        found |= new
    return found


def where(node: Node, names: Names, problem: Problem) -> str:
    """The place of a node, as complaints write it."""
    if node.kind == "member":
        return f"figures.{node.name}.{kind_of(names.figures[node.name]).place(node.member)}"
    if node.kind == "figure":
        return f"figures.{node.name}"
    if node.kind == "ask":
        return f"asks.{problem.asks[int(node.name)].label or node.name}"
    return f"{node.kind}s.{node.name}"


def needed_for(problem: Problem, names: Names, texts: Iterable[str]) -> set[Node]:
    """All whose values these expressions need."""
    needs = _needs(problem, names)
    found: set[Node] = set()
    new = {node for text in texts for node in _named(text, names, None)}
    while new:
        found |= new
        new = {other for node in new for other in needs.get(node, ())} - found
    return found


def read_names(problem: Problem, complaints: Complaints) -> Names:
    """All names, with complaints about those that can't be used."""
    figures: dict[str, Any] = {}
    members: dict[tuple[str, str], None] = {}
    lines: dict[str, int] = {}
    letters: dict[str, int] = {}

    def usable(name: str, taken: Iterable[str], place: str) -> bool:
        fault = name_fault(name, set(taken))
        if fault is not None:
            complaints.add(place, "name", fault)
        return fault is None

    for number, figure in enumerate(problem.figures):
        place = f"figures.{figure.name or number}"
        if not usable(figure.name, figures, place):
            continue
        figures[figure.name] = figure
        kind = kind_of(figure)
        for index, member in enumerate(kind.members(figure)):
            taken = {name for owner, name in members if owner == figure.name}
            if usable(member, taken, f"{place}.{kind.place(member or str(index))}"):
                members[figure.name, member] = None
    for number, letter in enumerate(problem.letters or []):
        if usable(letter.name, {*letters, *figures}, f"letters.{letter.name or number}"):
            letters[letter.name] = number
    for number, line in enumerate(problem.lines):
        if usable(line.name, {*lines, *figures, *letters}, f"lines.{line.name or number}"):
            lines[line.name] = number
    return Names(figures, members, lines, letters)


def _needs(problem: Problem, names: Names) -> dict[Node, set[Node]]:
    """For every node, those whose values its texts name. Texts that can't be read name nothing."""
    graph: dict[Node, set[Node]] = {Node("member", *key): set() for key in names.members}
    graph |= {Node("figure", name): set(names.of(name)) for name in names.figures}
    for name, figure in names.figures.items():
        kind = kind_of(figure)
        for member, text in kind.texts(figure):
            node = Node("figure", name) if member is None else Node("member", name, member)
            if node in graph:
                graph[node] |= _named(text, names, name)
        graph[Node("figure", name)] |= {
            Node("figure", other) for other in kind.figures_needed(figure, None) if other in names.figures
        }
        graph[Node("figure", name)].discard(Node("figure", name))
        for node in names.of(name):
            for other in kind.hangs_on(figure, node.member):
                if (name, other) in names.members:
                    graph[node].add(Node("member", name, other))
            graph[node] |= {
                Node("figure", other)
                for other in kind.figures_needed(figure, node.member)
                if other in names.figures
            }
    for letter, number in names.letters.items():
        graph[Node("letter", letter)] = _named((problem.letters or [])[number].stands, names, None)
    for line, number in names.lines.items():
        graph[Node("line", line)] = _named(problem.lines[number].expression, names, None)
    for number, ask in enumerate(problem.asks):
        graph[Node("ask", str(number))] = _named(ask.expression, names, None)
    return graph


def _named(text: str, names: Names, figure: str | None) -> set[Node]:
    """The nodes that a typed text names."""
    if text.isascii() and not _LETTER.search(text):  # such as thousands of readings
        return set()
    try:
        tree = parse(split_as(text)[0])
    except ExpressionError:
        return set()
    found = (names.node_of(path, figure) for path in paths(tree))
    return {target[0] for target in found if target is not None}


def in_order(problem: Problem, names: Names, complaints: Complaints) -> tuple[list[Node], set[Node]]:
    """All nodes, each after what it needs; and those that go round in circles and have no value."""
    graph = _needs(problem, names)
    circular: set[Node] = set()
    while True:
        try:
            return list(TopologicalSorter(graph).static_order()), circular
        except CycleError as error:
            ring: list[Node] = error.args[1]
            says = "this goes round in a circle: " + " → ".join(node.text for node in ring[::-1])
            for node in set(ring):
                complaints.add(where(node, names, problem), "circular", says)
                graph[node] = set()
                circular.add(node)
