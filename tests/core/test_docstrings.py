"""The examples in the docstrings run."""

import doctest
import inspect
from importlib import import_module
from pkgutil import walk_packages

import mensuration


def test_examples_in_docstrings() -> None:
    modules = [
        m.name for m in walk_packages(mensuration.__path__, "mensuration.") if not m.name.endswith("__main__")
    ]
    results = [doctest.testmod(import_module(name)) for name in ["mensuration", *modules]]
    assert sum(r.failed for r in results) == 0
    assert sum(r.attempted for r in results) >= 4


def test_every_public_verb_shows_an_example() -> None:
    """Every function that a room of the core offers."""
    rooms = [m.name for m in walk_packages(mensuration.__path__, "mensuration.") if m.ispkg]
    offered = [
        (room, name, getattr(import_module(room), name))
        for room in rooms
        for name in getattr(import_module(room), "__all__", ())
    ]
    verbs = [(room, name, each) for room, name, each in offered if inspect.isfunction(each)]
    assert len(verbs) >= 50
    missing = [f"{room}.{name}" for room, name, each in verbs if ">>>" not in (each.__doc__ or "")]
    assert missing == []
