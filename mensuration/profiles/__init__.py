"""Areas and volumes that have no formula: ordinates along a line, cut into strips, and the rules that measure strips."""

from mensuration.profiles.ordinates import Ordinates
from mensuration.profiles.rules import (
    RULES,
    Rule,
    RuleFault,
    Strip,
    area_of,
    length_of,
    spun_of,
    strips_of,
    weights,
)

__all__ = [
    "RULES",
    "Ordinates",
    "Rule",
    "RuleFault",
    "Strip",
    "area_of",
    "length_of",
    "spun_of",
    "strips_of",
    "weights",
]
