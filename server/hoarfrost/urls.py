"""Addresses: the API, what tools ask by OneRoster, and for every other the one page, which finds its place itself."""

from django.conf import settings
from django.db import OperationalError
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.urls import path, re_path
from django.utils.html import json_script
from django.views.decorators.cache import never_cache
from school.session import session_of
from tools import provider

from hoarfrost.api import api


@never_cache
def page(request: HttpRequest) -> HttpResponse:
    """The front end, with who is signed in: what it shows is asked for as soon as it is there. Without, it asks who it is."""
    html: str = settings.PAGE.html
    try:
        if not request.user.is_authenticated:
            return HttpResponse(html)
        told = json_script(session_of(request).model_dump(mode="json"), "session")
    except OperationalError:
        return HttpResponse(html)
    get_token(request)
    return HttpResponse(html.replace("</head>", f"{told}</head>", 1))


urlpatterns = [
    path("api/v1/", api.urls),
    path("ims/oneroster/token", provider.token),
    path("ims/oneroster/rostering/v1p2/<path:path>", provider.rostering),
    path("ims/oneroster/gradebook/v1p2/<path:path>", provider.gradebook),
    re_path(r"^(?!api/|ims/|_app/|static/).*$", page),
]
