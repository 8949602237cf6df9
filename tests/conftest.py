"""What holds for all tests."""

from hypothesis import settings

settings.register_profile("tilt-grid", deadline=None, print_blob=True)
settings.load_profile("tilt-grid")
