"""From givens to all quantities of a catalogue figure, with the path taken."""

from mensuration.solving.solve import Solution, SolvingError, Step, solutions, solve

__all__ = ["Solution", "SolvingError", "Step", "solutions", "solve"]
