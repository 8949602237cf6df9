"""Changing a problem: the verbs behind what a person does on the bench, each a pure function on documents."""

from mensuration.editing.edits import AnyEdit, Edited, edit
from mensuration.editing.refusing import Refused

__all__ = ["AnyEdit", "Edited", "Refused", "edit"]
