"""How things are told to people: values, formulas, tallies, cards and working, from one tree of mathematics."""

from mensuration.telling.values import Mathematics, Teller, Told, told

__all__ = ["Mathematics", "Teller", "Told", "told"]
