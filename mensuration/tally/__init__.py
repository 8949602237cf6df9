"""Tallies: the signed lists of entries that make a measure, as numbers; how they are told is :mod:`mensuration.telling`."""

from mensuration.tally.entry import Derivation, Entry, Look, Role, Sign, Subject, Tally, Trial
from mensuration.tally.plane import PlaneTallies

__all__ = ["Derivation", "Entry", "Look", "PlaneTallies", "Role", "Sign", "Subject", "Tally", "Trial"]
