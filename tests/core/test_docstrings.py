"""The examples in the docstrings run."""

import doctest
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
