"""Small makers of problems for the tests of the core."""

from __future__ import annotations

from typing import Any

import pytest

from mensuration.exchange.meshes import mesh_of
from mensuration.problem import evaluate_document, read
from mensuration.problem.evaluate import work_of
from mensuration.problem.kinds.solid.work import SolidWork


def part(name: str, shape: str, at: tuple[str, str] = ("0", "0"), **fields: Any) -> dict[str, Any]:
    """A part: what is no field of a part is one of its givens."""
    own = {key: fields.pop(key) for key in ("turn", "flip", "join") if key in fields}
    return {"name": name, "shape": shape, "given": fields, "at": list(at), **own}


def problem(*parts: dict[str, Any], **fields: Any) -> dict[str, Any]:
    """A problem with one figure named ``fig`` of these parts."""
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "fig", "kind": "plane", "parts": list(parts)}],
        **fields,
    }


def measures(*parts: dict[str, Any], **fields: Any) -> tuple[dict[str, Any], dict[str, Any]]:
    """Area and perimeter of the figure made of these parts, as they are told."""
    results = evaluate_document(problem(*parts, **fields))
    quantities = results["figures"]["fig"]["quantities"]
    assert quantities, results["complaints"]
    return quantities["area"], quantities["perimeter"]


def complaints(document: dict[str, Any]) -> dict[str, str]:
    """Where and with which code a problem is complained about."""
    return {c["where"]: c["code"] for c in evaluate_document(document)["complaints"]}


def answer(expression: str, **fields: Any) -> dict[str, Any]:
    """The answer to one ask about an expression without figures."""
    ask = {"label": "it", "expression": expression, **fields.pop("ask", {})}
    results = evaluate_document({"format": "tilt-grid/problem", "version": 1, "asks": [ask], **fields})
    return {**results["asks"][0], "complaints": results["complaints"]}


def solid_document(pieces: tuple[dict[str, Any], ...], floor: list[dict[str, Any]] | None) -> dict[str, Any]:
    """A solid of these pieces, over a plane figure of these parts."""
    plane = [] if floor is None else [{"name": "floor", "kind": "plane", "parts": floor}]
    return {
        "format": "tilt-grid/problem", "version": 1,
        "figures": [*plane, {"name": "it", "kind": "solid", "pieces": list(pieces)}],
    }  # fmt: skip


def solid_work(*pieces: dict[str, Any], floor: list[dict[str, Any]] | None = None) -> SolidWork:
    """A solid of these pieces, worked out."""
    work = work_of(read(solid_document(pieces, floor)), "it")
    assert isinstance(work, SolidWork)
    return work


def solid(*pieces: dict[str, Any], floor: list[dict[str, Any]] | None = None) -> dict[str, Any]:
    """The results of a solid of these pieces, and what is complained about."""
    results = evaluate_document(solid_document(pieces, floor))
    return {**results["figures"]["it"], "complaints": results["complaints"]}


def size(results: dict[str, Any], measure: str) -> float:
    """A measure of such results, as a number."""
    assert not [c for c in results["complaints"] if c["level"] == "error"], results["complaints"]
    return float(results["quantities"][measure]["decimal"])


def check_against_mesh(pieces: list[dict[str, Any]], steps: int, within: float) -> bool:
    """That volume and surface of a solid are those of its mesh, a full turn in so many steps; whether it could be told."""
    work = solid_work(*pieces)
    if work.tallies is None:
        return False
    mesh = mesh_of(work.tallies.joined, steps)
    for measure, found in (("volume", mesh.volume), ("surface", mesh.surface)):
        told = float(work.tallies.quantity(measure).value)
        assert told == pytest.approx(found, rel=within, abs=within), (measure, pieces)
    return True
