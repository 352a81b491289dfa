"""The application that gunicorn serves."""

import os
import sys
from importlib import import_module

from django.conf import settings
from django.core.wsgi import get_wsgi_application

from hoarfrost.garbage_collection import collect_between_requests

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hoarfrost.settings")
application = get_wsgi_application()
# Django would read the addresses, and with them most of the application, while somebody waits for the first answer.
import_module(settings.ROOT_URLCONF)
# Seconds after which a thread that computes lets others on. One that asks the database lets go of its turn with each question, and waits
# so long for it again: with Python's 5 ms, a score that is saved would wait for a dozen of those while a family's page is made.
sys.setswitchinterval(0.0005)
collect_between_requests()
