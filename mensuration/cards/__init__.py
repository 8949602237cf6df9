"""Cards: one catalogue figure solved from any side, with its picture, its path and its formulas."""

from mensuration.cards.card import Card, work_out
from mensuration.cards.gallery import gallery, sheet
from mensuration.cards.telling import ToldCard, copied_lines, measure_working, told_card

__all__ = ["Card", "ToldCard", "copied_lines", "gallery", "measure_working", "sheet", "told_card", "work_out"]
