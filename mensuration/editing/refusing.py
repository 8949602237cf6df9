"""What can't be done."""


class Refused(ValueError):
    """A change that can't be made; the sentence says why. The problem stays as it was."""
