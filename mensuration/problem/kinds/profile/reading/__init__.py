"""A profile's document read: readings, a grid, a curve, each to a source of ordinates."""
