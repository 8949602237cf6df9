"""Ways to split a figure: level and upright cuts, fewest rectangles, surroundings, triangles, corners, arcs."""

from mensuration.ways.splitting import DoesNotFit, Piece, Way, usual_way, way_named, ways_of

__all__ = ["DoesNotFit", "Piece", "Way", "usual_way", "way_named", "ways_of"]
