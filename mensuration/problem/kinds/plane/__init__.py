"""The kind ``plane``: parts joined in order to one plane figure."""

from mensuration.problem.kinds.plane.document import Attachment, Part, PlaneDocument, Shaded
from mensuration.problem.kinds.plane.kind import PlaneKind
from mensuration.problem.kinds.plane.work import PlaneResults

__all__ = ["Attachment", "Part", "PlaneDocument", "PlaneKind", "PlaneResults", "Shaded"]
