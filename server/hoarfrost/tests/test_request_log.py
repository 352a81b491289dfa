"""What is written down of requests: enough to find a fault by, and nothing of anybody."""

import json
import logging
from typing import Any

import pytest
from conftest import World
from django.conf import settings
from django.db import connection
from pythonjsonlogger.json import JsonFormatter

from hoarfrost import request_log


@pytest.fixture
def told(caplog: pytest.LogCaptureFixture) -> Any:
    """The lines as a collector gets them."""
    caplog.set_level(logging.INFO, logger="hoarfrost.request_log")
    given = settings.LOGGING["formatters"]["json"]
    form = JsonFormatter(given["format"], rename_fields=given["rename_fields"])
    return lambda: [json.loads(form.format(each)) for each in caplog.records if each.name == "hoarfrost.request_log"]


def test_a_request_is_told_by_its_operation_and_not_by_what_was_asked(world: World, told: Any) -> None:
    answer = world.client("officer").get(f"{world.school_address}/people", {"role": "student", "query": "Una Fir"})
    assert len(answer["X-Request-ID"]) == 32
    (line,) = told()
    assert (line["method"], line["status"], line["person"]) == ("GET", 200, world.people["officer"].pk)
    assert line["route"] == "api/v1/schools/<school_id>/people"
    assert line["ms"] >= 0
    assert "Una" not in json.dumps(line)


def test_a_secret_in_an_address_is_in_no_line(world: World, told: Any) -> None:
    world.client(None).get("/api/v1/alias-sheets/whatever-the-secret-is")
    assert told()[0]["route"] == "api/v1/alias-sheets/<secret>"
    assert "whatever" not in json.dumps(told())


def test_a_request_keeps_the_number_that_a_proxy_gave_it(world: World) -> None:
    number = "a" * 8 + "4b3c" + "4d5e" + "8f6a" + "b" * 12
    assert world.client(None).get("/api/v1/health", headers={"x-request-id": number})["X-Request-ID"] == number
    assert world.client(None).get("/api/v1/health", headers={"x-request-id": "<script>"})["X-Request-ID"] != "<script>"


def test_a_slow_query_is_noted_without_its_values(world: World, told: Any, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(request_log, "SLOW", -1)
    with connection.execute_wrapper(request_log._noting_slow), connection.cursor() as cursor:
        cursor.execute("SELECT %s", ["Una Fir"])
    (line,) = told()
    assert (line["message"], line["level"]) == ("slow query: SELECT %s", "WARNING")
