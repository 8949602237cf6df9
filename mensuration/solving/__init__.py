"""From givens to all quantities, with the path taken."""

from mensuration.solving.faults import SolvingError
from mensuration.solving.solve import Solution, Step, solutions, solve

__all__ = ["Solution", "SolvingError", "Step", "solutions", "solve"]
