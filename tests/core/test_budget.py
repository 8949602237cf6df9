"""The budget of an evaluation: what takes too long is stopped and said, the rest is there, nothing half-made is kept."""

from __future__ import annotations

import threading
import time
from typing import Any

import pytest

from mensuration.budget import UNFINISHED, OutOfTime, piece, within
from mensuration.problem import evaluate_document

LONG = 30  # seconds: nothing here comes near it but what is never stopped


def endless() -> None:
    ends = time.monotonic() + LONG
    while time.monotonic() < ends:
        pass
    raise AssertionError("was not stopped")


def ellipses(count: int, named: str = "thicket", wide: str = "5") -> dict[str, Any]:
    """Thin ones across one another: every two meet in four points that have no simple form."""
    return {"name": named, "parts": [
        {"name": f"e{i}", "shape": "ellipse", "given": {"a": wide, "b": f"0.{11 + i}"}, "at": [f"0.{i:02}", "0"], "turn": str(7 * i)}
        for i in range(count)
    ]}  # fmt: skip


PAD = {"name": "pad", "parts": [{"name": "slab", "shape": "square", "given": {"side": "3"}}]}


def problem(*figures: dict[str, Any]) -> dict[str, Any]:
    asks = [{"label": f["name"], "expression": f"{f['name']}.area"} for f in figures if "parts" in f]
    return {"format": "tilt-grid/problem", "version": 1, "figures": list(figures), "asks": asks}


def test_what_takes_too_long_is_said_and_the_rest_is_there() -> None:
    with within(0.3):
        results = evaluate_document(problem(ellipses(40), PAD))
    said = {complaint["where"]: complaint["says"] for complaint in results["complaints"]}
    assert said["figures.thicket"] == UNFINISHED
    assert [ask["text"] for ask in results["asks"]] == [None, "9.00 m²"]
    assert results["figures"]["pad"]["quantities"]["area"]["exact"] == "9"


def test_rows_of_a_table_are_there_as_far_as_time_went() -> None:
    rules = {"slant": "3 + row/100", "volume": "40", "surface": "80", "lateral": "40"}
    columns = [{"name": name, "rule": rule} for name, rule in rules.items()]
    alone = {"name": "rows", "kind": "cases", "figure": "cone-frustum", "rows": [{}] * 60, "columns": columns}
    evaluate_document(problem({**alone, "rows": []}), ["cases"])  # the catalogue is there
    with within(0.2):
        rows = evaluate_document(problem(alone), ["cases"])["figures"]["rows"]["cases"]["rows"]
    assert len(rows) == 60 and any(row["says"] == UNFINISHED for row in rows)
    again = evaluate_document(problem(alone), ["cases"])["figures"]["rows"]["cases"]["rows"]
    assert all(row["says"] != UNFINISHED for row in again)  # what was not found is not remembered as found


def test_a_stopped_problem_is_worked_out_wholly_later() -> None:
    document = problem(ellipses(6))
    with within(0.02):
        evaluate_document(document)
    assert evaluate_document(document)["complaints"] == []


def test_pieces_within_a_piece_are_stopped_one_by_one() -> None:
    stopped = []
    with within(0.1), piece():
        for number in range(3):
            try:
                with piece():
                    endless()
            except OutOfTime:
                stopped.append(number)
    assert stopped == [0, 1, 2]
    with within(0.1), pytest.raises(OutOfTime), piece():
        with piece():
            pass
        endless()  # the outer one is still under the clock


@pytest.mark.filterwarnings("ignore::pytest.PytestUnraisableExceptionWarning")
def test_what_swallows_it_is_stopped_again() -> None:
    begun = []

    class Odd:
        def __del__(self) -> None:
            begun.append(self)
            endless()  # an exception in a finaliser goes nowhere

    with within(0.1), pytest.raises(OutOfTime), piece():
        Odd()
        endless()
    assert len(begun) == 1


def test_nothing_is_begun_long_after_the_end_and_no_timer_is_left() -> None:
    with within(-10), pytest.raises(OutOfTime), piece():
        raise AssertionError("was begun")
    with within(0.05), pytest.raises(OutOfTime), piece():
        endless()
    time.sleep(0.3)  # no alarm rings any more
    with piece():  # without a budget nothing is stopped
        assert evaluate_document(problem(PAD))["complaints"] == []


def test_beside_the_main_thread_nothing_is_stopped_and_nothing_breaks() -> None:
    found: list[Any] = []

    def work() -> None:
        with within(0):
            found.append(evaluate_document(problem(PAD))["asks"][0]["text"])

    thread = threading.Thread(target=work)
    thread.start()
    thread.join()
    assert found == ["9.00 m²"]
