"""The whole shelf as one archive (ZIP): a problem file for each problem, and ``shelf.json``, which tells their labels."""

from __future__ import annotations

import json
import re
import zipfile
from collections.abc import Iterator
from datetime import datetime
from typing import Any

from server.problems.models import Problem

FORMAT = "tilt-grid/shelf"
AT_A_TIME = 40  # problems read from the database at once


class _Pieces:
    """What is written is taken away piece by piece: the archive is never there as a whole."""

    def __init__(self) -> None:
        self._held: list[bytes] = []

    def write(self, data: bytes) -> int:
        self._held.append(bytes(data))
        return len(data)

    def flush(self) -> None:
        """Nothing is held back."""

    def taken(self) -> bytes:
        pieces, self._held = self._held, []
        return b"".join(pieces)


def name_of_file(title: str) -> str:
    """A file's name for a title, without its ending."""
    return re.sub(r"[^a-z0-9]+", "-", title.lower()).strip("-")[:80] or "problem"


def text_of_file(problem: Problem) -> str:
    """The problem file of a problem, to be read by people too."""
    return json.dumps(problem.document, indent=2, ensure_ascii=False)


def archive() -> Iterator[bytes]:
    """The archive's bytes, some problems at a time. Each step asks the database anew, so any thread may take the next one."""
    out = _Pieces()
    told: list[dict[str, Any]] = []
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as written:  # type: ignore[call-overload]
        ids = list(Problem.here.values_list("id", flat=True))
        for start in range(0, len(ids), AT_A_TIME):
            for problem in list(
                Problem.here.filter(id__in=ids[start : start + AT_A_TIME]).prefetch_related("labels")
            ):
                name = f"problems/{problem.id:06}-{name_of_file(problem.title)}.json"
                _put(written, name, text_of_file(problem), problem.changed)
                told.append(
                    {"file": name, "labels": problem.label_names, "changed": problem.changed.isoformat()}
                )
            yield out.taken()
        shelf = {"format": FORMAT, "version": 1, "problems": told}
        _put(written, "shelf.json", json.dumps(shelf, indent=1, ensure_ascii=False))
    yield out.taken()


def _put(archive: zipfile.ZipFile, name: str, text: str, when: datetime | None = None) -> None:
    moment = (when or datetime(2000, 1, 1)).timetuple()[:6]
    entry = zipfile.ZipInfo(name, (max(moment[0], 1980), *moment[1:]))  # what a ZIP can tell begins with 1980
    entry.compress_type = zipfile.ZIP_DEFLATED
    archive.writestr(entry, text)
