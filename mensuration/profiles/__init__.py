"""Areas and volumes that have no formula: ordinates along a line, cut into strips, curves, and the rules that measure them."""
