"""What people write in words: parts, places on an edge, rates, and everyday words that mean a quantity."""
