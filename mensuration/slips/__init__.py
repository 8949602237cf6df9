"""Answers checked, and the classic mistake behind a wrong one named: each computed from the derivation at hand, never stored."""

from mensuration.slips.checking import Verdict, check_answer
from mensuration.slips.codes import Slip
from mensuration.slips.hints import hints
from mensuration.slips.written import Written, check_working

__all__ = ["Slip", "Verdict", "Written", "check_answer", "check_working", "hints"]
