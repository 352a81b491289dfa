"""Answers are for whoever asked: nothing between the server and them keeps one."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

Answering = Callable[[HttpRequest], HttpResponse]


def keep_private(answer: Answering) -> Answering:
    """Middleware: what the API answers, files too, is kept by no cache."""

    def answered(request: HttpRequest) -> HttpResponse:
        response = answer(request)
        if request.path.startswith("/api/"):
            response.headers["Cache-Control"] = "private, no-store"
        return response

    return answered
