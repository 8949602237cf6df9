"""Requests made from the OpenAPI document alone, right and wrong ones: each is answered as the document tells."""

from __future__ import annotations

import json
from typing import Any

import pytest
import schemathesis
from hypothesis import HealthCheck, Phase, given, settings
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from server.api import api
from server.problems.models import Problem
from server.working_out import sounding
from server.wsgi import application
from tests.server.conftest import ROOT

TOKEN = "a" * 32
PAIRS = "POST /api/mesh/measure"  # pairs of spots in its answer are lists of a form that the checking library can't hold them to
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]

document = api.get_openapi_schema(path_prefix="/api/")
schema = schemathesis.openapi.from_dict(json.loads(json.dumps(document)))
schema.app = application


@pytest.fixture
def quick(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(sounding, "EACH", 0.0)


OPERATIONS = {found.ok().label: found.ok() for found in schema.get_all_operations()}
NEVER_WRONG = {
    name
    for name, operation in OPERATIONS.items()
    if not (operation.body or operation.query or operation.path_parameters)
    or name == "POST /api/mesh/measure"
}


@pytest.fixture
def stored(db: None) -> None:
    document = json.loads((ROOT / "demo/kicker-side-panel.json").read_text("utf-8"))
    Problem(id=1, document=document, preview={"answers": [], "faults": 0}).save()


@pytest.mark.parametrize("mode", list(GenerationMode))
@pytest.mark.parametrize("name", OPERATIONS)
def test_every_request_is_answered_as_told(
    stored: None, quick: None, name: str, mode: GenerationMode
) -> None:
    operation = OPERATIONS[name]
    checks = [check for check in CHECKS if name != PAIRS or check is not response_schema_conformance]
    if mode.is_negative and name in NEVER_WRONG:
        pytest.skip("nothing in it can be wrong")

    @given(operation.as_strategy(generation_mode=mode))
    @settings(
        max_examples=8, derandomize=True, phases=(Phase.generate,), suppress_health_check=list(HealthCheck)
    )
    def asked(case: schemathesis.Case) -> None:
        if "problem_id" in case.path_parameters and mode.is_positive:
            case.path_parameters["problem_id"] = 1
        answer = case.call(cookies={"csrftoken": TOKEN}, headers={"X-CSRFToken": TOKEN})
        assert answer.status_code != 403
        case.validate_response(answer, checks=checks)

    asked()


def test_the_document_tells_of_refusals_where_they_are_given() -> None:
    told: dict[str, Any] = {
        f"{method.upper()} {path}": set(map(str, operation["responses"]))
        for path, operations in document["paths"].items()
        for method, operation in operations.items()
    }
    assert told["GET /api/reference"] == {"200", "500"}
    assert told["POST /api/evaluate"] == {"200", "400", "403", "408", "413", "422", "429", "500", "503"}
    assert told["PUT /api/problems/{problem_id}"] >= {"200", "403", "404", "409", "413", "422"}
    assert "503" not in told["PUT /api/problems/{problem_id}"]
