"""Where a piece stands in space: quarter turns and an exact anchor."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.numbers import NOUGHT, Real

Point3 = tuple[Real, Real, Real]
Turned = tuple[int, int]  # a world axis (0 to 2) and a sign
UPRIGHT: tuple[Turned, Turned, Turned] = ((0, 1), (1, 1), (2, 1))
ORIGIN: Point3 = (NOUGHT, NOUGHT, NOUGHT)
WORDS = (("left", "right"), ("front", "back"), ("bottom", "top"))
"""What people call the sides of a body, by axis: x to the right, y to the back, z upwards."""


@dataclass(frozen=True)
class Frame:
    """``axes`` tells for each axis of the piece's own along which axis of space it runs, and which way; ``at`` is where
    its own origin stands."""

    axes: tuple[Turned, Turned, Turned] = UPRIGHT
    at: Point3 = ORIGIN

    def aim(self, own: Point3) -> Point3:
        """A direction of the piece's own axes, in space.

        >>> one, two, three = (Real.of(n) for n in (1, 2, 3))
        >>> [float(value) for value in Frame().quarter_turned("x", 1).aim((one, two, three))]
        [1.0, -3.0, 2.0]
        """
        found = [NOUGHT] * 3
        for value, (axis, sign) in zip(own, self.axes, strict=True):
            found[axis] = value if sign > 0 else -value
        return found[0], found[1], found[2]

    def put(self, own: Point3) -> Point3:
        """A point of the piece's own axes, in space."""
        x, y, z = self.aim(own)
        return self.at[0] + x, self.at[1] + y, self.at[2] + z

    def own_axis(self, axis: int) -> Turned:
        """The piece's own axis that runs along an axis of space, and which way."""
        return next((own, sign) for own, (along, sign) in enumerate(self.axes) if along == axis)

    def quarter_turned(self, about: str, quarters: int) -> Frame:
        """The same, turned by quarter turns about an axis of space through the origin, anticlockwise seen against it."""
        first, second = {"x": (1, 2), "y": (2, 0), "z": (0, 1)}[about]
        axes = list(self.axes)
        for _ in range(quarters % 4):
            axes = [
                (second, sign) if axis == first else (first, -sign) if axis == second else (axis, sign)
                for axis, sign in axes
            ]
        return Frame((axes[0], axes[1], axes[2]), self.at)

    def moved(self, at: Point3) -> Frame:
        return Frame(self.axes, at)
