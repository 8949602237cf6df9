"""The rooms of the core and the server: each imports only those before it, and no files import one another in a circle."""

from __future__ import annotations

import ast
import re
import subprocess
import sys
from graphlib import CycleError, TopologicalSorter
from pathlib import Path

ROOT = Path(__file__).parents[2]


def modules() -> dict[str, Path]:
    found = {}
    for top in ("mensuration", "server"):
        for path in (ROOT / top).rglob("*.py"):
            name = ".".join(path.relative_to(ROOT).with_suffix("").parts)
            found[name.removesuffix(".__init__")] = path
    return found


def imports() -> dict[str, set[str]]:
    """For every module, the modules of ours that it imports anywhere in its text."""
    known = modules()
    graph: dict[str, set[str]] = {}
    for name, path in known.items():
        graph[name] = set()
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.ImportFrom) and node.module:
                whole = (f"{node.module}.{alias.name}" for alias in node.names)
                graph[name] |= {each if each in known else node.module for each in whole}
            elif isinstance(node, ast.Import):
                graph[name] |= {alias.name for alias in node.names}
        graph[name] = {each for each in graph[name] if each in known and each != name}
    return graph


def room(module: str) -> str:
    return ".".join(module.split(".")[:2])


def told_rooms() -> list[str]:
    """The rooms as docs/architecture.md lists them, lowest first."""
    text = (ROOT / "docs/architecture.md").read_text("utf-8")
    return re.findall(r"^\d+\. `(mensuration\.\w+)`", text, re.MULTILINE)


def test_every_room_imports_only_those_above_it_in_the_list() -> None:
    order = {name: place for place, name in enumerate(told_rooms())}
    rooms = {room(name) for name in modules() if name.startswith("mensuration.")}
    assert rooms == set(order)
    for module, others in imports().items():
        for other in others:
            if room(other) != room(module) and "mensuration" not in (module, other):
                assert module.startswith("server.") or order[room(other)] < order[room(module)], (
                    module,
                    other,
                )


def test_the_core_knows_nothing_of_the_server() -> None:
    for module, others in imports().items():
        if module.startswith("mensuration"):
            assert not any(other.startswith("server") for other in others), module


def test_no_files_import_one_another_in_a_circle() -> None:
    try:
        TopologicalSorter(imports()).prepare()
    except CycleError as error:
        raise AssertionError(" → ".join(error.args[1])) from None


def test_only_those_who_need_a_kinds_document_know_it() -> None:
    kinds = re.compile(r"mensuration\.problem\.kinds\.(plane|formula|cases|unknown)")
    allowed = ("mensuration.problem.kinds", "mensuration.editing", "mensuration.exchange.tables")
    # the evaluation copies the working of a card, the document counts the parts of plane figures
    allowed += ("mensuration.problem.evaluate",)
    for module, others in imports().items():
        if any(kinds.match(other) for other in others):
            assert module.startswith(allowed), module


def test_importing_numbers_loads_only_what_it_needs() -> None:
    code = "import sys, mensuration.numbers; print(*sorted(m for m in sys.modules if m.startswith('mensuration')))"
    loaded = subprocess.run(
        [sys.executable, "-c", code], cwd=ROOT, capture_output=True, text=True, check=True
    )
    assert {room(name) for name in loaded.stdout.split()} == {"mensuration", "mensuration.numbers"}
    heavy = "import sys, mensuration.numbers; print([m for m in ('pydantic', 'lark', 'numpy') if m in sys.modules])"
    loaded = subprocess.run(
        [sys.executable, "-c", heavy], cwd=ROOT, capture_output=True, text=True, check=True
    )
    assert loaded.stdout.strip() == "[]"
