"""Every figure, found by itself: one module of this package declares one ``FIGURE``."""

from __future__ import annotations

from functools import cache
from importlib import import_module
from pkgutil import iter_modules

from mensuration.catalogue.figure import Figure


@cache
def figures() -> dict[str, Figure]:
    """All plane figures by name, in the order of their names."""
    found: dict[str, Figure] = {}
    for module in iter_modules(__path__):
        figure = getattr(import_module(f"{__name__}.{module.name}"), "FIGURE", None)
        if isinstance(figure, Figure):
            found[figure.name] = figure
    return dict(sorted(found.items()))


__all__ = ["Figure", "figures"]
