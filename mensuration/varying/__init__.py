"""What happens when a measurement changes: letters put in step by step or through a range, and the greatest and least of what is
watched."""

from mensuration.varying.axes import MOST_CASES, Axis, NotVaried
from mensuration.varying.cases import Law, Varied
from mensuration.varying.extremes import Extreme, Extremes, extremes
from mensuration.varying.scaling import Scaling, scaling
from mensuration.varying.settled import Settled, settled
from mensuration.varying.solving import Solved, solve_for
from mensuration.varying.telling import ToldVaried, tell_varied, text_of

__all__ = [
    "MOST_CASES",
    "Axis",
    "Extreme",
    "Extremes",
    "Law",
    "NotVaried",
    "Scaling",
    "Settled",
    "Solved",
    "ToldVaried",
    "Varied",
    "extremes",
    "scaling",
    "settled",
    "solve_for",
    "tell_varied",
    "text_of",
]
