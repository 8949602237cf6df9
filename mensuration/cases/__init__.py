"""Cases: a card as a table, each row a case with unknowns of its own."""

from mensuration.cases.cells import CaseCell
from mensuration.cases.columns import Column, Rule, read_rule
from mensuration.cases.work import CaseRow, Cases, try_rule, work_out_cases

__all__ = ["CaseCell", "CaseRow", "Cases", "Column", "Rule", "read_rule", "try_rule", "work_out_cases"]
