"""The regular dodecahedron, lying on a face: four rings of five corners, the upper two turned by half a step."""

from mensuration.catalogue.figure import Dimension, Faces, Measure, PlaneFace, Relation, Solid
from mensuration.catalogue.relations import product

_NAMES = ("one", "two", "three", "four", "five")
_GOLDEN = "(1 + sqrt(5)) / 2"


def _ring(radius: str, height: str, start: int) -> list[tuple[str, str, str]]:
    return [
        (f"({radius}) cos({start + 72 * k}°)", f"({radius}) sin({start + 72 * k}°)", height) for k in range(5)
    ]


_RINGS = {
    "bottom": _ring("face_radius", "0", -126),
    "lower": _ring(f"face_radius {_GOLDEN}", "inradius - face_radius cos(72°)", -126),
    "upper": _ring(f"face_radius {_GOLDEN}", "inradius + face_radius cos(72°)", -90),
    "top": _ring("face_radius", "2 inradius", -90),
}
_CORNERS = {
    f"{ring} {_NAMES[k]}": corner for ring, corners in _RINGS.items() for k, corner in enumerate(corners)
}
_FACES: dict[str, tuple[str, ...]] = {
    "bottom": tuple(f"bottom {name}" for name in reversed(_NAMES)),
    "top": tuple(f"top {name}" for name in _NAMES),
}
for _k, _name in enumerate(_NAMES):
    _next, _before = _NAMES[(_k + 1) % 5], _NAMES[(_k - 1) % 5]
    _FACES[f"lower {_name}"] = (
        f"bottom {_name}",
        f"bottom {_next}",
        f"lower {_next}",
        f"upper {_name}",
        f"lower {_name}",
    )
    _FACES[f"upper {_name}"] = (
        f"upper {_before}",
        f"lower {_name}",
        f"upper {_name}",
        f"top {_name}",
        f"top {_before}",
    )

FIGURE = Solid(
    name="dodecahedron",
    title="Regular dodecahedron",
    family="regular solids",
    synonyms=("twelve faces",),
    measures=(
        Measure("edge", "a"),
        Measure("face_radius", r"\rho", called="radius of a face"),
        Measure("inradius", "r"),
        Measure("circumradius", "R"),
        Measure("face_area", "F", "area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        Relation(
            {
                "face_radius": "edge sqrt(50 + 10 sqrt(5)) / 10",
                "edge": "10 face_radius / sqrt(50 + 10 sqrt(5))",
            },
            "a regular pentagon from its middle",
        ),
        Relation(
            {
                "face_area": "edge^2 sqrt(25 + 10 sqrt(5)) / 4",
                "edge": "2 sqrt(face_area / sqrt(25 + 10 sqrt(5)))",
            },
            "a regular pentagon",
        ),
        product("surface", "12 face_area", "twelve equal faces"),
        Relation(
            {
                "circumradius": "edge (sqrt(3) + sqrt(15)) / 4",
                "edge": "4 circumradius / (sqrt(3) + sqrt(15))",
            },
            "the ball through every corner",
        ),
        Relation(
            {
                "inradius": "edge sqrt(250 + 110 sqrt(5)) / 20",
                "edge": "20 inradius / sqrt(250 + 110 sqrt(5))",
            },
            "the ball that touches every face",
        ),
        Relation(
            {
                "volume": "1/4 (15 + 7 sqrt(5)) edge^3",
                "edge": "cbrt(4 volume / (15 + 7 sqrt(5)))",
            },
            "twelve pyramids from the middle",
        ),
    ),
    body=Faces(_CORNERS, _FACES),
    faces=(PlaneFace("every face", "regular-polygon", {"sides": "5", "side": "edge"}, "12"),),
    starting={"edge": "3"},
    dimensions=(
        Dimension("edge", _RINGS["bottom"][0], _RINGS["bottom"][1], -1),
        Dimension("circumradius", ("0", "0", "inradius"), _RINGS["upper"][0], 0, always=False),
    ),
)
