"""Solids as mesh files, and what a mesh file measures."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.errors import HttpError

from mensuration.exchange.meshes import MOST_BYTES, STEPS, BadMesh, Format, read_mesh, solid_file
from mensuration.frozen import Frozen
from mensuration.problem import read_text
from server.working_out.results import A_FILE, A_PROBLEM, described, sent

router = Router(by_alias=True)
ENDINGS = {"stl": "stl", "stl-text": "stl", "obj": "obj", "glb": "glb"}
TYPES = {"stl": "model/stl", "stl-text": "model/stl", "obj": "model/obj", "glb": "model/gltf-binary"}
MOST_TOLD = 12  # open edges


@router.post(
    "/mesh/write",
    openapi_extra=described(body=A_PROBLEM, answer=dict.fromkeys(sorted(set(TYPES.values())), A_FILE)),
)
def write(
    request: HttpRequest,
    name: str,
    form: Format = "stl",
    fineness: Literal["coarse", "medium", "fine"] = "medium",
) -> HttpResponse:
    """The solid called ``name`` of the problem document in the body, as a closed mesh."""
    try:
        data = solid_file(read_text(request.body), name, form, STEPS[fineness])
    except BadMesh as error:
        raise HttpError(422, str(error)) from None
    answer = HttpResponse(data, content_type=TYPES[form])
    answer["Content-Disposition"] = f'attachment; filename="{name}.{ENDINGS[form]}"'
    return answer


@dataclass(frozen=True)
class MeshAnswer(Frozen):
    """What a mesh measures, in its own unit of length: ``size`` are the sides of its bounding box; the first of its open
    edges, each by its two ends. Or what is wrong with the file."""

    says: str | None
    points: int = 0
    triangles: int = 0
    volume: float = 0
    surface: float = 0
    size: tuple[float, ...] = ()
    closed: bool = False
    open_edges: int = 0
    open: tuple[tuple[tuple[float, ...], tuple[float, ...]], ...] = ()


@router.post(
    "/mesh/measure", response=MeshAnswer, openapi_extra=described(body={"application/octet-stream": A_FILE})
)
def measure(request: HttpRequest) -> HttpResponse:
    """What the mesh in the request's body measures."""
    try:
        mesh = read_mesh(request.read(MOST_BYTES + 1))
    except BadMesh as error:
        return sent(MeshAnswer(str(error)))
    low, high = mesh.box
    edges = mesh.open_edges
    some = tuple((_spot(mesh.points[a]), _spot(mesh.points[b])) for a, b in edges[:MOST_TOLD])
    return sent(
        MeshAnswer(
            None,
            len(mesh.points),
            len(mesh.triangles),
            abs(mesh.volume),
            mesh.surface,
            _spot(high - low),
            mesh.closed,
            len(edges),
            some,
        )
    )


def _spot(point: object) -> tuple[float, ...]:
    return tuple(float(value) for value in point)  # type: ignore[attr-defined]
