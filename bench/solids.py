"""Measured speed of solids: each demo solid warm and changed, a composite of twenty pieces, contents and depths."""

from __future__ import annotations

import json
from collections.abc import Callable
from itertools import count
from pathlib import Path
from typing import Any

from playwright.sync_api import Page

from bench.timing import median
from mensuration.exchange.meshes import Mesh
from mensuration.problem import evaluate_document

DEMO = Path(__file__).parents[1] / "demo"
_other = count(1)


def _changed(document: dict[str, Any]) -> dict[str, Any]:
    """The document with its first solid a hair larger each time, so that nothing is remembered."""
    copy: dict[str, Any] = json.loads(json.dumps(document))
    piece = next(f for f in copy["figures"] if f["kind"] == "solid")["pieces"][0]
    name = list(piece["given"])[-1]
    unit = copy.get("settings", {}).get("unit", "m")
    piece["given"][name] = f"{piece['given'][name]} {unit} + {next(_other)}/100000 {unit}"
    return copy


def _worked(document: dict[str, Any]) -> None:
    results = evaluate_document(document)
    wrong = [complaint["says"] for complaint in results["complaints"] if complaint["level"] == "error"]
    if wrong:
        raise ValueError(wrong[0])  # nothing would be measured


def _tower() -> dict[str, Any]:
    """Twenty pieces on one another, each fifth carved out of the one below."""
    pieces: list[dict[str, Any]] = [
        {"name": "p0", "shape": "cuboid", "given": {"length": "4", "width": "4", "height": "1"}}
    ]
    for n in range(1, 20):
        side = 4 - n * 0.15
        piece: dict[str, Any] = {"name": f"p{n}", "on": {"piece": f"p{n - 1}", "face": "top"}}
        if n % 5 == 4:
            piece |= {
                "shape": "cylinder",
                "given": {"radius": f"{side / 4:.3f}", "height": "0.3"},
                "join": "take",
            }
            piece["on"]["piece"] = f"p{n - 1}"
        else:
            piece["on"]["piece"] = f"p{n - 1 if n % 5 else n - 2}"
            piece |= {
                "shape": "cuboid",
                "given": {"length": f"{side:.2f}", "width": f"{side:.2f}", "height": "0.5"},
            }
        pieces.append(piece)
    return {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "t", "kind": "solid", "pieces": pieces}],
    }


def rows() -> list[tuple[str, str, str]]:
    solids = {}
    for file in sorted(DEMO.glob("*.json")):
        document = json.loads(file.read_text("utf-8"))
        if any(figure.get("kind") == "solid" for figure in document["figures"]):
            solids[file.stem] = document
    warm = {name: median(lambda d=document: _worked(d)) for name, document in solids.items()}  # type: ignore[misc]
    fresh = {
        name: median(lambda d=document: _worked(_changed(d)))
        for name, document in solids.items()  # type: ignore[misc]
    }
    slow, slow_fresh = (max(times, key=lambda name: times[name]) for times in (warm, fresh))
    tower = _tower()
    drum = solids["rain-drum"]

    def asked(expression: str) -> Callable[[], Any]:
        def work() -> None:
            document = _changed(drum)
            document["asks"] = [{"label": "it", "expression": expression}]
            document["lines"] = []
            _worked(document)

        return work

    return [
        (f"a demo solid, unchanged, the slowest ({slow})", f"{warm[slow]:.1f} ms", "30 ms"),
        (f"… its size changed, the slowest ({slow_fresh})", f"{fresh[slow_fresh]:.1f} ms", "30 ms"),
        (
            "a composite of twenty pieces, changed",
            f"{median(lambda: _worked(_changed(tower))):.0f} ms",
            "150 ms",
        ),
        (
            "a lying drum, changed, and what is in it to a depth",
            f"{median(asked('fill(drum, 0.5)')):.0f} ms",
            "50 ms",
        ),
        ("… and how deep a volume stands in it", f"{median(asked('depth(drum, 2)')):.0f} ms", "50 ms"),
        *_mesh_rows(),
    ]


THREE = [
    {"name": "a", "shape": "cuboid", "given": {"length": "6", "width": "4", "height": "2"}},
    {"name": "b", "shape": "cylinder", "given": {"radius": "1", "height": "3"}, "on": {"piece": "a"}},
    {"name": "c", "shape": "cone", "given": {"radius": "1", "height": "2"}, "on": {"piece": "b"}},
]


def turning_rows(page: Page, address: str) -> list[tuple[str, str, str]]:
    """A composite of three pieces turned by the pointer for two seconds: how many pictures there are in a second."""
    page.goto(address)
    document = {
        "format": "tilt-grid/problem",
        "version": 1,
        "figures": [{"name": "t", "kind": "solid", "pieces": THREE}],
    }
    token = next(c["value"] for c in page.context.cookies() if c["name"] == "csrftoken")
    made = page.request.post(
        f"{address}/api/problems", data={"document": document}, headers={"X-CSRFToken": token}
    )
    page.goto(f"{address}/problems/{made.json()['id']}")
    page.locator("svg [data-face]").first.wait_for()
    pictures = page.evaluate(
        """() => new Promise((done) => {
            const svg = document.querySelector('svg [data-face]').closest('svg');
            const box = svg.getBoundingClientRect();
            const send = (type, x, y) => svg.dispatchEvent(new PointerEvent(type, {
                bubbles: true, pointerId: 1, isPrimary: true, clientX: box.x + x, clientY: box.y + y }));
            svg.setPointerCapture = () => {};
            let [count, last] = [0, svg.getAttribute('aria-label')];
            const start = performance.now();
            send('pointerdown', 100, 100);
            const step = () => {
                const told = svg.getAttribute('aria-label');
                if (told !== last) [count, last] = [count + 1, told];
                const gone = performance.now() - start;
                if (gone > 2000) return send('pointerup', 100, 100), done(count / gone * 1000);
                send('pointermove', 100 + gone / 5, 100 + 40 * Math.sin(gone / 300));
                requestAnimationFrame(step);
            };
            requestAnimationFrame(step);
        })"""
    )
    return [("a composite of three pieces turned", f"{pictures:.0f} pictures a second", "30 a second")]


def _mesh_rows() -> list[tuple[str, str, str]]:
    """A mesh of some 200,000 triangles measured: volume, surface, box, open edges; beside trimesh in the same run."""
    import trimesh

    ball = trimesh.creation.icosphere(subdivisions=7)  # 327,680 triangles
    kept = ball.faces[:200_000]

    def own() -> None:
        mesh = Mesh(ball.vertices, kept)
        _ = mesh.volume, mesh.surface, mesh.box, mesh.open_edges

    def other() -> None:
        mesh = trimesh.Trimesh(ball.vertices, kept, process=False)
        _ = mesh.volume, mesh.area, mesh.bounds, mesh.is_watertight
        _ = trimesh.grouping.group_rows(mesh.edges_sorted, require_count=1)

    one, two = median(own), median(other)
    return [
        (
            "a mesh of 200,000 triangles measured, its open edges too",
            f"{one:.0f} ms",
            f"{two:.0f} ms (trimesh)",
        )
    ]
