"""The kind ``solid``: pieces in space joined in order to one solid."""

from mensuration.problem.kinds.solid.document import Footing, PieceDocument, SolidDocument
from mensuration.problem.kinds.solid.kind import SolidKind
from mensuration.problem.kinds.solid.work import SolidResults

__all__ = ["Footing", "PieceDocument", "SolidDocument", "SolidKind", "SolidResults"]
