"""Composite solids: pieces in space, layer by layer; their volume and their faces."""

from mensuration.solids.joining import Joined, join
from mensuration.solids.pieces import Opening, Piece
from mensuration.solids.shares import FaceShare, VolumeShare
from mensuration.solids.slabs import CutOtherwise
from mensuration.solids.space import Frame

__all__ = ["CutOtherwise", "FaceShare", "Frame", "Joined", "Opening", "Piece", "VolumeShare", "join"]
