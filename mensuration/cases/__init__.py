"""Cases: a card as a table, each row a case with unknowns of its own."""

from mensuration.cases.columns import Column, Rule, read_rule
from mensuration.cases.work import Table, work_out_cases

__all__ = ["Column", "Rule", "Table", "read_rule", "work_out_cases"]
