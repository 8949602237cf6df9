"""What holds for all tests. ``--hypothesis-profile quick`` reports a failing example as it was found, unshrunk."""

from hypothesis import Phase, settings

settings.register_profile("tilt-grid", deadline=None, print_blob=True)
settings.register_profile("quick", deadline=None, phases=(Phase.explicit, Phase.reuse, Phase.generate))
settings.load_profile("tilt-grid")


def pytest_configure() -> None:
    """In tests a mistake of the program is raised, wherever it is made."""
    from django.conf import settings as served

    from mensuration.problem.evaluation import Evaluation

    served.LENIENT = Evaluation.lenient = False
