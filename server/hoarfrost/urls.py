"""Addresses: the API, and for every other the one page, which finds its place itself."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.cache import never_cache

from hoarfrost.api import api


@never_cache
def page(request: HttpRequest) -> HttpResponse:
    """The front end."""
    return HttpResponse(settings.PAGE.html)


urlpatterns = [path("api/v1/", api.urls), re_path(r"^(?!api/|_app/|static/).*$", page)]
