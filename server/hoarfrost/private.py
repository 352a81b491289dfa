"""Answers are for whoever asked: nothing between the server and them keeps one, or reads it."""

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse
from school.refusal import Code, problem

Answering = Callable[[HttpRequest], HttpResponse]


def keep_private(answer: Answering) -> Answering:
    """Middleware: what the API answers, files too, is kept by no cache."""

    def answered(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        if request.path.startswith("/api/"):
            response.headers["Cache-Control"] = "private, no-store"
        return response

    return answered


def refuse_plain_http(answer: Answering) -> Answering:
    """Middleware: where Hoarfrost is reached over HTTPS, programs are answered over that alone. Led on to HTTPS as a page is, one that asks
    wrongly would give away what it sends each time, and nobody would notice. Whether all is well may be asked from within the network.
    """
    free = {"/api/v1/health", "/api/v1/ready"}

    def answered(request: HttpRequest) -> HttpResponse:
        is_refused = request.path.startswith(("/api/", "/ims/")) and request.path not in free
        if settings.HTTPS and is_refused and not request.is_secure():
            told = problem(403, "Ask over HTTPS. What was sent here was not looked at.", Code.FORBIDDEN)
            return JsonResponse(told.model_dump(), status=403, content_type="application/problem+json")
        return answer(request)

    return answered
