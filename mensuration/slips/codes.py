"""The slips by their codes, likeliest first, and the sentence that names each."""

from __future__ import annotations

from dataclasses import dataclass

from mensuration.frozen import Frozen

SENTENCES: dict[str, str] = {
    "unit-missing": "the number is right, but it needs its unit",
    "unit-power": "the number is right, but the unit is of the wrong kind",
    "diameter-for-radius": "{} was taken twice as large: the diameter for the radius",
    "radius-for-diameter": "{} was taken half as large: the radius for the diameter",
    "hole-forgotten": "{} was not taken away",
    "hole-added": "{} was added, where it is taken away",
    "half-forgotten": "the half was forgotten in {}",
    "third-forgotten": "the third was forgotten in {}",
    "whole-for-half": "the whole was taken of {}, of which only a part is there",
    "circumference-for-area": "this is the way round, not the area",
    "area-for-circumference": "this is the area, not the way round",
    "surface-for-volume": "this is the surface, not the volume",
    "volume-for-surface": "this is the volume, not the surface",
    "slant-for-height": "the slant height was taken for the height of {}",
    "height-forgotten": "{} was not multiplied by its height",
    "overlap-twice": "what {} has in common with the others was counted twice",
    "shared-edge-counted": "{} lies inside the figure: it doesn't count",
    "part-forgotten": "{} is missing",
    "side-forgotten": "{} is missing",
    "face-forgotten": "{} is missing",
    "one-end-only": "only one of the two ends of {} was counted",
    "lateral-only": "only the sides were counted, not what lies at the ends",
    "open-face-counted": "{} is open: it doesn't count",
    "joint-counted": "{} lies inside the solid: it doesn't count",
    "mixed-units": "{} was taken as it stands, though it is in another unit",
    "not-squared": "a length was not squared in {}",
    "pi-squared": "π was squared too in {}",
    "other-angle": "the other angle was taken in {}",
    "fraction-upside-down": "the fraction of the full turn stands upside down in {}",
    "degrees-for-radians": "an angle in degrees was taken for one in radians in {}",
    "radians-for-degrees": "an angle in radians was taken for one in degrees in {}",
    "full-for-part-fill": "this is all that it holds, not what is in it",
    "remaining-for-used": "this is what is left, not what is asked",
    "ends-doubled": "the first and the last ordinate were doubled too",
    "inside-not-doubled": "the ordinates between the ends count more often",
    "strip-count": "there is one strip less than there are ordinates",
    "breadth-forgotten": "the area was not multiplied by the breadth",
    "plain-factor": "the unit was changed as one of lengths: its factor counts as often as the unit has dimensions",
    "pi-314": "π was taken as 3.14",
    "pi-full": "π was taken exactly, where it is taken as a number here",
    "rounded-early": "it was rounded on the way: round once, at the end",
    "wrong-place": "the value is right, but it is rounded to another place than is asked",
    "cut-off": "the digits were cut off, not rounded",
    "five-down": "a 5 is rounded up",
    "point-slip": "the decimal point is in another place: perhaps only a slip of typing",
    "digit-slip": "one digit is wrong, missing or twice: perhaps only a slip of typing",
}
RANKS = {code: rank for rank, code in enumerate(SENTENCES)}


@dataclass(frozen=True)
class Slip(Frozen):
    """A mistake that makes just the answer that was given: its code, in a sentence, and at which part or entry."""

    code: str
    says: str
    part: str = ""


def slip(code: str, part: str = "", called: str = "") -> Slip:
    """A slip at a part, which is ``called`` otherwise in its sentence where its name doesn't say it.

    >>> slip("hole-forgotten", "bite").says
    '“bite” was not taken away'
    """
    name = called or (f"“{part}”" if part else "it")
    return Slip(code, SENTENCES[code].format(name), part)
