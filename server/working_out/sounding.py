"""The sounding device's readings, one by one as they are taken."""

from __future__ import annotations

import time
from collections.abc import Iterator
from threading import BoundedSemaphore

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router
from ninja.errors import HttpError

from mensuration.devices.sounding import BEDS, FEWEST, MOST, Bed, soundings
from mensuration.frozen import as_json
from server.problems.schemas import Refusal
from server.working_out.results import A_TEXT, described, sent

router = Router(by_alias=True)
EACH = 0.15  # seconds between two readings
AT_ONCE = 2  # soundings; each keeps a thread of the server busy while it lasts
_free = BoundedSemaphore(AT_ONCE)


@router.get("/sounding/beds", response=list[Bed])
def beds(request: HttpRequest) -> HttpResponse:
    """The beds along which the simulated device can be towed."""
    return sent(list(BEDS.values()), list[Bed])


@router.get(
    "/sounding", response={429: Refusal}, openapi_extra=described(answer={"application/x-ndjson": A_TEXT})
)
def sounding(request: HttpRequest, bed: str, count: int, seed: int = 1) -> StreamingHttpResponse:
    """Readings along a bed, a line of JSON each; who has enough of them ends the request."""
    if bed not in BEDS:
        raise HttpError(422, f"there is no bed “{bed[:40]}”: there are {', '.join(BEDS)}")
    if not FEWEST <= count <= MOST:
        raise HttpError(422, f"the device takes from {FEWEST} to {MOST} readings")
    if not _free.acquire(blocking=False):
        raise HttpError(429, "the device is being used: try again in a moment")
    return StreamingHttpResponse(_Stream(bed, count, seed), content_type="application/x-ndjson")


class _Stream:
    """The lines; the device is free again once they are all told, or nobody listens any more."""

    def __init__(self, bed: str, count: int, seed: int) -> None:
        self._lines = self._told(bed, count, seed)
        self._held = True

    def __iter__(self) -> Iterator[bytes]:
        return self._lines

    def _told(self, bed: str, count: int, seed: int) -> Iterator[bytes]:
        try:
            for reading in soundings(bed, count, seed):
                yield as_json(reading) + b"\n"
                time.sleep(EACH)
        finally:
            self.close()

    def close(self) -> None:
        """Let go of the device, once."""
        if self._held:
            self._held = False
            _free.release()
