"""The eleven nets of a cube: which face hangs on which."""

from __future__ import annotations

from collections import deque
from functools import lru_cache
from itertools import combinations

Way = tuple[int, int]  # a face of the cube: the axis along which it looks, and which way
Tree = tuple[tuple[Way, Way], ...]  # each face and that on which it hangs, after the one it hangs on
Squares = frozenset[tuple[int, int]]
Vector = tuple[int, int, int]

FACES: tuple[Way, ...] = tuple((axis, sign) for axis in range(3) for sign in (1, -1))
BOTTOM: Way = (2, -1)
ROUND: Tree = tuple(
    (one, two) for one, two in combinations(FACES, 2) if one[0] != two[0]
)  # pairs of faces that share an edge


@lru_cache(maxsize=1)
def cube_nets() -> tuple[Tree, ...]:
    """One tree of faces for each shape that a net can have, turned or mirrored or not; the cross first.

    >>> len(cube_nets())
    11
    """
    found: dict[Squares, Tree] = {}
    for hinges in combinations(ROUND, 5):
        tree = _hung(hinges)
        if tree is not None:
            found.setdefault(_shape(tree), tree)
    return tuple(sorted(found.values(), key=lambda tree: (-_most_on_one(tree), _depth(tree))))


def _hung(hinges: Tree) -> Tree | None:
    """The faces hung on the bottom along these hinges; None where some don't hang together."""
    tree: list[tuple[Way, Way]] = []
    reached, waiting = {BOTTOM}, deque([BOTTOM])
    while waiting:
        here = waiting.popleft()
        for one, two in hinges:
            for face, on in ((one, two), (two, one)):
                if on == here and face not in reached:
                    reached.add(face)
                    waiting.append(face)
                    tree.append((face, on))
    return tuple(tree) if len(reached) == len(FACES) else None


def _shape(tree: Tree) -> Squares:
    """The squares that the faces cover once it is flat, brought to one of all its turns and mirror images."""
    frames: dict[Way, tuple[Vector, Vector]] = {
        BOTTOM: ((1, 0, 0), (0, 1, 0))
    }  # what is to the right, and ahead
    places = {BOTTOM: (0, 0)}
    for face, on in tree:
        (right, ahead), (x, y) = frames[on], places[on]
        normal, out = _vector(on), _vector(face)
        back = _turned_back(normal)
        if out in (right, _turned_back(right)):
            step = 1 if out == right else -1
            places[face] = x + step, y
            frames[face] = (back if step > 0 else normal, ahead)
        else:
            step = 1 if out == ahead else -1
            places[face] = x, y + step
            frames[face] = (right, back if step > 0 else normal)
    squares = list(places.values())
    return min((_at_origin(turned) for turned in _turns(squares)), key=sorted)


def _turned_back(vector: Vector) -> Vector:
    return -vector[0], -vector[1], -vector[2]


def _vector(way: Way) -> Vector:
    found = [0, 0, 0]
    found[way[0]] = way[1]
    return found[0], found[1], found[2]


def _turns(squares: list[tuple[int, int]]) -> list[list[tuple[int, int]]]:
    found = []
    for _ in range(4):
        squares = [(-y, x) for x, y in squares]
        found += [squares, [(-x, y) for x, y in squares]]
    return found


def _at_origin(squares: list[tuple[int, int]]) -> Squares:
    left, low = min(x for x, _ in squares), min(y for _, y in squares)
    return frozenset((x - left, y - low) for x, y in squares)


def _most_on_one(tree: Tree) -> int:
    """How many faces hang on one."""
    return max(sum(on == face for _, on in tree) for face in FACES)


def _depth(tree: Tree) -> int:
    """How long the longest chain of faces is that hang on one another."""
    depth = {BOTTOM: 0}
    for face, on in tree:
        depth[face] = depth[on] + 1
    return max(depth.values())
