"""The cuboid: length along x, width going back, height upwards."""

from mensuration.catalogue.figure import Constraint, Dimension, Faces, Measure, PlaneFace, Relation, Solid
from mensuration.catalogue.relations import product, pythagoras, total

CORNERS = {
    "front left": ("0", "0", "0"),
    "front right": ("length", "0", "0"),
    "back right": ("length", "width", "0"),
    "back left": ("0", "width", "0"),
    "top front left": ("0", "0", "height"),
    "top front right": ("length", "0", "height"),
    "top back right": ("length", "width", "height"),
    "top back left": ("0", "width", "height"),
}
FACES = {
    "bottom": ("front left", "back left", "back right", "front right"),
    "top": ("top front left", "top front right", "top back right", "top back left"),
    "front": ("front left", "front right", "top front right", "top front left"),
    "right": ("front right", "back right", "top back right", "top front right"),
    "back": ("back right", "back left", "top back left", "top back right"),
    "left": ("back left", "front left", "top front left", "top back left"),
}

FIGURE = Solid(
    name="cuboid",
    title="Cuboid",
    family="boxes and prisms",
    synonyms=("box", "rectangular prism", "block", "rectangular solid"),
    measures=(
        Measure("length", "l"),
        Measure("width", "w"),
        Measure("height", "h"),
        Measure("base_diagonal", "e"),
        Measure("diagonal", "d", called="space diagonal"),
        Measure("base_area", "B", "area"),
        Measure("lateral", "L", "area", called="lateral area"),
        Measure("surface", "S", "area", called="whole surface"),
        Measure("volume", "V", "volume"),
    ),
    relations=(
        product("volume", "length width height", "unit cubes in rows, columns and layers"),
        product("base_area", "length width", "the rectangle it stands on"),
        product("volume", "base_area height", "base area times height"),
        Relation(
            {
                "lateral": "2 (length + width) height",
                "height": "lateral / (2 (length + width))",
                "length": "lateral / (2 height) - width",
                "width": "lateral / (2 height) - length",
            },
            "the perimeter of the base, times the height",
        ),
        Relation(
            {
                "surface": "2 (length width + length height + width height)",
                "length": "(surface / 2 - width height) / (width + height)",
                "width": "(surface / 2 - length height) / (length + height)",
                "height": "(surface / 2 - length width) / (length + width)",
            },
            "three pairs of equal faces",
        ),
        total("surface", "2 base_area + lateral", "bottom, top and the sides"),
        pythagoras("base_diagonal", "length", "width", "Pythagoras in the base"),
        Relation(
            {
                "diagonal": "sqrt(length^2 + width^2 + height^2)",
                "length": "sqrt(diagonal^2 - width^2 - height^2)",
                "width": "sqrt(diagonal^2 - length^2 - height^2)",
                "height": "sqrt(diagonal^2 - length^2 - width^2)",
            },
            "Pythagoras twice",
        ),
        pythagoras("diagonal", "base_diagonal", "height", "Pythagoras on the diagonal of the base"),
        Relation(
            {"length": "(lateral / (2 height) + sqrt((lateral / (2 height))^2 - 4 base_area)) / 2"},
            "length and width have the sum lateral / (2 height) and the product of the base area",
            second={"length": "(lateral / (2 height) - sqrt((lateral / (2 height))^2 - 4 base_area)) / 2"},
        ),
        Relation(
            {"length": "(sqrt(base_diagonal^2 + 2 base_area) + sqrt(base_diagonal^2 - 2 base_area)) / 2"},
            "(length + width)² is base diagonal² + 2 base area, (length - width)² the difference",
            second={
                "length": "(sqrt(base_diagonal^2 + 2 base_area) - sqrt(base_diagonal^2 - 2 base_area)) / 2"
            },
        ),
    ),
    constraints=(
        Constraint(
            "base_diagonal - length",
            "base_diagonal",
            "the diagonal of the base must be longer than the length",
        ),
        Constraint(
            "base_diagonal - width", "base_diagonal", "the diagonal of the base must be longer than the width"
        ),
        Constraint(
            "diagonal - base_diagonal", "diagonal", "the space diagonal must be longer than that of the base"
        ),
        Constraint(
            "diagonal^2 - length^2 - width^2",
            "diagonal",
            "the space diagonal must be longer than that of every face",
        ),
        Constraint(
            "diagonal^2 - length^2 - height^2",
            "diagonal",
            "the space diagonal must be longer than that of every face",
        ),
        Constraint(
            "diagonal^2 - width^2 - height^2",
            "diagonal",
            "the space diagonal must be longer than that of every face",
        ),
        Constraint(
            "surface - 2 length width", "surface", "the surface must be more than that of top and bottom"
        ),
        Constraint(
            "surface - 2 length height", "surface", "the surface must be more than that of front and back"
        ),
        Constraint(
            "surface - 2 width height", "surface", "the surface must be more than that of left and right"
        ),
        Constraint("surface - lateral", "surface", "the surface must be more than the sides alone"),
        Constraint(
            "surface - 2 base_area", "surface", "the surface must be more than that of top and bottom"
        ),
    ),
    body=Faces(CORNERS, FACES),
    faces=(
        PlaneFace("bottom and top", "rectangle", {"width": "length", "height": "width"}, "2"),
        PlaneFace("front and back", "rectangle", {"width": "length", "height": "height"}, "2"),
        PlaneFace("left and right", "rectangle", {"width": "width", "height": "height"}, "2"),
    ),
    starting={"length": "4", "width": "2", "height": "3"},
    dimensions=(
        Dimension("length", ("0", "0", "0"), ("length", "0", "0"), -1),
        Dimension("width", ("length", "0", "0"), ("length", "width", "0"), -1),
        Dimension("height", ("0", "0", "height"), ("0", "0", "0"), -1),
        Dimension("base_diagonal", ("0", "0", "0"), ("length", "width", "0"), 0, always=False),
        Dimension("diagonal", ("0", "0", "0"), ("length", "width", "height"), 0, always=False),
    ),
)
