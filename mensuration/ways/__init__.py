"""Ways to split a figure: level and upright cuts, fewest rectangles, surroundings, triangles, corners, arcs."""

from mensuration.ways.splitting import Piece, Way, usual_way, way_named, ways_of

__all__ = ["Piece", "Way", "usual_way", "way_named", "ways_of"]
