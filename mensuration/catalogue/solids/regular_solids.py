"""The regular tetrahedron and octahedron."""

from mensuration.catalogue.figure import Dimension, Faces, Measure, PlaneFace, Relation, Solid
from mensuration.catalogue.relations import equilateral_faces, product

_LOW = "-edge sqrt(3) / 6"
_TETRAHEDRON = {
    "left": ("-edge / 2", _LOW, "0"),
    "right": ("edge / 2", _LOW, "0"),
    "back": ("0", "edge sqrt(3) / 3", "0"),
    "point": ("0", "0", "height"),
}
_HALF = "edge / 2"
_OCTAHEDRON = {
    "front left": (f"-{_HALF}", f"-{_HALF}", "diagonal / 2"),
    "front right": (_HALF, f"-{_HALF}", "diagonal / 2"),
    "back right": (_HALF, _HALF, "diagonal / 2"),
    "back left": (f"-{_HALF}", _HALF, "diagonal / 2"),
    "top": ("0", "0", "diagonal"),
    "bottom": ("0", "0", "0"),
}
_WAIST = ("front left", "front right", "back right", "back left")
_SIDES = ("front", "right", "back", "left")

FIGURES = (
    Solid(
        name="tetrahedron",
        title="Regular tetrahedron",
        family="regular solids",
        synonyms=("triangular pyramid", "four faces"),
        measures=(
            Measure("edge", "a"),
            Measure("height", "h"),
            Measure("face_height", "s"),
            Measure("inradius", "r"),
            Measure("circumradius", "R"),
            Measure("face_area", "F", "area"),
            Measure("surface", "S", "area", called="whole surface"),
            Measure("volume", "V", "volume"),
        ),
        relations=(
            *equilateral_faces(),
            Relation(
                {"height": "edge sqrt(6) / 3", "edge": "3 height / sqrt(6)"}, "Pythagoras under an edge"
            ),
            product("surface", "4 face_area", "four equal faces"),
            Relation(
                {"volume": "edge^3 sqrt(2) / 12", "edge": "cbrt(6 sqrt(2) volume)"},
                "a third of face times height",
            ),
            Relation({"inradius": "height / 4", "height": "4 inradius"}, "the ball that touches every face"),
            Relation(
                {"circumradius": "3 height / 4", "height": "4 circumradius / 3"},
                "the ball through every corner",
            ),
        ),
        body=Faces(
            _TETRAHEDRON,
            {
                "bottom": ("left", "back", "right"),
                "front": ("left", "right", "point"),
                "right": ("right", "back", "point"),
                "left": ("back", "left", "point"),
            },
        ),
        faces=(PlaneFace("every face", "equilateral-triangle", {"side": "edge"}, "4"),),
        starting={"edge": "3"},
        dimensions=(
            Dimension("edge", _TETRAHEDRON["left"], _TETRAHEDRON["right"], -1),
            Dimension("height", ("0", "0", "0"), _TETRAHEDRON["point"], 0, always=False),
            Dimension("face_height", ("0", _LOW, "0"), _TETRAHEDRON["point"], 0, always=False),
        ),
    ),
    Solid(
        name="octahedron",
        title="Regular octahedron",
        family="regular solids",
        synonyms=("double pyramid", "eight faces"),
        measures=(
            Measure("edge", "a"),
            Measure("diagonal", "d"),
            Measure("face_height", "s"),
            Measure("inradius", "r"),
            Measure("circumradius", "R"),
            Measure("face_area", "F", "area"),
            Measure("surface", "S", "area", called="whole surface"),
            Measure("volume", "V", "volume"),
        ),
        relations=(
            product("diagonal", "edge sqrt(2)", "Pythagoras in the square at its waist"),
            *equilateral_faces(),
            product("surface", "8 face_area", "eight equal faces"),
            Relation(
                {"volume": "edge^3 sqrt(2) / 3", "edge": "cbrt(3 volume / sqrt(2))"}, "two square pyramids"
            ),
            Relation(
                {"inradius": "edge / sqrt(6)", "edge": "inradius sqrt(6)"}, "the ball that touches every face"
            ),
            Relation(
                {"circumradius": "diagonal / 2", "diagonal": "2 circumradius"},
                "the ball through every corner",
            ),
        ),
        body=Faces(
            _OCTAHEDRON,
            {f"upper {side}": (_WAIST[i], _WAIST[(i + 1) % 4], "top") for i, side in enumerate(_SIDES)}
            | {f"lower {side}": (_WAIST[(i + 1) % 4], _WAIST[i], "bottom") for i, side in enumerate(_SIDES)},
        ),
        faces=(PlaneFace("every face", "equilateral-triangle", {"side": "edge"}, "8"),),
        starting={"edge": "3"},
        dimensions=(
            Dimension("edge", _OCTAHEDRON["front left"], _OCTAHEDRON["bottom"], -1),
            Dimension("diagonal", _OCTAHEDRON["bottom"], _OCTAHEDRON["top"], 0, always=False),
        ),
    ),
)
