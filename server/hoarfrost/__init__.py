"""The Django project: settings, addresses, the API object and the worker's application."""

from hoarfrost.worker import app as celery_app

__all__ = ["celery_app"]
