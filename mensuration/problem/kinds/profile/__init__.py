"""The kind ``profile``: ordinates measured along a line, or those of a curve, cut into strips."""

from mensuration.problem.kinds.profile.document import ProfileDocument
from mensuration.problem.kinds.profile.kind import ProfileKind
from mensuration.problem.kinds.profile.told import ProfileResults

__all__ = ["ProfileDocument", "ProfileKind", "ProfileResults"]
