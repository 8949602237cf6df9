"""What other figures of a problem lend to a part or a base: the region of a profile."""

from __future__ import annotations

from mensuration.expressions import ExpressionError, Quantity
from mensuration.outlines import Sketch, shape_points
from mensuration.problem.kinds.kind import Context, NotWorkedOut, Work


def profile_sketch(name: str, context: Context) -> Sketch:
    """The outline of what lies between a profile's line and its readings or its curve, straight from ordinate to ordinate.
    ExpressionError, in words, where there is none."""
    other = context.other(name)
    corners = other.region() if isinstance(other, Work) else None
    if corners is None:
        raise ExpressionError("unknown-base", f"“{name}” is no plane figure and no profile here")
    if len(corners) < 3:
        raise NotWorkedOut(f"“{name}”")
    length = context.teller.unit.kind
    return shape_points([(Quantity(x, length), Quantity(y, length)) for x, y in corners])
