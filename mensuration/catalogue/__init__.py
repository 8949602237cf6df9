"""Every figure, found by itself: a module under ``plane`` or ``solids`` declares one ``FIGURE`` (or ``FIGURES``)."""

from __future__ import annotations

from functools import cache
from importlib import import_module
from pkgutil import iter_modules

from mensuration.catalogue import plane
from mensuration.catalogue import solids as solid
from mensuration.catalogue.figure import Figure, PlaneFigure, Solid


def _declared(path: list[str], package: str) -> list[object]:
    found: list[object] = []
    for row in iter_modules(path):
        module = import_module(f"{package}.{row.name}")
        found += getattr(module, "FIGURES", [getattr(module, "FIGURE", None)])
    return found


@cache
def plane_figures() -> dict[str, PlaneFigure]:
    """All plane figures by name, in the order of their names."""
    found = _declared(plane.__path__, plane.__name__)
    return dict(sorted((f.name, f) for f in found if isinstance(f, PlaneFigure)))


@cache
def solids() -> dict[str, Solid]:
    """All solids by name, in the order of their names."""
    found = _declared(solid.__path__, solid.__name__)
    return dict(sorted((f.name, f) for f in found if isinstance(f, Solid)))


@cache
def figures() -> dict[str, Figure]:
    """All figures by name, plane ones first."""
    return {**plane_figures(), **solids()}


__all__ = ["Figure", "PlaneFigure", "Solid", "figures", "plane_figures", "solids"]
