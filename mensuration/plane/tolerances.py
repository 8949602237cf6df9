"""How near is near, in floats: every tolerance by which curves are found to touch, to run on, to go round. Named once.

Floats only decide how things lie to one another; every measure is taken exactly or from balls.
"""

RELATIVE = 1e-11
"""Of a figure's size: what is nearer to one another counts as touching, what differs less as equal."""

RELATIVE_OF_OVALS = 1e-9
"""The same where there are ellipses, whose meetings come from polynomials of the fourth degree."""

SMALLEST = 1e-8
"""Of a figure's size and its distance from the origin: edges that are shorter are refused, as floats can't tell them."""

PARALLEL = 1e-13
"""Sine of the angle between two lines below which they never meet."""

AHEAD = 1e-4
"""The share of an edge over which its heading at an end is taken."""

STRAIGHT_ON = 1e-8
"""Radians by which a boundary may turn where two sides run on from one another."""

BACK = 1e-7
"""Radians: a way that leaves nearer than this to where one came from leads back."""

WHOLE = 1e-12
"""Of a turn: what is nearer to a whole one is one."""

ROUND = 1e-6
"""Radians: fragments of a circle that sweep a whole turn but for this go all round it."""

ON_GRID = 1e-9
"""Of a unit square: what is nearer to a grid line lies on it."""

INSIDE = 1e-7
"""Of a unit square: how far off its lower edge a spot is taken that lies inside of it."""

SHORT = 1e-12
"""Of an edge: pieces of it that are shorter are none."""

COINCIDE = 1e-9
"""Off one another relative to their size: curves that are nearer all along are one."""

UNIT_CIRCLE = 1e-3
"""Off the unit circle, where the meetings of an ellipse are looked for roughly."""

SLIGHT = 1e-9
"""Sine of an angle below which two directions are one."""
