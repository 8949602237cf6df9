"""What holds for all tests. ``--hypothesis-profile quick`` reports a failing example as it was found, unshrunk."""

import os
import shutil
import tempfile

import pytest
from hypothesis import Phase, settings

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")  # there is a process for every core already
settings.register_profile("tilt-grid", deadline=None, print_blob=True)
settings.register_profile("quick", deadline=None, phases=(Phase.explicit, Phase.reuse, Phase.generate))
settings.load_profile("tilt-grid")


def pytest_configure(config: pytest.Config) -> None:
    """In tests a mistake of the program is raised, wherever it is made; the processes of a run share a folder."""
    if not hasattr(config, "workerinput"):
        os.environ["TILT_GRID_SHARED"] = tempfile.mkdtemp()
    from django.conf import settings as served

    from mensuration.problem.evaluation import Evaluation

    served.LENIENT = Evaluation.lenient = False


def pytest_unconfigure(config: pytest.Config) -> None:
    if not hasattr(config, "workerinput"):
        shutil.rmtree(os.environ.pop("TILT_GRID_SHARED", ""), ignore_errors=True)
