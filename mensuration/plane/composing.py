"""Joining placed parts into one figure: its area as a signed list of parts, its outline as stretches."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import cached_property

from mensuration.numbers import NOUGHT, Real
from mensuration.plane.arrangement import Arrangement, Fragment, arrange
from mensuration.plane.edges import Edge, Spot
from mensuration.plane.measuring import enclosed, run_length
from mensuration.plane.placing import PlacedPart
from mensuration.plane.regions import Region, regions_of, walks
from mensuration.plane.runs import runs_of

APART, WITHIN, AROUND, PARTLY = "apart", "within", "around", "partly"


@dataclass(frozen=True)
class AreaShare:
    """One signed share of the figure's area. ``role`` is part, overlap, outside or common."""

    part: PlacedPart
    role: str
    sign: int
    size: Real
    relation: str


@dataclass(frozen=True)
class Stretch:
    """Neighbouring fragments of one edge that play one role.

    ``role``: ``outline`` (counted), ``shared`` (two parts touch along it), ``covered`` (inside
    another part) or ``cut`` (taken away). ``beside`` are the other parts that own or cause it.
    """

    role: str
    edge: Edge
    beside: tuple[int, ...]
    length: Real
    whole: bool
    run: tuple[Fragment, ...]

    @property
    def middle(self) -> Spot:
        return self.run[len(self.run) // 2].middle


@dataclass(frozen=True, eq=False)
class Composition:
    """A composed plane figure. ``pi`` is the convention's number for π."""

    parts: tuple[PlacedPart, ...]
    arrangement: Arrangement
    pi: Real

    @cached_property
    def _prefixes(self) -> Callable[[int], list[bool]]:
        known: dict[int, list[bool]] = {}
        joins = [(1 << part.index, part.join) for part in self.parts]

        def prefixes(mask: int) -> list[bool]:
            if mask not in known:
                inside = False
                states = [inside]
                for bit, join in joins:
                    has = bool(mask & bit)
                    if join == "add":
                        inside = inside or has
                    elif join == "take":
                        inside = inside and not has
                    else:
                        inside = inside and has
                    states.append(inside)
                known[mask] = states
            return known[mask]

        return prefixes

    def covers(self, mask: int) -> bool:
        """Whether a region covered by just these parts belongs to the figure."""
        return self._prefixes(mask)[-1]

    @cached_property
    def shares(self) -> list[AreaShare]:
        """The area as signed shares, in the order in which parts join; their sum is the area."""
        masks = self.arrangement.masks()
        shares: list[AreaShare] = []
        for k, part in enumerate(self.parts):
            relation = self._relation(k, part, masks) if k else APART
            before = shares
            if part.join == "common":
                shares = [AreaShare(part, "common", 1, self._overlap(k, part, relation, before), relation)]
                continue
            sign = 1 if part.join == "add" else -1
            shares = [*before, AreaShare(part, "part", sign, part.area, relation)]
            overlap = self._overlap(k, part, relation, before)
            if part.join == "add" and relation != APART:
                shares.append(AreaShare(part, "overlap", -1, overlap, relation))
            if part.join == "take" and relation != WITHIN:
                shares.append(AreaShare(part, "outside", 1, part.area - overlap, relation))
        return shares

    def _relation(self, k: int, part: PlacedPart, masks: set[int]) -> str:
        """How part k lies to the figure joined from the parts before it."""
        return relation_to(masks, 1 << part.index, lambda mask: self._prefixes(mask)[k])

    @cached_property
    def _bordering(self) -> dict[int, list[Fragment]]:
        """By a part's bit the fragments on one side of which it lies: no others bound anything within it."""
        found: dict[int, list[Fragment]] = {1 << part.index: [] for part in self.parts}
        for fragment in self.arrangement.fragments:
            mask = fragment.left | fragment.right
            while mask:
                bit = mask & -mask
                mask ^= bit
                if bit in found:
                    found[bit].append(fragment)
        return found

    def _overlap(self, k: int, part: PlacedPart, relation: str, before: list[AreaShare]) -> Real:
        if relation == APART:
            return NOUGHT
        if relation == WITHIN:
            return part.area
        if relation == AROUND:
            return total(before)
        bit = 1 << part.index
        prefixes, here = self._prefixes, self._bordering[bit]
        return enclosed(self.arrangement, lambda mask: mask & bit != 0 and prefixes(mask)[k], self.pi, here)

    def overlap_region(self, part: PlacedPart) -> Region:
        """What a part has in common with the figure joined from the parts before it."""
        k, bit = self.parts.index(part), 1 << part.index
        return regions_of(
            self.arrangement, lambda mask: self._prefixes(mask)[k] and bool(mask & bit), self.pi
        )

    @cached_property
    def area(self) -> Real:
        return total(self.shares)

    @cached_property
    def perimeter(self) -> Real:
        return Real.sum(stretch.length for stretch in self.stretches if stretch.role == "outline")

    @cached_property
    def stretches(self) -> list[Stretch]:
        """Every edge of every part, cut into stretches by the role that they play."""
        along: dict[tuple[int, int], list[tuple[float, Fragment]]] = {}
        for fragment in self.arrangement.fragments:
            edge = self._told_by(fragment)
            t = edge.parameter(fragment.middle)
            along.setdefault((edge.part, edge.index), []).append((t, fragment))
        stretches: list[Stretch] = []
        for part in self.parts:
            for edge in part.edges:
                pieces = sorted(along.get((edge.part, edge.index), []), key=lambda item: item[0])
                stretches += self._runs(edge, [fragment for _, fragment in pieces])
        return stretches

    def _runs(self, edge: Edge, fragments: list[Fragment]) -> list[Stretch]:
        runs = runs_of(fragments, self._same_run, closed=edge.whole_turn)
        covered = len(self._fragments_of(edge))
        return [
            self._stretch(edge, run, len(run) == covered) for run in runs if self.role(run[0]) is not None
        ]

    def _stretch(self, edge: Edge, run: list[Fragment], whole: bool) -> Stretch:
        role = self.role(run[0])
        assert role is not None
        length = edge.length if whole else run_length(self.arrangement, run, edge, self.pi)
        beside = sorted({part for fragment in run for part in self._beside(fragment, edge)})
        return Stretch(role, edge, tuple(beside), length, whole, tuple(run))

    def _same_run(self, one: Fragment, two: Fragment) -> bool:
        edge = self._told_by(one)
        touching = {one.tail, one.head} & {two.tail, two.head}
        role = self.role(one)
        if not touching or role != self.role(two):
            return False
        return role == "covered" or self._beside(one, edge) == self._beside(two, edge)

    @cached_property
    def outline_stretches(self) -> dict[Edge, int]:
        """In how many stretches each edge belongs to the outline."""
        counts: dict[Edge, int] = {}
        for stretch in self.stretches:
            if stretch.role == "outline":
                counts[stretch.edge] = counts.get(stretch.edge, 0) + 1
        return counts

    def is_corner(self, part: PlacedPart, edge: Edge) -> bool:
        """Whether the corner at the start of a part's edge is still a corner of the figure."""
        return self._outline_ends.get((part.index, self.arrangement.ends[part.index, edge.index][0]), 0) >= 2

    @cached_property
    def _outline_ends(self) -> dict[tuple[int, int], int]:
        counts: dict[tuple[int, int], int] = {}
        for fragment in self.arrangement.fragments:
            if self.role(fragment) == "outline":
                for part in {owner.edge.part for owner in fragment.owners}:
                    for end in (fragment.tail, fragment.head):
                        counts[part, end] = counts.get((part, end), 0) + 1
        return counts

    def _fragments_of(self, edge: Edge) -> list[Fragment]:
        return self._owned.get((edge.part, edge.index), [])

    @cached_property
    def _owned(self) -> dict[tuple[int, int], list[Fragment]]:
        owned: dict[tuple[int, int], list[Fragment]] = {}
        for fragment in self.arrangement.fragments:
            for owner in fragment.owners:
                owned.setdefault((owner.edge.part, owner.edge.index), []).append(fragment)
        return owned

    def role(self, fragment: Fragment) -> str | None:
        """What a fragment is to the figure; None for the idle boundary of a part taken away."""
        left, right = self.covers(fragment.left), self.covers(fragment.right)
        if left != right:
            return "outline"
        adding = {owner.edge.part for owner in fragment.owners if self.part(owner.edge.part).join == "add"}
        if not adding:
            return None
        if not left:
            return "cut"
        return "shared" if len(adding) > 1 else "covered"

    def part(self, index: int) -> PlacedPart:
        """The part with this place in the figure's list."""
        return self._by_index[index]

    @cached_property
    def _by_index(self) -> dict[int, PlacedPart]:
        return {part.index: part for part in self.parts}

    def _told_by(self, fragment: Fragment) -> Edge:
        """The edge under whose name a fragment is listed: of an added part, where there is one."""
        owners = fragment.owners
        if len(owners) > 1:
            inside_left = self.covers(fragment.left)
            outline = inside_left != self.covers(fragment.right)
            facing = [o for o in owners if outline and self._faces(o.edge, o.forward, inside_left)]
            adding = [o for o in facing or owners if self.part(o.edge.part).join == "add"]
            return (adding or facing or owners)[0].edge
        return owners[0].edge

    def _faces(self, edge: Edge, forward: bool, inside_left: bool) -> bool:
        part = self.part(edge.part)
        own_left = forward != part.mirrored
        return (own_left == inside_left) == (part.join != "take")

    def _beside(self, fragment: Fragment, edge: Edge) -> tuple[int, ...]:
        others = {owner.edge.part for owner in fragment.owners} - {edge.part}
        if self.role(fragment) in ("covered", "cut"):
            mask = fragment.left & fragment.right
            others |= {p.index for p in self.parts if mask & (1 << p.index)}
        return tuple(sorted(others - {edge.part}))

    @cached_property
    def loops(self) -> list[list[tuple[Fragment, bool]]]:
        """The outline as closed walks with the figure on the left: (fragment, walked forward)."""
        sides = [(f, self.covers(f.left), self.covers(f.right)) for f in self.arrangement.fragments]
        return walks([(fragment, left) for fragment, left, right in sides if left != right])


def relation_to(masks: Iterable[int], bit: int, figure: Callable[[int], bool]) -> str:
    """How the part with a bit lies to a figure: whether they have something in common, and what each has alone."""
    both = part_only = False
    for mask in masks:
        if mask & bit:
            covered = figure(mask)
            both, part_only = both or covered, part_only or not covered
            if both and part_only:
                break
    figure_only = not both or any(not mask & bit and figure(mask) for mask in masks)
    if not both:
        return APART
    return WITHIN if not part_only else AROUND if not figure_only else PARTLY


def total(shares: list[AreaShare]) -> Real:
    """The signed sum of shares."""
    return Real.sum(share.size if share.sign > 0 else -share.size for share in shares)


def compose(parts: tuple[PlacedPart, ...], pi: Real) -> Composition:
    """Join placed parts in their order. TooCrowded when they cross in too many places.

    >>> from mensuration.catalogue import figures
    >>> from mensuration.expressions import Quantity
    >>> from mensuration.numbers import PI, Real
    >>> from mensuration.units import LENGTH
    >>> from mensuration.solving import solve
    >>> square = solve(figures()["square"], {"side": Quantity(Real.of(3), LENGTH)}, PI)
    >>> from mensuration.plane import Placement, place
    >>> compose((place("slab", 0, "add", square, Placement()),), PI).area
    Real('9')
    """
    return Composition(parts, arrange(parts), pi)
