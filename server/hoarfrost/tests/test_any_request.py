"""No request is answered by a fault of the server: each operation is asked with what its description allows, and more."""

import json
from typing import Any
from urllib.parse import urlencode

import pytest
import schemathesis
from conftest import World
from django.test import Client
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from hoarfrost.api import api

EXAMPLES = 6
SCHEMA = schemathesis.openapi.from_dict(api.get_openapi_schema())
OPERATIONS = [each.ok() for each in SCHEMA.get_all_operations()]
WHO = ("teacher", "officer", "guardian")


def places(world: World) -> dict[str, Any]:
    """Numbers of what is there, so that a request comes further than its address."""
    return {
        "school_id": world.school.pk,
        "class_id": world.school_class.pk,
        "student_id": world.students[0].pk,
        "student": world.students[0].pk,
        "term": world.term.pk,
        "assignment_id": world.assignments[0].pk,
        "assignment": world.assignments[0].pk,
        "category_id": world.categories[0].pk,
        "kind": "assignment",
        "mark": f"category {world.categories[0].pk}",
        "field": "blank",
        "ending": "csv",
        "year": world.term.year_id,
        "school_class": world.school_class.pk,
        "person": world.people["guardian"].pk,
    }


@pytest.mark.parametrize("operation", OPERATIONS, ids=lambda each: f"{each.method} {each.path}")
def test_no_request_gets_a_fault(world: World, operation: Any) -> None:
    known = places(world)
    promised = operation.definition.raw["responses"]

    @settings(
        max_examples=EXAMPLES,
        deadline=None,
        derandomize=True,
        phases=[Phase.generate],
        suppress_health_check=[
            HealthCheck.function_scoped_fixture,
            HealthCheck.too_slow,
            HealthCheck.filter_too_much,
            HealthCheck.data_too_large,
        ],
    )
    @given(operation.as_strategy(), st.sampled_from(WHO), st.integers(0, 3))
    def asked(case: Any, who: str, lost: int) -> None:
        client = world.client(who)
        client.raise_request_exception = False
        # Mostly of what is there; now and then of what is not.
        there = known if lost else {}
        path = operation.path
        for name, value in (case.path_parameters or {}).items():
            path = path.replace(f"{{{name}}}", str(there.get(name, value)))
        answer = ask(client, case, path.replace("%", "%25").replace("?", "%3F").replace("#", "%23"))
        # What an operation's own description promises (that a part is not well, say) is an answer, no fault.
        assert answer.status_code < 500 or str(answer.status_code) in promised, (
            answer.request["REQUEST_METHOD"],
            path,
            case.query,
            case.body,
            answer.content[:300],
        )

    asked()


def ask(client: Client, case: Any, path: str) -> Any:
    query = urlencode(case.query or {}, doseq=True)
    if not isinstance(case.body, dict | list):
        return client.generic(case.method, path, QUERY_STRING=query)
    return client.generic(case.method, path, json.dumps(case.body, default=str), "application/json", QUERY_STRING=query)
