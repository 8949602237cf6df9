"""Which part of a problem needs which other: names, what they stand for, and a safe order."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from graphlib import CycleError, TopologicalSorter
from typing import NamedTuple

from mensuration.catalogue import figures
from mensuration.expressions import ExpressionError, Path, parse, paths
from mensuration.expressions.parse import FUNCTIONS
from mensuration.outlines import texts_of
from mensuration.problem.complaints import Complaints
from mensuration.problem.schema import Figure, Part, Problem
from mensuration.units import UNITS

NAME = re.compile(r"[^\W\d_]\w*")
_NAMING = re.compile(r"[^\W\d]\w*\.")  # in a cell: another figure, by name
RESERVED = {"pi", "π", *FUNCTIONS, *UNITS}


class Node(NamedTuple):
    """One thing that is worked out: a ``part``, a ``figure``, a ``line`` or an ``ask``."""

    kind: str
    name: str
    part: str = ""

    @property
    def text(self) -> str:
        return f"{self.name}.{self.part}" if self.part else self.name


@dataclass(frozen=True)
class Names:
    """The names of a problem, each standing for the first thing that bears it."""

    figures: dict[str, tuple[int, Figure]]
    parts: dict[tuple[str, str], tuple[int, Part]]
    lines: dict[str, int]

    def node_of(self, path: Path, figure: str | None) -> tuple[Node, tuple[str, ...]] | None:
        """The node that a path leads to, and what is left of the path. Inside a figure its own
        parts need no figure's name."""
        first, *rest = path.names
        if figure is not None and (figure, first) in self.parts:
            return Node("part", figure, first), tuple(rest)
        if first in self.lines and not rest:
            return Node("line", first), ()
        if first in self.figures:
            if rest and (first, rest[0]) in self.parts:
                return Node("part", first, rest[0]), tuple(rest[1:])
            return Node("figure", first), tuple(rest)
        return None

    def known(self, figure: str | None) -> list[str]:
        """Names that could have been meant, for hints."""
        names = [*self.figures, *self.lines]
        for fig, part in self.parts:
            names.append(f"{fig}.{part}")
            if fig == figure:
                names.append(part)
        for fig, (_, declared) in self.figures.items():
            card = figures().get(declared.figure or "") if declared.kind == "formula" else None
            measures = [m.name for m in card.measures] if card else ["area", "perimeter"]
            names += [f"{fig}.{measure}" for measure in measures]
        return names


def where(node: Node, problem: Problem) -> str:
    """The place of a node, as complaints write it."""
    if node.kind == "part":
        return f"figures.{node.name}.parts.{node.part}"
    if node.kind == "figure":
        return f"figures.{node.name}"
    if node.kind == "ask":
        return f"asks.{problem.asks[int(node.name)].label or node.name}"
    return f"lines.{node.name}"


def read_names(problem: Problem, complaints: Complaints) -> Names:
    """All names, with complaints about those that can't be used."""
    figures: dict[str, tuple[int, Figure]] = {}
    parts: dict[tuple[str, str], tuple[int, Part]] = {}
    lines: dict[str, int] = {}
    for number, figure in enumerate(problem.figures):
        place = f"figures.{figure.name or number}"
        if _usable(figure.name, figures, place, complaints):
            figures[figure.name] = (number, figure)
            for index, part in enumerate(figure.parts):
                taken = {name for owner, name in parts if owner == figure.name}
                if _usable(part.name, taken, f"{place}.parts.{part.name or index}", complaints):
                    parts[figure.name, part.name] = (index, part)
    for number, line in enumerate(problem.lines):
        if _usable(line.name, {*lines, *figures}, f"lines.{line.name or number}", complaints):
            lines[line.name] = number
    return Names(figures, parts, lines)


def name_fault(name: str) -> str | None:
    """Why a word can't be a name, or None."""
    if not name:
        return "a name is missing"
    if not NAME.fullmatch(name):
        return f"“{name}” can't be a name: use one word of letters, digits and _, a letter first"
    if name in RESERVED:
        return f"“{name}” already means something; choose another name"
    return None


def _usable(name: str, taken: object, place: str, complaints: Complaints) -> bool:
    fault = name_fault(name)
    if fault is None and name in taken:  # type: ignore[operator]
        fault = f"there is already something named “{name}” here"
    if fault is not None:
        complaints.add(place, "name", fault)
    return fault is None


def texts(problem: Problem, names: Names, node: Node) -> Iterator[str]:
    """Every typed text that a node's value depends on."""
    if node.kind == "part":
        part = names.parts[node.name, node.part][1]
        yield from part.given.values()
        yield from (*part.at, part.turn)
        yield from texts_of(part.walk or "")
        yield from (text for point in part.points or () for text in point)
    elif node.kind == "figure":
        figure = names.figures[node.name][1]
        yield from (figure.given or {}).values()
        yield from (column.rule for column in figure.columns or () if column.rule)
        yield from {cell for row in figure.rows or () for cell in row.values() if _NAMING.search(cell)}
        yield from (text for line in figure.cuts or () for end in line for text in end)
    elif node.kind == "line":
        yield problem.lines[names.lines[node.name]].expression
    elif node.kind == "ask":
        yield problem.asks[int(node.name)].expression


def needs(problem: Problem, names: Names, node: Node) -> set[Node]:
    """The nodes whose values a node's texts name. Texts that can't be read name nothing."""
    if node.kind == "figure":
        own = {Node("part", *key) for key in names.parts if key[0] == node.name}
        return own | (_named(texts(problem, names, node), names, node.name) - {node})
    found: set[Node] = set()
    if node.kind == "part":
        on = names.parts[node.name, node.part][1].on
        if on is not None and (node.name, on.part) in names.parts:
            found.add(Node("part", node.name, on.part))
    return found | _named(texts(problem, names, node), names, node.name if node.kind == "part" else None)


def _named(typed: Iterable[str], names: Names, figure: str | None) -> set[Node]:
    """The nodes that typed texts name."""
    found: set[Node] = set()
    for text in typed:
        try:
            tree = parse(text)
        except ExpressionError:
            continue
        for path in paths(tree):
            target = names.node_of(path, figure)
            if target is not None:
                found.add(target[0])
    return found


def in_order(problem: Problem, names: Names, complaints: Complaints) -> tuple[list[Node], set[Node]]:
    """All nodes, each after what it needs; and those that go round in circles and have no value."""
    nodes = [Node("part", *key) for key in names.parts]
    nodes += [Node("figure", name) for name in names.figures]
    nodes += [Node("line", name) for name in names.lines]
    nodes += [Node("ask", str(number)) for number in range(len(problem.asks))]
    graph = {node: needs(problem, names, node) for node in nodes}
    circular: set[Node] = set()
    while True:
        try:
            return list(TopologicalSorter(graph).static_order()), circular
        except CycleError as error:
            ring: list[Node] = error.args[1]
            says = "this goes round in a circle: " + " → ".join(node.text for node in ring[::-1])
            for node in set(ring):
                complaints.add(where(node, problem), "circular", says)
                graph[node] = set()
                circular.add(node)
