"""What is written down of each request: which operation, how it went and how long it took; never what was asked or answered."""

import logging
import time
from collections.abc import Callable
from typing import Any

from django.db import connection
from django.http import HttpRequest, HttpResponse

SLOW = 0.5
"""Seconds: a query of the database that takes longer is noted, with its text and none of the values in it."""
Answering = Callable[[HttpRequest], HttpResponse]
log = logging.getLogger(__name__)


def log_requests(answer: Answering) -> Answering:
    """Middleware: a line for each request that is no file. Its number (`X-Request-ID`) is in every line that is written meanwhile."""

    def answered(request: HttpRequest) -> HttpResponse:
        began = time.perf_counter()
        with connection.execute_wrapper(_noting_slow):
            response = answer(request)
        place = request.resolver_match
        about = {
            "method": request.method,
            # The pattern of the address, for in the address itself may stand a secret, or a name that was looked for.
            "route": place.route if place else "",
            "status": response.status_code,
            "ms": round(1000 * (time.perf_counter() - began)),
            "person": getattr(getattr(request, "_cached_user", None), "pk", None),
        }
        log.info("request", extra=about)
        return response

    return answered


def _noting_slow(execute: Callable[..., Any], sql: str, params: Any, many: bool, context: dict[str, Any]) -> Any:
    began = time.perf_counter()
    try:
        return execute(sql, params, many, context)
    finally:
        took = time.perf_counter() - began
        if took > SLOW:
            log.warning("slow query: %s", sql, extra={"ms": round(1000 * took)})
