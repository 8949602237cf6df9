"""What happens when a measurement changes: letters put in step by step, and the greatest and least of what is watched."""

from mensuration.varying.cases import MOST_CASES, NotVaried, Varied, vary
from mensuration.varying.extremes import Extreme, Extremes, extremes
from mensuration.varying.in_letters import Polynomial, in_letters
from mensuration.varying.telling import ToldVaried, tell_varied, text_of

__all__ = [
    "MOST_CASES",
    "Extreme",
    "Extremes",
    "NotVaried",
    "Polynomial",
    "ToldVaried",
    "Varied",
    "extremes",
    "in_letters",
    "tell_varied",
    "text_of",
    "vary",
]
