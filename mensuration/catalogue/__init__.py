"""Every figure, found and checked by itself: a module under ``plane`` or ``solids`` declares one ``FIGURE`` (or ``FIGURES``)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from functools import cache
from importlib import import_module
from pkgutil import iter_modules
from types import ModuleType
from typing import TypeVar

from mensuration.catalogue import plane
from mensuration.catalogue import solids as solid
from mensuration.catalogue.checking import EMPTY, WrongDeclaration, check
from mensuration.catalogue.figure import Figure, PlaneFigure, Solid
from mensuration.expressions import nearest

HELPERS = ("regular_base",)
"""Modules among the figures that declare none: what several of them share."""

F = TypeVar("F", bound=Figure)


def declared(
    module: ModuleType, kind: type[F], plane: Mapping[str, PlaneFigure] = EMPTY
) -> tuple[list[F], list[str]]:
    """The figures that a module declares, and what is wrong with them, a sentence each."""
    name = module.__name__.rsplit(".", 1)[-1]
    found = getattr(module, "FIGURES", None) or [getattr(module, "FIGURE", None)]
    if found == [None]:
        names = [word for word in vars(module) if not word.startswith("_")]
        guess = nearest("FIGURE", [word for word in names if word not in ("Figure", "PlaneFigure")])
        meant = f" (there is “{guess}”)" if guess else ""
        return [], [f"{name}.py: it declares no FIGURE and no FIGURES{meant}"]
    good = [figure for figure in found if isinstance(figure, kind)]
    faults = [] if len(good) == len(found) else [f"{name}.py: what it declares is no {kind.__name__}"]
    return good, faults + [fault for figure in good for fault in check(figure, plane)]


def collected(
    modules: Iterable[ModuleType], kind: type[F], plane: Mapping[str, PlaneFigure] = EMPTY
) -> dict[str, F]:
    """The figures of several modules by name, in the order of their names. WrongDeclaration where one has a mistake."""
    found: dict[str, F] = {}
    faults: list[str] = []
    for module in modules:
        figures, wrong = declared(module, kind, plane)
        faults += wrong
        for figure in figures:
            if figure.name in found:
                faults.append(f"{figure.name}: there is a figure of this name already")
            found[figure.name] = figure
    if faults:
        raise WrongDeclaration(faults)
    return dict(sorted(found.items()))


def _modules(package: ModuleType) -> Iterator[ModuleType]:
    for row in iter_modules(package.__path__):
        if row.name not in HELPERS:
            yield import_module(f"{package.__name__}.{row.name}")


@cache
def plane_figures() -> dict[str, PlaneFigure]:
    """All plane figures by name, in the order of their names."""
    return collected(_modules(plane), PlaneFigure)


@cache
def solids() -> dict[str, Solid]:
    """All solids by name, in the order of their names."""
    return collected(_modules(solid), Solid, plane_figures())


@cache
def figures() -> dict[str, Figure]:
    """All figures by name, plane ones first. WrongDeclaration where a name is taken twice."""
    twice = plane_figures().keys() & solids().keys()
    if twice:
        raise WrongDeclaration(f"{name}: there is a figure of this name already" for name in sorted(twice))
    return {**plane_figures(), **solids()}


__all__ = [
    "Figure",
    "PlaneFigure",
    "Solid",
    "WrongDeclaration",
    "check",
    "figures",
    "plane_figures",
    "solids",
]
