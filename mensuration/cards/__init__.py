"""Cards: one catalogue figure solved from any side, with its picture, its path and its formulas."""

from mensuration.cards.card import Card, work_out
from mensuration.cards.gallery import gallery, sheet
from mensuration.cards.picture import card_picture
from mensuration.cards.telling import path_working, told_card

__all__ = ["Card", "card_picture", "gallery", "path_working", "sheet", "told_card", "work_out"]
