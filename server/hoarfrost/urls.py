"""Addresses: the API, what tools ask by OneRoster, and for every other the one page, which finds its place itself."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from tools import provider

from hoarfrost.api import api


@never_cache
def page(request: HttpRequest) -> HttpResponse:
    """The front end."""
    return HttpResponse(settings.PAGE.html)


urlpatterns = [
    path("api/v1/", api.urls),
    path("ims/oneroster/token", provider.token),
    path("ims/oneroster/rostering/v1p2/<path:path>", provider.rostering),
    path("ims/oneroster/gradebook/v1p2/<path:path>", provider.gradebook),
    re_path(r"^(?!api/|ims/|_app/|static/).*$", page),
]
