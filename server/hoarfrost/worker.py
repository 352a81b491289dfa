"""The worker's application: what is made in the background."""

import os

from celery import Celery

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hoarfrost.settings")

app = Celery("hoarfrost")
app.config_from_object("django.conf:settings", namespace="CELERY")
app.autodiscover_tasks()
