"""``make fuzz SECONDS=600``: the properties again and again, each round with another seed, until the time is over.

The seed of every round is printed; ``make fuzz SEED=7 SECONDS=1`` plays round 7 again. What fails is shrunk by Hypothesis to
its smallest case, and ends the run.
"""

from __future__ import annotations

import sys
import time

import pytest

ATTACKED = [
    "tests/core/test_plane.py",  # composites against Shapely
    "tests/core/test_ways.py",
    "tests/core/test_outlines.py",
    "tests/core/test_exact_world.py",  # roots and roundings against SymPy and mpmath
    "tests/core/test_numbers.py",
    "tests/core/test_rounding.py",
    "tests/core/test_solutions.py",  # sets of givens over the whole catalogue
    "tests/core/test_told_steps.py",  # told lines reckoned anew
    "tests/core/test_random_documents.py",
    "tests/core/test_mutations.py",
    "tests/core/test_expressions.py",
]


def main(seconds: float, seed: int) -> int:
    """Rounds until ``seconds`` are over; 1 as soon as something fails."""
    end = time.monotonic() + seconds
    while True:
        print(f"\nround with seed {seed}", flush=True)
        if pytest.main(["-q", "-x", "-p", "no:cacheprovider", f"--hypothesis-seed={seed}", *ATTACKED]):
            print(f"seed {seed} found something")
            return 1
        seed += 1
        if time.monotonic() > end:
            return 0


if __name__ == "__main__":
    sys.exit(main(float(sys.argv[1]), int(sys.argv[2])))
