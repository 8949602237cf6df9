"""A way of splitting as the board shows it: its pieces and the lines along which they are cut."""

from __future__ import annotations

from mensuration.drawing.paths import edge_segment, roomy_spot, scale_of, scaled, turned_segment, turned_spot
from mensuration.pictures import DrawnPiece, Split, Spot
from mensuration.plane.regions import Region
from mensuration.tally.entry import Sign
from mensuration.telling import Teller
from mensuration.telling.tallies import MARKS
from mensuration.ways import Way


def draw_split(way: Way, teller: Teller, turn: float = 0.0) -> Split:
    """The pieces of a way, numbered like the entries of its tally; turned by so many degrees."""
    scale = scale_of(teller)
    pieces = tuple(
        DrawnPiece(
            f"piece.{number}",
            str(number),
            MARKS[Sign(piece.sign)],
            tuple(turned_segment(edge_segment(edge, scale), turn) for edge in piece.region.edges),
            turned_spot(scaled(_label(piece.region), scale), turn),
        )
        for number, piece in enumerate(way.pieces, 1)
    )
    ends = (
        tuple(turned_spot(scaled((float(x), float(y)), scale), turn) for x, y in (a, b)) for a, b in way.cuts
    )
    return Split(way.title, tuple((a, b) for a, b in ends), pieces)


def _label(region: Region) -> Spot:
    border = [spot for edge in region.edges for spot in edge.samples]
    return roomy_spot(region.box, region.contains, border, lambda spot: False)
