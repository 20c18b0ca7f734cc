"""Generated requests to every route, as whoever may ask: no fault, and no answer that the description does not know.

Few of each in ``./test``, drawn from a fixed seed; as many as ``VOCATOR_FUZZ`` says in ``scripts/fuzz``.
"""

import os
from time import monotonic

import pytest
import schemathesis
from hypothesis import HealthCheck, given, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance, status_code_conformance

from api.conftest import PASS
from vocator.api.app import create_app
from vocator.usecases.keeping.demo import load_demo

CHECKS = [not_a_server_error, content_type_conformance, response_schema_conformance, status_code_conformance]
SCHEMA = schemathesis.openapi.from_dict(create_app().openapi())
OPERATIONS = [found.ok() for found in SCHEMA.get_all_operations()]
MANY = int(os.environ.get("VOCATOR_FUZZ", "0"))
AWAY = {424, 503}
"""What is answered where a service that the server asks is away: in tests all of them are."""
SLOWEST_S = 5


@pytest.fixture(params=["loopback", "lead", "volunteer", "nobody"] if MANY else ["loopback"])
def caller(request, client, session):
    """Whoever asks; the demonstration is kept, and over the network two volunteers have their sheets.

    In short runs this machine alone: what the fence lets through is asked about every route by ``test_access``.
    """
    if request.param == "loopback":
        load_demo(session)
        return client
    _, found = request.getfixturevalue("linked")
    if request.param == "volunteer":
        return found["hay"][0]
    asking = request.getfixturevalue("network")()
    if request.param == "lead":
        assert asking.post("/api/session", json={"passphrase": PASS}).status_code == 200
    return asking


@pytest.mark.parametrize("operation", OPERATIONS, ids=lambda o: o.label)
def test_whatever_is_asked_is_answered_as_described(operation, caller):
    @settings(max_examples=MANY or 4, database=None, suppress_health_check=list(HealthCheck))
    @given(case=operation.as_strategy())
    def asked(case):
        asking = case.as_transport_kwargs(base_url=str(caller.base_url))
        headers = {k: v for k, v in dict(asking.pop("headers", None) or {}).items() if k.lower() != "cookie"}
        asking.pop("cookies", None)
        begun = monotonic()
        try:
            response = caller.request(**asking, headers=headers)
        except UnicodeEncodeError:
            return  # no client can send it
        if MANY:
            assert monotonic() - begun < SLOWEST_S
        if response.status_code not in AWAY:
            case.validate_response(schemathesis.Response.from_any(response), checks=CHECKS)

    asked()
