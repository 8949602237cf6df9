"""The regular icosahedron, standing on a corner: between two corners lie two rings of five, turned by half a step."""

from mensuration.catalogue.figure import Dimension, Faces, Measure, PlaneFace, Relation, Solid
from mensuration.catalogue.relations import equilateral_faces, product

_NAMES = ("one", "two", "three", "four", "five")


def _ring(height: str, start: int) -> list[tuple[str, str, str]]:
    radius = "2 circumradius / sqrt(5)"
    return [
        (f"({radius}) cos({start + 72 * k}°)", f"({radius}) sin({start + 72 * k}°)", height) for k in range(5)
    ]


_LOWER = _ring("circumradius - circumradius / sqrt(5)", -90)
_UPPER = _ring("circumradius + circumradius / sqrt(5)", -54)
_CORNERS = {
    "bottom": ("0", "0", "0"),
    **{f"lower {name}": corner for name, corner in zip(_NAMES, _LOWER, strict=True)},
    **{f"upper {name}": corner for name, corner in zip(_NAMES, _UPPER, strict=True)},
    "top": ("0", "0", "2 circumradius"),
}
_FACES: dict[str, tuple[str, ...]] = {}
for _k, _name in enumerate(_NAMES):
    _next = _NAMES[(_k + 1) % 5]
    _FACES[f"bottom {_name}"] = ("bottom", f"lower {_next}", f"lower {_name}")
    _FACES[f"rising {_name}"] = (f"lower {_name}", f"lower {_next}", f"upper {_name}")
    _FACES[f"hanging {_name}"] = (f"upper {_name}", f"lower {_next}", f"upper {_next}")
    _FACES[f"top {_name}"] = (f"upper {_name}", f"upper {_next}", "top")

FIGURE = Solid(
    name="icosahedron",
    title="Regular icosahedron",
    family="regular solids",
    synonyms=("twenty faces",),
    measures=(
        Measure("edge", "a"),
        Measure("face_height", "s"),
        Measure("inradius", "r"),
        Measure("circumradius", "R"),
        Measure("face_area", "F", "area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        *equilateral_faces(),
        product("surface", "20 face_area", "twenty equal faces"),
        Relation(
            {
                "circumradius": "edge sqrt(10 + 2 sqrt(5)) / 4",
                "edge": "4 circumradius / sqrt(10 + 2 sqrt(5))",
            },
            "the ball through every corner",
        ),
        Relation(
            {
                "inradius": "edge (3 sqrt(3) + sqrt(15)) / 12",
                "edge": "12 inradius / (3 sqrt(3) + sqrt(15))",
            },
            "the ball that touches every face",
        ),
        Relation(
            {
                "volume": "5/12 (3 + sqrt(5)) edge^3",
                "edge": "cbrt(12 volume / (5 (3 + sqrt(5))))",
            },
            "twenty pyramids from the middle",
        ),
    ),
    body=Faces(_CORNERS, _FACES),
    faces=(PlaneFace("every face", "equilateral-triangle", {"side": "edge"}, "20"),),
    starting={"edge": "3"},
    dimensions=(
        Dimension("edge", _UPPER[0], _CORNERS["top"], -1),
        Dimension("circumradius", ("0", "0", "circumradius"), _CORNERS["top"], 0, always=False),
    ),
)
