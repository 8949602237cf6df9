"""From givens to all quantities, with the path taken."""

from mensuration.solving.faults import SolvingError
from mensuration.solving.solution import Solution, Step, starting_givens
from mensuration.solving.solve import solutions, solve

__all__ = ["Solution", "SolvingError", "Step", "solutions", "solve", "starting_givens"]
