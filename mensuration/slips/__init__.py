"""Answers checked, and the classic mistake behind a wrong one named: each computed from the derivation at hand, never stored."""

from mensuration.slips.checking import Verdict, check_answer
from mensuration.slips.codes import Slip
from mensuration.slips.hints import hints

__all__ = ["Slip", "Verdict", "check_answer", "hints"]
